# frozen_string_literal: true

require_relative "looks/colour_difference"

module Norvel
  # Paragraphs grouped by how they come out on paper. First the exact variants; then each joins the
  # commonest variant within tolerance of it, never by chains, ties to the earlier.
  class Looks
    # `paragraphs` are ids; `variants` the exact appearances inside with their paragraphs, commonest first.
    Look = Value.define(:id, :paragraphs, :variants, :appearance)

    LENGTH = 18_000 # EMU: 0.5 mm
    SIZE = 6_350 # EMU: 0.5 pt
    MULTIPLE = 0.02
    COLOUR = 2.3 # CIEDE2000: a just noticeable difference

    # What distinguishes one look from another: property to its value here and there.
    # @param one [Look] @param other [Look]
    # @return [Hash{Symbol=>Array(Object, Object)}]
    def self.differences(one, other) =
      one.appearance.keys.select { |name| one.appearance[name] != other.appearance[name] }.to_h do |name|
        [name, [one.appearance[name], other.appearance[name]]]
      end

    # Where the exact variants inside a look differ: property to its values with their counts, commonest first.
    # @return [Hash{Symbol=>Array<Array(Object, Integer)>}]
    def self.spread(look)
      look.appearance.keys.filter_map do |name|
        counts = look.variants.group_by { |appearance, _| appearance[name] }.transform_values { |same| same.sum { |_, ids| ids.size } }
        [name, counts.sort_by { |_, count| -count }] if counts.size > 1
      end.to_h
    end

    # @param look [Look]
    # @return [Array<Look>] its exact variants, each as a look of its own
    def self.split(look)
      look.variants.map { |appearance, ids| Look.new(id: look.id, appearance: appearance, paragraphs: ids, variants: [[appearance, ids]]) }
    end

    # @param look [Look] @param others [Array<Look>]
    # @return [Look, nil] the one that differs in the fewest properties, the commoner of several
    def self.nearest(look, others)
      others.reject { |other| other.equal?(look) }.min_by { |other| [differences(look, other).size, -other.paragraphs.size] }
    end

    # @param name [Symbol] a property @param value [Object] @param other [Object] another value of it
    # @return [Boolean] whether nobody sees that they are not the same
    def self.alike?(name, value, other)
      return true if value == other

      case Properties::TABLE[name].kind
      when :length then (value - other).abs <= ((name == :size) ? SIZE : LENGTH)
      when :line_spacing then value.rule == other.rule && (value.value - other.value).abs <= (value.multiple? ? MULTIPLE : LENGTH)
      when :colour then colours_alike?(value, other)
      else false
      end
    end

    def self.colours_alike?(one, other)
      [one, other].all? { |colour| colour.start_with?("#") } && ColourDifference.between(one, other).round(1) <= COLOUR
    end
    private_class_method :colours_alike?

    # @param paragraphs [Array<Manuscript::Paragraph>] those that are looked at
    # @return [Array<Look>] in the order of their first paragraphs, empty paragraphs left out
    def self.of(manuscript, appearance = Appearance.new(manuscript), layout: nil, paragraphs: manuscript.paragraphs)
      new(manuscript, appearance, layout, paragraphs).looks
    end

    def initialize(manuscript, appearance, layout, paragraphs)
      @manuscript = manuscript
      @appearance = appearance
      @layout = layout
      @paragraphs = paragraphs
    end

    def looks
      variants = shown.group_by { |paragraph| seen(paragraph) }.sort_by.with_index { |(_, paragraphs), index| [-paragraphs.size, index] }
      groups = []
      variants.each do |appearance, paragraphs|
        home = groups.find { |group| near?(group.first[0], appearance) }
        home ? home << [appearance, paragraphs] : groups << [[appearance, paragraphs]]
      end
      order = @paragraphs.each_with_index.to_h { |paragraph, index| [paragraph.id, index] }
      groups.sort_by { |group| group.flat_map(&:last).map { |paragraph| order[paragraph.id] }.min }.each_with_index.map do |group, index|
        Look.new(id: index + 1, appearance: group.first[0], paragraphs: group.flat_map(&:last).map(&:id).sort_by { |id| order[id] },
          variants: group.map { |appearance, paragraphs| [appearance, paragraphs.map(&:id)] })
      end
    end

    private

    # Generated lists are nobody's to format.
    def shown = @paragraphs.reject { |paragraph| paragraph.blank? || @manuscript.listed.include?(paragraph.id) }

    # Start and justified are alike in one-line paragraphs; of a number it counts that there is one, not of which list, and in a heading not
    # even that, since one without a number is set like the others.
    def seen(paragraph)
      values = @appearance.of(paragraph)
      values = values.merge(numbering: numbered(values)) if values[:numbering]
      one_line = @layout ? @layout.lines_of(paragraph.id).size <= 1 : paragraph.text.length < 50
      (one_line && values[:align] == :justify) ? values.merge(align: :start) : values
    end

    # @return [Properties::NumberRef, nil] one for all bullets, one for all numbers
    def numbered(values)
      list = @manuscript.lists[values[:numbering].list]
      return if list.nil? || values[:outline_level]

      bullet = list.levels[values[:numbering].level]&.format == "bullet"
      (@numbers ||= {})[bullet] ||= values[:numbering].with(level: 0)
    end

    def near?(one, other) = one.equal?(other) || one.all? { |name, value| Looks.alike?(name, value, other[name]) }
  end
end
