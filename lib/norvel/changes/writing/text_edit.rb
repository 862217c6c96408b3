# frozen_string_literal: true

module Norvel
  module Changes
    # An edit of the text itself, asked for by the person: the one kind of change that may alter words.
    class TextEdit < Operation
      def alters_text? = true

      private

      def paragraph(manuscript) = manuscript.paragraph(parameters["paragraph"].to_i) || raise(ChangeRefused, "That paragraph is not in the manuscript any more.")

      # @return [Array(String, Array, Integer)] the container's key, its blocks and the paragraph's place in it
      def place(manuscript, paragraph)
        manuscript.containers.each do |key, blocks|
          index = blocks.index { |block| block.id == paragraph.id }
          return [key, blocks, index] if index
        end
      end

      def new_paragraph(manuscript, like, style:, runs: [])
        like.with(id: manuscript.free_id, style: style, runs: runs, carries: [], properties: {}, mark_properties: {}, mark_style: nil, run_in: false)
      end
    end
  end
end
