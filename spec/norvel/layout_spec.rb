# frozen_string_literal: true

RSpec.describe Norvel::Layout do
  let(:body) do
    {
      "Base" => {
        name: "Base", properties: {
          size: 127_000, font_family: "Liberation Serif", line_spacing: Norvel::Properties::LineSpacing.new(rule: :exact, value: 254_000)
        }
      }
    }
  end

  # Ten lines of 20 pt fit on the small page (200 pt of text).
  def pages(*blocks, **more) = layout(on_page(*blocks, styles: body, **more))

  def lines(id, count, **set) = paragraph(id, Array.new(count) { "line" }.join("\n"), **set)

  def turns(layout) = layout.pages.map { |page| [page.placed.size, page.turn.reason, page.turn.empty.round] }

  describe "line height" do
    it "is ascent, descent and gap; a multiple adds above the text" do
      one = layout(on_page(paragraph(0, "x", line_spacing: Norvel::Properties::LineSpacing.multiple(2.0))))
      line = one.pages.first.placed.first.line
      single = (1825 + 443 + 87) / 2048.0 * 12 # hhea of Liberation Serif
      expect(line.height).to be_within(0.001).of(2 * single)
      expect(line.height - line.baseline).to be_within(0.001).of((443 + 43.5) / 2048.0 * 12)
    end

    it "is exact, or at least, in points" do
      heights = [[:exact, 5], [:at_least, 40], [:at_least, 5]].map do |rule, points|
        layout(on_page(paragraph(0, "x", line_spacing: Norvel::Properties::LineSpacing.new(rule: rule, value: points * 12_700))))
          .pages.first.placed.first.line.height.round(1)
      end
      expect(heights).to eq([5.0, 40.0, 13.8])
    end

    it "multiplies the tallest font, not a picture that stands in the line" do
      picture = Norvel::Manuscript::Run.new(
        text: Norvel::Manuscript::INSET_MARK, insets: [Norvel::Manuscript::Inset.new(kind: :image, width: 1_270_000, height: 200 * 12_700)]
      )
      line = layout(on_page(paragraph(0, picture, line_spacing: Norvel::Properties::LineSpacing.multiple(1.5)),
        page: page_design(height: 500))).pages.first.placed.first.line
      expect(line.height).to be_within(0.01).of(200 + (443 + 43.5) / 2048.0 * 12)
      expect(line.baseline).to be_within(0.01).of(200)
    end

    it "counts the paragraph's end, in its own size, in the last line" do
      big = paragraph(0, stretch("one\ntwo", size: 127_000)).with(mark_properties: {size: 254_000})
      expect(layout(on_page(big)).pages.first.placed.map { |placed| placed.line.height.round(2) }).to eq([11.5, 23.0])
    end

    # Seen: raised words ran into the line above, on pages that said they were exact.
    it "grows by what words are raised or lowered, unless it is exact" do
      heights = ->(points, **set) {
        layout(on_page(paragraph(0, "quay ", stretch("boat", shift: points * 12_700), **set))).lines_of(0).map do |placed|
          [placed.line.height.round(1), (placed.line.height - placed.line.baseline).round(1)]
        end
      }
      (plain, below), = heights[0]
      expect(heights[9]).to eq([[(plain + 9).round(1), below]])
      expect(heights[-5]).to eq([[(plain + 5).round(1), (below + 5).round(1)]])
      exact = Norvel::Properties::LineSpacing.new(rule: :exact, value: 15 * 12_700)
      expect(heights[9, line_spacing: exact].first.first).to eq(15)
    end

    it "of an empty paragraph is that of its mark's font" do
      empty = Norvel::Manuscript::Paragraph.new(id: 0, style: "Base", mark_properties: {size: 254_000})
      expect(layout(on_page(empty)).pages.first.placed.first.line.height).to be_within(0.01).of(20 * 1.1499)
    end
  end

  describe "lines" do
    def texts(text, width: 300, **set)
      lines_by_page(layout(on_page(paragraph(0, text, **set), page: page_design(width: width)))).flatten
    end

    it "break at spaces, after hyphens and at soft hyphens, never at no-break spaces" do
      expect(texts("well-known", width: 145)).to eq(%w[well- known])
      expect(texts("quayside\u00A0bell tower", width: 190).first).to eq("quayside\u00A0bell")
      soft = layout(on_page(paragraph(0, "quay\u00ADside"), page: page_design(width: 135)))
      expect(soft.pages.first.placed.map { |placed| placed.line.hyphenated }).to eq([true, false])
    end

    it "do not break a number after its hyphen or solidus (UAX #14, example 7)" do
      inside = ->(word) { Norvel::Layout::LineBreaking.offsets(word) }
      expect(%w[-40 pages/300 12/34 B-7].map(&inside)).to eq([[], [6], [], []])
      expect(%w[and/or well-known 1914–18 sea—land].map(&inside)).to eq([[4], [5], [5], [3, 4]])
    end

    it "hold on to closing marks after a space, to opening ones before one, and to hyphens after quotes (LB13, LB14, LB15, LB19, LB21)" do
      placed = layout(on_page(paragraph(0, "x"))).pages.first.placed.first
      format = placed.setting.pieces(placed.line).first.format
      atoms = ->(text) {
        Norvel::Layout::Atoms.new(text, [Norvel::Layout::Segment.new(0, text.length, format)], Norvel::Layout::Words.new).all
      }
      starts = ->(text) { atoms[text].reject(&:glued).map(&:start) }
      expect(starts["Où ? Ici : là ! (oui ) fin"]).to eq([0, 5, 11, 16, 23])
      expect(starts["„Spiegel“-Artikel von Dr.-Ing. Ott"]).to eq([0, 10, 18, 22, 26, 31])
      expect(starts["a ( b"]).to eq([0, 2])
    end

    it "cut a word that is longer than the line" do
      expect(texts("x" * 100).join).to eq("x" * 100)
      expect(texts("x" * 100).size).to be > 1
    end

    it "hang at tab stops, aligned at their end too" do
      stop = Norvel::Properties::TabStop.new(position: 150 * 12_700, align: :end, leader: :dot)
      setting = layout(on_page(paragraph(0, "Bells\t12", tabs: [stop]))).pages.first.placed.first
      last = setting.setting.pieces(setting.line).last
      expect(last.x + last.width).to be_within(0.01).of(150)
    end

    it "stretch to the edge when justified, but for the last" do
      text = "The crews learned the tide bell by ear and a stranger could not have told one stroke from the next."
      placed = layout(on_page(paragraph(0, text, align: :justify))).pages.first.placed
      ends = placed.map { |one| one.setting.pieces(one.line).last.then { |piece| piece.x + piece.width } }
      expect(ends[0...-1]).to all(be_within(0.01).of(200))
      expect(ends.last).to be < 199
    end

    it "keep offsets that cover the text without a gap" do
      one = paragraph(0, "one two\tthree\nfour – five\u00A0six ", "seven")
      lines = layout(on_page(one)).pages.flat_map(&:placed).map(&:line)
      expect(lines.first.start).to eq(0)
      expect(lines.each_cons(2)).to all(satisfy { |a, b| a.end == b.start })
      expect(lines.last.end).to eq(one.text.length)
    end
  end

  describe "space between paragraphs" do
    def gap(between, first: {}, second: {})
      one = on_page(lines(0, 1, space_after: 127_000, **first), lines(1, 1, space_before: 76_200, **second),
        styles: body, settings: Norvel::Manuscript::Settings.new(between: between))
      layout(one).pages.first.placed.map(&:y).each_cons(2).map { |a, b| b - a - 20 }.first.round(1)
    end

    it "adds up or the larger wins, as the manuscript says" do
      expect([gap(:sum), gap(:larger)]).to eq([16.0, 10.0])
    end

    it "between paragraphs of one style goes on the side of each that stands close (ISO/IEC 29500-1 §17.3.1.9)" do
      expect(gap(:sum, first: {close_to_same: true}, second: {close_to_same: true})).to eq(0.0)
      expect([gap(:sum, first: {close_to_same: true}), gap(:sum, second: {close_to_same: true})]).to eq([6.0, 10.0])
    end

    it "is dropped at the top of a page, except after a forced break" do
      unforced = pages(lines(0, 10), lines(1, 1, space_before: 254_000))
      forced = pages(lines(0, 2), lines(1, 1, space_before: 254_000, break_before: true))
      expect([unforced, forced].map { |one| one.pages[1].placed.first.y }).to eq([50.0, 70.0])
    end
  end

  describe "page turns and their reasons" do
    it "full" do
      expect(turns(pages(lines(0, 10), lines(1, 3)))).to eq([[10, :full, 0], [3, :end, 140]])
    end

    it "widow: two lines go on together" do
      expect(turns(pages(lines(0, 11)))).to eq([[9, :widow, 20], [2, :end, 160]])
    end

    it "orphan: a first line does not stay alone" do
      expect(turns(pages(lines(0, 9), lines(1, 4)))).to eq([[9, :orphan, 20], [4, :end, 120]])
    end

    it "keep with next, in chains" do
      expect(turns(pages(lines(0, 8), lines(1, 1, keep_next: true), lines(2, 1, keep_next: true), lines(3, 3))))
        .to eq([[8, :keep_with_next, 40], [5, :end, 100]])
    end

    it "keep together" do
      expect(turns(pages(lines(0, 7), lines(1, 5, keep_together: true)))).to eq([[7, :keep_together, 60], [5, :end, 100]])
    end

    it "break before, and a manual break" do
      expect(turns(pages(lines(0, 1), lines(1, 1, break_before: true)))).to eq([[1, :break_before, 180], [1, :end, 180]])
      expect(turns(pages(paragraph(0, "one\f"), lines(1, 1)))).to eq([[1, :manual, 180], [1, :end, 180]])
    end

    it "a new part, and an empty page before a recto" do
      parts = [Norvel::Manuscript::Section.new(page: page_design, last: 0),
        Norvel::Manuscript::Section.new(page: page_design, begins: :recto)]
      expect(turns(layout(manuscript(lines(0, 1), lines(1, 1), styles: body, sections: parts))))
        .to eq([[1, :recto, 180], [0, :recto, 200], [1, :end, 180]])
    end

    it "gives way when a chain is longer than a page, and says so" do
      chain = (0..14).map { |id| lines(id, 1, keep_next: true) }
      one = pages(*chain)
      expect(turns(one).first(1)).to eq([[10, :overflow, 0]])
      expect(one.approximations.map(&:kind)).to include(:overflow)
    end
  end

  it "numbers folios by part: roman front matter, arabic from 1" do
    parts = [Norvel::Manuscript::Section.new(
      page: page_design, last: 0, folio: Norvel::Manuscript::Folio.new(format: :lower_roman, start: 1)
    ),
      Norvel::Manuscript::Section.new(page: page_design, folio: Norvel::Manuscript::Folio.new(start: 1))]
    one = layout(manuscript(lines(0, 25), lines(1, 12), styles: body, sections: parts))
    expect(one.pages.map(&:folio)).to eq(%w[i ii iii 1 2])
  end

  it "repeats the header rows of a table on each page" do
    cell = ->(id) { Norvel::Manuscript::Cell.new(blocks: [lines(id, 1).with(in_table: true)]) }
    rows = (0..14).map { |id| Norvel::Manuscript::Row.new(cells: [cell[id]], header: id.zero?) }
    one = pages(Norvel::Manuscript::Table.new(id: "t0", rows: rows))
    expect(one.pages.map { |page| page.placed.map { |placed| placed.paragraph.id } }).to eq([(0..9).to_a, [0, *10..14]])
    expect(one.pages.first.turn.reason).to eq(:table_row)
  end

  it "puts notes at the foot of the page of their mark" do
    mark = Norvel::Manuscript::Run.new(text: "\u{FFFC}", insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: "footnotes:1")])
    one = pages(paragraph(0, "Text", mark), lines(1, 8), notes: {"footnotes:1" => [lines(1_000_000, 1)]})
    first = one.pages.first
    expect(first.placed.map(&:area)).to eq([:body] * 7 + [:note])
    expect(first.placed.last.y).to be_within(0.1).of(230)
    expect(first.turn.reason).to eq(:widow)
  end

  it "draws the same after a change as when laid out afresh (lines kept between layouts)" do
    before = came("night-ferries.docx")
    store = Norvel::Layout::LineStore.new(Norvel::Fonts::Book.shipped)
    Norvel::Layout.new(before, store: store)
    after = Norvel::Changes.build("change_style", "style" => "Normal", "values" => {"size" => "12.5 pt"}).call(before)
    expect(lines_by_page(Norvel::Layout.new(after, store: store))).to eq(lines_by_page(Norvel::Layout.new(after)))
  end

  it "says what is not exact" do
    one = layout(on_page(paragraph(0, stretch("x", font_family: "Georgia")),
      paragraph(1, Norvel::Manuscript::Run.new(text: "\u{FFFC}", insets: [Norvel::Manuscript::Inset.new(kind: :equation)]))))
    expect(one).not_to be_exact
    expect(one.substitutions.map(&:to_h)).to include({asked: "Georgia", used: "Liberation Serif", match: :fallback})
    expect(one.approximations.map(&:kind)).to eq([:equation])
  end
end
