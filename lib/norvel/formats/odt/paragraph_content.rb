# frozen_string_literal: true

require_relative "../leaves"

module Norvel
  module Formats
    module Odt
      # What a text:p or text:h holds: stretches of characters, and between them notes, frames, fields, marks. A stretch is several nodes.
      class ParagraphContent < Leaves
        # @param trace [Trace] @param words [Words]
        def initialize(node, paragraph, used, trace, words)
          @trace = trace
          @words = words
          super(node, paragraph, used)
        end

        private

        def collect(node, wrappers = [])
          node.children.each do |child|
            if child.element? && @trace.opened?(child)
              child.children.empty? ? @leaves << Leaf.new([child], wrappers, nil) : collect(child, wrappers + [child])
            else
              add(child, wrappers)
            end
          end
        end

        def add(child, wrappers)
          number = @trace.run_of(child)
          number = nil unless @runs.key?(number)
          return if number.nil? && (child.comment? || (child.text? && child.blank?))

          last = @leaves.last
          if number && last&.run == number
            last.node << child
          else
            @leaves << Leaf.new([child], wrappers, number)
          end
        end

        # Characters say what they are; of something else the first part stays in it.
        def cut(leaf, _at, run)
          whole = leaf.node.first
          return @words.nodes(run.text) if leaf.node.size > 1 || !whole.element? || Walk::CHARACTERS.include?(Names.of(whole))

          first = @used[run.origin].map(&:from).min
          return @words.nodes(run.text) unless run.from == first

          whole.content = run.text
          [whole]
        end

        # Of a stretch whose words went nothing is left; what is no word stays.
        def remains(leaf, _index)
          return [] if @used.key?(leaf.run) || @runs[leaf.run].held.empty?

          [Leaf.new(leaf.node, leaf.wrappers, nil)]
        end
      end
    end
  end
end
