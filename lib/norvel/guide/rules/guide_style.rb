# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Every paragraph is exactly as the guide's style for its role ("roles"; all that the guide has a style for when missing), value by
      # value, whatever its own style is called; "allow" names properties that may be otherwise.
      class GuideStyle < Rule
        checks "guide_style"

        NOT_COMPARED = %i[language numbering hyphenate hidden right_to_left].freeze # of the text, not of its style; or on by default in the file
        TOLERANCE = 1_000 # EMU: what rounding in files may leave
        FACTOR = 0.005

        def applies?(context) = paragraphs(context).any?

        def findings(context)
          paragraphs(context).filter_map do |paragraph, slot|
            differing = differing(context, paragraph, wanted(context, paragraph, slot))
            describe(context, paragraph, slot, differing) if differing.any?
          end
        end

        private

        def prepare
          @slots = @data["roles"]&.map(&:to_sym)
          allowed = (@data["allow"] || []).map { |name| Properties[name].name }
          @compared = Properties.all.reject { |property| NOT_COMPARED.include?(property.name) || property.beside || allowed.include?(property.name) }
        end

        # @return [Array<Array(Manuscript::Paragraph, Symbol)>] with the slot whose style they are to have
        def paragraphs(context)
          places = Places.new(context.manuscript, context.roles, context.cascade)
          places.paragraphs.reject(&:blank?).filter_map do |paragraph|
            slot = places.of(paragraph)
            [paragraph, slot] if context.guide.family.home(slot) && (@slots.nil? || @slots.include?(slot) || @slots.include?(context.roles.of(paragraph.id).name))
          end
        end

        # A list item deeper than the first level stands where its list says.
        def wanted(context, paragraph, slot)
          values = context.guide.family.values(slot)
          ref = (context.cascade.numbering(paragraph) if slot == :list_item)
          return values unless ref

          bullets = context.manuscript.lists[ref.list].levels[ref.level]&.format == "bullet"
          kinds(context)[bullets ? :bullets : :numbers]&.levels&.[](ref.level)&.then { |level| values.merge(level.indents) } || values
        end

        def kinds(context) = ListKind.of(context.guide)

        # @return [Hash{Symbol=>Array(Object, Object)}] by property, what it is and what it should be
        def differing(context, paragraph, wanted)
          whole = context.cascade.paragraph(paragraph)
          seen = context.appearance.of(paragraph)
          @compared.filter_map do |property|
            measured = seen.fetch(property.name) { property.text? ? next : whole[property.name] }
            next if alike?(property, measured, wanted[property.name]) || own_break?(property, paragraph) || number?(property, paragraph)

            [property.name, [measured, wanted[property.name]]]
          end.to_h
        end

        # A forced break is not the style's.
        def own_break?(property, paragraph) = property.name == :break_before && paragraph.properties[:break_before]

        # Numbers stand at the end of their column.
        def number?(property, paragraph) = property.name == :align && paragraph.in_table && paragraph.text.match?(/\A[^\p{L}]*\d[^\p{L}]*\z/)

        def alike?(property, measured, wanted)
          case property.kind
          when :length then (measured.to_i - wanted.to_i).abs <= TOLERANCE
          when :line_spacing then measured.rule == wanted.rule && (measured.value - wanted.value).abs <= (wanted.multiple? ? FACTOR : TOLERANCE)
          when :font then measured.to_s.casecmp?(wanted.to_s)
          when :tabs then measured.size == wanted.size && measured.zip(wanted).all? { |one, other| one.with(position: 0) == other.with(position: 0) && (one.position - other.position).abs <= TOLERANCE }
          else measured == wanted || (property.name == :outline_level && measured.to_i == wanted.to_i)
          end
        end

        def describe(context, paragraph, slot, differing)
          names = differing.keys
          say = ->(side) { names.map { |name| "#{Properties[name].label.downcase} #{Properties[name].show(differing[name][side])}" }.join(", ") }
          home = context.guide.family[context.guide.family.home(slot)]
          finding(context, paragraph: paragraph, expected: say[1], measured: say[0], **numbers(names, differing),
            message: "This paragraph (#{slot.to_s.tr("_", " ")}) differs from the guide's “#{home.name}”: #{say[0]}; #{say[1]} is asked for.", fix: fix(context, paragraph, home, differing))
        end

        def numbers(names, differing)
          return {} unless names.size == 1 && Properties[names.first].length?

          measured, wanted = differing[names.first]
          {expected_value: Lengths.points(wanted), measured_value: Lengths.points(measured), unit: "pt"}
        end

        # What is there by hand goes; then the paragraph gets the guide's style, or its style the guide's values.
        def fix(context, paragraph, home, differing)
          by_hand = differing.keys.select { |name| paragraph.properties.key?(name) || paragraph.runs.any? { |run| run.properties.key?(name) } }
          return ["remove_direct_formatting", {"paragraphs" => [paragraph.id], "kinds" => by_hand.map(&:to_s)}] if by_hand.any?

          style = context.manuscript.sheet.named(home.name)
          return ["apply_style", {"paragraphs" => [paragraph.id], "style" => style.id}] if style && style.id != paragraph.style

          ["change_style", {"style" => paragraph.style, "values" => differing.to_h { |name, (_, wanted)| [name.to_s, Properties[name].show(wanted)] }}]
        end
      end
    end
  end
end
