# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # What whoever patches a part of a file needs: makers of its nodes and styles, and what its styles say now.
      class Kit
        # @return [Nodes]
        attr_reader :nodes

        # @return [Speller]
        attr_reader :speller

        # @return [AutomaticStyles]
        attr_reader :automatic

        # @return [SheetNames]
        attr_reader :names

        # @param root [Nokogiri::XML::Element] of the part @param names [SheetNames] @param common [Array<String>] names of common styles
        def initialize(root, names, common)
          @nodes = Nodes.new(root)
          @speller = Speller.new(@nodes, Faces.new(@nodes))
          @automatic = AutomaticStyles.new(@nodes, @speller, common)
          @names = names
          @restyled = false
          @relisted = [].freeze
        end

        # @param styles [Styles] as the patched file says them @param restyled [Boolean] whether they are others than before
        # @return [void]
        def know(styles, restyled)
          @styles = styles
          @restyled = restyled
          @room = {}
        end

        # @return [Boolean] whether what a paragraph has by hand may come out otherwise than before
        def restyled?(paragraph) = (@restyled && paragraph.properties.any?) || @relisted.include?(paragraph.id)

        # @param ids [Array<Integer>] paragraphs whose list does not add to their indents any more
        def relist(ids) = @relisted = ids.to_set

        # @return [Styles::Own]
        def own(family, name)
          @styles.own(family, name, @nodes.root)
        end

        # @param paragraph [Manuscript::Paragraph] @param broken_by [Nokogiri::XML::Element, nil] what breaks the page before it
        # @return [Hash{Symbol=>Object}] what its automatic style is to say
        def by_hand(paragraph, broken_by)
          set = paragraph.properties.except(:numbering, :outline_level)
          set = set.except(:break_before) if broken_by && set[:break_before]
          room = @room[paragraph.id]
          (room && set[:indent_start]) ? set.merge(indent_start: set[:indent_start] - room) : set
        end

        # @param rooms [Hash{Integer=>Integer}] by paragraph what its list adds to its indent, EMU
        def leave_room(rooms) = @room = rooms

        # @return [Integer, nil] 1–9: of a heading
        def self.level(manuscript, paragraph)
          own = paragraph.properties[:outline_level]
          return (own unless own == Properties::NO_LEVEL) if own

          style = manuscript.sheet[paragraph.style]
          style && manuscript.sheet.level_of(style)
        end
      end
    end
  end
end
