# frozen_string_literal: true

module Norvel
  module Changes
    # The character styles that carry emphasis; one that a sheet lacks is added to it.
    module EmphasisStyles
      STYLES = {[:italic] => ["Emphasis", {italic: true}], [:bold] => ["Strong", {bold: true}], %i[bold italic] => ["Strong emphasis", {italic: true, bold: true}],
                [:underline] => ["Underlined", {underline: :single}]}.freeze

      private

      # @param kinds [Array<Symbol>] of :italic, :bold and :underline; beside the others an underline counts for nothing
      # @return [String] the id of the style in @sheet
      def emphasis_style(kinds)
        name, values = STYLES.fetch((kinds - [:underline]).sort) { STYLES[[:underline]] }
        found = @sheet.named(name, kind: :character)
        return found.id if found

        style = StyleSheet::Style.new(id: @sheet.free_id(name), name: name, kind: :character, properties: values, from_file: false)
        @sheet = @sheet.with_style(style)
        style.id
      end
    end
  end
end
