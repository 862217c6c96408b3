# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # A length of the paragraphs in some roles, as it stands to that of others, or to another one of the same paragraph.
      class Relation < Rule
        checks "relation", area: :text
        takes :roles, :slots, required: true, says: "of which roles", example: ["heading_1"]
        takes :property, :property, required: true, says: "which length", example: "size"
        takes :to_roles, :slots, says: "measured by these roles; without them by the paragraph itself", example: ["body"]
        takes :to_property, :property, says: "and by this length; without it by the same"
        takes :plus, :length, says: "exactly so much more", example: "2 pt"
        takes :at_least, :number, range: 0..1_000, says: "or so many per cent of it at least"
        takes :at_most, :number, range: 0..1_000, says: "or so many per cent of it at most"
        takes :tolerance, :length, says: "how far it may be off"
        not_learned "which values go by others"

        def sentence
          whose = given(:to_roles) ? "#{@other.label.downcase} of #{roles_said(given(:to_roles))}" : "its #{@other.label.downcase}"
          how = if given(:plus) then given(:plus).zero? ? "as much as" : "#{shown(given(:plus))} more than"
          else
            "#{limit} #{percent} % of"
          end
          "#{@property.label} of #{roles_said(given(:roles))} is #{how} #{whose}."
        end

        def applies?(context) = measured(context).any? && (given(:to_roles).nil? || !of_others(context).nil?)

        def findings(context)
          measured(context).filter_map do |paragraph|
            own, wanted = value(context, paragraph, @property), wanted(context, paragraph)
            next if met?(own, wanted)

            finding(context, paragraph: paragraph, expected: "#{bound}#{shown(wanted)}", measured: shown(own),
              expected_value: Lengths.points(wanted), measured_value: Lengths.points(own), unit: "pt",
              message: "#{@property.label} is #{shown(own)}; #{bound}#{shown(wanted)} is asked for.",
              fix: Deferred.new { fix(context, paragraph, wanted) })
          end
        end

        private

        def prepare
          @property = given(:property)
          @other = given(:to_property) || @property
          unless [@property, @other].all?(&:length?)
            raise Error, "#{[@property, @other].find { |one| !one.length? }.label} is no length, and stands in no relation to another."
          end
          raise Error, "A relation needs other roles, or another length." if given(:to_roles).nil? && @other == @property

          @tolerance = given(:tolerance) || Properties::Property::ROUNDING
        end

        def measured(context) = within(context, context.roles.in(*given(:roles))).reject(&:blank?)

        def value(context, paragraph, property) =
          come_out(context, paragraph, property)

        def wanted(context, paragraph)
          base = given(:to_roles) ? of_others(context) : value(context, paragraph, @other)
          given(:plus) ? base + given(:plus) : (base * percent / 100.0).round
        end

        # What most of the others have.
        def of_others(context)
          context.known([:relation, @other.name, given(:to_roles)]) do
            others = context.roles.in(*given(:to_roles)).reject(&:blank?)
            others.map { |paragraph| value(context, paragraph, @other) }.tally.max_by(&:last)&.first
          end
        end

        def percent = given(:at_least) || given(:at_most)

        def bound = given(:plus) ? "" : "#{limit} "

        def limit = given(:at_least) ? "at least" : "at most"

        def met?(own, wanted)
          return (own - wanted).abs <= @tolerance if given(:plus)

          given(:at_least) ? own >= wanted - @tolerance : own <= wanted + @tolerance
        end

        def shown(length) = Lengths.show(length, (@property.name == :size || @property.name.to_s.start_with?("space")) ? "pt" : "cm")

        def fix(context, paragraph, wanted)
          asked = by_the_sheet(context, paragraph, @property.name, wanted) { |own| met?(own, wanted) }
          remedies(context, paragraph, {@property.name => asked}) { |_, own| met?(own, wanted) }
        end
      end

      # Tables are set in the size that is asked for; smaller only where one would not fit on its page.
      class SmallerWhereTooLarge < Rule
        checks "smaller_where_too_large", area: :text
        takes :size, :length, required: true, says: "the size of text in tables", example: "12 pt"
        takes :least, :length, required: true, says: "the smallest, where a table would not fit on a page", example: "10 pt"
        not_learned "how small a table may be that would not fit"

        def sentence = "Tables are set in #{pt(given(:size))}; in #{pt(given(:least))} at least where one would not fit on a page."

        def applies?(context) = tables(context).any?

        def findings(context)
          tables(context).filter_map do |table|
            paragraph, size = smallest(context, table)
            next if paragraph.nil? || size >= given(:size) - ROUND
            next if size >= given(:least) - ROUND && !fits?(context, table)

            wanted = (size < given(:least) - ROUND && !fits?(context, table)) ? given(:least) : given(:size)
            finding(context, paragraph: paragraph, expected: pt(wanted), measured: pt(size), expected_value: Lengths.points(wanted),
              measured_value: Lengths.points(size), unit: "pt",
              message: "This table is set in #{pt(size)}#{", and would fit in #{pt(wanted)}" if wanted == given(:size)}.",
              fix: Deferred.new { remedies(context, paragraph, {size: wanted}) })
          end
        end

        private

        ROUND = Properties::Property::ROUNDING
        private_constant :ROUND

        def pt(length) = Lengths.show(length, "pt")

        def tables(context) = context.manuscript.blocks.grep(Manuscript::Table)

        def smallest(context, table)
          words = within(context, Manuscript.paragraphs_in(table)).reject(&:blank?)
          words.map { |paragraph| [paragraph, context.appearance.of(paragraph)[:size]] }.min_by(&:last)
        end

        # Alone on pages of its part, set in the size that is asked for.
        def fits?(context, table)
          context.known([:fits, table.id, given(:size)]) do
            part = context.manuscript.section_indexes[context.manuscript.index_of(Manuscript.paragraphs_in(table).first.id)]
            section = context.manuscript.sections[part].with(last: nil)
            Layout.new(context.manuscript.with(blocks: [enlarged(table)], sections: [section])).pages.size == 1
          end
        end

        def enlarged(table)
          set = {size: given(:size)}
          changed = Manuscript.paragraphs_in(table).to_h do |paragraph|
            runs = paragraph.runs.map { |run| run.with(properties: run.properties.merge(set)) }
            [paragraph.id, paragraph.with(runs: runs, mark_properties: paragraph.mark_properties.merge(set))]
          end
          Manuscript.replace([table], changed).first
        end
      end
    end
  end
end
