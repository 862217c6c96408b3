# frozen_string_literal: true

require "json"
require "open3"

# Reference: HarfBuzz `hb-shape` with kerning and ligatures off, on the shipped fonts.
RSpec.describe "Text widths against HarfBuzz" do
  texts = ["Hamburgefonstiv", "The *Morrow Light* left Skell Point, in 1894.", "“Fjord” – naïve façade; Ærø & Österreich",
    "fi ffl AVATAR To. Wolle", "½ × 3 = 1.5 € § ¶", "Straße, Łódź, Čapek, Ελλάδα, Привет"]

  Norvel::Fonts::Book.shipped.paths.each do |path|
    it "agrees for #{File.basename(path)}" do
      face = Norvel::Fonts::Face.new(path, family: "any")
      expected = texts.map do |text|
        shaped, = Open3.capture2("hb-shape", "--features=-kern,-liga,-clig,-calt,-dlig,-locl,-ccmp,-mark,-rlig",
          "--output-format=json", "--no-glyph-names", "--preserve-default-ignorables", path, text)
        JSON.parse(shaped).sum { |glyph| glyph["ax"] }
      end
      expect(texts.map { |text| face.units(text) }).to eq(expected)
    end

    it "agrees for #{File.basename(path)}, kerned" do
      face = Norvel::Fonts::Face.new(path, family: "any")
      words = %w[AVATAR To Wolle Tea quay, P. LT “A Yo. fjord Töpfe r, Ty. W-7]
      shaped = words.map do |word|
        said, = Open3.capture2("hb-shape", "--features=kern,-liga,-clig,-calt,-dlig,-locl,-ccmp,-mark,-rlig",
          "--output-format=json", "--no-glyph-names", path, word)
        JSON.parse(said).sum { |glyph| glyph["ax"] }
      end
      expect(words.zip(words.map { |word| face.units(word, kerned: true) })).to eq(words.zip(shaped))
    end

    it "agrees for every space and hyphen, those that #{File.basename(path)} lacks too" do
      face = Norvel::Fonts::Face.new(path, family: "any")
      signs = ["\u00A0", "\u2010", "\u2011", "\u202F", "\u205F", *(0x2000..0x200B).map { |code| [code].pack("U") }, "\u2060", "\u00AD"]
      # A hyphen that the face lacks is its hyphen-minus (Unicode's compatibility; newer versions of HarfBuzz do the same).
      hyphen = TTFunk::File.open(path).cmap.unicode.first[0x2010].to_i.positive?
      shaped = signs.map do |sign|
        sign = "-" if %W[\u2010 \u2011].include?(sign) && !hyphen
        said, = Open3.capture2("hb-shape", "--features=-kern,-liga", "--output-format=json", "--no-glyph-names", path, "n#{sign}n")
        JSON.parse(said).sum { |glyph| glyph["ax"] }
      end
      expect(signs.map { |sign| [sign.ord.to_s(16), face.units("n#{sign}n")] }).to eq(signs.map { |sign| sign.ord.to_s(16) }.zip(shaped))
    end
  end
end
