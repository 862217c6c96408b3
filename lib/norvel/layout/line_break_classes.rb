# frozen_string_literal: true

module Norvel
  class Layout
    # The line break class of code points (Unicode Character Database, LineBreak.txt, after LB1 of UAX #14), from the folder beside it.
    module LineBreakClasses
      FILE = File.expand_path("unicode/line_break.txt", __dir__)
      NEAR = 0x3000 # code points that are looked up in a table

      module_function

      # @param code [Integer] a code point
      # @return [Symbol] :AL, :SP, …; :OE and :CE are OP and CP of East Asian width, :IX unassigned pictographs
      def of(code) = (code < NEAR) ? near[code] : far(code)

      # @return [Array<Symbol>]
      def near = @near ||= Array.new(NEAR) { |code| far(code) }.freeze

      def far(code)
        starts, names = ranges
        names[(starts.bsearch_index { |start| start > code } || starts.size) - 1]
      end

      def ranges
        @ranges ||= begin
          rows = File.foreach(FILE).reject { |line| line.start_with?("#") }.map(&:split)
          [rows.map { |start, _| start.to_i(16) }.freeze, rows.map { |_, name| name.to_sym }.freeze].freeze
        end
      end
      private_class_method :near, :far, :ranges
    end
  end
end
