# frozen_string_literal: true

module Norvel
  module Changes
    # Gives the chosen paragraphs a paragraph style. Direct formatting stays (with "shed": but for what the style says too), and so does a
    # number or bullet: one that came from the old style is set on the paragraph where the new style brings none.
    class ApplyStyle < Operation
      takes style: :style, paragraphs: :paragraphs
      takes_besides shed: :switch

      def carry_out(manuscript)
        style = manuscript.sheet.fetch(parameters["style"])
        raise ChangeRefused, "“#{style.name}” is no paragraph style." unless style.kind == :paragraph

        cascade = Cascade.new(manuscript)
        shed = parameters["shed"]
        those = chosen(manuscript).reject { |paragraph| paragraph.style == style.id && !shed }
        moved = those.to_h { |paragraph| [paragraph.id, (paragraph.style == style.id) ? paragraph : restyled(paragraph, style, cascade)] }
        manuscript.with_paragraphs(shed ? moved.transform_values { |paragraph| shed(paragraph, cascade.style(style.id)) } : moved)
      end

      def sentence(manuscript)
        lost = levels_lost(manuscript)
        style = manuscript.sheet.fetch(parameters["style"])
        none = "; #{counted(lost, "heading")} #{(lost == 1) ? "is" : "are"} none any more" if lost.positive?
        "Gave #{counted(chosen(manuscript).size, "paragraph")} the style “#{style.name}”#{none}."
      end

      private

      def shed(paragraph, formatting)
        said = paragraph.properties.merge(DirectFormatting.whole_and_parts(paragraph).first)
        paragraph.bared_of(said.select { |name, value| name != :numbering && Properties.same?(name, formatting[name], value) })
      end

      # Headings by their style that the new style gives no level.
      def levels_lost(manuscript)
        sheet = manuscript.sheet
        return 0 if sheet.level_of(sheet.fetch(parameters["style"]))

        levels = Hash.new { |found, id| found[id] = sheet[id] && sheet.level_of(sheet[id]) }
        headings = chosen(manuscript).select { |paragraph| levels[paragraph.style] && !paragraph.blank? }
        headings.count { |paragraph| !paragraph.properties[:outline_level]&.nonzero? }
      end

      def restyled(paragraph, style, cascade)
        moved = paragraph.with(style: style.id)
        ref = cascade.numbering(paragraph)
        (ref && cascade.numbering(moved).nil?) ? moved.with(properties: moved.properties.merge(numbering: ref)) : moved
      end
    end
  end
end
