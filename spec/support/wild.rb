# frozen_string_literal: true

require "zlib"
require_relative "../../lib/norvel/formats/archive"

# Legal things that files do contain (ISO/IEC 29500), each as the smallest file that has it, written by hand. What stands in `body` is put
# between a heading, two paragraphs and blank lines; `parts`, `relations`, `settings` and `styles` go where they belong.
module Wild
  W = "http://schemas.openxmlformats.org/wordprocessingml/2006/main"
  R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
  OFFICE = "application/vnd.openxmlformats-officedocument.wordprocessingml"
  PNG = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==".unpack1("m")
  SPACES = {"w" => W, "r" => R, "m" => "http://schemas.openxmlformats.org/officeDocument/2006/math",
            "wp" => "http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing",
            "a" => "http://schemas.openxmlformats.org/drawingml/2006/main",
            "pic" => "http://schemas.openxmlformats.org/drawingml/2006/picture", "v" => "urn:schemas-microsoft-com:vml",
            "o" => "urn:schemas-microsoft-com:office:office",
            "mc" => "http://schemas.openxmlformats.org/markup-compatibility/2006", "sh" => "urn:shape", "w14" => "urn:w14"}.freeze
  DECLARED = SPACES.map { |prefix, space| %(xmlns:#{prefix}="#{space}") }.join(" ").freeze

  module_function

  def p(inner = "", props = "") = "<w:p>#{"<w:pPr>#{props}</w:pPr>" unless props.empty?}#{inner}</w:p>"

  def t(text, props = "") = %(<w:r>#{"<w:rPr>#{props}</w:rPr>" unless props.empty?}<w:t xml:space="preserve">#{text}</w:t></w:r>)

  def r(inner, props = "") = "<w:r>#{"<w:rPr>#{props}</w:rPr>" unless props.empty?}#{inner}</w:r>"

  def field(code, result = nil, separate: true)
    parts = [r(%(<w:fldChar w:fldCharType="begin"/>)), r(%(<w:instrText xml:space="preserve"> #{code} </w:instrText>))]
    parts << r(%(<w:fldChar w:fldCharType="separate"/>)) if separate
    [*parts, *(t(result) if result), r(%(<w:fldChar w:fldCharType="end"/>))].join
  end

  def sdt(content, props = "", block: false) =
    "<w:sdt><w:sdtPr><w:id w:val=\"77\"/>#{props}</w:sdtPr><w:sdtContent>#{content}</w:sdtContent></w:sdt>".then do |made|
      block ? made : p(t("Name: ") + made)
    end

  def ruby(base, aid) =
    r(
      %(<w:ruby><w:rubyPr><w:rubyAlign w:val="center"/><w:hps w:val="10"/><w:hpsRaise w:val="18"/><w:hpsBaseText w:val="21"/>) +
        %(<w:lid w:val="ja-JP"/></w:rubyPr><w:rt>#{t(aid)}</w:rt><w:rubyBase>#{t(base)}</w:rubyBase></w:ruby>)
    )

  def drawing(inner, anchor: false)
    place = anchor ?
    %(<wp:simplePos x="0" y="0"/><wp:positionH relativeFrom="column"><wp:posOffset>0</wp:posOffset></wp:positionH>) +
      %(<wp:positionV relativeFrom="paragraph"><wp:posOffset>0</wp:posOffset></wp:positionV>) :
    ""
    frame = anchor ?
      %(<wp:anchor distT="0" distB="0" distL="0" distR="0" simplePos="0" relativeHeight="1" behindDoc="0" locked="0" ) +
        %(layoutInCell="1" allowOverlap="1">) :
      %(<wp:inline distT="0" distB="0" distL="0" distR="0">)
    wrap = anchor ? "<wp:wrapSquare wrapText=\"bothSides\"/>" : ""
    %(<w:drawing>#{frame}#{place}<wp:extent cx="900000" cy="500000"/>#{wrap}<wp:docPr id="9" name="Thing"/>) +
      %(<a:graphic>#{inner}</a:graphic></wp:#{anchor ? "anchor" : "inline"}></w:drawing>)
  end

  PICTURE =
    %(<a:graphicData uri="http://schemas.openxmlformats.org/drawingml/2006/picture"><pic:pic><pic:nvPicPr>) +
    %(<pic:cNvPr id="1" name="p.png"/><pic:cNvPicPr/></pic:nvPicPr><pic:blipFill><a:blip r:embed="rIdPicture"/>) +
    %(<a:stretch><a:fillRect/></a:stretch></pic:blipFill><pic:spPr><a:xfrm><a:off x="0" y="0"/><a:ext cx="900000" cy="500000"/>) +
    %(</a:xfrm><a:prstGeom prst="rect"><a:avLst/></a:prstGeom></pic:spPr></pic:pic></a:graphicData>)
  CHART =
    %(<a:graphicData uri="http://schemas.openxmlformats.org/drawingml/2006/chart">) +
    %(<c:chart xmlns:c="http://schemas.openxmlformats.org/drawingml/2006/chart" r:id="rIdChart"/></a:graphicData>)

  def shape(words = nil, inner: t(words)) =
    %(<a:graphicData uri="urn:shape"><sh:wsp><sh:cNvSpPr/><sh:spPr/><sh:txbx><w:txbxContent>#{p(inner)}</w:txbxContent>) +
      %(</sh:txbx><sh:bodyPr/></sh:wsp></a:graphicData>)

  def vml_box(words = nil, inner: t(words)) =
    %(<w:pict><v:shape id="s1" style="width:120pt;height:40pt"><v:textbox><w:txbxContent>#{p(inner)}</w:txbxContent>) +
      %(</v:textbox></v:shape></w:pict>)

  def alternate(choice, fallback = nil, requires: "sh") =
    "<mc:AlternateContent><mc:Choice " \
    "Requires=\"#{requires}\">#{choice}</mc:Choice>#{"<mc:Fallback>#{fallback}</mc:Fallback>" if fallback}</mc:AlternateContent>"

  def ins(inner) = %(<w:ins w:id="5" w:author="A. Keeper" w:date="2024-03-01T09:00:00Z">#{inner}</w:ins>)

  def del(words) =
    %(<w:del w:id="6" w:author="A. Keeper" w:date="2024-03-01T09:00:00Z"><w:r><w:delText xml:space="preserve">#{words}</w:delText>) +
      %(</w:r></w:del>)

  def cell(inner = p(t("Cell")), props = "") = "<w:tc><w:tcPr><w:tcW w:w=\"3000\" w:type=\"dxa\"/>#{props}</w:tcPr>#{inner}</w:tc>"

  def row(*cells, props: "") = "<w:tr>#{"<w:trPr>#{props}</w:trPr>" unless props.empty?}#{cells.join}</w:tr>"

  def table(*rows, props: "", columns: 2) =
    "<w:tbl><w:tblPr><w:tblW w:w=\"0\" " \
    "w:type=\"auto\"/>#{props}</w:tblPr><w:tblGrid>#{"<w:gridCol w:w=\"3000\"/>" * columns}</w:tblGrid>#{rows.join}</w:tbl>"

  def note_mark(kind, id) = r(%(<w:#{kind}Reference w:id="#{id}"/>), %(<w:vertAlign w:val="superscript"/>))

  def notes(kind, words)
    %(<w:#{kind}s xmlns:w="#{W}"><w:#{kind} w:type="separator" w:id="-1"><w:p><w:r><w:separator/></w:r></w:p></w:#{kind}>) +
      %(<w:#{kind} w:id="2"><w:p><w:r><w:#{kind}Ref/></w:r>#{t(" #{words}")}</w:p></w:#{kind}></w:#{kind}s>)
  end

  def margin(kind, inner) =
    {
      parts: {
        "word/#{kind}1.xml" => %(<w:#{(kind == "header") ? "hdr" : "ftr"} #{DECLARED}>#{inner}</w:#{(kind == "header") ? "hdr" : "ftr"}>)
      },
      relations: {"rIdMargin" => [kind, "#{kind}1.xml"]}, section: %(<w:#{kind}Reference w:type="default" r:id="rIdMargin"/>)
    }

  COMMENTS =
    %(<w:comments xmlns:w="#{W}"><w:comment w:id="3" w:author="A. Keeper" w:initials="AK" w:date="2024-03-01T09:00:00Z">) +
    "<w:p><w:r><w:annotationRef/></w:r>#{t("Is this so?")}</w:p></w:comment></w:comments>"
  COMMENTED = {parts: {"word/comments.xml" => COMMENTS}, relations: {"rIdComments" => ["comments", "comments.xml"]}}.freeze
  MATH = %(<m:oMath><m:r><m:t>x+y</m:t></m:r></m:oMath>)
  HIDDEN = "<w:vanish/>"

  # Name => what is put between the others.
  FEATURES = {
    # what is no text
    "hidden paragraph" => p(t("Hidden words", HIDDEN), "<w:rPr>#{HIDDEN}</w:rPr>"),
    "hidden words between spaces" => p(t("shown ") + t("hidden", HIDDEN) + t(" end")),
    "hidden words at the end" => p(t("shown ") + t("hidden", HIDDEN)),
    "names of styles that are not there" => p(t("Words in a style that is nowhere, in a paragraph of some length."),
      %(<w:pStyle w:val="Caption"/>)) + p(t("The words.", %(<w:rStyle w:val="Strong"/>)) + t(" More words, ") + t("leant on",
        %(<w:i/>)) + t(", and others.")) + p(t("Table 1: The lamps of the quay"), %(<w:pStyle w:val="Caption"/>)) + table(row(cell, cell)),
    "names that styles of another kind " \
    "have" => {body: p(
      t("A line that is leant on. ") + t("Strong words.", %(<w:b/>)) + t(" And no others, in a paragraph of some length.")
    ),
               styles: %(<w:style w:type="paragraph" w:styleId="Strong"><w:name w:val="Strong"/><w:basedOn w:val="Normal"/>) +
                 %(</w:style><w:style w:type="character" w:styleId="Body"><w:name w:val="Body text"/></w:style>) +
                 %(<w:style w:type="character" w:styleId="Cap"><w:name w:val="Caption"/></w:style>)},
    "hidden by a character style" => {
      body: p(t("secret", %(<w:rStyle w:val="Unseen"/>))),
      styles: %(<w:style w:type="character" w:styleId="Unseen"><w:name w:val="Unseen"/><w:rPr><w:vanish/></w:rPr></w:style>)
    },
    "hidden spaces" => p(t("   ", HIDDEN)),
    "hidden picture" => {body: p(r(drawing(PICTURE), HIDDEN)), picture: true},
    "ruby" => p(ruby("漢字", "かんじ")),
    "ruby among words" => p(t("He wrote ") + ruby("東京", "とうきょう") + t(" on it.")),
    "two rubies in one run" => p(
      r(
        %(<w:ruby><w:rubyPr/><w:rt>#{t("a")}</w:rt><w:rubyBase>#{t("甲")}</w:rubyBase></w:ruby><w:ruby><w:rubyPr/>) +
          %(<w:rt>#{t("b")}</w:rt><w:rubyBase>#{t("乙")}</w:rubyBase></w:ruby>)
      )
    ),
    "ruby in a bold sentence part" => p(
      t("Half ") + r(%(<w:ruby><w:rubyPr/><w:rt>#{t("c")}</w:rt><w:rubyBase>#{t("丙丁")}</w:rubyBase></w:ruby>), "<w:b/>") + t(" not")
    ),
    "comment on a blank line" => {
      body: p(%(<w:commentRangeStart w:id="3"/><w:commentRangeEnd w:id="3"/>) + r(%(<w:commentReference w:id="3"/>))), **COMMENTED
    },
    "comment on words" => {
      body: p(%(<w:commentRangeStart w:id="3"/>) + t("Doubtful words ") + %(<w:commentRangeEnd w:id="3"/>) +
        r(%(<w:commentReference w:id="3"/>))), **COMMENTED
    },
    "comment over paragraphs" => {
      body: p(%(<w:commentRangeStart w:id="3"/>) + t("One")) + p +
        p(t("Two") + %(<w:commentRangeEnd w:id="3"/>) + r(%(<w:commentReference w:id="3"/>))), **COMMENTED
    },
    "control with words" => sdt(t("Maro Quill")),
    "control with a space" => sdt(t(" ")),
    "control that is empty" => sdt(""),
    "control with a tick" => p(sdt(t("☐"), %(<w14:checkbox><w14:checked w14:val="0"/></w14:checkbox>), block: true) + t(" Read")),
    "control with a date" => sdt(
      t("1 May 2024"), %(<w:date w:fullDate="2024-05-01T00:00:00Z"><w:dateFormat w:val="d MMMM yyyy"/></w:date>)
    ),
    "control with a choice" => sdt(
      t("Choose"), %(<w:showingPlcHdr/><w:dropDownList><w:listItem w:displayText="Yes" w:value="1"/></w:dropDownList>)
    ),
    "control around paragraphs" => sdt(p(t("Inside")) + p, block: true),
    "control around one blank line" => sdt(p, block: true),
    "control around a table" => sdt(table(row(cell, cell)), block: true),
    "control around a cell" => table("<w:tr><w:sdt><w:sdtPr/><w:sdtContent>#{cell}</w:sdtContent></w:sdt>#{cell}</w:tr>"),
    "control around a row" => table("<w:sdt><w:sdtPr/><w:sdtContent>#{row(cell, cell)}</w:sdtContent></w:sdt>"),
    "control in a control" => p(sdt(sdt(t(" inner "), block: true), block: true)),
    "bound control" => sdt(t("Title"), %(<w:dataBinding w:xpath="/a/b" w:storeItemID="{00000000-0000-0000-0000-000000000000}"/>)),
    "smart tag" => p(t("In ") + %(<w:smartTag w:uri="urn:x" w:element="place"><w:smartTagPr/>#{t("Marrowby")}</w:smartTag>) + t(" ")),
    "smart tag without words" => p(%(<w:smartTag w:uri="urn:x" w:element="place"/>)),
    "custom xml in a line" => p(%(<w:customXml w:element="name">#{t("Ada")}</w:customXml>)),
    "custom xml without words" => p(%(<w:customXml w:element="name"/>)),
    "custom xml around paragraphs" => %(<w:customXml w:element="block">#{p(t("Held"))}#{p}</w:customXml>),
    "part of another file" => p(%(<w:subDoc r:id="rIdSub"/>)),
    "content part" => p(r(%(<w:contentPart r:id="rIdInk"/>))),
    "positional tab" => p(r(%(<w:ptab w:relativeTo="margin" w:alignment="center" w:leader="none"/>))),
    "positional tab before words" => p(r(%(<w:ptab w:relativeTo="margin" w:alignment="right" w:leader="dot"/>)) + t("7")),
    "short day" => p(r("<w:dayShort/>")),
    "long day" => p(r("<w:dayLong/>") + t(" of writing")),
    "month and year" => p(r("<w:monthLong/><w:yearLong/>")),
    "page number sign" => p(r("<w:pgNum/>")),
    "page number sign after words" => p(t("Page ") + r("<w:pgNum/>")),
    "alternate content, not understood" => p(
      r(alternate("<x:thing xmlns:x=\"urn:x\"/>", requires: "x").sub("<mc:AlternateContent", "<mc:AlternateContent xmlns:x=\"urn:x\""))
    ),
    "alternate content in a paragraph" => p(alternate(t("new"), t("old"))),
    "unknown element in a run" => p(r(%(<x:mark xmlns:x="urn:x" kind="a"/>))),
    "unknown element in a paragraph" => p(%(<x:mark xmlns:x="urn:x" kind="a"/>)),
    "unknown element between words" => p(t("one ") + r(%(<x:mark xmlns:x="urn:x"/>)) + t(" two ")),
    "unknown element in the body" => %(<x:block xmlns:x="urn:x"><x:inner>kept</x:inner></x:block>),
    "soft hyphen alone" => p(r("<w:softHyphen/>")),
    "no-break hyphen alone" => p(r("<w:noBreakHyphen/>")),
    "symbol" => p(r(%(<w:sym w:font="Wingdings" w:char="F0FC"/>))),
    "symbol of text" => p(r(%(<w:sym w:font="Arial" w:char="2192"/>))),
    "object" => p(
      r(
        %(<w:object><v:shape id="o1" style="width:90pt;height:40pt"/><o:OLEObject Type="Embed" ProgID="Thing" ShapeID="o1" ) +
          %(DrawAspect="Content" ObjectID="_1" r:id="rIdObject"/></w:object>)
      )
    ),
    "form field of text" => p(
      t("Name: ") +
      r(%(<w:fldChar w:fldCharType="begin"><w:ffData><w:name w:val="Text1"/><w:enabled/><w:textInput/></w:ffData></w:fldChar>)) +
      r("<w:instrText> FORMTEXT </w:instrText>") + r(%(<w:fldChar w:fldCharType="separate"/>)) + t("     ") + r(
        %(<w:fldChar w:fldCharType="end"/>)
      )
    ),
    "form field to tick" => p(
      r(
        %(<w:fldChar w:fldCharType="begin"><w:ffData><w:name w:val="Check1"/><w:checkBox><w:sizeAuto/></w:checkBox></w:ffData></w:fldChar>)
      ) +
      r("<w:instrText> FORMCHECKBOX </w:instrText>") + r(%(<w:fldChar w:fldCharType="end"/>))
    ),
    # fields
    "field that never ends" => p(r(%(<w:fldChar w:fldCharType="begin"/>)) + r("<w:instrText> PAGE </w:instrText>")) + p(t("After it.")) + p(
      t("And after that.")
    ),
    "field with a result that never ends" => p(r(%(<w:fldChar w:fldCharType="begin"/>)) + r("<w:instrText> REF a </w:instrText>") +
      r(%(<w:fldChar w:fldCharType="separate"/>)) + t("seen")) + p(t("After it.")),
    "field that ends without beginning" => p(t("Some words") + r(%(<w:fldChar w:fldCharType="end"/>))),
    "field separated without beginning" => p(r(%(<w:fldChar w:fldCharType="separate"/>)) + t("Some words")),
    "field without separation" => p(t("see page ") + field("PAGEREF here", separate: false)),
    "field without result" => p(t("see page ") + field("PAGEREF here") + t(" ")),
    "field in one element without result" => p(t("see ") + %(<w:fldSimple w:instr=" REF here "/>) + t(" ")),
    "field in one element" => p(%(<w:fldSimple w:instr=" AUTHOR ">#{t("Ada Verrill")}</w:fldSimple>)),
    "field alone in its paragraph" => p(field("XE \"lamp\"", separate: false)),
    "index entry among words" => p(t("The lamp") + field("XE \"lamp\"", separate: false) + t("  burns.")),
    "instruction over lines" => p(r(%(<w:fldChar w:fldCharType="begin"/>)) + r("<w:instrText> IF 1 = 1 </w:instrText>")) +
      p(r("<w:instrText> \"a\" </w:instrText>")) + p(
      r("<w:instrText>\"b\"</w:instrText>") + r(%(<w:fldChar w:fldCharType="separate"/>)) + t("a") + r(%(<w:fldChar w:fldCharType="end"/>))
    ),
    "field in a field's instruction" => p(r(%(<w:fldChar w:fldCharType="begin"/>)) + r("<w:instrText> IF </w:instrText>") +
      field("PAGE", "1") + r("<w:instrText> = 1 \"x\" </w:instrText>") + r(%(<w:fldChar w:fldCharType="separate"/>)) +
      t("x") + r(%(<w:fldChar w:fldCharType="end"/>))),
    "link by a field" => p(field("HYPERLINK \"https://marrowby.example/\"", "the site")),
    "link without words" => p(%(<w:hyperlink w:anchor="here"/>)),
    "link with a space" => p(t("a") + %(<w:hyperlink w:anchor="here">#{t(" ")}</w:hyperlink>)),
    "link to a place" => p(%(<w:hyperlink w:anchor="here">#{t("there")}</w:hyperlink>)),
    "contents by a field" => p(r(%(<w:fldChar w:fldCharType="begin"/>)) + r("<w:instrText> TOC \\o \"1-3\" </w:instrText>") +
      r(%(<w:fldChar w:fldCharType="separate"/>)) + t("Lamps\t1")) + p(r(%(<w:fldChar w:fldCharType="end"/>))),
    "contents without result" => p(field("TOC \\o \"1-3\"")),
    "formula field" => p(field("= 1 + 2", "3")),
    "quotation field" => p(field("QUOTE \"as it was\"", "as it was")),
    "data of a field" => p(r(%(<w:fldChar w:fldCharType="begin"><w:fldData>AAAA</w:fldData></w:fldChar>)) +
      r("<w:instrText> ADDIN </w:instrText>") + r(%(<w:fldChar w:fldCharType="separate"/>)) + t("(Quill 1901)") +
      r(%(<w:fldChar w:fldCharType="end"/>))),
    "folio without separation in a footer" => margin("footer", p(field("PAGE", separate: false), %(<w:jc w:val="center"/>))),
    "folio in one element in a footer" => margin("footer", p(%(<w:fldSimple w:instr=" PAGE "/>), %(<w:jc w:val="center"/>))),
    "page of pages in a footer" => margin("footer", p(t("Page ") + field("PAGE") + t(" of ") + field("NUMPAGES", separate: false))),
    "folio in a control in a footer" => margin(
      "footer", sdt(
        p(field("PAGE", "1")), %(<w:docPartObj><w:docPartGallery w:val="Page Numbers (Bottom of Page)"/></w:docPartObj>), block: true
      )
    ),
    "folio in a box in a footer" => margin("footer", p(r(vml_box("1")))),
    "folio field in a box of the older kind in a footer" => margin("footer", p(r(vml_box(inner: field("PAGE", "1"))))),
    "folio field in a text box of a footer" => margin("footer", p(r(drawing(shape(inner: field("PAGE", "1")), anchor: true)))),
    "picture words in a header" => margin("header", p(t("Marrowby  Institute") + r("<w:tab/>") + t("Report"))),
    "blank header" => margin("header", p),
    # revisions
    "words put in" => p(t("The ") + ins(t("new ")) + t("lamp")),
    "words taken out" => p(t("The ") + del("old ") + t("lamp ")),
    "all taken out" => p(del("Everything")),
    "end put in" => p(t("Cut"), %(<w:rPr><w:ins w:id="7" w:author="A" w:date="2024-03-01T09:00:00Z"/></w:rPr>)),
    "end taken out" => p("", %(<w:rPr><w:del w:id="7" w:author="A" w:date="2024-03-01T09:00:00Z"/></w:rPr>)),
    "moved words" => p(
      %(<w:moveFromRangeStart w:id="8" w:name="m1" w:author="A"/><w:moveFrom w:id="9" w:author="A"><w:r><w:t>Moved</w:t>) +
        %(</w:r></w:moveFrom><w:moveFromRangeEnd w:id="8"/>)
    ) +
      p(
        %(<w:moveToRangeStart w:id="10" w:name="m1" w:author="A"/><w:moveTo w:id="11" w:author="A">#{t("Moved")}</w:moveTo>) +
          %(<w:moveToRangeEnd w:id="10"/>)
      ),
    "change of formatting" => p(t("Bold", %(<w:b/><w:rPrChange w:id="12" w:author="A"><w:rPr/></w:rPrChange>)),
      %(<w:jc w:val="center"/><w:pPrChange w:id="13" w:author="A"><w:pPr/></w:pPrChange>)),
    "row put in" => table(row(cell, cell), row(cell, cell, props: %(<w:ins w:id="14" w:author="A"/>))),
    # anchors, notes, marks
    "bookmark on a blank line" => p(%(<w:bookmarkStart w:id="20" w:name="here"/><w:bookmarkEnd w:id="20"/>)),
    "bookmark over blank lines" => p(%(<w:bookmarkStart w:id="20" w:name="here"/>)) + p + p(%(<w:bookmarkEnd w:id="20"/>)),
    "bookmark in the body" => %(<w:bookmarkStart w:id="20" w:name="here"/>) + p(t("Held")) + %(<w:bookmarkEnd w:id="20"/>),
    "permission" => p(%(<w:permStart w:id="30" w:edGrp="everyone"/>) + t("May be changed ") + %(<w:permEnd w:id="30"/>)),
    "proofing marks" => p(%(<w:proofErr w:type="spellStart"/>) + t("lmap") + %(<w:proofErr w:type="spellEnd"/>)),
    "hint of a page" => p(r("<w:lastRenderedPageBreak/><w:t>Was on a new page</w:t>")),
    "footnote" => {body: p(t("Told") + note_mark("footnote", 2) + t(".")),
                   parts: {"word/footnotes.xml" => notes("footnote", "By the keeper. ")},
                   relations: {"rIdNotes" => ["footnotes", "footnotes.xml"]}},
    "footnote mark alone" => {
      body: p(note_mark("footnote", 2)), parts: {"word/footnotes.xml" => notes("footnote", "Alone.")},
      relations: {"rIdNotes" => ["footnotes", "footnotes.xml"]}
    },
    "endnote" => {body: p(t("Told") + note_mark("endnote", 2)), parts: {"word/endnotes.xml" => notes("endnote", "At the end.")},
                  relations: {"rIdNotes" => ["endnotes", "endnotes.xml"]}},
    "note with a mark of its own" => {body: p(t("Told") + r(%(<w:footnoteReference w:customMarkFollows="1" w:id="2"/><w:t>*</w:t>))),
                                      parts: {"word/footnotes.xml" => notes("footnote", "Starred.")},
                                      relations: {"rIdNotes" => ["footnotes", "footnotes.xml"]}},
    "hidden words in a note" => {body: p(t("Told") + note_mark("footnote", 2)),
                                 parts: {"word/footnotes.xml" => notes("footnote", "Open")
                                   .sub("</w:p></w:footnote></w:footnotes>", "#{t("shut", HIDDEN)}</w:p></w:footnote></w:footnotes>")},
                                 relations: {"rIdNotes" => ["footnotes", "footnotes.xml"]}},
    # drawings
    "picture" => {body: p(r(drawing(PICTURE))), picture: true},
    "picture that floats" => {body: p(r(drawing(PICTURE, anchor: true))), picture: true},
    "picture without its file" => p(r(drawing(PICTURE))),
    "older picture" => {
      body: p(r(%(<w:pict><v:shape id="i1" style="width:60pt;height:30pt"><v:imagedata r:id="rIdPicture"/></v:shape></w:pict>))),
      picture: true
    },
    "chart" => p(r(drawing(CHART))),
    "shape with words" => p(r(alternate(drawing(shape("In the shape"), anchor: true), vml_box("In the shape")))),
    "box with words" => p(r(vml_box("In the box"))),
    "line drawn" => p(r(%(<w:pict><v:line from="0,0" to="100,0"/></w:pict>))),
    "equation" => p(MATH),
    "equation of its own" => p("<m:oMathPara>#{MATH}</m:oMathPara>"),
    "equation among words" => p(t("so ") + MATH + t(" holds ")),
    # tables
    "table" => table(row(cell, cell), row(cell, cell)),
    "table with blank cells" => table(row(cell(p), cell(p + p)), row(cell(p(t(" "))), cell)),
    "table after a table" => table(row(cell, cell)) + p + table(row(cell, cell)),
    "table in a cell" => table(row(cell(table(row(cell, cell)) + p), cell)),
    "merged cells" => table(row(cell(p(t("Wide")), %(<w:gridSpan w:val="2"/>))),
      row(cell(p(t("Tall")), %(<w:vMerge w:val="restart"/>)), cell), row(cell(p, "<w:vMerge/>"), cell)),
    "cells merged sideways" => table(row(cell(p(t("Wide")), %(<w:hMerge w:val="restart"/>)), cell(p, "<w:hMerge/>"))),
    "head row" => table(row(cell, cell, props: "<w:tblHeader/>"), row(cell, cell, props: "<w:cantSplit/>")),
    "table that floats" => table(
      row(cell, cell), props: %(<w:tblpPr w:leftFromText="141" w:rightFromText="141" w:vertAnchor="text" w:tblpY="1"/>)
    ),
    "table without grid" => "<w:tbl><w:tblPr/>#{row(cell, cell)}</w:tbl>",
    "row with properties of its own" => table("<w:tr><w:tblPrEx><w:tblBorders/></w:tblPrEx>#{cell}#{cell}</w:tr>"),
    # paragraphs
    "frame" => p(
      t("Beside"), %(<w:framePr w:w="2000" w:hSpace="141" w:wrap="around" w:vAnchor="text" w:hAnchor="page" w:x="9000" w:y="1"/>)
    ),
    "drop cap" => p(t("O"), %(<w:keepNext/><w:framePr w:dropCap="drop" w:lines="3" w:wrap="around" w:vAnchor="text" w:hAnchor="text"/>)) +
      p(t("nce there was a lamp.")),
    "right to left" => p(t("שלום", "<w:rtl/>"), "<w:bidi/>"),
    "direction in a line" => p(%(<w:bdo w:val="rtl">#{t("abc")}</w:bdo><w:dir w:val="ltr">#{t("def")}</w:dir>)),
    "page break" => p(r(%(<w:br w:type="page"/>))),
    "page break among words" => p(t("before") + r(%(<w:br w:type="page"/>)) + t("after")),
    "column break" => p(r(%(<w:br w:type="column"/>))),
    "line break that clears" => p(t("one") + r(%(<w:br w:type="textWrapping" w:clear="left"/>)) + t("two")),
    "carriage return" => p(r("<w:t>one</w:t><w:cr/><w:t>two</w:t>")),
    "section that ends" => p(
      "",
      %(<w:sectPr><w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1440" w:right="1440" w:bottom="1440" w:left="1440" ) +
        %(w:header="720" w:footer="720" w:gutter="0"/></w:sectPr>)
    ),
    "section with a landscape sheet" => p(
      t("Wide"),
      %(<w:sectPr><w:pgSz w:w="16838" w:h="11906" w:orient="landscape"/><w:pgMar w:top="1440" w:right="1440" w:bottom="1440" ) +
        %(w:left="1440" w:header="720" w:footer="720" w:gutter="0"/></w:sectPr>)
    ),
    "numbered blank line" => {body: p("", %(<w:numPr><w:ilvl w:val="0"/><w:numId w:val="1"/></w:numPr>)), numbering: true},
    "list" => {
      body: p(t("First"), %(<w:numPr><w:ilvl w:val="0"/><w:numId w:val="1"/></w:numPr>)) + p(t("Second"),
        %(<w:numPr><w:ilvl w:val="0"/><w:numId w:val="1"/></w:numPr>)), numbering: true
    },
    "no-break spaces" => p(t("12 kg of oil ")),
    "zero-width signs" => p(t("​")),
    "byte order mark" => p(t("﻿")),
    "words in cdata" => p("<w:r><w:t><![CDATA[<kept> & held]]></w:t></w:r>"),
    "words with entities" => p(t("Q&amp;A &lt;b&gt; &#x2014; &#233;")),
    "spaces that may go" => p("<w:r><w:t> kept? </w:t></w:r>"),
    "signs outside the first plane" => p(t("𝔐𝔞𝔯 👩‍👧 é")),
    "run without anything" => p("<w:r/>"),
    "text without letters" => p("<w:r><w:t/></w:r>"),
    "comment of the mark-up" => p("<!-- a note of the maker -->#{t("Words")}"),
    "processing instruction" => p("<?maker keep?>#{t("Words")}"),
    "another file's content" => %(<w:altChunk r:id="rIdChunk"/>),
    "specially hidden end" => p(t("Lead. "), "<w:rPr><w:vanish/><w:specVanish/></w:rPr>") + p(t("It goes on.")),
    "text to the right" => p(t("Right"), %(<w:jc w:val="right"/>)),
    "east asian layout" => p(t("縦中横", %(<w:eastAsianLayout w:id="1" w:vert="1"/>))),
    "words of many languages" => p(t("Quay", %(<w:lang w:val="en-GB"/>)) + t(" Kai", %(<w:lang w:val="de-DE"/>))),
    "emphasis marks" => p(t("着点", %(<w:em w:val="dot"/>))),
    "fitted text" => p(t("fitted", %(<w:fitText w:val="1200" w:id="1"/>))),
    "unseen in the web only" => p(t("print", "<w:webHidden/>"))
  }.freeze

  STYLES = <<~XML
    <w:docDefaults><w:rPrDefault><w:rPr><w:rFonts w:ascii="Times New Roman" w:hAnsi="Times New Roman"/><w:sz w:val="24"/>
    <w:lang w:val="en-GB"/></w:rPr></w:rPrDefault></w:docDefaults>
    <w:style w:type="paragraph" w:default="1" w:styleId="Normal"><w:name w:val="Normal"/></w:style>
    <w:style w:type="paragraph" w:styleId="Heading1"><w:name w:val="heading 1"/><w:basedOn w:val="Normal"/>
    <w:next w:val="Normal"/><w:pPr><w:keepNext/><w:outlineLvl w:val="0"/></w:pPr><w:rPr><w:b/><w:sz w:val="32"/></w:rPr></w:style>
  XML
  NUMBERING =
    %(<w:numbering xmlns:w="#{W}"><w:abstractNum w:abstractNumId="0"><w:lvl w:ilvl="0"><w:start w:val="1"/>) +
    %(<w:numFmt w:val="decimal"/><w:lvlText w:val="%1."/><w:pPr><w:ind w:left="720" w:hanging="360"/></w:pPr></w:lvl>) +
    %(</w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="0"/></w:num></w:numbering>)
  SETTING = "The night ferries of the sound left at nine, and nobody who stood on the stairs in the rain would have called them punctual."

  # @return [String] the bytes of the file that has it
  def file(name)
    given = FEATURES.fetch(name)
    build(**(given.is_a?(String) ? {body: given} : given))
  end

  # @return [String] the bytes of a file
  def build(body: "", parts: {}, relations: {}, section: "", styles: "", settings: nil, numbering: false, picture: false)
    relations = {"rIdStyles" => ["styles", "styles.xml"], **relations}
    members = {"word/styles.xml" => %(<w:styles xmlns:w="#{W}">#{STYLES}#{styles}</w:styles>), **parts}
    (relations["rIdNumbering"] = ["numbering", "numbering.xml"]) && members["word/numbering.xml"] = NUMBERING if numbering
    (relations["rIdPicture"] = ["image", "media/p.png"]) && members["word/media/p.png"] = PNG if picture
    if settings
      (relations["rIdSettings"] = ["settings", "settings.xml"]) &&
        members["word/settings.xml"] = %(<w:settings xmlns:w="#{W}">#{settings}</w:settings>)
    end
    around = p(t("Lamps"), %(<w:pStyle w:val="Heading1"/>)) + p(t(SETTING)) + p + body + p + p(
      t("The second paragraph stands after it, so that nothing is left at an end.")
    )
    document =
      %(<w:document #{DECLARED} mc:Ignorable="w14">) +
      %(<w:body>#{around}<w:sectPr>#{section}<w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1440" w:right="1440" ) +
      %(w:bottom="1440" w:left="1440" w:header="720" w:footer="720" w:gutter="0"/></w:sectPr></w:body></w:document>)
    pack({"word/document.xml" => document, **members}, relations)
  end

  def pack(members, relations)
    types = members.keys.grep(/\.xml\z/).map do |name|
      kind = (name == "word/document.xml") ? "document.main" : name[/([a-z]+)\d*\.xml\z/, 1]
      %(<Override PartName="/#{name}" ContentType="#{OFFICE}.#{kind}+xml"/>)
    end
    links = relations.map { |id, (type, target)| %(<Relationship Id="#{id}" Type="#{R}/#{type}" Target="#{target}"/>) }
    head = %(<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n)
    package = "http://schemas.openxmlformats.org/package/2006"
    Norvel::Formats::Archive.new({}).write({
      "[Content_Types].xml" => %(#{head}<Types xmlns="#{package}/content-types"><Default Extension="rels" ) +
        %(ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ) +
        %(ContentType="application/xml"/><Default Extension="png" ContentType="image/png"/>#{types.join}</Types>),
      "_rels/.rels" => %(#{head}<Relationships xmlns="#{package}/relationships"><Relationship Id="rId1" Type="#{R}/officeDocument" ) +
        %(Target="word/document.xml"/></Relationships>),
      "word/_rels/document.xml.rels" => %(#{head}<Relationships xmlns="#{package}/relationships">#{links.join}</Relationships>),
      **members.transform_values { |data| data.start_with?("<") ? head + data : data }
    })
  end
end
