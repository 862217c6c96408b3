# frozen_string_literal: true

require_relative "../support/open_document"

# Every element that may stand in a paragraph (ISO/IEC 26300, part 3, §6 and §7), one at a time: it is still there, with its words, when the
# words around it were formatted, cut, joined again, cleaned and tidied.
RSpec.describe "Elements of OpenDocument in a paragraph that is worked on" do
  include OpenDocument

  inner = {
    "text:span" => '<text:span text:style-name="Loud">loud</text:span>', "text:a" => '<text:a xlink:href="#x">there</text:a>',
    "text:meta" => "<text:meta>said of</text:meta>", "text:meta-field" => '<text:meta-field xml:id="m1">field</text:meta-field>',
    "text:ruby" => "<text:ruby><text:ruby-base>base</text:ruby-base><text:ruby-text>aid</text:ruby-text></text:ruby>",
    "text:bookmark" => '<text:bookmark text:name="x"/>', "text:reference-mark" => '<text:reference-mark text:name="r"/>',
    "text:bookmark-start" => '<text:bookmark-start text:name="y"/>within<text:bookmark-end text:name="y"/>',
    "text:reference-mark-start" => '<text:reference-mark-start text:name="z"/>within<text:reference-mark-end text:name="z"/>',
    "text:toc-mark" => '<text:toc-mark text:string-value="Entry" text:outline-level="2"/>',
    "text:alphabetical-index-mark" => '<text:alphabetical-index-mark text:string-value="Boat"/>',
    "text:alphabetical-index-mark-start" =>
      '<text:alphabetical-index-mark-start text:id="i"/>boats<text:alphabetical-index-mark-end text:id="i"/>',
    "text:user-index-mark" => '<text:user-index-mark text:string-value="U" text:index-name="Own"/>',
    "text:bibliography-mark" => '<text:bibliography-mark text:bibliography-type="book">[1]</text:bibliography-mark>',
    "text:soft-page-break" => "<text:soft-page-break/>",
    "text:note" => '<text:note text:id="n1" text:note-class="footnote"><text:note-citation>1</text:note-citation><text:note-body>' \
      "<text:p>A note</text:p></text:note-body></text:note>",
    "office:annotation" => '<office:annotation office:name="c"><dc:creator>Ada Verrill</dc:creator><text:p>Why?</text:p>' \
      '</office:annotation>these<office:annotation-end office:name="c"/>',
    "text:page-number" => '<text:page-number text:select-page="current">1</text:page-number>',
    "text:page-continuation" => '<text:page-continuation text:select-page="next">over</text:page-continuation>',
    "text:date" => '<text:date text:date-value="2026-11-30">30 November</text:date>', "text:time" => "<text:time>10:00</text:time>",
    "text:chapter" => '<text:chapter text:display="name" text:outline-level="1">One</text:chapter>',
    "text:sequence" => '<text:sequence text:name="Figure" text:formula="ooow:Figure+1">1</text:sequence>',
    "text:sequence-ref" => '<text:sequence-ref text:ref-name="q" text:reference-format="value">1</text:sequence-ref>',
    "text:bookmark-ref" => '<text:bookmark-ref text:ref-name="x" text:reference-format="page">1</text:bookmark-ref>',
    "text:variable-set" => '<text:variable-set text:name="v" office:value-type="string">set</text:variable-set>',
    "text:variable-get" => '<text:variable-get text:name="v">got</text:variable-get>',
    "text:user-field-get" => '<text:user-field-get text:name="u">got</text:user-field-get>',
    "text:expression" => '<text:expression text:formula="1+1">2</text:expression>',
    "text:placeholder" => '<text:placeholder text:placeholder-type="text">&lt;name&gt;</text:placeholder>',
    "text:drop-down" => '<text:drop-down text:name="d"><text:label text:value="one"/>one</text:drop-down>',
    "text:conditional-text" =>
      '<text:conditional-text text:condition="1" text:string-value-if-true="a" text:string-value-if-false="b">a</text:conditional-text>',
    "text:hidden-text" => '<text:hidden-text text:condition="1" text:string-value="h" text:is-hidden="true">h</text:hidden-text>',
    "text:hidden-paragraph" => '<text:hidden-paragraph text:condition="1" text:is-hidden="false"/>',
    "text:database-display" => '<text:database-display text:table-name="t" text:column-name="c">row</text:database-display>',
    "text:database-next" => '<text:database-next text:table-name="t" text:condition="1"/>',
    "text:execute-macro" => "<text:execute-macro>press</text:execute-macro>", "text:script" => "<text:script>go()</text:script>",
    "text:sender-firstname" => "<text:sender-firstname>Ada</text:sender-firstname>",
    "text:dde-connection" => '<text:dde-connection text:connection-name="x">came</text:dde-connection>',
    "presentation:date-time" => '<presentation:date-time xmlns:presentation="urn:oasis:names:tc:opendocument:xmlns:presentation:1.0"/>',
    "draw:frame" => '<draw:frame text:anchor-type="as-char" svg:width="2cm" svg:height="1cm"><draw:object xlink:href="Object 1"/>' \
      "<svg:desc>A sum</svg:desc></draw:frame>",
    "draw:custom-shape" => '<draw:custom-shape text:anchor-type="char" svg:width="2cm" svg:height="1cm"><text:p>In it</text:p>' \
      "</draw:custom-shape>",
    "draw:g" => '<draw:g text:anchor-type="as-char"><draw:rect svg:width="1cm" svg:height="1cm"/></draw:g>',
    "draw:control" => '<draw:control draw:control="c1" text:anchor-type="as-char" svg:width="2cm" svg:height="1cm"/>',
    "draw:a" => '<draw:a xlink:href="#x"><draw:frame text:anchor-type="as-char" svg:width="1cm" svg:height="1cm"><draw:image ' \
      'xlink:href="Pictures/none.png"/></draw:frame></draw:a>',
    "own:thing" => '<own:thing xmlns:own="urn:own">kept <own:part>words</own:part></own:thing>',
    "own:empty" => '<own:empty xmlns:own="urn:own"/>'
  }

  def written_text(manuscript) = manuscript.all_paragraphs.map(&:text).join.delete(" ")

  # Those that are no matter of how words look.
  def elements(xml)
    Nokogiri::XML(xml).xpath("//*").map(&:name).tally.except("p", "span", "style", "text-properties", "paragraph-properties")
  end

  def step(manuscript, name, given) = Norvel::Changes.build(name, JSON.parse(JSON.generate(given))).call(manuscript)

  steps = {
    "bold before" => [["format_here", {text: [[1, 0, 4]], values: {bold: "yes"}}]],
    "bold all" => [["format_here", {text: [[1, 0, :end]], values: {bold: "yes"}}]],
    "cut behind" => [["split_paragraph", {paragraph: 1, at: :behind}]],
    "cut before" => [["split_paragraph", {paragraph: 1, at: 5}]],
    "joined" => [["join_paragraphs", {paragraphs: [1]}]],
    "cleaned" => [["remove_direct_formatting", {paragraphs: "all"}], ["tidy_white_space", {paragraphs: "all"}]],
    "written" => [["edit_text", {paragraph: 1, text: :more}]]
  }

  inner.each do |name, xml|
    it "keep #{name}" do
      body = "<text:h text:style-name=\"H\" text:outline-level=\"1\">Boats</text:h><text:p text:style-name=\"P1\">Half  of #{xml} the " \
        "<text:span text:style-name=\"T1\">tolls</text:span> not</text:p><text:p>After</text:p>"
      source = fodt(body,
        styles: style_xml("H", style_default_outline_level: "1") + style_xml("Loud", "text", text: 'fo:font-weight="bold"'),
        automatic: style_xml("P1", parent: "Standard", paragraph: 'fo:text-align="end"') +
          style_xml("T1", "text", text: 'fo:color="#ff0000"'))
      before = Norvel::Formats.read(source, name: "a.fodt")
      text = before.paragraph(1).text
      steps.each do |called, changes|
        after = changes.reduce(before) do |now, (change, given)|
          places = {end: text.length, behind: text.index("tolls") + 2, more: text.sub("not", "not at all")}
          filled = JSON.parse(JSON.generate(given).gsub(/"(end|behind|more)"/) { JSON.generate(places.fetch($1.to_sym)) })
          step(now, change, filled)
        end
        out = Norvel::Formats.write(after, source: source)
        expect(out).not_to eq(source), called
        expect(elements(out)).to include(elements(source)), called
        more = (called == "written") ? "atall" : ""
        expect(written_text(Norvel::Formats.read(out, name: "a.fodt")).sub(more, "")).to eq(written_text(before)), called
      end
    end
  end
end
