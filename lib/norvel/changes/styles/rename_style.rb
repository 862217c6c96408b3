# frozen_string_literal: true

module Norvel
  module Changes
    # Gives a style another name. Its id, its level and everything that uses it stay.
    class RenameStyle < Operation
      takes style: :style, name: :name

      def carry_out(manuscript)
        sheet = manuscript.sheet
        style = sheet.fetch(parameters["style"])
        named = sheet.standards.renamed(style, free_name(sheet, parameters["name"], except: style))
        manuscript.with(sheet: sheet.with_style(named))
      end

      def sentence(manuscript)
        "Renamed the style “#{manuscript.sheet.fetch(parameters["style"]).name}” to “#{parameters["name"].to_s.strip}”."
      end
    end

    # Adds a copy of a style under another name, with the same parent and own values.
    class DuplicateStyle < Operation
      takes style: :style, name: :name

      def carry_out(manuscript)
        sheet = manuscript.sheet
        style = sheet.fetch(parameters["style"])
        name = free_name(sheet, parameters["name"])
        manuscript.with(sheet: sheet.with_style(style.with(id: sheet.free_id(name), name: name, standard: nil, linked: nil, hidden: false,
          from_file: false)))
      end

      def sentence(manuscript)
        "Made the style “#{parameters["name"].to_s.strip}” as a copy of “#{manuscript.sheet.fetch(parameters["style"]).name}”."
      end
    end
  end
end
