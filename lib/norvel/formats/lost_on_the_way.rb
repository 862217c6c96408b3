# frozen_string_literal: true

module Norvel
  module Formats
    # What a file that is to be delivered lacks of the file that came, though no change says so: characters of any part, net of those that
    # the manuscript itself has lost, and elements, where no word of it was altered.
    class LostOnTheWay
      NAMED = 40 # letters of what is named

      # @param before [Manuscript] as it came @param now [Manuscript]
      # @param members [Hash{String=>String}] of the file that came @param changed [Hash{String=>String}] those that are others now
      # @param characters [Class] the format's `Characters`
      def initialize(before, now, members, changed, characters)
        @before = before
        @now = now
        parts = changed.keys.grep(characters::STORIES)
        # New parts may hold what others lost.
        @was, @is = [members, changed].map do |files|
          parts.filter_map { |name| [name, characters.new(files[name])] if files.key?(name) }.to_h
        end
      end

      # @return [Array<String>] each a part and what it lacks
      def to_a = letters + elements

      private

      def letters
        was, is = [@was, @is].map { |parts| parts.each_value.flat_map(&:lines).tally }
        gone = fewer_letters(was, is)
        gone = less(gone, unsaid) if gone.any?
        return [] if gone.empty?

        @was.filter_map do |name, part|
          words = less(part.words.tally, @is[name].words.tally).keys.select { |word| word.each_char.any? { |letter| gone.key?(letter) } }
          "#{name}: “#{words.join(" ")[0, NAMED]}”" if words.any?
        end
      end

      def elements
        return [] unless @before.matters == @now.matters && unsaid.empty?

        gone = less(*[@was, @is].map { |parts| all_elements(parts) })
        return [] if gone.empty? # a header that another part has as well is none

        @was.flat_map do |name, part|
          lost = less(part.elements, @is[name].elements).slice(*gone.keys)
          lost.map { |element, count| "#{name}: #{count} × #{element}" }
        end
      end

      # @return [Hash{String=>Integer}] of all parts together
      def all_elements(parts)
        parts.each_value.map(&:elements).reduce({}) { |all, one| all.merge(one) { |_, mine, other| mine + other } }
      end

      def less(one, other) = one.filter_map { |key, count| [key, count - other.fetch(key, 0)] if count > other.fetch(key, 0) }.to_h

      # What stands in both is counted in neither.
      def apart(one, other) = [less(one, other), less(other, one)]

      # Lines, then words, then letters: what is alike is not taken to pieces.
      # @param was [Hash{String=>Integer}] lines and how often each stands there @param is [Hash{String=>Integer}]
      # @return [Hash{String=>Integer}] the letters that there are fewer of, white space left out
      def fewer_letters(was, is)
        words = apart(*apart(was, is).map { |lines| pieces(lines, &:split) })
        less(*words.map { |one| pieces(one) { |word| word.gsub(/[[:space:]]/, "").chars } })
      end

      # @yieldparam whole [String] @yieldreturn [Array<String>]
      # @return [Hash{String=>Integer}] the pieces of all, how often
      def pieces(wholes)
        wholes.each_with_object(Hash.new(0)) { |(whole, times), found| yield(whole).each { |piece| found[piece] += times } }
      end

      # @return [Hash{String=>Integer}] the letters that the manuscript knew of and does not know of any more
      def unsaid = @unsaid ||= fewer_letters(said(@before), said(@now))

      # @return [Hash{String=>Integer}] all words that the manuscript knows of, a paragraph a line
      def said(manuscript)
        paragraphs = manuscript.all_paragraphs.flat_map { |paragraph| [paragraph.text, *paragraph.runs.flat_map(&:held)] }
        (paragraphs + manuscript.matters.map(&:text)).tally
      end
    end
  end
end
