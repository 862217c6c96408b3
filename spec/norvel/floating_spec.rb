# frozen_string_literal: true

RSpec.describe Norvel::Layout::Floating do
  let(:body) do
    {
      "Base" => {
        name: "Base", properties: {
          size: 127_000, font_family: "Liberation Serif", line_spacing: Norvel::Properties::LineSpacing.new(rule: :exact, value: 254_000)
        }
      }
    }
  end

  def picture(what: :image, box: nil, width: 60, height: 40, **anchor)
    Norvel::Manuscript::Inset.new(kind: :anchor, what: what, ref: "word/media/a.png", width: width * 12_700,
      height: height * 12_700, box: box, anchor: Norvel::Manuscript::Anchor.new(**anchor))
  end

  def laid(inset, text = "one\ntwo\nthree", **more)
    run = Norvel::Manuscript::Run.new(text: Norvel::Manuscript::INSET_MARK, insets: [inset])
    layout(on_page(paragraph(0, run, text), paragraph(1, "after"), styles: body, **more))
  end

  def ys(one) = one.pages.first.placed.select { |placed| placed.area == :body }.map { |placed| (placed.y - 50).round }

  def place(one) =
    one.pages.first.floats.map { |float| [(float.x - 50).round, (float.y - 50).round, float.width.round, float.height.round] }

  it "takes no room where text takes no account of it, and stands where the file says" do
    one = laid(picture(x: 20 * 12_700, y: 30 * 12_700))
    expect([ys(one), place(one), one.approximations]).to eq([[0, 20, 40, 60], [[20, 30, 60, 40]], []])
    places = [{x_from: :page, x: 0, y_from: :page, y: 0}, {x_from: :margin, x: :end, y_from: :margin, y: :end},
      {x_from: :column, x: :center}].map { |anchor| place(laid(picture(**anchor))).first.first(2) }
    expect(places).to eq([[-50, -50], [140, 160], [70, 0]])
  end

  # Seen: text went along one side alone, or above and below, and nothing was said.
  it "goes along the side that the file names, and says where text would stand on both, or beside something on the page" do
    long = "the lamps of the quay were counted " * 12
    sides = %i[both larger start end].to_h do |side|
      one = laid(picture(wrap: :around, width: 40, x: 130 * 12_700, sides: side), long, page: page_design(width: 400))
      first = one.pages.first.placed.find { |placed| placed.area == :body }
      pieces = first.setting.pieces(first.line)
      [side, [pieces.first.x.round, one.approximations.map(&:kind)]]
    end
    expect(sides).to eq(both: [170, [:float]], larger: [170, []], start: [0, []], end: [170, []])
    expect(laid(picture(wrap: :around, x_from: :page), long).approximations.map(&:kind)).to eq([:float])
  end

  it "keeps its room, with what is kept free around it, where text stands above and below" do
    one = laid(picture(wrap: :above_below, gaps: {top: 63_500, bottom: 127_000}))
    expect([ys(one), place(one), one.approximations]).to eq([[55, 75, 95, 115], [[0, 5, 60, 40]], []])
    lower = laid(picture(wrap: :above_below, y: 20 * 12_700))
    expect([ys(lower), place(lower)]).to eq([[0, 60, 80, 100], [[0, 20, 60, 40]]])
  end

  it "has text beside it on its wider side, over the paragraphs that it reaches" do
    beside = laid(picture(wrap: :around, gaps: {end: 127_000}),
      "one two three four five six seven eight nine ten eleven twelve thirteen fourteen")
    lines = beside.pages.first.placed.map { |placed| [placed.paragraph.id, placed.line.x.round] }
    expect(lines).to eq([[0, 70], [0, 70], [0, 0], [1, 0]])
    expect([place(beside), beside.approximations]).to eq([[[0, 0, 60, 40]], []])
    reaching = laid(picture(wrap: :around, height: 60), "one")
    expect(reaching.pages.first.placed.map { |placed| [placed.paragraph.id, placed.line.x.round] }).to eq([[0, 60], [1, 60]])
    right = laid(picture(wrap: :around, x: :end), "one two three four five six seven eight nine ten eleven twelve thirteen")
    expect(right.pages.first.placed.map { |placed| (placed.line.x + placed.line.width).round }.first(2)).to all(be <= 140)
    expect(place(right).first.first).to eq(140)
  end

  it "stops a number short that a tab stop would lead under it" do
    stop = Norvel::Properties::TabStop.new(position: 200 * 12_700, align: :end)
    run = Norvel::Manuscript::Run.new(text: Norvel::Manuscript::INSET_MARK, insets: [picture(wrap: :around, x: :end, height: 60)])
    entry = paragraph(0, run, "Lamps\t17", tabs: [stop])
    placed = layout(on_page(entry, styles: body)).pages.first.placed.first
    last = placed.setting.pieces(placed.line).last
    expect((last.x + last.width).round).to eq(140)
  end

  it "narrows the line that a run-in heading shares with its text too" do
    run = Norvel::Manuscript::Run.new(text: Norvel::Manuscript::INSET_MARK, insets: [picture(wrap: :around, height: 60)])
    heading = paragraph(1, "Bells. ").with(run_in: true)
    one = layout(on_page(paragraph(0, run, "one"), heading, paragraph(2, "rung by the toll clerk"), paragraph(3, "after"), styles: body))
    expect(one.pages.first.placed.map { |placed| [placed.paragraph.id, placed.line.x.round >= 60] })
      .to eq([[0, true], [1, true], [2, true], [3, true]])
  end

  it "is said where the lines beside it come on the next page" do
    run = Norvel::Manuscript::Run.new(text: Norvel::Manuscript::INSET_MARK, insets: [picture(wrap: :around, height: 120)])
    one = layout(
      on_page(paragraph(0, Array.new(7) { "line" }.join("\n")), paragraph(1, run, Array.new(6) { "line" }.join("\n")), styles: body)
    )
    expect(one.approximations.map { |each| [each.kind, each.page] }).to eq([[:float, 2]])
  end

  it "has text above and below where none fits beside it, and is said where its height depends on the page" do
    wide = laid(picture(wrap: :around, width: 180))
    expect([ys(wide), wide.approximations]).to eq([[40, 60, 80, 100], []])
    on_page = laid(picture(wrap: :around, y_from: :margin))
    expect([ys(on_page), on_page.approximations.map(&:kind), !on_page.inexact.key?(1)]).to eq([[40, 60, 80, 100], [:float], false])
  end

  it "holds the text of a text box, laid out in it; one that is too small for it is said" do
    box = ->(height) {
      laid(picture(what: :text_box, box: "text box 1", width: 100, height: height, x: 0, y: 60 * 12_700),
        asides: {"text box 1" => [paragraph(50_000_000, "Ring twice for the boat")]})
    }
    one = box[60]
    lines = one.pages.first.placed.select { |placed| placed.area == :text_box }
    expect(lines.map { |placed| [(placed.x - 50).round(1), (placed.y - 50).round(1)] }).to eq([[7.2, 63.6], [7.2, 83.6]])
    expect([one.approximations, box[30].approximations.map(&:kind)]).to eq([[], [:overflow]])
    drawn = Nokogiri::XML(Norvel::Drawing::PageSvg.new(one, one.pages.first).to_s).remove_namespaces!
    expect([drawn.css("rect.text-box").size, drawn.css("rect.box").size]).to eq([1, 0])
  end

  # Seen: whatever a box said of the room around its text, the text stood 7.2 and 3.6 points from its edge.
  it "keeps the room around the text of a box, and stands it where the box says" do
    placed = lambda do |**anchor|
      one = laid(picture(what: :text_box, box: "text box 1", width: 100, height: 60, x: 0, y: 60 * 12_700, **anchor),
        asides: {"text box 1" => [paragraph(50_000_000, "Ring")]})
      one.pages.first.placed.select { |line| line.area == :text_box }.map { |line| [(line.x - 50).round(1), (line.y - 50).round(1)] }
    end
    expect(placed[inner: {start: 20 * 12_700, top: 10 * 12_700}]).to eq([[20, 70]])
    expect(placed[stands: :bottom]).to eq([[7.2, 60 + 60 - 3.6 - 20]])
    expect(placed[stands: :center, inner: {top: 0, bottom: 0}]).to eq([[7.2, 60 + 20]])
    expect(placed[inner: {start: 99 * 12_700, end: 99 * 12_700, top: 0}].first).to eq([99, 60]) # no room at all: letter under letter
  end

  it "goes with its row in a table" do
    run = Norvel::Manuscript::Run.new(text: Norvel::Manuscript::INSET_MARK, insets: [picture(wrap: :above_below)])
    cell = Norvel::Manuscript::Cell.new(blocks: [paragraph(5, run, "in a cell").with(in_table: true)])
    table = Norvel::Manuscript::Table.new(id: "t5", rows: [Norvel::Manuscript::Row.new(cells: [cell])], columns: [100 * 12_700])
    one = layout(on_page(paragraph(0, "above"), table, styles: body))
    expect(place(one)).to eq([[5, 20, 60, 40]])
    expect(one.pages.first.placed.last.y - 50).to be_within(0.1).of(60)
  end
end
