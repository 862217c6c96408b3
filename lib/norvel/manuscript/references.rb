# frozen_string_literal: true

module Norvel
  class Manuscript
    # What a generated text points at: itself where it is a :quote, the :folio, :text, :number or :position of the
    # anchor `to`, or, where it is a :count, which things are counted ("Figure"), and which level of headings begins
    # the count anew (false: its number is what it says).
    Reference = Value.define(:what, to: nil, resets: nil)

    # What is still open in a manuscript: a :comment, an :insertion, a :deletion, a :move, a change of :formatting, or
    # a :placeholder (sample text of a template), with the paragraph it stands in and its words; `ref` is the aside
    # that holds a comment, and of a revision its place among those of its paragraph, "end" or "formatting".
    Matter = Value.define(:kind, :paragraph, text: "", ref: nil) do
      # @return [Boolean] whether it is a recorded revision
      def revision? = Matter::REVISIONS.include?(kind)

      # @return [Boolean] whether it is one of the text itself
      def of_text? = revision? && kind != :formatting

      # @return [String]
      def called = Matter.called(kind)
    end
    Matter::REVISIONS = %i[insertion deletion move formatting].freeze

    # @param kind [Symbol] @param count [Integer]
    # @return [String] "3 changes of formatting" without the number
    def Matter.called(kind, count = 1)
      word, rest = {formatting: ["change", " of formatting"], placeholder: ["sample text", ""]}.fetch(kind, [kind.to_s.tr("_", " "), ""])
      "#{word}#{"s" unless count == 1}#{rest}"
    end

    # What a file tells of persons: who is named as a :comment_author, :revision_author, :last_editor, :company or
    # :manager, the :template that it came from, the :dates of comments and revisions; `said` are the words, `count`
    # how often.
    # What the file asks for in a paragraph, or by a style, and no page shows: a sort of Layout::Approximation.
    Unshown = Value.define(:sort, paragraph: nil, style: nil)

    Trace = Value.define(:kind, said: nil, count: 1) do
      # @return [String]
      def called = Trace::CALLED.fetch(kind)
    end
    Trace::CALLED = {author: "Author, in its properties", comment_author: "Author of comments",
                     revision_author: "Author of revisions", dates: "Dates of comments and revisions", last_editor: "Last saved by",
                     company: "Company", manager: "Manager", template: "Template that it came from"}.freeze

    # Formatting that came with a version which was given back, and that nobody decided on yet: a value by hand of the `paragraph`, or of
    # the words in `places` ([run of the source, from, to]), where it stands; or another :style for it, which `value` names and which it
    # does not have. `ours` is what it would have without it.
    Returned = Value.define(:paragraph, :property, value: nil, ours: nil, places: nil) do
      # Wherever those words stand by now: a run knows where in the file it came from.
      # @param paragraph [Paragraph]
      # @return [Array<Array(Integer, Integer)>] from where to where in its text
      def stretches(paragraph)
        paragraph.each_run_with_offset.flat_map do |run, start|
          places.filter_map do |origin, from, to|
            first, last = [from - run.from, 0].max, [to - run.from, run.text.length].min
            [start + first, start + last] if run.origin == origin && first < last
          end
        end
      end

      # @return [Boolean] whether it is a style that was given, to the paragraph or to words
      def style? = %i[style character_style].include?(property)
    end

    # A finding of a rule that somebody lets be, for a reason; `text` is that of its paragraph when that was said.
    Waiver = Value.define(:rule, :reason, paragraph: nil, text: nil)

    # A list that is made of a manuscript's own parts: from paragraph `first` to `last`, the field itself ends in `closes`. Of :headings,
    # those of `levels` ([least, deepest]) by the names of standard styles (`by` holds :style) or by their own level (:level), and of
    # paragraphs in `styles` (name to level); or of :captions, of those that count `of`. `code` is the field's
    # instruction as the file has it, `entries` are the styles of its lines by level,
    # `title` the paragraph that is its heading and belongs to it, where it says so.
    ContentsList = Value.define(:first, :last, closes: nil, kind: :headings, levels: nil, by: [], styles: {}, of: nil, folios: true,
      links: false, code: nil, entries: {}, title: nil) do
      # @return [String] how a sentence names it
      def called = (kind == :captions) ? "the list of “#{of}”" : "the list of contents"
    end
  end
end
