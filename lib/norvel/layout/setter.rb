# frozen_string_literal: true

module Norvel
  class Layout
    # Sets paragraphs: from resolved formatting and text to lines, kept from layout to layout.
    class Setter
      BOX_WIDTH = 72.0 # points, of a thing whose size the file does not say
      POINT = 12_700.0

      # @param cascade [Cascade] @param store [LineStore]
      # @param labels [Hash{Integer=>String}] list labels by paragraph id
      # @param note_labels [Hash{String=>String}]
      def initialize(manuscript, cascade, store, labels:, note_labels:)
        @cascade = cascade
        @store = store
        @labels = labels
        @note_labels = note_labels
        @lists = manuscript.lists
        @sheet = manuscript.sheet
        @tab = manuscript.settings.tab / POINT
        @settings = manuscript.settings
        @language = manuscript.info.language
        @label_formats = {}.compare_by_identity
      end

      # @return [Setter] of the same manuscript, which keeps its lines to itself
      def apart = dup.tap { |copy| copy.keep_apart }

      # @param paragraph [Manuscript::Paragraph]
      # @param width [Float] points
      # @param folios [Hash{Symbol=>String}, nil] what stands for the fields the layout works out
      # @param beside [Array<Floating::Cut>, nil] what stands beside its lines
      # @return [ParagraphLines]
      def set(paragraph, width, folios: nil, beside: nil)
        marks = paragraph.insets.filter_map { |inset| @note_labels[inset.ref] if inset.kind == :note } if paragraph.insets.any?
        label = label_for(paragraph)
        kept = @store.kept_as_it_was(paragraph, width, marks, label, beside, folios)
        return kept if kept

        format = paragraph_format(paragraph)
        mark = text_format(@cascade.mark(paragraph))
        texts = paragraph.runs.map { |run| text_format(@cascade.run(paragraph, run)) }
        dividing = dividing(format, [paragraph])
        key = LineStore::Key.new(:alone, width, format.inside, mark, texts, marks, label, @tab, dividing, beside)
        @store.fetch(paragraph, key, folios, format: format) do
          text, segments = segments(paragraph, texts, width, folios, format, mark)
          ParagraphLines.new(text: text, segments: segments, format: format, width: width, mark: mark, default_tab: @tab,
            label: label, dividing: dividing, words: @store.words, beside: beside)
        end
      end

      # The rows of a table, kept while its paragraphs are set as before.
      # @param room [Object] what it is set into
      # @return [Array<RowBox>, nil]
      def kept_rows(table, room)
        kept = @store.rows_of(table) or return
        return unless kept.room == room && kept.look == look_of(table)
        unless @store.rows_as_they_were?(kept)
          return unless kept.contents.each_with_index.all? { |(block, width), place| set(block, width).equal?(kept.settings[place]) }
        end
        @store.keep_rows(table, kept).boxes
      end

      # @param contents [Array<Array(Manuscript::Paragraph, Float)>] what its cells hold, each with its width
      # @return [Array<RowBox>]
      def keep_rows(table, room, contents, boxes)
        settings = contents.map { |block, width| set(block, width) }
        rows = LineStore::Rows.new(room, look_of(table), contents, settings, boxes, styles_in(table, contents.map(&:first)))
        @store.keep_rows(table, rows).boxes
      end

      # @param heading [Manuscript::Paragraph] a run-in heading @param body [Manuscript::Paragraph] the one that goes on in its line
      # @return [RunIn]
      def set_run_in(heading, body, width, folios: nil, beside: nil)
        format = paragraph_format(body)
        mark = text_format(@cascade.mark(body))
        parts = [heading, body].map { |paragraph| [paragraph, paragraph.runs.map { |run| text_format(@cascade.run(paragraph, run)) }] }
        marks = [heading, body].flat_map(&:insets).filter_map { |inset| @note_labels[inset.ref] if inset.kind == :note }
        label = label_for(heading) || label_for(body)
        dividing = dividing(format, [heading, body])
        key = LineStore::Key.new(:run_in, width, format, mark, parts, marks, label, @tab, dividing, beside)
        @store.fetch(body, key, folios) do
          set = parts.map { |paragraph, texts| segments(paragraph, texts, width, folios, format, mark) }
          (head_text, head_segments), (text, segments) = set
          moved = segments.each { |segment| segment.start += head_text.length }
          lines = ParagraphLines.new(text: head_text + text, segments: joined(head_segments + moved), format: format, width: width,
            mark: mark, default_tab: @tab, label: label, dividing: dividing, words: @store.words, beside: beside)
          RunIn.new(lines, head_text.length)
        end
      end

      # @return [String] the number of a note
      def note_label(ref) = @note_labels.fetch(ref, "*")

      # @param table [Manuscript::Table]
      # @return [Hash{Symbol=>Integer}] what its style says of the room around the text of cells, EMU by side
      def table_margins(table)
        (@table_margins ||= {})[table.style] ||= look_of(table).map(&:cell_margins).reduce({}, :merge)
      end

      # @return [Array(KeptFlow, KeptFlow)] what a row of blocks came to in the layout before (nil where that is of no use), and one of
      #   this layout, to be filled
      def flows(blocks, width, after)
        before = @store.flow_of(blocks)
        before = nil unless before&.plain? && before.of?(blocks, width, after, @labels, @note_labels)
        [before, KeptFlow.new(blocks, width, after, @labels, @note_labels).tap { |flow| @store.keep_flow(flow) }]
      end

      # @return [Boolean] whether a block of a row that was there before comes out as it did
      def as_it_was?(block, width) = @store.as_it_was?(block, width)

      # @param table [Manuscript::Table]
      # @return [TableLook] what its cells look like
      def table_look(table)
        said = (@table_looks ||= {})[table.style] ||= TableLook.said(look_of(table))
        TableLook.new(table, said)
      end

      # @return [Boolean] whether its end is hidden: without text it then takes no room, unless something else hangs on it
      def hidden?(paragraph) = !paragraph.run_in && paragraph.carries.empty? && @cascade.mark(paragraph)[:hidden]

      # @return [ParagraphFormat] what the layout needs of its formatting
      def format(paragraph) = paragraph_format(paragraph)

      protected

      def keep_apart
        @store = LineStore.new(@store.fonts)
        @known = @known_small = @known_paragraphs = nil
      end

      private

      # @return [Dividing, nil] where hyphenation is on
      def dividing(format, paragraphs)
        return unless @settings.hyphenate && format.hyphenate

        offset = 0
        languages = paragraphs.flat_map { |paragraph| paragraph.runs.map { |run| [paragraph, run] } }.map do |paragraph, run|
          start = offset
          offset += run.text.length
          [start, Hyphenation.for(@cascade.run(paragraph, run)[:language] || @language)]
        end
        Dividing.new(languages: languages, most: @settings.hyphens_in_a_row, zone: @settings.hyphenation_zone / POINT,
          capitals: @settings.capitals_divided)
      end

      def paragraph_format(paragraph)
        formatting = @cascade.paragraph(paragraph)
        (@known_paragraphs ||= {}.compare_by_identity)[formatting] ||= @store.formats.paragraph(formatting, @settings)
      end

      # Formats of one Formatting object are looked up once a layout.
      def text_format(formatting, small: false)
        @known ||= {}.compare_by_identity
        @known_small ||= {}.compare_by_identity
        (small ? @known_small : @known)[formatting] ||= @store.formats.text(formatting, small: small)
      end

      def segments(paragraph, texts, width, folios, format, mark)
        text = +""
        segments = []
        paragraph.runs.each_with_index do |run, index|
          shown = (run.field && folios) ? worked_out(run, folios) : run.text
          shown = shown.tr("\f", Atoms::COLUMN_BREAK) if run.column_break
          shown = shown.tr("\t", Atoms::PLACED_TABS[run.tab_to]) if run.tab_to
          add_run(segments, paragraph, run, shown, text.length, texts[index], width - format.start - format.end)
          text << shown
        end
        segments << Segment.new(0, 0, mark) if segments.empty?
        [text.freeze, joined(segments)]
      end

      # What a field comes to; the number of a note stands before the words of its run.
      def worked_out(run, folios)
        shown = folios.fetch((run.field == :chapter) ? [:chapter, run.by] : run.field, run.text)
        (run.field == :own_number && folios.key?(run.field)) ? shown + run.text : shown
      end

      def add_run(segments, paragraph, run, shown, offset, format, room)
        small = format.small_capitals
        return add_text(segments, shown, offset, format) unless small || shown.include?(Manuscript::INSET_MARK) || shown.empty?

        insets = run.insets.each
        shown.scan(small ? /\u{FFFC}|\p{Ll}+|[^\p{Ll}\u{FFFC}]+/ : /\u{FFFC}|[^\u{FFFC}]+/) do |part|
          if part == Manuscript::INSET_MARK then segments << inset_segment(offset, insets.next, format, room)
          else
            lower = small && part.match?(/\A\p{Ll}/)
            add_text(segments, part, offset, lower ? text_format(@cascade.run(paragraph, run), small: true) : format)
          end
          offset += part.length
        end
      end

      # Characters that the face lacks are set in another that has them; the line keeps the height of the face that was asked for.
      def add_text(segments, part, offset, format)
        lacking = format.face.lacking(part)
        return segments << Segment.new(offset, part.length, format) if lacking.empty?

        part.each_char.chunk_while { |one, other| lacking.include?(one) == lacking.include?(other) }.each do |chars|
          in_face = ->(char) { @store.formats.with_char(format, char) }
          chars.slice_when { |one, other| !in_face[one].equal?(in_face[other]) }.each do |alike|
            segments << Segment.new(offset, alike.size, in_face[alike.first])
            offset += alike.size
          end
        end
      end

      def inset_segment(offset, inset, format, room)
        return note_segment(offset, inset, format) if inset.kind == :note
        return Segment.new(offset, 1, format, inset, "", 0.0, nil) if Floating.floats?(inset)
        tall = format.above + format.below
        return Segment.new(offset, 1, format, inset, Manuscript::INSET_MARK, format.size, tall) if inset.kind == :symbol

        width = inset.width ? inset.width / POINT : BOX_WIDTH
        height = inset.height ? inset.height / POINT : format.above + format.below
        scale = (width > room && room.positive?) ? room / width : 1.0
        Segment.new(offset, 1, format, inset, Manuscript::INSET_MARK, width * scale, height * scale)
      end

      # A note mark is a raised number, whether the file raises it by style or by hand.
      def note_segment(offset, inset, format)
        label = @note_labels.fetch(inset.ref, "*")
        small, rise = FormatTable::RAISED[:superscript]
        raised = format.rise.positive? ? format : format.with(size: format.size * small, rise: format.size * rise)
        Segment.new(offset, 1, raised, inset, label, raised.width(label), nil)
      end

      def joined(segments)
        segments.each_with_object([]) do |segment, list|
          last = list.last
          if last && last.inset.nil? && segment.inset.nil? && last.format.equal?(segment.format)
            last.length += segment.length
          else
            list << segment
          end
        end
      end

      # What of its style a table's rows depend on.
      # @return [Array<String>, nil] the styles that it rests on; nil where a number or a note stands in it
      def styles_in(table, blocks)
        return if blocks.any? { |block| @labels[block.id] || block.insets.any? }

        [table.style, *blocks.flat_map { |block| [block.style, block.mark_style, *block.runs.map(&:style)] }].compact.uniq
      end

      def look_of(table) = table.style ? @sheet.chain(table.style) : []

      def label_for(paragraph)
        text = @labels[paragraph.id] or return
        ref = @cascade.numbering(paragraph)
        level = @lists[ref.list].levels[ref.level]
        Label.new(text: text, format: label_format(@cascade.mark(paragraph), level), suffix: level.suffix)
      end

      # Most items of a list have the same.
      def label_format(mark, level)
        (@label_formats[mark] ||= {}.compare_by_identity)[level] ||= begin
          own = Cascade::Layer.new(kind: :direct, properties: level.label_properties.except(:font_family))
          @store.formats.text(mark.under(own))
        end
      end
    end
  end
end
