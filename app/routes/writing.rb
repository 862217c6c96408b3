# frozen_string_literal: true

module NorvelWeb
  module Routes
    # What was written in place. The browser goes on without waiting and sends what it did in order, one at a time: each request
    # has its own number, so that sent twice it counts once, and the run of writing it belongs to.
    module Writing
      STEPS = {"edit" => ["edit_text", %w[paragraph text]], "split" => ["split_paragraph", %w[paragraph at new]],
               "join" => ["join_paragraphs", %w[paragraph bare]],
               "insert" => ["insert_paragraph", %w[paragraph new style]], "style" => ["apply_style", %w[paragraphs style]]}.freeze
      MOST_STEPS = 5_000 # pasted lines are one request
      NUMBER = /\A[\w-]{8,64}\z/

      def self.registered(app)
        app.post "/manuscripts/:id/write" do
          content_type :json
          written = written_request
          before, after, sentence = bench.change(Norvel::Changes.build("write", "steps" => written[:steps]), head: written[:head],
            request: written[:number], run: written[:run])
          @state = after
          JSON.generate(told_change(before, after, sentence))
        rescue Norvel::NothingToChange
          JSON.generate(head: record.reload.head_id || "", nothing: true)
        rescue Norvel::Error => error
          status({Behind => 409, Asked::Wrong => 400}.fetch(error.class, 422))
          JSON.generate(sentence: error.message, head: record.reload.head_id || "", can_undo: !record.head_id.nil?,
            can_redo: !record.undone.nil?, texts: (texts_now(written[:steps]) if error.is_a?(Behind)))
        end

        app.helpers WritingHelpers
      end
    end

    # Reading what the browser sends of a writing.
    module WritingHelpers
      # @return [Hash{Symbol=>Object}] :head, :number, :run and :steps as pairs of an operation and its parameters
      # @raise [Norvel::ChangeRefused]
      def written_request
        data = JSON.parse(request.body.read)
        unless data.is_a?(Hash) && data["steps"].is_a?(Array) && data["steps"].size.between?(1, Writing::MOST_STEPS)
          raise Norvel::ChangeRefused, "That is no writing."
        end

        numbers = data.values_at("number", "run")
        raise Norvel::ChangeRefused, "A writing needs its number and its run." unless numbers.all? do |number|
          number.to_s.match?(Writing::NUMBER)
        end

        {head: data["head"].to_s.empty? ? nil : data["head"].to_i, number: numbers[0], run: numbers[1],
         steps: data["steps"].map { |step| written_step(step) }}
      rescue JSON::ParserError
        raise Norvel::ChangeRefused, "What was sent cannot be read; it was not saved."
      end

      # @return [Hash{Integer=>String}] of the paragraphs that were edited, as they are now
      def texts_now(steps)
        ids = steps.filter_map { |name, given| given["paragraph"].to_i if name == "edit_text" }
        ids.filter_map { |id| [id, bench.manuscript.paragraph(id)&.text] }.to_h.compact
      end

      def written_step(step)
        name, members = Writing::STEPS[step["do"]] if step.is_a?(Hash)
        raise Norvel::ChangeRefused, "There is no such step of writing." unless name

        [name, Asked.step(step, members)]
      end
    end
  end
end
