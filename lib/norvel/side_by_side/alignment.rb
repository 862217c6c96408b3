# frozen_string_literal: true

require "diff/lcs"

module Norvel
  class SideBySide
    # Which paragraph of one manuscript is which of another: those of the same words in the same order, then those of the same words
    # elsewhere, then what is most alike between two that are the same.
    class Alignment
      ALIKE = 0.5 # of the words of the longer one from which on a paragraph is the same, written anew; common practice, no source
      CUT, WITHIN, WORDS = 0.25, 0.9, 6 # what is left of a paragraph that was cut or divided: of the whole, of itself, and words at least
      MOST = 40 # paragraphs on each side of a gap that are held against one another

      # @return [Array<Array(Integer, Integer)>] indexes of paragraphs that stand in both, by the later one
      attr_reader :pairs

      # @param before [Array<Manuscript::Paragraph>] @param after [Array<Manuscript::Paragraph>]
      # @param known [Boolean] whether ids tell
      # @param words [#call] given a paragraph and whether it is of the later one, what it says
      def initialize(before, after, known: false, words: ->(paragraph, _) { paragraph.text })
        @before, @after = before, after
        @bare = {}.compare_by_identity
        [[before, false], [after, true]].each do |all, later|
          all.each { |one| @bare[one] ||= words.call(one, later).gsub(/[[:space:]]+/, " ").strip }
        end
        @words = {}
        @pairs = (known ? by_ids : by_words).sort_by(&:last)
        @in_order = longest(@pairs)
      end

      # @param index [Integer] of a paragraph of the later one
      # @return [Boolean] whether it stands elsewhere than it did, among those that stand in both
      def moved?(index) = !@in_order.include?(index)

      # @return [Array<Array(Integer, Integer)>] every paragraph of either: what is gone stands where it stood
      def rows
        @rows ||= begin
          was_of = @pairs.to_h { |was, is| [is, was] }
          kept = @pairs.to_h
          gone = @before.each_index.reject { |index| kept.key?(index) }
          made = @after.each_index.flat_map do |is|
            was = was_of[is]
            lost = (was && !moved?(is)) ? gone.take_while { |index| index < was } : []
            gone = gone.drop(lost.size)
            [*lost.map { |index| [index, nil] }, [was, is]]
          end
          made + gone.map { |index| [index, nil] }
        end
      end

      private

      def by_ids
        places = @before.each_with_index.to_h { |one, index| [one.id, index] }
        @after.each_with_index.filter_map { |one, index| [places[one.id], index] if places.key?(one.id) }
      end

      def by_words
        found = same_in_order
        taken = [found.to_set(&:first), found.to_set(&:last)]
        found += elsewhere(taken)
        found + alike(found)
      end

      # Paragraphs without words are told by their neighbours.
      def same_in_order
        old, new = [@before, @after].map { |all| all.each_with_index.reject { |one, _| bare(one).empty? } }
        texts = [old, new].map { |all| all.map { |one, _| bare(one) } }
        Diff::LCS.sdiff(*texts).select { |change| change.action == "=" }
          .map { |change| [old[change.old_position].last, new[change.new_position].last] }
      end

      def elsewhere((old, new))
        left = @before.each_with_index.reject { |one, index| old.include?(index) || bare(one).empty? }.group_by { |one, _| bare(one) }
        @after.each_with_index.filter_map do |one, index|
          next if new.include?(index)

          match = left[bare(one)]&.shift or next
          [match.last, index]
        end
      end

      # Between two that are the same on both sides, what stands there is held against one another.
      def alike(found)
        old, new = found.to_set(&:first), found.to_set(&:last)
        gaps(found).flat_map do |one, other|
          rest = [one.reject { |index| old.include?(index) }, other.reject { |index| new.include?(index) }]
          matched(*rest)
        end
      end

      def gaps(found)
        kept = longest_pairs(found)
        edges = [[-1, -1], *kept, [@before.size, @after.size]]
        edges.each_cons(2).map { |(was, is), (next_was, next_is)| [(was + 1...next_was).to_a, (is + 1...next_is).to_a] }
      end

      def matched(old, new)
        return [] if old.empty? || new.empty?

        pairs = (old.size > MOST || new.size > MOST) ? old.zip(new).reject { |pair| pair.any?(&:nil?) } : old.product(new)
        close = pairs.filter_map { |was, is| [likeness(was, is), was, is].then { |found| found if found.first.positive? } }
        taken = [Set.new, Set.new]
        close.sort_by { |share, was, is| [-share, (was - is).abs] }.filter_map do |_, was, is|
          next if taken.first.include?(was) || taken.last.include?(is)

          taken.first << was
          taken.last << is
          [was, is]
        end
      end

      # @return [Float] how much of the longer one stands in the other; 0 where they are not the same
      def likeness(was, is)
        one, other = words(@before[was]), words(@after[is])
        return (one.empty? && other.empty?) ? 1.0 : 0.0 if one.empty? || other.empty?

        shared = one.sum { |word, count| [count, other.fetch(word, 0)].min }
        shorter, longer = [one.values.sum, other.values.sum].minmax
        share = shared.fdiv(longer)
        cut = shorter >= WORDS && shared >= shorter * WITHIN
        (share >= ALIKE || (cut && share >= CUT)) ? share : 0.0
      end

      def words(paragraph) = @words[paragraph] ||= bare(paragraph).scan(/[[:alnum:]]+/).tally

      def bare(paragraph) = @bare.fetch(paragraph)

      # @return [Set<Integer>] of the later one, those that stand in the same order in both
      def longest(pairs) = longest_pairs(pairs).to_set(&:last)

      # The longest row of pairs that goes on in both (by patience).
      def longest_pairs(pairs)
        tops, before = [], {}
        pairs.sort_by(&:last).each do |pair|
          place = tops.bsearch_index { |top| top.first >= pair.first } || tops.size
          before[pair] = place.positive? ? tops[place - 1] : nil
          tops[place] = pair
        end
        row, pair = [], tops.last
        while pair
          row << pair
          pair = before[pair]
        end
        row.reverse
      end
    end
  end
end
