# frozen_string_literal: true

module Norvel
  module Changes
    # Takes out page breaks that were typed before a paragraph that begins a page anyway, by its style or by itself: in a paragraph of their
    # own, at the end of the one before, or at its own beginning. Two breaks would leave a page blank.
    class DropPageBreaks < Substitution
      BREAK = "\f"
      CARRIED = %i[page_break].freeze # what a paragraph says of it

      def carry_out(manuscript)
        changed = typed(manuscript)
        raise NothingToChange, "No page break was typed before a paragraph that begins a page anyway." if changed.empty?

        gone = changed.keys.to_set
        manuscript.with_paragraphs(changed.to_h { |id, cut| [id, left(manuscript.paragraph(id), cut, going?(manuscript, id, gone))] })
      end

      def told(before, after)
        count = before.paragraphs.sum { |paragraph| paragraph.text.count(BREAK) - after.paragraph(paragraph.id)&.text.to_s.count(BREAK) }
        "Took out #{counted(count, "typed page break")} before what begins a page by its style."
      end

      # @param manuscript [Manuscript]
      # @return [Hash{Integer=>Array(Integer, Integer)}] by paragraph the stretch of its text that goes
      def self.typed(manuscript)
        cascade = Cascade.new(manuscript)
        blocks = manuscript.blocks
        blocks.each_with_index.each_with_object({}) do |(block, index), found|
          next unless block.is_a?(Manuscript::Paragraph) && cascade.paragraph(block)[:break_before]

          own = block.text[/\A[[:space:]]*#{BREAK}[[:space:]]*/o]
          found[block.id] = [0, own.length] if own && page?(block, 0, own.length)
          before = blocks[0...index].reverse.lazy.take_while { |one| one.is_a?(Manuscript::Paragraph) }.find { |one| !one.empty? } or next
          at = before.text.rindex(/#{BREAK}[[:space:]]*\z/o)
          found[before.id] = [at, before.text.length] if at && !before.carries.include?(:section_end) && page?(before, at, before.text.length)
        end
      end

      # Whether what stands there is a page's break, and no column's.
      def self.page?(paragraph, from, to) = paragraph.runs_in(from, to).none? { |run| run.column_break || run.holds? }

      private

      def typed(manuscript)
        all = self.class.typed(manuscript)
        (parameters["paragraphs"] == "all") ? all : all.slice(*parameters["paragraphs"].map(&:to_i))
      end

      # Nothing but the break stood there.
      def going?(manuscript, id, gone)
        paragraph = manuscript.paragraph(id)
        gone.include?(id) && paragraph.text.match?(/\A[[:space:]]+\z/) && (paragraph.carries - CARRIED).empty? && paragraph.runs.none?(&:holds?)
      end

      def left(paragraph, (from, to), going)
        return if going

        cut = paragraph.replaced(from, to)
        cut.text.include?(BREAK) ? cut : cut.with(carries: cut.carries - CARRIED)
      end
    end
  end
end
