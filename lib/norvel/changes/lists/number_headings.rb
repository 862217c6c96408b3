# frozen_string_literal: true

module Norvel
  module Changes
    # Numbers the headings through their styles ("scheme": a name of SCHEMES, or "none"; "prefix" stands before the first
    # level's number). What was numbered by hand on single headings goes.
    class NumberHeadings < ListChange
      takes scheme: :words, prefix: :words

      SCHEMES = {
        "1, 1.1, 1.1.1" => [%w[decimal %1], %w[decimal %1.%2], %w[decimal %1.%2.%3], %w[decimal %1.%2.%3.%4]],
        "1., 1.1., 1.1.1." => [%w[decimal %1.], %w[decimal %1.%2.], %w[decimal %1.%2.%3.], %w[decimal %1.%2.%3.%4.]],
        "I., A., 1." => [%w[upper_roman %1.], %w[upper_letter %2.], %w[decimal %3.], %w[lower_letter %4.]],
        "A, A.1, A.1.1" => [%w[upper_letter %1], %w[decimal %1.%2], %w[decimal %1.%2.%3], %w[decimal %1.%2.%3.%4]]
      }.freeze

      # @return [Manuscript::List, nil] the list that numbers the heading of level 1 now
      def self.current(manuscript)
        numbered = (1..6).filter_map { |level| manuscript.sheet.heading(level)&.properties&.[](:numbering) }.first
        manuscript.lists[numbered&.list]
      end

      def carry_out(manuscript)
        styles = (1..4).to_h { |level| [level - 1, manuscript.sheet.heading(level)] }.compact
        raise ChangeRefused, "There is no heading style to number; give headings a style first." if styles.empty?

        bare = unnumbered(manuscript)
        return bare if parameters["scheme"] == "none"

        numbered(bare, styles)
      end

      def sentence(_manuscript)
        (parameters["scheme"] == "none") ? "Took the numbering off the headings." :
        "Numbered the headings #{parameters["scheme"]}#{", the first level as “#{prefix} 1”" unless prefix.empty?}."
      end

      private

      def prefix = parameters["prefix"].to_s.strip

      def scheme = SCHEMES.fetch(parameters["scheme"]) { raise ChangeRefused, "There is no numbering called “#{parameters["scheme"]}”." }

      def unnumbered(manuscript)
        sheet = manuscript.sheet
        heads = sheet.of_kind(:paragraph).select { |style| sheet.level_of(style) }
        bare = heads.select { |style| style.properties.key?(:numbering) }.to_h do |style|
          [style.id, style.with(properties: style.properties.except(:numbering))]
        end
        direct = manuscript.paragraphs.select do |paragraph|
          heads.any? { |style| style.id == paragraph.style } && paragraph.properties[:numbering]&.list
        end
        lists = manuscript.lists.transform_values do |list|
          list.with(levels: list.levels.transform_values { |level| bare.key?(level.style) ? level.with(style: nil) : level })
        end
        manuscript.with(sheet: sheet.with_styles(bare), lists: (lists == manuscript.lists) ? manuscript.lists : lists)
          .with_paragraphs(direct.to_h { |paragraph| [paragraph.id, paragraph.with(properties: paragraph.properties.except(:numbering))] })
      end

      def numbered(manuscript, styles)
        current = self.class.current(manuscript)
        id = current&.id || manuscript.free_list_id
        levels = scheme.each_with_index.to_h do |(format, text), index|
          text = "#{prefix} #{text}" if index.zero? && !prefix.empty?
          [index, Manuscript::ListLevel.new(format: format, text: label_text(text, index), suffix: :space, style: styles[index]&.id)]
        end
        list = Manuscript::List.new(id: id, levels: levels, counter: Manuscript::List.new_counter(id))
        with_ties(manuscript.with(lists: manuscript.lists.merge(id => list)), list, levels, reach: true)
      end
    end
  end
end
