# frozen_string_literal: true

module Norvel
  class Manuscript
    # A paragraph: `style` is the id of its paragraph style, `properties` its direct formatting,
    # `mark_properties`/`mark_style` the formatting of its end mark. `carries` names what makes it more than
    # text: :section_end, :page_break, :field, :revision, :anchor. `id` is its number in the source.
    Paragraph = Value.define(:id, :style, properties: {}, mark_properties: {}, mark_style: nil, runs: [], carries: [], in_table: false) do
      attr_reader :text

      # The blank line of C4: nothing but white space, and nothing hangs on it.
      def empty? = carries.empty? && text.match?(/\A[[:space:]\u00AD]*\z/) && !text.include?("\f")

      def blank? = text.match?(/\A[[:space:]\u00AD]*\z/)

      def insets = runs.flat_map(&:insets)

      # @yieldparam run [Run]
      # @yieldparam start [Integer] offset of the run's first code point
      def each_run_with_offset
        return enum_for(:each_run_with_offset) unless block_given?

        offset = 0
        runs.each do |run|
          yield run, offset
          offset += run.text.length
        end
      end

      # Stretches of one formatting, neighbouring runs joined.
      # @return [Array<Hash>] with :start, :end (code points, end exclusive), :style, :properties
      def spans
        joined = []
        each_run_with_offset do |run, start|
          next if run.text.empty?

          last = joined.last
          if last && last[:run].alike?(run)
            last[:end] = start + run.text.length
          else
            joined << {start: start, end: start + run.text.length, style: run.style, properties: run.properties, run: run}
          end
        end
        joined
      end

      private

      def prepare
        @text = runs.map(&:text).join.freeze
      end
    end
  end
end
