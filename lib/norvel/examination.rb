# frozen_string_literal: true

require_relative "examination/makeup"
require_relative "examination/overrun"
require_relative "examination/fixes"

module Norvel
  # Everything that can be known of one state of a manuscript: its layout, how its paragraphs come out, what each is, which look
  # alike, what it is made of, how it meets a guide. Each is worked out once, when it is first asked for, and handed to whoever
  # speaks of the state: desk, pages, slip, plan, findings, report and command line.
  #
  #   examined = Examination.new(manuscript)
  #   examined.roles.of(paragraph.id)
  #   examined.check(guide).count(:met)
  class Examination
    CHECKS = 4 # guides whose checks are kept
    CENTIMETRE = 72 / 2.54 # points

    attr_reader :manuscript, :layout

    # @param subject [Manuscript, Examination]
    # @return [Examination]
    def self.of(subject) = subject.is_a?(Examination) ? subject : new(subject)

    # @param manuscript [Manuscript]
    # @param store [Layout::LineStore, nil] lines kept from other states
    # @param layout [Layout, nil] where it is known already
    def initialize(manuscript, store: nil, layout: nil)
      @manuscript = manuscript
      @layout = layout || Layout.new(manuscript, store: store)
      @checks = {}
    end

    def cascade = layout.cascade

    # @return [Appearance]
    def appearance = @appearance ||= Appearance.new(manuscript, cascade)

    # @return [Roles]
    def roles = @roles ||= Roles.new(manuscript, appearance, cascade)

    # @return [Roles::Matter] where the main matter begins
    def matter = @matter ||= Roles::Matter.new(manuscript, roles, cascade)

    # @return [Array<Looks::Look>]
    def looks = @looks ||= Looks.of(manuscript, appearance, layout: layout)

    # @return [Makeup]
    def makeup = @makeup ||= Makeup.new(layout, roles: roles, looks: looks, appearance: appearance)

    # @return [Contents]
    def contents = @contents ||= Contents.new(layout)

    # @return [References]
    def references = @references ||= References.new(layout)

    # @return [Captions]
    def captions = @captions ||= Captions.new(manuscript, roles)

    # @param guide [Guide]
    # @return [Guide::Places] where each paragraph belongs in its sheet
    def places(guide) = check(guide).places

    # @return [Breaks]
    def breaks = @breaks ||= Breaks.new(layout, roles, captions) { [overrun].compact }

    # @return [Breaks::Poor, nil] what runs over to a last page, with the smallest cure
    def overrun = (@overrun ||= [Overrun.new(layout).poor]).first

    # @param guide [Guide]
    # @return [Guide::Check] with its results
    def check(guide)
      @checks.shift if @checks.size >= CHECKS && !@checks.key?(guide.source)
      @checks[guide.source] ||= held_against(guide).tap(&:results)
    end

    # @param guide [Guide]
    # @return [Guide::Check] one that is not kept, with nothing worked out yet
    def held_against(guide) = Guide::Check.new(guide, layout, roles: roles, appearance: appearance, known: self)

    # @return [Guide::Check, nil] where it was worked out already
    def known_check(guide) = @checks[guide.source]

    # @return [Array<Array(Manuscript::Paragraph, Integer)>] headings with their level, by the property
    def headings
      @headings ||= manuscript.paragraphs.filter_map do |paragraph|
        ((level = cascade.paragraph(paragraph)[:outline_level]) && !paragraph.blank?) ? [paragraph, level] : nil
      end
    end

    # Headings, and what is read as one though it has no level yet.
    # @return [Array<Array(Manuscript::Paragraph, Integer, Boolean)>] with their level, and whether they have it
    def outline
      levels = headings.to_h { |paragraph, level| [paragraph.id, level] }
      manuscript.paragraphs.filter_map do |paragraph|
        next [paragraph, levels[paragraph.id], true] if levels.key?(paragraph.id)

        level = Roles.level(roles.of(paragraph.id).name)
        [paragraph, level, false] if level
      end
    end

    # @return [Array<CommonestByHand::Found>] what most paragraphs of each style have by hand
    def commonest_by_hand = @commonest_by_hand ||= CommonestByHand.of(manuscript)

    # @return [Array<String>] the colours of its text, shading and styles, the commonest first
    def colours
      @colours ||= begin
        styles = manuscript.sheet.styles.values.map(&:properties)
        by_hand = manuscript.paragraphs.flat_map { |paragraph| [paragraph.properties, *paragraph.runs.map(&:properties)] }
        said = (by_hand + styles).flat_map { |set| set.values_at(:color, :shading, :background) }.grep(/\A#/)
        said.tally.sort_by { |_, count| -count }.map(&:first)
      end
    end

    # @return [Hash{String=>Integer}] how many paragraphs, or stretches of text, have each style
    def style_uses
      @style_uses ||= (manuscript.paragraphs + manuscript.note_paragraphs).each_with_object(Hash.new(0)) do |paragraph, counts|
        counts[paragraph.style] += 1
        paragraph.spans.each { |span| counts[span[:style]] += 1 if span[:style] }
      end
    end

    # The clean-up in numbers, as plan, report and command line show them before and after.
    # @param guide [Guide]
    # @return [Hash{Symbol=>Integer}]
    def sums(guide)
      {pages: layout.pages.size, direct: DirectFormatting.count(manuscript), empty: manuscript.paragraphs.count(&:empty?),
       looks: looks.size, findings: check(guide).findings.size}
    end

    # What is counted, as it is called.
    SUMS = {pages: "Pages", looks: "Different looks of paragraphs", direct: "Values set by hand", empty: "Blank lines",
            findings: "Findings of the guide"}.freeze

    # @param after [Manuscript]
    # @return [Float] centimetres of paper that the blank lines take which are gone there
    def blank_centimetres(after)
      gone = manuscript.paragraphs.select { |paragraph| paragraph.empty? && after.paragraph(paragraph.id).nil? }
      gone.sum { |paragraph| layout.lines_of(paragraph.id).sum { |placed| placed.line.height } } / CENTIMETRE
    end
  end
end
