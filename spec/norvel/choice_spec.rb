# frozen_string_literal: true

RSpec.describe Norvel::Choice do
  let(:one) do
    manuscript(paragraph(0, "Chapter 1", style: "Heading1"), paragraph(1, stretch("By hand", bold: true), align: :center),
      paragraph(2, "Chapter two\u00A0begins"), paragraph(3, stretch("Again", bold: true), align: :center), paragraph(4, ""))
  end

  def ids(paragraphs) = paragraphs.map(&:id)

  it "finds what is alike" do
    expect(ids(described_class.same_style(one, one.paragraphs[1]))).to eq([1, 2, 3, 4])
    expect(ids(described_class.same_by_hand(one, one.paragraphs[1]))).to eq([1, 3])
  end

  it "finds plain words in any case and any space, and regular expressions" do
    expect(ids(described_class.matching(one, "two begins"))).to eq([2])
    expect(ids(described_class.matching(one, "chapter"))).to eq([0, 2])
    expect(ids(described_class.matching(one, "Chapter \\d+", regular: true))).to eq([0])
    expect(ids(described_class.matching(one, "1."))).to eq([])
  end

  it "refuses what is no pattern" do
    expect { described_class.matching(one, "((", regular: true) }.to raise_error(Norvel::ChangeRefused, /no regular expression/)
    expect { described_class.matching(one, " ") }.to raise_error(Norvel::ChangeRefused)
  end
end

RSpec.describe Norvel::StyleKeys do
  it "gives each style a key: its level, 0 for the base, a letter of its name, or the person's own" do
    styles = {"Body" => {name: "Body text", parent: "Base"}}
    expect(described_class.for(sheet(styles))).to eq("0" => "Base", "1" => "Heading1", "b" => "Quote", "o" => "Body")
    expect(described_class.for(sheet(styles), chosen: {"Body" => "b", "Quote" => "q"}))
      .to eq("0" => "Base", "1" => "Heading1", "b" => "Body", "q" => "Quote")
  end
end
