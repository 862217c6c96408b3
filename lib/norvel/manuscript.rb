# frozen_string_literal: true

require_relative "manuscript/plain_text"
require_relative "manuscript/counted"
require_relative "manuscript/run"
require_relative "manuscript/paragraph"
require_relative "manuscript/container"
require_relative "manuscript/table"
require_relative "manuscript/section"
require_relative "manuscript/references"
require_relative "manuscript/numbering"
require_relative "manuscript/grid"
require_relative "manuscript/inheritance"

module Norvel
  # A manuscript as a value: blocks (paragraphs and tables), notes, sections, style sheet and lists.
  # A change gives another manuscript that shares whatever did not change.
  class Manuscript
    # What the file says about itself as a whole. `between` is :sum or :larger: whether the space after one paragraph and before the next
    # add up. `tab` is the distance of default tab stops, EMU, which count like all stops `tabs_from` the :margin or the :indent;
    # `mirrored` whether start and end margins change sides on a verso,
    # `gutter_above` whether the gutter is at the top. `hyphenate` says whether words are divided where the style allows it:
    # `hyphens_in_a_row` at most (nil: any number), only where more than the `hyphenation_zone` (EMU) would stay empty, and
    # `capitals_divided` too. `note_room` is the height between text and notes, with the rule in it, EMU, where the file says it
    # so. `breaks_stretch` says that justified lines reach the margin before a line break as well, `columns_balanced`
    # that columns end at one height where a part goes on upon the page, `marks_after_breaks` that a paragraph which ends with a page
    # break has an empty line after it.
    Settings = Value.define(between: :sum, tab: 457_200, even_differs: false, records_revisions: false, hyphenate: false,
      mirrored: false, gutter_above: false, footnotes: NoteForm.new, endnotes: NoteForm.new(format: :lower_roman),
      hyphens_in_a_row: nil, hyphenation_zone: 228_600, capitals_divided: true, breaks_stretch: true, columns_balanced: true,
      marks_after_breaks: false, tabs_from: :margin, note_room: nil)

    # Document properties.
    Info = Value.define(title: nil, language: nil, author: nil, subject: nil, keywords: nil)

    # Which of the asides stands between the text and its notes.
    ENDNOTE = "endnotes:"
    NOTE_SEPARATOR = "note separator"

    # Paragraphs that are not in the source are numbered from here.
    NEW_IDS = 100_000_000
    LAST_ID = 2**53 - 1 # what a browser counts to

    MEMBERS = %i[format blocks sheet sections notes lists settings info warnings asides contents anchors matters waivers guide traces
      inheritance fonts unshown returned].freeze
    attr_reader(*MEMBERS)

    # @param blocks [Array<Paragraph, Table>] the body
    # @param sheet [StyleSheet]
    # @param sections [Array<Section>] at least one; only the last has no `last`
    # @param notes [Hash{String=>Array<Paragraph>}]
    # @param lists [Hash{String=>List}]
    # @param asides [Hash{String=>Array<Paragraph, Table>}] what stands beside the text and is only kept: text boxes and comments
    # @param contents [Array<ContentsList>] the lists of contents, figures, tables
    # @param matters [Array<Matter>] comments and revisions
    # @param waivers [Array<Waiver>] findings that are let be
    # @param guide [String, nil] the guide that was chosen for it, as whoever keeps guides names it
    # @param traces [Array<Trace>] what the file tells of persons
    # @param inheritance [Inheritance] how values come together in its format
    # @param fonts [Fonts::Book, nil] the font files that it is set in where it is read; nil: those that come with Norvel
    # @param unshown [Array<Unshown>] what its file asks for and no page shows
    # @param returned [Array<Returned>] formatting of a version that came, to be decided on
    # @param anchors [Hash{String=>Integer}] by name the paragraphs that something may point at
    def initialize(blocks:, sheet:, format: "docx", sections: [Section.new], notes: {}, lists: {}, settings: Settings.new, info: Info.new,
      warnings: [],
      asides: {}, contents: [], anchors: {}, matters: [], waivers: [], guide: nil, traces: [],
      inheritance: Inheritance.new, fonts: nil, unshown: [], returned: [])
      @format = format
      @blocks = blocks.freeze
      @sheet = sheet
      @sections = sections.freeze
      @notes = notes.freeze
      @lists = lists.freeze
      @settings = settings
      @info = info
      @warnings = warnings.freeze
      @asides = asides.freeze
      @contents = contents.freeze
      @anchors = anchors.freeze
      @matters = matters.freeze
      @waivers = waivers.freeze
      @guide = guide
      @traces = traces.freeze
      @inheritance = inheritance
      @fonts = fonts
      @unshown = unshown.freeze
      @returned = returned.freeze
      @memo = {}
      freeze
    end

    # @param kind [Symbol] :footnotes or :endnotes @param id [String] its own among them
    # @return [String] the ref of a note
    def self.note_ref(kind, id) = "#{kind}:#{id}"

    # @param ref [String] of a note
    # @return [Boolean] whether it stands at the end of the text, not at the foot of its page
    def self.endnote?(ref) = ref.start_with?(ENDNOTE)

    # @return [Manuscript] the same with some members changed; what is known of its stories goes along where they stay
    def with(**changed)
      stay = STORIES.all? { |name| !changed.key?(name) || changed[name].equal?(public_send(name)) }
      other = Manuscript.new(**MEMBERS.to_h { |name| [name, public_send(name)] }, **changed)
      other.know(@memo.except(:conditions, :listed)) if stay
      other
    end

    STORIES = %i[blocks notes sections asides].freeze

    # @param facts [Hash] worked out for the same stories
    def know(facts) = @memo.merge!(facts)
    protected :know

    # @return [Boolean] whether every member is equal
    def ==(other) = equal?(other) || (other.is_a?(Manuscript) && MEMBERS.all? { |name| public_send(name) == other.public_send(name) })

    # @return [Array<Paragraph>] every paragraph of the body in document order, cells row by row
    def paragraphs = @memo[:paragraphs] ||= blocks.flat_map { |block| self.class.paragraphs_in(block) }.freeze

    # @return [Paragraph, nil] of body, notes, headers or footers
    def paragraph(id) = by_id[id]

    # @return [Integer, nil] place of a body paragraph in `paragraphs`
    def index_of(id) = (@memo[:index] ||= paragraphs.each_with_index.to_h { |paragraph, index| [paragraph.id, index] })[id]

    # @return [Array<Paragraph>] of all notes
    def note_paragraphs = @memo[:note_paragraphs] ||= self.class.paragraphs_of(notes.values).freeze

    # @return [Array<Paragraph>] of headers and footers, each once
    def margin_paragraphs =
      @memo[:margins] ||= self.class.paragraphs_of(sections.flat_map { |section| section.headers.values + section.footers.values }.uniq)
        .freeze

    # @return [Array<Paragraph>] of text boxes and comments
    def aside_paragraphs = @memo[:asides] ||= self.class.paragraphs_of(asides.values).freeze

    # @return [Array<Paragraph>] of text boxes, which are drawn; comments are not
    def boxed_paragraphs
      boxes = (paragraphs + note_paragraphs + margin_paragraphs).flat_map(&:insets).filter_map(&:box)
      self.class.paragraphs_of(asides.values_at(*boxes.uniq).compact)
    end

    # @return [Array<Paragraph>] of every story: body, notes, headers and footers, text boxes and comments
    def all_paragraphs = @memo[:all] ||= (paragraphs + note_paragraphs + margin_paragraphs + aside_paragraphs).freeze

    # @param section [Section]
    # @return [Boolean] whether a folio of it stands in a table or a text box of its headers and footers: where somebody drew it
    def folio_set_apart?(section)
      stories = [*section.headers.values, *section.footers.values]
      all = self.class.paragraphs_of(stories)
      boxes = self.class.paragraphs_of(asides.values_at(*all.flat_map(&:insets).filter_map(&:box)).compact)
      (all - stories.flatten.grep(Paragraph) + boxes).any? { |paragraph| paragraph.runs.any? { |run| run.field == :page } }
    end

    # @return [Set<Integer>] the paragraphs of lists of contents, figures and tables, which are generated
    def listed
      @memo[:listed] ||= contents.each_with_object(Set.new) do |list, found|
        from, to = [list.first, list.last].map { |id| index_of(id) }
        found.merge(paragraphs[from..to].map(&:id)) if from && to
      end
    end

    # @return [Array<Paragraph>] of the body, those that hold anything but plain letters
    def more_than_plain
      @memo[:more_than_plain] ||= paragraphs.reject { |one| one.insets.empty? && one.carries.empty? && one.text.ascii_only? }.freeze
    end

    # @return [Array<Table>] nested ones included
    def tables = @memo[:tables] ||= blocks.flat_map { |block| self.class.tables_in(block) }.freeze

    # @return [Table, nil] the innermost table that holds the paragraph
    def table_of(id)
      @memo[:table_of] ||= tables.each_with_object({}) do |table, found|
        table.blocks.each { |block| found[block.id] = table if block.is_a?(Paragraph) }
      end
      @memo[:table_of][id]
    end

    # @return [Array<Symbol>] the conditions of its table style that hold where the paragraph stands
    def table_conditions(id)
      shared = {}
      @memo[:conditions] ||= tables.each_with_object({}) do |table, found|
        next unless sheet.chain(table.style).any? { |style| style.conditions.any? }

        table.rows.each_with_index do |row, at|
          row.cells.each_with_index do |cell, place|
            table.conditions(at, place).then { |conditions| shared[conditions] ||= conditions }.then do |conditions|
              cell.blocks.each { |block| found[block.id] = conditions if block.is_a?(Paragraph) }
            end
          end
        end
      end
      @memo[:conditions].fetch(id, NONE)
    end

    NONE = [].freeze
    private_constant :NONE

    # @return [Array<Section, Integer>] for each body paragraph, the index of its section
    def section_indexes
      @memo[:sections] ||= begin
        current = 0
        ends = sections.each_with_index.to_h { |section, index| [section.last, index] }
        paragraphs.map do |paragraph|
          here = current
          current = ends[paragraph.id] + 1 if ends.key?(paragraph.id)
          [here, sections.size - 1].min
        end
      end
    end

    # @return [Array<Array(Paragraph, Inset, Integer)>] the images of the body, each with its place among what stands in its paragraph
    def images
      paragraphs.flat_map do |paragraph|
        paragraph.insets.each_with_index.select { |inset, _| inset.image? }.map { |inset, place| [paragraph, inset, place] }
      end
    end

    # @return [Integer] the part that the main matter begins with: the first whose folios are arabic from 1, else the first of all
    def main_part = sections.index { |section| section.folio.format == :decimal && section.folio.start == 1 } || 0

    # @param id [Integer] of a paragraph
    # @return [Array(Integer, Symbol, Symbol), nil] of one in a header or footer: the part, :headers or :footers, and the kind
    def margin_place(id)
      sections.each_with_index do |section, part|
        {headers: section.headers, footers: section.footers}.each do |side, stories|
          stories.each { |kind, blocks| return [part, side, kind] if self.class.paragraphs_of([blocks]).any? { |one| one.id == id } }
        end
      end
      nil
    end

    # @return [Integer] a number that no paragraph of any story has yet, nor any after it
    def free_id = [NEW_IDS - 1, *all_paragraphs.map(&:id)].max + 1

    # @return [String] a number that no list has yet
    def free_list_id = ((lists.keys.grep(/\A\d+\z/).map(&:to_i).max || 0) + 1).to_s

    # Where blocks stand in a row: the body, each cell, each note.
    # @return [Hash{Container=>Array<Paragraph, Table>}]
    def containers
      @memo[:containers] ||= self.class.containers_in(BODY, blocks)
        .merge(*notes.map { |ref, inner| self.class.containers_in(Container.note(ref), inner) }).freeze
    end

    # @return [Container, nil] the one that a paragraph stands in
    def container_of(id) = (@memo[:container_of] ||= containers.flat_map { |key, row| row.map { |block| [block.id, key] } }.to_h)[id]

    def inspect = "#<#{self.class} of #{paragraphs.size} paragraphs>"

    # @param changed [Hash{Container=>Array<Paragraph, Table>}] blocks by where they stand
    # @return [Manuscript]
    def with_containers(changed)
      return self if changed.empty?

      with(blocks: self.class.refill(changed.fetch(BODY, blocks), changed), notes: notes.to_h { |ref, inner|
        [ref, self.class.refill(changed.fetch(Container.note(ref), inner), changed)]
      })
    end

    # @param changed [Hash{Integer=>Paragraph, Array<Paragraph>, nil}] by id; several stand in its place one after the other, nil takes it
    #   out
    # @return [Manuscript]
    def with_paragraphs(changed)
      return self if changed.empty?

      in_notes, in_margins = [note_paragraphs, margin_paragraphs].map { |list| list.any? { |paragraph| changed.key?(paragraph.id) } }
      with(blocks: self.class.replace(blocks, changed),
        notes: in_notes ? notes.transform_values { |blocks| self.class.replace(blocks, changed) } : notes,
        sections: in_margins ? margins_replaced(changed) : sections)
    end

    # @return [Array<String>] the words of all stories in order: what no change may lose. What fields work out is left out.
    def words = all_paragraphs.flat_map { |paragraph| self.class.words_in(paragraph.written) }

    # @return [Array<String>] what white space of any kind parts
    def self.words_in(text) = text.ascii_only? ? text.split : text.split(/[[:space:]]+/).reject(&:empty?)

    # @return [Hash{String=>Integer}] what stands in the stories and is no text, how often; what lists of contents hold is left out
    def held = all_paragraphs.reject { |paragraph| listed.include?(paragraph.id) }.flat_map(&:held).tally

    def self.paragraphs_of(stories) = stories.flatten(1).flat_map { |block| paragraphs_in(block) }

    def self.paragraphs_in(block)
      block.is_a?(Table) ? block.blocks.flat_map { |inner| paragraphs_in(inner) } : [block]
    end

    def self.tables_in(block)
      block.is_a?(Table) ? [block, *block.blocks.flat_map { |inner| tables_in(inner) }] : []
    end

    # @param place [Container] where the outermost row of blocks stands
    # @return [Hash{Container=>Array<Paragraph, Table>}] it and the cells in it
    def self.containers_in(place, blocks)
      {place => blocks}.merge(*blocks.flat_map { |block| tables_in(block) }.map { |table| cells_of(table) })
    end

    def self.cells_of(table)
      table.rows.each_with_index.flat_map { |row, index|
        row.cells.each_with_index.map { |cell, place| [Container.cell(table.id, index, place), cell.blocks] }
      }.to_h
    end

    def self.refill(blocks, changed)
      blocks.map do |block|
        next block unless block.is_a?(Table) && changed.each_key.any?(&:cell?)

        block.with(rows: block.rows.each_with_index.map do |row, index|
          row.with(cells: row.cells.each_with_index.map { |cell, place|
            cell.with(blocks: refill(changed.fetch(Container.cell(block.id, index, place), cell.blocks), changed))
          })
        end)
      end
    end

    def self.replace(blocks, changed)
      blocks.flat_map do |block|
        if block.is_a?(Table)
          [replace_in_table(block, changed)]
        elsif changed.key?(block.id)
          [changed[block.id]].flatten.compact
        else
          [block]
        end
      end
    end

    def self.replace_in_table(table, changed)
      return table unless paragraphs_in(table).any? { |paragraph| changed.key?(paragraph.id) }

      table.with(rows: table.rows.map { |row| row.with(cells: row.cells.map { |cell| cell.with(blocks: replace(cell.blocks, changed)) }) })
    end
    private_class_method :replace_in_table

    private

    def by_id = @memo[:by_id] ||= (paragraphs + note_paragraphs + margin_paragraphs).to_h { |paragraph| [paragraph.id, paragraph] }

    # Sections that share a header share it still.
    def margins_replaced(changed)
      fates = {}.compare_by_identity
      fate = ->(rows) { rows.transform_values { |row| fates[row] ||= self.class.replace(row, changed) } }
      sections.map { |section| section.with(headers: fate[section.headers], footers: fate[section.footers]) }
    end
  end
end
