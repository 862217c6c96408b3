# frozen_string_literal: true

RSpec.describe Norvel::StyleSheet::StyleMarks do
  def marks(*names) = described_class.for(names.map { |name| Norvel::StyleSheet::Style.new(id: name, name: name) }).values

  it "takes initials and numbers" do
    expect(marks("Heading 1", "Block quotation", "Body Text", "caption")).to eq(%w[H1 BQ BT C])
  end

  it "never gives two styles one code" do
    codes = marks("Body Text", "Block Title", "Big Text", "Bold Thing", "§§", "!!")
    expect(codes.uniq).to eq(codes)
  end
end
