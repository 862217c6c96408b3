# frozen_string_literal: true

module Norvel
  class Plan
    # What every plan is: lines in their order, each worked out on what the earlier ones leave. Whoever includes it says `steps`, which
    # fills its draft, and `title`.
    module LinesOf
      # @return [Array<Line>] in the order they are applied
      def lines = steps.map(&:first)

      # @return [Array<Remark>] what the plan leaves as it is, and why
      def remarks = steps && @draft.remarks

      # @return [Array<String>] for a person to look at: lines that are unsure, then what is left as it is
      def to_look_at = lines.select(&:unsure?).map { |line| "Unsure: #{line.sentence}" } + remarks.map(&:sentence)

      # @return [Manuscript] with every line applied
      def apply = steps.empty? ? @manuscript : steps.last.last

      # @param part [Symbol] @return [Boolean] whether it can be left out of the plan
      def strikable?(part) = part != :unused

      # @return [Changes::Series, nil] the whole plan as one step; nil when there is nothing to do
      def operation
        return if lines.empty?

        changes = lines.map { |line| [line.operation.class.operation_name, line.operation.parameters] }
        Changes.build("series", "title" => title, "changes" => changes)
      end
    end
  end
end
