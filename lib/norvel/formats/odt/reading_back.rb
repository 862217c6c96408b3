# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Holds a manuscript against what was delivered and read again. What stands elsewhere here than it is said (lists around paragraphs,
      # breaks behind them, headings by their element, pages by what begins on them) is held by what comes of it.
      class ReadingBack < Formats::ReadingBack
        # @param wanted [Manuscript] @param found [Manuscript] @param names [SheetNames]
        def initialize(wanted, found, names)
          super(wanted, found, Spelled.new)
          @placed = !names.of(Styles::NONE).nil?
          @ids = wanted.sheet.styles.each_key.to_h { |id| [names.read_as(id), id] }
          @numbers = [wanted, found].to_h { |one| [one, Numbers.new(one)] }.compare_by_identity
        end

        # @return [Array<String>]
        def differences
          stories
          styles
          settings
          compare("what the file says of itself", *both { |one|
            one.info.to_h.except(:language).transform_values { |said| said.to_s.strip }
          })
          compare("the lists of contents", *both { |one| contents_values(one) })
          @differences
        end

        private

        def both(&values) = [@wanted, @found].map(&values)

        def styles
          kept = @wanted.sheet.styles.values.reject { |style| style.kind == :list || (style.id == Styles::NONE && !@placed) }
          kept.each do |style|
            found = @found.sheet.styles.values.find { |other| id(other.id) == style.id }
            next differs("the style “#{style.name}” is missing") unless found

            compare("style #{style.id}", style_values(style, @wanted), style_values(found, @found))
          end
        end

        def id(style) = @ids.fetch(style, style)

        # What stands in place of a default style is in no file.
        def unless_none(style) = (style == Styles::NONE && !@placed) ? nil : id(style)

        def style_values(style, manuscript)
          {name: style.name, kind: style.kind, parent: (unless_none(style.parent) if manuscript.sheet[style.parent]&.kind == style.kind),
           next_style: (unless_none(style.next_style) if style.next_style && style.next_style != style.id),
           formatting: Spelled.values(style.properties), divided: (divided(style.id, manuscript) if style.kind == :paragraph),
           break_before: style.properties[:break_before], level: manuscript.sheet.level_of(style),
           tabs: Spelled.stops(SheetNames.under(manuscript.sheet, style.id, :tabs))}
        end

        # Words are divided where the settings and the style say so.
        def divided(style, manuscript) = manuscript.settings.hyphenate && SheetNames.under(manuscript.sheet, style, :hyphenate)

        def settings
          compare("the settings", *both { |one| one.settings.to_h.slice(:mirrored, :tab) })
          %i[footnotes endnotes].each { |kind| compare("the numbers of #{kind}", *both { |one| note_form(one.settings[kind]) }) }
          compare("the document defaults", *both { |one| Spelled.values(one.sheet.defaults) })
        end

        # They begin with one at least.
        def note_form(form) = [form.format, [form.start, 1].max, form.restart]

        def stories
          compare_blocks("", @wanted.blocks, @found.blocks)
          compare("notes", *both { |one| notes_values(one) })
          compare("what stands beside the text", *both { |one| one.asides.values.map { |blocks| blocks_values(blocks) }.sort_by(&:to_s) })
          return differs("#{@wanted.sections.size} parts are #{@found.sections.size}") unless @wanted.sections.size == @found.sections.size

          @wanted.sections.zip(@found.sections).each_with_index do |(one, other), index|
            compare("part #{index + 1}", section_values(one, @wanted), section_values(other, @found))
          end
        end

        # In the order of their marks.
        def notes_values(manuscript)
          refs = manuscript.paragraphs.flat_map(&:insets).select { |inset| inset.kind == :note }.map(&:ref)
          refs.map { |ref| blocks_values(manuscript.notes.fetch(ref)) }
        end

        def paragraph_values(paragraph)
          sheet, numbers = known(paragraph)
          set = paragraph.properties
          {style: id(paragraph.style), formatting: Spelled.values(set).except(:indent_start, :indent_first), in_table: paragraph.in_table,
           spans: spans(paragraph), **numbers.of(paragraph), tabs: (Spelled.stops(stops(paragraph, sheet)) if set.key?(:tabs))}
        end

        # @return [Array(StyleSheet, Numbers)] of the manuscript that it is of
        def known(paragraph)
          of = @numbers.keys.find { |one| @numbers[one].has?(paragraph) } || @wanted
          [of.sheet, @numbers[of]]
        end

        def stops(paragraph, sheet)
          Properties::TabStop.stack(SheetNames.under(sheet, paragraph.style, :tabs) || [], paragraph.properties[:tabs] || [])
        end

        def spans(paragraph)
          paragraph.runs.each_with_object([]) do |run, joined|
            next if run.text.empty? && run.field.nil?
            next if run.field == :own_number || (run.generated && joined.empty? && run.text == " ")

            named, values = run.equation? ? [nil, {}] : [run.style && id(run.style), Spelled.values(run.properties)]
            facts = [named, run.within.map { |one| id(one) }, values, run.link || false, run.field]
            text = %i[page pages title author chapter date].include?(run.field) ? "" : run.text
            (joined.last && joined.last[0] == facts) ? joined.last[1] += text : joined << [facts, text.dup, []]
            joined.last[2] += run.insets.map { |inset| inset.to_h.except(:ref, :box, :anchor, :decorative) }
          end
        end

        def table_values(table)
          cells = ->(row) { row.cells.map { |cell| [cell.span, cell.continued, cell.blocks.size, cell.shading, lines(cell.edges)] } }
          rows = table.rows.map { |row| [row.header, row.height, cells[row]] }
          [table.columns, table.style && id(table.style), table.indent, rows]
        end

        # A line without a colour is black, a thick one as wide as it says.
        def lines(edges)
          edges.transform_values { |line|
            {style: (line[:style] == "thick") ? "single" : line[:style], width: line[:width],
             color: (line[:color] == "auto") ? "#000000" : line[:color]}
          }
        end

        def contents_values(manuscript)
          manuscript.contents.filter_map { |list|
            ends = [list.first, list.last].map { |id| manuscript.index_of(id) }
            next unless ends.all?

            ends[1] -= 1 if manuscript.paragraphs[ends[1]].blank? && ends[1] > ends[0]
            [*ends, list.kind, list.levels, list.of]
          }.sort_by(&:to_s)
        end

        # A part whose first page has what all of its pages have has no other first page; without a header its text begins at the margin.
        def section_values(section, manuscript)
          headers, footers = [section.headers, section.footers].map { |stories| margins(shown(stories, section, manuscript)) }
          {paper: [section.page.width, section.page.height], margins: edges(section.page.margin, headers, footers),
           begins: section.begins, folio: folio(section), columns: section.columns,
           ends_with: section.last && manuscript.index_of(section.last), headers: headers, footers: footers}
        end

        # Within a page its number is that of the page.
        def folio(section) = (section.begins == :here) ? nil : section.folio.to_h

        def shown(stories, section, manuscript)
          there = {first: section.first_differs && section.begins != :here, even: manuscript.settings.even_differs}
          shown = stories.select { |kind, _| there.fetch(kind, true) }
          usual = blocks_values(shown[:default] || [])
          nothing = no_words?(shown[:default] || [])
          shown.reject { |kind, blocks| kind == :first && (blocks_values(blocks) == usual || (nothing && no_words?(blocks))) }
        end

        def edges(margin, headers, footers)
          {top: margin[:top], bottom: margin[:bottom], start: margin[:start] + margin[:gutter], end: margin[:end],
           header: ([margin[:header], margin[:top]].min if headers.any?), footer: ([margin[:footer], margin[:bottom]].min if footers.any?)}
        end
      end

      # What comes of the lists and levels of a manuscript, paragraph by paragraph.
      class Numbers
        SEEN = %i[indent_start indent_first break_before].freeze

        # @param manuscript [Manuscript]
        def initialize(manuscript)
          lists = manuscript.lists.transform_values { |list|
            list.with(levels: list.levels.to_h { |index, level| [index, ListStyles.spelled(level, index)] })
          }
          @manuscript = manuscript.with(lists: lists)
          @cascade = Cascade.new(@manuscript)
          @labels = ListLabels.for(@manuscript, @cascade)
          @known = {}.compare_by_identity
          manuscript.all_paragraphs.each { |paragraph| @known[paragraph] = true }
        end

        # @return [Boolean] whether the paragraph is of it
        def has?(paragraph) = @known.key?(paragraph)

        # @return [Hash{Symbol=>Object}]
        def of(paragraph)
          formatting = @cascade.paragraph(paragraph)
          {label: @labels[paragraph.id].to_s, heading: Kit.level(@manuscript, paragraph),
           divided: @manuscript.settings.hyphenate && formatting[:hyphenate], **SEEN.to_h { |name| [name, formatting[name]] }}
        end
      end
    end
  end
end
