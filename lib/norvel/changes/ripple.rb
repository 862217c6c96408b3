# frozen_string_literal: true

module Norvel
  module Changes
    # What a change touches, from the layouts before and after it: nothing is carried out.
    # `paragraphs` are the ids whose formatting differs or that are gone; `styles` the ids whose resolved values differ;
    # `pages` counts before and after; `moved` the pages (of the layout before) that end elsewhere now.
    Ripple = Value.define(:paragraphs, :styles, :pages_before, :pages_after, :moved) do
      # @param before [Layout] @param after [Layout]
      def self.between(before, after)
        old, new = before.manuscript, after.manuscript
        touched = (old.paragraphs + old.note_paragraphs).reject { |paragraph| alike?(paragraph, new.paragraph(paragraph.id), before.cascade, after.cascade) }
        new(paragraphs: touched.map(&:id), styles: changed_styles(before.cascade, after.cascade), pages_before: before.pages.size, pages_after: after.pages.size,
          moved: before.pages.each_with_index.filter_map { |page, index| page.number if ends(page) != ends(after.pages[index]) })
      end

      def self.alike?(old, new, before, after)
        return false unless new
        return false unless same?(before.paragraph(old), after.paragraph(new), :paragraph) && same?(before.mark(old), after.mark(new), :text)

        old.runs.zip(new.runs).all? { |was, now| same?(before.run(old, was), after.run(new, now), :text) }
      end

      def self.same?(one, other, target) = one.layers == other.layers || Ripple::NAMES[target].all? { |name| one[name] == other[name] }

      def self.changed_styles(before, after)
        before.sheet.of_kind(:paragraph).map(&:id).reject { |id| after.sheet[id] && same?(before.style(id), after.style(id), :paragraph) && same?(before.style(id), after.style(id), :text) }
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
          "#{pages_before} pages become #{pages_after}"
        end
        "#{paragraphs.size} #{(paragraphs.size == 1) ? "paragraph" : "paragraphs"} touched, #{pages}, #{moved.size} page #{(moved.size == 1) ? "break moves" : "breaks move"}."
      end
    end

    Ripple::NAMES = %i[paragraph text].to_h { |target| [target, Properties.of(target).map(&:name)] }.freeze
  end
end
