# frozen_string_literal: true

require_relative "style_sheet/style"
require_relative "style_sheet/standards"
require_relative "style_sheet/style_marks"
require_relative "style_sheet/style_keys"
require_relative "style_sheet/ancestry"

module Norvel
  # All styles of a manuscript and the defaults under them. A value: changes give another sheet.
  class StyleSheet
    attr_reader :styles, :defaults, :default_id, :standards

    # @param styles [Hash{String=>Style}] by id
    # @param defaults [Hash{Symbol=>Object}] the document defaults by property
    # @param default_id [String] the paragraph style of paragraphs that name none
    # @param standards [Standards] names that its format has for styles
    def initialize(styles:, default_id:, defaults: {}, standards: Standards.new)
      @styles = styles.freeze
      @defaults = defaults.freeze
      @default_id = default_id
      @standards = standards
      @memo = {}
      freeze
    end

    # @return [Boolean] whether both say the same, whatever their formats have names for
    def ==(other)
      equal?(other) || (other.is_a?(StyleSheet) && [styles, defaults, default_id] == [other.styles, other.defaults, other.default_id])
    end

    # @return [Style, nil]
    def [](id) = styles[id]

    # @return [Style]
    # @raise [ChangeRefused] when the sheet has no such style
    def fetch(id) = styles[id] || raise(ChangeRefused, "This manuscript has no style “#{id}”.")

    def of_kind(kind) = styles.values.select { |style| style.kind == kind }

    # @return [Ancestry]
    def ancestry = @memo[:ancestry] ||= Ancestry.new(styles)

    # @return [Array<Style>] root first; a loop or a missing parent ends the walk
    def chain(id) = ancestry.upwards(id).reverse

    # @return [String, nil] the language of all text that says none itself: the default style's own over what stands under all styles
    def language = saying(default_id, :language)&.properties&.[](:language) || defaults[:language]

    # @param name [Symbol] a property
    # @return [Style, nil] the style itself or the nearest one over it that says the property
    def saying(id, name) = ancestry.node(id)&.nearest&.[](name)

    # @return [Array<String>] one sentence for every loop or missing parent
    def faults
      styles.values.filter_map do |style|
        next if style.parent.nil? || ancestry.parent(style.id)

        if styles[style.parent].nil?
          "The style “#{style.name}” is based on a style that is not in the file " \
            "(#{style.parent}); it is read as based on the document defaults."
        elsif styles[style.parent].kind == style.kind
          "The style “#{style.name}” is its own ancestor; the loop is cut there."
        end
      end
    end

    # @return [Symbol, nil] what a style is for, where the marks of a text say so for certain
    def marked(id) = (standards.slot(styles[id]) if standards.certain && styles.key?(id))

    # @return [Array<String>] families of fonts that it asks for
    def families = [defaults, *styles.values.map(&:properties)].filter_map { |set| set[:font_family] }.uniq

    # @param changed [Hash] members by name
    # @return [StyleSheet]
    def with(**changed)
      StyleSheet.new(styles: styles, defaults: defaults, default_id: default_id, standards: standards, **changed)
    end

    # @return [StyleSheet] with the style added or put in the place of the one with its id
    def with_style(style) = with(styles: styles.merge(style.id => style))

    # @param changed [Hash{String=>Style, nil}] by id; nil takes one out, and what named it as its next or linked style names none, what
    #   rested on it rests on its parent
    # @return [StyleSheet]
    def with_styles(changed)
      left = styles.merge(changed).compact
      gone = changed.select { |id, style| style.nil? && styles.key?(id) }
      with(styles: gone.empty? ? left : left.transform_values { |style| without(style, gone) })
    end

    # @return [String] an id like the name that no style has yet
    def free_id(name)
      plain = name.gsub(/[^[:alnum:]]/, "").then { |id| id.empty? ? "Style" : id }
      return plain unless taken?(plain)

      (2..).lazy.map { |number| "#{plain}#{number}" }.find { |id| !taken?(id) }
    end

    # @return [String] the name itself, else with a number, that no style has yet
    def free_name(base)
      (1..).lazy.map { |number| (number == 1) ? base : "#{base} #{number}" }.find { |name| !called?(name) }
    end

    # @return [Boolean] whether a style is called so, here or in its file
    def called?(name) = styles.each_value.any? { |style| [style.name, style.file_name].any? { |own| own.casecmp?(name) } }

    # @return [Hash{String=>String}] the short code of every paragraph style for the margin
    def marks = @memo[:marks] ||= StyleMarks.for(of_kind(:paragraph))

    # @return [Style, nil] the style whose name or id, spelled loosely, is one of these
    def named(*names, kind: :paragraph)
      wanted = names.map { |name| loose(name) }
      candidates = of_kind(kind)
      wanted.each do |name|
        candidates.each { |style| return style if [style.name, style.file_name, style.id].any? { |own| loose(own) == name } }
      end
      nil
    end

    # @param slot [Symbol] what a style is for
    # @return [Style, nil] the style that has the standard's name for it
    def standard(slot) = styles.each_value.find { |style| standards.slot(style) == slot }

    # @return [Style, nil] the first style with this heading level, the standard's names first
    def heading(level)
      at_level = of_kind(:paragraph).select { |style| level_of(style) == level }
      at_level.find { |style| standards.slot(style) == :"heading_#{level}" } || at_level.first
    end

    # @return [Integer, nil] 1–9, by the property, inherited too
    def level_of(style)
      level = saying(style.id, :outline_level)&.properties&.[](:outline_level)
      level unless level == Properties::NO_LEVEL
    end

    # @param id [String] @param names [Array<Symbol>] properties
    # @return [Array<Style>] styles under this one that say one of them themselves, and so do not follow
    def keeping_own(id, names)
      ancestry.under(id).keys.map { |other| styles[other] }.select { |style| names.any? { |name| style.properties.key?(name) } }
    end

    private

    def without(style, gone)
      parent = style.parent
      parent = styles[parent]&.parent while gone.key?(parent)
      style.with(parent: parent, next_style: gone.key?(style.next_style) ? nil : style.next_style,
        linked: gone.key?(style.linked) ? nil : style.linked)
    end

    def taken?(id) = styles.each_key.any? { |known| known.casecmp?(id) }

    def loose(name) = name.to_s.downcase.gsub(/[^[:alnum:]]/, "")
  end
end
