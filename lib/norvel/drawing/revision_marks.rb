# frozen_string_literal: true

module Norvel
  module Drawing
    # Recorded revisions on a page: what was put in stands between two corner strokes, what was taken out is said in the margin.
    class RevisionMarks
      include SvgValues

      LONGEST = 14 # letters of what was taken out
      SAID = {deletion: "out", move: "moved"}.freeze

      # @param manuscript [Manuscript]
      def initialize(manuscript)
        @gone = manuscript.matters.select { |matter| SAID.key?(matter.kind) }.group_by(&:paragraph)
      end

      # @param paragraph [Manuscript::Paragraph]
      # @return [Array<String>] words for the margin, where it begins
      def words(paragraph)
        (@gone[paragraph.id] || []).map { |matter| "#{SAID[matter.kind]}: #{matter.text.empty? ? "¶" : "“#{cut(matter.text.strip)}”"}" }
      end

      # @param placed [Layout::Placed] a line
      # @return [Array<Array(Float, Float)>] from where to where in it something was put in, points
      def stretches(placed)
        line = placed.line
        pieces = nil
        put_in(placed.paragraph).filter_map do |from, to|
          next if from >= line.end || to <= line.start

          pieces ||= placed.setting.pieces(line)
          own = pieces.select { |piece| piece.start && piece.start < to && piece.start + piece.text.length > from }
          [placed.x + own.first.x, placed.x + own.last.x + own.last.width] if own.any?
        end
      end

      # @return [String] the strokes around what was put in, points
      def strokes(placed)
        top = placed.baseline - 8.5
        stretches(placed).map do |from, to|
          %(<path class="pen revised" d="M#{n(from - 1)} #{n(top + 4)}V#{n(top)}H#{n(from + 3)}) +
            %(M#{n(to + 1)} #{n(top + 4)}V#{n(top)}H#{n(to - 3)}"/>)
        end.join
      end

      private

      def cut(text) = (text.length > LONGEST) ? "#{text[0, LONGEST].strip} …" : text

      def put_in(paragraph)
        return [] if paragraph.runs.none?(&:revised)

        found = paragraph.each_run_with_offset.filter_map do |run, start|
          [start, start + run.text.length] if run.revised && !run.text.empty?
        end
        found.slice_when { |one, other| one.last != other.first }.map { |joined| [joined.first.first, joined.last.last] }
      end
    end
  end
end
