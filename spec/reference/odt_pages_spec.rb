# frozen_string_literal: true

require_relative "../support/same_in_odt"
require_relative "../../demo/script/long"

# The lines and pages of a .docx are held against Chromium (pages_spec, built_pages_spec): the same manuscript as an .odt has the same.
RSpec.describe "The same manuscript in two formats" do
  def lines(manuscript)
    Norvel::Layout.new(manuscript).pages.flat_map { |page|
      page.text_lines.map { |placed| [page.number, placed.paragraph.id, placed.line.start, placed.line.end, placed.baseline.round(2)] }
    }
  end

  # The one difference of the two files that is no rule of a format: the file's own separator of notes, which an .odt says in its layout.
  def without_separator(manuscript) = manuscript.with(asides: manuscript.asides.except(Norvel::Manuscript::NOTE_SEPARATOR))

  it "has the same lines and page ends: headings, tables, notes, 90 pages" do
    one = without_separator(read(Demo::Long.manuscript(30_000).first))
    other = Norvel::Formats.read(SameInOdt.new(one).bytes, name: "same.odt")
    expect(other.words).to eq(one.words)
    ours, theirs = lines(one), lines(other)
    expect(ours.size).to be > 2_000
    expect(theirs - ours).to eq([])
    expect(theirs.size).to eq(ours.size)
    expect(Norvel::Layout.new(other).approximations).to eq([])
  end

  it "differs where the formats do: of two spaces the larger holds, and tab stops count from the indent" do
    one = read(docx { |file|
      spaced = '<w:spacing w:before="240" w:after="120"/><w:ind w:left="720"/><w:tabs><w:tab w:val="left" w:pos="2880"/></w:tabs>'
      2.times { file.paragraph([file.text("Fare"), "<w:r><w:tab/></w:r>", file.text("nine")], spaced) }
    })
    other = Norvel::Formats.read(SameInOdt.new(one).bytes, name: "same.odt")
    gap = ->(manuscript) { Norvel::Layout.new(manuscript).pages[0].text_lines.then { |first, last| last.y - first.y - first.line.height } }
    expect([gap[one], gap[other]].map(&:round)).to eq([18, 12])
    tabbed = '<style:style style:name="P" style:family="paragraph"><style:paragraph-properties fo:margin-left="36pt"><style:tab-stops>' \
      '<style:tab-stop style:position="144pt"/></style:tab-stops></style:paragraph-properties></style:style>'
    at = ->(manuscript) {
      placed = Norvel::Layout.new(manuscript).pages[0].text_lines.first
      placed.setting.pieces(placed.line).last.x.round
    }
    extend OpenDocument

    expect([at[one], at[read_odt('<text:p text:style-name="P">Fare<text:tab/>nine</text:p>', automatic: tabbed)]]).to eq([144, 180])
  end

  it "is read in at most 1.2 times what the .docx takes" do
    bytes = Demo::Long.manuscript(15_000).first
    odt = SameInOdt.new(read(bytes)).bytes
    works = [-> { Norvel::Formats.read(bytes) }, -> { Norvel::Formats.read(odt, name: "a.odt") }]
    works.each { |work| 2.times { work.call } } # compiled alike
    # In pairs, since a machine that is shared goes at more than one speed; what is half way of them is what it takes.
    ratios = Array.new(15) { works.map { |work| processor_time(&work) } }.map { |docx, odt_took| odt_took / docx }
    expect(ratios.sort[ratios.size / 2]).to be <= 1.2
  end

  # Other work on the machine has no part in it.
  def processor_time
    GC.start
    started = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
    yield
    Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) - started
  end
end
