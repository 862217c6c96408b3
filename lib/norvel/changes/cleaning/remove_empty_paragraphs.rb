# frozen_string_literal: true

module Norvel
  module Changes
    # Takes out paragraphs with nothing in them but white space ("paragraphs": ids or "all"), where they may go.
    class RemoveEmptyParagraphs < Operation
      takes paragraphs: :paragraphs

      def carry_out(manuscript)
        going = removed(manuscript)
        after = manuscript.with_paragraphs(going.to_h { |paragraph| [paragraph.id, nil] })
        # Of several before a table or an end, one has to stay: what became obligatory is left.
        raise ChangeRefused, "No paragraph would be left." if after.blocks.empty? && going.any?

        after
      end

      def sentence(manuscript) = "Removed #{counted(removed(manuscript).size, "empty paragraph")}."

      private

      def removed(manuscript)
        removable = EmptyParagraphs.removable(manuscript)
        return removable if parameters["paragraphs"] == "all"

        ids = chosen(manuscript).map(&:id)
        removable.select { |paragraph| ids.include?(paragraph.id) }
      end
    end
  end
end
