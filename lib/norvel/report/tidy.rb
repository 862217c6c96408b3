# frozen_string_literal: true

module Norvel
  module Report
    # What a clean-up does, as `tidy --json` says it.
    class Tidy
      # @param examined [Examination] of the manuscript before @param plan [Plan] @param guide [Guide]
      def initialize(examined, plan, guide)
        @examined = examined
        @before = examined.manuscript
        @plan = plan
        @guide = guide
      end

      # @return [Hash] of plain JSON values
      def to_h
        after = @plan.apply
        {changes: @plan.lines.map { |line|
          {operation: line.operation.class.operation_name, sentence: line.sentence,
           paragraphs: line.paragraphs.filter_map { |id| @before.index_of(id) }, confidence: line.confidence}
        },
         left: @plan.remarks.map { |remark|
           {sentence: remark.sentence, paragraphs: remark.paragraphs.filter_map { |id| @before.index_of(id) }}
         },
         before: counts(@examined), after: counts(Examination.new(after)), removed: removed(after),
         **text(after)}
      end

      private

      # @return [Hash] whether a character other than white space is gone, new or moved, and what went where
      def text(after)
        kept = ListLabels.same_words?(@before, after) && (@before.held.to_a - after.held.to_a).empty?
        {text_changed: !kept, lost: kept ? [] : lost(after)}
      end

      def lost(after)
        now = after.all_paragraphs.to_h { |paragraph| [paragraph.id, paragraph] }
        @before.all_paragraphs.filter_map do |paragraph|
          gone = [*paragraph.written.split, *paragraph.held].tally.map do |word, count|
            [word, count - [*now[paragraph.id]&.written.to_s.split, *now[paragraph.id]&.held].count(word)]
          end
          words = gone.select { |_, count| count.positive? }.map(&:first)
          {part: part(paragraph.id), paragraph: @before.index_of(paragraph.id), text: words.join(" ")} if words.any?
        end
      end

      def part(id)
        return "body" if @before.index_of(id)
        return "notes" if @before.note_paragraphs.any? { |paragraph| paragraph.id == id }

        @before.margin_place(id) ? "headers and footers" : "text boxes and comments"
      end

      # White space that is gone, that in labels which are generated now not counted.
      def removed(after)
        was, now = [@before, after].map { |manuscript| ListLabels.for(manuscript, Cascade.new(manuscript)) }
        gone = ->(sign) { count(@before, was, sign) - count(after, now, sign) }
        {empty: @before.paragraphs.count { |paragraph| after.paragraph(paragraph.id).nil? }, spaces: [gone[" "], 0].max,
         tabs: gone["\t"], line_breaks: gone["\n"],
         typed_labels: typed_labels(after, was, now)}
      end

      def count(manuscript, labels, sign)
        # What was made anew (contents and their heading) is nobody's white space.
        own = manuscript.paragraphs.select { |paragraph| @before.paragraph(paragraph.id) }
        own.sum { |paragraph| paragraph.blank? ? 0 : "#{labels[paragraph.id]}#{paragraph.text}".count(sign) }
      end

      # Labels that are generated now and stood in the text before; a bullet may have another sign.
      def typed_labels(after, was, now)
        after.paragraphs.count do |paragraph|
          label = now[paragraph.id] or next
          typed = @before.paragraph(paragraph.id).text.lstrip
          was[paragraph.id].nil? && typed.length > paragraph.text.length &&
            (typed.start_with?(label) || typed[/\A\S+/].to_s.match?(ListLabels::BULLET))
        end
      end

      def counts(examined) = examined.sums(@guide).except(:pages)
    end
  end
end
