# frozen_string_literal: true

module Norvel
  module Formats
    module Epub
      # What a book says of itself and of its files (EPUB 3.3 §5; EPUB Accessibility 1.1).
      class Package
        FOLDER = "book"
        CONTAINER = <<~XML
          <?xml version="1.0" encoding="UTF-8"?>
          <container version="1.0" xmlns="urn:oasis:names:tc:opendocument:xmlns:container">
          <rootfiles><rootfile full-path="#{FOLDER}/package.opf" media-type="application/oebps-package+xml"/></rootfiles>
          </container>
        XML
        UNKNOWN = "und" # BCP 47

        # @return [String] the language of a manuscript
        def self.language(manuscript) = manuscript.info.language || manuscript.sheet.language || UNKNOWN

        # @param manuscript [Manuscript] @param title [String] @param date [Time]
        # @param chapters [Array<String>] files @param pictures [Hash{String=>String}] media types by file
        # @param pages [Boolean] whether it has a list of pages @param described [Boolean] whether every picture has an alternative
        def initialize(manuscript, title:, date:, chapters:, pictures:, pages:, described:)
          @manuscript = manuscript
          @title = title
          @date = date
          @chapters = chapters
          @pictures = pictures
          @pages = pages
          @described = described
        end

        # @return [String]
        def opf
          <<~XML
            <?xml version="1.0" encoding="UTF-8"?>
            <package xmlns="http://www.idpf.org/2007/opf" version="3.0" unique-identifier="id" xml:lang="#{language}">
            <metadata xmlns:dc="http://purl.org/dc/elements/1.1/">
            #{metadata.join("\n")}
            </metadata>
            <manifest>
            #{items.join("\n")}
            </manifest>
            <spine>
            #{@chapters.each_index.map { |index| %(<itemref idref="c#{index + 1}"/>) }.join("\n")}
            </spine>
            </package>
          XML
        end

        private

        def escaped(text) = CGI.escapeHTML(text.to_s)

        def language = escaped(self.class.language(@manuscript))

        def metadata
          info = @manuscript.info
          [%(<dc:identifier id="id">urn:uuid:#{identifier}</dc:identifier>), "<dc:title>#{escaped(@title)}</dc:title>",
            "<dc:language>#{language}</dc:language>", info.author && "<dc:creator>#{escaped(info.author)}</dc:creator>",
            info.subject && "<dc:description>#{escaped(info.subject)}</dc:description>",
            *info.keywords.to_s.split(/[,;]/).map(&:strip).reject(&:empty?).map { |word| "<dc:subject>#{escaped(word)}</dc:subject>" },
            %(<meta property="dcterms:modified">#{@date.getutc.strftime("%Y-%m-%dT%H:%M:%SZ")}</meta>), *accessible].compact
        end

        # A name that the same book has every time.
        def identifier
          words = Digest::SHA256.hexdigest([@title, @manuscript.info.author, @manuscript.words].inspect)
          "#{words[0, 8]}-#{words[8, 4]}-5#{words[13, 3]}-8#{words[17, 3]}-#{words[20, 12]}"
        end

        def accessible
          modes = ["textual", ("visual" if @pictures.any?)].compact
          features = ["structuralNavigation", "tableOfContents", "readingOrder", "displayTransformability",
            ("alternativeText" if @pictures.any? && @described), ("pageNavigation" if @pages), ("pageBreakMarkers" if @pages)].compact
          enough = (@pictures.empty? || @described) ? ["textual"] : [modes.join(",")]
          said = {accessMode: modes, accessModeSufficient: enough, accessibilityFeature: features, accessibilityHazard: ["none"]}
          said.flat_map { |name, all| all.map { |one| %(<meta property="schema:#{name}">#{one}</meta>) } } +
            [%(<meta property="schema:accessibilitySummary">#{escaped(summary)}</meta>)]
        end

        def summary
          pictures = if @pictures.empty? then ""
          else
            @described ? " Every picture has a text alternative." : " Some pictures have no text alternative."
          end
          "Headings, lists, tables and notes are marked as such#{", and page breaks of the printed pages" if @pages}.#{pictures}"
        end

        def items
          [%(<item id="nav" href="nav.xhtml" media-type="application/xhtml+xml" properties="nav"/>),
            %(<item id="css" href="#{Maker::STYLES}" media-type="text/css"/>),
            %(<item id="cover" href="cover.svg" media-type="image/svg+xml" properties="cover-image"/>),
            *@chapters.each_with_index.map { |file, index|
              %(<item id="c#{index + 1}" href="#{file}" media-type="application/xhtml+xml"/>)
            },
            *@pictures.each_with_index.map { |(file, type), index| %(<item id="i#{index + 1}" href="#{file}" media-type="#{type}"/>) }]
        end
      end
    end
  end
end
