# frozen_string_literal: true

require_relative "value"
require_relative "lengths"
require_relative "properties/line_spacing"
require_relative "properties/tab_stop"
require_relative "properties/borders"
require_relative "properties/number_ref"
require_relative "properties/property"
require_relative "properties/words"
require_relative "properties/colours"
require_relative "properties/specification"

module Norvel
  # The one table of formatting properties. Cascade, style form, guide rules, looks, ripple, import
  # and export read it; a new property is one new row.
  module Properties
    def self.row(name, target, kind, label, default, **more)
      Property.new(name: name, target: target, kind: kind, label: label, default: default, **more)
    end

    # `docx` is the spelling of ISO/IEC 29500-1: element, attribute (w:val when none) and how it is coded.
    TABLE = [
      row(:font_family, :text, :font, "Font family", "Liberation Serif", group: :text, docx: {el: "rFonts", codec: :fonts}),
      row(:size, :text, :length, "Size", 10 * Lengths::PT, unit: "pt", group: :text, least: 1 * Lengths::PT, most: 400 * Lengths::PT, docx: {el: "sz", codec: :half_points}),
      row(:bold, :text, :switch, "Bold", false, toggle: true, group: :text, mark: "bold", docx: {el: "b", codec: :switch}),
      row(:italic, :text, :switch, "Italic", false, toggle: true, group: :text, mark: "ital.", docx: {el: "i", codec: :switch}),
      row(:underline, :text, :choice, "Underline", :none, choices: %i[none single double thick dotted dash wave words], group: :text, mark: "underscore", docx: {el: "u", codec: :underline}),
      row(:strike, :text, :switch, "Struck through", false, toggle: true, mark: "struck", group: :text, docx: {el: "strike", codec: :switch}),
      row(:caps, :text, :switch, "Capitals", false, toggle: true, mark: "caps", group: :text, docx: {el: "caps", codec: :switch}),
      row(:small_caps, :text, :switch, "Small capitals", false, toggle: true, mark: "s.c.", group: :text, docx: {el: "smallCaps", codec: :switch}),
      row(:color, :text, :colour, "Colour", "auto", group: :text, docx: {el: "color", codec: :colour}),
      row(:highlight, :text, :colour, "Highlight", "none", mark: "highlight", group: :text, docx: {el: "highlight", codec: :highlight}),
      row(:background, :text, :colour, "Background", "none", mark: "background", group: :text, docx: {el: "shd", codec: :fill}),
      row(:letter_spacing, :text, :length, "Letter spacing", 0, unit: "pt", signed: true, mark: "spaced", group: :text, docx: {el: "spacing", codec: :twips}),
      row(:scale, :text, :number, "Horizontal scale", 100, unit: "%", mark: "scaled", group: :text, least: 1, most: 600, docx: {el: "w", codec: :percent}),
      row(:raised, :text, :choice, "Raised or lowered", :baseline, choices: %i[baseline superscript subscript], mark: "raised", group: :text, docx: {el: "vertAlign", codec: :choice}),
      row(:shift, :text, :length, "Shift from the baseline", 0, unit: "pt", signed: true, mark: "shifted", group: :text, docx: {el: "position", codec: :half_points}),
      row(:hidden, :text, :switch, "Hidden", false, toggle: true, mark: "hidden", docx: {el: "vanish", codec: :switch}),
      row(:language, :text, :language, "Language", nil, visible: false, direct: false, group: :text, docx: {el: "lang", codec: :language}),

      row(:align, :paragraph, :choice, "Alignment", :start, choices: %i[start center end justify], group: :paragraph, docx: {el: "jc", codec: :align}),
      row(:indent_start, :paragraph, :length, "Indent at start", 0, unit: "cm", signed: true, group: :paragraph, docx: {el: "ind", attr: "left", attr_also: "start", codec: :twips}),
      row(:indent_end, :paragraph, :length, "Indent at end", 0, unit: "cm", signed: true, group: :paragraph, docx: {el: "ind", attr: "right", attr_also: "end", codec: :twips}),
      row(:indent_first, :paragraph, :length, "First-line indent", 0, unit: "cm", signed: true, group: :paragraph, docx: {el: "ind", attr: "firstLine", codec: :first_line}),
      row(:indent_start_chars, :paragraph, :characters, "Indent at start in characters", nil, beside: :indent_start, visible: false, direct: false, docx: {el: "ind", attr: "leftChars", attr_also: "startChars", codec: :characters}),
      row(:indent_end_chars, :paragraph, :characters, "Indent at end in characters", nil, beside: :indent_end, visible: false, direct: false, docx: {el: "ind", attr: "rightChars", attr_also: "endChars", codec: :characters}),
      row(:indent_first_chars, :paragraph, :characters, "First-line indent in characters", nil, beside: :indent_first, visible: false, direct: false, docx: {el: "ind", attr: "firstLineChars", codec: :first_line_characters}),
      row(:space_before, :paragraph, :length, "Space before", 0, unit: "pt", group: :spacing, docx: {el: "spacing", attr: "before", codec: :twips}),
      row(:space_after, :paragraph, :length, "Space after", 0, unit: "pt", group: :spacing, docx: {el: "spacing", attr: "after", codec: :twips}),
      row(:line_spacing, :paragraph, :line_spacing, "Line spacing", LineSpacing::SINGLE, group: :spacing, docx: {el: "spacing", attr: "line", codec: :line_spacing}),
      row(:close_to_same, :paragraph, :switch, "No space between same-style paragraphs", false, group: :spacing, mark: "close up", docx: {el: "contextualSpacing", codec: :switch}),
      row(:tabs, :paragraph, :tabs, "Tab stops", [], mark: "tab stops", visible: false, group: :paragraph, docx: {el: "tabs", codec: :tabs}),
      row(:shading, :paragraph, :colour, "Shading", "none", mark: "shading", group: :frame, docx: {el: "shd", codec: :fill}),
      row(:borders, :paragraph, :borders, "Borders", {}, mark: "borders", group: :frame, docx: {el: "pBdr", codec: :borders}),
      row(:outline_level, :paragraph, :number, "Heading level", nil, visible: false, mark: "outline level", group: :numbering, least: 1, most: 9, docx: {el: "outlineLvl", codec: :outline_level}),
      row(:numbering, :paragraph, :numbering, "Numbering", nil, own_key: true, mark: "numbering", group: :numbering, docx: {el: "numPr", codec: :numbering}),
      row(:keep_next, :paragraph, :switch, "Keep with next", false, visible: false, group: :pages, docx: {el: "keepNext", codec: :switch}),
      row(:keep_together, :paragraph, :switch, "Keep together", false, visible: false, group: :pages, docx: {el: "keepLines", codec: :switch}),
      row(:break_before, :paragraph, :switch, "Page break before", false, visible: false, own_key: true, group: :pages, docx: {el: "pageBreakBefore", codec: :switch}),
      row(:orphans, :paragraph, :number, "Orphans", 2, visible: false, group: :pages, least: 0, most: 9, docx: {el: "widowControl", codec: :line_count}),
      row(:widows, :paragraph, :number, "Widows", 2, visible: false, group: :pages, least: 0, most: 9, docx: {el: "widowControl", codec: :line_count}),
      row(:hyphenate, :paragraph, :switch, "Hyphenation", true, visible: false, group: :paragraph, docx: {el: "suppressAutoHyphens", codec: :switch_off}),
      row(:right_to_left, :paragraph, :switch, "Right to left", false, visible: false, docx: {el: "bidi", codec: :switch})
    ].to_h { |property| [property.name, property] }.freeze

    BESIDE = TABLE.values.select(&:beside).to_h { |property| [property.beside, property] }.freeze
    DEFAULTS = TABLE.transform_values(&:default).freeze

    module_function

    # @param name [Symbol] of a property
    # @return [Property, nil] that of its value in characters
    def in_characters(name) = BESIDE[name]

    # @param set [Hash{Symbol=>Object}] @param name [Symbol] a property that it has
    # @return [String] its value for people, in characters where it was said so
    def shown(set, name, unit: nil)
      beside = BESIDE[name]
      (beside && set[beside.name]) ? beside.show(set[beside.name]) : self[name].show(set[name], unit: unit)
    end

    # @param name [Symbol, String]
    # @return [Property]
    # @raise [Error] when there is no such property
    def [](name) = TABLE[name.to_sym] || raise(Error, "There is no property “#{name}”.")

    def all = TABLE.values

    def of(target) = TABLE.values.select { |property| property.target == target }
  end
end
