# frozen_string_literal: true

module Norvel
  module Formats
    module Text
      # Lines of one paragraph as one. A hyphen at the end of a line goes where a person would take it out: where the word is known without
      # it, or is no compound of two known words.
      class JoinedLines
        BROKEN = /(?<first>[\p{L}\p{M}]{2,})-\z/
        GOES_ON = /\A(?<second>\p{Ll}[\p{L}\p{M}]+)/

        # @param lines [Array<String>] of the whole text, for the words in it
        def initialize(lines) = @lines = lines

        # @param rows [Array<String>]
        # @return [String]
        def words(rows)
          rows.map { |row| row.delete("\f").strip }.reduce do |text, row|
            first, second = text[BROKEN, :first], row[GOES_ON, :second]
            next "#{text} #{row}" unless first && second

            hyphen?(first, second) ? text + row : text.delete_suffix("-") + row
          end.to_s
        end

        private

        def hyphen?(first, second)
          return true if known.include?("#{first}-#{second}".downcase)
          return false if known.include?("#{first}#{second}".downcase)

          known.include?(first.downcase) && known.include?(second.downcase)
        end

        # Words that stand within lines.
        def known
          @known ||= @lines.flat_map { |line| line.downcase.scan(/[\p{L}\p{M}]+(?:-[\p{L}\p{M}]+)*(?!-?\s*\z)/) }.to_set
        end
      end
    end
  end
end
