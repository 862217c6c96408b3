# frozen_string_literal: true

module Norvel
  module Changes
    # Takes direct formatting off the chosen paragraphs ("paragraphs": ids or "all"; "kinds": property
    # names, all when missing), or off the words of "text" alone. Italics and bold inside a sentence become the emphasis and strong
    # character styles (or stay, or go, where "meaning" says so by kind; "emphasis" names the
    # styles by kind where they are others); superscripts, links, languages, numbering and forced breaks stay.
    class RemoveDirectFormatting < Operation
      takes_besides paragraphs: :paragraphs, text: :stretches, kinds: :properties, meaning: :words, emphasis: :styles

      STAYS = (DirectFormatting::STAYS + %i[numbering break_before language]).freeze

      # What becomes of meaningful kinds where nothing is said.
      MEANING = {italic: "style", bold: "style", underline: "go"}.freeze

      def carry_out(manuscript)
        # Words that were chosen one by one: what is to go from them, goes.
        if parameters["text"]
          return with_stretches(manuscript) { |run|
            run.with(properties: without(run.properties, DirectFormatting.stays_on(run.properties, run.text, run.link)))
          }
        end

        emphasis = EmphasisStyles.new(manuscript.sheet, parameters["emphasis"] || {})
        cascade = Cascade.new(manuscript)
        margins = manuscript.margin_paragraphs.select { |paragraph| paragraph.text.include?("\t") }.to_set(&:id)
        changed = chosen(manuscript).filter_map do |paragraph|
          bare = strip(paragraph, cascade, emphasis, stays: margins.include?(paragraph.id) ? STOPS : [])
          [paragraph.id, bare] unless bare == paragraph
        end.to_h
        manuscript.with(sheet: emphasis.sheet).with_paragraphs(changed)
      end

      def sentence(manuscript)
        kinds = parameters["kinds"]&.map { |name| Properties[name].label.downcase }
        return "Removed direct formatting#{" (#{kinds.join(", ")})" if kinds} from #{stretches_named(manuscript)}." if parameters["text"]

        where = (parameters["paragraphs"] == "all") ? "the whole manuscript" : counted(chosen(manuscript).size, "paragraph")
        "Removed direct formatting#{" (#{kinds.join(", ")})" if kinds} from #{where}, emphasis kept."
      end

      private

      STOPS = %i[tabs].freeze # of headers and footers that stand in columns

      def strip(paragraph, cascade, emphasis, stays: [])
        meaning = Meaning.new(paragraph, cascade)
        parts = (paragraph.runs.size < 2) ? [] : DirectFormatting::STAYS_ON_PARTS - DirectFormatting.whole_and_parts(paragraph).first.keys
        runs = paragraph.runs.map { |run| strip_run(run, meaning, parts, emphasis) }
        paragraph.with(properties: without(paragraph.properties, stays), mark_properties: without(paragraph.mark_properties),
          runs: (runs == paragraph.runs) ? paragraph.runs : runs)
      end

      # @param parts [Array<Symbol>] what stays where only parts of the paragraph have it
      def strip_run(run, meaning, parts, emphasis)
        kept = DirectFormatting.stays_on(run.properties, run.text, run.link) + parts
        means = meaning.of(run).select { |kind| removable?(kind) && becomes(kind) != "go" }
        kept += means.select { |kind| becomes(kind) == "stay" }
        means -= kept
        return run.with(properties: without(run.properties, kept)) if means.empty?
        # A stretch that already has a character style cannot take another: its emphasis stays as it is.
        return run.with(properties: without(run.properties, kept + means)) if run.style

        run.with(properties: without(run.properties, kept), style: emphasis.for(means))
      end

      # What a person wants of meaningful italics, bold or underlines: "style", "stay" or "go".
      def becomes(kind) = parameters.dig("meaning", kind.to_s) || MEANING.fetch(kind)

      def without(set, kept = [])
        bare = set.select { |name, _| kept.include?(name) || !removable?(name) }
        (bare.size == set.size) ? set : bare
      end

      def removable?(name) = !STAYS.include?(name) && (parameters["kinds"].nil? || parameters["kinds"].include?(name.to_s))
    end
  end
end
