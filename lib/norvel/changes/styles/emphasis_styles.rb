# frozen_string_literal: true

module Norvel
  module Changes
    # The character styles that carry emphasis; one that a sheet lacks is added to it.
    #
    #   emphasis = EmphasisStyles.new(sheet)
    #   emphasis.for(%i[italic])     # the id of the style
    #   emphasis.sheet               # with the styles that were added
    class EmphasisStyles
      STYLES = {[:italic] => ["Emphasis", {italic: true}], [:bold] => ["Strong", {bold: true}],
                %i[bold italic] => ["Strong emphasis", {italic: true, bold: true}],
                [:underline] => ["Underlined", {underline: :single}]}.freeze

      attr_reader :sheet

      # @param sheet [StyleSheet]
      # @param chosen [Hash{String=>String}] ids of styles for "italic", "bold", "underline" that are to be taken, where somebody says so
      def initialize(sheet, chosen = {})
        @sheet = sheet
        @chosen = chosen.select { |_, id| sheet[id] }
      end

      # A style of that name which says more than the emphasis (a colour, another weight) would change how the words look: a plain
      # one stands beside it then.
      # @param kinds [Array<Symbol>] of :italic, :bold and :underline; beside the others an underline counts for nothing
      # @return [String] the id of the style
      def for(kinds)
        told = @chosen[kinds.first.to_s] if kinds.size == 1
        return told if told

        name, values = STYLES.fetch((kinds - [:underline]).sort) { STYLES[[:underline]] }
        known = @sheet.named(name, kind: :character)
        name = "Plain #{name.downcase}" if known && !says_only?(known, values)
        found = @sheet.named(name, kind: :character)
        return found.id if found

        style = StyleSheet::Style.new(id: @sheet.free_id(name), name: name, kind: :character, properties: values, from_file: false)
        @sheet = @sheet.with_style(style)
        style.id
      end

      private

      def says_only?(style, values)
        said = @sheet.chain(style.id).map(&:properties).reduce({}, :merge).select { |name, _| Properties::TABLE[name].visible }
        said.reject { |name, value| value == Properties::DEFAULTS[name] } == values
      end
    end
  end
end
