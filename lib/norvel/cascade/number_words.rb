# frozen_string_literal: true

module Norvel
  # Numbers as words and ordinals, as folios, notes and lists may be written (ISO/IEC 29500-1 §17.18.59), in the languages that are known
  # here; in others a number stays in figures.
  #
  #   NumberWords.write(21, "ordinal", "en-GB")   # "21st"
  module NumberWords
    ORDINALS = {
      "en" => ->(number) { "#{number}#{english_ending(number)}" }, "de" => ->(number) { "#{number}." },
      "fr" => ->(number) { (number == 1) ? "1er" : "#{number}e" }, "es" => ->(number) { "#{number}.º" },
      "it" => ->(number) { "#{number}º" }, "pt" => ->(number) { "#{number}.º" }, "nl" => ->(number) { "#{number}e" }
    }.freeze
    SMALL = %w[zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen
      nineteen].freeze
    TENS = %w[_ _ twenty thirty forty fifty sixty seventy eighty ninety].freeze
    UNLIKE = {"one" => "first", "two" => "second", "three" => "third", "five" => "fifth", "eight" => "eighth", "nine" => "ninth",
              "twelve" => "twelfth"}.freeze
    FORMATS = %w[ordinal cardinal_text ordinal_text].freeze
    MOST = 9_999

    module_function

    # @param format [String, Symbol] @param language [String, nil]
    # @return [Boolean] whether numbers can be written so in that language
    def knows?(format, language)
      spoken = spoken(language)
      (format.to_s == "ordinal") ? ORDINALS.key?(spoken) : spoken == "en"
    end

    # @param number [Integer] @return [String] in figures where the language is not known
    def write(number, format, language)
      return number.to_s unless knows?(format, language) && number.between?(1, MOST)

      case format.to_s
      when "ordinal" then ORDINALS.fetch(spoken(language))[number]
      when "cardinal_text" then cardinal(number).capitalize
      else ordinal(number).capitalize
      end
    end

    def spoken(language) = language.to_s.downcase[/\A[a-z]+/]

    def english_ending(number)
      return "th" if (number % 100).between?(11, 13)

      {1 => "st", 2 => "nd", 3 => "rd"}.fetch(number % 10, "th")
    end

    def cardinal(number)
      [[1_000, "thousand"], [100, "hundred"]].each do |size, name|
        next if number < size

        rest = number % size
        return "#{cardinal(number / size)} #{name}#{" #{cardinal(rest)}" if rest.positive?}"
      end
      (number < 20) ? SMALL[number] : [TENS[number / 10], (SMALL[number % 10] if (number % 10).positive?)].compact.join("-")
    end

    def ordinal(number)
      before, sign, last = cardinal(number).rpartition(/[ -]/)
      before + sign + (UNLIKE[last] || "#{last.end_with?("y") ? "#{last.chop}ie" : last}th")
    end
    private_class_method :spoken, :english_ending, :cardinal, :ordinal
  end
end
