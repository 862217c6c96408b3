# frozen_string_literal: true

module Norvel
  module Report
    # The page design of each section, as `survey --json` says it.
    class PageDesigns
      KINDS = %i[default first even].freeze

      # @param layout [Layout]
      def initialize(layout)
        @layout = layout
        @manuscript = layout.manuscript
      end

      # @return [Array<Hash>] of plain JSON values, one a section
      def to_a
        first = @manuscript.section_indexes.each_with_index.each_with_object({}) { |(section, index), found| found[section] ||= index }
        @manuscript.sections.each_with_index.map { |section, index| entry(section, index, first[index]) }
      end

      private

      def entry(section, index, first)
        page = section.page
        {paper: page.paper.delete_suffix(" landscape"), width_pt: rounded(page.width), height_pt: rounded(page.height),
         margin_pt: %i[top bottom start end gutter].to_h { |edge| [edge, Lengths.points(page.margin[edge])] },
         folio: section.folio_printed? ? {format: section.folio.format.to_s, start: section.folio.start} : nil, first_paragraph: first,
         begins: section.begins.to_s, columns: section.columns, mirrored: @manuscript.settings.mirrored,
         orientation: (page.width > page.height) ? "landscape" : "portrait",
         headers: stories(section, section.headers, index), footers: stories(section, section.footers, index)}
      end

      def rounded(emu) = (emu / 12_700.0).round(1)

      # @return [Hash{Symbol=>String, nil}] the text of each kind that is in use, its fields as on the first page that has them
      def stories(section, stories, index)
        KINDS.to_h { |kind| [kind, (stories[kind] && used?(section, kind)) ? text(stories[kind], page_with(kind, section, index)) : nil] }
      end

      def used?(section, kind) = {default: true, first: section.first_differs, even: @manuscript.settings.even_differs}.fetch(kind)

      def page_with(kind, section, index)
        own = @layout.pages.select { |page| page.part == index && !page.blank }
        even_differs = @manuscript.settings.even_differs
        own.find { |page| section.margin_kind(number: page.number, first: page.first, even_differs: even_differs) == kind } || own.first
      end

      def text(blocks, page)
        @heads ||= Layout::RunningHeads.new(@manuscript, @layout.pages)
        fields = page ? @heads.on(page, Layout::RunningHeads.styles(blocks)) : {}
        said = ->(run) { fields[(run.field == :chapter) ? [:chapter, run.by] : run.field] || run.text }
        Manuscript.paragraphs_of([blocks]).map { |paragraph| paragraph.runs.map(&said).join }.join("\n")
      end
    end
  end
end
