# frozen_string_literal: true

module Norvel
  module Changes
    # What a person wrote in one paragraph, and what they did at its end ("steps": pairs of an operation's name and its
    # parameters), as one step of the ledger.
    class Write < Series
      takes_besides steps: :data

      STEPS = %w[edit_text split_paragraph join_paragraphs insert_paragraph apply_style].freeze

      def alters_text? = true

      def carry_out(manuscript) = steps.reduce(manuscript) { |now, step| step.call(now) }

      def told(before, after)
        written = steps.grep(EditText).last or return steps.first.sentence(before)
        id = written.parameters["paragraph"].to_i
        was, is = before.paragraph(id), after.paragraph(id)
        return steps.first.sentence(before) unless is
        return "Wrote “#{short(is.text)}”." if was.nil? || was.blank?

        "Edited the text of “#{short(is.text)}”."
      end

      def sentence(manuscript) = told(manuscript, carry_out(manuscript))

      private

      def steps
        parameters.fetch("steps").map do |name, details|
          raise ChangeRefused, "There is no step of writing called “#{name}”." unless STEPS.include?(name)

          Changes.build(name, details)
        end
      end
    end
  end
end
