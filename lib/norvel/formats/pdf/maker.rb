# frozen_string_literal: true

require "prawn"
require_relative "font"
require_relative "picture"
require_relative "reading_order"
require_relative "page_writer"
require_relative "description"
require_relative "hindrances"
require_relative "structure"
require_relative "outline"

module Norvel
  module Formats
    module Pdf
      # A PDF of the layout itself: the same lines at the same places, in the fonts they were measured in, tagged in reading order as
      # ISO 14289-1 (PDF/UA-1) and ISO 19005-2 (PDF/A-2a) ask, with bookmarks from the headings, links, and page labels that are the folios.
      #
      #   Pdf::Maker.new(layout, name: "Thesis").bytes
      class Maker
        VERSION = 1.7

        attr_reader :layout, :manuscript, :document

        # @param layout [Layout]
        # @param name [String] what it is called where it says no title itself
        # @param picture [Proc, nil] a member of the source to its bytes
        # @param links [Hash{Array(Integer, Integer)=>String}] by paragraph and run of the source where a link leads:
        #   an address, or "#" and an
        #   anchor's name
        # @param date [Time]
        def initialize(layout, name:, picture: nil, links: {}, date: Time.now, roles: nil)
          @layout = layout
          @manuscript = layout.manuscript
          @name = name
          @picture = picture
          @targets = links
          @date = date
          @roles = roles || Roles.new(@manuscript, Appearance.new(@manuscript, layout.cascade), layout.cascade)
          @fonts = {}
          @pictures = {}
          @inline = {}
          @leads = {}
          @painted = {}
        end

        # @yieldparam done [Integer] pages that were gone through, twice each @yieldparam of [Integer] @return [String]
        # @raise [FileError] where a font may not be given away
        def bytes(&progress)
          @order = ReadingOrder.new(layout, @roles)
          @description = Description.new(manuscript, name: @name, roles: @roles, date: @date)
          begin_document
          @told = ->(done) { progress&.call(done, 2 * layout.pages.size) }
          gather
          write_pages
          @order.settle
          Structure.new(self, @order.document, @written).write
          Outline.new(self).write
          @description.write(self, labels: page_labels, complete: Hindrances.new(layout).none?)
          resources
          @document.render
        end

        # @return [Array<PDF::Core::Reference>] pages, from 0
        attr_reader :pages

        # What a page writer asks.

        def ink_of(placed) = @ink[placed]

        # @return [Font]
        def font(face) = @fonts.fetch(face.path)

        # @return [Symbol] under which a page knows it
        def font_name(face) = (@font_names ||= {})[face.path] ||= :"F#{@font_names.size}"

        # @return [Boolean] whether a line was drawn already: heads of tables are repeated
        def again?(placed)
          key = [placed.paragraph.id, placed.line.start, placed.area == :note]
          @painted.key?(key) ? @painted[key] != placed : !(@painted[key] = placed)
        end

        # The paragraph that was read last.
        def read(id) = (@read_last = id)

        # @return [Node] what a paragraph's text goes to
        def element(id) = @order.of(id) || @order.add_aside(id, @read_last)

        # @return [Node] what its number or sign goes to
        def label_node(paragraph) = @order.label(paragraph.id) || element(paragraph.id)

        def id_of(paragraph) = paragraph.respond_to?(:id) ? paragraph.id : (paragraph || manuscript.paragraphs.first.id)

        # @return [Array<Node>] for each word what it goes to: the paragraph, a link, a passage in another language, a reference to a note
        def nodes_for(paragraph, words)
          base = element(paragraph.id)
          stretches = @inline[paragraph.id] ||= inline(paragraph)
          return words.map { base } if stretches.empty?

          words.map do |word|
            stretch = word.start && stretches.find { |one| word.start.between?(one[:from], one[:to] - 1) }
            stretch ? stretch[:node] ||= inline_node(base, stretch) : base
          end
        end

        # @return [Array<Integer>] offsets in a paragraph where an element of its own begins or ends
        def cuts(paragraph)
          (@cuts ||= {})[paragraph.id] ||=
            (@inline[paragraph.id] ||= inline(paragraph)).flat_map { |one| [one[:from], one[:to]] }.uniq.sort.freeze
        end

        # @return [Node, nil] the element itself, or what it stands in, when that is a link
        def link_node(node) = (@leads.key?(node) ? node : nil)

        # @return [Object] a paragraph's id or an address that a link leads to
        def leads_to(node) = @leads[node]

        # @return [Symbol, nil] the name of a picture's object
        def picture_name(inset) = @pictures[inset.ref]&.first

        # @return [String] what a picture is said to show, or what stands in its place
        def alternative(inset)
          inset.alt || ((inset.kind == :image) ? nil : "#{(inset.what || inset.kind).to_s.tr("_", " ")}, not laid out")
        end

        # @param id [Integer] of a paragraph
        # @return [Array, nil] where it begins: page and height (ISO 32000-1 §12.3.2.2)
        def destination(id)
          page = layout.page_of(id) or return
          placed = layout.pages[page - 1].placed.find { |one| one.paragraph&.id == id }
          [pages[page - 1], :XYZ, nil, (layout.pages[page - 1].height - placed.y).round(2), nil]
        end

        def ref(data) = @document.ref!(data)

        def catalog = @state.store.root.data

        def trailer = @state.trailer

        def info = @state.store.info.data

        private

        def begin_document
          @state = PDF::Core::DocumentState.new(info: @description.info, compress: true, trailer: {})
          @document = PDF::Core::Renderer.new(@state)
          @document.min_version(VERSION)
          @resources = ref({})
        end

        # What is drawn, and with which glyphs and pictures: fonts are cut down to these before any page is written.
        def gather
          @ink = {}.compare_by_identity
          @inks = layout.pages.each_with_index.map do |page, index|
            @told[index]
            ink = Drawing::Ink.new(page, pictured: method(:take_picture))
            page.placed.each { |placed| take(@ink[placed] = ink.line(placed)) }
            ink
          end
          @fonts.each_value(&:close)
        end

        def take(marks)
          marks.each do |mark|
            next unless mark.is_a?(Drawing::Ink::Text)

            font = @fonts[mark.format.face.path] ||= Font.new(mark.format.face)
            mark.words.each { |word| font.use(word.text) }
          end
        end

        # @return [Boolean] whether an image can be part of a PDF
        def take_picture(inset)
          image = inset.image?
          return false unless image && inset.ref && @picture

          @pictures.fetch(inset.ref) { @pictures[inset.ref] = picture_object(inset.ref) } && true
        end

        def picture_object(ref)
          object = (data = @picture[ref]) && Picture.object(data, @document)
          object && [:"I#{@pictures.size}", object]
        end

        def write_pages
          @pages = layout.pages.map { ref({}) }
          @written = layout.pages.each_with_index.map do |page, index|
            @told[layout.pages.size + index]
            writer = PageWriter.new(self, page, index, @inks[index])
            content = ref({})
            content.stream << writer.content
            content.stream.compress!
            @pages[index].data.merge!(Type: :Page, Parent: @state.store.pages, MediaBox: [0, 0, page.width.round(2), page.height.round(2)],
              Contents: content, Resources: @resources, StructParents: index, Tabs: :S)
            writer
          end
          @state.store.pages.data.merge!(Kids: @pages, Count: @pages.size)
        end

        def resources
          fonts = @fonts.to_h { |path, font| [@font_names.fetch(path), font.write(@document)] if @font_names.key?(path) }
          pictures = @pictures.values.compact.to_h
          @resources.data.merge!({Font: fonts, XObject: (pictures if pictures.any?)}.compact)
        end

        # Stretches of a paragraph that are elements of their own.
        def inline(paragraph)
          runs = paragraph.each_run_with_offset.reject { |run, _| run.text.empty? }
          found = runs.filter_map do |run, start|
            about = inline_about(paragraph, run) or next
            {from: start, to: start + run.text.length, about: about}
          end
          alike = found.chunk_while { |one, other| one[:to] == other[:from] && one[:about] == other[:about] }
          found = alike.map { |same| same.first.merge(to: same.last[:to]) }
          target = @order.leads_to(paragraph.id) # the whole of a contents line
          target ? [{from: 0, to: paragraph.text.length + 1, about: [:link, target]}] : found
        end

        def inline_about(paragraph, run)
          return [:note, run.insets.first.ref] if run.insets.any? { |inset| inset.kind == :note }

          address = run.origin && @targets[[run.home || paragraph.id, run.origin]]
          target = address ? led(address) : (manuscript.anchors[run.refers.to] if run.refers && %i[folio text number
            position].include?(run.refers.what))
          return [:link, target] if target

          language = layout.cascade.run(paragraph, run)[:language]
          [:language, language] if language && language != @description.language && run.text.match?(/\p{L}/)
        end

        # Only addresses that a reader may follow without harm.
        def led(address)
          return manuscript.anchors[address.delete_prefix("#")] if address.start_with?("#")

          address if address.match?(%r{\A(?:https?://|mailto:)}i) && address.ascii_only?
        end

        def inline_node(base, stretch)
          kind, about = stretch[:about]
          case kind
          when :link
            Node.new(:Link).waiting_for(base).tap { |node| @leads[node] = about }
          when :note then Node.new(:Reference).waiting_for(base)
          else Node.new(:Span, language: about).waiting_for(base)
          end
        end

        STYLES = {decimal: :D, lower_roman: :r, upper_roman: :R, lower_letter: :a, upper_letter: :A}.freeze

        # ISO 32000-1 §12.4.2: as the folios are.
        def page_labels
          last = 0
          numbered = layout.pages.each_with_index.map do |page, index|
            format = manuscript.sections[page.part]&.folio&.format
            number = STYLES[format] && [last + 1, *1..layout.pages.size].find { |one| ListLabels.write(one, format) == page.folio }
            last = number || 0
            [index, number && STYLES[format], number, page.folio.to_s]
          end
          rows = numbered.slice_when { |one, other| one[1].nil? || one[1] != other[1] || other[2] != one[2] + 1 }
          rows.flat_map { |row| [row.first[0], row.first[1] ? {S: row.first[1], St: row.first[2]} : {P: row.first[3]}] }
        end
      end
    end
  end
end
