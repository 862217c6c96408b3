# frozen_string_literal: true

module Norvel
  class Plan
    # What the guide has no style for, and was formatted by hand, gets a style of its own look; what the author has a style for gets
    # that.
    class OwnLooks
      include Manuscript::Counted

      # What a style is called that is made of a look.
      NAMES = {other: "Set apart", code: "Listing", figure: "Picture"}.freeze

      # Those of one role may look different for a reason; each look has its style, for the others also where the author has one.
      MANIFOLD = %i[other].freeze
      EACH_LOOK = [*MANIFOLD, :verse].freeze

      # @param draft [Draft] @param roles [Roles] @param why [String, nil] what is added where a style is made
      def initialize(draft, roles, why: "the guide has none for")
        @draft = draft
        @why = why
        @roles = roles
        @before = draft.manuscript
        @votes = Roles::StyleVotes.new(@before, Cascade.new(@before))
      end

      # @param by_role [Hash{Symbol=>Array<Manuscript::Paragraph>}]
      # @return [void]
      def add_lines(by_role) = by_role.sort_by { |role, _| Roles::ALL.index(role) }.each { |role, paragraphs| add(role, paragraphs) }

      private

      def add(role, paragraphs)
        by_hand = paragraphs.map { |paragraph| now.paragraph(paragraph.id) }.reject { |paragraph| by_hand(paragraph).empty? }
        return if by_hand.empty?

        same = by_hand.group_by { |paragraph| [paragraph.style, by_hand(paragraph)] }.values.sort_by.with_index do |group, index|
          [-group.size, index]
        end
        same = [same.flatten(1)] unless EACH_LOOK.include?(role)
        same.each do |group|
          style = own_style(role) or next style_of_look(role, group)
          @draft.add("apply_style", {"style" => style.id, "paragraphs" => group.map(&:id)}, group, sureness(group), role)
        end
      end

      def now = @draft.manuscript

      def sureness(paragraphs) = (paragraphs.sum { |paragraph| @roles.of(paragraph.id).confidence } / paragraphs.size).round(2)

      def by_hand(paragraph) = DirectFormatting.adoptable(paragraph).except(:numbering)

      def own_style(role)
        return if MANIFOLD.include?(role)

        now.sheet.of_kind(:paragraph).find do |style|
          style.id != now.sheet.default_id && @before.sheet[style.id] && @votes.of_style(style.id)&.role == role
        end
      end

      def style_of_look(role, group)
        name = free_name(role)
        example = group.group_by { |paragraph| by_hand(paragraph) }.values.max_by(&:size).first
        id = now.sheet.free_id(name)
        whose = counted(group.size, "paragraph has", "paragraphs have")
        title = "Made the style “#{name}” of what #{whose} by hand#{"; #{@why} #{role.to_s.tr("_", " ")}" if @why}."
        changes = [["style_from_look", {"paragraph" => example.id, "name" => name}],
          ["apply_style", {"style" => id, "paragraphs" => group.map(&:id)}]]
        level = role.to_s[/\Aheading_(\d)\z/, 1]
        changes.insert(1, ["change_style", {"style" => id, "values" => {"outline_level" => level, "keep_next" => "yes"}}]) if level
        @draft.add("series", {"title" => title, "changes" => changes}, group, sureness(group), role)
      end

      def free_name(role)
        base = NAMES.fetch(role) { Roles::HEADINGS.include?(role) ? role.to_s.tr("_", " ") : role.to_s.tr("_", " ").capitalize }
        now.sheet.free_name(base)
      end
    end
  end
end
