# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Every paragraph is exactly as the guide's style for its role ("roles"; all that the guide has a style for when missing), value by
      # value, whatever its own style is called; "allow" names properties that may be otherwise.
      class GuideStyle < Rule
        checks "guide_style",
          area: :text
        takes :roles, :slots, says: "only in these roles", example: ["body", "heading_1"]
        takes :allow, :properties, says: "properties that may be otherwise"
        learned :paragraphs

        def sentence = "Every paragraph#{" (#{roles_said(@slots)})" if @slots} is exactly as the guide's sheet has it."

        # of the text, not of its style; or on by default in the file
        NOT_COMPARED = %i[language numbering hyphenate hidden right_to_left].freeze

        def applies?(context) = paragraphs(context).any?

        def findings(context)
          known = {} # paragraphs formatted alike share what they come out as
          paragraphs(context).filter_map do |paragraph, slot|
            differing = differing(context, paragraph, wanted(context, paragraph, slot), known)
            describe(context, paragraph, slot, differing, known) if differing.any?
          end
        end

        private

        def prepare
          @slots = given(:roles)
          allowed = given(:allow) || []
          @compared = Properties.all.reject do |property|
            NOT_COMPARED.include?(property.name) || property.beside || allowed.include?(property.name)
          end
        end

        # @return [Array<Array(Manuscript::Paragraph, Symbol)>] with the slot whose style they are to have
        def paragraphs(context)
          context.known([id, :paragraphs]) do
            placed = within(context, context.places.paragraphs.reject(&:blank?)).map do |paragraph|
              [paragraph, context.places.of(paragraph)]
            end
            placed.select do |paragraph, slot|
              context.guide.family.home(slot) && (@slots.nil? || @slots.include?(slot) || @slots.include?(role(context, paragraph)))
            end
          end
        end

        # A list item deeper than the first level stands where its list says.
        def wanted(context, paragraph, slot)
          values = context.guide.family.values(slot)
          ref = (context.cascade.numbering(paragraph) if slot == :list_item)
          return values unless ref

          bullets = context.manuscript.lists[ref.list].levels[ref.level]&.format == "bullet"
          context.list_kinds[bullets ? :bullets : :numbers]&.levels&.[](ref.level)&.then { |level| values.merge(level.indents) } || values
        end

        # @return [Hash{Symbol=>Array(Object, Object)}] by property, what it is and what it should be
        def differing(context, paragraph, wanted, known)
          whole, seen = context.cascade.paragraph(paragraph), context.appearance.of(paragraph)
          all = known[[whole.object_id, seen.object_id, wanted.object_id]] ||= unlike(whole, seen, wanted)
          rest = all.reject { |name, _| EXCUSABLE.include?(name) && excused?(context, Properties[name], paragraph) }
          (rest.size == all.size) ? all : rest
        end

        def unlike(whole, seen, wanted)
          @compared.filter_map do |property|
            next if property.text? && !seen.key?(property.name) # what nobody sees

            measured = seen.fetch(property.name) { whole[property.name] }
            [property.name, [measured, wanted[property.name]]] unless property.same?(measured, wanted[property.name])
          end.to_h
        end

        # What may be otherwise for a reason.
        EXCUSABLE = [:break_before, :align, :keep_next, :tabs, *ListKind::INDENTS, *Norvel::DirectFormatting::STAYS_ON_LINKS].freeze

        def excused?(context, property, paragraph)
          own_break?(property, paragraph) || number?(property, paragraph) || link?(property, paragraph) ||
            listed?(context, property, paragraph) || caption?(context, property, paragraph) || folio?(context, property, paragraph) ||
            stops?(context, property, paragraph) || verse?(context, property, paragraph) || entry?(context, property, paragraph)
        end

        # A line of verse may stand deeper than the others.
        def verse?(context, property, paragraph)
          property.name == :indent_start && context.roles.of(paragraph.id).name == :verse
        end

        # What stands in columns of a header or footer has stops of its own where the guide says none.
        def stops?(context, property, paragraph)
          slot = context.places.of(paragraph)
          property.name == :tabs && %i[header footer].include?(slot) && context.guide.family.values(slot)[:tabs].empty?
        end

        # A line of contents has the stop of its folio, and stands deeper by its level, where the guide says neither.
        def entry?(context, property, paragraph)
          slot = context.places.of(paragraph)
          return false unless Slots::CONTENTS.include?(slot)
          return context.guide.family.values(slot)[:tabs].empty? if property.name == :tabs

          property.name == :indent_start && context.guide.family.home(slot) == :contents_entry
        end

        # A folio stands where the guide's parts say.
        def folio?(context, property, paragraph)
          property.name == :align && context.guide.folios_asked? && %i[header footer].include?(context.places.of(paragraph)) &&
            paragraph.runs.any? { |run| run.field == :page }
        end

        # A forced break is not the style's.
        def own_break?(property, paragraph) = property.name == :break_before && paragraph.properties[:break_before]

        # Links have their colour and line where most of a paragraph is one.
        def link?(property, paragraph)
          return false unless Norvel::DirectFormatting::STAYS_ON_LINKS.include?(property.name)

          linked = paragraph.runs.select(&:link).sum { |run| run.text.strip.length }
          linked * 2 > paragraph.text.strip.length
        end

        # An item that stands in a cell or a note is set in by its list.
        def listed?(context, property, paragraph)
          ListKind::INDENTS.include?(property.name) && context.roles.of(paragraph.id).name != :list_item &&
            context.cascade.numbering(paragraph) && !context.cascade.paragraph(paragraph)[:outline_level]
        end

        # A caption above its table or figure is kept with it.
        def caption?(context, property, paragraph) = property.name == :keep_next && context.roles.of(paragraph.id).name == :caption

        # Numbers stand at the end of their column.
        def number?(property, paragraph) = property.name == :align && paragraph.in_table && TableNumbers.number?(paragraph.text)

        def describe(context, paragraph, slot, differing, known)
          home = context.guide.family[context.guide.family.home(slot)]
          said = known[[differing.object_id, slot]] ||= finding(context, **words(differing, slot, home))
          found(context, said, paragraph, remedies(context, paragraph, differing.transform_values(&:last)))
        end

        # @return [Hash{Symbol=>Object}] what a finding says of these differences
        def words(differing, slot, home)
          names = differing.keys
          measured, expected = [0, 1].map do |side|
            names.map { |name| "#{Properties[name].label.downcase} #{Properties[name].show(differing[name][side])}" }.join(", ").freeze
          end
          {expected: expected, measured: measured, **numbers(names, differing),
           message: "This paragraph (#{slot.to_s.tr("_", " ")}) differs from the guide's " \
           "“#{home.name}”: #{measured}; #{expected} is asked for."}
        end

        def numbers(names, differing)
          return {} unless names.size == 1 && Properties[names.first].length?

          measured, wanted = differing[names.first]
          {expected_value: Lengths.points(wanted), measured_value: Lengths.points(measured), unit: "pt"}
        end
      end
    end
  end
end
