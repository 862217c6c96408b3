# frozen_string_literal: true

# Recorded revisions (ISO/IEC 29500-1 §17.13.5): listed, accepted one by one or all, kept otherwise.
RSpec.describe Norvel::Changes::AcceptRevisions do
  def change(revisions) = described_class.new("revisions" => revisions)

  def run(text, kind = "t") = %(<w:r><w:#{kind} xml:space="preserve">#{text}</w:#{kind}></w:r>)

  def revision(name, inner, id = 7) = %(<w:#{name} w:id="#{id}" w:author="Linnet Ashgarth">#{inner}</w:#{name}>)

  def ending(name) = %(<w:pPr><w:rPr>#{revision(name, "", 40)}</w:rPr></w:pPr>)

  let(:bytes) do
    docx do |file|
      file.raw(
        "<w:p>#{run("The ")}#{revision("ins", run("night "))}#{run("ferry ")}#{revision("del", run("sailed", "delText"))}" \
        "#{revision("ins", run("left"))}#{run(" at ten.")}</w:p>"
      )
      file.raw("<w:p>#{ending("del")}#{revision("del", run("A paragraph that goes.", "delText"))}</w:p>")
      file.raw("<w:p>#{ending("del")}#{run("The quay ")}</w:p>")
      file.raw("<w:p>#{ending("ins")}#{run("was dark.")}</w:p>")
      file.raw("<w:p>#{run("From here. ")}#{revision("moveFrom", run("The lamp was lit.", "delText"))}</w:p>")
      file.raw("<w:p>#{revision("moveTo", run("The lamp was lit."))}#{run(" To here.")}</w:p>")
    end
  end
  let(:manuscript) { read(bytes) }
  let(:texts) { ->(one) { one.paragraphs.map(&:text) } }

  # What the file then holds, read by nothing of ours.
  def document(after) = Nokogiri::XML(Norvel::Formats::Archive.member(Norvel::Formats.write(after, source: bytes), "word/document.xml"))

  def names(after) =
    document(after).xpath("//*[self::w:ins or self::w:del or self::w:moveFrom or self::w:moveTo]",
      w: "http://schemas.openxmlformats.org/wordprocessingml/2006/main").map(&:name)

  it "lists them with their words and places" do
    expect(manuscript.matters.map { |matter| [matter.kind, matter.paragraph, matter.text] }).to eq([[:insertion, 0, "night "],
      [:deletion, 0, "sailed"], [:insertion, 0, "left"], [:deletion, 1, "A paragraph that goes."],
      [:deletion, 2, ""], [:insertion, 3, ""], [:move, 4, "The lamp was lit."]])
  end

  it "accepts one and keeps the others recorded in the file" do
    after = change([[0, "1"]]).call(manuscript)
    expect(texts[after]).to eq(texts[manuscript])
    expect(names(after)).to eq(%w[ins ins del del del ins moveFrom moveTo])
    expect(document(after).text).to include("night ferry left").and(satisfy { |text| !text.include?("sailed") })
    expect(change([[0, "1"]]).sentence(manuscript)).to eq("Accepted a deletion: “sailed”.")
    expect(read(Norvel::Formats.write(after, source: bytes)).matters.map(&:text))
      .to eq(["night ", "left", "A paragraph that goes.", "", "", "The lamp was lit."])
  end

  it "accepts all: nothing is recorded any more, and paragraphs whose end was taken out join or go" do
    after = change("all").call(manuscript)
    expect(texts[after]).to eq(["The night ferry left at ten.", "The quay was dark.", "From here. ", "The lamp was lit. To here."])
    expect(names(after)).to eq([])
    again = read(Norvel::Formats.write(after, source: bytes))
    expect([texts[again], again.matters, again.paragraphs.flat_map(&:carries)]).to eq([texts[after], [], []])
    expect(change("all").sentence(manuscript)).to eq("Accepted 3 insertions, 3 deletions and 1 move.")
    expect { change("all").call(after) }.to raise_error(Norvel::NothingToChange)
  end

  it "leaves every other change of the manuscript as it is" do
    styled = Norvel::Changes.build("format_here", "paragraphs" => [0], "values" => {"align" => "center"})
      .call(change("all").call(manuscript))
    split = Norvel::Changes.build("split_paragraph", "paragraph" => 0, "at" => 6).call(styled)
    again = read(Norvel::Formats.write(split, source: bytes))
    expect(texts[again].first(2)).to eq(["The ni", "ght ferry left at ten."])
    expect(names(split)).to eq([])
  end

  it "is restored from the ledger" do
    after = change("all").call(manuscript)
    kept = JSON.parse(JSON.generate(Norvel::Changes::Difference.between(manuscript, after)))
    expect(Norvel::Changes::Difference.apply(manuscript, kept)).to eq(after)
    expect(Norvel::Formats.write(manuscript, source: bytes)).to eq(bytes)
  end

  describe "of formatting" do
    def changed(name) = revision("#{name}PrChange", "<w:#{name}Pr/>", 50)

    let(:bytes) do
      docx do |file|
        file.raw(
          "<w:p><w:pPr><w:jc w:val='center'/>#{changed("p")}</w:pPr>#{run("The night ")}" \
          "<w:r><w:rPr><w:b/>#{changed("r")}</w:rPr><w:t>ferry</w:t></w:r>#{revision("ins", run("."))}</w:p>"
        )
        file.raw("<w:tbl><w:tblPr>#{changed("tbl")}</w:tblPr><w:tblGrid><w:gridCol w:w='3000'/></w:tblGrid>" \
          "<w:tr><w:trPr>#{changed("tr")}</w:trPr><w:tc><w:tcPr>#{changed("tc")}</w:tcPr><w:p>#{run("Ten")}</w:p></w:tc></w:tr></w:tbl>")
        file.raw("<w:p><w:r><w:rPr><w:i/>#{changed("r")}</w:rPr><w:t>Eleven</w:t></w:r></w:p>")
      end
    end

    def recorded(after, part = "word/document.xml") =
      Nokogiri::XML(Norvel::Formats::Archive.member(Norvel::Formats.write(after, source: bytes), part))
        .xpath("//*[contains(local-name(), 'PrChange')]").map(&:name)

    it "are listed by paragraph, with the words they are of" do
      expect(manuscript.matters.map { |matter| [matter.kind, matter.paragraph, matter.text] })
        .to eq([[:insertion, 0, "."], [:formatting, 0, "The night ferry."], [:formatting, 1, "Ten"], [:formatting, 2, "Eleven"]])
      expect(manuscript.paragraphs.first.carries).to eq([:revision]) # that of the text
      expect(recorded(manuscript)).to eq(%w[pPrChange rPrChange tblPrChange trPrChange tcPrChange rPrChange])
    end

    it "are accepted one by one or all, and what was changed stays" do
      one = change([[1, "formatting"]]).call(manuscript)
      expect(recorded(one)).to eq(%w[pPrChange rPrChange rPrChange])
      expect(change([[1, "formatting"]]).sentence(manuscript)).to eq("Accepted a change of formatting: “Ten”.")
      all = change("all").call(manuscript)
      expect([recorded(all), all.matters]).to eq([[], []])
      again = read(Norvel::Formats.write(all, source: bytes))
      expect(again.paragraphs.map { |paragraph| [paragraph.properties, paragraph.runs.map(&:properties)] })
        .to eq(manuscript.paragraphs.map { |paragraph| [paragraph.properties, paragraph.runs.map(&:properties)] })
      expect(change("all").sentence(manuscript)).to eq("Accepted 1 insertion and 3 changes of formatting.")
    end
  end

  it "are accepted in notes too" do
    members = Norvel::Formats::Archive.read(docx { |file| file.raw("<w:p>#{run("Ten")}#{file.note("A note.")}</w:p>") }).members
    members["word/footnotes.xml"] = members["word/footnotes.xml"]
      .sub("</w:p></w:footnote></w:footnotes>",
        "#{revision("ins", run(" And more."))}#{revision("del", run(" Less.", "delText"))}</w:p></w:footnote></w:footnotes>")
    file = Norvel::Formats::Archive.new({}).write(members)
    noted = read(file)
    expect(noted.matters.map { |matter| [matter.kind, noted.paragraph(matter.paragraph).text] })
      .to eq([[:insertion, " A note. And more."], [:deletion, " A note. And more."]])
    after = Norvel::Formats.write(change("all").call(noted), source: file)
    expect(Norvel::Formats::Archive.member(after, "word/footnotes.xml")).not_to match(/<w:(ins|del) /)
    expect([read(after).matters, read(after).note_paragraphs.map(&:text)]).to eq([[], [" A note. And more."]])
    expect(Norvel::Formats::Archive.member(after, "word/document.xml")).to eq(Norvel::Formats::Archive.member(file, "word/document.xml"))
  end
end
