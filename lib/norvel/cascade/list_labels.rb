# frozen_string_literal: true

module Norvel
  # Works out the numbers and bullets of lists over a manuscript (ISO/IEC 29500-1 §17.9).
  module ListLabels
    ROMAN = {1000 => "m", 900 => "cm", 500 => "d", 400 => "cd", 100 => "c", 90 => "xc", 50 => "l", 40 => "xl", 10 => "x", 9 => "ix",
             5 => "v", 4 => "iv", 1 => "i"}.freeze
    # Bullets that files take from symbol fonts, by code point of the private area.
    SYMBOLS = {"\uF0B7" => "•", "\uF0A7" => "▪", "\uF0D8" => "›", "\uF0FC" => "✓", "\uF06F" => "o"}.freeze

    # Signs of symbol fonts: without the font they are lost.
    SYMBOL_AREA = /[\uE000-\uF8FF]/

    module_function

    # Where the numbers of all lists stand, as one goes through a manuscript. A copy counts on by itself, to try a label out.
    class Counters
      def initialize
        @values = {}
        @started = {}
      end

      def initialize_copy(other)
        @values = @values.transform_values(&:dup)
        @started = @started.dup
      end

      # @param list [Manuscript::List] @param level [Integer] @param language [String, nil]
      # @return [String] the label of the next item
      def label(list, level, language: nil)
        values = (@values[list.counter || list.id] ||= {})
        restart(list, values)
        count(list, level, values)
        ListLabels.label(list, level, values, language: language)
      end

      private

      # A list that restarts a level does so once, when it first comes up.
      def restart(list, values)
        return if @started[list.id]

        @started[list.id] = true
        list.starts.each { |level, start| values[level] = start - 1 }
      end

      def count(list, level, values)
        (0...level).each { |higher| values[higher] ||= list.levels[higher]&.start || 1 }
        values[level] = values.key?(level) ? values[level] + 1 : list.levels[level].start
        values.delete_if { |deeper, _| deeper > level && list.levels[deeper]&.restart_after != 0 }
      end
    end

    # @param manuscript [Manuscript] @param cascade [Cascade]
    # @return [Hash{Integer=>String}] label by paragraph id
    def for(manuscript, cascade)
      counters = Counters.new
      manuscript.paragraphs.each_with_object({}) do |paragraph, labels|
        ref = cascade.numbering(paragraph) or next
        list = manuscript.lists[ref.list]
        labels[paragraph.id] = counters.label(list, ref.level, language: manuscript.info.language) if list.levels[ref.level]
      end
    end

    # What is typed for a bullet, beside an o.
    SIGNS = '•▪◦·●○■□◆◇▸▹►➢➤→⇒✓✔✗❖❑★☆»›–—*+\u2010-\u2012-'
    BULLET = /\A(?:[#{SIGNS}]|o)\z/

    # The words of body and notes with generated labels counted in place: what no change may lose.
    # @return [Array<Array<String>>] by paragraph, those without a word left out
    def words(manuscript, labels = self.for(manuscript, Cascade.new(manuscript)))
      (manuscript.paragraphs + manuscript.note_paragraphs).map { |paragraph| words_of(paragraph, labels) }.reject(&:empty?)
    end

    # Whether every word of every story is still there: in a paragraph whose text is another one now, its number or bullet counted in. A
    # number that a paragraph gains besides its text alters no word.
    # @param before [Manuscript] @param after [Manuscript]
    def same_words?(before, after)
      labels = [before, after].map { |manuscript| self.for(manuscript, Cascade.new(manuscript)) }
      return false unless same_beside?(before, after)

      old, new = [before, after].zip(labels).map do |manuscript, own|
        (manuscript.paragraphs + manuscript.note_paragraphs).select { |paragraph| words?(paragraph, own) }
      end
      return words(before, labels[0]) == words(after, labels[1]) unless old.map(&:id) == new.map(&:id)

      old.zip(new).all? { |was, now| same_paragraph?(was, now, labels) }
    end

    # What stands in headers, footers and text boxes.
    def same_beside?(before, after)
      was, now = [before, after].map { |manuscript| manuscript.margin_paragraphs + manuscript.aside_paragraphs }
      return true if was.size == now.size && was.zip(now).all? { |one, other| one.equal?(other) }

      [was, now].map { |paragraphs| paragraphs.flat_map { |one| words_of(one, {}) } }.uniq.size == 1
    end

    # @return [Boolean] whether `words_of` it are any
    def words?(paragraph, labels) = [labels[paragraph.id], paragraph.written].any? { |text| text&.match?(/[^[:space:]]/) }

    # A number that a field works out now and that was typed before is the same text.
    def same_paragraph?(was, now, labels)
      same = was.equal?(now) || was.text.equal?(now.text) || was.written == now.written || was.text == now.text
      (same && [nil, labels[1][now.id]].include?(labels[0][was.id])) || words_of(was, labels[0]) == words_of(now, labels[1])
    end

    # @param labels [Hash{Integer=>String}] by paragraph id
    # @return [Array<String>] the words of one paragraph, its label counted in; a bullet is no word, only that there is one counts
    def words_of(paragraph, labels)
      first, *others = Manuscript.words_in(plain("#{labels[paragraph.id]} #{paragraph.written}"))
      if first
        [first.match?(BULLET) ? "•" : first, *others]
      else
        []
      end
    end

    # @return [String] with bullets of symbol fonts as the signs that they show
    def plain(text) = text.match?(SYMBOL_AREA) ? text.gsub(SYMBOL_AREA) { |sign| SYMBOLS.fetch(sign, sign) } : text

    # How numbers may be written, with what that looks like.
    SAMPLES = {"decimal" => "1, 2, 3", "lower_roman" => "i, ii, iii", "upper_roman" => "I, II, III", "lower_letter" => "a, b, c",
               "upper_letter" => "A, B, C", "decimal_zero" => "01, 02, 03", "in_dashes" => "- 1 -, - 2 -", "ordinal" => "1st, 2nd, 3rd",
               "cardinal_text" => "One, Two, Three", "ordinal_text" => "First, Second, Third", "signs" => "*, †, ‡"}.freeze
    SIGNS_OF_NOTES = %w[* † ‡ §].freeze # and then each of them twice

    # @param number [Integer] from 1
    # @param format [String, Symbol] decimal, lower_roman, …
    # @param language [String, nil] in which words and ordinals are
    # @return [String]
    def write(number, format, language: nil)
      case format.to_s
      when "lower_roman" then roman(number)
      when "upper_roman" then roman(number).upcase
      when "lower_letter" then letters(number)
      when "upper_letter" then letters(number).upcase
      when "decimal_zero" then number.to_s.rjust(2, "0")
      when "in_dashes" then "- #{number} -"
      when "signs" then number.positive? ? SIGNS_OF_NOTES[(number - 1) % 4] * ((number - 1) / 4 + 1) : number.to_s
      when *NumberWords::FORMATS then NumberWords.write(number, format, language)
      when "none" then ""
      else number.to_s
      end
    end

    # @param number [Integer] 1 to 3999; others stay arabic
    def roman(number)
      return number.to_s unless number.between?(1, 3999)

      ROMAN.reduce(+"") do |text, (value, sign)|
        times, number = number.divmod(value)
        text << sign * times
      end
    end

    # a, b … z, aa, bb: the letter repeated (ISO/IEC 29500-1 §17.18.59)
    def letters(number) = number.positive? ? ("a".ord + (number - 1) % 26).chr * ((number - 1) / 26 + 1) : number.to_s

    # @param list [Manuscript::List] @param level [Integer]
    # @return [String] the first label of that level
    def sample(list, level) = label(list, level, (0..level).to_h { |index| [index, list.levels[index]&.start || 1] })

    # @param values [Hash{Integer=>Integer}] where the numbers of its levels stand
    # @return [String]
    def label(list, level, values, language: nil)
      own = list.levels[level]
      return SYMBOLS.fetch(own.text, own.text.match?(/\A[\uE000-\uF8FF]\z/) ? "•" : own.text) if own.format == "bullet"

      own.text.gsub(/%(\d)/) do
        index = $1.to_i - 1
        write(values[index] || 1, own.legal ? "decimal" : list.levels[index]&.format || "decimal", language: language)
      end
    end
  end
end
