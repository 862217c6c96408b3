# frozen_string_literal: true

module Norvel
  class Plan
    # What was struck out of a plan, with what rests on it: without the guide's sheet no kind of paragraph gets a style of it, and what is
    # by hand is the look that there is; chapters that are not to be parts, or no headings, begin no page.
    class StruckOut
      RESTS = {**Roles::HEADINGS.to_h { |role| [role, [:headings]] }, heading_1: %i[chapters headings], parts: [:chapters],
               sheet: [*(Roles::ALL - [:empty]), :direct, :headings, :long_quotations]}.freeze
      NUMBERS = "Typed numbers of headings stay: some headings are left out, and numbers are counted by all of them."
      CHAPTERS = "Chapters begin no page: %s left out."
      BY_HAND = "With the guide's sheet its styles are left out, and numbers of headings by them. Direct formatting stays too: it is the " \
        "look of many paragraphs as long as they are in no style."

      # @return [Array<Symbol>] all that is left out
      attr_reader :parts

      # @param struck [Array<Symbol>] by the person
      def initialize(struck)
        @struck = struck
        @parts = struck.reduce(struck) { |found, part| found | RESTS.fetch(part, []) }
      end

      # Says what else is left out.
      # @param draft [Draft] @param guide [Guide]
      def tell(draft, guide)
        draft.remark(:sheet, BY_HAND) if @struck.include?(:sheet) && guide.styles.any?
        draft.remark(:headings, NUMBERS) if (@struck & Roles::HEADINGS).any? && !@struck.include?(:headings)
        return unless guide.parts[:chapters] && (@struck & %i[heading_1 parts]).any?

        draft.remark(:parts, format(CHAPTERS, @struck.include?(:parts) ? "the parts are" : "headings of level 1 are"))
      end
    end
  end
end
