# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Parts of a manuscript that are there, in an order.
      class PartsInOrder < Rule
        checks "parts_in_order", area: :structure
        NAMES = ["title", *(Roles::NamedParts::PATTERNS.keys - [:lists]).map(&:to_s), "main"].freeze
        takes :order, :choices, required: true, choices: NAMES, says: "the parts, in their order",
          example: %w[title abstract contents main references]
        takes :optional, :choices, choices: NAMES, says: "those that may be missing"
        COPYRIGHT = /\A\s*(?:©|\(c\)\s|copyright\b)/i
        learned :whole do |examples|
          orders = examples.map { |example| new({"id" => "x", "clause" => "x", "severity" => "must", "order" => NAMES}).found(example) }
          shared = orders.reduce(:&).to_a
          (shared.size > 1) ? [[{"order" => orders.first & shared}]] : []
        end

        def sentence
          missing = " (#{given(:optional).join(", ")} may be missing)" if given(:optional)
          "The manuscript has, in this order: #{given(:order).join(", ")}#{missing}."
        end

        # @return [Array<String>] those of its parts that are there, in the order in which they stand
        def found(context)
          places = given(:order).to_h { |part| [part, place(context, part)] }.compact
          places.keys.sort_by { |part| places[part] }.map(&:to_s)
        end

        def findings(context)
          places = given(:order).to_h { |part| [part, place(context, part)] }
          missing = places.select { |part, at| at.nil? && !(given(:optional) || []).include?(part) }.keys
          missing.map { |part|
            finding(context, expected: "the #{part}", measured: "missing",
              message: "The #{part} #{part.end_with?("s") ? "are" : "is"} missing.")
          } + out_of_order(context, places.compact)
        end

        private

        def out_of_order(context, places)
          places.each_cons(2).filter_map do |(before, one), (part, other)|
            next if one.first <= other.first

            finding(context, paragraph: context.manuscript.paragraphs[other.first], expected: "the #{part} after the #{before}",
              measured: "before it",
              message: "The #{part} stands before the #{before}.")
          end
        end

        # @return [Array(Integer), nil] where it begins
        def place(context, part)
          paragraph = case part
          when :title, :abstract then context.roles.in(part).first
          when :contents then list(context) { |one| one.kind == :headings } || context.roles.in(:contents_entry, :contents_heading).first
          when :figures, :tables then list(context) do |one|
            one.kind == :captions && Captions.kind(one.of) == part.to_s.delete_suffix("s").to_sym
          end
          when :references then context.roles.in(:reference_entry).first
          when :main then context.matter.main
          else headed(context, part) || (copyright(context) if part == :copyright)
          end
          index = paragraph && context.manuscript.index_of(paragraph.id)
          index && [index]
        end

        def list(context) = context.contents.lists.find { |one| yield one }&.then { |one| context.manuscript.paragraph(one.first) }

        def headed(context, part)
          context.roles.in(*Roles::HEADINGS, :contents_heading).find { |heading| Roles::NamedParts.kind(heading.text) == part }
        end

        # A line with its sign, before the first heading.
        def copyright(context)
          first = context.roles.in(*Roles::HEADINGS).first
          context.manuscript.paragraphs.take_while { |paragraph| paragraph.id != first&.id }.find { |paragraph|
            paragraph.text.match?(COPYRIGHT)
          }
        end
      end
    end
  end
end
