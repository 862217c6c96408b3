# frozen_string_literal: true

require_relative "../../demo/script/long"

module KeptLineChanges
  CHANGES = {font_family: "Arial", size: 190_500, underline: :single, color: "#8a2a20", highlight: "#ffff00",
             background: "#eeeeee", letter_spacing: 25_400, kerning: 12_700, scale: 80, raised: :superscript,
             shift: 38_100, language: "de-DE",
             align: :center, indent_start: 360_000, indent_end: 635_000, indent_first: 720_000,
             space_before: 152_400, space_after: 152_400, line_spacing: Norvel::Properties::LineSpacing.multiple(1.7),
             tabs: [Norvel::Properties::TabStop.new(position: 1_800_000, leader: :dot)], shading: "#dddddd",
             borders: {top: {style: "double", width: 25_400, color: "auto", space: 50_800}}, outline_level: 2, orphans: 4, widows: 4,
             indent_start_chars: 200, indent_end_chars: 200, indent_first_chars: 200,
             numbering: Norvel::Properties::NumberRef.new(list: "1")}.freeze
  VALUES = [{"size" => "9 pt"}, {"size" => "15 pt"}, {"color" => "#aa0000"}, {"space_after" => "17 pt"}, {"keep_next" => "yes"},
    {"break_before" => "yes"}, {"break_before" => "no"}, {"borders" => "all 1 pt"}, {"indent_start" => "2 cm"}].freeze
  STATES = {} # those that many examples begin with, by name
  FRESH = {}.compare_by_identity # what a fresh layout of one gives, so that each is drawn once
end

# Lines are kept from layout to layout under all that they depend on: whatever changes, one store gives what a fresh one gives.
RSpec.describe Norvel::Layout::LineStore do
  def before = KeptLineChanges::STATES[:before] ||= made

  def made
    text = "The Lamp is lit an hour before the ebb\tand put out when the last boat lies at the Steps; nobody is asked for " \
      "more than the toll. " * 3
    cell = ->(id) {
      Norvel::Manuscript::Cell.new(blocks: [paragraph(id, "Rowing lanterns and their numbers by the harbourmaster").with(in_table: true)])
    }
    table = Norvel::Manuscript::Table.new(
      id: "t50", rows: [Norvel::Manuscript::Row.new(cells: [cell[50], cell[51]])], columns: [1_200_000, 1_200_000]
    )
    list = Norvel::Manuscript::List.new(
      id: "1", levels: {0 => Norvel::Manuscript::ListLevel.new(properties: {indent_start: 500_000, indent_first: -250_000})}
    )
    on_page(*(0..5).map { |id| paragraph(id, text[0, 60 + id * 30], stretch(" slanted Words", italic: true), " and the rest.") },
      table, *(60..62).map { |id| paragraph(id, text) },
      page: page_design(width: 320, height: 330), lists: {"1" => list},
      settings: Norvel::Manuscript::Settings.new(hyphenate: true), info: Norvel::Manuscript::Info.new(language: "en-GB"))
  end

  def undivided(state)
    without = -> { state.with(settings: state.settings.with(hyphenate: false)) }
    state.equal?(before) ? KeptLineChanges::STATES[:undivided] ||= without.call : without.call
  end

  def drawn(layout) =
    layout.pages.map { |page| Norvel::Drawing::PageSvg.new(layout, page).to_s } + layout.pages.map do |page|
      [page.turn.reason, page.turn.empty.round(3)]
    end

  def expect_fresh(*states)
    store = described_class.new(Norvel::Fonts::Book.shipped)
    kept = states.map { |state| drawn(Norvel::Layout.new(state, store: store)) }
    expect(kept).to eq(states.map { |state| KeptLineChanges::FRESH[state] ||= drawn(layout(state)) })
    expect(kept.uniq.size).to be > 1 if block_given?
  end

  Norvel::Properties.all.each do |property|
    value = KeptLineChanges::CHANGES.fetch(property.name) { !property.default }
    set = {property.name => value}

    it "follows #{property.label.downcase} in a style, on a paragraph and on words, and back" do
      one = before
      styled = one.with(sheet: one.sheet.with_style(one.sheet["Base"].with_values(set)))
      by_hand = one.with_paragraphs([3, 4, 50, 62].to_h { |id|
        one.paragraph(id).then { |para|
          [id, if property.text?
                 para.with(runs: para.runs.map.with_index { |run, index|
                   index.zero? ? run : run.with(properties: run.properties.merge(set))
                 }, mark_properties: set)
               else
                 para.with(properties: set)
               end]
        }
      })
      expect_fresh(one, styled, one, by_hand, one)
      expect_fresh(*[one, styled, by_hand, one].map { |state| undivided(state) }) # then what nothing concerns is not looked at again
      dressed = {font_family: "Arial", caps: true}.except(property.name)
      both = one.with(sheet: one.sheet.with_style(one.sheet["Base"].with_values(dressed)))
      expect_fresh(both, both.with(sheet: both.sheet.with_style(both.sheet["Base"].with_values(set))), both)
    end
  end

  it "follows parents, character styles, table styles and where a table stands, though nothing else is looked at again" do
    one = undivided(before)
    style = ->(id, **more) { Norvel::StyleSheet::Style.new(id: id, name: id, **more) }
    sheet = [style["Root"], style["Soft", kind: :character], style["Grid", kind: :table]].reduce(one.sheet, :with_style)
    sheet = sheet.with_style(sheet["Base"].with(parent: "Root"))
    words = one.paragraph(2).then { |para| para.with(runs: para.runs.map { |run| run.with(style: "Soft") }) }
    one = one.with(sheet: sheet).with_paragraphs(2 => words)
    one = one.with(blocks: one.blocks.map { |block| block.is_a?(Norvel::Manuscript::Table) ? block.with(style: "Grid") : block })
    other = ->(id, **set) { one.with(sheet: one.sheet.with_style(one.sheet[id].with(**set))) }
    heads = other["Grid", conditions: {first_row: {size: 203_200}}]
    expect_fresh(one, other["Root", properties: {size: 190_500}], one, other["Soft", properties: {letter_spacing: 25_400}], heads,
      heads.with(blocks: heads.blocks.map { |block| block.is_a?(Norvel::Manuscript::Table) ? block.with(style_parts: []) : block }), one) do
        true
      end
  end

  it "follows settings, list levels, the page and what a note is called" do
    one = before
    note = Norvel::Manuscript::Inset.new(kind: :note, ref: "footnotes:1")
    noted = one.with_paragraphs(3 => one.paragraph(3)
      .with(runs: [*one.paragraph(3).runs, Norvel::Manuscript::Run.new(text: "\u{FFFC}", insets: [note])])).with(notes: {
        "footnotes:1" => [paragraph(1_000_000, "Seen from the tower.")]
      })
    list = one.lists["1"]
    listed = one.with(sheet: one.sheet.with_style(one.sheet["Base"].with_values(numbering: KeptLineChanges::CHANGES[:numbering])))
    expect_fresh(one, one.with(settings: one.settings.with(tab: 200_000)),
      one.with(settings: one.settings.with(hyphenate: false)), one.with(settings: one.settings.with(between: :larger)), noted,
      one.with(sections: [one.sections[0].with(page: page_design(width: 350, height: 330))]),
      one.with(info: one.info.with(language: "de-DE")), one) { true }
    expect_fresh(listed,
      listed.with(lists: {
        "1" => list.with(
          levels: {
            0 => list.levels[0].with(text: "%1)", suffix: :space, label_properties: {bold: true}, properties: {indent_start: 800_000})
          }
        )
      }), listed) do
      true
    end
  end

  it "follows the cells of a table: their width, their room and their border" do
    one = before
    table = one.tables.first
    changed = ->(**members) { one.with(blocks: one.blocks.map { |block| block.equal?(table) ? table.with(**members) : block }) }
    expect_fresh(one, changed[columns: [900_000, 1_500_000]], changed[cell_margin: 200_000], changed[indent: 300_000],
      changed[rows: [table.rows[0].with(height: 700_000)]], one) { true }
  end

  # Rows that are split, notes that go on, columns with balanced ends, something with text beside it: a random series of changes through one
  # store gives what fresh layouts give.
  def of_all_kinds
    text = "The Lamp is lit an hour before the ebb and put out when the last boat lies at the Steps; nobody is asked for " \
      "more than the toll. "
    cell = ->(id, count = 1, **more) {
      Norvel::Manuscript::Cell.new(blocks: [paragraph(id, (text * count).strip).with(in_table: true)], **more)
    }
    table = Norvel::Manuscript::Table.new(id: "t50",
      rows: [Norvel::Manuscript::Row.new(cells: [cell[50], cell[51]], header: true),
        Norvel::Manuscript::Row.new(cells: [cell[52, 5], cell[53]]),
        Norvel::Manuscript::Row.new(cells: [cell[54, 3], cell[55]]),
        Norvel::Manuscript::Row.new(cells: [cell[56, 1, continued: true], cell[57]])], columns: [1_200_000, 1_200_000])
    mark = ->(ref) { Norvel::Manuscript::Run.new(text: "\u{FFFC}", insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: ref)]) }
    float = Norvel::Manuscript::Run.new(
      text: "\u{FFFC}", insets: [
        Norvel::Manuscript::Inset.new(kind: :anchor, what: :image, width: 900_000, height: 900_000,
          anchor: Norvel::Manuscript::Anchor.new(wrap: :around))
      ]
    )
    blocks = [paragraph(0, text * 2, mark["footnotes:1"]), paragraph(1, float, text * 3), paragraph(2, text),
      table, paragraph(60, text * 2, mark["footnotes:2"]), *(61..66).map { |id| paragraph(id, text * 2) }, paragraph(70, text)]
    sections = [[60, {}], [66, {begins: :here, columns: 2}], [nil, {begins: :here}]].map do |last, more|
      Norvel::Manuscript::Section.new(page: page_design(width: 320, height: 330), last: last, **more)
    end
    manuscript(*blocks, sections: sections, notes: {
      "footnotes:1" => [paragraph(1_000_000, text * 9)], "footnotes:2" => [paragraph(1_000_001, text)]
    })
  end

  it "follows a random series of changes where rows are split, notes go on, columns are balanced and text stands beside things" do
    random = Random.new(12)
    one = of_all_kinds
    states = [one]
    25.times do
      name, value = KeptLineChanges::CHANGES.except(:numbering).to_a.sample(random: random)
      ids = [0, 1, 2, 52, 54, 57, 60, 63, 66, 70].sample(1 + random.rand(3), random: random)
      changed = ids.to_h do |id|
        para = states.last.paragraph(id)
        [
          id, Norvel::Properties[name]
            .text? ? para.with(runs: para.runs.map { |run| run.with(properties: run.properties.merge(name => value)) }) :
          para.with(properties: para.properties.merge(name => value))
        ]
      end
      states << ((random.rand < 0.2) ? states.sample(random: random) : states.last.with_paragraphs(changed))
    end
    expect_fresh(*states) { true }
    expect(layout(one).pages.flat_map(&:floats).size).to eq(1)
  end

  # Seen: small capitals in a style changed no line until the layout was fresh.
  it "sees small capitals" do
    one = before
    small = one.with(sheet: one.sheet.with_style(one.sheet["Base"].with_values(small_caps: true)))
    expect_fresh(one, small) { true }
  end

  it "sets nothing again when nothing changed, and no line when only the space around paragraphs did" do
    one = came("night-ferries.docx")
    store = Norvel::Layout::LineStore.new(Norvel::Fonts::Book.shipped)
    Norvel::Layout.new(one, store: store)
    made = 0
    allow(Norvel::Layout::ParagraphLines).to receive(:new).and_wrap_original { |original, **given| (made += 1) && original.call(**given) }
    Norvel::Layout.new(one, store: store)
    spaced = Norvel::Changes.build("change_style", "style" => "BodyText", "values" => {"space_after" => "9 pt", "keep_next" => "yes"}).call(
      one
    )
    layout = Norvel::Layout.new(spaced, store: store)
    expect(made).to be < 5 # the folios of pages that are new
    expect(lines_by_page(layout)).to eq(lines_by_page(Norvel::Layout.new(spaced)))
  end

  def changed(state, name, **parameters) = Norvel::Changes.build(name, parameters.transform_keys(&:to_s)).call(state)

  # What a layout of the one before kept has the format of that one, not of the first that set those lines.
  it "goes by what a style came to say, two changes later" do
    first = came("quayside-notice.docx")
    style = first.paragraphs.map(&:style).tally.max_by(&:last).first
    second = changed(first, "change_style", style: style, values: {"space_after" => "31 pt", "keep_next" => "yes"})
    id = first.paragraphs.rindex { |one| !one.blank? }
    third = changed(second, "format_here", paragraphs: [first.paragraphs[id].id], values: {"size" => "9 pt"})
    fourth = changed(third, "format_here", paragraphs: [first.paragraphs[id].id], values: {"color" => "#aa0000"})
    expect_fresh(first, second, third, fourth)
  end

  # @return [Norvel::Manuscript, nil] after some change; nil where it was refused
  def after_any(state, states, dice)
    ids = state.paragraphs.reject { |one| one.blank? || one.insets.any? }.map(&:id)
    case dice.rand(6)
    when 0..2
      style = state.paragraphs.map(&:style).uniq.sample(random: dice)
      changed(state, "change_style", style: style, values: KeptLineChanges::VALUES.sample(random: dice))
    when 3
      values = KeptLineChanges::VALUES.first(3).sample(random: dice)
      changed(state, "format_here", paragraphs: [ids.sample(random: dice)], values: values)
    when 4 then states.sample(random: dice)
    else changed(state, "set_part", margin: {"start" => "#{dice.rand(20..40) / 10.0} cm"})
    end
  rescue Norvel::NothingToChange, Norvel::ChangeRefused
    nil
  end

  def places(layout)
    layout.pages.map do |page|
      [page.folio, page.turn.reason, page.turn.paragraph, page.turn.empty.round(3),
        page.placed.map { |one| [one.area, one.paragraph&.id, one.line.start, one.line.end, one.x.round(3), one.y.round(3)] }]
    end
  end

  %w[boat-shed-handbook.docx night-ferries.docx].each do |file|
    it "gives through a row of changes of #{file}, back and forth, what a fresh one gives" do
      dice = Random.new(26)
      states = [read(demo(file))]
      store = described_class.new(Norvel::Fonts::Book.shipped)
      Norvel::Layout.new(states.first, store: store)
      12.times do
        state = after_any(states.last, states, dice) or next
        states << state
        expect(places(Norvel::Layout.new(state, store: store))).to eq(places(layout(state)))
      end
      expect(states.size).to be > 6
    end
  end

  it "fills no page anew that holds nothing which can differ" do
    one = read(Demo::Long.manuscript(6_000).first)
    store = described_class.new(Norvel::Fonts::Book.shipped)
    pages = Norvel::Layout.new(one, store: store).pages.size
    last = one.paragraphs.reverse.find { |paragraph| !paragraph.in_table && paragraph.text.length > 200 }
    filled = 0
    allow_any_instance_of(Norvel::Layout::ColumnFill).to receive(:fill).and_wrap_original { |fill, *rest, **more|
      filled += 1
      fill.call(*rest, **more)
    }
    red = changed(one, "format_here", paragraphs: [last.id], values: {"color" => "#aa0000"})
    Norvel::Layout.new(red, store: store)
    expect([pages, filled]).to match([a_value > 15, a_value < pages / 2])
  end
end
