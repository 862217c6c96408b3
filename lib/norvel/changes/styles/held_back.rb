# frozen_string_literal: true

module Norvel
  module Changes
    # Paragraphs that will not follow a change of their style, because they say otherwise by hand.
    module HeldBack
      module_function

      # @param style [String] id of the style that changes @param names [Array<Symbol>] the properties that change
      # @return [Array<Manuscript::Paragraph>] in this style, or in one under it that does not speak for itself either, with one of them by
      #   hand
      def of(manuscript, style, names)
        sheet = manuscript.sheet
        return [] unless sheet[style]&.kind == :paragraph && names.any?

        following = [style, *sheet.kinship.under(style).keys].to_h { |id| [id, names.select { |name| silent_below?(sheet, id, style, name) }] }
        (manuscript.paragraphs + manuscript.note_paragraphs).select { |paragraph| !paragraph.blank? && (own = following[paragraph.style]) && by_hand?(paragraph, own) }
      end

      # @return [Array<Manuscript::Paragraph>] without those that are no running text
      def following(paragraphs, names, roles) = roles ? paragraphs.reject { |paragraph| Exceptions.apart?(roles, paragraph, names) } : paragraphs

      # Whether no style from the one that changes down to this one says the property itself.
      def silent_below?(sheet, id, style, name)
        sheet.chain(id).drop_while { |one| one.id != style }.drop(1).none? { |one| one.properties.key?(name) }
      end

      def by_hand?(paragraph, names)
        paragraph.properties.keys.intersect?(names) || DirectFormatting.whole_and_parts(paragraph).first.keys.intersect?(names)
      end
      private_class_method :by_hand?, :silent_below?

      # @param operation [Operation] @param changing [Hash{String=>Array<Symbol>}] the styles that it changes, and what of them
      # @param roles [Roles, nil] what is no running text stays as it is, where that is known
      # @return [Operation] one that lets them follow, in the same step; itself where all follow anyway
      def released(operation, manuscript, changing = {operation.parameters["style"] => operation.parameters["values"].keys.map(&:to_sym)}, roles: nil)
        held = changing.transform_values(&:uniq).map { |style, names| [following(of(manuscript, style, names), names, roles).map(&:id), names] }.reject { |ids, _| ids.empty? }
        return operation if held.empty?

        count = held.flat_map(&:first).uniq.size
        who = (count == 1) ? "1 paragraph that said otherwise by hand follows" : "#{count} paragraphs that said otherwise by hand follow"
        Series.extending(operation, manuscript, who, held.map { |ids, names| ["remove_direct_formatting", {"paragraphs" => ids, "kinds" => names.map(&:to_s), "meaning" => {"italic" => "stay", "bold" => "stay"}}] })
      end
    end
  end
end
