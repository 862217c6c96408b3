# frozen_string_literal: true

module Norvel
  module Changes
    # Hangs a style under another parent ("parent": an id, "" for none).
    class HangStyle < Operation
      takes style: :style, parent: :style

      def carry_out(manuscript)
        sheet = manuscript.sheet
        style = sheet.fetch(parameters["style"])
        parent = parameters["parent"].to_s.empty? ? nil : sheet.fetch(parameters["parent"])
        raise ChangeRefused, "A #{style.kind} style cannot be based on a #{parent.kind} style." if parent && parent.kind != style.kind
        if parent && (parent.id == style.id || sheet.ancestry.under(style.id).key?(parent.id))
          raise ChangeRefused,
            "“#{parent.name}” itself is based on “#{style.name}”; that would make a loop."
        end

        manuscript.with(sheet: sheet.with_style(style.with(parent: parent&.id)))
      end

      def sentence(manuscript)
        style = manuscript.sheet.fetch(parameters["style"])
        parent = manuscript.sheet[parameters["parent"]]
        parent ? "The style “#{style.name}” is based on “#{parent.name}” now." :
          "The style “#{style.name}” is based on nothing but the document defaults now."
      end
    end

    # Says which style the next paragraph gets after one in this style ("next": an id, "" for the same).
    class SetNextStyle < Operation
      takes style: :style, next: :style

      def carry_out(manuscript)
        sheet = manuscript.sheet
        following = parameters["next"].to_s.empty? ? nil : sheet.fetch(parameters["next"]).id
        manuscript.with(sheet: sheet.with_style(sheet.fetch(parameters["style"]).with(next_style: following)))
      end

      def sentence(manuscript)
        following = manuscript.sheet[parameters["next"]]
        "After “#{manuscript.sheet.fetch(parameters["style"]).name}” comes #{following ? "“#{following.name}”" : "the same style"}."
      end
    end
  end
end
