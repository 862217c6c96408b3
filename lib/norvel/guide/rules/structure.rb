# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Parts of a manuscript that are there, in an order.
      class PartsInOrder < Rule
        checks "parts_in_order", area: :structure
        NAMES = %w[title abstract contents figures tables main references appendix].freeze
        takes :order, :choices, required: true, choices: NAMES, says: "the parts, in their order",
          example: %w[title abstract contents main references]
        takes :optional, :choices, choices: NAMES, says: "those that may be missing"
        APPENDIX = /\A\s*(?:appendix|appendices|annex|anhang|annexe|anexo|apéndice)/i

        def sentence
          missing = " (#{given(:optional).join(", ")} may be missing)" if given(:optional)
          "The manuscript has, in this order: #{given(:order).join(", ")}#{missing}."
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
          when :appendix then context.roles.in(*Roles::HEADINGS).find { |heading| heading.text.match?(APPENDIX) }
          else main(context)
          end
          index = paragraph && context.manuscript.index_of(paragraph.id)
          index && [index]
        end

        def list(context) = context.contents.lists.find { |one| yield one }&.then { |one| context.manuscript.paragraph(one.first) }

        # The first chapter that is neither abstract nor contents.
        def main(context)
          context.roles.in(:heading_1).find do |heading|
            !heading.text.match?(Roles::Wording::ABSTRACT) && !heading.text.match?(Roles::Wording::CONTENTS) &&
              !heading.text.match?(/\A(?:preface|foreword|acknowledge)/i)
          end
        end
      end
    end
  end
end
