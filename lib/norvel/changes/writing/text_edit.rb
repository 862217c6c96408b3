# frozen_string_literal: true

module Norvel
  module Changes
    # An edit of the text itself, asked for by the person: the one kind of change that may alter words.
    class TextEdit < Operation
      def alters_text? = true

      private

      def paragraph(manuscript)
        manuscript.paragraph(parameters["paragraph"].to_i) || raise(ChangeRefused, "That paragraph is not in the manuscript any more.")
      end

      # Between two lines of a list nothing is put.
      def refuse_within_list(manuscript, before)
        following = manuscript.paragraphs[manuscript.index_of(before.id).to_i + 1] if manuscript.index_of(before.id)
        if following && manuscript.contents.any? { |list| list.last != before.id } && manuscript.listed.include?(following.id)
          refuse_listed(manuscript, before)
        end
      end

      # @return [Array(String, Array, Integer)] the container's key, its blocks and the paragraph's place in it
      def place(manuscript, paragraph)
        manuscript.containers.each do |key, blocks|
          index = blocks.index { |block| block.id == paragraph.id }
          return [key, blocks, index] if index
        end
      end

      # The number that the paragraph was given where it was written, or one that is free.
      def new_id(manuscript)
        wanted = parameters["new"] or return manuscript.free_id
        unless wanted.is_a?(Integer) && wanted.between?(Manuscript::NEW_IDS, Manuscript::LAST_ID)
          raise ChangeRefused, "That number is no new paragraph's."
        end
        raise ChangeRefused, "This paragraph was written already." if manuscript.paragraph(wanted)

        wanted
      end

      def new_paragraph(manuscript, like, style:, runs: [])
        like.with(id: new_id(manuscript), style: style, runs: runs, carries: [], properties: {}, mark_properties: {}, mark_style: nil,
          run_in: false, drop_cap: nil)
      end
    end
  end
end
