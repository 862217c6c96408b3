# frozen_string_literal: true

module Norvel
  class Roles
    # Numbers of several parts ("2.1") that follow each other through a manuscript: what has them is a heading, though nothing else
    # may set it off. A single number ("2") counts where its first part ("2.1") comes next.
    class OutlineNumbers
      LONGEST = 110 # letters

      # @param reading [Reading]
      def initialize(reading)
        @reading = reading
      end

      # @return [Boolean]
      def include?(paragraph) = found.key?(paragraph)

      private

      # @return [Hash{Manuscript::Paragraph=>Array<Integer>}] the parts of its number, by identity
      def numbered
        @numbered ||= @reading.paragraphs.each_with_object({}.compare_by_identity) do |paragraph, rows|
          number = paragraph.text.length <= LONGEST && !paragraph.in_table && Wording.outline(paragraph.text)
          rows[paragraph] = number.split(".").map(&:to_i) if number
        end
      end

      def found
        @found ||= numbered.each_cons(2).each_with_object({}.compare_by_identity) do |((one, before), (other, after)), rows|
          next unless follows?(before, after)

          rows[one] = true if before.size > 1 || after == before + [1]
          rows[other] = true if after.size > 1
        end.select { |paragraph, _| heads?(paragraph) }
      end

      # It ends like no sentence, and is no line of a table of such numbers.
      def heads?(paragraph)
        return false if paragraph.text.match?(/[.;,]\s*\z/)

        other = @reading.following(paragraph)
        !other.nil? && ((numbered[other]&.size || 1) == 1 || follows?(numbered[paragraph], numbered[other]))
      end

      # "2.1" after "2", "2.2" and "3" after "2.1".
      def follows?(before, after)
        return [before + [1], before + [0]].include?(after) if after.size == before.size + 1

        after.size <= before.size && after[0...-1] == before[0...(after.size - 1)] && after.last == before[after.size - 1] + 1
      end
    end
  end
end
