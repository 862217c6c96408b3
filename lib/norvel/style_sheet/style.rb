# frozen_string_literal: true

module Norvel
  class StyleSheet
    # A named set of formatting. `kind` is :paragraph, :character, :table or :list; `parent`, `next_style`
    # and `linked` are ids; `properties` holds its own values only, by property;
    # `aliases` other names, of which the first is shown where there is one: contents fields go by the standard's name, people by
    # their guide's; `conditions` those of a table style for some of its cells (:first_row, :band_1_rows …).
    Style = Value.define(:id, :name, kind: :paragraph, parent: nil, next_style: nil, linked: nil, properties: {}, conditions: {}, hidden: false, from_file: true, aliases: []) do
      # @return [String] what people call it
      def called = aliases.first || name

      # @return [Style] with some own values put in; :inherit gives one back to the parent
      def with_values(values)
        given, back = values.partition { |_, value| value != :inherit }.map(&:to_h)
        with(properties: properties.merge(given).reject { |name, _| back.key?(name) })
      end
    end
  end
end
