# frozen_string_literal: true

require_relative "../support/wild"

# What a file says of itself as a whole (ISO/IEC 29500-1 §17.15.1).
RSpec.describe Norvel::Formats::Docx::SettingsReader do
  def with(settings, body: Wild.p(Wild.t("oil"))) = read(Wild.build(settings: settings, body: body))

  def told(settings) = with(settings).warnings

  table = Norvel::Formats::Docx::Markup::SETTINGS

  it "knows every row of its table, and tells what stands in none" do
    rows = ->(around) { table[around].values_at(:set, :none).flatten.map { |name| "<w:#{name}/>" }.join }
    expect(told("#{rows["settings"]}<w:compat>#{rows["compat"]}</w:compat>").grep(/does not know|older way/)).to eq([])
    expect(told("<w:wickAndOil/>")).to eq(["The file says “wickAndOil”, which Norvel does not know; it stays in the file."])
    expect(told("<w:compat><w:noLeading/></w:compat>"))
      .to eq(["The file asks to be set in an older way (“noLeading”), which Norvel does not follow; lines may stand elsewhere."])
  end

  it "tells what no page shows where it is on, and only there" do
    expect(told("<w:bookFoldPrinting/>")).to eq(["The file asks to be printed as a folded booklet; no page here shows it."])
    expect(told(%(<w:bookFoldPrinting w:val="0"/>))).to eq([])
    plain = %(w:bg1="light1" w:t1="dark1" w:bg2="light2" w:t2="dark2" w:accent1="accent1")
    expect(told("<w:clrSchemeMapping #{plain}/>")).to eq([])
    expect(told("<w:clrSchemeMapping #{plain.sub("light1", "dark1")}/>").size).to eq(1)
  end

  describe "of words that are divided" do
    let(:text) do
      "Navigation lanterns illuminated extraordinary departures, notwithstanding administrative complications concerning passengers."
    end

    def ends(**settings)
      manuscript = on_page(paragraph(0, settings.delete(:text) || text), page: page_design(width: 210),
        settings: Norvel::Manuscript::Settings.new(hyphenate: true, **settings), info: Norvel::Manuscript::Info.new(language: "en-GB"))
      layout(manuscript).lines_of(0).map { |placed| placed.line.hyphenated }
    end

    it "reads them, and divides by them" do
      says = '<w:consecutiveHyphenLimit w:val="2"/><w:hyphenationZone w:val="200"/><w:doNotHyphenateCaps/>'
      read = with("<w:autoHyphenation/>#{says}").settings
      expect(read).to have_attributes(hyphenate: true, hyphens_in_a_row: 2, hyphenation_zone: 127_000, capitals_divided: false)
      expect(with("<w:autoHyphenation/>").settings)
        .to have_attributes(hyphens_in_a_row: nil, hyphenation_zone: 228_600, capitals_divided: true)
      rows = ->(found) { found.chunk_while { |one, other| one == other }.select(&:first).map(&:size).max.to_i }
      expect(rows[ends(hyphenation_zone: 0)]).to be > 1
      expect(rows[ends(hyphenation_zone: 0, hyphens_in_a_row: 1)]).to eq(1)
      expect(ends(hyphenation_zone: 60 * 12_700).count(true)).to be < ends(hyphenation_zone: 0).count(true)
      expect([true, false].map { |on| ends(text: text.upcase, capitals_divided: on).any? }).to eq([true, false])
    end
  end

  describe "of older ways of setting" do
    let(:justified) { Wild.p(Wild.r("<w:t>Lamps of the quay</w:t><w:br/><w:t>and oil</w:t>"), '<w:jc w:val="both"/>') }
    let(:turning) { Wild.p(Wild.r('<w:t>Oil</w:t><w:br w:type="page"/>')) + Wild.p(Wild.t("Wick")) }

    def compat(name, body) = layout(with("<w:compat>#{"<w:#{name}/>" if name}</w:compat>", body: body))

    # Seen: whatever the file said, such lines were set ragged.
    it "lets justified lines reach the margin before a line break, or not (doNotExpandShiftReturn)" do
      widths = [nil, "doNotExpandShiftReturn"].map do |name|
        compat(name, justified).pages.first.placed.find { |placed| placed.setting.text.start_with?("Lamps of") }.line.width.round
      end
      expect(widths).to match([451, be < 120])
    end

    it "leaves an empty line after a page break at the end of a paragraph, or not (splitPgBreakAndParaMark)" do
      tops = [nil, "splitPgBreakAndParaMark"].map do |name|
        compat(name, turning).pages[1].placed.map { |placed| placed.setting.text[placed.line.start...placed.line.end] }.first(2)
      end
      expect(tops).to eq([["Wick", ""], ["", "Wick"]])
    end

    it "lets columns end where they end (noColumnBalance)" do
      part = ->(columns) { %(<w:sectPr><w:type w:val="continuous"/><w:cols w:num="#{columns}" w:space="720"/></w:sectPr>) }
      body = Wild.p("", part[1]) + (Wild.p(Wild.t("Lamp")) * 8) + Wild.p("", part[2]) + Wild.p(Wild.t("After"))
      columns = [nil, "noColumnBalance"].map do |name|
        read = with("<w:compat>#{"<w:#{name}/>" if name}</w:compat>", body: body)
        continuous = read.with(sections: read.sections.map { |section| section.with(begins: :here) })
        layout(continuous).pages.first.placed.select { |placed| placed.setting.text == "Lamp" }.map(&:column).tally
      end
      expect(columns.map { |found| found.values.max }).to match([be < 8, 8])
    end
  end
end
