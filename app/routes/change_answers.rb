# frozen_string_literal: true

module NorvelWeb
  module Routes
    # Saying what came of a change: the slip again, and for the pages what to draw anew.
    module ChangeAnswers
      # What a change would touch; the pages show it until it is saved or left.
      def answer_proposal(operation)
        proposal = bench.propose(operation)
        headers "HX-Trigger" => JSON.generate({"norvel:proposed" => told_proposal(proposal)})
        erb :ripple, layout: false, locals: {
          proposal: proposal, traps: operation.springs_traps? ? Norvel::Changes::Traps.sprung(manuscript, proposal.manuscript) : []
        }
      rescue Norvel::Error => error
        erb :half_typed, layout: false, locals: {sentence: error.message}
      end

      # The slip again, and for the pages: what to draw anew.
      def answer_change(before, after, sentence)
        @state = after
        record.reload
        return redirect(to(local_return)) unless htmx?
        return headers("HX-Refresh" => "true") if before.version != after.version # another file: everything is another

        tell(before, after, sentence)
        follow_chosen(before, after)
        return erb(outline_slip, layout: false) if params["in"] == "outline"
        return erb(parts_slip, layout: false) if params["in"] == "parts"
        return answer_findings(before, after) if params["in"] == "findings"

        return erb(slip_view, layout: false) unless params["in"] == "styles"

        if params["operation"] == "change_list"
          return erb(:list_form, layout: false,
            locals: {list: after.manuscript.lists[params["list"]]})
        end

        erb :style_form, layout: false, locals: {style: changed_style(before.manuscript.sheet, after.manuscript.sheet)}
      end

      # What is held against the guide, and what became better or worse.
      def answer_findings(before, after)
        check = after.check(guide_of)
        erb :findings_slip, layout: false, locals: {
          check: check, since: Norvel::Guide::Progress.new(before.check(guide_of), check).sentence("Since then")
        }
      end

      # A key is no change of the manuscript: nothing is drawn anew.
      def tell_key(sentences)
        headers "HX-Trigger" => JSON.generate({"norvel:said" => {sentence: sentences.join(" ")}}, ascii_only: true)
        erb slip_view, layout: false
      end

      # What is chosen afterwards: the same paragraphs, or the one that came about.
      def follow_chosen(before, after)
        params.delete("text") if params["operation"] == "run_in_from_words" # those words are a paragraph now
        @stretches = nil
        @chosen = if @chosen&.any?
          kept = @chosen.filter_map { |paragraph| after.manuscript.paragraph(paragraph.id) }
          kept.empty? ? [neighbour(before.manuscript, after.manuscript, @chosen.first)].compact : kept
        end
      end

      def neighbour(before, after, gone)
        index = before.index_of(gone.id) or return
        (before.paragraphs[index..] + before.paragraphs[0...index].reverse).lazy.filter_map { |paragraph|
          after.paragraph(paragraph.id)
        }.first
      end

      # For the pages: what was done, what it touched, where the ledger stands.
      def tell(before, after, sentence)
        headers "HX-Trigger" => JSON.generate({"norvel:changed" => told_change(before, after, sentence)}, ascii_only: true)
      end

      # @return [Hash] what is proposed, on what papers, and which pages it changes
      def told_proposal(proposal)
        ripple = proposal.ripple
        pages = ripple.moved | ripple.paragraphs.first(2_000).filter_map { |id| state.layout.page_of(id) }
        {id: proposal.id, head: proposal.head || "", papers: proposal.layout.papers, pages: pages.first(2_000)}
      end

      # @return [Hash] what was done, what it touched, where the ledger stands
      def told_change(before, after, sentence)
        record.reload
        ripple = Norvel::Changes::Ripple.between(before.layout, after.layout)
        {head: after.head || "", papers: after.layout.papers, sentence: sentence, ripple: ripple.to_s,
         touched: ripple.paragraphs.first(400), can_undo: !record.head_id.nil?, can_redo: !record.undone.nil?}
      end

      # The next paragraph with text, in the body; the last stays.
      def next_to_sweep(manuscript, paragraph)
        index = manuscript.index_of(paragraph.id) or return manuscript.paragraphs.first
        manuscript.paragraphs[(index + 1)..].find { |other| !other.blank? && !other.in_table } || paragraph
      end

      # The style whose form is shown after a change: the one that was added, or the one asked about, or the base.
      def changed_style(before, after)
        added = after.styles.keys - before.styles.keys
        after[added.first] || after[params["style"]] || after[params["replacement"]] || after[after.default_id]
      end

      # Back to where the form stood, never to another site.
      def local_return
        asked = params["return"].to_s
        if asked.match?(%r{\A/manuscripts/\d+(/\w+)?(\?[\w=&:-]*)?\z})
          asked
        else
          (params["id"] ? "/manuscripts/#{record.id}" : "/")
        end
      end
    end
  end
end
