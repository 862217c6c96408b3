# frozen_string_literal: true

require_relative "../support/wild"

RSpec.describe Norvel::Formats::Docx::AnchorReader do
  # ISO/IEC 29500-1 §20.4.3.7
  it "reads on which side of it text may stand" do
    sides = {"bothSides" => :both, "largest" => :larger, "left" => :start, "right" => :end}
    all = Wild::FEATURES.keys.lazy.map { |feature| Norvel::Formats::Archive.read(Wild.file(feature)).members }
    members = all.find { |found| found["word/document.xml"].include?("wrapSquare") }
    sides.each do |written, wanted|
      document = members["word/document.xml"].sub(/wrapText="\w+"/, %(wrapText="#{written}"))
      one = read(Norvel::Formats::Archive.new({}).write(members.merge("word/document.xml" => document)))
      expect([written, one.paragraphs.flat_map(&:insets).filter_map(&:anchor).map(&:sides)]).to eq([written, [wanted]])
    end
  end
end
