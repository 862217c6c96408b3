# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # How single values are written (ISO/IEC 26300, part 3, §18.3), read to those of the core; nil where nothing, or nothing known, is
      # said.
      class Values
        PIXEL = 9_525 # EMU (CSS Values 3, §6.2)
        MEASURES = (-72_000_000..72_000_000) # EMU: 2 m
        NUMBER = /\A\s*([+-]?(?:\d+(?:\.\d*)?|\.\d+))\s*(cm|mm|in|pt|pc|px)?\s*\z/
        PER = Lengths::PER_UNIT.merge("px" => PIXEL).freeze
        PERCENT = /\A\s*([+-]?\d+(?:\.\d+)?)\s*%\s*\z/
        HEX = /\A#\h{6}\z/
        AUTOMATIC = "auto"

        # @param told [Told] what was read as something else, with how often
        def initialize(told = Told.new)
          @told = told
        end

        # What is said of the file, for its reader (Told).
        def unknown(said, instead) = @told.unknown(said, instead)

        def tell(sentence) = @told.tell(sentence)

        # @param text [String, nil] @param of [Integer, nil] what a percentage is of, EMU
        # @return [Integer, nil] EMU
        def length(text, of: nil)
          return if text.nil?
          return of && (of * percent(text) / 100).round if text.match?(PERCENT)

          number, unit = text.match(NUMBER)&.captures
          return unknown("A length is written “#{text[0, 30]}”", nil) if number.nil? || (unit.nil? && !number.to_f.zero?)

          emu = (Rational(number) * (PER[unit] || 0)).round
          return emu if MEASURES.cover?(emu)

          emu.clamp(MEASURES.begin, MEASURES.end)
            .tap { |held| unknown("A length of #{text[0, 30]} is asked for", Lengths.show(held, "cm")) }
        end

        # @return [Rational, nil]
        def percent(text) = (number = text.to_s[PERCENT, 1]) && Rational(number)

        # @param text [String, nil] @param range [Range]
        # @return [Integer, nil]
        def count(text, range, what)
          return if text.nil?

          number = text.strip
          return unknown("#{what} is written “#{text[0, 30]}”", nil) unless number.match?(/\A[+-]?\d{1,12}\z/)

          number.to_i.clamp(range.begin, range.end)
        end

        # @return [Boolean, nil]
        def truth(text) = {"true" => true, "false" => false}[text]

        # @return [String, nil] "#rrggbb", or what stands for no colour
        def colour(text, none: "none")
          return if text.nil?
          return none if %w[transparent none].include?(text)

          text.match?(HEX) ? text.downcase : unknown("A colour is written “#{text[0, 30]}”", nil)
        end

        # @param text [String, nil] of svg:font-family or fo:font-family
        # @return [String, nil] the first family that it names
        def family(text)
          name = text.to_s[/\A\s*(?:'([^']*)'|"([^"]*)"|([^,]*))/] && ($1 || $2 || $3).strip
          name unless name.nil? || name.empty?
        end

        LINES = {"solid" => "single", "double" => "double", "dotted" => "dotted", "dashed" => "dashed", "dash-dot" => "dashed",
                 "dash-dot-dot" => "dashed", "fine-dashed" => "dashed", "groove" => "single", "ridge" => "single", "inset" => "single",
                 "outset" => "single", "double-thin" => "double"}.freeze
        THICK = {"thin" => Lengths::PT, "medium" => 3 * Lengths::PT, "thick" => 5 * Lengths::PT}.freeze

        # @param text [String, nil] "0.5pt solid #000000" (XSL 1.1, §7.8.23)
        # @return [Hash, nil] of Properties::Borders, without its distance
        def line(text)
          return if text.nil?
          return Properties::Borders::NONE if text.strip == "none" || text.strip.empty?

          width = kind = colour = nil
          text.split.first(6).each do |word|
            if word.match?(HEX) then colour = word.downcase
            elsif %w[none hidden].include?(word) then return Properties::Borders::NONE
            elsif LINES.key?(word) then kind = LINES[word]
            elsif THICK.key?(word) then width = THICK[word]
            else width = length(word)
            end
          end
          return Properties::Borders::NONE unless kind && width&.positive?

          {style: kind, width: width, color: colour || AUTOMATIC, space: 0}
        end
      end
    end
  end
end
