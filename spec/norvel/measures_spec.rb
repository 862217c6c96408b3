# frozen_string_literal: true

# Dimension lines over a page: what is measured is what the layout has.
RSpec.describe Norvel::Drawing::MeasuresSvg do
  def drawn(*blocks, page: page_design(width: 400, height: 400), **more)
    layout = layout(on_page(*blocks, page: page))
    Nokogiri::XML(described_class.new(layout, layout.pages.first, **more).to_s)
  end

  def texts(svg) = svg.css("text").map(&:text)

  let(:prose) { "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next. " * 3 }

  it "say margins and the width of the text, in characters as well, in the reader's unit" do
    expect(texts(drawn(paragraph(0, prose), unit: "pt"))).to include("50 pt").and include(match(/\A300 pt, about 6\d characters\z/))
    expect(texts(drawn(paragraph(0, prose), unit: "cm"))).to include("1.76 cm")
  end

  it "say what the guide says where it is another, in red" do
    svg = drawn(paragraph(0, prose), unit: "pt", wanted: {start: 60 * 12_700, end: 50 * 12_700})
    expect(svg.css(".off text").map(&:text)).to eq(["50 pt", "guide: 60 pt"])
    expect(svg.css(".off").size).to eq(1)
  end

  it "measure the chosen paragraph: its indents, the gap above, the pitch of its lines" do
    set = {indent_first: 24 * 12_700, indent_start: 12 * 12_700, space_before: 9 * 12_700}
    svg = drawn(paragraph(0, "Above."), paragraph(1, prose, **set), paragraph: 1, unit: "pt", values: {indent_first: 20 * 12_700})
    expect(texts(svg)).to include("24 pt", "guide: 20 pt", "12 pt", "9 pt").and include(match(/\Alines 13\.[78]\d? pt\z/))
  end

  it "leave a blank page bare, and a paragraph that stands elsewhere alone" do
    expect(texts(drawn(paragraph(0, prose), paragraph: 99, unit: "pt")).grep(/lines/)).to eq([])
  end
end
