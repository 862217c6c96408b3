# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Frames and shapes (ISO/IEC 26300, part 3, §10): what stands in them, how large, and where.
      class Frames
        SHAPES = %w[draw:frame draw:custom-shape draw:rect draw:line draw:polyline draw:polygon draw:regular-polygon draw:path draw:circle
          draw:ellipse draw:g draw:connector draw:caption draw:measure draw:control].freeze
        WRAPS = {"none" => [:above_below, :both], "left" => [:around, :start], "right" => [:around, :end], "parallel" => [:around, :both],
                 "dynamic" => [:around, :larger], "biggest" => [:around, :larger], "run-through" => [:none, :both]}.freeze
        X_FROM = {"page" => :page, "page-start-margin" => :page, "page-end-margin" => :page, "page-content" => :margin,
                  "paragraph" => :column, "paragraph-content" => :column, "char" => :column, "frame" => :column}.freeze
        Y_FROM = {"page" => :page, "page-content" => :margin, "paragraph" => :paragraph, "paragraph-content" => :paragraph,
                  "char" => :paragraph, "line" => :paragraph, "baseline" => :paragraph, "text" => :paragraph}.freeze
        X_AT = {"left" => :start, "inside" => :start, "center" => :center, "right" => :end, "outside" => :end}.freeze
        Y_AT = {"top" => :start, "middle" => :center, "bottom" => :end}.freeze
        STANDS = {"middle" => :center, "bottom" => :bottom}.freeze

        # @param styles [Styles] @param part [Nokogiri::XML::Element] root @param pictures [Proc] given draw:image, says what refers to it
        # @param box [Proc] given draw:text-box, says which aside holds its text
        def initialize(styles, part, pictures:, box:)
          @styles = styles
          @values = styles.values
          @part = part
          @pictures = pictures
          @box = box
        end

        # @param node [Nokogiri::XML::Element] of SHAPES
        # @return [Manuscript::Inset]
        def read(node)
          inner = Names.children(node).find { |child| KINDS.key?(Names.of(child)) }
          kind = KINDS.fetch(inner && Names.of(inner)) { holds_text?(node) ? :text_box : :drawing }
          kind = kind_of_object(inner) if kind == :object
          in_line = said(node, "text:anchor-type") == "as-char"
          boxes = texts(node).map { |text| @box.call(text) }
          @values.tell("Words that stand in a group of drawings are kept, and not drawn.") if boxes.any? && kind != :text_box
          image = inner && Names.child(node, "draw:image")
          Manuscript::Inset.new(kind: place_kind(kind, in_line), what: kind, ref: image && @pictures.call(image),
            width: size(node, "width", inner), height: size(node, "height", inner), alt: alternative(node),
            decorative: said(node, "draw:decorative") == "true",
            anchor: (anchor(node) unless in_line), box: (boxes.first if kind == :text_box))
        end

        private

        # What a shape or a text box holds that is text.
        TEXT = %w[text:p text:h text:list table:table text:section].freeze
        private_constant :TEXT

        def holds_text?(node) = Names.children(node).any? { |child| TEXT.include?(Names.of(child)) }

        # @return [Array<Nokogiri::XML::Element>] whatever holds text in a frame, a shape or a group of them
        def texts(node)
          own = holds_text?(node) ? [node] : []
          own + Names.children(node).flat_map { |child|
            name = Names.of(child)
            if name == "draw:text-box"
              [child]
            else
              (SHAPES.include?(name) ? texts(child) : [])
            end
          }
        end

        KINDS = {"draw:image" => :image, "draw:text-box" => :text_box, "draw:object" => :object, "draw:object-ole" => :object,
                 "draw:plugin" => :object, "draw:applet" => :object, "draw:floating-frame" => :object}.freeze
        private_constant :KINDS

        def said(node, name) = Names.attribute(node, name).then { |text| text unless text.to_s.empty? }

        # A formula is an object whose content is MathML (§15.1).
        def kind_of_object(node)
          (Names.children(node).any? { |child| Names.of(child) == "math:math" }) ? :equation : :object
        end

        def place_kind(kind, in_line)
          return :equation if kind == :equation

          (in_line && %i[image object].include?(kind)) ? kind : :anchor
        end

        def size(node, side, inner)
          written = said(node, "svg:#{side}") || (inner && side == "height" && said(inner, "fo:min-height")) or return
          @values.length(written)&.abs unless written.include?("%")
        end

        # Its description, else its title (§10.3.17).
        def alternative(node)
          %w[svg:desc svg:title].filter_map { |name| Names.child(node, name)&.text&.strip }.find { |text| !text.empty? }
        end

        def property(node, name)
          @styles.property("graphic", said(node, "draw:style-name"), @part, "style:graphic-properties", name)
        end

        def anchor(node)
          wrap, sides = WRAPS.fetch(property(node, "style:wrap"), [:above_below, :both])
          x_from, x = across(node)
          y_from, y = down(node)
          gaps = {start: "left", end: "right", top: "top", bottom: "bottom"}.to_h do |side, name|
            [side, @values.length(property(node, "fo:margin-#{name}") || property(node, "fo:margin"))&.abs || 0]
          end
          Manuscript::Anchor.new(wrap: wrap, sides: sides, behind: property(node, "style:run-through") == "background", x_from: x_from,
            x: x, y_from: y_from, y: y, gaps: gaps, inner: inner(node),
            stands: STANDS.fetch(property(node, "draw:textarea-vertical-align"), :top))
        end

        def across(node)
          default = (said(node, "text:anchor-type") == "page") ? :page : :column
          from = X_FROM.fetch(property(node, "style:horizontal-rel"), default)
          at = X_AT[property(node, "style:horizontal-pos")]
          [from, at || @values.length(said(node, "svg:x")) || 0]
        end

        def down(node)
          default = (said(node, "text:anchor-type") == "page") ? :page : :paragraph
          from = Y_FROM.fetch(property(node, "style:vertical-rel"), default)
          at = Y_AT[property(node, "style:vertical-pos")]
          at = nil if from == :paragraph && at != :start
          [from, at || @values.length(said(node, "svg:y")) || 0]
        end

        def inner(node)
          {start: "left", end: "right", top: "top", bottom: "bottom"}.to_h { |side, name|
            [side, @values.length(property(node, "fo:padding-#{name}") || property(node, "fo:padding"))&.abs || 0]
          }
        end
      end
    end
  end
end
