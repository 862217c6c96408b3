# frozen_string_literal: true

module Norvel
  class Roles
    # What is set apart from the running text without being a heading: quotations, verse, listings, headings in the line of their
    # text, lines to sign and to fill in.
    class SetApart
      LEAST = 180_000 # EMU: half a centimetre
      QUOTATION = 60 # letters
      VERSE_LINE = 64 # letters
      VERSE_LINES = 3
      LEAD = 70 # letters
      FAR = 1_800_000 # EMU: five centimetres
      LAST = 6 # paragraphs

      # @param reading [Reading] @param headings [Headings] @param lists [Lists]
      def initialize(reading, headings, lists)
        @reading = reading
        @headings = headings
        @lists = lists
      end

      # @param paragraph [Manuscript::Paragraph]
      # @return [Array<Vote>]
      def votes(paragraph)
        return [vote(:code, 0.95, "is set in a typewriter face, unlike the running text")] if code?(paragraph)

        [to_fill(paragraph), verse(paragraph) || quotation(paragraph), run_in(paragraph)].compact
      end

      # @return [Boolean] whether it is set in a typewriter face, and the running text is not
      def code?(paragraph)
        family = @reading.appearance(paragraph)[:font_family]
        family != @reading.body[:font_family] && @reading.monospaced?(family)
      end

      private

      def vote(role, weight, reason) = Vote.new(role: role, weight: weight, reason: reason)

      # A line with room left to write on, or the words under it.
      def to_fill(paragraph)
        text = paragraph.text
        return if text.length > 200
        return vote(:form_field, 0.8, "has boxes to tick") if text.match?(/[☐☑☒]\s*\p{L}/)
        return vote(:signature, 0.75, "the closing words of a letter") if text.match?(Wording::CLOSING)
        if !text.match?(Wording::BLANK_TO_FILL) && text.length < 60 && @reading.preceding(paragraph)&.then { |line| rule_only?(line) }
          return vote(:signature, 0.85, "names the line above it, which is to be signed")
        end
        unless text.match?(Wording::BLANK_TO_FILL)
          return (vote(:signature, 0.75, "a name at the end, set to the far side") if signs_off?(paragraph))
        end

        return vote(:form_field, 0.88, "a line to write on") if rule_only?(paragraph) && !to_be_named?(paragraph)

        signed = text.match?(Wording::SIGNED) || !text.match?(/\p{L}/) || text.match?(Wording::IN_A_YEAR) ||
          !text.match?(/\p{L}\s*:?\s*(?:_{5,}|\.{5,}|…{4,})/)
        signed ? vote(:signature, 0.88, "a line to be signed") : vote(:form_field, 0.88, "a label with room to fill in")
      end

      # A line to write on is signed where the words right under it, or beside it, say who.
      def to_be_named?(paragraph)
        below = @reading.paragraphs[@reading.index(paragraph) + 1]
        paragraph.text.match?(/[_.…]{5}\s{1,40}[_.…]{5}/) ||
          (!below.nil? && !below.blank? && !rule_only?(below) && below.text.length < 60)
      end

      # One of the last paragraphs, short, set to the far side, with somebody's name in its last line.
      def signs_off?(paragraph)
        return false if paragraph.in_table || paragraph.text.length > 90 ||
          !paragraph.text.strip.split("\n").last.to_s.strip.match?(Wording::PEOPLE)

        (@reading.appearance(paragraph)[:align] == :end || @reading.inset(paragraph) > FAR) && last_ones.include?(paragraph.id)
      end

      def last_ones = @last_ones ||= @reading.paragraphs.reject(&:blank?).last(LAST).map(&:id)

      def rule_only?(paragraph) = paragraph.text.match?(/\A[\s_.…-]*\z/) && paragraph.text.match?(Wording::BLANK_TO_FILL)

      # Short lines, set in or slanted: in one paragraph with line breaks, or in several one after the other.
      def verse(paragraph)
        return if paragraph.in_table || @headings.like?(paragraph) && paragraph.text.length > VERSE_LINE
        return vote(:verse, 0.85, "short lines with breaks between them, set apart") if broken_lines?(paragraph)

        vote(:verse, 0.8, "one of several short lines, set apart") if verse_line?(paragraph) && stanza(paragraph) >= VERSE_LINES
      end

      def broken_lines?(paragraph)
        lines = paragraph.text.split("\n").map(&:strip).reject(&:empty?)
        lines.size > 1 && lines.all? { |line| line.length <= VERSE_LINE + 8 && line.match?(/\p{L}/) && !line.match?(/\d{3,}|:\z/) } &&
          (lines.size > 2 || lines.sum(&:length) > 50) && apart?(paragraph) && !@reading.striking?(paragraph)
      end

      def verse_line?(paragraph)
        text = paragraph.text.strip
        !paragraph.in_table && text.length.between?(8,
          VERSE_LINE) && text.match?(/\A["“„«‘]?\p{L}.*[\p{L},;:.!?…”»“’—–]\z/) && !text.match?(/\d{2,}/) &&
          apart?(paragraph) && !@reading.striking?(paragraph) && !@lists.item?(paragraph) && !@reading.cascade.numbering(paragraph)
      end

      def apart?(paragraph)
        values = @reading.appearance(paragraph)
        @reading.inset(paragraph) >= LEAST || (values[:italic] && !@reading.body[:italic]) ||
          (values[:align] == :center && @reading.body[:align] != :center)
      end

      # @return [Integer] how many lines like it stand together, itself counted
      def stanza(paragraph)
        here = @headings.prominence(paragraph)
        [:preceding, :following].sum do |way|
          count = 0
          other = paragraph
          count += 1 while count < VERSE_LINES && (other = @reading.public_send(way,
            other)) && verse_line?(other) && @headings.prominence(other) == here
          count
        end + 1
      end

      def quotation(paragraph)
        return if paragraph.text.length < QUOTATION || paragraph.text.match?(Lists::SINGLE) || @lists.item?(paragraph) ||
          @reading.cascade.numbering(paragraph) || @headings.like?(paragraph)

        values, body = @reading.appearance(paragraph), @reading.body
        quoted = paragraph.text.match?(Wording::QUOTED)
        if @reading.inset(paragraph) >= LEAST then set_in(values, body, quoted)
        elsif quoted && paragraph.text.match?(/\A[\t \u00A0]/) then vote(:block_quotation, 0.85,
          "all of it in quotation marks, set in by hand")
        elsif values[:italic] && !body[:italic] && paragraph.text.length > Reading::SHORT then vote(:block_quotation, quoted ? 0.85 : 0.6,
          "all of it slanted, unlike the running text")
        elsif quoted && values[:size] < body[:size] - Reading::SLIGHT then vote(:block_quotation, 0.85,
          "all of it in quotation marks, smaller than the running text")
        elsif quoted && paragraph.text.split.size >= 40 then vote(:block_quotation, 0.5, "all of it in quotation marks, and long")
        elsif values[:size] < body[:size] - Reading::SLIGHT && @reading.long?(paragraph) then vote(:block_quotation, 0.55,
          "smaller than the running text")
        end
      end

      def set_in(values, body, quoted)
        both = values[:indent_end] - body[:indent_end] >= LEAST
        weight = [0.82, (0.06 if both), (0.06 if quoted || values[:italic] || values[:size] < body[:size] - Reading::SLIGHT)].compact.sum
        vote(:block_quotation, weight, both ? "set in from both sides" : "set in from the start")
      end

      # A few words of another weight or slant, closed by a stop, before the text that they head.
      def run_in(paragraph)
        return if paragraph.in_table || @lists.item?(paragraph) || paragraph.runs.size < 2 || paragraph.text.length < QUOTATION

        lead = Lead.of(paragraph, @reading.cascade) or return
        return unless lead.length.between?(3, LEAD) && lead.match?(/\A\s*["“„«¿¡]?[\p{Lu}\d]/) && lead.split.size <= 9

        rest = paragraph.text[lead.length..]
        closed = lead.match?(/[.:?!–—]\s*\z/) || rest.match?(/\A\s*[.:–—]/)
        if closed && rest.match?(/\p{L}.{30,}/m) && !paragraph.text.match?(Wording::ABSTRACT_LED)
          vote(:run_in_heading, 0.84,
            "begins with a few words set off from their text, closed by a stop")
        end
      end
    end
  end
end
