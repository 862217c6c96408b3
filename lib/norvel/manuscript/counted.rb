# frozen_string_literal: true

module Norvel
  class Manuscript
    # Numbers of things in sentences: "1 place", "3 places".
    module Counted
      private

      # @param one [String] what is said of one @param many [String] of any other number
      # @return [String]
      def counted(number, one, many = "#{one}s") = "#{number} #{(number == 1) ? one : many}"
    end
  end
end
