# frozen_string_literal: true

require_relative "svg_values"

module Norvel
  module Drawing
    # What stands among the text or floats and is no text: pictures, the frames of text boxes, and boxes that say what is not drawn.
    class InsetSvg
      include SvgValues

      LABELS = {equation: "equation", anchor: "floating", object: "object", image: "image"}.freeze
      NO_ALTERNATIVE = "An image without a text alternative"

      # @param picture [Proc, nil] a package member to the address of its picture, nil when it cannot be shown
      def initialize(picture)
        @picture = picture
      end

      # @param piece [Layout::Piece] of a line @param x [Float] @param base [Float] points @param tallest [Float] the room over the baseline
      # @return [String] SVG
      def in_line(piece, x, base, tallest)
        inset = piece.inset
        height = inset.height ? [inset.height / 12_700.0 * scale(piece), tallest].min : tallest
        draw(inset, x, base - height, piece.width, height)
      end

      # @param float [Layout::Floated] the text of a text box is placed like any
      # @return [String] SVG
      def floating(float)
        place = [float.x, float.y, float.width, float.height]
        return %(<rect class="text-box" #{box(*place)}/>) if float.inset.box

        draw(float.inset, *place)
      end

      private

      def draw(inset, *place)
        address = @picture&.call(inset.ref) if inset.ref && (inset.kind == :image || inset.what == :image)
        address ? image(inset, address, place) : labelled(inset, place)
      end

      def image(inset, address, place)
        title = h(inset.alt || NO_ALTERNATIVE)
        %(<image href="#{h(address)}" #{box(*place)} preserveAspectRatio="none"><title>#{title}</title></image>)
      end

      def labelled(inset, place)
        label = (inset.what || LABELS.fetch(inset.kind)).to_s.tr("_", " ")
        x, y = place
        %(<rect class="box" #{box(*place)}/><text class="box-label" x="#{n(x + 4)}" y="#{n(y + 10)}">#{h(label)}, not laid out</text>)
      end

      def scale(piece) = piece.inset.width.to_i.positive? ? piece.width / (piece.inset.width / 12_700.0) : 1.0

      def box(x, y, width, height) = %(x="#{n(x)}" y="#{n(y)}" width="#{n(width)}" height="#{n(height)}")
    end
  end
end
