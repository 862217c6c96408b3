# frozen_string_literal: true

module Norvel
  class Plan
    # Which style each kind of paragraph is to have: its own, where it is the commonest kind of that style; the one that the standard has for
    # it; else a new one, with a name that says what it is, under the style that is nearest to it.
    class Homes
      # `style` is an id; `name` and `parent` are said of one that is new.
      Home = Value.define(:kind, :style, name: nil, parent: nil) do
        def new? = !name.nil?
      end

      NAMES = {other: "Set apart", code: "Listing", figure: "Picture", body: "Body", empty: "Set apart"}.freeze
      AKIN = {table_heading: :table_text, other: :body, abstract: :body, verse: :block_quotation}.freeze
      NEARER = 2 # values fewer to say, from which on another style than the base is the parent

      # What paragraphs of running text that look otherwise are called: the first that is true of their values and not of the base's.
      LOOKS = [["Shaded", ->(look) { look[:shading] != "none" || look[:background] != "none" }], ["Boxed", ->(look) { look[:borders].any? }],
        ["Centred", ->(look) { look[:align] == :center }], ["At the end of the line", ->(look) { look[:align] == :end }],
        ["Hanging", ->(look) { look[:indent_first].negative? }], ["Indented", ->(look) { look[:indent_start].positive? }],
        ["In bold", ->(look) { look[:bold] }], ["In italics", ->(look) { look[:italic] }], ["In capitals", ->(look) { look[:caps] || look[:small_caps] }],
        ["Underlined line", ->(look) { look[:underline] != :none }], ["First line indented", ->(look) { look[:indent_first].positive? }]].freeze

      # @param examined [Examination] @param kinds [Array<Kinds::Kind>]
      def initialize(examined, kinds)
        @examined = examined
        @sheet = examined.manuscript.sheet
        @kinds = kinds
        @seen = Hash.new { |known, kind| known[kind] = Changes::StyleAsSeen.seen(kind.example, examined.appearance, examined.cascade) }.compare_by_identity
        @names = @sheet.styles.values.flat_map { |style| [style.name, style.file_name] }.to_set(&:downcase)
        @ids = {}
        @first = {}
      end

      # @return [Array<Home>] a style before what rests on it
      def all = @all ||= (kept + fresh).freeze

      # @return [Hash{Symbol=>Object}] how a kind looks
      def seen(kind) = @seen[kind]

      private

      # @return [Array<Home>] those that have a style of the sheet, the highest first
      def kept
        @kept ||= begin
          own = @kinds.filter_map { |kind| [kind, kind.style] if first_of_style?(kind) && fits?(kind, kind.style) }.to_h.compare_by_identity
          (@kinds - own.keys).each { |kind| (found = standard(kind, own.values)) && own[kind] = found }
          homes = own.map { |kind, style| Home.new(kind: kind, style: style) }
          homes.sort_by.with_index { |home, index| [@sheet.chain(home.style).size, index] }
        end
      end

      def first_of_style?(kind) = @kinds.find { |other| other.style == kind.style }.equal?(kind) && main?(kind)

      # Most of a style's letters are its commonest kind's.
      def main?(kind)
        letters = @letters ||= @kinds.flat_map(&:paragraphs).each_with_object(Hash.new(0)) { |one, sums| sums[one.style] += one.text.length }
        own = kind.paragraphs.sum { |paragraph| (paragraph.style == kind.style) ? paragraph.text.length : 0 }
        own * 2 >= letters[kind.style]
      end

      # A heading needs a style with its level, other text one without, the base is for text; a number comes by the style, or does not.
      def fits?(kind, id)
        level = @sheet.level_of(@sheet[id])
        return false if id == @sheet.default_id && (Kinds::APART.include?(kind.role) || kind.level)

        (level.nil? ? (kind.level.nil? || id != @sheet.default_id) : level == kind.level) && numbered_alike?(kind, id)
      end

      def numbered_alike?(kind, id)
        !numbered?(id) || kind.paragraphs.all? { |paragraph| paragraph.style == id && !paragraph.properties.key?(:numbering) }
      end

      def numbered?(id) = !@sheet.saying(id, :numbering)&.properties&.[](:numbering)&.list.nil?

      # @return [String, nil] the style that the standard has for a role, where nothing else uses it
      def standard(kind, taken)
        return if kind.level.nil? && !Guide::Slots::STANDARD.key?(kind.role)

        found = kind.level ? @sheet.heading(kind.level) : @sheet.of_kind(:paragraph).find { |style| Guide::Slots.named_by_standard(style) == kind.role }
        found&.id unless found.nil? || taken.include?(found.id) || used.include?(found.id) || !fits?(kind, found.id)
      end

      def used = @used ||= @kinds.flat_map(&:paragraphs).to_set(&:style)

      def fresh
        homed = kept.map(&:kind)
        (@kinds - homed).each_with_object([]) do |kind, made|
          name = name(kind)
          made << Home.new(kind: kind, style: id(name), name: name, parent: parent(kind, kept + made))
        end
      end

      # The base, or a style of the same role, or of text for what is set apart from it, that leaves less to be said.
      def parent(kind, homes)
        return @sheet.default_id if kind.level

        base = homes.find { |home| home.style == @sheet.default_id }
        under = base ? seen(base.kind) : @examined.cascade.style(@sheet.default_id).values(Changes::StyleAsSeen::NAMES)
        others = homes.select { |home| akin?(home.kind.role, kind.role) && home.kind.level.nil? && home.style != @sheet.default_id && !numbered?(home.style) }
        nearest = others.min_by { |home| differing(seen(home.kind), kind) }
        (nearest && differing(seen(nearest.kind), kind) + NEARER <= differing(under, kind)) ? nearest.style : @sheet.default_id
      end

      def akin?(over, role) = over == role || AKIN[role] == over

      def differing(under, kind) = seen(kind).count { |name, value| !Properties.same?(name, under[name], value) }

      # What is there already is told by what is otherwise.
      def name(kind)
        base = kind.level ? "heading #{kind.level}" : plain_name(kind)
        more = [nil, *otherwise(kind, base)].lazy.map { |word| [base, word].compact.join(" ") }
        numbered = (2..).lazy.map { |number| "#{base} #{number}" }
        free = [more, numbered].lazy.flat_map { |names| names }.find { |name| !@names.include?(name.downcase) }
        @first[base] ||= kind
        free.tap { |name| @names << name.downcase }
      end

      # @return [Array<String>] in words, alone and together, what a kind has that the first one called so has not
      def otherwise(kind, base)
        first = @first[base] ||= kept.find { |home| @sheet[home.style].name.casecmp?(base) }&.kind or return []
        words = seen(kind).reject { |name, value| Properties.same?(name, value, seen(first)[name]) }.map { |name, value| Properties::Words.of(name, value).delete(",") }
        words.first(4) + words.combination(2).first(6).map { |pair| pair.join(" ") }
      end

      def plain_name(kind)
        return NAMES.fetch(kind.role) { kind.role.to_s.tr("_", " ").capitalize } unless %i[body other].include?(kind.role)

        base = kept.find { |home| home.style == @sheet.default_id }
        LOOKS.find { |_, true_of| true_of[seen(kind)] && !(base && true_of[seen(base.kind)]) }&.first || NAMES.fetch(kind.role)
      end

      def id(name)
        free = (1..).lazy.map { |number| @sheet.free_id((number == 1) ? name : "#{name} #{number}") }.find { |one| !@ids.key?(one) }
        free.tap { |one| @ids[one] = true }
      end
    end
  end
end
