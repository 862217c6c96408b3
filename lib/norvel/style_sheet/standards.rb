# frozen_string_literal: true

module Norvel
  class StyleSheet
    # The names that a format's standard has for styles, by what they are for; other things in its files go by some of them. Each format
    # has its own (`Formats::Format#standard_styles`), and every sheet that is read of it.
    #
    #   standards = Standards.new(names: {paragraph: {heading_1: "heading 1"}, character: {}}, bound: [:heading_1])
    #   standards.slot(style)          # :heading_1 where the file calls it so, nil otherwise
    # Where they are `certain` (how sure, up to 1), the file itself `says` what each paragraph is, and no look says otherwise.
    class Standards < Value.define(names: {}, bound: [], certain: nil, says: "the file’s own marks say so")
      PERHAPS = "perhaps" # how the name of a style ends that was given for want of a better
      UNSURE = 0.5

      # @param style [Style]
      # @return [Float] how sure it is that a paragraph in it is what it is for
      def sureness(style) = style.name.end_with?(", #{PERHAPS}") ? UNSURE : certain

      # @param slot [Symbol] what a style is for: one of Guide::Slots::ALL, or :captions_entry for the lines of lists of captions
      # @return [String, nil] the standard's name for it
      def name(slot) = names.each_value.filter_map { |slots| slots[slot] }.first

      # @param style [Style]
      # @return [Symbol, nil] what the standard's name that it has in its file is for
      def slot(style) = names[style.kind]&.find { |_, name| name.casecmp?(style.file_name) }&.first

      # @param name [String]
      # @return [Boolean] whether other things in a file go by it, so that a style keeps it beside a name of its own
      def bound?(name) = bound.any? { |slot| self.name(slot).casecmp?(name) }

      # @param slots [Array<Symbol>]
      # @return [Standards] that have no names for these
      def without(*slots) = with(names: names.transform_values { |own| own.except(*slots) }, bound: bound - slots)

      # @param style [Style] @param name [String] as people are to call it
      # @return [Style]
      def renamed(style, name)
        return style.with(name: name) unless bound?(style.file_name)

        style.with(name: name, standard: (style.file_name unless name.casecmp?(style.file_name)))
      end

      # @param slot [Symbol, nil] @param name [String] what a new style for it is called
      # @return [String, nil] what its file is to call it besides
      def beside(slot, name)
        standard = slot && self.name(slot)
        standard if standard && bound.include?(slot) && !standard.casecmp?(name)
      end
    end
  end
end
