# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Reads sections (ISO/IEC 29500-1 §17.6): each w:sectPr closes the section that ends with it.
      class SectionReader
        BEGINS = {"nextPage" => :page, "oddPage" => :recto, "evenPage" => :verso, "continuous" => :here, "nextColumn" => :here}.freeze
        FIRST = (0..99_999) # numbers to begin with
        RESTARTS = {"continuous" => :never, "eachSect" => :section, "eachPage" => :page}.freeze
        VERTICAL = {"center" => :center, "bottom" => :bottom}.freeze
        MARGINS = {top: "top", bottom: "bottom", start: "left", end: "right", gutter: "gutter", header: "header", footer: "footer"}.freeze

        # Every w:sectPr of a body with the number of the paragraph that ends it (nil for the last).
        # @return [Array<Array(Nokogiri::XML::Element, Integer)>]
        def self.nodes(body, paragraphs)
          inner = paragraphs.each_with_index.filter_map do |paragraph, index|
            node = Walk.child(Walk.child(paragraph, "pPr"), "sectPr")
            [node, index] if node
          end
          inner << [last(body), nil]
        end

        def self.last(body)
          node = body.last_element_child
          node = node.previous_element while node && node.name != "sectPr"
          node
        end
        private_class_method :last

        # @param node [Nokogiri::XML::Element, nil] w:footnotePr or w:endnotePr (§17.11.11, §17.11.5)
        # @return [Manuscript::NoteForm, nil] nil where nothing is said
        def self.note_form(codecs, node, format: :decimal)
          said = (node&.element_children || []).to_h { |child| [child.name, codecs.attribute(child)] }
          return unless said.keys.intersect?(%w[numFmt numStart numRestart pos])

          start = said["numStart"] && codecs.count(said["numStart"], FIRST, "the first number of notes")
          written = NumberFormats::FOLIOS.fetch(said["numFmt"] || NumberFormats.said(format.to_s)) do |other|
            codecs.unknown("Notes are numbered as “#{other}”", format)
          end
          Manuscript::NoteForm.new(format: written, start: start || 1,
            restart: RESTARTS.fetch(said["numRestart"], :never), place: (said["pos"] == "sectEnd") ? :section : :text)
        end

        def initialize(spelling, read_header)
          @codecs = spelling.codecs
          @read_header = read_header
          @header_cache = {}
        end

        # @return [Array<Manuscript::Section>]
        def read(body, paragraphs)
          before = nil
          self.class.nodes(body, paragraphs).each_with_index.map do |(node, last), index|
            before = read_section(node, last, before).with(origin: index)
          end
        end

        private

        def read_section(node, last, before)
          parts = node ? node.element_children.group_by(&:name) : {}
          Manuscript::Section.new(page: page(parts), last: last,
            begins: known(BEGINS, said(parts, "type"), :page, "A section begins on “%s”"),
            folio: folio(parts["pgNumType"]&.first), vertical: VERTICAL.fetch(said(parts, "vAlign"), :top), beyond: beyond(parts),
            headers: stories(parts["headerReference"], before&.headers), footers: stories(parts["footerReference"], before&.footers),
            first_differs: parts.key?("titlePg") && @codecs.on?(parts["titlePg"].first), **columns(parts["cols"]&.first),
            footnotes: self.class.note_form(@codecs, parts["footnotePr"]&.first),
            endnotes: self.class.note_form(@codecs, parts["endnotePr"]&.first, format: :lower_roman))
        end

        def said(parts, name, attribute = "val") = parts[name]&.first&.then { |node| @codecs.attribute(node, attribute) }

        def folio(node)
          return Manuscript::Folio.new unless node

          format = known(NumberFormats::FOLIOS, @codecs.attribute(node, "fmt"), :decimal, "Folios are asked for as “%s”")
          Manuscript::Folio.new(format: format, start: @codecs.count(@codecs.attribute(node, "start"), FIRST, "the first folio"))
        end

        # @return [Hash{Symbol=>Integer}] what is said of columns
        def columns(node)
          return {} unless node

          uneven = uneven(node)
          return uneven if uneven

          gap = @codecs.measure(@codecs.attribute(node, "space"))&.abs
          {columns: @codecs.count(@codecs.attribute(node, "num"), 1..MOST_COLUMNS, "the number of columns"), column_gap: gap}.compact
        end

        MOST_COLUMNS = 45

        # Columns of widths of their own (§17.6.3, §17.6.4).
        def uneven(node)
          return unless Codecs::OFF.include?(@codecs.attribute(node, "equalWidth"))

          each = node.element_children.select { |child| child.name == "col" }.first(MOST_COLUMNS).map do |one|
            %w[w space].map { |side| @codecs.measure(@codecs.attribute(one, side)).to_i.abs }
          end
          return if each.size < 2 || each.any? { |width, _| width.zero? }

          even = each.map(&:first).uniq.size == 1 && each[0..-2].map(&:last).uniq.size < 2
          {columns: each.size, column_gap: each.first.last, column_widths: (each unless even)}
        end

        GRIDS = %w[lines linesAndChars snapToChars].freeze

        # What is asked for and not laid out (§17.6.5, §17.6.8), and what no page shows (§17.6.10, §17.6.11 and others).
        def beyond(parts)
          [(:grid if GRIDS.include?(said(parts, "docGrid", "type"))), (:line_numbers if parts.key?("lnNumType")),
            *Markup::SAID["sectPr"].filter_map { |name, sort| sort if asked?(parts, name) },
            (:column_line unless [nil, *Codecs::OFF].include?(said(parts, "cols", "sep"))),
            (:chapter_folios if said(parts, "pgNumType", "chapStyle")),
            (:fixed_margin if %w[top bottom].any? { |edge| said(parts, "pgMar", edge).to_s.start_with?("-") })].compact.uniq
        end

        def asked?(parts, name)
          node = parts[name]&.first or return false
          value = @codecs.attribute(node, "val")
          !(value && Codecs::OFF.include?(value)) && !Markup::UNLESS[name]&.match?(value.to_s)
        end

        def page(parts)
          size = parts["pgSz"]&.first
          edges = parts["pgMar"]&.first
          default = Manuscript::PageDesign.new
          margin = MARGINS.to_h do |name, attribute|
            [name, (edges && @codecs.measure(@codecs.attribute(edges, attribute)))&.abs || default.margin[name]]
          end
          width, height = %w[w h].map { |side| size && @codecs.measure(@codecs.attribute(size, side)) }
          Manuscript::PageDesign.new(width: sane(width, default.width), height: sane(height, default.height), margin: margin)
        end

        # Sheets under 1 cm or over 2 m are a fault of the file.
        def sane(side, default)
          return default if side.nil?

          side.between?(360_000,
            72_000_000) ? side : @codecs.unknown("The file asks for a sheet with a side of #{Lengths.show(side, "cm")}",
              Lengths.show(default, "cm")) && default
        end

        # @param said [String, nil] nil: the file says nothing
        def known(words, said, instead, sentence)
          said.nil? ? instead : words.fetch(said) { @codecs.unknown(format(sentence, said), instead) }
        end

        def stories(references, inherited)
          own = (references || []).to_h do |node|
            relation = node.attribute_nodes.find { |attribute| attribute.node_name == "id" }&.value
            [(@codecs.attribute(node, "type") || "default").to_sym, @header_cache[relation] ||= @read_header.call(relation)]
          end
          (inherited || {}).merge(own)
        end
      end
    end
  end
end
