# frozen_string_literal: true

module Norvel
  class Guide
    # How a kind of rule is learned from examples: what is counted in them, and with which parameters it may hold there. A kind says it
    # where it says what it takes; `not_learned` says why examples cannot tell.
    #
    #   learned :captions, each: [:of]             # a rule for each of the choices
    #   learned :headings, trying: [:capitals]     # of the choices the one that holds
    #   learned(:notes) { |examples| [[{"place" => "foot"}, {"place" => "end"}]] }
    #
    # A block gives groups of alternatives. Of a group the one that holds for most is a habit; where two hold alike, nothing can be told,
    # unless the stricter one stands first (`strictest`).
    Habit = Norvel::Value.define(:counted, each: [], trying: [], strictest: false, groups: nil, why_not: nil) do
      # @return [Boolean] whether examples can tell
      def told? = why_not.nil?

      # @param kind [Class] of rule @param examples [Array<Check>]
      # @return [Array<Array<Hash>>] groups of alternatives: parameters as a guide's file has them
      def alternatives(kind, examples)
        return groups.call(examples).map { |group| group.map(&:compact) }.reject(&:empty?) if groups

        choices = ->(names) { names.map { |name| values(kind, name).map { |value| [name.to_s, value] } } }
        product(choices[each]).map { |fixed| product(choices[trying]).map { |tried| (fixed + tried).to_h } }
      end

      # @param example [Check] @param given [Hash] the parameters of a rule
      # @return [Integer] how many places of it a rule looks at there
      def places(example, given) = (counted.respond_to?(:call) ? counted : Habit::COUNTED.fetch(counted)).call(example, given)

      private

      def values(kind, name)
        parameter = kind.all_parameters.find { |one| one.name == name }
        (parameter.kind == :switch) ? [true, false] : parameter.choices
      end

      def product(lists) = lists.empty? ? [[]] : lists.first.product(*lists.drop(1))
    end

    class Habit
      ROLE = ->(*roles) { ->(example, _) { example.roles.in(*roles).size } }

      # What there is to be counted, by name: lambdas of an example and of a rule's parameters.
      COUNTED = {
        whole: ->(_, _) { 1 },
        sections: ->(example, _) { example.manuscript.sections.size },
        pages: ->(example, _) { example.layout.pages.size },
        paragraphs: ->(example, _) { example.with_words.size },
        running: ROLE[:body, :block_quotation, :abstract, :list_item],
        headings: ROLE[*Roles::HEADINGS],
        chapters: ROLE[:heading_1],
        items: ROLE[:list_item],
        entries: ROLE[:reference_entry],
        abstracts: ROLE[:abstract],
        quotations: ROLE[:block_quotation],
        contents_lines: ->(example, _) { example.manuscript.listed.size },
        notes: ->(example, _) { example.manuscript.notes.size },
        tables: ->(example, _) { example.manuscript.tables.size },
        figures: ->(example, _) { example.manuscript.images.size },
        things: ->(example, given) { example.captions.all.count { |one| kinds_of(given).include?(one.kind) } },
        captions: ->(example, given) { example.captions.all.count { |one| one.number && kinds_of(given).include?(one.kind) } },
        links: ->(example, _) { example.with_words.count { |one| one.runs.any?(&:link) } },
        references: ->(example, _) { example.references.all.size },
        of_roles: ->(example, given) { example.roles.in(*Array(given["roles"]).map(&:to_sym)).size }
      }.freeze

      # @return [Array<Symbol>] kinds of captions that parameters speak of
      def self.kinds_of(given)
        said = [*Array(given["of"]).map { |word| word.to_s.delete_suffix("s") }, *given.keys.map { |key| key.delete_suffix("s") }]
        kinds = said.map(&:to_sym) & %i[figure table]
        kinds.empty? ? %i[figure table] : kinds
      end

      # @return [Array<Integer>] the levels that headings of examples have
      def self.levels(examples)
        examples.flat_map { |example|
          example.roles.in(*Roles::HEADINGS).map { |one| Roles.level(example.roles.of(one.id).name) }
        }.uniq.sort
      end

      # @yieldparam levels [Array<Integer>] @yieldreturn [Array<Hash>] alternatives
      # @return [Array<Array<Hash>>] one group of them, none where there are no headings
      def self.of_levels(examples) = levels(examples).first(6).then { |found| found.empty? ? [] : [yield(found)] }

      # @param list [Array] @return [Object, nil] what stands in it most often
      def self.commonest(list) = list.compact.tally.max_by(&:last)&.first
    end
  end
end
