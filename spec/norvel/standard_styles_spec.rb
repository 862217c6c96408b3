# frozen_string_literal: true

# Names of a format's standard stand in the format's own table; a guide's sheet says what a style is for, and takes the name there.
RSpec.describe Norvel::StyleSheet::Standards do
  let(:guide) { Norvel::Guide.find("marrowby-diploma") }
  let(:text) { manuscript(paragraph(0, "Tides", style: "Heading1"), paragraph(1, "The quay is long."), paragraph(2, "The lamps burn.")) }

  def of_format(manuscript, **names)
    standards = described_class.new(names: {paragraph: names, character: {}}, bound: names.keys)
    manuscript.with(sheet: manuscript.sheet.with(standards: standards))
  end

  def dressed(manuscript)
    sheet = JSON.parse(JSON.generate(Norvel::KeptSheet.of_guide(guide).dump))
    Norvel::Changes.build("swap_sheet", "sheet" => sheet, "mapping" => {}).call(manuscript)
  end

  def named(manuscript) = manuscript.sheet.of_kind(:paragraph).to_h { |style| [style.name, style.standard] }

  it "knows a style by the name of its own standard, in whatever case" do
    style = Norvel::StyleSheet::Style.new(id: "a", name: "Chapter line", standard: "HEADING 1")
    standards = Norvel::Formats.of("docx").standard_styles
    expect(standards.slot(style)).to eq(:heading_1)
    expect(standards.slot(style.with(kind: :character))).to be_nil
    expect(described_class.new.slot(style)).to be_nil
  end

  it "is the format's in every manuscript that is read of it, before and after any change" do
    before = came("night-ferries.docx")
    after = Norvel::Plan.new(before, guide).apply
    [before, after, Norvel::Changes::Difference.apply(after, Norvel::Changes::Difference.between(after, before))].each do |one|
      expect(one.sheet.standards).to equal(Norvel::Formats.of("docx").standard_styles)
    end
  end

  it "gives a guide's styles the names that the manuscript's format has for them, and no others" do
    expect(named(dressed(text))).to include("Section heading" => "heading 2", "Report text" => nil)
    expect(named(dressed(of_format(text, title: "Work name")))).to include("Section heading" => nil, "Report title" => "Work name")
    expect(named(dressed(of_format(text))).values.compact).to eq([])
  end

  it "keeps a bound name beside the new one, which a format without such names does not" do
    renamed = ->(manuscript) { Norvel::Changes.build("rename_style", "style" => "Heading1", "name" => "Kapitel").call(manuscript) }
    expect(renamed[text].sheet["Heading1"]).to have_attributes(name: "Kapitel", file_name: "Heading 1")
    expect(renamed[of_format(text)].sheet["Heading1"]).to have_attributes(name: "Kapitel", file_name: "Kapitel")
  end

  it "makes styles of contents under a name of the format's own" do
    make = ->(manuscript) {
      Norvel::Changes.build("make_contents", "before" => 0, "title" => "Contents", "levels" => 1).call(manuscript)
    }
    expect(named(make[text])).to include("Contents heading" => "TOC Heading", "Contents entry 1" => "toc 1")
    twice = make[make[of_format(text)]]
    expect(named(twice)).to include("Contents heading" => nil, "Contents entry 1" => nil)
    expect(twice.sheet.of_kind(:paragraph).map(&:name)).to eq(named(twice).keys)
  end
end
