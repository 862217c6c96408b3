# frozen_string_literal: true

module Norvel
  class Plan
    # The numbers of headings as the guide has them: by their styles, in its scheme; known parts of the front and the back have none.
    class HeadingNumbers
      # @param draft [Draft] @param guide [Guide] @param roles [Roles]
      def initialize(draft, guide, roles)
        @draft = draft
        @guide = guide
        @roles = roles
      end

      # @return [void]
      def add_lines
        return if scheme.nil? || @roles.genre || headings.empty?
        return numbered_otherwise if Changes::NumberHeadings.current(now) && !so?

        wanted = {"scheme" => scheme, "prefix" => @guide.headings[:prefix]}.compact
        @draft.add("number_headings", wanted, headings, 0.85, :headings) unless so?
        bare = named.select { |paragraph| cascade.numbering(now.paragraph(paragraph.id)) }
        return if bare.empty?

        @draft.add("format_here", {"paragraphs" => bare.map(&:id), "values" => {"numbering" => "none"}}, bare, 0.85, :headings)
      rescue NothingToChange, ChangeRefused => error
        @draft.remark(:headings, error.message)
      end

      private

      # Other numbers may be named in the text.
      def numbered_otherwise
        @draft.remark(:headings, "The headings are numbered otherwise than “#{scheme}”, as the guide has it; their numbers stay, " \
          "since the text may name them. Styles numbers them anew.")
      end

      def now = @draft.manuscript

      def cascade = Cascade.new(now)

      def scheme = @guide.heading_numbers

      def headings = @headings ||= @roles.in(*Roles::HEADINGS).select { |paragraph| now.paragraph(paragraph.id) && !paragraph.in_table }

      def named = headings.select { |paragraph| Roles::NamedParts.kind(paragraph.text) }

      # Whether the styles number the headings so already.
      def so?
        list = Changes::NumberHeadings.current(now) or return false
        wanted = Changes::NumberHeadings::SCHEMES.fetch(scheme)
        wanted.first(3).each_with_index.all? do |(format, _), index|
          level = list.levels[index]
          level.nil? || level.format == format
        end
      end
    end
  end
end
