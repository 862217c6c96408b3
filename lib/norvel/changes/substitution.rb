# frozen_string_literal: true

module Norvel
  module Changes
    # Puts a property in the place of what was typed to get its effect: white space, empty paragraphs, labels. Not a word is lost
    # or altered: the words of each paragraph, its number or bullet counted in, are the same before and after.
    class Substitution < Operation
      private

      def same_words?(before, after)
        (before.blocks.equal?(after.blocks) && before.notes.equal?(after.notes)) || ListLabels.words(before) == ListLabels.words(after)
      end

      # What it comes to, worked out once for the same manuscript.
      def outcome(manuscript)
        @outcome = [manuscript, carry_out(manuscript)] unless @outcome && @outcome[0].equal?(manuscript)
        @outcome[1]
      end

      # @param length [Integer] code points at its beginning
      def without_start(paragraph, length) = paragraph.replaced(0, length)
    end

    # Makes lists of numbers and bullets that were typed ("paragraphs": ids or "all"). A label goes only where the list
    # generates it again, sign for sign; otherwise it stays.
    class ListsFromTyped < Substitution
      STEP = 457_200 # EMU an item is set in

      # @return [Array<TypedLabels::Row>]
      def self.found(manuscript, cascade = Cascade.new(manuscript))
        heads = ->(paragraph) { cascade.paragraph(paragraph)[:outline_level] || cascade.numbering(paragraph) || paragraph.text.count("\t") > 1 }
        manuscript.containers.values.flat_map { |blocks| TypedLabels.rows(blocks) { |paragraph| !heads.call(paragraph) } }
      end

      def carry_out(manuscript)
        rows = wanted(manuscript)
        raise ChangeRefused, "No row of typed numbers or bullets is there." if rows.empty?

        # Bullets of one kind are one list; numbers begin anew.
        bullets, numbers = rows.partition { |row| row.format == "bullet" }
        joined = bullets.group_by(&:pattern).values.map { |same| TypedLabels::Row.new(items: same.flat_map(&:items)) }
        (numbers + joined).reduce(manuscript) { |now, row| listed(now, row) }
      end

      def sentence(manuscript)
        rows = wanted(manuscript)
        "Made #{counted(rows.size, "list")} of #{counted(rows.sum { |row| row.items.size }, "paragraph")} with typed numbers and bullets."
      end

      private

      def wanted(manuscript)
        rows = self.class.found(manuscript)
        return rows if parameters["paragraphs"] == "all"

        ids = chosen(manuscript).map(&:id)
        rows.select { |row| row.items.all? { |paragraph, _| ids.include?(paragraph.id) } }
      end

      def listed(now, row)
        id = ((now.lists.keys.grep(/\A\d+\z/).map(&:to_i).max || 0) + 1).to_s
        text = (row.format == "bullet") ? row.pattern : row.pattern.sub("%d", "%1")
        level = Manuscript::ListLevel.new(format: row.format, text: text, start: row.start || 1, properties: {indent_start: STEP, indent_first: -STEP / 2})
        list = Manuscript::List.new(id: id, levels: {0 => level}, counter: "new #{id}")
        ref = Manuscript::NumberRef.new(list: id)
        changed = row.items.to_h { |paragraph, label| [paragraph.id, item(now.paragraph(paragraph.id), label, ref)] }
        now.with(lists: now.lists.merge(id => list)).with_paragraphs(changed)
      end

      # The list brings the indents; those that were set by hand to the same end go.
      def item(paragraph, label, ref)
        without_start(paragraph, label.length).then { |bare| bare.with(properties: bare.properties.except(:indent_start, :indent_first, :tabs).merge(numbering: ref)) }
      end
    end

    # Makes numbers of headings that were typed the numbers of the headings: where a level's typed numbers are of one form, its
    # style numbers, and what is typed goes where it is the same, sign for sign. Headings without a number stay without.
    class HeadingsFromTyped < Substitution
      TYPED = /\A[ \t\u00A0]*(?<label>(?<word>(?:chapter|kapitel|chapitre|capítulo|part|teil|section|abschnitt)[ \u00A0]+)?(?<numbers>(?:\d{1,2}|[IVX]{1,5}|[A-H])(?:\.\d{1,2})*)(?<close>[.):]?))[ \t\u00A0]+(?=\S)/i
      Head = Value.define(:paragraph, :level, label: nil, length: 0, text: nil, format: nil)

      def carry_out(manuscript)
        heads = read(manuscript)
        forms = forms(heads)
        raise ChangeRefused, "The headings have no typed numbers of one form." unless forms[0]

        numbered = with_numbers(manuscript, heads, forms)
        typed = heads.select { |head| head.label && forms[head.level - 1] }
        agreeing = agreeing(numbered, typed)
        raise ChangeRefused, "The typed numbers of the headings do not follow each other; nothing was changed." if agreeing.size * 2 < typed.size

        settled(numbered, agreeing, typed - agreeing)
      end

      def sentence(manuscript)
        after = outcome(manuscript)
        taken = manuscript.paragraphs.count { |paragraph| after.paragraph(paragraph.id).text != paragraph.text }
        left = read(after).count(&:label)
        "Let the heading styles number #{counted(taken, "heading")} instead of typed numbers#{"; #{counted(left, "heading")} whose number does not follow keep theirs" if left.positive?}."
      end

      private

      def read(manuscript)
        cascade = Cascade.new(manuscript)
        manuscript.paragraphs.filter_map do |paragraph|
          level = cascade.paragraph(paragraph)[:outline_level]
          next if level.nil? || level > 4 || paragraph.blank?
          raise ChangeRefused, "The headings are numbered by their styles already." if cascade.numbering(paragraph)

          head(paragraph, level)
        end
      end

      def head(paragraph, level)
        found = paragraph.text.match(TYPED)
        numbers = found && found[:numbers].split(".")
        return Head.new(paragraph: paragraph, level: level) if found.nil? || ![1, level].include?(numbers.size) || bare_letter?(found)

        first = (numbers.size == level) ? 1 : level
        Head.new(paragraph: paragraph, level: level, label: found[:label], length: found.end(0), format: format_of(numbers.last),
          text: "#{found[:word]}#{numbers.each_index.map { |index| "%#{first + index}" }.join(".")}#{found[:close]}")
      end

      # "A", "I": the first word of a sentence, not a number.
      def bare_letter?(found) = found[:word].nil? && found[:close].empty? && found[:numbers].match?(/\A\p{L}+\z/)

      def format_of(number)
        return "decimal" if number.match?(/\d/)

        number.match?(/\A[IVX]+\z/) ? "upperRoman" : "upperLetter"
      end

      # The commonest form of each level, where at least half of its headings have a number.
      def forms(heads)
        heads.group_by(&:level).to_h do |level, same|
          typed = same.select(&:label)
          [level - 1, (typed.map { |head| [head.format, head.text] }.tally.max_by(&:last).first if typed.size * 2 >= same.size && typed.any?)]
        end.compact
      end

      def with_numbers(manuscript, heads, forms)
        id = ((manuscript.lists.keys.grep(/\A\d+\z/).map(&:to_i).max || 0) + 1).to_s
        styles = forms.to_h { |index, _| [index, heads.select { |head| head.level == index + 1 }.map { |head| head.paragraph.style }.tally.max_by(&:last).first] }
        levels = (0..forms.keys.max).to_h { |index| [index, Manuscript::ListLevel.new(format: forms.dig(index, 0) || "decimal", text: forms.dig(index, 1) || "", suffix: :space, style: styles[index])] }
        refs = styles.to_h { |index, style| [style, manuscript.sheet[style].then { |one| one.with(properties: one.properties.merge(numbering: Manuscript::NumberRef.new(list: id, level: index))) }] }
        none = Manuscript::NumberRef.new(list: nil)
        bare = heads.reject { |head| head.label && forms[head.level - 1] }.select { |head| refs.key?(head.paragraph.style) }
        manuscript.with(sheet: manuscript.sheet.with_styles(refs), lists: manuscript.lists.merge(id => Manuscript::List.new(id: id, levels: levels, counter: "new #{id}")))
          .with_paragraphs(bare.to_h { |head| [head.paragraph.id, head.paragraph.with(properties: head.paragraph.properties.merge(numbering: none))] })
      end

      # Those whose number follows from the ones before that do.
      def agreeing(numbered, typed)
        typed.reduce([]) do |so_far, head|
          blocks = [*so_far, head].map { |one| numbered.paragraph(one.paragraph.id) }
          row = numbered.with(blocks: blocks, sections: [Manuscript::Section.new])
          (ListLabels.for(row, Cascade.new(row))[head.paragraph.id] == head.label) ? [*so_far, head] : so_far
        end
      end

      # A number that does not follow stays as it was typed, and its heading counts nothing.
      def settled(numbered, agreeing, other)
        none = Manuscript::NumberRef.new(list: nil)
        numbered.with_paragraphs(agreeing.to_h { |head| [head.paragraph.id, without_start(head.paragraph, head.length)] }
          .merge(other.to_h { |head| [head.paragraph.id, head.paragraph.with(properties: head.paragraph.properties.merge(numbering: none))] }))
      end
    end

    # Tidies white space that stands for something: runs of spaces, tabs and spaces at a paragraph's start, spaces at its end,
    # line breaks in running text ("paragraphs": ids or "all"; "kinds": of KINDS, all when missing). A tab or spaces at the start
    # become a first-line indent, or centring where they put the line in the middle. Tabs that make columns are left.
    class TidyWhiteSpace < Substitution
      KINDS = %w[start end double line_breaks].freeze
      LEFT = %i[table_text table_heading verse code contents_entry signature form_field].freeze
      COLUMNS = /\S\t+\S.*\S\t+\S|\S\t.*\n.*\S\t/m

      def carry_out(manuscript)
        @roles = Roles.new(manuscript)
        changed = chosen(manuscript).reject { |paragraph| paragraph.blank? || left?(paragraph) }.filter_map do |paragraph|
          now = tidied(paragraph, manuscript)
          [paragraph.id, now] unless now.equal?(paragraph)
        end.to_h
        manuscript.with_paragraphs(changed)
      end

      def sentence(manuscript)
        after = outcome(manuscript)
        spaces, tabs, breaks = [" ", "\t", "\n"].map { |sign| [manuscript, after].map { |one| one.paragraphs.sum { |paragraph| paragraph.text.count(sign) } }.reduce(:-) }
        parts = {"space" => spaces, "tab" => tabs, "line break" => breaks}.select { |_, number| number.positive? }.map { |name, number| counted(number, name) }
        "Replaced #{parts.empty? ? "white space" : parts.join(", ")} by what it stood for."
      end

      private

      def kinds = parameters["kinds"] || KINDS

      # Tabs between words make columns: a table without lines, which is left alone.
      def left?(paragraph) = LEFT.include?(@roles.of(paragraph.id).name) || paragraph.text.match?(COLUMNS)

      def tidied(paragraph, manuscript)
        cuts = []
        text = paragraph.text
        start = kinds.include?("start") ? text[/\A[ \t\u00A0\u2003]+/].to_s : ""
        cuts << [0, start.length, ""] unless start.empty?
        text.scan(/(?<=\S) {2,}(?=\S)/) { cuts << [*Regexp.last_match.offset(0), " "] } if kinds.include?("double")
        if kinds.include?("line_breaks") && running?(paragraph)
          text.scan(/(?<=\S)[ \t]*\n[ \t]*(?=\S)/) { cuts << [*Regexp.last_match.offset(0), " "] }
        end
        ending = kinds.include?("end") ? text.length - text.sub(/(?<=\S)[ \t]+\z/, "").length : 0
        cuts << [text.length - ending, text.length, ""] if ending.positive? && !paragraph.run_in
        return paragraph if cuts.empty?

        dressed(cut(paragraph, cuts), start, manuscript)
      end

      def running?(paragraph) = %i[body block_quotation list_item reference_entry footnote abstract].include?(@roles.of(paragraph.id).name)

      # Of each stretch as many blanks stay as are put in its place.
      def cut(paragraph, cuts)
        cuts.sort.reverse.reduce(paragraph) do |now, (from, to, kept)|
          middle = if kept.empty?
            []
          else
            [now.runs_in(from, from + 1).find { |run| !run.text.empty? }.then { |run| (run.text == " ") ? run : run.with(text: " ", origin: nil, home: nil, from: 0, insets: []) }]
          end
          now.replaced(from, to, middle)
        end
      end

      def dressed(paragraph, start, manuscript)
        return paragraph if start.empty? || @roles.of(paragraph.id).name.match?(/heading|title|caption|list_item|author|date/) && !centred?(paragraph, start, manuscript)
        return paragraph.with(properties: paragraph.properties.except(:indent_first).merge(align: :center)) if centred?(paragraph, start, manuscript)
        return paragraph if start.length == 1 && start != "\t" # a stray blank stood for nothing

        indent = cascade(manuscript).paragraph(paragraph)[:indent_first]
        indent.positive? ? paragraph : paragraph.with(properties: paragraph.properties.merge(indent_first: width(paragraph, start, manuscript)))
      end

      def cascade(manuscript) = @cascade ||= Cascade.new(manuscript)

      def formats = @formats ||= Layout::FormatTable.new(Fonts::Book.shipped)

      # @return [Integer] EMU that the blanks at the start take
      def width(paragraph, start, manuscript)
        tabs = start.count("\t") * manuscript.settings.tab
        tabs + (formats.text(cascade(manuscript).mark(paragraph)).width(start.delete("\t")) * Lengths::PT).round
      end

      # Whether they put a short line in the middle of its column.
      def centred?(paragraph, start, manuscript)
        return false if start.count("\t") < 2 && start.count(" ") < 8

        column = manuscript.sections.first.page.text_width
        text = (formats.text(cascade(manuscript).mark(paragraph)).width(paragraph.text) * Lengths::PT).round
        text < column * 0.8 && ((column - text) / 2 - width(paragraph, start, manuscript)).abs < column * 0.1
      end
    end

    # Takes blank lines out and puts what they stood for into the styles: space between paragraphs, space before a heading, a
    # new page ("paragraphs": ids or "all").
    class ReplaceBlankLines < Substitution
      SHARE = 0.5 # of a style's paragraphs that have it, for the style to take it over
      STEP = 6 * Lengths::PT # spaces are rounded to
      MOST = 72 * Lengths::PT

      # A stretch of blank lines: what stands before and after, how high it is (EMU) and whether a page turns in it.
      Gap = Value.define(:blanks, :before, :after, :height, turns: false)

      def carry_out(manuscript)
        return @outcome[1] if @outcome && @outcome[0].equal?(manuscript)

        gaps = gaps(manuscript)
        raise ChangeRefused, "There is no blank line that could go." if gaps.empty?

        bare = manuscript.with_paragraphs(gaps.flat_map(&:blanks).to_h { |paragraph| [paragraph.id, nil] })
        with_breaks(with_spaces(bare, manuscript, gaps), gaps)
      end

      def sentence(manuscript)
        gaps = gaps(manuscript)
        after = outcome(manuscript)
        styles = after.sheet.styles.count { |id, style| manuscript.sheet[id] != style }
        turns = gaps.count(&:turns)
        return "Took out #{counted(gaps.sum { |gap| gap.blanks.size }, "blank line")}." if styles.zero? && turns.zero?

        "Replaced #{counted(gaps.sum { |gap| gap.blanks.size }, "blank line")} by space in #{counted(styles, "style")}#{" and #{counted(turns, "new page")}" if turns.positive?}."
      end

      private

      def gaps(manuscript)
        return @gaps[1] if @gaps && @gaps[0].equal?(manuscript)

        @gaps = [manuscript, find(manuscript)]
        @gaps[1]
      end

      def find(manuscript)
        wanted = (parameters["paragraphs"] == "all") ? nil : chosen(manuscript).map(&:id)
        going = RemoveEmptyParagraphs.removable(manuscript).map(&:id).select { |id| wanted.nil? || wanted.include?(id) }.to_h { |id| [id, true] }
        layout = Layout.new(manuscript)
        manuscript.containers.values.flat_map do |blocks|
          blocks.chunk_while { |one, other| going[one.id] && going[other.id] }.with_index.to_a.then { |chunks| read(chunks.map(&:first), going, layout) }
        end
      end

      def read(chunks, going, layout)
        chunks.each_with_index.filter_map do |chunk, index|
          next unless going[chunk.first.id]

          before, after = (index.positive? ? chunks[index - 1].last : nil), chunks[index + 1]&.first
          Gap.new(blanks: chunk, before: (before if before.is_a?(Manuscript::Paragraph)), after: (after if after.is_a?(Manuscript::Paragraph)),
            height: chunk.sum { |paragraph| height(paragraph, layout) }, turns: turns?(chunk, before, after, layout))
        end
      end

      def height(paragraph, layout)
        set = layout.cascade.paragraph(paragraph)
        layout.lines_of(paragraph.id).sum { |placed| placed.line.height * Lengths::PT }.round + set[:space_before] + set[:space_after]
      end

      # Several of them, so that what follows begins a page.
      def turns?(chunk, before, after, layout)
        return false unless chunk.size > 3 && before && after.is_a?(Manuscript::Paragraph) && !layout.cascade.paragraph(after)[:break_before]

        page = layout.pages[layout.page_of(after.id) - 1]
        first = page.placed.find { |placed| %i[body cell].include?(placed.area) }
        layout.page_of(before.id) < page.number && (first.paragraph.id == after.id || chunk.any? { |paragraph| paragraph.id == first.paragraph.id })
      end

      # Headings take the space before them, everything else after itself.
      def with_spaces(bare, manuscript, gaps)
        cascade = Cascade.new(manuscript)
        above = ->(gap) { gap.after && cascade.paragraph(gap.after)[:outline_level] }
        before, after = gaps.reject(&:turns).partition(&above)
        changed = spaces(before, manuscript, cascade, :space_before, &:after).merge(spaces(after.select(&:before), manuscript, cascade, :space_after, &:before)) { |_, one, other| one.with(properties: one.properties.merge(other.properties)) }
        bare.with(sheet: bare.sheet.with_styles(changed))
      end

      def spaces(gaps, manuscript, cascade, name)
        uses = manuscript.paragraphs.reject(&:blank?).map(&:style).tally
        gaps.group_by { |gap| yield(gap).style }.filter_map do |id, same|
          next if same.size < uses[id].to_i * SHARE

          space = cascade.style(id)[name] + same.map(&:height).sort[same.size / 2]
          rounded = [(Rational(space) / STEP).round * STEP, MOST].min
          [id, manuscript.sheet[id].with_values(name => rounded)]
        end.to_h
      end

      # A new page is the style's matter where most of its paragraphs begin one.
      def with_breaks(now, gaps)
        turning = gaps.select(&:turns).map { |gap| gap.after.id }
        turning.group_by { |id| now.paragraph(id).style }.reduce(now) do |manuscript, (style, ids)|
          level = manuscript.sheet.level_of(manuscript.sheet[style])
          users = manuscript.paragraphs.count { |paragraph| paragraph.style == style && !paragraph.blank? }
          next manuscript.with(sheet: manuscript.sheet.with_style(manuscript.sheet[style].with_values(break_before: true))) if level && ids.size > 1 && ids.size >= users - 1

          manuscript.with_paragraphs(ids.to_h { |id| [id, manuscript.paragraph(id).then { |paragraph| paragraph.with(properties: paragraph.properties.merge(break_before: true)) }] })
        end
      end
    end
  end
end
