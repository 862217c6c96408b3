# frozen_string_literal: true

# What is done about a finding. Seen: one press set the body's line spacing for 59 paragraphs because a caption had the body's style, and
# findings went from 1 to 118; a heading became as large as one that was too large; a fix answered "it is so already".
RSpec.describe Norvel::Examination::Fixes do
  def guide(*rules, styles: {}, **more)
    rules = rules.each_with_index.map { |rule, index| {"id" => "r#{index}", "clause" => "c#{index}", "severity" => "must", **rule} }
    Norvel::Guide.read(YAML.dump({"guide" => "G", "version" => "1", "styles" => styles, "rules" => rules}.compact.merge(more)))
  end

  def value(property, roles, equals, **more)
    {"checks" => "value", "roles" => roles, "property" => property, "equals" => equals}.compact.merge(more)
  end

  def fixes(manuscript, guide, rule: "r0", roles: {})
    examined = Norvel::Examination.new(manuscript)
    allow(examined).to receive(:roles).and_return(Norvel::Roles.new(manuscript).corrected(roles)) if roles.any?
    finding = examined.check(guide).open_findings.find { |found| found.rule == rule }
    described_class.new(examined, guide, finding)
  end

  let(:sentences) do
    Array.new(12) { |index| "The lamps of the quay were counted in winter #{index}, and the board was told of each that was out." }
  end
  let(:text) { sentences.each_with_index.map { |words, index| paragraph(index + 10, words) } }

  it "gives a caption in the body's style the style of captions, and leaves the body alone" do
    house = guide(value("line_spacing", ["caption"], "1.5"), value("line_spacing", ["body"], "1"))
    styles = {"Caption" => {name: "caption", parent: "Base",
                            properties: {line_spacing: Norvel::Properties::LineSpacing.new(rule: :multiple, value: 360)}}}
    before = manuscript(*text, paragraph(1, "Figure 1: The stairs at low tide"), styles: styles)
    found = fixes(before, house, roles: {1 => :caption})
    expect(found.best.operation.call(before).paragraph(1).style).to eq("Caption")
    expect(found.best.consequences).to have_attributes(counts: [1, 0], came: {})
    expect(found.besides(found.best).map(&:words)).to eq(["Set it by hand, here alone"])
  end

  it "takes a break's contradiction away instead of saying once more what the style says already" do
    house = guide({"checks" => "chapter_start", "on" => "page"})
    styles = {"Heading1" => {name: "heading 1", parent: "Base", properties: {outline_level: 1, break_before: true, size: 203_200}}}
    before = manuscript(paragraph(0, "Lamps", style: "Heading1"), *text, paragraph(1, "Tides", style: "Heading1", break_before: false),
      paragraph(2, "The water comes twice a day."), styles: styles)
    best = fixes(before, house).best
    expect(best.operation.call(before).paragraph(1).properties).to eq({})
    expect(best.consequences.counts).to eq([1, 0])
  end

  it "takes away what is by hand, or brings the guide's style in where the manuscript has none of that kind" do
    house = guide(value("size", ["body"], "12 pt"), styles: {"base" => {"name" => "House base", "size" => "12 pt"},
                                                             "body" => {"name" => "House text", "indent_first" => "0.5 cm"}})
    before = manuscript(paragraph(0, "Lamps", bold: true), *text.first(11), paragraph(1, stretch(sentences.last, size: 127_000)))
    found = fixes(before, house)
    after = found.best.operation.call(before)
    made = found.fix(1).operation.call(before)
    expect(made.sheet[made.paragraph(1).style]).to have_attributes(name: "House text", properties: include(indent_first: 180_000))
    expect(after.paragraph(1).runs.first.properties).to eq({})
  end

  it "takes the sheet's value, not the edge of what the rule allows" do
    house = guide({"checks" => "value", "roles" => ["body"], "property" => "size", "between" => ["10 pt", "12 pt"]},
      styles: {"base" => {"name" => "House base", "size" => "11 pt"}, "body" => {"name" => "House text"}})
    before = manuscript(*text, styles: {"Base" => {name: "Base", properties: {size: 228_600}}})
    expect(fixes(before, house).best.operation.call(before).sheet["Base"].properties[:size]).to eq(139_700)
    bare = guide({"checks" => "value", "roles" => ["body"], "property" => "size", "between" => ["10 pt", "12 pt"]})
    expect(fixes(before, bare).best.operation.call(before).sheet["Base"].properties[:size]).to eq(152_400)
  end

  it "makes the heading smaller that is too large, not the higher one as large" do
    styles = {"Heading1" => {name: "heading 1", parent: "Base", properties: {outline_level: 1, size: 228_600}},
              "Heading2" => {name: "heading 2", parent: "Base", properties: {outline_level: 2, size: 254_000}}}
    before = manuscript(paragraph(0, "Lamps", style: "Heading1"), paragraph(1, "Oil", style: "Heading2"), *text, styles: styles)
    house = guide({"checks" => "sizes_in_order"}, styles: {"base" => {"name" => "House base", "size" => "12 pt"},
                                                           "heading_1" => {"name" => "Chapter", "size" => "18 pt"},
                                                           "heading_2" => {"name" => "Section", "size" => "14 pt"}})
    after = fixes(before, house).best.operation.call(before)
    expect(%w[Heading1 Heading2].map { |id| after.sheet[id].properties[:size] }).to eq([228_600, 177_800])
  end

  it "says what it would bring, and prefers what brings nothing" do
    house = guide(value("size", ["body"], "11 pt"), value("size", ["block_quotation"], "12 pt"))
    quoted = sentences.first(1).map { |words| paragraph(40, words, style: "Quote") }
    before = manuscript(*text, *quoted)
    best = fixes(before, house, roles: {40 => :block_quotation}).best
    expect(best.operation).to be_a(Norvel::Changes::ChangeStyle)
    expect(best.consequences.came.transform_keys(&:id)).to eq("r1" => 1)
    expect(best.consequences.gone.transform_keys(&:id)).to eq("r0" => 12)
    expect(best.consequences.counts).to eq([12, 1])
  end

  it "offers nothing that changes nothing, and says so by offering none" do
    house = guide({"checks" => "no_comments"})
    expect(described_class.new(Norvel::Examination.new(manuscript(*text)), house,
      Norvel::Guide::Finding.new(rule: "r0", severity: :must, expected: "x", measured: "y", message: "m",
        fix: ["tidy_white_space", {"paragraphs" => [10]}])).best).to be_nil
  end

  # All kinds of rules on the demo: whatever way is offered is one, and says truly what it brings.
  it "says truly what every way would do, on the demo" do
    before = came("quayside-notice.docx")
    store = Norvel::Layout::LineStore.new(Norvel::Fonts.of(before))
    examined = Norvel::Examination.new(before, store: store)
    house = Norvel::Guide.find("marrowby-diploma")
    examined.check(house).open_findings.group_by(&:rule).each_value do |same|
      found = described_class.new(examined, house, same.last, store: store)
      same.last.ways.each_index.filter_map { |number| found.fix(number) }.each do |fix|
        after = fix.operation.call(before)
        again = Norvel::Examination.new(after, store: store).check(house)
        expect([same.last.rule, fix.words, again.open_findings.size]).to eq([same.last.rule, fix.words, fix.consequences.counts.last])
        expect(again.findings).not_to include(have_attributes(rule: same.last.rule, paragraph: same.last.paragraph,
          message: same.last.message, page: same.last.page))
        expect(Norvel::ListLabels.same_words?(before, after)).to be(true)
      end
    end
  end
end

# Several findings at once.
RSpec.describe Norvel::Guide::Mending do
  it "brings a style in with the paragraphs that are to have it, so that fixing all that is safe does it too" do
    house = Norvel::Guide.find("marrowby-diploma")
    before = read(short_report)
    check = Norvel::Examination.new(before).check(house)
    found = check.open_findings.select { |finding| finding.rule == "body-size" }
    changes = described_class.changes(found)
    series = changes.find { |name, _| name == "series" }
    expect(series.last["changes"].map(&:first)).to eq(%w[define_style apply_style])
    after = Norvel::Changes.build("mend", "changes" => changes, "title" => "All of them.").call(before)
    again = Norvel::Examination.new(after).check(house)
    expect(again.open_findings.count { |finding| finding.rule == "body-size" }).to eq(0)
    expect(again.open_findings.size).to be < check.open_findings.size
  end
end
