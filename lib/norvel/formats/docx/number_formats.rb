# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Number formats of ISO/IEC 29500-1 §17.18.59 by the names of the core: of lists, folios and notes.
      module NumberFormats
        FOLIOS = {"decimal" => :decimal, "lowerRoman" => :lower_roman, "upperRoman" => :upper_roman, "lowerLetter" => :lower_letter,
                  "upperLetter" => :upper_letter, "decimalZero" => :decimal_zero, "numberInDash" => :in_dashes, "chicago" => :signs,
                  "ordinal" => :ordinal, "cardinalText" => :cardinal_text, "ordinalText" => :ordinal_text}.freeze
        LISTS = FOLIOS.transform_values(&:to_s).freeze
        PLAIN = %w[bullet none].freeze # of lists, besides

        module_function

        # @param said [String] of a list's level in a file
        # @return [String] by its name in the core; one that the core has no name for as it is
        def of_list(said) = LISTS.fetch(said, said)

        # @param said [String] of a list's level in a file
        # @return [Boolean] whether its numbers are written as it says
        def known?(said) = LISTS.key?(said) || PLAIN.include?(said)

        # @param name [String, nil] of a list's level
        # @return [String, nil] as a file says it
        def said(name) = LISTS.key(name) || name
      end
    end
  end
end
