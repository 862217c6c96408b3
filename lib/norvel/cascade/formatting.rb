# frozen_string_literal: true

module Norvel
  class Cascade
    # Where values come from: `kind` is :defaults, :table, :numbering, :style, :character or :direct;
    # `source` the style or list that says it.
    Layer = Value.define(:kind, :properties, source: nil)

    # One rung of a lineage, farthest first; `wins` marks the rung whose value counts.
    Step = Value.define(:kind, :value, source: nil, wins: false)

    # The resolved formatting of a paragraph or of text. It keeps its layers, so that every value
    # can name its origin; nothing else works the lineage out again.
    class Formatting
      LEVELS = %i[table style character].freeze

      attr_reader :layers

      # @param layers [Array<Layer>] farthest first
      def initialize(layers)
        @layers = layers.freeze
        @values = {}
      end

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
        return toggled(name) if Properties::TABLE.fetch(name).toggle

        property = Properties::TABLE.fetch(name)
        return pieced(property) if property.piecewise?

        layer = nearest(name)
        layer ? layer.properties[name] : Properties::DEFAULTS[name]
      end

      # Sides and stops are inherited one by one.
      def pieced(property)
        @layers.reduce(property.default) { |value, layer| layer.properties.key?(property.name) ? property.combine(value, layer.properties[property.name]) : value }
      end

      def nearest(name, kinds = nil)
        @layers.reverse_each { |layer| return layer if layer.properties.key?(name) && (kinds.nil? || kinds.include?(layer.kind)) }
        nil
      end

      # ISO/IEC 29500-1 §17.7.3: direct formatting is absolute; a true default wins; otherwise the
      # nearest value of each level of the hierarchy is combined by exclusive or.
      def toggled(name)
        direct = nearest(name, [:direct])
        return direct.properties[name] if direct
        return true if nearest(name, [:defaults])&.properties&.[](name)

        LEVELS.count { |level| nearest(name, [level])&.properties&.[](name) }.odd?
      end

      def deciding_layers(name, said)
        property = Properties::TABLE.fetch(name)
        return said.reject { |layer| property.combine(layer.properties[name], property.default).empty? } | [said.last] if property.piecewise?
        return [said.last] unless property.toggle

        direct = nearest(name, [:direct])
        return [direct] if direct

        LEVELS.filter_map { |level| nearest(name, [level]) }.then { |found| found.empty? ? [said.last] : found }
      end
    end
  end
end
