# frozen_string_literal: true

module Norvel
  class Plan
    # The clean-up without a guide: the manuscript keeps its look, and has it by styles. Each kind of paragraph gets a style that says
    # what it looks like, words that look otherwise get character styles, nothing by hand is left but what no style can say, which is
    # named.
    #
    #   plan = Plan::Keeping.new(examined)
    #   plan.lines.map(&:sentence)      # "“Normal” says what its 41 paragraphs look like: 12 pt, justified."
    #   plan.apply
    class Keeping
      include LinesOf
      include Manuscript::Counted

      EMPHASIS = %w[bold italic underline].freeze # what a clearing asks about, kind by kind

      # @param subject [Manuscript, Examination] @param roles [Roles] corrected; nil: as they are read
      # @param without [Array<Symbol>] roles and parts that were struck out: they stay as they are
      def initialize(subject, roles: nil, without: [])
        @examined = Examination.of(subject)
        @manuscript = @examined.manuscript
        @roles = roles || @examined.roles
        @without = without
      end

      # What was moved for the styles' sake cannot be left out without the look.
      def strikable?(part) = part != :beside && super

      private

      def title = "Made styles of the look of the manuscript, which stays: #{lines.size} changes."

      def steps
        @steps ||= begin
          @draft = Draft.new(@manuscript)
          meant.each { |home| dress(home) } if any_by_hand?
          unless @draft.steps.empty?
            following
            Bystanders.new(@draft, @manuscript, ids, meant.map(&:style)).add_lines
          end
          levels
          WordLooks.new(@manuscript, now, ids).all.each { |found| style_words(found) } unless struck?(:words)
          bare unless struck?(:direct)
          blank_lines_stay
          @draft.steps
        end
      end

      def now = @draft.manuscript

      def struck?(part) = @without.include?(part)

      def homes = @homes ||= Homes.new(@examined, Kinds.new(@examined, @roles).all)

      # @return [Array<Homes::Home>] whose paragraphs are to be in styles
      def meant = @meant ||= homes.all.reject { |home| struck?(home.kind.role) }

      def ids = @ids ||= meant.flat_map { |home| home.kind.ids }

      def any_by_hand? = meant.any? { |home| home.kind.paragraphs.any? { |paragraph| by_hand?(paragraph) } }

      def by_hand?(paragraph) = DirectFormatting.objectionable(paragraph).any?

      # A kind that is in its style already, with nothing by hand, and whose style nothing has changed, has no line.
      def dress(home)
        kind = home.kind
        given = {"style" => home.style, "name" => home.name, "parent" => home.parent, "paragraph" => kind.example.id,
                 "paragraphs" => kind.ids, "level" => kind.level, "break_before" => kind.new_page || nil,
                 "look" => Stored.dump(homes.seen(kind))}
        @draft.add("style_as_seen", given.compact, kind.paragraphs, kind.confidence, kind.role)
      end

      # What comes after a paragraph of each style: the style that mostly follows it; after a heading, that of the text.
      def following
        changes = meant.filter_map do |home|
          said, wanted = now.sheet[home.style].next_style, next_of(home)
          ["set_next_style", {"style" => home.style, "next" => wanted}] if (home.new? || said.nil?) && wanted != said
        end
        as_one("Said what comes after #{counted(changes.size, "style")}.", changes, :beside)
      end

      # Several changes as one line, where there are some.
      def as_one(title, changes, part, paragraphs = [])
        @draft.add("series", {"title" => title, "changes" => changes}, paragraphs, 0.9, part) if changes.any?
      end

      def next_of(home)
        return text_style if home.kind.level

        after = home.kind.paragraphs.filter_map { |paragraph| style_after(paragraph) }
        style, count = after.tally.max_by(&:last)
        (style && count * 2 > after.size) ? style : home.style
      end

      def text_style = meant.find { |home| home.kind.role == :body && home.kind.level.nil? }&.style || @manuscript.sheet.default_id

      # @return [String, nil] the style of the next paragraph that is not blank
      def style_after(paragraph)
        @after ||= @manuscript.paragraphs.each_cons(2).to_h { |one, other| [one.id, other] }
        other = @after[paragraph.id]
        other = @after[other.id] while other&.blank?
        other && now.paragraph(other.id)&.style
      end

      # Indents by hand of items that are in a list by themselves are set in its level, where all of the level have the same.
      def levels
        own = ids.to_set
        changes = now.paragraphs.group_by { |paragraph| paragraph.properties[:numbering] }.filter_map do |ref, items|
          next unless ref&.list && now.lists[ref.list] && items.all? { |item| own.include?(item.id) }

          indents = items.map { |item| item.properties.slice(*Changes::InLevels::INDENTS) }.uniq
          level_set(ref, indents.first) if indents.one? && indents.first.any?
        end
        as_one("Set the indents of #{counted(changes.size, "level")} of lists in the lists.", changes, :lists)
      end

      def level_set(ref, indents)
        written = indents.to_h { |name, value| [name.to_s, Changes::Exceptions.exactly(name, value)] }
        ["change_list", {"list" => ref.list, "levels" => {ref.level.to_s => written}}]
      end

      # @param found [WordLooks::Found]
      def style_words(found)
        known = WordLooks.style_for(now.sheet, found)
        style, made = known ? [known, []] : found.style_for_it(now.sheet)
        name = "the character style “#{style.name}”"
        words = "#{counted(found.stretches.size, "stretch", "stretches")} of words"
        changes = [*made, ["apply_character_style", {"style" => style.id, "text" => found.stretches}]]
        whose = found.stretches.map { |id, *| now.paragraph(id) }.uniq
        as_one(known ? "Gave #{words} #{name}." : "Made #{name} of #{words}.", changes, :words, whose)
      end

      # Direct formatting goes where the look stays without it.
      def bare
        all = ids + now.paragraphs.select { |paragraph| paragraph.blank? && by_hand?(paragraph) }.map(&:id)
        meaning = EMPHASIS.to_h { |kind| [kind, struck?(:words) ? "stay" : "go"] }
        clearing = ->(chosen) { {"paragraphs" => chosen, "meaning" => meaning} }
        left = SameLook.new(@examined).losing(Changes.build("remove_direct_formatting", clearing[all]).call(now), all)
        cleared = all - left
        those = cleared.map { |id| now.paragraph(id) }.select { |paragraph| by_hand?(paragraph) }
        @draft.add("remove_direct_formatting", clearing[cleared], those, 0.95, :direct) if those.any?
        keep_by_hand(left.map { |id| now.paragraph(id) }) if left.any?
      end

      def keep_by_hand(paragraphs)
        many = counted(paragraphs.size, "paragraph keeps", "paragraphs keep")
        @draft.remark(:direct, "#{many} by hand what would be lost: no style of theirs says it.", paragraphs)
      end

      def blank_lines_stay
        blank = @manuscript.paragraphs.count(&:empty?)
        return if blank.zero?

        stay = counted(blank, "blank line stays", "blank lines stay")
        @draft.remark(:empty, "#{stay}, so that the pages are as they were.")
      end
    end
  end
end
