# frozen_string_literal: true

module Norvel
  module Changes
    # All tables of the body at once: the sheet's styles in their cells, header rows that repeat, borders and shading by their table style
    # and not by hand, no table wider than the text, and columns of numbers at the end of their column.
    class DressTables < Operation
      takes

      NUMBERS = "Table numbers"

      def carry_out(manuscript)
        tables = tables(manuscript)
        raise NothingToChange, "There is no table." if tables.empty?

        framed = dressed(manuscript, tables)
        roles = Roles.new(manuscript)
        styled = styled(framed, tables, roles)
        after = numbered(styled, tables, roles)
        raise NothingToChange, "The tables are in the sheet's styles already." if after == manuscript

        after
      end

      def told(before, after)
        was, now = [before, after].map { |manuscript| tables(manuscript) }
        pairs = was.zip(now)
        parts = {"get the sheet's styles" => pairs.count { |one, other|
          one.blocks.map { |block| look(block) } != other.blocks.map { |block| look(block) }
        },
                 "repeat their header row" => pairs.count { |one, other| one.rows.map(&:header) != other.rows.map(&:header) },
                 "have borders and shading by their style" => pairs.count { |one, other|
                   one.by_hand != other.by_hand || one.style != other.style
                 },
                 "fit the width of the text" => pairs.count { |one, other| one.columns != other.columns }}.select do |_, count|
                   count.positive?
                 end
        "Dressed #{counted(now.size, "table")}: #{parts.map { |what, count| "#{count} #{what}" }.join(", ")}."
      end

      def remarks(before, after)
        uneven = tables(after).select { |table| TableNumbers.columns(table).any? { |cells| TableNumbers.uneven?(cells) } }
        left = tables(after).select { |table| table.by_hand.include?(:borders) && table.style.nil? }
        [told_of(uneven, ["has", "have"], "numbers with unlike decimals: they stand at the end of their column, not at the decimal sign."),
          told_of(left, ["keeps its", "keep their"], "borders by hand: the sheet has no table style.")].compact
      end

      private

      def told_of(tables, (one, many), what)
        remark(tables.map { |table| first_of(table) }, "1 table #{one} #{what}", "%d tables #{many} #{what}")
      end

      def tables(manuscript) = manuscript.blocks.grep(Manuscript::Table)

      def first_of(table) = table.blocks.grep(Manuscript::Paragraph).first

      def look(block)
        block.is_a?(Manuscript::Paragraph) ? [block.style, block.properties, block.runs.map { |run| [run.style, run.properties] }] : nil
      end

      # The frame, the rows that repeat, the widths.
      def dressed(manuscript, tables)
        roles = Roles.new(manuscript)
        style = tables.filter_map(&:style).tally.max_by(&:last)&.first ||
          manuscript.sheet.of_kind(:table).find { |one| !one.hidden && one.conditions.any? }&.id
        changed = tables.to_h { |table| [table.id, framed(table, style, roles, room(manuscript, table))] }
        manuscript.with(blocks: manuscript.blocks.map { |block| changed.fetch(block.id, block) })
      end

      def framed(table, style, roles, room)
        wanted = table.style || style
        head = table.rows.first.cells.flat_map { |cell| cell.blocks.grep(Manuscript::Paragraph) }
        heads = table.rows.size > 1 && head.any? && head.reject(&:blank?).all? { |paragraph| roles.of(paragraph.id).name == :table_heading }
        rows = heads ? [table.rows.first.with(header: true), *table.rows.drop(1)] : table.rows
        table.with(rows: rows, style: wanted, columns: fitted(table, room)).bared(wanted ? %i[borders shading] : [:shading])
      end

      # @return [Integer] EMU that the text is wide where the table stands
      def room(manuscript, table) = manuscript.sections[manuscript.section_indexes[manuscript.index_of(first_of(table).id)]].page.text_width

      def fitted(table, room)
        wide = table.columns.sum + table.indent
        (wide > room && table.columns.any?) ? table.columns.map { |width|
          width * (room - table.indent) / table.columns.sum
        } : table.columns
      end

      # Text and heading style in the cells, where the sheet has them.
      def styled(manuscript, tables, roles)
        cells = tables.flat_map { |table| table.blocks.grep(Manuscript::Paragraph) }
        slots = KeptSheet.roles_of(manuscript, roles).reject { |id, _| numbers_name?(manuscript.sheet[id]) }.invert
        given = {table_text: slots[:table_text], table_heading: slots[:table_heading] || slots[:table_text]}
          .compact.reduce(manuscript) do |now, (role, style)|
          ids = cells.select { |paragraph|
            roles.of(paragraph.id).name == role && paragraph.style != style && !numbers_style?(now, paragraph, style)
          }.map(&:id)
          ids.empty? ? now : ApplyStyle.new("style" => style, "paragraphs" => ids).carry_out(now)
        end
        RemoveDirectFormatting.new("paragraphs" => cells.map(&:id)).carry_out(given)
      end

      def numbers_style?(manuscript, paragraph, style)
        manuscript.sheet[paragraph.style].then { |own| own.parent == style && numbers_name?(own) }
      end

      def numbers_name?(style) = style.name.start_with?(NUMBERS)

      # Columns of numbers have a style of their own under that of the cells, so that nothing is set by hand.
      def numbered(manuscript, tables, roles)
        columns = tables.flat_map { |table| TableNumbers.columns(table) }
        paragraphs = columns.flatten(1).flat_map { |cell| cell.blocks.grep(Manuscript::Paragraph) }
        cells = paragraphs.select { |paragraph| TableNumbers.number?(paragraph.text) && roles.of(paragraph.id).name == :table_text }
        cells.group_by { |paragraph| manuscript.paragraph(paragraph.id).style }.reduce(manuscript) do |now, (style, same)|
          at_end(now, style, same)
        end
      end

      def at_end(now, style, paragraphs)
        return now if numbers_name?(now.sheet[style]) || Cascade.new(now).style(style)[:align] == :end

        known = now.sheet.of_kind(:paragraph).find { |other| numbers_name?(other) && other.parent == style }
        made = known || StyleSheet::Style.new(id: now.sheet.free_id(NUMBERS), name: name_for(now.sheet),
          parent: style, properties: {align: :end}, from_file: false)
        now.with(sheet: now.sheet.with_style(made)).with_paragraphs(paragraphs.to_h { |paragraph|
          [paragraph.id, now.paragraph(paragraph.id).with(style: made.id)]
        })
      end

      def name_for(sheet) =
        [NUMBERS, *(2..99).map { |number| "#{NUMBERS} #{number}" }].find do |name|
          sheet.styles.each_value.none? { |style| style.name.casecmp?(name) }
        end
    end
  end
end
