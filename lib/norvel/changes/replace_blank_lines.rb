# frozen_string_literal: true

module Norvel
  module Changes
    # Takes blank lines out and puts what they stood for into the styles: space between paragraphs, space before a heading, a
    # new page ("paragraphs": ids or "all").
    class ReplaceBlankLines < Substitution
      SHARE = 0.5 # of a style's paragraphs that have it, for the style to take it over
      STEP = 6 * Lengths::PT # spaces are rounded to
      MOST = 72 * Lengths::PT

      # A stretch of blank lines: what stands before and after, how high it is (EMU) and whether a page turns in it.
      Gap = Value.define(:blanks, :before, :after, :height, turns: false)

      def carry_out(manuscript)
        return @outcome[1] if @outcome && @outcome[0].equal?(manuscript)

        gaps = gaps(manuscript)
        raise NothingToChange, "There is no blank line that could go." if gaps.empty?

        bare = manuscript.with_paragraphs(gaps.flat_map(&:blanks).to_h { |paragraph| [paragraph.id, nil] })
        with_breaks(with_spaces(bare, manuscript, gaps), gaps)
      end

      def sentence(manuscript)
        gaps = gaps(manuscript)
        after = outcome(manuscript)
        styles = after.sheet.styles.count { |id, style| manuscript.sheet[id] != style }
        turns = gaps.count(&:turns)
        return "Took out #{counted(gaps.sum { |gap| gap.blanks.size }, "blank line")}." if styles.zero? && turns.zero?

        "Replaced #{counted(gaps.sum { |gap| gap.blanks.size }, "blank line")} by space in #{counted(styles, "style")}#{" and #{counted(turns, "new page")}" if turns.positive?}."
      end

      private

      def gaps(manuscript)
        return @gaps[1] if @gaps && @gaps[0].equal?(manuscript)

        @gaps = [manuscript, find(manuscript)]
        @gaps[1]
      end

      def find(manuscript)
        wanted = (parameters["paragraphs"] == "all") ? nil : chosen(manuscript).map(&:id)
        going = RemoveEmptyParagraphs.removable(manuscript).map(&:id).select { |id| wanted.nil? || wanted.include?(id) }.to_h { |id| [id, true] }
        layout = Layout.new(manuscript)
        manuscript.containers.values.flat_map do |blocks|
          blocks.chunk_while { |one, other| going[one.id] && going[other.id] }.with_index.to_a.then { |chunks| read(chunks.map(&:first), going, layout) }
        end
      end

      def read(chunks, going, layout)
        chunks.each_with_index.filter_map do |chunk, index|
          next unless going[chunk.first.id]

          before, after = (index.positive? ? chunks[index - 1].last : nil), chunks[index + 1]&.first
          Gap.new(blanks: chunk, before: (before if before.is_a?(Manuscript::Paragraph)), after: (after if after.is_a?(Manuscript::Paragraph)),
            height: chunk.sum { |paragraph| height(paragraph, layout) }, turns: turns?(chunk, before, after, layout))
        end
      end

      def height(paragraph, layout)
        set = layout.cascade.paragraph(paragraph)
        layout.lines_of(paragraph.id).sum { |placed| placed.line.height * Lengths::PT }.round + set[:space_before] + set[:space_after]
      end

      # Several of them, so that what follows begins a page.
      def turns?(chunk, before, after, layout)
        return false unless chunk.size > 3 && before && after.is_a?(Manuscript::Paragraph) && !layout.cascade.paragraph(after)[:break_before]

        page = layout.pages[layout.page_of(after.id) - 1]
        first = page.placed.find { |placed| %i[body cell].include?(placed.area) }
        layout.page_of(before.id) < page.number && (first.paragraph.id == after.id || chunk.any? { |paragraph| paragraph.id == first.paragraph.id })
      end

      # Headings take the space before them, everything else after itself.
      def with_spaces(bare, manuscript, gaps)
        cascade = Cascade.new(manuscript)
        above = ->(gap) { gap.after && cascade.paragraph(gap.after)[:outline_level] }
        before, after = gaps.reject(&:turns).partition(&above)
        changed = spaces(before, manuscript, cascade, :space_before, &:after).merge(spaces(after.select(&:before), manuscript, cascade, :space_after, &:before)) { |_, one, other| one.with(properties: one.properties.merge(other.properties)) }
        bare.with(sheet: bare.sheet.with_styles(changed))
      end

      def spaces(gaps, manuscript, cascade, name)
        uses = manuscript.paragraphs.reject(&:blank?).map(&:style).tally
        gaps.group_by { |gap| yield(gap).style }.filter_map do |id, same|
          next if same.size < uses[id].to_i * SHARE

          space = cascade.style(id)[name] + same.map(&:height).sort[same.size / 2]
          rounded = [(Rational(space) / STEP).round * STEP, MOST].min
          [id, manuscript.sheet[id].with_values(name => rounded)]
        end.to_h
      end

      # A new page is the style's matter where most of its paragraphs begin one.
      def with_breaks(now, gaps)
        turning = gaps.select(&:turns).map { |gap| gap.after.id }
        turning.group_by { |id| now.paragraph(id).style }.reduce(now) do |manuscript, (style, ids)|
          level = manuscript.sheet.level_of(manuscript.sheet[style])
          users = manuscript.paragraphs.count { |paragraph| paragraph.style == style && !paragraph.blank? }
          next manuscript.with(sheet: manuscript.sheet.with_style(manuscript.sheet[style].with_values(break_before: true))) if level && ids.size > 1 && ids.size >= users - 1

          manuscript.with_paragraphs(ids.to_h { |id| [id, manuscript.paragraph(id).then { |paragraph| paragraph.with(properties: paragraph.properties.merge(break_before: true)) }] })
        end
      end
    end
  end
end
