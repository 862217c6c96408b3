# frozen_string_literal: true

module Norvel
  # Numbers and bullets that were typed as text, told apart from words that only look so: a label counts when it is one of a
  # row ("1." "2." "3."), begins at the first of its kind, and stands before text. A year at the start of a sentence, or a
  # date, is none.
  module TypedLabels
    # A label at the start of a paragraph: `label` is the sign itself, `length` the code points up to the text, `format` as lists
    # write it, `pattern` the label with %d for its number (or the bullet), `number` from 1.
    Label = Value.define(:label, :length, :format, :pattern, number: nil)

    # Neighbouring paragraphs with labels of one pattern, as [paragraph, Label]; `start` is the first number.
    Row = Value.define(:items) do
      def format = items.first.last.format

      def pattern = items.first.last.pattern

      def start = items.first.last.number
    end

    NUMBERED = '(?<number>\d{1,3}|[a-z]|[A-Z]|[ivx]{1,5}|[IVX]{1,5}'
    MARKED =
      /\A[ \t\u00A0]*(?<label>(?<open>[(\[]?)#{NUMBERED})(?<close>[.)\]]|\.\)|\.-|\)\.|[º°ª]\.?))[ \t\u00A0]+(?=\S)/
    AS_A_SIGN = '(?=[ \u00A0]*\t|[ \u00A0]{2}|[ \u00A0]\p{Ll}|[ \u00A0]\p{Lu})'
    BULLET =
      /\A[ \t\u00A0]*(?<label>[\uF0A7\uF0B7\uF0D8\uF0FC\uF06F#{ListLabels::SIGNS}]|o#{AS_A_SIGN})[ \t\u00A0]+(?=\S)/
    MONTH =
      "(?:jan(?:uary|uar|vier)?|enero|feb(?:ruary|ruar)?|f(?:e|é)vr(?:ier)?|febrero|mar(?:ch|s|zo)?|m(?:a|ä)rz|" \
      "apr(?:il)?|avril|abril|ma[iy]o?|june?|juni|juin|junio|july?|juli|juillet|julio|aug(?:ust)?|ao(?:u|û)t|agosto|" \
      "sep(?:t|tember|tembre|tiembre)?|setiembre|o[ck]t(?:ober|obre|ubre)?|nov(?:ember|embre|iembre)?|de[cz](?:ember)?|" \
      "d(?:e|é)cembre|diciembre)(?![\\p{L}])\\.?"
    DAY_OF_MONTH = /\A\s*(?:de\s+)?#{MONTH}/i
    HABIT = 3 # single items with one bullet, from which on they are meant
    LATE = 60 # the number up to which a row may go on from elsewhere
    FURTHER = 90_000 # EMU, a quarter of a centimetre: less is the same by accident
    BETWEEN = 3 # paragraphs without a label that one item may hold

    module_function

    # @param paragraph [Manuscript::Paragraph]
    # @return [Array<Label>] every way its beginning can be read, the likeliest first
    def readings(paragraph)
      text = paragraph.text
      if (found = text.match(BULLET))
        return [] if found[:label] =~ /[–—]/ && text.match?(/\A\s*[–—]\s*\p{L}.*[?!.]”?\s*[–—]/) # a dialogue

        return [Label.new(label: found[:label], length: found.end(0), format: "bullet", pattern: found[:label])]
      end
      found = text.match(MARKED) or return []
      return [] if text[found.end(0)..].match?(DAY_OF_MONTH) && found[:number].match?(/\d/)

      pattern = "#{found[:open]}%d#{found[:close]}"
      formats(found[:number]).map do |format, number|
        Label.new(label: found[:label], length: found.end(0), format: format, pattern: pattern, number: number)
      end
    end

    # @return [Array<Array(String, Integer)>] how a number may be meant: "i" is one as a roman numeral, nine as a letter
    def formats(written)
      return [["decimal", written.to_i]] if written.match?(/\A\d/)

      roman = (1..50).find { |number| ListLabels.roman(number) == written.downcase }
      letter = written.downcase.ord - 96 if written.length == 1
      upper = written == written.upcase
      [([upper ? "upper_letter" : "lower_letter", letter] if letter), ([upper ? "upper_roman" : "lower_roman", roman] if roman)].compact
    end

    # Which rows stand inside others: those whose items lie between two items of another, or follow its last one further in.
    # Rows of one format are of one level unless they are set in.
    # @param rows [Array<Row>] of one container @param blocks [Array<Manuscript::Paragraph, Manuscript::Table>] that container
    # @yieldparam paragraph [Manuscript::Paragraph] @yieldreturn [Integer] how far it is set in, EMU
    # @return [Hash{Row=>Row}] row to the one around it
    def around(rows, blocks)
      at = blocks.each_with_index.to_h { |block, index| [block.id, index] }
      text = blocks.select { |block| block.is_a?(Manuscript::Paragraph) && !block.blank? }.each_with_index.to_h do |block, index|
        [block.id, index]
      end
      rows.to_h do |row|
        first, last = [row.items.first, row.items.last].map { |paragraph, _| at[paragraph.id] }
        outer = rows.select do |other|
          next if other.equal?(row) || (other.format == row.format && yield(row.items.first[0]) < yield(other.items.first[0]) + FURTHER)

          places = other.items.map { |paragraph, _| at[paragraph.id] }
          places.each_cons(2).any? { |one, two| one < first && last < two } ||
            (places.last < first && text[row.items.first[0].id] == text[other.items.last[0].id] + 1 &&
              yield(row.items.first[0]) >= yield(other.items.last[0]) + FURTHER)
        end
        [row, outer.max_by { |other| other.items.map { |paragraph, _| at[paragraph.id] }.select { |place| place < first }.max }]
      end.compact.compare_by_identity
    end

    # @param manuscript [Manuscript] @param cascade [Cascade] of it
    # @param only [Array<Integer>, nil] ids of the paragraphs that may be items; nil: all
    # @return [Array<Row>] of all its containers; headings and what is numbered by the file are no items
    def in(manuscript, cascade = Cascade.new(manuscript), only: nil)
      wanted = only&.to_set
      no_item = ->(paragraph) {
        (wanted && !wanted.include?(paragraph.id)) || cascade.paragraph(paragraph)[:outline_level] ||
          cascade.numbering(paragraph) || paragraph.text.count("\t") > 1
      }
      manuscript.containers.values.flat_map { |blocks| rows(blocks) { |paragraph| !no_item.call(paragraph) } }
    end

    # @param blocks [Array<Manuscript::Paragraph, Manuscript::Table>] of one container
    # @yieldparam paragraph [Manuscript::Paragraph] @yieldreturn [Boolean] whether it may be an item at all
    # @return [Array<Row>]
    def rows(blocks, &possible)
      rows = []
      open = {} # by format and pattern: the row that may go on, and how many paragraphs ago its last item stood
      blocks.each do |block|
        open.each_value { |state| state[1] += 1 unless block.is_a?(Manuscript::Paragraph) && block.blank? }
        open.reject! { |_, state| state[1] > BETWEEN + 1 }
        next open.clear unless block.is_a?(Manuscript::Paragraph)
        next unless possible.call(block)

        labels = readings(block)
        next if labels.empty?

        label = carry_on(open, labels, block, rows)
        # Bullets and letters under a number belong to it; another number of the same kind ends it.
        open.reject! { |key, _| label.number && key[0] == label.format && key[1] != label.pattern } if label
      end
      habits = rows.map { |items| items.first.last }.select { |label| label.number.nil? }.map(&:pattern).tally
      rows.map { |items| Row.new(items: items) }.select do |row|
        (row.items.size > 1 && (row.start.nil? || row.start == 1 || close?(row, blocks))) ||
          (habits[row.pattern].to_i >= HABIT && row.start.nil?)
      end
    end

    def carry_on(open, labels, block, rows)
      label = labels.find do |one|
        (row = open[[one.format, one.pattern]]) && (one.number.nil? || one.number == row[0].last.last.number + 1)
      end
      if label
        state = open[[label.format, label.pattern]]
        state[0] << [block, label]
        state[1] = 0
      elsif (label = labels.find { |one| one.number.nil? || one.number == 1 } || labels.find { |one|
        one.format == "decimal" && one.number < LATE
      })
        rows << [[block, label]]
        open[[label.format, label.pattern]] = [rows.last, 0]
      end
      label
    end

    # A row that goes on from elsewhere, at a number of its own, counts where nothing stands between its items.
    def close?(row, blocks)
      text = blocks.select { |block| block.is_a?(Manuscript::Paragraph) && !block.blank? }
      text.index { |block| block.equal?(row.items.last[0]) } - text.index { |block| block.equal?(row.items.first[0]) } == row.items.size - 1
    end
    private_class_method :formats, :carry_on, :close?
  end
end
