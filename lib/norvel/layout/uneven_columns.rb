# frozen_string_literal: true

module Norvel
  class Layout
    # Columns of different widths (ISO/IEC 29500-1 §17.6.3): where one begins, what follows is set anew for it, a paragraph that goes on
    # there from its next line on. All is set for the widest, with the edge of the column that it stands in.
    class UnevenColumns
      EDGE = 0.25 # points between the edges of two columns, less than any line is high

      # @return [Array<Manuscript::Paragraph>] that go on at the width of the column they began in
      attr_reader :approximate

      # @param flow [Flow] @param geometry [PageGeometry] @param blocks [Array<Manuscript::Paragraph, Manuscript::Table>] of the section
      def initialize(flow, geometry, blocks)
        @flow = flow
        @geometry = geometry
        @blocks = blocks
        @places = {}.compare_by_identity
        blocks.each_with_index { |block, index| Manuscript.paragraphs_in(block).each { |paragraph| @places[paragraph] = index } }
        @gone_on = {}.compare_by_identity
        @approximate = []
      end

      # @param after [Float, nil] as Flow#items takes it
      # @return [Array<Item>] all of the section, for its first column
      def first_items(after:)
        @fits = width(0)
        set(0, @edge = edge(0), after: after)
      end

      # @param items [Array<Item>] what stands from `here` on is replaced where it does not fit the column
      # @param here [Integer] the first item of the column @param column [Integer]
      # @return [void]
      def fit(items, here, column)
        place = items[here] && @places[items[here].paragraph]
        return if place.nil? || width(column) == @fits # behind the text there are only notes

        before, @edge, @fits = @edge, edge(column), width(column)
        at, fresh = items[here].row ? nil : going_on(items, here, unit(place), before, column)
        return replace(items, at, fresh) if fresh

        # Rows, and a paragraph whose lines cannot go on, stay as they are; what stands behind them does not.
        @approximate << items[here].paragraph unless items[here].row
        finish = here
        finish += 1 while items[finish] && unit(place).include?(@places[items[finish].paragraph])
        replace(items, finish, set(unit(place).last + 1, @edge))
      end

      private

      def set(place, beside, after: nil) = @flow.items(@blocks.drop(place), @geometry.widest, after: after, beside: beside)

      def width(column) = @geometry.columns[column].last

      # @return [Array<Floating::Cut>] what the column leaves of the widest
      def edge(column, from: -Float::INFINITY)
        gone = @geometry.widest - width(column)
        gone.positive? ? [Floating::Cut.new(from, Float::INFINITY, 0.0, gone, true)] : []
      end

      # @return [Array<Integer>] the blocks that share lines with one: a run-in heading or a drop cap, and the paragraph it stands in
      def unit(place)
        [place - 1, place].each { |lead| return [lead, lead + 1] if lead >= 0 && shares?(@blocks[lead], @blocks[lead + 1]) }
        [place]
      end

      def shares?(lead, following)
        [lead, following].all?(Manuscript::Paragraph) && (lead.run_in || DropCap.before?(lead, following))
      end

      # @return [Array(Integer, Array<Item>), nil] where to put them, and the items from there on; nil where the lines would be others
      def going_on(items, here, places, before, column)
        first = here
        first -= 1 while first.positive? && places.include?(@places[items[first - 1].paragraph])
        above = items[first...here].sum(&:height)
        cuts = (first == here) ? @edge : edges(items[here].paragraph, before, above, column)
        fresh = set(places.first, cuts).drop(here - first)
        return unless fresh.any? && fresh.first.paragraph.equal?(items[here].paragraph) && fresh.first.line.start == items[here].line.start

        @gone_on[items[here].paragraph] = cuts unless first == here
        fresh[0] = fresh[0].dup.tap { |item| item.forced = items[here].forced } if first == here
        [here, fresh]
      end

      # The edges that a paragraph has had so far, down to a height, and from there on that of another column.
      def edges(paragraph, before, height, column)
        so_far = (@gone_on[paragraph] || before).map do |cut|
          (cut.to == Float::INFINITY) ? cut.dup.tap { |closed| closed.to = height - EDGE } : cut
        end
        so_far + edge(column, from: height + EDGE)
      end

      # Notes behind the text stay behind it.
      def replace(items, at, fresh)
        notes = items.drop(at).drop_while { |item| @places.key?(item.paragraph) }
        items[at..] = fresh + notes
      end
    end
  end
end
