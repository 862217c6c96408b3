# frozen_string_literal: true

module Norvel
  class Examination
    # A notice, a letter, a form that runs over its page by a few lines: by how much, what takes the room, and the smallest change that
    # brings it back.
    #
    #   Overrun.new(layout).poor.sentence   # "Page 2 holds 2 lines: the text is 31 pt too long. Blank lines take 96 pt …"
    class Overrun
      STEP = 0.05 # of a line
      CLOSEST = 1.0 # lines
      SMALLEST = 9 * Lengths::PT # EMU, of running text (common practice, no source)

      # @param layout [Layout]
      def initialize(layout)
        @layout = layout
        @manuscript = layout.manuscript
        @excess = Breaks::Excess.new(layout)
      end

      # @return [Breaks::Poor, nil] nil where nothing runs over
      def poor
        return unless @excess.any?

        name, parameters, called = cure
        Breaks::Poor.new(kind: :runs_over, page: last.number, paragraph: last.text_lines.first.paragraph.id, sentence: sentence,
          cure: name && [name, parameters], called: called)
      end

      # @return [Hash{String=>Float}] what takes room besides text, in points, the most first
      def takes_room
        blank = body.select { |placed| placed.paragraph.blank? }.sum { |placed| placed.line.height }
        spaces = @manuscript.paragraphs.reject(&:blank?).sum { |paragraph| space_around(paragraph) } / Lengths::PT.to_f
        room = {"blank lines" => blank, "space between paragraphs" => spaces}.select { |_, points| points >= 1 }
        room.sort_by { |_, points| -points }.to_h
      end

      private

      def last = @excess.last

      def body = @layout.pages.flat_map(&:text_lines)

      def space_around(paragraph)
        values = @layout.cascade.paragraph(paragraph)
        values[:space_before] + values[:space_after]
      end

      def sentence
        pages = (last.number == 2) ? "one page" : "#{last.number - 1} pages"
        room = takes_room.map { |what, points| "#{what} #{points.round} pt" }
        taken = " Room is taken by #{room.join(", ")}." if room.any?
        "Page #{last.number} holds #{@excess.lines}: the text is #{@excess.points.round} pt too long for #{pages}.#{taken}"
      end

      # The first that brings it back, the smallest first.
      # @return [Array(String, Hash, String), nil]
      def cure = candidates.find { |name, parameters, _| fits?(name, parameters) }

      def fits?(name, parameters)
        Layout.new(Changes.build(name, parameters).call(@manuscript)).pages.size < @layout.pages.size
      rescue ChangeRefused
        false
      end

      def candidates = fewer_blanks + closer + smaller

      def fewer_blanks
        blank = EmptyParagraphs.removable(@manuscript).map(&:id)
        doubled = @manuscript.paragraphs.each_cons(2).filter_map { |one, other| other.id if one.empty? && other.empty? } & blank
        ways = {"Take out doubled blank lines" => doubled, "Take out its blank lines" => blank}.reject { |_, ids| ids.empty? }
        ways.map { |called, ids| ["remove_empty_paragraphs", {"paragraphs" => ids}, called] }
      end

      # Of the style that most of the text has.
      def style
        letters = ->(paragraphs) { paragraphs.sum { |paragraph| paragraph.text.length } }
        @style ||= @manuscript.paragraphs.group_by(&:style).max_by { |_, paragraphs| letters[paragraphs] }.first
      end

      def formatting = @layout.cascade.style(style)

      def closer
        spacing = formatting[:line_spacing]
        return [] unless spacing.multiple?

        steps = (1..6).map { |step| (spacing.value - step * STEP).round(2) }.select { |value| value >= CLOSEST }
        steps.map { |value| of_style("line_spacing", value.to_s, "closer: lines #{value}") }
      end

      def smaller
        sizes = [1, 2].map { |step| formatting[:size] - step * Lengths::HALF_POINT }.select { |size| size >= SMALLEST }
        sizes.map { |size| of_style("size", Lengths.show(size), "smaller: #{Lengths.show(size)}") }
      end

      def of_style(property, value, how)
        ["change_style", {"style" => style, "values" => {property => value}}, "Set “#{@manuscript.sheet[style].name}” #{how}"]
      end
    end
  end
end
