# frozen_string_literal: true

require_relative "change_forms"
require_relative "change_answers"

module NorvelWeb
  module Routes
    # Every change of a manuscript, its undo and its redo.
    module Changes
      def self.registered(app)
        app.post "/manuscripts/:id/changes/:operation" do
          operation = with_mends(Norvel::Changes.build(params["operation"], change_parameters))
          answer_change(*bench.change(operation, head: seen_head))
        end

        app.post("/manuscripts/:id/ripple") { answer_proposal(Norvel::Changes.build("change_style", "style" => params["style"], "values" => style_values)) }

        # Any change, to be looked at before it is made.
        app.post("/manuscripts/:id/propose/:operation") { answer_proposal(Norvel::Changes.build(params["operation"], change_parameters)) }

        # A clean-up of the whole manuscript, shown on the pages before it is made.
        app.post "/manuscripts/:id/consider/:operation" do
          proposal = bench.propose(Norvel::Changes.build(params["operation"], change_parameters))
          headers "HX-Trigger" => JSON.generate({"norvel:proposed" => {id: proposal.id}})
          erb :consider, layout: false, locals: {proposal: proposal, sentence: proposal.operation.told(manuscript, proposal.manuscript)}
        end

        app.post "/manuscripts/:id/proposals/:proposal" do
          considered = bench.proposal(params["proposal"]) or raise Norvel::ChangeRefused, "That proposal is gone; have it shown again."
          @proposal = nil
          answer_change(*bench.change(considered.operation, head: seen_head))
        end

        # What a style would take over from an example, before it does.
        app.get("/manuscripts/:id/adoption") { answer_proposal(Norvel::Changes.build("adopt_look", "paragraph" => chosen_ids.first)) }

        app.post "/manuscripts/:id/undo" do
          before, after, sentence = bench.undo(head: seen_head)
          answer_change(before, after, "Undone: #{sentence}")
        end

        app.post "/manuscripts/:id/redo" do
          before, after, sentence = bench.redo(head: seen_head)
          answer_change(before, after, "Redone: #{sentence}")
        end

        app.post "/manuscripts/:id/step" do
          bench.step_to(params["entry"].to_s.empty? ? nil : params["entry"].to_i, head: seen_head)
          redirect to("/manuscripts/#{record.id}/ledger")
        end

        app.post "/manuscripts/:id/keys" do
          record.choose_key(manuscript.sheet.fetch(params["style"]).id, params["key"])
          erb :style_form, layout: false, locals: {style: manuscript.sheet.fetch(params["style"])}
        end

        app.post "/manuscripts/:id/at-hand" do
          record.keep_at_hand(manuscript.sheet.fetch(params["style"]).id, params["keep"] == "yes")
          erb :style_form, layout: false, locals: {style: manuscript.sheet.fetch(params["style"])}
        end

        # One stroke of a sweep: the style, and the next paragraph that is not blank.
        app.post "/manuscripts/:id/sweep" do
          paragraph = chosen.first or raise Norvel::ChangeRefused, "No paragraph is chosen."
          operation = sweep_stroke(paragraph, style_keys[params["key"].to_s])
          before, after, sentence = operation ? bench.change(operation, head: seen_head) : [state, state, nil]
          @state = after
          @chosen = [next_to_sweep(after.manuscript, paragraph)]
          tell(before, after, sentence) if operation
          erb :slip_sweep, layout: false
        end

        app.post "/manuscripts/:id/fix" do
          result = state.check(guide_of).results.find { |one| one.rule.id == params["rule"] }
          name, parameters = result&.findings&.at(params["place"].to_i)&.fix
          raise Norvel::ChangeRefused, "That finding is not there any more." unless name

          _, after = bench.change(Norvel::Changes.build(name, parameters), head: seen_head)
          refresh_facts(record.reload, after)
          redirect to("/manuscripts/#{record.id}/findings")
        end

        # What was typed in place, and what came after it: nothing, Enter at an offset, or a join with a neighbour.
        app.post "/manuscripts/:id/write" do
          paragraph = chosen.first or raise Norvel::ChangeRefused, "That paragraph is not in the manuscript any more."
          operation, go_on = writing(paragraph)
          before, after, sentence = operation ? bench.change(operation, head: seen_head) : [state, state, nil]
          @state = after
          @chosen = [go_on || paragraph.id].filter_map { |id| after.manuscript.paragraph((id == :new) ? (after.manuscript.paragraphs + after.manuscript.note_paragraphs).map(&:id).max : id) }
          tell(before, after, sentence) if operation
          @go_on = !go_on.nil?
          erb slip_view, layout: false
        end

        app.post "/manuscripts/:id/tidy" do
          operation = Norvel::Plan.new(manuscript, guide_of, roles: state.roles).operation
          raise Norvel::ChangeRefused, "There is nothing to tidy: the manuscript is in the guide's styles." unless operation

          answer_change(*bench.change(operation, head: seen_head))
        end

        app.helpers ChangeForms, ChangeAnswers
      end
    end
  end
end
