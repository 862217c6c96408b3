# frozen_string_literal: true

# Words divided at line ends. The divisions of `hyphenation`, `concatenation`, `supercalifragilistic…` and `algorithm` are those
# published with Liang's method (The TeXbook, appendix H), quoted from memory.
RSpec.describe Norvel::Layout::Hyphenation do
  def divided(word, language = "en-US") =
    described_class.for(language).points(word).reverse.reduce(word.dup) { |text, at| text.insert(at, "-") }

  it "divides as published" do
    expect(%w[hyphenation concatenation algorithm supercalifragilisticexpialidocious].map { |word| divided(word) })
      .to eq(%w[hy-phen-ation con-cate-na-tion al-go-rithm su-per-cal-ifrag-ilis-tic-ex-pi-ali-do-cious])
  end

  it "leaves two letters before and three after, and short words and numbers alone" do
    expect(%w[about into abc123 ship].map { |word| divided(word) }).to eq(%w[about into abc123 ship])
    words = %w[navigation harbour lighthouse ferryman passengers departure]
    expect(words.flat_map { |word| described_class.for("en-GB").points(word).map { |at| [at, word.length - at] } })
      .to all(satisfy { |before, after| before >= 2 && after >= 3 })
  end

  it "goes by the language" do
    expect([divided("Hafenmeisterei", "de-DE"), divided("organisation", "fr")]).to eq(["Ha-fen-meis-te-rei", "or-ga-ni-sa-tion"])
    expect(described_class.for("xx")).to be_nil
  end

  describe "in a paragraph" do
    let(:text) do
      "Navigation lanterns illuminated extraordinary departures, notwithstanding administrative complications concerning passengers."
    end

    def lines(on:, **set)
      manuscript = on_page(paragraph(0, text, **set), page: page_design(width: 220),
        settings: Norvel::Manuscript::Settings.new(hyphenate: on), info: Norvel::Manuscript::Info.new(language: "en-GB"))
      layout(manuscript).lines_of(0).map(&:line)
    end

    it "fills lines better, each within its measure with the hyphen, and loses no letter" do
      plain, divided = lines(on: false), lines(on: true)
      expect(divided.count(&:hyphenated)).to be_positive
      expect(divided.size).to be < plain.size
      expect(divided.map { |line| text[line.start...line.end] }.join).to eq(text)
      laid = layout(on_page(paragraph(0, text), page: page_design(width: 220),
        settings: Norvel::Manuscript::Settings.new(hyphenate: true), info: Norvel::Manuscript::Info.new(language: "en-GB")))
      ends = laid.lines_of(0).map { |one| one.setting.pieces(one.line).last.then { |piece| piece.x + piece.width } }
      expect(ends).to all(be <= 120.02)
    end

    it "does not where the style says no, or the language is not known" do
      expect(lines(on: true, hyphenate: false).count(&:hyphenated)).to eq(0)
      other = on_page(paragraph(0, stretch(text, language: "xx")), page: page_design(width: 220),
        settings: Norvel::Manuscript::Settings.new(hyphenate: true))
      expect(layout(other).lines_of(0).map(&:line).count(&:hyphenated)).to eq(0)
    end
  end

  it "is a setting of the file" do
    source = docx { |file| file.paragraph("Text.") }
    on = Norvel::Changes.build("set_hyphenation", "on" => true).call(read(source))
    bytes = Norvel::Formats.write(on, source: source)
    expect(read(bytes).settings.hyphenate).to be(true)
    data = JSON.parse(JSON.generate(Norvel::Changes::Difference.between(read(source), on)))
    expect(Norvel::Changes::Difference.apply(read(source), data).settings).to eq(on.settings)
    expect(read(Norvel::Formats.write(Norvel::Changes.build("set_hyphenation", "on" => false).call(read(bytes)), source: bytes))
      .settings.hyphenate).to be(false)
  end
end
