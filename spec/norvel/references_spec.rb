# frozen_string_literal: true

# Cross-references (ISO/IEC 29500-1 §17.16.5.45, §17.16.5.51): understood, refreshed, the broken ones named.
RSpec.describe Norvel::References do
  def sign(type) = %(<w:r><w:fldChar w:fldCharType="#{type}"/></w:r>)

  def field(code, result) =
    %(#{sign("begin")}<w:r><w:instrText xml:space="preserve"> #{code} </w:instrText></w:r>#{sign("separate")}<w:r><w:rPr>) +
      %(<w:b/></w:rPr><w:t>#{result}</w:t></w:r>#{sign("end")})

  def text(words) = %(<w:r><w:t xml:space="preserve">#{words}</w:t></w:r>)

  def marked(name, words, number, properties = "") =
    %(<w:p>#{properties}<w:bookmarkStart w:id="#{number}" w:name="#{name}"/>#{words}<w:bookmarkEnd w:id="#{number}"/></w:p>)

  let(:bytes) do
    docx do |file|
      file.raw(
        "<w:p>#{text("See ")}#{field("REF lamps \\h", "The lamp")}#{text(" on page ")}#{field("PAGEREF lamps \\h", "9")}" \
        "#{text(", ")}#{field("REF fig \\h", "Figure 7")}#{text(" and ")}#{field("PAGEREF gone", "4")}#{text(".")}</w:p>"
      )
      file.raw(marked("lamps", text("The lamps"), 1, %(<w:pPr><w:pStyle w:val="Heading1"/><w:pageBreakBefore/></w:pPr>)))
      file.raw(marked("fig", %(#{text("Figure ")}#{field("SEQ Figure \\* ARABIC", "1")}#{text(". The quay")}), 2))
    end
  end

  def of(manuscript) = described_class.new(layout(manuscript))

  it "are found with what they say and should say" do
    found = of(read(bytes)).all
    expect(found.map { |one| [one.refers.what, one.says, one.wanted, one.broken] })
      .to eq([[:text, "The lamp", "The lamps", false], [:folio, "9", "2", false],
        [:text, "Figure 7", "Figure 1", false], [:folio, "4", nil, true]])
    expect([of(read(bytes)).stale.size, of(read(bytes)).broken.size]).to eq([3, 1])
  end

  it "are brought up to date in the file, in their own runs, and not one word is lost" do
    before = read(bytes)
    change = Norvel::Changes.build("refresh_references")
    after = change.call(before)
    expect(change.told(before, after)).to eq("Brought 3 cross-references up to date.")
    expect(change.remarks(before, after).map(&:first)).to eq(["1 cross-reference leads nowhere and stays."])
    out = Norvel::Formats.write(after, source: bytes)
    again = read(out)
    expect(again.paragraphs.first.text).to eq("See The lamps on page 2, Figure 1 and 4.")
    expect(of(again).stale).to eq([])
    xml = Zip::File.open_buffer(out).read("word/document.xml")
    expect(xml.scan("fldChar").size).to eq(Zip::File.open_buffer(bytes).read("word/document.xml").scan("fldChar").size)
    expect(again.paragraphs.first.runs.select(&:refers).map { |run| run.properties[:bold] }).to eq([true] * 4)
    expect(Norvel::Changes::Difference.apply(before, Norvel::Changes::Difference.between(before, after))).to eq(after)
    expect { change.call(again) }.to raise_error(Norvel::NothingToChange)
  end

  it "are brought up to date in a paragraph that is written in as well" do
    before = read(bytes)
    written = Norvel::Changes.build("edit_text", "paragraph" => 0, "text" => before.paragraphs.first.text.sub("See ", "Please see ")).call(
      before
    )
    after = Norvel::Changes.build("refresh_references").call(written)
    expect(read(Norvel::Formats.write(after, source: bytes)).paragraphs.first.text).to eq("Please see The lamps on page 2, Figure 1 and 4.")
  end

  describe "to what is counted" do
    def caption(file, code, number, words, mark: nil)
      content = "#{text("Figure ")}#{field(code, number)}#{text(". #{words}")}"
      file.raw(mark ? marked(mark, content, 7) : "<w:p>#{content}</w:p>")
    end

    def heading(file, words) = file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading1"/></w:pPr>#{text(words)}</w:p>))

    def numbers(manuscript) =
      manuscript.paragraphs.filter_map { |paragraph| paragraph.runs.find { |run| run.refers&.what == :count }&.text }

    let(:bytes) do
      docx do |file|
        file.raw("<w:p>#{text("As ")}#{field("REF quay \\h", "Figure 4")}#{text(" shows.")}</w:p>")
        caption(file, "SEQ Figure \\* ARABIC", "1", "The boat")
        caption(file, "SEQ Figure \\* ARABIC", "4", "The quay", mark: "quay")
        caption(file, "SEQ Table \\* ARABIC", "1", "Tides")
        caption(file, "SEQ Figure \\c", "9", "The quay again")
        caption(file, "SEQ Figure \\r 12", "12", "The bell")
        caption(file, "SEQ Figure \\* ARABIC", "5", "The lamp")
      end
    end

    it "count anew in the file what is miscounted, and refer to it by its number" do
      before = read(bytes)
      expect(of(before).miscounted.map { |one| [one.says, one.wanted] }).to eq([%w[4 2], %w[5 13]])
      change = Norvel::Changes.build("recount_numbers")
      after = change.call(before)
      expect(change.told(before, after)).to eq("Counted 2 numbers anew, and brought 1 cross-reference up to date.")
      again = read(Norvel::Formats.write(after, source: bytes))
      expect(numbers(again)).to eq(%w[1 2 1 9 12 13])
      expect(again.paragraphs.first.text).to eq("As Figure 2 shows.")
      expect(of(again).miscounted).to eq([])
      expect { change.call(again) }.to raise_error(Norvel::NothingToChange)
    end

    it "begin anew with each chapter where they are to" do
      bytes = docx do |file|
        %w[One Two].each do |chapter|
          heading(file, chapter)
          2.times { |index| caption(file, "SEQ Figure \\* ARABIC \\s 1", (index + 5).to_s, "The boat") }
        end
      end
      expect(numbers(Norvel::Changes.build("recount_numbers").call(read(bytes)))).to eq(%w[1 2 1 2])
    end
  end
end
