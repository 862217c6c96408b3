# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Where a reader found what it made of a file: for the patcher, which asks instead of counting by itself.
      class Trace
        # Where a paragraph stands: its node, and the node before it whose style breaks the page behind it.
        Place = Struct.new(:node, :broken_by)

        # @return [Hash{Integer=>Place}] by number of a paragraph; those of repeated rows and cells share a node
        attr_reader :paragraphs

        # @return [Hash{String=>Nokogiri::XML::Element}] table:table by id
        attr_reader :tables

        # @return [Hash{Integer=>String}] by place of a part the master page that it begins with
        attr_reader :masters

        def initialize
          @paragraphs, @tables = {}, {}
          @masters = {}
          @implied = Set.new
          @revisions = {}
          @origins, @opened, @lists = {}, {}, {}
        end

        # @param node [Nokogiri::XML::Node] in a paragraph @param number [Integer] of the run that it is, or is a part of
        def runs(node, number) = @origins[node.pointer_id] = number

        # @return [Integer, nil]
        def run_of(node) = @origins[node.pointer_id]

        # @param node [Nokogiri::XML::Element] in a paragraph, around what is read
        def open(node) = @opened[node.pointer_id] = true

        # @return [Boolean]
        def opened?(node) = @opened.key?(node.pointer_id)

        # @param node [Nokogiri::XML::Element] text:list @param counter [String] what its items count by
        def list(node, counter) = @lists[node.pointer_id] = counter

        # @param node [Nokogiri::XML::Element] an outermost list
        # @return [String, nil]
        def counter_of(node) = @lists[node.pointer_id]

        # @param original [Nokogiri::XML::Node] @param copy [Nokogiri::XML::Node] like it, of which the same is known then
        def copied(original, copy)
          @origins[copy.pointer_id] = @origins[original.pointer_id] if @origins.key?(original.pointer_id)
          @opened[copy.pointer_id] = true if opened?(original)
          original.children.zip(copy.children) { |one, other| copied(one, other) if other }
        end

        # @return [String, nil] the master page that the text begins with where it says none
        attr_accessor :default_master

        # @param id [String] of a recorded change
        def revises(paragraph, ref, kind, id) = @revisions[[paragraph, ref, kind]] = id

        # @return [String, nil] the id of a recorded change
        def revision(paragraph, ref, kind) = @revisions[[paragraph, ref, kind]]

        # @param index [Integer] of a part @return [Boolean] whether it begins where nothing says so
        def implied?(index) = @implied.include?(index)

        # @param index [Integer] of a part that begins where the following page of another would
        def imply(index) = @implied << index

        # @param ids [Array<Integer, String>] of blocks
        # @yieldparam node [Nokogiri::XML::Element] where they were found @yieldreturn [Nokogiri::XML::Element] where they are
        # @return [Trace] of these alone
        def for(ids)
          other = dup
          other.only(@paragraphs.slice(*ids).transform_values { |place| Place.new(yield(place.node), place.broken_by) },
            @tables.slice(*ids).transform_values { |node| yield(node) })
          other
        end

        # @return [Nokogiri::XML::Element, nil] of a paragraph or table
        def node_of(id) = @tables[id] || @paragraphs[id]&.node

        protected

        def only(paragraphs, tables)
          @paragraphs = paragraphs
          @tables = tables
        end
      end
    end
  end
end
