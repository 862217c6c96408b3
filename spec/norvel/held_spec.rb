# frozen_string_literal: true

require_relative "../support/wild"

# What stands in a manuscript and is no text (`core.md`, Empty).
RSpec.describe "What is no text" do
  def feature(name) = read(Wild.file(name))

  # The paragraph that has the feature: the third, behind a heading, a paragraph and a blank line.
  def it_of(manuscript) = manuscript.paragraphs[3]

  def change(manuscript, name, **given) = Norvel::Changes.build(name, given.transform_keys(&:to_s)).call(manuscript)

  it "keeps a paragraph from being empty, though it has no text" do
    ["hidden paragraph", "comment on a blank line", "control that is empty", "content part", "page number sign",
      "unknown element in a paragraph", "link without words",
      "field alone in its paragraph", "instruction over lines", "soft hyphen alone", "custom xml without words"].each do |name|
      expect([name, it_of(feature(name)).empty?]).to eq([name, false])
    end
    expect(it_of(feature("proofing marks")).with(runs: [])).to be_empty
    expect(it_of(feature("bookmark on a blank line"))).to be_empty # its ends move to the neighbour
  end

  it "leaves the text of a paragraph, and its offsets, as they are" do
    expect(it_of(feature("hidden words between spaces")).text).to eq("shown  end")
    expect(it_of(feature("field without result")).text).to eq("see page  ")
    expect(it_of(feature("ruby among words")).text).to eq("He wrote 東京 on it.")
  end

  it "binds the white space beside it" do
    ["hidden words between spaces", "hidden words at the end", "field without result", "control with a space",
      "link with a space"].each do |name|
      manuscript = feature(name)
      expect([name, it_of(change(manuscript, "tidy_white_space", paragraphs: "all")).text]).to eq([name, it_of(manuscript).text])
    end
  end

  it "reads what comes behind a field that never ends as text, and says so" do
    manuscript = feature("field that never ends")
    expect(manuscript.paragraphs[4, 2].map(&:text)).to eq(["After it.", "And after that."])
    expect(manuscript.warnings).to include(a_string_matching(/never ends/))
    expect(feature("field that ends without beginning").warnings).to include(a_string_matching(/never began/))
  end

  it "takes a folio without a result for a folio" do
    ["folio without separation in a footer", "folio in one element in a footer", "page of pages in a footer"].each do |name|
      manuscript = feature(name)
      placed = change(manuscript, "set_folios", place: "bottom center")
      shown = layout(placed).pages.first.placed.select { |one| one.area == :footer }.map { |one| one.setting.text }
      expect([name, shown.join.scan("1").size]).to eq([name, name.start_with?("page of") ? 2 : 1])
    end
  end

  it "stays when the words around it are cut, written anew, split and joined" do
    manuscript = feature("comment on words")
    id = it_of(manuscript).id
    written = change(manuscript, "edit_text", paragraph: id, text: "Sure")
    expect(it_of(written).held).to eq(["commentReference 3"])
    split = change(manuscript, "split_paragraph", paragraph: id, at: it_of(manuscript).text.length)
    expect(split.paragraphs[3, 2].flat_map(&:held)).to eq(["commentReference 3"])
    joined = change(split, "join_paragraphs", paragraph: id, bare: true)
    expect(it_of(joined).held).to eq(["commentReference 3"])
    [written, split, joined].each do |now|
      expect(read(Norvel::Formats.write(now, source: Wild.file("comment on words"))).matters.map(&:kind)).to include(:comment)
    end
  end

  it "is not taken out by a change of formatting, whatever the change believes" do
    careless = Class.new(Norvel::Changes::Operation) do
      def self.name = "Norvel::Changes::Careless"

      def carry_out(manuscript) = manuscript.with_paragraphs(manuscript.paragraphs[3].id => nil)
    end
    expect { careless.new.call(feature("hidden paragraph")) }.to raise_error(Norvel::ChangeRefused, /alter the text/)
  end

  it "is formatted with the words that it belongs to, in ledgers written before it was seen too" do
    manuscript = feature("hidden words between spaces")
    paragraph = it_of(manuscript)
    bold = change(manuscript, "format_here", paragraphs: [paragraph.id], values: {"bold" => "yes"})
    data = JSON.parse(JSON.generate(Norvel::Changes::Difference.between(manuscript, bold)))
    formats = data.fetch("paragraphs").fetch(paragraph.id.to_s).fetch("formats")
    formats.delete_at(1)
    former = Norvel::Changes::Difference.apply(manuscript, data)
    expect(it_of(former).runs.map { |run| [run.text, run.properties] })
      .to eq([["shown ", {bold: true}], ["", {hidden: true}], [" end", {bold: true}]])
  end

  describe "a word that is lost on the way into the file" do
    it "is named, with its part" do
      manuscript = feature("hidden paragraph")
      members = Norvel::Formats::Archive.read(Wild.file("hidden paragraph")).members
      less = {"word/document.xml" => members["word/document.xml"].sub("Hidden words", "words")}
      expect(Norvel::Formats::Docx::LostOnTheWay.new(manuscript, manuscript, members, less).to_a).to eq(["word/document.xml: “Hidden”"])
    end

    it "is no loss where a change took it out" do
      manuscript = feature("hidden paragraph")
      members = Norvel::Formats::Archive.read(Wild.file("hidden paragraph")).members
      gone = change(manuscript, "delete_paragraphs", paragraphs: [it_of(manuscript).id])
      less = {"word/document.xml" => members["word/document.xml"].sub("Hidden words", "")}
      expect(Norvel::Formats::Docx::LostOnTheWay.new(manuscript, gone, members, less).to_a).to eq([])
    end

    it "is seen for what is no word as well" do
      manuscript = feature("control that is empty")
      members = Norvel::Formats::Archive.read(Wild.file("control that is empty")).members
      less = {"word/document.xml" => members["word/document.xml"].sub(%r{<w:sdt>.*</w:sdt>}, "")}
      expect(Norvel::Formats::Docx::LostOnTheWay.new(manuscript, manuscript, members, less).to_a).to include("word/document.xml: 1 × sdt")
    end
  end
end

RSpec.describe "Notes on a file" do
  it "are one where they differ in their numbers alone" do
    body = (1..6).map { |number| Wild.p(Wild.t("Far in"), %(<w:ind w:left="#{9_000_000 + number}"/>)) }.join
    about = read(Wild.build(body: body)).warnings.grep(/which cannot be/)
    expect(about).to include(a_string_matching(/\(6 places, with other values too\)\z/)).and have_attributes(size: 2)
  end
end

RSpec.describe Norvel::Formats::Docx::KeptThings do
  def told(changed = {}, relations: nil, **built)
    members = Norvel::Formats::Archive.read(Wild.build(**built)).members.merge(changed)
    members["_rels/.rels"] = members["_rels/.rels"].sub("</Relationships>", "#{relations}</Relationships>") if relations
    read(Norvel::Formats::Archive.new({}).write(members)).warnings & described_class::SENTENCES.values
  end

  it "are told: macros, a signature, protection, text and parts of other files" do
    sentences = described_class::SENTENCES
    signed =
      %(<Relationship Id="rIdS" Type="http://schemas.openxmlformats.org/package/2006/relationships/digital-signature/origin" ) +
      %(Target="_xmlsignatures/origin.sigs"/>)
    expect(told({"word/vbaProject.bin" => "x"})).to eq([sentences[:macros]])
    expect(told({"_xmlsignatures/origin.sigs" => ""}, relations: signed)).to eq([sentences[:signature]])
    expect(told(settings: %(<w:documentProtection w:edit="readOnly" w:enforcement="1"/>))).to eq([sentences[:protection]])
    expect(told(body: %(<w:altChunk r:id="rIdX"/>#{Wild.p(%(<w:subDoc r:id="rIdY"/>))}))).to eq([sentences[:chunk], sentences[:part]])
    expect(told(settings: %(<w:documentProtection w:edit="readOnly" w:enforcement="0"/>))).to eq([])
  end
end

# Seen on walks over files of four more libraries.
RSpec.describe "A file that is written" do
  def done(manuscript, *changes) = changes.reduce(manuscript) { |now, (name, given)| Norvel::Changes.build(name, given).call(now) }

  it "has a style of another kind under the id of one that went" do
    source = Wild.file("names that styles of another kind have")
    before = read(source)
    gone = done(before, ["delete_style", {"style" => "Strong", "replacement" => "Normal"}])
    after = done(gone, ["define_style", {"id" => "Strong", "name" => "Strong", "kind" => "character", "values" => {"bold" => "yes"}}])
    expect(read(Norvel::Formats.write(after, source: source)).sheet["Strong"])
      .to have_attributes(kind: :character, properties: {bold: true})
  end

  it "has places of a list of contents in a heading that its source has no properties for" do
    source = Wild.build(body: Wild.p + Wild.p(Wild.t("Words of a paragraph")))
    before = read(source)
    empty = before.paragraphs.find(&:empty?)
    after = done(before, ["edit_text", {"paragraph" => empty.id, "text" => "A heading"}],
      ["apply_style", {"paragraphs" => [empty.id], "style" => "Heading1"}],
      ["make_contents", {"before" => before.paragraphs.first.id, "levels" => 3}],
      ["apply_style", {"paragraphs" => [empty.id], "style" => "Normal"}], ["edit_text", {"paragraph" => empty.id, "text" => ""}])
    expect(read(Norvel::Formats.write(after, source: source)).anchors.keys).to include(*after.anchors.keys)
  end

  it "may have a header's picture in a part of its own" do
    members = {"word/header1.xml" => "<hdr><drawing/><p/></hdr>"}
    one = manuscript(paragraph(0, "x"))
    lost = ->(changed) { Norvel::Formats::Docx::LostOnTheWay.new(one, one, members, changed).to_a }
    expect(lost["word/header1.xml" => "<hdr><p/></hdr>", "word/header2.xml" => "<hdr><drawing/></hdr>"]).to eq([])
    expect(lost["word/header1.xml" => "<hdr><p/></hdr>"]).to eq(["word/header1.xml: 1 × drawing"])
  end

  it "leaves an equation as it is, whatever is tried on its paragraph" do
    source = Wild.build(body: Wild.p("<m:oMath><m:r><m:t>a</m:t></m:r></m:oMath>") + Wild.p(Wild.t("Words")))
    before = read(source)
    equation = before.paragraphs.find { |paragraph| paragraph.runs.any?(&:equation?) }
    after = done(before, ["format_here", {"paragraphs" => [equation.id], "values" => {"bold" => "yes", "align" => "center"}}])
    expect(after.paragraph(equation.id)).to have_attributes(runs: equation.runs, properties: {align: :center})
    expect(read(Norvel::Formats.write(after, source: source)).paragraph(equation.id).properties).to eq(align: :center)
  end
end

RSpec.describe Norvel::Formats::Patching do
  it "copies a node that stands nowhere any more with what its prefixes mean" do
    document = Nokogiri::XML(%(<a xmlns="urn:a" xmlns:r="urn:r"><b r:id="1" plain="2"><c r:embed="3"/></b></a>))
    node = document.root.element_children.first.unlink
    [node, node.element_children.first].each do |one|
      expect(described_class.copy(one).to_xml.gsub(/ xmlns(?::\w+)?="[^"]*"/, "")).to eq(one.to_xml.gsub(/ xmlns(?::\w+)?="[^"]*"/, ""))
    end
    copy = document.root.add_child(described_class.copy(node))
    expect([copy.namespace.href, copy.attribute_with_ns("id", "urn:r").value,
      copy.element_children.first.attribute_with_ns("embed", "urn:r").value]).to eq(["urn:a", "1", "3"])
  end
end
