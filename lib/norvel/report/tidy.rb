# frozen_string_literal: true

module Norvel
  module Report
    # What a clean-up does, as `tidy --json` says it.
    class Tidy
      # @param before [Manuscript] @param plan [Plan] @param guide [Guide]
      def initialize(before, plan, guide)
        @before = before
        @plan = plan
        @guide = guide
      end

      # @return [Hash] of plain JSON values
      def to_h
        after = @plan.apply
        {changes: @plan.lines.map { |line| {operation: line.operation.class.operation_name, sentence: line.sentence, paragraphs: line.paragraphs.filter_map { |id| @before.index_of(id) }, confidence: line.confidence} },
         before: counts(@before), after: counts(after), removed: {empty: @before.paragraphs.size - after.paragraphs.size, spaces: nil, tabs: nil, line_breaks: nil, typed_labels: nil},
         text_changed: @before.words != after.words}
      end

      private

      def counts(manuscript)
        layout = Layout.new(manuscript)
        {direct: DirectFormatting.count(manuscript), empty: manuscript.paragraphs.count(&:empty?), looks: Looks.of(manuscript, layout: layout).size, findings: Guide::Check.new(@guide, layout).findings.size}
      end
    end
  end
end
