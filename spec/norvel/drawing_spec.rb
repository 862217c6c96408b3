# frozen_string_literal: true

RSpec.describe Norvel::Drawing do
  def page(*blocks, **options)
    one = layout(on_page(*blocks))
    Nokogiri::XML(described_class::PageSvg.new(one, one.pages.first, **options).to_s).remove_namespaces!
  end

  it "gives every word its own x, from the layout" do
    one = layout(on_page(paragraph(0, "The crews learned the tide bell by ear", align: :justify)))
    drawn = Nokogiri::XML(described_class::PageSvg.new(one, one.pages.first).to_s).remove_namespaces!
    places = one.pages.first.placed.flat_map do |placed|
      placed.setting.pieces(placed.line).map { |piece| [piece.text, (placed.x + piece.x).round(2)] }
    end
    expect(drawn.css(".para > text tspan").map { |word| [word.text.strip, word["x"].to_f] }).to eq(places)
  end

  it "draws in the file that was measured, by name" do
    expect(page(paragraph(0, stretch("bold", bold: true), stretch(" both", bold: true, italic: true)))
      .css(".para > text:not(.word)").map { |text| text["class"] }).to eq(%w[f-LiberationSerif-Bold f-LiberationSerif-BoldItalic])
  end

  it "draws the whole manuscript as a strip whose texture tells styles, blank lines, hand formatting and findings" do
    one = manuscript(paragraph(0, "Bells", style: "Heading1"), paragraph(1, "Fog"), paragraph(2, "Ebb"),
      paragraph(3, ""), paragraph(4, "Quoted", style: "Quote"), paragraph(5, "by hand", align: :center))
    drawn = Nokogiri::XML(Norvel::Drawing::StripSvg.new(layout(one), findings: {2 => 1}).to_s).remove_namespaces!
    expect(drawn.css("path").to_h { |path| [path["class"], path["d"].scan("M").size] })
      .to eq("heads" => 1, "ink" => 3, "blanks" => 1, "dashed" => 1, "hands" => 1, "found" => 1)
    expect(drawn.css("g[data-page]").map { |page| page["data-page"] }).to eq(["1"])
  end

  it "names what a strip that is known has alike, and draws only the rest" do
    pages = Array.new(60) { |id| paragraph(id, "Bells " * 80) }
    before = Norvel::Drawing::StripSvg.new(layout(manuscript(*pages)))
    after = Norvel::Drawing::StripSvg.new(layout(manuscript(paragraph(0, "Fog"), *pages.drop(1))))
    drawn = Nokogiri::XML(after.to_s(known: before)).remove_namespaces!.css("g[data-page]")
    expect(drawn.map { |page| page["data-like"] && page.element_children.empty? }.tally[true]).to be_between(1, drawn.size - 1)
    expect(Nokogiri::XML(before.to_s(known: before)).remove_namespaces!.css("g[data-like]").map { |page| page["data-like"] }.size).to eq(
      before.pages.size
    )
  end

  it "puts the code of the style beside each paragraph" do
    drawn = page(paragraph(0, "Bells", style: "Heading1"), paragraph(1, "Quoted", style: "Quote"))
    expect(drawn.css(".style-mark text").map { |mark| mark.children.last.text }).to eq(%w[H1 BQ])
    expect(page(paragraph(0, "Bells"), style_marks: false).css(".style-mark")).to be_empty
  end

  it "marks italics with a line under the words and a word in the margin" do
    drawn = page(paragraph(0, "The ", stretch("Teal", italic: true), " left"))
    expect(drawn.css("text.word").map(&:text)).to eq(["ital."])
    expect(drawn.css("path.pen:not(.join)").size).to eq(1)
    expect(page(paragraph(0, "The ", stretch("Teal", italic: true), " left"), mark_up: false).css(".word, .pen")).to be_empty
  end

  it "says what is formatted alike all through a paragraph once, at its first line" do
    drawn = page(paragraph(0, stretch("The ", size: 139_700), stretch("Teal", size: 139_700, italic: true),
      stretch(" left the stairs at slack water and was not seen again", size: 139_700)))
    expect(drawn.css("text.word").map(&:text)).to eq(["11 pt", "ital."])
  end

  it "says blank lines in a row once, with a bracket over them" do
    drawn = page(paragraph(0, "x"), *(1..7).map { |id| paragraph(id, "") }, paragraph(8, "y"), paragraph(9, ""))
    expect(drawn.css("text.word").map(&:text)).to eq(["7 blank lines", "blank line"])
    brackets = drawn.css("path.join").map { |path| path["d"] }.grep(/V/).map { |d| d[/M\S+ ([\d.]+)/, 1].to_f - d[/V([\d.]+)/, 1].to_f }
    expect(brackets.map { |height| -height.round }).to eq([95]) # seven lines of 13.8 points, a point less at each end
  end

  it "calls an empty paragraph a blank line" do
    expect(page(paragraph(0, "x"), paragraph(1, "")).css("text.word").map(&:text)).to eq(["blank line"])
  end

  it "draws an image where its address is known, otherwise a labelled box" do
    image = Norvel::Manuscript::Run.new(
      text: "\u{FFFC}", insets: [
        Norvel::Manuscript::Inset.new(kind: :image, ref: "media/a.png", width: 1_270_000, height: 635_000, alt: "A <plan>")
      ]
    )
    shown = page(paragraph(0, image), image: ->(name) { "/pictures/#{name}" }).at("image")
    expect([shown["href"], shown["width"], shown["height"], shown.at("title").text])
      .to eq(["/pictures/media/a.png", "100", "50", "A <plan>"])
    expect(page(paragraph(0, image)).at("text.box-label").text).to eq("image, not laid out")
  end

  it "draws each kind of underline as what it is" do
    drawn = %i[single double thick dotted dash wave words].to_h do |kind|
      laid = layout(on_page(paragraph(0, stretch("two words", underline: kind))))
      svg = Nokogiri::XML(Norvel::Drawing::PageSvg.new(laid, laid.pages.first).to_s).remove_namespaces!
      [kind, [svg.css("line.ink").size, svg.css("path.ink").size, svg.at("line.ink")&.[]("stroke-dasharray")]]
    end
    expect(drawn).to eq(single: [1, 0, nil], double: [2, 0, nil], thick: [1, 0, nil], dotted: [1, 0, "1 1.5"],
      dash: [1, 0, "4 2"], wave: [0, 1, nil], words: [2, 0, nil])
  end
end

RSpec.describe Norvel::Drawing::MarginNotes do
  it "lays no note over another, at the foot of the page either, and cuts the longest where there are too many" do
    [8, 20, 40, 90].each do |count|
      notes = described_class.new(400.0)
      count.times { |number| notes.add(380.0 - number, %w[a b c d e f]) }
      placed = notes.placed
      ends = placed.map { |note| [note.y, note.y + (note.words.size - 1) * described_class::STEP] }
      expect(ends.each_cons(2)).to all(satisfy { |(_, foot), (head, _)| head - foot >= described_class::STEP - 0.001 })
      expect(ends.last.last).to be <= 400.0
      expect(placed.sum { |note| note.words.size }).to be > [count, 40].min - 1
    end
  end
end

RSpec.describe Norvel::Drawing::SaidOnce do
  it "says once what most paragraphs of a style have alike by hand, and beside each only what is its own" do
    texts = (0..9).map do |number|
      paragraph(number, stretch("Bells ring.", size: 139_700), **((number == 4) ? {align: :center} : {align: :justify}))
    end
    one = layout(manuscript(*texts))
    once = described_class.new(Norvel::CommonestByHand.of(one.manuscript))
    drawn = Nokogiri::XML(Norvel::Drawing::PageSvg.new(one, one.pages.first, once: once).to_s).remove_namespaces!
    code = one.manuscript.sheet.marks.values.first
    expect(drawn.css("text.word").map(&:text)).to eq(["most of #{code} by hand:", "11 pt", "justified", "centred", "11 pt"])
  end
end

RSpec.describe Norvel::Drawing::PageHeard do
  let(:grid) do
    rows = [["Quay", "Lamps"], ["Ottery", "4"]].each_with_index.map do |row, index|
      Norvel::Manuscript::Row.new(header: index.zero?, cells: row.each_with_index.map { |text, place|
        Norvel::Manuscript::Cell.new(blocks: [paragraph(50 + index * 2 + place, text).with(in_table: true)])
      })
    end
    Norvel::Manuscript::Table.new(id: "t50", rows: rows, columns: [900_000, 900_000])
  end
  let(:list) { {"1" => Norvel::Manuscript::List.new(id: "1", levels: {0 => Norvel::Manuscript::ListLevel.new})} }
  let(:item) { Norvel::Properties::NumberRef.new(list: "1") }

  it "says headings by level, paragraphs whole, lists and tables, with style and hand formatting described, not strewn in" do
    one = manuscript(paragraph(0, "Of <bells>", style: "Heading1"), paragraph(1, "The ", stretch("tide", italic: true), " bell\nrings."),
      paragraph(2, "first", numbering: item), paragraph(3, "second", numbering: item), paragraph(4, ""), grid, lists: list)
    page = layout(one)
    html = Nokogiri::HTML5.fragment(described_class.new(page, page.pages.first).to_s)
    expect(html.css("h2").map { |node| [node.text, node["data-p"]] }).to eq([["Of <bells>", "0"]])
    expect(html.css("p").map { |node| [node.text, node["aria-description"]] }).to eq([["The tide bell rings.", "Base; by hand: ital."]])
    expect(html.css("ul > li").map(&:text)).to eq(["1. first", "2. second"])
    expect([html.css("th").map(&:text), html.css("td").map(&:text)]).to eq([%w[Quay Lamps], %w[Ottery 4]])
  end

  it "says where a paragraph goes on from the page before" do
    long = on_page(paragraph(0, "The crews learned the tide bell by ear. " * 60), page: page_design(width: 200, height: 200))
    page = layout(long)
    expect(described_class.new(page, page.pages[1]).to_s).to include(">continued: The crews")
  end
end
