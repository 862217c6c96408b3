# frozen_string_literal: true

module Norvel
  class Roles
    module Genres
      # A CV: entries with their dates before them.
      class Cv < Whole
        def self.called = "a CV"

        TODAY = "(?:today|now|present|date|heute|jetzt|dato|aujourd['’]hui|présent|hoy|actualidad|presente|…|\\.\\.\\.)"
        MOMENT = "(?:\\d{1,2}[./]){0,2}(?:#{Wording::MONTH}\\s+)?#{Wording::YEAR}"
        PERIOD = /\A\s*(?:(?:since|from|seit|ab|von|depuis|desde)\s+)?#{MOMENT}
          (?:\s*(?:[–—-]|to|until|bis|à|a|hasta)\s*(?:#{MOMENT}|\d\d|#{TODAY})?)?\s*(?:\t|:\s|\s{3,})\s*\S/xi
        ENTRIES = 3

        # @return [Hash{Integer=>Vote}]
        def claims
          entries = texts.select { |paragraph| paragraph.text.length < 400 && paragraph.text.match?(PERIOD) }
          return {} unless entries.size >= ENTRIES && entries.size * 5 >= texts.size

          heads = heads_over(entries)
          above = heads.empty? ? [] : texts.take_while { |paragraph| !paragraph.equal?(heads.first) }
          claim(entries, :other, 0.93, "a dated entry of a CV")
            .merge(claim(heads, :heading_1, 0.86, "heads a part of a CV"))
            .merge(claim(above.first(1), :title, 0.86, "the first line of a CV"))
            .merge(claim(above.drop(1), :other, 0.86, "stands under the name in a CV"))
        end

        private

        # Lines that are set off, right above an entry, and whatever looks the same.
        def heads_over(entries)
          over = entries.filter_map { |entry| @reading.preceding(entry) }.select { |line| heads?(line, entries) }
          looks = over.map { |line| look(line) }.uniq
          texts.select { |line| heads?(line, entries) && looks.include?(look(line)) }
        end

        def heads?(line, entries)
          (@reading.level(line) || (short?(line) && @reading.striking?(line))) && !line.text.include?("\t") && !entries.include?(line)
        end
      end
    end
  end
end
