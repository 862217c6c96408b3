# frozen_string_literal: true

require "json"
require "open3"

# Reference: HarfBuzz `hb-shape` with kerning and ligatures off, on the shipped fonts.
RSpec.describe "Text widths against HarfBuzz" do
  texts = ["Hamburgefonstiv", "The *Morrow Light* left Skell Point, in 1894.", "“Fjord” – naïve façade; Ærø & Österreich", "fi ffl AVATAR To. Wolle", "½ × 3 = 1.5 € § ¶", "Straße, Łódź, Čapek, Ελλάδα, Привет"]

  Norvel::Fonts::Book.shipped.paths.each do |path|
    it "agrees for #{File.basename(path)}" do
      face = Norvel::Fonts::Face.new(path, family: "any")
      expected = texts.map do |text|
        shaped, = Open3.capture2("hb-shape", "--features=-kern,-liga,-clig,-calt,-dlig,-locl,-ccmp,-mark,-rlig", "--output-format=json", "--no-glyph-names", "--preserve-default-ignorables", path, text)
        JSON.parse(shaped).sum { |glyph| glyph["ax"] }
      end
      expect(texts.map { |text| face.units(text) }).to eq(expected)
    end
  end
end
