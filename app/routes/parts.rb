# frozen_string_literal: true

module NorvelWeb
  module Routes
    # The manuscript as a book of pages: openings with their parts, folios and breaks, contents and captions.
    module Parts
      def self.registered(app)
        app.get("/manuscripts/:id/parts", takes: {
          at: Asked::WORD, entry: Asked::ID, number: Asked::PLACE, part: Asked::WORD, proposal: Asked::WORD
        }) do
          erb :parts, locals: {view: "parts"}
        end

        app.get("/manuscripts/:id/parts/openings", takes: {at: Asked::WORD, proposal: Asked::WORD}) { erb :openings, layout: false }

        app.get("/manuscripts/:id/parts/slip", takes: {
          in: Asked::WORD, number: Asked::PLACE, part: Asked::WORD
        }) { erb parts_slip, layout: false }

        # A margin, or a gap between columns, that was taken hold of on the page.
        app.post "/manuscripts/:id/held", takes: {
          **Asked::SLIP,
          all: Asked::YES, edge: Asked::WORD, in: Asked::WORD, number: Asked::PLACE, part: Asked::NUMBER, value: Asked::VALUE
        } do
          @proposal = proposal = bench.propose(held_change)
          headers "HX-Trigger" => JSON.generate({"norvel:proposed" => told_proposal(proposal)})
          erb :in_hand, layout: false, locals: {proposal: proposal, sentence: proposal.operation.told(manuscript, proposal.manuscript)}
        end

        app.helpers PartsHelpers
      end
    end

    # What the parts view says of a part and of a page.
    module PartsHelpers
      # @return [Hash{String=>String}] where folios may stand, and that in words
      def folio_places = Norvel::Changes::SetFolios::PLACES.to_h { |place| [place, place.sub("center", "centre")] }

      def held_change
        said = (params["edge"] == "column_gap") ? {"column_gap" => params["value"]} : {"margin" => {params["edge"] => params["value"]}}
        said["parts"] = [params["part"].to_i] unless params["all"] == "yes" || manuscript.sections.size == 1
        Norvel::Changes.build("set_part", said)
      end

      # Which slip fits what is chosen.
      def parts_slip
        part = params["part"].to_s
        (part.match?(/\A\d{1,4}\z/) && part.to_i < manuscript.sections.size) ? :part_slip : :parts_slip
      end

      # @return [Array<Array(Norvel::Layout::Page, nil)>] verso and recto of each opening
      def openings(layout)
        pages = layout.pages.to_h { |page| [page.number, page] }
        (0..layout.pages.size / 2).map { |index| [pages[index * 2], pages[index * 2 + 1]] }.reject { |pair| pair.none? }
      end

      # @param layout [Norvel::Layout]
      # @return [Array<String>] what each part is, by its folios and what it holds
      def part_names(layout)
        sections = layout.manuscript.sections
        main = main_part(layout)
        sections.each_index.map do |index|
          if sections.size == 1 then "one part"
          elsif index < main then "front matter"
          else "main matter#{" #{index - main + 1}" if sections.size - main > 1}"
          end
        end
      end

      # By what stands there; where no chapter says, by how the parts are numbered.
      def main_part(layout)
        manuscript = layout.manuscript
        chapter = Norvel::Roles::Matter.new(manuscript, state.roles, layout.cascade).main
        index = chapter && manuscript.section_indexes[manuscript.index_of(chapter.id)]
        (index.nil? || index.zero?) ? manuscript.main_part : index
      end

      # Its paper and folios, in a few words: the first that a page of it has.
      def part_facts(layout, index)
        section = layout.manuscript.sections[index]
        first = layout.pages.find { |page| page.part == index && page.folio }&.folio
        folio = (section.folio_printed? && first) ? "folios #{first} …" : "no folios"
        [section.page.paper, ("#{section.columns} columns" if section.columns > 1), folio].compact.join(", ")
      end

      # A page as drawn ink, with what stands in its margins.
      def leaf(layout, page, strip, shows_found: false)
        drawn = strip.pages[page.number - 1]
        scale = Norvel::Drawing::StripSvg::INK_WIDTH / page.width
        margins = page.placed.select { |placed| %i[header footer].include?(placed.area) && placed.line.width.positive? }.map do |placed|
          left = Norvel::Drawing::StripSvg::INK_LEFT + (placed.x + placed.line.x) * scale
          "M#{left.round(1)} #{(placed.baseline * scale).round(1)}h#{[(placed.line.width * scale).round(1), 1].max}"
        end
        %(<svg class="leaf-page" viewBox="6 -1 #{shows_found ? 57 : 47} #{(drawn.height + 2).round(1)}" ) +
          %(aria-hidden="true">#{drawn.ink}<path class="margin-ink" d="#{margins.join}"/></svg>)
      end

      # @return [Norvel::Drawing::StripSvg] of what is proposed, or in force
      def leaves = proposal ? Norvel::Drawing::StripSvg.new(proposal.layout) : state.strip(guide_of)

      # @return [Array<Array(String, String)>] headings that the main matter may begin with
      def chapter_choices
        state.matter.chapters
          .reject { |chapter| chapter.id == manuscript.blocks.first.id }.map do |one|
          [one.id, excerpt(one.text, 40)]
        end
      end

      def main_chapter = state.matter.main&.id
    end
  end
end
