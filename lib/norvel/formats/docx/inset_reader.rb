# frozen_string_literal: true

require_relative "anchor_reader"

module Norvel
  module Formats
    module Docx
      # Reads what stands in the text but is not text: pictures, floating things, embedded objects.
      class InsetReader
        PIXEL = 9_525 # EMU
        SIDES = (0..72_000_000) # EMU: 2 m

        # @param relationships [Hash] of the part the insets stand in @param codecs [Codecs]
        def initialize(relationships, codecs)
          @relationships = relationships
          @codecs = codecs
          @anchors = AnchorReader.new(codecs)
        end

        # @param node [Nokogiri::XML::Element] w:drawing, w:pict, w:object or mc:AlternateContent
        # @return [Manuscript::Inset, nil]
        def read(node)
          case node.name
          when "AlternateContent"
            node.element_children.filter_map { |branch| branch.element_children.filter_map { |inner| read(inner) }.first }.first
          when "drawing" then drawing(node)
          when "pict", "object" then picture(node)
          end
        end

        # @param node [Nokogiri::XML::Element] as for `read`
        # @return [Array<Nokogiri::XML::Element>] the contents of the text boxes in it, of alternatives those of the first
        def boxes(node)
          return [node] if node.name == "txbxContent"
          return node.element_children.map { |branch| boxes(branch) }.find(&:any?) || [] if node.name == "AlternateContent"

          node.element_children.flat_map { |child| boxes(child) }
        end

        private

        def drawing(node)
          frame = node.element_children.find { |child| %w[inline anchor].include?(child.name) } or return
          extent = frame.element_children.find { |child| child.name == "extent" }
          about = frame.element_children.find { |child| child.name == "docPr" }
          blip = find(frame, "blip")
          what = if blip then :image
          elsif find(frame, "txbxContent") then :text_box
          elsif find(frame, "chart") then :chart
          else :drawing
          end
          Manuscript::Inset.new(kind: (frame.name == "inline" && what == :image) ? :image : :anchor, what: what, ref: blip && target(blip),
            anchor: (@anchors.read(frame) if frame.name == "anchor"), width: extent && side(extent["cx"]),
            height: extent && side(extent["cy"]), alt: about && alternative(about),
            decorative: about ? decorative?(about) : false)
        end

        # By an extension that some programs write.
        def decorative?(about) = about.xpath(".//*[local-name()='decorative']").any? { |node| !Codecs::OFF.include?(node["val"].to_s) }

        def alternative(about) = [about["descr"], about["title"]].find { |text| !text.to_s.strip.empty? }

        def picture(node)
          data = find(node, "imagedata")
          shape = find(node, "shape") || find(node, "rect")
          what = if data then :image
          else find(node, "txbxContent") ? :text_box : :drawing
          end
          width, height = %w[width height].map { |side| shape && measure(shape["style"].to_s[/(?:\A|;)\s*#{side}:\s*([^;]+)/, 1]) }
          Manuscript::Inset.new(kind: (what == :image && !shape.to_h["style"].to_s.include?("absolute")) ? :image : :anchor,
            what: what, ref: data && target(data),
            width: width, height: height, alt: shape && shape["alt"])
        end

        def side(text) = @codecs.count(text.to_s, SIDES, "the size of a drawing")

        # A size of a drawing in the older mark-up, in any absolute unit of CSS.
        def measure(text)
          return if text.nil? || text.strip == "auto"

          text.strip.end_with?("px") ? side((text[0, 20].to_f.clamp(0, 1e9) * PIXEL).round.to_s) : @codecs.measure(text.strip, Lengths::PT)
        end

        def target(node)
          relation = node.attribute_nodes.find { |attribute| %w[embed id link].include?(attribute.node_name) }&.value
          link = @relationships[relation]
          (link && !link[:external]) ? link[:target] : nil
        end

        def find(node, name)
          node.traverse { |inner| return inner if inner.name == name }
          nil
        end
      end
    end
  end
end
