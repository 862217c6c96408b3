# frozen_string_literal: true

module Norvel
  module Drawing
    # Formatting by hand that most paragraphs of a style have alike: said once for all of them where the first
    # stands, and by one word where the first stands on a later page, instead of beside each paragraph.
    #
    #   once = SaidOnce.new(examination.commonest_by_hand)
    #   once.apart(paragraph, set) # what is left to say beside it
    class SaidOnce
      LEAST = 6 # paragraphs: fewer are said one by one

      # @param commonest [Array<CommonestByHand::Found>]
      def initialize(commonest)
        @common = commonest.select { |found| found.agreeing.size >= LEAST }.to_h { |found| [found.style, found] }
        @agreeing = @common.transform_values { |found| found.agreeing.to_h { |id| [id, true] } }
      end

      # @param paragraph [Manuscript::Paragraph] @param set [Hash{Symbol=>Object}] what it has by hand
      # @return [Hash{Symbol=>Object}] of it what only it has
      def apart(paragraph, set)
        return set unless alike?(paragraph)

        values = @common[paragraph.style].values
        set.reject { |name, value| values[name] == value }
      end

      def alike?(paragraph) = @agreeing[paragraph.style]&.key?(paragraph.id) || false

      # @param paragraph [Manuscript::Paragraph] the first of its style on a page
      # @param code [String] the style's code in the margin
      # @return [Array<String>] what is said there for all that are alike
      def words(paragraph, code)
        found = @common[paragraph.style]
        return ["as most of #{code}"] unless found.agreeing.first == paragraph.id

        ["most of #{code} by hand:"] + found.values.map { |name, value| Properties::Words.of(name, value) }
      end
    end
  end
end
