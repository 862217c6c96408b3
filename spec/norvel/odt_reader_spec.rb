# frozen_string_literal: true

require_relative "../support/open_document"

RSpec.describe Norvel::Formats::Odt do
  include OpenDocument

  def values(manuscript, index, names, run: nil)
    paragraph = manuscript.paragraphs[index]
    cascade = Norvel::Cascade.new(manuscript)
    (run ? cascade.run(paragraph, paragraph.runs[run]) : cascade.paragraph(paragraph)).values(names)
  end

  describe "packages" do
    it "reads the package, the template and the flat form alike" do
      body = "<text:p>One</text:p><text:h text:outline-level=\"1\">Two</text:h>"
      read = [Norvel::Formats.read(odt(body), name: "a.odt"), Norvel::Formats.read(fodt(body), name: "a.FODT"),
        Norvel::Formats.read(odt(body, type: Norvel::Formats::Odt::Package::TEMPLATE), name: "a.ott")]
      expect(read.map { |one| [one.format, one.paragraphs.map(&:text), one.sections.map { |section| section.page.paper }] }.uniq)
        .to eq([["odt", %w[One Two], ["A4"]]])
    end

    it "refuses in one sentence what is no text, what is locked, and what is not there" do
      {"" => /empty/, "hello" => /neither a zip container nor XML/, "<a/>" => /no manuscript/,
       odt("", type: "application/vnd.oasis.opendocument.spreadsheet") => /a spreadsheet, and no text/,
       zipped("mimetype" => "x") => /no content\.xml/,
       odt("<text:p/>").sub("content.xml", "contenT.xml").sub("content.xml", "contenT.xml") => /no content\.xml/,
       zipped("content.xml" => "<a", "mimetype" => "x") => /not well-formed|cannot be read/,
       odt("x", members: {"META-INF/manifest.xml" => manifest("x", "<manifest:encryption-data/>")}) => /encrypted/,
       fodt("<text:p/>").sub("<?xml version=\"1.0\" encoding=\"UTF-8\"?>", "<!DOCTYPE a [<!ENTITY b 'c'>]>") => /entities/,
       fodt("<text:p/>").gsub("office:text>", "office:drawing>") => /a drawing, and no text/}.each do |bytes, sentence|
        expect { Norvel::Formats.read(bytes, name: "a.odt") }.to raise_error(Norvel::FileError, sentence), bytes[0, 40]
      end
    end

    it "is known by what is in it, whatever it is called" do
      [odt("<text:p>x</text:p>"), fodt("<text:p>x</text:p>")].each do |bytes|
        expect(Norvel::Formats.by_content(bytes).name).to eq("odt")
        expect { Norvel::Formats.read(bytes, name: "Überblick.docx") }.to raise_error(Norvel::FileError, /is an \.odt by what is in it/)
      end
      expect(Norvel::Formats.by_content(docx { |file| file.paragraph("x") })).to be_nil
      require "norvel/command_line"
      out, err = StringIO.new, StringIO.new
      Norvel::CommandLine.run(["survey", "-", "--json"], out: out, err: err, input: StringIO.new(odt("<text:p>Lamps</text:p>")))
      expect(JSON.parse(out.string).values_at("format", "words")).to eq(["odt", 1])
    end

    it "says what is in it that it never runs, and what a change ends" do
      bytes = odt("<text:p>x</text:p>", members: {"Basic/script.xml" => "<a/>", "META-INF/documentsignatures.xml" => "<a/>"})
      expect(Norvel::Formats.read(bytes, name: "a.odt").warnings).to include(/has macros/, /digitally signed/)
    end
  end

  describe "bad files" do
    it "refuses what is larger than any manuscript, and fetches nothing" do
      rows = "<table:table><table:table-row table:number-rows-repeated=\"1000000000\"><table:table-cell><text:p>x</text:p>" \
        "</table:table-cell>" \
        "</table:table-row></table:table>"
      deep = ->(count) { "<text:p>#{"<text:span>" * count}x#{"</text:span>" * count}</text:p>" }
      {'<text:p>a<text:s text:c="1000000"/>b</text:p>' => /more than 100000 spaces/, rows => /cells of tables/,
       deep[400] => /nested deeper/, "<text:p/>" * 70_001 => /70,001 paragraphs/}.each do |body, sentence|
        started = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
        expect { read_odt(body) }.to raise_error(Norvel::FileError, sentence)
        expect(Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) - started).to be < 5
      end
      expect(read_odt(deep[200]).paragraphs[0].text).to eq("x")
      far = read_odt('<text:p><draw:frame text:anchor-type="as-char"><draw:image xlink:href="http://marrowby.example/a.png"/>' \
        "</draw:frame></text:p>")
      expect(far.paragraphs[0].insets[0].ref).to be_nil
    end

    it "takes what is odd but legal through everything" do
      cell = ->(inner) { "<table:table-cell>#{inner}</table:table-cell>" }
      table = ->(inner) { "<table:table><table:table-row>#{inner}</table:table-row></table:table>" }
      note = ->(inner) { "<text:note text:note-class=\"endnote\"><text:note-body><text:p>#{inner}</text:p></text:note-body></text:note>" }
      frame = ->(inner, as) {
        "<draw:frame text:anchor-type=\"#{as}\"><draw:text-box><text:p>#{inner}</text:p></draw:text-box></draw:frame>"
      }
      list = ->(inner) { "<text:list><text:list-item>#{inner}</text:list-item></text:list>" }
      {table[cell[""] + cell["<text:p>x</text:p>"]] => %w[x], table[cell[""]] => [], table[""] => [], "" => [],
       "<table:table/><text:p>a</text:p>" => %w[a], list[list[list["<text:p>x</text:p>"]]] => %w[x], "<text:list/>#{list[""]}" => [],
       "<text:h>x</text:h>" => %w[x], "<text:p>a#{note["b#{note["c"]}"]}</text:p>" => %w[a b c],
       "<text:p>#{frame["a#{frame["b", "as-char"]}", "char"]}</text:p>" => %w[a b],
       "#{frame["far", "page"]}<text:p>x</text:p>" => %w[x far],
       table[cell[table[cell["<text:p>x</text:p>"]]]] => %w[x], "<text:p>שלום</text:p>" => %w[שלום]}.each do |body, words|
        read = read_odt(body)
        expect(read.words.map { |word| word.delete(Norvel::Manuscript::INSET_MARK) }.reject(&:empty?).sort).to eq(words.sort), body
        examined = Norvel::Examination.new(read)
        expect(examined.check(Norvel::Guide.find("marrowby-diploma")).results).not_to be_empty
        drawn = examined.layout.pages.map { |page| Norvel::Drawing::PageSvg.new(examined.layout, page).to_s }
        expect(drawn.size).to be_positive
        expect(Norvel::Formats.make(examined.layout, as: "pdf", source: fodt(body), name: "x")).to start_with("%PDF-")
        expect(Norvel::Plan.new(examined, Norvel::Guide.find("marrowby-diploma")).apply.words.size).to be >= words.size
      end
      expect(read_odt(frame["far", "page"]).warnings).to include(/stands on a page by itself/)
    end

    it "loses no word of shapes and groups, and says what of them is not drawn" do
      box = "<draw:frame><draw:text-box><text:p>one</text:p></draw:text-box></draw:frame>"
      read = read_odt('<text:p>a<draw:custom-shape text:anchor-type="char"><text:p>shaped</text:p></draw:custom-shape><draw:g>' \
        "#{box}<draw:g><draw:rect><text:list><text:list-item><text:p>two</text:p></text:list-item></text:list></draw:rect></draw:g>" \
        "</draw:g></text:p>")
      expect(read.words.map { |word| word.delete(Norvel::Manuscript::INSET_MARK) }).to eq(%w[a shaped one two])
      expect(read.paragraphs[0].insets.map { |inset| [inset.what, inset.box] }).to eq([[:text_box, "text box 1"], [:drawing, nil]])
      expect(read.warnings).to eq(["Words that stand in a group of drawings are kept, and not drawn."])
    end

    it "says what depends on conditions, and leaves out what its style hides" do
      hidden = style_xml("H", text: 'text:display="none"')
      read = read_odt('<text:p text:style-name="H">gone</text:p><text:p><text:hidden-paragraph text:is-hidden="true"/>x</text:p>' \
        '<text:section text:name="s" text:display="condition"><text:p>y</text:p></text:section>', automatic: hidden)
      expect(read.words).to eq(%w[x y])
      expect(read.warnings).to eq(["4 characters of hidden text are left out.", "A paragraph that depends on a condition is shown.",
        "A section that depends on a condition is shown."])
    end

    it "keeps what it does not know, reads the words in it, and opens files in other encodings" do
      strange = 'xmlns:my="urn:example:marrowby"'
      read = read_odt("<text:p>a <my:mark #{strange}>b</my:mark><my:sign #{strange}/> c</text:p><my:block #{strange}><text:p>d</text:p>" \
        "</my:block>")
      expect(read.paragraphs.map(&:text)).to eq(["a b c", "d"])
      expect(read.paragraphs[0].held).to eq(["?:sign"])
      wide = fodt("<text:p>Überblick</text:p>").sub('encoding="UTF-8"', 'encoding="UTF-16"').encode("UTF-16")
      expect(Norvel::Formats.read(wide.b, name: "a.fodt").paragraphs[0].text).to eq("Überblick")
      other = fodt("<text:p>Überblick</text:p>").gsub("xmlns:text=", "xmlns:t=").gsub(%r{(</?|\s)text:}, "\\1t:")
      expect(Norvel::Formats.read(other, name: "a.fodt").paragraphs[0].text).to eq("Überblick")
    end

    it "has one of everything without a word lost, and lays it out" do
      read = Norvel::Formats.read(rich, name: "rich.odt")
      expect(read.warnings).to eq([])
      expect(read.words).to include("ferries", "loud", "word,", "below", "inner", "box", "Main")
      expect(read.contents.map { |one| [one.first, one.last, one.levels] }).to eq([[2, 2, [1, 2]]])
      expect(read.sections.map { |one| [one.columns, one.begins] }).to eq([[1, :page], [2, :here], [1, :page]])
      expect([read.settings.footnotes.format, read.settings.footnotes.start]).to eq([:lower_roman, 3])
      layout = Norvel::Layout.new(read)
      expect([layout.pages.size, layout.note_numbers]).to eq([2, {"footnotes:n1" => 3}])
      drawn = layout.pages.map { |page| Norvel::Drawing::PageSvg.new(layout, page).to_s }.join
      expect(drawn).to include("Head").and include("iii")
    end
  end

  describe "text" do
    it "takes white space as part 3, §6.1.2 has it" do
      read = read_odt("<text:p>  one\n  two<text:s/><text:s text:c=\"3\"/>three <text:tab/> four<text:line-break/>five " \
        "<text:span> six </text:span> </text:p><text:p><text:span> </text:span></text:p>")
      expect(read.paragraphs.map(&:text)).to eq(["one two    three \t four\nfive six", ""])
    end

    it "reads spans in one another: what stands further in says more" do
      styles = style_xml("Loud", "text", text: 'fo:font-weight="bold" fo:color="#aa0000"') +
        style_xml("Soft", "text", text: 'fo:font-style="italic" fo:font-weight="normal"')
      automatic = style_xml("T1", "text", text: 'fo:font-size="150%" fo:font-weight="bold"') +
        style_xml("T2", "text", parent: "Soft", text: 'style:text-underline-style="wave"')
      read = read_odt('<text:p>a<text:span text:style-name="Loud">b<text:span text:style-name="T2">c</text:span></text:span>' \
        '<text:span text:style-name="T1">d<text:span text:style-name="Soft">e</text:span></text:span></text:p>',
        styles: styles, automatic: automatic)
      names = %i[bold italic color size underline]
      expect(Array.new(5) { |run| values(read, 0, names, run: run).values }).to eq([
        [false, false, "auto", 152_400, :none], [true, false, "#aa0000", 152_400, :none], [false, true, "#aa0000", 152_400, :wave],
        [true, false, "auto", 228_600, :none], [false, true, "auto", 228_600, :none]
      ])
      expect(read.paragraphs[0].runs.map { |run| [run.style, run.within] })
        .to eq([[nil, []], ["Loud", []], ["Soft", ["Loud"]], [nil, []], ["Soft", []]])
    end

    it "gives results as text and keeps what says them; hidden text is left out and told" do
      read = read_odt('<text:p>On <text:page-number text:select-page="current">3</text:page-number> of <text:page-count>9' \
        '</text:page-count>, see <text:bookmark-ref text:reference-format="text" text:ref-name="x">there</text:bookmark-ref>' \
        '<text:bookmark text:name="x"/><text:hidden-text text:condition="a" text:string-value="b" text:is-hidden="true">gone' \
        '</text:hidden-text>.</text:p><text:p><text:a xlink:href="https://marrowby.example/">a link</text:a>' \
        "<text:script>x</text:script></text:p>")
      first, second = read.paragraphs
      expect([first.text, second.text]).to eq(["On 3 of 9, see there.", "a link"])
      expect(first.runs.filter_map(&:field)).to eq(%i[page pages])
      expect(first.runs.filter_map(&:refers).map { |one| [one.what, one.to] }).to eq([[:text, "x"]])
      expect([read.anchors, second.runs[0].link, second.held]).to eq([{"x" => 0}, true, ["text:script x"]])
      expect(read.warnings).to include("4 characters of hidden text are left out.")
      expect(Norvel::Formats.of("odt").links(fodt('<text:p>a <text:a xlink:href="#x">b</text:a></text:p>'))).to eq([0, 1] => "#x")
    end

    it "reads notes, comments, revisions and what stands in frames" do
      body = '<text:tracked-changes><text:changed-region text:id="c1"><text:insertion/></text:changed-region>' \
        '<text:changed-region text:id="c2"><text:deletion><text:p>old words</text:p></text:deletion></text:changed-region>' \
        '</text:tracked-changes><text:p>One<text:note text:id="ftn1" text:note-class="footnote"><text:note-citation>1' \
        "</text:note-citation><text:note-body><text:p>A note</text:p></text:note-body></text:note> two " \
        '<text:change text:change-id="c2"/><text:change-start text:change-id="c1"/>new<text:change-end text:change-id="c1"/> ' \
        "<office:annotation><dc:creator>A</dc:creator><text:p>Why?</text:p></office:annotation>" \
        '<draw:frame text:anchor-type="as-char" svg:width="2cm" svg:height="1cm"><draw:image xlink:href="Pictures/a.png"/>' \
        "<svg:title>Mole</svg:title><svg:desc>The lamp on the mole</svg:desc></draw:frame>" \
        '<draw:frame text:anchor-type="paragraph" svg:width="5cm"><draw:text-box><text:p>In a box</text:p></draw:text-box>' \
        "</draw:frame></text:p><text:p>After</text:p>"
      read = Norvel::Formats.read(odt(body, members: {"Pictures/a.png" => "png"}), name: "a.odt")
      mark = Norvel::Manuscript::INSET_MARK
      expect(read.paragraphs.map(&:text)).to eq(["One#{mark} two new #{mark}#{mark}", "After"])
      expect(read.paragraphs[0].insets.map { |inset| [inset.kind, inset.what, inset.alt, inset.width] })
        .to eq([[:note, nil, nil, nil], [:image, :image, "The lamp on the mole", 720_000], [:anchor, :text_box, nil, 1_800_000]])
      expect(read.notes.transform_values { |blocks| blocks.map(&:written) }).to eq("footnotes:ftn1" => ["A note"])
      expect(read.asides.transform_values { |blocks| blocks.map(&:text) }).to eq("comment 1" => ["Why?"], "text box 1" => ["In a box"])
      expect(read.matters.map { |one| [one.kind, one.text] })
        .to eq([[:deletion, "old words"], [:insertion, "new"], [:comment, "Why?"]])
      bytes = odt(body, members: {"Pictures/a.png" => "png"})
      expect(Norvel::Formats.of("odt").media(bytes, read.paragraphs[0].insets[1].ref)).to eq("png")
    end
  end

  describe "lists" do
    let(:styles) do
      '<text:list-style style:name="L"><text:list-level-style-number text:level="1" style:num-format="1" style:num-suffix=".">' \
        '<style:list-level-properties text:list-level-position-and-space-mode="label-alignment"><style:list-level-label-alignment ' \
        'text:label-followed-by="listtab" fo:margin-left="1cm" fo:text-indent="-1cm"/></style:list-level-properties>' \
        '</text:list-level-style-number><text:list-level-style-number text:level="2" style:num-format="a" style:num-prefix="(" ' \
        'style:num-suffix=")" text:display-levels="2"><style:list-level-properties text:space-before="1cm" ' \
        'text:min-label-width="0.5cm"/></text:list-level-style-number></text:list-style>'
    end

    def labels(read) = Norvel::ListLabels.for(read, Norvel::Cascade.new(read)).values_at(*read.paragraphs.map(&:id))

    it "count by themselves, go on, begin with a number, and stand in one another" do
      item = ->(text, more = "") { "<text:list-item#{more}><text:p>#{text}</text:p></text:list-item>" }
      read = read_odt("<text:list text:style-name=\"L\" xml:id=\"one\">#{item["a"]}<text:list-item><text:p>b</text:p>" \
        "<text:p>below</text:p>" \
        "<text:list>#{item["c"]}#{item["d"]}</text:list></text:list-item><text:list-header><text:p>head</text:p></text:list-header>" \
        "</text:list><text:p>between</text:p><text:list text:style-name=\"L\" text:continue-list=\"one\">#{item["e"]}" \
        "#{item["f", ' text:start-value="9"']}#{item["g"]}</text:list><text:list text:style-name=\"L\">#{item["h"]}</text:list>",
        styles: styles)
      expect(read.paragraphs.map(&:text).zip(labels(read))).to eq([
        ["a", "1."], ["b", "2."], ["below", ""], ["c", "(2.a)"], ["d", "(2.b)"], ["head", ""], ["between", nil], ["e", "3."], ["f", "9."],
        ["g", "10."], ["h", "1."]
      ])
      indents = [0, 2, 3].map { |index| values(read, index, %i[indent_start indent_first]).values }
      expect(indents).to eq([[360_000, -360_000], [360_000, 0], [540_000, -180_000]])
    end

    it "add to the indents of paragraphs where they say the room for the label" do
      styles = "<text:list-style style:name=\"R\"><text:list-level-style-number text:level=\"1\" style:num-format=\"1\">" \
        "<style:list-level-properties text:space-before=\"1cm\" text:min-label-width=\"0.5cm\"/></text:list-level-style-number>" \
        "</text:list-style>" + style_xml("In", paragraph: 'fo:margin-left="2cm"')
      read = read_odt("<text:list text:style-name=\"R\"><text:list-item><text:p>a</text:p></text:list-item><text:list-item>" \
        '<text:p text:style-name="In">b</text:p></text:list-item></text:list>', styles: styles)
      expect([0, 1].map { |index| values(read, index, %i[indent_start indent_first]).values })
        .to eq([[540_000, -180_000], [1_260_000, -180_000]])
    end

    it "hold paragraphs without their elements, and stand in sections that are hidden" do
      numbered = ->(text, level) {
        %(<text:numbered-paragraph text:list-id="n" text:style-name="L" text:level="#{level}"><text:p>#{text}</text:p>) +
          "</text:numbered-paragraph>"
      }
      read = read_odt(numbered["a", 1] + numbered["b", 2] + numbered["c", 1] +
        '<text:section text:name="s" text:display="none"><text:p>gone away</text:p></text:section><text:p>there</text:p>', styles: styles)
      expect(read.paragraphs.map(&:text).zip(labels(read))).to eq([["a", "1."], ["b", "(1.a)"], ["c", "2."], ["", nil], ["there", nil]])
      expect(read.warnings).to eq(["9 characters of hidden text are left out."])
      expect(Norvel::Layout.new(read).pages[0].text_lines.map { |placed| placed.paragraph.id }).to eq([0, 1, 2, 4])
    end

    it "number headings by the outline, unless a style says otherwise" do
      outline = '<text:outline-style style:name="Outline"><text:outline-level-style text:level="1" style:num-format="1"/>' \
        '<text:outline-level-style text:level="2" style:num-format="1" text:display-levels="2"/></text:outline-style>'
      headings = style_xml("Heading_20_1", style_default_outline_level: "1", style_display_name: "Heading 1") +
        style_xml("Heading_20_2", style_default_outline_level: "2") +
        style_xml("Plain_20_heading", parent: "Heading_20_1", style_list_style_name: "")
      h = ->(text, style, level, more = "") { %(<text:h text:style-name="#{style}" text:outline-level="#{level}"#{more}>#{text}</text:h>) }
      read = read_odt(h["A", "Heading_20_1", 1] + h["B", "Heading_20_2", 2] + h["C", "Plain_20_heading", 1] +
        h["D", "Heading_20_2", 2] + h["E", "Heading_20_1", 1, ' text:is-list-header="true"'] + h["F", "Standard", 1],
        styles: headings + outline)
      expect(read.paragraphs.map(&:text).zip(labels(read)))
        .to eq([%w[A 1], %w[B 1.1], ["C", nil], %w[D 1.2], ["E", nil], %w[F 2]])
      expect(read.paragraphs.map { |one| Norvel::Cascade.new(read).paragraph(one)[:outline_level] }).to eq([1, 2, 1, 2, 1, 1])
      expect(read.paragraphs[0].properties).to eq({})
      expect(read.sheet["Heading_20_1"].name).to eq("Heading 1")
      expect(read.sheet["Plain_20_heading"].name).to eq("Plain heading")
    end
  end

  describe "styles" do
    it "takes what an automatic style says for what is by hand, its parent for the style" do
      styles = style_xml("Prose", paragraph: 'fo:margin-left="1cm" fo:text-indent="0.5cm"', text: 'fo:font-size="11pt"') +
        style_xml("Inner", parent: "Prose", paragraph: 'fo:margin-left="200%" fo:margin="3mm" fo:line-height="150%"',
          text: 'fo:font-size="200%"', style_next_style_name: "Prose")
      automatic = style_xml("P1", parent: "Inner", paragraph: 'fo:text-align="end" fo:margin-left="50%"', text: 'fo:font-weight="700"')
      read = read_odt('<text:p text:style-name="Inner">a</text:p><text:p text:style-name="P1">b</text:p><text:p>c</text:p>',
        styles: styles, automatic: automatic)
      names = %i[indent_start indent_end indent_first space_before line_spacing align]
      double = Norvel::Properties::LineSpacing.multiple(1.5)
      expect([0, 1].map { |index| values(read, index, names).values }).to eq([
        [720_000, 108_000, 180_000, 108_000, double, :start], [360_000, 108_000, 180_000, 108_000, double, :end]
      ])
      expect([0, 1].map { |index| values(read, index, %i[size bold], run: 0).values }).to eq([[279_400, false], [279_400, true]])
      expect(read.paragraphs.map { |one| [one.style, one.properties.keys] })
        .to eq([["Inner", []], ["Inner", %i[bold align indent_start]], ["Standard", []]])
      expect([read.sheet["Inner"].parent, read.sheet["Inner"].next_style, read.sheet.default_id]).to eq(%w[Prose Prose Standard])
    end

    it "says where a style is missing, loops, or holds only in some places" do
      styles = style_xml("A", parent: "B") + style_xml("B", parent: "A", paragraph: 'fo:margin-left="150%"') +
        '<style:style style:name="Body" style:family="paragraph"><style:map style:condition="list-level()=1" style:apply-style-name="A"/>' \
        '<style:map style:condition="section()" style:apply-style-name="B"/></style:style>'
      read = read_odt('<text:p text:style-name="Nowhere">a</text:p><text:list><text:list-item><text:p text:style-name="Body">b</text:p>' \
        '</text:list-item></text:list><text:p text:style-name="Body">c</text:p><text:p text:style-name="A">d</text:p>', styles: styles)
      expect(read.paragraphs.map(&:style)).to eq(%w[Standard A Body A])
      expect(read.warnings.join(" ")).to include("the paragraph style “Nowhere”").and include("its own ancestor")
        .and include("holds where “section()”")
    end

    it "keeps styles of words apart from those of paragraphs that are called alike" do
      styles = style_xml("Note", paragraph: 'fo:margin-left="1cm"') + style_xml("Note", "text", text: 'fo:font-style="italic"')
      read = read_odt('<text:p text:style-name="Note">a<text:span text:style-name="Note">b</text:span></text:p>', styles: styles)
      expect(read.paragraphs[0].runs.map(&:style)).to eq([nil, "Note (text)"])
      expect(values(read, 0, %i[italic], run: 1)).to eq(italic: true)
      expect(read.sheet.styles.values.map { |one| [one.name, one.kind] }).to include(["Note", :paragraph], ["Note", :character])
    end

    it "reads every value of the property table that this format says" do
      said = {
        'fo:text-align="justify"' => {align: :justify}, 'fo:margin-top="6pt"' => {space_before: 76_200},
        'style:line-height-at-least="14pt"' => {line_spacing: Norvel::Properties::LineSpacing.new(rule: :at_least, value: 177_800)},
        'fo:line-height="14pt"' => {line_spacing: Norvel::Properties::LineSpacing.new(rule: :exact, value: 177_800)},
        'style:line-spacing="2pt"' => {line_spacing: Norvel::Properties::LineSpacing.new(rule: :extra, value: 25_400)},
        'fo:keep-with-next="always" fo:keep-together="always"' => {keep_next: true, keep_together: true},
        'fo:break-before="page" fo:orphans="3" fo:widows="4"' => {break_before: true, orphans: 3, widows: 4},
        'fo:background-color="#FFEEDD"' => {shading: "#ffeedd"}, 'style:contextual-spacing="true"' => {close_to_same: true},
        'fo:border-top="1pt solid #000000" fo:padding="3pt"' =>
          {borders: {top: {style: "single", width: 12_700, color: "#000000", space: 38_100}}}
      }
      words = {
        'fo:font-family="Liberation Sans"' => {font_family: "Liberation Sans"}, 'fo:font-variant="small-caps"' => {small_caps: true},
        'fo:text-transform="uppercase"' => {caps: true}, 'style:text-line-through-style="solid"' => {strike: true},
        'style:text-underline-style="solid" style:text-underline-type="double"' => {underline: :double},
        'fo:color="#AA0000" fo:background-color="#00ff00"' => {color: "#aa0000", background: "#00ff00"},
        'fo:letter-spacing="1pt" style:text-scale="90%"' => {letter_spacing: 12_700, scale: 90},
        'style:text-position="super 58%"' => {raised: :superscript}, 'style:text-position="-10% 100%"' => {shift: -15_240},
        'fo:language="de" fo:country="AT"' => {language: "de-AT"}
      }
      both = said.map { |written, wanted| [{paragraph: written}, wanted] } + words.map { |written, wanted| [{text: written}, wanted] }
      both.each do |written, wanted|
        read = read_odt('<text:p text:style-name="P">a</text:p>', automatic: style_xml("P", **written))
        expect(values(read, 0, wanted.keys, run: (0 if written.key?(:text)))).to eq(wanted), written.inspect
        expect(read.warnings).to eq([])
      end
    end
  end

  describe "pages" do
    let(:layouts) do
      layout = ->(name, left, more = "", header = "") {
        %(<style:page-layout style:name="#{name}"#{more}><style:page-layout-properties fo:page-width="21cm" fo:page-height="29.7cm" ) +
          %(fo:margin-top="2cm" fo:margin-bottom="2cm" fo:margin-left="#{left}" fo:margin-right="2cm" style:num-format="i"/>) +
          "#{header}</style:page-layout>"
      }
      header = '<style:header-style><style:header-footer-properties fo:min-height="1cm" fo:margin-bottom="0.5cm"/></style:header-style>'
      layout["Sheet", "3cm"] + layout["Front", "3cm"] + layout["Wide", "4cm", ' style:page-usage="mirrored"', header]
    end

    def master(name, layout, inner = "", following = nil)
      %(<style:master-page style:name="#{name}" style:page-layout-name="#{layout}") +
        "#{%( style:next-style-name="#{following}") if following}>#{inner}</style:master-page>"
    end

    it "begins a part with another master page, with its number, its header and its columns" do
      masters = master("Standard", "Sheet") +
        master("Main", "Wide", "<style:header><text:p>Page <text:page-number>1</text:page-number></text:p></style:header>" \
          "<style:header-left><text:p>Left</text:p></style:header-left>")
      automatic = '<style:style style:name="P" style:family="paragraph" style:master-page-name="Main"><style:paragraph-properties ' \
        'style:page-number="5"/></style:style><style:style style:name="S" style:family="section"><style:section-properties>' \
        '<style:columns fo:column-count="2" fo:column-gap="0.6cm"/></style:section-properties></style:style>'
      read = read_odt('<text:p>a</text:p><text:p>b</text:p><text:p text:style-name="P">c</text:p><text:section text:style-name="S" ' \
        'text:name="s"><text:p>d</text:p></text:section><text:p>e</text:p>', layouts: layouts, masters: masters, automatic: automatic)
      expect(read.sections.map { |one| [one.last, one.begins, one.columns, one.folio.start, one.folio.format, one.page.margin[:start]] })
        .to eq([[1, :page, 1, nil, :lower_roman, 1_080_000], [2, :page, 1, 5, :lower_roman, 1_440_000],
          [3, :here, 2, nil, :lower_roman, 1_440_000], [nil, :here, 1, nil, :lower_roman, 1_440_000]])
      main = read.sections[1]
      expect([main.headers.keys, main.page.margin.values_at(:header, :top)]).to eq([%i[default even], [720_000, 1_260_000]])
      expect([read.settings.mirrored, read.settings.even_differs, read.settings.between]).to eq([true, true, :larger])
      expect(Norvel::Layout.new(read).pages.map(&:folio)).to eq(%w[i v])
    end

    it "takes a first page that another master page follows for the same part, where paper and margins are the same" do
      first = master("Standard", "Front", "<style:footer><text:p>first</text:p></style:footer>", "Rest")
      rest = master("Rest", "Sheet", "<style:footer><text:p>rest</text:p></style:footer>")
      read = read_odt("<text:p>a</text:p>", layouts: layouts, masters: first + rest)
      said = read.sections.map { |one| [one.first_differs, one.footers.transform_values { |blocks| blocks.map(&:text) }] }
      expect(said).to eq([[true, {default: ["rest"], first: ["first"]}]])
      wide = read_odt('<text:p>a</text:p><text:p text:style-name="B">b</text:p>', layouts: layouts,
        masters: master("Standard", "Front", "", "Main") + master("Main", "Wide"),
        automatic: style_xml("B", paragraph: 'fo:break-before="page"'))
      expect(wide.sections.map { |one| [one.last, one.page.margin[:start]] }).to eq([[0, 1_080_000], [nil, 1_440_000]])
    end

    it "gives a first page without a header the same part as the pages with one, and says that their room differs" do
      header = "<style:header><text:p>Head</text:p></style:header>"
      room = '<style:header-style><style:header-footer-properties fo:min-height="1cm"/></style:header-style>'
      two = OpenDocument::LAYOUT + OpenDocument::LAYOUT.sub('"Sheet"', '"Rest"').sub("</style:page-layout>", "#{room}</style:page-layout>")
      read = read_odt("<text:p>a</text:p>", layouts: two,
        masters: master("Standard", "Sheet", "", "Main") + master("Main", "Rest", header))
      said = read.sections.map { |one| one.headers.transform_values { |blocks| blocks.map(&:text) } }
      expect(said).to eq([{default: ["Head"], first: []}])
      expect(read.warnings).to match([/first page of “Standard” leaves other room/])
    end

    it "begins pages where a table asks for it, and where a style under the paragraph's own does" do
      automatic = '<style:style style:name="T" style:family="table"><style:table-properties fo:break-before="page" ' \
        'fo:break-after="page"/></style:style>' + style_xml("P", parent: "S", paragraph: 'fo:text-align="end"') +
        style_xml("C", paragraph: 'fo:break-before="column"')
      table = '<table:table table:style-name="T"><table:table-row><table:table-cell><text:p>x</text:p></table:table-cell>' \
        "</table:table-row></table:table>"
      read = read_odt("<text:p>a</text:p>#{table}<text:p>b</text:p><text:p text:style-name=\"P\">c</text:p><text:p>d</text:p>" \
        '<text:p text:style-name="C">e</text:p>', styles: style_xml("S", paragraph: 'fo:break-after="page"'), automatic: automatic)
      pages = Norvel::Layout.new(read).pages.map { |page| page.text_lines.map { |placed| placed.paragraph.text }.join }
      expect(pages).to eq(%w[a x bc de])
      expect(read.warnings).to eq(["A break of columns is kept, and not followed."])
    end

    it "counts tab stops from the indent, and takes the larger of two spaces" do
      automatic = '<style:style style:name="P" style:family="paragraph"><style:paragraph-properties fo:margin-left="2cm" ' \
        'fo:margin-top="12pt" fo:margin-bottom="6pt"><style:tab-stops><style:tab-stop style:position="3cm"/></style:tab-stops>' \
        "</style:paragraph-properties></style:style>"
      read = read_odt('<text:p text:style-name="P">a<text:tab/>b</text:p><text:p text:style-name="P">c</text:p>', automatic: automatic)
      layout = Norvel::Layout.new(read)
      lines = layout.pages[0].text_lines
      expect(lines[0].setting.pieces(lines[0].line).map(&:x).last).to be_within(0.1).of(5 * 72 / 2.54)
      expect(lines[1].y - (lines[0].y + lines[0].line.height)).to be_within(0.01).of(12)
    end
  end

  describe "tables" do
    it "takes the look of cells from a template, as far as the table uses it" do
      cell = ->(name, colour) {
        %(<style:style style:name="#{name}" style:family="table-cell"><style:table-cell-properties fo:background-color="#{colour}"/>) +
          "</style:style>"
      }
      styles = cell["Head", "#111111"] + cell["Odd", "#222222"] + cell["Body", "#333333"] + cell["Own", "#444444"] +
        '<table:table-template table:name="Fares"><table:first-row table:style-name="Head"/><table:odd-rows table:style-name="Odd"/>' \
        '<table:last-row table:style-name="Own"/><table:body table:style-name="Body"/></table:table-template>'
      row = ->(inner) { "<table:table-row>#{inner}</table:table-row>" }
      plain = "<table:table-cell><text:p>x</text:p></table:table-cell>"
      own = plain.sub("<table:table-cell>", '<table:table-cell table:style-name="Own">')
      read = read_odt('<table:table table:template-name="Fares" table:use-first-row-styles="true" ' \
        "table:use-banding-rows-styles=\"true\"><table:table-column/>#{row[plain] * 3}#{row[own]}#{row[plain]}</table:table>",
        styles: styles)
      expect(read.tables[0].rows.map { |one| one.cells[0].shading }).to eq(%w[#111111 #333333 #222222 #444444 #222222])
    end

    it "reads columns, header rows, what stands for several, what covers others, and what is in one another" do
      automatic = '<style:style style:name="T" style:family="table"><style:table-properties style:width="10cm" table:align="center"/>' \
        '</style:style><style:style style:name="C" style:family="table-column"><style:table-column-properties ' \
        'style:rel-column-width="1*"/></style:style><style:style style:name="Z" style:family="table-cell">' \
        '<style:table-cell-properties fo:padding="0.1cm" fo:border="0.5pt solid #000000" style:vertical-align="middle"/></style:style>'
      cell = ->(text, more = "") { %(<table:table-cell table:style-name="Z"#{more}><text:p>#{text}</text:p></table:table-cell>) }
      covered = "<table:covered-table-cell/>"
      body = '<text:p>before</text:p><table:table table:style-name="T"><table:table-column table:style-name="C" ' \
        'table:number-columns-repeated="3"/><table:table-header-rows><table:table-row>' \
        "#{cell["h", ' table:number-columns-spanned="2"']}#{covered}#{cell["i"]}</table:table-row></table:table-header-rows>" \
        "<table:table-row>#{cell["a", ' table:number-rows-spanned="2"']}#{cell["b"]}#{cell["<text:s/>"]}</table:table-row>" \
        "<table:table-row>#{covered}#{cell["c", ' table:number-columns-repeated="2"']}</table:table-row>" \
        "<table:table-row table:number-rows-repeated=\"2\">#{cell["d"] * 3}</table:table-row></table:table><text:p>after</text:p>"
      read = read_odt(body, automatic: automatic)
      table = read.tables[0]
      expect([table.id, table.align, table.columns, table.rows.map(&:header)])
        .to eq(["t1", :center, [1_200_000] * 3, [true, false, false, false, false]])
      shown = table.rows.map { |row| row.cells.map { |one| [one.blocks.map(&:text).join, one.span, one.continued] } }
      expect(shown[0..2]).to eq([[["h", 2, false], ["i", 1, false]], [["a", 1, false], ["b", 1, false], [" ", 1, false]],
        [["", 1, true], ["c", 1, false], ["c", 1, false]]])
      expect([table.rows[1].cells[0].margins[:start], table.rows[1].cells[0].anchor, table.rows[1].cells[0].edges[:top][:width]])
        .to eq([36_000, :center, 6_350])
      expect(read.paragraphs.map(&:id)).to eq((0...read.paragraphs.size).to_a)
      expect(read.paragraphs.last.text).to eq("after")
      expect(Norvel::Layout.new(read).pages.size).to eq(1)
    end
  end
end
