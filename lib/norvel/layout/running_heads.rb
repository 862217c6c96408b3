# frozen_string_literal: true

module Norvel
  class Layout
    # What headers and footers say of the page they stand on: its folio, how many pages there are, the title, the chapter at hand.
    class RunningHeads
      # @param manuscript [Manuscript] @param pages [Array<Page>] whose folios are written
      def initialize(manuscript, pages)
        @manuscript = manuscript
        @pages = pages
        @in_part = pages.map(&:part).tally
        @first = {}
        @last = {}
      end

      # @param page [Page] @param styles [Array<String>] names or levels that fields for the current chapter go by
      # @return [Hash{Symbol, Array=>String}] by what is asked for; what is not known is left out
      def on(page, styles)
        about = {page: page.folio, pages: @pages.size.to_s, part_pages: @in_part[page.part].to_s, title: @manuscript.info.title,
                 author: @manuscript.info.author}
        about.merge(styles.to_h { |by| [[:chapter, by], current(by, page)] }).compact
      end

      # @param blocks [Array] of headers and footers
      # @return [Array<String>] what its fields for the current chapter go by
      def self.styles(blocks)
        Manuscript.paragraphs_of([blocks]).flat_map { |paragraph| paragraph.runs.filter_map { |run| run.by if run.field == :chapter } }.uniq
      end

      private

      # The first on the page, else the last before it (ISO/IEC 29500-1 §17.16.5.59).
      def current(by, page)
        look(by) unless @first.key?(by)
        found = @first[by][page.number] || @last[by].select { |number, _| number < page.number }.max_by(&:first)&.last
        found&.then { |paragraph| paragraph.text.tr("\n\u{FFFC}", " ").squeeze(" ").strip }
      end

      # The first and the last of its paragraphs on each page.
      def look(by)
        style = by.match?(/\A[1-9]\z/) ? @manuscript.sheet.heading(by.to_i) : @manuscript.sheet.named(by)
        @first[by] = {}
        @last[by] = {}
        return unless style

        @pages.each do |page|
          page.text_placed.each do |placed|
            next unless placed.paragraph&.style == style.id && placed.line.start.zero? && !placed.paragraph.blank?

            @first[by][page.number] ||= placed.paragraph
            @last[by][page.number] = placed.paragraph
          end
        end
      end
    end
  end
end
