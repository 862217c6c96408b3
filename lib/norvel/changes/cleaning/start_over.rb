# frozen_string_literal: true

module Norvel
  module Changes
    # For hopeless cases: everything outside of tables in one style ("style"), with nothing by hand but emphasis; the exceptions
    # are given theirs afterwards.
    class StartOver < Operation
      takes style: :style

      def carry_out(manuscript)
        bare = RemoveDirectFormatting.new("paragraphs" => "all").call(manuscript)
        ApplyStyle.new("style" => parameters["style"], "paragraphs" => outside_tables(manuscript)).call(bare)
      end

      def sentence(manuscript)
        style = manuscript.sheet.fetch(parameters["style"])
        "Began anew: #{counted(outside_tables(manuscript).size, "paragraph")} in “#{style.name}”, emphasis kept."
      end

      private

      def outside_tables(manuscript) = manuscript.paragraphs.reject(&:in_table).map(&:id)
    end
  end
end
