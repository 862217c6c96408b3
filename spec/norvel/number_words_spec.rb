# frozen_string_literal: true

require_relative "../support/wild"

# Numbers in words, between dashes and as signs (ISO/IEC 29500-1 §17.18.59). Seen: folios and notes in them came out in figures, of lists
# without a word.
RSpec.describe Norvel::NumberWords do
  def written(format, *numbers, language: "en-GB") = numbers.map { |number| Norvel::ListLabels.write(number, format, language: language) }

  it "writes ordinals of several languages" do
    expect(written("ordinal", 1, 2, 3, 4, 11, 12, 13, 21, 102, 111)).to eq(%w[1st 2nd 3rd 4th 11th 12th 13th 21st 102nd 111th])
    expect(%w[de-DE fr-FR es it nl].map { |language| written("ordinal", 1, 2, language: language) })
      .to eq([%w[1. 2.], %w[1er 2e], %w[1.º 2.º], %w[1º 2º], %w[1e 2e]])
  end

  it "writes English numbers in words" do
    expect(written("cardinal_text", 1, 12, 20, 21, 99, 100, 342, 1_000, 2_017))
      .to eq(["One", "Twelve", "Twenty", "Twenty-one", "Ninety-nine", "One hundred", "Three hundred forty-two", "One thousand",
        "Two thousand seventeen"])
    expect(written("ordinal_text", 1, 2, 3, 5, 8, 9, 12, 20, 21, 40, 100))
      .to eq(["First", "Second", "Third", "Fifth", "Eighth", "Ninth", "Twelfth", "Twentieth", "Twenty-first", "Fortieth", "One hundredth"])
  end

  it "leaves figures where the language is not known, or the number is none of theirs" do
    expect(written("cardinal_text", 3, language: "de-DE") + written("ordinal", 3, language: nil)).to eq(%w[3 3])
    expect(written("ordinal", 0, -2, 10_000)).to eq(%w[0 -2 10000])
  end

  it "writes numbers between dashes, and signs of notes" do
    expect(written("in_dashes", 7) + written("signs", 1, 2, 3, 4, 5, 8)).to eq(["- 7 -", "*", "†", "‡", "§", "**", "§§"])
  end

  describe "in a file" do
    def folios(format, language: "en-GB")
      footer = Wild.margin("footer", Wild.p(Wild.field("PAGE", "x")))
      manuscript = read(Wild.build(**footer, section: %(#{footer[:section]}<w:pgNumType w:fmt="#{format}" w:start="3"/>)))
      layout(manuscript.with(info: manuscript.info.with(language: language)))
    end

    it "is the folio that stands on the page" do
      formats = {"ordinal" => "3rd", "numberInDash" => "- 3 -", "cardinalText" => "Three", "ordinalText" => "Third", "decimalZero" => "03"}
      formats.each do |said, shown|
        pages = folios(said)
        foot = pages.pages.first.placed.find { |placed| placed.area == :footer }
        expect([pages.pages.first.folio, foot.setting.text, pages.approximations]).to eq([shown, shown, []])
      end
    end

    it "is said where it stands in figures, and of a format that is not known" do
      pages = folios("cardinalText", language: "de-DE")
      expect([pages.pages.first.folio, pages.approximations.map(&:sort), pages.unsure_of_lines]).to eq(["3", [:number_words], {}])
      expect(read(Wild.build(section: %(<w:pgNumType w:fmt="thaiNumbers"/>))).warnings.grep(/thaiNumbers/).size).to eq(1)
    end

    it "is kept, and written when it is set" do
      source = Wild.build(section: %(<w:pgNumType w:fmt="ordinal"/>))
      changed = Norvel::Changes.build("set_part", "parts" => [0], "folio" => {"format" => "in_dashes"}).call(read(source))
      expect(Norvel::Formats::Archive.read(Norvel::Formats.write(changed, source: source)).members["word/document.xml"])
        .to include('w:fmt="numberInDash"')
    end

    it "counts lists, and tells of those it does not know" do
      list = ->(format) { Wild::NUMBERING.sub('w:val="decimal"', %(w:val="#{format}")) }
      one = ->(format) {
        item = Wild.p(Wild.t("oil"), '<w:numPr><w:ilvl w:val="0"/><w:numId w:val="1"/></w:numPr>')
        read(Wild.build(body: item, parts: {"word/numbering.xml" => list[format]}, relations: {"rIdN" => ["numbering", "numbering.xml"]}))
      }
      spoken = ->(language) { one["ordinalText"].then { |read| layout(read.with(info: read.info.with(language: language))) } }
      expect(spoken["en-GB"].labels.values).to eq(["First."])
      expect(one["hebrew1"].warnings.grep(/A list is numbered as “hebrew1”/).size).to eq(1)
      expect(spoken["de-DE"].approximations.map(&:sort)).to eq([:number_words])
    end

    it "numbers notes" do
      settings = ->(format) { %(<w:footnotePr><w:numFmt w:val="#{format}"/></w:footnotePr>) }
      expect(read(Wild.build(settings: settings["chicago"])).settings.footnotes.format).to eq(:signs)
      other = read(Wild.build(settings: settings["hebrew2"]))
      expect([other.settings.footnotes.format, other.warnings.grep(/Notes are numbered as “hebrew2”/).size]).to eq([:decimal, 1])
    end
  end
end
