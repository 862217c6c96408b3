# frozen_string_literal: true

module Norvel
  class Guide
    # New rules, found by what they should say: every kind with its example, and values of the running text for every property.
    #
    #   Offers.new(draft).for("no blank").map(&:sentence)
    class Offers
      # A rule that may be added: as the file would have it, and its sentence.
      Offer = Norvel::Value.define(:data, :sentence, :words)

      # What people say, where a rule's own sentence says it with other words.
      ALSO = {"empty_paragraphs" => "blank lines", "page_by_blank_lines" => "empty paragraphs", "guide_style" => "sheet styles conform",
              "direct_formatting" => "manual override", "margins" => "edge border", "folios_present" => "page numbers",
              "folio_format" => "page numbers roman arabic", "folio_place" => "page numbers footer header",
              "folio_words" => "page numbers", "folio_on_first_page" => "page numbers cover title page",
              "running_head" => "running heads page header", "orphans_and_widows" => "lines left alone",
              "contents_present" => "table of contents", "contents_current" => "table of contents out of date",
              "contents_entries" => "table of contents leader", "text_alternatives" => "alt description accessibility pictures",
              "runs_of_spaces" => "double spaces blanks", "tabs_at_start" => "indent typed", "no_comments" => "remarks",
              "no_revisions" => "tracked changes", "references_order" => "bibliography sorted", "hanging_references" => "bibliography",
              "references_cited" => "bibliography citations", "long_quotations" => "block quotations", "line_breaks" => "soft return",
              "chapter_start" => "new page recto right-hand", "manual_page_break" => "page breaks",
              "headings_present" => "structure", "font_families" => "typeface", "font_count" => "typefaces",
              "length_in_words" => "word count limit", "length_in_pages" => "page count limit", "abstract_length" => "summary words"}.freeze

      SMALL = %w[a an the no not of is are in to must should].freeze # words that tell no rule from another

      # @param draft [Draft]
      def initialize(draft)
        @draft = draft
      end

      # @param words [String] as a person types them
      # @return [Array<Offer>] those that have every word, or the beginning of one, those that begin with the first of them at the top
      def for(words)
        asked = words.downcase.scan(/[[:alnum:]]+/) - SMALL
        found = all.select { |offer| asked.all? { |word| offer.words.any? { |own| own.start_with?(word) } } }
        found.sort_by.with_index { |offer, index| [-asked.count { |word| says?(offer, word) }, index] }
      end

      # @param name [String] of a property
      # @return [Offer, nil] a rule on its value
      def of_property(name) = of_values.find { |offer| offer.data["property"] == name }

      private

      def all = @all ||= Rule::KINDS.values.flat_map { |kind| (kind.called == "value") ? of_values : [offer(kind, kind.example)] }.compact

      def says?(offer, word) = offer.sentence.downcase.scan(/[[:alnum:]]+/).any? { |own| own.start_with?(word) }

      # What the running text is by the guide's own sheet.
      def of_values
        kind = Rule::KINDS.fetch("value")
        values = @draft.guide.family.home(:body) ? @draft.guide.family.values(:body) : {}
        Properties.all.select { |property| property.group && property.written? }.filter_map do |property|
          value = values.fetch(property.name, property.default)
          written = (property.kind == :switch) ? value : property.show(value)
          offer(kind, {"roles" => ["body"], "property" => property.name.to_s, "equals" => written})
        end
      end

      def offer(kind, example)
        data = {"severity" => "must", "checks" => kind.called, **example}
        sentence = kind.build({"id" => "x", "clause" => "x", **data}).sentence
        said = [sentence, kind.called, Rule::AREAS[kind.area], ALSO[kind.called], *kind.parameters.map(&:called)].join(" ")
        Offer.new(data: data, sentence: sentence, words: said.downcase.scan(/[[:alnum:]]+/).uniq)
      rescue Error
        nil
      end
    end
  end
end
