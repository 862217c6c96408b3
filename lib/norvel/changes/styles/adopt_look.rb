# frozen_string_literal: true

module Norvel
  module Changes
    # From example to style: what was set by hand on a whole paragraph goes into its style ("paragraph": an id), and
    # every other paragraph of the style follows. What only parts of its text have stays where it is.
    class AdoptLook < Operation
      takes paragraph: :paragraph

      def carry_out(manuscript)
        sheet = manuscript.sheet
        style = adopting(sheet, example(manuscript))
        values = taken(manuscript).to_h { |name, value| [name, Properties[name].stack(style.properties[name], value)] }
        manuscript.with(sheet: sheet.with_style(style.with_values(values))).with_paragraphs(bare(manuscript, style))
      end

      def sentence(manuscript)
        "The style “#{manuscript.sheet[example(manuscript).style].name}” adopted #{named(taken(manuscript))}."
      end

      private

      def example(manuscript)
        manuscript.paragraph(parameters["paragraph"].to_i) || raise(ChangeRefused, "That paragraph is not in the manuscript any more.")
      end

      def taken(manuscript)
        found = DirectFormatting.tried(example(manuscript))
        raise ChangeRefused, "Nothing is set by hand on the whole of this paragraph." if found.empty?

        found
      end

      def named(values) = values.map { |name, value| "#{Properties[name].label.downcase} #{Properties[name].show(value)}" }.join(", ")

      def adopting(sheet, paragraph) = sheet.fetch(paragraph.style)

      # The example without what the style says now; others of the style that say the same by hand are bared too.
      def bare(manuscript, style)
        values = DirectFormatting.tried(example(manuscript))
        same_style(manuscript).filter_map do |paragraph|
          own = DirectFormatting.tried(paragraph)
          next if paragraph.id != parameters["paragraph"].to_i && !follows?(own, values)

          [paragraph.id, paragraph.bared_of(own.select { |name, value| Properties.same?(name, values[name], value) }).with(style: style.id)]
        end.to_h
      end

      # @return [Boolean] whether a paragraph with these values by hand comes along
      def follows?(own, values) = values.any? { |name, value| Properties.same?(name, own[name], value) }

      def same_style(manuscript) = manuscript.paragraphs.select { |paragraph| paragraph.style == example(manuscript).style }
    end

    # The same, but a new style takes the look: "name"; its parent is the style the paragraph had. Paragraphs formatted
    # alike by hand come along, those with more or less by hand do not.
    class StyleFromLook < AdoptLook
      takes paragraph: :paragraph, name: :name

      def sentence(_manuscript) = "Made the style “#{parameters["name"].to_s.strip}” of a paragraph that looks right."

      private

      def follows?(own, values)
        own.keys.sort == values.keys.sort && own.all? { |name, value| Properties.same?(name, values[name], value) }
      end

      # What its parent says anyway, it need not say.
      def taken(manuscript)
        found = super
        under = Cascade.new(manuscript).style(example(manuscript).style)
        more = found.reject { |name, value| Properties.same?(name, Properties[name].combine(under[name], value), under[name]) }
        more.empty? ? found : more
      end

      def adopting(sheet, paragraph)
        name = free_name(sheet, parameters["name"])
        parent = sheet.fetch(paragraph.style)
        StyleSheet::Style.new(id: sheet.free_id(name), name: name, parent: parent.id, next_style: parent.next_style || parent.id,
          from_file: false)
      end
    end
  end
end
