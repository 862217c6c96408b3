# frozen_string_literal: true

module Norvel
  class Plan
    # Whoever is in none of the kinds, and would look otherwise once the text's styles say what it looks like: headers, footers, lists of
    # contents, blank lines, what was struck out. Their styles are set back, or they get one of their own.
    class Bystanders
      include Manuscript::Counted

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
        others = now.all_paragraphs.reject { |paragraph| @own.include?(paragraph.id) }
        moved = others.map { |paragraph| [paragraph, changed(old[paragraph.id], paragraph, is)] }.reject { |_, names| names.empty? }
        moved.group_by { |paragraph, _| paragraph.style }.each do |style, rows|
          @homes.include?(style) ? beside(style, rows) : set_back(style, rows)
        end
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

      # A style of their own under the one that the text has now. What stands in a box or rules off the notes cannot be given one.
      def beside(style, rows)
        rows, aside = rows.partition { |paragraph, _| now.paragraph(paragraph.id) }
        told_of(aside.map { |paragraph, _| paragraph.id }, style)
        rows.group_by { |paragraph, _| place(paragraph) }.each do |place, same|
          name = now.sheet.free_name(place)
          id = now.sheet.free_id(name)
          changes = [["define_style", {"id" => id, "name" => name, "parent" => style, "values" => values(style, same)}],
            ["apply_style", {"style" => id, "paragraphs" => same.map { |paragraph, _| paragraph.id }}]]
          staying = counted(same.size, "paragraph that should stay as it is", "paragraphs that should stay as they are")
          @draft.add("series", {"title" => "Made the style “#{name}” for #{staying}.", "changes" => changes}, [], 0.95, :beside)
        end
      end

      def told_of(ids, style)
        name = "“#{now.sheet[style].name}”"
        boxed = @before.boxed_paragraphs.count { |paragraph| ids.include?(paragraph.id) }
        separator = Manuscript.paragraphs_of([@before.asides.fetch(Manuscript::NOTE_SEPARATOR, [])])
        ruled = separator.any? { |paragraph| ids.include?(paragraph.id) }
        follow = counted(boxed, "blank line in a box follows", "blank lines in boxes follow")
        @draft.remark(:beside, "#{follow} #{name}.") if boxed.positive?
        @draft.remark(:beside, "The line over the notes is as high as a line in #{name} is then.") if ruled
      end

      def place(paragraph)
        return "Blank line" if paragraph.blank?
        return "Left as it was" if @before.index_of(paragraph.id)

        MARGINS.fetch(@before.margin_place(paragraph.id)&.at(1), "Beside the text")
      end
    end
  end
end
