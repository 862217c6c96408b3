# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Number formats of ISO/IEC 26300, part 3, §19.500 (style:num-format) by the names of the core.
      module NumberFormats
        FOLIOS = {"1" => :decimal, "i" => :lower_roman, "I" => :upper_roman, "a" => :lower_letter, "A" => :upper_letter}.freeze

        module_function

        # @param node [Nokogiri::XML::Element] that says style:num-format @param values [Values] told what is not known
        # @return [Symbol, nil] nil: no number
        def folio(node, values, instead = :decimal)
          said = Names.attribute(node, "style:num-format")
          return instead if said.nil?

          said.empty? ? nil : FOLIOS.fetch(said) { values.unknown("Numbers are written as “#{said[0, 20]}”", instead) }
        end
      end
    end
  end
end
