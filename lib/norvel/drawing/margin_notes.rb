# frozen_string_literal: true

module Norvel
  module Drawing
    # Notes in one margin of a page, each beside its line where there is room, never over one another: a note moves down past the
    # one before it, and up again where the paper ends; where a page has more of them than room, the longest are cut first.
    #
    #   notes = MarginNotes.new(841.9)
    #   notes.add(84.2, ["11 pt", "justified"], from: 300)
    #   notes.placed # => notes with the y of their first word
    class MarginNotes
      STEP = 8.6 # points from one word to the next
      WORDS = 4 # a note

      # `base` is the baseline of its line, `from` where its joining line begins; `y` the baseline of its first word.
      Note = Value.define(:base, :words, :from, y: nil)

      # @param height [Float] points of paper
      def initialize(height)
        @height = height
        @notes = []
      end

      # @param base [Float] @param words [Array<String>] @param from [Object] what the drawing wants to know again
      def add(base, words, from: nil) = @notes << Note.new(base: base, words: cut(words, WORDS), from: from)

      # @return [Array<Note>] from the top down
      def placed
        settled = upwards(downwards(shortened(@notes.sort_by.with_index { |note, index| [note.base, index] })))
        settled.select { |note| note.y.positive? }
      end

      private

      def cut(words, most) = (words.size > most) ? words.first(most - 1) + ["#{words.size - most + 1} more"] : words

      def counted(words) = (words.size > 1) ? ["#{words.size} by hand"] : words

      def shortened(notes)
        (WORDS - 1).downto(1) do |most|
          break if notes.sum { |note| note.words.size } * STEP <= @height - STEP

          notes = notes.map { |note| note.with(words: (most == 1) ? counted(note.words) : cut(note.words, most)) }
        end
        notes
      end

      def downwards(notes)
        free = 0.0
        notes.map do |note|
          y = [note.base, free].max
          free = y + note.words.size * STEP
          note.with(y: y)
        end
      end

      def upwards(notes)
        free = @height - 2
        notes.reverse.map do |note|
          y = [note.y, free - (note.words.size - 1) * STEP].min
          free = y - STEP
          note.with(y: y)
        end.reverse
      end
    end
  end
end
