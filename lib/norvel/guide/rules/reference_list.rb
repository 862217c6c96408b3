# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # References stand with a hanging indent.
      class HangingReferences < Rule
        checks "hanging_references", area: :structure
        takes :indent, :length, says: "how far", example: "1.25 cm"
        takes :tolerance, :length, default: 18_000, says: "how far it may be off"
        LEAST = 38_100 # EMU: 3 pt
        USUAL = 457_200 # EMU: 36 pt, where neither rule nor sheet says how far

        def sentence = "References have a hanging indent#{" of #{Lengths.show(given(:indent), "cm")}" if given(:indent)}."

        def applies?(context) = context.roles.in(:reference_entry).any?

        def findings(context)
          within(context, context.roles.in(:reference_entry)).filter_map do |paragraph|
            own = -context.cascade.paragraph(paragraph)[:indent_first]
            next if hanging?(own)

            wanted = given(:indent) || USUAL
            finding(context, paragraph: paragraph, expected: given(:indent) ? Lengths.show(given(:indent), "cm") : "a hanging indent",
              measured: Lengths.show([own, 0].max, "cm"), expected_value: Lengths.points(wanted), measured_value: Lengths.points(own),
              unit: "pt",
              message: "The hanging indent of this reference is #{Lengths.show([own, 0].max, "cm")}.",
              fix: fix(context, paragraph, wanted))
          end
        end

        private

        def fix(context, paragraph, wanted)
          first = by_the_sheet(context, paragraph, :indent_first, -wanted) { |own| hanging?(-own) }
          start = by_the_sheet(context, paragraph, :indent_start, -first) { |own| own >= -first }
          remedies(context, paragraph, {indent_start: start, indent_first: first}) do |name, own|
            (name == :indent_first) ? hanging?(-own) : own >= -first
          end
        end

        def hanging?(own) = given(:indent) ? (own - given(:indent)).abs <= given(:tolerance) : own >= LEAST
      end

      # References in alphabetical order, unless they are numbered.
      class ReferencesOrder < Rule
        checks "references_order", area: :structure

        def sentence = "References are in alphabetical order."

        def applies?(context) = entries(context).size > 1

        def findings(context)
          entries(context).each_cons(2).filter_map do |one, other|
            next if key(one.text) <= key(other.text)

            finding(context, paragraph: other, expected: "before “#{one.text[0, 24].strip}”", measured: "after it",
              message: "“#{other.text[0, 24].strip}” stands after “#{one.text[0, 24].strip}”.")
          end
        end

        private

        def entries(context)
          all = within(context, context.roles.in(:reference_entry))
          (all.count { |paragraph|
            paragraph.text.match?(/\A\s*(?:\[?\d+[\].)]|\(\d+\))/) || context.layout.labels[paragraph.id]
          } * 2 > all.size) ? [] : all
        end

        # Letters without accents, as far as the first full stop or bracket (common practice, no source).
        def key(text) = text.unicode_normalize(:nfkd).gsub(/\p{Mn}/, "").downcase.gsub(/[^\p{L}\d ]/, "").squeeze(" ").strip
      end
    end
  end
end
