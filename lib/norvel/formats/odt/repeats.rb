# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Rows and cells that stand for several (ISO/IEC 26300, part 3, §19.670 and §19.675) are taken apart where one of them is to be
      # another than the others.
      class Repeats
        # @param trace [Trace] @param before [Manuscript] @param now [Manuscript]
        def initialize(trace, before, now)
          @trace = trace
          @before = before
          @now = now
        end

        # @return [Boolean] whether anything was taken apart, so that everything has to be found anew
        def settle
          nodes = touched.flat_map { |id| repeated_over(@trace.paragraphs[id].node) }.uniq(&:pointer_id)
          nodes.each { |node| apart(node) }
          nodes.any?
        end

        private

        def touched
          shared = @trace.paragraphs.group_by { |_, place| place.node.pointer_id }.values.select { |same| same.size > 1 }
          shared.flat_map { |same| same.map(&:first) }.reject { |id| @now.paragraph(id) == @before.paragraph(id) && same_row?(id) }
        end

        # @return [Boolean] whether the cell that it stands in holds what it held
        def same_row?(id)
          one, other = [@before, @now].map { |manuscript| manuscript.containers[manuscript.container_of(id)]&.map(&:id) }
          one == other
        end

        def repeated_over(node) = node.ancestors.select { |over| over.element? && times(over) > 1 }

        def times(node) = (name = Walk::REPEATED[Names.of(node)]) ? Names.attribute(node, name).to_i : 1

        def apart(node)
          count = times(node)
          prefix, local = Walk::REPEATED.fetch(Names.of(node)).split(":")
          node.attribute_with_ns(local, Names::SPACES.fetch(prefix)).unlink
          nodes = Nodes.new(node.document.root)
          (count - 1).times { node.add_next_sibling(nodes.copy(node)) }
        end
      end
    end
  end
end
