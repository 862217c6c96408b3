# frozen_string_literal: true

module Norvel
  module Formats
    module Css
      # Values of the property table as declarations.
      #
      #   Written.new(fonts).set(bold: true, space_after: 6 * Lengths::PT)   # {"font-weight" => "bold", "margin-block-end" => "6pt"}
      class Written
        FAMILIES = {monospaced: "monospace", sans: "sans-serif", serif: "serif"}.freeze
        LINES = {"single" => "solid", "double" => "double", "dotted" => "dotted", "dashed" => "dashed", "thick" => "solid"}.freeze
        LENGTHS = {indent_start: "margin-inline-start", indent_end: "margin-inline-end", indent_first: "text-indent",
                   space_before: "margin-block-start", space_after: "margin-block-end", letter_spacing: "letter-spacing",
                   size: "font-size"}.freeze
        ALIGN = {start: "start", end: "end", center: "center", justify: "justify"}.freeze
        NATURAL = Values::NATURAL

        # @param fonts [Fonts::Book] for what stands in where a family is not there
        def initialize(fonts) = @fonts = fonts

        # @param set [Hash{Symbol=>Object}] values by property
        # @return [Hash{String=>String}]
        def set(set) = set.reduce({}) { |said, (name, value)| said.merge(one(name, value)) }

        # @param set [Hash{Symbol=>Object}]
        # @return [String] "font-weight: bold; text-align: end"
        def line(set) = set(set).map { |name, value| "#{name}: #{value}" }.join("; ")

        private

        def one(name, value)
          return {LENGTHS[name] => length(value)} if LENGTHS.key?(name)

          case name
          when :font_family then {"font-family" => family(value)}
          when :bold then {"font-weight" => value ? "bold" : "normal"}
          when :italic then {"font-style" => value ? "italic" : "normal"}
          when :underline then {"text-decoration-line" => (value == :none) ? "none" : "underline"}
          when :strike then {"text-decoration-line" => value ? "line-through" : "none"}
          when :caps then {"text-transform" => value ? "uppercase" : "none"}
          when :small_caps then {"font-variant-caps" => value ? "small-caps" : "normal"}
          when :color then {"color" => (value == "auto") ? "inherit" : value}
          when :highlight, :background, :shading then {"background-color" => (value == "none") ? "transparent" : value}
          when :raised then raised(value)
          when :align then {"text-align" => ALIGN.fetch(value, "start")}
          when :line_spacing then {"line-height" => spacing(value)}
          when :keep_next then {"break-after" => value ? "avoid" : "auto"}
          when :keep_together then {"break-inside" => value ? "avoid" : "auto"}
          when :break_before then {"break-before" => value ? "page" : "auto"}
          when :orphans, :widows then {name.to_s => [value, 1].max.to_s}
          when :hyphenate then {"hyphens" => value ? "auto" : "manual"}
          when :borders then borders(value)
          else {}
          end
        end

        def length(emu) = "#{(emu / 12_700.0).round(2).to_s.delete_suffix(".0")}pt"

        def family(name)
          generic = FAMILIES.fetch(@fonts.kind(name))
          "#{name.match?(/\A[\w-]+\z/) ? name : %("#{name.gsub(/["\\\n<]/, "")}")}, #{generic}"
        end

        def raised(value)
          return {"vertical-align" => "baseline"} if value == :baseline

          {"vertical-align" => (value == :superscript) ? "super" : "sub", "font-size" => "smaller", "line-height" => "0"}
        end

        def spacing(value)
          case value.rule
          when :multiple then (value.value * NATURAL).round(2).to_s
          when :extra then "normal"
          else length(value.value)
          end
        end

        def borders(sides)
          sides.except(:between).to_h do |side, line|
            style = LINES[line[:style]]
            ["border-#{side}", if style
                                 "#{length(line[:width])} #{style} #{(line[:color] == "auto") ? "currentcolor" : line[:color]}"
                               else
                                 "none"
                               end]
          end
        end
      end
    end
  end
end
