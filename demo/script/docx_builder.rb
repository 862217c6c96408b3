# frozen_string_literal: true

require "zlib"
require_relative "../../lib/norvel"

module Demo
  # Writes small .docx files by hand, as messy as they are wanted. Nothing of Norvel's reader or writer is
  # used but the zip container, so that the files are a test for both.
  class DocxBuilder
    W = "http://schemas.openxmlformats.org/wordprocessingml/2006/main"
    R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
    OFFICE = R
    PACKAGE = "http://schemas.openxmlformats.org/package/2006"
    DRAWING = "http://schemas.openxmlformats.org/drawingml/2006"

    # @param title [String] @param styles [String] the inner XML of w:styles
    def initialize(title:, styles:, language: "en-GB")
      @title = title
      @styles = styles
      @language = language
      @body = []
      @notes = []
      @images = []
    end

    # @param runs [Array<String>] from `text`, `note`, `image` …, or a plain string
    # @param props [String] inner XML of w:pPr
    def paragraph(runs = [], props = "")
      runs = [text(runs)] if runs.is_a?(String)
      @body << "<w:p>#{"<w:pPr>#{props}</w:pPr>" unless props.empty?}#{runs.join}</w:p>"
    end

    # @return [String] a run
    def text(content, props = "")
      pieces = content.split(/([\t\n])/).map do |piece|
        case piece
        when "\t" then "<w:tab/>"
        when "\n" then "<w:br/>"
        else piece.empty? ? "" : %(<w:t xml:space="preserve">#{escape(piece)}</w:t>)
        end
      end
      "<w:r>#{"<w:rPr>#{props}</w:rPr>" unless props.empty?}#{pieces.join}</w:r>"
    end

    # @return [String] a note mark; the note goes to the foot of its page
    def note(content)
      @notes << content
      %(<w:r><w:rPr><w:rStyle w:val="FootnoteReference"/></w:rPr><w:footnoteReference w:id="#{@notes.size + 1}"/></w:r>)
    end

    # @return [String] an inline picture; sizes in EMU
    def image(png, width, height, alt)
      @images << png
      id = @images.size
      %(<w:r><w:drawing><wp:inline xmlns:wp="#{DRAWING}/wordprocessingDrawing" distT="0" distB="0" distL="0" distR="0">) +
        %(<wp:extent cx="#{width}" cy="#{height}"/>) +
        %(<wp:docPr id="#{id}" name="Picture #{id}"#{%( descr="#{escape(alt)}") if alt}/><a:graphic xmlns:a="#{DRAWING}/main">) +
        %(<a:graphicData uri="#{DRAWING}/picture">) +
        %(<pic:pic xmlns:pic="#{DRAWING}/picture"><pic:nvPicPr><pic:cNvPr id="#{id}" name="picture#{id}.png"/><pic:cNvPicPr/>) +
        %(</pic:nvPicPr><pic:blipFill><a:blip r:embed="rIdImage#{id}"/><a:stretch><a:fillRect/></a:stretch></pic:blipFill>) +
        %(<pic:spPr><a:xfrm><a:off x="0" y="0"/><a:ext cx="#{width}" cy="#{height}"/></a:xfrm><a:prstGeom prst="rect">) +
        %(<a:avLst/></a:prstGeom></pic:spPr></pic:pic></a:graphicData></a:graphic></wp:inline></w:drawing></w:r>)
    end

    # @param rows [Array<Array<String>>] the first is the header @param widths [Array<Integer>] twips
    def table(rows, widths, header: false, cell_props: "", style: "TableGrid")
      grid = widths.map { |width| %(<w:gridCol w:w="#{width}"/>) }.join
      body = rows.each_with_index.map do |row, index|
        cells = row.zip(widths).map do |cell, width|
          props = index.zero? ? "<w:b/>#{cell_props}" : cell_props
          %(<w:tc><w:tcPr><w:tcW w:w="#{width}" w:type="dxa"/></w:tcPr><w:p>#{text(cell, props)}</w:p></w:tc>)
        end
        "<w:tr>#{"<w:trPr><w:tblHeader/></w:trPr>" if index.zero? && header}#{cells.join}</w:tr>"
      end
      @body << %(<w:tbl><w:tblPr><w:tblStyle w:val="#{style}"/><w:tblW w:w="0" w:type="auto"/></w:tblPr>) +
        %(<w:tblGrid>#{grid}</w:tblGrid>#{body.join}</w:tbl>)
    end

    # Inner XML added as it is.
    def raw(xml) = @body << xml

    # @param section [String] inner XML of the last w:sectPr
    # @param header [String, nil] inner XML of the header of all its pages @param footer [String, nil] the same of the footer
    # @return [String] the bytes of the file
    def bytes(section:, header: nil, footer: nil)
      @margins = {"header" => header, "footer" => footer}.compact
      members = {"[Content_Types].xml" => content_types, "_rels/.rels" => root_relations,
                 "word/document.xml" => document(section), "word/styles.xml" => styles,
                 "word/settings.xml" => part("settings", %(<w:defaultTabStop w:val="720"/>)), "docProps/core.xml" => core,
                 "word/_rels/document.xml.rels" => relations}
      members["word/footnotes.xml"] = footnotes if @notes.any?
      @margins.each do |kind, inner|
        members["word/#{kind}1.xml"] = part((kind == "header") ? "hdr" : "ftr", inner)
        members["word/_rels/#{kind}1.xml.rels"] = relations_part(pictures) if inner.include?("rIdImage")
      end
      @images.each_with_index { |png, index| members["word/media/picture#{index + 1}.png"] = png }
      Norvel::Formats::Archive.new({}).write(members.transform_values { |data| data.dup.force_encoding(Encoding::BINARY) })
    end

    def escape(text) = text.gsub("&", "&amp;").gsub("<", "&lt;").gsub(">", "&gt;").gsub('"', "&quot;")

    private

    def part(name, inner) =
      %(<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n<w:#{name} xmlns:w="#{W}" xmlns:r="#{R}">#{inner}</w:#{name}>)

    def document(section)
      references = @margins.keys.map { |kind| %(<w:#{kind}Reference w:type="default" r:id="rId#{kind.capitalize}"/>) }.join
      part("document", "<w:body>#{@body.join("\n")}<w:sectPr>#{references}#{section}</w:sectPr></w:body>")
    end

    def styles
      defaults =
        %(<w:docDefaults><w:rPrDefault><w:rPr><w:rFonts w:ascii="Times New Roman" w:hAnsi="Times New Roman" w:cs="Times New Roman"/>) +
        %(<w:sz w:val="22"/><w:lang w:val="#{@language}"/></w:rPr></w:rPrDefault><w:pPrDefault/></w:docDefaults>)
      part("styles", defaults + @styles)
    end

    def footnotes
      separators =
        %(<w:footnote w:type="separator" w:id="0"><w:p><w:r><w:separator/></w:r></w:p></w:footnote>) +
        %(<w:footnote w:type="continuationSeparator" w:id="1"><w:p><w:r><w:continuationSeparator/></w:r></w:p></w:footnote>)
      notes = @notes.each_with_index.map do |content, index|
        %(<w:footnote w:id="#{index + 2}"><w:p><w:pPr><w:pStyle w:val="FootnoteText"/></w:pPr><w:r><w:rPr>) +
          %(<w:rStyle w:val="FootnoteReference"/></w:rPr><w:footnoteRef/></w:r>#{text(" " + content)}</w:p></w:footnote>)
      end
      part("footnotes", separators + notes.join)
    end

    def content_types
      word = "application/vnd.openxmlformats-officedocument.wordprocessingml"
      parts = {"document" => "#{word}.document.main+xml", "styles" => "#{word}.styles+xml", "settings" => "#{word}.settings+xml"}
      parts["footnotes"] = "#{word}.footnotes+xml" if @notes.any?
      @margins.each_key { |kind| parts["#{kind}1"] = "#{word}.#{kind}+xml" }
      overrides = parts.map { |name, type| %(<Override PartName="/word/#{name}.xml" ContentType="#{type}"/>) }.join
      %(<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n<Types xmlns="#{PACKAGE}/content-types">) +
        %(<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>) +
        %(<Default Extension="xml" ContentType="application/xml"/><Default Extension="png" ) +
        %(ContentType="image/png"/>#{overrides}<Override PartName="/docProps/core.xml" ) +
        %(ContentType="application/vnd.openxmlformats-package.core-properties+xml"/></Types>)
    end

    def root_relations
      relations_part(
        [["rId1", "#{OFFICE}/officeDocument", "word/document.xml"], [
          "rId2", "#{PACKAGE}/relationships/metadata/core-properties", "docProps/core.xml"
        ]]
      )
    end

    def relations
      links = [["rIdStyles", "#{OFFICE}/styles", "styles.xml"], ["rIdSettings", "#{OFFICE}/settings", "settings.xml"]]
      links << ["rIdNotes", "#{OFFICE}/footnotes", "footnotes.xml"] if @notes.any?
      links += @margins.keys.map { |kind| ["rId#{kind.capitalize}", "#{OFFICE}/#{kind}", "#{kind}1.xml"] }
      relations_part(links + pictures)
    end

    def pictures = @images.each_index.map { |index| ["rIdImage#{index + 1}", "#{OFFICE}/image", "media/picture#{index + 1}.png"] }

    def relations_part(links)
      all = links.map { |id, type, target| %(<Relationship Id="#{id}" Type="#{type}" Target="#{target}"/>) }
      %(<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n) +
        %(<Relationships xmlns="#{PACKAGE}/relationships">#{all.join}</Relationships>)
    end

    def core
      %(<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n<cp:coreProperties xmlns:cp="#{PACKAGE}/metadata/core-properties" ) +
        %(xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title>#{escape(@title)}</dc:title></cp:coreProperties>)
    end
  end

  # A picture made here: soundings across the sound, as a grey-scale PNG.
  module Picture
    module_function

    # @yieldparam x [Integer] @yieldparam y [Integer]
    # @yieldreturn [Integer] 0 to 255
    # @return [String] the bytes of a PNG
    def png(width, height)
      rows = Array.new(height) { |y| [0, *Array.new(width) { |x| yield(x, y).clamp(0, 255) }].pack("C*") }.join
      "\x89PNG\r\n\x1A\n".b + chunk("IHDR", [width, height, 8, 0, 0, 0, 0].pack("NNCCCCC")) + chunk("IDAT", Zlib.deflate(rows)) + chunk(
        "IEND", ""
      )
    end

    def soundings(seed)
      png(480, 240) do |x, y|
        bed = 60 + 70 * Math.sin((x + seed * 37) / 71.0) + 35 * Math.sin((x + seed * 11) / 23.0) + 60
        if y < 24 then 250
        elsif y < bed then (215 - ((y - 24) / 6) * 2).to_i
        else 90 + ((x * 7 + y * 13 + seed) % 11) * 3
        end
      end
    end

    def chunk(type, data) = [data.bytesize].pack("N") + type + data + [Zlib.crc32(type + data)].pack("N")
    private_class_method :chunk
  end
end
