# frozen_string_literal: true

module Norvel
  module Changes
    # Another "guide" judges the manuscript, called "title"; "from" is the one that did before.
    class ChooseGuide < Operation
      takes_besides guide: :name, title: :words, from: :name

      NONE = "none" # what is said for no guide at all

      def carry_out(manuscript)
        wanted = parameters.fetch("guide")
        raise NothingToChange, "That guide judges it already." if wanted == (manuscript.guide || parameters["from"])

        manuscript.with(guide: wanted)
      end

      def sentence(_manuscript)
        (parameters["guide"] == NONE) ? "No guide judges it any more." : "Chose the guide “#{parameters["title"]}”."
      end
    end
  end
end
