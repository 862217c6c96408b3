# frozen_string_literal: true

module Norvel
  module Changes
    # Lists of contents, figures and tables that a change of parts, pages, numbers or lists would make stale are brought up to date with it,
    # in the same step; those that were stale before are left as they are.
    module ListsFollow
      BEARING = [AcademicParts, BeginPart, JoinParts, LandscapePage, SetPart, SetFolios, SetPageDesign, MakeContents, CaptionsFromTyped,
        NumberHeadings, HeadingsFromTyped, RecountNumbers, ShiftHeadings].freeze

      # @param operation [Operation] @param examined [Examination] of the manuscript before it
      # @return [Operation] itself where no list follows
      def self.with(operation, examined)
        return operation if BEARING.none? { |kind| operation.instance_of?(kind) }

        current = examined.contents.lists.select { |list| examined.contents.state(list).current? }
        stale = current.empty? ? [] : stale_after(operation.call(examined.manuscript))
        following = current.select { |list| stale.include?(list.first) }
        return operation if following.empty?

        said = "#{following.map(&:called).join(", ")} brought up to date"
        Series.extending(operation, examined.manuscript, said, following.map { |list| ["update_contents", {"list" => list.first}] })
      end

      # @return [Array<Integer>] the first lines of lists that do not say what they should
      def self.stale_after(manuscript)
        contents = Contents.new(Layout.new(manuscript))
        contents.lists.reject { |list| contents.state(list).current? }.map(&:first)
      end
      private_class_method :stale_after
    end
  end
end
