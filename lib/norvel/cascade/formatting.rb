# frozen_string_literal: true

module Norvel
  class Cascade
    # Where values come from: `kind` is :defaults, :table, :numbering, :style, :character or :direct;
    # `source` the style or list that says it.
    Layer = Value.define(:kind, :properties, source: nil) do
      def key?(name) = properties.key?(name)

      def value(name) = properties[name]

      # The value of a property that is inherited piece by piece, over one from further away.
      def fold(property, under) = properties.key?(property.name) ? property.combine(under, properties[property.name]) : under

      def layers = [self]
    end

    # One rung of a lineage, farthest first; `wins` marks the rung whose value counts.
    Step = Value.define(:kind, :value, source: nil, wins: false)

    # The resolved formatting of a paragraph or of text. It keeps its layers, so that every value
    # can name its origin; nothing else works the lineage out again.
    class Formatting
      LEVELS = %i[table style character].freeze

      # @return [Array<Layer, Chain>] farthest first
      attr_reader :said

      # @param said [Array<Layer, Chain>] farthest first
      # @param turning [Boolean] whether toggles of different levels turn one another
      def initialize(said, turning: true)
        @said = said.freeze
        @turning = turning
        @values = {}
      end

      # @return [Array<Layer>] farthest first, chains of styles taken apart
      def layers = @said.flat_map(&:layers)

      # @param layer [Layer] nearer than all
      # @return [Formatting]
      def under(layer) = Formatting.new(@said + [layer], turning: @turning)

      # @param name [Symbol] a property
      # @return [Object] its resolved value
      def [](name)
        @values.fetch(name) { @values[name] = resolve(name) }
      end

      # @return [Hash{Symbol=>Object}]
      def values(names) = names.to_h { |name| [name, self[name]] }

      # @return [Array<Step>] every layer that speaks of the property, farthest first, the built-in
      #   default when none does
      def lineage(name)
        said = layers.select { |layer| layer.properties.key?(name) }
        return [Step.new(kind: :builtin, value: Properties[name].default, wins: true)] if said.empty?

        deciding = deciding_layers(name, said)
        said.map { |layer| Step.new(kind: layer.kind, source: layer.source, value: layer.properties[name], wins: deciding.include?(layer)) }
      end

      private

      def resolve(name)
        return toggled(name) if turns?(Properties::TABLE.fetch(name))

        property = Properties::TABLE.fetch(name)
        return pieced(property) if property.piecewise?

        layer = nearest(name) or return Properties::DEFAULTS[name]
        value = layer.value(name)
        property.none?(value) ? nil : value
      end

      def turns?(property) = @turning && property.toggle

      # Sides and stops are inherited one by one.
      def pieced(property)
        @said.reduce(property.default) { |value, layer| layer.fold(property, value) }
      end

      def nearest(name, kinds = nil)
        @said.reverse_each { |layer| return layer if layer.key?(name) && (kinds.nil? || kinds.include?(layer.kind)) }
        nil
      end

      # ISO/IEC 29500-1 §17.7.3: direct formatting is absolute; a true default wins; otherwise the
      # nearest value of each level of the hierarchy is combined by exclusive or.
      def toggled(name)
        direct = nearest(name, [:direct])
        return direct.value(name) if direct
        return true if nearest(name, [:defaults])&.value(name)

        LEVELS.count { |level| nearest(name, [level])&.value(name) }.odd?
      end

      def deciding_layers(name, said)
        property = Properties::TABLE.fetch(name)
        if property.piecewise?
          return said.reject { |layer| property.combine(layer.properties[name], property.default).empty? } | [said.last]
        end
        return [said.last] unless turns?(property)

        direct = said.reverse_each.find { |layer| layer.kind == :direct }
        return [direct] if direct

        LEVELS.filter_map { |level| said.reverse_each.find { |layer| layer.kind == level } }.then do |found|
          found.empty? ? [said.last] : found
        end
      end
    end
  end
end
