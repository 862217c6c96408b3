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
require_relative "properties/wordings"
require_relative "properties/specification"

module Norvel
  # The one table of formatting properties. Cascade, style form, guide rules, looks, ripple, import
  # and export read it; a new property is one new row.
  module Properties
    def self.row(name, target, kind, label, default, **more)
      Property.new(name: name, target: target, kind: kind, label: label, default: default, **more)
    end

    # How a format spells them stands in the format's own folder.
    TABLE = [
      row(:font_family, :text, :font, "Font family", "Liberation Serif", group: :text),
      row(:size, :text, :length, "Size", 10 * Lengths::PT, unit: "pt", group: :text, least: 1 * Lengths::PT, most: 400 * Lengths::PT),
      row(:bold, :text, :switch, "Bold", false, toggle: true, group: :text, mark: "bold"),
      row(:italic, :text, :switch, "Italic", false, toggle: true, group: :text, mark: "ital."),
      row(:underline, :text, :choice, "Underline", :none,
        choices: %i[none single double thick dotted dash wave words], group: :text, mark: "underscore"),
      row(:strike, :text, :switch, "Struck through", false, toggle: true, mark: "struck", group: :text),
      row(:caps, :text, :switch, "Capitals", false, toggle: true, mark: "caps", group: :text),
      row(:small_caps, :text, :switch, "Small capitals", false, toggle: true, mark: "s.c.", group: :text),
      row(:color, :text, :colour, "Colour", "auto", group: :text),
      row(:highlight, :text, :colour, "Highlight", "none", mark: "highlight", group: :text),
      row(:background, :text, :colour, "Background", "none", mark: "background", group: :text),
      row(:letter_spacing, :text, :length, "Letter spacing", 0, unit: "pt", signed: true, mark: "spaced", group: :text),
      row(:kerning, :text, :length, "Kerning from a size of", 0, unit: "pt", visible: false, mark: "kerned", group: :text),
      row(:scale, :text, :number, "Horizontal scale", 100, unit: "%", mark: "scaled", group: :text, least: 1, most: 600),
      row(:raised, :text, :choice, "Raised or lowered", :baseline,
        choices: %i[baseline superscript subscript], mark: "raised", group: :text),
      row(:shift, :text, :length, "Shift from the baseline", 0, unit: "pt", signed: true, mark: "shifted", group: :text),
      row(:hidden, :text, :switch, "Hidden", false, toggle: true, mark: "hidden"),
      row(:language, :text, :language, "Language", nil, visible: false, direct: false, group: :text),

      row(:align, :paragraph, :choice, "Alignment", :start, choices: %i[start center end justify], group: :paragraph),
      row(:indent_start, :paragraph, :length, "Indent at start", 0, unit: "cm", signed: true, group: :paragraph),
      row(:indent_end, :paragraph, :length, "Indent at end", 0, unit: "cm", signed: true, group: :paragraph),
      row(:indent_first, :paragraph, :length, "First-line indent", 0, unit: "cm", signed: true, group: :paragraph),
      row(:indent_start_chars, :paragraph, :characters, "Indent at start in characters", nil,
        beside: :indent_start, visible: false, direct: false),
      row(:indent_end_chars, :paragraph, :characters, "Indent at end in characters", nil,
        beside: :indent_end, visible: false, direct: false),
      row(:indent_first_chars, :paragraph, :characters, "First-line indent in characters", nil,
        beside: :indent_first, visible: false, direct: false),
      row(:space_before, :paragraph, :length, "Space before", 0, unit: "pt", group: :spacing),
      row(:space_after, :paragraph, :length, "Space after", 0, unit: "pt", group: :spacing),
      row(:line_spacing, :paragraph, :line_spacing, "Line spacing", LineSpacing::SINGLE, group: :spacing),
      row(:close_to_same, :paragraph, :switch, "No space between same-style paragraphs", false, group: :spacing, mark: "close up"),
      row(:tabs, :paragraph, :tabs, "Tab stops", [], mark: "tab stops", visible: false, group: :paragraph),
      row(:shading, :paragraph, :colour, "Shading", "none", mark: "shading", group: :frame),
      row(:borders, :paragraph, :borders, "Borders", {}, mark: "borders", group: :frame),
      row(:outline_level, :paragraph, :number, "Heading level", nil,
        visible: false, mark: "outline level", group: :numbering, least: 0, most: 9),
      row(:numbering, :paragraph, :numbering, "Numbering", nil, own_key: true, mark: "numbering", group: :numbering),
      row(:keep_next, :paragraph, :switch, "Keep with next", false, visible: false, group: :pages),
      row(:keep_together, :paragraph, :switch, "Keep together", false, visible: false, group: :pages),
      row(:break_before, :paragraph, :switch, "Page break before", false, visible: false, own_key: true, group: :pages),
      row(:orphans, :paragraph, :number, "Orphans", 2, visible: false, group: :pages, least: 0, most: 9),
      row(:widows, :paragraph, :number, "Widows", 2, visible: false, group: :pages, least: 0, most: 9),
      row(:hyphenate, :paragraph, :switch, "Hyphenation", true, visible: false, group: :paragraph),
      row(:right_to_left, :paragraph, :switch, "Right to left", false, visible: false)
    ].to_h { |property| [property.name, property] }.freeze

    BESIDE = TABLE.values.select(&:beside).to_h { |property| [property.beside, property] }.freeze
    DEFAULTS = TABLE.transform_values(&:default).freeze

    NO_LEVEL = 0 # said of a heading level: none, whatever a parent says (ISO/IEC 29500-1 §17.3.1.20)

    module_function

    # @param name [Symbol] of a property
    # @return [Property, nil] that of its value in characters
    def in_characters(name) = BESIDE[name]

    # @param set [Hash{Symbol=>Object}] @param name [Symbol] a property that it has
    # @return [String] its value for people, in characters where it was said so
    def shown(set, name, unit: nil)
      beside = BESIDE[name]
      (beside && set[beside.name]&.nonzero?) ? beside.show(set[beside.name]) : self[name].show(set[name], unit: unit)
    end

    # @param name [Symbol] of a property @param one [Object, nil] @param other [Object, nil] values of it, nil where nothing is said
    # @return [Boolean] whether they are the same, as far as the rounding of files lets it be seen
    def same?(name, one, other) = one == other || (!one.nil? && !other.nil? && self[name].same?(one, other))

    # @param one [Hash{Symbol=>Object}] @param other [Hash{Symbol=>Object}] values by property
    # @return [Array<Symbol>] the properties of which they say something else
    def differing(one, other) = (one.keys | other.keys).reject { |name| same?(name, one[name], other[name]) }

    # @param wanted [Hash{Symbol=>Object}] values by property @param own [Hash{Symbol=>Object}] those that stand there
    # @return [Hash{Symbol=>Object}] the wanted ones, where the two are the same as far as the rounding of files lets it be seen the others
    def settled(wanted, own)
      wanted.to_h { |name, value| [name, (value.nil? || !same?(name, value, own[name])) ? value : own[name]] }
    end

    # @param name [Symbol, String]
    # @return [Property]
    # @raise [Error] when there is no such property
    def [](name) = TABLE[name.to_sym] || raise(Error, "There is no property “#{name}”.")

    def all = TABLE.values

    def of(target) = TABLE.values.select { |property| property.target == target }
  end
end
