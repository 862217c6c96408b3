# frozen_string_literal: true

require "json"
require "open3"

# Reference: HarfBuzz `hb-shape` with kerning and ligatures off, on the shipped fonts.
RSpec.describe "Text widths against HarfBuzz" do
  texts = ["Hamburgefonstiv", "The *Morrow Light* left Skell Point, in 1894.", "“Fjord” – naïve façade; Ærø & Österreich",
    "fi ffl AVATAR To. Wolle", "½ × 3 = 1.5 € § ¶", "Straße, Łódź, Čapek, Ελλάδα, Привет"]

  # @param lines [Array<String>] @return [Array<Integer>] how wide each is, by one run of the reference
  def shaped(path, lines, features, *more)
    said, status = Open3.capture2("hb-shape", "--features=#{features}", "--output-format=json", "--no-glyph-names", *more, path,
      stdin_data: lines.join("\n"))
    expect(status).to be_success
    said.lines.map { |line| JSON.parse(line).sum { |glyph| glyph["ax"] } }.tap { |widths| expect(widths.size).to eq(lines.size) }
  end

  plain = "-liga,-clig,-calt,-dlig,-locl,-ccmp,-mark,-rlig"
  Norvel::Fonts::Book.shipped.paths.each do |path|
    it "agrees for #{File.basename(path)}" do
      face = Norvel::Fonts::Face.new(path, family: "any")
      expect(texts.map { |text| face.units(text) }).to eq(shaped(path, texts, "-kern,#{plain}", "--preserve-default-ignorables"))
    end

    it "agrees for #{File.basename(path)}, kerned" do
      face = Norvel::Fonts::Face.new(path, family: "any")
      words = %w[AVATAR To Wolle Tea quay, P. LT “A Yo. fjord Töpfe r, Ty. W-7]
      expect(words.zip(words.map { |word| face.units(word, kerned: true) })).to eq(words.zip(shaped(path, words, "kern,#{plain}")))
    end

    it "agrees for every space and hyphen, those that #{File.basename(path)} lacks too" do
      face = Norvel::Fonts::Face.new(path, family: "any")
      signs = ["\u00A0", "\u2010", "\u2011", "\u202F", "\u205F", *(0x2000..0x200B).map { |code| [code].pack("U") }, "\u2060", "\u00AD"]
      # A hyphen that the face lacks is its hyphen-minus (Unicode's compatibility; newer versions of HarfBuzz do the same).
      hyphen = TTFunk::File.open(path).cmap.unicode.first[0x2010].to_i.positive?
      asked = signs.map { |sign| (%W[\u2010 \u2011].include?(sign) && !hyphen) ? "n-n" : "n#{sign}n" }
      names = signs.map { |sign| sign.ord.to_s(16) }
      expect(names.zip(signs.map { |sign| face.units("n#{sign}n") })).to eq(names.zip(shaped(path, asked, "-kern,-liga")))
    end
  end
end
