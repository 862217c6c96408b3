# frozen_string_literal: true

RSpec.describe "Lists, tabs and special text in the layout" do
  def first_line(*blocks, **more)
    placed = layout(on_page(*blocks, page: page_design(width: 500), **more)).pages.first.placed.first
    [placed, placed.setting.pieces(placed.line)]
  end

  def stop(points, **more) = Norvel::Properties::TabStop.new(position: points * 12_700, **more)

  describe "labels" do
    def listed(suffix, **indents)
      level = Norvel::Manuscript::ListLevel.new(text: "%1.", suffix: suffix, properties: indents)
      first_line(paragraph(0, "Boats", numbering: Norvel::Properties::NumberRef.new(list: "1")),
        lists: {"1" => Norvel::Manuscript::List.new(id: "1", levels: {0 => level})})
    end

    it "hang before the text, which begins at the indent" do
      placed, pieces = listed(:tab, indent_start: 457_200, indent_first: -228_600)
      expect([placed.setting.label.text, placed.setting.label_x, pieces.first.x]).to eq(["1.", 18.0, 36.0])
    end

    it "are followed by a space, or by nothing" do
      face = Norvel::Fonts::Book.shipped.face("Times New Roman")
      width = ->(text) { face.units(text) * 12.0 / face.units_per_em }
      expect(listed(:space)[1].first.x).to be_within(0.001).of(width["1. "])
      expect(listed(:nothing)[1].first.x).to be_within(0.001).of(width["1."])
    end
  end

  describe "tabs" do
    def ends(text, *stops)
      _, pieces = first_line(paragraph(0, text, tabs: stops))
      [pieces.last.x.round(1), (pieces.last.x + pieces.last.width).round(1)]
    end

    it "go to the next stop, and to default stops after the last" do
      expect(ends("a\tb", stop(100)).first).to eq(100.0)
      expect(ends("a\tb").first).to eq(36.0)
      expect(ends("a\t\tb", stop(100)).first).to eq(108.0)
    end

    it "stand text at its centre or end" do
      from, to = ends("a\tword", stop(200, align: :center))
      expect((from + to) / 2).to be_within(0.1).of(200)
      expect(ends("a\tword", stop(200, align: :end)).last).to eq(200.0)
    end

    it "keep their leader" do
      placed, = first_line(paragraph(0, "Bells\t12", tabs: [stop(200, align: :end, leader: :dot)]))
      expect(placed.line.tabs.first.last).to eq(:dot)
    end

    it "are not stretched in justified lines, nor what stands before them" do
      _, pieces = first_line(
        paragraph(0, "one two\tthree four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen",
          tabs: [stop(100)], align: :justify)
      )
      plain = first_line(paragraph(0, "one two\tthree", tabs: [stop(100)]))[1]
      expect(pieces.first(3).map(&:x)).to eq(plain.first(3).map(&:x))
    end
  end

  it "sets small capitals as smaller capitals, and capitals as capitals" do
    _, small = first_line(paragraph(0, stretch("Teal Bay", small_caps: true)))
    expect(small.map { |piece| [piece.text, piece.format.size.round(1)] }).to eq([["T", 12.0], ["EAL", 9.6], ["B", 12.0], ["AY", 9.6]])
    expect(first_line(paragraph(0, stretch("straße", caps: true)))[1].first.text).to eq("STRAßE")
  end

  it "raises superscripts without making the line taller" do
    plain, = first_line(paragraph(0, "Area 20 km"))
    raised, pieces = first_line(paragraph(0, "Area 20 km", stretch("2", raised: :superscript)))
    expect(raised.line.height).to eq(plain.line.height)
    expect(pieces.last.format).to have_attributes(rise: be_within(0.01).of(3.96), size: be_within(0.01).of(7.8))
  end

  it "spaces letters and scales them" do
    plain, spaced, scaled = [{}, {letter_spacing: 25_400}, {scale: 150}].map do |formatting|
      first_line(paragraph(0, stretch("boats", **formatting)))[0].line.width
    end
    expect(spaced - plain).to be_within(0.001).of(10)
    expect(scaled / plain).to be_within(0.001).of(1.5)
  end

  it "gives the line the height of its tallest font" do
    placed, = first_line(paragraph(0, "small ", stretch("large", size: 254_000)))
    expect(placed.line.height).to be_within(0.01).of(20 * 2355 / 2048.0)
  end

  it "scales an image that is wider than the text" do
    image = Norvel::Manuscript::Run.new(
      text: "\u{FFFC}", insets: [Norvel::Manuscript::Inset.new(kind: :image, width: 800 * 12_700, height: 400 * 12_700)]
    )
    placed, pieces = first_line(paragraph(0, image))
    expect([pieces.first.width, placed.line.height]).to match([400.0, be_within(5).of(200)])
  end

  it "mirrors nothing it cannot: right-to-left and complex scripts are named" do
    one = layout(manuscript(paragraph(0, "שלום"), paragraph(1, "नमस्ते"), paragraph(2, "plain")))
    expect(one.approximations.map { |approximation| [approximation.kind, approximation.paragraph] })
      .to eq([[:font, 1], [:right_to_left, 0]])
  end

  # Seen: lists of contents keep long entries off their numbers by an indent at the end, and a stop beyond it; the number was
  # thrown onto the next line.
  it "sets a number at an end or decimal stop beyond the line's end, as far as the column goes" do
    width = 400 * 12_700
    {390 => 390, 400 => 400, 460 => 400}.each do |asked, stands|
      %i[end decimal].each do |align|
        stop = Norvel::Properties::TabStop.new(position: asked * 12_700, align: align)
        entry = paragraph(0, "The lamps of the north quay, and how they were kept in winter by those who lived on the stairs of it\t17",
          tabs: [stop], indent_end: 60 * 12_700)
        lines = layout(on_page(entry, page: page_design(width: 500))).pages.first.placed
        last = lines.last.setting.pieces(lines.last.line).last
        expect([asked, align, lines.size, (last.x + last.width).round]).to eq([asked, align, 2, stands])
        expect(lines.first.line.width).to be <= (width / 12_700) - 60
      end
    end
  end

  it "keeps what does not fit before such a stop for the next line" do
    stop = Norvel::Properties::TabStop.new(position: 390 * 12_700, align: :end)
    long = paragraph(0, "Lamps\t#{"and what was written of them in all the years " * 3}", tabs: [stop], indent_end: 60 * 12_700)
    lines = layout(on_page(long, page: page_design(width: 500))).pages.first.placed
    expect(lines.map { |placed| placed.line.width.round }.max).to be <= 390
    expect(lines.map { |placed| long.text[placed.line.start...placed.line.end] }.join).to eq(long.text)
  end

  it "sets numbers with their decimal sign at a decimal stop, and draws a bar where a stop is one" do
    stops = [Norvel::Properties::TabStop.new(position: 100 * 12_700, align: :decimal),
      Norvel::Properties::TabStop.new(position: 150 * 12_700, align: :bar)]
    places = ["\t12.5", "\t1,250.75", "\t8", "\tno 3.25 m"].map do |text|
      placed = layout(on_page(paragraph(0, text, tabs: stops))).pages.first.placed.first
      line = placed.setting.pieces(placed.line)
      format = line.first.format
      line.first.x + format.width(text.delete("\t")[/\A.*\d(?=[.,]\d)|\A\d+/])
    end
    expect(places).to all(be_within(0.01).of(100.0))
    bar = layout(on_page(paragraph(0, "Bells\tring", tabs: stops)))
    drawn = Nokogiri::XML(Norvel::Drawing::PageSvg.new(bar, bar.pages.first).to_s).remove_namespaces!
    expect(drawn.css("line.rule").map { |line| line["x1"] }).to eq(["200"])
  end

  it "sends positional tabs to a place in the line, whatever stops there are (ISO/IEC 29500-1 §17.3.3.23)" do
    stop = Norvel::Properties::TabStop.new(position: 30 * 12_700)
    tab = ->(place) { Norvel::Manuscript::Run.new(text: "\t", tab_to: place) }
    one = layout(on_page(paragraph(0, "Left", tab[:center], "middle", tab[:end], "right", tabs: [stop])))
    placed = one.pages.first.placed.first
    pieces = placed.setting.pieces(placed.line)
    expect(pieces[1].x + pieces[1].width / 2).to be_within(0.01).of(100)
    expect(pieces[2].x + pieces[2].width).to be_within(0.01).of(200)
    expect(placed.setting.text_of(placed.line)).to eq("Left\tmiddle\tright")
    footer =
      %(<w:r><w:t>Marrowby</w:t></w:r><w:r><w:ptab w:relativeTo="margin" w:alignment="right" w:leader="none"/></w:r>) +
      %(<w:r><w:t>Report</w:t></w:r>)
    read = read(docx(section: %(<w:pgSz w:w="11906" w:h="16838"/>), footer: "<w:p>#{footer}</w:p>") { |file| file.paragraph("One") })
    expect(read.sections.first.footers[:default].first.runs.map { |run| [run.text, run.tab_to] })
      .to eq([["Marrowby", nil], ["\t", :end], ["Report", nil]])
  end
end
