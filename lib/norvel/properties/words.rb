# frozen_string_literal: true

module Norvel
  module Properties
    # What a value is called in one or two words, as a copy editor writes it into the margin: "ital.", "12 pt", "flush".
    module Words
      ALIGN = {start: "flush", end: "flush at end", center: "centred", justify: "justified"}.freeze
      HUES = [["red", 0..15], ["orange", 16..45], ["yellow", 46..70], ["green", 71..165], ["blue", 166..255], ["violet", 256..290],
        ["magenta", 291..335], ["red", 336..360]].freeze

      module_function

      # @param name [Symbol] a property @param value [Object]
      # @return [String]
      def of(name, value)
        property = Properties[name]
        case name
        when :size then property.show(value)
        when :font_family then value
        when :align then ALIGN.fetch(value)
        when :color then colour(value)
        when :indent_first then value.negative? ? "hanging #{property.show(-value)}" : "indent #{property.show(value)}"
        when :indent_start then "in #{property.show(value)}"
        when :indent_end then "in at end #{property.show(value)}"
        when :space_before then "#{property.show(value)} before"
        when :space_after then "#{property.show(value)} after"
        when :line_spacing then "lines #{value}"
        when :break_before then value ? "new page" : "no new page"
        when :keep_next then value ? "keep with next" : "keep off"
        when :outline_level then (value.to_i == Properties::NO_LEVEL) ? "no level" : "level #{value}"
        when :orphans, :widows then "#{value} #{property.label.downcase}"
        when :underline then (value == :none) ? "no underscore" : "underscore"
        when :raised then (value == :baseline) ? "on the line" : value.to_s
        else (property.kind == :switch && !value) ? "not #{property.mark || property.label.downcase}" : property.mark ||
          property.label.downcase
        end
      end

      # @return [String] a plain word for a colour
      def colour(hex)
        return "automatic colour" unless hex.start_with?("#")

        red, green, blue = hex.delete_prefix("#").scan(/../).map(&:hex)
        highest, lowest = [red, green, blue].max, [red, green, blue].min
        if highest - lowest < 24
          return "black" if highest < 32

          return (lowest > 235) ? "white" : "grey"
        end
        hue = hue(red, green, blue, highest, lowest)
        "#{"dark " if highest < 140}#{HUES.find { |_, range| range.cover?(hue) }.first}"
      end

      def hue(red, green, blue, highest, lowest)
        spread = (highest - lowest).to_f
        turn = case highest
        when red then (green - blue) / spread % 6
        when green then (blue - red) / spread + 2
        else (red - green) / spread + 4
        end
        (turn * 60).round % 360
      end
      private_class_method :hue
    end
  end
end
