# frozen_string_literal: true

module Norvel
  class Roles
    module Genres
      # Minutes: called so, with who was there and what somebody is to do.
      class Minutes < Whole
        def self.called = "minutes"

        MINUTES = /\b(?:minutes|protokoll|niederschrift|ergebnisprotokoll|compte[ -]rendu|procès-verbal|actas?)\b/i
        THERE =
          /\A\s*(?:present|in\sattendance|attending|attendees|apologies|absent|chair|secretary|minutes\staken\sby|anwesende?|entschuldigt|
          abwesend|teilnehmende|teilnehmer(?:innen)?|leitung|vorsitz|protokollführung|protokoll|présents?|excusés?|absents?|
          presentes|asistentes|ausentes|excusados)\b[^:]{0,30}:/xi
        TO_DO = /\A\s*(?:actions?|to\sdo|todo|due|owner|decisions?|resolved|agreed|zuständig|verantwortlich|aufgabe|termin|frist|beschluss|
          décision|responsable|à\sfaire|délai|acuerdo|decisión|plazo)\b[^:]{0,24}:/xi

        FIRST = 3 # lines among which it is called so

        # @return [Hash{Integer=>Vote}]
        def claims
          called = texts.first(FIRST).any? { |paragraph| short?(paragraph) && paragraph.text.match?(MINUTES) }
          return {} unless called

          there = texts.select { |paragraph| paragraph.text.match?(THERE) }
          return {} if there.empty?

          claim(there, :other, 0.92, "says who was there")
            .merge(claim(texts.select { |line| short?(line) && line.text.match?(TO_DO) }, :other, 0.92, "says what somebody is to do"))
        end
      end
    end
  end
end
