# frozen_string_literal: true

module Norvel
  class Manuscript
    # What stands in the text but is not text; one U+FFFC holds its place.
    # `kind` is :image, :note, :equation, :anchor (anything floating), :symbol (a sign of a font that is not here) or :object;
    # width and height are EMU where the file says so; `anchor` says where something floating stands, `box` which of the asides is the text
    # of a text box; a `decorative` image needs no alternative.
    Inset = Value.define(:kind, ref: nil, width: nil, height: nil, alt: nil, what: nil, anchor: nil, box: nil,
      decorative: false) do
      # @return [Boolean] whether it is a picture, in the line or floating
      def image? = kind == :image || what == :image

      # @return [Boolean] whether it shows something and nobody said what
      def silent? = !decorative && alt.to_s.strip.empty?
    end

    # Where something floating stands: `x` and `y` are EMU, or :start, :center or :end, from the :page, :margin, :column or :paragraph;
    # `wrap` says whether text stands :around it, only :above_below, or takes no account of it (:none), `behind` whether it lies behind the
    # text; `gaps` are kept free by side.
    # `sides` says on which side of it text may stand: :both, :larger, :start or :end. Of a text box, `inner` is the room around its text
    # by side, where it says so, and `stands` where its text does: at the :top, :center or :bottom.
    Anchor = Value.define(wrap: :none, behind: false, x_from: :column, x: 0, y_from: :paragraph, y: 0, gaps: {}, sides: :both, inner: {},
      stands: :top)

    # A stretch of text formatted alike. `properties` is its direct formatting, `style` its character
    # style, `within` those around that one where styles of words stand in one another, the outermost first;
    # `field` is what the layout works out (:page, :pages, :part_pages, :own_number of a note; in headers and footers :title,
    # :author, :chapter, which goes `by` a style or level, :date); `generated` where any field did (a contents entry, a caption's number),
    # which `refers` to something; the form feed of a `column_break` begins a column, otherwise a page;
    # its tabs go to the :start, :center or :end of the line where `tab_to` says so, whatever stops there are.
    # `held` says what else stands in or at it and is no text (hidden words, a comment's mark, a field without a result, elements that
    # Norvel does not know), `control` by a number in which control of its paragraph it stands: white space there is
    # content (`Paragraph#empty?`). Where it came from: `origin` is the number of the source's run (nil for text that
    # is new), `from` the offset in that run, `home` the source's paragraph where the run stands in another one now.
    Run = Value.define(text: "", style: nil, properties: {}, insets: [], link: nil, field: nil, revised: false, generated: false,
      refers: nil, by: nil, column_break: false, tab_to: nil, held: [], control: nil, origin: nil, from: 0, home: nil, within: []) do
      # @return [Boolean] the same formatting, so that the two may be read as one
      def alike?(other)
        style == other.style && properties == other.properties && link == other.link && within == other.within
      end

      # @return [Boolean] whether its text is what a field comes to, and nothing that a person wrote; the number of a caption counts as its
      #   own, as the number of a list does
      def worked_out? = (generated && refers&.what != :count) || (!field.nil? && field != :own_number)

      # @return [Boolean] whether something hangs on it besides its text, so that it stays when its text goes
      def holds? = held.any? || !control.nil? || field == :own_number || (text.empty? && !field.nil?)

      # @return [Boolean] whether it is an equation by itself, which says what it looks like in a way of its own
      def equation? = text == INSET_MARK && insets.first&.kind == :equation

      # @return [Run, nil] what stays of it when its text goes
      def without_text
        return unless holds?

        text.empty? ? self : with(text: "", insets: [], column_break: false, tab_to: nil)
      end

      # @param start [Integer] @param length [Integer] code points of its text
      # @return [Run] that part of it; itself when that is all of it. What it holds, and the number of a note, go with its beginning.
      def slice(start, length)
        return self if start.zero? && length == text.length

        part = text[start, length]
        with(text: part.freeze, from: from + start, insets: insets[text[0, start].count(INSET_MARK), part.count(INSET_MARK)] || [],
          held: start.zero? ? held : [],
          field: (start.zero? || field != :own_number) ? field : nil)
      end

      # @return [Boolean] whether `other` carries on where this one ends, in the source as well
      def continued_by?(other)
        alike?(other) && field.nil? && other.field.nil? && other.held.empty? && Run::PLACE.all? { |name| self[name] == other[name] } &&
          (origin.nil? || from + text.length == other.from)
      end
    end

    Run::PLACE = %i[origin home revised generated refers by column_break tab_to control].freeze
    INSET_MARK = "\u{FFFC}"
  end
end
