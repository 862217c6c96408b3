# frozen_string_literal: true

module Norvel
  class Roles
    # The levels of headings made by hand. Headings that look alike, and are numbered alike, are of one level; where some levels
    # are known, by style, by number or by words, the others rank between them by what catches the eye first.
    class HeadingLevels
      DEEPEST = 6

      # @param reading [Reading] @param headings [Headings] @param front [FrontMatter] whose lines are no headings
      def initialize(reading, headings, front)
        @reading = reading
        @headings = headings
        @front = front
      end

      # @return [Integer] from 1
      def of(paragraph) = counted(paragraph) || named(paragraph) || customary(paragraph) || by_look.fetch(kind(paragraph), 1)

      private

      # "2.1" is of the second level, unless numbers stand under numerals or letters.
      def counted(paragraph)
        number = Wording.outline(paragraph.text) or return listed(paragraph)
        parts = number.split(".").size
        parts + (under_parts? ? 1 : 0) if parts > 1 || !under_letters?
      end

      # The level of the list that numbers it, where headings stand on several levels of it.
      def listed(paragraph)
        ref = @reading.cascade.numbering(paragraph)
        ref.level + 1 if ref && deep_lists.include?(ref.list)
      end

      def deep_lists
        @deep_lists ||= @reading.paragraphs.select { |paragraph| !paragraph.blank? && @headings.like?(paragraph) }.filter_map do |paragraph|
          @reading.cascade.numbering(paragraph)
        end
          .group_by(&:list).select { |_, refs| refs.map(&:level).uniq.size > 1 }.keys
      end

      def named(paragraph)
        return unless paragraph.text.match?(Wording::CHAPTER)

        (under_parts? && !paragraph.text.match?(Wording::PART)) ? 2 : 1
      end

      # Chapters that look unlike the parts above them are a level below.
      def under_parts? = (@under_parts ||= [parts_over_chapters?]).first

      def parts_over_chapters?
        parts, others = heads.partition { |head| head.text.match?(Wording::PART) }
        chapters = others.select { |head| head.text.match?(Wording::CHAPTER) || Wording.outline(head.text)&.match?(/\A\d+\z/) }
        parts.any? && chapters.any? && chapters.none? do |head|
          parts.any? { |part| @reading.level(part) || @headings.prominence(part) == @headings.prominence(head) }
        end
      end

      # Where numbers alone tell levels apart, an introduction without one is of the highest.
      def customary(paragraph)
        said = said_levels[kind(paragraph)]
        said.keys.min if said && said.size > 1 && @headings.customary?(paragraph)
      end

      # A look and the form of the number beside it: "I.", "A." and "1." of one look are three levels.
      def kind(paragraph)
        look = alike(paragraph)
        forms = forms_of[look]
        return [look, nil] if forms.nil? || forms.size < 2

        [look, form(paragraph) || forms.first]
      end

      def form(paragraph)
        return :decimal if Wording.outline(paragraph.text)

        number = paragraph.text[Wording::LETTERED, :number] or return
        return :roman if number.length > 1 || number == "I"

        letters_follow?(number) ? :letter : :roman
      end

      # "C" is a letter where "B" was one of the numbers before; a numeral otherwise.
      def letters_follow?(number) = !%w[V X].include?(number) && lettered.include?("A")

      def lettered = @lettered ||= heads.filter_map { |head| head.text[Wording::LETTERED, :number] }.uniq

      def under_letters?
        (@under_letters ||= [lettered.size > 1 && heads.any? { |head| Wording.outline(head.text)&.match?(/\A\d+\z/) }]).first
      end

      # @return [Hash{Array<Integer>=>Array<Symbol>}] the forms of numbers of each look, in the order they come up
      def forms_of
        @forms_of ||= heads.group_by { |head| alike(head) }.transform_values { |same| same.filter_map { |head| form(head) }.uniq }
      end

      # Headings by hand, and those by style, in the order of the manuscript.
      def heads = @heads ||= @reading.paragraphs.select do |paragraph|
        !paragraph.blank? &&
          (@reading.level(paragraph) ||
            (@headings.like?(paragraph) && !@front.role(paragraph) && !paragraph.text.strip.match?(Wording::CONTENTS)))
      end

      def by_look
        @by_look ||= begin
          ranked = ranked_kinds
          before = 0
          ranked.each_with_index.to_h do |kind, index|
            following = ranked.drop(index + 1).filter_map { |other| known[other] }.min
            before = known[kind] || same_size(kind.first) || [before + 1, following || DEEPEST].min
            [kind, before]
          end
        end
      end

      # The most striking look first; of one look, the form of number that comes up first.
      def ranked_kinds
        @ranked_kinds ||= heads.map { |head| kind(head) }.uniq.each_with_index.sort_by { |kind, index| [kind.first, index] }.map(&:first)
      end

      # @return [Hash{Array=>Integer}] kind to level, where most of its headings say so
      def known = @known ||= said_levels.transform_values { |votes| votes.max_by { |level, weight| [weight, -level] }.first }

      # @return [Hash{Array=>Hash{Integer=>Integer}}] what the headings of each kind say of their level, and how strongly
      def said_levels
        @said_levels ||= heads.group_by { |head| kind(head) }.transform_values { |same|
          same.each_with_object(Hash.new(0)) { |head, sums| evidence(head)&.then { |level, weight| sums[level] += weight } }
        }.reject { |_, votes| votes.empty? }
      end

      def evidence(head)
        if (level = @reading.level(head)) then [level, 3]
        elsif (level = counted(head)) then [level, 3]
        elsif (level = named(head)) then [level, 3]
        elsif [Wording::REFERENCES, Wording::ABSTRACT].any? { |words| Wording.without_number(head.text).match?(words) } then [1, 1]
        end
      end

      # Where headings are styled in part, those made by hand come close in size to the styled ones of their level.
      def same_size(look)
        return unless heads.any? { |head| @reading.level(head) }

        size, level = styled_sizes.min_by { |size, rank| [(size - look.first).abs, rank] }
        level if size && (size - look.first).abs <= 2 && styled_sizes.count { |other, _| other == size } == 1
      end

      # @return [Array<Array(Integer, Integer)>] size, as looks have it, and level of the sheet's heading styles
      def styled_sizes
        @styled_sizes ||= begin
          sheet = @reading.manuscript.sheet
          sheet.of_kind(:paragraph).filter_map { |style|
            (level = sheet.level_of(style)) && [-(@reading.cascade.style(style.id)[:size] / Headings::HALF_POINT), level]
          }.uniq
        end
      end

      # Of looks that mean the same the first stands for all.
      def alike(paragraph)
        look = @headings.prominence(paragraph)
        looks.find { |other| near?(other, look) } ||
          (@headings.customary?(paragraph) && looks.find { |other| in_capitals?(other, look) }) || look
      end

      # What is called as parts of a manuscript are may be typed in capitals without being of another level.
      def looks
        @looks ||= begin
          customary, other = heads.partition { |head| @headings.customary?(head) }
          by_count(other).each_with_object([]) { |look, list| list << look unless list.any? { |known| near?(known, look) } }
            .then do |found|
              by_count(customary).each_with_object(found) do |look, list|
                list << look unless list.any? { |known| near?(known, look) || in_capitals?(known, look) }
              end
            end
        end
      end

      def by_count(some) = some.map { |head| @headings.prominence(head) }.tally.sort_by { |look, count| [-count, look] }.map(&:first)

      def in_capitals?(one, other) = near?([one[0], *one.drop(2)], [other[0], *other.drop(2)])

      def near?(one, other) = one.drop(1) == other.drop(1) && (one.first - other.first).abs <= accident

      # How far apart sizes stand that mean the same, in half points: one, and what the running text itself varies by.
      def accident
        @accident ||= begin
          sizes = @reading.paragraphs.select { |paragraph| @reading.long?(paragraph) && !paragraph.in_table }.map do |paragraph|
            @reading.appearance(paragraph)[:size] / Headings::HALF_POINT
          end
          usual = sizes.tally.select { |_, count| count * 10 >= sizes.size }.keys
          usual.empty? ? 1 : (usual.max - usual.min + 1).clamp(1, 4)
        end
      end
    end
  end
end
