# frozen_string_literal: true

module Norvel
  module Formats
    # What a paragraph of a source holds, in order: its runs by number, and between them what is no text. Given out again run by run, so
    # that whatever the text has become, nothing is lost. A format says how its paragraphs are taken apart (`collect`), and how a run of
    # them is cut (`cut`, `remains`).
    class Leaves
      # Something of the source, what stands around it in its paragraph from the outside in, and the number of its run.
      Leaf = Struct.new(:node, :wrappers, :run)

      # @return [Nokogiri::XML::Element]
      attr_reader :node

      # @return [Manuscript::Paragraph]
      attr_reader :paragraph

      # @param node [Nokogiri::XML::Element] of a paragraph, before anything of it is changed
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
      # @yieldparam before [Manuscript::Run] as it was read @yieldparam leaf [Leaf] what is to stand there, which may be changed
      # @return [Array<Leaf>] what stands before it in the source and was not given yet, then the run itself
      def take(run)
        at = @leaves.index { |leaf| leaf.run == run.origin }
        due = given_up_to(at)
        @open -= 1
        leaf = @leaves[at]
        was = @runs.fetch(run.origin)
        whole = run.from.zero? && (run.text.length == was.text.length || (run.refers && @used[run.origin].size == 1))
        given = Leaf.new(whole ? leaf.node : cut(leaf, at, run), leaf.wrappers, run.origin)
        yield was, given
        due << given
        due.concat(rest) if @open.zero?
        due
      end

      # @return [Array<Leaf>] everything that was not given yet
      def rest = given_up_to(@leaves.size)

      private

      def given_up_to(index)
        given = []
        while @next < index
          leaf = @leaves[@next]
          leaf.run ? given.concat(remains(leaf, @next)) : given << leaf
          @next += 1
        end
        given
      end
    end
  end
end
