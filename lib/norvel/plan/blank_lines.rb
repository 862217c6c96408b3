# frozen_string_literal: true

module Norvel
  class Plan
    # The blank lines that go, and those that stay: what something needs, and those whose room means something (Roles::MeantRoom).
    class BlankLines
      include Manuscript::Counted

      # @param draft [Draft] @param roles [Roles]
      def initialize(draft, roles)
        @draft = draft
        @roles = roles
      end

      # @return [void]
      def add_lines
        meant = Roles::MeantRoom.new(now, @roles).ids
        going = EmptyParagraphs.removable(now).reject { |blank| meant.include?(blank.id) }
        @draft.add("remove_empty_paragraphs", {"paragraphs" => meant.empty? ? "all" : going.map(&:id)}, going, 0.97, :empty) if going.any?
        left(meant)
      end

      private

      def now = @draft.manuscript

      # What is blank and stays is named.
      def left(meant)
        rooms, needed = now.paragraphs.select { |paragraph| paragraph.empty? && !paragraph.in_table }
          .partition { |paragraph| meant.include?(paragraph.id) }
        remark(needed, "stays: something needs it", "stay: something needs them", ", such as the end of a table, of a part, or a number.")
        remark(rooms, "stays", "stay", ": the room means something there, and no style makes it.")
      end

      def remark(blanks, one, many, why)
        @draft.remark(:empty, "#{counted(blanks.size, "blank line #{one}", "blank lines #{many}")}#{why}", blanks) if blanks.any?
      end
    end
  end
end
