# frozen_string_literal: true

require "zip"

# OpenDocument files written out by hand, as packages and in the flat form.
module OpenDocument
  SPACES = Norvel::Formats::Odt::Names::SPACES.except("xml").map { |prefix, address| %(xmlns:#{prefix}="#{address}") }.join(" ").freeze
  LAYOUT = <<~XML
    <style:page-layout style:name="Sheet" style:page-usage="all"><style:page-layout-properties fo:page-width="21cm"
      fo:page-height="29.7cm" fo:margin-top="2.5cm" fo:margin-bottom="2.5cm" fo:margin-left="3cm" fo:margin-right="2cm"
      style:num-format="1"/></style:page-layout>
  XML
  MASTER = %(<style:master-page style:name="Standard" style:page-layout-name="Sheet"/>)
  STANDARD = <<~XML
    <style:default-style style:family="paragraph"><style:paragraph-properties style:tab-stop-distance="1.25cm"/><style:text-properties
      style:font-name="Serif" fo:font-size="12pt" fo:language="en" fo:country="GB"/></style:default-style>
    <style:style style:name="Standard" style:family="paragraph" style:class="text"/>
  XML
  FACES = %(<office:font-face-decls><style:font-face style:name="Serif" svg:font-family="'Liberation Serif'"/></office:font-face-decls>)

  # What a file is made of, by part.
  def parts_of_odt(body, styles: "", automatic: "", layouts: LAYOUT, masters: MASTER, meta: "", standard: STANDARD, more: "")
    {meta: "<office:meta>#{meta}</office:meta>", faces: FACES, styles: "<office:styles>#{standard}#{styles}</office:styles>",
     automatic: automatic, layouts: layouts, masters: "<office:master-styles>#{masters}</office:master-styles>",
     body: "<office:body><office:text>#{more}#{body}</office:text></office:body>"}
  end

  # @return [String] one XML file
  def fodt(body, **said)
    parts = parts_of_odt(body, **said)
    %(<?xml version="1.0" encoding="UTF-8"?><office:document #{SPACES} office:version="1.3" ) +
      %(office:mimetype="application/vnd.oasis.opendocument.text">#{parts[:meta]}#{parts[:faces]}#{parts[:styles]}) +
      "<office:automatic-styles>#{parts[:layouts]}#{parts[:automatic]}</office:automatic-styles>" \
      "#{parts[:masters]}#{parts[:body]}</office:document>"
  end

  # @param members [Hash{String=>String}] besides
  # @return [String] a package
  def odt(body, members: {}, type: Norvel::Formats::Odt::Package::TEXT, **said)
    parts = parts_of_odt(body, **said)
    automatic = ->(inner) { "<office:automatic-styles>#{inner}</office:automatic-styles>" }
    part = ->(name, inner) {
      %(<?xml version="1.0" encoding="UTF-8"?><office:document-#{name} #{SPACES} office:version="1.3">#{inner}</office:document-#{name}>)
    }
    zipped("mimetype" => type,
      "content.xml" => part["content", parts[:faces] + automatic[parts[:automatic]] + parts[:body]],
      "styles.xml" => part["styles", parts[:faces] + parts[:styles] + automatic[parts[:layouts]] + parts[:masters]],
      "meta.xml" => part["meta", parts[:meta]],
      "META-INF/manifest.xml" => manifest(type), **members)
  end

  def zipped(members)
    Zip::OutputStream.write_buffer(StringIO.new("".b)) { |zip|
      members.each do |name, data|
        (name == "mimetype") ? zip.put_next_entry(name, nil, nil, Zip::Entry::STORED) : zip.put_next_entry(name)
        zip.write(data)
      end
    }.string
  end

  def manifest(type, inner = "")
    %(<?xml version="1.0"?><manifest:manifest xmlns:manifest="#{Norvel::Formats::Odt::Names::SPACES["manifest"]}" ) +
      %(manifest:version="1.3"><manifest:file-entry manifest:full-path="/" manifest:media-type="#{type}"/>#{inner}</manifest:manifest>)
  end

  def read_odt(body, **said) = Norvel::Formats.read(fodt(body, **said), name: "a.fodt")

  # A style of a family, with what it says of paragraph and text.
  def style_xml(name, family = "paragraph", parent: nil, paragraph: nil, text: nil, **more)
    said = more.map { |key, value| %( #{key.to_s.sub("_", ":").tr("_", "-")}="#{value}") }.join
    %(<style:style style:name="#{name}" style:family="#{family}"#{%( style:parent-style-name="#{parent}") if parent}#{said}>) +
      "#{"<style:paragraph-properties #{paragraph}/>" if paragraph}#{"<style:text-properties #{text}/>" if text}</style:style>"
  end

  # One of everything that the format has, in a few paragraphs.
  # @return [String] a package
  def rich
    list = ->(inner) { %(<text:list text:style-name="L" xml:id="l">#{inner}</text:list>) }
    item = ->(inner) { "<text:list-item><text:p>#{inner}</text:p></text:list-item>" }
    body = <<~XML.delete("\n")
      <text:tracked-changes><text:changed-region text:id="c1"><text:insertion/></text:changed-region><text:changed-region
       text:id="c2"><text:deletion><text:p>old words</text:p></text:deletion></text:changed-region></text:tracked-changes>
      <text:h text:style-name="Heading_20_1" text:outline-level="1">The night<text:bookmark text:name="x"/> ferries</text:h>
      <text:table-of-content text:name="t"><text:table-of-content-source text:outline-level="2"/><text:index-body><text:index-title
       text:name="h"><text:p>Contents</text:p></text:index-title><text:p>The night ferries<text:tab/>1</text:p></text:index-body>
      </text:table-of-content><text:p text:style-name="P1">One <text:span text:style-name="Loud">loud <text:span
       text:style-name="T1">word</text:span></text:span>, <text:s text:c="2"/>two<text:tab/>three<text:line-break/>four <text:a
       xlink:href="#x">there</text:a> <text:page-number text:select-page="current">1</text:page-number> <text:sequence
       text:name="Table" text:formula="x">1</text:sequence><text:note text:id="n1" text:note-class="footnote"><text:note-citation>1
      </text:note-citation><text:note-body><text:p>A note</text:p></text:note-body></text:note><text:change text:change-id="c2"/>
      <text:change-start text:change-id="c1"/>new<text:change-end text:change-id="c1"/><office:annotation><text:p>Why?</text:p>
      </office:annotation><draw:frame draw:style-name="F" text:anchor-type="paragraph" svg:width="4cm" svg:height="2cm"><draw:text-box>
      <text:p>In a box</text:p></draw:text-box></draw:frame><draw:frame text:anchor-type="as-char" svg:width="2cm" svg:height="1cm">
      <draw:image xlink:href="Pictures/a.png"/><svg:desc>A lamp</svg:desc></draw:frame></text:p>
      #{list[item["a"] + "<text:list-item><text:p>b</text:p><text:p>below</text:p><text:list>#{item["c"]}</text:list></text:list-item>"]}
      <text:section text:name="s" text:style-name="S"><text:p>In columns</text:p></text:section><text:p text:style-name="M">Main</text:p>
      <table:table table:name="t"><table:table-column table:number-columns-repeated="2"/><table:table-header-rows><table:table-row>
      <table:table-cell table:number-columns-spanned="2"><text:p>h</text:p></table:table-cell><table:covered-table-cell/>
      </table:table-row></table:table-header-rows><table:table-row table:number-rows-repeated="2"><table:table-cell
       table:style-name="Z"><text:p>1</text:p></table:table-cell><table:table-cell><table:table><table:table-column/><table:table-row>
      <table:table-cell><text:p>inner</text:p></table:table-cell></table:table-row></table:table></table:table-cell></table:table-row>
      </table:table><text:p/>
    XML
    odt(body, members: {"Pictures/a.png" => "png"}, meta: "<dc:title>Ferries</dc:title>", styles: rich_styles, automatic: rich_automatic,
      layouts: LAYOUT + LAYOUT.sub('"Sheet"', '"Wide"').sub("3cm", "4cm"),
      masters: MASTER + '<style:master-page style:name="Main" style:page-layout-name="Wide"><style:header><text:p>Head ' \
        "<text:page-number/></text:p></style:header></style:master-page>")
  end

  def rich_styles
    level = ->(number) {
      %(<text:list-level-style-number text:level="#{number}" style:num-format="1" style:num-suffix="." text:display-levels="#{number}">) +
        '<style:list-level-properties text:list-level-position-and-space-mode="label-alignment"><style:list-level-label-alignment ' \
        'text:label-followed-by="listtab" fo:margin-left="1cm" fo:text-indent="-1cm"/></style:list-level-properties>' \
        "</text:list-level-style-number>"
    }
    style_xml("Heading_20_1", style_default_outline_level: "1", parent: "Standard", text: 'fo:font-size="130%" fo:font-weight="bold"') +
      style_xml("Loud", "text", text: 'fo:font-weight="bold"') + style_xml("Foot", paragraph: 'fo:margin-left="0.5cm"') +
      '<text:outline-style style:name="Outline"><text:outline-level-style text:level="1" style:num-format="1"/></text:outline-style>' \
      '<text:notes-configuration text:note-class="footnote" style:num-format="i" text:start-value="2"/>' \
      "<text:list-style style:name=\"L\">#{level[1]}#{level[2]}</text:list-style>"
  end

  def rich_automatic
    style_xml("P1", parent: "Standard", paragraph: 'fo:text-align="justify" fo:margin-left="10%"') +
      style_xml("M", parent: "Standard", style_master_page_name: "Main") + style_xml("T1", "text", text: 'fo:font-style="italic"') +
      '<style:style style:name="S" style:family="section"><style:section-properties><style:columns fo:column-count="2" ' \
      'fo:column-gap="1cm"/></style:section-properties></style:style><style:style style:name="Z" style:family="table-cell">' \
      '<style:table-cell-properties fo:padding="1mm" fo:border="0.5pt solid #000000"/></style:style><style:style style:name="F" ' \
      'style:family="graphic"><style:graphic-properties style:wrap="parallel" style:horizontal-pos="right"/></style:style>'
  end
end
