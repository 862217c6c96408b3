# frozen_string_literal: true

module Norvel
  module Report
    # A report as a manuscript of its own, so that it is laid out and made into a PDF like any: paragraphs in a few styles, tables with fine
    # lines, folios at the foot.
    #
    #   sheets = Sheets.new("Thesis, held against …")
    #   sheets.add(:head, "Rule by rule")
    #   sheets.table([["Page", "Place"], …], [2, 12])
    #   sheets.pdf
    class Sheets
      EMU = 12_700
      MM = 36_000
      RED, GREY, LINE = "#b3261e", "#5a625f", "#cfc5ac"
      PAGE = {top: 20 * MM, bottom: 20 * MM, start: 20 * MM, end: 20 * MM, gutter: 0, header: 10 * MM, footer: 10 * MM}.freeze
      WIDTH = 170 # mm between the margins
      SERIF = "EB Garamond"

      STYLES = {
        text: {size: 10 * EMU, font_family: "Carlito", color: "#1f2a2c", space_after: 3 * EMU, orphans: 2, widows: 2},
        title: {font_family: SERIF, italic: true, size: 24 * EMU, space_after: 4 * EMU},
        head: {font_family: SERIF, italic: true, size: 15 * EMU, space_before: 16 * EMU, space_after: 4 * EMU, keep_next: true,
               outline_level: 1},
        rule: {font_family: SERIF, italic: true, size: 12 * EMU, space_before: 10 * EMU, space_after: 2 * EMU, keep_next: true,
               outline_level: 2},
        cause: {space_before: 4 * EMU, keep_next: true},
        note: {color: GREY, size: 9 * EMU},
        cell: {size: 9 * EMU, space_after: 0},
        foot: {size: 9 * EMU, align: :center, space_after: 0}
      }.freeze

      # @param title [String] what the file says of itself
      def initialize(title)
        @title = title
        @blocks = []
        @ids = 0
      end

      # @param style [Symbol] of STYLES @param pieces [Array<String, Array(String, Hash)>] words, or words with formatting
      # @return [void]
      def add(style, *pieces, **set) = @blocks << paragraph(style, pieces, **set)

      # @param rows [Array<Array<String>>] the first is the head @param widths [Array<Integer>] mm
      # @return [void]
      def table(rows, widths)
        first = @ids + 1
        made = rows.each_with_index.map do |row, index|
          cells = row.map do |cell|
            Manuscript::Cell.new(blocks: [paragraph(:cell, [index.zero? ? [cell.to_s, {color: GREY}] : cell.to_s], in_table: true)])
          end
          Manuscript::Row.new(header: index.zero?, splits: false, cells: cells)
        end
        fine = {style: "single", width: 6_350, color: LINE, space: 0}
        @blocks << Manuscript::Table.new(id: "t#{first}", rows: made, columns: widths.map { |width| width * MM }, cell_margin: 40_000,
          margins: {top: 2 * EMU, bottom: 2 * EMU}, edges: {inside_h: fine, bottom: fine}, style_parts: [])
        @blocks << paragraph(:note, [])
      end

      # @return [Manuscript]
      def manuscript
        foot = Manuscript::Paragraph.new(id: @ids + 1, style: "foot", runs: [Manuscript::Run.new(text: "1", field: :page)])
        section = Manuscript::Section.new(page: Manuscript::PageDesign.new(margin: PAGE), footers: {default: [foot]})
        Manuscript.new(blocks: @blocks, sheet: sheet, sections: [section], info: Manuscript::Info.new(title: @title, language: "en"))
      end

      # @return [String] bytes
      def pdf(date: Time.now) = Formats.make(Layout.new(manuscript), as: "pdf", name: @title, date: date)

      private

      def sheet
        styles = STYLES.to_h do |id, set|
          [id.to_s, StyleSheet::Style.new(id: id.to_s, name: id.to_s, parent: ((id == :text) ? nil : "text"), properties: set)]
        end
        StyleSheet.new(styles: styles, default_id: "text", defaults: {})
      end

      def paragraph(style, pieces, in_table: false, **set)
        runs = pieces.map do |words, own|
          Manuscript::Run.new(text: Manuscript::PlainText.clean(words.to_s).tr("\n", " "), properties: own || {})
        end
        Manuscript::Paragraph.new(id: @ids += 1, style: style.to_s, runs: runs, in_table: in_table, properties: set)
      end
    end
  end
end
