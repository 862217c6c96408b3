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
        gaps = gaps(manuscript)
        raise NothingToChange, "There is no blank line that could go." if gaps.empty?

        bare = manuscript.with_paragraphs(gaps.flat_map(&:blanks).to_h { |paragraph| [paragraph.id, nil] })
        with_breaks(with_spaces(bare, manuscript, gaps), gaps)
      end

      def told(before, after)
        gone = before.paragraphs.size - after.paragraphs.size
        styles = after.sheet.styles.count { |id, style| before.sheet[id] != style }
        turns = turns(before, after)
        return "Took out #{counted(gone, "blank line")}." if styles.zero? && turns.zero?

        said = set(before).map { |(id, name), (value, places)| "#{Properties[:space_after].show(value)} #{name.to_s.delete_prefix("space_")} “#{before.sheet[id].name}” (#{counted(places, "place")})" }
        "Replaced #{counted(gone, "blank line")} by #{[*said, *(counted(turns, "new page") if turns.positive?)].join(", ")}."
      end

      private

      def gaps(manuscript) = BlankGaps.of(manuscript, only: ((parameters["paragraphs"] == "all") ? nil : chosen(manuscript).map(&:id)))

      def set(manuscript) = spaces(manuscript, gaps(manuscript))

      # Paragraphs behind a blank line that begin a page now.
      def turns(before, after)
        was, now = Cascade.new(before), Cascade.new(after)
        before.paragraphs.each_cons(2).count do |blank, paragraph|
          after.paragraph(blank.id).nil? && (kept = after.paragraph(paragraph.id)) && now.paragraph(kept)[:break_before] && !was.paragraph(paragraph)[:break_before]
        end
      end

      # The space goes where it stood: after a heading, else before one, else after what stands above. As much as the blank lines are higher
      # than the space that the style has there, and never more than they took in all.
      def with_spaces(bare, manuscript, gaps)
        spaces = spaces(manuscript, gaps)
        bare.with(sheet: spaces.reduce(bare.sheet) { |sheet, ((id, name), (value, _))| sheet.with_style(sheet[id].with_values(name => value)) })
      end

      # @return [Hash{Array(String, Symbol)=>Array(Integer, Integer)}] by style and property, the space and in how many places it stood
      def spaces(manuscript, gaps)
        cascade = Cascade.new(manuscript)
        uses = manuscript.paragraphs.reject(&:blank?).map(&:style).tally
        gaps.reject(&:turns).group_by { |gap| home(gap, cascade) }.filter_map do |(id, name), same|
          next if id.nil? || same.size < uses[id].to_i * SHARE

          has = cascade.style(id)[name]
          value = space(same, has, uses[id].to_i)
          [[id, name], [value, same.size]] if value > has
        end.to_h
      end

      # In steps that people write, where these are not more than there was; otherwise in whole points.
      def space(gaps, has, users)
        line = gaps.map(&:line).sort[gaps.size / 2]
        most = [line, has + gaps.map(&:height).min, has + gaps.sum(&:height) / [users - 1, 1].max, MOST].min
        stepped = (Rational(line) / STEP).round * STEP
        (stepped <= most) ? stepped : most / Lengths::PT * Lengths::PT
      end

      # @return [Array(String, Symbol), nil] the style whose matter the space is, and on which side
      def home(gap, cascade)
        heading = ->(paragraph) { paragraph && cascade.paragraph(paragraph)[:outline_level] }
        return [gap.before.style, :space_after] if heading[gap.before]
        return [gap.after.style, :space_before] if heading[gap.after]

        [gap.before.style, :space_after] if gap.before
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
