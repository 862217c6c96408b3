# frozen_string_literal: true

module Norvel
  class Guide
    # What clauses quote, held against what their rules ask for: a length, a paper or a font that no rule of the clause asks for is
    # doubtful, since the value was changed and the words were not, or the other way round.
    #
    #   Guide::Clauses.new(guide).doubts    # {"margins" => Doubt(quoted: "3.5 cm", asked: "4 cm")}
    class Clauses
      # `asked` is what stands there now and the clause does not say; nil where there are several.
      Doubt = Norvel::Value.define(:quoted, :asked) do
        # @return [String]
        def sentence = "The clause says #{quoted}; #{asked ? "the rule asks for #{asked}" : "the rule does not ask for that"}."
      end

      LENGTH = /(?<![\d.,])(\d+(?:[.,]\d+)?)[ \u00A0-]?(pt|points?|cm|mm|in|inch|inches)\b/
      UNITS = {"point" => "pt", "points" => "pt", "inch" => "in", "inches" => "in"}.freeze
      NEAR = 2_000 # EMU: what is rounded in words

      # What of a rule is no value that it asks for.
      BESIDES = %w[id clause severity source checks roles property tolerance except parts].freeze

      # @param guide [Guide] @param families [Array<String>] of fonts that are known
      def initialize(guide, families: Fonts::Book.shipped.known)
        @guide = guide
        @families = families
      end

      # @return [Hash{String=>Doubt}] by the id of the rule, the first of those with one clause
      def doubts
        @guide.rules.group_by(&:clause).filter_map do |clause, rules|
          found = [lengths(clause, rules), papers(clause, rules), fonts(clause, rules)].compact.first
          [rules.first.id, found] if found
        end.to_h
      end

      private

      def lengths(clause, rules)
        asked = rules.flat_map { |rule| asked_of(rule) }.flat_map { |value| lengths_in(value.to_s) }
        return if asked.empty?

        quoted = lengths_in(clause)
        doubt(besides(quoted, asked), besides(asked, quoted))
      end

      # @return [Array<Array(String, Integer)>] as they are written, and in EMU
      def lengths_in(text)
        text.scan(LENGTH).map { |number, unit| ["#{number} #{unit}", Lengths.parse("#{number} #{UNITS.fetch(unit, unit)}")] }
      end

      # @return [Array<String>] of some lengths those that are not among others
      def besides(some, others)
        some.reject { |_, one| others.any? { |_, other| (one - other).abs <= NEAR } }.map(&:first)
      end

      def papers(clause, rules)
        asked = rules.filter_map { |rule| rule.data["paper"] }
        named(clause, asked, Manuscript::PAPERS.keys.map(&:to_s)) if asked.any?
      end

      def fonts(clause, rules)
        asked = rules.select { |rule| rule.data["property"] == "font_family" }.flat_map { |rule| asked_of(rule) }.map(&:to_s)
        named(clause, asked, @families | asked) if asked.any?
      end

      def named(clause, asked, names)
        longest_first = Regexp.union(names.sort_by { |name| -name.length })
        quoted = clause.scan(/(?<![[:alnum:]])#{longest_first}(?![[:alnum:]])/).uniq
        doubt(quoted - asked, asked - quoted)
      end

      def doubt(quoted, asked)
        return if quoted.empty?

        Doubt.new(quoted: quoted.first, asked: (asked.uniq.first if quoted.uniq.size == 1 && asked.uniq.size == 1))
      end

      # What a rule asks for, its tolerance apart.
      def asked_of(rule) = rule.data.except(*BESIDES).values.flat_map { |value| value.is_a?(Hash) ? value.values : Array(value) }
    end
  end
end
