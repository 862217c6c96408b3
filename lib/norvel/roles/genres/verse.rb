# frozen_string_literal: true

module Norvel
  class Roles
    module Genres
      # Verse: stanzas of short lines make up most of it.
      class Verse < Whole
        def self.called = "verse"

        LINE = /\A\s*["“„«‘(]?\p{L}.*[\p{L},;:.!?…”»“’)—–-]\s*\z/
        LINES = 6
        WORDS = 3.5 # of a line of verse, at the least, on average

        # @return [Hash{Integer=>Vote}]
        def claims
          in_verse = stanzas.flatten(1)
          in_verse.pop if in_verse.last&.text&.strip&.match?(Wording::PEOPLE)
          lines = in_verse.flat_map { |paragraph| lines_of(paragraph) }
          return {} unless stanzas.size > 1 && lines.size >= LINES && in_verse.size * 2 >= texts.size && lines_of_verse?(lines)

          claim(in_verse, :verse, 0.92, "a line of a stanza").merge(claim(poet(in_verse.last), :author, 0.86, "a name under the verse"))
        end

        private

        # Lines in a row, or paragraphs of several lines each.
        def stanzas
          @stanzas ||= begin
            rows = @reading.paragraphs.slice_when { |one, other| [one, other].any? { |line| line.blank? || !of_verse?(line) } }
            rows = rows.select { |row| of_verse?(row.first) && !row.first.blank? }
            rows.flat_map { |row| several?(row.first) ? row.zip : [row] }.select { |row| row.size > 1 || several?(row.first) }
          end
        end

        def lines_of(paragraph) = paragraph.text.split("\n").map(&:strip).reject(&:empty?)

        def several?(paragraph) = lines_of(paragraph).size > 1

        def of_verse?(paragraph)
          lines = lines_of(paragraph)
          lines.any? && lines.all? { |line| line.length.between?(6, 70) && line.match?(LINE) && !line.match?(/\d|\t/) } &&
            !paragraph.in_table && !@reading.striking?(paragraph) && !@reading.cascade.numbering(paragraph) &&
            !paragraph.carries.include?(:field)
        end

        # Sentences run over their lines.
        def lines_of_verse?(lines)
          lines.sum { |line| line.split.size } >= lines.size * WORDS &&
            lines.count { |line| line.match?(/[.!?…]["”“»’]?\z/) } * 3 <= lines.size * 2
        end

        def poet(last)
          below = @reading.following(last)
          (below && below.text.strip.match?(Wording::PEOPLE)) ? [below] : []
        end
      end
    end
  end
end
