# frozen_string_literal: true

module Norvel
  class Manuscript
    # How values come together in the format that a manuscript is of; its reader says so, so that no reader has to falsify values.
    #
    # `toggles`: :exclusive, what paragraph and character style say of bold, italic and the like is combined by exclusive or (ISO/IEC
    # 29500-1 §17.7.3); :nearest, the nearest says it, as with everything else.
    # `levels`: where the indents of a list's level stand. :by_whom, over the styles where the paragraph is in the list by itself, else just
    # under the style that asks for it (§17.7.2, §17.9.23); :under_styles, styles say otherwise; :over_styles, styles do not.
    # `text_of_paragraphs`: whether text values that a paragraph has by itself reach its words.
    # `run_in`: whether a paragraph's end may be hidden, so that the next one goes on in its line.
    # `one_outline`: whether all headings of a level are counted and numbered in one form.
    # `grid`: in what steps lengths can be said.
    Inheritance = Value.define(toggles: :exclusive, levels: :by_whom, text_of_paragraphs: false, run_in: true, one_outline: false,
      grid: Grid.new) do
      # @return [Boolean] whether a toggle of a character style turns what the paragraph's style says
      def turning? = toggles == :exclusive
    end
  end
end
