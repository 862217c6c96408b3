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
         before: counts(@before), after: counts(after), removed: removed(after),
         text_changed: ListLabels.words(@before) != ListLabels.words(after)}
      end

      private

      def removed(after)
        gone = ->(sign) { [@before, after].map { |manuscript| manuscript.paragraphs.sum { |paragraph| paragraph.blank? ? 0 : paragraph.text.count(sign) } }.reduce(:-) }
        {empty: @before.paragraphs.size - after.paragraphs.size, spaces: [gone[" "], 0].max, tabs: gone["\t"], line_breaks: gone["\n"], typed_labels: typed_labels(after)}
      end

      # Labels that are generated now and stood in the text before.
      def typed_labels(after)
        was, now = [@before, after].map { |manuscript| ListLabels.for(manuscript, Cascade.new(manuscript)) }
        after.paragraphs.count { |paragraph| now[paragraph.id] && was[paragraph.id].nil? && @before.paragraph(paragraph.id).text.lstrip.start_with?(now[paragraph.id]) && !paragraph.text.start_with?(now[paragraph.id]) }
      end

      def counts(manuscript)
        layout = Layout.new(manuscript)
        {direct: DirectFormatting.count(manuscript), empty: manuscript.paragraphs.count(&:empty?), looks: Looks.of(manuscript, layout: layout).size, findings: Guide::Check.new(@guide, layout).findings.size}
      end
    end
  end
end
