# frozen_string_literal: true

module Norvel
  class Plan
    # Which style each kind of paragraph is to have: its own, where it is the commonest kind of that style; the one that the standard has
    # for it; else a new one, with a name that says what it is, under the style that is nearest to it.
    class Homes
      # `style` is an id; `name` and `parent` are said of one that is new.
      Home = Value.define(:kind, :style, name: nil, parent: nil) do
        def new? = !name.nil?
      end

      NAMES = {other: "Set apart", code: "Listing", figure: "Picture", body: "Body", empty: "Set apart"}.freeze
      AKIN = {table_heading: :table_text, other: :body, abstract: :body, verse: :block_quotation}.freeze
      NEARER = 2 # values fewer to say, from which on another style than the base is the parent
      TOLD_APART = 4 # values that a name is told apart by, alone or two of them

      # What paragraphs of running text that look otherwise are called: the first that is true of their values and not of the base's.
      LOOKS = {
        "Shaded" => ->(look) { look[:shading] != "none" || look[:background] != "none" },
        "Boxed" => ->(look) { look[:borders].any? },
        "Centred" => ->(look) { look[:align] == :center },
        "At the end of the line" => ->(look) { look[:align] == :end },
        "Hanging" => ->(look) { look[:indent_first].negative? },
        "Indented" => ->(look) { look[:indent_start].positive? },
        "In bold" => ->(look) { look[:bold] },
        "In italics" => ->(look) { look[:italic] },
        "In capitals" => ->(look) { look[:caps] || look[:small_caps] },
        "Underlined line" => ->(look) { look[:underline] != :none },
        "First line indented" => ->(look) { look[:indent_first].positive? }
      }.freeze

      # @param examined [Examination] @param kinds [Array<Kinds::Kind>] those with the most letters first
      def initialize(examined, kinds)
        @examined = examined
        @sheet = examined.manuscript.sheet
        @kinds = kinds
        @seen = {}.compare_by_identity
        @names = @sheet.styles.values.flat_map { |style| [style.name, style.file_name] }.to_set(&:downcase)
        @ids = Set[]
        @first = {}
      end

      # @return [Array<Home>] a style before what rests on it
      def all = @all ||= (kept + fresh).freeze

      # @return [Hash{Symbol=>Object}] how a kind looks
      def seen(kind) = @seen[kind] ||= Changes::StyleAsSeen.seen(kind.example, @examined.appearance, @examined.cascade)

      private

      # @return [Array<Home>] those that have a style of the sheet, the highest first
      def kept
        @kept ||= begin
          own = @kinds.filter_map { |kind| [kind, kind.style] if main?(kind) && fits?(kind, kind.style) }.to_h.compare_by_identity
          (@kinds - own.keys).each { |kind| (found = standard(kind, own.values)) && own[kind] = found }
          homes = own.map { |kind, style| Home.new(kind: kind, style: style) }
          homes.sort_by.with_index { |home, index| [@sheet.chain(home.style).size, index] }
        end
      end

      # The commonest kind of a style, with most of its letters.
      def main?(kind)
        @main ||= @kinds.reverse.to_h { |one| [one.style, one] }
        return false unless @main[kind.style].equal?(kind)

        own = kind.paragraphs.sum { |paragraph| (paragraph.style == kind.style) ? paragraph.text.length : 0 }
        own * 2 >= letters[kind.style]
      end

      # @return [Hash{String=>Integer}] by style
      def letters
        @letters ||= @kinds.flat_map(&:paragraphs).each_with_object(Hash.new(0)) { |one, sums| sums[one.style] += one.text.length }
      end

      # A heading needs a style with its level, other text one without, the base is for text; a number comes by the style, or does not;
      # text boxes stay as they look.
      def fits?(kind, id)
        return false if id == @sheet.default_id && (Kinds::APART.include?(kind.role) || kind.level)

        level = @sheet.level_of(@sheet[id])
        (level.nil? || level == kind.level) && numbered_alike?(kind, id) && !boxed_otherwise?(kind, id)
      end

      def numbered_alike?(kind, id)
        !numbered?(id) || kind.paragraphs.all? { |paragraph| paragraph.style == id && !paragraph.properties.key?(:numbering) }
      end

      def numbered?(id) = !@sheet.saying(id, :numbering)&.properties&.[](:numbering)&.list.nil?

      # Text in a box cannot be given another style: what its style says now stays.
      def boxed_otherwise?(kind, id)
        @boxed ||= @examined.manuscript.boxed_paragraphs.reject(&:blank?).to_set(&:style)
        return false unless @boxed.include?(id)

        said = @examined.cascade.style(id)
        seen(kind).any? { |name, value| !Properties.same?(name, said[name], value) }
      end

      # @return [String, nil] the style that the standard has for a role, where nothing else uses it
      def standard(kind, taken)
        found = kind.level ? @sheet.heading(kind.level) : @sheet.standard(kind.role)
        found&.id unless found.nil? || taken.include?(found.id) || letters.key?(found.id) || !fits?(kind, found.id)
      end

      def fresh
        homed = kept.map(&:kind)
        (@kinds - homed).each_with_object([]) do |kind, made|
          name = name(kind)
          made << Home.new(kind: kind, style: id(name), name: name, parent: parent(kind, kept + made))
        end
      end

      # The home of the base style, where a kind has it.
      def base = @base ||= [kept.find { |home| home.style == @sheet.default_id }]

      # @return [Hash{Symbol=>Object}] how text in the base style is going to look
      def look_of_base
        home = base.first
        home ? seen(home.kind) : @examined.cascade.style(@sheet.default_id).values(Changes::StyleAsSeen::NAMES)
      end

      # The base, or a style of the same role, or of text for what is set apart from it, that leaves less to be said.
      def parent(kind, homes)
        return @sheet.default_id if kind.level

        nearest = homes.select { |home| above?(home, kind) }.min_by { |home| differing(seen(home.kind), kind) }
        return @sheet.default_id unless nearest && differing(seen(nearest.kind), kind) + NEARER <= differing(look_of_base, kind)

        nearest.style
      end

      def above?(home, kind)
        akin = home.kind.role == kind.role || AKIN[kind.role] == home.kind.role
        akin && home.kind.level.nil? && home.style != @sheet.default_id && !numbered?(home.style)
      end

      def differing(under, kind) = seen(kind).count { |name, value| !Properties.same?(name, under[name], value) }

      # What is there already is told by what is otherwise.
      def name(kind)
        base = kind.level ? "heading #{kind.level}" : plain_name(kind)
        more = [base, *otherwise(kind, base).map { |words| "#{base} #{words}" }]
        numbered = (2..).lazy.map { |number| "#{base} #{number}" }
        free = ->(name) { !@names.include?(name.downcase) }
        @first[base] ||= kind
        (more.find(&free) || numbered.find(&free)).tap { |found| @names << found.downcase }
      end

      # @return [Array<String>] in words, alone and together, what a kind has that the first one called so has not
      def otherwise(kind, base)
        first = @first[base] ||= kept.find { |home| @sheet[home.style].name.casecmp?(base) }&.kind or return []
        values = seen(kind).reject { |name, value| Properties.same?(name, value, seen(first)[name]) }
        words = values.map { |name, value| Properties::Words.of(name, value).delete(",") }.first(TOLD_APART)
        words + words.combination(2).map { |pair| pair.join(" ") }
      end

      def plain_name(kind)
        return NAMES.fetch(kind.role) { kind.role.to_s.tr("_", " ").capitalize } unless %i[body other].include?(kind.role)

        look = seen(kind)
        LOOKS.find { |_, true_of| true_of[look] && !(base.first && true_of[seen(base.first.kind)]) }&.first || NAMES.fetch(kind.role)
      end

      def id(name)
        numbered = (1..).lazy.map { |number| @sheet.free_id((number == 1) ? name : "#{name} #{number}") }
        numbered.find { |one| !@ids.include?(one) }.tap { |found| @ids << found }
      end
    end
  end
end
