# frozen_string_literal: true

require "cgi/escape"

module Norvel
  module Formats
    module Docx
      # The least file that is a manuscript: where writing from scratch begins.
      module Bare
        MAIN, RELATIONS = *Namespaces::TRANSITIONAL
        PACKAGE = "http://schemas.openxmlformats.org/package/2006"
        TYPES = "application/vnd.openxmlformats-officedocument.wordprocessingml"
        HEAD = %(<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n)

        module_function

        # @param samples [Array<String, Array<Array<String>>, Hash>] sample text, each a paragraph, or a table by
        #   rows, or {plain: text} that
        # stays; one empty paragraph where there is none. Sample text is placeholder content (ISO/IEC 29500-1
        # §17.5.2.39): any program takes it for text that is to be replaced.
        # @return [String] the bytes of a .docx file with one style
        def bytes(samples = []) = Archive.new({}).write(members(samples.empty? ? "<w:p/>" : samples.map { |sample| of(sample) }.join))

        def members(body)
          {"[Content_Types].xml" =>
            %(#{HEAD}<Types xmlns="#{PACKAGE}/content-types"><Default Extension="rels" ) +
              %(ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ) +
              %(ContentType="application/xml"/>) +
              %(<Override PartName="/word/document.xml" ContentType="#{TYPES}.document.main+xml"/>) +
              %(<Override PartName="/word/styles.xml" ContentType="#{TYPES}.styles+xml"/></Types>),
           "_rels/.rels" => relations("rId1" => ["officeDocument", "word/document.xml"]),
           "word/_rels/document.xml.rels" => relations("rId1" => ["styles", "styles.xml"]),
           "word/document.xml" => %(#{HEAD}<w:document xmlns:w="#{MAIN}" xmlns:r="#{RELATIONS}"><w:body>#{body}<w:sectPr>) +
             %(<w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1440" w:right="1440" w:bottom="1440" w:left="1440" ) +
             %(w:header="720" w:footer="720" w:gutter="0"/></w:sectPr></w:body></w:document>),
           "word/styles.xml" => %(#{HEAD}<w:styles xmlns:w="#{MAIN}"><w:style w:type="paragraph" w:default="1" w:styleId="Base">) +
             %(<w:name w:val="Base"/><w:qFormat/></w:style></w:styles>)}
        end

        def relations(links)
          all = links.map { |id, (type, target)| %(<Relationship Id="#{id}" Type="#{RELATIONS}/#{type}" Target="#{target}"/>) }
          %(#{HEAD}<Relationships xmlns="#{PACKAGE}/relationships">#{all.join}</Relationships>)
        end

        def of(sample)
          case sample
          when Array then table(sample)
          when Hash then %(<w:p><w:r><w:t xml:space="preserve">#{CGI.escapeHTML(sample[:plain])}</w:t></w:r></w:p>)
          else paragraph(sample)
          end
        end

        def paragraph(text)
          %(<w:p><w:sdt><w:sdtPr><w:showingPlcHdr/></w:sdtPr><w:sdtContent><w:r><w:t xml:space="preserve">#{CGI.escapeHTML(text)}</w:t>) +
            %(</w:r></w:sdtContent></w:sdt></w:p>)
        end

        def table(rows)
          cells = ->(row) { row.map { |text| "<w:tc><w:tcPr/>#{paragraph(text)}</w:tc>" }.join }
          grid = rows.first.map { %(<w:gridCol w:w="3000"/>) }.join
          made = rows.each_with_index.map { |row, index|
            "<w:tr>#{"<w:trPr><w:tblHeader/></w:trPr>" if index.zero?}#{cells[row]}</w:tr>"
          }.join
          %(<w:tbl><w:tblPr><w:tblW w:w="0" w:type="auto"/></w:tblPr><w:tblGrid>#{grid}</w:tblGrid>#{made}</w:tbl>)
        end
        private_class_method :members, :relations, :of, :paragraph, :table
      end
    end
  end
end
