# frozen_string_literal: true

module Norvel
  class NextVersion
    # Lists of contents, figures and tables that were made here since they had it are made of theirs as well, before what they stand
    # before here; those that were brought up to date here are so there.
    class ContentsAgain
      # @return [Manuscript] with them
      attr_reader :manuscript
      # @return [Integer] those that could not be made
      attr_reader :left

      # @param divided [Manuscript] the same in its parts
      # @return [Manuscript] with the folios that its headings have by then
      def up_to_date(divided)
        @stale.reduce(divided) do |one, list|
          Changes.build("update_contents", {"list" => list.first}).call(one)
        rescue NothingToChange
          one
        end
      end

      # @param theirs [Manuscript] in our styles and parts @param base [Manuscript] what they had, as it was here
      # @param now [Manuscript] in force
      # @param ids [Hash{Integer=>Integer}] ids of their paragraphs to ids of those here
      # @param styles [Hash{String=>String}] ids of styles of now to what they are there
      def initialize(theirs, base:, now:, ids:, styles:)
        @manuscript, @now, @styles = theirs, now, styles
        @there = ids.invert
        came = theirs.contents
        had = base.contents.map(&:first)
        @left = now.contents.count { |list| !had.include?(list.first) && came.none? { |one| alike?(one, list) } && !made?(list) }
        lines = Changes::UpdateContents.method(:lines)
        renewed = now.contents.select { |list| had.include?(list.first) && lines[now, list] != lines[base, list] }
        @stale = @manuscript.contents - came + came.select { |list| renewed.any? { |one| alike?(one, list) } }
      end

      private

      def alike?(one, other) = [one.kind, one.of] == [other.kind, other.of]

      def made?(list)
        before = following(list) or return false
        @manuscript = Changes.build("make_contents", {"before" => before, **asked(list)}).call(@manuscript)
        true
      rescue ChangeRefused
        false
      end

      # @return [Integer, nil] the first paragraph of theirs, in no table, that stands after it here
      def following(list)
        last = @now.index_of(list.last) or return
        behind = @now.paragraphs.drop(last + 1).lazy.filter_map { |one| @manuscript.paragraph(@there[one.id]) }
        behind.find { |one| !one.in_table }&.id
      end

      def asked(list)
        first = @now.index_of(list.first)
        over = @now.paragraphs[first - 1] if first&.positive?
        heading = over if over&.runs&.any? && over.runs.all? { |run| run.generated && run.refers&.what == :quote }
        {"title" => heading&.text, "heading" => heading && @styles[heading.style], "of" => list.of, "levels" => list.levels&.last,
         "entries" => list.entries.to_h { |level, style| [level.to_s, @styles[style]] }.compact}.compact
      end
    end
  end
end
