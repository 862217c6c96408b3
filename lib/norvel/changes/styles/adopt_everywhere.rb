# frozen_string_literal: true

module Norvel
  module Changes
    # Every style adopts at once what most of its paragraphs have by hand; those are bared of it, the others follow. Headings keep
    # clear of what they would take over from running text.
    class AdoptEverywhere < Operation
      takes

      def carry_out(manuscript)
        found = CommonestByHand.of(manuscript)
        raise ChangeRefused, "No style has paragraphs that mostly have the same by hand." if found.empty?

        sheet = found.reduce(manuscript.sheet) { |now, one| now.with_style(adopting(now[one.style], one.values)) }
        after = manuscript.with(sheet: sheet).with_paragraphs(bare(manuscript, found))
        Traps.sprung(manuscript, after).reject { |trap| trap.values.empty? }.reduce(after) do |now, trap|
          ChangeStyle.new("style" => trap.style, "values" => trap.values).carry_out(now)
        end
      end

      def told(before, _after)
        found = CommonestByHand.of(before)
        said = found.first(4).map { |one| "“#{before.sheet[one.style].name}” (#{Properties::Specification.show(one.values)})" }
        "#{counted(found.size, "style")} adopted what most of their paragraphs have by hand: #{said.join(", ")}#{" …" if found.size > 4}."
      end

      # The exceptions: paragraphs of these styles that had it otherwise.
      def remarks(before, _after)
        CommonestByHand.of(before).reject { |one| one.others.empty? }.map do |one|
          of_all = "#{one.others.size} of #{one.others.size + one.agreeing.size} paragraphs in “#{before.sheet[one.style].name}”"
          ["#{of_all} had it otherwise; they follow, and keep what they say by hand.", one.others.filter_map { |id| before.paragraph(id) }]
        end
      end

      def remarks_lead = ""

      private

      def adopting(style, values)
        style.with_values(values.to_h { |name, value| [name, Properties[name].stack(style.properties[name], value)] })
      end

      def bare(manuscript, found)
        by_style = found.to_h { |one| [one.style, one.values] }
        (manuscript.paragraphs + manuscript.note_paragraphs).filter_map do |paragraph|
          values = by_style[paragraph.style] or next
          own = DirectFormatting.adoptable(paragraph).select { |name, value| Properties.same?(name, values[name], value) }
          [paragraph.id, paragraph.bared_of(own)] unless own.empty?
        end.to_h
      end
    end
  end
end
