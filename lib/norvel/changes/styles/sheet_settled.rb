# frozen_string_literal: true

module Norvel
  module Changes
    # What has to follow when another sheet has come in: nobody loses a number or bullet, character styles that are linked say what their
    # paragraph styles say, table styles do not show through those of a table's text, headers and footers keep their
    # stops, and no style says what its parent says already.
    class SheetSettled
      IN_TABLES = %i[table_text table_heading].freeze

      # @param before [Manuscript] @param after [Manuscript] with the other sheet
      # @param slots [Hash{String=>Symbol}] what the styles that came are for, by their ids here
      def initialize(before, after, slots)
        @before = before
        @after = after
        @slots = slots
      end

      # @return [Manuscript]
      def manuscript
        @after = with_styles(numbered_headings).then { |now| now.with(lists: bare_levels(now)) }
        @after = with_styles(against_table_styles)
        @after = with_styles(with_stops)
        @after = with_styles(lean) if @slots.value?(:base)
        @after = with_styles(twins)
        @after.with_paragraphs(numbered_paragraphs)
      end

      private

      def sheet = @after.sheet

      def with_styles(changed) = changed.empty? ? @after : @after.with(sheet: sheet.with_styles(changed))

      # Headings whose style numbered them are numbered by it still.
      def numbered_headings
        @headings ||= lost_numbers.select { |id, _| sheet.level_of(sheet[id]) }.then do |refs|
          NumberedStyles.with(sheet, refs).styles.reject { |id, style| sheet[id].equal?(style) }
        end
      end

      # Styles that brought a number and do so no more, of lists that anything was in: nobody gains a number that nobody had.
      # @return [Hash{String=>Properties::NumberRef}]
      def lost_numbers
        @lost ||= sheet.of_kind(:paragraph).filter_map do |style|
          (ref = number(@before.sheet, style.id)) && number(sheet, style.id).nil? && [style.id, ref]
        end
          .select { |_, ref| lists_in_use.include?(ref.list) }.to_h
      end

      def lists_in_use
        @in_use ||= begin
          cascade = Cascade.new(@before)
          (@before.paragraphs + @before.note_paragraphs).filter_map { |paragraph| cascade.numbering(paragraph)&.list }.to_set
        end
      end

      def number(sheet, id)
        sheet.saying(id, :numbering)&.properties&.[](:numbering)&.then { |ref| ref if ref.list && @before.lists.key?(ref.list) }
      end

      # The indents of such a heading are its style's.
      def bare_levels(now)
        tied = numbered_headings.transform_values { |style| style.properties[:numbering] }.select { |_, ref| ref.list }
        places = tied.map { |id, ref| [ref.list, now.lists[ref.list].level_for_style(id, ref.level)] }
        now.lists.to_h do |id, list|
          [id, list.with(levels: list.levels.to_h { |index, level| [index, places.include?([id, index]) ? bare(level) : level] })]
        end
      end

      def bare(level) = level.with(properties: level.properties.except(:indent_start, :indent_first, :tabs))

      # A table's style is farther away than a paragraph's, but what that leaves unsaid it says.
      def against_table_styles
        said = @after.tables.map(&:style).uniq.flat_map { |id| sheet.chain(id) }.flat_map { |style|
          [style.properties, *style.conditions.values].flat_map(&:keys)
        }.uniq
        plain = Properties::DEFAULTS.slice(*said).compact.reject { |name, _| Properties[name].toggle }
        @slots.select { |_, slot| IN_TABLES.include?(slot) }.keys.sort_by { |id| sheet.chain(id).size }.reduce({}) do |changed, id|
          now = sheet.with_styles(changed)
          changed.merge(id => now[id].with(properties: plain.reject { |name, _| now.saying(id, name) }.merge(now[id].properties)))
        end
      end

      IN_MARGINS = %i[header footer].freeze
      NEAR = 72_000 # EMU: 2 mm

      # What stands in the middle and at the end of headers and footers stands there still, where the sheet that came says nothing of stops.
      def with_stops
        @slots.select { |id, slot| IN_MARGINS.include?(slot) && sheet.saying(id, :tabs).nil? }.keys.filter_map do |id|
          stops = @before.sheet.saying(id, :tabs)&.properties&.[](:tabs) or next
          [id, sheet[id].with(properties: sheet[id].properties.merge(tabs: fitted(stops)))]
        end.to_h
      end

      # Stops in the middle and at the end of the line that was are those of the line that is.
      def fitted(stops)
        middle, last = stops.last(2)
        unless middle && last && middle.align == :center && last.align == :end && (middle.position * 2 - last.position).abs < NEAR
          return stops
        end

        width = @after.sections.first.page.text_width
        stops[0..-3] + [middle.with(position: width / 2), last.with(position: width)]
      end

      # Those that were here already and rest on one that came.
      def lean
        sheet.of_kind(:paragraph).reject { |style| @slots.key?(style.id) || sheet.chain(style.id).none? { |over| @slots.key?(over.id) } }
          .filter_map do |style|
          own = style.properties.reject do |name, value|
            !Properties[name].piecewise? && (over = sheet.saying(style.parent, name)) && over.properties[name] == value
          end
          [style.id, style.with(properties: own)] unless own.size == style.properties.size
        end.to_h
      end

      # ISO/IEC 29500-1 §17.7.4.6.
      def twins
        @slots.keys.filter_map do |id|
          twin = sheet[sheet[id].linked]
          [twin.id, twin.with(properties: sheet[id].properties.select { |name, _| Properties[name].text? })] if twin && twin.linked == id
        end.to_h
      end

      def numbered_paragraphs
        gone = lost_numbers.keys - numbered_headings.keys
        return {} if gone.empty?

        cascade = Cascade.new(@before)
        (@after.paragraphs + @after.note_paragraphs).select do |paragraph|
          gone.include?(paragraph.style) && !paragraph.properties.key?(:numbering)
        end
          .to_h do |paragraph|
            [paragraph.id, paragraph.with(properties: paragraph.properties.merge(numbering: cascade.numbering(paragraph)))]
          end
      end
    end
  end
end
