# frozen_string_literal: true

# Recorded revisions (ISO/IEC 29500-1 §17.13.5): listed, accepted one by one or all, kept otherwise.
RSpec.describe Norvel::Changes::AcceptRevisions do
  def change(revisions) = described_class.new("revisions" => revisions)

  def run(text, kind = "t") = %(<w:r><w:#{kind} xml:space="preserve">#{text}</w:#{kind}></w:r>)

  def revision(name, inner, id = 7) = %(<w:#{name} w:id="#{id}" w:author="Linnet Ashgarth">#{inner}</w:#{name}>)

  def ending(name) = %(<w:pPr><w:rPr>#{revision(name, "", 40)}</w:rPr></w:pPr>)

  let(:bytes) do
    docx do |file|
      file.raw("<w:p>#{run("The ")}#{revision("ins", run("night "))}#{run("ferry ")}#{revision("del", run("sailed", "delText"))}#{revision("ins", run("left"))}#{run(" at ten.")}</w:p>")
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

  def names(after) = document(after).xpath("//*[self::w:ins or self::w:del or self::w:moveFrom or self::w:moveTo]", w: "http://schemas.openxmlformats.org/wordprocessingml/2006/main").map(&:name)

  it "lists them with their words and places" do
    expect(manuscript.matters.map { |matter| [matter.kind, matter.paragraph, matter.text] }).to eq([[:insertion, 0, "night "],
      [:deletion, 0, "sailed"], [:insertion, 0, "left"], [:deletion, 1, "A paragraph that goes."], [:deletion, 2, ""], [:insertion, 3, ""], [:move, 4, "The lamp was lit."]])
  end

  it "accepts one and keeps the others recorded in the file" do
    after = change([[0, "1"]]).call(manuscript)
    expect(texts[after]).to eq(texts[manuscript])
    expect(names(after)).to eq(%w[ins ins del del del ins moveFrom moveTo])
    expect(document(after).text).to include("night ferry left").and(satisfy { |text| !text.include?("sailed") })
    expect(change([[0, "1"]]).sentence(manuscript)).to eq("Accepted a deletion: “sailed”.")
    expect(read(Norvel::Formats.write(after, source: bytes)).matters.map(&:text)).to eq(["night ", "left", "A paragraph that goes.", "", "", "The lamp was lit."])
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
    styled = Norvel::Changes.build("format_here", "paragraphs" => [0], "values" => {"align" => "center"}).call(change("all").call(manuscript))
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
end
