# frozen_string_literal: true

module Norvel
  class Plan
    # The lines that give each kind of paragraph its style. Where the guide has one, the manuscript's own style for the role takes the
    # guide's values, or a new one is made; where it has none, what was formatted by hand becomes a style of its own look.
    class RoleStyles
      # What stands for a role that the guide has no style for.
      STANDS_FOR = {abstract: :body, reference_entry: :body, verse: :block_quotation, run_in_heading: :body}.freeze

      # What a style is called that is made of a look.
      NAMES = {other: "Set apart", code: "Listing"}.freeze

      # Those of one role may look different for a reason; each look has its style.
      MANIFOLD = %i[other].freeze

      # @param draft [Draft] @param guide [Guide] @param roles [Roles] @param without [Array<Symbol>] roles that were struck out
      def initialize(draft, guide, roles, without)
        @draft = draft
        @guide = guide
        @roles = roles
        @without = without
        @before = draft.manuscript
        @votes = Roles::StyleVotes.new(@before, Cascade.new(@before))
      end

      def add_lines
        guided, others = occurring.partition { |role, _| @guide.styles.key?(role) }.map(&:to_h)
        @occurring = guided
        @ids = {}
        guided.each_key { |role| @ids[role] = style_for(role) }
        guided.each { |role, paragraphs| give(role, paragraphs) }
        others.each { |role, paragraphs| own_looks(role, paragraphs) }
      end

      private

      # @return [Hash{Symbol=>Array<Manuscript::Paragraph>}] of body and notes, by the role whose style they are to have
      def occurring
        (@before.paragraphs + @before.note_paragraphs).reject(&:empty?).group_by { |paragraph| styled_role(@roles.of(paragraph.id).name) }
          .reject { |role, _| role == :empty || @without.include?(role) }.sort_by { |role, _| Roles::ALL.index(role) }.to_h
      end

      # A heading deeper than any of the guide's is of its deepest.
      def styled_role(role)
        return role if @guide.styles.key?(role)

        level = Roles.level(role)
        return (STANDS_FOR[role] if @guide.styles.key?(STANDS_FOR[role])) || role unless level

        Roles::HEADINGS.reverse.find { |heading| @guide.styles.key?(heading) && Roles.level(heading) < level } || role
      end

      def give(role, paragraphs)
        kept, moved = paragraphs.reject { |paragraph| paragraph.style == @ids[role] }.partition { |paragraph| other_list?(paragraph, @ids[role]) }
        kept.map(&:style).uniq.each { |id| adjust(now.sheet[id], role) }
        return if moved.empty?

        @draft.add("apply_style", {"style" => @ids[role], "paragraphs" => moved.map(&:id)}, moved, sureness(moved), role)
      end

      def now = @draft.manuscript

      def sureness(paragraphs) = (paragraphs.sum { |paragraph| @roles.of(paragraph.id).confidence } / paragraphs.size).round(2)

      # A bullet never becomes a number, nor a number that of another list: such a paragraph keeps its own style, which
      # takes the guide's values.
      def other_list?(paragraph, style)
        cascade = Cascade.new(now)
        before, after = cascade.numbering(paragraph), cascade.numbering(paragraph.with(style: style))
        before && after && before != after
      end

      # @return [String] the id of the style that the role has in the manuscript, with the guide's values
      def style_for(role)
        wanted = @guide.styles[role]
        found = own_style(role, wanted[:name])
        return adjust(found, role) if found

        id = now.sheet.free_id(wanted[:name])
        values = wanted[:values].to_h { |name, value| [name.to_s, Properties[name].show(value)] }
        values["outline_level"] = Roles.level(role).to_s if Roles.level(role)
        @draft.add("define_style", {"id" => id, "name" => wanted[:name], "parent" => now.sheet.default_id, "values" => values}, [], 0.99, role)
        id
      end

      # The manuscript's style for a role: of the guide's name, the heading of that level, or the style that most paragraphs
      # of the role have and few others.
      def own_style(role, name)
        level = Roles.level(role)
        found = now.sheet.named(name) || (level && now.sheet.heading(level)) || commonest(role)
        found unless found.nil? || @ids.value?(found.id)
      end

      def commonest(role)
        return if role == :body && !body_of_its_own?

        paragraphs = @occurring[role]
        id, count = paragraphs.map(&:style).tally.max_by(&:last)
        users = @before.paragraphs.count { |paragraph| paragraph.style == id && !paragraph.blank? }
        now.sheet[id] if id != now.sheet.default_id && count * 10 >= users * 8
      end

      # Two schools: body text in the base style itself, or in a style of its own. The first gets one.
      def body_of_its_own? = @occurring[:body].map(&:style).tally.max_by(&:last).first != @before.sheet.default_id

      def adjust(style, role)
        # What the style inherits and the guide does not speak of must not reach through.
        values = @guide.styles[role][:values].reject { |name, value| style.properties[name] == value }
        unless values.empty?
          users = @occurring[role].select { |paragraph| paragraph.style == style.id }
          @draft.add("change_style", {"style" => style.id, "values" => values.to_h { |name, value| [name.to_s, Properties[name].show(value)] }}, users, 0.98, role)
        end
        style.id
      end

      # What the guide has no style for, and was formatted by hand, gets a style of its own look; what the author has a style
      # for gets that.
      def own_looks(role, paragraphs)
        by_hand = paragraphs.map { |paragraph| now.paragraph(paragraph.id) }.reject { |paragraph| by_hand(paragraph).empty? }
        return if by_hand.empty?

        same = by_hand.group_by { |paragraph| [paragraph.style, by_hand(paragraph)] }.values.sort_by.with_index { |group, index| [-group.size, index] }
        same = [same.flatten(1)] unless MANIFOLD.include?(role)
        same.each { |group| own_style_by_name(role)&.then { |style| @draft.add("apply_style", {"style" => style.id, "paragraphs" => group.map(&:id)}, group, sureness(group), role) } || style_of_look(role, group) }
      end

      def by_hand(paragraph) = DirectFormatting.adoptable(paragraph).except(:numbering)

      def own_style_by_name(role) = (@before.sheet.of_kind(:paragraph).find { |style| style.id != @before.sheet.default_id && @votes.of_style(style.id)&.role == role } unless MANIFOLD.include?(role))

      def style_of_look(role, group)
        name = free_name(role, group)
        example = group.group_by { |paragraph| by_hand(paragraph) }.values.max_by(&:size).first
        @draft.add("series", {"title" => "Made the style “#{name}” of what #{group.size} #{(group.size == 1) ? "paragraph has" : "paragraphs have"} by hand; the guide has none for #{role.to_s.tr("_", " ")}.",
          "changes" => [["style_from_look", {"paragraph" => example.id, "name" => name}], ["apply_style", {"style" => now.sheet.free_id(name), "paragraphs" => group.map(&:id)}]]}, group, sureness(group), role)
      end

      def free_name(role, group)
        base = (group.all? { |paragraph| paragraph.insets.any? { |inset| inset.kind == :image } }) ? "Picture" : NAMES.fetch(role) { role.to_s.tr("_", " ").capitalize }
        (1..).lazy.map { |number| (number == 1) ? base : "#{base} #{number}" }.find { |name| now.sheet.styles.each_value.none? { |style| style.name.casecmp?(name) } }
      end
    end
  end
end
