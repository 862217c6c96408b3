# frozen_string_literal: true

module Norvel
  class Guide
    # One place where a rule is not met: what was expected and measured, in words and, where it is a number,
    # as a number with its unit. `paragraph` is an id, nil for the page design; `fix` an operation's name and
    # parameters that would mend it, or what works them out (Deferred); `waived` the reason for which somebody lets it be.
    Finding = Value.define(:rule, :severity, :expected, :measured, :message, paragraph: nil, page: nil, expected_value: nil,
      measured_value: nil, unit: nil, fix: nil, waived: nil) do
      # @return [Array(String, Hash), nil]
      def fix = self[:fix].is_a?(Deferred) ? self[:fix].value : self[:fix]
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
