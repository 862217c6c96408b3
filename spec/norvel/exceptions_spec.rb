# frozen_string_literal: true

RSpec.describe Norvel::Changes::Exceptions do
  let(:long) do
    "The night ferries of the sound left when the last lamp on the quay was lit, and came back before the boats of the day were under way."
  end
  # A report in one style, with what is no running text formatted by hand.
  let(:one) do
    cell = paragraph(20, "Boat")
    made = manuscript(paragraph(0, stretch("The Night Ferries", bold: true), align: :center), paragraph(1, long), paragraph(2, long),
      paragraph(3, "Table 1: Boats"), paragraph(4, long, style: "Quote"), paragraph(5, "Head", style: "Heading1"), paragraph(6, long), cell)
    made
  end
  let(:roles) do
    Norvel::Roles.said(
      one, {0 => :title, 1 => :body, 2 => :body, 3 => :caption, 4 => :block_quotation, 5 => :heading_1, 6 => :body, 20 => :table_text}
    )
  end

  def change(line) = Norvel::Changes::Traps.mended(Norvel::Changes.build("restyle", "lines" => [line]), one)

  def exceptions(line, **more) = described_class.new(one, change(line), roles, **more)

  def effective(manuscript, name) =
    Norvel::Cascade.new(manuscript).then do |cascade|
      manuscript.paragraphs.to_h { |paragraph| [paragraph.id, cascade.paragraph(paragraph)[name]] }
    end

  def double(manuscript) =
    effective(manuscript, :line_spacing).select { |_, spacing| spacing == Norvel::Properties::LineSpacing.multiple(2.0) }.keys

  it "keeps clear who is no running text, in styles of their own, and says who" do
    found = exceptions("Base: 12 pt, lines 2, indent 0.5 in")
    expect(found.reached.transform_values { |paragraphs| paragraphs.map(&:id) })
      .to eq(titles: [0], tables: [20], captions: [3], quotations: [4])
    after = found.operation.call(one)
    expect(double(after)).to eq([1, 2, 6])
    expect(effective(after, :indent_first).select { |_, value| value == 457_200 }.keys).to eq([1, 2, 6])
    expect(effective(after, :align)[0]).to eq(:center)
    expect(after.paragraphs.map { |paragraph| after.sheet[paragraph.style].name })
      .to eq(["Title line", "Base", "Base", "Caption", "Block quotation", "Heading 1", "Base", "Table text"])
    # a size is for all
    expect(after.paragraphs.to_h { |paragraph| [paragraph.id, Norvel::Cascade.new(after).mark(paragraph)[:size]] }.values.uniq).to include(
      152_400
    )
    expect(found.operation.sentence(one)).to end_with("titles (1), tables (1), captions (1), quotations (1) kept clear of it.")
  end

  it "lets those take it that are to" do
    after = exceptions("Base: lines 2", take: %i[tables quotations]).operation.call(one)
    expect(double(after)).to eq([1, 2, 4, 6, 20])
  end

  it "has none where the change is about something else than running text, says so itself, or is no spacing" do
    expect([exceptions("Block quotation: in 2 cm").reached, exceptions("heading 1: centred").reached,
      exceptions("Base: bold, navy").reached]).to eq([{}, {}, {}])
    both = Norvel::Changes.build("restyle", "lines" => ["Base: lines 2", "Block quotation: lines 1.5"])
    expect(described_class.new(one, both, roles).reached.keys).not_to include(:quotations)
  end

  it "is kept by the line, also where all that say otherwise by hand follow" do
    mixed = one.with_paragraphs(6 => one.paragraph(6).with(properties: {line_spacing: Norvel::Properties::LineSpacing.multiple(1.5)}))
    line = Norvel::Changes::OneLine.new(mixed, "The whole text: justified, lines 2", roles: roles)
    after = line.operation.call(mixed)
    expect(double(after)).to eq([1, 2, 6])
    expect(effective(after, :align)[0]).to eq(:center)
  end

  # Seen: “Everything: double spaced” left headings, quotations and what their styles say themselves.
  it "keeps nobody clear where everything is said, whatever a style or a paragraph says itself" do
    sheet = one.sheet.with_style(one.sheet["Heading1"].with_values(line_spacing: Norvel::Properties::LineSpacing.multiple(1.2)))
    mixed = one.with(sheet: sheet).with_paragraphs(
      4 => one.paragraph(4).with(properties: {line_spacing: Norvel::Properties::LineSpacing.multiple(1.5)})
    )
    line = Norvel::Changes::OneLine.new(mixed, "Everything: lines 2", roles: roles)
    expect(double(line.operation.call(mixed))).to eq(mixed.paragraphs.reject(&:blank?).map(&:id))
    expect(line.operation.sentence(mixed)).to eq("Restyled “Base”; “Heading 1” too; 1 paragraph that said otherwise by hand follows.")
  end

  # Seen in the demo: most running text said so by hand, so that table cells were most of what was reached.
  it "knows what a style is for by what stands in it, whoever is reached" do
    stubborn = one.with_paragraphs([1, 2, 6].to_h { |id|
      [id, one.paragraph(id).with(properties: {line_spacing: Norvel::Properties::LineSpacing.multiple(1.5)})]
    })
    found = described_class.new(stubborn, Norvel::Changes.build("restyle", "lines" => ["Base: lines 2"]), roles)
    expect(found.reached.keys).to eq(%i[headings titles tables captions quotations])
  end
end

# One way for the line, the style's form and the command line.
RSpec.describe Norvel::Changes::Reach do
  let(:long) { "The night ferries of the sound left when the last lamp on the quay was lit, and came back before the boats of the day." }
  let(:roles) { Norvel::Roles.said(one, {0 => :heading_1, 1 => :body, 2 => :table_text}) }
  let(:hand) { {line_spacing: Norvel::Properties::LineSpacing.multiple(1.5)} }
  let(:one) { manuscript(paragraph(0, "Head", style: "Heading1"), paragraph(1, long), paragraph(2, "Boat", **hand)) }
  let(:line) { "Base: lines 2" }

  def after(**more) = Norvel::Changes::OneLine.new(one, line, roles: roles, **more).operation.call(one)

  def spacing(manuscript) =
    Norvel::Cascade.new(manuscript).then do |cascade|
      manuscript.paragraphs.map { |paragraph| cascade.paragraph(paragraph)[:line_spacing].value }
    end

  # Seen: the trap was avoided before anybody was asked, and “headings” had no effect.
  it "lets headings take it over where they are to, and says once who keeps clear" do
    expect([spacing(after), spacing(after(take: [:headings]))]).to eq([[1.0, 2.0, 1.5], [2.0, 2.0, 1.5]])
    said = Norvel::Changes::OneLine.new(one, line, roles: roles).operation.sentence(one)
    expect(said.scan("kept clear of it").size).to eq(1)
  end

  it "lets those of a group follow that are to take it, and no others of it" do
    follow = {choices: [:follow]}
    expect(spacing(after(**follow))).to eq([1.0, 2.0, 1.5])
    expect(spacing(after(take: [:tables], **follow))).to eq([1.0, 2.0, 2.0])
  end
end
