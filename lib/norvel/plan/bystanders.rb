# frozen_string_literal: true

module Norvel
  class Plan
    # Whoever is in none of the kinds, and would look otherwise once the text's styles say what it looks like: headers, footers, text boxes,
    # comments, lists of contents, blank lines. Their styles are set back, or they get one of their own.
    class Bystanders
      MARGINS = {headers: "Header", footers: "Footer"}.freeze

      # @param draft [Draft] with the styles in place @param before [Manuscript]
      # @param own [Array<Integer>] ids of the paragraphs of the kinds @param homes [Array<String>] ids of their styles
      def initialize(draft, before, own, homes)
        @draft = draft
        @before = before
        @own = own.to_set
        @homes = homes
        @was = Cascade.new(before)
      end

      # @return [void]
      def add_lines
        is = Cascade.new(now)
        old = @before.all_paragraphs.to_h { |paragraph| [paragraph.id, paragraph] }
        moved = now.all_paragraphs.reject { |paragraph| @own.include?(paragraph.id) }.filter_map do |paragraph|
          names = changed(old[paragraph.id], paragraph, is)
          [paragraph, names] if names.any?
        end
        moved.group_by { |paragraph, _| paragraph.style }.each { |style, rows| @homes.include?(style) ? beside(style, rows) : set_back(style, rows) }
      end

      private

      def now = @draft.manuscript

      # @return [Array<Symbol>] what its look has lost
      def changed(before, paragraph, is)
        names = paragraph.blank? ? SameLook::HEIGHT : Changes::StyleAsSeen::NAMES
        names.reject { |name| Properties.same?(name, SameLook.value(@was, before, name), SameLook.value(is, paragraph, name)) }
      end

      def set_back(style, rows)
        @draft.add("change_style", {"style" => style, "values" => values(style, rows)}, [], 0.95, :beside)
      end

      # What a style came to before.
      def values(style, rows) = Changes::Exceptions.written(@was.style(style), rows.flat_map(&:last).uniq)

      # A style of their own under the one that the text has now.
      def beside(style, rows)
        rows, aside = rows.partition { |paragraph, _| now.paragraph(paragraph.id) }
        told_of(aside.size, style) if aside.any?
        rows.group_by { |paragraph, _| place(paragraph) }.each do |place, same|
          name = now.sheet.free_name(place)
          id = now.sheet.free_id(name)
          changes = [["define_style", {"id" => id, "name" => name, "parent" => style, "values" => values(style, same)}],
            ["apply_style", {"style" => id, "paragraphs" => same.map { |paragraph, _| paragraph.id }}]]
          @draft.add("series", {"title" => title(name, same.size), "changes" => changes}, [], 0.95, :beside)
        end
      end

      def told_of(count, style)
        whose = (count == 1) ? "1 paragraph in text boxes or comments follows" : "#{count} paragraphs in text boxes or comments follow"
        @draft.remark(:beside, "#{whose} “#{now.sheet[style].name}”.")
      end

      def title(name, count)
        return "Made the style “#{name}” for 1 paragraph that is no text, as it was." if count == 1

        "Made the style “#{name}” for #{count} paragraphs that are no text, as they were."
      end

      def place(paragraph)
        return "Blank line" if paragraph.blank?
        return "Left as it was" if @before.index_of(paragraph.id)

        MARGINS.fetch(@before.margin_place(paragraph.id)&.at(1), "Beside the text")
      end
    end
  end
end
