# frozen_string_literal: true

module Norvel
  module Changes
    # What changes of headers and footers share. Blocks are looked at and changed by kind: :default, :first, :even.
    module Margins
      SIDES = {"top" => :headers, "bottom" => :footers}.freeze
      SLOTS = {headers: "header", footers: "footer"}.freeze

      private

      # @return [StyleSheet::Style, nil] the one that was said ("style"), else that which the standard has a name for
      def own_style(sheet, side) = sheet[parameters["style"]] || sheet.named(SLOTS[side])

      # @return [Array<Integer>]
      def parts(manuscript)
        return manuscript.sections.each_index.to_a unless parameters["parts"]

        parameters["parts"].map(&:to_i).select { |index| index.between?(0, manuscript.sections.size - 1) }
      end

      # @yieldparam section [Manuscript::Section] each of the chosen parts @yieldreturn [Manuscript::Section]
      def with_parts(manuscript, &block)
        chosen = parts(manuscript)
        manuscript.with(sections: manuscript.sections.each_with_index.map { |section, index|
          chosen.include?(index) ? block.call(section) : section
        })
      end

      # Pages that get headers and footers of their own (:first, :even) begin with what all pages had; without any they would be empty
      # (ISO/IEC 29500-1 §17.10.1).
      def with_own(section, kind, ids)
        SLOTS.keys.reduce(section) do |now, side|
          stories = now.public_send(side)
          common = stories.fetch(:default, [])
          (stories.key?(kind) || common.empty?) ? now : now.with(side => stories.merge(kind => again(common, ids)))
        end
      end

      def with_versos(manuscript, ids)
        return manuscript if manuscript.settings.even_differs

        manuscript.with(settings: manuscript.settings.with(even_differs: true), sections: manuscript.sections.map { |section|
          with_own(section, :even, ids)
        })
      end

      # The same words in paragraphs of their own.
      def again(blocks, ids)
        copies = Manuscript.paragraphs_of([blocks]).to_h do |paragraph|
          [
            paragraph.id, paragraph.with(id: ids.next, runs: paragraph.runs.map { |run|
              run.origin ? run.with(home: run.home || paragraph.id) : run
            })
          ]
        end
        Manuscript.replace(blocks, copies)
      end

      def bare?(block) = block.is_a?(Manuscript::Paragraph) && block.text.strip.empty? && block.insets.empty? && block.runs.none?(&:field)
    end

    # What is said with a folio goes where it goes: "Page 3 of 10", "– 3 –". In a line of other words only the folio itself goes, or the
    # column of the line that it stands in with its company.
    class FolioCompany
      LETTERS = 24
      WORDS = 4
      ALONE = [Manuscript::Run.new(text: "1", field: :page)].freeze

      # @param manuscript [Manuscript]
      def self.of(manuscript) = new(manuscript.sections)

      # @param sections [Array<Manuscript::Section>] as they are before
      def initialize(sections)
        @sections = sections
        @found = sections.map do |section|
          [*section.headers, *section.footers].each_with_object({}) do |(kind, blocks), found|
            paragraph = blocks.find { |block| folio?(block) }
            found[kind] ||= lifted(paragraph) if paragraph
          end
        end
      end

      # @param part [Integer] @param kind [Symbol] of header
      # @return [Array<Manuscript::Run>] the folio and its company there, else of other pages of the part
      def runs(part, kind) = @found[part][kind] || @found[part][:default] || @found[part].values.first || ALONE

      # @return [Boolean] whether a folio stands in a line, or in columns of one, with words that are not its own
      def among_words?
        stories = @sections.flat_map { |section| [*section.headers.values, *section.footers.values] }
        stories.flatten.select { |block| folio?(block) }.any? do |line|
          columns(line).any? { |column| left(column).any? { |run| run.text.match?(/[[:alnum:]]/) } }
        end
      end

      # @return [Array<String>] what the author says with folios
      def words = @found.flat_map(&:values).flatten.reject(&:worked_out?).flat_map { |run| run.text.split }.uniq

      # @return [Manuscript::Section] without folios and their company; paragraphs that hold nothing else go with them
      def without(section)
        strip = lambda do |stories|
          stories.transform_values do |blocks|
            blocks.filter_map do |block|
              next block unless folio?(block)

              rest = block.with(runs: columns(block).flat_map { |column| left(column) })
              (rest.text.strip.empty? && rest.insets.empty? && blocks.size > 1) ? nil : rest
            end
          end
        end
        section.with(headers: strip[section.headers], footers: strip[section.footers])
      end

      private

      def folio?(block) = block.is_a?(Manuscript::Paragraph) && block.runs.any? { |run| run.field == :page }

      # @return [Array<Array<Manuscript::Run>>] what stands between tabs; a tab begins the column behind it
      def columns(paragraph)
        paragraph.runs.flat_map { |run| pieces(run) }.slice_before { |run| run.text.start_with?("\t") }.to_a
      end

      def pieces(run)
        inner = (1...run.text.length).select { |at| run.text[at] == "\t" || run.text[at - 1] == "\t" }
        cuts = [0, *inner, run.text.length].uniq
        (run.field || cuts.size < 3) ? [run] : cuts.each_cons(2).map { |from, to| run.slice(from, to - from) }
      end

      def tab?(run) = run.text == "\t"

      def lifted(paragraph)
        column = columns(paragraph).find { |runs| runs.any? { |run| run.field == :page } }
        taken = company?(column) ? column.reject { |run| tab?(run) } : column.select { |run| run.field == :page }
        taken.map { |run| run.origin ? run.with(home: run.home || paragraph.id) : run }
      end

      def left(column)
        return column if column.none? { |run| run.field == :page }

        company?(column) ? column.select { |run| tab?(run) } : column.reject { |run| run.field == :page }
      end

      def company?(column)
        words = column.reject { |run| run.field || tab?(run) }
        text = words.map(&:text).join
        words.all? { |run| run.insets.empty? } && text.length <= LETTERS && text.split.size <= WORDS
      end
    end

    # What is asked to stand with a folio.
    class SaidWithFolio
      FIELDS = {"{folio}" => :page, "{pages}" => :pages}.freeze
      LONGEST = 60

      # @param words [String] "Page {folio} of {pages}"
      # @raise [ChangeRefused]
      def initialize(words)
        raise ChangeRefused, "What stands with a folio holds {folio}, as in “Page {folio} of {pages}”." unless words.include?("{folio}")
        raise ChangeRefused, "What stands with a folio is at most #{LONGEST} letters long." if words.length > LONGEST

        @runs = words.split(/(\{\w+\})/).reject(&:empty?).map do |piece|
          FIELDS.key?(piece) ? Manuscript::Run.new(text: "1", field: FIELDS[piece]) : quoted(piece)
        end
      end

      # @return [Array<Manuscript::Run>] the same in every part, on every page
      def runs(_part, _kind) = @runs

      private

      # As generated as the folio beside it (ISO/IEC 29500-1 §17.16.5.49): it comes and goes with it, and is no word of the author's.
      def quoted(words) = Manuscript::Run.new(text: words, generated: true, refers: Manuscript::Reference.new(what: :quote, to: words))
    end

    # Where the folio stands in parts ("parts": numbers from 0, or nothing for all): "place" is top or bottom, and start, center, end, inner
    # or outer ("bottom outer"), or "none"; "first" says whether the first page has it; "words" what stands with it, with {folio} and
    # {pages} in their places ("Page {folio} of {pages}"; without it what stands there now). Other words in headers and footers stay.
    class SetFolios < Operation
      takes_besides parts: :numbers, place: :word, first: :switch, kind: :word, words: :words, style: :style

      include Margins

      PLACES = %w[top bottom].product(%w[start center end inner outer]).map { |pair| pair.join(" ") }.freeze
      STYLES = {start: "Folio at start", center: "Folio", end: "Folio at end"}.freeze

      def carry_out(manuscript)
        place = parameters.fetch("place")
        raise ChangeRefused, "A folio does not stand “#{place}”." unless (PLACES + ["none"]).include?(place)

        raise ChangeRefused, SET_APART if parts(manuscript).all? { |index| manuscript.folio_set_apart?(manuscript.sections[index]) }

        company = FolioCompany.of(manuscript)
        bare = with_parts(manuscript) { |section| manuscript.folio_set_apart?(section) ? section : company.without(section) }
        return bare if place == "none"

        company = SaidWithFolio.new(parameters["words"]) if parameters["words"]

        placed_in(bare, place, company)
      end

      def sentence(manuscript)
        whose = parameters["parts"] ? "part #{parts(manuscript).map { |index| index + 1 }.join(", ")}" : "all parts"
        return "Took the folios out of #{whose}." if parameters["place"] == "none"

        as = " as “#{parameters["words"]}”" if parameters["words"]
        "Put the folios of #{whose}#{as} at " \
          "the #{parameters["place"].sub("center", "centre")}#{", none on the first page" if parameters["first"] == false}."
      end

      private

      SET_APART = "The folios stand in a table or a text box of the header or footer, as somebody drew it; change that by hand."

      def placed_in(bare, place, company)
        side, across = place.split
        sheet, styles = with_styles(bare, SIDES[side], across)
        ids = (bare.free_id..).each
        now = bare.with(sheet: sheet)
        now = with_versos(now, ids) if %w[inner outer].include?(across)
        now.with(sections: now.sections.each_with_index.map { |section, index|
          next section if !parts(now).include?(index) || now.folio_set_apart?(section)

          placed(section, SIDES[side], across, styles, ids, now.settings) { |kind| company.runs(index, kind) }
        })
      end

      # What headers say may stand on versos and first pages as well; nothing else comes, and nothing goes but what was said with a folio
      # that is taken out.
      def same_words?(before, after)
        was, now = [before, after].map { |manuscript| manuscript.margin_paragraphs.flat_map { |paragraph| paragraph.written.split }.to_set }
        gone = (parameters["place"] == "none" || parameters["words"]) ? FolioCompany.of(before).words : []
        before.blocks.equal?(after.blocks) && before.notes.equal?(after.notes) && before.asides.equal?(after.asides) &&
          now.subset?(was) && (was - now).subset?(gone.to_set)
      end

      # @yieldparam kind [Symbol] @yieldreturn [Array<Manuscript::Run>] the folio there, with what is said with it
      def placed(section, side, across, styles, ids, settings)
        section = with_own(section.with(first_differs: true), :first, ids) if parameters["first"] == false && !section.first_differs
        stories = ((parameters["first"] == false) ? {first: []} : {}).merge(section.public_send(side))
        kinds = [:default, (:even if settings.even_differs), (:first if section.first_differs && parameters["first"] != false)].compact
        added = kinds.to_h do |kind|
          [kind, with_folio(stories.fetch(kind, []), styles.fetch(at(across, kind)), ids.next, yield(kind))]
        end
        # A part whose first page is a page like others has the folio on its own side.
        section.with(side => stories.merge(added))
      end

      # On a verso inner is the end.
      def at(across, kind)
        case across
        when "outer" then (kind == :even) ? :start : :end
        when "inner" then (kind == :even) ? :end : :start
        else across.to_sym
        end
      end

      def with_folio(blocks, style, id, folio)
        free = blocks.index { |block| bare?(block) && !block.in_table }
        return blocks + [Manuscript::Paragraph.new(id: id, style: style, runs: folio)] unless free

        blocks.each_with_index.map { |block, index| (index == free) ? block.with(style: style, properties: {}, runs: folio) : block }
      end

      # @return [Array(StyleSheet, Hash{Symbol=>String})]
      def with_styles(manuscript, side, across)
        wanted = {"inner" => %i[start end], "outer" => %i[start end]}.fetch(across, [across.to_sym])
        sheet = manuscript.sheet
        styles = {}
        wanted.each do |place|
          found = fitting(manuscript, sheet, side, place) || folio_style(sheet, side, place)
          sheet = sheet.with_style(found) unless sheet[found.id]
          styles[place] = found.id
        end
        [sheet, styles]
      end

      # The style of headers or footers itself, where it stands so already.
      def fitting(manuscript, sheet, side, place)
        known = sheet.named(STYLES[place])
        return known if known

        own = own_style(sheet, side)
        own if own && Cascade.new(manuscript.with(sheet: sheet)).style(own.id)[:align] == place
      end

      def folio_style(sheet, side, place)
        parent = own_style(sheet, side)&.id || sheet.default_id
        StyleSheet::Style.new(id: sheet.free_id(STYLES[place]), name: STYLES[place], parent: parent, from_file: false,
          properties: {align: place, indent_start: 0, indent_first: 0})
      end
    end

    # A running head: what a header or footer says ("side": top or bottom; "kind": default, first or even) in parts, as words with what is
    # worked out in braces: {folio}, {pages}, {title}, {author}, {chapter}, {date}; tabs and line ends as such. Nothing takes it away.
    class SetRunningHead < Operation
      takes_besides parts: :numbers, side: :word, kind: :word, text: :words, today: :words, title: :words, style: :style

      include Margins

      FIELDS = {"folio" => :page, "pages" => :pages, "title" => :title, "author" => :author, "chapter" => :chapter, "date" => :date}.freeze
      KINDS = {"default" => :default, "first" => :first, "even" => :even}.freeze
      LONGEST_TITLE = 200 # letters that are offered

      def alters_text? = true # it is written by the person who asks for it

      # @param blocks [Array<Manuscript::Paragraph, Manuscript::Table>, nil] of a header or footer
      # @return [String] what it says, as "text" has it
      def self.said(blocks)
        names = FIELDS.invert
        said = ->(run) { names[run.field] ? "{#{names[run.field]}}" : run.text }
        Manuscript.paragraphs_of([blocks || []]).map { |paragraph| paragraph.runs.map(&said).join }.join("\n")
      end

      # @return [String, nil] what reads as the title, where the file says none: for "title"
      def self.title_offered(manuscript, roles)
        return unless manuscript.info.title.to_s.strip.empty?

        roles.in(:title).map { |paragraph| Manuscript::PlainText.excerpt(paragraph.text, LONGEST_TITLE) }.find { |text| !text.strip.empty? }
      end

      def carry_out(untitled)
        manuscript = titled(untitled)
        side = SIDES.fetch(parameters.fetch("side")) { raise ChangeRefused, "A running head stands at the top or at the bottom." }
        kind = KINDS.fetch(parameters["kind"] || "default") do
          raise ChangeRefused, "There are headers for all pages, for first and for even ones."
        end
        ids = (manuscript.free_id..).each
        now = (kind == :even) ? with_versos(manuscript, ids) : manuscript
        with_parts(now) { |section| written(now, section, side, kind, ids) }
      end

      def sentence(manuscript)
        what = (parameters["side"] == "top") ? "header" : "footer"
        words = parameters["text"].to_s.strip
        return "Took the #{what} of #{whose(manuscript)} away." if words.empty?

        title = "; the file's title is “#{short(parameters["title"])}” now" if parameters["title"]
        ["Wrote the #{what} of #{whose(manuscript)}: “#{short(words)}”#{title}.", *nothing_to_show(titled(manuscript))].join(" ")
      end

      # @param text [String] of a header or footer
      # @return [Array<Symbol>] what it asks for and the file does not say
      def self.unsaid(manuscript, text)
        asked = %i[title author].select { |name| text.to_s.include?("{#{name}}") }
        asked.select { |name| manuscript.info[name].to_s.strip.empty? }
      end

      private

      def titled(manuscript)
        parameters["title"] ? manuscript.with(info: manuscript.info.with(title: parameters["title"])) : manuscript
      end

      def whose(manuscript) = parameters["parts"] ? "part #{parts(manuscript).map { |index| index + 1 }.join(", ")}" : "all parts"

      def written(manuscript, section, side, kind, ids)
        section = with_own(section.with(first_differs: true), :first, ids) if kind == :first && !section.first_differs
        old = section.public_send(side)[kind] || []
        style = old.grep(Manuscript::Paragraph).first&.style || own_style(manuscript.sheet, side)&.id || manuscript.sheet.default_id
        lines = parameters["text"].to_s.strip.empty? ? [] : parameters["text"].split("\n")
        blocks = lines.each_with_index.map do |line, index|
          known = old[index]
          known = Manuscript::Paragraph.new(id: ids.next, style: style) unless known.is_a?(Manuscript::Paragraph)
          known.with(runs: runs(manuscript, line))
        end
        section.with(side => section.public_send(side).merge(kind => blocks))
      end

      def runs(manuscript, line)
        line.split(/(\{\w+\})/).reject(&:empty?).map do |piece|
          name = piece[/\A\{(\w+)\}\z/, 1]
          field = FIELDS[name] or next Manuscript::Run.new(text: Manuscript::PlainText.clean(piece))
          Manuscript::Run.new(text: cached(manuscript, field), field: field, generated: true, by: ("1" if field == :chapter))
        end
      end

      # What the file shows until somebody works it out again; nothing where there is nothing to show.
      def cached(manuscript, field)
        {page: "1", pages: "1", title: manuscript.info.title, author: manuscript.info.author, date: parameters["today"]}[field] || NOTHING
      end

      NOTHING = "\u00A0" # a field has a result in the file, and this one is not seen

      def nothing_to_show(manuscript)
        unsaid = SetRunningHead.unsaid(manuscript, parameters["text"])
        "The file says no #{unsaid.join(" and no ")} yet, so nothing is printed there." if unsaid.any?
      end
    end
  end
end
