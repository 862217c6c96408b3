# frozen_string_literal: true

module Norvel
  class NextVersion
    # Lists of contents, figures and tables that were made here since they had it are made of theirs as well, before what they stand
    # before here.
    class ContentsAgain
      # @return [Manuscript] with them
      attr_reader :manuscript
      # @return [Integer] those that could not be made
      attr_reader :left

      # @param divided [Manuscript] the same in its parts
      # @return [Manuscript] with the folios that its headings have by then
      def up_to_date(divided)
        (@manuscript.contents - @came).reduce(divided) do |one, list|
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
        @came = theirs.contents
        @there = ids.invert
        had = base.contents.map(&:first)
        @left = now.contents.count { |list| !had.include?(list.first) && @came.none? { |one| alike?(one, list) } && !made?(list) }
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
        @now.paragraphs.drop(@now.index_of(list.last) + 1).each do |one|
          there = @manuscript.paragraph(@there[one.id])
          return there.id if there && !there.in_table
        end
        nil
      end

      def asked(list)
        over = @now.paragraphs[@now.index_of(list.first) - 1] unless @now.index_of(list.first).zero?
        heading = over if over&.runs&.any? && over.runs.all? { |run| run.generated && run.refers&.what == :quote }
        {"title" => heading&.text, "heading" => heading && @styles[heading.style], "of" => list.of, "levels" => list.levels&.last,
         "entries" => list.entries.to_h { |level, style| [level.to_s, @styles[style]] }.compact}.compact
      end
    end
  end
end
