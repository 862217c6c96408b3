# frozen_string_literal: true

require_relative "../support/wild"

# What regulations ask for with a condition, or of one thing as it stands to another, and what mends it.
RSpec.describe Norvel::Guide::Rules::Relation do
  def guide(*rules, **more)
    rules = rules.each_with_index.map { |rule, index| {"id" => "r#{index}", "clause" => "c", "severity" => "must", **rule} }
    Norvel::Guide.read(YAML.dump({"guide" => "G", "version" => "1", "rules" => rules, **more}))
  end

  def examined(manuscript, roles = {})
    Norvel::Examination.new(manuscript).tap do |one|
      allow(one).to receive(:roles).and_return(Norvel::Roles.new(manuscript).corrected(roles)) if roles.any?
    end
  end

  # The manuscript after the best fix of the first finding, and what is found then.
  def mended(examined, guide, roles = {})
    finding = examined.check(guide).open_findings.first
    best = Norvel::Examination::Fixes.new(examined, guide, finding).best
    after = best.operation.call(examined.manuscript)
    [after, examined(after, roles).check(guide).open_findings.map(&:rule)]
  end

  let(:styles) do
    {"Base" => {name: "Base", properties: {size: 12 * 12_700, space_before: 0, space_after: 0}},
     "Heading1" => {name: "heading 1", parent: "Base",
                    properties: {outline_level: 1, size: 13 * 12_700, space_before: 20 * 12_700, space_after: 4 * 12_700}}}
  end
  let(:book) do
    manuscript(paragraph(0, "The lamps", style: "Heading1"),
      paragraph(1, "The lamps of the quay were counted in winter, each by its number."),
      paragraph(2, "The oil", style: "Heading1"), paragraph(3, "Oil came in casks, and the casks were weighed on the quay by a clerk."),
      styles: styles)
  end
  let(:roles) { {0 => :heading_1, 1 => :body, 2 => :heading_1, 3 => :body} }

  it "has headings a step above the text, and sets their style so" do
    step = guide({"checks" => "relation", "roles" => ["heading_1"], "property" => "size", "to_roles" => ["body"], "plus" => "2 pt"})
    one = examined(book, roles)
    expect(one.check(step).open_findings.map { |found| [found.paragraph, found.measured, found.expected] })
      .to eq([[0, "13 pt", "14 pt"], [2, "13 pt", "14 pt"]])
    after, left = mended(one, step, roles)
    expect([left, after.sheet["Heading1"].properties[:size]]).to eq([[], 14 * 12_700])
  end

  it "has a length at least so much of another of the same paragraph" do
    half = guide({"checks" => "relation", "roles" => ["heading_1"], "property" => "space_after", "to_property" => "space_before",
                  "at_least" => 50})
    one = examined(book, roles)
    expect(one.check(half).open_findings.map { |found| [found.measured, found.expected] }.uniq).to eq([["4 pt", "at least 10 pt"]])
    after, left = mended(one, half, roles)
    expect([left, after.sheet["Heading1"].properties[:space_after]]).to eq([[], 10 * 12_700])
    expect(half.rules.first.sentence).to eq("Space after of heading 1 is at least 50 % of its space before.")
  end

  it "is refused where nothing is measured by something else" do
    expect { guide({"checks" => "relation", "roles" => ["body"], "property" => "size", "plus" => "1 pt"}) }
      .to raise_error(Norvel::GuideError, /other roles, or another length/)
    expect { guide({"checks" => "relation", "roles" => ["body"], "property" => "bold", "to_roles" => ["caption"], "plus" => "1 pt"}) }
      .to raise_error(Norvel::GuideError, /no length/)
    expect { guide({"checks" => "relation", "roles" => ["body"], "property" => "size", "to_roles" => ["caption"]}) }
      .to raise_error(Norvel::GuideError)
  end

  it "asks a value only of what stands in several lines, or in one" do
    single = {"checks" => "value", "roles" => ["heading_1"], "property" => "line_spacing", "equals" => 1}
    double = Norvel::Properties::LineSpacing.multiple(2.0)
    long = "The lamps of the quay, how they were counted, weighed and trimmed, and who went round with the oil in the winter"
    one = examined(manuscript(paragraph(0, "Lamps", line_spacing: double), paragraph(1, long, line_spacing: double)),
      {0 => :heading_1, 1 => :heading_1})
    found = ->(lines) { one.check(guide(single.merge({"lines" => lines}.compact))).open_findings.map(&:paragraph) }
    expect([found["several"], found["one"], found[nil]]).to eq([[1], [0], [0, 1]])
  end

  it "has a chapter's text on a new page where its title stands alone" do
    alone = guide({"checks" => "chapter_title_alone"})
    after, left = mended(examined(book, roles), alone, roles)
    expect(after.paragraph(1).properties).to include(break_before: true)
    expect(left).to eq(["r0"]) # the second chapter's text follows its title still
  end

  it "has smaller text only in tables that would not fit" do
    small = guide({"checks" => "smaller_where_too_large", "size" => "12 pt", "least" => "10 pt"})
    found = lambda do |count, size|
      cells = Array.new(count) { |index| paragraph(index + 10, stretch("A lamp", size: size * 12_700)).with(in_table: true) }
      rows = cells.map { |cell| Norvel::Manuscript::Row.new(cells: [Norvel::Manuscript::Cell.new(blocks: [cell])]) }
      table = Norvel::Manuscript::Table.new(id: "t10", rows: rows, columns: [2_000_000])
      examined(manuscript(table, paragraph(900, "After it"))).check(small).open_findings.map { |one| [one.measured, one.expected] }
    end
    expect([found[3, 12], found[3, 11], found[3, 9]]).to eq([[], [["11 pt", "12 pt"]], [["9 pt", "12 pt"]]])
    expect([found[80, 11], found[80, 9]]).to eq([[], [["9 pt", "10 pt"]]])
  end

  describe "of lists of contents" do
    let(:leader) { Norvel::Properties::TabStop.new(position: 380 * 12_700, align: :end) }
    let(:listed) do
      entries = {"Contents1" => {name: "toc 1", parent: "Base", properties: {tabs: [leader]}},
                 "Contents2" => {name: "toc 2", parent: "Base", properties: {tabs: [leader.with(leader: :dot)], indent_start: 0}}}
      line = ->(id, text, style) {
        paragraph(id, Norvel::Manuscript::Run.new(text: text, generated: true), style: style)
      }
      list = Norvel::Manuscript::ContentsList.new(first: 50, last: 51, closes: 51, levels: [1, 2], by: [:level])
      manuscript(line[50, "The lamps\t1", "Contents1"], line[51, "Oil\t1", "Contents2"], *book.blocks,
        styles: styles.merge(entries), contents: [list])
    end

    it "has the leader that is asked for, by the entries' style" do
      dots = guide({"checks" => "contents_entries", "leader" => "dots"})
      one = examined(listed, roles)
      expect(one.check(dots).open_findings.map { |found| [found.paragraph, found.measured] }).to eq([[50, "nothing"]])
      after, left = mended(one, dots, roles)
      expect([left, after.sheet["Contents1"].properties[:tabs].map(&:leader)]).to eq([[], [:dot]])
    end

    it "has deeper levels further in, or not" do
      further = ->(wanted) { guide({"checks" => "contents_entries", "indented" => wanted}) }
      one = examined(listed, roles)
      expect([true, false].map { |wanted| one.check(further[wanted]).open_findings.map(&:paragraph) }).to eq([[51], []])
      after, left = mended(one, further[true], roles)
      expect([left, after.sheet["Contents2"].properties[:indent_start]]).to eq([[], 360_000])
    end
  end

  it "has notes that go on, or begin anew where it is asked for" do
    note = ->(number) {
      Norvel::Manuscript::Run.new(text: "\u{FFFC}", insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: "footnotes:#{number}")])
    }
    text = [paragraph(0, "A", style: "Heading1"), paragraph(1, "x", note[1]), paragraph(2, "y", note[2], break_before: true),
      paragraph(3, "B", style: "Heading1"), paragraph(4, "z", note[3])]
    notes = (1..3).to_h { |number| ["footnotes:#{number}", [paragraph(900 + number, "A note.")]] }
    found = lambda do |anew, restart|
      settings = Norvel::Manuscript::Settings.new(footnotes: Norvel::Manuscript::NoteForm.new(restart: restart))
      one = examined(manuscript(*text, styles: styles, notes: notes, settings: settings), {0 => :heading_1, 3 => :heading_1})
      one.check(guide({"checks" => "notes_numbering", "anew" => anew})).open_findings.map { |each| [each.paragraph, each.measured] }
    end
    expect([found["never", :never], found["never", :page]]).to eq([[], [[2, "1"]]])
    expect([found["page", :page], found["page", :never]]).to eq([[], [[2, "2"]]])
    expect(found["chapter", :never]).to eq([[4, "3"]])
  end
end
