# frozen_string_literal: true

module Norvel
  class StyleSheet
    # A named set of formatting. `kind` is :paragraph, :character, :table or :list; `parent`, `next_style`
    # and `linked` are ids; `properties` holds its own values only, by property;
    # `standard` is the name that an open standard has for it where people call it something else: contents fields and
    # cross-references go by that; `conditions` those of a table style for some of its cells (:first_row, :band_1_rows …), `cell_margins`
    # the room around their text by side, EMU, `cell_looks` the lines and the shading of a table style for its :whole and by condition, each
    # with :edges and :shading as of a table.
    Style = Value.define(:id, :name, kind: :paragraph, parent: nil, next_style: nil, linked: nil, properties: {},
      conditions: {}, hidden: false, from_file: true, standard: nil, cell_margins: {},
      cell_looks: {}) do
      # @return [String] the name that files know it by
      def file_name = standard || name

      # @return [Style] with some own values put in; :inherit gives one back to the parent
      def with_values(values)
        given, back = values.partition { |_, value| value != :inherit }.map(&:to_h)
        with(properties: properties.merge(given).reject { |name, _| back.key?(name) })
      end
    end
  end
end
