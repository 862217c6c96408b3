# frozen_string_literal: true

module Norvel
  class Plan
    # The clean-up without a guide: the manuscript keeps its look, and has it by styles. Each kind of paragraph gets a style that says what it
    # looks like, words that look otherwise get character styles, nothing by hand is left but what no style can say, which is named.
    #
    #   plan = Plan::Keeping.new(examined)
    #   plan.lines.map(&:sentence)      # "“Normal” says what its 41 paragraphs look like: 12 pt, justified."
    #   plan.apply
    class Keeping
      include LinesOf

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
          homes.all.each { |home| dress(home) } if any_by_hand?
          unless @draft.steps.empty?
            following
            Bystanders.new(@draft, @manuscript, ids, meant.map(&:style)).add_lines
          end
          levels
          words unless struck?(:words)
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

      # A kind that is in its style already, with nothing by hand, and whose style nothing has changed, is left.
      def dress(home)
        return if struck?(home.kind.role)

        kind = home.kind
        given = {"style" => home.style, "paragraph" => kind.example.id, "paragraphs" => kind.ids, "level" => kind.level, "break_before" => kind.new_page || nil,
                 "look" => Stored.dump(homes.seen(kind))}
        new = home.new? ? {"name" => home.name, "parent" => home.parent} : {}
        @draft.add("style_as_seen", given.merge(new).compact, kind.paragraphs, kind.confidence, kind.role)
      end

      # What comes after a paragraph of each style: the style that mostly follows it; after a heading, that of the text.
      def following
        changes = meant.filter_map do |home|
          wanted = next_of(home)
          ["set_next_style", {"style" => home.style, "next" => wanted}] if wanted && (home.new? || now.sheet[home.style].next_style.nil?) && wanted != now.sheet[home.style].next_style
        end
        return if changes.empty?

        @draft.add("series", {"title" => "Said what comes after #{changes.size} #{(changes.size == 1) ? "style" : "styles"}.", "changes" => changes}, [], 0.9, :beside)
      end

      def next_of(home)
        return text_style if home.kind.level

        after = home.kind.paragraphs.filter_map { |paragraph| style_after(paragraph) }
        style, count = after.tally.max_by(&:last)
        (style && count * 2 > after.size) ? style : home.style
      end

      def text_style = meant.find { |home| home.kind.role == :body && home.kind.level.nil? }&.style || @manuscript.sheet.default_id

      def style_after(paragraph)
        index = @manuscript.index_of(paragraph.id) or return
        @after ||= @manuscript.paragraphs.each_cons(2).to_h { |one, other| [one.id, other] }
        other = @after[@manuscript.paragraphs[index].id]
        other = @after[other.id] while other&.blank?
        other && now.paragraph(other.id)&.style
      end

      # Indents by hand of items that are in a list by themselves are set in its level, where all of the level have the same.
      def levels
        own = ids.to_set
        refs = now.paragraphs.group_by { |paragraph| paragraph.properties[:numbering] }
        changes = refs.filter_map do |ref, items|
          next unless ref&.list && now.lists[ref.list] && items.all? { |item| own.include?(item.id) }

          indents = items.map { |item| item.properties.slice(*Changes::InLevels::INDENTS) }.uniq
          next if indents.size > 1 || indents.first.empty?

          ["change_list", {"list" => ref.list, "levels" => {ref.level.to_s => indents.first.to_h { |name, value| [name.to_s, Changes::Exceptions.exactly(name, value)] }}}]
        end
        return if changes.empty?

        @draft.add("series", {"title" => "Set the indents of #{changes.size} #{(changes.size == 1) ? "level" : "levels"} of lists in the lists.", "changes" => changes}, [], 0.9, :lists)
      end

      def words
        WordLooks.new(@manuscript, now, ids).all.each do |found|
          known = WordLooks.style_for(now.sheet, found)
          name = known ? known.name : now.sheet.free_name(WordLooks.called(found))
          id = known ? known.id : now.sheet.free_id(name)
          values = found.values.to_h { |property, value| [property.to_s, Changes::Exceptions.exactly(property, value)] }
          changes = known ? [] : [["define_style", {"id" => id, "name" => name, "kind" => "character", "parent" => found.under, "values" => values}.compact]]
          changes << ["apply_character_style", {"style" => id, "text" => found.stretches}]
          count = found.stretches.size
          title = "#{known ? "Gave" : "Made the character style “#{name}” of"} #{count} #{(count == 1) ? "stretch" : "stretches"} of words#{" the character style “#{name}”" if known}."
          @draft.add("series", {"title" => title, "changes" => changes}, found.stretches.map { |stretch| now.paragraph(stretch.first) }.uniq, 0.9, :words)
        end
      end

      # Direct formatting goes where the look stays without it.
      def bare
        blank = now.paragraphs.select { |paragraph| paragraph.blank? && by_hand?(paragraph) }.map(&:id)
        all = ids + blank
        keeping = struck?(:words) ? {"bold" => "stay", "italic" => "stay", "underline" => "stay"} : {"bold" => "go", "italic" => "go", "underline" => "go"}
        clearing = ->(chosen) { {"paragraphs" => chosen, "meaning" => keeping} }
        left = SameLook.new(@examined).losing(Changes.build("remove_direct_formatting", clearing[all]).call(now), all)
        cleared = all - left
        those = cleared.map { |id| now.paragraph(id) }.select { |paragraph| by_hand?(paragraph) }
        @draft.add("remove_direct_formatting", clearing[cleared], those, 0.95, :direct) if those.any?
        return if left.empty?

        @draft.remark(:direct, "#{(left.size == 1) ? "1 paragraph keeps" : "#{left.size} paragraphs keep"} by hand what would be lost: no style of theirs says it.", left.map { |id| now.paragraph(id) })
      end

      def blank_lines_stay
        blank = @manuscript.paragraphs.count(&:empty?)
        @draft.remark(:empty, "#{(blank == 1) ? "1 blank line stays" : "#{blank} blank lines stay"}, so that the pages are as they were.") if blank.positive?
      end
    end
  end
end
