# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # An empty manuscript in a guide's page design and styles, as a file: where writing from scratch begins.
      module Blank
        MAIN = "http://schemas.openxmlformats.org/wordprocessingml/2006/main"
        RELATIONS = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
        PACKAGE = "http://schemas.openxmlformats.org/package/2006"
        TYPES = "application/vnd.openxmlformats-officedocument.wordprocessingml"
        HEAD = %(<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n)

        module_function

        # @param guide [Guide]
        # @return [String] the bytes of a .docx file with one empty paragraph, in the style of the title where the guide has one
        def bytes(guide)
          bare = Archive.new({}).write(members)
          kept = KeptSheet.of_guide(guide)
          page = {"paper" => guide.page[:paper], "margin" => guide.page[:margins]}.compact
          steps = [["swap_sheet", {"sheet" => JSON.parse(JSON.generate(kept.dump)), "mapping" => {"Base" => kept.default_id}}]]
          steps << ["set_page_design", JSON.parse(JSON.generate(page))] unless page.empty?
          dressed = steps.reduce(Reader.read(bare)) { |now, (name, parameters)| Changes.build(name, parameters).call(now) }
          Writer.write(started(dressed, guide), bare)
        end

        def started(manuscript, guide)
          style = %i[title heading_1 body].filter_map { |role| guide.styles.dig(role, :name) }.filter_map { |name| manuscript.sheet.named(name) }.first
          style ? Changes.build("apply_style", "style" => style.id, "paragraphs" => "all").call(manuscript) : manuscript
        end

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
        private_class_method :started, :members, :relations
      end
    end
  end
end
