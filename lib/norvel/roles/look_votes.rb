# frozen_string_literal: true

module Norvel
  class Roles
    # What a paragraph's look, text and neighbours say of its role.
    class LookVotes
      CAPTION = /\A(fig(ure|\.)?|table|tab\.|abb(ildung|\.)?|tabelle|tableau|illustration|figura|tabla|plate|map|chart)\s*(\d+|[ivxlc]+)([.:\-–—]|\s|\z)/i
      LIST_MARK = /\A\s*(?:[•▪·–—*-]\s*\t?\s*|\(?(?:\d{1,2}|[a-z]|[ivx]{1,4})[.)]\s*\t?\s*)(?=\S)/
      NUMBERED = /\A\s*((?:\d{1,2}\.)*\d{1,2})\.?[\s\t]+(?=\p{L})/
      CHAPTER = /\A\s*(chapter|kapitel|chapitre|cap[ií]tulo|part|teil|appendix|anhang|annexe)\s+([\divxlc]+|[A-Z]|one|two|three|four|five|six|seven|eight|nine|ten)\b/i
      REFERENCES = /\A(references|bibliography|works cited|sources|literatur(verzeichnis)?|quellen|bibliographie|r[ée]f[ée]rences|bibliograf[ií]a|referencias)\W*\z/i
      CONTENTS = /\A(table of )?(contents|inhalt(sverzeichnis)?|sommaire|table des mati[èe]res|[íi]ndice|contenido)\W*\z/i
      ENTRY = /\A.{2,90}[\t.\u2026 ]+\s*(\d{1,3}|[ivxl]+)\z/
      SHORT = 120 # letters
      SLIGHT = 6_350 # EMU: half a point
      ABOUT = 12_700 # EMU: one point

      def initialize(manuscript, appearance, cascade)
        @manuscript = manuscript
        @appearance = appearance
        @cascade = cascade
        @paragraphs = manuscript.paragraphs
        @body = body_look
        @zones = zones
      end

      # @param index [Integer] its place in the manuscript
      # @return [Array<Vote>]
      def for(paragraph, index)
        return in_table(paragraph) if paragraph.in_table

        front = front(paragraph, index)
        [caption(paragraph), front, (heading(paragraph) unless front), listed(paragraph), quotation(paragraph), zone(paragraph, index), body(paragraph)].compact
      end

      private

      def vote(role, weight, reason) = Vote.new(role: role, weight: weight, reason: reason)

      # The look most of the letters of the running text have.
      def body_look
        text = @paragraphs.reject { |paragraph| paragraph.in_table || paragraph.blank? }
        long = text.select { |paragraph| paragraph.text.length > SHORT }
        (long.empty? ? text : long).group_by { |paragraph| @appearance.of(paragraph).slice(:size, :font_family, :bold, :italic, :align, :indent_start) }
          .max_by { |_, same| same.sum { |paragraph| paragraph.text.length } }&.first || Properties::DEFAULTS
      end

      def in_table(paragraph)
        values = @appearance.of(paragraph)
        row = @manuscript.table_of(paragraph.id)&.rows&.find { |candidate| candidate.cells.any? { |cell| cell.blocks.any? { |block| block.equal?(paragraph) } } }
        first = row && @manuscript.table_of(paragraph.id).rows.first.equal?(row)
        return [vote(:table_heading, 0.85, "stands in the header row of a table")] if row&.header || (first && values[:bold])

        [vote(:table_text, 0.9, "stands in a table")]
      end

      def caption(paragraph)
        vote(:caption, 0.85, "begins like a caption") if paragraph.text.length < 300 && paragraph.text.match?(CAPTION)
      end

      # The large or centred lines before the first long paragraph.
      def front(paragraph, index)
        return unless index <= first_long && paragraph.text.length < SHORT && plain_level(paragraph).nil?

        values = @appearance.of(paragraph)
        largest = front_paragraphs.max_by { |other| @appearance.of(other)[:size] }
        return unless values[:align] == :center || values[:size] > @body[:size] + SLIGHT

        if paragraph.equal?(largest) && (index.zero? || values[:align] == :center) && values[:size] > @body[:size] then vote(:title, 0.75, "the largest line at the front, before any running text")
        elsif paragraph.text.match?(/\b(19|20)\d\d\b/) && paragraph.text.length < 40 then vote(:date, 0.7, "a short centred line with a year at the front")
        elsif values[:align] == :center && !values[:bold] && paragraph.text.match?(/\A(by |von |par )?(\p{Lu}[\p{L}.'’-]*\s*){2,4}\z/) then vote(:author, 0.6, "a centred name at the front")
        elsif values[:align] == :center && index.positive? then vote(:subtitle, 0.55, "a centred line at the front, smaller than the title")
        end
      end

      def first_long = @first_long ||= @paragraphs.index { |paragraph| paragraph.text.length > SHORT && !paragraph.in_table } || @paragraphs.size

      def front_paragraphs = @front_paragraphs ||= @paragraphs.first(first_long + 1).reject(&:blank?)

      def heading(paragraph)
        return unless heading_like?(paragraph)

        level = plain_level(paragraph) || level_by_size(paragraph)
        traits = traits(paragraph)
        vote(:"heading_#{[level, 6].min}", [0.5 + 0.13 * traits.size, 0.92].min, (["short"] + traits).join(", "))
      end

      # Short, without a full stop, and set off from the body by its look or its number.
      def heading_like?(paragraph)
        text = paragraph.text.strip
        return false if text.empty? || text.length > SHORT || paragraph.in_table || text.match?(CAPTION) || paragraph.properties[:numbering]&.list
        return false if text.match?(/[.;,:]\z/) && !text.match?(CHAPTER) && !text.match?(/\A[\d.]+\z/)
        return false unless text.match?(/\p{L}/)

        traits(paragraph).any?
      end

      def traits(paragraph)
        values = @appearance.of(paragraph)
        text = paragraph.text
        [("bold" if values[:bold] && !@body[:bold]), ("larger than the body" if values[:size] > @body[:size] + SLIGHT),
          ("in capitals" if values[:caps] || (text.match?(/\p{Lu}{3}/) && text == text.upcase)), ("numbered" if text.match?(NUMBERED) && (values[:bold] || values[:size] > @body[:size])),
          ("begins like a chapter" if text.match?(CHAPTER) && text.length < 80)].compact
      end

      # Unnumbered headings rank with those whose level is known, by style or number: of about the same size,
      # the same level; smaller than all of them, one below. Where none is known, by rank of size.
      def level_by_size(paragraph)
        size = @appearance.of(paragraph)[:size]
        level, nearest = anchors.min_by { |known, at| [(at - size).abs, known] }
        return sizes.index { |rank| size >= rank - SLIGHT }.to_i + 1 unless level
        return level if (nearest - size).abs <= ABOUT
        return 1 if size > nearest

        anchors.map(&:first).max + 1
      end

      # @return [Array<Array(Integer, Integer)>] level and size of headings whose level is plain
      def anchors
        @anchors ||= @paragraphs.filter_map do |paragraph|
          level = @manuscript.sheet.level_of(@manuscript.sheet[paragraph.style])
          level ||= plain_level(paragraph) if heading_like?(paragraph)
          [level, @appearance.of(paragraph)[:size]] if level && !paragraph.blank?
        end.uniq
      end

      def plain_level(paragraph)
        return 1 if paragraph.text.match?(CHAPTER)

        paragraph.text[NUMBERED, 1]&.then { |number| number.count(".") + 1 }
      end

      # Sizes of hand-made headings, largest first, of about the same size once.
      def sizes
        @sizes ||= @paragraphs.each_with_index.select { |paragraph, index| heading_like?(paragraph) && front(paragraph, index).nil? }.map { |paragraph, _| @appearance.of(paragraph)[:size] }
          .uniq.sort.reverse.each_with_object([]) { |size, list| list << size if list.empty? || list.last - size > ABOUT }
      end

      def listed(paragraph)
        return vote(:list_item, 0.85, "has list numbering") if @cascade.numbering(paragraph) && !@manuscript.sheet.level_of(@manuscript.sheet[paragraph.style])

        vote(:list_item, 0.6, "begins with a typed number or bullet") if paragraph.text.match?(LIST_MARK) && traits(paragraph).empty?
      end

      def quotation(paragraph)
        values = @appearance.of(paragraph)
        inset = values[:indent_start] - @body[:indent_start]
        return if inset < 180_000 || paragraph.text.length < 60 || @cascade.numbering(paragraph)

        both = values[:indent_end] >= 180_000
        vote(:block_quotation, both ? 0.8 : 0.6, both ? "set in from both sides" : "set in from the start")
      end

      # Entries follow the heading of their zone.
      def zone(paragraph, index)
        case @zones[index]
        when :references then vote(:reference_entry, 0.85, "follows the heading of the references") if paragraph.text.length > 15 && !heading_like?(paragraph)
        when :contents then vote(:contents_entry, 0.9, "looks like a line of the contents") if paragraph.text.match?(ENTRY)
        when :contents_heading then vote(:contents_heading, 0.95, "is called contents and is followed by its lines")
        end
      end

      def zones
        current = nil
        @paragraphs.each_with_index.map do |paragraph, index|
          text = paragraph.text.strip
          if text.match?(CONTENTS) then current = :contents and next followed_by_entries?(index) ? :contents_heading : nil
          elsif text.match?(REFERENCES) then current = :references and next nil
          elsif current && text.length.positive? && ends_zone?(paragraph, current) then current = nil
          end
          current
        end
      end

      def followed_by_entries?(index) = @paragraphs[index + 1, 4].to_a.any? { |paragraph| paragraph.text.match?(ENTRY) }

      def ends_zone?(paragraph, zone)
        return !paragraph.text.match?(ENTRY) if zone == :contents

        @manuscript.sheet.level_of(@manuscript.sheet[paragraph.style]) || heading_like?(paragraph)
      end

      def body(paragraph)
        return vote(:body, 0.7, "long running text") if paragraph.text.length > SHORT
        return vote(:body, 0.55, "ends like a sentence") if paragraph.text.match?(/[.!?…”"’)]\s*\z/)

        vote(:body, 0.3, "nothing else speaks for a special role")
      end
    end
  end
end
