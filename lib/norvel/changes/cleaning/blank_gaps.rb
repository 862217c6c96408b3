# frozen_string_literal: true

module Norvel
  module Changes
    # Where blank lines stand, and what for: how high they are, and whether they were to push what follows to a new page.
    class BlankGaps
      # A stretch of blank lines: what stands before and after, how high it is in all and how high its lines are (EMU), and whether it
      # stands for a new page.
      Gap = Value.define(:blanks, :before, :after, :height, :line, turns: false)

      MANY = 3 # blank lines, and more stand for a new page
      BEGINS = %i[heading_1 contents_heading].freeze
      FRONT = %i[title subtitle author date other].freeze

      # @param manuscript [Manuscript]
      # @param only [Array<Integer>, nil] ids of the blank lines that count; nil: all that may go
      # @param roles [Roles, nil] @param layout [Layout, nil] where they are known already
      # @return [Array<Gap>]
      def self.of(manuscript, only: nil, roles: nil, layout: nil) = new(manuscript, only, roles, layout).gaps

      def initialize(manuscript, only, roles, layout)
        @manuscript = manuscript
        @going = EmptyParagraphs.removable(manuscript).to_set(&:id)
        @going &= only if only
        @roles = roles
        @layout = layout
      end

      # @return [Array<Gap>]
      def gaps
        return [] if @going.empty?

        EmptyParagraphs.rows(@manuscript, @going).map { |row| gap(*row.to_a) }
      end

      private

      def layout = @layout ||= Layout.new(@manuscript)

      def roles = @roles ||= Roles.new(@manuscript)

      def gap(blanks, before, after)
        Gap.new(blanks: blanks, before: before, after: after, height: blanks.sum { |paragraph| height(paragraph) },
          line: blanks.sum { |paragraph| lines(paragraph) }, turns: turns?(blanks, before, after))
      end

      def height(paragraph)
        set = layout.cascade.paragraph(paragraph)
        lines(paragraph) + set[:space_before] + set[:space_after]
      end

      def lines(paragraph) = layout.lines_of(paragraph.id).sum { |placed| placed.line.height * Lengths::PT }.round

      # Many of them, so that a chapter, or what follows the title page, begins a page.
      def turns?(chunk, before, after)
        return false unless chunk.size > MANY && before && after && !layout.cascade.paragraph(after)[:break_before]
        return false unless begins_part?(before, after)

        page = layout.pages[layout.page_of(after.id) - 1]
        first = page.placed.find { |placed| %i[body cell].include?(placed.area) }
        layout.page_of(before.id) < page.number &&
          (first.paragraph.id == after.id || chunk.any? { |paragraph| paragraph.id == first.paragraph.id })
      end

      def begins_part?(before, after)
        was, is = roles.of(before.id).name, roles.of(after.id).name
        BEGINS.include?(is) || (FRONT.include?(was) && !FRONT.include?(is) && title?)
      end

      def title? = (@title ||= [roles.in(:title).any?]).first
    end
  end
end
