# frozen_string_literal: true

module Norvel
  class Plan
    # Whether paragraphs look as they did, as far as anybody can tell.
    class SameLook
      # What of a blank line is seen: how high it is.
      HEIGHT = %i[font_family size line_spacing space_before space_after close_to_same shading borders].freeze

      # @param name [Symbol] a property
      # @return [Object] its value for a paragraph, or for its end mark
      def self.value(cascade, paragraph, name) = Properties[name].text? ? cascade.mark(paragraph)[name] : cascade.paragraph(paragraph)[name]

      # @param examined [Examination] of the manuscript as it was
      def initialize(examined)
        @examined = examined
      end

      # @param after [Manuscript] @param ids [Array<Integer>]
      # @return [Array<Integer>] of those that would not look the same
      def losing(after, ids)
        was, is = [@examined.manuscript, after].map { |manuscript| Cascade.new(manuscript).then { |cascade| [Appearance.new(manuscript, cascade), cascade] } }
        ids.reject do |id|
          before, now = @examined.manuscript.paragraph(id), after.paragraph(id)
          before.blank? ? same_height?(before, now, was.last, is.last) : alike?(before, now, was, is)
        end
      end

      private

      def same_height?(before, now, was, is)
        HEIGHT.all? { |name| Properties.same?(name, SameLook.value(was, before, name), SameLook.value(is, now, name)) }
      end

      def alike?(before, now, was, is)
        looked, looks = Changes::StyleAsSeen.seen(before, *was), Changes::StyleAsSeen.seen(now, *is)
        looked = looked.slice(*Changes::StyleAsSeen.names(is.last.paragraph(now)[:outline_level]))
        paragraph = looked.all? { |name, value| Looks.alike?(name, value, looks[name]) || (name == :align && one_line?(before, value, looks[name])) }
        paragraph && (before.runs.size < 2 || words_alike?(before, now, was.last, is.last))
      end

      def words_alike?(before, now, was, is)
        before.each_run_with_offset.all? do |run, start|
          next true if run.equation? || !run.text.match?(/[^[:space:]\u{FFFC}]/)

          looked = was.run(before, run)
          now.runs_in(start, start + run.text.length).reject { |part| part.text.empty? }.all? do |part|
            is.run(now, part).then { |looks| looks.equal?(looked) || WordLooks::TEXT.all? { |name| Looks.alike?(name, looked[name], looks[name]) } }
          end
        end
      end

      # Start and justified are the same there.
      def one_line?(paragraph, *aligned) = (aligned - %i[start justify]).empty? && @examined.layout.lines_of(paragraph.id).size <= 1
    end
  end
end
