# frozen_string_literal: true

module Norvel
  class Guide
    # The ways to give a paragraph other values, as changes that nobody has made yet: what is set by hand in the way goes, it gets the
    # style of its kind, its style takes the values, the style of its kind does, or the guide's style comes in. What touches least and
    # agrees with the sheet comes first; the same set by hand, for this paragraph alone, comes last and is never made unasked.
    class Remedies
      # One of them: a cure as `Cures` has it, what it does in words, and whether it may be made unasked.
      Way = Norvel::Value.define(:cure, words: nil, unasked: true)

      # @param context [Check] @param paragraph [Manuscript::Paragraph]
      # @param wanted [Hash{Symbol=>Object}] values by property
      # @param stays [Array<Symbol>] properties that by hand say what the paragraph is; such a one gets no other style
      # @yieldparam name [Symbol] @yieldparam value [Object] @yieldreturn [Boolean] whether the value will do; without a block: whether
      #   it is the one that is wanted
      def initialize(context, paragraph, wanted, stays: [], &will_do)
        @context = context
        @paragraph = paragraph
        @placed = stays.any?
        @wanted = wanted.reject { |name, _| stays.include?(name) && by_hand?(name) }
        @will_do = will_do || ->(name, value) { Properties[name].same?(value, wanted.fetch(name)) }
      end

      # @return [Array, nil] the cure that may be made unasked
      def first = ways.first&.cure

      WAYS = %i[without_hand style_of_its_kind style_changed kind_changed kind_made].freeze
      private_constant :WAYS

      # @return [Array<Way>] by hand too
      def all = @wanted.empty? ? [] : [*ways, by_hand]

      private

      # Worked out one after the other, as far as somebody asks.
      def ways = (@wanted.empty? ? [] : WAYS).lazy.filter_map { |name| send(name) }

      # @return [Array<Symbol>] what is set by hand of it
      def hand = @hand ||= @wanted.keys.select { |name| by_hand?(name) }

      def by_hand?(name) = [@paragraph, *@paragraph.runs].any? { |part| part.properties.key?(name) }

      def bare
        @bare ||= @paragraph.with(properties: @paragraph.properties.except(*hand),
          runs: @paragraph.runs.map { |run| run.with(properties: run.properties.except(*hand)) })
      end

      def without_hand
        way("Take away what is set by hand there", "Took away what was set by hand.") if hand.any? && lacking(bare).empty?
      end

      # A break before stays when direct formatting goes, so it is taken away by itself.
      # @return [Array<Array>] cures
      def removal
        set_apart, loose = hand.partition { |name| name == :break_before }
        here = {"paragraphs" => [@paragraph.id]}
        [(Cures.remove_direct_formatting(here.merge("kinds" => loose.map(&:to_s))) if loose.any?),
          (Cures.format_here(here.merge("values" => set_apart.to_h { |name| [name.to_s, ""] })) if set_apart.any?)].compact
      end

      # @return [StyleSheet::Style, nil] of its kind, where it has another
      def kin
        return @kin if defined?(@kin)

        @kin = @placed ? nil : @context.style_for(@paragraph).then { |style| style unless style&.id == @paragraph.style }
      end

      def as_its_kind = bare.with(style: kin.id)

      def given = Cures.apply_style("paragraphs" => [@paragraph.id], "style" => kin.id)

      def style_of_its_kind
        return unless kin && lacking(as_its_kind).empty?

        way("Give it the style “#{kin.name}”", "Gave a paragraph the style “#{kin.name}”, without what was set by hand.", given)
      end

      # What else has the style is of the same kind.
      def style_changed
        own = @context.manuscript.sheet[@paragraph.style]
        lacks = lacking(bare)
        return if own.nil? || lacks.empty? || !@context.style_of_one_kind?(@paragraph)

        way("Change the style “#{own.name}”", "Changed the style “#{own.name}”, and took away what was set by hand.", changed(own, lacks))
      end

      def kind_changed
        lacks = kin ? lacking(as_its_kind) : []
        return if lacks.empty?

        way("Give it the style “#{kin.name}”, and that what is asked for", "Gave a paragraph the style “#{kin.name}”, " \
          "and that what is asked for.", given, changed(kin, lacks))
      end

      # The manuscript has no style for its kind: the guide's comes in, with what it says otherwise than the manuscript's base.
      def kind_made
        slot = @context.places.of(@paragraph)
        home = @context.guide.family.home(slot)
        return if @placed || home.nil? || home == :base || @context.style_for(@paragraph)

        values = @context.guide.family.values(slot)
        return if @wanted.keys.any? { |name| !@will_do.call(name, values[name]) }

        sheet, name = @context.manuscript.sheet, @context.guide.family[home].name
        made = Cures.define_style("id" => sheet.free_id(name), "name" => name, "parent" => sheet.default_id, "lean" => true,
          "values" => written(values.compact.keys - NOT_OF_THE_SHEET, values))
        way("Give it the guide's style “#{name}”, which comes new", "Gave a paragraph the guide's style “#{name}”.", made,
          Cures.apply_style("paragraphs" => [@paragraph.id], "style" => sheet.free_id(name)))
      end

      def by_hand
        Way.new(cure: Cures.format_here("paragraphs" => [@paragraph.id], "values" => written(@wanted.keys)),
          words: "Set it by hand, here alone", unasked: false)
      end

      def changed(style, names) = Cures.change_style("style" => style.id, "values" => written(names))

      # @return [Way] these, and what is set by hand goes
      def way(words, title, *cures)
        cures = [*removal, *cures]
        Way.new(cure: (cures.size == 1) ? cures.first : Cures.together(title, cures), words: words)
      end

      def written(names, values = @wanted)
        names.to_h { |name| [name.to_s, exactly(Properties[name], values.fetch(name))] }
      end

      # As it is shown, where that comes back as it was.
      def exactly(property, value)
        shown = property.show(value)
        (property.length? && property.parse(shown) != value) ? Lengths.exactly(value) : shown
      end

      # of the text and of the file
      NOT_OF_THE_SHEET = %i[language numbering hyphenate hidden right_to_left].freeze

      # @return [Array<Symbol>] properties whose value would not do in such a paragraph
      def lacking(paragraph) = @wanted.keys.reject { |name| @will_do.call(name, value(paragraph, name)) }

      def value(paragraph, name)
        return @context.cascade.paragraph(paragraph)[name] unless Properties[name].text?

        run = paragraph.runs.max_by { |one| one.text.length }
        (run ? @context.cascade.run(paragraph, run) : @context.cascade.mark(paragraph))[name]
      end
    end
  end
end
