# frozen_string_literal: true

module Norvel
  class Guide
    # One place where a rule is not met: what was expected and measured, in words and, where it is a number,
    # as a number with its unit. `paragraph` is an id, nil for the page design; `fix` what would mend it: a cure, several ways to one
    # (Remedies), or what works either out (Deferred); `waived` the reason for which somebody lets it be.
    Finding = Value.define(:rule, :severity, :expected, :measured, :message, paragraph: nil, page: nil, expected_value: nil,
      measured_value: nil, unit: nil, fix: nil, waived: nil) do
      # @return [Array(String, Hash), nil] the cure that may be made unasked: what touches least and agrees with the sheet
      def fix = remedy.is_a?(Remedies) ? remedy.first : remedy

      # Pages are counted anew where lines move, so a page is a place only where nothing nearer is known.
      # @return [Array] where it is found by which rule: what is found there again is the same
      def place = [rule, paragraph || [page, expected]]

      # @return [Array<Remedies::Way>] all that would mend it, what touches least first
      def ways
        return remedy.all if remedy.is_a?(Remedies)

        remedy ? [Remedies::Way.new(cure: remedy)] : []
      end

      private

      def remedy = self[:fix].is_a?(Deferred) ? self[:fix].value : self[:fix]
    end

    # What is worked out when it is first asked for: most findings are counted and never mended one by one.
    class Deferred
      def initialize(&work)
        @work = work
      end

      # @return [Object]
      def value
        return @value unless @work

        @value, @work = @work.call, nil
        @value
      end
    end
  end
end
