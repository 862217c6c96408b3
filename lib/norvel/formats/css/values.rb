# frozen_string_literal: true

module Norvel
  module Formats
    module Css
      # Declarations as values of the property table. What is not known, or says nothing on paper, is left out.
      #
      #   Values.new(size: 12 * Lengths::PT).read("font-weight" => "bold", "text-indent" => "1em")
      class Values
        PX = 9_525 # EMU: a 96th of an inch (CSS Values 4 §6.2)
        SIZES = {"xx-small" => 6.75, "x-small" => 7.5, "small" => 9.75, "medium" => 12, "large" => 13.5, "x-large" => 18,
                 "xx-large" => 24}.freeze # points, as browser engines have them
        ROOT = 12 * Lengths::PT
        NATURAL = 1.15 # of the size: the line height that fonts have of themselves, about
        GENERIC = {"serif" => "Liberation Serif", "sans-serif" => "Liberation Sans", "monospace" => "Liberation Mono",
                   "system-ui" => "Liberation Sans", "ui-sans-serif" => "Liberation Sans", "ui-serif" => "Liberation Serif",
                   "ui-monospace" => "Liberation Mono"}.freeze
        MARGINS = {"margin-left" => :indent_start, "margin-inline-start" => :indent_start, "margin-right" => :indent_end,
                   "margin-inline-end" => :indent_end, "margin-top" => :space_before, "margin-block-start" => :space_before,
                   "margin-bottom" => :space_after, "margin-block-end" => :space_after, "text-indent" => :indent_first}.freeze
        ALIGN = {"left" => :start, "start" => :start, "right" => :end, "end" => :end, "center" => :center, "justify" => :justify}.freeze
        CLEAR = %r{\A\w+\((?:[^,]+,){3}\s*0*\.?0*%?\s*\)|/\s*0*\.?0*%?\s*\)} # colours of which nothing is seen
        LEAST, MOST = 3 * Lengths::PT, 200 * Lengths::PT # of a size

        # @param size [Integer] EMU, that of the text around
        def initialize(size: ROOT) = @size = size

        # @param said [Hash{String=>String}] declarations, shorthands taken apart
        # @return [Hash{Symbol=>Object}] values by property
        def read(said)
          set = {}
          said.each { |name, value| set.merge!(one(name, value.to_s.strip.downcase, value.to_s.strip)) unless name == "font-size" }
          set.merge!(sized(said["font-size"]))
          set.merge(measures(said, set[:size] || @size)).merge(borders(said))
        end

        private

        def one(name, value, written)
          case name
          when "font-family" then family(written)
          when "font-weight" then {bold: value.match?(/bold|[6-9]00/)}
          when "font-style" then {italic: value.match?(/italic|oblique/)}
          when "font-variant", "font-variant-caps" then value.include?("small-caps") ? {small_caps: true} : {}
          when "text-decoration", "text-decoration-line" then decorated(value)
          when "text-transform" then (value == "uppercase") ? {caps: true} : {}
          when "color" then colour(value, :color)
          when "background-color" then colour(value, :background)
          when "vertical-align" then raised(value)
          when "text-align" then ALIGN.key?(value) ? {align: ALIGN[value]} : {}
          when "direction" then {right_to_left: value == "rtl"}
          when "display" then (value == "none") ? {hidden: true} : {}
          when "break-before", "page-break-before" then value.match?(/page|always|left|right|recto|verso/) ? {break_before: true} : {}
          when "break-after", "page-break-after" then (value == "avoid") ? {keep_next: true} : {}
          when "break-inside", "page-break-inside" then (value == "avoid") ? {keep_together: true} : {}
          when "hyphens" then {hyphenate: value == "auto"}
          when "orphans", "widows" then value.match?(/\A[1-9]\z/) ? {name.to_sym => value.to_i} : {}
          else {}
          end
        end

        def family(written)
          first = written.split(",").first.to_s.delete(%("')).strip
          return {} if first.empty? || first.match?(/\A(inherit|initial|unset|var\()/)

          {font_family: GENERIC.fetch(first.downcase, first)}
        end

        def decorated(value)
          {underline: (:single if value.include?("underline")), strike: (true if value.include?("line-through"))}.compact
        end

        def raised(value) = {"super" => {raised: :superscript}, "sub" => {raised: :subscript}}.fetch(value, {})

        def colour(value, name)
          return {} if value.match?(/\A(transparent|inherit|initial|currentcolor)/) || value.match?(CLEAR)

          found = if (parts = value.match(/\Argba?\(\s*(\d+)[\s,]+(\d+)[\s,]+(\d+)/))
            format("#%02x%02x%02x", *parts.captures.map { |part| part.to_i.clamp(0, 255) })
          else
            Properties::Colours.parse(value)
          end
          found ? {name => found} : {}
        end

        def sized(written)
          value = written.to_s.strip.downcase
          found = if SIZES.key?(value) then SIZES[value] * Lengths::PT
          elsif value == "smaller" then @size / 1.2
          elsif value == "larger" then @size * 1.2
          else
            length(value, @size, @size)
          end
          found ? {size: (found.clamp(LEAST, MOST) / Lengths::HALF_POINT).round * Lengths::HALF_POINT} : {}
        end

        def measures(said, size)
          set = MARGINS.filter_map { |name, property|
            found = said[name] && length(said[name].strip.downcase, size, nil)
            [property, held(property, found)] if found
          }.to_h
          spacing = said["line-height"] && spacing(said["line-height"].strip.downcase, size)
          set[:line_spacing] = spacing if spacing
          letters = said["letter-spacing"] && length(said["letter-spacing"].strip.downcase, size, nil)
          set[:letter_spacing] = held(:letter_spacing, letters) if letters
          set
        end

        def held(property, value)
          limit = Lengths::LONGEST / 2
          value = value.round.clamp(%i[space_before space_after].include?(property) ? 0 : -limit, limit)
          (value / Lengths::TWIP).round * Lengths::TWIP
        end

        def spacing(value, size)
          factor = if value.match?(/\A[\d.]+\z/) then value.to_f
          elsif value.end_with?("%") then value.to_f / 100
          elsif (found = length(value, size, size)) then found / size
          end
          Properties::LineSpacing.multiple((factor / NATURAL).round(2).clamp(0.5, 5.0)) if factor&.positive?
        end

        # @return [Numeric, nil] EMU
        def length(value, size, whole)
          number, unit = value.match(/\A([+-]?[\d.]+)(px|pt|pc|cm|mm|in|em|rem|ex|ch|%)?\z/)&.captures
          return unless number
          return number.to_f.zero? ? 0 : nil unless unit

          case unit
          when "px" then number.to_f * PX
          when "em" then number.to_f * size
          when "rem" then number.to_f * ROOT
          when "ex", "ch" then number.to_f * size / 2
          when "%" then whole && number.to_f / 100 * whole
          else number.to_f * Lengths::PER_UNIT.fetch(unit)
          end
        end

        SIDES = {top: "top", bottom: "bottom", left: "left", right: "right"}.freeze
        STYLES = {"solid" => "single", "double" => "double", "dotted" => "dotted", "dashed" => "dashed"}.freeze
        private_constant :SIDES, :STYLES

        def borders(said)
          found = SIDES.filter_map { |side, name|
            style = STYLES[said["border-#{name}-style"].to_s.downcase] or next
            width = length(said["border-#{name}-width"].to_s.downcase, @size, nil) || PX
            next if width.zero?

            color = colour(said["border-#{name}-color"].to_s.downcase, :color)[:color] || "auto"
            [side, {style: style, width: width.round.clamp(1, 6 * Lengths::PT), color: color, space: Lengths::PT}]
          }.to_h
          found.empty? ? {} : {borders: found}
        end
      end
    end
  end
end
