# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # The least file that is a manuscript: where writing from scratch begins.
      module Bare
        MAIN = "http://schemas.openxmlformats.org/wordprocessingml/2006/main"
        RELATIONS = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
        PACKAGE = "http://schemas.openxmlformats.org/package/2006"
        TYPES = "application/vnd.openxmlformats-officedocument.wordprocessingml"
        HEAD = %(<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n)

        module_function

        # @return [String] the bytes of a .docx file with one empty paragraph and one style
        def bytes = Archive.new({}).write(members)

        def members
          {"[Content_Types].xml" => %(#{HEAD}<Types xmlns="#{PACKAGE}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/>) +
            %(<Override PartName="/word/document.xml" ContentType="#{TYPES}.document.main+xml"/><Override PartName="/word/styles.xml" ContentType="#{TYPES}.styles+xml"/></Types>),
           "_rels/.rels" => relations("rId1" => ["officeDocument", "word/document.xml"]),
           "word/_rels/document.xml.rels" => relations("rId1" => ["styles", "styles.xml"]),
           "word/document.xml" => %(#{HEAD}<w:document xmlns:w="#{MAIN}" xmlns:r="#{RELATIONS}"><w:body><w:p/><w:sectPr><w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1440" w:right="1440" w:bottom="1440" w:left="1440" w:header="720" w:footer="720" w:gutter="0"/></w:sectPr></w:body></w:document>),
           "word/styles.xml" => %(#{HEAD}<w:styles xmlns:w="#{MAIN}"><w:style w:type="paragraph" w:default="1" w:styleId="Base"><w:name w:val="Base"/><w:qFormat/></w:style></w:styles>)}
        end

        def relations(links)
          %(#{HEAD}<Relationships xmlns="#{PACKAGE}/relationships">#{links.map { |id, (type, target)| %(<Relationship Id="#{id}" Type="#{RELATIONS}/#{type}" Target="#{target}"/>) }.join}</Relationships>)
        end
        private_class_method :members, :relations
      end
    end
  end
end
