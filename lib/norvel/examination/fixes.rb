# frozen_string_literal: true

module Norvel
  class Examination
    # What can be done about one finding, worked out when somebody looks at it: each way to a cure is tried on the manuscript, and one that
    # changes nothing, or leaves the finding as it is, is none.
    #
    #   fixes = Fixes.new(examined, guide, finding)
    #   fixes.best                     # the first way that makes nothing else worse
    #   fixes.best.consequences.came   # what it would bring that was not there before
    class Fixes
      # One that works: which of the finding's ways, the change, the manuscript afterwards, and what else it does.
      Fix = Value.define(:number, :words, :operation, :examined, :consequences)

      # @param examined [Examination] @param guide [Guide] @param finding [Guide::Finding] of its check
      # @param store [Layout::LineStore, nil] lines kept from other states
      def initialize(examined, guide, finding, store: nil)
        @examined = examined
        @guide = guide
        @finding = finding
        @store = store
        @tried = {}
      end

      # @return [Fix, nil] the first that brings nothing new, else the one that brings least; by hand only where nothing else mends it
      def best
        unasked, by_hand = @finding.ways.each_index.partition { |number| @finding.ways[number].unasked }
        unasked.find { |number| fix(number)&.consequences&.came&.empty? }.then { |number| return fix(number) if number }
        unasked.filter_map { |number| fix(number) }.min_by { |fix| fix.consequences.came.values.sum } ||
          by_hand.filter_map { |number| fix(number) }.first
      end

      # @param number [Integer] of the finding's ways
      # @return [Fix, nil] where that way mends it
      def fix(number) = @tried.fetch(number) { @tried[number] = (way = @finding.ways[number]) && attempt(number, way) }

      # @param but [Fix] one that is shown
      # @return [Array<Fix>] the others that mend it too
      def besides(but) = @finding.ways.each_index.filter_map { |number| fix(number) unless number == but.number }

      private

      def attempt(number, way)
        operation = Changes.build(*way.cure)
        after = operation.call(@examined.manuscript)
        return if after == @examined.manuscript

        examined = Examination.new(after, store: @store)
        consequences = Guide::Consequences.new(@examined.check(@guide), examined.check(@guide))
        return if consequences.left?(@finding)

        Fix.new(number: number, words: way.words, operation: operation, examined: examined, consequences: consequences)
      rescue NothingToChange, ChangeRefused
        nil
      end
    end
  end
end
