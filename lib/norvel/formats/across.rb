# frozen_string_literal: true

module Norvel
  module Formats
    # A manuscript as another format says it: every paragraph comes out as before by the rules of that format, every paragraph and run is
    # new, since its file holds none of them yet. What cannot go along is left out and counted.
    #
    #   across = Across.new(manuscript, Formats.of("odt"), source: source)
    #   across.manuscript # as it is to be read again
    #   across.lost       # [Format::Lost(what: "equation", count: 2)]
    class Across
      LEFT = %i[numbering outline_level indent_start_chars indent_end_chars indent_first_chars].freeze # said in their own way
      PARAGRAPH = (Properties.of(:paragraph).map(&:name) - LEFT - [:tabs]).freeze
      TEXT = (Properties.of(:text).map(&:name) - %i[highlight shift]).freeze
      UNDER = Properties::DEFAULTS.slice(:font_family, :size, :orphans, :widows).freeze # said, since other programs have their own

      # What of a style is a matter of its file alone.
      PLAIN = {conditions: {}, linked: nil, standard: nil, cell_looks: {}, cell_margins: {}, hidden: false}.freeze
      private_constant :PLAIN

      # What a new paragraph is of: the one it was, and where in the text of that it begins.
      Part = Value.define(:was, :at)
      private_constant :Part

      # @return [Hash{Array(Integer, Integer)=>String}] by paragraph and place of the run where a link leads
      attr_reader :links

      # @param manuscript [Manuscript] @param format [Format] what it is to be
      # @param source [Source] the file that it was read from: where its links lead, which of its pictures there are
      def initialize(manuscript, format, source: Source.none)
        @from = manuscript
        @format = format
        @old_links = source.links
        @source = source
        @links = {}
        @ids = {}
        @parts, @made = {}, {}
        @next = Manuscript::NEW_IDS - 1
        @gone = Hash.new(0)
        @listed = manuscript.listed
        @cascade = Cascade.new(manuscript)
      end

      # @return [Manuscript]
      def manuscript = @manuscript ||= @format.inheritance.grid.whole(dressed(renewed))

      # @return [Array<Format::Lost>] the most frequent first
      def lost
        manuscript
        @gone.map { |what, count| Format::Lost.new(what: what, count: count) }.sort_by { |kind| -kind.count }
      end

      private

      def rules = @format.across

      def lose(what, count = 1) = @gone[what] += count

      # The same, of paragraphs and runs that stand in no file.
      def renewed
        lose("comment", @from.matters.count { |matter| matter.kind == :comment })
        blocks = story(@from.blocks)
        blocks << Manuscript::Paragraph.new(id: fresh_id, style: @from.sheet.default_id) if Manuscript.paragraphs_of([blocks]).empty?
        marked = @from.all_paragraphs.flat_map(&:insets).select { |inset| inset.kind == :note }.to_set(&:ref)
        lose("note that no mark in the text leads to", @from.notes.count { |ref, _| !marked.include?(ref) })
        notes = @from.notes.slice(*marked).transform_values { |inner| story(inner) }
        boxes = (@from.paragraphs + @from.note_paragraphs + @from.margin_paragraphs).flat_map(&:insets).filter_map(&:box)
        asides = @from.asides.slice(*boxes).transform_values { |inner| story(inner) }
        margins = Hash.new { |found, inner| found[inner] = story(inner) }.compare_by_identity
        sections = @from.sections.map { |section| part(section, margins) }
        settings = settings()
        @gone.delete_if { |_, count| count.zero? }
        @from.with(format: @format.name, blocks: blocks, notes: notes, asides: asides, sections: sections, sheet: sheet,
          contents: contents, anchors: @from.anchors.transform_values { |id| @ids[id] }.compact, matters: [], traces: [], warnings: [],
          unshown: [], inheritance: @format.inheritance, settings: settings)
      end

      # How notes are numbered holds for all parts alike.
      def settings
        notes = NOTES.to_h do |kind|
          forms = @from.sections.map { |section| section.public_send(kind) || @from.settings.public_send(kind) }.uniq
          lose("note numbering", forms.size - 1) if forms.size > 1 && noted?(kind)
          [kind, counted(forms.first, noted?(kind) ? "note number form" : nil)]
        end
        @from.settings.with(**rules.slice(:between, :tabs_from), **notes)
      end

      NOTES = %i[footnotes endnotes].freeze
      private_constant :NOTES

      def noted?(kind) = @from.notes.each_key.any? { |ref| Manuscript.endnote?(ref) == (kind == :endnotes) }

      # Numbers of pages and notes have a form that the format knows.
      def counted(form, what)
        return form if rules[:counts].nil? || rules[:counts].include?(form.format)

        lose(what) if what
        form.with(format: :decimal)
      end

      def fresh_id = @next += 1

      def part(section, margins)
        stories = ->(all) { all.transform_values { |inner| margins[inner] } }
        lose("vertical placing") unless section.vertical == :top
        section.with(last: section.last && @ids[section.last], origin: 0, headers: stories[section.headers],
          footers: stories[section.footers], folio: counted(section.folio, "page number form"), footnotes: nil, endnotes: nil,
          vertical: :top)
      end

      def contents
        @from.contents.filter_map do |list|
          ends = {first: @ids[list.first], last: @ids[list.last], closes: @ids[list.closes], title: list.title && @ids[list.title]}
          list.with(**ends, code: nil) if ends[:first] && ends[:last]
        end
      end

      def sheet
        styles = @from.sheet.styles.reject { |_, style| %i[table list].include?(style.kind) }
        styles = styles.transform_values { |style| style.with(**PLAIN) }
        @from.sheet.with(styles: styles, defaults: UNDER.merge(@from.sheet.defaults), standards: @format.standard_styles)
      end

      def story(blocks)
        broken = false
        blocks.flat_map do |block|
          next [table(block)] if block.is_a?(Manuscript::Table)

          pieces, after = paragraphs(block, broken)
          broken = after
          pieces
        end
      end

      # A page break in the text begins a page with what follows.
      # @return [Array(Array<Manuscript::Paragraph>, Boolean)] and whether the next paragraph begins a page
      def paragraphs(paragraph, broken)
        whole = paragraph(paragraph)
        cut(broken ? broken(whole) : whole)
      end

      def broken(paragraph) = paragraph.with(properties: paragraph.properties.merge(break_before: true))

      def cut(paragraph)
        at = paragraph.text.index("\f") or return [[paragraph], false]
        before, behind = paragraph.runs_in(0, at), paragraph.runs_in(at + 1, paragraph.text.length)
        return [[paragraph.with_runs(before)], true] if wordless?(behind)

        of = @parts[paragraph.id]
        rest = Part.new(was: of.was, at: of.at + at + 1)
        if wordless?(before)
          @parts[paragraph.id] = rest
          return cut(broken(paragraph).with_runs(behind))
        end
        tail = tail(paragraph, rest, behind)
        pieces, after = cut(tail)
        [[paragraph.with_runs(before).ending_section(false), *pieces], after]
      end

      def wordless?(runs) = runs.all? { |run| run.text.empty? && run.field.nil? }

      # What comes after the break has no number of its own.
      def tail(paragraph, part, runs)
        id = fresh_id
        @parts[id] = part
        @ids.transform_values! { |one| (one == paragraph.id && paragraph.ends_section?) ? id : one }
        unnumbered = @cascade.paragraph(part.was)[:numbering]&.list ? {numbering: Properties::NumberRef.new(list: nil)} : {}
        broken(paragraph).then { |one| one.with(id: id, properties: one.properties.merge(unnumbered)) }.with_runs(runs)
      end

      def paragraph(paragraph)
        id = @ids[paragraph.id] = fresh_id
        lose("heading that runs into the line of its text") if paragraph.run_in && !@format.inheritance.run_in
        lose("first letter that hangs") if paragraph.drop_cap
        parts = paragraph.runs.flat_map { |run| numbered_apart(run) }
        pairs = parts.filter_map { |part, run| (made = run(part, paragraph)) && [made, run] }
        runs = pairs.map { |made, from| leading(made, from, paragraph) }
        @parts[id] = Part.new(was: paragraph, at: 0)
        @made[paragraph.id] = pairs.map { |made, from| [made.text.length, from] }
        paragraph.with(id: id, runs: runs.map { |run| run.with(origin: nil) }, mark_style: nil, drop_cap: nil,
          run_in: paragraph.run_in && @format.inheritance.run_in, carries: paragraph.carries & %i[section_end])
      end

      # Words that stand in one run with the number of their note are words of their own.
      # @return [Array<Array(Manuscript::Run, Manuscript::Run)>] each with the run that it is of
      def numbered_apart(run)
        return [[run, run]] unless run.field == :own_number && !run.text.empty?

        [[run.with(text: "", insets: []), run], [run.with(field: nil), run]]
      end

      # A link leads somewhere, or is none.
      def leading(run, from, paragraph)
        return run unless run.link
        return run.with(link: true) if @listed.include?(paragraph.id) || @old_links.key?([paragraph.id, from.origin])

        lose("link")
        run.with(link: nil)
      end

      # @return [Manuscript::Run, nil]
      def run(run, paragraph)
        run.held.each { |held| lose(what_is_held(held)) }
        text, insets = kept(run)
        text = without_column_breaks(text) if run.column_break
        return if text.empty? && run.field.nil?

        refers = run.refers unless run.refers&.what == :quote
        run.with(text: text, insets: insets, held: [], control: nil, home: nil, from: 0, revised: false, column_break: false,
          refers: refers, tab_to: nil,
          generated: run.generated && (!refers.nil? || !run.field.nil? || @listed.include?(paragraph.id)))
      end

      def without_column_breaks(text)
        lose("column break", text.count("\f"))
        text.delete("\f")
      end

      def what_is_held(held)
        return "comment" if held.start_with?("office:annotation", "comment")

        held.start_with?("hidden") ? "hidden passage" : "part that Norvel does not know"
      end

      # What stands in a run and can go along, with the text around it.
      def kept(run)
        return [run.text, run.insets] if run.insets.empty?

        insets = run.insets.dup
        kept = []
        text = run.text.gsub(Manuscript::INSET_MARK) do |mark|
          inset = insets.shift
          next mark if inset.nil?

          goes?(inset) ? (kept << inset) && mark : lose((inset.what || inset.kind).to_s.tr("_", " ")) && ""
        end
        [text, kept]
      end

      def goes?(inset) = @format.carries?(inset) && (!inset.image? || @source.media?(inset.ref))

      def table(table)
        look = Layout::TableLook.new(table, Layout::TableLook.said(@from.sheet.chain(table.style)))
        rows = table.rows.each_with_index.map { |row, index|
          row.with(cells: row.cells.each_with_index.map { |cell, place| cell(cell, look.of(index, place), table) })
        }
        first = Manuscript.paragraphs_of([rows.flat_map { |row| row.cells.flat_map(&:blocks) }]).first
        depth = table.id[/\.\d+\z/].to_s
        table.with(id: "t#{first&.id || fresh_id}#{depth}", rows: rows, style: nil, edges: {}, shading: nil, by_hand: [], margins: {},
          cell_margin: 0, floating: false)
      end

      POINT = 12_700

      def cell(cell, look, table)
        edges = look.sides.slice(:top, :bottom, :start, :end).transform_values { |side| line(side) }
        margins = {start: table.cell_margin, end: table.cell_margin}.merge(table.margins).merge(cell.margins)
        blocks = story(cell.blocks)
        if blocks.empty? || (blocks.last.is_a?(Manuscript::Table) && @format.across[:cells_end] == :paragraph)
          blocks << Manuscript::Paragraph.new(id: fresh_id, style: @from.sheet.default_id, in_table: true)
        end
        cell.with(blocks: blocks, edges: edges, shading: look.shading, margins: margins)
      end

      def line(side) = {style: side.style, width: (side.width * POINT).round, color: side.color, space: 0}

      # What comes out otherwise by the other rules is said where it does.
      def dressed(renewed)
        now = renewed.with(sheet: tabs_moved(renewed.sheet))
        told_of_spaces
        now = each_paragraph(now) { |paragraph, was, cascades| whole(paragraph, was, cascades) }
        each_paragraph(now) { |paragraph, was, cascades| words(paragraph, was, cascades) }
      end

      def each_paragraph(now)
        cascades = [@cascade, Cascade.new(now)]
        change = ->(paragraph) { (part = @parts[paragraph.id]) ? yield(paragraph, part.was, cascades) : paragraph }
        changed = (now.paragraphs + now.note_paragraphs + now.margin_paragraphs).uniq(&:id).to_h { |one| [one.id, change[one]] }
        boxes = now.asides.transform_values { |blocks|
          Manuscript.replace(blocks, Manuscript.paragraphs_of([blocks]).to_h { |one| [one.id, change[one]] })
        }
        now.with_paragraphs(changed).with(asides: boxes)
      end

      def whole(paragraph, was, (from, to))
        wanted, found = from.paragraph(was), to.paragraph(paragraph)
        set = PARAGRAPH.reject { |name| paragraph.properties[:break_before] && name == :break_before }
          .reject { |name| wanted[name] == found[name] }.to_h { |name| [name, wanted[name]] }
        set = set.merge(tabs(paragraph, wanted, found))
        mark = paragraph.text.empty? ? of_mark(was, from, to.mark(paragraph)) : {}
        if @format.inheritance.text_of_paragraphs
          return paragraph.with(properties: paragraph.properties.merge(set, mark), mark_properties: {})
        end

        own = paragraph.properties.reject { |name, _| Properties[name].text? }
        paragraph.with(properties: own.merge(set), mark_properties: mark)
      end

      # An empty line is as high as its end is.
      def of_mark(was, from, found)
        wanted = (@from.inheritance.text_of_paragraphs && was.runs.empty?) ? from.paragraph(was) : from.mark(was)
        %i[font_family size].reject { |name| wanted[name] == found[name] }.to_h { |name| [name, wanted[name]] }
      end

      def tabs(paragraph, wanted, found)
        stops = moved(wanted[:tabs], wanted[:indent_start])
        there = Properties::TabStop.seen(found[:tabs] || [])
        return {} if stops == there

        {tabs: Properties::TabStop.only(stops, there)}
      end

      def words(paragraph, was, (from, to))
        runs = paragraph.runs.zip(matching(paragraph, was)).each_with_index.map do |(run, source), place|
          next run unless source

          target = run.link && @old_links[[was.id, source.origin]]
          @links[[paragraph.id, place]] = target if target

          wanted, found = from.run(was, source), to.run(paragraph, run)
          set = TEXT.reject { |name| wanted[name] == found[name] }.to_h { |name| [name, wanted[name]] }
          set[:background] = wanted[:highlight] if highlighted?(wanted)
          set.empty? ? run : run.with(properties: run.properties.merge(set))
        end
        (runs == paragraph.runs) ? paragraph : paragraph.with(runs: runs)
      end

      def highlighted?(wanted) = wanted[:highlight] != "none" && wanted[:background] == "none" && !highlights?

      # @return [Boolean] whether the format has a highlight beside the background
      def highlights? = @format.spelled(highlight: "#ffff00").key?(:highlight)

      # @return [Array<Manuscript::Run, nil>] those that the runs of a paragraph are of
      def matching(paragraph, was)
        made = @made[was.id]
        return made.map(&:last) if made.size == paragraph.runs.size

        at = @parts[paragraph.id].at
        paragraph.runs.map { |run| made_at(made, at, run.text.empty?).tap { at += run.text.length } }
      end

      # @return [Manuscript::Run, nil] what the run at a place of the text is of
      def made_at(made, place, empty)
        made.find { |length, _|
          next true if place < length || (empty && place.zero? && length.zero?)

          place -= length
          false
        }&.last
      end

      # Stops count from the margin, or from the indent.
      def moved(tabs, indent)
        stops = Properties::TabStop.seen(tabs || [])
        by = {margin: 0, indent: indent}
        shift = by.fetch(@from.settings.tabs_from) - by.fetch(rules[:tabs_from])
        stops.map { |stop| stop.with(position: stop.position + shift) }
      end

      def tabs_moved(sheet)
        return sheet if @from.settings.tabs_from == rules[:tabs_from]

        wanted = sheet.of_kind(:paragraph).to_h { |style|
          [style.id, @cascade.style(style.id).then { |one| moved(one[:tabs], one[:indent_start]) }]
        }
        changed = sheet.of_kind(:paragraph).to_h do |style|
          under = wanted[sheet.ancestry.parent(style.id)] || []
          own = style.properties.except(:tabs)
          own = own.merge(tabs: Properties::TabStop.only(wanted[style.id], under)) unless wanted[style.id] == under
          [style.id, style.with(properties: own)]
        end
        sheet.with_styles(changed)
      end

      def told_of_spaces
        return if @from.settings.between == rules[:between]

        spaces = @from.paragraphs.map { |one| @cascade.paragraph(one).values(%i[space_before space_after]) }
        count = spaces.each_cons(2).count { |one, other| one[:space_after].positive? && other[:space_before].positive? }
        lose("space that a larger one #{(rules[:between] == :larger) ? "takes in" : "no longer takes in"}", count) if count.positive?
      end
    end
  end
end
