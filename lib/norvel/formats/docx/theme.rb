# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Theme fonts and colours (ISO/IEC 29500-1 §20.1.4), resolved to real ones.
      class Theme
        # @param document [Nokogiri::XML::Document, nil]
        def initialize(document)
          @fonts = {}
          @colours = {}
          document&.root&.traverse do |node|
            case node.name
            when "majorFont", "minorFont"
              face = node.element_children.find { |child| child.name == "latin" }&.[]("typeface")
              @fonts[node.name.delete_suffix("Font")] = face unless face.to_s.empty?
            when "clrScheme"
              node.element_children.each { |slot| @colours[slot.name] = colour_of(slot) }
            end
          end
        end

        # @param slot [String] "minorHAnsi", "majorAscii"
        # @return [String, nil] a font family
        def font(slot) = @fonts[slot[/\A(major|minor)/]]

        # @return [String, nil] "#rrggbb"
        def colour(slot) = @colours[slot]

        private

        def colour_of(slot)
          child = slot.element_children.first or return
          hex = child["lastClr"] || child["val"]
          hex.to_s.match?(/\A\h{6}\z/) ? "##{hex.downcase}" : nil
        end
      end
    end
  end
end
