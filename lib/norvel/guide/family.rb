# frozen_string_literal: true

module Norvel
  class Guide
    # The styles of a guide as a family: a base that says what all share, and under it styles that say only what differs. What neither
    # a style nor those over it say has the plain default.
    #
    #   family = guide.family
    #   family.values(:caption)        # everything a caption has, by property
    #   family[:caption].values        # what its style says itself
    class Family
      # `values` are its own, none that it would have anyway; `parent` and `next_slot` are slots.
      Member = Norvel::Value.define(:slot, :name, :values, parent: nil, next_slot: nil)

      # What a base says for all in a guide of the older form, where every style says everything.
      SHARED = %i[font_family size line_spacing language].freeze

      PLAIN_BASE = {name: "Base", values: {size: 12 * Lengths::PT}}.freeze # common practice, no source

      # @return [Hash{Symbol=>Member}] by slot, parents before those under them
      attr_reader :members

      # @param styles [Hash{Symbol=>Hash}] as the guide's file has them: :name, :parent, :next, :values
      # @param language [String, nil] of the guide
      def initialize(styles, language: nil)
        @flat = !styles.key?(:base)
        @language = language
        @written = @flat ? with_base(styles) : styles
        @members = {}
        @values = {}
        @resolved = {}
        @homes = {}
        @written.each_key { |slot| add(slot) }
        @members.freeze
      end

      # @return [Boolean] whether the guide is of the older form, in which every style says everything
      def flat? = @flat

      # @return [Boolean] whether it says how running text looks, so that a manuscript's base style can be of it
      def speaks_for_all? = !flat? || members.key?(:body)

      # @param slot [Symbol]
      # @return [Member, nil] of this very slot
      def [](slot) = members[slot]

      # What a list of contents is made with: the styles of its lines by level, of its heading, and of new ones the parent, as
      # `MakeContents` takes them.
      # @param sheet [StyleSheet] that has the family's styles
      # @return [Hash{String=>Object}]
      def contents_in(sheet)
        id = ->(slot) { (member = members[slot]) && sheet.named(member.name)&.id }
        entries = Slots::CONTENTS.each_with_index.to_h { |slot, index| [(index + 1).to_s, id[slot]] }.compact
        {"parent" => id[:contents_entry], "heading" => id[:contents_heading], "entries" => (entries if entries.any?)}.compact
      end

      # @param slot [Symbol]
      # @return [Symbol, nil] the slot whose style paragraphs in it have; nil where the guide has none for it
      def home(slot)
        @homes.fetch(slot) { @homes[slot] = Slots.chain(slot).find { |one| members.key?(one) && (one != :base || says_body?(slot)) } }
      end

      # @param slot [Symbol] one that has a style, or that another stands for
      # @return [Hash{Symbol=>Object}] the value of every property
      def values(slot)
        @resolved[slot] ||= Properties::DEFAULTS.merge(@values.fetch(home(slot) || :base), level_of(slot)).freeze
      end

      # @return [Array<Array(Member, Integer)>] all of it as a tree is read, each with how deep it stands
      def in_order(parent = nil, depth = 0)
        members.values.select { |member| member.parent == parent }.flat_map do |member|
          [[member, depth], *in_order(member.slot, depth + 1)]
        end
      end

      # @return [Array<String>] that its styles have, "#rrggbb"
      def colours = members.values.flat_map { |member| member.values.values_at(:color, :shading, :background) }.grep(/\A#/).uniq

      # @param slots [Array<Symbol>] headings deeper than the guide's, which take after its deepest
      # @return [Family] with styles for these
      def with_deeper(slots)
        extra = (slots - members.keys).select { |slot| home(slot) && Slots.level(home(slot)) }.to_h do |slot|
          [slot, under(home(slot), slot)]
        end
        extra.empty? ? self : Family.new(@written.merge(extra), language: @language)
      end

      # @param slots [Array<Symbol>]
      # @return [Hash{Symbol=>Member}] without these, unless another rests on them
      def members_without(slots)
        kept = members.except(*slots)
        needed = kept.values.flat_map { |member| over(member) }
        members.select { |slot, _| kept.key?(slot) || needed.include?(slot) }
      end

      private

      def under(deepest, slot) = {name: "heading #{Slots.level(slot)}", parent: deepest, next: members[deepest].next_slot, values: {}}

      # One of two schools has body text in the base style itself. Only what runs may stand in it; a caption or a picture may not.
      def says_body?(slot) = slot == :base || (!flat? && Slots.chain(slot).include?(:body))

      def over(member) = member.parent ? [member.parent, *over(members[member.parent])] : []

      def add(slot)
        return if @members.key?(slot)

        style = @written.fetch(slot)
        parent = parent_of(slot, style)
        add(parent) if parent
        inherited = parent ? @values[parent] : {}
        said = style[:values].merge(level_of(slot))
        @values[slot] = inherited.merge(said)
        own = said.reject { |name, value| parent ? inherited.fetch(name) { Properties::DEFAULTS[name] } == value : false }
        own = {language: @language}.compact.merge(own) if slot == :base
        @members[slot] =
          Member.new(slot: slot, name: style[:name], values: own, parent: parent,
            next_slot: style[:next] || (:body if Slots.level(slot) && @written.key?(:body)))
      end

      def level_of(slot) = (level = Slots.level(slot)) ? {outline_level: level} : {}

      # Character styles rest on nothing, or on one of their kind.
      def parent_of(slot, style)
        return if slot == :base
        return style[:parent] if Slots.kind(slot) == :character

        style[:parent] || :base
      end

      # A style of the older form that says nothing of what its base says has the base's.
      def with_base(styles)
        shared = styles.dig(:body, :values)&.slice(*SHARED) || {}
        base = PLAIN_BASE.merge(values: PLAIN_BASE[:values].merge(shared))
        {base: base}.merge(styles.transform_values { |style| style.merge(parent: nil) })
      end
    end
  end
end
