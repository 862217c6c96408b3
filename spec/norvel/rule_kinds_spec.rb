# frozen_string_literal: true

# Every kind of rule: what meets it and what breaks it, with the place and the measured value. Roles are given, since what a paragraph is
# is not what is tried here.
RSpec.describe Norvel::Guide::Rule do
  prose = "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was said."
  exact = Norvel::Properties::LineSpacing.new(rule: :exact, value: 254_000) # 20 pt: ten lines fill the small page
  note = ->(ref) { Norvel::Manuscript::Run.new(text: "\u{FFFC}", insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: ref)]) }
  image = lambda do |alt = nil, height: 15|
    Norvel::Manuscript::Run.new(text: "\u{FFFC}", insets: [Norvel::Manuscript::Inset.new(kind: :image, width: 90 * 12_700, height: height * 12_700, alt: alt)])
  end
  run = ->(text, **set) { Norvel::Manuscript::Run.new(text: text, properties: set) }
  link = ->(text) { Norvel::Manuscript::Run.new(text: text, link: true) }
  folio = ->(**set) { Norvel::Manuscript::Paragraph.new(id: 3_000_000, style: "Base", properties: set, runs: [Norvel::Manuscript::Run.new(text: "1", field: :page)]) }
  field = ->(name) { Norvel::Manuscript::Paragraph.new(id: 3_000_001, style: "Base", runs: [Norvel::Manuscript::Run.new(text: "–", field: name, by: "1")]) }
  page = lambda do |width: 300, height: 300, **margin|
    emu = ->(points) { points * 12_700 }
    edges = {top: 50, bottom: 50, start: 50, end: 50, gutter: 0, header: 20, footer: 20}.merge(margin).transform_values(&emu)
    Norvel::Manuscript::PageDesign.new(width: emu[width], height: emu[height], margin: edges)
  end
  part = ->(last = nil, **more) { Norvel::Manuscript::Section.new(page: more.delete(:page) || page[], last: last, **more) }
  matter = ->(kind) { Norvel::Manuscript::Matter.new(kind: kind, paragraph: 0, text: "why") }
  refers = ->(what, to, text) { Norvel::Manuscript::Run.new(text: text, generated: true, refers: Norvel::Manuscript::Reference.new(what: what, to: to)) }
  lines = ->(count) { Array.new(count) { "line" }.join("\n") }
  row = lambda do |first, *texts, header: false, splits: true|
    cells = texts.each_with_index.map { |text, index| Norvel::Manuscript::Cell.new(blocks: [Norvel::Manuscript::Paragraph.new(id: first + index, style: "Base", in_table: true, runs: [Norvel::Manuscript::Run.new(text: text)])]) }
    Norvel::Manuscript::Row.new(cells: cells, header: header, splits: splits)
  end
  table = ->(id, *rows) { Norvel::Manuscript::Table.new(id: "t#{id}", rows: rows, columns: [60 * 12_700] * 2) }
  contents = ->(**more) { Norvel::Manuscript::ContentsList.new(first: 0, last: 0, closes: 0, levels: [1, 2], by: [:level], **more) }
  entry = ->(text) { Norvel::Manuscript::Run.new(text: text, generated: true) }
  numbered = {numbering: Norvel::Properties::NumberRef.new(list: "1", level: 0)}
  list = ->(format, text) { {"1" => Norvel::Manuscript::List.new(id: "1", levels: {0 => Norvel::Manuscript::ListLevel.new(format: format, text: text)})} }
  h1 = ->(text, **set) { [:heading_1, text, {outline_level: 1, **set}] }
  h2 = ->(text, **set) { [:heading_2, text, {outline_level: 2, **set}] }

  # kind => [parameters, what meets it, what breaks it, the finding's paragraph, its measure]; a manuscript is rows of role, text (or runs)
  # and values, tables, and what else it has.
  cases = {
    "paper" => [{paper: "A4"}, [[:body, "x"], {sections: [part[nil, page: Norvel::Manuscript::PageDesign.new]]}], [[:body, "x"]], nil, "106 × 106 mm"],
    "orientation" => [{orientation: "portrait"}, [[:body, "x"], table[1, row[1, "a", "b"]], [:body, "y"], {sections: [part[0], part["t", page: page[width: 400]], part[]]}], [[:body, "x"], {sections: [part[nil, page: page[width: 400]]]}], nil, "landscape"],
    "margins" => [{margins: {"top" => "50 pt"}}, [[:body, "x"], {sections: [part[nil, page: page[top: 51]]]}], [[:body, "x"], {sections: [part[nil, page: page[top: 52]]]}], nil, "1.83 cm"],
    "gutter" => [{gutter: "10 pt", mirrored: true}, [[:body, "x"], {sections: [part[nil, page: page[gutter: 10]]], settings: {mirrored: true}}], [[:body, "x"], {settings: {mirrored: true}}], nil, "0 cm"],
    "header_footer_distance" => [{header: "20 pt"}, [[:body, "x"]], [[:body, "x"], {sections: [part[nil, page: page[header: 30]]]}], nil, "1.06 cm"],
    "line_length" => [{least: 20, most: 60}, [[:body, prose * 4]], [[:body, prose * 8], {sections: [part[nil, page: page[width: 700]]]}], nil, /\A1\d\d characters\z/],
    "one_page_design" => [{}, [[:body, "x"], [:body, "y"], {sections: [part[0], part[]]}], [[:body, "x"], [:body, "y"], {sections: [part[0], part[nil, page: page[top: 90]]]}], nil, /mm/],
    "folio_format" => [{of: "main", format: "decimal", start: 1}, [[:body, "x"], [:body, "y"], {sections: [part[0, folio: {format: :lower_roman}], part[nil, folio: {start: 1}]]}], [[:body, "x"], {sections: [part[nil, folio: {format: :lower_roman}]]}], nil, "lower roman"],
    "folio_place" => [{place: "bottom center"}, [[:body, "x"], {sections: [part[nil, footers: {default: [folio[align: :center]]}]]}], [[:body, "x"], {sections: [part[nil, footers: {default: [folio[align: :end]]}]]}], nil, "bottom end"],
    "folio_on_first_page" => [{shown: false}, [[:body, "x"], {sections: [part[nil, first_differs: true, footers: {default: [folio[]], first: []}]]}], [[:body, "x"], {sections: [part[nil, footers: {default: [folio[]]}]]}], nil, "folio 1"],
    "folios_present" => [{}, [[:body, lines[12]], {sections: [part[nil, footers: {default: [folio[]]}]]}], [[:body, lines[12]]], nil, "none"],
    "running_head" => [{holds: ["chapter"]}, [[:body, "x"], {sections: [part[nil, headers: {default: [field[:chapter]]}]]}], [[:body, "x"]], nil, "no chapter"],
    "first_and_even_pages" => [{first: true}, [[:body, "x"], {sections: [part[nil, first_differs: true]]}], [[:body, "x"]], nil, "first pages like others"],
    "value" => [{roles: ["body"], property: "size", equals: "10 pt"}, [[:body, "x"], h1["y", size: 203_200]], [[:body, "x", {size: 139_700}]], 0, "11 pt"],
    "guide_style" => [{}, [[:body, prose, {line_spacing: Norvel::Properties::LineSpacing.multiple(1.0), orphans: 2, widows: 2, size: 127_000}]], [[:body, prose, {line_spacing: Norvel::Properties::LineSpacing.multiple(1.0), orphans: 2, widows: 2, size: 152_400}]], 0, "size 12 pt"],
    "only_guide_styles" => [{also: ["Base"]}, [[:body, "x"]], [[:body, "x", {style: "Quote"}]], 0, "Block quotation"],
    "font_families" => [{one_of: ["Liberation Serif"]}, [[:body, "x"]], [[:body, [run["x"], run["y", font_family: "Arial"]]]], 0, "Arial"],
    "font_count" => [{most: 1}, [[:body, "x"]], [[:body, "x", {font_family: "Arial"}], [:body, "y"]], nil, /\A2: /],
    "sizes_in_order" => [{}, [h1["A", size: 203_200], [:body, "x"]], [h1["A", size: 114_300], [:body, "x"]], 0, "9 pt"],
    "smaller_than_text" => [{roles: ["caption"]}, [[:body, "x"], [:caption, "Figure 1", {size: 114_300}]], [[:body, "x"], [:caption, "Figure 1"]], 1, "10 pt"],
    "emphasis" => [{by: ["italic"]}, [[:body, [run["One "], run["two", italic: true]]]], [[:body, [run[prose], run["two", bold: true]]]], 0, "bold"],
    "colour" => [{}, [[:body, "x"]], [[:body, [run["x", color: "#aa0000"]]]], 0, "#aa0000"],
    "direct_formatting" => [{allow: ["align"]}, [[:body, "x", {align: :center}]], [[:body, "x", {indent_end: 360_000}]], 0, /indent at end/i],
    "paragraphs_apart" => [{by: "either"}, [[:body, "x"], [:body, "y", {indent_first: 254_000}]], [[:body, "x"], [:body, "y", {indent_first: 254_000, space_before: 127_000}]], 1, "both"],
    "first_paragraph" => [{stands: "flush"}, [h1["A"], [:body, "x"], [:body, "y", {indent_first: 254_000}]], [h1["A"], [:body, "x", {indent_first: 254_000}]], 1, "0.71 cm first-line indent"],
    "list_signs" => [{signs: ["•"]}, [[:list_item, "x", numbered], {lists: list["bullet", "•"]}], [[:list_item, "x", numbered], {lists: list["bullet", "–"]}], 0, "–"],
    "empty_paragraphs" => [{}, [[:body, "x"], [:body, "y"]], [[:body, "x"], [:empty, ""], [:body, "y"]], 1, "an empty paragraph"],
    "runs_of_spaces" => [{}, [[:body, "one two"]], [[:body, "one  two   three"]], 0, "2 runs of spaces"],
    "tabs_at_start" => [{}, [[:body, "one\ttwo"]], [[:body, "\tone"]], 0, "1 tab or space"],
    "line_breaks" => [{}, [h1["A\nB"], [:body, "one"]], [[:body, "#{prose}\n#{prose.downcase}"]], 0, "1 line break"],
    "space_before_punctuation" => [{language: "en"}, [[:body, "One, two; three … and .5."]], [[:body, "One , two ; three."]], 0, "2 places"],
    "page_by_blank_lines" => [{least: 3}, [[:body, "x"], [:empty, ""], [:empty, ""], [:body, "y"]], [[:body, lines[7]], [:empty, ""], [:empty, ""], [:empty, ""], [:body, "y"]], 4, "3 blank lines"],
    "manual_page_break" => [{}, [[:body, "x", {break_before: true}]], [[:body, "x\fy"]], 0, "1 typed page break"],
    "headings_present" => [{levels: [1]}, [h1["A"]], [[:body, "x"]], nil, "none"],
    "heading_levels" => [{}, [h1["A"], h2["B"]], [h2["B"]], 0, "level 2"],
    "deepest_heading" => [{most: 1}, [h1["A"]], [h1["A"], h2["B"]], 1, "level 2"],
    "heading_numbers" => [{levels: [1]}, [h1["A", **numbered], {lists: list["decimal", "%1"]}], [h1["1 A"]], 0, "typed"],
    "heading_capitals" => [{levels: [1], capitals: "all"}, [h1[[run["Alpha", caps: true]]]], [h1["ALPHA BETA"]], 0, "typed capitals"],
    "heading_full_stop" => [{}, [h1["Alpha"], h1["What now?"]], [h1["Alpha."]], 0, "a full stop"],
    "text_below_heading" => [{}, [h1["A"], h2["B"], [:body, "x"]], [h1["A"], h1["B"], [:body, "x"]], 0, "another heading"],
    "one_title" => [{}, [[:title, "A"], [:body, "x"]], [[:title, "A"], [:title, "B"]], 1, "2 titles"],
    "lone_section" => [{}, [h1["A"], h2["B"], h2["C"], h1["D"]], [h1["A"], h2["B"], h1["D"]], 1, "one"],
    "heading_lines" => [{most: 1}, [h1["A"]], [h1["A\nB"]], 0, "2 lines"],
    "heading_at_foot" => [{}, [[:body, lines[7]], h1["A"], [:body, lines[3]]], [[:body, lines[9]], h1["A"], [:body, lines[3]]], 1, /last line of page 1/],
    "parts_in_order" => [{order: %w[title abstract main]}, [[:title, "T"], h1["Abstract"], [:abstract, "x"], h1["Introduction"]], [[:title, "T"], h1["Introduction"], [:abstract, "x"]], 1, "before it"],
    "contents_present" => [{levels: 2}, [[:contents_entry, [entry["One\t1"]]], h1["One"], {contents: [contents[]]}], [h1["One"], [:body, "x"]], nil, "none"],
    "contents_current" => [{}, [[:contents_entry, [entry["One\t1"]]], h1["One"], {contents: [contents[]]}], [[:contents_entry, [entry["Two\t1"]]], h1["One"], {contents: [contents[]]}], 0, "1 text differs"],
    "captions_present" => [{of: "figures"}, [[:figure, [image[]]], [:caption, "Figure 1. Quay"]], [[:figure, [image[]]], [:body, "x"]], 0, "none"],
    "caption_place" => [{figures: "below"}, [[:figure, [image[]]], [:caption, "Figure 1. Quay"], [:body, "x"]], [[:body, "x"], [:caption, "Figure 1. Quay"], [:figure, [image[]]]], 1, "above"],
    "caption_order" => [{}, [[:figure, [image[]]], [:caption, "Figure 1. Quay"], [:body, "x"], [:figure, [image[]]], [:caption, "Figure 2. Lamp"]], [[:figure, [image[]]], [:caption, "Figure 1. Quay"], [:body, "x"], [:figure, [image[]]], [:caption, "Figure 3. Lamp"]], 4, "3"],
    "named_in_text" => [{of: ["figure"]}, [[:body, "See Figure 1 for it."], [:figure, [image[]]], [:caption, "Figure 1. Quay"]], [[:figure, [image[]]], [:caption, "Figure 1. Quay"], [:body, "See Figure 1."]], 1, "named after"],
    "long_quotations" => [{words: 20}, [[:block_quotation, "“#{prose}”"]], [[:body, "“#{prose}”"]], 0, "25 words in quotation marks"],
    "short_block_quotations" => [{words: 40}, [[:block_quotation, prose], [:block_quotation, prose]], [[:block_quotation, prose]], 0, "25 words"],
    "hanging_references" => [{indent: "36 pt"}, [[:reference_entry, "Ashgarth", {indent_first: -36 * 12_700, indent_start: 36 * 12_700}]], [[:reference_entry, "Ashgarth"]], 0, "0 cm"],
    "references_order" => [{}, [[:reference_entry, "Ashgarth, L. (1999)"], [:reference_entry, "Éclair, M. (1988)"], [:reference_entry, "Quill"]], [[:reference_entry, "Quill, M."], [:reference_entry, "Ashgarth, L."]], 1, "after it"],
    "abstract_length" => [{most: 25}, [[:abstract, prose]], [[:abstract, prose], [:abstract, "More."]], 0, "26 words"],
    "length_in_words" => [{most: 25}, [[:body, prose]], [[:body, "#{prose} More."]], nil, "26 words"],
    "length_in_pages" => [{most: 1}, [[:body, lines[10]]], [[:body, lines[11]]], nil, "2 pages"],
    "notes_place" => [{place: "foot"}, [[:body, [run["x"], note["footnotes:1"]]], {notes: %w[footnotes:1]}], [[:body, [run["x"], note["endnotes:1"]]], {notes: %w[endnotes:1]}], 0, "end"],
    "notes_complete" => [{}, [[:body, [run["x"], note["footnotes:1"]]], {notes: %w[footnotes:1]}], [[:body, "x"], {notes: %w[footnotes:1]}], nil, "none"],
    "quotation_marks" => [{kind: "double"}, [[:body, "He said “so ‘it’ was” and left."]], [[:body, "Er sagte „so war es“ und ging."]], 0, "„"],
    "orphans_and_widows" => [{}, [[:body, lines[8]], [:body, lines[4]]], [[:body, lines[9]], [:body, lines[4]]], 1, "1 line"],
    "short_last_line" => [{letters: 5}, [[:body, "line\nlonger"]], [[:body, "line\nso"]], 0, "2 letters"],
    "empty_page" => [{most: 60}, [[:body, "x"], [:body, lines[6], {break_before: true}], [:body, "z", {break_before: true}]], [[:body, "x"], [:body, lines[3], {break_before: true}], [:body, "z", {break_before: true}]], 1, "70 %"],
    "chapter_start" => [{on: "page"}, [[:body, "x"], h1["A", break_before: true]], [[:body, "x"], h1["A"]], 1, "none"],
    "caption_with_figure" => [{}, [[:figure, [image[]]], [:caption, "Figure 1. Quay"]], [[:body, lines[9]], [:figure, [image[]]], [:caption, "Figure 1. Quay"]], 2, "on two"],
    "table_rows_whole" => [{}, [[:body, lines[5]], table[1, row[1, lines[3], "b"]]], [[:body, lines[8]], table[1, row[1, lines[4], "b"]]], 1, "on pages 1 and 2"],
    "table_head_repeated" => [{}, [[:body, lines[8]], table[1, row[1, "a", "b", header: true], row[3, "c", "d"], row[5, "e", "f"]]], [[:body, lines[8]], table[1, row[1, "a", "b"], row[3, "c", "d"], row[5, "e", "f"]]], 1, "none"],
    "hyphens_in_a_row" => [{most: 0}, [[:body, prose]], [[:body, "understanding " * 12], {settings: {hyphenate: true}, info: {language: "en-GB"}}], 0, /\A\d\z/],
    "no_comments" => [{}, [[:body, "x"], {matters: [matter[:insertion]]}], [[:body, "x"], {matters: [matter[:comment]]}], 0, "a comment"],
    "no_sample_text" => [{}, [[:body, "written"], {matters: [matter[:placeholder]]}], [[:body, "why"], {matters: [matter[:placeholder]]}], 0, "sample text"],
    "no_revisions" => [{}, [[:body, "x"], {matters: [matter[:comment]]}], [[:body, "x"], {matters: [matter[:deletion]]}], 0, "a deletion"],
    "references_resolved" => [{}, [[:body, [run["See page "], refers[:folio, "there", "1"]]], {anchors: {"there" => 0}}], [[:body, [run["See page "], refers[:folio, "gone", "1"]]]], 0, "nowhere"],
    "document_title" => [{author: false}, [[:body, "x"], {info: {title: "T"}}], [[:title, "T"], [:body, "x"]], nil, "nothing"],
    "document_language" => [{language: "en-GB"}, [[:body, "x"], {info: {language: "en-GB"}}], [[:body, "x"], {info: {language: "de"}}], nil, "de"],
    "foreign_passages" => [{}, [[:body, prose], {info: {language: "en-GB"}}], [[:body, "Die Fähre ist auf dem Sund und die Lampe ist nicht an, wie es auch im Hafen ist."], {info: {language: "en-GB"}}], 0, "marked as en"],
    "text_alternatives" => [{}, [[:figure, [image["The quay"]]]], [[:figure, [image[]]]], 0, "none"],
    "header_rows" => [{}, [[:body, "x"], table[1, row[1, "a", "b", header: true], row[3, "c", "d"]]], [[:body, "x"], table[1, row[1, "a", "b"], row[3, "c", "d"]]], 1, "none"],
    "contrast" => [{}, [[:body, [run["x", color: "#767676"]]]], [[:body, [run["x", color: "#777777"]]]], 0, "4.48 to 1"],
    "link_texts" => [{}, [[:body, [run["See "], link["the harbour log"]]]], [[:body, [run["See "], link["here"]]]], 0, "here"],
    "colour_alone" => [{}, [[:body, [run[prose], run["x", color: "#aa0000", bold: true]]]], [[:body, [run[prose], run["x", color: "#aa0000"]]]], 0, "#aa0000"]
  }

  define_method(:held) do |kind, given, rows|
    more = rows.find { |one| one.is_a?(Hash) } || {}
    ids = 0
    roles = {}
    blocks = rows.grep_v(Hash).map do |one|
      if one.is_a?(Norvel::Manuscript::Table)
        ids = one.blocks.map(&:id).max + 1
        next one
      end

      role, text, values = one
      values = (values || {}).dup
      style = values.delete(:style) || "Base"
      id = ids
      ids += 1
      roles[id] = role
      # What belongs to text stands on the runs, as in files.
      words, own = values.partition { |name, _| Norvel::Properties[name].text? }.map(&:to_h)
      runs = Array(text).map { |piece| piece.is_a?(String) ? stretch(piece, **words) : piece }
      paragraph(id, *runs, style: style, **own)
    end
    styles = {"Base" => {name: "Base", properties: {size: 127_000, font_family: "Liberation Serif", line_spacing: exact, orphans: 0, widows: 0}}}
    sections = (more[:sections] || [part[]]).map { |one| whole_part(one, blocks) }
    notes = (more[:notes] || []).to_h { |ref| [ref, [paragraph(1_000_000, "A note.")]] }
    one = manuscript(*blocks, styles: styles, sections: sections, notes: notes, lists: more[:lists] || {}, contents: more[:contents] || [], anchors: more[:anchors] || {},
      matters: more[:matters] || [], settings: Norvel::Manuscript::Settings.new(**(more[:settings] || {})), info: Norvel::Manuscript::Info.new(**(more[:info] || {})))
    guide = Norvel::Guide.read(YAML.dump("guide" => "G", "version" => "1", "styles" => {"base" => {"name" => "B", "font_family" => "Liberation Serif", "size" => "10 pt"}, "body" => {"name" => "Body text"}},
      "rules" => [{"id" => "one", "clause" => "c", "severity" => "must", "checks" => kind, **given.transform_keys(&:to_s)}]))
    known = Norvel::Roles.new(one)
    Norvel::Guide::Check.new(guide, layout(one), roles: known.corrected(roles))
  end

  define_method(:whole_part) do |section, blocks|
    section = section.with(folio: Norvel::Manuscript::Folio.new(**section.folio)) if section.folio.is_a?(Hash)
    (section.last == "t") ? section.with(last: blocks.grep(Norvel::Manuscript::Table).last.blocks.last.id) : section
  end

  it "has a case here for each kind" do
    expect(described_class::KINDS.keys - cases.keys).to eq([])
    expect(described_class::KINDS.values.map(&:area).uniq - described_class::AREAS.keys).to eq([])
  end

  cases.each do |kind, (given, good, bad, place, measured)|
    describe kind do
      it "is met, and broken with its place and its measure" do
        met = held(kind, given, good).results.first
        expect([met.state, met.findings.map(&:message)]).to eq([:met, []])
        check = held(kind, given, bad)
        broken = check.results.first
        expect(broken.state).to eq(:broken)
        found = broken.findings.first
        expect(found.paragraph).to eq(place)
        expect(found.measured).to match(measured.is_a?(Regexp) ? measured : /\A#{Regexp.escape(measured)}\z/)
        expect(found.expected.to_s).not_to be_empty
        expect(found.message).to end_with(".")
      end

      it "has a fix that mends it, where it has one" do
        check = held(kind, given, bad)
        name, parameters = check.findings.first.fix
        next unless name

        after = Norvel::Changes.build(name, parameters).call(check.manuscript)
        roles = Norvel::Roles.new(after).corrected((check.manuscript.paragraphs.map(&:id) - [check.findings.first.paragraph]).to_h { |id| [id, check.roles.of(id).name] })
        again = Norvel::Guide::Check.new(check.guide, layout(after), roles: roles)
        expect(again.findings.map { |one| [one.paragraph, one.measured] }).not_to include([check.findings.first.paragraph, check.findings.first.measured])
      end

      it "says itself in a sentence, and its example is a rule of the schema" do
        rule = described_class::KINDS[kind]
        data = {"id" => "x", "clause" => "c", "severity" => "must", "checks" => kind, **rule.example}
        expect(rule.build(data).sentence).to match(/\A[A-Z].{10,}\.\z/)
        expect(Norvel::Guide.read(YAML.dump("guide" => "G", "version" => "1", "rules" => [data])).rules.size).to eq(1)
      end
    end
  end

  # Seen: three kinds kept every check they had ever been asked about, each with its manuscript and its pages.
  it "remembers nothing of what it looked at" do
    cases.each do |kind, (given, good, bad)|
      check = held(kind, given, bad)
      rule = check.guide.rules.first
      before = rule.instance_variables
      check.results
      expect([kind, rule.instance_variables - before]).to eq([kind, []])
    end
  end

  it "holds only where it is said to" do
    blocks = [h1["A  B"], [:body, "one  two"], [:caption, "Figure  1"], {sections: [part[0, folio: {format: :lower_roman}], part[nil, folio: {start: 1}]]}]
    places = ->(**given) { held("runs_of_spaces", given, blocks).findings.map(&:paragraph) }
    expect(places[]).to eq([0, 1, 2])
    expect(places[except: ["caption"]]).to eq([0, 1])
    expect(places[parts: ["main"]]).to eq([1, 2])
    expect(places[parts: ["front"]]).to eq([0])
    expect(places[in_tables: true]).to eq([])
  end

  it "tells the line of a parameter that the kind does not take, or that is none" do
    read = ->(rule) { Norvel::Guide.read("guide: G\nversion: \"1\"\nrules:\n  - id: x\n    clause: c\n    severity: must\n#{rule}") }
    expect { read["    checks: runs_of_spaces\n    letters: 4\n"] }.to raise_error(Norvel::GuideError, /line \d+: .*letters/)
    expect { read["    checks: deepest_heading\n"] }.to raise_error(Norvel::GuideError, /“most” is missing/)
    expect { read["    checks: deepest_heading\n    most: many\n"] }.to raise_error(Norvel::GuideError, /line 8: “most”/)
    expect { read["    checks: orientation\n    orientation: askew\n"] }.to raise_error(Norvel::GuideError, /line 8: “orientation” is none of the words/)
  end

  it "is declared once: schema and documentation are made from that (bin/rules)" do
    root = File.expand_path("../..", __dir__)
    expect(JSON.parse(File.read(File.join(root, "guides", "schema.json")))["$defs"]["rule"]).to eq(JSON.parse(JSON.generate(Norvel::Guide::Declared.schema)))
    expect(File.read(File.join(root, "docs", "rules.md"))).to eq(Norvel::Guide::Declared.page)
  end
end

# WCAG 2.2: its own examples of contrast (#777777 on white is 4.48, #767676 is 4.54; black on white is 21).
RSpec.describe Norvel::Guide::ColourContrast do
  it "is what the recommendation says" do
    {%w[#000000 #ffffff] => 21.0, %w[#777777 #ffffff] => 4.48, %w[#767676 #ffffff] => 4.54, %w[#ffffff #ffffff] => 1.0, %w[#0000ff #ffffff] => 8.59}.each do |pair, ratio|
      expect(described_class.ratio(*pair)).to be_within(0.005).of(ratio)
    end
  end
end
