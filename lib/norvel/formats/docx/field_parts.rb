# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # The parts of a field that spans runs (ISO/IEC 29500-1 §17.16.18): its characters and its instruction.
      module FieldParts
        Open = Struct.new(:parts, :runs)

        module_function

        # Takes the field out whose result, or whose end, is in a run; the run itself stays, so that numbers do.
        # @param paragraph [Nokogiri::XML::Element] w:p @param origin [Integer] the number of the run
        # @return [void]
        def take_out(paragraph, origin)
          of(paragraph).find { |field| field.runs.include?(origin) }&.parts&.each(&:unlink)
        end

        # @param paragraph [Nokogiri::XML::Element] w:p
        # @return [Array<Open>] those that begin and end in it, the inner ones first
        def of(paragraph)
          open, closed, number = [], [], -1
          Walk.runs(paragraph) do |run, _|
            number += 1
            open.each { |field| field.runs << number }
            run.element_children.each { |piece| follow(piece, number, open, closed) if %w[fldChar instrText].include?(piece.name) }
          end
          closed
        end

        def follow(piece, number, open, closed)
          type = piece.attribute_nodes.find { |node| node.node_name == "fldCharType" }&.value
          open << Open.new([], [number]) if type == "begin"
          open.last&.parts&.push(piece)
          closed << open.pop if type == "end" && open.any?
        end
        private_class_method :follow
      end
    end
  end
end
