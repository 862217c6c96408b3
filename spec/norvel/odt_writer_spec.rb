# frozen_string_literal: true

require_relative "../support/open_document"
require_relative "../support/walks"

# OpenDocument 1.3 (ISO/IEC 26300), part 3, given back changed only where it was changed.
RSpec.describe Norvel::Formats::Odt::Writer do
  include OpenDocument

  def change(manuscript, name, **given) = Norvel::Changes.build(name, JSON.parse(JSON.generate(given))).call(manuscript)

  # @return [String] the one XML file after the changes
  def written(source, *changes)
    before = Norvel::Formats.read(source, name: "a.fodt")
    after = changes.reduce(before) { |now, (name, given)| change(now, name, **given) }
    Norvel::Formats.write(after, source: source)
  end

  def text_of(xml) = xml[%r{<office:text>(.*)</office:text>}m, 1]

  def style_named(xml, name) = Nokogiri::XML(xml).xpath("//style:style").find { |node| node["style:name"] == name }&.to_xml

  let(:bold) { {values: {bold: "yes"}} }

  it "is the identical file where nothing was changed, package and flat" do
    [[rich, "a.odt"], [fodt("<text:p>One</text:p>"), "a.fodt"]].each do |bytes, name|
      manuscript = Norvel::Formats.read(bytes, name: name)
      expect(Norvel::Formats.write(manuscript, source: bytes)).to equal(bytes)
      first = manuscript.paragraphs[0]
      undone = manuscript.with_paragraphs(0 => first.with(style: "Standard")).with_paragraphs(0 => first)
      expect(Norvel::Formats.write(undone, source: bytes)).to eq(bytes)
    end
  end

  it "keeps members that were not touched, puts the type first and unpacked, and leaves every other element as it was" do
    bytes = rich
    before = Norvel::Formats.read(bytes, name: "a.odt")
    out = Norvel::Formats.write(change(before, "format_here", paragraphs: [3], values: {align: "center"}), source: bytes)
    old, new = [bytes, out].map { |one| Norvel::Formats::Archive.read(one).members }
    expect(new.keys.first).to eq("mimetype")
    expect(out.byteslice(30, 8 + 39)).to eq("mimetype#{Norvel::Formats::Odt::Package::TEXT}")
    expect(new.except("content.xml")).to eq(old.except("content.xml"))
    canonical = ->(xml) { Nokogiri::XML(xml).xpath("//office:text/*").map(&:canonicalize) }
    one, other = [old, new].map { |members| canonical[members["content.xml"]] }
    expect(one.zip(other).count { |was, is| was != is }).to eq(1)
  end

  describe "automatic styles" do
    let(:source) {
      fodt('<text:p text:style-name="P1">One</text:p><text:p text:style-name="P1">Two</text:p><text:p text:style-name="P9">Three</text:p>',
        automatic: style_xml("P1", parent: "Standard", paragraph: 'fo:text-align="center" style:register-true="true"') +
          style_xml("P9", parent: "Standard", paragraph: 'fo:text-align="end"'))
    }

    it "gives what is changed one of its own, with what the old one says that is no matter of ours; the others keep theirs" do
      out = written(source, ["format_here", {paragraphs: [1], values: {space_before: "6 pt"}}])
      expect(text_of(out)).to start_with('<text:p text:style-name="P1">One</text:p><text:p text:style-name="P2">Two</text:p>')
      expect(style_named(out, "P2")).to include('fo:text-align="center"', 'style:register-true="true"', 'fo:margin-top="6pt"')
      expect(style_named(out, "P1")).to eq(style_named(source, "P1"))
    end

    it "finds one again that says the same, and takes out the one whose last user is gone" do
      out = written(source, ["format_here", {paragraphs: [2], values: {align: "center"}}],
        *[0, 1].map { |id| ["format_here", {paragraphs: [id], values: {space_before: "6 pt"}}] })
      expect(text_of(out).scan(/style-name="(\w+)"/).flatten).to eq(%w[P2 P2 P3])
      expect([style_named(out, "P1"), style_named(out, "P9")]).to eq([nil, nil])
    end

    it "gives the named style back to what has nothing by hand any more" do
      out = written(source, ["remove_direct_formatting", {paragraphs: [2]}])
      expect(text_of(out)).to include('<text:p text:style-name="Standard">Three</text:p>')
      expect(style_named(out, "P9")).to be_nil
    end

    it "are apart in content and in styles" do
      head = "><style:header><text:p>Head</text:p></style:header></style:master-page>"
      bytes = odt("<text:p>Text</text:p>", masters: OpenDocument::MASTER.sub("/>", head))
      before = Norvel::Formats.read(bytes, name: "a.odt")
      head = before.margin_paragraphs.first
      after = before.with_paragraphs(head.id => head.with(properties: {align: :end}))
      members = Norvel::Formats::Archive.read(Norvel::Formats.write(after, source: bytes)).members
      expect(members["styles.xml"]).to include('<style:header><text:p text:style-name="P1">', 'fo:text-align="end"')
      expect(members["content.xml"]).to eq(Norvel::Formats::Archive.read(bytes).members["content.xml"])
    end
  end

  describe "words" do
    it "get spans; those in one another are said anew with what else they say, links and marks stay around them" do
      source = fodt('<text:p>One <text:span text:style-name="T1">two <text:a xlink:type="simple" ' \
        'xlink:href="#x">three</text:a></text:span>' \
        " four</text:p>",
        automatic: style_xml("T1", "text", text: 'fo:font-style="italic" fo:text-shadow="1pt 1pt"'))
      out = written(source, ["format_here", {text: [[0, 8, 13]], **bold}])
      expect(text_of(out)).to eq('<text:p>One <text:span text:style-name="T1">two </text:span><text:a xlink:type="simple" ' \
        'xlink:href="#x"><text:span text:style-name="T2">three</text:span></text:a> four</text:p>')
      expect(style_named(out, "T2")).to include('fo:font-style="italic"', 'fo:font-weight="bold"', 'fo:text-shadow="1pt 1pt"')
    end

    it "lose their span with what is by hand, its Asian and complex values too" do
      source = fodt('<text:p>One <text:span text:style-name="T1">two</text:span></text:p>',
        automatic: style_xml("T1", "text", text: 'fo:font-weight="bold" style:font-weight-asian="bold" style:font-weight-complex="bold"'))
      before = Norvel::Formats.read(source, name: "a.fodt")
      bare = before.paragraphs[0].then { |one| one.with(runs: one.runs.map { |run| run.with(properties: {}) }) }
      out = Norvel::Formats.write(before.with_paragraphs(0 => bare), source: source)
      expect([text_of(out), style_named(out, "T1")]).to eq(["<text:p>One two</text:p>", nil])
    end

    it "keep every space, wherever they come to stand" do
      source = fodt("<text:p>the quay, the  lamp,<text:s text:c=\"2\"/>the <text:span text:style-name=\"T1\">the</text:span> the</text:p>",
        automatic: style_xml("T1", "text", text: 'fo:font-style="italic"'))
      out = written(source, ["replace_text", {find: "the", replace: ""}])
      expect(Norvel::Formats.read(out, name: "a.fodt").paragraphs[0].text).to eq(" quay,  lamp,    ")
    end

    it "are cut, joined, written and pasted, with what stands between them" do
      source = fodt('<text:p>One <text:bookmark text:name="x"/>two<text:note text:note-class="footnote" text:id="n"><text:note-citation>1' \
        "</text:note-citation><text:note-body><text:p>Below</text:p></text:note-body></text:note> three</text:p><text:p>Four</text:p>")
      out = written(source, ["split_paragraph", {paragraph: 0, at: 6}], ["join_paragraphs", {paragraph: 100_000_000}])
      expect(text_of(out)).to include('<text:bookmark text:name="x"/>tw').and include("<text:note-body><text:p>Below</text:p>")
      read = Norvel::Formats.read(out, name: "a.fodt")
      expect(read.paragraphs.map(&:text)).to eq(["One tw", "o\u{FFFC} threeFour"]).or eq(["One tw", "o\u{FFFC} three Four"])
    end
  end

  describe "styles" do
    let(:source) {
      fodt('<text:h text:style-name="H" text:outline-level="1">Head</text:h><text:p text:style-name="P1">Text</text:p>',
        styles: style_xml("H", parent: "Standard", text: 'fo:font-size="150%"', style_default_outline_level: "1"),
        automatic: style_xml("P1", parent: "Standard", paragraph: 'fo:margin-left="50%"'),
        standard: OpenDocument::STANDARD.sub('<style:style style:name="Standard" style:family="paragraph" style:class="text"/>',
          style_xml("Standard", paragraph: 'fo:margin-left="2cm"', text: 'fo:font-size="12pt"')))
    }

    it "keep what others work out as a share of them" do
      out = written(source, ["change_style", {style: "Standard", values: {size: "10 pt", indent_start: "4 cm"}}])
      read = Norvel::Formats.read(out, name: "a.fodt")
      expect([read.sheet["H"].properties[:size], read.paragraphs[1].properties[:indent_start]]).to eq([18 * 12_700, 360_000])
      expect(style_named(out, "H")).to include('fo:font-size="18pt"')
    end

    it "are made, renamed, hung elsewhere, joined and taken out; whoever had one that went has its parent" do
      out = written(source, ["define_style", {id: "Verse", name: "Verse of mine", parent: "Standard", values: {italic: "yes"}}],
        ["apply_style", {style: "Verse", paragraphs: [1]}], ["rename_style", {style: "H", name: "Überschrift"}])
      expect(style_named(out, "Verse")).to include('style:display-name="Verse of mine"', 'style:parent-style-name="Standard"')
      expect(style_named(out, "H")).to include('style:display-name="Überschrift"')
      gone = written(out, ["delete_style", {style: "Verse", replacement: "Standard"}])
      expect([style_named(gone, "Verse"), gone.include?('"Verse"')]).to eq([nil, false])
    end

    it "make headings of paragraphs and paragraphs of headings, with their levels" do
      out = written(source, ["apply_style", {style: "H", paragraphs: [1]}], ["apply_style", {style: "Standard", paragraphs: [0]}])
      expect(text_of(out)).to match(%r{\A<text:p [^>]*>Head</text:p><text:h [^>]*text:outline-level="1"[^>]*>Text</text:h>\z})
      level = written(source, ["change_style", {style: "H", values: {outline_level: "2"}}])
      expect(text_of(level)).to include('text:outline-level="2"')
    end

    it "declare the face of a font where it is missing" do
      out = written(source, ["change_style", {style: "Standard", values: {font_family: "Carlito"}}])
      expect(out).to include('<style:font-face style:name="Carlito" svg:font-family="Carlito"/>', 'style:font-name="Carlito"')
    end

    it "have every value of every property, as it is read again" do
      values = {size: 139_700, bold: true, italic: false, underline: :dotted, strike: true, caps: true, small_caps: true, color: "#10aa20",
                background: "#ffff00", letter_spacing: 12_700, scale: 90, raised: :superscript, language: "de-CH", align: :justify,
                indent_start: 123_456, indent_end: -5_000, indent_first: 7, space_before: 1, space_after: 360_000,
                line_spacing: Norvel::Properties::LineSpacing.new(rule: :extra, value: 25_400), close_to_same: true, shading: "#eeeeee",
                keep_next: true, keep_together: true, break_before: true, orphans: 3, widows: 4, right_to_left: true, hyphenate: false,
                font_family: "Liberation Sans", borders: {top: {style: "double", width: 12_700, color: "#112233", space: 25_400},
                                                          left: Norvel::Properties::Borders::NONE},
                tabs: [Norvel::Properties::TabStop.new(position: 700_000, align: :end, leader: :dot)]}
      before = Norvel::Formats.read(source, name: "a.fodt")
      style = before.sheet["H"].with(properties: before.sheet["H"].properties.merge(values))
      out = Norvel::Formats.write(before.with(sheet: before.sheet.with_style(style)), source: source)
      read = Norvel::Formats.read(out, name: "a.fodt").sheet["H"].properties
      expect(read.slice(*values.keys).reject { |name, value| values[name] == value }).to eq({})
    end
  end

  describe "lists" do
    let(:source) {
      item = ->(text) { "<text:list-item><text:p>#{text}</text:p></text:list-item>" }
      fodt("<text:p>Before</text:p><text:list text:style-name=\"L\">#{item["a"]}#{item["b"]}#{item["c"]}</text:list><text:p>After</text:p>",
        styles: rich_styles)
    }

    def labels(xml)
      read = Norvel::Formats.read(xml, name: "a.fodt")
      found = Norvel::ListLabels.for(read, Norvel::Cascade.new(read))
      read.paragraphs.to_h { |one| [one.text, found[one.id]] }
    end

    it "take items in and let them go, and every label stays what it is" do
      parted = written(source, ["insert_paragraph", {paragraph: 2, text: "new"}])
      expect(labels(parted)).to include("a" => "1.", "b" => "2.", "new" => nil, "c" => "3.")
      split = written(source, ["edit_text", {paragraph: 2, text: "b1 b2"}], ["split_paragraph", {paragraph: 2, at: 3}])
      expect(labels(split).values).to eq([nil, "1.", "2.", "3.", "4.", nil])
      moved = written(source, ["shift_items", {paragraphs: [2], by: 1}])
      expect(labels(moved)).to include("a" => "1.", "b" => "1.1.", "c" => "2.")
      expect(text_of(moved)).to include("<text:list-item><text:p>a</text:p><text:list><text:list-item>")
    end

    it "are made of paragraphs that were in none, counted anew and counted on" do
      out = written(source, ["make_list", {paragraphs: [0], kind: "letters"}])
      expect(labels(out)["Before"]).to eq("a)")
      restarted = written(source, ["restart_numbers", {paragraph: 2}])
      expect(labels(restarted)).to include("a" => "1.", "b" => "1.", "c" => "2.")
    end

    it "leave a list alone of which nothing differs" do
      out = written(source, ["format_here", {paragraphs: [0], values: {align: "center"}}])
      expect(text_of(out)[/<text:list.*<\/text:list>/m]).to eq(text_of(source)[/<text:list.*<\/text:list>/m])
    end

    it "number headings in the outline style" do
      source = fodt(%w[Head Two].map { |words| %(<text:h text:style-name="H" text:outline-level="1">#{words}</text:h>) }.join,
        styles: style_xml("H", parent: "Standard", style_default_outline_level: "1"))
      out = written(source, ["number_headings", {scheme: "1, 1.1, 1.1.1"}])
      expect(labels(out)).to eq("Head" => "1", "Two" => "2")
      expect(out).to match(/<text:outline-style [^>]*><text:outline-level-style [^>]*text:level="1"[^>]*style:num-format="1"/)
      expect(text_of(out)).not_to include("<text:list")
    end
  end

  describe "parts" do
    let(:source) { fodt("<text:p>One</text:p><text:p>Two</text:p><text:p>Three</text:p>") }

    it "begin with a master page, with their folios, headers and columns" do
      out = written(source, ["begin_part", {paragraph: 1}],
        ["set_part", {parts: [1], begins: "page", columns: 2, folio: {format: "lower_roman", start: 5}}],
        ["set_folios", {place: "bottom center"}])
      expect(out.scan("<style:master-page ").size).to eq(2)
      expect(out).to include('style:num-format="i"', 'fo:column-count="2"', 'style:page-number="5"',
        '<text:page-number text:select-page="current">')
      read = Norvel::Formats.read(out, name: "a.fodt")
      expect(read.sections.map { |one| [one.columns, one.folio.to_h, one.folio_printed?] })
        .to eq([[1, {format: :decimal, start: nil}, true], [2, {format: :lower_roman, start: 5}, true]])
      joined = written(out, ["join_parts", {part: 1}])
      expect(Norvel::Formats.read(joined, name: "a.fodt").sections.size).to eq(1)
      expect(text_of(joined)).not_to include("master-page")
    end

    it "are patched in their place where all that have a master page changed alike" do
      out = written(source, ["set_page_design", {margin: {top: "4 cm"}}])
      expect([out.scan("<style:master-page ").size, out[/fo:margin-top="4cm"/]]).to eq([1, 'fo:margin-top="4cm"'])
      expect(out).to include('fo:margin-bottom="2.5cm"', 'fo:page-width="21cm"')
    end
  end

  describe "breaks behind a paragraph, and around a table" do
    let(:source) {
      table = '<table:table table:style-name="T"><table:table-row><table:table-cell><text:p>x</text:p></table:table-cell>' \
        "</table:table-row></table:table>"
      fodt("<text:p>a</text:p>#{table}<text:p>b</text:p><text:p text:style-name=\"P\">c</text:p><text:p>d</text:p>" \
        '<text:p text:style-name="P">e</text:p>', styles: style_xml("S", paragraph: 'fo:break-after="page"'),
        automatic: '<style:style style:name="T" style:family="table"><style:table-properties fo:break-before="page" ' \
          'fo:break-after="page"/></style:style>' + style_xml("P", parent: "S", paragraph: 'fo:text-align="end"'))
    }

    def pages(xml)
      read = Norvel::Formats.read(xml, name: "a.fodt")
      Norvel::Layout.new(read).pages.map { |page| page.text_lines.map { |placed| placed.paragraph.text }.join }
    end

    it "go from there where whoever follows is to begin no page" do
      expect(pages(source)).to eq(%w[a x bc de])
      no = ->(id) { ["format_here", {paragraphs: [id], values: {break_before: "no"}}] }
      {1 => %w[ax bc de], 2 => %w[a xbc de], 4 => %w[a x bcde]}.each { |id, wanted| expect(pages(written(source, no[id]))).to eq(wanted) }
      expect(pages(written(source, no[1], no[2]))).to eq(%w[axbc de])
      expect(style_named(written(source, no[4]), "P2")).to include('fo:break-after="auto"', 'fo:text-align="end"')
    end

    it "are said by whoever follows where what said it is another, is moved, or goes" do
      {["apply_style", {paragraphs: [3], style: "Standard"}] => %w[a x bc de],
       ["split_paragraph", {paragraph: 3, at: 0}] => %w[a x bc de], ["split_paragraph", {paragraph: 5, at: 1}] => %w[a x bc de],
       ["move_paragraphs", {paragraphs: [3], by: 1}] => %w[a x b dce], ["apply_style", {paragraphs: [0], style: "S"}] => %w[a x bc de]}
        .each { |change, wanted| expect(pages(written(source, change))).to eq(wanted), change.first }
    end
  end

  describe "words divided at line ends" do
    def divided(xml)
      read = Norvel::Formats.read(xml, name: "a.fodt")
      read.settings.hyphenate && read.paragraphs.map { |one| Norvel::Cascade.new(read).paragraph(one)[:hyphenate] }
    end

    it "are so where a style says it, and are turned on and off for all" do
      body = '<text:p>a</text:p><text:p text:style-name="H">b</text:p><text:p text:style-name="P1">c</text:p>'
      some = fodt(body, styles: style_xml("H", text: 'fo:hyphenate="true"'))
      by_hand = fodt(body, automatic: style_xml("P1", parent: "Standard", text: 'fo:hyphenate="true"'))
      bare = fodt(body, standard: "")
      not_at_all = fodt(body, standard: OpenDocument::STANDARD.sub("<style:text-properties", '<style:text-properties fo:hyphenate="false"'))
      expect([some, by_hand, bare, not_at_all].map { |xml| divided(xml) }).to eq([[false, true, false], [false, false, true], false, false])
      on, off = [true, false].map { |yes| ["set_hyphenation", {on: yes}] }
      [some, by_hand, bare, not_at_all].each do |xml|
        expect(divided(written(xml, on))).to eq([true, true, true])
        expect([divided(written(xml, off)), divided(written(xml, on, off))]).to eq([false, false])
      end
    end
  end

  it "gives nothing the name of a style that is missing" do
    source = fodt('<text:p>One</text:p><text:p text:style-name="P1">Two</text:p>')
    out = written(source, ["format_here", {paragraphs: [0], values: {align: "center"}}])
    expect(text_of(out).scan(/style-name="(\w+)"/).flatten).to eq(%w[P2 P1])
  end

  it "takes apart rows that stand for several where one of them is to be another" do
    source = fodt('<table:table table:name="t"><table:table-column/><table:table-row table:number-rows-repeated="3"><table:table-cell>' \
      "<text:p>same</text:p></table:table-cell></table:table-row></table:table><text:p/>")
    out = written(source, ["edit_text", {paragraph: 1, text: "other"}])
    expect(Norvel::Formats.read(out, name: "a.fodt").paragraphs.map(&:text)).to eq(["same", "other", "same", ""])
  end

  it "puts contents around their lines, with places that they lead to" do
    source = fodt('<text:h text:style-name="H" text:outline-level="1">Head</text:h><text:p>Text</text:p>',
      styles: style_xml("H", parent: "Standard", style_default_outline_level: "1"))
    out = written(source, ["make_contents", {before: 0, title: "Contents", levels: 2}])
    expect(text_of(out)).to start_with("<text:table-of-content").and include("<text:index-title", "<text:index-body>")
      .and match(%r{<text:a [^>]*xlink:href="#in_contents_1"[^>]*>Head<text:tab/>1</text:a>})
    expect(text_of(out)).to include('<text:bookmark text:name="in_contents_1"/>Head')
    read = Norvel::Formats.read(out, name: "a.fodt")
    expect(read.contents.map { |list| [list.kind, list.levels] }).to eq([[:headings, [1, 2]]])
  end

  it "accepts what was recorded, says what the file is, describes an image, and makes a template of it by its name" do
    bytes = rich
    before = Norvel::Formats.read(bytes, name: "a.odt")
    accepted = change(before, "accept_revisions", revisions: "all")
    titled = change(accepted, "set_info", title: "Lamps", author: "Ada Verrill")
    out = Norvel::Formats.write(titled, source: bytes, name: "b.ott")
    members = Norvel::Formats::Archive.read(out).members
    expect(members["content.xml"]).not_to match(/text:change|tracked-changes|old words/)
    expect(members["meta.xml"]).to include("<dc:title>Lamps</dc:title>", "<meta:initial-creator>Ada Verrill</meta:initial-creator>")
    expect([members["mimetype"], members["META-INF/manifest.xml"]]).to match([Norvel::Formats::Odt::Package::TEMPLATE, /text-template/])
  end

  it "describes images, repeats header rows, and counts captions" do
    bytes = rich
    before = Norvel::Formats.read(bytes, name: "a.odt")
    paragraph, _, place = before.images.first
    described = change(before, "set_alternative", paragraph: paragraph.id, place: place, text: "A lantern & a bell")
    plain = change(described, "set_header_row", paragraph: 10, on: false)
    content = Norvel::Formats::Archive.read(Norvel::Formats.write(plain, source: bytes)).members["content.xml"]
    expect(content.force_encoding("UTF-8")).to include("<svg:desc>A lantern &amp; a bell</svg:desc>")
    expect(content).not_to include("table-header-rows")
    typed = fodt('<text:p>Table 1. What is kept</text:p><table:table table:name="t"><table:table-column/><table:table-row>' \
      "<table:table-cell><text:p>1</text:p></table:table-cell></table:table-row></table:table><text:p/>")
    out = written(typed, ["captions_from_typed", {paragraphs: "all"}])
    expect(text_of(out)).to match(%r{Table <text:sequence [^>]*text:name="Table"[^>]*>1</text:sequence>. What is kept})
  end

  it "begins the parts that a file does not have: its common styles, and what it says of itself" do
    content = Norvel::Formats::Archive.read(odt("<text:p>One</text:p>")).members["content.xml"]
    bytes = zipped("mimetype" => Norvel::Formats::Odt::Package::TEXT, "content.xml" => content,
      "META-INF/manifest.xml" => manifest(Norvel::Formats::Odt::Package::TEXT))
    before = Norvel::Formats.read(bytes, name: "a.odt")
    members = ->(now) { Norvel::Formats::Archive.read(Norvel::Formats.write(now, source: bytes)).members }
    titled = members[change(before, "set_info", title: "Lamps")]
    expect(titled.keys).to eq(%w[mimetype content.xml META-INF/manifest.xml meta.xml])
    expect(titled["META-INF/manifest.xml"]).to include('manifest:full-path="meta.xml" manifest:media-type="text/xml"')
    styled = members[change(before, "define_style", id: "Verse", name: "Verse", parent: before.sheet.default_id, values: {italic: "yes"})]
    expect(styled["styles.xml"]).to include('<style:style style:name="Verse"')
    two = change(before, "insert_paragraph", paragraph: 0, text: "Two")
    parted = Norvel::Formats.write(change(two, "begin_part", paragraph: 100_000_000), source: bytes)
    expect(Norvel::Formats.read(parted, name: "a.odt").sections.size).to eq(2)
  end

  it "tells of numbers that it has no words for" do
    before = Norvel::Formats.read(rich, name: "a.odt")
    list = before.lists["list 1 in L"]
    other = list.with(levels: list.levels.merge(1 => list.levels[1].with(text: "%1-%2)")))
    expect(Norvel::Formats.cannot_say(before, before.with(lists: before.lists.merge(list.id => other))))
      .to eq(["Level 2 of a list begins with “1-1)”: the file can only say “1.1)”."])
  end

  it "says before it is done what a file could not say" do
    before = Norvel::Formats.read(rich, name: "a.odt")
    said = lambda do |after|
      Norvel::Formats.refuse_undeliverable(before, after)
      nil
    rescue Norvel::ChangeRefused => error
      error.message
    end
    expect(said[change(before, "begin_part", paragraph: 8)]).to match(/Columns that begin within a page/)
    first = before.paragraphs[0]
    expect(said[before.with_paragraphs(0 => first.with(run_in: true))]).to match(/run into the line/)
    expect { change(before, "set_run_in", paragraphs: [0]) }.to raise_error(Norvel::ChangeRefused, /no headings that run into/)
    expect(said[change(before, "format_here", paragraphs: [0], values: {bold: "yes"})]).to be_nil
    after = change(before, "format_here", text: [[3, 0, 3]], values: {highlight: "#ffff00"})
    expect(Norvel::Formats.cannot_say(before, after)).to match([/\AHighlight #ffff00/])
  end

  it "is refused in a sentence where what would be delivered does not read back" do
    bytes = rich
    before = Norvel::Formats.read(bytes, name: "a.odt")
    first = before.paragraphs[0]
    expect { Norvel::Formats.write(before.with_paragraphs(0 => first.with(run_in: true, in_table: true)), source: bytes) }
      .to raise_error(Norvel::FileError, /does not read back as it should \(paragraph 1, in table/)
  end

  it "loses nothing over rows of random changes" do
    [3, 31, 202].each do |seed|
      walk = RandomWalk.new(rich, seed, name: "a.odt")
      expect(walk.go(60, every: 5)).to be_nil
      expect(walk.made).to be > 15
    end
  end
end
