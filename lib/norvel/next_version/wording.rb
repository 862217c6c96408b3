# frozen_string_literal: true

module Norvel
  class NextVersion
    # What was done to the words of a paragraph here, done to those that came: all of it where they left the words alone; otherwise white
    # space and typed labels only, in what they left alone.
    class Wording
      LABEL = 24 # letters that a typed label has at most, with what follows it; a choice of ours

      # Some words of what came, and what stands there instead here, from which offset on.
      Edit = Struct.new(:from, :to, :text, :at)

      # @param was [Manuscript::Paragraph] as they had it @param own [Manuscript::Paragraph] as it is here
      # @param came [Manuscript::Paragraph]
      def initialize(was, own, came)
        @was, @own, @came = was, own, came
      end

      # @return [Array<Edit>] the last first
      def edits
        return [] if @was.text == @own.text

        alone = @was.text == @came.text
        places = alone ? [[0, 0, @was.text.length]] : SideBySide::Words.shared(@was.text, @came.text)
        made_here.filter_map { |edit|
          next if holds_more?(edit) || !(alone || no_words?(edit))

          start, there, = places.find { |from, _, length| edit.from >= from && edit.to <= from + length }
          Edit.new(edit.from - start + there, edit.to - start + there, edit.text, edit.at) if start
        }.reverse
      end

      private

      # @return [Array<Edit>] by offsets of what it was
      def made_here
        old = new = 0
        SideBySide::Words.between(@was.text, @own.text).chunk_while { |one, other| [one, other].none? { |piece| piece.kind == :both } }
          .filter_map do |pieces|
            gone, came = %i[gone came].map { |kind| pieces.select { |piece| [kind, :both].include?(piece.kind) }.map(&:text).join }
            edit = Edit.new(old, old + gone.length, came, new) unless pieces.first.kind == :both
            old += gone.length
            new += came.length
            edit
          end
      end

      # What is no text is not touched.
      def holds_more?(edit) = (@was.text[edit.from...edit.to] + edit.text).match?(/[\u{FFFC}\f]/)

      def no_words?(edit)
        gone = @was.text[edit.from...edit.to]
        return true if (gone + edit.text).match?(/\A[[:space:]]*\z/)

        edit.from.zero? && edit.text.strip.empty? && gone.length <= LABEL
      end
    end
  end
end
