# frozen_string_literal: true

module Norvel
  class Guide
    # What the styles of a guide's sheet are for: the roles of paragraphs, and places in a manuscript that are no role of their own.
    module Slots
      LEVELS = 1..9
      HEADINGS = LEVELS.map { |level| :"heading_#{level}" }.freeze
      CONTENTS = LEVELS.map { |level| :"contents_entry_#{level}" }.freeze
      CHARACTER = %i[emphasis strong work_title note_mark].freeze
      ALL = [:base, *(Roles::ALL - [:empty]), *HEADINGS.last(3), :first_body, :header, :footer, *CONTENTS, *CHARACTER].uniq.freeze

      # What stands for one that a guide has no style for.
      STANDS_FOR = {abstract: :body, reference_entry: :body, verse: :block_quotation, run_in_heading: :body, first_body: :body, body: :base}
        .merge(CONTENTS.to_h { |slot| [slot, :contents_entry] }, HEADINGS.each_cons(2).to_h { |higher, deeper| [deeper, higher] }).freeze

      module_function

      # @param slot [Symbol]
      # @return [Symbol] :paragraph or :character
      def kind(slot) = CHARACTER.include?(slot) ? :character : :paragraph

      # @param slot [Symbol]
      # @return [Integer, nil] 1–9 for headings
      def level(slot) = slot[/\Aheading_(\d)\z/, 1]&.to_i

      # @param slot [Symbol]
      # @return [Array<Symbol>] it and what stands for it, the nearest first
      def chain(slot) = slot ? [slot, *chain(STANDS_FOR[slot])] : []
    end
  end
end
