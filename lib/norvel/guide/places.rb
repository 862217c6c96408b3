# frozen_string_literal: true

module Norvel
  class Guide
    # Which slot of a guide's sheet each paragraph of a manuscript belongs in: its role, and what its place adds to that.
    #
    #   places = Guide::Places.new(manuscript, roles)
    #   places.of(paragraph)        # :first_body
    class Places
      DEEPEST_ROLE = 6

      # @param paragraph [Manuscript::Paragraph] taken for a run-in heading
      # @return [Boolean] whether all of it is the heading
      def self.stands_alone?(paragraph) = paragraph.run_in || paragraph.text.length <= Roles::Reading::SHORT

      # @param manuscript [Manuscript] @param roles [Roles] of it
      # @param family [Family, nil] of a guide: a paragraph that is in a style of it, with nothing by hand, is what that style says
      def initialize(manuscript, roles, cascade = Cascade.new(manuscript), family: nil)
        @manuscript = manuscript
        @roles = roles
        @cascade = cascade
        @margins = margins
        @family = family
        @styled = family ? styled(family) : {}
      end

      # @param paragraph [Manuscript::Paragraph] of body, notes, headers or footers
      # @return [Symbol] a slot; :empty where there is nothing to be formatted
      def of(paragraph) = (@slots ||= {}.compare_by_identity)[paragraph] ||= slot(paragraph)

      # @return [Hash{Integer=>Symbol}] roles by id, of body paragraphs that are read as something else than the guide's own style says
      def roles_by_style
        return {} if @styled.empty?

        @manuscript.paragraphs.filter_map { |paragraph|
          slot = by_style(paragraph) unless paragraph.blank?
          [paragraph.id, slot] if slot && Roles::ALL.include?(slot) && slot != @roles.of(paragraph.id).name
        }.to_h
      end

      # @return [Array<String>] ids of the manuscript's styles that are the family's
      def styles_of_the_family = @styled.keys

      # @return [Array<Manuscript::Paragraph>] all that have a place: body, notes, headers and footers
      def paragraphs = @paragraphs ||= @manuscript.paragraphs + @manuscript.note_paragraphs + @manuscript.margin_paragraphs

      private

      def slot(paragraph)
        return @margins[paragraph.id] if @margins.key?(paragraph.id)

        role = by_style(paragraph) || @roles.of(paragraph.id).name
        case role
        when :heading_6 then :"heading_#{[deep_level(paragraph), DEEPEST_ROLE].max}"
        when :contents_entry then :"contents_entry_#{contents_level(paragraph)}"
        when :run_in_heading then run_in(paragraph)
        when :body then first_body?(paragraph) ? :first_body : :body
        else role
        end
      end

      # The manuscript's styles that are exactly those of the family, by their names and values; the base says nothing of what a paragraph
      # is.
      # @return [Hash{String=>Symbol}]
      def styled(family)
        family.members.values.filter_map do |member|
          style = @manuscript.sheet.named(member.name) unless member.slot == :base || Slots.kind(member.slot) == :character
          [style.id, member.slot] if style && own_values?(style, member)
        end.to_h
      end

      def own_values?(style, member)
        own = style.properties
        member.values.all? { |name, value| own.key?(name) && Properties[name].same?(own[name], value) }
      end

      def by_style(paragraph)
        slot = @styled[paragraph.style] or return
        return if slot == :body && typed_items.include?(paragraph.id)
        return if GUESTS.include?(@roles.of(paragraph.id).name) && @family.home(@roles.of(paragraph.id).name) == slot

        return if @roles.of(paragraph.id).reasons.include?(Roles::SAID_SO) || DirectFormatting.adoptable(paragraph).except(:numbering).any?

        (slot == :first_body) ? :body : slot
      end

      # What stands in another's style where the guide has none of its own, and is what it is all the same.
      GUESTS = %i[verse abstract reference_entry].freeze

      # What is read as an item, in a row with others whose numbers or bullets were typed, is one though it has the style of the body.
      def typed_items
        @typed_items ||= begin
          items = @roles.in(:list_item).map(&:id)
          items.empty? ? Set[] : TypedLabels.in(@manuscript, @cascade, only: items).flat_map(&:items).to_set { |paragraph, _| paragraph.id }
        end
      end

      def margins
        sides = @manuscript.sections.flat_map do |section|
          section.headers.values.map { |blocks| [blocks, :header] } + section.footers.values.map { |blocks| [blocks, :footer] }
        end
        sides.flat_map { |blocks, slot|
          Manuscript.paragraphs_of([blocks]).map { |paragraph| [paragraph.id, paragraph.empty? ? :empty : slot] }
        }.to_h
      end

      # A heading that is to run in keeps its level, or is of the third, as is usual; a paragraph that only begins with one is running text.
      def run_in(paragraph)
        level = deep_level(paragraph)
        return Slots::HEADINGS[level - 1] if level.positive?

        Places.stands_alone?(paragraph) ? :heading_3 : :run_in_heading
      end

      def deep_level(paragraph) = @cascade.paragraph(paragraph)[:outline_level].to_i

      # By the style's standard name, else by how far it is set in among its like.
      def contents_level(paragraph)
        named = @manuscript.sheet.standards.slot(@manuscript.sheet[paragraph.style])
        return Slots::CONTENTS.index(named) + 1 if Slots::CONTENTS.include?(named)

        insets.index(inset(paragraph)).then { |place| place ? [place + 1, Slots::LEVELS.last].min : 1 }
      end

      def inset(paragraph) = @cascade.paragraph(paragraph)[:indent_start]

      def insets = @insets ||= @roles.in(:contents_entry).map { |paragraph| inset(paragraph) }.uniq.sort

      def first_body?(paragraph) = (@after_heading ||= after_headings).key?(paragraph.id)

      # @return [Hash{Integer, String=>true}] ids of the blocks that stand right behind a heading, blank lines left out
      def after_headings
        @manuscript.containers.values.flat_map do |row|
          blocks = row.reject { |block| block.is_a?(Manuscript::Paragraph) && block.blank? }
          blocks.each_cons(2).select { |above, _| heading?(above) }.map { |_, below| [below.id, true] }
        end.to_h
      end

      def heading?(block) = block.is_a?(Manuscript::Paragraph) && !Roles.level(@roles.of(block.id).name).nil?
    end
  end
end
