# frozen_string_literal: true

module Norvel
  class Learning
    # What an example seems to keep to, and how far. `kind` is :rule, :page, :style or :list; `data` as a guide's file has it.
    Proposal = Norvel::Value.define(:kind, :data, :sentence, :holds, :of, area: nil, exceptions: []) do
      # @return [Float] 0 to 1
      def share = holds.fdiv(of)

      # Few places say little (the rule of succession).
      # @return [Float] 0 to 1
      def confidence = (holds + 1).fdiv(of + 2).round(2)

      # @return [Symbol] :must where there is no exception
      def severity = (holds == of) ? :must : :should

      # @return [String] "37 of 38"
      def words = "#{holds} of #{of}"

      # @return [String] "Learned: 37 of 38; not on page 61."
      def evidence
        pages = exceptions.filter_map(&:page).uniq.sort
        said = pages.first(Proposal::PAGES).join(", ") + (", …" if pages.size > Proposal::PAGES).to_s
        "Learned: #{words}#{"; not on #{(pages.size == 1) ? "page" : "pages"} #{said}" if pages.any?}."
      end

      # @return [String] the place in a guide that is of it: "styles.body", "page.margins"
      def place = (kind == :style) ? "styles.#{data["slot"]}" : "page.#{data.keys.first}"

      # @return [Hash] of plain JSON values
      def to_h =
        {:kind => kind.to_s, kind => data, :sentence => sentence, :holds => holds, :of => of,
         :exceptions => exceptions.map { |one| {file: one.file, paragraph: one.paragraph, page: one.page} }, :confidence => confidence}
    end

    class Proposal
      PAGES = 4 # that are named

      # Where it does not hold: the example's name, a paragraph's id, a page.
      Place = Norvel::Value.define(:file, :paragraph, :page, message: nil)
    end
  end
end
