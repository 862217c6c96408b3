# frozen_string_literal: true

# Every kind of rule: what meets it and what breaks it, with the place and the measured value. Roles are given, since what a paragraph is
# is not what is tried here.
RSpec.describe Norvel::Guide::Rule do
  prose = "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was said."
  exact = Norvel::Properties::LineSpacing.new(rule: :exact, value: 254_000) # 20 pt: ten lines fill the small page
  run_of = ->(text, **more) { Norvel::Manuscript::Run.new(text: text, **more) }
  paragraph_of = ->(id, run, **more) { Norvel::Manuscript::Paragraph.new(id: id, style: "Base", runs: [run], **more) }
  inset = ->(**more) { run_of["\u{FFFC}", insets: [Norvel::Manuscript::Inset.new(**more)]] }
  note = ->(ref) { inset[kind: :note, ref: ref] }
  image = ->(alt = nil) { inset[kind: :image, width: 90 * 12_700, height: 15 * 12_700, alt: alt] }
  run = ->(text, **set) { run_of[text, properties: set] }
  link = ->(text) { run_of[text, link: true] }
  folio = ->(**set) { paragraph_of[3_000_000, run_of["1", field: :page], properties: set] }
  page_of_pages = Norvel::Manuscript::Paragraph.new(id: 3_000_002, style: "Base",
    runs: [run_of["Page "], run_of["1", field: :page], run_of[" of "], run_of["9", field: :pages]])
  stop = ->(leader) { Norvel::Properties::TabStop.new(position: 200 * 12_700, align: :end, leader: leader) }
  anew = Norvel::Manuscript::NoteForm.new(restart: :section)
  field = ->(name) { paragraph_of[3_000_001, run_of["–", field: name, by: "1"]] }
  page = lambda do |width: 300, height: 300, **margin|
    emu = ->(points) { points * 12_700 }
    edges = {top: 50, bottom: 50, start: 50, end: 50, gutter: 0, header: 20, footer: 20}.merge(margin).transform_values(&emu)
    Norvel::Manuscript::PageDesign.new(width: emu[width], height: emu[height], margin: edges)
  end
  part = ->(last = nil, **more) { Norvel::Manuscript::Section.new(page: more.delete(:page) || page[], last: last, **more) }
  matter = ->(kind) { Norvel::Manuscript::Matter.new(kind: kind, paragraph: 0, text: "why") }
  refers = ->(what, to, text) { run_of[text, generated: true, refers: Norvel::Manuscript::Reference.new(what: what, to: to)] }
  lines = ->(count) { Array.new(count) { "line" }.join("\n") }
  row = lambda do |first, *texts, header: false, splits: true|
    paragraphs = texts.each_with_index.map { |text, index| paragraph_of[first + index, run_of[text], in_table: true] }
    cells = paragraphs.map { |one| Norvel::Manuscript::Cell.new(blocks: [one]) }
    Norvel::Manuscript::Row.new(cells: cells, header: header, splits: splits)
  end
  table = ->(id, *rows) { Norvel::Manuscript::Table.new(id: "t#{id}", rows: rows, columns: [60 * 12_700] * 2) }
  contents = ->(**more) { Norvel::Manuscript::ContentsList.new(first: 0, last: 0, closes: 0, levels: [1, 2], by: [:level], **more) }
  entry = ->(text) { run_of[text, generated: true] }
  numbered = {numbering: Norvel::Properties::NumberRef.new(list: "1", level: 0)}
  list = lambda do |format, text|
    {"1" => Norvel::Manuscript::List.new(id: "1", levels: {0 => Norvel::Manuscript::ListLevel.new(format: format, text: text)})}
  end
  h1 = ->(text, **set) { [:heading_1, text, {outline_level: 1, **set}] }
  h2 = ->(text, **set) { [:heading_2, text, {outline_level: 2, **set}] }

  # What each kind is given, what meets it and what breaks it, with the finding's paragraph and its measure. A manuscript is rows of role,
  # text (or runs) and values, tables, and what else it has.
  cases = {
    "paper" => {
      rule: {paper: "A4"},
      met: [[:body, "x"], {sections: [part[nil, page: Norvel::Manuscript::PageDesign.new]]}],
      broken: [[:body, "x"]],
      at: nil, measured: "106 × 106 mm"
    },
    "orientation" => {
      rule: {orientation: "portrait"},
      met: [[:body, "x"], table[1, row[1, "a", "b"]], [:body, "y"], {sections: [part[0], part["t", page: page[width: 400]], part[]]}],
      broken: [[:body, "x"], {sections: [part[nil, page: page[width: 400]]]}],
      at: nil, measured: "landscape"
    },
    "margins" => {
      rule: {margins: {"top" => "50 pt"}},
      met: [[:body, "x"], {sections: [part[nil, page: page[top: 51]]]}],
      broken: [[:body, "x"], {sections: [part[nil, page: page[top: 52]]]}],
      at: nil, measured: "1.83 cm"
    },
    "gutter" => {
      rule: {gutter: "10 pt", mirrored: true},
      met: [[:body, "x"], {sections: [part[nil, page: page[gutter: 10]]], settings: {mirrored: true}}],
      broken: [[:body, "x"], {settings: {mirrored: true}}],
      at: nil, measured: "0 cm"
    },
    "header_footer_distance" => {
      rule: {header: "20 pt"},
      met: [[:body, "x"]],
      broken: [[:body, "x"], {sections: [part[nil, page: page[header: 30]]]}],
      at: nil, measured: "1.06 cm"
    },
    "line_length" => {
      rule: {least: 20, most: 60},
      met: [[:body, prose * 4]],
      broken: [[:body, prose * 8], {sections: [part[nil, page: page[width: 700]]]}],
      at: nil, measured: /\A1\d\d characters\z/
    },
    "one_page_design" => {
      rule: {},
      met: [[:body, "x"], [:body, "y"], {sections: [part[0], part[]]}],
      broken: [[:body, "x"], [:body, "y"], {sections: [part[0], part[nil, page: page[top: 90]]]}],
      at: nil, measured: /mm/
    },
    "folio_format" => {
      rule: {of: "main", format: "decimal", start: 1},
      met: [[:body, "x"], h1["Lamps"], [:body, "y"], {sections: [part[0, folio: {format: :lower_roman}],
        part[nil, folio: {start: 1}, footers: {default: [folio[align: :center]]}]]}],
      broken: [[:body, "x"], [:heading_1, "Lamps", {style: "Heading1", break_before: true}],
        {sections: [part[nil, folio: {format: :lower_roman}, footers: {default: [folio[align: :center]]}]]}],
      at: 1, measured: "one part with the front matter, i, ii, iii"
    },
    "folio_place" => {
      rule: {place: "bottom center"},
      met: [[:body, "x"], {sections: [part[nil, footers: {default: [folio[align: :center]]}]]}],
      broken: [[:body, "x"], {sections: [part[nil, footers: {default: [folio[align: :end]]}]]}],
      at: nil, measured: "bottom end"
    },
    "folio_on_first_page" => {
      rule: {shown: false},
      met: [[:body, "x"], {sections: [part[nil, first_differs: true, footers: {default: [folio[]], first: []}]]}],
      broken: [[:body, "x"], {sections: [part[nil, footers: {default: [folio[]]}]]}],
      at: nil, measured: "folio 1"
    },
    "folios_present" => {
      rule: {},
      met: [[:body, lines[12]], {sections: [part[nil, footers: {default: [folio[]]}]]}],
      broken: [[:body, lines[12]]],
      at: nil, measured: "none"
    },
    "running_head" => {
      rule: {holds: ["chapter"]},
      met: [[:body, "x"], {sections: [part[nil, headers: {default: [field[:chapter]]}]]}],
      broken: [[:body, "x"]],
      at: nil, measured: "no chapter"
    },
    "first_and_even_pages" => {
      rule: {first: true},
      met: [[:body, "x"], {sections: [part[nil, first_differs: true]]}],
      broken: [[:body, "x"]],
      at: nil, measured: "first pages like others"
    },
    "value" => {
      rule: {roles: ["body"], property: "size", equals: "10 pt"},
      met: [[:body, "x"], h1["y", size: 203_200]],
      broken: [[:body, "x", {size: 139_700}]],
      at: 0, measured: "11 pt"
    },
    "guide_style" => {
      rule: {},
      met: [[:body, prose, {line_spacing: Norvel::Properties::LineSpacing.multiple(1.0), orphans: 2, widows: 2, size: 127_000}]],
      broken: [[:body, prose, {line_spacing: Norvel::Properties::LineSpacing.multiple(1.0), orphans: 2, widows: 2, size: 152_400}]],
      at: 0, measured: "size 12 pt"
    },
    "only_guide_styles" => {
      rule: {also: ["Base"]},
      met: [[:body, "x"]],
      broken: [[:body, "x", {style: "Quote"}]],
      at: 0, measured: "Block quotation"
    },
    "font_families" => {
      rule: {one_of: ["Liberation Serif"]},
      met: [[:body, "x"]],
      broken: [[:body, [run["x"], run["y", font_family: "Arial"]]]],
      at: 0, measured: "Arial"
    },
    "font_count" => {
      rule: {most: 1},
      met: [[:body, "x"]],
      broken: [[:body, "x", {font_family: "Arial"}], [:body, "y"]],
      at: nil, measured: /\A2: /
    },
    "sizes_in_order" => {
      rule: {},
      met: [h1["A", size: 203_200], [:body, "x"]],
      broken: [h1["A", size: 114_300], [:body, "x"]],
      at: 0, measured: "9 pt"
    },
    "smaller_than_text" => {
      rule: {roles: ["caption"]},
      met: [[:body, "x"], [:caption, "Figure 1", {size: 114_300}]],
      broken: [[:body, "x"], [:caption, "Figure 1"]],
      at: 1, measured: "10 pt"
    },
    "emphasis" => {
      rule: {by: ["italic"]},
      met: [[:body, [run["One "], run["two", italic: true]]]],
      broken: [[:body, [run[prose], run["two", bold: true]]]],
      at: 0, measured: "bold"
    },
    "colour" => {
      rule: {},
      met: [[:body, "x"]],
      broken: [[:body, [run["x", color: "#aa0000"]]]],
      at: 0, measured: "#aa0000"
    },
    "direct_formatting" => {
      rule: {allow: ["align"]},
      met: [[:body, "x", {align: :center}]],
      broken: [[:body, "x", {indent_end: 360_000}]],
      at: 0, measured: /indent at end/i
    },
    "paragraphs_apart" => {
      rule: {by: "either"},
      met: [[:body, "x"], [:body, "y", {indent_first: 254_000}]],
      broken: [[:body, "x"], [:body, "y", {indent_first: 254_000, space_before: 127_000}]],
      at: 1, measured: "both"
    },
    "first_paragraph" => {
      rule: {stands: "flush"},
      met: [h1["A"], [:body, "x"], [:body, "y", {indent_first: 254_000}]],
      broken: [h1["A"], [:body, "x", {indent_first: 254_000}]],
      at: 1, measured: "0.71 cm first-line indent"
    },
    "list_signs" => {
      rule: {signs: ["•"]},
      met: [[:list_item, "x", numbered], {lists: list["bullet", "•"]}],
      broken: [[:list_item, "x", numbered], {lists: list["bullet", "–"]}],
      at: 0, measured: "–"
    },
    "empty_paragraphs" => {
      rule: {},
      met: [[:body, "x"], [:body, "y"]],
      broken: [[:body, "x"], [:empty, ""], [:body, "y"]],
      at: 1, measured: "an empty paragraph"
    },
    "runs_of_spaces" => {
      rule: {},
      met: [[:body, "one two"]],
      broken: [[:body, "one  two   three"]],
      at: 0, measured: "2 runs of spaces"
    },
    "tabs_at_start" => {
      rule: {},
      met: [[:body, "one\ttwo"]],
      broken: [[:body, "\tone"]],
      at: 0, measured: "1 tab or space"
    },
    "line_breaks" => {
      rule: {},
      met: [h1["A\nB"], [:body, "one"]],
      broken: [[:body, "#{prose}\n#{prose.downcase}"]],
      at: 0, measured: "1 line break"
    },
    "space_before_punctuation" => {
      rule: {language: "en"},
      met: [[:body, "One, two; three … and .5."]],
      broken: [[:body, "One , two ; three."]],
      at: 0, measured: "2 places"
    },
    "page_by_blank_lines" => {
      rule: {least: 3},
      met: [[:body, "x"], [:empty, ""], [:empty, ""], [:body, "y"]],
      broken: [[:body, lines[7]], [:empty, ""], [:empty, ""], [:empty, ""], [:body, "y"]],
      at: 4, measured: "3 blank lines"
    },
    "manual_page_break" => {
      rule: {},
      met: [[:body, "x", {break_before: true}]],
      broken: [[:body, "x\fy"]],
      at: 0, measured: "1 typed page break"
    },
    "headings_present" => {
      rule: {levels: [1]},
      met: [h1["A"]],
      broken: [[:body, "x"]],
      at: nil, measured: "none"
    },
    "heading_levels" => {
      rule: {},
      met: [h1["A"], h2["B"]],
      broken: [h2["B"]],
      at: 0, measured: "level 2"
    },
    "deepest_heading" => {
      rule: {most: 1},
      met: [h1["A"]],
      broken: [h1["A"], h2["B"]],
      at: 1, measured: "level 2"
    },
    "heading_numbers" => {
      rule: {levels: [1]},
      met: [h1["A", **numbered], {lists: list["decimal", "%1"]}],
      broken: [h1["1 A"]],
      at: 0, measured: "typed"
    },
    "heading_capitals" => {
      rule: {levels: [1], capitals: "all"},
      met: [h1[[run["Alpha", caps: true]]]],
      broken: [h1["ALPHA BETA"]],
      at: 0, measured: "typed capitals"
    },
    "heading_full_stop" => {
      rule: {},
      met: [h1["Alpha"], h1["What now?"]],
      broken: [h1["Alpha."]],
      at: 0, measured: "a full stop"
    },
    "text_below_heading" => {
      rule: {},
      met: [h1["A"], h2["B"], [:body, "x"]],
      broken: [h1["A"], h1["B"], [:body, "x"]],
      at: 0, measured: "another heading"
    },
    "one_title" => {
      rule: {},
      met: [[:title, "A"], [:body, "x"]],
      broken: [[:title, "A"], [:title, "B"]],
      at: 1, measured: "2 titles"
    },
    "lone_section" => {
      rule: {},
      met: [h1["A"], h2["B"], h2["C"], h1["D"]],
      broken: [h1["A"], h2["B"], h1["D"]],
      at: 1, measured: "one"
    },
    "heading_lines" => {
      rule: {most: 1},
      met: [h1["A"]],
      broken: [h1["A\nB"]],
      at: 0, measured: "2 lines"
    },
    "heading_at_foot" => {
      rule: {},
      met: [[:body, lines[7]], h1["A"], [:body, lines[3]]],
      broken: [[:body, lines[9]], h1["A"], [:body, lines[3]]],
      at: 1, measured: /last line of page 1/
    },
    "parts_in_order" => {
      rule: {order: %w[title abstract main]},
      met: [[:title, "T"], h1["Abstract"], [:abstract, "x"], h1["Introduction"]],
      broken: [[:title, "T"], h1["Introduction"], [:abstract, "x"]],
      at: 1, measured: "before it"
    },
    "contents_present" => {
      rule: {levels: 2},
      met: [[:contents_entry, [entry["One\t1"]]], h1["One"], {contents: [contents[]]}],
      broken: [h1["One"], [:body, "x"]],
      at: nil, measured: "none"
    },
    "contents_current" => {
      rule: {},
      met: [[:contents_entry, [entry["One\t1"]]], h1["One"], {contents: [contents[]]}],
      broken: [[:contents_entry, [entry["Two\t1"]]], h1["One"], {contents: [contents[]]}],
      at: 0, measured: "1 text differs"
    },
    "captions_present" => {
      rule: {of: "figures"},
      met: [[:figure, [image[]]], [:caption, "Figure 1. Quay"]],
      broken: [[:figure, [image[]]], [:body, "x"]],
      at: 0, measured: "none"
    },
    "caption_place" => {
      rule: {figures: "below"},
      met: [[:figure, [image[]]], [:caption, "Figure 1. Quay"], [:body, "x"]],
      broken: [[:body, "x"], [:caption, "Figure 1. Quay"], [:figure, [image[]]]],
      at: 1, measured: "above"
    },
    "caption_order" => {
      rule: {},
      met: [[:figure, [image[]]], [:caption, "Figure 1. Quay"], [:body, "x"], [:figure, [image[]]], [:caption, "Figure 2. Lamp"]],
      broken: [[:figure, [image[]]], [:caption, "Figure 1. Quay"], [:body, "x"], [:figure, [image[]]], [:caption, "Figure 3. Lamp"]],
      at: 4, measured: "3"
    },
    "named_in_text" => {
      rule: {of: ["figure"]},
      met: [[:body, "See Figure 1 for it."], [:figure, [image[]]], [:caption, "Figure 1. Quay"]],
      broken: [[:figure, [image[]]], [:caption, "Figure 1. Quay"], [:body, "See Figure 1."]],
      at: 1, measured: "named after"
    },
    "dashes" => {
      rule: {kind: "spaced_en"},
      met: [[:body, "The lamps – all of them – burned from 1891–1894 on the Ottery–Brannock line."]],
      broken: [[:body, "The lamps -- all of them — burned - and went out."]],
      at: 0, measured: "3 other dashes"
    },
    "ellipses" => {
      rule: {},
      met: [[:body, "The lamps … burned."]],
      broken: [[:body, "The lamps ... burned. . . low."]],
      at: 0, measured: "2 other ellipses"
    },
    "bound_units" => {
      rule: {},
      met: [[:body, "It is 5\u00A0cm long, weighs 3\u00A0kg and burned for 4 days."]],
      broken: [[:body, "It is 5 cm long, 3 kg and 7 % oil."]],
      at: 0, measured: "3 numbers that may part from their units"
    },
    "title_page_words" => {
      rule: {words: ["Presented to the Institute"]},
      met: [[:title, "Lamps"], [:body, "Presented  to the institute of Marrowby"]],
      broken: [[:title, "Lamps"], [:body, "Of the Institute"]],
      at: nil, measured: "missing"
    },
    "inside_margins" => {
      rule: {},
      met: [[:body, "x"], table[1, row[1, "a", "b"]], [:body, "y"]],
      broken: [[:body, "x"], Norvel::Manuscript::Table.new(id: "t1", rows: [row[1, "a", "b"]], columns: [120 * 12_700] * 2), [:body, "y"]],
      at: 1, measured: "8.47 cm"
    },
    "near_mention" => {
      rule: {of: ["figure"], pages: 0},
      met: [[:body, "See Figure 1 for it."], [:figure, [image[]]], [:caption, "Figure 1. Quay"]],
      broken: [[:body, "See Figure 1."], [:body, lines[12]], [:figure, [image[]]], [:caption, "Figure 1. Quay"]],
      at: 3, measured: "1 page"
    },
    "abstract_on_one_page" => {
      rule: {},
      met: [[:abstract, lines[3]]],
      broken: [[:abstract, lines[14]]],
      at: 0, measured: "2 pages"
    },
    "text_not_in_base" => {
      rule: {},
      met: [[:block_quotation, "x", {style: "Quote"}]],
      broken: [[:block_quotation, "x"]],
      at: 0, measured: "Base"
    },
    "caption_form" => {
      rule: {of: "figure", word: "Figure", separator: "colon"},
      met: [[:figure, [image[]]], [:caption, "Figure 1: Quay"]],
      broken: [[:figure, [image[]]], [:caption, "Fig. 1 Quay"]],
      at: 1, measured: "“Fig. 1 Quay…”"
    },
    "heading_words" => {
      rule: {capitals: "first_word"},
      met: [h1["The lamps of Marrowby harbour"]],
      broken: [h1["The Lamps of Marrowby Harbour"]],
      at: 0, measured: "most words"
    },
    "references_cited" => {
      rule: {},
      met: [[:body, "As Trenn (1903) and others (Lathe and Quill 1911, 12) say; in Winter (1894) the lamps burned."],
        [:reference_entry, "Trenn, J. 1903. Lamps."], [:reference_entry, "Lathe, O., and M. Quill. 1911. Boats."]],
      broken: [[:body, "As Trenn (1903) says (Hessel 1920)."], [:reference_entry, "Trenn, J. 1903. Lamps."],
        [:reference_entry, "Lathe, O. 1911. Boats."]],
      at: 2, measured: "cited nowhere"
    },
    "lists_by_style" => {
      rule: {},
      met: [[:body, "1. x"], [:list_item, "oil"], [:list_item, "wick"]],
      broken: [[:body, "x"], [:list_item, "1. oil"], [:list_item, "2. wick"], [:list_item, "3. glass"]],
      at: 1, measured: "3 typed numbers"
    },
    "long_quotations" => {
      rule: {words: 20},
      met: [[:block_quotation, "“#{prose}”"]],
      broken: [[:body, "“#{prose}”"]],
      at: 0, measured: "25 words in quotation marks"
    },
    "short_block_quotations" => {
      rule: {words: 40},
      met: [[:block_quotation, prose], [:block_quotation, prose]],
      broken: [[:block_quotation, prose]],
      at: 0, measured: "25 words"
    },
    "hanging_references" => {
      rule: {indent: "36 pt"},
      met: [[:reference_entry, "Ashgarth", {indent_first: -36 * 12_700, indent_start: 36 * 12_700}]],
      broken: [[:reference_entry, "Ashgarth"]],
      at: 0, measured: "0 cm"
    },
    "references_order" => {
      rule: {},
      met: [[:reference_entry, "Ashgarth, L. (1999)"], [:reference_entry, "Éclair, M. (1988)"], [:reference_entry, "Quill"]],
      broken: [[:reference_entry, "Quill, M."], [:reference_entry, "Ashgarth, L."]],
      at: 1, measured: "after it"
    },
    "abstract_length" => {
      rule: {most: 25},
      met: [[:abstract, prose]],
      broken: [[:abstract, prose], [:abstract, "More."]],
      at: 0, measured: "26 words"
    },
    "length_in_words" => {
      rule: {most: 25},
      met: [[:body, prose]],
      broken: [[:body, "#{prose} More."]],
      at: nil, measured: "26 words"
    },
    "length_in_pages" => {
      rule: {most: 1},
      met: [[:body, lines[10]]],
      broken: [[:body, lines[11]]],
      at: 0, measured: "2 pages (1 line, 20 pt too long)"
    },
    "notes_place" => {
      rule: {place: "foot"},
      met: [[:body, [run["x"], note["footnotes:1"]]], {notes: %w[footnotes:1]}],
      broken: [[:body, [run["x"], note["endnotes:1"]]], {notes: %w[endnotes:1]}],
      at: 0, measured: "end"
    },
    "folio_words" => {
      rule: {words: "Page {folio} of {pages}"},
      met: [[:body, "x"], {sections: [part[footers: {default: [page_of_pages]}]]}],
      broken: [[:body, "x"], {sections: [part[footers: {default: [folio[]]}]]}],
      at: nil, measured: "“{folio}”"
    },
    "contents_entries" => {
      rule: {leader: "dots"},
      met: [[:contents_entry, [entry["One\t1"]], {tabs: [stop[:dot]]}], h1["One"], {contents: [contents[]]}],
      broken: [[:contents_entry, [entry["One\t1"]], {tabs: [stop[:none]]}], h1["One"], {contents: [contents[]]}],
      at: 0, measured: "nothing"
    },
    "notes_numbering" => {
      rule: {anew: "chapter"},
      met: [h1["A"], [:body, [run["x"], note["footnotes:1"]]], h1["B"], [:body, [run["x"], note["footnotes:2"]]],
        {sections: [part[1, footnotes: anew], part[nil, footnotes: anew]], notes: %w[footnotes:1 footnotes:2]}],
      broken: [h1["A"], [:body, [run["x"], note["footnotes:1"]]], h1["B"], [:body, [run["x"], note["footnotes:2"]]],
        {notes: %w[footnotes:1 footnotes:2]}],
      at: 3, measured: "2"
    },
    "relation" => {
      rule: {roles: ["heading_1"], property: "size", to_roles: ["body"], plus: "2 pt"},
      met: [h1["A", size: 14 * 12_700], [:body, "x", {size: 12 * 12_700}]],
      broken: [h1["A", size: 13 * 12_700], [:body, "x", {size: 12 * 12_700}]],
      at: 0, measured: "13 pt"
    },
    "smaller_where_too_large" => {
      rule: {size: "12 pt", least: "10 pt"},
      met: [[:body, "x"], table[1, row[1, lines[11], "b"]]],
      broken: [[:body, "x"], table[1, row[1, "a", "b"]]],
      at: 1, measured: "10 pt"
    },
    "chapter_title_alone" => {
      rule: {},
      met: [h1["A"], [:body, "x", {break_before: true}]],
      broken: [h1["A"], [:body, "x"]],
      at: 0, measured: "with 1 paragraph"
    },
    "notes_complete" => {
      rule: {},
      met: [[:body, [run["x"], note["footnotes:1"]]], {notes: %w[footnotes:1]}],
      broken: [[:body, "x"], {notes: %w[footnotes:1]}],
      at: nil, measured: "none"
    },
    "quotation_marks" => {
      rule: {kind: "double"},
      met: [[:body, "He said “so ‘it’ was” and left."]],
      broken: [[:body, "Er sagte „so war es“ und ging."]],
      at: 0, measured: "„"
    },
    "orphans_and_widows" => {
      rule: {},
      met: [[:body, lines[8]], [:body, lines[4]]],
      broken: [[:body, lines[9]], [:body, lines[4]]],
      at: 1, measured: "1 line"
    },
    "short_last_line" => {
      rule: {letters: 5},
      met: [[:body, "line\nlonger"]],
      broken: [[:body, "line\nso"]],
      at: 0, measured: "2 letters"
    },
    "empty_page" => {
      rule: {most: 60},
      met: [[:body, "x"], [:body, lines[6], {break_before: true}], [:body, "z", {break_before: true}]],
      broken: [[:body, "x"], [:body, lines[3], {break_before: true}], [:body, "z", {break_before: true}]],
      at: 1, measured: "70 %"
    },
    "chapter_start" => {
      rule: {on: "page"},
      met: [[:body, "x"], h1["A", break_before: true]],
      broken: [[:body, "x"], h1["A"]],
      at: 1, measured: "none"
    },
    "caption_with_figure" => {
      rule: {},
      met: [[:figure, [image[]]], [:caption, "Figure 1. Quay"]],
      broken: [[:body, lines[9]], [:figure, [image[]]], [:caption, "Figure 1. Quay"]],
      at: 2, measured: "on two"
    },
    "table_rows_whole" => {
      rule: {},
      met: [[:body, lines[5]], table[1, row[1, lines[3], "b"]]],
      broken: [[:body, lines[8]], table[1, row[1, lines[4], "b"]]],
      at: 1, measured: "on pages 1 and 2"
    },
    "table_head_repeated" => {
      rule: {},
      met: [[:body, lines[8]], table[1, row[1, "a", "b", header: true], row[3, "c", "d"], row[5, "e", "f"]]],
      broken: [[:body, lines[8]], table[1, row[1, "a", "b"], row[3, "c", "d"], row[5, "e", "f"]]],
      at: 1, measured: "none"
    },
    "hyphens_in_a_row" => {
      rule: {most: 0},
      met: [[:body, prose]],
      broken: [[:body, "understanding " * 12], {settings: {hyphenate: true}, info: {language: "en-GB"}}],
      at: 0, measured: /\A\d\z/
    },
    "no_comments" => {
      rule: {},
      met: [[:body, "x"], {matters: [matter[:insertion]]}],
      broken: [[:body, "x"], {matters: [matter[:comment]]}],
      at: 0, measured: "a comment"
    },
    "no_sample_text" => {
      rule: {},
      met: [[:body, "written"], {matters: [matter[:placeholder]]}],
      broken: [[:body, "why"], {matters: [matter[:placeholder]]}],
      at: 0, measured: "sample text"
    },
    "no_revisions" => {
      rule: {},
      met: [[:body, "x"], {matters: [matter[:comment]]}],
      broken: [[:body, "x"], {matters: [matter[:deletion]]}],
      at: 0, measured: "a deletion"
    },
    "references_resolved" => {
      rule: {},
      met: [[:body, [run["See page "], refers[:folio, "there", "1"]]], {anchors: {"there" => 0}}],
      broken: [[:body, [run["See page "], refers[:folio, "gone", "1"]]]],
      at: 0, measured: "nowhere"
    },
    "document_title" => {
      rule: {author: false},
      met: [[:body, "x"], {info: {title: "T"}}],
      broken: [[:title, "T"], [:body, "x"]],
      at: nil, measured: "nothing"
    },
    "document_language" => {
      rule: {language: "en-GB"},
      met: [[:body, "x"], {info: {language: "en-GB"}}],
      broken: [[:body, "x"], {info: {language: "de"}}],
      at: nil, measured: "de"
    },
    "foreign_passages" => {
      rule: {},
      met: [[:body, prose], {info: {language: "en-GB"}}],
      broken: [[:body, "Die Fähre ist auf dem Sund und die Lampe ist nicht an, wie es auch im Hafen ist."], {info: {language: "en-GB"}}],
      at: 0, measured: "marked as en"
    },
    "text_alternatives" => {
      rule: {},
      met: [[:figure, [image["The quay"]]]],
      broken: [[:figure, [image[]]]],
      at: 0, measured: "none"
    },
    "header_rows" => {
      rule: {},
      met: [[:body, "x"], table[1, row[1, "a", "b", header: true], row[3, "c", "d"]]],
      broken: [[:body, "x"], table[1, row[1, "a", "b"], row[3, "c", "d"]]],
      at: 1, measured: "none"
    },
    "contrast" => {
      rule: {},
      met: [[:body, [run["x", color: "#767676"]]]],
      broken: [[:body, [run["x", color: "#777777"]]]],
      at: 0, measured: "4.48 to 1"
    },
    "link_texts" => {
      rule: {},
      met: [[:body, [run["See "], link["the harbour log"]]]],
      broken: [[:body, [run["See "], link["here"]]]],
      at: 0, measured: "here"
    },
    "colour_alone" => {
      rule: {},
      met: [[:body, [run[prose], run["x", color: "#aa0000", bold: true]]]],
      broken: [[:body, [run[prose], run["x", color: "#aa0000"]]]],
      at: 0, measured: "#aa0000"
    }
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
    base = {size: 127_000, font_family: "Liberation Serif", line_spacing: exact, orphans: 0, widows: 0}
    sections = (more[:sections] || [part[]]).map { |one| whole_part(one, blocks) }
    notes = (more[:notes] || []).to_h { |ref| [ref, [paragraph(1_000_000, "A note.")]] }
    one = manuscript(*blocks, styles: {"Base" => {name: "Base", properties: base}}, sections: sections, notes: notes,
      settings: Norvel::Manuscript::Settings.new(**(more[:settings] || {})), info: Norvel::Manuscript::Info.new(**(more[:info] || {})),
      **more.slice(:lists, :contents, :anchors, :matters))
    sheet = {"base" => {"name" => "B", "font_family" => "Liberation Serif", "size" => "10 pt"}, "body" => {"name" => "Body text"}}
    guide = Norvel::Guide.read(YAML.dump("guide" => "G", "version" => "1", "styles" => sheet,
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

  cases.each do |kind, told|
    describe kind do
      it "is met, and broken with its place and its measure" do
        met = held(kind, told[:rule], told[:met]).results.first
        expect([met.state, met.findings.map(&:message)]).to eq([:met, []])
        check = held(kind, told[:rule], told[:broken])
        broken = check.results.first
        expect(broken.state).to eq(:broken)
        found = broken.findings.first
        expect(found.paragraph).to eq(told[:at])
        expect(found.measured).to told[:measured].is_a?(Regexp) ? match(told[:measured]) : eq(told[:measured])
        expect(found.expected.to_s).not_to be_empty
        expect(found.message).to end_with(".")
      end

      it "has a fix that mends it, where it has one" do
        check = held(kind, told[:rule], told[:broken])
        name, parameters = check.findings.first.fix
        next unless name

        after = Norvel::Changes.build(name, parameters).call(check.manuscript)
        others = check.manuscript.paragraphs.map(&:id) - [check.findings.first.paragraph]
        roles = Norvel::Roles.new(after).corrected(others.to_h { |id| [id, check.roles.of(id).name] })
        again = Norvel::Guide::Check.new(check.guide, layout(after), roles: roles)
        said = ->(finding) { [finding.paragraph, finding.measured] }
        expect(again.findings.map(&said)).not_to include(said[check.findings.first])
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
    cases.each do |kind, told|
      check = held(kind, told[:rule], told[:broken])
      rule = check.guide.rules.first
      before = rule.instance_variables
      check.results
      expect([kind, rule.instance_variables - before]).to eq([kind, []])
    end
  end

  it "holds only where it is said to" do
    parts = [part[0, folio: {format: :lower_roman}], part[nil, folio: {start: 1}]]
    blocks = [[:body, "A  B"], h1["one  two"], [:caption, "Figure  1"], {sections: parts}]
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
    askew = "    checks: orientation\n    orientation: askew\n"
    expect { read[askew] }.to raise_error(Norvel::GuideError, /line 8: “orientation” is none of the words/)
    # Seen: what no kind takes was only “not known”, and a rule that is none was told by the words of the schema's library.
    expect { read["    checks: runs_of_spaces\n    größe: 4\n"] }.to raise_error(Norvel::GuideError, /“größe” is nothing that a rule/)
    expect { read["    checks: runs_of_spaces\n  - lamp\n"] }
      .to raise_error(Norvel::GuideError, "line 8: entry 2 of “rules” has to have parts of its own.")
  end

  it "is read by what the schema says of its kind: as by the whole schema, which editors ask" do
    reader = Norvel::Guide::Reader
    reader.schema
    whole = JSONSchemer.schema(Pathname.new(reader::SCHEMA_FILE))
    expect(whole.valid_schema?).to be(true)
    shared = {"id" => "x", "clause" => "c", "severity" => "must"}
    Norvel::Guide::Rule::KINDS.each do |name, kind|
      example = {**shared, "checks" => name, **kind.example.transform_keys(&:to_s)}
      named = kind.parameters.map { |parameter| parameter.name.to_s }
      tried = [example, example.merge(named.first.to_s => {"no" => "such"}), example.except(*named), example.merge("checks" => "#{name}s")]
      [*tried, nil, "x", ["x"]].each do |rule|
        data = {"guide" => "G", "version" => "1", "rules" => [rule]}
        expect(reader.fault(data).nil?).to be(whole.valid?(data)), rule.to_s
      end
    end
  end

  it "is declared once: schema and documentation are made from that (bin/rules)" do
    root = File.expand_path("../..", __dir__)
    shipped = JSON.parse(File.read(File.join(root, "guides", "schema.json")))
    declared = JSON.parse(JSON.generate(Norvel::Guide::Declared.schema))
    expect(shipped["$defs"].select { |name, _| name == "rule" || name.start_with?(Norvel::Guide::Declared::PARAMETERS) }).to eq(declared)
    expect(File.read(File.join(root, "docs", "rules.md"))).to eq(Norvel::Guide::Declared.page)
  end
end

# WCAG 2.2: its own examples of contrast (#777777 on white is 4.48, #767676 is 4.54; black on white is 21).
RSpec.describe Norvel::Guide::ColourContrast do
  it "is what the recommendation says" do
    on_white = {"#000000" => 21.0, "#777777" => 4.48, "#767676" => 4.54, "#ffffff" => 1.0, "#0000ff" => 8.59}
    on_white.each do |ink, ratio|
      expect(described_class.ratio(ink, "#ffffff")).to be_within(0.005).of(ratio)
    end
  end
end
