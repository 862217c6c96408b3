# frozen_string_literal: true

require "monitor"
require "weakref"
require_relative "unchanged"
require_relative "kept_flow"

module Norvel
  class Layout
    # Keeps the lines of paragraphs between layouts: they depend only on the text, the formats and the
    # width. What two layouts running did not use is let go.
    class LineStore
      # Everything that the lines of a paragraph depend on besides itself: :alone, or :run_in with the heading that
      # stands in its first line.
      Key = Struct.new(:kind, :width, :format, :mark, :texts, :note_marks, :label, :tab, :dividing, :beside)

      attr_reader :fonts, :formats, :words

      # For layouts that nobody looks at: those of one manuscript are mostly made one after the other, and memory that is wanted
      # elsewhere takes it away.
      # @param fonts [Fonts::Book]
      # @return [LineStore]
      def self.lent(fonts)
        kept = @lent&.weakref_alive? ? @lent.__getobj__ : nil
        return kept if kept && kept.fonts.equal?(fonts)

        new(fonts).tap { |store| @lent = WeakRef.new(store) }
      rescue WeakRef::RefError
        new(fonts)
      end

      # @param fonts [Fonts::Book]
      def initialize(fonts)
        @fonts = fonts
        @formats = FormatTable.new(fonts)
        @words = Words.new
        @young = {}.compare_by_identity
        @old = {}.compare_by_identity
        @young_fields = @old_fields = {}
        @rows = {}.compare_by_identity
        @old_rows = @rows
        @flows = @old_flows = {}.compare_by_identity
        @monitor = Monitor.new
        @scripts = {}.compare_by_identity # by the text itself, which is frozen and shared
      end

      RIGHT_TO_LEFT = /[\p{Hebrew}\p{Arabic}]/
      COMPLEX = /[\p{Devanagari}\p{Thai}\p{Bengali}\p{Tamil}\p{Khmer}]/

      # @return [Symbol, nil] :right_to_left or :font where the text has letters that are not laid out truly
      def script(paragraph)
        text = paragraph.text
        return if text.ascii_only?

        @scripts.fetch(text) do
          @scripts[text] = if text.match?(RIGHT_TO_LEFT) then :right_to_left
          elsif text.match?(COMPLEX) then :font
          end
        end
      end

      # One layout at a time.
      def alone(&block) = @monitor.synchronize(&block)

      # Begins a layout.
      # @param manuscript [Manuscript]
      # @return [void]
      def turn(manuscript)
        @unchanged = Unchanged.new(@manuscript, manuscript)
        @manuscript = manuscript
        @old = @young
        @formats.trim
        @scripts.clear if @scripts.size > 2 * @old.size + 100
        @young = {}.compare_by_identity
        @old_fields = @young_fields
        @young_fields = {}
        @old_rows = @rows
        @rows = {}.compare_by_identity
        @old_flows = @flows
        @flows = {}.compare_by_identity
      end

      # @param blocks [Array<Manuscript::Paragraph, Manuscript::Table>] a row
      # @return [KeptFlow, nil] what it came to in the layout before
      def flow_of(blocks) = @old_flows[blocks.first]

      # @return [void]
      def keep_flow(flow) = @flows[flow.blocks.first] = flow

      # What is kept has the format of the layout that it is kept of: the next one goes by that.
      def in_format(kept, format)
        lines = format ? kept[1].in_format(format) : kept[1]
        lines.equal?(kept[1]) ? kept : [kept[0], lines]
      end

      # @param block [Manuscript::Paragraph, Manuscript::Table] of a row whose numbers, notes and width are those of before
      # @return [Boolean] whether it comes out as in the layout before; what is known of it is then kept
      def as_it_was?(block, width)
        return table_as_it_was?(block) if block.is_a?(Manuscript::Table)

        kept = @old[block] or return false
        return false unless kept[0].kind == :alone && kept[0].width == width && kept[0].beside.nil? && @unchanged&.same?(block)

        @young[block] = kept
        true
      end

      def table_as_it_was?(table)
        rows = @old_rows[table]
        return false unless rows && rows_as_they_were?(rows)

        keep_rows(table, rows)
        true
      end

      # The rows of a table: what it was set into, what its style said, what its cells hold and what that is set as; `styles` are all
      # that it rests on where no number and no note stands in it.
      Rows = Struct.new(:room, :look, :contents, :settings, :boxes, :styles)

      # @return [Rows, nil]
      def rows_of(table) = @rows[table] || @old_rows[table]

      # @return [Rows]
      def keep_rows(table, rows) = @rows[table] = rows

      # @param rows [Rows] of a table of the layout before
      # @return [Boolean] whether nothing in it can come out otherwise; what it holds is then kept
      def rows_as_they_were?(rows)
        return false unless rows.styles && @unchanged&.styles?(rows.styles)

        rows.contents.each_with_index.all? do |(block, _), place|
          kept = @old[block]
          kept && kept[1].equal?(rows.settings[place]) && (@young[block] = kept)
        end
      end

      # What a paragraph came to in the layout before, where nothing that it depends on can have changed.
      # @param width [Float] @param marks [Array<String>, nil] of its notes @param label [Label, nil] @param beside [Array, nil]
      # @param folios [Hash{Symbol=>String}, nil] what stands for its fields
      # @return [ParagraphLines, nil]
      def kept_as_it_was(paragraph, width, marks, label, beside, folios = nil)
        old = folios ? @old_fields[folios] : @old
        kept = old && old[paragraph] or return
        key = kept[0]
        return unless key.kind == :alone && key.width == width && key.note_marks == marks && key.label == label &&
          key.beside == beside && @unchanged.same?(paragraph)

        young = folios ? (@young_fields[folios] ||= {}.compare_by_identity) : @young
        (young[paragraph] = kept)[1]
      end

      # @param paragraph [Manuscript::Paragraph]
      # @param key [Key] everything else the lines depend on
      # @param folios [Hash{Symbol=>String}, nil] what stands for its fields: a footer has lines of its own for every page
      # @param format [ParagraphFormat, nil] that it has now, of which the lines do not depend on everything
      # @yieldreturn [ParagraphLines] when they are not kept
      # @return [ParagraphLines]
      def fetch(paragraph, key, folios = nil, format: nil)
        young, old = folios ? [@young_fields[folios] ||= {}.compare_by_identity, @old_fields[folios]] : [@young, @old]
        kept = young[paragraph] || (old && old[paragraph])
        return (young[paragraph] = in_format(kept, format))[1] if kept && kept[0] == key

        lines = yield
        young[paragraph] = [key, lines]
        lines
      end
    end
  end
end
