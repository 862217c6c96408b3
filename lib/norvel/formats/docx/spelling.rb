# frozen_string_literal: true

require_relative "namespaces"
require_relative "property_spelling"

module Norvel
  module Formats
    module Docx
      # Reads w:pPr and w:rPr by the table of properties, and patches them back in schema order.
      class Spelling
        ROWS = %i[paragraph text].to_h do |target|
          [target, Properties.of(target).group_by { |property| PropertySpelling.of(property)[:el] }]
        end.freeze

        # The order of children in the schema (ISO/IEC 29500-1 §A.1, CT_PPr and EG_RPrBase).
        ORDER = {
          paragraph: %w[pStyle keepNext keepLines pageBreakBefore
            framePr widowControl numPr suppressLineNumbers pBdr shd tabs suppressAutoHyphens
            kinsoku wordWrap overflowPunct topLinePunct autoSpaceDE autoSpaceDN bidi adjustRightInd snapToGrid spacing ind contextualSpacing
            mirrorIndents suppressOverlap jc textDirection textAlignment textboxTightWrap outlineLvl divId cnfStyle rPr sectPr pPrChange],
          text: %w[rStyle rFonts b bCs i iCs caps smallCaps
            strike dstrike outline shadow emboss imprint noProof snapToGrid vanish webHidden color
            spacing w kern position sz szCs highlight u effect bdr shd fitText vertAlign rtl cs em lang
            eastAsianLayout specVanish oMath rPrChange]
        }.freeze

        # Elements that go and come with another: the complex-script twins.
        TWINS = {"b" => "bCs", "i" => "iCs", "sz" => "szCs"}.freeze

        attr_reader :codecs

        # @param root [Nokogiri::XML::Element] of the part
        # @param theme [Theme]
        # @param told [Told] as for Codecs
        def initialize(root, theme, told = Told.new)
          @codecs = Codecs.new(Namespaces.prefix(root), theme, told, strict: Namespaces.strict?(root))
        end

        # @param node [Nokogiri::XML::Element, nil] w:pPr or w:rPr
        # @param target [Symbol] :paragraph or :text
        # @return [Hash{Symbol=>Object}]
        def read(node, target)
          return {} unless node

          set = {}
          rows = ROWS.fetch(target)
          Walk.elements(node) do |child|
            rows[child.name]&.each do |property|
              value = codecs.read(child, property)
              set[property.name] = value unless value.nil?
            end
          end
          # Equal sets are one object: manuscripts have few, and finding them again is quick.
          (@sets ||= {})[set.freeze] ||= set
        end

        # Writes only what differs.
        # @param node [Nokogiri::XML::Element] w:pPr or w:rPr, changed in place
        # @param before [Hash] @param after [Hash]
        # @return [void]
        def patch(node, target, before, after)
          Properties.of(target).each do |property|
            value = after[property.name]
            next if before[property.name] == value && !(property.beside && value && before[property.beside] != after[property.beside])

            element = PropertySpelling.of(property)[:el]
            # where it is said twice, the last counts, as in reading
            said = node.element_children.select { |candidate| candidate.name == element }
            value.nil? ? said.each { |child| remove(node, child, property) } : write(node, said.last, target, property, value)
          end
        end

        # @return [Nokogiri::XML::Element] a new child at its place in the schema's order
        def insert(parent, name, target) = Patching.insert(codecs, parent, name, ORDER.fetch(target))

        private

        def write(node, child, target, property, value)
          child ||= insert(node, PropertySpelling.of(property)[:el], target)
          codecs.write(child, property, value)
          twin = TWINS[PropertySpelling.of(property)[:el]] or return

          companion = node.element_children.find { |candidate| candidate.name == twin } || insert(node, twin, target)
          codecs.write(companion, property, value)
        end

        def remove(node, child, property)
          shared = PropertySpelling.of(property)[:attr]
          codecs.write(child, property, nil) if shared || PropertySpelling.of(property)[:codec] == :fonts
          child.unlink if (!shared && PropertySpelling.of(property)[:codec] != :fonts) || child.attribute_nodes.empty?
          node.element_children.find { |candidate| candidate.name == TWINS[PropertySpelling.of(property)[:el]] }&.unlink
        end
      end
    end
  end
end
