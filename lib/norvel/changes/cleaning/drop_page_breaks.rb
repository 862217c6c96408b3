# frozen_string_literal: true

module Norvel
  module Changes
    # Takes out page breaks that were typed before a paragraph that begins a page anyway, by its style or by itself: in a paragraph of their
    # own, at the end of the one before, or at its own beginning. Two breaks would leave a page blank.
    class DropPageBreaks < Substitution
      takes_besides paragraphs: :paragraphs

      BREAK = "\f"
      CARRIED = %i[page_break].freeze # what a paragraph says of it

      def carry_out(manuscript)
        changed = typed(manuscript)
        raise NothingToChange, "No page break was typed before a paragraph that begins a page anyway." if changed.empty?

        manuscript.with_paragraphs(changed.to_h { |id, cut| [id, left(manuscript.paragraph(id), cut)] })
      end

      def told(before, after)
        breaks = ->(manuscript) { manuscript.paragraphs.sum { |paragraph| paragraph.text.count(BREAK) } }
        count = breaks[before] - breaks[after]
        "Took out #{counted(count, "typed page break")} before what begins a page by its style."
      end

      # @param manuscript [Manuscript]
      # @return [Hash{Integer=>Array(Integer, Integer)}] by paragraph the stretch of its text that goes
      def self.typed(manuscript)
        cascade = Cascade.new(manuscript)
        before = nil # the last paragraph that is not empty, with nothing else between
        manuscript.blocks.each_with_object({}) do |block, found|
          next before = nil unless block.is_a?(Manuscript::Paragraph)

          if cascade.paragraph(block)[:break_before]
            found[block.id] = [0, own(block)] if own(block)
            found[before.id] = [at_end(before), before.text.length] if before && at_end(before)
          end
          before = block unless block.empty?
        end
      end

      # @return [Integer, nil] where a break at its own beginning ends
      def self.own(paragraph)
        to = paragraph.text[/\A[[:space:]]*#{BREAK}[[:space:]]*/o]&.length
        to if to && page?(paragraph, 0, to)
      end

      # @return [Integer, nil] where a break at its end begins
      def self.at_end(paragraph)
        from = paragraph.text.rindex(/#{BREAK}[[:space:]]*\z/o)
        from if from && !paragraph.ends_section? && page?(paragraph, from, paragraph.text.length)
      end

      # Whether what stands there is a page's break, and no column's.
      def self.page?(paragraph, from, to) = paragraph.runs_in(from, to).none? { |run| run.column_break || run.holds? }
      private_class_method :own, :at_end, :page?

      private

      def typed(manuscript)
        all = self.class.typed(manuscript)
        (parameters["paragraphs"] == "all") ? all : all.slice(*parameters["paragraphs"].map(&:to_i))
      end

      # @return [Manuscript::Paragraph, nil] nil where nothing but the break stood there
      def left(paragraph, (from, to))
        return if paragraph.text.match?(/\A[[:space:]]+\z/) && (paragraph.carries - CARRIED).empty? && paragraph.runs.none?(&:holds?)

        cut = paragraph.replaced(from, to)
        cut.text.include?(BREAK) ? cut : cut.with(carries: cut.carries - CARRIED)
      end
    end
  end
end
