# frozen_string_literal: true

module Norvel
  class Plan
    # The kinds of paragraphs of a manuscript as it is formatted: those that look alike, headings apart from what only looks like them. Each
    # has an example, which is formatted as most of them are.
    class Kinds
      # `level` is that of a heading; `new_page` says that every one of them begins a page by hand.
      Kind = Value.define(:role, :paragraphs, :example, :confidence, level: nil, new_page: false) do
        def ids = paragraphs.map(&:id)

        def letters = paragraphs.sum { |paragraph| paragraph.text.length }

        # @return [String, nil] the style that most of them have
        def style = paragraphs.map(&:style).tally.max_by(&:last)&.first
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
        @all ||= (looks.flat_map { |look| of_look(look) } + notes).sort_by.with_index { |kind, index| [-kind.letters, index] }
      end

      private

      def looks = @examined.looks

      def notes
        Looks.of(@manuscript, @examined.appearance, layout: @examined.layout, paragraphs: @manuscript.note_paragraphs).flat_map { |look| of_look(look) }
      end

      # @return [Array<Kind>]
      def of_look(look)
        exact = look.variants.each_with_index.flat_map { |(_, ids), index| ids.map { |id| [id, index] } }.to_h
        look.paragraphs.map { |id| @manuscript.paragraph(id) }.group_by { |paragraph| [apart(paragraph), numbers(paragraph)] }.map do |(role, _), paragraphs|
          kind(role || commonest(paragraphs), paragraphs, paragraphs.min_by.with_index { |paragraph, index| [exact[paragraph.id], index] })
        end
      end

      def kind(role, paragraphs, example)
        Kind.new(role: role, paragraphs: paragraphs, example: example, level: level(role, example), confidence: sureness(paragraphs),
          new_page: paragraphs.all? { |paragraph| paragraph.properties[:break_before] })
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
