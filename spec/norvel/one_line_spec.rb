# frozen_string_literal: true

RSpec.describe Norvel::Changes::OneLine do
  def say(manuscript, line, **more) = described_class.new(manuscript, line, **more)

  def done(manuscript, line, **more) = say(manuscript, line, **more).operation.call(manuscript)

  let(:one) do
    manuscript(paragraph(0, "One", style: "Heading1"), paragraph(1, "Two"), paragraph(2, "Three"), paragraph(3, "Four", style: "Quote"))
  end

  it "gives a style by its name, its code, or the beginning of its name" do
    ["Block quotation", "block quotation", one.sheet.marks["Quote"], "Block q"].each do |line|
      expect([line, done(one, line, paragraphs: [1, 2]).paragraphs.map(&:style)]).to eq([line, %w[Heading1 Quote Quote Quote]])
    end
    expect { say(one, "Bl nothing", paragraphs: [1]).operation }.to raise_error(Norvel::ChangeRefused, /not understood/)
  end

  it "tries values on what is chosen; a line that is half understood does nothing, unless the rest is left out on purpose" do
    expect { say(one, "14 pt, bananas, centred", paragraphs: [1]).operation }
      .to raise_error(Norvel::ChangeRefused, "“bananas” is not understood. Nothing was done.")
    expect { say(one, "Base: 14 pt, bananas").operation }
      .to raise_error(Norvel::ChangeRefused, "“bananas” is not understood. Nothing was done.")
    line = say(one, "14 pt, bananas, centred", paragraphs: [1], choices: [:leave])
    after = line.operation.call(one)
    expect([after.paragraph(1).properties, after.paragraph(1).runs.first.properties]).to eq([{align: :center}, {size: 177_800}])
    expect(line.faults.map { |fault| [fault.text, fault.from, fault.to] }).to eq([["bananas", 7, 14]])
    expect(done(one, "Base: 14 pt, bananas", choices: [:leave]).sheet["Base"].properties).to include(size: 177_800)
  end

  # Seen: two lines in the box gave the second's values to the first style.
  it "takes several lines as several styles, in any order, as one step" do
    lines = "Aside from Note then Base: 10 pt\n\nNote from Base key n: italic, hanging 1 cm\nheading 1: 16 pt, navy\nBase: 11 pt\n"
    line = say(one, lines, paragraphs: [1])
    after = line.operation.call(one)
    expect(after.sheet.named("Aside")).to have_attributes(
      parent: after.sheet.named("Note").id, next_style: "Base", properties: {size: 127_000}
    )
    expect(after.sheet.named("Note").properties).to eq(italic: true, indent_first: -360_000)
    expect([after.sheet["Heading1"].properties.values_at(:size, :color), after.sheet["Base"].properties[:size]])
      .to eq([[203_200, "#000080"], 139_700])
    expect(after.paragraphs.map(&:style)).to eq(one.paragraphs.map(&:style))
    expect([line.operation.sentence(one), line.keys, line.several.size])
      .to eq(["Made the style “Aside”, “Note”. Restyled “heading 1”, “Base”.", [%w[Note n]], 4])
    expect { say(one, "Base: 11 pt\n12 pt bold").operation }.to raise_error(Norvel::ChangeRefused, /\ALine 2 begins with no style/)
    expect(say(one, "Base: 11 pt\nheading 1: 12 pt, fancy").faults.map { |fault| [fault.text, fault.from, fault.to] })
      .to eq([["fancy", 30, 35]])
  end

  it "wants a name before a style is made" do
    expect { say(one, " from Base: 11 pt", paragraphs: [1]).operation }
      .to raise_error(Norvel::ChangeRefused, "A new style needs a name: write it before “from”.")
  end

  it "tells who will not follow, and lets them; everything is the base style and all that say otherwise" do
    mixed = manuscript(paragraph(0, "Follows"), paragraph(1, "Stands", line_spacing: Norvel::Properties::LineSpacing.multiple(1.5)),
      paragraph(2, "Head", style: "Heading1"))
    line = say(mixed, "Base: lines 2")
    expect(line.held_back.map(&:id)).to eq([1])
    expect(line.operation.call(mixed).paragraph(1).properties).not_to be_empty
    [["Base: lines 2", [:follow]], ["Everything: lines 2", []], ["the whole text: double spaced", []]].each do |said, choices|
      after = done(mixed, said, choices: choices)
      expect([said, after.paragraph(1).properties, after.sheet["Base"].properties[:line_spacing].value]).to eq([said, {}, 2.0])
      expect(say(mixed, said).held_back).to eq([]) unless choices.any? # Seen: they followed, and were said not to
    end
  end

  # Seen: the base style became bold, 16 pt and centred with “justified”, since the title was the example.
  it "adopts what was typed; what else the example has by hand is named, and adopted where that is chosen" do
    title = manuscript(paragraph(0, stretch("Title", bold: true, size: 203_200), align: :center),
      paragraph(1, "Text"), paragraph(2, "Text"))
    line = say(title, "justified", paragraphs: [0, 1], way: "adopt")
    after = line.operation.call(title)
    expect(after.sheet["Base"].properties.slice(:align, :bold, :size))
      .to eq({align: :justify}.merge(title.sheet["Base"].properties.slice(:bold, :size)))
    expect([after.paragraph(0).properties, after.paragraph(0).runs.first.properties]).to eq([{}, {bold: true, size: 203_200}])
    expect([line.rest, line.operation.sentence(title)])
      .to eq(
        [{bold: true, size: 203_200}, "“Base” adopted justified; the first of the 2 keeps 16 pt, bold by hand; Heading 1 kept clear of it."]
      )
    all = say(title, "justified", paragraphs: [0, 1], way: "adopt", choices: [:rest])
    expect(all.operation.call(title).sheet["Base"].properties).to include(align: :justify, bold: true, size: 203_200)
    expect(all.operation.sentence(title)).to eq("“Base” adopted justified, 16 pt, bold; Heading 1 kept clear of it.")
  end

  it "changes a style that is there, and gives it to what is chosen where that is wanted" do
    expect(say(one, "Block quotation: italic", paragraphs: [1]).could_give?).to be(true)
    expect(done(one, "Block quotation: italic", paragraphs: [1]).paragraph(1).style).to eq("Base")
    given = say(one, "Block quotation: italic", paragraphs: [1, 2], choices: [:give])
    expect(given.operation.call(one).paragraphs.map(&:style)).to eq(%w[Heading1 Quote Quote Quote])
    expect(given.operation.sentence(one)).to eq("Restyled “Block quotation” and gave it to 2 paragraphs.")
    expect([say(one, "Aside: italic", paragraphs: [1]).could_give?, say(one, "Block quotation: italic").could_give?]).to eq([false, false])
  end

  it "lets the style adopt all that was tried, the heading level and the page break before too" do
    tried = done(one, "16 pt, new page, level 2, 6 pt before", paragraphs: [3])
    after = done(tried, "", paragraphs: [3], way: "adopt")
    expect(after.sheet["Quote"].properties).to include(size: 203_200, break_before: true, outline_level: 2, space_before: 76_200)
    expect([after.paragraph(3).properties, after.paragraph(3).runs.first.properties]).to eq([{}, {}])
    expect(done(one, "16 pt, new page, level 2, 6 pt before", paragraphs: [3], way: "adopt").sheet["Quote"]).to eq(after.sheet["Quote"])
  end

  it "makes a style with its parent and what comes after it, for what is chosen, and says nothing that the parent says" do
    after = done(one, "Aside from Block quotation then Base: 10 pt, italic", paragraphs: [1, 2])
    expect(after.sheet.named("Aside")).to have_attributes(parent: "Quote", next_style: "Base")
    expect(after.paragraphs.map(&:style)).to eq(%w[Heading1 Aside Aside Quote])
    again = done(after, "Aside: 12 pt", paragraphs: [3])
    expect([again.sheet.named("Aside").properties, again.paragraph(3).style]).to eq([{size: 152_400, italic: true}, "Quote"])
  end

  it "makes a style of an example under another parent that looks as the example does, and says what is set back" do
    quoted = manuscript(paragraph(0, stretch("Aside", size: 127_000), indent_start: 360_000), paragraph(1, "Text"),
      styles: {
        "Quote" => {name: "Block quotation", parent: "Base", properties: {indent_start: 360_000, indent_end: 720_000, italic: true}}
      })
    line = say(quoted, "", paragraphs: [0], way: "new", name: "Aside from Block quotation")
    after = line.operation.call(quoted)
    style = after.sheet.named("Aside")
    expect([style.parent, style.properties]).to eq(["Quote", {size: 127_000, italic: false, indent_end: 0}])
    old, new = Norvel::Cascade.new(quoted), Norvel::Cascade.new(after)
    expect(%i[indent_start indent_end].map { |name| new.paragraph(after.paragraph(0))[name] })
      .to eq(%i[indent_start indent_end].map { |name| old.paragraph(quoted.paragraph(0))[name] })
    expect(line.operation.sentence(quoted))
      .to eq("Made the style “Aside” of a look; what “Block quotation” brings besides is set back: ital., in at end 2 cm.")
  end

  it "makes a style of words for words" do
    after = done(one, "Term: italic", text: [[1, 0, 3]])
    expect([after.sheet.named("Term", kind: :character).properties, after.paragraph(1).runs.map(&:style)]).to eq([{italic: true}, ["Term"]])
    expect { say(one, "centred", text: [[1, 0, 3]]).operation }.to raise_error(Norvel::ChangeRefused, /whole paragraphs/)
  end

  it "keeps headings clear of what a base style would hand down" do
    line = say(one, "Base: 12 pt, lines 2, indent 1 cm")
    expect(line.operation.sentence(one)).to eq("Restyled “Base”; Heading 1 kept clear of it.")
    expect(line.operation.call(one).sheet["Heading1"].properties).to include(indent_first: 0)
  end

  it "lets running text follow a heading style that is made" do
    after = done(one, "Sub-heading from Heading 1: 12 pt, level 2", paragraphs: [1])
    expect(after.sheet.named("Sub-heading").next_style).to eq("Base")
  end

  it "says what to write where there is nothing, or nothing is chosen" do
    expect { say(one, "", paragraphs: [1]).operation }.to raise_error(Norvel::ChangeRefused, /Write what to try/)
    expect { say(one, "12 pt").operation }.to raise_error(Norvel::ChangeRefused, /begin with its name/)
  end

  # Seen: every paragraph that had more by hand than the example went along with a style made of a look.
  it "makes a style of a look for that look and no other" do
    mixed = manuscript(paragraph(0, stretch("A", bold: true)), paragraph(1, stretch("B", bold: true)),
      paragraph(2, stretch("C", bold: true), align: :end))
    after = Norvel::Changes.build("style_from_look", "paragraph" => 0, "name" => "Strong line").call(mixed)
    expect(after.paragraphs.map(&:style)).to eq(%w[Strongline Strongline Base])
  end
end

RSpec.describe Norvel::Choice::Described do
  let(:long) { Array.new(45) { |index| "word#{index}" }.join(" ") }
  let(:one) do
    manuscript(paragraph(0, "One"), paragraph(1, "“#{long}”"), paragraph(2, long),
      paragraph(3, "“Short words.” (Lathe 1871)"), paragraph(4, stretch("Bold", bold: true)), paragraph(5, ""))
  end

  def chosen(written, of = one, **more) = described_class.new(of, written, layout(of), **more).paragraphs.map(&:id)

  it "chooses paragraphs by what is said of them" do
    {"40 words and more" => [1, 2], "at least 40 words" => [1, 2], "fewer than 3 words" => [0, 4],
     "in quotation marks" => [1, 3], "40 words and more, in quotation marks" => [1],
     "by hand" => [4], "empty" => [5], "page 1" => [0, 1, 2, 3, 4, 5], "not in tables, fewer than 2 words" => [0, 4], "word3" => [1, 2],
     "word3, in quotes" => [1], "style Base, empty" => [5], "style block quotation" => [], "not empty" => [0, 1, 2, 3, 4],
     "more than 40 words" => [1, 2], "part 1, in quotes" => [1, 3], "part 2" => []}.each do |written, ids|
      expect([written, chosen(written)]).to eq([written, ids])
    end
    expect { chosen("style Nowhere, empty") }.to raise_error(Norvel::ChangeRefused, "There is no style “Nowhere”.")
  end

  it "chooses by how they come out, in the words of the line, and by what they are" do
    looks = manuscript(paragraph(0, "Head", style: "Heading1"), paragraph(1, stretch("Bold and red", bold: true, color: "#ff0000"),
      align: :center), paragraph(2, "Half ", stretch("bold", bold: true)), paragraph(3,
        stretch("Large", size: 254_000)), paragraph(4, "“Red” and plain"))
    {"bold, red" => [1], "centred" => [1], "not centred, not bold" => [2, 3, 4], "20 pt" => [3], "larger than 18 pt" => [3],
     "smaller than 18 pt, not bold" => [2, 4], "“red”" => [1, 4], "no style heading 1" => [1, 2, 3, 4],
     "flush left, not style heading 1" => [2, 3, 4]}.each do |written, ids|
      expect([written, chosen(written, looks)]).to eq([written, ids])
    end
    roles = Norvel::Roles.said(looks, {0 => :heading_1, 1 => :caption, 2 => :body, 3 => :body, 4 => :block_quotation})
    {"headings" => [0], "heading 1" => [0], "captions" => [1], "not headings, not captions" => [2, 3, 4],
     "quotations" => [4], "body, bold" => [], "body text" => [2, 3]}.each do |written, ids|
      expect([written, chosen(written, looks, roles: roles)]).to eq([written, ids])
    end
  end

  it "says what it understood and found, and what it did not understand" do
    found = Norvel::Choice::Described.new(one, "40 words and more, in quotes", layout(one))
    expect(found.said).to eq("40 words and more: 2; in quotes: 2; together 1")
    expect(Norvel::Choice::Described.new(one, "Short words", layout(one)).said).to eq("the words “Short words”: 1")
    expect { chosen("bold 12 bananas") }
      .to raise_error(Norvel::ChangeRefused, "“12 bananas” is not understood. To look for words, put them into quotation marks.")
  end
end

RSpec.describe Norvel::Changes::HeldBack do
  let(:one) do
    manuscript(paragraph(0, "Follows"), paragraph(1, stretch("Big", size: 177_800)),
      paragraph(2, "A ", stretch("part", size: 177_800)), paragraph(3, stretch("Head", size: 254_000), style: "Heading1"))
  end
  let(:change) { Norvel::Changes.build("change_style", "style" => "Base", "values" => {"size" => "11 pt"}) }

  it "counts the paragraphs that say otherwise by hand, and lets them follow" do
    own = %w[size].to_h { |name| [name, one.sheet["Heading1"].properties.key?(name.to_sym)] }
    expect(described_class.of(one, "Base", [:size]).map(&:id)).to eq(own["size"] ? [1] : [1, 3])
    after = described_class.released(change, one).call(one)
    expect([1, 2].map { |id| after.paragraph(id).runs.map { |run| run.properties[:size] } }).to eq([[nil], [nil, 177_800]])
    expect(described_class.released(change, after)).to be(change)
  end
end

RSpec.describe "Lengths in ems" do
  it "are type sizes of what they are set on" do
    one = manuscript(paragraph(0, stretch("Text", size: 254_000)))
    after = Norvel::Changes.build("format_here", "paragraphs" => [0], "values" => {"indent_first" => "2 em"})
      .call(one.with_paragraphs(0 => one.paragraph(0).with(mark_properties: {size: 254_000})))
    expect(after.paragraph(0).properties[:indent_first]).to eq(508_000)
    expect(Norvel::Properties::Specification.read("indent 1,5 em").values).to eq(indent_first: "1,5 em")
  end
end

RSpec.describe "A key in the line" do
  it "is told beside the values, and may stand alone" do
    one = manuscript(paragraph(0, "x"), paragraph(1, "y", style: "Quote"))
    line = ->(text) { Norvel::Changes::OneLine.new(one, text, paragraphs: [0]) }
    expect([line["Aside from Base key a: italic"].keys, line["Aside from Base key a: italic"].only_keys?]).to eq([[%w[Aside a]], false])
    expect([line["Block quotation key q:"].keys, line["Block quotation key q:"].only_keys?, line["12 pt"].keys])
      .to eq([[["Block quotation", "q"]], true, []])
  end
end
