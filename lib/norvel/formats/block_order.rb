# frozen_string_literal: true

module Norvel
  module Formats
    # Brings the blocks of a row into another order with as few moves as can be. Who includes it says which node a block is
    # (`block_node`), and which one stands in the row for it (`standing`: itself, or what is around it).
    module BlockOrder
      # New paragraphs, and those that moved, are put behind the block they follow now.
      # @param old [Array<Integer, String>] ids of blocks as they stood @param new [Array<Integer, String>] as they stand now
      # @return [void]
      def put_in_order(old, new)
        return if new & old == new && old & new == new

        settled = settled(old, new)
        follows = old.each_cons(2).to_h { |one, other| [other, one] }
        new.each_with_index do |id, index|
          node = block_node(id) or next
          before = index.positive? ? block_node(new[index - 1]) : nil
          if before && begins_anew?(new[index - 1], id) && !settled.include?(id) && (next_one = settled_behind(new, index, settled))
            beside(next_one, id).add_previous_sibling(node)
          elsif before
            stays = settled.include?(id) && (follows[id] == new[index - 1] || elsewhere?(node, before))
            place = beside(before, id)
            place.add_next_sibling(node) unless stays || place.parent.nil?
          elsif old.first != id
            first = old.filter_map { |known| block_node(known) }.find(&:parent)
            first.nil? || first.equal?(node) || beside(first, id).add_previous_sibling(node)
          end
        end
      end

      private

      def standing(node) = node

      # @param _before [Integer, String] of a block @param _id [Integer, String] of the one that comes behind it
      # @return [Boolean] whether something begins between them, so that what comes belongs to what follows
      def begins_anew?(_before, _id) = false

      def settled_behind(new, index, settled)
        following = new.drop(index + 1).find { |id| settled.include?(id) } and block_node(following)
      end

      # @param id [Integer, String] of the block that comes
      # @return [Nokogiri::XML::Node] what it is put behind, or before
      def beside(node, _id) = standing(node)

      # What is in its place does not go into a wrapper after what is new before it.
      def elsewhere?(node, before) = node.parent && node.parent != before.parent

      # Those that may stay where they are, in the wrapper that they stand in: the longest row of them in the order of before.
      def settled(old, new)
        places = old.each_with_index.to_h
        ends, before = [], {} # the last of the best row of each length, and what each follows in its row
        (new & old).each do |id|
          at = ends.bsearch_index { |other| places[other] >= places[id] } || ends.size
          before[id] = at.positive? ? ends[at - 1] : nil
          ends[at] = id
        end
        found = Set.new
        last = ends.last
        found << last && last = before[last] while last
        found
      end
    end
  end
end
