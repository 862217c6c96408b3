# frozen_string_literal: true

module Norvel
  module Changes
    # The page design of parts ("parts": numbers from 0, or nothing for all): "paper", "orientation" (portrait,
    # landscape), "margin" by edge,
    # "columns" and "column_gap", "begins" (page, recto, verso, here), "folio" ({"format", "start" or "continues"}), "first_differs" whether
    # the first page has a header and footer of its own; for the whole manuscript "mirrored" and "gutter_above".
    class SetPart < Operation
      takes_besides parts: :numbers, paper: :word, orientation: :word, begins: :word, columns: :number, column_gap: :words,
        margin: :lengths, mirrored: :switch, gutter_above: :switch, first_differs: :switch, folio: :data

      include OnPaper

      BEGINS = {"page" => :page, "recto" => :recto, "verso" => :verso, "here" => :here}.freeze
      FORMATS = ListLabels::SAMPLES
      WORDS = {"page" => "on a new page", "recto" => "on a recto", "verso" => "on a verso", "here" => "upon the page"}.freeze

      def carry_out(manuscript)
        chosen = parts(manuscript)
        sections = manuscript.sections.each_with_index.map { |section, index| chosen.include?(index) ? designed(section) : section }
        manuscript.with(sections: sections, settings: settings(manuscript.settings))
      rescue ChangeRefused
        raise
      rescue Error => error
        raise ChangeRefused, error.message
      end

      def sentence(manuscript)
        which = parameters["parts"] ? parts(manuscript).map { |index| index + 1 } : []
        whose = which.empty? ? "all parts" : "part#{"s" if which.size > 1} #{which.join(", ")}"
        said = said_in_words
        "Set #{whose}: #{said.empty? ? "nothing" : said.join(", ")}."
      end

      private

      def parts(manuscript)
        return manuscript.sections.each_index.to_a unless parameters["parts"]

        parameters["parts"].map(&:to_i).each do |index|
          raise ChangeRefused, "There is no part #{index + 1}." unless index.between?(0, manuscript.sections.size - 1)
        end
      end

      def designed(section)
        section = section.with(page: page(section.page), folio: folio(section.folio), **columns)
        section = section.with(begins: begins) if parameters["begins"]
        if parameters.key?("first_differs")
          section.with(first_differs: parameters["first_differs"] ? true : false)
        else
          section
        end
      end

      def begins = BEGINS.fetch(parameters["begins"]) { raise ChangeRefused, "A part begins on a page, a recto, a verso or here." }

      def page(page)
        wanted = parameters["orientation"]
        redesigned((wanted && (wanted == "landscape") != (page.width > page.height)) ? page.turned : page)
      end

      def columns
        gap = parameters["column_gap"] && Lengths.parse(parameters["column_gap"], default_unit: "cm")
        asked = {columns: parameters["columns"]&.to_i&.clamp(1, 6), column_gap: gap}.compact
        asked.empty? ? {} : {**asked, column_widths: nil}
      end

      def folio(folio)
        said = parameters["folio"] or return folio
        if said["format"]
          raise ChangeRefused, "Folios are not written as “#{said["format"]}”." unless FORMATS.key?(said["format"])

          folio = folio.with(format: said["format"].to_sym)
        end
        return folio.with(start: nil) if said["continues"]

        said["start"] ? folio.with(start: said["start"].to_i.clamp(0, 99_999)) : folio
      end

      def settings(settings)
        switches = {mirrored: "mirrored", gutter_above: "gutter_above"}.select { |_, name| parameters.key?(name) }
        settings.with(**switches.transform_values { |name| parameters[name] ? true : false })
      end

      def said_in_words
        folio = parameters["folio"] || {}
        [("paper #{parameters["paper"]}" if parameters["paper"]), parameters["orientation"],
          *(parameters["margin"] || {}).map { |edge, length| "#{edge} margin #{length}" },
          ("#{parameters["columns"]} columns" if parameters["columns"]),
          ("#{parameters["column_gap"]} between columns" if parameters["column_gap"]),
          WORDS[parameters["begins"]] && "begins #{WORDS[parameters["begins"]]}",
          ("folios #{FORMATS[folio["format"]]}" if folio["format"]), ("folios go on" if folio["continues"]),
          ("folios from #{folio["start"]}" if folio["start"]), (if parameters.key?("mirrored")
                                                                  parameters["mirrored"] ? "mirrored margins" :
                                                                    "the same margins on both sides"
                                                                end),
          (if parameters.key?("gutter_above")
             parameters["gutter_above"] ? "gutter at the top" : "gutter at the side"
           end),
          (if parameters.key?("first_differs")
             parameters["first_differs"] ? "the first page by itself" : "the first page like the others"
           end)].compact
      end
    end
  end
end
