# frozen_string_literal: true

module Norvel
  class Manuscript
    # One level of a list. `text` holds %1, %2 … for the counters; `properties` are the indents it brings,
    # `label_properties` the formatting of the label; `style` the paragraph style tied to it.
    ListLevel = Value.define(format: "decimal", text: "%1.", start: 1, properties: {}, label_properties: {}, style: nil,
      suffix: :tab, restart_after: nil, legal: false) do
      # @return [Boolean] whether it has a number or a sign
      def labelled? = !(format == "none" && text.empty?)
    end

    # `counter` is what lists share when one continues another; `starts` the levels that begin anew with it, `name`
    # what a list style is called.
    List = Value.define(:id, :levels, counter: nil, starts: {}, name: nil) do
      # @return [String] a counter of its own for a list that a change makes
      def self.new_counter(id) = "new #{id}"

      # @return [Boolean] whether a change made what it counts by, no file
      def counted_here? = counter.to_s.start_with?("new ")

      # @return [Integer] the level tied to a style, else the one asked for
      def level_for_style(style, asked) = levels.keys.find { |level| levels[level].style == style } || asked
    end
  end
end
