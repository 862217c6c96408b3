# frozen_string_literal: true

module Norvel
  class Plan
    # Headings that are to run in: those that stand on a line of their own go on in the next one's, words that begin a paragraph become
    # headings where somebody asks for it. What cannot be or is not asked for is said.
    class RunIns
      include Manuscript::Counted

      NAMED = 30 # letters of a heading, in a sentence

      # @param draft [Draft] @param roles [Roles] @param sheet [GuideSheet] @param also [Boolean] whether words become headings
      def initialize(draft, roles, sheet, also: false)
        @draft = draft
        @roles = roles
        @sheet = sheet
        @also = also
      end

      # @return [void]
      def add_lines
        return unless now.inheritance.run_in

        read = @roles.in(:run_in_heading).map { |paragraph| now.paragraph(paragraph.id) }.reject(&:run_in)
        alone, led = read.partition { |paragraph| Guide::Places.stands_alone?(paragraph) }
        lines_of_their_own(alone)
        first_words(led) if led.any?
      end

      private

      def now = @draft.manuscript

      def lines_of_their_own(headings)
        able, unable = headings.partition { |paragraph| Changes::SetRunIn.hindrance(now, paragraph).nil? }
        @draft.add("set_run_in", {"paragraphs" => able.map(&:id)}, able, 0.9, :run_in_heading) if able.any?
        remark("#{named(unable)} cannot run in: no text follows in the next paragraph.", unable)
      end

      def named(paragraphs) = paragraphs.map { |paragraph| "“#{paragraph.text[0, NAMED]}”" }.join(", ")

      def first_words(paragraphs)
        cascade = Cascade.new(now)
        leads = paragraphs.to_h { |paragraph| [paragraph, Roles::Lead.of(paragraph, cascade).to_s.rstrip] }
        without, able = leads.partition { |_, lead| lead.empty? }.map(&:to_h)
        remark("#{begin_many(without)} with no words set off at the beginning: no heading can be made of it.", without.keys)
        return made(able) if able.any? && (@also || able.keys.all? { |paragraph| said_so?(paragraph) })

        remark("#{begin_many(able)} only with words set off from their text: running text, whose words stay emphasised.", able.keys)
      end

      def said_so?(paragraph) = @roles.of(paragraph.id).reasons.include?(Roles::SAID_SO)

      def begin_many(leads) = counted(leads.size, "paragraph begins", "paragraphs begin")

      def remark(sentence, paragraphs)
        @draft.remark(:run_in_heading, sentence, paragraphs) if paragraphs.any?
      end

      def made(leads)
        style = @sheet.style_of(:heading_3) || now.sheet.heading(3)&.id
        return remark("There is no heading style for them.", leads.keys) unless style

        changes = leads.map { |paragraph, lead| ["run_in_from_words", {"text" => [[paragraph.id, 0, lead.length]], "style" => style}] }
        title = "Made #{counted(leads.size, "run-in heading")} of the words that begin a paragraph."
        @draft.add("series", {"title" => title, "changes" => changes}, leads.keys, 0.85, :run_in_heading)
      end
    end
  end
end
