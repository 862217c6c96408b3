# frozen_string_literal: true

module Norvel
  class Roles
    # Stretches under a heading that says what stands there: the contents, the references, the abstract.
    class Zones
      ENTRY =
        /\A\s*+\S.{0,180}?(?:#{[
          '\t{1,60}|[\t \u00A0]{0,60}(?:\.[ \u00A0]?){3,300}[\t ]{0,60}|[\t \u00A0]{0,60}…{1,60}[\t ]{0,60}',
          '[ \u00A0]{2,300}|[ \u00A0]'
        ].join("|")})(?<page>\d{1,4}|[ivxlc]+)\s*+\z/
      CLEAR_ENTRY =
        /\A\s*+\S.{0,180}?(?:#{[
          '\t{1,60}|[\t \u00A0]{0,60}(?:\.[ \u00A0]?){3,300}[\t ]{0,60}|[\t \u00A0]{0,60}…{1,60}[\t ]{0,60}',
          '[ \u00A0]{3,300}'
        ].join("|")})(?<page>\d{1,4}|[ivxlc]+)\s*+\z/
      LAST_OF_A_NUMBER = [*"0".."9", "i", "v", "x", "l", "c"].to_set.freeze
      CHAPTER_ALONE = /\A\s*\p{L}+ (?:\d+|[ivxlc]+)\s*\z/i
      AUTHOR_FIRST =
        /\A(?:\[\w{1,12}\]|\d{1,3}[.)]?)?\s*\p{Lu}[\p{L}'’.-]+(?:[ -]\p{Lu}[\p{L}'’.-]+)*,\s*\p{Lu}[\p{L}.]*.{0,120}?(?:#{[
          '\(|,\s|\.\s|\s'
        ].join("|")})#{Wording::YEAR}[a-z]?\b/m
      ABSTRACT_MOST = 8 # paragraphs
      SHORTEST_ENTRY = 15 # letters

      # @param reading [Reading] @param headings [Headings] @param levels [HeadingLevels]
      def initialize(reading, headings, levels)
        @reading = reading
        @headings = headings
        @levels = levels
      end

      # @param paragraph [Manuscript::Paragraph]
      # @return [Vote, nil]
      def vote(paragraph)
        case zones[paragraph.id]
        when :contents then Vote.new(role: :contents_entry, weight: 0.93, reason: "looks like a line of the contents")
        when :contents_heading then Vote.new(role: :contents_heading, weight: 0.95,
          reason: "is called contents and is followed by its lines")
        when :references then if paragraph.text.length > SHORTEST_ENTRY
                                Vote.new(role: :reference_entry, weight: 0.93,
                                  reason: "follows the heading of the references")
                              end
        when :abstract then Vote.new(role: :abstract, weight: 0.92, reason: "follows the heading of the abstract")
        else abstract_led(paragraph) || entry_by_itself(paragraph)
        end
      end

      # @return [Symbol, nil]
      def zone(paragraph) = zones[paragraph.id]

      private

      def abstract_led(paragraph)
        if @reading.long?(paragraph) && paragraph.text.match?(Wording::ABSTRACT_LED) &&
            @reading.index(paragraph) * 3 < @reading.paragraphs.size + 30
          Vote.new(role: :abstract, weight: 0.88,
            reason: "begins with the word abstract")
        end
      end

      # Entries one after the other, though no heading says so.
      def entry_by_itself(paragraph)
        near = [@reading.preceding(paragraph), @reading.following(paragraph)].compact
        if entry_like?(paragraph) && near.any? { |other| entry_like?(other) }
          Vote.new(role: :reference_entry, weight: 0.75, reason: "names author, title and year as entries do")
        end
      end

      def entry_like?(paragraph)
        (@entry_like ||= {}.compare_by_identity).fetch(paragraph) { @entry_like[paragraph] = names_work?(paragraph) }
      end

      def names_work?(paragraph) = !paragraph.in_table && paragraph.text.length.between?(30, 500) && paragraph.text.match?(AUTHOR_FIRST)

      def zones
        @zones ||= {}.tap do |found|
          @texts = @reading.texts
          at = 0
          at += mark(at, found) while at < @texts.size
        end
      end

      # Marks what begins here. @return [Integer] how many paragraphs that was
      def mark(at, found)
        words = Wording.without_number(@texts[at].text)
        if words.length > 60 then clear_contents(at, found)
        elsif words.match?(Wording::CONTENTS) && entries_after?(at) then contents(at, found)
        elsif headlike?(at) && (words.match?(Wording::REFERENCES) || (words.match?(Wording::SOURCES) && works_after?(at))) then stretch(at,
          found, :references)
        elsif words.match?(Wording::ABSTRACT) && headlike?(at) && at * 3 < @texts.size + 20 then stretch(at, found, :abstract,
          most: ABSTRACT_MOST)
        else clear_contents(at, found)
        end
      end

      def headlike?(at) = @headings.like?(@texts[at]) || @reading.level(@texts[at]) || @texts[at].text.length < 40

      # A heading that may say other things heads references where works with their years follow.
      def works_after?(at)
        after = @texts[at + 1, 5].to_a
        after.any? && after.count { |paragraph|
          paragraph.text.match?(Wording::IN_A_YEAR) && paragraph.text.match?(/\p{Lu}.*[,.:]/)
        } * 2 >= after.size
      end

      def entries_after?(at)
        @texts[at + 1, 4].to_a.count { |paragraph| entry?(paragraph) } >= [2, @texts.size - at - 1].min && @texts[at + 1]
      end

      def entry?(paragraph)
        !paragraph.text.match?(CHAPTER_ALONE) && paragraph.text.match?(ENTRY) && !paragraph.text.match?(/\A[^\t]*[^.…\s][.!?] \d+\z/)
      end

      # What ends in no number is looked at no longer.
      def clear?(text) = LAST_OF_A_NUMBER.include?(text.rstrip[-1]) && text.match?(CLEAR_ENTRY)

      def contents(at, found)
        found[@texts[at].id] = :contents_heading
        last = at
        index = at + 1
        # A line without a number may stand between others.
        while index < @texts.size && index - last <= 3 && !another_list?(index)
          last = index if entry?(@texts[index]) && (last == index - 1 || clear?(@texts[index].text))
          index += 1
        end
        (at + 1..last).each { |entry| found[@texts[entry].id] = :contents }
        last - at + 1
      end

      def another_list?(at) = Wording.without_number(@texts[at].text).match?(Wording::CONTENTS) && entries_after?(at)

      # Lines with leaders or tabs to a page number, three and more, are contents whatever stands above.
      def clear_contents(at, found)
        count = 0
        count += 1 while at + count < @texts.size && clear?(@texts[at + count].text)
        return 1 if count < 3

        pages = @texts[at, count].map { |paragraph| paragraph.text[CLEAR_ENTRY, :page] }.grep(/\d/).map(&:to_i)
        return 1 unless pages == pages.sort

        @texts[at, count].each { |paragraph| found[paragraph.id] = :contents }
        count
      end

      # Up to the next heading that is not below this one.
      def stretch(at, found, zone, most: nil)
        own = level(at) || 1
        size = 0
        size += 1 while at + 1 + size < @texts.size && (most.nil? || size < most) && !ends?(at + 1 + size, own, zone)
        (at + 1..at + size).each { |index| found[@texts[index].id] = zone unless level(index) }
        size + 1
      end

      def ends?(index, own, zone)
        return true if @texts[index].text.match?(Wording::BLANK_TO_FILL) ||
          (zone == :abstract && (@texts[index].text.strip.match?(Wording::CONTENTS) || @texts[index].text.match?(CLEAR_ENTRY)))

        here = level(index)
        !here.nil? && (zone != :references || here <= own)
      end

      def level(at)
        paragraph = @texts[at]
        @reading.level(paragraph) || (@levels.of(paragraph) if @headings.like?(paragraph))
      end
    end
  end
end
