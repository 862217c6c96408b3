# frozen_string_literal: true

# Text that was cut, joined, written and moved, delivered in the file it came from.
RSpec.describe Norvel::Formats::Docx::StoryWriter do
  def deliver(source)
    after = yield read(source)
    bytes = Norvel::Formats.write(after, source: source)
    again = read(bytes)
    expect(again.paragraphs.map(&:text)).to eq(after.paragraphs.map(&:text))
    expect(stretches(again)).to eq(stretches(after))
    bytes
  end

  def stretches(manuscript) = manuscript.paragraphs.map do |paragraph|
    [paragraph.style, paragraph.properties, paragraph.spans.map { |span| [span[:start], span[:end], span[:style], span[:properties]] }]
  end

  def body(bytes) = Nokogiri::XML(Norvel::Formats::Archive.read(bytes).members["word/document.xml"]).remove_namespaces!.at("body")

  def cut(manuscript, id, at)
    paragraph = manuscript.paragraph(id)
    second = Norvel::Manuscript::Paragraph.new(id: manuscript.free_id, style: paragraph.style,
      properties: paragraph.properties, runs: paragraph.runs_abroad(paragraph.runs_in(at, paragraph.text.length)))
    manuscript.with_paragraphs(id => [paragraph.with_runs(paragraph.runs_in(0, at)), second])
  end

  let(:field) do
    %(<w:r><w:fldChar w:fldCharType="begin"/></w:r><w:r><w:instrText>REF here</w:instrText></w:r><w:r>) +
      %(<w:fldChar w:fldCharType="separate"/></w:r><w:r><w:t>page 4</w:t></w:r><w:r><w:fldChar w:fldCharType="end"/></w:r>)
  end
  let(:mixed) do
    %(<w:p><w:pPr><w:framePr w:w="9"/><w:jc w:val="center"/></w:pPr><w:bookmarkStart w:id="1" w:name="a"/><w:r><w:rPr>) +
      %(<w:b/><w:effect w:val="none"/></w:rPr><w:t xml:space="preserve">One two</w:t><w:tab/><w:t>three</w:t></w:r>) +
      %(<w:bookmarkEnd w:id="1"/><w:hyperlink w:anchor="x"><w:r><w:t>linked words</w:t></w:r></w:hyperlink><w:r>) +
      %(<w:t xml:space="preserve"> see </w:t></w:r>#{field}<w:r><w:t>.</w:t></w:r></w:p>)
  end
  let(:source) { docx { |file| file.raw(mixed) && file.paragraph("After.") } }

  # Seen on an outside file: a note's number and its text in one run; the number went behind the text.
  it "keeps what has no length in front of the text it stood before" do
    source = docx do |file|
      file.raw(
        %(<w:p><w:r><w:fldChar w:fldCharType="begin"/><w:instrText>PAGE</w:instrText><w:fldChar w:fldCharType="end"/>) +
          %(<w:t xml:space="preserve">  Fin.</w:t></w:r></w:p>)
      )
    end
    after = read(source).then { |one| one.with_paragraphs(0 => one.paragraphs.first.replaced(0, 2)) }
    run = Nokogiri::XML(Norvel::Formats::Archive.read(Norvel::Formats.write(after, source: source)).members["word/document.xml"])
      .remove_namespaces!.at("body > p > r")
    expect(run.element_children.map { |part| part.text.empty? ? part.name : part.text }).to eq(["fldChar", "PAGE", "fldChar", "Fin."])
  end

  it "cuts a run where only a part of it is formatted" do
    bytes = deliver(source) do |manuscript|
      paragraph = manuscript.paragraphs.first
      manuscript.with_paragraphs(0 => paragraph.with_stretch(4, 10) { |run| run.with(properties: run.properties.merge(italic: true)) })
    end
    expect(body(bytes).css("p").first.css("r").first(3).map { |run| [run.element_children.map(&:name), run.text] })
      .to eq([[%w[rPr t], "One "], [%w[rPr t tab t], "twoth"], [%w[rPr t], "ree"]])
    expect(body(bytes).css("effect").size).to eq(3)
  end

  it "splits a paragraph inside a link and keeps the link on both sides" do
    bytes = deliver(source) { |manuscript| cut(manuscript, 0, 20) }
    first, second, = body(bytes).css("p").to_a
    expect([first, second].map { |node| node.css("hyperlink").map { |link| [link["anchor"], link.text] } })
      .to eq([[["x", "linked "]], [["x", "words"]]])
    expect([first.css("framePr").size, second.css("framePr").size, second.css("bookmarkStart").size]).to eq([1, 1, 0])
  end

  it "keeps a field whole on whichever side its result goes" do
    bytes = deliver(source) { |manuscript| cut(manuscript, 0, 28) }
    first, second, = body(bytes).css("p").to_a
    expect(first.css("fldChar").size).to eq(0)
    expect(second.css("fldChar").map { |mark| mark["fldCharType"] }).to eq(%w[begin separate end])
    expect(second.text).to eq("e REF herepage 4.")
  end

  it "joins two paragraphs, with what hangs in both" do
    bytes = deliver(source) do |manuscript|
      first, second = manuscript.paragraphs
      manuscript.with_paragraphs(1 => second.with_runs(first.runs_abroad + second.runs), 0 => nil)
    end
    only = body(bytes).css("p")
    expect([only.size, only.css("bookmarkStart").size, only.css("fldChar").size, only.css("hyperlink").size]).to eq([1, 1, 3, 1])
  end

  it "writes new text between what was there" do
    bytes = deliver(source) do |manuscript|
      paragraph = manuscript.paragraphs.first
      added = Norvel::Manuscript::Run.new(text: "a\tb\nc", properties: {italic: true})
      manuscript.with_paragraphs(0 => paragraph.with_runs(paragraph.runs_in(0, 3) + [added] + paragraph.runs_in(7, paragraph.text.length)))
    end
    expect(body(bytes).css("r").map(&:text).first(3)).to eq(%w[One abc three])
    expect(body(bytes).css("r")[1].element_children.map(&:name)).to eq(%w[rPr t tab t br t])
  end

  it "keeps what has no length of a run whose text goes" do
    noted = docx do |file|
      file.raw(%(<w:p><w:r><w:t>a</w:t></w:r><w:r><w:t>gone</w:t><w:commentReference w:id="3"/></w:r><w:r><w:t>z</w:t></w:r></w:p>))
    end
    bytes = deliver(noted) do |manuscript|
      paragraph = manuscript.paragraphs.first
      manuscript.with_paragraphs(0 => paragraph.with_runs(paragraph.runs_in(0, 1) + paragraph.runs_in(5, 6)))
    end
    expect(body(bytes).css("r").map { |run| run.element_children.map(&:name) }).to eq([["t"], ["commentReference"], ["t"]])
  end

  it "moves, adds and takes out paragraphs, in cells as well" do
    source = docx do |file|
      %w[a b c].each { |text| file.paragraph(text) }
      file.raw(%(<w:tbl><w:tblPr/><w:tblGrid/><w:tr><w:tc><w:tcPr/><w:p><w:r><w:t>cell</w:t></w:r></w:p></w:tc></w:tr></w:tbl>))
      file.paragraph("end")
    end
    bytes = deliver(source) do |manuscript|
      a, b, c, cell, = manuscript.paragraphs
      fresh = ->(id, text) { Norvel::Manuscript::Paragraph.new(id: id, style: a.style, runs: [Norvel::Manuscript::Run.new(text: text)]) }
      start = manuscript.free_id
      manuscript.with_paragraphs(a.id => nil, b.id => [fresh[start, "first"], b], c.id => [c, a],
        cell.id => [cell, fresh[start + 1, "more"].with(in_table: true)])
    end
    expect(body(bytes).css("p").map(&:text)).to eq(%w[first b c a cell more end])
    expect(body(bytes).css("tc p").map(&:text)).to eq(%w[cell more])
    expect(body(bytes).element_children.last.name).to eq("sectPr")
  end
end
