# frozen_string_literal: true

module Norvel
  class Plan
    # The plan as it grows: each line with the manuscript after it, so that a later line is worked out on what the earlier ones
    # leave.
    class Draft
      # @return [Manuscript] as the lines so far leave it
      attr_reader :manuscript

      # @return [Array<Array(Plan::Line, Manuscript)>]
      attr_reader :steps

      # @return [Array<Plan::Remark>]
      attr_reader :remarks

      def initialize(manuscript)
        @manuscript = manuscript
        @steps = []
        @remarks = []
      end

      # Adds a line, unless it changes nothing.
      # @param paragraphs [Array<Manuscript::Paragraph>] whom it is about
      # @param part [Symbol] of the plan
      def add(name, parameters, paragraphs, confidence, part)
        operation = Changes.build(name, parameters)
        keep(operation, operation.call(@manuscript), paragraphs, confidence, part)
      end

      # Adds a substitution of the chosen paragraphs; where there is nothing to substitute, there is no line.
      # @param ids [Array<Integer>, String] paragraphs, or "all"
      def substitute(name, ids, confidence, part)
        return if ids.empty?

        operation = Changes.build(name, {"paragraphs" => ids})
        after = outcome(operation, part) or return
        operation.remarks(@manuscript, after).each { |sentence, paragraphs| remark(part, sentence, paragraphs) }
        keep(operation, after, @manuscript.paragraphs.select { |paragraph|
          after.paragraph(paragraph.id)&.text != paragraph.text
        }, confidence, part)
      end

      # Says what the plan leaves as it is, and why.
      # @param paragraphs [Array<Manuscript::Paragraph>] whom it is about
      def remark(part, sentence, paragraphs = []) = @remarks << Remark.new(part: part, sentence: sentence, paragraphs: paragraphs.map(&:id))

      private

      def keep(operation, after, paragraphs, confidence, part)
        return if unchanged?(@manuscript, after)

        @steps << [
          Line.new(operation: operation, sentence: operation.told(@manuscript, after), paragraphs: paragraphs.map(&:id),
            confidence: confidence, part: part), after
        ]
        @manuscript = after
      end

      # @return [Manuscript, nil] nil where there is nothing to do, or where it is refused, which is said
      def outcome(operation, part)
        operation.call(@manuscript)
      rescue NothingToChange
        nil
      rescue ChangeRefused => error
        remark(part, error.message) and nil
      end

      def unchanged?(before, after)
        before.paragraphs == after.paragraphs && before.note_paragraphs == after.note_paragraphs &&
          before.sections == after.sections && before.sheet.styles == after.sheet.styles && before.lists == after.lists &&
          before.contents == after.contents && before.settings == after.settings
      end
    end
  end
end
