# frozen_string_literal: true

module Norvel
  module Changes
    # Promotes headings ("by": -1) or demotes them (1), each with the headings under it, by giving them the heading style of
    # the other level.
    class ShiftHeadings < Operation
      takes paragraphs: :headings, by: :number

      # @return [Array<Manuscript::Paragraph>] a heading and those subordinate to it, in order
      def self.family(manuscript, cascade, heading)
        level = cascade.paragraph(heading)[:outline_level]
        following = manuscript.paragraphs[(manuscript.index_of(heading.id) + 1)..]
          .map { |paragraph| [paragraph, cascade.paragraph(paragraph)[:outline_level]] }.select(&:last)
        [heading, *following.take_while { |_, other| other > level }.map(&:first)]
      end

      def carry_out(manuscript)
        cascade = Cascade.new(manuscript)
        manuscript.with_paragraphs(families(manuscript, cascade).to_h { |paragraph|
          [paragraph.id, shifted(manuscript.sheet, paragraph, cascade.paragraph(paragraph)[:outline_level])]
        })
      end

      def sentence(manuscript)
        all = families(manuscript, Cascade.new(manuscript))
        below = " and #{counted(all.size - 1, "heading")} with it" if all.size > 1
        "#{by.negative? ? "Promoted" : "Demoted"} “#{short(chosen(manuscript).first.text)}”#{below}."
      end

      private

      def by = parameters["by"].to_i.clamp(-1, 1)

      def families(manuscript, cascade)
        chosen(manuscript).each do |paragraph|
          unless manuscript.index_of(paragraph.id) && cascade.paragraph(paragraph)[:outline_level]
            raise ChangeRefused, "“#{short(paragraph.text)}” is no heading."
          end
        end
        chosen(manuscript).flat_map { |paragraph| self.class.family(manuscript, cascade, paragraph) }.uniq
      end

      def shifted(sheet, paragraph, level)
        wanted = level + by
        raise ChangeRefused, "“#{short(paragraph.text)}” is of the highest level already." if wanted < 1

        style = sheet.heading(wanted) or raise ChangeRefused,
          "This manuscript has no heading style of level #{wanted} for " \
          "“#{short(paragraph.text)}”; make one first, as a copy of level #{level}."
        paragraph.with(style: style.id, properties: paragraph.properties.except(:outline_level))
      end
    end
  end
end
