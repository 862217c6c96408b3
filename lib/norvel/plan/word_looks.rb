# frozen_string_literal: true

module Norvel
  class Plan
    # Words that look otherwise than their paragraph's style says, by what they say besides: each kind is to have a character style.
    class WordLooks
      # `values` are those of a character style, `under` the character style that the words have already, `stretches` [id, from, to].
      Found = Value.define(:values, :under, :stretches) do
        # @return [Array(StyleSheet::Style, Array)] a style of it for this sheet, and the change that makes it, as a series has it
        def style_for_it(sheet)
          name = sheet.free_name(WordLooks.called(self))
          style = StyleSheet::Style.new(id: sheet.free_id(name), name: name, kind: :character, parent: under)
          written = values.to_h { |property, value| [property.to_s, Changes::Exceptions.exactly(property, value)] }
          given = {"id" => style.id, "name" => name, "kind" => "character", "parent" => under, "values" => written}
          [style, [["define_style", given.compact]]]
        end
      end

      NAMES = {[:italic] => "Emphasis", [:bold] => "Strong", %i[bold italic] => "Strong emphasis", [:underline] => "Underlined"}.freeze
      EMPHASIS = %i[bold italic underline].freeze
      NAMED = 2 # values, in a name
      TEXT = (Appearance::TEXT - DirectFormatting::STAYS).freeze
      DRAWN_ON_SPACE = %i[underline strike highlight background].freeze

      # @param now [Manuscript] with its styles in place, by hand what was @param before [Manuscript] as it looked
      # @param ids [Array<Integer>] of the paragraphs that are looked at
      def initialize(before, now, ids)
        @before = before
        @now = now
        @ids = ids
        @was, @is = Cascade.new(before), Cascade.new(now)
      end

      # @return [Array<Found>] the commonest first
      def all
        found = @ids.flat_map { |id| of_paragraph(@now.paragraph(id)) }.compact
        groups = found.each_with_object([]) do |(values, under, stretch), list|
          home = list.find { |other| other.under == under && near?(other.values, values) }
          home ? home.stretches << stretch : list << Found.new(values: values, under: under, stretches: [stretch])
        end
        groups.sort_by.with_index { |group, index| [-group.stretches.size, index] }
      end

      # @param found [Found]
      # @return [StyleSheet::Style, nil] the character style of the sheet that says just this
      def self.style_for(sheet, found)
        return if found.under

        sheet.of_kind(:character).find do |style|
          said = sheet.chain(style.id).map(&:properties).reduce({}, :merge).select { |name, _| Properties::TABLE[name].visible }
          said.reject { |name, value| value == Properties::DEFAULTS[name] } == found.values
        end
      end

      # @param found [Found]
      # @return [String] what a style of it is called
      def self.called(found)
        plain, more = found.values.partition { |name, _| EMPHASIS.include?(name) }.map(&:to_h)
        words = more.map { |name, value| Properties::Words.of(name, value) }.first(NAMED)
        [NAMES.fetch(plain.keys.sort) { plain.empty? ? "Words" : "Emphasis" }, *words].join(" ").delete(",")
      end

      private

      def of_paragraph(paragraph)
        was = @before.paragraph(paragraph.id)
        return [] if was.runs.size < 2

        was.each_run_with_offset.map do |run, start|
          next if run.text.empty? || run.equation?

          values = besides(was, run, paragraph)
          [values, run.style, [paragraph.id, start, start + run.text.length]] unless values.empty?
        end
      end

      # What its look says over what styles give it.
      def besides(was, run, paragraph)
        looks, given = @was.run(was, run), @is.under(paragraph, run)
        names = run.text.match?(/[^[:space:]]/) ? TEXT : DRAWN_ON_SPACE
        names -= DirectFormatting.stays_on(run.properties, run.text, run.link)
        differing = names.reject { |name| Looks.alike?(name, looks[name], given[name]) }
        differing.to_h { |name| [name, turns?(name) || looks[name]] }
      end

      # A toggle of a character style turns what the paragraph's style says (ISO/IEC 29500-1 §17.7.3).
      def turns?(name) = Properties[name].toggle && @before.inheritance.turning?

      def near?(one, other) = one.keys == other.keys && one.all? { |name, value| Looks.alike?(name, value, other[name]) }
    end
  end
end
