# frozen_string_literal: true

module Norvel
  class Layout
    # What of a manuscript no page shows truly, with its places, once the pages are there. What gave way while they were filled, the
    # PageBuilder says itself.
    class Approximations
      # @param layout [Layout] with its pages @param store [LineStore]
      def initialize(layout, store)
        @layout = layout
        @manuscript = layout.manuscript
        @store = store
      end

      # @return [Array<Approximation>]
      def to_a
        said = [unshown, nowhere_to_be_had, cut_off, of_paragraphs, scripts_beside, from_right_to_left, beside_nothing, in_figures].sum([])
        said + tables.flat_map { |table| in_table(table) }
      end

      private

      # What the file asks for beyond what is laid out, with the first page of each paragraph that it is asked for.
      def unshown
        return [] if @manuscript.unshown.empty?

        by_hand, by_style = @manuscript.unshown.partition(&:paragraph)
        here = by_hand.filter_map { |one| (paragraph = @manuscript.paragraph(one.paragraph)) && first_at(paragraph, one.sort) }
        here + by_style.flat_map { |one| in_style(one) }
      end

      # Of a note, a header or a footer the first page that it stands on.
      def first_at(paragraph, sort)
        at(:object, paragraph, sort: sort) if @layout.page_of(paragraph.id)
      end

      # The paragraphs, or words, whose style says it, itself or from above.
      def in_style(said)
        under = Set[said.style, *@manuscript.sheet.ancestry.under(said.style).keys]
        found = @manuscript.paragraphs.select do |paragraph|
          under.include?(paragraph.style) || paragraph.runs.any? { |run| run.style && under.include?(run.style) }
        end
        found.reject(&:blank?).map { |paragraph| at(:object, paragraph, sort: said.sort) }
      end

      def at(kind, paragraph, sort: nil) =
        Approximation.new(kind: kind, page: @layout.page_of(paragraph.id), paragraph: paragraph.id, sort: sort)

      def of_paragraphs
        @manuscript.more_than_plain.each_with_object([]) do |paragraph, found|
          kinds(paragraph).each { |kind, sort| found << at(kind, paragraph, sort: sort) }
        end
      end

      # In notes, headers and footers.
      def scripts_beside
        (@manuscript.note_paragraphs + @manuscript.margin_paragraphs).filter_map do |paragraph|
          script = @store.script(paragraph)
          at(script, paragraph) if script && @layout.page_of(paragraph.id)
        end
      end

      def from_right_to_left
        ids = @layout.parts_apart.filter_map { |_, placed| placed.paragraph.id if placed.setting.format.right_to_left }.uniq
        ids.filter_map { |id| (paragraph = @manuscript.paragraph(id)) && @manuscript.index_of(id) && at(:right_to_left, paragraph) }
      end

      def kinds(paragraph)
        found = paragraph.insets.filter_map { |inset| of_inset(inset, paragraph) }
        if paragraph.carries.include?(:frame) && !DropCap.before?(paragraph, @manuscript.paragraphs[@manuscript.index_of(paragraph.id) + 1])
          found << :float
        end
        script = @store.script(paragraph)
        script ? found << script : found
      end

      def of_inset(inset, paragraph)
        case inset.kind
        when :equation, :object then inset.kind
        when :symbol then :font
        when :anchor then of_anchor(inset, paragraph)
        end
      end

      def of_anchor(inset, paragraph)
        shown = Floating.floats?(inset) && (inset.what == :image || inset.box)
        return {image: :float, drawing: %i[object drawing]}.fetch(inset.what, inset.what) unless shown

        Floating.true?(inset, @layout.lines_of(paragraph.id).first&.setting&.width.to_f) ? nil : :float
      end

      # Numbers that would be words, in a language whose words are not known here.
      def in_figures
        figures = ->(format) { NumberWords::FORMATS.include?(format.to_s) && !NumberWords.knows?(format, @manuscript.info.language) }
        parts = @manuscript.sections.each_index.select { |index| figures[@manuscript.sections[index].folio.format] }
        pages = @layout.pages.select { |page| parts.include?(page.part) }
        pages.uniq(&:part).map { |page| Approximation.new(kind: :object, page: page.number, sort: :number_words) } + listed_in(figures)
      end

      DEEPEST = (0..8) # levels of a list
      private_constant :DEEPEST

      def listed_in(figures)
        lists = @manuscript.lists.select { |_, list| DEEPEST.any? { |level| figures[list.levels[level]&.format] } }
        return [] if lists.empty?

        @manuscript.paragraphs.filter_map do |paragraph|
          ref = @layout.cascade.numbering(paragraph)
          level = ref && lists[ref.list]&.levels&.[](ref.level)
          at(:object, paragraph, sort: :number_words) if level && figures[level.format]
        end
      end

      def tables = @manuscript.blocks.grep(Manuscript::Table).flat_map { |block| Manuscript.tables_in(block) }

      def in_table(table)
        turned = table.rows.flat_map(&:cells).select(&:turned).filter_map { |cell| Manuscript.paragraphs_of([cell.blocks]).first }
        found = turned.map { |paragraph| at(:vertical_text, paragraph) }
        table.floating ? found << at(:float, Manuscript.paragraphs_in(table).first) : found
      end

      # What the exact height of a row does not show: the words are there, and nobody reads them.
      def cut_off
        lost = @layout.lines_where { |_, placed| placed.cut }.map(&:last).select(&:cut_off?)
        lost.uniq { |placed| placed.paragraph.id }.map { |placed| at(:overflow, placed.paragraph, sort: :cut_off) }
      end

      # Characters that no face has.
      def nowhere_to_be_had
        lines = @layout.lines_with_stand_ins.select { |_, placed| placed.setting.stand_ins.any?(&:nowhere?) }
        lines.map { |page, placed| Approximation.new(kind: :font, page: page.number, paragraph: placed.paragraph.id) }
      end

      # Lines that were set beside something which stands on the page before.
      def beside_nothing
        lost = {}.compare_by_identity
        @layout.parts_apart.each do |page, placed|
          lost[page] ||= placed if placed.setting.beside&.any? { |cut| !cut.own } && !placed.setting.text.strip.empty?
        end
        lost.reject { |page, _| page.floats.any? { |float| float.inset.anchor.wrap == :around } }
          .map { |page, placed| Approximation.new(kind: :float, page: page.number, paragraph: placed.paragraph.id) }
      end
    end
  end
end
