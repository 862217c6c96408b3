# frozen_string_literal: true

module NorvelWeb
  # Words of the trade, and of ours, each in one sentence: explained where they first stand on a view, and all of them on one page.
  module Terms
    ALL = {
      "adopt" => "A style adopts a look when it takes over what a paragraph has by hand; every paragraph of that style follows.",
      "by hand" => "Formatting that was put on a paragraph or on words directly, and does not come from a style.",
      "bench" => "The working screen of one manuscript.",
      "desk" => "The first screen, where manuscripts and guides lie.",
      "folio" => "The number that is printed on a page; it need not be the page’s place in the file.",
      "front matter" => "What stands before the first chapter: title page, abstract, contents.",
      "gutter" => "Room in the inner margin that the binding takes.",
      "house guide" => "How a house wants its manuscripts: page, parts, styles and rules.",
      "ledger" => "The list of all changes of a manuscript; any of them can be gone back to.",
      "leader" => "The row of dots between a heading and its page in a list of contents.",
      "lineage" => "Where a value comes from, style by style.",
      "look" => "What paragraphs come out like on paper, whether by style or by hand.",
      "orphan" => "The first line of a paragraph, alone at the foot of a page.",
      "pitch" => "How far lines stand apart, from one baseline to the next.",
      "recto" => "A right-hand page; in a book it has an odd number.",
      "ripple" => "What a change will touch, told before it is made.",
      "run-in heading" => "A heading that stands in the first line of its text.",
      "sheet" => "All styles of a manuscript or a guide together.",
      "slip" => "The card at the side that tells about what is chosen, and acts on it.",
      "specimen" => "A style shown in a few lines of sample text.",
      "sweep" => "Styling paragraph after paragraph from the keyboard, one key a style.",
      "verso" => "A left-hand page; in a book it has an even number.",
      "waive" => "To leave a finding as it is, for a reason that every report shows.",
      "widow" => "The last line of a paragraph, alone at the head of a page."
    }.freeze
  end
end
