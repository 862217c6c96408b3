# frozen_string_literal: true

RSpec.describe Norvel::Formats::Docx::Writer do
  def change(name, **parameters) = Norvel::Changes.build(name, parameters.transform_keys(&:to_s))

  def deliver(source, *steps)
    after = steps.reduce(read(source)) { |now, (name, parameters)| change(name, **parameters).call(now) }
    Norvel::Formats.write(after, source: source)
  end

  def part(bytes, name = "word/document.xml") = Nokogiri::XML(Norvel::Formats::Archive.read(bytes).members[name]).remove_namespaces!

  it "puts elements where the schema wants them" do
    source = docx { |file| file.paragraph([file.text("x", "<w:i/><w:sz w:val=\"20\"/>")], %(<w:keepLines/><w:jc w:val="both"/>)) }
    bytes = deliver(
      source, [
        "format_here", {paragraphs: [0], values: {"keep_next" => "yes", "space_after" => "6 pt", "bold" => "yes", "color" => "#112233"}}
      ]
    )
    expect(part(bytes).at("pPr").element_children.map(&:name)).to eq(%w[keepNext keepLines spacing jc rPr])
    expect(part(bytes).at("r > rPr").element_children.map(&:name)).to eq(%w[b bCs i color sz])
  end

  it "leaves alone what it does not know" do
    known =
      %(<w:p><w:pPr><w:framePr w:w="100"/><w:jc w:val="both"/><w:textAlignment w:val="top"/></w:pPr>) +
      %(<w:bookmarkStart w:id="1" w:name="here"/><w:r><w:rPr><w:b/><w:effect w:val="shimmer"/></w:rPr><w:t>x</w:t>) +
      %(</w:r><w:bookmarkEnd w:id="1"/></w:p>)
    bytes = deliver(docx { |file| file.raw(known) }, ["remove_direct_formatting", {paragraphs: "all"}])
    expect(part(bytes).at("p").to_xml(save_with: 0))
      .to eq(
        %(<p><pPr><framePr w="100"/><textAlignment val="top"/></pPr><bookmarkStart id="1" name="here"/><r><rPr>) +
          %(<effect val="shimmer"/></rPr><t>x</t></r><bookmarkEnd id="1"/></p>)
      )
  end

  it "moves the markers of a paragraph that goes to its neighbour" do
    source = docx do |file|
      file.paragraph("before")
      file.raw(%(<w:p><w:bookmarkStart w:id="7" w:name="gone"/><w:bookmarkEnd w:id="7"/></w:p>))
      file.paragraph("after", %(<w:jc w:val="center"/>))
    end
    body = part(deliver(source, ["remove_empty_paragraphs", {paragraphs: "all"}])).at("body")
    expect(body.css("p").map(&:text)).to eq(%w[before after])
    expect(body.css("p").last.element_children.map(&:name)).to eq(%w[pPr bookmarkStart bookmarkEnd r])
  end

  it "adds new styles with their family, and a styles part where the file had none" do
    source = docx { |file| file.paragraph("x") }
    members = Norvel::Formats::Archive.read(source).members.except("word/styles.xml")
    bare = Norvel::Formats::Archive.new(members)
      .write("word/_rels/document.xml.rels" => members["word/_rels/document.xml.rels"].sub(/<Relationship Id="rIdStyles"[^>]*>/, ""))
    bytes = deliver(
      bare, [
        "define_style", {id: "House", name: "House text", parent: read(bare).sheet.default_id, next: "House", values: {"size" => "12 pt"}}
      ],
      ["apply_style", {paragraphs: "all", style: "House"}]
    )
    style = part(bytes, "word/styles.xml").at("style[styleId=House]")
    expect([style["type"], style["customStyle"], style.at("name")["val"], style.at("rPr sz")["val"]])
      .to eq(["paragraph", "1", "House text", "24"])
    again = read(bytes)
    expect([again.paragraphs.first.style, again.sheet.chain("House").size]).to eq(["House", 2])
    expect(part(bytes, "[Content_Types].xml").css("Override").map { |type| type["PartName"] }).to include("/word/styles.xml")
  end

  it "takes a font's theme away when it gives it a family" do
    source = docx do |file|
      file.paragraph([file.text("x", %(<w:rFonts w:asciiTheme="minorHAnsi" w:hAnsiTheme="minorHAnsi" w:eastAsia="MS Mincho"/>))])
    end
    fonts = part(deliver(source, ["format_here", {paragraphs: [0], values: {"font_family" => "Arial"}}])).at("r rFonts")
    expect(fonts.attributes.transform_values(&:value))
      .to eq("ascii" => "Arial", "hAnsi" => "Arial", "cs" => "Arial", "eastAsia" => "MS Mincho")
  end

  it "patches page size and margins and nothing else of a section" do
    bytes = deliver(docx(footer: Demo::Report::FOOTER) { |file| file.paragraph("x") },
      ["set_page_design", {paper: "A5", margin: {"top" => "1 in"}}])
    section = part(bytes).at("sectPr")
    expect(section.element_children.map(&:name)).to eq(%w[footerReference pgSz pgMar])
    expect([section.at("pgSz")["w"], section.at("pgMar")["top"], section.at("pgMar")["left"]]).to eq(%w[8391 1440 1440])
  end

  it "writes a note's formatting to the notes part alone" do
    source = docx { |file| file.paragraph([file.text("Text"), file.note("A note.")]) }
    note = read(source).note_paragraphs.first
    bytes = deliver(source, ["apply_style", {paragraphs: [note.id], style: "Caption"}])
    before, after = [source, bytes].map { |file| Norvel::Formats::Archive.read(file).members }
    expect(after.keys.select { |name| before[name] != after[name] }).to eq(["word/footnotes.xml"])
  end

  it "takes spacing and indents away attribute by attribute" do
    source = docx do |file|
      file.paragraph("x", %(<w:spacing w:before="120" w:line="360" w:lineRule="auto"/><w:ind w:left="300" w:firstLine="567"/>))
    end
    bytes = deliver(source, ["remove_direct_formatting", {paragraphs: "all", kinds: %w[space_before indent_first]}])
    expect(part(bytes).at("pPr").to_xml(save_with: 0)).to eq(%(<pPr><spacing line="360" lineRule="auto"/><ind left="300"/></pPr>))
    expect(part(deliver(bytes, ["remove_direct_formatting", {paragraphs: "all"}])).at("pPr")).to be_nil
  end

  # The whole clean-up of each demo manuscript: what is delivered is what was on the page.
  it "delivers the state itself, read again" do
    {"night-ferries.docx" => "marrowby-diploma", "quayside-notice.docx" => "marrowby-diploma",
     "boat-shed-handbook.docx" => "marrowby-handbook"}.each do |name, house|
      after = tidied(name, house)
      again = read(Norvel::Formats.write(after, source: demo(name)))
      bare = ->(one) {
        (one.paragraphs + one.note_paragraphs).map do |paragraph|
          [paragraph.text, paragraph.style, paragraph.properties, paragraph.mark_properties, paragraph.runs.map { |run|
            [run.text, run.style, run.properties]
          }]
        end
      }
      expect(bare[again]).to eq(bare[after])
      expect(again.sheet.styles.keys).to match_array(after.sheet.styles.keys)
    end
  end

  it "gives the same bytes again for the same state" do
    steps = [["apply_style", {paragraphs: "all", style: "BodyText"}], ["set_page_design", {margin: {"start" => "3 cm"}}]]
    expect(deliver(demo("quayside-notice.docx"), *steps)).to eq(deliver(demo("quayside-notice.docx"), *steps))
  end
end

# Whatever order paragraphs are put in, the file has it.
RSpec.describe Norvel::Formats::Docx::StoryWriter do
  it "puts paragraphs in any order" do
    bytes = docx { |file| %w[A B C D E F].each { |text| file.paragraph(text) } }
    before = read(bytes)
    [[0, 3, 4, 1, 2, 5], [5, 4, 3, 2, 1, 0], [1, 0, 2, 3, 5, 4], [2, 3, 4, 5, 0, 1],
      *Array.new(20) { |seed| (0..5).to_a.shuffle(random: Random.new(seed)) }].each do |order|
      after = before.with(blocks: order.map { |index| before.blocks[index] })
      expect(read(Norvel::Formats.write(after, source: bytes)).paragraphs.map(&:text).join).to eq(after.paragraphs.map(&:text).join)
    end
  end
end
