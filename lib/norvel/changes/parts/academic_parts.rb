# frozen_string_literal: true

module Norvel
  module Changes
    # Front and main matter as theses have them, in one step: the front with roman folios and none on the title page, the main matter from
    # the paragraph "main" on with arabic ones from 1, chapters on a new page or a new recto ("chapters": page, recto
    # or as_is), the folios at
    # "place" (SetFolios); from the paragraph "back" on a part of its own, where one is named.
    class AcademicParts < Operation
      takes_besides main: :paragraph, back: :paragraph, front_format: :word, format: :word, chapters: :word, place: :word, words: :words,
        style: :style

      def carry_out(manuscript)
        steps(manuscript).reduce(manuscript) do |now, step|
          step.carry_out(now)
        rescue NothingToChange
          now
        end
      end

      def told(before, after)
        front = before.paragraph(main)&.text
        said = ["front matter #{front_folios}, no folio on the title page", "main matter from “#{short(front.to_s)}” with folios from 1"]
        said << "chapters on a new #{parameters["chapters"]}" if %w[page recto].include?(parameters["chapters"])
        said << "back matter by itself" if parameters["back"]
        "Made #{counted(after.sections.size, "part")}: #{said.join("; ")}."
      end

      private

      def main = parameters.fetch("main").to_i

      def front_folios = "#{SetPart::FORMATS.fetch(parameters["front_format"] || "lower_roman")} …"

      def steps(manuscript)
        raise ChangeRefused, "Choose the paragraph that the main matter begins with." unless manuscript.paragraph(main)

        begins = (parameters["chapters"] == "recto") ? "recto" : "page"
        build = ->(name, given) { Changes.build(name, given) }
        [build["begin_part", "paragraph" => main, "begins" => begins, "folio" => {"format" => "decimal", "start" => 1}],
          Front.new("main" => main, "format" => parameters["front_format"] || "lower_roman"),
          *back(begins), *chapters(manuscript),
          *(parameters["place"] ? [PlacedFolios.new(parameters.slice("place", "words", "style"))] : [])]
      end

      def back(begins)
        return [] unless parameters["back"]

        [Changes.build("begin_part", "paragraph" => parameters["back"].to_i, "begins" => begins, "folio" => {"continues" => true})]
      end

      # Later chapters: by the property of their style, or, since no property asks for a recto, as parts that begin on one.
      def chapters(manuscript)
        case parameters["chapters"]
        when "page" then [NewPageChapters.new({})]
        when "recto"
          later = Roles::Matter.new(manuscript, nil).chapters.drop_while { |paragraph| paragraph.id != main }.drop(1)
          later.map do |paragraph|
            Changes.build("begin_part", "paragraph" => paragraph.id, "begins" => "recto", "folio" => {"continues" => true})
          end
        else []
        end
      end

      # The parts before the main matter.
      class Front < Operation
        def carry_out(manuscript)
          paragraph = manuscript.paragraph(parameters["main"])
          part = Division.part_of(manuscript, paragraph)
          return manuscript if part.zero?

          sections = manuscript.sections.each_with_index.map do |section, index|
            if index < part then section.with(folio: section.folio.with(format: parameters["format"].to_sym, start: index.zero? ? 1 : nil))
            else
              (section.first_differs && index == part) ? section.with(first_differs: false) : section
            end
          end
          manuscript.with(sections: sections)
        end
      end

      # Folios everywhere, but on the title page.
      class PlacedFolios < Operation
        def carry_out(manuscript)
          first = Changes.build("set_folios", parameters.merge("parts" => [0], "first" => false)).carry_out(manuscript)
          rest = (1...manuscript.sections.size).to_a
          rest.any? ? Changes.build("set_folios", parameters.merge("parts" => rest)).carry_out(first) : first
        end
      end

      # The style of chapters begins a page.
      class NewPageChapters < Operation
        def carry_out(manuscript)
          style = manuscript.sheet.heading(1)
          return manuscript if style.nil? || Cascade.new(manuscript).style(style.id)[:break_before]

          manuscript.with(sheet: manuscript.sheet.with_style(style.with_values(break_before: true)))
        end
      end
    end
  end
end
