# frozen_string_literal: true

module Norvel
  module Changes
    # Writes the lines of lists of contents, figures and tables by the pages as they come out, round after round until the folios stay:
    # a longer list moves what stands behind it.
    class ContentsLines
      ROUNDS = Layout::ROUNDS
      STEP = 360_000 # EMU that each level stands deeper, where the sheet has no style for it (1 cm; common practice, no source)

      # What a style of its own says that rests on no style for lines of contents.
      ALONE = {indent_first: 0, align: :start, space_after: 38_100}.freeze

      # @param manuscript [Manuscript]
      # @param parent [String, nil] id of the style that new styles for its lines rest on
      def initialize(manuscript, parent: nil)
        @store = Layout::LineStore.lent(Fonts.of(manuscript))
        @manuscript = manuscript
        @parent = parent
      end

      # @yieldparam list [Manuscript::ContentsList] @yieldreturn [Boolean] whether it is to be written
      # @return [Manuscript] with the lines of the lists as they should be
      def write(&wanted)
        ROUNDS.times do
          contents = Contents.new(Layout.new(@manuscript, store: @store))
          due = contents.lists.select(&wanted).reject { |list| contents.state(list).current? }
          return @manuscript if due.empty?

          due.each { |list| @manuscript = written(contents, list) }
        end
        @manuscript
      end

      private

      def written(contents, list)
        entries = contents.entries(list)
        anchored = with_anchors(list, entries)
        names = anchored.anchors.invert
        styled, styles = with_styles(anchored, list, entries)
        old = contents.lines(list).map { |line| styled.paragraph(line.id) }
        old = [styled.paragraph(list.first)] if old.empty?
        free = styled.free_id
        lines = entries.each_with_index.map do |entry, index|
          line(old[index], free + index, styles[entry.level], entry, names[entry.paragraph], list)
        end
        lines = [old.first.with(runs: [])] if lines.empty?
        placed(styled, list, old, lines)
      end

      # The lines stand where the first stood; what the list ends in, if it is no line itself, stays behind them.
      def placed(manuscript, list, old, lines)
        manuscript, lines = with_ends(manuscript, old, lines)
        first = old.first
        gone = old.map(&:id) - [first.id]
        after = manuscript.with_paragraphs(gone.to_h { |id| [id, nil] }.merge(first.id => lines))
        closes = after.paragraph(list.closes)&.blank? ? list.closes : lines.last.id
        last = after.paragraph(list.last)&.blank? ? list.last : lines.last.id
        others = manuscript.contents.map { |other| (other == list) ? list.with(first: lines.first.id, last: last, closes: closes) : other }
        after.with(contents: others)
      end

      # The part that ended with a line ends with the last one now.
      def with_ends(manuscript, old, lines)
        ending = old.map(&:id) & manuscript.sections.filter_map(&:last)
        return [manuscript, lines] if ending.empty? || (ending.size == 1 && lines.last.id == ending.first)
        raise ChangeRefused, "A list of contents runs over the end of a part; it was not brought up to date." if ending.size > 1

        bare = lines.map { |line| line.ending_section(false) }
        bare[-1] = bare.last.ending_section(true)
        [
          manuscript.with(sections: manuscript.sections.map { |section|
            (section.last == ending.first) ? section.with(last: bare.last.id) : section
          }), bare
        ]
      end

      def line(was, id, style, entry, anchor, list)
        paragraph = was || Manuscript::Paragraph.new(id: id, style: style)
        runs = [generated(entry.text, list)]
        if list.folios
          runs += [generated("\t", list), generated(entry.folio.to_s, list, Manuscript::Reference.new(what: :folio, to: anchor))]
        end
        carries = paragraph.carries | [:field]
        return paragraph.with(style: style, runs: runs, carries: carries) unless same_line?(paragraph, runs)

        paragraph.with(style: style, carries: carries)
      end

      def same_line?(paragraph, runs) = paragraph.runs.any? && paragraph.text == runs.map(&:text).join

      def generated(text, list, refers = nil) = Manuscript::Run.new(text: text, generated: true, refers: refers, link: list.links || nil)

      # What the lines point at: the first anchor of each paragraph, or a new one.
      def with_anchors(_list, entries)
        known = @manuscript.anchors.invert
        taken = @manuscript.anchors.keys.filter_map { |name| name[/\Ain_contents_(\d+)\z/, 1]&.to_i }.max || 0
        fresh = entries.map(&:paragraph).reject { |id| known.key?(id) }
        return @manuscript if fresh.empty?

        @manuscript.with(
          anchors: @manuscript.anchors.merge(fresh.each_with_index.to_h { |id, index| ["in_contents_#{taken + index + 1}", id] })
        )
      end

      # @return [Array(Manuscript, Hash{Integer=>String})] with a style for each level, and their ids
      def with_styles(manuscript, list, entries)
        styles = {}
        entries.map(&:level).uniq.sort.each do |level|
          found = own_style(manuscript, list, level)
          unless found
            found = new_style(manuscript, list, level)
            manuscript = manuscript.with(sheet: manuscript.sheet.with_style(found))
          end
          styles[level] = found.id
        end
        [manuscript, styles]
      end

      # The standard's, or for lists of captions the one that its lines have.
      def own_style(manuscript, list, level)
        sheet = manuscript.sheet
        said = list.entries[level]
        return sheet[said] if said && sheet[said]

        sheet.standard(slot(list, level)) || sheet.named(*sheet.standards.name(slot(list, level)), own_name(list, level))
      end

      def slot(list, level) = (list.kind == :captions) ? :captions_entry : :"contents_entry_#{level}"

      def own_name(list, level) = (list.kind == :captions) ? "Caption entry" : "Contents entry #{level}"

      def new_style(manuscript, list, level)
        name = own_name(list, level)
        section = manuscript.sections[manuscript.section_indexes[manuscript.index_of(list.first)]]
        right = section.page.text_width(gutter_above: manuscript.settings.gutter_above)
        own = {tabs: [Properties::TabStop.new(position: right, align: :end, leader: :dot)]}
        own[:indent_start] = STEP * (level - 1) if level > 1 || @parent.nil?
        StyleSheet::Style.new(id: manuscript.sheet.free_id(name), name: name, standard: manuscript.sheet.standards.name(slot(list, level)),
          parent: @parent || manuscript.sheet.default_id, from_file: false, properties: @parent ? own : ALONE.merge(own))
      end
    end

    # What lists of contents, figures and tables say is brought up to date: all of them, or the one whose first line is "list".
    class UpdateContents < Operation
      takes
      takes_besides list: :number

      def carry_out(manuscript)
        raise NothingToChange, "There is no list of contents in this manuscript." if manuscript.contents.empty?

        after = ContentsLines.new(manuscript).write { |list| parameters["list"].nil? || list.first == parameters["list"].to_i }
        raise NothingToChange, "The contents are up to date." if after == manuscript

        after
      end

      def told(before, after)
        changed = before.contents.zip(after.contents).count { |was, now| self.class.lines(before, was) != self.class.lines(after, now) }
        "Brought #{counted(changed, "list")} of contents up to date."
      end

      # @return [Array<String>] what a list says, line by line
      def self.lines(manuscript, list)
        from, to = [list.first, list.last].map { |id| manuscript.index_of(id) }
        (from && to) ? manuscript.paragraphs[from..to].map(&:text) : []
      end
    end

    # A list of contents of its own: of headings down to "levels", or of captions that count "of" ("Figure"), under "title" where one is
    # given, before the paragraph "before". Its heading has the style "heading" and its lines "entries" (by level) where those are named;
    # new styles for its lines rest on "parent". Typed lines that it stands for ("instead": ids) go.
    class MakeContents < Operation
      takes_besides before: :paragraph, levels: :number, title: :words, of: :words, instead: :paragraphs, parent: :style,
        heading: :style, entries: :data

      MOST = 9

      def alters_text? = instead.any?

      def carry_out(manuscript)
        before = manuscript.paragraph(parameters.fetch("before").to_i) ||
          raise(ChangeRefused, "The paragraph that the contents were to stand before is not there any more.")
        raise ChangeRefused, "Contents stand in the text itself, not in a table." if before.in_table
        raise ChangeRefused, "A list of contents does not stand in another." if within_another?(manuscript, before)

        placed, made = begun(manuscript)
        first = made.last.id
        placed = without_typed(stood(placed, made, before))
        parent = parameters["parent"] && placed.sheet.fetch(parameters["parent"]).id
        ContentsLines.new(placed.with(contents: placed.contents + [list(first, placed)]), parent: parent).write { |one| one.first == first }
          .tap { |after| refuse_empty(after) }
      end

      def told(before, after)
        made = (after.contents - before.contents).last
        from, to = [made.first, made.last].map { |id| after.index_of(id) }
        what = (made.kind == :captions) ? "list of what counts “#{made.of}”" : "list of contents"
        "Made a #{what}: #{counted(after.paragraphs[from..to].count { |line| !line.blank? }, "entry", "entries")}."
      end

      private

      def within_another?(manuscript, before) =
        manuscript.listed.include?(before.id) && manuscript.contents.none? { |list| list.first == before.id }

      def instead = parameters["instead"] || []

      # The line that the list begins with, and the heading over it.
      # @return [Array(Manuscript, Array<Manuscript::Paragraph>)]
      def begun(manuscript)
        id = manuscript.free_id
        words = parameters["title"].to_s.strip
        line = ->(number) { Manuscript::Paragraph.new(id: number, style: manuscript.sheet.default_id, carries: [:field]) }
        return [manuscript, [line[id]]] if words.empty?

        manuscript, style = with_heading(manuscript)
        # As generated as the list under it (ISO/IEC 29500-1 §17.16.5.49): it comes and goes with it, and is no word
        # of the manuscript's own.
        said = Manuscript::Run.new(text: words, generated: true, refers: Manuscript::Reference.new(what: :quote, to: words))
        [manuscript, [Manuscript::Paragraph.new(id: id, style: style, runs: [said], carries: [:field]), line[id + 1]]]
      end

      # Before a paragraph that a part begins with, the list stands at the end of the part before: a last paragraph of its own ends that.
      def stood(manuscript, made, before)
        ending = manuscript.sections.index do |section|
          section.last && manuscript.index_of(section.last) == manuscript.index_of(before.id) - 1
        end
        return manuscript.with_paragraphs(before.id => [*made, before]) unless ending

        last = manuscript.paragraph(manuscript.sections[ending].last)
        close = Manuscript::Paragraph.new(id: made.last.id + 1, style: manuscript.sheet.default_id, carries: %i[section_end field])
        sections = manuscript.sections.dup
        sections[ending] = sections[ending].with(last: close.id)
        manuscript.with_paragraphs(last.id => [last.ending_section(false), *made, close]).with(sections: sections)
      end

      # The style of the heading over contents: like a chapter's, but none itself, so that it does not stand in them.
      def with_heading(manuscript)
        sheet = manuscript.sheet
        return [manuscript, parameters["heading"]] if parameters["heading"] && sheet[parameters["heading"]]

        standard = sheet.standards.name(:contents_heading)
        known = standard ? sheet.standard(:contents_heading) : sheet.named("Contents heading")
        return [manuscript, known.id] if known

        chapter = sheet.heading(1)
        values = chapter ? Cascade.new(manuscript).style(chapter.id).values(LIKE_A_CHAPTER) : {bold: true, keep_next: true}
        name = sheet.named("Contents heading") ? "Heading of contents" : "Contents heading"
        made = StyleSheet::Style.new(id: sheet.free_id(name), name: name, standard: standard, parent: sheet.default_id,
          next_style: sheet.default_id, properties: values, from_file: false)
        [manuscript.with(sheet: sheet.with_style(made)), made.id]
      end

      LIKE_A_CHAPTER = %i[font_family size bold italic caps
        small_caps color align space_before space_after line_spacing break_before keep_next
        indent_start indent_first].freeze

      def without_typed(manuscript)
        gone = instead.map(&:to_i).select { |id| manuscript.paragraph(id) }
        manuscript.with_paragraphs(gone.to_h { |id| [id, nil] })
      end

      def entries = (parameters["entries"] || {}).to_h { |level, style| [level.to_i, style.to_s] }

      def list(first, manuscript)
        close = manuscript.paragraphs[manuscript.index_of(first) + 1]
        last = (close&.carries == %i[section_end field]) ? close.id : first
        if parameters["of"]
          return Manuscript::ContentsList.new(first: first, last: last, closes: last, kind: :captions, of: parameters["of"], links: true,
            code: %(TOC \\h \\z \\c "#{parameters["of"].delete('"\\')}"))
        end

        deepest = parameters.fetch("levels", 3).to_i.clamp(1, MOST)
        Manuscript::ContentsList.new(first: first, last: last, closes: last, levels: [1, deepest], by: %i[style level], links: true,
          entries: entries, code: %(TOC \\o "1-#{deepest}" \\h \\z \\u))
      end

      def refuse_empty(after)
        made = after.contents.last
        return if after.paragraph(made.first)&.text&.match?(/\S/)

        raise ChangeRefused, (made.kind == :captions) ? "Nothing counts " \
          "“#{made.of}” yet: make captions first." : "There is no heading of these levels yet: give headings their styles first."
      end
    end
  end
end
