# frozen_string_literal: true

module Norvel
  module Changes
    # What the operations declare, as a page that documents them.
    module Declared
      module_function

      # @return [String] Markdown: every operation with what it takes
      def page
        ["# The changes", "", "Made by `bin/rules` from what each operation declares (`lib/norvel/changes`); do not edit it by hand.", "",
          "A change is a name and its parameters in plain JSON. Forms ask for the first ones; the others are said by whoever builds " \
          "the change.",
          *OPERATIONS.sort.flat_map { |name, operation| about(name, operation) }, ""].join("\n")
      end

      def about(name, operation)
        asked, besides = operation.asked || {}, operation.taken.except(*(operation.asked || {}).keys)
        ["", "## #{name}", "", *lines(asked), *lines(besides, " (not asked for)"), *("Takes nothing." if operation.taken.empty?)]
      end

      def lines(kinds, more = "") = kinds.map { |parameter, kind| "- `#{parameter}`: #{Operation::KINDS.fetch(kind)}#{more}" }
      private_class_method :about, :lines
    end
  end
end
