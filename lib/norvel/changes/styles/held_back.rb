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

        following = [style, *sheet.ancestry.under(style).keys].to_h do |id|
          [id, names.select { |name| silent_below?(sheet, id, style, name) }]
        end
        (manuscript.paragraphs + manuscript.note_paragraphs).select do |paragraph|
          !paragraph.blank? && (own = following[paragraph.style]) && by_hand?(paragraph, own)
        end
      end

      # Whether no style from the one that changes down to this one says the property itself.
      def silent_below?(sheet, id, style, name)
        sheet.chain(id).drop_while { |one| one.id != style }.drop(1).none? { |one| one.properties.key?(name) }
      end
      private_class_method :silent_below?

      # @param names [Array<Symbol>] properties
      # @return [Boolean] whether a paragraph, or all of its text, has one of them by hand
      def by_hand?(paragraph, names)
        paragraph.properties.keys.intersect?(names) || DirectFormatting.whole_and_parts(paragraph).first.keys.intersect?(names)
      end

      # @param paragraphs [Array<Integer>] ids @param names [Array<String>] properties
      # @return [Array] the step that takes these off by hand, emphasis inside sentences kept, as a series has it
      def baring(paragraphs, names)
        ["remove_direct_formatting", {"paragraphs" => paragraphs, "kinds" => names, "meaning" => {"italic" => "stay", "bold" => "stay"}}]
      end

      # @param operation [Operation] @param changing [Hash{String=>Array<Symbol>}] the styles that it changes, and what of them
      # @yieldparam paragraph [Manuscript::Paragraph] that says otherwise by hand @yieldparam names [Array<Symbol>]
      # @yieldreturn [Boolean] whether it is left so all the same
      # @return [Operation] one that lets them follow, in the same step; itself where all follow anyway
      def released(operation, manuscript, changing = {operation.parameters["style"] => operation.parameters["values"].keys.map(&:to_sym)})
        held = changing.filter_map do |style, names|
          paragraphs = of(manuscript, style, names.uniq).reject { |paragraph| block_given? && yield(paragraph, names) }
          [paragraphs.map(&:id), names.uniq.map(&:to_s)] if paragraphs.any?
        end
        return operation if held.empty?

        Series.extending(operation, manuscript, told(held.flat_map(&:first).uniq.size), held.map { |ids, names| baring(ids, names) })
      end

      # @return [String] how many follow, in words
      def told(count)
        who = (count == 1) ? "paragraph that said otherwise by hand follows" : "paragraphs that said otherwise by hand follow"
        "#{count} #{who}"
      end
    end
  end
end
