# frozen_string_literal: true

require_relative "change_forms"
require_relative "change_answers"

module NorvelWeb
  module Routes
    # Every change of a manuscript, its undo and its redo.
    module Changes
      def self.registered(app)
        app.post "/manuscripts/:id/changes/:operation", takes: {**Asked::SLIP, **ChangeForms::TAKES, head: Asked::ID, in: Asked::WORD} do
          operation = style_change(asked_change, traps: params["mend"] == "yes")
          refuse_half
          answer_change(*bench.change(operation, head: seen_head))
        end

        app.post("/manuscripts/:id/ripple", takes: ChangeForms::TAKES) do
          answer_proposal(style_change(Norvel::Changes.build("change_style", "style" => params["style"], "values" => style_values)))
        end

        # Any change, to be looked at before it is made.
        app.post("/manuscripts/:id/propose/:operation", takes: {**Asked::SLIP, **ChangeForms::TAKES}) { answer_proposal(asked_change) }

        # A clean-up of the whole manuscript, shown on the pages before it is made.
        app.post "/manuscripts/:id/consider/:operation", takes: {**Asked::SLIP, **ChangeForms::TAKES, in: Asked::WORD} do
          @proposal = proposal = bench.propose(considered_change)
          headers "HX-Trigger" => JSON.generate({"norvel:proposed" => told_proposal(proposal)})
          erb :consider, layout: false, locals: {proposal: proposal, sentence: proposal.operation.told(manuscript, proposal.manuscript)}
        end

        app.post "/manuscripts/:id/proposals/:proposal", takes: {
          **Asked::SLIP, **ChangeForms::TAKES,
          head: Asked::ID, in: Asked::WORD, operation: Asked::WORD
        } do
          outcome = bench.make_proposed(params["proposal"], head: seen_head)
          @proposal = nil
          answer_change(*outcome)
        end

        # What a style would take over from an example, before it does.
        app.get("/manuscripts/:id/adoption", takes: {**Asked::SLIP, style: Asked::STYLE}) do
          answer_proposal(Norvel::Changes.build("adopt_look", "paragraph" => chosen_ids.first))
        end

        # A line about what is chosen: values, a style, or a style with its values.
        app.post "/manuscripts/:id/line", takes: {
          **Asked::SLIP, **ChangeForms::TAKES,
          head: Asked::ID, in: Asked::WORD, operation: Asked::WORD
        } do
          line = line_said
          outcome = bench.change(line_operation(line), head: seen_head) unless line.only_keys?
          keys = choose_keys_of(line, (outcome&.at(1) || state).manuscript)
          next tell_key(keys) unless outcome

          answer_change(outcome[0], outcome[1], [outcome[2], *keys, *not_followed(line)].join(" "))
        end

        app.post "/manuscripts/:id/line/shown", takes: {**Asked::SLIP, **ChangeForms::TAKES, held: Asked::YES} do
          next "" if params["line"].to_s.strip.empty? && tried_fields.empty?

          line = line_said(also: [:leave])
          proposal = bench.propose(line_operation(line))
          headers "HX-Trigger" => JSON.generate({"norvel:proposed" => told_proposal(proposal)})
          sentence = proposal.operation.told(manuscript, proposal.manuscript)
          erb :line_says, layout: false, locals: {proposal: proposal, line: line, sentence: sentence}
        rescue Norvel::ChangeRefused => error
          erb :half_typed, layout: false, locals: {sentence: error.message}
        end

        # What it would touch, were the style of what is chosen to adopt it: asked for when the hand that holds a measure rests.
        app.post "/manuscripts/:id/line/adopted", takes: {**Asked::SLIP, **ChangeForms::TAKES, held: Asked::YES} do
          h(bench.ripple_of(line_said(also: [:leave], way: "adopt").operation).to_s)
        rescue Norvel::ChangeRefused
          ""
        end

        # The same values, each in its field.
        app.post("/manuscripts/:id/line/fields", takes: Asked::SLIP) { chosen.empty? ? "" : erb(:try_fields, layout: false) }

        # What a line may be written with, for its completion.
        app.get "/manuscripts/:id/line/words" do
          content_type :json
          styles = manuscript.sheet.styles.values.reject(&:hidden).sort_by { |style| -style_uses[style.id] }.map(&:name)
          JSON.generate(words: Norvel::Properties::Wordings.vocabulary, families: families_here, styles: styles)
        end

        app.post "/manuscripts/:id/undo", takes: {
          **Asked::SLIP,
          head: Asked::ID, in: Asked::WORD, number: Asked::PLACE, operation: Asked::WORD, part: Asked::WORD,
          replacement: Asked::STYLE, return: Asked::RETURN, style: Asked::STYLE
        } do
          before, after, sentence = bench.undo(head: seen_head)
          answer_change(before, after, "Undone: #{sentence}")
        end

        app.post "/manuscripts/:id/redo", takes: {
          **Asked::SLIP,
          head: Asked::ID, in: Asked::WORD, number: Asked::PLACE, operation: Asked::WORD, part: Asked::WORD, return: Asked::RETURN
        } do
          before, after, sentence = bench.redo(head: seen_head)
          answer_change(before, after, "Redone: #{sentence}")
        end

        app.post "/manuscripts/:id/step", takes: {entry: Asked::ID, head: Asked::ID} do
          bench.step_to(params["entry"].to_s.empty? ? nil : params["entry"].to_i, head: seen_head)
          redirect to("/manuscripts/#{record.id}/ledger")
        end

        app.post "/manuscripts/:id/keys", takes: {**Asked::SLIP, in: Asked::WORD, key: Asked.line(10), style: Asked::STYLE} do
          record.choose_key(manuscript.sheet.fetch(params["style"]).id, params["key"])
          erb :style_form, layout: false, locals: {style: manuscript.sheet.fetch(params["style"])}
        end

        app.post "/manuscripts/:id/at-hand", takes: {**Asked::SLIP, in: Asked::WORD, keep: Asked::YES, style: Asked::STYLE} do
          record.keep_at_hand(manuscript.sheet.fetch(params["style"]).id, params["keep"] == "yes")
          erb :style_form, layout: false, locals: {style: manuscript.sheet.fetch(params["style"])}
        end

        # One stroke of a sweep: the style for what is chosen, and the next paragraph that is not blank.
        app.post "/manuscripts/:id/sweep", takes: {**Asked::SLIP, head: Asked::ID, key: Asked.line(10)} do
          raise Norvel::ChangeRefused, "No paragraph is chosen." if chosen.empty?

          operation = sweep_stroke(chosen, style_keys[params["key"].to_s])
          before, after, sentence = operation ? bench.change(operation, head: seen_head) : [state, state, nil]
          @state = after
          @chosen = [next_to_sweep(after.manuscript, chosen.last)]
          tell(before, after, sentence) if operation
          erb :slip_sweep, layout: false
        end

        app.post "/manuscripts/:id/tidy", takes: {**Asked::SLIP, head: Asked::ID, in: Asked::WORD, operation: Asked::WORD} do
          raise Norvel::ChangeRefused, "No guide judges this manuscript; choose one first." if guide_of.none?

          operation = Norvel::Plan.new(state, guide_of).operation
          raise Norvel::ChangeRefused, "There is nothing to tidy: the manuscript is in the guide's styles." unless operation

          answer_change(*bench.change(operation, head: seen_head))
        end

        app.helpers ChangeForms, ChangeAnswers
      end
    end
  end
end
