# frozen_string_literal: true

module Norvel
  class Roles
    # What a paragraph's look, text and neighbours say of its role.
    class LookVotes
      CAPTION = /\A(fig(ure|\.)?|table|tab\.|abb(ildung|\.)?|tabelle|tableau|illustration|figura|tabla|plate|map|chart)\s*(\d+|[ivxlc]+)([.:\-–—]|\s|\z)/i
      LIST_MARK = /\A\s*(?:[•▪·–—*-]\s*\t?\s*|\(?(?:\d{1,2}|[a-z]|[ivx]{1,4})[.)]\s*\t?\s*)(?=\S)/
      NUMBERED = /\A\s*((?:\d{1,2}\.)*\d{1,2})\.?[\s\t]+(?=\p{L})/
      CHAPTER = /\A\s*(chapter|kapitel|chapitre|cap[ií]tulo|part|teil|appendix|anhang|annexe)\s+([\divxlc]+|[A-Z]|one|two|three|four|five|six|seven|eight|nine|ten)\b/i
      REFERENCES = /\A(references|bibliography|works cited|sources|literatur(verzeichnis)?|quellen|bibliographie|r(?:e|é|É)f(?:e|é|É)rences|bibliograf(?:i|í|Í)a|referencias)\W*\z/i
      CONTENTS = /\A(table of )?(contents|inhalt(sverzeichnis)?|sommaire|table des mati[èe]res|(?:í|i|Í)ndice|contenido)\W*\z/i
      ENTRY = /\A.{2,90}[\t.\u2026 ]+\s*(\d{1,3}|[ivxl]+)\z/
      ABSTRACT = /\A(abstract|summary|zusammenfassung|kurzfassung|r(?:e|é|É)sum(?:e|é|É)|resumen)\W*\z/i
      MONTHS = "jan\\w*|feb\\w*|mar\\w*|m[aä]rz|apr\\w*|avril|abril|ma[iy]o?|jun\\w*|juin|jul\\w*|juillet|aug\\w*|ao[uû]t|agosto|sep\\w*|o[ckt]+\\w*|nov\\w*|de[cz]\\w*|f[ée]v\\w*|enero|diciembre"
      DATE = /\A([\p{L} .]{2,40},\s*)?((\d{1,2}\.?\s+(de\s+)?)?(#{MONTHS})\.?\s+(de\s+)?|\d{1,2}[.\/]\d{1,2}[.\/])?((19|20)\d\d)\z/i
      BLANK_TO_FILL = /_{5,}|\.{12,}|…{4,}/
      SIGNED = /\b(signature|signed|unterschrift|gezeichnet|firma|sign[ée])\b/i
      MONOSPACED = /mono|courier|consol|typewriter|fixed|menlo|code/i
      AUTHOR = /\A(by |von |par |por |de )?(\p{Lu}[\p{L}.'’-]*\s*){2,4}\z/
      SHORT = 120 # letters
      SLIGHT = 6_350 # EMU: half a point

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

        return [vote(:code, 0.9, "is set in a typewriter face, unlike the running text")] if code?(paragraph)
        return [to_fill(paragraph)] if paragraph.text.match?(BLANK_TO_FILL) && paragraph.text.length < 200 && @zones[index] != :contents

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

      def code?(paragraph)
        family = @appearance.of(paragraph)[:font_family]
        family != @body[:font_family] && family.match?(MONOSPACED)
      end

      # A line with room left to write on.
      def to_fill(paragraph)
        signed = paragraph.text.match?(SIGNED) || paragraph.text.match?(/\b(19|20)\d\d\b/) || !paragraph.text.match?(/:\s*[_.…]/)
        signed ? vote(:signature, 0.85, "a line to be signed") : vote(:form_field, 0.85, "a label with room to fill in")
      end

      # The large or centred lines before the first long paragraph.
      def front(paragraph, index)
        return unless index <= first_long && paragraph.text.length < SHORT
        return vote(:date, 0.8, "a date at the front") if paragraph.text.strip.match?(DATE)
        return if plain_level(paragraph) || paragraph.text.match?(ABSTRACT) || paragraph.text.match?(CONTENTS) || like_later_headings?(paragraph)

        values = @appearance.of(paragraph)
        largest = front_paragraphs.max_by { |other| @appearance.of(other)[:size] }
        return unless values[:align] == :center || values[:size] > @body[:size] + SLIGHT

        if paragraph.equal?(largest) && (index.zero? || values[:align] == :center) && values[:size] > @body[:size] then vote(:title, 0.75, "the largest line at the front, before any running text")
        elsif paragraph.text.match?(/\b(19|20)\d\d\b/) && paragraph.text.length < 40 then vote(:date, 0.7, "a short centred line with a year at the front")
        elsif values[:align] == :center && !values[:bold] && paragraph.text.strip.match?(AUTHOR) then vote(:author, 0.7, "a centred name at the front")
        elsif values[:align] == :center && index.positive? then vote(:subtitle, 0.55, "a centred line at the front, smaller than the title")
        end
      end

      # A manuscript without a title page begins with a heading that looks like those after it.
      def like_later_headings?(paragraph) = heading_like?(paragraph) && later_heading_looks.include?(head_look(paragraph))

      def later_heading_looks = @later_heading_looks ||= @paragraphs.drop(first_long + 1).select { |other| heading_like?(other) }.map { |other| head_look(other) }.uniq

      def first_long = @first_long ||= @paragraphs.index { |paragraph| paragraph.text.length > SHORT && !paragraph.in_table } || @paragraphs.size

      def front_paragraphs = @front_paragraphs ||= @paragraphs.first(first_long + 1).reject(&:blank?)

      def heading(paragraph)
        return unless heading_like?(paragraph)

        level = plain_level(paragraph) || level_by_look(paragraph)
        traits = traits(paragraph)
        vote(:"heading_#{[level, 6].min}", [0.6 + 0.12 * traits.size, 0.94].min, (["short"] + traits).join(", "))
      end

      # Short, without a full stop, and set off from the body by its look or its number.
      def heading_like?(paragraph)
        text = paragraph.text.strip
        return false if text.empty? || text.length > SHORT || paragraph.in_table || text.match?(CAPTION) || paragraph.properties[:numbering]&.list
        return false if text.match?(/[.;,:]\z/) && !text.match?(CHAPTER) && !text.match?(/\A[\d.]+\z/)
        return false unless text.match?(/\p{L}/)

        traits(paragraph).any?
      end

      def traits(paragraph) = (@traits ||= {}.compare_by_identity)[paragraph] ||= find_traits(paragraph)

      def find_traits(paragraph)
        values = @appearance.of(paragraph)
        text = paragraph.text
        [("italic" if values[:italic] && !@body[:italic] && above_text?(paragraph)), ("underlined" if values[:underline] != :none && above_text?(paragraph)),
          ("bold" if values[:bold] && !@body[:bold]), ("larger than the body" if values[:size] > @body[:size] + SLIGHT),
          ("in capitals" if values[:caps] || (text.match?(/\p{Lu}{3}/) && text == text.upcase)), ("numbered" if text.match?(NUMBERED) && (values[:bold] || values[:size] > @body[:size])),
          ("begins like a chapter" if text.match?(CHAPTER) && text.length < 80)].compact
      end

      # Slanted or underlined lines are headings only right above running text.
      def above_text?(paragraph)
        return false if paragraph.text.length > 90 || paragraph.text.include?("\n")

        following = @paragraphs[(@manuscript.index_of(paragraph.id) + 1)..].find { |other| !other.blank? }
        !following.nil? && !following.in_table && following.text.length > 80
      end

      # Headings that look alike are of one level. Where some are known, by style or number, the others rank between them; by
      # what catches the eye first: size, capitals, the middle of the line, bold before italic.
      def level_by_look(paragraph) = look_levels.fetch(near_look(head_look(paragraph)), 1)

      def look_levels
        @look_levels ||= begin
          ranked = head_looks
          before = 0
          ranked.each_with_index.to_h do |look, index|
            following = ranked.drop(index + 1).filter_map { |other| known_levels[other] }.min
            before = known_levels[look] || same_size(look) || [before + 1, following || 6].min
            [look, before]
          end
        end
      end

      # Where headings are styled in part, those made by hand come close in size to the styled ones of their level.
      def same_size(look)
        return unless partly_styled?

        size, level = styled_sizes.min_by { |size, rank| [(size - look.first).abs, rank] }
        level if size && (size - look.first).abs <= 2
      end

      def partly_styled? = (@partly_styled ||= [plain_heads.any? { |paragraph, _| style_level(paragraph) }]).first

      # @return [Array<Array(Integer, Integer)>] size, as looks have it, and level of the sheet's heading styles
      def styled_sizes = @styled_sizes ||= @manuscript.sheet.of_kind(:paragraph).filter_map { |style| (level = @manuscript.sheet.level_of(style)) && [-(@cascade.style(style.id)[:size] / SLIGHT), level] }.uniq

      def style_level(paragraph) = @manuscript.sheet.level_of(@manuscript.sheet[paragraph.style])

      def near_look(look) = head_looks.find { |other| near?(other, look) } || look

      def near?(one, other) = one.drop(1) == other.drop(1) && (one.first - other.first).abs <= accident

      # How far apart sizes stand that mean the same, in half points: one, or what the running text itself varies by.
      def accident
        @accident ||= begin
          sizes = @paragraphs.select { |paragraph| paragraph.text.length > SHORT && !paragraph.in_table }.map { |paragraph| @appearance.of(paragraph)[:size] / SLIGHT }
          usual = sizes.tally.select { |_, count| count * 10 >= sizes.size }.keys
          usual.empty? ? 1 : (usual.max - usual.min).clamp(1, 3)
        end
      end

      # Smaller is more striking, so that looks sort from the highest level down.
      def head_look(paragraph)
        values = @appearance.of(paragraph)
        capitals = values[:caps] || (paragraph.text.match?(/\p{Lu}{3}/) && paragraph.text == paragraph.text.upcase)
        [-(values[:size] / SLIGHT), capitals ? 0 : 1, (values[:align] == :center) ? 0 : 1, values[:bold] ? 0 : 1, values[:italic] ? 1 : 0, (values[:underline] == :none) ? 1 : 0]
      end

      # @return [Hash{Array=>Integer}] look to level, of headings whose level is plain
      def known_levels = @known_levels ||= plain_heads.group_by { |paragraph, _| near_look(head_look(paragraph)) }.transform_values { |pairs| pairs.map(&:last).tally.max_by(&:last).first }

      def plain_heads
        @plain_heads ||= @paragraphs.reject(&:blank?).filter_map do |paragraph|
          level = style_level(paragraph)
          level ||= plain_level(paragraph) if heading_like?(paragraph)
          [paragraph, level] if level
        end
      end

      # Looks of all headings, the most striking first; of those that mean the same the first stands for all.
      def head_looks
        @head_looks ||= begin
          hand_made = @paragraphs.each_with_index.select { |paragraph, index| heading_like?(paragraph) && front(paragraph, index).nil? && !paragraph.text.strip.match?(CONTENTS) }.map(&:first)
          (hand_made + plain_heads.map(&:first)).map { |paragraph| head_look(paragraph) }.uniq.sort.each_with_object([]) do |look, list|
            list << look unless list.any? { |other| near?(other, look) }
          end
        end
      end

      def plain_level(paragraph)
        return 1 if paragraph.text.match?(CHAPTER) || paragraph.text.strip.match?(ABSTRACT) || paragraph.text.strip.match?(REFERENCES)

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
        return if inset < 180_000 || paragraph.text.length < 60 || paragraph.text.match?(LIST_MARK) || @cascade.numbering(paragraph)

        both = values[:indent_end] >= 180_000
        vote(:block_quotation, both ? 0.88 : 0.8, both ? "set in from both sides" : "set in from the start")
      end

      # Entries follow the heading of their zone.
      def zone(paragraph, index)
        case @zones[index]
        when :references then vote(:reference_entry, 0.85, "follows the heading of the references") if paragraph.text.length > 15 && !heading_like?(paragraph)
        when :abstract then vote(:abstract, 0.9, "follows the heading of the abstract") unless heading_like?(paragraph)
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
          elsif text.match?(ABSTRACT) then current = :abstract and next nil
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
