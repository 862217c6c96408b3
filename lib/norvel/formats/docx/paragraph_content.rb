# frozen_string_literal: true

require_relative "run_cutter"

module Norvel
  module Formats
    module Docx
      # What a paragraph of the source holds, in order: its runs by number, and between them what is no text (bookmarks,
      # field characters, comments). Given out again run by run, so that whatever the text has become, nothing is lost.
      class ParagraphContent
        Leaf = Struct.new(:node, :wrappers, :run)
        attr_reader :node, :paragraph

        # @param node [Nokogiri::XML::Element] w:p, before anything of it is changed
        # @param paragraph [Manuscript::Paragraph] as it was read
        # @param used [Array<Manuscript::Run>] the runs that come from it, wherever they stand now
        def initialize(node, paragraph, used)
          @node = node
          @paragraph = paragraph
          @runs = paragraph.runs.to_h { |run| [run.origin, run] }
          @leaves = []
          collect(node)
          @used = used.group_by(&:origin)
          @open = used.size
          @next = 0
        end

        # @param run [Manuscript::Run] from here
        # @yieldparam before [Manuscript::Run] as it was read @yieldparam node [Nokogiri::XML::Element] to be patched
        # @return [Array<Leaf>] what stands before it in the source and was not given yet, then the run itself
        def take(run)
          at = @leaves.index { |leaf| leaf.run == run.origin }
          due = given_up_to(at)
          @open -= 1
          leaf = @leaves[at]
          was = @runs.fetch(run.origin)
          whole = run.from.zero? && (run.text.length == was.text.length || (run.refers && @used[run.origin].size == 1))
          node = whole ? leaf.node : cutter(at).cut(run.from, run.from + run.text.length, lead: lead(run))
          yield was, node
          due << Leaf.new(node, leaf.wrappers, run.origin)
          due.concat(rest) if @open.zero?
          due
        end

        # @return [Array<Leaf>] everything that was not given yet
        def rest = given_up_to(@leaves.size)

        private

        def collect(node)
          Walk.leaves(node) do |child, wrappers, number|
            next if child.name == "pPr" || Walk::OWN.include?(child.name) || child.comment? || (!child.element? && child.blank?)

            @leaves << Leaf.new(child, wrappers, (number if @runs.key?(number)))
          end
        end

        def given_up_to(index)
          given = []
          while @next < index
            leaf = @leaves[@next]
            leaf.run ? given.concat(remains(leaf, @next)) : given << leaf
            @next += 1
          end
          given
        end

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
