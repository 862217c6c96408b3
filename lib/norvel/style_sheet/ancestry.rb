# frozen_string_literal: true

module Norvel
  class StyleSheet
    # Which style rests on which, and what each says through those over it. Everything is worked out once, from the roots down, so
    # that a chain of ten thousand styles costs as much as ten thousand styles side by side.
    class Ancestry
      # `nearest` names, for each property that the style or one over it says, the style that says it last; `stacked` the sayings of
      # properties that are inherited piece by piece, as one.
      Node = Struct.new(:nearest, :stacked)

      LARGEST_LOOP = 100 # styles; a loop of more is cut at one place for all

      # @param styles [Hash{String=>Style}]
      def initialize(styles)
        @styles = styles
        @parents = {}
        @loops = {}
        styles.each_key { |id| find_parents(id) }
        @nodes = {}
      end

      # @return [String, nil] the id of the style it rests on; a loop is cut, a missing one or one of another kind left out
      def parent(id) = @parents[id]

      # @return [Array<Style>] the style and all that it rests on, nearest first; in a loop, once around
      def upwards(id)
        found = []
        while @styles.key?(id)
          return found.concat(@loops[id]) if @loops.key?(id)

          found << @styles[id]
          id = @parents[id]
        end
        found
      end

      # @return [Node, nil]
      def node(id)
        return @nodes[id] if @nodes.key?(id) || !@styles.key?(id)

        trail = [id]
        until @loops.key?(trail.last) || (over = @parents[trail.last]).nil? || @nodes.key?(over)
          trail << over
        end
        trail.reverse_each do |one|
          @nodes[one] = @loops.key?(one) ? @loops[one]
            .reverse.reduce(nil) { |below, style| build(style, below) } : build(@styles[one], @nodes[@parents[one]])
        end
        @nodes[id]
      end

      # @return [Hash{String=>Array<String>}] the styles that rest on each, in their order
      def children = @children ||= @parents.each_with_object({}) { |(id, over), found| (found[over] ||= []) << id if over }

      # @return [Hash{String=>true}] all styles under one
      def under(id)
        found = {}
        waiting = children.fetch(id, []).dup
        while (one = waiting.pop)
          found[one] = true
          waiting.concat(children.fetch(one, []))
        end
        found
      end

      # @param ids [Enumerable<String>]
      # @return [Hash{String=>true}] these and all that they rest on
      def with_those_over(ids)
        ids.each_with_object({}) do |id, found|
          while id && @styles.key?(id) && !found.key?(id)
            found[id] = true
            id = @parents[id]
          end
        end
      end

      private

      def find_parents(id)
        trail = {}
        until id.nil? || @parents.key?(id)
          trail[id] = true
          style = @styles[id]
          over = @styles[style.parent]
          over = nil if over && over.kind != style.kind
          if over && trail.key?(over.id)
            note_loop(trail.keys.drop_while { |key| key != over.id })
            over = nil
          end
          @parents[id] = over&.id
          id = over&.id
        end
      end

      # Each style of a loop rests on all others of it.
      def note_loop(ids)
        return if ids.size > LARGEST_LOOP

        around = ids.map { |id| @styles[id] }
        ids.each_with_index { |one, index| @loops[one] = around.rotate(index) }
      end

      def build(style, over) = Node.new(nearest(style, over), stacked(style, over))

      def nearest(style, over)
        own = style.properties.transform_values { style }
        return own unless over

        own.empty? ? over.nearest : over.nearest.merge(own)
      end

      def stacked(style, over)
        own = style.properties.select { |name, _| Properties::TABLE[name]&.piecewise? }
        return over&.stacked || {} if own.empty?

        (over&.stacked || {}).merge(own) { |name, before, said| Properties[name].stack(before, said) }
      end
    end
  end
end
