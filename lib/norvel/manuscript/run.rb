# frozen_string_literal: true

module Norvel
  class Manuscript
    # What stands in the text but is not text; one U+FFFC holds its place.
    # `kind` is :image, :note, :equation, :anchor (anything floating) or :object;
    # width and height are EMU where the file says so.
    Inset = Value.define(:kind, ref: nil, width: nil, height: nil, alt: nil, what: nil)

    # A stretch of text formatted alike. `properties` is its direct formatting, `style` its character
    # style; `field` is :page, :pages or :own_number (of a note) where the layout works the text out;
    # `origin` is the number of the source's run in its paragraph, nil for text that is new.
    Run = Value.define(text: "", style: nil, properties: {}, insets: [], link: nil, field: nil, revised: false, origin: nil) do
      # @return [Boolean] the same formatting, so that the two may be read as one
      def alike?(other) = style == other.style && properties == other.properties && link == other.link
    end

    INSET_MARK = "\u{FFFC}"
  end
end
