# frozen_string_literal: true

module Norvel
  class SideBySide
    # What paragraphs and words in them come to, in one and in the other. Pairs of formattings are many, different ones few: each is worked
    # out once.
    class Values
      PARAGRAPH = (Properties.of(:paragraph).map(&:name) - %i[numbering]).freeze
      TEXT = Properties.of(:text).map(&:name).freeze

      # @param before [Examination] @param after [Examination]
      def initialize(before, after)
        @before = before
        @after = after
        @sets = {}.compare_by_identity
        @texts = {}.compare_by_identity
        @majorities = {}
      end

      # @param was [Integer] @param is [Integer] indexes
      # @return [Array<Formatting>]
      def of_paragraph(was, is)
        one, other = both(was, is)
        sets = [@before.cascade.paragraph(one), @after.cascade.paragraph(other)]
        values = differing(@sets, *sets, PARAGRAPH) + majorities(was, is)
        values.map { |name, old, new| Formatting.new(before: was, after: is, property: name, was: old, is: new) }
      end

      # @param was [Integer] @param is [Integer] indexes
      # @return [Array<Formatting>] what does not differ in the whole paragraph already
      def of_words(was, is)
        one, other = both(was, is)
        return [] unless one.text == other.text

        told = majorities(was, is).to_h { |name, old, new| [name, [old, new]] }
        stretches(one, other).flat_map { |start, stop, old, new|
          differing(@texts, old, new, TEXT).reject { |name, *values| told[name] == values }
            .map do |name, before, after|
              Formatting.new(before: was, after: is, property: name, was: before, is: after, start: start, end: stop)
            end
        }.then { |found| joined(found) }
      end

      private

      def both(was, is) = [@before.manuscript.paragraphs[was], @after.manuscript.paragraphs[is]]

      def differing(known, one, other, names)
        return [] if one.equal?(other)

        (known[one] ||= {}.compare_by_identity)[other] ||= names.filter_map do |name|
          [name, one[name], other[name]] unless Properties.same?(name, one[name], other[name])
        end
      end

      # What most letters of each have.
      def majorities(was, is)
        one, other = both(was, is)
        @majorities[[was, is]] ||= TEXT.filter_map do |name|
          old, new = @before.appearance.majority(one, name), @after.appearance.majority(other, name)
          [name, old, new] unless Properties.same?(name, old, new)
        end
      end

      # @return [Array<Array(Integer, Integer, Cascade::Formatting, Cascade::Formatting)>] from where to where, and what the two have there
      def stretches(one, other)
        old, new = [[@before, one], [@after, other]].map { |examined, paragraph| placed(examined, paragraph) }
        cuts = (old + new).flat_map { |start, stop, _| [start, stop] }.uniq.sort
        cuts.each_cons(2).filter_map do |start, stop|
          pair = [old, new].map { |all| all.find { |from, to, _| from <= start && to >= stop }&.last }
          [start, stop, *pair] unless pair.any?(&:nil?)
        end
      end

      def placed(examined, paragraph)
        at = 0
        paragraph.runs.reject { |run| run.text.empty? }.map do |run|
          [at, at += run.text.length, examined.cascade.run(paragraph, run)]
        end
      end

      # The same of neighbouring stretches is one.
      def joined(found)
        found.group_by { |one| [one.property, one.was, one.is] }.values.flat_map do |all|
          all.sort_by(&:start).chunk_while { |one, other| one.end == other.start }
            .map { |row| row.first.with(end: row.last.end) }
        end
      end
    end
  end
end
