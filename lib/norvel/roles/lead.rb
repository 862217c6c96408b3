# frozen_string_literal: true

module Norvel
  class Roles
    # The words at the beginning of a paragraph that are bold, slanted or underlined, where the rest is not.
    module Lead
      STRONG = %i[bold italic underline small_caps].freeze

      module_function

      # @param paragraph [Manuscript::Paragraph] @param cascade [Cascade]
      # @return [String, nil] with the white space after them; nil where the paragraph begins as most of it is set
      def of(paragraph, cascade)
        marks = paragraph.runs.map { |run| [run.text, cascade.run(paragraph, run).values(STRONG)] }.reject { |text, _| text.empty? }
        return if marks.empty?

        first = marks.first.last
        most = marks.group_by(&:last).max_by { |_, same| same.sum { |text, _| text.length } }.first
        return if first == most || !stronger?(first, most)

        marks.take_while { |text, set| set == first || text.match?(/\A\s+\z/) }.map(&:first).join
      end

      def stronger?(first, most)
        STRONG.any? { |name| said?(first[name]) && !said?(most[name]) }
      end

      def said?(value) = value && value != :none
      private_class_method :stronger?, :said?
    end
  end
end
