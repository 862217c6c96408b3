# frozen_string_literal: true

require "diff/lcs"

module Norvel
  class SideBySide
    # Two texts word by word.
    module Words
      # Some text that is in :both, is :gone or :came.
      Piece = Value.define(:kind, :text)

      LARGEST = 4_000 # words that are held against one another; beyond it the whole text is

      module_function

      # @param was [String] @param is [String]
      # @return [Array<Piece>]
      def between(was, is)
        return [Piece.new(kind: :both, text: is)].reject { |one| one.text.empty? } if was == is

        old, new = [was, is].map { |text| text.scan(/[[:alnum:]]+|[[:space:]]+|[^[:alnum:][:space:]]/) }
        return joined([[:gone, was], [:came, is]]) if [old, new].any? { |one| one.size > LARGEST }

        head = same_at_the_head(old, new)
        tail = same_at_the_head(old.drop(head).reverse, new.drop(head).reverse)
        inner = Diff::LCS.sdiff(old[head...(old.size - tail)], new[head...(new.size - tail)]).flat_map { |change| pieces(change) }
        joined(old.first(head).map { |word| [:both, word] } + inner + old.last(tail).map { |word| [:both, word] })
      end

      # What is the same there need not be held against one another.
      def same_at_the_head(old, new) = old.zip(new).take_while { |one, other| one == other }.size

      # @return [Array<Array(Integer, Integer, Integer)>] stretches that stand in both: from where in what was, from where in what is, how
      #   long
      def shared(was, is)
        old = new = 0
        between(was, is).filter_map do |piece|
          length = piece.text.length
          found = [old, new, length] if piece.kind == :both
          old += length unless piece.kind == :came
          new += length unless piece.kind == :gone
          found
        end
      end

      def pieces(change)
        return [[:both, change.new_element]] if change.action == "="

        [[:gone, change.old_element], [:came, change.new_element]].reject { |_, word| word.nil? }
      end

      # What went in a row is one piece, and so is what came for it.
      def joined(pieces)
        pieces.chunk_while { |(one, _), (other, _)| (one == :both) == (other == :both) }.flat_map do |row|
          row.group_by(&:first).map { |kind, all| Piece.new(kind: kind, text: all.map(&:last).join) }
        end.reject { |piece| piece.text.empty? }
      end
      private_class_method :pieces, :joined, :same_at_the_head
    end
  end
end
