# frozen_string_literal: true

require_relative "plan/lines_of"

module Norvel
  # The clean-up of a manuscript against a guide, as a list of changes: the guide's page design, its sheet of styles brought in and given
  # to each role, typed lists and numbers made real ones, white space, direct formatting and blank lines removed. Each line can be read
  # before it is applied.
  #
  #   plan = Plan.new(manuscript, guide)
  #   plan.lines.map(&:sentence)
  #   plan.apply                       # the manuscript afterwards
  class Plan
    include LinesOf
    include Manuscript::Counted

    # `part` is what it belongs to: :page_design, :lists, :headings, :white_space, :direct, :empty or a role.
    Line = Value.define(:operation, :sentence, :paragraphs, :confidence, :part) do
      # @return [Boolean] whether a person should look at it
      def unsure? = Plan.how_sure(confidence) == "unsure"
    end

    # What is left as it is, and why: `part` as with lines.
    Remark = Value.define(:part, :sentence, :paragraphs)

    # Paragraphs that are taken for the same for the same reason: how surely, and in how many looks they come.
    Group = Value.define(:role, :reason, :paragraphs, :confidence, :looks) do
      # @return [Boolean] whether a person should look at it
      def unsure? = Plan.how_sure(confidence) == "unsure"
    end

    PARTS = {
      page_design: "Paper and margins", sheet: "The guide's style sheet", long_quotations: "Long quotations in quotation marks",
      lists: "Typed numbers and bullets", headings: "Typed numbers of headings", white_space: "White space",
      beside: "What follows what, and what stands beside the text", words: "Words that look otherwise", direct: "Direct formatting",
      empty: "Blank lines", captions: "Captions", contents: "Contents", parts: "Parts and folios",
      unused: "Old styles that nothing uses any more"
    }.freeze

    # @param subject [Examination, Manuscript] @param guide [Guide]
    # @param roles [Roles] corrected; nil: as they are read
    # @param without [Array<Symbol>] parts that were struck out; what rests on them is left too, which is said
    # @param also [Array<Symbol>] parts that are done only where they are asked for: those of OFFERS
    def initialize(subject, guide, roles: nil, without: [], also: [])
      @examined = Examination.of(subject)
      @manuscript = @examined.manuscript
      @guide = guide
      @roles = roles || @examined.roles
      @struck = StruckOut.new(without)
      @without = @struck.parts
      @also = also
    end

    # What is done only where it is asked for, as it is asked.
    OFFERS = {unused: "take them out too", run_in_heading: "make them run-in headings"}.freeze

    # What the paragraphs of a manuscript are taken for, the unsure ones first; empty paragraphs are left out.
    # @param roles [Roles] @param looks [Array<Looks::Look>] of the same manuscript
    # @return [Array<Group>]
    def self.groups(roles, looks)
      look_of = looks.flat_map { |look| look.paragraphs.map { |id| [id, look.id] } }.to_h
      groups = look_of.keys.sort.group_by { |id| roles.of(id).then { |role| [role.name, role.reasons.first] } }.map do |(role, reason), ids|
        Group.new(role: role, reason: reason, paragraphs: ids, confidence: (ids.sum { |id| roles.of(id).confidence } / ids.size).round(2),
          looks: ids.map { |id| look_of[id] }.uniq)
      end
      groups.sort_by { |group| [group.unsure? ? 0 : 1, Roles::ALL.index(group.role), -group.paragraphs.size] }
    end

    private

    def title = "Tidied by #{@guide.title}: #{lines.size} changes."

    # @return [Array<Array(Line, Manuscript)>]
    def steps
      @steps ||= begin
        @draft = Draft.new(@manuscript)
        page_design unless struck?(:page_design)
        @draft.substitute("lists_from_typed", Changes::ListsFromTyped.possible(@manuscript, @roles), 0.9, :lists) unless struck?(:lists)
        styles
        new_pages unless struck?(:empty)
        typed_headings unless struck?(:headings)
        HeadingNumbers.new(@draft, @guide, @roles).add_lines unless struck?(:headings)
        @draft.substitute("tidy_white_space", "all", 0.9, :white_space) unless struck?(:white_space)
        @draft.substitute("drop_page_breaks", "all", 0.95, :empty) unless struck?(:empty)
        direct unless struck?(:direct)
        BlankLines.new(@draft, @roles).add_lines unless struck?(:empty)
        BookOfPages.new(@draft, @guide, @roles, @without).add_lines
        unused
        @struck.tell(@draft, @guide)
        @draft.steps
      end
    end

    # Typed numbers are words, so they stay where the guide wants none.
    def typed_headings
      return @draft.substitute("headings_from_typed", "all", 0.9, :headings) unless @guide.headings_bare?

      typed = @draft.manuscript.paragraphs.select { |one| Roles.level(@roles.of(one.id).name) && Roles::Wording.outline(one.text) }
      return if typed.empty?

      many = counted(typed.size, "typed number of a heading stays", "typed numbers of headings stay")
      @draft.remark(:headings, "#{many}: the guide wants none, and a clean-up takes no words.", typed)
    end

    def styles
      sheet = GuideSheet.new(@draft, @guide, @roles, @without)
      unless struck?(:sheet) || @guide.styles.empty?
        sheet.add_lines
        @sheet = sheet
        own = @manuscript.sheet.language
        other = @guide.language if own && @guide.language != own
        @draft.remark(:sheet, "The manuscript's language, #{own}, stays; the guide is in #{other}.") if other
      end
      OwnLooks.new(@draft, @roles).add_lines(sheet.unguided) unless struck?(:sheet)
      RunIns.new(@draft, @roles, sheet, also: @also.include?(:run_in_heading)).add_lines unless struck?(:run_in_heading)
    end

    # Old styles go only where somebody says so; otherwise they are named.
    def unused
      left = @sheet&.left_over(@draft.manuscript) || []
      return if left.empty?
      return @draft.add("remove_unused_styles", {"styles" => left.map(&:id)}, [], 0.99, :unused) if @also.include?(:unused)

      many = counted(left.size, "style of the old sheet is", "styles of the old sheet are")
      @draft.remark(:unused, "#{many} used by nothing any more: #{left.map(&:name).join(", ")}.")
    end

    def struck?(part) = @without.include?(part)

    def page_design
      parameters = {"paper" => @guide.page[:paper], "margin" => (@guide.margins if @guide.margins.any?)}.compact
      @draft.add("set_page_design", parameters, [], 0.99, :page_design) unless parameters.empty?
      mirrored = @guide.page[:mirrored]
      unless mirrored.nil? || mirrored == @manuscript.settings.mirrored
        @draft.add("set_part", {"mirrored" => mirrored}, [], 0.95, :page_design)
      end
    end

    # Blank lines that pushed a part to a new page become a break before it, where its style brings none.
    def new_pages
      turning = Changes::BlankGaps.of(@manuscript, roles: @roles, layout: @examined.layout).select(&:turns).map { |gap| gap.after.id }
      cascade = Cascade.new(@draft.manuscript)
      ids = turning.reject { |id| cascade.paragraph(@draft.manuscript.paragraph(id))[:break_before] }
      if ids.any?
        @draft.add("format_here", {"paragraphs" => ids, "values" => {"break_before" => "yes"}},
          ids.map { |id| @draft.manuscript.paragraph(id) }, 0.9, :empty)
      end
    end

    # Roles that were struck out keep what they have by hand; headers and footers are cleared where the guide has a style for them.
    def direct
      now = @draft.manuscript
      kept = (now.paragraphs + now.note_paragraphs).select { |paragraph| struck?(@roles.of(paragraph.id).name) }.map(&:id)
      margins = @sheet ? @sheet.margins : []
      which = {"paragraphs" => (kept + margins).empty? ? "all" : (now.paragraphs + now.note_paragraphs).map(&:id) - kept + margins}
      which["emphasis"] = @sheet.emphasis if @sheet&.emphasis&.any?
      cleared = now.paragraphs.select { |paragraph| DirectFormatting.objectionable(paragraph).any? && !kept.include?(paragraph.id) }
      @draft.add("remove_direct_formatting", which, cleared, 0.95, :direct)
    end
  end
end

require_relative "plan/draft"
require_relative "plan/verse_lines"
require_relative "plan/heading_numbers"
require_relative "plan/guide_sheet"
require_relative "plan/own_looks"
require_relative "plan/baring"
require_relative "plan/struck_out"
require_relative "plan/blank_lines"
require_relative "plan/run_ins"
require_relative "plan/kinds"
require_relative "plan/homes"
require_relative "plan/word_looks"
require_relative "plan/same_look"
require_relative "plan/bystanders"
require_relative "plan/keeping"
require_relative "plan/book_of_pages"
