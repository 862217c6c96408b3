# frozen_string_literal: true

# Character styles on stretches of text.
RSpec.describe Norvel::Changes::ApplyCharacterStyle do
  def change(now, name, **parameters) = Norvel::Changes.build(name, JSON.parse(JSON.generate(parameters))).call(now)

  def spans(paragraph) = paragraph.spans.map { |span| [paragraph.text[span[:start]...span[:end]], span[:style], span[:properties]] }

  let(:styles) do
    {"Work" => {name: "Work title", kind: :character, properties: {italic: true}},
     "HeadingChar" => {name: "Heading text", kind: :character, linked: "Heading1"},
     "Heading1" => {name: "Heading 1", linked: "HeadingChar", properties: {outline_level: 1}}}
  end
  let(:start) do
    manuscript(paragraph(0, "See The Sound by Night, ch. 2."),
      paragraph(1, "Also ", stretch("The Sound by Night", italic: true), "."), styles: styles)
  end

  it "goes on a part of the text and comes off again" do
    styled = change(start, "apply_character_style", style: "Work", text: [[0, 4, 22]])
    expect(spans(styled.paragraphs.first)).to eq([["See ", nil, {}], ["The Sound by Night", "Work", {}], [", ch. 2.", nil, {}]])
    expect(change(styled, "apply_character_style", style: "", text: [[0, 0, 30]]).paragraphs).to eq(start.paragraphs)
  end

  it "takes off by hand what it says itself" do
    styled = change(start, "apply_character_style", style: "Work", text: [[1, 5, 23]])
    expect(spans(styled.paragraphs[1])[1]).to eq(["The Sound by Night", "Work", {}])
    expect(Norvel::Cascade.new(styled).run(styled.paragraphs[1], styled.paragraphs[1].runs[1])[:italic]).to be(true)
  end

  it "stands for a paragraph style by the character style linked to it, which follows its text values" do
    styled = change(start, "apply_character_style", style: "Heading1", text: [[0, 0, 3]])
    expect(styled.paragraphs.first.runs.first.style).to eq("HeadingChar")
    expect(change(styled, "change_style", style: "Heading1", values: {"size" => "20 pt", "space_after" => "3 pt"})
      .sheet["HeadingChar"].properties).to eq(size: 254_000)
  end

  it "adopts what was tried on its words, everywhere" do
    two = [[0, 4, 22], [1, 5, 23]].reduce(start) { |now, stretch| change(now, "apply_character_style", style: "Work", text: [stretch]) }
    tried = change(two, "format_here", text: [[0, 4, 22]], values: {"color" => "#123456"})
    adopted = change(tried, "adopt_text_look", text: [[0, 4, 22]])
    expect(adopted.sheet["Work"].properties).to eq(italic: true, color: "#123456")
    expect(adopted.paragraphs.map { |one| spans(one)[1].last }).to eq([{}, {}])
  end

  it "is made of words that look right, with all others formatted so" do
    more = start.with_paragraphs(0 => start.paragraphs.first.with_stretch(4, 22) { |run| run.with(properties: {italic: true}) })
    made = change(more, "character_style_from_look", text: [[0, 4, 22]], name: "Title of a work", all: true)
    style = made.sheet.named("Title of a work", kind: :character)
    expect(style.properties).to eq(italic: true)
    expect(made.paragraphs.map { |one| spans(one)[1][1] }).to eq([style.id, style.id])
  end

  it "refuses a paragraph's value on words, and words that are gone" do
    expect { change(start, "format_here", text: [[0, 0, 3]], values: {"align" => "center"}) }
      .to raise_error(Norvel::ChangeRefused, /whole paragraphs/)
    expect { change(start, "apply_character_style", style: "Work", text: [[0, 4, 99]]) }
      .to raise_error(Norvel::ChangeRefused, /not there any more/)
  end

  it "is delivered, on part of a run" do
    source = demo("quayside-notice.docx")
    now = read(source)
    paragraph = now.paragraphs.find { |one| one.text.length > 60 }
    styled = change(change(now, "define_style", id: "Term", name: "Term", kind: "character", values: {"italic" => "yes"}),
      "apply_character_style", style: "Term", text: [[paragraph.id, 5, 25]])
    again = read(Norvel::Formats.write(styled, source: source)).paragraph(paragraph.id)
    expect(again.spans.find { |span| span[:style] == "Term" }.slice(:start, :end)).to eq(start: 5, end: 25)
  end

  # Seen: of several places in one paragraph only the last got the style.
  it "reach every chosen place of a paragraph" do
    one = manuscript(paragraph(0, "lamp and lamp and lamp"), styles: {
      "Term" => {name: "Term", kind: :character, properties: {italic: true}}
    })
    after = Norvel::Changes.build("apply_character_style", "style" => "Term", "text" => [[0, 0, 4], [0, 9, 13], [0, 18, 22]]).call(one)
    expect(after.paragraph(0).runs.map { |run| [run.text, run.style] })
      .to eq([["lamp", "Term"], [" and ", nil], ["lamp", "Term"], [" and ", nil], ["lamp", "Term"]])
  end
end
