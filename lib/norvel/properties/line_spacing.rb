# frozen_string_literal: true

module Norvel
  module Properties
    # How far apart lines stand: `multiple` (a factor of the font's own line height),
    # `exact`, `at_least`, or `extra` to that height (EMU).
    LineSpacing = Value.define(:rule, :value) do
      # @param written [String] "1.5", "double", "exactly 14 pt", "at least 12 pt"
      # @return [LineSpacing]
      # @raise [Error]
      def self.parse(written)
        case written.to_s.strip
        when /\Asingle\z/i then multiple(1.0)
        when /\Adouble\z/i then multiple(2.0)
        when /\A(\d+(?:[.,]\d+)?)(?:\s*(?:×|times|lines?))?\z/i then multiple($1.tr(",", ".").to_f)
        when /\Aexact(?:ly)?\s+(.+)\z/i then new(rule: :exact, value: Lengths.parse($1))
        when /\A(.+?)\s+between lines\z/i then new(rule: :extra, value: Lengths.parse($1))
        when /\Aat[ _]least\s+(.+)\z/i then new(rule: :at_least, value: Lengths.parse($1))
        else raise Error, "“#{written}” is not a line spacing; write it like 1.5, exactly 14 pt or at least 12 pt."
        end
      end

      # @param factor [Float] of the font's own line height
      def self.multiple(factor)
        raise Error, "Line spacing must be between 0.1 and 20 lines." unless factor.between?(0.1, 20)

        new(rule: :multiple, value: factor)
      end

      # @return [LineSpacing] the nearest that can be
      def held = with(value: multiple? ? value.clamp(0.06, 132.0) : value.clamp(0, Lengths::LONGEST))

      def multiple? = rule == :multiple

      # @return [String] as `parse` reads it
      def to_s
        case rule
        when :multiple then value.round(2).to_s.delete_suffix(".0")
        when :exact then "exactly #{Lengths.show(value)}"
        when :extra then "#{Lengths.show(value)} between lines"
        else "at least #{Lengths.show(value)}"
        end
      end

      # @return [Hash] factor or points, for JSON
      def to_json_value = {rule: rule.to_s, value: multiple? ? value.round(4) : Lengths.points(value)}
    end

    LineSpacing::SINGLE = LineSpacing.new(rule: :multiple, value: 1.0)
  end
end
