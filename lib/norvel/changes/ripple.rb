# frozen_string_literal: true

module Norvel
  module Changes
    # What a change touches, from the layouts before and after it: nothing is carried out.
    # `paragraphs` are the ids whose formatting differs or that are gone; `styles` the ids whose resolved values differ;
    # `pages` counts before and after; `moved` the pages (of the layout before) that end elsewhere now; `labels` the ids whose
    # number or bullet differs, `margins` how many pages have another header or footer.
    Ripple = Value.define(:paragraphs, :styles, :pages_before, :pages_after, :moved, labels: [], margins: 0) do
      # @param before [Layout] @param after [Layout]
      def self.between(before, after)
        old, now = before.manuscript, after.manuscript
        comparison = Ripple::Comparison.new(before.cascade, after.cascade)
        touched = (old.paragraphs + old.note_paragraphs).reject { |paragraph| comparison.alike?(paragraph, now.paragraph(paragraph.id)) }
        touched += now.paragraphs.reject { |paragraph| old.paragraph(paragraph.id) } unless old.blocks.equal?(now.blocks)
        moved = before.pages.each_with_index.filter_map { |page, index| page.number if ends(page) != ends(after.pages[index]) }
        new(labels: labels(before, after), margins: margins(before, after), paragraphs: touched.map(&:id),
          styles: comparison.changed_styles, pages_before: before.pages.size, pages_after: after.pages.size, moved: moved)
      end

      # @return [Array<Integer>] ids of paragraphs whose number or bullet is another
      def self.labels(before, after)
        return [] if before.labels.equal?(after.labels)

        changed = (before.labels.keys | after.labels.keys).select { |id| before.labels[id] != after.labels[id] }
        changed.select { |id| after.manuscript.paragraph(id) }
      end

      # Page by page, as far as both have them; not looked at where no part is another.
      def self.margins(before, after)
        return 0 if before.manuscript.sections.equal?(after.manuscript.sections)

        before.pages.zip(after.pages).count { |one, other| other && in_margins(one) != in_margins(other) }
      end

      def self.in_margins(page)
        margins = page.placed.select { |placed| %i[header footer].include?(placed.area) }
        margins.map { |placed| placed.setting.text[placed.line.start...placed.line.end] }
      end

      def self.ends(page)
        last = page&.placed&.reverse_each&.find { |placed| %i[body cell].include?(placed.area) }
        last && [last.paragraph.id, last.line.end]
      end

      # @return [String] in one plain sentence
      def to_s
        pages = if pages_before == pages_after
          "still #{pages_after} #{(pages_after == 1) ? "page" : "pages"}"
        else
          "#{pages_before} #{(pages_before == 1) ? "page becomes" : "pages become"} #{pages_after}"
        end
        touched = "#{paragraphs.empty? ? "no" : paragraphs.size} #{(paragraphs.size < 2) ? "paragraph" : "paragraphs"} touched"
        touched = "header or footer of #{margins} #{(margins == 1) ? "page" : "pages"} changed" if paragraphs.empty? && margins.positive?
        "#{touched[0].upcase}#{touched[1..]}, #{pages}, #{moved.size} page #{(moved.size == 1) ? "break moves" : "breaks move"}."
      end
    end

    # Two cascades held against each other: which paragraphs and styles come out differently. Pairs of
    # formatting are compared once, since many paragraphs share them.
    class Ripple::Comparison
      NAMES = %i[paragraph text].to_h { |target| [target, Properties.of(target).map(&:name)] }.freeze

      # @param before [Cascade] @param after [Cascade]
      def initialize(before, after)
        @before = before
        @after = after
        @known = {}.compare_by_identity
        @same_styles = before.sheet.equal?(after.sheet) && before.lists.equal?(after.lists)
      end

      # @param old [Manuscript::Paragraph] @param now [Manuscript::Paragraph, nil]
      def alike?(old, now)
        return false unless now
        return true if @same_styles && old.equal?(now)
        return false unless same?(@before.paragraph(old), @after.paragraph(now),
          :paragraph) && same?(@before.mark(old), @after.mark(now), :text)

        old.text == now.text && old.runs.size == now.runs.size && old.runs.zip(now.runs).all? do |was, is|
          same?(@before.run(old, was), @after.run(now, is), :text)
        end
      end

      # @return [Array<String>] ids of paragraph styles that resolve differently
      def changed_styles
        return [] if @same_styles

        @before.sheet.of_kind(:paragraph).map(&:id).reject do |id|
          @after.sheet[id] && same?(@before.style(id), @after.style(id), :paragraph) && same?(@before.style(id), @after.style(id), :text)
        end
      end

      private

      def same?(one, other, target)
        kept = ((@known[one] ||= {}.compare_by_identity)[other] ||= {})
        kept.fetch(target) { kept[target] = one.said == other.said || NAMES[target].all? { |name| one[name] == other[name] } }
      end
    end
  end
end
