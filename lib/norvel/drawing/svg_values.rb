# frozen_string_literal: true

require "cgi/escape"

module Norvel
  module Drawing
    # How values are written in SVG.
    module SvgValues
      private

      # @param number [Float] @return [String, Integer] with two decimals at most
      def n(number) = (number.round(2) % 1).zero? ? number.round.to_s : number.round(2).to_s

      # @return [String] escaped
      def h(text) = CGI.escapeHTML(text.to_s)
    end
  end
end
