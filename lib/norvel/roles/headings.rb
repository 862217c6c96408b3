# frozen_string_literal: true

module Norvel
  class Roles
    # Headings made by hand: short, and set off from the running text by their look, their number or their words.
    class Headings
      LONGEST = 160 # letters
      HALF_POINT = 6_350 # EMU

      # @param reading [Reading] @param lists [Lists]
      def initialize(reading, lists)
        @reading = reading
        @lists = lists
        @outline = OutlineNumbers.new(reading)
        @traits = {}.compare_by_identity
        @like = {}.compare_by_identity
        @prominences = {}.compare_by_identity
      end

      # @return [Boolean] whether it is a heading by its look or its words, whatever its style
      def like?(paragraph) = @like.fetch(paragraph) { @like[paragraph] = possible?(paragraph) && traits(paragraph).any? }

      # What the eye sees of a heading; smaller is more striking, so that looks sort from the highest level down.
      # @return [Array<Integer>] the size in half points first
      def prominence(paragraph)
        @prominences[paragraph] ||= begin
          values = @reading.appearance(paragraph)
          [-(values[:size] / HALF_POINT), @reading.capitals?(paragraph) ? 0 : 1, (values[:align] == :center) ? 0 : 1,
            values[:small_caps] ? 0 : 1, values[:bold] ? 0 : 1, values[:italic] ? 1 : 0, (values[:underline] == :none) ? 1 : 0]
        end
      end

      # @return [Float] how surely it is one
      def weight(paragraph)
        weight = [0.66 + 0.1 * traits(paragraph).size, 0.94].min
        weight -= 0.25 if in_a_row?(paragraph)
        weight -= 0.1 if paragraph.text.length > 90
        weight
      end

      # @return [Array<String>] what sets it off, in words
      def traits(paragraph) = @traits[paragraph] ||= [*traits_of_appearance(paragraph), *traits_of_words(paragraph)]

      # @return [Boolean] whether it is called as parts of a manuscript are: introduction, references …
      def customary?(paragraph)
        words = Wording.without_number(paragraph.text)
        words.length <= 60 && [Wording::CUSTOMARY, Wording::REFERENCES, Wording::ABSTRACT].any? { |known| words.match?(known) }
      end

      private

      def possible?(paragraph)
        text = paragraph.text.strip
        return false if text.empty? || text.length > LONGEST || paragraph.in_table || !text.match?(/\p{L}/) || Wording.caption?(text)
        return false if @lists.item?(paragraph) || text.match?(Wording::BLANK_TO_FILL) || text.match?(Wording::QUOTED)
        return false if @reading.cascade.numbering(paragraph) && !@reading.level(paragraph) && !@reading.striking?(paragraph)

        ends_like_one?(paragraph, text)
      end

      # A full stop makes a sentence of it, unless it is short and looks like nothing but a heading.
      def ends_like_one?(paragraph, text)
        case text[-1]
        when ";", "," then false
        when "." then text.match?(Wording::CHAPTER) || text.match?(/\A[\d.IVX]+\z/) ||
          (text.length < 80 && !text.match?(/[.?!]\s+\p{Lu}\S*\s.*\z/) && @reading.striking?(paragraph) && running_after?(paragraph))
        when ":" then text.length < 80 && unlike_body?(paragraph)
        else true
        end
      end

      def traits_of_appearance(paragraph)
        values, body = @reading.appearance(paragraph), @reading.body
        above = above_text?(paragraph) || like_others_above_text?(paragraph)
        [("italic" if values[:italic] && !body[:italic] && above),
          ("underlined" if values[:underline] != :none && body[:underline] == :none && above),
          ("bold" if values[:bold] && !body[:bold]), ("larger than the body" if @reading.larger?(paragraph)),
          ("in capitals" if @reading.capitals?(paragraph)),
          ("in small capitals" if values[:small_caps] && !body[:small_caps]), ("in colour" if @reading.coloured?(paragraph) && above),
          ("in another face" if values[:font_family] != body[:font_family] && above &&
            often_above_text[prominence(paragraph)].to_i > 1)].compact
      end

      def traits_of_words(paragraph)
        text = paragraph.text
        [("numbered" if numbered?(paragraph)), ("begins like a chapter" if text.match?(Wording::CHAPTER) && text.length < 90),
          ("is called as parts of a manuscript are" if customary?(paragraph)),
          ("stands alone above its text" if stands_alone?(paragraph))].compact
      end

      # A number counts for something beside a look, or where it follows from the numbers of other headings.
      def numbered?(paragraph)
        return true if @outline.include?(paragraph) || (@lists.numbers_heading?(paragraph) && !@reading.long?(paragraph))

        Wording.outline(paragraph.text) && (@reading.appearance(paragraph)[:bold] || @reading.larger?(paragraph))
      end

      # Slanted or underlined lines are headings only right above running text, or above another heading.
      def above_text?(paragraph)
        return false if paragraph.text.length > 110 || paragraph.text.include?("\n")

        other = @reading.following(paragraph)
        !other.nil? && !other.in_table && (other.text.length > 80 || @lists.item?(other))
      end

      # What stands above a table or a list is a heading, too, where others that look like it stand above text.
      def like_others_above_text?(paragraph)
        return false if paragraph.text.length > 90 || paragraph.text.match?(/[.;,:]\s*\z/) || @reading.following(paragraph).nil?

        often_above_text[prominence(paragraph)].to_i > 1
      end

      def often_above_text
        @often_above_text ||= @reading.paragraphs.select { |paragraph|
          !paragraph.blank? && !paragraph.in_table && paragraph.text.length <= 90 && !paragraph.text.match?(/[.;,]\s*\z/) &&
            unlike_body?(paragraph) && above_text?(paragraph)
        }.map { |one| prominence(one) }.tally
      end

      def unlike_body?(paragraph)
        values, body = @reading.appearance(paragraph), @reading.body
        %i[bold italic underline size color small_caps font_family].any? { |name| values[name] != body[name] }
      end

      # In a manuscript whose headings nothing sets off, a short line by itself between blank lines, above running text.
      def stands_alone?(paragraph)
        return false if paragraph.text.length > 70 || !paragraph.text.match?(/\A\s*["“„«¿¡(]?[\p{Lu}\d]/) ||
          paragraph.text.match?(/[.;,:]\s*\z/) || !running_after?(paragraph)

        at = @reading.index(paragraph)
        plain? && [at - 1, at + 1].all? { |near| near.negative? || @reading.paragraphs[near]&.blank? }
      end

      def plain? =
        (@plain ||= [
          @reading.paragraphs.none? do |paragraph|
            !paragraph.blank? && !paragraph.in_table && !@reading.long?(paragraph) &&
              @reading.striking?(paragraph) && above_text?(paragraph)
          end
        ]).first

      def running_after?(paragraph) = @reading.following(paragraph)&.then { |other| @reading.long?(other) }

      # Several lines that look the same, one right after the other, head nothing.
      def in_a_row?(paragraph)
        near = [@reading.preceding(paragraph), @reading.following(paragraph)]
        near.count { |other|
          other && !other.in_table && other.text.length <= LONGEST && !@reading.level(other) && prominence(other) == prominence(paragraph)
        } == 2
      end
    end
  end
end
