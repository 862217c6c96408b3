# frozen_string_literal: true

module Norvel
  class Layout
    # One line of a paragraph. `start...end` are offsets in its text, trailing white space included; `x` and
    # `width` are points from the left edge of the column, trailing space and an inserted hyphen excluded;
    # `baseline` is the distance from the line's top; `stretch` is what justification adds to each space;
    # `tabs` are [offset, from, to, leader]; `notes` are references, `floats` insets anchored in it; `ends_with` is :wrap, :break, :page,
    # :column or :end.
    Line = Struct.new(:start, :end, :x, :width, :height, :baseline, :stretch, :hyphenated, :ends_with, :tabs, :notes, :floats)

    # A word, or part of one in a single format, with its own place; x in points from the column's left edge.
    Piece = Struct.new(:text, :x, :width, :start, :format, :inset)

    # A number or bullet before the first line. `suffix` is :tab, :space or :nothing.
    Label = Value.define(:text, :format, suffix: :tab)

    # A stretch of the paragraph's text in one format; an inset holds one place of its own size.
    Segment = Struct.new(:start, :length, :format, :inset, :shown, :width, :height)
  end
end
