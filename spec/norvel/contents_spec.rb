# frozen_string_literal: true

require "norvel/report"

# Lists of contents, figures and tables (ISO/IEC 29500-1 §17.16.5.68): read with their switches, held against the pages, brought up to date.
RSpec.describe Norvel::Contents do
  def sign(type) = %(<w:r><w:fldChar w:fldCharType="#{type}"/></w:r>)

  def code(text) = %(<w:r><w:instrText xml:space="preserve"> #{text} </w:instrText></w:r>)

  def text(words) =
    words.split(/(\t)/).map { |part| (part == "\t") ? "<w:r><w:tab/></w:r>" : %(<w:r><w:t xml:space="preserve">#{part}</w:t></w:r>) }.join

  # A list with these lines, its end in a paragraph of its own, and chapters that begin pages.
  def source(instruction, *lines, chapters: %w[Introduction Methods Results], extra: "")
    docx do |file|
      first, *others = lines
      file.raw("<w:p>#{sign("begin")}#{code(instruction)}#{sign("separate")}#{text(first)}</w:p>")
      others.each { |line| file.raw("<w:p>#{text(line)}</w:p>") }
      file.raw("<w:p>#{sign("end")}</w:p>")
      chapters.each do |chapter|
        file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading1"/><w:pageBreakBefore/></w:pPr>#{text(chapter)}</w:p>))
        file.paragraph("Words of #{chapter.downcase}.")
        file.raw(extra) unless extra.empty?
      end
    end
  end

  def state(manuscript) = described_class.new(layout(manuscript)).then { |known| known.state(known.lists.first) }

  def lines(manuscript) = described_class.new(layout(manuscript)).then { |known| known.lists.map { |list| known.lines(list).map(&:text) } }

  def change(name, **given) = Norvel::Changes.build(name, given.transform_keys(&:to_s))

  def delivered(after, source) = read(Norvel::Formats.write(after, source: source))

  let(:right) { ["Introduction\t2", "Methods\t3", "Results\t4"] }

  # Seen: parts made after the contents left every folio of it wrong.
  it "is brought up to date in the step that makes it stale; one that was stale before is left" do
    {right => [["Introduction\t1", "Methods\t2", "Results\t3"], true], ["Introduction\t7", "Methods\t3"] => [nil, false]}
      .each do |said, (then_says, follows)|
      examined = Norvel::Examination.new(read(source(%(TOC \\o "1-2" \\h), *said)))
      main = examined.manuscript.paragraphs.find { |one| one.text == "Introduction" }
      operation = Norvel::Changes::ListsFollow.with(change("academic_parts", main: main.id, chapters: "page"), examined)
      after = operation.call(examined.manuscript)
      expect(lines(after)).to eq([then_says || said])
      expect(operation.told(examined.manuscript, after).include?("the list of contents brought up to date")).to be(follows)
    end
  end

  it "follows a list that is made before it, which moves its pages" do
    figures = ->(name) {
      number = sign("begin") + code("SEQ Figure") + sign("separate") + text("1") + sign("end")
      %(<w:p><w:pPr><w:pStyle w:val="Caption"/></w:pPr>#{text("Figure ")}#{number}#{text(" #{name}")}</w:p>)
    }
    examined = Norvel::Examination.new(read(source(%(TOC \\o "1-2" \\h), *right, extra: figures["Lamps"] * 25)))
    making = change("make_contents", before: 0, of: "Figure", title: "Figures")
    after = Norvel::Changes::ListsFollow.with(making, examined).call(examined.manuscript)
    expect(lines(making.call(examined.manuscript)).first).to eq(lines(examined.manuscript).first)
    expect(lines(after).first).not_to eq(lines(examined.manuscript).first)
    expect(described_class.new(layout(after)).then { |known| known.lists.map { |list| known.state(list).current? } }).to eq([true, true])
  end

  it "is found with its first and last paragraph and its switches" do
    list = read(source(%(TOC \\o "1-2" \\h \\t "Special,3"), *right)).contents.first
    expect([list.first, list.last, list.levels, list.by, list.styles, list.links, list.folios])
      .to eq([0, 3, [1, 2], [:style], {"Special" => 3}, true, true])
    captions = read(source(%(TOC \\h \\z \\c "Figure"), "Figure 1\t2")).contents.first
    expect([captions.kind, captions.of]).to eq([:captions, "Figure"])
    expect(read(source("TOC \\n \\u", "Introduction")).contents.first.then { |one| [one.folios, one.by] }).to eq([false, [:level]])
  end

  it "knows whether it is current, and says what differs" do
    expect(state(read(source(%(TOC \\o "1-3"), *right)))).to be_current
    {["Introduction\t2", "Methods\t5", "Results\t6"] => "2 folios differ",
     ["Introduction\t2", "Old name\t3", "Results\t4"] => "1 text differs",
     ["Introduction\t2", "Results\t4"] => "1 missing entry differs", [*right, "Gone\t9"] => "1 entry too many differs",
     ["Introduction\t1", "Old name\t3", "Results\t4"] => "1 folio and 1 text differ"}.each do |said, words|
      expect(state(read(source(%(TOC \\o "1-3"), *said))).words).to eq(words)
    end
    expect(state(read(source(%(TOC \\n \\o "1-3"), "Introduction", "Methods", "Results")))).to be_current
  end

  it "goes by heading styles, by levels, by named styles, as its switches say" do
    level = %(<w:p><w:pPr><w:outlineLvl w:val="0"/></w:pPr><w:r><w:t>Set by hand</w:t></w:r></w:p>)
    {%(TOC \\o "1-3") => 3, "TOC \\u" => 6, %(TOC \\o "1-3" \\u) => 6, %(TOC \\o "2-3") => 0}.each do |instruction, count|
      manuscript = read(source(instruction, "x\t1", extra: level))
      known = described_class.new(layout(manuscript))
      expect(known.entries(known.lists.first).size).to eq(count), instruction
    end
  end

  it "is brought up to date in the file, its instruction kept, each line a link with a folio of its own" do
    bytes = source(%(TOC \\o "1-3" \\h \\x), "Introduction\t9", "Old\t9",
      chapters: ["Introduction", "The\tquay &amp; the “Steps”", "Results", "End"])
    before = read(bytes)
    after = change("update_contents").call(before)
    expect(lines(after)).to eq([["Introduction\t2", "The quay & the “Steps”\t3", "Results\t4", "End\t5"]])
    again = delivered(after, bytes)
    expect([lines(again), state(again).current?, again.contents.first.code]).to eq([lines(after), true, %(TOC \\o "1-3" \\h \\x)])
    folios = again.paragraphs.first(4).map { |line| line.runs.last.refers }
    expect(folios.map(&:what).uniq).to eq([:folio])
    expect(folios.map { |one| again.paragraph(again.anchors[one.to]).text.tr("\t", " ") })
      .to eq(["Introduction", "The quay & the “Steps”", "Results", "End"])
    expect(again.words).to eq(before.words)
    expect { change("update_contents").call(again) }.to raise_error(Norvel::NothingToChange)
  end

  it "is brought up to date where its end stands in its last line, and in a structured document tag" do
    body = "<w:p>#{sign("begin")}#{code("TOC \\o \"1-3\"")}#{sign("separate")}#{text("A\t1")}</w:p><w:p>#{text("B\t1")}#{sign("end")}</w:p>"
    bytes = docx do |file|
      file.raw("<w:sdt><w:sdtPr><w:docPartObj/></w:sdtPr><w:sdtContent>#{body}</w:sdtContent></w:sdt>")
      %w[One Two Three].each { |chapter| file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading1"/></w:pPr>#{text(chapter)}</w:p>)) }
    end
    again = delivered(change("update_contents").call(read(bytes)), bytes)
    expect(lines(again).first.map { |line| line.split("\t").first }).to eq(%w[One Two Three])
    expect(state(again)).to be_current
    inside = Nokogiri::XML(Norvel::Formats.write(change("update_contents").call(read(bytes)), source: bytes).then { |out|
      Zip::File.open_buffer(out).read("word/document.xml")
    })
    expect(inside.xpath("//*[local-name()='sdtContent']/*[local-name()='p']").size).to eq(3)
  end

  it "stays as long as nobody brings it up to date, and folios in it settle though it grows over a page" do
    many = Array.new(70) { |index| "Chapter on the landing stage number #{index + 1}" }
    bytes = source(%(TOC \\o "1-3"), "x\t1", chapters: many)
    before = read(bytes)
    moved = change("set_page_design", paper: "A5").call(before)
    expect(lines(moved)).to eq([["x\t1"]])
    after = change("update_contents").call(before)
    expect(state(after)).to be_current
    first = lines(after).first.first[/\d+\z/].to_i
    expect([first, layout(after).page_of(after.paragraphs.find { |one| one.text == many.first }.id)]).to eq([3, 3])
  end

  it "is made under a heading of its own, with a style a level, right-aligned folios after leaders" do
    bytes = docx do |file|
      file.paragraph("A report")
      %w[One Two].each do |chapter|
        file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading1"/></w:pPr>#{text(chapter)}</w:p>))
        file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading2"/></w:pPr>#{text("Under #{chapter}")}</w:p>))
      end
    end
    before = read(bytes)
    made = change("make_contents", before: 1, title: "Contents", levels: 2)
    after = made.call(before)
    expect(made.told(before, after)).to eq("Made a list of contents: 4 entries.")
    again = delivered(after, bytes)
    expect(lines(again)).to eq([["One\t1", "Under One\t1", "Two\t1", "Under Two\t1"]])
    expect(again.paragraphs[1].text).to eq("Contents")
    expect(again.sheet[again.paragraphs[1].style].file_name).to match(/\Atoc heading\z/i)
    styles = again.paragraphs[2, 2].map { |line| again.sheet[line.style] }
    expect(styles.map { |style| style.file_name.downcase }).to eq(["toc 1", "toc 2"])
    expect(styles.map { |style| style.properties[:tabs].map { |tab| [tab.align, tab.leader] } }.uniq).to eq([[%i[end dot]]])
    line = layout(again).lines_of(again.paragraphs[2].id).first
    expect(line.setting.pieces(line.line).last.then { |piece| (piece.x + piece.width).round(1) }).to eq(451.3)
    expect(Norvel::DirectFormatting.objectionable(again.paragraphs[2])).to be_empty
  end

  it "is made at the end of the part before, where a part begins behind it" do
    bytes = docx do |file|
      file.paragraph("A report")
      %w[One Two].each { |chapter| file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading1"/></w:pPr>#{text(chapter)}</w:p>)) }
    end
    parted = change("academic_parts", main: 1, chapters: "page").call(read(bytes))
    making = change("make_contents", before: 1, title: "Contents")
    expect(making.sentence(parted)).to eq("Made a list of contents: 2 entries.")
    again = delivered(making.call(parted), bytes)
    known = described_class.new(layout(again))
    expect(known.lines(known.lists.first).map(&:text)).to eq(["One\t1", "Two\t2"])
    expect(layout(again).pages.map { |page| [page.folio, page.text_lines.first.setting.text] })
      .to eq([["i", "A report"], ["ii", "Contents"], ["1", "One"], ["2", "Two"]])
    expect(known.state(known.lists.first)).to be_current
  end

  it "refuses what it would have nothing to say about" do
    bytes = docx { |file| file.paragraph("Only words.") }
    expect { change("make_contents", before: 0).call(read(bytes)) }.to raise_error(Norvel::ChangeRefused, /no heading/)
    expect { change("make_contents", before: 0, of: "Figure").call(read(bytes)) }
      .to raise_error(Norvel::ChangeRefused, /Nothing counts “Figure”/)
    expect { change("update_contents").call(read(bytes)) }.to raise_error(Norvel::NothingToChange)
  end

  it "stands in the survey" do
    survey = ->(bytes) { Norvel::Report::Survey.new(Norvel::Examination.new(read(bytes))).to_h[:contents] }
    expect(survey[source(%(TOC \\o "1-3"), *right)]).to eq([{paragraphs: [0, 2], levels: [1, 3], up_to_date: true}])
    expect(survey[source(%(TOC \\o "1-3"), "Introduction\t7")]).to eq([{paragraphs: [0, 0], levels: [1, 3], up_to_date: false}])
    expect(survey[docx { |file| file.paragraph("x") }]).to eq([])
  end
end

require_relative "../support/wild"

# ISO/IEC 29500-1 §17.3.1.20: an outline level of 9 is none, and overrides.
RSpec.describe "A heading that says it has no level" do
  let(:style) do
    %(<w:style w:type="paragraph" w:styleId="CH"><w:name w:val="TOC Heading"/><w:basedOn w:val="Heading1"/><w:pPr>) +
      %(<w:outlineLvl w:val="9"/></w:pPr></w:style>)
  end
  let(:source) do
    Wild.build(body: Wild.p(Wild.t("Contents"), %(<w:pStyle w:val="CH"/>)) + Wild.p(Wild.t("Tolls"),
      %(<w:pStyle w:val="Heading1"/>)) + Wild.p(Wild.t("Not this"),
        %(<w:pStyle w:val="Heading1"/><w:outlineLvl w:val="9"/>)), styles: style)
  end
  let(:one) { read(source) }

  it "is none, though it rests on one" do
    expect(Norvel::Examination.new(one).headings.map { |paragraph, level| [paragraph.text, level] }).to eq([["Lamps", 1], ["Tolls", 1]])
    expect([one.sheet["CH"].properties, one.sheet.level_of(one.sheet["CH"])]).to eq([{outline_level: 0}, nil])
  end

  it "stands in no list of contents, and stays none in the file" do
    after = Norvel::Changes.build("make_contents", "before" => one.paragraphs[1].id, "levels" => 3).call(one)
    expect(after.paragraphs.select { |paragraph| after.listed.include?(paragraph.id) }
      .map { |paragraph| paragraph.text[/\A[^\t]+/] }.compact).to eq(%w[Lamps Tolls])
    changed = Norvel::Changes.build("restyle", "lines" => ["TOC Heading: bold, no level", "Aside from heading 1: no level"]).call(one)
    again = read(Norvel::Formats.write(changed, source: source))
    expect([again.sheet["CH"], again.sheet.named("Aside")].map { |style| [style.properties[:outline_level], again.sheet.level_of(style)] })
      .to eq([[0, nil], [0, nil]])
  end
end
