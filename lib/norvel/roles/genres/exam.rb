# frozen_string_literal: true

module Norvel
  class Roles
    module Genres
      # An examination: questions with their points.
      class Exam < Whole
        def self.called = "an examination"

        POINTS = /[(\[]\s*\d{1,3}(?:[.,]\d)?\s*(?:points?|pts?\.?|marks?|punkte?|p\.?|puntos?|credits?)\s*[)\]]\s*\z/i

        SHARE = 12 # paragraphs to a question, at the most

        # @return [Hash{Integer=>Vote}]
        def claims
          questions = texts.select { |paragraph| paragraph.text.match?(POINTS) }
          return {} unless questions.size > 1 && questions.size * SHARE >= texts.size

          room = texts.select { |paragraph| paragraph.text.match?(Wording::BLANK_TO_FILL) && !paragraph.text.match?(/\p{L}/) }
          claim(questions, :other, 0.92, "a question with its points").merge(claim(room, :form_field, 0.92, "room for an answer"))
        end
      end
    end
  end
end
