# frozen_string_literal: true

module Norvel
  module Changes
    # Takes blank lines out and puts what they stood for into the styles: space between paragraphs, space before a heading, a
    # new page ("paragraphs": ids or "all").
    class ReplaceBlankLines < Substitution
      SHARE = 0.5 # of a style's paragraphs that have it, for the style to take it over
      STEP = 6 * Lengths::PT # spaces are rounded to
      MOST = 72 * Lengths::PT

      def carry_out(manuscript)
        gaps = BlankGaps.of(manuscript, only: ((parameters["paragraphs"] == "all") ? nil : chosen(manuscript).map(&:id)))
        raise NothingToChange, "There is no blank line that could go." if gaps.empty?

        bare = manuscript.with_paragraphs(gaps.flat_map(&:blanks).to_h { |paragraph| [paragraph.id, nil] })
        with_breaks(with_spaces(bare, manuscript, gaps), gaps)
      end

      def told(before, after)
        gone = before.paragraphs.size - after.paragraphs.size
        styles = after.sheet.styles.count { |id, style| before.sheet[id] != style }
        turns = turns(before, after)
        return "Took out #{counted(gone, "blank line")}." if styles.zero? && turns.zero?

        "Replaced #{counted(gone, "blank line")} by space in #{counted(styles, "style")}#{" and #{counted(turns, "new page")}" if turns.positive?}."
      end

      private

      # Paragraphs behind a blank line that begin a page now.
      def turns(before, after)
        was, now = Cascade.new(before), Cascade.new(after)
        before.paragraphs.each_cons(2).count do |blank, paragraph|
          after.paragraph(blank.id).nil? && (kept = after.paragraph(paragraph.id)) && now.paragraph(kept)[:break_before] && !was.paragraph(paragraph)[:break_before]
        end
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
