# frozen_string_literal: true

require "set"

module RandomChanges
  IDENTITIES = /\.(?:id|mark_style)\z|\.rows\[\d\]\.cells\[\d\]\.blocks\z/
end

# The ledger keeps results: whatever a change did to any member of any value of a manuscript goes through its data and comes back.
RSpec.describe Norvel::Changes::Difference do
  def through(before, after) = described_class.apply(before, JSON.parse(JSON.generate(described_class.between(before, after))))

  # A value of every kind, all members away from their defaults.
  def full
    border = {style: "double", width: 12_700, color: "#112233", space: 25_400}
    set = {size: 165_100, bold: true, align: :justify, line_spacing: Norvel::Properties::LineSpacing.new(rule: :exact, value: 254_000),
           tabs: [Norvel::Properties::TabStop.new(position: 360_000, align: :end, leader: :dot)],
           borders: {top: border}, numbering: Norvel::Properties::NumberRef.new(list: "1", level: 2),
           color: "#aa0000", scale: 90, language: "de-DE"}
    inset = Norvel::Manuscript::Inset.new(kind: :anchor, ref: "word/media/a.png", width: 1, height: 2, alt: ":odd \\ text",
      what: :text_box, box: "text box 1", anchor: Norvel::Manuscript::Anchor.new(
        wrap: :around, behind: true, x_from: :page, x: :center, y_from: :margin, y: 12, gaps: {top: 1}
      ))
    run = ->(text) {
      Norvel::Manuscript::Run.new(text: text, style: "Emphasis", properties: set, insets: [inset],
        link: true, field: :page, revised: true, generated: true,
        refers: Norvel::Manuscript::Reference.new(what: :folio, to: "there"), by: "1", origin: 3, from: 2, home: 7)
    }
    one = ->(id) {
      Norvel::Manuscript::Paragraph.new(id: id, style: "Base", properties: set, mark_properties: set, mark_style: "Emphasis",
        runs: [run["\u{FFFC} :bells"], Norvel::Manuscript::Run.new(text: "plain")], carries: %i[field anchor],
        run_in: true, drop_cap: Norvel::Manuscript::DropCap.new(lines: 3, gap: 9))
    }
    cell = ->(id) { Norvel::Manuscript::Cell.new(blocks: [one[id].with(in_table: true)], span: 2, continued: true) }
    inner = Norvel::Manuscript::Table.new(id: "t21.1", rows: [Norvel::Manuscript::Row.new(cells: [cell[21]])])
    table = Norvel::Manuscript::Table.new(
      id: "t20", rows: [
        Norvel::Manuscript::Row.new(cells: [cell[20], Norvel::Manuscript::Cell.new(blocks: [inner, one[22].with(in_table: true)])],
          header: true, height: 5), Norvel::Manuscript::Row.new(cells: [cell[23]])
      ],
      columns: [1, 2], style: "Grid", indent: 4, cell_margin: 9, style_parts: [:row_bands]
    )
    section = Norvel::Manuscript::Section.new(page: Norvel::Manuscript::PageDesign.new(width: 7_000_000, height: 9_000_000),
      last: 2, begins: :recto, folio: Norvel::Manuscript::Folio.new(format: :lower_roman, start: 5), headers: {default: [one[3_010_000]]},
      footers: {first: [one[3_020_000]]}, first_differs: true, columns: 2, origin: 4)
    level = Norvel::Manuscript::ListLevel.new(format: "bullet", text: "•", start: 4, properties: {indent_start: 5},
      label_properties: {bold: true}, style: "Base", suffix: :space, restart_after: 1, legal: true)
    list = Norvel::Manuscript::List.new(id: "1", levels: {0 => level, 2 => level}, counter: "9", starts: {0 => 3}, name: "Steps")
    styles = {"Grid" => {name: "Grid", kind: :table, conditions: {first_row: {bold: true}}}, "Emphasis" => {
      name: "Emphasis", kind: :character, next_style: "x", linked: "Base", properties: {italic: true},
      hidden: true, from_file: false, standard: "title"
    }}
    manuscript(one[0], one[1], table, one[2], styles: styles, defaults: {size: 5}, sections: [section, Norvel::Manuscript::Section.new],
      notes: {"footnotes:1" => [one[1_000_000]], "footnotes:2" => [one[1_000_001]]}, lists: {"1" => list, "2" => list.with(id: "2")},
      settings: Norvel::Manuscript::Settings.new(between: :larger, tab: 9, even_differs: true, records_revisions: true, hyphenate: true),
      info: Norvel::Manuscript::Info.new(title: "A", language: "en"), warnings: ["w"], asides: {"comment 1" => [one[60_000_000]]},
      traces: [Norvel::Manuscript::Trace.new(kind: :company, said: "Quay", count: 2), Norvel::Manuscript::Trace.new(kind: :dates)],
      returned: [Norvel::Manuscript::Returned.new(paragraph: 1, property: :bold, value: true, ours: false, places: [[1, 0, 3]])],
      waivers: [Norvel::Manuscript::Waiver.new(rule: "r", reason: "so it is", paragraph: 1, text: "x")],
      matters: [Norvel::Manuscript::Matter.new(kind: :comment, paragraph: 1, text: "why", ref: "comment 1"),
        Norvel::Manuscript::Matter.new(kind: :deletion, paragraph: 2)],
      anchors: {"there" => 1, "here" => 2}, contents: [
        Norvel::Manuscript::ContentsList.new(
          first: 0, last: 1, closes: 2, levels: [1, 3], by: [:style], styles: {"Base" => 1, "Quote" => 2}, of: "Figure", code: "TOC"
        )
      ])
  end

  # Another value of the same kind.
  def other(value)
    case value
    when nil, false then true
    when true then false
    when Integer, Float then value + 1
    when String then "#{value}·"
    when Symbol then :"#{value}_else"
    when Array then value.first(value.size / 2)
    when Hash then value.to_a.first(value.size / 2).to_h
    else value
    end
  end

  # Every way to change one member of one value inside: [description, changed copy].
  def mutations(value, path = "")
    case value
    when Array then value.each_with_index.flat_map do |one, index|
      mutations(one, "#{path}[#{index}]").map { |said, now| [said, value.dup.tap { |copy| copy[index] = now }] }
    end
    when Hash then value.flat_map { |key, one| mutations(one, "#{path}[#{key}]").map { |said, now| [said, value.merge(key => now)] } }
    when Struct
      value.members.flat_map do |name|
        own = (value[name] == other(value[name])) ? [] : [["#{path}.#{name}", value.with(name => other(value[name]))]]
        own + mutations(value[name], "#{path}.#{name}").map { |said, now| [said, value.with(name => now)] }
      end
    else []
    end
  end

  # Identity is what a difference goes by; a map of blocks cannot lose half of them to a stray number.

  it "brings every member of every value back" do
    before = full
    members = Norvel::Manuscript::MEMBERS - %i[sheet fonts unshown] # whoever reads it says the fonts, no change does
    changed = members.flat_map do |name|
      (mutations(before.public_send(name), name.to_s) + [[name.to_s, other(before.public_send(name))]])
        .reject { |_, now| now.equal?(before.public_send(name)) }.map { |said, now| [said, before.with(name => now)] }
    end
    changed += mutations(before.sheet.styles, "styles").map do |said, now|
      [said, before.with(sheet: Norvel::StyleSheet.new(styles: now, defaults: before.sheet.defaults, default_id: "Base"))]
    end
    changed << [
      "sheet.defaults", before.with(sheet: Norvel::StyleSheet.new(styles: before.sheet.styles, defaults: {bold: true}, default_id: "Base"))
    ]
    changed << [
      "sheet.default_id", before.with(sheet: Norvel::StyleSheet.new(styles: before.sheet.styles, defaults: {size: 5}, default_id: "Quote"))
    ]
    lost = changed.reject { |said, after| said.match?(RandomChanges::IDENTITIES) || through(before, after) == after }
    expect(lost.map(&:first)).to eq([])
    expect(changed.size).to be > 800
    expect(changed.select { |_, after| described_class.between(before, after).empty? }.map(&:first)).to eq([])
    kinds = Set[]
    note = ->(value) {
      value.is_a?(Struct) ? (kinds << value.class) &&
        value.each(&note) : (value.each { |one| note[one] } if value.is_a?(Array) || value.is_a?(Hash))
    }
    members.each { |name| note[before.public_send(name)] }
    note[before.sheet.styles]
    expect(Norvel::Stored::KINDS.values - kinds.to_a).to eq([])
  end

  it "writes every kind of value that a manuscript has" do
    known = [Norvel::Manuscript, Norvel::StyleSheet, Norvel::Properties]
      .flat_map { |room| room.constants.map { |name| room.const_get(name) } }.select { |kind| kind.is_a?(Class) && kind < Struct }
    of_the_program = [Norvel::Properties::Property, Norvel::Manuscript::Container, Norvel::StyleSheet::Standards,
      Norvel::Manuscript::Unshown]
    expect(known - Norvel::Stored::KINDS.values - of_the_program).to eq([])
  end

  it "brings blocks that came, went and moved back to their places" do
    before = full
    new = Norvel::Manuscript::Paragraph.new(
      id: Norvel::Manuscript::NEW_IDS, style: "Base", runs: [Norvel::Manuscript::Run.new(text: "new")]
    )
    table = before.blocks[2]
    moved = [before.with(blocks: before.blocks.reverse), before.with(blocks: [new, *before.blocks]),
      before.with(blocks: before.blocks.first(1)), before.with(blocks: before.blocks.values_at(0, 3)),
      before.with(blocks: [before.blocks[0], table.with(id: "t500", rows: table.rows.first(1)), before.blocks[1]]),
      before.with(notes: {"footnotes:2" => [new], "footnotes:9" => before.notes["footnotes:1"]}),
      before.with(blocks: before.blocks.map { |block| block.equal?(table) ? table.with(rows: [table.rows[1], table.rows[0]]) : block }),
      before.with_paragraphs(21 => [before.paragraph(21), new]), before.with(sections: [*before.sections, Norvel::Manuscript::Section.new]),
      before.with(sections: before.sections.last(1))]
    moved.each { |after| expect(through(before, after)).to eq(after) }
    moved.each { |after| expect(through(after, before)).to eq(before) }
  end

  it "shares what did not change, and is nothing where nothing did" do
    before = came("night-ferries.docx")
    expect(described_class.between(before, before)).to eq({})
    after = Norvel::Changes.build("apply_style", "style" => "Heading1", "paragraphs" => [before.paragraphs[40].id]).call(before)
    again = through(before, after)
    expect(again.paragraphs[41]).to be(before.paragraphs[41])
    expect([again.sheet, again.lists, again.sections]).to match([be(before.sheet), be(before.lists), be(before.sections)])
  end

  it "refuses the data of a later version in a sentence" do
    expect { described_class.apply(full, "schema" => Norvel::Stored::SCHEMA + 1) }.to raise_error(Norvel::FileError, /later Norvel/)
  end
end

RSpec.describe Norvel::Manuscript do
  it "hands on what is known of its stories only to one that has the same" do
    one = manuscript(paragraph(0, "Bells"), paragraph(1, "Lamps"))
    known = one.paragraphs
    styled = one.with(sheet: one.sheet.with_style(one.sheet["Base"].with_values(bold: true)))
    expect(styled.paragraphs).to equal(known)
    other = one.with(blocks: [paragraph(5, "Tolls")])
    expect([other.paragraphs.map(&:id), other.index_of(5), other.paragraph(0)]).to eq([[5], 0, nil])
    table = Norvel::Manuscript::Table.new(
      id: "t7", style: "Grid", rows: [
        Norvel::Manuscript::Row.new(cells: [Norvel::Manuscript::Cell.new(blocks: [paragraph(7, "x").with(in_table: true)])])
      ]
    )
    plain = manuscript(table)
    expect(plain.table_conditions(7)).to eq([])
    grid = Norvel::StyleSheet::Style.new(id: "Grid", name: "Grid", kind: :table, conditions: {first_row: {bold: true}})
    expect(plain.with(sheet: plain.sheet.with_style(grid)).table_conditions(7)).to include(:first_row)
  end
end
