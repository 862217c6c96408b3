# frozen_string_literal: true

RSpec.describe Norvel::Formats do
  it "has in each format an answer to everything that the contract asks" do
    described_class::ALL.each do |kind|
      format = kind.new
      asked = Norvel::Formats::Format.public_instance_methods(false) - %i[make]
      expect(asked.reject { |name| kind.public_method_defined?(name, false) }).to eq([])
      blank = format.read(format.bare)
      expect([blank.format, blank.paragraphs.size, format.patch(blank, format.bare)]).to eq([format.name, 1, format.bare])
      expect(format.endings).to all(start_with("."))
    end
  end

  it "says what it does not know in one sentence" do
    expect { described_class.read("x", name: "Überblick.xyz") }.to raise_error(Norvel::FileError, /Überblick\.xyz/)
    expect { described_class.of("scroll") }.to raise_error(Norvel::FileError, "Norvel does not know the format “scroll”.")
  end
end

RSpec.describe Norvel::Formats::Docx::PropertySpelling do
  it "spells every property of the table, each by a codec that reads and writes" do
    expect(described_class::TABLE.keys).to match_array(Norvel::Properties::TABLE.keys)
    codecs = Norvel::Formats::Docx::Codecs.new("w", nil)
    described_class::TABLE.each_value { |row| expect(%w[read write].map { |way| codecs.respond_to?(:"#{way}_#{row[:codec]}", true) }).to eq([true, true]) }
  end
end

RSpec.describe Norvel::Manuscript::ListLevel do
  it "of a ledger of version 0.2 is the same level now" do
    old = Norvel::Stored.load({"is" => "ListLevel", "format" => "lowerRoman", "text" => "(%1)"})
    expect(old).to eq(described_class.new(format: "lower_roman", text: "(%1)"))
  end
end
