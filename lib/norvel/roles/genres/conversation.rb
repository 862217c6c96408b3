# frozen_string_literal: true

module Norvel
  class Roles
    module Genres
      # A conversation: who speaks stands before what is said, again and again, and two take turns: an interview, a play, a hearing.
      class Conversation < Whole
        def self.called = "a conversation"

        SPEAKER = /\A\s*(?<who>\p{Lu}[\p{L}.'’-]{0,20}(?: \p{Lu}[\p{L}.'’-]{0,20}){0,2})(?<stop>:|\.|\s[–—])[\s\u00A0]+\S/
        TURNS = 4
        TURNS_IN_A_BOOK = 8 # notes and warnings take turns as well
        BETWEEN = 4 # paragraphs that may stand between two turns
        SAID = 5 # words of a turn, at the least, on average: shorter ones are labels and their values
        PART_OF_A_BOOK = 3 # a conversation that is less than this part of the text stands in a book
        SCENE = /\A\s*+(?:(?:scene|act|szene|akt|aufzug|auftritt|scène|acte|escena|acto)\b|
          (?-i:\p{L}{2,20})\s(?:scene|act|szene|akt|aufzug|auftritt)\s*+\z)/xi
        DIRECTION = /\A\s*+\(/

        # One may stand in a book of any length.
        def possible? = true

        def whole? = most_of_it?(turns)

        # @return [Hash{Integer=>Vote}]
        def claims
          return {} if turns.empty?

          claim(turns, :other, 0.93, "a turn of a conversation")
            .merge(claim(directions, :other, 0.85, "a direction between the turns of a conversation"))
            .merge(claim(texts.select { |line| line.text.length < 40 && line.text.match?(SCENE) }, :heading_1, 0.88, "names a scene"))
        end

        private

        def turns
          @turns ||= begin
            speaks = texts.filter_map { |paragraph| (who = speaker(paragraph)) && [paragraph, who] }
            times = speaks.map(&:last).tally
            rows = speaks.select { |_, who| times[who] > 1 }.slice_when { |(one, _), (other, _)| apart(one, other) > BETWEEN }
            rows = rows.select { |row| row.size >= TURNS && turns?(row) }
            rows = rows.select { |row| row.size >= TURNS_IN_A_BOOK } unless most_of_it?(rows.flatten(1))
            rows.flatten(1).map(&:first)
          end
        end

        def most_of_it?(turns) = turns.size * PART_OF_A_BOOK >= texts.size

        def turns?(row)
          row.map(&:last).uniq.size > 1 && alternate?(row) && row.sum { |paragraph, _| paragraph.text.split.size } >= row.size * SAID
        end

        def speaker(paragraph)
          said = paragraph.text.match(SPEAKER) or return
          return if said[:who].length > 40 || Wording.caption?(paragraph.text)

          said[:who] if said[:stop] == ":" || set_off?(paragraph, said[:who])
        end

        def set_off?(paragraph, who) = Wording.capitals?(who) || Lead.of(paragraph, @reading.cascade)&.strip&.delete_suffix(".") == who

        def alternate?(row) = row.each_cons(2).count { |(_, who), (_, other)| who != other } * 2 >= row.size - 1

        def apart(one, other) = place(other) - place(one)

        def directions
          turns.each_cons(2).flat_map do |one, other|
            (apart(one, other) > 1) ? texts[(place(one) + 1)...place(other)].select { |paragraph| paragraph.text.match?(DIRECTION) } : []
          end
        end

        def place(paragraph) = (@places ||= texts.each_with_index.to_h { |text, place| [text.id, place] }).fetch(paragraph.id)
      end
    end
  end
end
