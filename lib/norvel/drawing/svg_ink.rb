# frozen_string_literal: true

require_relative "svg_values"
require_relative "ink"

module Norvel
  module Drawing
    # Ink as SVG. Each word has its own place, so that the browser's rounding never adds up; text can be selected, and says its offset.
    class SvgInk
      include SvgValues

      LABELS = {equation: "equation", anchor: "floating", object: "object", image: "image", symbol: "sign"}.freeze
      NO_ALTERNATIVE = "An image without a text alternative"

      # @param picture [Proc, nil] a package member to the address of its picture, nil when it cannot be shown
      def initialize(picture = nil)
        @picture = picture
      end

      # @return [Boolean] whether the picture of an inset can be shown
      def pictured?(inset) = !address(inset).nil?

      # @param marks [Array] of Ink
      # @return [String]
      def draw(marks) = marks.map { |mark| put(mark) }.join

      # @param y [Float] @param marks [String]
      # @return [String] what of them stands above that y; a clip of the same name is the same wherever it is said
      def above(y, marks)
        name = "above-#{n(y).tr(".", "-")}"
        %(<clipPath id="#{name}"><rect x="-9999" y="-9999" width="99999" height="#{n(9_999 + y)}"/></clipPath>) +
          %(<g clip-path="url(##{name})">#{marks}</g>)
      end

      private

      def put(mark)
        case mark
        when Ink::Text then mark.label ? label(mark) : text(mark)
        when Ink::Stroke then stroke(mark)
        when Ink::Wave then wave(mark)
        when Ink::Area then area(mark)
        when Ink::Picture then picture(mark)
        when Ink::Box then labelled(mark)
        end
      end

      def label(mark)
        word = mark.words.first
        %(<text class="#{css(mark.format)}" font-size="#{n(mark.format.size)}" x="#{n(word.x)}" ) +
          %(y="#{n(mark.y)}"#{fill(mark.format)}>#{h(word.text)}</text>)
      end

      def text(mark)
        format = mark.format
        spacing = format.letter_spacing.zero? ? "" : %( letter-spacing="#{n(format.letter_spacing)}")
        words = mark.words.map { |word| tspan(word, (word.spaced && !word.last) ? " " : "", format) }.join
        %(<text class="#{css(format)}" font-size="#{n(format.size)}" y="#{n(mark.y)}"#{fill(format)}#{spacing}>#{words}</text>)
      end

      # Letters set wider or narrower are told how much room their word has.
      def tspan(word, behind, format)
        offset = %( data-o="#{word.start}") if word.start
        return %(<tspan#{offset} x="#{n(word.x)}">#{h(word.text)}#{behind}</tspan>) if (format.scale - 1).abs < 0.001

        %(<tspan#{offset} x="#{n(word.x)}" textLength="#{n(word.width)}" lengthAdjust="spacingAndGlyphs">#{h(word.text)}</tspan>)
      end

      def stroke(mark)
        ends = %(x1="#{n(mark.x1)}" x2="#{n(mark.x2)}" y1="#{n(mark.y1)}" y2="#{n(mark.y2)}")
        dash = mark.dash ? %( stroke-dasharray="#{mark.dash.join(" ")}") : ""
        case mark.kind
        when :rule then %(<line class="rule" #{ends}/>)
        when :leader then %(<line class="leader" #{ends}#{dash}/>)
        else
          color = mark.color ? %( stroke="#{mark.color}") : ""
          %(<line class="#{mark.kind}"#{color} stroke-width="#{n(mark.width)}"#{dash} #{ends}/>)
        end
      end

      def wave(mark)
        step = mark.width * 4
        waves = [((mark.x2 - mark.x1) / step / 2).floor, 1].max
        %(<path class="ink" fill="none" stroke-width="#{n(mark.width)}" ) +
          %(d="M#{n(mark.x1)} #{n(mark.y + mark.width)}#{"q#{n(step / 2)} #{n(-step / 2)} #{n(step)} 0t#{n(step)} 0" * waves}"/>)
      end

      def area(mark)
        return %(<rect class="text-box" #{box(mark)}/>) if mark.color.nil?

        kind = mark.kind ? %(class="#{mark.kind}" ) : ""
        %(<rect #{kind}fill="#{mark.color}" #{box(mark)}/>)
      end

      def picture(mark)
        title = h(mark.inset.alt || NO_ALTERNATIVE)
        %(<image href="#{h(address(mark.inset))}" #{box(mark)} preserveAspectRatio="none"><title>#{title}</title></image>)
      end

      def labelled(mark)
        label = (mark.what.what || LABELS.fetch(mark.what.kind)).to_s.tr("_", " ")
        %(<rect class="box" #{box(mark)}/><text class="box-label" x="#{n(mark.x + 4)}" y="#{n(mark.y + 10)}">#{h(label)}, ) +
          %(not laid out</text>)
      end

      def address(inset) = (@picture&.call(inset.ref) if inset.ref && inset.image?)

      def box(mark) = %(x="#{n(mark.x)}" y="#{n(mark.y)}" width="#{n(mark.width)}" height="#{n(mark.height)}")

      def css(format) = "f-#{format.face.name}#{" kerned" if format.kerned}"

      def fill(format) = (format.color == "auto") ? "" : %( fill="#{h(format.color)}")
    end
  end
end
