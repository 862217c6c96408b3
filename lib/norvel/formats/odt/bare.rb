# frozen_string_literal: true

require "cgi"

module Norvel
  module Formats
    module Odt
      # The smallest package (ISO/IEC 26300, part 2, §3): one style, and the sample text that it is asked for.
      module Bare
        PREFIXES = %w[office text table style fo svg draw xlink dc meta].freeze
        HEAD = %(<?xml version="1.0" encoding="UTF-8"?>)

        module_function

        # Sample text is a placeholder (part 3, §7.3.10): any program takes it for text that is to be replaced.
        # @param samples [Array<String, Array<Array<String>>, Hash>] each a paragraph, or a table by rows, or {plain: text} that stays
        # @return [String] the bytes of a file
        def bytes(samples = [])
          body = samples.each_with_index.map { |sample, index| of(sample, index + 1) }.join
          body = "<text:p/>" if body.empty?
          members = {"mimetype" => Package::TEXT,
                     "content.xml" => part("content", "<office:body><office:text>#{body}</office:text></office:body>"),
                     "styles.xml" => part("styles", styles), "meta.xml" => part("meta", "<office:meta/>"), Package::MANIFEST => manifest}
          Archive.new({}).write(members, "mimetype")
        end

        # One style, and a sheet.
        def styles
          design = Manuscript::PageDesign.new
          edges = Pages::MARGINS.map { |edge, name| %(fo:margin-#{name}="#{Measure.length(design.margin[edge])}") }.join(" ")
          %(<office:styles><style:default-style style:family="paragraph"/><style:style style:name="Standard" style:family="paragraph"/>) +
            %(</office:styles><office:automatic-styles><style:page-layout style:name="Page1"><style:page-layout-properties ) +
            %(fo:page-width="#{Measure.length(design.width)}" fo:page-height="#{Measure.length(design.height)}" #{edges} ) +
            %(style:num-format="1"/></style:page-layout></office:automatic-styles><office:master-styles><style:master-page ) +
            %(style:name="Standard" style:page-layout-name="Page1"/></office:master-styles>)
        end

        def of(sample, number)
          case sample
          when Array then table(sample, number)
          when Hash then "<text:p>#{CGI.escape_html(sample[:plain])}</text:p>"
          else paragraph(sample)
          end
        end

        def paragraph(words)
          %(<text:p><text:placeholder text:placeholder-type="text">#{CGI.escape_html(words)}</text:placeholder></text:p>)
        end

        def table(rows, number)
          columns = rows.map(&:size).max
          head, *rest = rows.map { |row| "<table:table-row>#{row.map { |words| cell(words) }.join}</table:table-row>" }
          inner = "<table:table-header-rows>#{head}</table:table-header-rows>#{rest.join}"
          %(<table:table table:name="Table #{number}"><table:table-column table:number-columns-repeated="#{columns}"/>) +
            "#{inner}</table:table>"
        end

        def cell(words) = %(<table:table-cell>#{paragraph(words)}</table:table-cell>)

        def part(name, inner)
          spaces = PREFIXES.map { |prefix| %( xmlns:#{prefix}="#{Names::SPACES[prefix]}") }.join
          %(#{HEAD}<office:document-#{name}#{spaces} office:version="1.3">#{inner}</office:document-#{name}>)
        end

        def manifest
          parts = %w[content.xml styles.xml meta.xml].to_h { |name| [name, "text/xml"] }
          entries = {"/" => Package::TEXT, **parts}.map do |path, type|
            %(<manifest:file-entry manifest:full-path="#{path}" manifest:media-type="#{type}"/>)
          end
          %(#{HEAD}<manifest:manifest xmlns:manifest="#{Names::SPACES["manifest"]}" manifest:version="1.3">) +
            "#{entries.join}</manifest:manifest>"
        end
        private_class_method :styles, :of, :paragraph, :table, :cell, :part, :manifest
      end
    end
  end
end
