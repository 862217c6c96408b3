# frozen_string_literal: true

module Norvel
  class Cascade
    # A style with all those it rests on, as one layer. The level of a list brings its own values in just before the style
    # that asks for it (ISO/IEC 29500-1 §17.7.2).
    class Chain
      attr_reader :kind

      # @param kind [Symbol] :style or :character
      # @param sheet [StyleSheet] @param id [String] of a style; one that is not there says nothing
      # @param level [Layer, nil] of a list @param owner [String, nil] id of the style that asks for it
      # @param over [Boolean, nil] whether it stands over or under all of them, and not just before the one that asks for it
      def initialize(kind, sheet, id, level: nil, owner: nil, over: nil)
        @kind = kind
        @sheet = sheet
        @id = id
        @node = sheet.ancestry.node(id)
        @level = level
        @owner = owner
        @over = over
      end

      # @return [Boolean] whether anything in it says the property
      def key?(name) = (@node&.nearest&.key?(name) || @level&.key?(name)) || false

      # @return [Object] what is said last
      def value(name)
        style = @node.nearest[name]
        return @level.value(name) if @level&.key?(name) && (style.nil? || before_level?(style))

        style.properties[name]
      end

      # @return [Object] the value of a property that is inherited piece by piece, over one from further away
      def fold(property, under)
        return layers.reduce(under) { |value, layer| layer.fold(property, value) } if @level&.key?(property.name)

        @node&.stacked&.key?(property.name) ? property.combine(under, @node.stacked[property.name]) : under
      end

      # @return [Array<Layer>] farthest first
      def layers
        @layers ||= @over.nil? ? around_owner : under_or_over
      end

      # @return [Boolean] whether everything comes out of it alike
      def ==(other) = equal?(other) || (other.is_a?(Chain) && kind == other.kind && said == other.said)

      protected

      def said
        @said ||= begin
          names = @node ? @node.nearest.keys : []
          {over: @over, values: names.to_h { |name| [name, @node.stacked.fetch(name) { value(name) }] }, level: @level, owner: @owner}
        end
      end

      private

      def styles = @sheet.chain(@id).map { |style| Layer.new(kind: kind, properties: style.properties, source: style.id) }

      def under_or_over = @over ? [*styles, @level] : [@level, *styles]

      def around_owner = styles.flat_map { |own| (@level && @owner == own.source) ? [@level, own] : [own] }

      # Whether the style is farther away than the one that asks for the level, which is the nearest that asks for any.
      def before_level?(style)
        return @over unless @over.nil?

        @sheet.saying(style.id, :numbering)&.id != @owner
      end
    end
  end
end
