# frozen_string_literal: true

# Removing direct formatting with its meaning kept (core: changes, meaning).
RSpec.describe Norvel::Changes::RemoveDirectFormatting do
  let(:rest) { " lay at the stairs until the ebb and nobody asked for the toll." }

  def bare(*runs, **parameters)
    now = manuscript(paragraph(0, *runs))
    after = described_class.new({"paragraphs" => [0]}.merge(parameters.transform_keys(&:to_s))).call(now)
    [after.paragraphs.first.runs.map { |run| [run.text, after.sheet[run.style]&.name, run.properties] }, after]
  end

  it "turns italics and bold inside a sentence into character styles" do
    runs, = bare("The ", stretch("Teal", italic: true), rest, stretch(" Never.", bold: true), stretch(" Both.", bold: true, italic: true))
    expect(runs.map { |_, style, _| style }).to eq([nil, "Emphasis", nil, "Strong", "Strong emphasis"])
    expect(runs.map(&:last)).to all(eq({}))
  end

  it "takes the manuscript's own style for emphasis only where that says no more" do
    styles = {"E" => {name: "Emphasis", kind: :character, properties: {italic: true}},
              "S" => {name: "Strong", kind: :character, properties: {bold: true, color: "#ff0000"}}}
    now = manuscript(paragraph(0, "The ", stretch("Teal", italic: true), rest, stretch(" Never.", bold: true)), styles: styles)
    after = described_class.new("paragraphs" => [0]).call(now)
    expect(after.paragraphs.first.runs.map { |run| after.sheet[run.style]&.name }).to eq([nil, "Emphasis", nil, "Plain strong"])
    expect(after.sheet.named("Plain strong", kind: :character).properties).to eq(bold: true)
  end

  it "takes a whole paragraph's italics for its look" do
    expect(bare(stretch("The Teal#{rest}", italic: true)).first).to eq([["The Teal#{rest}", nil, {}]])
  end

  it "counts more than four fifths of the letters for the whole" do
    expect(bare(stretch("The Teal lay at the stairs until the ebb and nobody asked", italic: true), " so.")
      .first.map { |_, style, _| style }.compact).to eq([])
  end

  it "does by kind as the person says" do
    sentence = ["The ", stretch("Teal", italic: true), rest, stretch(" Never.", bold: true), stretch(" Once.", underline: :single)]
    runs, = bare(*sentence, meaning: {"italic" => "stay", "bold" => "go", "underline" => "style"})
    expect(runs)
      .to eq([["The ", nil, {}], ["Teal", nil, {italic: true}], [rest, nil, {}], [" Never.", nil, {}], [" Once.", "Underlined", {}]])
  end

  it "keeps small capitals of a part of the text, raised letters, links and signs of symbol fonts" do
    link = Norvel::Manuscript::Run.new(text: "page", link: "https://marrowby.invalid", properties: {color: "#0000ff", size: 127_000})
    runs, after = bare("The ", stretch("mit", small_caps: true, size: 127_000), rest, stretch("2", raised: :superscript),
      stretch("\uF0B7", font_family: "Symbol"), link)
    expect(runs.map(&:last).reject(&:empty?))
      .to eq([{small_caps: true}, {raised: :superscript}, {font_family: "Symbol"}, {color: "#0000ff"}])
    expect(Norvel::DirectFormatting.objectionable(after.paragraphs.first)).to eq([])
  end

  it "takes small capitals of a whole paragraph away" do
    expect(bare(stretch("Marrowby", small_caps: true)).first).to eq([["Marrowby", nil, {}]])
  end

  it "takes only the chosen kinds" do
    runs, = bare(stretch("The Teal", size: 127_000, color: "#ff0000"), kinds: ["size"])
    expect(runs.first.last).to eq(color: "#ff0000")
  end

  it "keeps meaning where two stretches are equal" do
    same = Norvel::Manuscript::Run.new(text: " ", properties: {})
    now = manuscript(
      Norvel::Manuscript::Paragraph.new(
        id: 0, style: "Base", runs: [stretch("one"), same, stretch("two", italic: true), same, stretch("three four five")]
      )
    )
    expect(described_class.new("paragraphs" => [0]).call(now).paragraphs.first.runs.map(&:style)).to eq([nil, nil, "Emphasis", nil, nil])
  end
end
