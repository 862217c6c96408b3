# frozen_string_literal: true

require_relative "reading"
require_relative "lists"
require_relative "outline_numbers"
require_relative "headings"
require_relative "front_matter"
require_relative "heading_levels"
require_relative "zones"
require_relative "lead"
require_relative "set_apart"
require_relative "genre"

module Norvel
  class Roles
    # What a paragraph's look, text and neighbours say of its role.
    class LookVotes
      def initialize(manuscript, appearance, cascade)
        @reading = Reading.new(manuscript, appearance, cascade)
        @lists = Lists.new(@reading)
        @headings = Headings.new(@reading, @lists)
        @front = FrontMatter.new(@reading, @headings)
        @levels = HeadingLevels.new(@reading, @headings, @front)
        @zones = Zones.new(@reading, @headings, @levels)
        @apart = SetApart.new(@reading, @headings, @lists)
        @genre = Genre.new(@reading)
      end

      # @return [Symbol, nil] what kind of manuscript it is, where it is no book
      def genre = @genre.name

      # @param paragraph [Manuscript::Paragraph] with text
      # @param others [Array<Vote>] what is known of it from elsewhere
      # @return [Array<Vote>]
      def for(paragraph, others = [])
        return in_table(paragraph) if paragraph.in_table
        return @apart.votes(paragraph) if @apart.code?(paragraph)

        told = @genre.vote(paragraph) and return [told]
        unless paragraph.text.match?(/[[:alnum:]]/) || paragraph.text.match?(Wording::BLANK_TO_FILL)
          return [vote(:other, 0.9,
            "has no words, only something that stands in the text")]
        end

        zone, front = @zones.vote(paragraph), @front.vote(paragraph)
        special = [zone, front, caption(paragraph), (heading(paragraph) unless front || zone), (@lists.vote(paragraph) unless zone),
          *(@apart.votes(paragraph) unless zone || front)].compact
        [*special, body(paragraph, special + others.reject { |vote| vote.role == :body })]
      end

      private

      def vote(role, weight, reason) = Vote.new(role: role, weight: weight, reason: reason)

      def in_table(paragraph)
        return [caption(paragraph)] if caption(paragraph)

        table, row, = @reading.cell(paragraph)
        if table.rows[row].header || (row.zero? && table.rows.size > 1 && heads_columns?(table))
          return [vote(:table_heading, 0.93,
            "stands in the header row of a table")]
        end

        [vote(:table_text, 0.93, "stands in a table")]
      end

      # A first row that is set off from the second, or that names what stands in numbers below.
      def heads_columns?(table)
        (@heads_columns ||= {}.compare_by_identity).fetch(table) do
          first, second = [0, 1].map { |row| table.rows[row].cells.flat_map(&:blocks).grep(Manuscript::Paragraph).reject(&:blank?) }
          @heads_columns[table] = first.any? &&
            (first.all? { |paragraph| @reading.appearance(paragraph)[:bold] } || set_off?(first, second))
        end
      end

      def set_off?(first, second)
        looks = [first, second].map do |cells|
          cells.map { |paragraph|
            @reading.appearance(paragraph).slice(:bold, :italic, :shading, :background, :caps, :small_caps, :underline)
          }.uniq
        end
        second.any? && looks.all? { |found| found.size == 1 } && looks[0] != looks[1]
      end

      def caption(paragraph)
        return vote(:caption, 0.9, "begins like a caption") if Wording.caption?(paragraph.text)

        vote(:caption, 0.8, "stands under the number of a table or picture") if under_number?(paragraph)
      end

      # Label and number on a line of their own, the title on the next.
      def under_number?(paragraph)
        return false if paragraph.in_table || paragraph.text.length > Reading::SHORT || paragraph.text.match?(/[.;:]\s*\z/)

        above = @reading.preceding(paragraph)
        !above.nil? && !above.in_table && above.text.match(Wording::LABELLED)&.[](:rest) == "" &&
          @reading.index(above) == @reading.index(paragraph) - 1
      end

      def heading(paragraph)
        return unless @headings.like?(paragraph)

        vote(:"heading_#{[@levels.of(paragraph), 6].min}", @headings.weight(paragraph),
          (["short"] + @headings.traits(paragraph)).join(", "))
      end

      # Running text is what nothing else speaks for; where something does, its length says little.
      def body(paragraph, special)
        unless @reading.long?(paragraph) || sentence?(paragraph)
          return vote(:body, special.empty? ? 0.3 : 0.1,
            "nothing else speaks for a special role")
        end

        weight = @reading.long?(paragraph) ? 0.93 : 0.8
        weight -= 0.6 if special.any? { |vote| vote.weight >= 0.75 || (vote.weight > 0.5 && paragraph.text.match?(/[?:]\s*\z/)) }
        vote(:body, weight, @reading.long?(paragraph) ? "long running text" : "ends like a sentence")
      end

      def sentence?(paragraph) = paragraph.text.match?(/[.!?…:;][”"’»“)]?\s*\z/) && paragraph.text.split.size > 3
    end
  end
end
