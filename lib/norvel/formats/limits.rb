# frozen_string_literal: true

module Norvel
  module Formats
    # How large a manuscript may be: as large as opens, is tidied and delivered on a machine of two cores within a
    # minute or two. Whoever has more room says so in NORVEL_LIMITS ("paragraphs=200000,cells=100000").
    class Limits < Value.define(paragraphs: 70_000, cells: 60_000, sections: 1_200, styles: 4_000, letters: 1_000_000)
      WORDS = {paragraphs: "paragraphs", cells: "cells of tables", sections: "sections", styles: "styles",
               letters: "letters in one paragraph"}.freeze
      SETTING = "NORVEL_LIMITS"

      # @param said [String] pairs of a name and a number
      # @return [Limits] those that are said, else the defaults
      def self.said(said = ENV.fetch(SETTING, ""))
        pairs = said.split(",").filter_map { |pair| pair.strip.match(/\A(\w+)=(\d{1,9})\z/)&.captures }
        new(**pairs.to_h { |name, number| [name.to_sym, number.to_i] }.slice(*members))
      end

      # @param what [Symbol] @param found [Integer]
      # @raise [FileError]
      def refuse(what, found)
        grouped = ->(number) { number.to_s.reverse.scan(/\d{1,3}/).join(",").reverse }
        raise FileError, "The file has #{grouped[found]} #{WORDS.fetch(what)}; Norvel opens up " \
          "to #{grouped[self[what]]}. Divide it into several files, or raise the limit (#{SETTING}=#{what}=#{found})."
      end
    end
  end
end
