# frozen_string_literal: true

require_relative "characters"

module Norvel
  module Formats
    module Docx
      # What a file that is to be delivered lacks of the file that came, though no change says so: characters of any part, net of those that
      # the manuscript itself has lost, and elements, where no word of it was altered.
      class LostOnTheWay
        NAMED = 40 # letters of what is named

        # @param before [Manuscript] as it came @param now [Manuscript]
        # @param members [Hash{String=>String}] of the file that came @param changed [Hash{String=>String}] those that are others now
        def initialize(before, now, members, changed)
          @before = before
          @now = now
          parts = changed.keys.grep(Characters::STORIES)
          # New parts may hold what others lost.
          @was, @is = [members, changed].map { |files| parts.filter_map { |name| [name, Characters.new(files[name])] if files.key?(name) }.to_h }
        end

        # @return [Array<String>] each a part and what it lacks
        def to_a = letters + elements

        private

        def letters
          return [] if @was.all? { |name, part| part.text == @is[name].text }

          gone = less(sum(@was, :letters), sum(@is, :letters))
          gone = less(gone, less(*[@before, @now].map { |manuscript| said(manuscript) })) if gone.any?
          return [] if gone.empty?

          @was.filter_map do |name, part|
            words = less(part.words.tally, @is[name].words.tally).keys.select { |word| word.each_char.any? { |letter| gone.key?(letter) } }
            "#{name}: “#{words.join(" ")[0, NAMED]}”" if words.any?
          end
        end

        def elements
          return [] unless @before.matters == @now.matters && less(said(@before), said(@now)).empty?

          @was.flat_map { |name, part| less(part.elements, @is[name].elements).map { |element, count| "#{name}: #{count} × #{element}" } }
        end

        def sum(parts, what) = parts.values.map(&what).reduce({}) { |all, one| all.merge(one) { |_, mine, other| mine + other } }

        def less(one, other) = one.filter_map { |key, count| [key, count - other.fetch(key, 0)] if count > other.fetch(key, 0) }.to_h

        # All letters that the manuscript knows of.
        def said(manuscript)
          @said ||= {}.compare_by_identity
          @said[manuscript] ||= begin
            texts = manuscript.all_paragraphs.flat_map { |paragraph| [paragraph.text, *paragraph.runs.flat_map(&:held)] } + manuscript.matters.map(&:text)
            texts.join.gsub(/[[:space:]]/, "").each_char.tally
          end
        end
      end
    end
  end
end
