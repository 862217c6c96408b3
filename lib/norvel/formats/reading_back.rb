# frozen_string_literal: true

module Norvel
  module Formats
    # Holds a manuscript against what was delivered and read again, value by value as its format spells them. Numbers of paragraphs and runs
    # are the file's own matter.
    class ReadingBack
      MOST = 20 # differences that are named

      # @param wanted [Manuscript] @param found [Manuscript] read from the file
      # @param spelled [#set, #length, #settings] what the format makes of values by property, of a length, and the settings that it writes
      def initialize(wanted, found, spelled)
        @wanted = wanted
        @found = found
        @spelled = spelled
        @differences = []
      end

      # @return [Array<String>] one for each place that differs, empty where the file says what the manuscript says
      def differences
        stories
        by_key("style", @wanted.sheet.styles, @found.sheet.styles) { |style| style_values(style) }
        by_key("list", @wanted.lists, @found.lists) { |list| list_values(list) }
        compare("the document defaults", @spelled.set(@wanted.sheet.defaults), @spelled.set(@found.sheet.defaults))
        compare("the settings", *[@wanted, @found].map { |one| settings_values(one.settings) })
        compare("what the file says of itself", *[@wanted, @found].map { |one| one.info.to_h.except(:language) })
        persons
        compare("the lists of contents", *[@wanted, @found].map { |one| contents_values(one) })
        @differences
      end

      private

      # What was taken out is not there; what went with an accepted revision need not be.
      def persons
        wanted, found = [@wanted, @found].map { |one| one.traces.map { |trace| [trace.kind, trace.said] } }
        (found - wanted).each { |kind, said| differs("the file still tells of persons: #{kind.to_s.tr("_", " ")} #{said}") }
      end

      def contents_values(manuscript)
        manuscript.contents.filter_map do |list|
          ends = [list.first, list.last].map { |id| manuscript.index_of(id) }
          [*ends, list.code] if ends.all?
        end.sort
      end

      # Those that are written; the others stay as the file has them.
      def settings_values(settings)
        settings.to_h.slice(*@spelled.settings).merge(tab: @spelled.length(settings.tab))
      end

      def stories
        compare_blocks("", @wanted.blocks, @found.blocks)
        by_key("note", @wanted.notes, @found.notes) { |blocks| blocks_values(blocks) }
        # Ledgers before version 0.3 know no separator.
        by_key("", *[@wanted, @found].map { |one| one.asides.except(Manuscript::NOTE_SEPARATOR) }) { |blocks| blocks_values(blocks) }
        return differs("#{@wanted.sections.size} sections are #{@found.sections.size}") unless @wanted.sections.size == @found.sections.size

        @wanted.sections.zip(@found.sections).each_with_index do |(one, other), index|
          compare("section #{index + 1}", section_values(one, @wanted), section_values(other, @found))
        end
      end

      def compare_blocks(where, wanted, found)
        old, new = [wanted, found].map { |blocks| Manuscript.paragraphs_of([blocks]) }
        return differs("#{old.size} paragraphs are #{new.size}") unless old.size == new.size

        old.zip(new).each_with_index do |(one, other), index|
          compare("#{where}paragraph #{index + 1}", paragraph_values(one), paragraph_values(other))
        end
        compare("#{where}tables", *[wanted, found].map { |blocks| tables_values(blocks) })
      end

      def by_key(what, wanted, found)
        (wanted.keys | found.keys).each do |key|
          compare("#{what} #{key}".strip, *[wanted[key], found[key]].map { |one| one && yield(one) })
        end
      end

      def compare(where, one, other)
        return if one == other || @differences.size >= MOST
        return compare_members(where, one, other) if [one, other].all?(Hash)
        return compare_rows(where, one, other) if [one, other].all?(Array) && one.size == other.size

        differs("#{where}: #{named(one)} is #{named(other)}")
      end

      def compare_members(where, one, other)
        (one.keys | other.keys).each { |name| compare("#{where}, #{name.to_s.tr("_", " ")}", one[name], other[name]) }
      end

      def compare_rows(where, one, other)
        one.zip(other).each_with_index { |(was, now), index| compare("#{where} #{index + 1}", was, now) }
      end

      def differs(sentence) = @differences << sentence

      def named(value) = value.nil? ? "nothing" : value.inspect[0, 60]

      def blocks_values(blocks) = Manuscript.paragraphs_of([blocks]).map { |paragraph| paragraph_values(paragraph) }

      def paragraph_values(paragraph)
        {style: paragraph.style, formatting: @spelled.set(paragraph.properties), run_in: paragraph.run_in,
         mark: [paragraph.mark_style, @spelled.set(paragraph.mark_properties)], in_table: paragraph.in_table,
         ends_section: paragraph.ends_section?, spans: spans(paragraph)}
      end

      # Stretches of one formatting, neighbours joined.
      def spans(paragraph)
        paragraph.runs.each_with_object([]) do |run, joined|
          style, values, field = run.equation? ? [nil, {}, nil] : [run.style, @spelled.set(run.properties), run.field]
          facts = [style, values, run.link || false, field]
          insets = run.insets.map { |inset| inset.to_h.except(:ref, :box, :anchor, :decorative) }
          next if run.text.empty? && run.field.nil?

          text = %i[page pages].include?(run.field) ? "" : run.text # which the layout works out
          (joined.last && joined.last[0] == facts) ? joined.last[1] += text : joined << [facts, text.dup, []]
          joined.last[2] += insets
        end
      end

      def tables_values(blocks) = blocks.flat_map { |block| Manuscript.tables_in(block) }.map { |table| table_values(table) }

      def table_values(table)
        rows = table.rows.map { |row| [row.header, row.height, row.cells.map { |cell| [cell.span, cell.continued, cell.blocks.size] }] }
        [table.columns.map { |width| @spelled.length(width) }, table.style, table.style_parts, table.indent, table.by_hand, rows]
      end

      def section_values(section, manuscript)
        page = section.page
        {paper: [page.width, page.height].map { |side| @spelled.length(side) },
         margins: page.margin.transform_values { |edge| @spelled.length(edge) }, begins: section.begins, folio: section.folio.to_h,
         columns: section.columns, first_differs: section.first_differs, ends_with: section.last && manuscript.index_of(section.last),
         headers: margins(section.headers), footers: margins(section.footers)}
      end

      def margins(stories) = stories.reject { |_, blocks| no_words?(blocks) }.transform_values { |blocks| blocks_values(blocks) }

      # An empty header is none.
      def no_words?(blocks)
        blocks.empty? || (blocks.one? && blocks.first.is_a?(Manuscript::Paragraph) && blocks.first.runs.empty?)
      end

      def style_values(style)
        {name: style.name, kind: style.kind, parent: style.parent, next_style: style.next_style, linked: style.linked,
         standard: style.standard, formatting: @spelled.set(style.properties), conditions: style.conditions}
      end

      def list_values(list) = {starts: list.starts, levels: list.levels.transform_values { |level| level_values(level) }}

      def level_values(level)
        level.to_h.merge(properties: @spelled.set(level.properties), label_properties: @spelled.set(level.label_properties))
      end
    end
  end
end
