# frozen_string_literal: true

require_relative "line_ends"
require_relative "blocks"

module Norvel
  module Formats
    module Text
      # Plain text as elements: what its lines say of themselves by how they are typed. What is not sure is marked so, for the plan to show
      # first.
      #
      #   reader = Reader.new(text)
      #   reader.units      # [Unit(block: …, first: 0, last: 3), …]
      class Reader
        # A block and the lines that it stands in, from 0, end included.
        Unit = Value.define(:block, :first, :last)

        # @return [Array<Unit>]
        attr_reader :units
        # @return [LineEnds]
        attr_reader :ends

        DEEPEST = 20 # quotations in one another

        # @param text [String] UTF-8 @param depth [Integer] how many quotations it stands in
        # @param way [String, nil] of LineEnds::WAYS
        def initialize(text, depth = 0, way: nil)
          @depth = depth
          @lines = text.split("\n", -1)
          @lines.pop if @lines.last == ""
          @ends = LineEnds.new(@lines, way)
          @units = read
        end

        # @return [Elements::Whole]
        def whole = Elements::Whole.new(blocks: units.map(&:block), warnings: [ends.told(units.size)])

        private

        def read
          blocks = Blocks.new(@lines, @ends, @depth)
          found = runs.flat_map { |first, last| blocks.of(first, last) }
          captioned(blocks.settled(found))
        end

        def captioned(units)
          Elements.captioned(units.map(&:block)).zip(units).map { |block, unit| unit.with(block: block) }
        end

        # Rows of lines between blank ones; where there are none, each line by itself or what the first of a paragraph is set in for.
        def runs
          numbers = @lines.each_index.reject { |index| @lines[index].match?(/\A[[:space:]]*\z/) && !@lines[index].include?("\f") }
          rows = numbers.slice_when { |one, other| other > one + 1 || @ends.apart?(one, other) }
          rows.map { |row| [row.first, row.last] }
        end
      end
    end
  end
end
