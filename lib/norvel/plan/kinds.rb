# frozen_string_literal: true

module Norvel
  class Plan
    # The kinds of paragraphs of a manuscript as it is formatted: those that look alike, headings apart from what only looks like them.
    # Each has an example, which is formatted as most of them are.
    class Kinds
      # `style` is the one that most of them have, `letters` those of all, `level` that of a heading; `new_page` says that every one of
      # them begins a page by hand.
      Kind = Value.define(:role, :paragraphs, :example, :confidence, :style, :letters, level: nil, new_page: false) do
        def ids = paragraphs.map(&:id)
      end

      # What looks like running text and is none stands apart from it.
      APART = [:title, :subtitle, *Roles::HEADINGS, :caption, :reference_entry, :code].to_set.freeze

      # @param examined [Examination] @param roles [Roles]
      def initialize(examined, roles)
        @examined = examined
        @manuscript = examined.manuscript
        @roles = roles
      end

      # @return [Array<Kind>] those with the most letters first
      def all
        found = (@examined.looks + looks_of_notes).flat_map { |look| of_look(look) }
        found.sort_by.with_index { |kind, index| [-kind.letters, index] }
      end

      private

      def looks_of_notes
        Looks.of(@manuscript, @examined.appearance, layout: @examined.layout, paragraphs: @manuscript.note_paragraphs)
      end

      # @return [Array<Kind>]
      def of_look(look)
        exact = look.variants.each_with_index.flat_map { |(_, ids), index| ids.map { |id| [id, index] } }.to_h
        paragraphs = look.paragraphs.map { |id| @manuscript.paragraph(id) }
        paragraphs.group_by { |paragraph| [apart(paragraph), numbers(paragraph)] }.map do |(role, _), same|
          kind(role || commonest(same), same, same.min_by.with_index { |paragraph, index| [exact[paragraph.id], index] })
        end
      end

      def kind(role, paragraphs, example)
        Kind.new(role: role, paragraphs: paragraphs, example: example, confidence: sureness(paragraphs),
          style: paragraphs.map(&:style).tally.max_by(&:last).first, letters: paragraphs.sum { |paragraph| paragraph.text.length },
          level: level(role, example), new_page: paragraphs.all? { |paragraph| paragraph.properties[:break_before] })
      end

      def apart(paragraph)
        role = @roles.of(paragraph.id)
        role.name if role.sure? && APART.include?(role.name)
      end

      # The list that its style brings, if any: what has none of it cannot have that style.
      def numbers(paragraph)
        return if paragraph.properties.key?(:numbering)

        @examined.cascade.numbering(paragraph)&.list
      end

      def commonest(paragraphs) = paragraphs.map { |paragraph| @roles.of(paragraph.id).name }.tally.max_by(&:last).first

      def level(role, example) = @examined.cascade.paragraph(example)[:outline_level] || Roles.level(role)

      def sureness(paragraphs) = (paragraphs.sum { |paragraph| @roles.of(paragraph.id).confidence } / paragraphs.size).round(2)
    end
  end
end
