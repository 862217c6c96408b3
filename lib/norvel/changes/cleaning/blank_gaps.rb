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
        wanted = only&.to_h { |id| [id, true] }
        @going = EmptyParagraphs.removable(manuscript).map(&:id).select { |id| wanted.nil? || wanted.key?(id) }.to_h { |id| [id, true] }
        @roles = roles
        @layout = layout
      end

      # @return [Array<Gap>]
      def gaps
        return [] if @going.empty?

        @manuscript.containers.values.flat_map do |blocks|
          read(blocks.chunk_while { |one, other| @going[one.id] && @going[other.id] }.to_a)
        end
      end

      private

      def layout = @layout ||= Layout.new(@manuscript)

      def roles = @roles ||= Roles.new(@manuscript)

      def read(chunks)
        chunks.each_with_index.filter_map do |chunk, index|
          next unless @going[chunk.first.id]

          before, after = (index.positive? ? chunks[index - 1].last : nil), chunks[index + 1]&.first
          Gap.new(blanks: chunk, before: (before if before.is_a?(Manuscript::Paragraph)),
            after: (after if after.is_a?(Manuscript::Paragraph)),
            height: chunk.sum { |paragraph| height(paragraph) }, line: chunk.sum { |paragraph| lines(paragraph) },
            turns: turns?(chunk, before, after))
        end
      end

      def height(paragraph)
        set = layout.cascade.paragraph(paragraph)
        lines(paragraph) + set[:space_before] + set[:space_after]
      end

      def lines(paragraph) = layout.lines_of(paragraph.id).sum { |placed| placed.line.height * Lengths::PT }.round

      # Many of them, so that a chapter, or what follows the title page, begins a page.
      def turns?(chunk, before, after)
        return false unless chunk.size > MANY && before.is_a?(Manuscript::Paragraph) && after.is_a?(Manuscript::Paragraph) &&
          !layout.cascade.paragraph(after)[:break_before]
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
