# frozen_string_literal: true

require_relative "../leaves"
require_relative "run_cutter"

module Norvel
  module Formats
    module Docx
      # What a w:p holds: its runs, and between them bookmarks, field characters, comments.
      class ParagraphContent < Leaves
        private

        def collect(node)
          Walk.leaves(node) do |child, wrappers, number|
            next if child.name == "pPr" || Walk::OWN.include?(child.name) || child.comment? || (!child.element? && child.blank?)

            @leaves << Leaf.new(child, wrappers, (number if @runs.key?(number)))
          end
        end

        def cut(_leaf, at, run) = cutter(at).cut(run.from, run.from + run.text.length, lead: lead(run))

        # Where the part of the same run ends that stands before this one and stays; one without text has taken what stands at its place.
        def lead(run)
          others = @used[run.origin].reject { |one| one.equal?(run) }
          others.map { |one| one.from + one.text.length + (one.text.empty? ? 1 : 0) }.select { |stop| stop <= run.from }.max || 0
        end

        # Of a run whose text went, or went on, what has no length stays.
        def remains(leaf, index)
          ranges = (@used[leaf.run] || []).map { |run| run.from...(run.from + run.text.length) }
          rest = cutter(index).rest(ranges)
          rest ? [Leaf.new(rest, leaf.wrappers, nil)] : []
        end

        def cutter(index)
          leaf = @leaves[index]
          (@cutters ||= {})[index] ||= RunCutter.new(Patching.copy(leaf.node), @runs[leaf.run].text.length)
        end
      end
    end
  end
end
