# frozen_string_literal: true

require_relative "pages_as_a_whole"

module Norvel
  class Guide
    module Rules
      # Where a folio is seen to stand.
      module SeenFolios
        private

        def side(page, placed) = (placed.y < page.height / 2) ? "top" : "bottom"

        # A first page that shows none keeps none. Words come with folios that are new; what stands with one goes along.
        def placed_at(context, part, place, words: nil)
          first = context.layout.pages.find { |page| page.part == part }
          free = first && first.folio_lines.empty? && (part.zero? || context.manuscript.sections[part].first_differs)
          Cures.set_folios({"parts" => [part], "place" => place, "words" => words}.compact.merge(free ? {"first" => false} : {}))
        end

        # On a line that is laid out, or in a text box of a kind that is not.
        def folio?(context, page)
          page.folio_lines.any? ||
            context.known([:set_apart, page.part]) { context.manuscript.folio_set_apart?(context.manuscript.sections[page.part]) }
        end

        # By where the folio itself lies in the line.
        def across(page, placed)
          pieces = placed.setting.pieces(placed.line)
          piece = pieces.find { |one| one.text.strip == page.folio.to_s } || pieces.first or return "start"
          middle = placed.x + piece.x + piece.width / 2 - page.left
          third = page.text_width / 3
          if middle < third then "start"
          elsif middle > 2 * third then "end"
          else "center"
          end
        end
      end

      # How folios are written in front or main matter, and what they begin with.
      class FolioFormat < Rule
        include SeenFolios

        include OfParts

        checks "folio_format", area: :folios
        takes :of, :choice, required: true, choices: %w[front main], says: "of which matter", example: "main"
        takes :format, :choice, required: true, said: "parts/{of}/folios",
          choices: %w[decimal lower_roman upper_roman lower_letter upper_letter],
          says: "how they are written", example: "decimal"
        takes :start, :number, said: "parts/{of}/start", says: "what its first page has", example: 1
        learned :sections, strictest: true do |examples|
          folios = examples.flat_map { |example| example.manuscript.sections.map(&:folio) }
          starts = folios.map(&:start).compact.uniq.sort
          %w[front main].map do |part|
            formats = folios.map { |folio| folio.format.to_s }.uniq & parameters.find { |one| one.name == :format }.choices
            formats.flat_map { |format| [*starts, nil].map { |start| {"of" => part, "format" => format, "start" => start} } }
          end
        end

        def sentence = "Folios of the #{given(:of)} matter are #{called(given(:format))}#{", from #{given(:start)}" if given(:start)}."

        def applies?(context) = pages(context).any?

        def findings(context)
          printed = pages(context).any? { |page| folio?(context, page) }
          return [unprinted(context)] unless printed
          return undivided(context) if undivided?(context)

          indexes(context).flat_map.with_index do |index, place|
            folio = context.manuscript.sections[index].folio
            first = place.zero? && given(:start)
            [(written(context, index, folio) unless folio.format == given(:format)),
              (started(context, index, folio) if first && (folio.start || first_count(context, index)) != given(:start))].compact
          end
        end

        private

        # The title page shows none by custom, so front matter of one page has none to look at.
        def pages(context)
          before = context.main_matter ? context.layout.page_of(context.main_matter.id) - 1 : 0
          front? ? context.layout.pages.first(before).drop(1) : context.layout.pages.drop(before)
        end

        def indexes(context) = context.manuscript.sections.each_index.select { |index| kind_of_part(context, index) == given(:of) }

        # @return [Integer, nil] what the first page of a part counts as where its part says nothing
        def first_count(context, index) = index.zero? ? 1 : nil

        def called(format) = ListLabels::SAMPLES.fetch(format.to_s, format.to_s)

        def unprinted(context)
          page = pages(context).first
          finding(context, page: page.number, expected: called(given(:format)), measured: "no folio",
            message: "No page of the #{given(:of)} matter shows a folio; #{called(given(:format))} ones are asked for.",
            fix: Cures.set_folios({"parts" => [page.part], "place" => context.guide.parts[:folio] || USUAL_FOLIO,
                                   "words" => context.guide.parts[:folio_words]}.compact
              .merge((page.part.zero? && page.number > 1) ? {"first" => false} : {})))
        end

        # Whether front and main matter are one part, so that both are counted alike.
        def undivided?(context)
          main = context.main_matter or return false
          from = context.manuscript.index_of(main.id)
          indexes = context.manuscript.section_indexes
          context.manuscript.paragraphs.first(from).each_index.any? do |index|
            indexes[index] == indexes[from] && !context.manuscript.paragraphs[index].blank?
          end
        end

        def undivided(context)
          page = context.layout.pages[context.layout.page_of(context.main_matter.id) - 1]
          format = context.manuscript.sections[page.part].folio.format
          return [] if format == given(:format) && (front? || given(:start).nil? || page.folio == given(:start).to_s)

          [finding(context, measured: "one part with the #{front? ? "main" : "front"} matter, #{called(format)}",
            message: "Front and main matter are one part, counted in #{called(format)}; “#{context.main_matter.gist(40)}” " \
              "has folio #{page.folio}.", fix: Cures.academic_parts(divided(context, context.main_matter)), **where(context))]
        end

        def front? = given(:of) == :front

        def where(context)
          return {page: 2, expected: called(given(:format))} if front?

          {paragraph: context.main_matter, expected: [called(given(:format)), *given(:start)].join(" from ")}
        end

        def divided(context, main)
          front = front? ? given(:format).to_s : context.guide.parts.dig(:front, "folios") || "lower_roman"
          {"main" => main.id, "front_format" => front, "place" => context.guide.parts[:folio],
           "words" => (context.guide.parts[:folio_words] if context.guide.parts[:folio])}.compact
        end

        def written(context, index, folio)
          asked, own = called(given(:format)), called(folio.format)
          finding(context, page: first_page(context, index), expected: asked, measured: own,
            message: "Folios#{in_part(context, index)} are #{own}; #{asked} is asked for.",
            fix: Cures.set_part("parts" => [index], "folio" => {"format" => given(:format).to_s}))
        end

        def started(context, index, folio)
          finding(context, page: first_page(context, index), expected: given(:start).to_s, measured: (folio.start || "going on").to_s,
            message: "The #{given(:of)} matter begins with folio #{folio.start || "of the part before"}; #{given(:start)} is asked for.",
            fix: Cures.set_part("parts" => [index], "folio" => {"start" => given(:start)}))
        end
      end

      # Where the folio stands on the page.
      class FolioPlace < Rule
        include SeenFolios

        include OfParts

        checks "folio_place", area: :folios
        PLACES = %w[top bottom].product(%w[start center end inner outer]).map { |pair| pair.join(" ") } + %w[top bottom]
        takes :place, :choice, required: true, said: "parts/folio", choices: PLACES, says: "where it stands", example: "bottom center"
        learned :sections, trying: [:place], strictest: true

        def sentence = "The folio stands at the #{given(:place).to_s.sub("center", "centre")}."

        def pages? = true

        def applies?(context) = folios(context).any?

        def findings(context)
          wrong = folios(context).reject { |page, placed| right?(page, placed) }
          wrong.group_by { |page, _| page.part }.map do |part, pages|
            page, placed = pages.first
            measured = "#{side(page, placed)} #{across(page, placed)}"
            finding(context, page: page.number, expected: given(:place).to_s, measured: measured,
              message: "The folio of page #{page.number} stands at the #{measured}; #{given(:place)} is asked for.",
              fix: (placed_at(context, part, given(:place).to_s) if given(:place).to_s.include?(" ")))
          end
        end

        private

        def folios(context) =
          context.known(:folios) { context.layout.pages.flat_map { |page| page.folio_lines.map { |placed| [page, placed] } } }

        def right?(page, placed)
          wanted_side, wanted = given(:place).to_s.split
          return false unless side(page, placed) == wanted_side
          return true if wanted.nil?

          verso = page.number.even?
          own = across(page, placed)
          {"outer" => verso ? "start" : "end", "inner" => verso ? "end" : "start"}.fetch(wanted, wanted) == own
        end
      end

      # What stands with the folio.
      class FolioWords < Rule
        include SeenFolios

        checks "folio_words", area: :folios
        takes :words, :word, required: true, said: "parts/folio_words", says: "what is written, with {folio} and {pages}",
          example: "Page {folio} of {pages}"
        not_learned "which words stand beside a folio"

        def sentence = "Folios are written “#{given(:words)}”."

        def pages? = true

        def applies?(context) = context.layout.pages.any? { |page| page.folio_lines.any? }

        # One of each part: what stands there stands on all its pages.
        def findings(context)
          lines = context.layout.pages.flat_map { |page| page.folio_lines.map { |placed| [page, placed] } }
          wrong = lines.reject { |_, placed| plain(said(placed.paragraph)) == plain(given(:words)) }
          wrong.uniq { |page, _| page.part }.map do |page, placed|
            shown = said(placed.paragraph)
            finding(context, page: page.number, expected: "“#{given(:words)}”", measured: "“#{shown}”",
              message: "Folios are written “#{shown}”; “#{given(:words)}” is asked for.", fix: written(context, page, placed))
          end
        end

        private

        def plain(text) = text.gsub(/[[:space:]]+/, " ").strip

        # The column of the line that the folio stands in.
        def said(paragraph)
          runs = paragraph.runs.map { |run| {page: "{folio}", pages: "{pages}"}[run.field] || run.text }
          plain(runs.join.split("\t").find { |column| column.include?("{folio}") }.to_s)
        end

        def written(context, page, placed)
          first = context.layout.pages.find { |one| one.part == page.part }
          given = {"parts" => [page.part], "place" => "#{side(page, placed)} #{across(page, placed)}", "words" => given(:words)}
          Cures.set_folios(first.folio_lines.empty? ? given.merge("first" => false) : given)
        end
      end

      # Whether the first page of the manuscript, or of every part, shows its folio.
      class FolioOnFirst < Rule
        include SeenFolios

        checks "folio_on_first_page", area: :folios
        takes :shown, :switch, default: false, says: "whether it is shown", example: false
        learned :whole, trying: [:shown]

        def shown? = given(:shown)

        def sentence = "The first page shows #{given(:shown) ? "its" : "no"} folio."

        def findings(context)
          first = context.layout.pages.first
          folio = first.folio_lines.first
          shown = !folio.nil?
          return [] if shown == given(:shown)

          [finding(context, page: 1, expected: given(:shown) ? "a folio" : "no folio", measured: shown ? "folio #{first.folio}" : "none",
            message: "The first page shows #{shown ? "its" : "no"} folio.",
            fix: (without_first(first, folio) if shown && !context.manuscript.sections[0].first_differs))]
        end

        private

        # What else stands at the head and the foot of the first page stays there.
        def without_first(page, folio)
          Cures.set_folios("parts" => [0], "place" => "#{side(page, folio)} #{across(page, folio)}", "first" => false)
        end
      end

      # Every page but the first has a folio.
      class FoliosPresent < Rule
        include SeenFolios

        checks "folios_present", area: :folios
        learned :pages

        def sentence = "Pages have folios."

        def applies?(context) = context.layout.pages.size > 1

        def findings(context)
          bare = context.layout.pages.drop(1).reject { |page| page.blank || folio?(context, page) }
          bare.group_by(&:part).map do |part, pages|
            finding(context, page: pages.first.number, expected: "a folio", measured: "none",
              message: "#{counted(pages.size, "page")} from page #{pages.first.number} on #{(pages.size == 1) ? "has" : "have"} no folio.",
              fix: placed_at(context, part, context.guide.parts[:folio] || USUAL_FOLIO, words: context.guide.parts[:folio_words]))
          end
        end
      end

      # A running head that names the title, the author or the chapter at hand.
      class RunningHead < Rule
        include OfParts

        checks "running_head", area: :folios
        takes :holds, :choices, required: true, choices: %w[title author chapter folio], says: "what it names", example: ["title"]
        takes :side, :choice, choices: %w[top bottom], default: :top, says: "header or footer"
        learned :sections do |_|
          names = %w[title chapter author]
          [1, 2].map { |count| names.combination(count).map { |holds| {"holds" => holds} } }
        end

        # @return [String] as SetRunningHead takes it
        def text = given(:holds).map { |what| "{#{what}}" }.join("\t")

        def at_the_top? = given(:side) == :top

        def sentence = "The #{called} names the #{given(:holds).join(" and the ")}."

        def findings(context)
          by_part(context) do |section, index|
            blocks = section.public_send((given(:side) == :top) ? :headers : :footers)[:default] || []
            missing = given(:holds).reject { |what| named?(context, blocks, what) }
            next if missing.empty?

            {expected: given(:holds).join(", "), measured: "no #{missing.join(", no ")}",
             message: "The #{called}#{in_part(context, index)} does not name the #{missing.join(" and the ")}.",
             fix: (named_in(index) if says_nothing?(blocks))}
          end
        end

        private

        def called = (given(:side) == :top) ? "header" : "footer"

        # What somebody wrote there is not written over.
        def says_nothing?(blocks) = Manuscript.paragraphs_of([blocks]).all? { |paragraph| paragraph.text.strip.empty? }

        def named_in(part) = Cures.set_running_head("parts" => [part], "side" => given(:side).to_s, "text" => text)

        FIELDS = {title: :title, author: :author, chapter: :chapter, folio: :page}.freeze

        def named?(context, blocks, what)
          paragraphs = Manuscript.paragraphs_of([blocks])
          return true if paragraphs.any? { |paragraph| paragraph.runs.any? { |run| run.field == FIELDS[what] } }

          words = {title: context.title, author: context.manuscript.info.author}[what].to_s.strip.downcase
          !words.empty? && paragraphs.any? { |paragraph| paragraph.text.downcase.include?(words) }
        end
      end

      # Headers and footers of their own for first pages, or for versos.
      class FirstAndEvenPages < Rule
        include OfParts

        checks "first_and_even_pages", area: :folios
        takes :first, :switch, says: "first pages have headers and footers of their own", example: true
        takes :even, :switch, says: "versos have headers and footers of their own"
        learned :sections do |examples|
          sections = examples.flat_map { |example| example.manuscript.sections }
          even = examples.all? { |example| example.manuscript.settings.even_differs }
          [[{"first" => (true if sections.all?(&:first_differs)), "even" => (true if even)}.compact].reject(&:empty?)]
        end

        def sentence
          first = "First pages have headers and footers #{given(:first) ? "of their own" : "like all others"}" unless given(:first).nil?
          even = "versos #{given(:even) ? "have their own" : "have those of rectos"}" unless given(:even).nil?
          "#{[first, even].compact.join("; ")}."
        end

        def findings(context)
          found = given(:first).nil? ? [] : by_part(context) { |section, index| first(context, section, index) }
          return found if given(:even).nil? || context.manuscript.settings.even_differs == given(:even)

          found << finding(context, expected: given(:even) ? "versos of their own" : "versos like rectos",
            measured: given(:even) ? "versos like rectos" : "versos of their own",
            message: "Versos have #{given(:even) ? "the headers of rectos" : "headers of their own"}.")
        end

        private

        def first(context, section, index)
          return if section.first_differs == given(:first)

          states = ["first pages of their own", "first pages like others"]
          expected, measured = given(:first) ? states : states.reverse
          {expected: expected, measured: measured, fix: Cures.set_part("parts" => [index], "first_differs" => given(:first)),
           message: "The first page#{in_part(context, index)} has #{given(:first) ? "the headers of all pages" : "headers of its own"}."}
        end
      end
    end
  end
end
