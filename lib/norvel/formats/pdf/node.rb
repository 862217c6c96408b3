# frozen_string_literal: true

module Norvel
  module Formats
    module Pdf
      # One element of the structure tree (ISO 32000-1 §14.7): its standard type, and in reading order other elements, pieces of pages
      # (Marked) and links (PDF::Core::Reference of an annotation).
      class Node
        Marked = Struct.new(:page, :number)

        attr_reader :type, :kids, :attributes
        attr_accessor :parent, :alternative, :actual, :language, :title, :id, :ref

        # @param type [Symbol] of §14.8.4 @param attributes [Hash] of §14.8.5
        def initialize(type, attributes = nil, **more)
          @type = type
          @attributes = attributes
          @kids = []
          more.each { |name, value| public_send(:"#{name}=", value) }
        end

        # @param kid [Node, Marked, PDF::Core::Reference]
        # @return [Object] the kid
        def <<(kid)
          kid.parent = self if kid.is_a?(Node)
          @kids << kid
          kid
        end

        # An element that goes into another when something of it is drawn, so that it stands where that is.
        # @param parent [Node]
        # @return [Node] itself
        def waiting_for(parent)
          @waiting = parent
          self
        end

        # @return [void]
        def drawn
          waiting, @waiting = @waiting, nil
          waiting << self if waiting
        end

        # @param kid [Node] put behind another of its kids
        # @return [Node]
        def insert_after(other, kid)
          kid.parent = self
          @kids.insert((@kids.index(other) || @kids.size - 1) + 1, kid)
          kid
        end

        # @return [Boolean] whether there is nothing in it
        def empty? = @kids.all? { |kid| kid.is_a?(Node) && kid.empty? }

        # Takes out elements without content; cells stay, so that their table keeps its form.
        # @return [void]
        def prune
          @kids.each { |kid| kid.prune if kid.is_a?(Node) }
          @kids.reject! { |kid| kid.is_a?(Node) && kid.empty? && !%i[TD TH TR].include?(kid.type) }
        end

        # @yieldparam node [Node] itself and all below it
        def each(&block)
          yield self
          @kids.each { |kid| kid.each(&block) if kid.is_a?(Node) }
        end
      end
    end
  end
end
