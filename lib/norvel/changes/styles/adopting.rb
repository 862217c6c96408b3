# frozen_string_literal: true

module Norvel
  module Changes
    # What is tried on an example is adopted by its style: the values that were typed, the rest of its look where that is wanted. With
    # nothing typed it is the look that was tried before.
    class Adopting
      # @param said [String] what was typed, in words @param values [Hash{String=>String}] the same by property
      # @param paragraphs [Array<Integer>, nil] ids @param text [Array<Array(Integer, Integer, Integer)>, nil] stretches of words instead
      # @param rest [Boolean] whether the style adopts the rest of the look too
      def initialize(manuscript, said, values:, paragraphs: nil, text: nil, rest: false)
        @manuscript = manuscript
        @said = said
        @values = values
        @text = text
        @examples = (paragraphs || []).map { |id| manuscript.paragraph(id) }
        @rest = rest
      end

      # @return [Hash{Symbol=>Object}] what the example has by hand besides what was said
      def rest = DirectFormatting.tried(@examples.first).except(*names)

      # @return [Hash{String=>Array<Symbol>}] style to properties that are said of it
      def changing = styles.to_h { |style| [style, names] }

      # @return [Operation]
      def operation
        return words_adopted if @text

        (@values.empty? || @rest) ? look_adopted : values_adopted
      end

      private

      def names = @values.keys.map(&:to_sym)

      def styles = @examples.map(&:style).uniq

      def named = styles.map { |id| "“#{@manuscript.sheet[id].name}”" }.join(", ")

      def tried(where) = @values.empty? ? [] : [["format_here", {**where, "values" => @values}]]

      def ids = @examples.map(&:id)

      def words_adopted
        adopted = ["adopt_text_look", {"text" => @text.first(1)}]
        series("The character style of these words adopted #{@said}.", [*tried({"text" => @text}), adopted])
      end

      def values_adopted
        changes = styles.map { |id| ["change_style", {"style" => id, "values" => @values}] }
        changes << HeldBack.baring(ids, @values.keys) if @examples.any? { |example| by_hand?(example) }
        series("#{named} adopted #{@said}#{kept}.", changes)
      end

      def by_hand?(example) = HeldBack.by_hand?(example, names) || DirectFormatting.tried(example).keys.intersect?(names)

      def kept
        who = (@examples.size == 1) ? "paragraph" : "first of the #{@examples.size}"
        "; the #{who} keeps #{Properties::Specification.show(rest)} by hand" if rest.any?
      end

      def look_adopted
        first = @examples.uniq(&:style)
        look = first.map { |one| DirectFormatting.tried(one) }.reduce({}, :merge).except(*names)
        said = [@said, (Properties::Specification.show(look) if look.any?)].compact.reject(&:empty?).join(", ")
        adopted = first.map { |one| ["adopt_look", {"paragraph" => one.id}] }
        series("#{named} adopted #{said}.", tried({"paragraphs" => ids}) + adopted)
      end

      def series(title, changes) = Changes.build("series", "title" => title, "changes" => changes)
    end
  end
end
