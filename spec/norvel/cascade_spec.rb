# frozen_string_literal: true

# The order is that of ISO/IEC 29500-1 §17.7.2, toggle properties that of §17.7.3.
RSpec.describe Norvel::Cascade do
  def formatting(paragraph, styles: {}, defaults: {}, **more)
    cascade = described_class.new(manuscript(paragraph, styles: styles, defaults: defaults, **more))
    [cascade.paragraph(paragraph), paragraph.runs.first && cascade.run(paragraph, paragraph.runs.first)]
  end

  it "goes from the defaults through the chain to direct formatting" do
    one = paragraph(0, stretch("Text", size: 127_000), style: "Heading1", align: :center)
    block, text = formatting(one, defaults: {font_family: "Arial", space_after: 127_000})
    expect([block[:space_after], block[:align], text[:font_family], text[:size], text[:bold]])
      .to eq([127_000, :center, "Times New Roman", 127_000, true])
  end

  it "tells the lineage with what was overridden" do
    one = paragraph(0, stretch("Text", size: 127_000), style: "Heading1")
    _, text = formatting(one, defaults: {size: 114_300})
    expect(text.lineage(:size).map { |step| [step.kind, step.source, step.value, step.wins] }).to eq([
      [:defaults, nil, 114_300, false], [:style, "Base", 152_400, false],
      [:style, "Heading1", 203_200, false], [:direct, nil, 127_000, true]
    ])
    expect(text.lineage(:strike).map(&:kind)).to eq([:builtin])
  end

  it "combines toggles of paragraph and character style by exclusive or" do
    styles = {"Emphasis" => {name: "Emphasis", kind: :character, properties: {italic: true}},
              "Slanted" => {name: "Slanted", parent: "Base", properties: {italic: true}}}
    upright = paragraph(0, stretch("word", style: "Emphasis"), style: "Slanted")
    slanted = paragraph(0, stretch("word", style: "Emphasis"))
    expect([formatting(upright, styles: styles)[1][:italic], formatting(slanted, styles: styles)[1][:italic]]).to eq([false, true])
  end

  it "takes the nearest value within one chain, not the exclusive or" do
    styles = {"Child" => {name: "Child", parent: "Heading1", properties: {bold: true}}}
    expect(formatting(paragraph(0, "x", style: "Child"), styles: styles)[1][:bold]).to be(true)
  end

  it "lets direct formatting and a true default settle a toggle" do
    off = paragraph(0, stretch("x", bold: false), style: "Heading1")
    expect(formatting(off)[1][:bold]).to be(false)
    expect(formatting(paragraph(0, "x", style: "Heading1"), defaults: {bold: true})[1][:bold]).to be(true)
  end

  describe "numbering levels" do
    let(:lists) do
      {"1" => Norvel::Manuscript::List.new(id: "1", levels: {0 => Norvel::Manuscript::ListLevel.new(properties: {indent_start: 457_200})})}
    end
    let(:listed) { Norvel::Properties::NumberRef.new(list: "1") }

    it "set on the paragraph beat the style's indents; a direct indent beats both" do
      styles = {"Item" => {name: "Item", parent: "Base", properties: {indent_start: 100_000}}}
      expect(formatting(paragraph(0, "x", style: "Item", numbering: listed), styles: styles, lists: lists)[0][:indent_start]).to eq(457_200)
      expect(formatting(paragraph(0, "x", style: "Item", numbering: listed, indent_start: 5), styles: styles,
        lists: lists)[0][:indent_start]).to eq(5)
    end

    it "set through a style are beaten by that style's own indents" do
      styles = {"Above" => {name: "Above", parent: "Base", properties: {indent_start: 9}},
                "Item" => {name: "Item", parent: "Above", properties: {numbering: listed}},
                "Own" => {name: "Own", parent: "Base", properties: {numbering: listed, indent_start: 100_000}}}
      expect(formatting(paragraph(0, "x", style: "Item"), styles: styles, lists: lists)[0][:indent_start]).to eq(457_200)
      expect(formatting(paragraph(0, "x", style: "Own"), styles: styles, lists: lists)[0][:indent_start]).to eq(100_000)
    end
  end

  it "survives loops and missing parents, and reports them" do
    styles = {"A" => {name: "A", parent: "B", properties: {size: 1}}, "B" => {name: "B", parent: "A"}, "C" => {name: "C", parent: "Gone"}}
    looped = manuscript(paragraph(0, "x", style: "A"), styles: styles)
    expect(described_class.new(looped).style("A")[:size]).to eq(1)
    expect(looped.sheet.faults).to include(/“B” is its own ancestor/, /not in the file \(Gone\)/)
  end

  describe "by the rules of another format" do
    let(:rules) { Norvel::Manuscript::Inheritance }
    let(:styles) do
      {"Emphasis" => {name: "Emphasis", kind: :character, properties: {italic: true}},
       "Slanted" => {name: "Slanted", parent: "Base", properties: {italic: true, indent_start: 900_000}}}
    end
    let(:list) do
      {
        "1" => Norvel::Manuscript::List.new(
          id: "1", levels: {0 => Norvel::Manuscript::ListLevel.new(format: "decimal", text: "%1", properties: {indent_start: 360_000})}
        )
      }
    end

    def by(inheritance, one) =
      described_class.new(manuscript(one, styles: styles, lists: list).with(inheritance: inheritance)).then do |cascade|
        [cascade.paragraph(one), cascade.run(one, one.runs.first)]
      end

    it "lets the nearest value of a toggle count, and says so in its lineage" do
      upright = paragraph(0, stretch("word", style: "Emphasis"), style: "Slanted")
      expect([rules.new, rules.new(toggles: :nearest)].map { |one| by(one, upright)[1][:italic] }).to eq([false, true])
      expect(by(rules.new(toggles: :nearest), upright)[1].lineage(:italic).map { |step| [step.source, step.wins] })
        .to eq([["Slanted", false], ["Emphasis", true]])
    end

    it "puts the indents of a level under the styles, or over them" do
      itself = paragraph(0, stretch("word"), style: "Slanted", numbering: Norvel::Properties::NumberRef.new(list: "1"))
      expect([rules.new, rules.new(levels: :under_styles), rules.new(levels: :over_styles)].map { |one| by(one, itself)[0][:indent_start] })
        .to eq([360_000, 900_000, 360_000])
      styles["Slanted"][:properties][:numbering] = Norvel::Properties::NumberRef.new(list: "1")
      through = paragraph(0, stretch("word"), style: "Slanted")
      expect([rules.new, rules.new(levels: :under_styles), rules.new(levels: :over_styles)]
        .map { |one| by(one, through)[0][:indent_start] }).to eq([900_000, 900_000, 360_000])
    end

    it "lets what a paragraph says of its text reach its words, under their own" do
      said = paragraph(0, stretch("plain"), stretch("own", size: 101_600), style: "Slanted", size: 203_200, bold: true)
      sizes = ->(one) {
        described_class.new(manuscript(said, styles: styles).with(inheritance: one)).then do |cascade|
          said.runs.map { |run| cascade.run(said, run).values(%i[size bold]).values }
        end
      }
      expect(sizes[rules.new(toggles: :nearest, text_of_paragraphs: true)]).to eq([[203_200, true], [101_600, true]])
      expect(sizes[rules.new]).to eq([[152_400, false], [101_600, false]])
    end

    it "stay with the manuscript, whatever is changed of it" do
      one = manuscript(paragraph(0, stretch("word"))).with(inheritance: rules.new(toggles: :nearest))
      expect(Norvel::Changes.build("format_here", "paragraphs" => [0], "values" => {"bold" => "yes"}).call(one).inheritance.turning?).to be(
        false
      )
    end
  end
end
