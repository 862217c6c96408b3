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
        was, is = [@examined.manuscript, after].map { |manuscript| Reading.of(manuscript) }
        ids.reject do |id|
          before, now = was.paragraph(id), is.paragraph(id)
          before.blank? ? same_height?(before, now, was, is) : alike?(before, now, was, is)
        end
      end

      private

      # A manuscript with what tells how it looks.
      Reading = Norvel::Value.define(:manuscript, :cascade, :appearance) do
        def self.of(manuscript)
          cascade = Cascade.new(manuscript)
          new(manuscript: manuscript, cascade: cascade, appearance: Appearance.new(manuscript, cascade))
        end

        def paragraph(id) = manuscript.paragraph(id)

        def look(paragraph) = Changes::StyleAsSeen.seen(paragraph, appearance, cascade)
      end
      private_constant :Reading

      def same_height?(before, now, was, is)
        value = ->(reading, paragraph, name) { SameLook.value(reading.cascade, paragraph, name) }
        HEIGHT.all? { |name| Properties.same?(name, value[was, before, name], value[is, now, name]) }
      end

      def alike?(before, now, was, is)
        looked, looks = was.look(before), is.look(now)
        names = Changes::StyleAsSeen.names(is.cascade.paragraph(now)[:outline_level])
        return false unless names.all? { |name| Looks.alike?(name, looked[name], looks[name]) || flush?(before, name, looked, looks) }

        before.runs.size < 2 || words_alike?(before, now, was.cascade, is.cascade)
      end

      def flush?(before, name, looked, looks) = name == :align && one_line?(before, looked[:align], looks[:align])

      def words_alike?(before, now, was, is)
        before.each_run_with_offset.all? do |run, start|
          next true if run.equation? || !run.text.match?(/[^[:space:]\u{FFFC}]/)

          looked = was.run(before, run)
          parts = now.runs_in(start, start + run.text.length).reject { |part| part.text.empty? }
          parts.all? { |part| text_alike?(looked, is.run(now, part)) }
        end
      end

      def text_alike?(one, other)
        one.equal?(other) || WordLooks::TEXT.all? { |name| Looks.alike?(name, one[name], other[name]) }
      end

      # Start and justified are the same there.
      def one_line?(paragraph, *aligned) = (aligned - %i[start justify]).empty? && @examined.layout.lines_of(paragraph.id).size <= 1
    end
  end
end
