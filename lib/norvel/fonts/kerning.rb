# frozen_string_literal: true

module Norvel
  module Fonts
    # Pairs of glyphs that stand closer or farther than their advance widths say: the feature `kern` of OpenType's GPOS table (pair
    # adjustment, lookup type 2, also by way of extension, type 9), else the older table `kern`.
    class Kerning
      PAIRS = 2
      EXTENSION = 9
      X_ADVANCE = 0x0004 # OpenType, ValueRecord
      SCRIPTS = %w[latn DFLT].freeze

      # @param file [TTFunk::File]
      def initialize(file)
        entry = file.directory.tables["GPOS"]
        @data = entry ? file.contents.tap { |io| io.pos = entry[:offset] }.read(entry[:length]) : nil
        @lookups = @data ? lookups : []
        @older = @lookups.empty? ? older(file) : {}
        @known = {}
      end

      # @param left [Integer] @param right [Integer] glyphs
      # @return [Integer] font units to add to the advance of the left one
      def between(left, right)
        pair = [left, right]
        @known[pair] ||= @lookups.sum { |subtables| first_answer(subtables, left, right) } + @older.fetch(pair, 0)
      end

      private

      def first_answer(subtables, left, right)
        subtables.each { |subtable| (found = subtable.call(left, right)) and return found }
        0
      end

      def older(file)
        return {} unless file.kerning.exists?

        file.kerning.tables.flat_map { |table| table.pairs.to_a }.to_h
      end

      def lookups
        script, features, list = u16(4), u16(6), u16(8)
        indexes = kern_lookups(script, features)
        indexes.filter_map { |index| subtables(list + u16(list + 2 + 2 * index)) }.reject(&:empty?)
      end

      # The lookups of the feature in the default language of Latin script.
      def kern_lookups(script, features)
        table = table_of(script) or return []
        default = u16(table)
        return [] if default.zero?

        language = table + default
        wanted = Array.new(u16(language + 4)) { |index| u16(language + 6 + 2 * index) }
        wanted.select { |index| tag(features + 2 + 6 * index) == "kern" }.flat_map do |index|
          feature = features + u16(features + 2 + 6 * index + 4)
          Array.new(u16(feature + 2)) { |place| u16(feature + 4 + 2 * place) }
        end.uniq.sort
      end

      def table_of(script)
        found = Array.new(u16(script)) { |index| [tag(script + 2 + 6 * index), script + u16(script + 2 + 6 * index + 4)] }.to_h
        SCRIPTS.filter_map { |name| found[name] }.first
      end

      def subtables(lookup)
        kind = u16(lookup)
        Array.new(u16(lookup + 4)) { |index| lookup + u16(lookup + 6 + 2 * index) }.filter_map do |at|
          type, at = (kind == EXTENSION) ? [u16(at + 2), at + u32(at + 4)] : [kind, at]
          pair_adjustment(at) if type == PAIRS
        end
      end

      def pair_adjustment(at)
        first, second = u16(at + 4), u16(at + 6)
        size = [first, second].map { |format| 2 * format.digits(2).sum }
        advance = first.anybits?(X_ADVANCE) ? 2 * (first & (X_ADVANCE - 1)).digits(2).sum : nil
        covered = coverage(at + u16(at + 2))
        (u16(at) == 1) ? by_glyph(at, covered, size, advance) : by_class(at, covered, size, advance)
      end

      def by_glyph(at, covered, size, advance)
        sets = covered.transform_values { |index| at + u16(at + 10 + 2 * index) }
        pairs = {}
        lambda do |left, right|
          set = sets[left] or return
          pairs[left] ||= Array.new(u16(set)) { |index| set + 2 + index * (2 + size.sum) }.to_h do |pair|
            [u16(pair), advance ? i16(pair + 2 + advance) : 0]
          end
          pairs[left][right]
        end
      end

      def by_class(at, covered, size, advance)
        lefts, rights = classes(at + u16(at + 8)), classes(at + u16(at + 10))
        columns = u16(at + 14)
        lambda do |left, right|
          return unless covered.key?(left)

          place = lefts.fetch(left, 0) * columns + rights.fetch(right, 0)
          advance ? i16(at + 16 + place * size.sum + advance) : 0
        end
      end

      # @return [Hash{Integer=>Integer}] glyph to its place
      def coverage(at)
        return Array.new(u16(at + 2)) { |index| [u16(at + 4 + 2 * index), index] }.to_h if u16(at) == 1

        ranges(at + 4, u16(at + 2)).flat_map { |from, to, start| (from..to).map { |glyph| [glyph, start + glyph - from] } }.to_h
      end

      # @return [Hash{Integer=>Integer}] glyph to its class, those of class 0 left out
      def classes(at)
        return Array.new(u16(at + 4)) { |index| [u16(at + 2) + index, u16(at + 6 + 2 * index)] }.to_h if u16(at) == 1

        ranges(at + 4, u16(at + 2)).flat_map { |from, to, name| (from..to).map { |glyph| [glyph, name] } }.to_h
      end

      def ranges(at, count) = Array.new(count) { |index| Array.new(3) { |place| u16(at + 6 * index + 2 * place) } }

      def u16(at) = @data.getbyte(at) << 8 | @data.getbyte(at + 1)

      def i16(at) = u16(at).then { |value| (value > 0x7FFF) ? value - 0x10000 : value }

      def u32(at) = u16(at) << 16 | u16(at + 2)

      def tag(at) = @data[at, 4]
    end
  end
end
