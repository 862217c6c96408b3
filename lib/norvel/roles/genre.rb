# frozen_string_literal: true

require_relative "wording"
require_relative "genres/whole"
require_relative "genres/conversation"
require_relative "genres/verse"
require_relative "genres/letter"
require_relative "genres/cv"
require_relative "genres/minutes"
require_relative "genres/exam"
require_relative "genres/recipe"
require_relative "genres/agreement"

module Norvel
  class Roles
    # Manuscripts that are no book, told as wholes. What a line is there, the whole says better than its own look: a bold question is
    # no heading, a name before a colon heads nothing, an address is no subtitle. What has no role of ours there is `other`, which is
    # kept as it stands.
    class Genre
      ALL = {conversation: Genres::Conversation, verse: Genres::Verse, letter: Genres::Letter, cv: Genres::Cv, minutes: Genres::Minutes,
             examination: Genres::Exam, recipe: Genres::Recipe, agreement: Genres::Agreement}.freeze

      # @param reading [Reading]
      def initialize(reading)
        @reading = reading
      end

      # @return [Symbol, nil] of ALL; nil: a book, or nothing that is known
      def name = told.find { |_, genre, _| genre.whole? }&.first

      # @param name [Symbol] of ALL
      # @return [String] what it is called in a sentence
      def self.called(name) = ALL.fetch(name).called

      # @param paragraph [Manuscript::Paragraph]
      # @return [Vote, nil] what it is in such a manuscript
      def vote(paragraph) = votes[paragraph.id]

      private

      # @return [Array<Array(Symbol, Genres::Whole, Hash)>] those that claim something, the first claims first
      def told
        @told ||= ALL.filter_map do |name, kind|
          genre = kind.new(@reading)
          claims = genre.possible? ? genre.claims : {}
          [name, genre, claims] unless claims.empty?
        end
      end

      def votes = @votes ||= told.reverse.reduce({}) { |votes, (_, _, claims)| votes.merge(claims) }
    end
  end
end
