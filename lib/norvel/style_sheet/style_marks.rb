# frozen_string_literal: true

module Norvel
  class StyleSheet
    # The codes that stand in the outer margin, as copy editors code a manuscript by hand:
    # the initials of the name and its number ("Block quotation" BQ, "Heading 2" H2).
    module StyleMarks
      LONGEST = 4

      module_function

      # @param styles [Array<Style>]
      # @return [Hash{String=>String}] style id to code; no two alike
      def for(styles)
        taken = {}
        last = Hash.new(1)
        styles.to_h do |style|
          code = candidates(style.name, last).find { |candidate| !taken[candidate] }
          taken[code] = true
          [style.id, code]
        end
      end

      # @param last [Hash{String=>Integer}] the number that was given last under some initials
      def candidates(name, last)
        words = name.scan(/\p{L}+|\d+/)
        initials = words.map { |word| word.match?(/\d/) ? word : word[0].upcase }.join[0, LONGEST]
        initials = "?" if initials.empty?
        longer = words.first.to_s[0, 3].capitalize + words.drop(1).map { |word| word[0].upcase }.join
        Enumerator.new do |codes|
          codes << initials
          codes << longer[0, LONGEST] unless longer.empty?
          loop { codes << "#{initials[0, 2]}·#{last[initials[0, 2]] += 1}" }
        end.lazy
      end
      private_class_method :candidates
    end
  end
end
