# frozen_string_literal: true

# Whatever fills a page can be split: rows, notes, columns; and where text stands on the pages of a section.
RSpec.describe Norvel::Layout do
  let(:exact) { Norvel::Properties::LineSpacing.new(rule: :exact, value: 254_000) } # 20 pt
  let(:body) do
    {"Base" => {name: "Base", properties: {size: 127_000, font_family: "Liberation Serif", line_spacing: exact, orphans: 0, widows: 0}}}
  end

  def section(last: nil, **more) = Norvel::Manuscript::Section.new(page: page_design, last: last, **more)

  def lines(id, count, text = "line", **set) = paragraph(id, Array.new(count) { text }.join("\n"), **set)

  # Ten lines of 20 pt fit on the small page (200 pt of text), unless sections say otherwise.
  def laid(*blocks, sections: [section], **more) = layout(manuscript(*blocks, styles: body, sections: sections, **more))

  def cell(*blocks, **more) = Norvel::Manuscript::Cell.new(blocks: blocks.map { |block| block.with(in_table: true) }, **more)

  def row(*cells, **more) = Norvel::Manuscript::Row.new(cells: cells, **more)

  def table(*rows, **more) =
    Norvel::Manuscript::Table.new(id: "t#{rows.first.cells.first.blocks.first.id}", rows: rows, columns: [100 * 12_700] * 2, **more)

  def ys(layout, area = :body) =
    layout.pages.map { |page| page.placed.select { |placed| placed.area == area }.map { |placed| (placed.y - page.top).round } }

  def turns(layout) = layout.pages.map { |page| [page.turn.reason, page.turn.empty.round] }

  describe "rows" do
    it "are split over pages, each cell a column of its own, and leave no room empty" do
      one = laid(lines(0, 6), table(row(cell(lines(1, 8)), cell(lines(2, 3)))), lines(3, 1))
      expect(ys(one, :cell)).to eq([[120, 140, 160, 180, 120, 140, 160], [0, 20, 40, 60]])
      expect(turns(one)).to eq([[:table_row, 0], [:end, 100]])
      expect(ys(one).last).to eq([80])
    end

    it "repeat their heads over what is left of a split row" do
      one = laid(lines(0, 4), table(row(cell(lines(1, 1)), cell(lines(2, 1)), header: true), row(cell(lines(3, 12)), cell(lines(4, 1)))))
      expect(ys(one, :cell).map(&:size)).to eq([2 + 5 + 1, 2 + 7])
      expect(one.pages[1].placed.first(2).map { |placed| placed.paragraph.id }).to eq([1, 2])
    end

    it "stay whole where they may not be split, until they are taller than a page" do
      whole = laid(lines(0, 6), table(row(cell(lines(1, 8)), cell(lines(2, 1)), splits: false)))
      expect([ys(whole, :cell).map(&:size), turns(whole).first]).to eq([[0, 9], [:table_row, 80]])
      tall = laid(table(row(cell(lines(1, 14)), cell(lines(2, 1)), splits: false)))
      expect([ys(tall, :cell).map(&:size), turns(tall).first[0], tall.approximations.map(&:kind)]).to eq([[11, 4], :overflow, [:overflow]])
      expect(ys(tall, :cell).flatten.max).to be < 200
    end

    it "have exact and least heights, cell margins on all sides, and text at the top, middle or bottom" do
      kinds = laid(table(row(cell(lines(1, 1)), cell(lines(2, 1), anchor: :center), height: 60 * 12_700),
        row(cell(lines(3, 4)), cell(lines(4, 1), anchor: :bottom), height: 50 * 12_700, exact: true),
        row(cell(lines(5, 1), margins: {top: 127_000, start: 254_000}), cell(lines(6, 1)))))
      placed = kinds.pages.first.placed.to_h { |one| [one.paragraph.id, one] }
      expect([1, 2, 4, 5, 6].map { |id| (placed[id].y - 50).round }).to eq([0, 20, 90, 120, 110])
      expect(placed[5].x - placed[3].x).to be_within(0.01).of(20 - 5.4)
    end

    it "have the cell margins of their table's style where neither table nor cell says any" do
      sheet = sheet({"Grid" => {name: "Grid", kind: :table, cell_margins: {top: 127_000, start: 254_000}},
        "Fine" => {name: "Fine", kind: :table, parent: "Grid", cell_margins: {top: 63_500}}})
      places = [{style: "Grid"}, {style: "Fine"}, {style: "Fine", margins: {top: 0}}].map do |more|
        one = layout(manuscript(table(row(cell(lines(1, 1))), **more), sections: [section]).with(sheet: sheet))
        one.pages.first.placed.first.then { |placed| [(placed.x - 50).round, (placed.y - 50).round] }
      end
      expect(places).to eq([[20, 10], [20, 5], [20, 0]])
    end

    it "merged over several rows take them together, over a page too" do
      merged = table(row(cell(lines(1, 5)), cell(lines(2, 1))), row(cell(lines(3, 0), continued: true), cell(lines(4, 1))),
        row(cell(lines(5, 0), continued: true), cell(lines(6, 1))))
      one = laid(merged, lines(9, 1))
      placed = one.pages.first.placed.group_by { |each| each.paragraph.id }.transform_values do |all|
        all.map { |each| (each.y - 50).round }
      end
      expect(placed.slice(1, 2, 4, 6, 9)).to eq(1 => [0, 20, 40, 60, 80], 2 => [0], 4 => [20], 6 => [40], 9 => [100])
      over = laid(lines(0, 8), merged)
      expect(over.pages.map { |page| page.placed.count { |each| each.paragraph.id == 1 } }).to eq([2, 3])
    end

    it "stand in the middle or at the end where the table does" do
      lefts = %i[start center end].map do |align|
        laid(table(row(cell(lines(1, 1))), columns: [80 * 12_700], align: align).with(columns: [80 * 12_700])).pages.first.placed.first.x
      end
      expect(lefts.map { |x| (x - 5.4 - 50).round }).to eq([0, 60, 120])
    end
  end

  describe "notes" do
    def noted(id, text = "line", ref: "footnotes:1") =
      paragraph(
        id, text, Norvel::Manuscript::Run.new(
          text: Norvel::Manuscript::INSET_MARK, insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: ref)]
        )
      )

    it "go on at the foot of the next page when they do not fit" do
      one = laid(lines(0, 6), noted(1), lines(2, 5), notes: {"footnotes:1" => [lines(100, 6)]})
      expect(ys(one, :note).map(&:size)).to eq([2, 4])
      expect(ys(one).map(&:size)).to eq([7, 5])
      expect(turns(one).first[0]).to eq(:note)
      expect(one.pages.map { |page|
        page.placed.select { |placed| placed.area == :note }.map { |placed| placed.y + placed.line.height }.max.round
      }).to eq([250, 250])
    end

    it "longer than a page fill pages of their own, and nothing is lost" do
      one = laid(noted(0), lines(1, 2), notes: {"footnotes:1" => [lines(100, 30)]})
      expect(ys(one, :note).flatten.size).to eq(30)
      expect(ys(one).flatten.size).to eq(3)
      expect(one.pages.flat_map { |page| page.placed.map { |placed| placed.y + placed.line.height } }.max.round).to be <= 250
    end

    it "stand under the file's own separator, which takes the height of its paragraph" do
      one = laid(noted(1), notes: {"footnotes:1" => [lines(100, 1)]}, asides: {Norvel::Manuscript::NOTE_SEPARATOR => [lines(101, 1)]})
      # a note of 20 pt, over it a line of 20 pt
      expect(one.pages.first.rules.map { |rule| [rule.y1.round, (rule.x2 - rule.x1).round] }).to eq([[221, 67]])
      full = laid(lines(0, 7), noted(1), lines(2, 1), notes: {"footnotes:1" => [lines(100, 1)]},
        asides: {Norvel::Manuscript::NOTE_SEPARATOR => [lines(101, 1)]})
      expect(ys(full).map(&:size)).to eq([8, 1])
    end

    it "take their line along where not a line of theirs fits" do
      one = laid(lines(0, 9), noted(1), lines(2, 1), notes: {"footnotes:1" => [lines(100, 1)]})
      expect([ys(one).map(&:size), ys(one, :note).map(&:size)]).to eq([[9, 2], [0, 1]])
      two = laid(lines(0, 9), noted(1), lines(2, 1), notes: {"footnotes:1" => [lines(100, 2)]})
      expect([ys(two).map(&:size), ys(two, :note).map(&:size)]).to eq([[9, 2], [0, 2]])
    end
  end

  # Seen: such a paragraph went to the next page whole, which was said to be for its last line, and a third of the page stayed empty.
  describe "a note in a paragraph of which no line may stand alone" do
    let(:mark) do
      Norvel::Manuscript::Run.new(text: Norvel::Manuscript::INSET_MARK,
        insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: "footnotes:1")])
    end

    def pages(above, of_note)
      noted = paragraph(1, "line\nline", mark, "\nline", orphans: 2, widows: 2)
      laid(lines(0, above), noted, lines(2, 3), notes: {"footnotes:1" => [lines(100, of_note)]})
    end

    it "is split where the lines of its paragraph stay together" do
      one = pages(5, 6)
      expect(ys(one).map(&:size)).to eq([8, 3])
      expect([turns(one).first[0], ys(one, :note).map(&:size).sum, ys(one, :note).first.size]).to match([:note, 6, be >= 1])
    end

    it "is why the page ends where not a line of it fits" do
      one = pages(7, 3)
      expect([ys(one).first.size, turns(one).first[0]]).to eq([7, :note])
    end
  end

  describe "columns" do
    it "fill one after the other, and say in which a line stands" do
      one = laid(lines(0, 25), sections: [section(columns: 2, column_gap: 254_000)])
      expect(one.pages.map { |page| page.placed.map(&:column).tally }).to eq([{0 => 10, 1 => 10}, {0 => 5}])
      expect(one.pages.first.placed.map(&:x).uniq).to eq([50.0, 160.0])
      expect(one.pages.first.placed.first.setting.width).to eq(90.0)
      expect(one.approximations).to eq([])
    end

    it "are balanced before a section that goes on upon the page, which then stands under the longest" do
      one = laid(lines(0, 2), lines(1, 7), lines(2, 2), sections: [
        section(last: 0), section(last: 1, columns: 2, begins: :here), section(begins: :here)
      ])
      expect(one.pages.size).to eq(1)
      expect(ys(one).first).to eq([0, 20, 40, 60, 80, 100, 40, 60, 80, 120, 140])
    end

    it "go on with one column where there is no room left on the page" do
      one = laid(lines(0, 9), lines(1, 6), lines(2, 1), sections: [
        section(last: 0), section(last: 1, columns: 2, begins: :here), section(begins: :here)
      ])
      expect(ys(one)).to eq([[*(0..9).map { |number| number * 20 }.first(9), 180, 180], [0, 20, 0, 20, 40]])
    end
  end

  describe "sections" do
    it "that go on upon the page keep the space of both paragraphs between them, and have margins of their own" do
      wide = page_design.with(margin: page_design.margin.merge(start: 80 * 12_700))
      one = laid(lines(0, 1, space_after: 127_000), lines(1, 1, space_before: 63_500),
        sections: [section(last: 0), Norvel::Manuscript::Section.new(page: wide, begins: :here)])
      expect(ys(one)).to eq([[0, 35]])
      expect(one.pages.first.placed.map(&:x)).to eq([50.0, 80.0])
    end

    it "of other paper begin a page though they would go on" do
      one = laid(lines(0, 1), lines(1, 1), sections: [
        section(last: 0), Norvel::Manuscript::Section.new(page: page_design(width: 400), begins: :here)
      ])
      expect(one.pages.map(&:width)).to eq([300.0, 400.0])
    end

    it "on a recto leave a blank page, which is counted in the part that it ends" do
      one = laid(lines(0, 1), lines(1, 1), sections: [
        section(last: 0, folio: Norvel::Manuscript::Folio.new(format: :lower_roman)),
        section(begins: :recto, folio: Norvel::Manuscript::Folio.new(start: 1))
      ])
      expect(one.pages.map { |page| [page.part, page.folio, page.turn.reason, page.placed.size] })
        .to eq([[0, "i", :recto, 1], [0, "ii", :recto, 0], [1, "1", :end, 1]])
    end

    it "mirror their margins on a verso, with the gutter on the bound side or above" do
      bound = page_design.with(margin: page_design.margin.merge(start: 60 * 12_700, end: 40 * 12_700, gutter: 10 * 12_700))
      sections = [Norvel::Manuscript::Section.new(page: bound)]
      sides = ->(**set) {
        laid(lines(0, 12), sections: sections, settings: Norvel::Manuscript::Settings.new(**set)).pages.map do |page|
          [page.placed.first.x, page.top]
        end
      }
      expect(sides[mirrored: true]).to eq([[70.0, 50.0], [40.0, 50.0]])
      expect(sides[mirrored: false]).to eq([[70.0, 50.0], [70.0, 50.0]])
      expect(sides[gutter_above: true]).to eq([[60.0, 60.0], [60.0, 60.0]])
    end

    it "may stand in the middle or at the foot of their page" do
      tops = %i[top center bottom].map { |where| ys(laid(lines(0, 2), sections: [section(vertical: where)])).first.first }
      expect(tops).to eq([0, 80, 160])
      title = laid(lines(0, 2), lines(1, 2), sections: [section(last: 0, vertical: :center), section])
      expect(ys(title).map(&:first)).to eq([80, 0])
    end
  end
end

RSpec.describe Norvel::Layout::NoteNumbers do
  def marked(id, *refs, **set) =
    paragraph(id, "Bells", *refs.map { |ref|
      Norvel::Manuscript::Run.new(text: Norvel::Manuscript::INSET_MARK, insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: ref)])
    }, **set)

  def form(**more) = Norvel::Manuscript::NoteForm.new(**more)

  let(:blocks) { [marked(0, "footnotes:1", "endnotes:1"), marked(1, "footnotes:2"), marked(2, "footnotes:3", break_before: true)] }
  let(:notes) do
    %w[footnotes:1 footnotes:2 footnotes:3 endnotes:1].each_with_index.to_h { |ref, index| [ref, [paragraph(100 + index, "A note.")]] }
  end

  def labels(**settings)
    sections = settings.delete(:sections) || [Norvel::Manuscript::Section.new(page: page_design(height: 500))]
    one = layout(manuscript(*blocks, notes: notes, sections: sections, settings: Norvel::Manuscript::Settings.new(**settings)))
    one.pages.flat_map(&:placed).select { |placed| placed.area == :body }
      .flat_map { |placed| placed.setting.pieces(placed.line) }.select(&:inset).map(&:text)
  end

  it "counts through, footnotes and endnotes apart, each in its form" do
    expect(labels).to eq(%w[1 i 2 3])
    expect(labels(footnotes: form(format: :lower_letter, start: 3))).to eq(%w[c i d e])
  end

  it "begins anew on each page, or with each section" do
    expect(labels(footnotes: form(restart: :page))).to eq(%w[1 i 2 1])
    sections = [Norvel::Manuscript::Section.new(last: 0, endnotes: form(format: :upper_roman)),
      Norvel::Manuscript::Section.new(begins: :here)]
    expect(labels(sections: sections, footnotes: form(restart: :section))).to eq(%w[1 I 1 2])
  end
end

RSpec.describe "What a section asks for and no page shows" do
  def read_with(inner)
    read(docx(section: %(<w:pgSz w:w="11906" w:h="16838"/>#{inner})) { |file| file.paragraph("One") })
  end

  it "is said on its pages: lines on a grid, line numbers" do
    {"" => [], %(<w:lnNumType w:countBy="5"/>) => %i[line_numbers], %(<w:docGrid w:type="lines" w:linePitch="360"/>) => %i[grid],
     %(<w:docGrid w:linePitch="360"/>) => []}.each do |inner, beyond|
      one = read_with(inner)
      expect([inner, one.sections.first.beyond, layout(one).approximations.map(&:kind)])
        .to eq([inner, beyond, beyond.empty? ? [] : [:object]])
    end
  end

  it "takes no room where a paragraph's end is hidden and nothing stands in it" do
    hidden = Norvel::Manuscript::Paragraph.new(id: 1, style: "Base", mark_properties: {hidden: true})
    one = layout(on_page(paragraph(0, "One"), hidden, paragraph(2, "Two")))
    expect(one.pages.first.placed.map { |placed| placed.paragraph.id }).to eq([0, 2])
  end
end
