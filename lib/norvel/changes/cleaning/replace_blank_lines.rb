# frozen_string_literal: true

module Norvel
  module Changes
    # Takes blank lines out and puts what they stood for into the styles: space between paragraphs, space before a heading, a
    # new page ("paragraphs": ids or "all"). Where a style says a space there itself, that is kept, or the whole gap is made of it
    # ("whole": such places, as "style side"); styles of a guide ("guided": ids) stay as they are. What few paragraphs of a style have is
    # set by hand.
    class ReplaceBlankLines < Substitution
      takes_besides paragraphs: :paragraphs, whole: :words, guided: :styles

      # Where blank lines stood alike: the style and the side of it, what the style `has` there, what is made of it, and `how`: :style,
      # :kept, :whole, :hand, :guided or :page.
      Place = Value.define(:gaps, :how, style: nil, side: nil, has: 0, value: 0) do
        # @return [String] as "whole" names it
        def key = "#{style} #{side}"
      end

      SHARE = 0.5 # of a style's paragraphs that have it, for the style to take it over
      STEP = 6 * Lengths::PT # spaces are rounded to
      MOST = 72 * Lengths::PT

      # @param roles [Roles, nil] @param layout [Layout, nil] where they are known already
      # @return [Array<Place>] every one, in the order of the manuscript
      def places(manuscript, roles: nil, layout: nil)
        gaps = BlankGaps.of(manuscript, only: only(manuscript), roles: roles, layout: layout)
        cascade = Cascade.new(manuscript)
        turning, others = gaps.partition(&:turns)
        uses = manuscript.paragraphs.reject(&:blank?).map(&:style).tally
        found = others.group_by { |gap| home(gap, cascade) }.map { |(style, side), same| place(style, side, same, cascade, uses) }
        turning.empty? ? found : [*found, Place.new(gaps: turning, how: :page)]
      end

      def carry_out(manuscript)
        places = places(manuscript)
        raise NothingToChange, "There is no blank line that could go." if places.empty?

        bare = manuscript.with_paragraphs(places.flat_map(&:gaps).flat_map(&:blanks).to_h { |paragraph| [paragraph.id, nil] })
        with_breaks(by_hand(with_spaces(bare, places), places), places)
      end

      def told(before, _after)
        places = places(before)
        gone = places.sum { |place| place.gaps.sum { |gap| gap.blanks.size } }
        list = places.map { |place| "#{said(place, before.sheet)} (#{counted(place.gaps.size, "place")})" }
        "Replaced #{counted(gone, "blank line")}: #{list.join(", ")}."
      end

      private

      # @return [Array<Integer>, nil] ids of the blank lines that are chosen; nil: all that may go
      def only(manuscript) = (chosen(manuscript).map(&:id) unless parameters["paragraphs"] == "all")

      def place(style, side, gaps, cascade, uses)
        return Place.new(gaps: gaps, how: :hand) if style.nil?

        has = cascade.style(style)[side]
        at = {gaps: gaps, style: style, side: side, has: has}
        return Place.new(**at, how: :guided) if (parameters["guided"] || []).include?(style)
        return of_its_own(at) if has.positive?
        return Place.new(**at, how: :hand) if gaps.size < uses[style].to_i * SHARE

        Place.new(**at, how: :style, value: space(gaps, uses[style].to_i))
      end

      def of_its_own(at)
        return Place.new(**at, how: :kept, value: at[:has]) unless (parameters["whole"] || []).include?("#{at[:style]} #{at[:side]}")

        Place.new(**at, how: :whole, value: [rounded(at[:has] + median(at[:gaps])), MOST].min)
      end

      def said(place, sheet)
        name = "“#{sheet[place.style].name}”" if place.style
        side = place.side.to_s.delete_prefix("space_")
        value = Properties[:space_after].show(place.value)
        case place.how
        when :page then "new pages"
        when :hand then name ? "space #{side} by hand in “#{sheet[place.style].name}”" : "space before by hand"
        when :guided then "nothing at #{name}, which is the guide's"
        when :kept then "#{name} keeps its #{value} #{side}"
        when :whole then "#{value} #{side} #{name}, the whole gap"
        else "#{value} #{side} #{name}"
        end
      end

      # Never more than the lines took in all.
      def space(gaps, users)
        line = median(gaps)
        most = [line, gaps.map(&:height).min, gaps.sum(&:height) / [users - 1, 1].max, MOST].min
        stepped = rounded(line)
        (stepped <= most) ? stepped : most / Lengths::PT * Lengths::PT
      end

      def median(gaps) = gaps.map(&:line).sort[gaps.size / 2]

      # In steps that people write.
      def rounded(length) = (Rational(length) / STEP).round * STEP

      def with_spaces(bare, places)
        set = places.select { |place| %i[style whole].include?(place.how) && place.value > place.has }
        sheet = set.reduce(bare.sheet) do |now, place|
          now.with_style(now[place.style].with_values(place.side => place.value))
        end
        bare.with(sheet: sheet)
      end

      # On the paragraph alone, as much as its own blank lines were high.
      def by_hand(manuscript, places)
        cascade = Cascade.new(manuscript)
        spaces = Hash.new { |all, id| all[id] = {} }
        places.select { |place| place.how == :hand }.each do |place|
          place.gaps.each { |gap| add_space(spaces, gap, place.side || :space_before, manuscript, cascade) }
        end
        manuscript.with_paragraphs(spaces.to_h { |id, values| [id, with_values(manuscript.paragraph(id), values)] })
      end

      def add_space(spaces, gap, side, manuscript, cascade)
        paragraph = (side == :space_after) ? gap.before : gap.after
        return unless paragraph && rounded(gap.line).positive?

        spaces[paragraph.id][side] = cascade.paragraph(manuscript.paragraph(paragraph.id))[side] + rounded(gap.line)
      end

      def with_values(paragraph, values) = paragraph.with(properties: paragraph.properties.merge(values))

      # The style whose matter the space is, and on which side: after a heading, else before one, else after what stands above.
      # @return [Array(String, Symbol), nil] nil where nothing stands above and no heading below
      def home(gap, cascade)
        heading = ->(paragraph) { paragraph && cascade.paragraph(paragraph)[:outline_level] }
        return [gap.before.style, :space_after] if heading[gap.before]
        return [gap.after.style, :space_before] if heading[gap.after]

        [gap.before.style, :space_after] if gap.before
      end

      # A new page is the style's matter where most of its paragraphs begin one.
      def with_breaks(now, places)
        turning = places.select { |place| place.how == :page }.flat_map(&:gaps).map { |gap| gap.after.id }
        turning.group_by { |id| now.paragraph(id).style }.reduce(now) do |manuscript, (style, ids)|
          level = manuscript.sheet.level_of(manuscript.sheet[style])
          users = manuscript.paragraphs.count { |paragraph| paragraph.style == style && !paragraph.blank? }
          next breaking(manuscript, style) if level && ids.size > 1 && ids.size >= users - 1

          manuscript.with_paragraphs(ids.to_h { |id| [id, with_values(manuscript.paragraph(id), break_before: true)] })
        end
      end

      def breaking(manuscript, style)
        manuscript.with(sheet: manuscript.sheet.with_style(manuscript.sheet[style].with_values(break_before: true)))
      end
    end
  end
end
