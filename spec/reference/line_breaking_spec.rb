# frozen_string_literal: true

# Reference: the Unicode Character Database's own test of UAX #14, LineBreakTest.txt 15.0 (Debian's unicode-data), every line of it.
RSpec.describe Norvel::Layout::LineBreaking do
  it "breaks as the standard's test file does, in every line of it" do
    wrong = []
    count = 0
    File.foreach("/usr/share/unicode/auxiliary/LineBreakTest.txt", encoding: "UTF-8") do |line|
      signs = line.sub(/#.*/, "").split
      next if signs.empty?

      count += 1
      codes = signs.reject { |sign| %w[× ÷].include?(sign) }.map { |code| code.to_i(16) }
      wanted = signs.select { |sign| %w[× ÷].include?(sign) }[1...-1].each_with_index.filter_map { |sign, index| index + 1 if sign == "÷" }
      found = described_class.offsets(codes.pack("U*"))
      wrong << line unless found == wanted
    end
    expect([count, wrong.first(20)]).to eq([7_654, []])
  end
end
