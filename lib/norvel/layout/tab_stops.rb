# frozen_string_literal: true

module Norvel
  class Layout
    # The tab stop that a tab at a given place goes to.
    class TabStops
      Stop = Struct.new(:x, :align, :leader)
      NEAR = 0.01

      # @param format [ParagraphFormat]
      # @param default [Float] distance of default stops, points
      # @param edge [Float] the right end of the line, points from the column's left edge
      def initialize(format, default, edge)
        tabs = format.tabs.reject { |tab| %i[clear bar].include?(tab.align) }
        @from = format.tabs_from
        @stops = tabs.map { |tab| Stop.new(@from + tab.position / 12_700.0, tab.align, tab.leader) }
        # A hanging indent is a stop of its own.
        @stops << Stop.new(format.start, :start, :none) if format.first.negative?
        @stops.sort_by!(&:x)
        @default = default.positive? ? default : 36.0
        @edge = edge
      end

      # @param x [Float] points from the column's left edge
      # @return [Stop, nil] nil when no stop is left on this line
      def after(x)
        found = @stops.find { |stop| stop.x > x + NEAR }
        return found if found && (found.x <= @edge + NEAR || found.align != :start)

        next_default = @from + ((x - @from + NEAR) / @default).floor * @default + @default
        (next_default <= @edge + NEAR) ? Stop.new(next_default, :start, :none) : nil
      end
    end
  end
end
