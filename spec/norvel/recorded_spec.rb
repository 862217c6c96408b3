# frozen_string_literal: true

require_relative "../support/wild"

# Changes of formatting as recorded revisions: what was said before stands beside what is said now, and can be taken back.
RSpec.describe Norvel::Formats::Docx::Recorded do
  let(:source) do
    body = Wild.p(Wild.t("Tolls rose in 1884, ") + Wild.t("twice", "<w:i/>") + Wild.t(" in all."), '<w:jc w:val="right"/>') +
      Wild.p(Wild.t("Nothing is done here.")) + Wild.p(Wild.t("Plain words.") + Wild.r('<w:footnoteReference w:id="2"/>'))
    Wild.build(body: body, settings: "<w:trackRevisions/>", relations: {"rIdNotes" => ["footnotes", "footnotes.xml"]},
      parts: {"word/footnotes.xml" => %(<w:footnotes xmlns:w="#{Wild::W}"><w:footnote w:id="2">#{Wild.p(Wild.t("Below"))}) +
        "</w:footnote></w:footnotes>"})
  end
  let(:manuscript) { read(source) }
  let(:who) { {author: "L. Ashgarth", date: Time.utc(2026, 12, 1, 9)} }

  def id_of(words) = manuscript.all_paragraphs.find { |one| one.text.include?(words) }.id

  def delivered(*changes, record: who)
    now = changes.reduce(manuscript) { |one, (name, said)| Norvel::Changes.build(name, JSON.parse(JSON.generate(said))).call(one) }
    Norvel::Formats.write(now, source: source, record: record)
  end

  def part(bytes, name = "word/document.xml") = Nokogiri::XML(Norvel::Formats::Archive.read(bytes).members.fetch(name))

  def changes(bytes, name = "word/document.xml")
    part(bytes, name).xpath("//*[local-name()='pPrChange' or local-name()='rPrChange']")
  end

  let(:edits) do
    tolls, plain, below = ["Tolls", "Plain", "Below"].map { |words| id_of(words) }
    [["format_here", {paragraphs: [tolls], values: {align: "center", space_after: "6 pt"}}],
      ["format_here", {text: [[tolls, 6, 10]], values: {bold: "yes"}}], ["apply_style", {paragraphs: [plain], style: "Heading1"}],
      ["format_here", {paragraphs: [below], values: {indent_start: "1 cm"}}],
      ["edit_text", {paragraph: plain, text: "Plain words, more.\u{FFFC}"}]]
  end

  it "are written by author and date where they are asked for, and nowhere else" do
    bytes = delivered(*edits)
    found = changes(bytes)
    expect(found.map(&:name).tally).to eq("pPrChange" => 2, "rPrChange" => 1)
    expect(found.map { |one| [one["w:author"], one["w:date"]] }.uniq).to eq([["L. Ashgarth", "2026-12-01T09:00:00Z"]])
    expect(found.map { |one| one["w:id"] }.uniq.size).to eq(3)
    expect(changes(bytes, "word/footnotes.xml").map(&:name)).to eq(["pPrChange"])
    expect(changes(delivered(*edits, record: nil)).size).to eq(0)
    expect(delivered).to eq(source)
  end

  it "say what was there before, so that whoever takes them back has it again" do
    document = part(delivered(*edits))
    document.xpath("//*[local-name()='pPrChange' or local-name()='rPrChange']").each do |change|
      set, old = change.parent, change.element_children.first
      kept = set.element_children.select { |one| %w[rPr sectPr].include?(one.name) && change.name == "pPrChange" }
      set.children.each(&:unlink)
      [*old.element_children, *kept].each { |one| set.add_child(one) }
    end
    was, is = [part(source), document].map do |one|
      one.xpath("//w:body/w:p", "w" => Wild::W).map do |paragraph|
        [paragraph.at_xpath("w:pPr/w:jc/@w:val", "w" => Wild::W)&.value, paragraph.at_xpath("w:pPr/w:pStyle/@w:val", "w" => Wild::W)&.value,
          paragraph.at_xpath("w:pPr/w:spacing", "w" => Wild::W)&.to_s, paragraph.xpath(".//w:r[w:rPr/w:b]", "w" => Wild::W).size]
      end
    end
    expect(is).to eq(was)
  end

  it "are open matters when the file is read again, with every value as it is now, and go when they are accepted" do
    again = read(delivered(*edits))
    formatting = again.matters.select { |one| one.kind == :formatting }
    expect(formatting.map { |one| again.paragraph(one.paragraph).text[0, 5] }).to contain_exactly("Tolls", "Plain", "Below")
    tolls = again.paragraph(id_of("Tolls"))
    expect(Norvel::Cascade.new(again).paragraph(tolls)[:align]).to eq(:center)
    accepted = Norvel::Changes.build("accept_revisions", {"revisions" => "all"}).call(again)
    bytes = Norvel::Formats.write(accepted, source: delivered(*edits))
    expect(changes(bytes).size).to eq(0)
  end

  it "leave what was recorded before as it is" do
    first = delivered(*edits)
    again = read(first)
    more = Norvel::Changes.build("format_here", "paragraphs" => [id_of("Tolls")], "values" => {"align" => "end"}).call(again)
    bytes = Norvel::Formats.write(more, source: first, record: who.merge(author: "Another"))
    expect(changes(bytes).map { |one| one["w:author"] }.uniq).to eq(["L. Ashgarth"])
    expect(changes(bytes).first.at_xpath(".//*[local-name()='jc']").attribute_nodes.first.value).to eq("right")
  end
end
