# frozen_string_literal: true

# Lines around paragraphs and shading behind them: laid out with their room, drawn, written and read.
RSpec.describe Norvel::Layout::Frames do
  def framed(id, text, borders: "all 1 pt", **set) = paragraph(id, text, borders: Norvel::Properties[:borders].parse(borders), **set)

  def frames(manuscript) = layout(manuscript).pages.first.frames

  def tops(manuscript) = layout(manuscript).pages.first.placed.map { |placed| placed.y.round(2) }

  it "takes the room of its lines and their distance" do
    plain = tops(on_page(paragraph(0, "One"), paragraph(1, "Two"), paragraph(2, "Three")))
    with = tops(on_page(paragraph(0, "One"), framed(1, "Two", borders: "all 2 pt distance 3 pt"), paragraph(2, "Three")))
    expect(with.zip(plain).map { |now, was| (now - was).round(2) }).to eq([0.0, 5.0, 10.0])
  end

  it "stands outside the text's edges" do
    frame = frames(on_page(framed(0, "One", borders: "left 1 pt distance 4 pt, right 3 pt distance 2 pt", indent_start: 127_000))).first
    expect([frame.x1, frame.x2]).to eq([50 + 10 - 5, 250 + 5])
  end

  it "is one around neighbours that have the same, with the line between where there is one" do
    manuscript = on_page(framed(0, "One", space_after: 76_200), framed(1, "Two"), framed(2, "Other", borders: "top 1 pt"))
    expect(frames(manuscript).map { |frame| [frame.frame.sides.keys, frame.y1.round(1)] }.size).to eq(2)
    between = frames(on_page(framed(0, "One", borders: "all 1 pt, between 0.5 pt"), framed(1, "Two", borders: "all 1 pt, between 0.5 pt")))
    expect([between.size, between.first.between.size]).to eq([1, 1])
  end

  it "is open where a page turns in it" do
    long = on_page(*(0..20).map { |id| framed(id, "Line #{id}") })
    first, second = layout(long).pages.first(2).map { |page| page.frames.first }
    expect([[first.top, first.bottom], [second.top, second.bottom]]).to eq([[true, nil], [nil, true]])
  end

  it "shades behind the text" do
    svg = Norvel::Drawing::PageSvg.new(laid = layout(on_page(paragraph(0, "One", shading: "#eeeecc", indent_end: 254_000))),
      laid.pages.first).to_s
    expect(Nokogiri::XML(svg).remove_namespaces!.at(".shade").attributes.transform_values(&:value))
      .to include("fill" => "#eeeecc", "x" => "50", "width" => "180")
  end

  it "draws each kind of line as what it is" do
    kinds = %w[single double dotted dashed thick].to_h do |kind|
      laid = layout(on_page(framed(0, "One", borders: "top 1 pt #{kind} #aa0000")))
      lines = Nokogiri::XML(Norvel::Drawing::PageSvg.new(laid, laid.pages.first).to_s).remove_namespaces!.css("line.border")
      [kind, [lines.size, lines.first["stroke-width"], lines.first["stroke-dasharray"], lines.first["stroke"]]]
    end
    expect(kinds).to eq("single" => [1, "1", nil, "#aa0000"], "double" => [2, "1", nil, "#aa0000"],
      "dotted" => [1, "1", "0.6 1.8", "#aa0000"], "dashed" => [1, "1", "4 2", "#aa0000"], "thick" => [1, "2", nil, "#aa0000"])
  end

  it "is in cells too" do
    cell = Norvel::Manuscript::Cell.new(blocks: [framed(0, "In a cell")])
    table = Norvel::Manuscript::Table.new(id: "t0", rows: [Norvel::Manuscript::Row.new(cells: [cell])], columns: [1_270_000])
    laid = layout(on_page(table, paragraph(1, "After")))
    expect(laid.pages.first.frames.size).to eq(1)
  end

  it "is written as a person types it, and comes back from the file" do
    source = docx { |file| file.paragraph("Framed.") }
    after = Norvel::Changes.build("format_here", "paragraphs" => [0],
      "values" => {"borders" => "top 1 pt double, bottom 0.5 pt single #8a2a20 distance 4 pt"}).call(read(source))
    again = read(Norvel::Formats.write(after, source: source)).paragraphs.first
    expect(again.properties[:borders]).to eq(after.paragraphs.first.properties[:borders])
    expect(Norvel::Properties[:borders].show(again.properties[:borders]))
      .to eq("top 1 pt double, bottom 0.5 pt single #8a2a20 distance 4 pt")
    expect { Norvel::Properties[:borders].parse("round it") }.to raise_error(Norvel::Error, /is not a border/)
  end
end
