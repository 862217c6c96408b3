# frozen_string_literal: true

require "ttfunk"
require "ttfunk/subset"

module Norvel
  module Fonts
    # Whether the outlines of a font file can be read and written again. The library meets damaged tables with many kinds of errors; here
    # stands nothing but calls of it.
    module Outlines
      module_function

      # @param file [TTFunk::File] @param codes [Array<Integer>] code points
      # @return [String, nil] the bytes of a font with these alone; nil where that cannot be
      def subset(file, codes)
        made = TTFunk::Subset::Unicode.new(file)
        made.use(0) # what stands for missing characters is the first glyph of every font
        codes.each { |code| made.use(code) }
        [made.encode, made.old_to_new_glyph]
      rescue StandardError, SystemStackError
        nil
      end

      # @return [Array<Integer>] those of the code points whose outlines can be read, each found by halves
      def readable(file, codes)
        return codes if codes.empty? || subset(file, codes)
        return [] if codes.size == 1

        codes.each_slice((codes.size / 2.0).ceil).flat_map { |half| readable(file, half) }
      end
    end
  end
end
