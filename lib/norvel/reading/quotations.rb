# frozen_string_literal: true

module Norvel
  # What stands in quotation marks in a text, in whatever marks: the outer stretches, from the opening mark to behind the closing one. An
  # apostrophe opens nothing; what is opened and never closed goes on to the text's end, where the mark can be nothing else.
  #
  #   Quotations.in("She said “so ‘it’ was”, and left.")   # one stretch, from 9 to 22, opened by “
  class Quotations
    # `from` and `to` by code points.
    Stretch = Value.define(:opening, :from, :to, closed: true)

    # What closes what (common practice of four languages, no source).
    PAIRS = {"“" => "”", "„" => "“”", "‟" => "”", "«" => "»", "»" => "«", "\"" => "\"", "‘" => "’", "‚" => "‘’", "‹" => "›", "›" => "‹",
             "'" => "'"}.freeze
    SINGLE = "‘‚'" # marks that are apostrophes, commas or closing marks as well
    GUILLEMETS = "«»"
    BEFORE = /[[:space:](\[{—–\-\/«»“„"\u{FFFC}]/
    AFTER_A_SENTENCE = /[.,;:!?…]/
    BEHIND = /[[:space:].,;:!?…)\]”»]/
    ANY = /[#{Regexp.escape(PAIRS.keys.join)}]/
    private_constant :ANY

    # @param text [String]
    # @return [Array<Stretch>] from left to right
    def self.in(text) = text.match?(ANY) ? new(text).stretches : []

    def initialize(text)
      @signs = text.chars
    end

    # @return [Array<Stretch>]
    def stretches
      found = []
      at = 0
      while at < @signs.size
        stretch = PAIRS.key?(@signs[at]) ? stretch(at) : nil
        found << stretch if stretch
        at = stretch ? stretch.to : at + 1
      end
      found
    end

    private

    def stretch(at)
      sign = @signs[at]
      return unless opens?(at)

      close = closing(at)
      return Stretch.new(opening: sign, from: at, to: close + 1) if close

      Stretch.new(opening: sign, from: at, to: @signs.size, closed: false) unless (SINGLE + "\"").include?(sign)
    end

    # At a word's start; guillemets have a space within in some languages.
    def opens?(at)
      return false if @signs[at + 1].nil? || (at.positive? && !@signs[at - 1].match?(BEFORE))
      return true unless space?(at + 1)

      GUILLEMETS.include?(@signs[at]) && !@signs[at + 2].nil? && !space?(at + 2)
    end

    # The first that can close it; of single ones the first behind a sentence or before a mark, since others may be apostrophes.
    def closing(at)
      return closings(at).first unless SINGLE.include?(@signs[at])

      places = closings(at)
      places.find { |place| @signs[place - 1].match?(AFTER_A_SENTENCE) || ends?(place) } || places.first
    end

    def ends?(place) = @signs[place + 1].nil? || (@signs[place + 1].match?(BEHIND) && !space?(place + 1))

    APOSTROPHES = 40 # that a quotation in single marks may have
    MARKS = 400 # that are looked at behind an opening one

    # @return [Array<Integer>] places of marks that can close what is opened at one
    def closings(at)
      own = @signs[at]
      depth, found = 0, []
      marks(own).then { |all| all[(all.bsearch_index { |place, _| place > at } || all.size), MARKS] }.each do |place, closes|
        if closes then depth.zero? ? found << place : depth -= 1
        else depth += 1
        end
        break if found.size >= (SINGLE.include?(own) ? APOSTROPHES : 1)
      end
      found
    end

    # @return [Array<Array(Integer, Boolean)>] where marks of a kind stand, and whether they close or open; none where none closes
    def marks(own)
      (@marks ||= {})[own] ||= begin
        found = @signs.each_index.filter_map do |place|
          if closes?(place, own) then [place, true]
          elsif @signs[place] == own && opens?(place) then [place, false]
          end
        end
        found.any?(&:last) ? found : []
      end
    end

    def closes?(place, own)
      return false unless PAIRS.fetch(own).include?(@signs[place])
      return false if place.zero? || @signs[place + 1]&.match?(/[\p{L}\d]/)

      GUILLEMETS.include?(own) || !space?(place - 1)
    end

    def space?(place) = @signs[place].nil? || @signs[place].match?(/[[:space:]]/)
  end
end
