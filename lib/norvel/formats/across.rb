# frozen_string_literal: true

module Norvel
  module Formats
    # A manuscript as another format says it: every paragraph comes out as before by the rules of that format, every paragraph and run is
    # new, since its file holds none of them yet. What cannot go along is left out and counted.
    #
    #   across = Across.new(manuscript, Formats.of("odt"), links: source.links)
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

      # @return [Hash{Array(Integer, Integer)=>String}] by paragraph and place of the run where a link leads
      attr_reader :links

      # @param manuscript [Manuscript] @param format [Format] what it is to be
      # @param links [Hash{Array(Integer, Integer)=>String}] as Format#links
      def initialize(manuscript, format, links: {})
        @from = manuscript
        @format = format
        @old_links = links
        @links = {}
        @ids = {}
        @next = Manuscript::NEW_IDS - 1
        @gone = Hash.new(0)
        @listed = manuscript.listed
      end

      # @return [Manuscript]
      def manuscript = @manuscript ||= dressed(renewed)

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
        @gone.delete_if { |_, count| count.zero? }
        @from.with(format: @format.name, blocks: blocks, notes: notes, asides: asides, sections: sections, sheet: sheet,
          contents: contents, anchors: @from.anchors.transform_values { |id| @ids[id] }.compact, matters: [], traces: [], warnings: [],
          unshown: [], inheritance: @format.inheritance, settings: @from.settings.with(**rules.slice(:between, :tabs_from)))
      end

      def fresh_id = @next += 1

      def part(section, margins)
        stories = ->(all) { all.transform_values { |inner| margins[inner] } }
        section.with(last: section.last && @ids[section.last], origin: 0, headers: stories[section.headers],
          footers: stories[section.footers])
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
        whole = whole.with(properties: whole.properties.merge(break_before: true)) if broken
        at = whole.text.index("\f")
        return [[whole], false] unless at

        cut(whole, at)
      end

      def cut(paragraph, at)
        head = paragraph.with_runs(paragraph.runs_in(0, at)).ending_section(false)
        rest = paragraph.runs_in(at + 1, paragraph.text.length)
        if rest.all? { |run| run.text.empty? }
          return [[head.ending_section(paragraph.ends_section?)], true]
        end

        tail = paragraph.with(id: fresh_id, properties: paragraph.properties.merge(break_before: true)).with_runs(rest)
        @ids.transform_values! { |id| (id == paragraph.id && paragraph.ends_section?) ? tail.id : id }
        deeper = tail.text.index("\f")
        pieces, after = deeper ? cut(tail, deeper) : [[tail], false]
        [[head, *pieces], after]
      end

      def paragraph(paragraph)
        id = @ids[paragraph.id] = fresh_id
        lose("heading that runs into the line of its text") if paragraph.run_in && !@format.inheritance.run_in
        lose("first letter that hangs") if paragraph.drop_cap
        pairs = paragraph.runs.filter_map { |run| (made = run(run, paragraph)) && [made, run] }
        runs = pairs.map { |made, from| leading(made, from, paragraph) }
        sources_of_runs[id] = pairs.map(&:last)
        pairs.each_with_index do |(_, from), place|
          target = from.link && @old_links[[paragraph.id, from.origin]]
          @links[[id, place]] = target if target
        end
        paragraph.with(id: id, runs: runs.map { |run| run.with(origin: nil) }, mark_style: nil, drop_cap: nil,
          run_in: paragraph.run_in && @format.inheritance.run_in, carries: paragraph.carries & %i[section_end])
      end

      # A link leads somewhere, or is none.
      def leading(run, from, paragraph)
        return run unless run.link && !@listed.include?(paragraph.id) && @old_links[[paragraph.id, from.origin]].nil?

        lose("link")
        run.with(link: nil)
      end

      # @return [Manuscript::Run, nil]
      def run(run, paragraph)
        run.held.each { |held| lose(what_is_held(held)) }
        text, insets = kept(run)
        return if text.empty? && run.field.nil?

        refers = run.refers unless run.refers&.what == :quote
        run.with(text: text, insets: insets, held: [], control: nil, home: nil, from: 0, revised: false, refers: refers, tab_to: nil,
          generated: run.generated && (!refers.nil? || !run.field.nil? || @listed.include?(paragraph.id)))
      end

      def what_is_held(held)
        return "comment" if held.start_with?("office:annotation", "comment")

        held.start_with?("hidden") ? "stretch of hidden text" : "part that Norvel does not know"
      end

      # What stands in a run and can go along, with the text around it.
      def kept(run)
        return [run.text, run.insets] if run.insets.empty?

        insets = run.insets.dup
        kept = []
        text = run.text.gsub(Manuscript::INSET_MARK) do |mark|
          inset = insets.shift
          next mark if inset.nil?

          @format.carries?(inset) ? (kept << inset) && mark : lose((inset.what || inset.kind).to_s.tr("_", " ")) && ""
        end
        [text, kept]
      end

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

      # @return [Hash{Integer=>Manuscript::Paragraph}] by its new id each as it was
      def sources
        @sources ||= @from.all_paragraphs.to_h { |paragraph| [@ids[paragraph.id], paragraph] }
      end

      def each_paragraph(now)
        cascades = [Cascade.new(@from), Cascade.new(now)]
        change = ->(paragraph) { (was = sources[paragraph.id]) ? yield(paragraph, was, cascades) : paragraph }
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

        under = Properties::TabStop.seen(Properties::TabStop.stack(there, []))
        {tabs: Properties::TabStop.only(stops, under)}
      end

      def words(paragraph, was, (from, to))
        runs = paragraph.runs.zip(matching(paragraph, was)).map do |run, source|
          next run unless source

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

      # @return [Hash{Integer=>Array<Manuscript::Run>}] by paragraph the runs as they were
      def sources_of_runs = @sources_of_runs ||= {}

      # @return [Array<Manuscript::Run, nil>] those that the runs of a paragraph are of, as far as it was not cut
      def matching(paragraph, was)
        kept = sources_of_runs[@ids[was.id]] || []
        (kept.size == paragraph.runs.size) ? kept : paragraph.runs.map { |run| kept.find { |one| one.text.include?(run.text) } }
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

        before = Cascade.new(@from)
        wanted = sheet.of_kind(:paragraph).to_h { |style|
          [style.id, before.style(style.id).then { |one| moved(one[:tabs], one[:indent_start]) }]
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

        cascade = Cascade.new(@from)
        spaces = @from.paragraphs.map { |one| cascade.paragraph(one).values(%i[space_before space_after]) }
        count = spaces.each_cons(2).count { |one, other| one[:space_after].positive? && other[:space_before].positive? }
        lose("space that a larger one #{(rules[:between] == :larger) ? "takes in" : "no longer takes in"}", count) if count.positive?
      end
    end
  end
end
