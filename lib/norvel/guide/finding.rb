# frozen_string_literal: true

module Norvel
  class Guide
    # One place where a rule is not met: what was expected and measured, in words and, where it is a number,
    # as a number with its unit. `paragraph` is an id, nil for the page design; `fix` an operation's name and
    # parameters that would mend it.
    Finding = Value.define(:rule, :severity, :expected, :measured, :message, paragraph: nil, page: nil, expected_value: nil, measured_value: nil, unit: nil, fix: nil)
  end
end
