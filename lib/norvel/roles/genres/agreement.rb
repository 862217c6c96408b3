# frozen_string_literal: true

module Norvel
  class Roles
    module Genres
      # An agreement: clauses that are numbered and say something.
      class Agreement < Whole
        def self.called = "an agreement"

        CLAUSE = /\A\s*(?:§\s*)?\d{1,2}\.\d{1,2}\.?[\t \u00A0]+\S/
        CLAUSES = 4
        SHARE = 6 # paragraphs to a clause, at the most

        # @return [Hash{Integer=>Vote}]
        def claims
          clauses = texts.select { |paragraph| paragraph.text.match?(CLAUSE) }
          sentences = clauses.count { |paragraph| @reading.long?(paragraph) || paragraph.text.match?(/[.;:]\s*\z/) }
          return {} unless clauses.size >= CLAUSES && sentences * 5 >= clauses.size * 3 && clauses.size * SHARE >= texts.size

          claim(clauses, :other, 0.92, "a clause of an agreement")
            .merge(claim(texts.last(8).select { |line| Wording.date?(line.text) }, :other, 0.85, "a date at the end"))
        end
      end
    end
  end
end
