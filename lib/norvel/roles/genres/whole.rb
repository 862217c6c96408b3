# frozen_string_literal: true

module Norvel
  class Roles
    # Kinds of manuscripts that are no book, one class each, which says what the lines of such a whole are.
    module Genres
      # What all of them look with. `claims` is empty where the manuscript is nothing of the kind.
      class Whole
        SHORT = 90 # letters
        MOST = 200 # paragraphs with text of what is told as one whole

        # @param reading [Reading]
        def initialize(reading)
          @reading = reading
        end

        # @return [String] what it is called in a sentence
        def self.called = raise(NotImplementedError)

        # @return [Boolean] whether the manuscript is short enough for one
        def possible? = texts.size <= MOST

        # @return [Boolean] whether all of the manuscript is one, not a part of it
        def whole? = true

        private

        def claim(paragraphs, role, weight, reason)
          vote = Vote.new(role: role, weight: weight, reason: reason)
          paragraphs.to_h { |paragraph| [paragraph.id, vote] }
        end

        def texts = @reading.texts

        def short?(paragraph) = paragraph.text.strip.length <= SHORT

        def look(paragraph) = @reading.appearance(paragraph).slice(:size, :bold, :italic, :underline, :color, :align, :caps, :small_caps)
      end
    end
  end
end
