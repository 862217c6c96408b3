# frozen_string_literal: true

module Norvel
  class Roles
    # The lines before the text begins: title, subtitle, author, date.
    class FrontMatter
      MOST = 30 # lines with text

      # @param reading [Reading] @param headings [Headings]
      def initialize(reading, headings)
        @reading = reading
        @headings = headings
      end

      # @return [Vote, nil]
      def vote(paragraph) = votes[paragraph.id]

      # @return [Symbol, nil] what of the front it is
      def role(paragraph) = vote(paragraph)&.role

      private

      def votes
        @votes ||= begin
          heading = title
          lines.each_with_object({}) do |line, found|
            said(line, heading)&.then { |role, weight, reason| found[line.id] = Vote.new(role: role, weight: weight, reason: reason) }
          end
        end
      end

      def said(line, heading)
        return [:title, 0.85, "the most striking line at the front, before any running text"] if line.equal?(heading)

        text = line.text.strip
        return [:date, 0.88, "a date at the front"] if Wording.date?(text)
        return [:author, 0.88, "says who wrote it"] if by?(text)
        return if heading.nil? || sentence?(text) || (@headings.like?(line) && later_looks.include?(@headings.prominence(line)))

        after = @reading.index(line) > @reading.index(heading)
        if text.match?(Wording::HOUSE) && !directly_under?(line, heading) then [:other, 0.6, "names the house, at the front"]
        elsif text.match?(Wording::PEOPLE) && text.length < 90 then [:author, after ? 0.8 : 0.6, "a name at the front"]
        elsif text.match?(Wording::IN_A_YEAR) && text.length < 40 && !directly_under?(line,
          heading) then [:date, 0.7, "a short line with a year at the front"]
        elsif directly_under?(line, heading) then [:subtitle, 0.75, "stands under the title, at the front"]
        else [:other, 0.5, "a line of the title page"]
        end
      end

      def sentence?(text) = text.match?(/[.:;]\z/) && text.split.size > 6

      def by?(text)
        text.length < 120 && (found = text.match(Wording::BY)) && (found[:name].strip.match?(Wording::PEOPLE) || text.include?(":"))
      end

      def directly_under?(line, heading) = @reading.preceding(line).equal?(heading)

      # The largest line, where it is no heading like those after it, or where names, dates or a subtitle follow it.
      def title
        found = lines.reject { |line|
          Wording.date?(line.text) || by?(line.text.strip) || line.text.match?(Wording::HOUSE) && lines.size > 3
        }.min_by.with_index { |line, index| [@headings.prominence(line).first(5), index] } or return
        values = @reading.appearance(found)
        return plain_title(found) unless @reading.striking?(found) || values[:align] == :center
        return if values[:align] != :center && @reading.index(found) > @reading.index(lines.first) &&
          lines.first(3).none? { |line| line.equal?(found) } && !@reading.larger?(found)

        found if followed_by_front_lines?(found) || (!later_looks.include?(@headings.prominence(found)) && above_later_looks?(found))
      end

      # Where nothing sets it off, the first line is the title when somebody's name or a date stands under it.
      def plain_title(found)
        found if found.equal?(lines.first) && found.text.length < Reading::SHORT && !found.text.match?(/[.;,:]\s*\z/) &&
          lines[1, 3].to_a.any? { |other| Wording.date?(other.text) || by?(other.text.strip) || other.text.strip.match?(Wording::PEOPLE) }
      end

      def followed_by_front_lines?(line)
        after = lines.drop_while { |other| !other.equal?(line) }.drop(1)
        after.any? { |other|
          text = other.text.strip and Wording.date?(text) || by?(text) || (text.match?(Wording::PEOPLE) && !@headings.like?(other))
        } || after.count { |other| @reading.appearance(other)[:align] == :center } > 1
      end

      def above_later_looks?(line) = later_looks.all? { |look| (@headings.prominence(line) <=> look) == -1 }

      def later_looks =
        @later_looks ||= @reading.paragraphs.drop(first_index + 1)
          .select { |other| !other.blank? && (@headings.like?(other) || @reading.level(other)) }
          .map { |other| @headings.prominence(other) }.uniq

      def first_index = lines.empty? ? 0 : @reading.index(lines.last)

      # From the beginning to the first running text, heading that says what it is, or table.
      def lines
        @lines ||= @reading.paragraphs.reject(&:blank?).take_while { |paragraph| !begins_text?(paragraph) }.first(MOST)
      end

      def begins_text?(paragraph)
        text = paragraph.text.strip
        paragraph.in_table || (@reading.long?(paragraph) && !(@reading.larger?(paragraph) && text.length < 250)) ||
          @reading.level(paragraph) || text.match?(Wording::CHAPTER) || Wording.outline(text) ||
          [Wording::CONTENTS, Wording::ABSTRACT, Wording::REFERENCES, Wording::CUSTOMARY]
            .any? { |known| Wording.without_number(text).match?(known) } || text.match?(Wording::ABSTRACT_LED) ||
          text.match?(Wording::BLANK_TO_FILL)
      end
    end
  end
end
