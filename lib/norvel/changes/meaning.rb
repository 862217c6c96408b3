# frozen_string_literal: true

module Norvel
  module Changes
    # Which direct formatting inside a paragraph carries meaning: text that differs from the majority of its
    # own paragraph by italic or bold over less than 80 % of its letters.
    class Meaning
      KINDS = %i[italic bold].freeze
      SHARE = 0.8

      # @param paragraph [Manuscript::Paragraph] @param cascade [Cascade]
      def initialize(paragraph, cascade)
        @letters = paragraph.runs.to_h { |run| [run, run.text.scan(/[[:alnum:]]/).size] }.compare_by_identity
        @total = @letters.values.sum
        @values = KINDS.to_h { |kind| [kind, paragraph.runs.to_h { |run| [run, cascade.run(paragraph, run)[kind]] }.compare_by_identity] }
      end

      # @param run [Manuscript::Run]
      # @return [Array<Symbol>] of :italic and :bold
      def of(run)
        return [] if @letters[run].zero?

        KINDS.select { |kind| run.properties.key?(kind) && differs?(kind, run) }
      end

      private

      def differs?(kind, run)
        value = @values[kind][run]
        alike = @letters.sum { |other, count| (@values[kind][other] == value) ? count : 0 }
        value != majority(kind) && alike < SHARE * @total
      end

      def majority(kind)
        (@majority ||= {})[kind] ||= @letters.group_by { |run, _| @values[kind][run] }.max_by { |_, runs| runs.sum(&:last) }.then { |value, _| [value] }
        @majority[kind].first
      end
    end
  end
end
