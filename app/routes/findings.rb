# frozen_string_literal: true

module NorvelWeb
  module Routes
    # What the guide found: by rule, by page, by paragraph, one of them with its slip, and those of a paragraph.
    module Findings
      AT_ONCE = 40 # findings of a rule that are sent with the list; more are got when it is unfolded
      ROWS = 40 # places that are shown together
      CAUSES = 20
      PLACES = 300

      WAYS = {"rule" => "By rule", "page" => "By page", "paragraph" => "By paragraph"}.freeze

      def self.registered(app)
        app.get("/manuscripts/:id/findings", takes: {again: Asked::YES, by: Asked::WORD, entry: Asked::ID, rule: Asked::RULE}) do
          erb :findings, locals: {view: "findings", check: state.check(guide_of)}
        end

        app.get("/manuscripts/:id/findings/list", takes: {again: Asked::YES, by: Asked::WORD, from: Asked::NUMBER, rule: Asked::RULE}) do
          erb findings_list, layout: false, locals: {check: state.check(guide_of)}
        end

        # What was found by a rule, and at a place: when it is unfolded.
        app.get("/manuscripts/:id/findings/rule", takes: {from: Asked::NUMBER, rule: Asked::RULE}) do
          result = result_asked or raise Norvel::ChangeRefused, "The guide has no such rule any more."
          erb :rule_found, layout: false, locals: {check: state.check(guide_of), result: result}
        end

        app.get("/manuscripts/:id/findings/place", takes: {by: Asked::WORD, at: Asked::WORD}) do
          check = state.check(guide_of)
          place, found = place_asked(check)
          erb :place_found, layout: false, locals: {check: check, place: place, found: found}
        end

        # How far the guide is met, where the slip could not say it yet.
        app.get "/manuscripts/:id/findings/told" do
          erb :_found_so_far, layout: false, locals: {check: state.check(guide_of)}
        end

        # More of one cause, or of one rule at a place.
        app.get("/manuscripts/:id/findings/rows", takes: {
          by: Asked::WORD, at: Asked::WORD, cause: Asked::NUMBER, from: Asked::NUMBER, rule: Asked::RULE
        }) do
          erb :found_rows, layout: false, locals: rows_asked.merge(from: params["from"].to_i)
        end

        # What is chosen of them: one, several, those of a page; nothing is all of them.
        app.get "/manuscripts/:id/findings/slip", takes: {
          in: Asked::WORD, found: Asked::FOUND, page: Asked::NUMBER, place: Asked::NUMBER, rule: Asked::RULE
        } do
          check = state.check(guide_of)
          next erb(:found_on_page, layout: false, locals: found_on_page(check)) if params["page"].to_s.match?(/\A\d+\z/)

          found = found_asked
          case found.size
          when 0 then erb :findings_slip, layout: false, locals: {check: check, since: nil}
          when 1 then erb :finding_slip, layout: false, locals: {finding: found[0][0], rule: found[0][0].rule, place: found[0][1]}
          else erb :findings_many, layout: false, locals: {check: check, found: found}
          end
        end

        # What a newer version of the guide would change for this manuscript.
        app.get "/manuscripts/:id/guide-move" do
          newer = newer_version or raise Norvel::ChangeRefused, "There is no newer version of this guide."
          erb :guide_move, layout: false, locals: {newer: newer}
        end

        # Of the paragraph that is chosen on the page.
        app.get("/manuscripts/:id/findings/here", takes: Asked::SLIP) {
          chosen.empty? ? "" : erb(:findings_here, layout: false, locals: {check: state.check(guide_of)})
        }

        # On to the next paragraph that something was found in, or back.
        app.get "/manuscripts/:id/findings/step", takes: {**Asked::SLIP, back: Asked::YES} do
          found = next_found(state.check(guide_of), back: params["back"] == "yes")
          headers "HX-Trigger" => JSON.generate({"norvel:said" => {sentence: "Nothing is found in any paragraph."}}) unless found
          @chosen = [found].compact
          erb slip_view, layout: false
        end

        app.helpers FindingsHelpers
      end
    end

    # Findings in the orders in which they are shown.
    module FindingsHelpers
      def findings_list = (shown_by == "rule") ? :findings_list : :findings_by_place

      # @return [String] rule, page or paragraph
      def shown_by = Findings::WAYS.key?(params["by"]) ? params["by"] : "rule"

      # @return [Norvel::Guide::Check::Result, nil] of "rule"
      def result_asked = state.check(guide_of).results.find { |one| one.rule.id == params["rule"] }

      # @return [Norvel::Guide::Finding, nil] of "rule", at its "place" among that rule's
      def finding_asked = result_asked&.findings&.at(params["place"].to_i)

      # @return [Array<Array(Norvel::Guide::Finding, Integer)>] those that "found" or "rule" and "place" name, each with its place
      def found_asked
        names = params["found"].to_s.split(",").map { |name| name.split(":") }
        names = [[params["rule"], params["place"]]] if names.empty? && params["place"]
        results = state.check(guide_of).results.to_h { |result| [result.rule.id, result] }
        names.filter_map do |rule, place|
          finding = results[rule]&.findings&.at(place.to_i)
          [finding, place.to_i] if finding
        end
      end

      # @return [Array<Array(Norvel::Guide::Finding, Integer)>] all findings, each with its place among those of its rule
      def placed(check) = check.results.flat_map { |result| result.findings.each_with_index.to_a }

      # @return [Hash] what was found on a page; on none, for 0
      def found_on_page(check)
        page = params["page"].to_i.then { |number| number if number.positive? }
        {page: page, found: placed(check).select { |finding, _| finding.page == page }}
      end

      # @return [Norvel::Guide::Mending::Cause, nil] of "rule", the "cause" so many
      def cause_asked = Norvel::Guide::Mending.causes(result_asked&.findings || [])[params["cause"].to_i]

      # @return [Hash{Norvel::Guide::Finding=>Integer}] the places of a rule's findings among them
      def places_in(result)
        result.findings.each_with_index.with_object({}.compare_by_identity) { |(finding, index), places| places[finding] = index }
      end

      # @return [Array(Integer, Array)] what stands at "at" in the order "by"
      def place_asked(check)
        findings_by_place(check).find { |place, _| place.to_s == params["at"].to_s } || [nil, []]
      end

      def rows_asked
        if params["cause"]
          found = cause_asked&.findings || []
          rows = found.zip(found.any? ? places_in(result_asked).values_at(*found) : [])
          return {rows: rows, lead: nil, asked: {rule: params["rule"], cause: params["cause"]}}
        end

        place, found = place_asked(state.check(guide_of))
        {rows: found.select { |finding, _| finding.rule == params["rule"] }, lead: (place && shown_by == "paragraph") ? "message" : "place",
         asked: {rule: params["rule"], by: shown_by, at: params["at"]}}
      end

      # @return [Array<Array(Object, Array<Array(Guide::Finding, Integer)>)>] pages or paragraphs in order, each with its findings and
      #   their places among those of their rule; nil for those that have none
      def findings_by_place(check)
        key = (shown_by == "page") ? ->(finding) { finding.page } : ->(finding) {
          finding.paragraph && manuscript.index_of(finding.paragraph)
        }
        placed(check).group_by { |finding, _| key[finding] }.sort_by { |place, _| place || -1 }
      end

      # @return [Manuscript::Paragraph, nil] after the chosen one, or before it; from the other end where there is none
      def next_found(check, back: false)
        found = check.open_findings.filter_map { |finding| finding.paragraph && manuscript.index_of(finding.paragraph) }.uniq.sort
        here = chosen.first && manuscript.index_of(chosen.first.id)
        place = if back then found.reverse.find { |one| here.nil? || one < here } || found.last
        else
          found.find { |one| here.nil? || one > here } || found.first
        end
        place && manuscript.paragraphs[place]
      end
    end
  end
end
