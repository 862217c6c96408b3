# frozen_string_literal: true

module Norvel
  module Properties
    # One row of the table.
    #
    # `target` is :paragraph or :text; `kind` says how its values are read, shown and compared;
    # `mark` is the word in the margin for it when it was set by hand; `visible` is false when it
    # cannot be seen on paper; `own_key` when the survey lists it under a key of its own; `beside` names the property whose value in
    # characters it is, as the format has it next to the width.
    Property = Value.define(:name, :target, :kind, :label, :default, unit: nil, choices: nil, toggle: false,
      signed: false, group: nil, mark: nil, visible: true, direct: true, own_key: false, least: nil, most: nil, beside: nil) do
      def text? = target == :text

      def length? = kind == :length

      # @return [Boolean] whether a person can write its value in one field
      def written? = kind != :numbering && !%i[hidden right_to_left].include?(name) && beside.nil?

      # @return [Boolean] whether its pieces (sides, stops) are inherited one by one
      def piecewise? = Property::PIECEWISE.key?(kind)

      # @param under [Object] the value as inherited @param own [Object] what is said over it
      # @return [Object] the value that comes of both
      def combine(under, own) = piecewise? ? Property::PIECEWISE[kind].seen(Property::PIECEWISE[kind].stack(under, own)) : own

      # @return [Object] both sayings as one, to be said in one place
      def stack(under, own) = (piecewise? && under) ? Property::PIECEWISE[kind].stack(under, own) : own

      # @param one [Object] @param other [Object] two of its values @param tolerance [Integer] EMU, for lengths
      # @return [Boolean] whether they are the same, as far as the rounding of files lets it be seen
      def same?(one, other, tolerance: Property::ROUNDING)
        case kind
        when :length then (one.to_i - other.to_i).abs <= tolerance
        when :line_spacing
          one.rule == other.rule && (one.value - other.value).abs <= (one.multiple? ? Property::ROUNDING_FACTOR : tolerance)
        when :font then one.to_s.casecmp?(other.to_s)
        when :tabs then one.size == other.size && one.zip(other).all? { |tab, wanted| tab.same?(wanted, tolerance) }
        else one == other
        end
      end

      # @return [String] the key in JSON, with its unit
      def json_key = length? ? "#{name}_pt" : name.to_s

      # @return [Object] the value as JSON has it (points, booleans, words)
      def to_json_value(value)
        case kind
        when :length then Lengths.points(value)
        when :line_spacing then value.to_json_value
        when :choice then (name == :underline) ? value != :none : value.to_s
        when :number then none?(value) ? nil : value
        when :tabs then value.map { |tab| {position_pt: Lengths.points(tab.position), align: tab.align.to_s, leader: tab.leader.to_s} }
        else value
        end
      end

      # @param unit [String, nil] the reader's unit for lengths that are not type sizes; nil: as they were written
      # @return [String] the value for people, with its unit
      def show(value, unit: nil)
        return "none" if value.nil? || value == [] || value == {} || none?(value)

        case kind
        when :length then show_length(value, unit)
        when :switch then value ? "yes" : "no"
        when :choice then value.to_s.tr("_", " ")
        when :tabs then value.map { |tab| tab.to_s(unit || "cm") }.join(", ")
        when :borders then Borders.show(value)
        when :characters then "#{(value / 100.0).to_s.delete_suffix(".0")} ch"
        when :numbering then value.list ? "list #{value.list}, level #{value.level + 1}" : "none"
        else (self.unit == "%") ? "#{value} %" : value.to_s
        end
      end

      # @param written [String, Boolean] what a person typed or a guide says
      # @param ch [Integer, nil] the width of one character in EMU, for lengths in "ch" @param em [Integer, nil] the type size in EMU
      # @return [Object] the value
      # @raise [Error] when it is none
      def parse(written, ch: nil, em: nil)
        case kind
        when :length then in_range(Lengths.parse(written, default_unit: unit, ch: ch, em: em))
        when :switch then parse_switch(written)
        when :choice then parse_choice(written.to_s.strip)
        when :line_spacing then LineSpacing.parse(written)
        when :colour then parse_colour(written.to_s.strip.downcase)
        when :number then parse_number(written.to_s.strip)
        when :font then parse_name(written.to_s.strip)
        when :language then parse_language(written.to_s.strip)
        when :numbering then parse_place(written.to_s.strip)
        when :tabs
          written.to_s.strip.match?(/\Anone\z/i) ? [] : written.to_s.split(/;|,\s+/).map { |stop| TabStop.parse(stop) }.sort_by(&:position)
        when :borders then Borders.parse(written.to_s)
        else raise Error, "#{label} cannot be written in one field."
        end
      end

      # @param value [Object, nil] from a file
      # @return [Object, nil] the nearest value that can be
      def hold(value)
        case kind
        when :length then value&.clamp(least || (signed ? -Lengths::LONGEST : 0), most || Lengths::LONGEST)
        when :number then value&.clamp(least || 0, most || 999)
        when :characters then value&.clamp(-Property::MOST_CHARACTERS, Property::MOST_CHARACTERS)
        when :line_spacing then value&.held
        when :tabs then value&.map { |tab| tab.with(position: tab.position.clamp(-Lengths::LONGEST, Lengths::LONGEST)) }
        when :borders then value&.transform_values do |line|
          (line == Borders::NONE) ? line : line.merge(width: line[:width].clamp(0, Borders::WIDEST),
            space: line[:space].clamp(0, Borders::FARTHEST))
        end
        else value
        end
      end

      # @return [Boolean] whether it is said that there is none
      def none?(value) = name == :outline_level && value == Properties::NO_LEVEL

      private

      def show_length(value, unit)
        return Lengths.show(value, self.unit) if text?
        return Lengths.show(value, unit) if unit

        (group == :spacing) ? Lengths.as_written(value) : Lengths.show(value, self.unit)
      end

      def in_range(value)
        raise Error, "#{label} cannot be negative." if !signed && value.negative?
        raise Error, "#{label} must be at least #{Lengths.show(least)}." if least && value < least
        raise Error, "#{label} must be at most #{Lengths.show(most || Lengths::LONGEST)}." if value.abs > (most || Lengths::LONGEST)

        value
      end

      def parse_switch(written)
        case written.to_s.strip.downcase
        when "true", "yes", "y", "on", "1" then true
        when "false", "no", "n", "off", "0" then false
        else raise Error, "#{label} is either yes or no."
        end
      end

      def parse_choice(written)
        plain = written.downcase.tr(" ", "_")
        plain = Property::ALSO.fetch(plain, plain) if name == :align
        found = choices.find { |choice| choice.to_s == plain }
        found or raise Error, "#{label} is one of #{choices.join(", ")}, not “#{written}”."
      end

      def parse_colour(written)
        return written if %w[auto none].include?(written)

        Colours.parse(written) or raise Error,
          "#{label} is a name of CSS (dark red) or written like #1a2b3c, or auto; “#{written}” is neither."
      end

      def parse_number(written)
        written = written.delete_suffix("%").strip
        return Properties::NO_LEVEL if name == :outline_level && written.match?(/\Anone\z/i)

        raise Error, "#{label} is a whole number." unless written.match?(/\A\d{1,3}\z/)

        number = written.to_i
        raise Error, "#{label} is between #{least} and #{most}#{" %" if unit == "%"}." unless number.between?(least || 0, most || 999)

        number
      end

      def parse_language(written)
        raise Error, "#{label} is written like en-GB or de." unless written.match?(/\A[a-z]{2,3}(-[A-Za-z0-9]{2,8})*\z/)

        written
      end

      # "list 3, level 2"; a bare number is a list, at its first level.
      def parse_place(written)
        return Properties::NumberRef.new(list: nil) if written.match?(/\Anone\z/i)

        list, level = written.match(/\A(?:list )?(\d+)(?:,? level (\d))?\z/i)&.captures
        raise Error, "#{label} is written like list 3, level 2, or none." if list.nil? || (level && !level.to_i.between?(1, 9))

        Properties::NumberRef.new(list: list, level: (level || 1).to_i - 1)
      end

      def parse_name(written)
        raise Error, "#{label} needs a name." if written.empty? || written.length > 100

        written
      end
    end

    Property::ALSO = {"left" => "start", "flush" => "start", "flush_left" => "start", "right" => "end", "flush_right" => "end",
                      "centre" => "center", "centred" => "center", "centered" => "center", "justified" => "justify"}.freeze
    Property::ROUNDING = 1_000 # EMU: what files in twips may leave
    Property::ROUNDING_FACTOR = 0.005 # of lines
    Property::MOST_CHARACTERS = 10_000 # hundredths
    Property::PIECEWISE = {borders: Borders, tabs: TabStop}.freeze
  end
end
