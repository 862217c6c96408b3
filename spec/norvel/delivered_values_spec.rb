# frozen_string_literal: true

module DeliveredValues
  VALUES = {font_family: ["Arial"], size: [171_450, 12_700 * 12], underline: %i[none single double thick dotted dash wave words],
            color: ["#8a2a20", "auto"], highlight: ["#ffff00", "none"], background: ["#eeeeee", "none"],
            letter_spacing: [12_700, -6_350], kerning: [101_600, 0], scale: [90, 100],
            raised: %i[superscript subscript baseline], shift: [25_400, -12_700], language: ["de-DE"], align: %i[start center end justify],
            indent_start: [360_000, -360_000, 144_000], indent_end: [635_000], indent_first: [360_000, -360_000, 0],
            space_before: [76_200, 144_000], space_after: [152_400, 0],
            line_spacing: [Norvel::Properties::LineSpacing.multiple(1.15),
              Norvel::Properties::LineSpacing.new(rule: :exact, value: 254_000),
              Norvel::Properties::LineSpacing.new(rule: :at_least, value: 152_400)],
            tabs: [[Norvel::Properties::TabStop.new(position: 1_800_000),
              Norvel::Properties::TabStop.new(position: 3_600_000, align: :end, leader: :dot)]], shading: ["#dddddd", "none"],
            borders: [{top: {style: "double", width: 12_700, color: "#8a2a20", space: 50_800}},
              %i[top bottom left right between].to_h { |side| [side, Norvel::Properties::Borders::NONE] }],
            outline_level: [3], orphans: [2, 0], widows: [2, 0],
            indent_start_chars: [400], indent_end_chars: [150], indent_first_chars: [200, -200]}.freeze
end

# What was set is what the delivered file says, value by value; what the format cannot say is told when it is set.
RSpec.describe "Delivered values" do
  let(:source) do
    docx(footer: Demo::Report::FOOTER) do |file|
      %w[One Two Three].each { |word| file.paragraph([file.text("#{word} of the "), file.text("boats", "<w:i/>"), file.text(" left.")]) }
    end
  end
  let(:before) { read(source) }

  def deliver(after) = read(Norvel::Formats.write(after, source: source))

  # orphans and widows are one switch in this format: both or none.
  def set_of(property, value) = %i[orphans widows].include?(property.name) ? {orphans: value, widows: value} : {property.name => value}

  Norvel::Properties.all.reject { |property| %i[hidden numbering].include?(property.name) }.each do |property|
    values = DeliveredValues::VALUES.fetch(property.name) { [true, false] }
    it "#{property.label.downcase} comes back from a style, from a paragraph and from words" do
      values.each do |value|
        set = set_of(property, value)
        styled = before.with(sheet: before.sheet.with_style(before.sheet["BodyText"].with_values(set)))
        spelled = Norvel::Formats::Docx::Spelled.new.set(set)
        expect(deliver(styled).sheet["BodyText"].properties.slice(*set.keys)).to eq(spelled)
        by_hand = before.paragraphs.first.then { |one|
          if property.text?
            one.with(runs: one.runs.map.with_index { |run, index| (index == 1) ? run.with(properties: run.properties.merge(set)) : run })
          else
            one.with(properties: set)
          end
        }
        again = deliver(before.with_paragraphs(0 => by_hand)).paragraphs.first
        expect((property.text? ? again.runs[1] : again).properties.slice(*set.keys)).to eq(spelled)
        expect(Norvel::Formats.cannot_say(before, styled)).to eq([])
      end
    end
  end

  it "every value goes again, from a paragraph and from words" do
    full = Norvel::Properties.all.reject { |property| %i[hidden numbering].include?(property.name) }.to_h do |property|
      [property.name, (DeliveredValues::VALUES[property.name] || [true]).first]
    end
    text, block = full.partition { |name, _| Norvel::Properties[name].text? }.map(&:to_h)
    dressed = before.with_paragraphs(0 => before.paragraphs.first.then { |one|
      one.with(properties: block, mark_properties: text, runs: one.runs.map { |run| run.with(properties: text) })
    })
    there = Norvel::Formats.write(dressed, source: source)
    bare = read(there).then do |one|
      one.with_paragraphs(0 => one.paragraphs.first.then { |paragraph|
        paragraph.with(properties: {}, mark_properties: {}, runs: paragraph.runs.map { |run| run.with(properties: {}) })
      })
    end
    again = read(Norvel::Formats.write(bare, source: there)).paragraphs.first
    expect([again.properties, again.mark_properties, again.runs.map(&:properties).uniq]).to eq([{}, {}, [{}]])
  end

  it "page, folio, beginning, columns and first page of a section come back" do
    section = before.sections.first
    [section.with(folio: Norvel::Manuscript::Folio.new(format: :upper_roman, start: 7)), section.with(begins: :recto),
      section.with(columns: 2), section.with(first_differs: true),
      section.with(page: section.page.with(width: 10_692_130, height: 7_560_310, margin: section.page.margin.merge(gutter: 360_000)))]
      .each do |changed|
      expect(deliver(before.with(sections: [changed])).sections.first.with(headers: {}, footers: {}))
        .to eq(
          changed.with(headers: {}, footers: {}, page: changed.page.with(width: (changed.page.width / 635.0).round * 635,
            height: (changed.page.height / 635.0).round * 635, margin: changed.page.margin.transform_values { |edge|
              (edge / 635.0).round * 635
            }))
        )
    end
  end

  it "a section that came, moved or went" do
    first = before.sections.first
    three = before.with_paragraphs(1 => before.paragraphs[1].with(carries: [:section_end]))
      .with(
        sections: [Norvel::Manuscript::Section.new(last: 1, folio: Norvel::Manuscript::Folio.new(format: :lower_roman, start: 1)), first]
      )
    bytes = Norvel::Formats.write(three, source: source)
    again = read(bytes)
    expect(again.sections.map { |section| [section.last, section.folio.format] }).to eq([[1, :lower_roman], [nil, :decimal]])
    expect(again.sections[0].footers.values.flatten(1).map(&:text).join).to eq("")
    expect(again.sections[1].footers).not_to be_empty
    moved = again.with_paragraphs(1 => again.paragraphs[1].with(carries: []), 0 => again.paragraphs[0].with(carries: [:section_end]))
      .with(sections: [again.sections[0].with(last: 0), again.sections[1]])
    expect(read(Norvel::Formats.write(moved, source: bytes)).sections.map(&:last)).to eq([0, nil])
    gone = again.with_paragraphs(1 => again.paragraphs[1].with(carries: [])).with(sections: [again.sections[1]])
    expect(read(Norvel::Formats.write(gone, source: bytes)).sections.map { |section| [section.last, section.footers.keys] })
      .to eq([[nil, [:default]]])
  end

  it "a footer that was written in, and a header that is new" do
    section = before.sections.first
    foot = section.footers[:default].first
    written = foot.with_runs([Norvel::Manuscript::Run.new(text: "Marrowby, page "), *foot.runs])
    changed = section.with(footers: {default: [written, *section.footers[:default].drop(1)]}, headers: {
      default: [
        Norvel::Manuscript::Paragraph.new(id: Norvel::Manuscript::NEW_IDS, style: "BodyText",
          runs: [Norvel::Manuscript::Run.new(text: "Of "), Norvel::Manuscript::Run.new(field: :pages)])
      ]
    })
    bytes = Norvel::Formats.write(before.with(sections: [changed]), source: source)
    again = read(bytes).sections.first
    expect(again.footers[:default].first.text).to start_with("Marrowby, page ")
    expect(again.headers[:default].map { |one| [one.style, one.runs.map(&:field)] }).to eq([["BodyText", [nil, :pages]]])
    only = Norvel::Formats.write(
      before.with(sections: [section.with(footers: {default: [written, *section.footers[:default].drop(1)]})]), source: source
    )
    members = [source, only].map { |file| Norvel::Formats::Archive.read(file).members }
    expect(members[1].keys.select { |name| members[0][name] != members[1][name] }).to eq(["word/footer1.xml"])
  end

  it "settings, the title, and what all styles rest on" do
    changed = before.with(settings: before.settings.with(tab: 720_090, even_differs: true, hyphenate: true, records_revisions: true),
      info: before.info.with(title: "Überblick & Ausblick"),
      sheet: Norvel::StyleSheet.new(styles: before.sheet.styles, defaults: before.sheet.defaults.merge(size: 139_700, space_after: 76_200),
        default_id: before.sheet.default_id))
    again = deliver(changed)
    expect([again.settings, again.info.title, again.sheet.defaults])
      .to eq([changed.settings, "Überblick & Ausblick", changed.sheet.defaults])
    untitled = deliver(before.with(info: before.info.with(title: nil)))
    expect(untitled.info.title).to be_nil
  end

  it "refuses to deliver what does not read back, and names the place" do
    wrong = before.with(notes: {"footnotes:9" => [paragraph(1_000_000, "lost")]})
    expect {
      Norvel::Formats.write(wrong.with_paragraphs(0 => before.paragraphs.first.with(properties: {keep_next: true})), source: source)
    }.to raise_error(Norvel::FileError, /note footnotes:9/)
  end

  it "tells what the file cannot say, in the words that are shown" do
    tell = ->(style) {
      Norvel::Formats.cannot_say(before, before.with(sheet: before.sheet.with_style(before.sheet["BodyText"].with_values(style))))
    }
    expect(tell[orphans: 3]).to eq(["Orphans 3: the file can only say 2."])
    expect(tell[highlight: "#123456"]).to eq(["Highlight #123456: the file can only say none."])
    expect(tell[size: 142_875]).to eq(["Size 11.25 pt: the file can only say 11.5 pt."])
    expect(tell[indent_start: 144_000, space_before: 144_000, line_spacing: Norvel::Properties::LineSpacing.multiple(1.15)]).to eq([])
    by_hand = before.with_paragraphs(0 => before.paragraphs.first.with(properties: {widows: 4}))
    expect(Norvel::Formats.cannot_say(before, by_hand)).to eq(["Widows 4: the file can only say 2."])
    expect(Norvel::Formats.cannot_say(by_hand, by_hand)).to eq([])
  end
end
