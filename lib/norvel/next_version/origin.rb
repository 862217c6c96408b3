# frozen_string_literal: true

module Norvel
  class NextVersion
    # How much of a file stands in a state as it is there, as far as the rounding of files lets it be seen.
    class Nearness
      def initialize(theirs, state)
        @theirs = theirs
        @state = state
      end

      # @return [Array(Integer, Integer)] how many of its paragraphs, and of its styles
      def counts = [paragraphs, styles]

      private

      def paragraphs
        there = @state.paragraphs.group_by { |one| sign(@state, one) }.transform_values { |all| all.map { |one| sets(one) } }
        @theirs.paragraphs.count { |one| there[sign(@theirs, one)]&.any? { |set| same?(set, sets(one)) } }
      end

      def styles
        @theirs.sheet.styles.each_value.count do |style|
          other = @state.sheet.named(style.name, kind: style.kind)
          other && same?([other.properties], [style.properties])
        end
      end

      def sign(manuscript, paragraph)
        named = ->(id) { manuscript.sheet[id]&.name }
        [paragraph.text, named[paragraph.style], paragraph.spans.map { |span| [span[:end], named[span[:style]]] }]
      end

      def sets(paragraph) = [paragraph.properties.except(:numbering), *paragraph.spans.map { |span| span[:properties] }]

      def same?(one, other)
        one.zip(other).all? { |set, wanted| set == wanted || (Properties.differing(set, wanted) - [:numbering]).empty? }
      end
    end

    # What a file that came was made from: of several states of a manuscript the one that most of its paragraphs are in, as they had it, and
    # which paragraph is which.
    class Origin
      # @param theirs [Manuscript] @param states [Array<Manuscript>] the likeliest last, all of one file
      # @param source [String] its bytes
      # @return [Origin] of those that have as much of it the likeliest
      def self.of(theirs, states:, source:)
        new(theirs, states.each_with_index.max_by { |state, index| [*Nearness.new(theirs, state).counts, index] }.first, source)
      end

      # @param one [Manuscript] @param other [Manuscript] both as they were read
      # @return [Boolean] whether a reader would see no difference
      def self.same?(one, other)
        %i[blocks notes sections sheet lists settings matters asides].all? { |name| one.public_send(name) == other.public_send(name) }
      end

      # @return [Manuscript] as it was here, and as its file said it
      attr_reader :state, :had
      # @return [SideBySide::Alignment] of the paragraphs that they had and theirs
      attr_reader :alignment
      # @return [Hash{Integer=>Integer}] ids of theirs to ids here
      attr_reader :pairs

      def initialize(theirs, state, source)
        @state = state
        written = Formats.write(state, source: source)
        @had = Formats.read(written, name: "had#{Formats.of(state.format).endings.first}", limits: nil)
        @alignment = SideBySide::Alignment.new(had.paragraphs, theirs.paragraphs)
        notes = SideBySide::Alignment.new(had.note_paragraphs, theirs.note_paragraphs)
        @as_had = {}
        @pairs = [[@alignment, :paragraphs], [notes, :note_paragraphs]].each_with_object({}) do |(aligned, name), found|
          here = state.public_send(name)
          aligned.pairs.each do |was, is|
            id = theirs.public_send(name)[is].id
            @as_had[id] = had.public_send(name)[was]
            found[id] = here[was].id
          end
        end
      end

      # @param id [Integer] of a paragraph of theirs
      # @return [Manuscript::Paragraph, nil] as they had it
      def as_had(id) = @as_had[id]

      # @return [Manuscript::Paragraph, nil] the same as it was here
      def as_here(id) = state.paragraph(@pairs[id])
    end
  end
end
