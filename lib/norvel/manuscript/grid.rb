# frozen_string_literal: true

module Norvel
  class Manuscript
    # In what steps lengths stand in the format that a manuscript is of. What is set is put on the nearest step when it is set, so that
    # what is laid out here is what the file will say: 3.5 cm is 99.2126 pt, and in whole twips 99.2 pt, which can end a line elsewhere.
    #
    # `step` is that of every length, EMU; nil: any length can be said. `own` are the steps of properties that have another, `factors` how
    # many parts a line has where spacing is said in lines, `edges` the step of the width of a border and `apart` that of its distance.
    Grid = Value.define(step: nil, own: {}, factors: nil, edges: nil, apart: nil) do
      # @param emu [Integer, nil] @param step [Numeric] EMU
      # @return [Integer, nil]
      def length(emu, step = self.step) = (step && emu) ? ((Rational(emu) / step).round * step).round : emu

      # @param values [Hash{Symbol=>Object}] by property @param had [Array<Hash>] sets that stood there, whose values stay as they were
      # @return [Hash{Symbol=>Object}] itself where all of them are on it
      def set(values, had = [])
        moved = values.filter_map do |name, value|
          on = value(Properties[name], value)
          [name, on] unless on == value || had.any? { |was| was[name] == value }
        end
        moved.empty? ? values : values.merge(moved.to_h)
      end

      # @param after [Manuscript] @param since [Manuscript] what it was made of
      # @return [Manuscript] with what is new in it on the grid, sharing everything else
      def settle(after, since:)
        return after if step.nil? || since.equal?(after)

        settled = paragraphs(after, since)
        settled.with(sheet: sheet(settled.sheet, since.sheet), lists: lists(settled.lists, since.lists),
          sections: sections(settled.sections, since.sections), blocks: tables(settled.blocks, since.blocks))
      end

      # @return [Manuscript] with everything in it on the grid
      def whole(manuscript)
        nothing = {blocks: [], notes: {}, sections: [], lists: {}, sheet: manuscript.sheet.with(styles: {}, defaults: {})}
        settle(manuscript, since: manuscript.with(**nothing))
      end

      private

      def value(property, value)
        return value if value.nil?

        case property.kind
        when :length then length(value, own.fetch(property.name, step))
        when :line_spacing then value.with(value: value.multiple? ? factor(value.value) : length(value.value))
        when :tabs then value.map { |stop| stop.with(position: length(stop.position)) }
        when :borders
          value.transform_values { |line| line.merge(width: length(line[:width], edges), space: length(line[:space], apart)) }
        else value
        end
      end

      def factor(lines) = (factors && lines) ? (lines * factors).round.to_f / factors : lines

      def paragraphs(after, since)
        return after if STORIES.all? { |name| after.public_send(name).equal?(since.public_send(name)) }

        after.with_paragraphs((after.paragraphs + after.note_paragraphs + after.margin_paragraphs).filter_map { |now|
          was = since.paragraph(now.id)
          next if now.equal?(was)

          on = paragraph(now, was)
          [now.id, on] unless on.equal?(now)
        }.to_h)
      end

      def paragraph(now, was)
        words = was ? was.runs.map(&:properties) : []
        runs = now.runs.map { |run| run.with(properties: set(run.properties, words)) }
        on = now.with(properties: set(now.properties, [was&.properties].compact),
          mark_properties: set(now.mark_properties, [was&.mark_properties].compact))
        (runs.each_with_index.all? { |run, index| run.equal?(now.runs[index]) }) ? on : on.with(runs: runs)
      end

      def sheet(now, was)
        return now if now.equal?(was)

        styles = now.styles.each_value.filter_map do |style|
          before = was[style.id]
          next if style.equal?(before)

          on = style.with(properties: set(style.properties, [before&.properties].compact),
            conditions: shared(style.conditions) { |part, values| set(values, [before&.conditions&.fetch(part, nil)].compact) })
          [style.id, on] unless on.equal?(style)
        end
        defaults = set(now.defaults, [was.defaults])
        (styles.empty? && defaults.equal?(now.defaults)) ? now : now.with(styles: now.styles.merge(styles.to_h), defaults: defaults)
      end

      def lists(now, was)
        return now if now.equal?(was)

        shared(now) do |id, list|
          next list if list.equal?(was[id])

          list.with(levels: shared(list.levels) do |index, level|
            had = [was[id]&.levels&.fetch(index, nil)].compact
            level.with(properties: set(level.properties, had.map(&:properties)),
              label_properties: set(level.label_properties, had.map(&:label_properties)))
          end)
        end
      end

      def sections(now, was)
        return now if now.equal?(was)

        mapped(now) { |section| (was.any? { |one| one.equal?(section) }) ? section : section(section, was) }
      end

      # What a part took over from others as it stands in the file is left.
      def section(section, was)
        pages = was.map(&:page)
        stood = pages.flat_map { |page| [page.width, page.height, *page.margin.values] } + was.map(&:column_gap)
        on = ->(emu) { stood.include?(emu) ? emu : length(emu) }
        page = section.page
        section.with(column_gap: on[section.column_gap],
          page: page.with(width: on[page.width], height: on[page.height], margin: shared(page.margin) { |_, emu| on[emu] }))
      end

      def tables(now, was)
        return now if now.equal?(was)

        stood = was.grep(Table)
        mapped(now) do |block|
          next block if !block.is_a?(Table) || stood.any? { |one| one.equal?(block) }

          columns = stood.find { |one| one.id == block.id }&.columns
          (columns == block.columns) ? block : block.with(columns: widths(block.columns))
        end
      end

      # The lines between columns are put on it, so that together they are as wide as they were.
      def widths(columns)
        lines = columns.each_with_object([0]) { |width, sums| sums << (sums.last + width) }
        lines.map { |line| length(line) }.each_cons(2).map { |from, to| to - from }
      end

      def shared(hash)
        made = hash.to_h { |key, value| [key, yield(key, value)] }
        (made.all? { |key, value| value.equal?(hash[key]) }) ? hash : made
      end

      def mapped(list, &block)
        made = list.map(&block)
        (made.zip(list).all? { |one, other| one.equal?(other) }) ? list : made
      end
    end
  end
end
