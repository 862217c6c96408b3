# frozen_string_literal: true

require "json"

module Norvel
  module Drawing
    # What the browser needs to write in a paragraph where it stands, without asking: its text in stretches of one face, and how
    # its lines lie. Lengths in points.
    class WritingData
      # @param layout [Layout]
      def initialize(layout)
        @layout = layout
        @manuscript = layout.manuscript
        @formats = layout.formats
      end

      # @param paragraphs [Array<Manuscript::Paragraph>]
      # @return [Hash{Integer=>Hash}] by id: `text` as [text, face, size] each, `style`, `in` what its neighbours are told by, `ends`
      #   where a section does, `fixed` where it is a line of contents (within such a list, or its last), and how it is set
      def of(paragraphs)
        paragraphs.uniq.to_h do |paragraph|
          ends = paragraph.ends_section? || paragraph.run_in
          [paragraph.id, {text: stretches(paragraph), fixed: fixed(paragraph), style: paragraph.style,
                          in: @manuscript.container_of(paragraph.id)&.to_s, ends: ends,
                          **setting(@layout.cascade.paragraph(paragraph), tallest(paragraph))}]
        end
      end

      # @return [Hash{String=>Hash}] by style: its name, the next style, and how a paragraph of it is set
      def styles
        sheet = @manuscript.sheet
        sheet.of_kind(:paragraph).to_h do |style|
          [
            style.id, {name: style.name, next: sheet[style.next_style] ? style.next_style : style.id,
                       **setting(@layout.cascade.style(style.id), @layout.cascade.style(style.id))}
          ]
        end
      end

      private

      def fixed(paragraph)
        return unless @manuscript.listed.include?(paragraph.id)

        (@manuscript.contents.any? { |list| list.last == paragraph.id }) ? "last" : "within"
      end

      def stretches(paragraph)
        paragraph.runs.reject { |run| run.text.empty? }.map do |run|
          format = @formats.text(@layout.cascade.run(paragraph, run))
          [run.text, format.face.name, format.size.round(2)]
        end
      end

      # The formatting of the stretch that makes the lines as high as they are; of the mark where there is no text.
      def tallest(paragraph)
        stretches = paragraph.runs.reject { |run| run.text.strip.empty? }.map { |run| @layout.cascade.run(paragraph, run) }
        stretches.max_by { |formatting| @formats.text(formatting).then { |text| text.above + text.below } } ||
          @layout.cascade.mark(paragraph)
      end

      def setting(formatting, mark)
        block, text = @formats.paragraph(formatting, @manuscript.settings), @formats.text(mark)
        {face: text.face.name, size: text.size.round(2), leading: leading(block.spacing, text.above + text.below).round(2),
         align: block.align, first: block.first.round(2), start: block.start.round(2),
         end: block.end.round(2), before: block.before.round(2), after: block.after.round(2)}
      end

      def leading(spacing, single)
        case spacing.rule
        when :multiple then single * spacing.value
        when :exact then Lengths.points(spacing.value)
        else [single, Lengths.points(spacing.value)].max
        end
      end
    end
  end
end
