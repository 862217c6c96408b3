# frozen_string_literal: true

module Norvel
  class Learning
    # The design of the examples' pages, and what they say of parts, contents and captions.
    class Pages
      EDGES = %i[top bottom start end header footer].freeze

      # @param examples [Array<Guide::Check>]
      def initialize(examples)
        @examples = examples
        @sections = examples.flat_map { |example| example.layout.pages.map { |page| example.manuscript.sections[page.part] } }
      end

      # @return [String, nil] that most examples say they are in
      def language = Guide::Habit.commonest(@examples.map { |example| example.manuscript.info.language })

      # @return [Hash] as a guide's file has it
      def page
        @page ||= begin
          designs = @sections.map(&:page)
          paper = Guide::Habit.commonest(designs.map { |one| one.paper.delete_suffix(" landscape") })
          margins = EDGES.to_h { |edge| [edge.to_s, Guide::Habit.commonest(designs.map { |one| one.margin[edge] })] }.compact
          {"paper" => (paper if Manuscript::PAPERS.key?(paper)),
           "margins" => margins.transform_values { |length| Lengths.show(length, "cm") }}.compact
        end
      end

      # @return [Hash] of the list of contents
      def contents
        heading = @examples.flat_map { |example| example.roles.in(:contents_heading).map { |one| one.text.strip } }
        levels = @examples.flat_map do |example|
          example.roles.in(:contents_entry).map { |one| example.places.of(one).to_s[/\d\z/].to_i }
        end
        return {} if levels.empty?

        {"title" => Guide::Habit.commonest(heading), "levels" => levels.max.clamp(1, 6)}.compact
      end

      # @return [Array<Proposal>]
      def proposals
        [[:paper, ->(one) { one.paper.delete_suffix(" landscape") == page["paper"] }],
          [:margins, ->(one) { page["margins"].all? { |edge, said| Lengths.show(one.margin[edge.to_sym] || 0, "cm") == said } }]]
          .filter_map do |name, holds|
            next unless page[name.to_s]

            said = (name == :paper) ? page["paper"] : page["margins"].map { |edge, length| "#{edge} #{length}" }.join(", ")
            Proposal.new(kind: :page, area: :page, data: {name.to_s => page[name.to_s]}, sentence: "#{name.to_s.capitalize}: #{said}.",
              of: @sections.size, holds: @sections.count { |one| holds[one.page] })
          end
      end

      # @param rules [Array<Proposal>] that are taken
      # @return [Hash] what a guide says of parts and captions by them
      def said_by(rules)
        parts = of(rules, "folio_place").to_h { |one| ["folio", one["place"]] }
        of(rules, "folio_on_first_page").each { |one| parts["title_page"] = one["shown"] ? "shown" : "none" }
        of(rules, "folio_format").each { |one| parts[one["of"]] = folios(one) }
        of(rules, "chapter_start").each { |one| parts["chapters"] = one["on"] }
        captions = of(rules, "caption_place").map { |one| one.slice("figures", "tables") }.reduce({}, :merge)
        of(rules, "caption_order").each { |one| captions["counted"] = true if one["counted"] } if captions.any?
        {"parts" => parts, "captions" => captions}.reject { |_, said| said.empty? }
      end

      private

      def folios(rule) = {"folios" => rule["format"], "start" => (rule["start"] if rule["of"] == "main")}.compact

      def of(rules, kind) = rules.map(&:data).select { |data| data["checks"] == kind }
    end
  end
end
