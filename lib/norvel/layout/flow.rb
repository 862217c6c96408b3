# frozen_string_literal: true

module Norvel
  class Layout
    # One thing that pages are filled with: a line, or a row of a table. `gap` is the space above it where it
    # is not at the top, `before` the space its paragraph asks for; `keep` says what forbids a page break
    # before it (nil: nothing); `forced` the reason why a new page must begin with it; `run_in` the end of a run-in heading
    # that stands in the same line, as [paragraph, setting, line]; `frame` what is drawn around it, which takes `lead` above
    # the line and `trail` below it and is `open`ed or `shut` here; `floats` go with it, for which it leaves `push` points above its text.
    Item = Struct.new(:height, :gap, :before, :keep, :forced, :notes, :paragraph, :setting, :line, :row, :area, :run_in,
      :frame, :lead, :trail, :open, :shut, :push, :floats) do
      # @return [Array<Manuscript::Paragraph>] whose words are in it
      def paragraphs
        return row.lines.map(&:first) if row

        run_in ? [run_in[0], paragraph] : [paragraph]
      end

      # @return [Boolean] whether it is anything but plain text, or has something floating with it
      def apart? = row ? row.apart? : !floats.nil? || !setting.ordinary? || (!run_in.nil? && !run_in[1].ordinary?)

      # @param row [RowBox] a part of its row @param notes [Array<String>] that the part refers to
      # @return [Item] the same with that part alone
      def with_row(row, notes)
        dup.tap { |copy| copy.row, copy.height, copy.notes = row, row.height, notes.empty? ? nil : notes }
      end
    end

    # Turns blocks into items: the rules of orphans and widows, keeps and space between paragraphs are read here.
    class Flow
      # What a break in the text forces behind it.
      BREAKS = {page: :manual, column: :column}.freeze

      # @param setter [Setter] @param between [Symbol] :sum or :larger
      def initialize(setter, between:)
        @setter = setter
        @between = between
      end

      # @param blocks [Array<Manuscript::Paragraph, Manuscript::Table>]
      # @param width [Float] of the column, points
      # @param after [Float, nil] the space asked for by what stands above, points; nil: nothing stands there
      # @param beside [Array<Floating::Cut>] what narrows the lines from the first on
      # @param folios [Hash, nil] what stands for the fields the layout works out
      # @param keep [Boolean] whether what comes out is kept for the next layout, and taken over from the one before
      # @return [Array<Item>]
      def items(blocks, width, area: :body, after: nil, beside: [], folios: nil, keep: false)
        @items = []
        @folios = folios
        @last = after && [nil, ParagraphFormat.new(after: after)]
        @break_next = nil
        @width = width
        @framed = @apart = false
        @cap = nil
        @beside = beside # what stands beside the lines to come, measured from where they begin
        heading = nil
        @before, @kept = (keep && blocks.any?) ? @setter.flows(blocks, width, after) : nil
        @same = true # whether what stands before comes out as it did
        @special = false
        taken = 0
        blocks.each_with_index do |block, index|
          next if index < taken
          next if @before && heading.nil? && (taken = take_over(blocks, index)) > index

          @kept&.begins(@items.size, @last, @break_next)
          next if heading.nil? && block.is_a?(Manuscript::Paragraph) && block.text.empty? && @setter.hidden?(block)

          if block.is_a?(Manuscript::Table)
            add_table(block, width)
          elsif heading.nil? && block.run_in && blocks[index + 1].is_a?(Manuscript::Paragraph)
            heading = block
            @special = true
          elsif heading.nil? && DropCap.before?(block, blocks[index + 1])
            @special = true
            @cap = DropCap.new(block, @setter.set(block, width, folios: folios))
          elsif heading
            beside = cuts([heading, block], width)
            add_run_in(heading, block, @setter.set_run_in(heading, block, width, beside: beside, folios: folios), area)
            heading = nil
          else
            add_paragraph(block, set(block, width), area)
          end
        end
        @kept&.ends(@items, @last, @break_next, apart: @apart, plain: !@framed && !@special)
        Frames.make_room(@items) if @framed
        @items
      end

      # @return [KeptFlow, nil] what the last `items` came to, and what it was in the layout before
      attr_reader :kept, :before

      # @return [Boolean] whether an item of the last `items` may be no plain text
      def apart? = @apart

      # @return [Float] the space that the last paragraph asks for below it, points
      def after = (@last && @last[0].is_a?(Manuscript::Paragraph)) ? @last[1].after : 0.0

      # @return [Array<Float>] the space above each of items stacked without a page break
      def self.leads(items) = items.each_with_index.map { |item, index| index.zero? ? item.before : item.gap }

      # @return [Float] their height
      def self.height(items) = items.sum(&:height) + leads(items).sum

      private

      # From a block on all those that come out as before, after one that did.
      # @return [Integer] the block after them
      def take_over(blocks, index)
        return index if @framed || @special
        return index.tap { @same = as_it_was?(blocks, index) } unless @same

        upto = index
        upto += 1 while upto < blocks.size && as_it_was?(blocks, upto)
        @same = upto > index
        return index unless @same

        items, @last, @break_next = @kept.take(@before, index, upto, @items.size)
        @items.concat(items)
        @apart ||= @before.apart
        upto
      end

      def as_it_was?(blocks, index) = blocks[index].equal?(@before.blocks[index]) && @setter.as_it_was?(blocks[index], @width)

      def set(block, width)
        return @setter.set(block, width, folios: @folios) if @cap.nil? && @beside.empty? && block.insets.empty?

        beside = cuts([block], width)
        return @setter.set(block, width, beside: beside, folios: @folios) unless @cap

        line = @setter.set(block, width, beside: beside, folios: @folios).lines.first
        @beside += [@cap.cut(line.height)]
        @setter.set(block, width, beside: @beside, folios: @folios)
      end

      def add_paragraph(paragraph, setting, area)
        items = setting.kept_items(area) { inner(setting.lines.map { |line| item(paragraph, setting, line, area) }, setting.format) }
        items = @cap.join(items) if @cap
        @cap = nil
        add_items(paragraph, setting.format, items)
      end

      # The line that heading and body share is one item.
      def add_run_in(heading, body, pair, area)
        items = pair.rows.map do |head, line|
          first = head && [heading, pair.heading, head]
          item(*(line ? [body, pair.body, line] : first), area, run_in: line && first)
        end
        add_items(body, pair.body.format, inner(items, pair.body.format))
      end

      def item(paragraph, setting, line, area, run_in: nil)
        Item.new(line.height, 0.0, 0.0, nil, nil, line.notes, paragraph, setting, line, nil, area, run_in)
      end

      # What stands beside lines that are set as one: things of their own paragraphs, and those from above that reach down to them.
      # @return [Array<Floating::Cut>, nil]
      def cuts(paragraphs, width)
        return if @beside.empty? && paragraphs.all? { |paragraph| paragraph.insets.empty? }

        own = paragraphs.flat_map(&:insets).filter_map { |inset| Floating.cut(inset, width) }
        pass(@last ? space_between(paragraphs.last, @setter.format(paragraphs.last)) : 0.0)
        @beside += own
        @special ||= @beside.any?
        @beside.empty? ? nil : @beside
      end

      # Down by a height.
      def pass(height)
        @beside = @beside.filter_map { |cut| cut.below(height) if cut.to > height }
      end

      # What holds between the lines of one paragraph, wherever it stands.
      def inner(items, format)
        Floating.attach(items) if items.any? { |item| item.line.floats }
        items.each_with_index do |item, index|
          next if index.zero?

          forced = BREAKS[items[index - 1].line.ends_with]
          forced ? item.forced = forced : item.keep = inner_keep(format, index, items.size)
        end
      end

      # What holds at its first line depends on what stands before it. Items are shared with other layouts: those that are
      # given anything of their own are copies.
      def add_items(paragraph, format, items)
        frame = Frames.frame(format, @width)
        @framed = true if frame
        items = items.map { |item| framed(item, frame) } if frame
        first = items.first.dup
        first.gap, first.before = space_between(paragraph, format), format.before
        first.forced = @break_next || (:break_before if format.break_before)
        first.keep = :keep_with_next if @last && @last[1].keep_next && !first.forced
        @apart ||= items.first.apart? || (!paragraph.insets.empty? && items.any?(&:apart?))
        place = @items.size
        @items.concat(items)
        @items[place] = first
        @break_next = BREAKS[items.last.line.ends_with]
        @last = [paragraph, format]
        pass(items.sum(&:height)) if @beside.any?
      end

      def framed(item, frame) = item.dup.tap { |copy| copy.frame, copy.lead, copy.trail = frame, 0.0, 0.0 }

      # What forbids a break between two lines of one paragraph, the outermost reason first.
      def inner_keep(format, index, count)
        if format.keep_together then :keep_together
        elsif count - index < format.widows then :widow
        elsif index < format.orphans then :orphan
        end
      end

      # Where no space is wanted between paragraphs of one style, each leaves out its own (ISO/IEC 29500-1 §17.3.1.9).
      def space_between(paragraph, format)
        return format.before unless @last

        before, last = @last
        same = before.is_a?(Manuscript::Paragraph) && before.style == paragraph.style
        under = (same && last.close_to_same) ? 0.0 : last.after
        over = (same && format.close_to_same) ? 0.0 : format.before
        (@between == :larger) ? [under, over].max : under + over
      end

      # A table stands below what floats.
      def add_table(table, width)
        clear = @beside.map(&:to).max || 0.0
        @beside = []
        boxes = TableRows.new(@setter, @between).rows(table, width)
        @apart ||= boxes.any?(&:apart?)
        boxes.each_with_index do |row, index|
          first = row.first_setting
          forced = @break_next || (:break_before if first&.format&.break_before) if index.zero?
          gap = (index.zero? && @last) ? [@last[1].after, clear].max : 0.0
          keep = row_keep(boxes, index) unless forced
          @items << Item.new(row.height, gap, 0.0, keep, forced, row.notes, row.first_paragraph, nil, nil, row, :cell)
        end
        @break_next = nil
        @last = [table, ParagraphFormat.new(keep_next: boxes.last&.first_setting&.format&.keep_next || false)]
      end

      def row_keep(boxes, index)
        if index.zero? then (@last && @last[1].keep_next) ? :keep_with_next : nil
        elsif boxes[index - 1].header then :keep_together
        elsif boxes[index - 1].first_setting&.format&.keep_next then :keep_with_next
        end
      end
    end
  end
end
