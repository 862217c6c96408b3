# frozen_string_literal: true

require_relative "running_heads"

module Norvel
  class Layout
    # Headers, footers and folios.
    class PageMargins
      POINT = 12_700.0
      DUMMY_FOLIOS = {page: "00", pages: "00"}.freeze

      def initialize(manuscript, setter)
        @manuscript = manuscript
        @flows = Flow.new(setter, between: manuscript.settings.between)
        @later = Flow.new(setter.apart, between: manuscript.settings.between)
        @heights = {}
        @apart = {}.compare_by_identity
        @geometries = {}.compare_by_identity
        @unchanging = {}.compare_by_identity
        @styles = {}.compare_by_identity
      end

      # @param part [Integer]
      # @return [Boolean] whether something in its headers and footers is no plain text, or floats
      def apart?(part) = @apart.key?(@manuscript.sections[part])

      # @param section [Manuscript::Section]
      # @return [PageGeometry] where its text may stand
      def geometry(section) = @geometries[section] ||= PageGeometry.new(section, @manuscript.settings, method(:height))

      # @param stories [Hash{Symbol=>Array}] the headers or footers of a section @param number [Integer] of the page
      # @param first [Boolean] whether it is the part's first page
      # @return [Float] points that the header or footer takes
      def height(section, stories, number, first)
        kind = kind(section, number, first)
        @heights[[section.object_id, stories.object_id, kind]] ||= begin
          blocks = stories.fetch(kind, [])
          items = blocks.empty? ? [] : items(blocks, section, DUMMY_FOLIOS)
          @apart[section] = true if items.any?(&:apart?)
          Flow.height(items)
        end
      end

      # @param pages [Array<Page>] whose folios are written
      # @return [void]
      def number(pages)
        count = 0
        part = nil
        pages.each do |page|
          section = @manuscript.sections[page.part]
          count = section.folio.start - 1 if part != page.part && section.folio.start
          part = page.part
          page.folio = ListLabels.write(count += 1, section.folio.format, language: @manuscript.info.language)
        end
      end

      # @param page [Page] that gets its header and footer
      # @return [void]
      def add(page, pages)
        return if page.blank

        section = @manuscript.sections[page.part]
        folios = said_on(page, pages, section)
        kind = kind(section, page.number, page.first)
        x = geometry(section).left(page.number)
        header = items(section.headers.fetch(kind, []), section, folios)
        put(page, header, x, page.design.margin[:header] / POINT, :header)
        footer = items(section.footers.fetch(kind, []), section, folios)
        put(page, footer, x, page.height - page.design.margin[:footer] / POINT - Flow.height(footer), :footer)
      end

      # @param page [Page] @param about [Manuscript::Section, Array] a part, or blocks that say something of the page
      # @return [Hash] what their fields come to there, as RunningHeads has it
      def said_on(page, pages, about)
        styles = @styles[about] ||=
          RunningHeads.styles(about.is_a?(Array) ? about : [*about.headers.values, *about.footers.values].flatten(1))
        (@heads ||= RunningHeads.new(@manuscript, pages)).on(page, styles)
      end

      private

      def kind(section, number, first)
        section.margin_kind(number: number, first: first, even_differs: @manuscript.settings.even_differs)
      end

      def items(blocks, section, folios)
        return blocks if blocks.empty?

        kept = (@unchanging[blocks] ||= unchanging?(blocks)) && (@unchanging[section] ||= {}.compare_by_identity)
        return set(blocks, section, folios) unless kept

        kept[blocks] ||= set(blocks, section, folios)
      end

      # On a page that is looked at some other layout may be under way.
      def set(blocks, section, folios)
        flow = folios.equal?(DUMMY_FOLIOS) ? @flows : @later
        flow.items(blocks, geometry(section).width, area: :header, folios: folios)
      end

      # @return [Boolean] whether they are the same on every page
      def unchanging?(blocks)
        Manuscript.paragraphs_of([blocks]).none? { |paragraph| paragraph.runs.any?(&:field) }
      end

      def put(page, items, x, y, area) = Placing.new(page).stack(items, Flow.leads(items), x, y, area: area)
    end
  end
end
