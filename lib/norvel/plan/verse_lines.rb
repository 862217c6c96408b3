# frozen_string_literal: true

module Norvel
  class Plan
    # Lines of verse that stand deeper than the others of their stanza: the style of verse says where all of them stand, a style under
    # it by how much these are set in.
    class VerseLines
      include Manuscript::Counted

      LEAST = 90_000 # EMU: a quarter of a centimetre, to be seen

      # @param draft [Draft] @param before [Manuscript] as the lines were set @param lines [Array<Manuscript::Paragraph>] of it, verse
      def initialize(draft, before, lines)
        @draft = draft
        @before = before
        @lines = lines
        @cascade = Cascade.new(before)
      end

      # @param style [StyleSheet::Style] @param parent [String] the id of the style of verse
      # @return [Boolean] whether it is one of those styles
      def self.style?(style, parent) = style.parent == parent && style.properties.keys == [:indent_start]

      # @param style [String] the id of the style that verse has now
      # @return [void]
      def add_lines(style)
        set_in.reject { |line, _| self.class.style?(now.sheet.fetch(now.paragraph(line.id).style), style) }
          .group_by(&:last).each { |deeper, pairs| give(style, deeper, pairs.map(&:first)) }
      end

      private

      def now = @draft.manuscript

      # @return [Hash{Manuscript::Paragraph=>Integer}] by how much each is deeper than the least of its stretch, EMU
      def set_in
        stretches = @lines.slice_when { |one, other| between(one, other).any? { |paragraph| !paragraph.blank? } }
        stretches.flat_map { |stretch|
          least = stretch.map { |line| inset(line) }.min
          stretch.map { |line| [line, inset(line) - least] }
        }.to_h.select { |_, deeper| deeper >= LEAST }
      end

      def between(one, other) = @before.paragraphs[(@before.index_of(one.id) + 1)...@before.index_of(other.id)]

      def inset(line) = @cascade.paragraph(line).then { |set| set[:indent_start] + set[:indent_first] }

      def give(style, deeper, lines)
        parent = now.sheet.fetch(style)
        name = now.sheet.free_name("#{parent.name} set in")
        id = now.sheet.free_id(name)
        indent = Lengths.exactly(Cascade.new(now).style(style)[:indent_start] + deeper)
        changes = [["define_style", {"id" => id, "name" => name, "parent" => style, "values" => {"indent_start" => indent}}],
          ["apply_style", {"style" => id, "paragraphs" => lines.map(&:id)}]]
        title = "Made the style “#{name}” for #{counted(lines.size, "line of verse that stands", "lines of verse that stand")} deeper."
        @draft.add("series", {"title" => title, "changes" => changes}, lines, 0.9, :verse)
      end
    end
  end
end
