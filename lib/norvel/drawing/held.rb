# frozen_string_literal: true

module Norvel
  module Drawing
    # What of a dimension line can be taken hold of: whose value it is, how much a point of movement is, and how the line on the slip
    # says it. All numbers are in the unit that is shown.
    #
    #   Held.property(:space_before, 76_200, unit: "pt", axis: :y).attributes
    Held = Value.define(:name, :label, :now, :per, :axis, :step, :least, :unit, line: nil, minus: nil, zero: nil, guide: nil, owner: {}) do
      # @param name [Symbol] of a length @param value [Integer] EMU @param axis [Symbol] :x or :y, along which it grows
      # @param back [Boolean] whether it grows against the axis @param guide [Integer, nil] EMU, what a guide says
      # @return [Held]
      def self.property(name, value, unit:, axis:, back: false, guide: nil, owner: {})
        property = Properties[name]
        words = ->(factor) { said({name => (Held::PROBE * factor * Lengths::PER_UNIT.fetch(unit)).round}, unit) }
        length(name, property.label, value, unit: unit, axis: axis, back: back, guide: guide, owner: owner,
          least: property.signed ? -1_000 : 0).with(line: words[1], minus: (words[-1] if property.signed),
            zero: Properties::Specification.show({name => 0}, unit: unit))
      end

      # @param label [String]
      # @return [Held] a length that no line says: of a page
      def self.length(name, label, value, unit:, axis:, back: false, guide: nil, owner: {}, least: 0)
        per = Lengths::PT / Lengths::PER_UNIT.fetch(unit).to_f
        new(name: name, label: label, now: in_unit(value, unit), per: back ? -per : per, axis: axis,
          step: Held::STEPS.fetch(unit), least: least,
          unit: " #{unit}", guide: guide && in_unit(guide, unit), owner: owner)
      end

      # @param spacing [Properties::LineSpacing] @param pitch [Float] points from line to line
      # @return [Held] the line spacing of a paragraph
      def self.spacing(spacing, pitch, guide: nil, owner: {})
        property = Properties[:line_spacing]
        factor = spacing.multiple?
        now = factor ? spacing.value : Lengths.points(spacing.value)
        probe = said({line_spacing: spacing.with(value: factor ? Held::PROBE : (Held::PROBE * Lengths::PT).round)}, nil)
        asked = (guide.value.then { |value| factor ? value : Lengths.points(value) } if guide && guide.rule == spacing.rule)
        new(name: :line_spacing, label: property.label, now: now.round(2), per: factor ? now / pitch : 1.0, axis: :y,
          step: factor ? 0.05 : 0.5, least: factor ? 0.5 : 1, unit: factor ? "" : " pt", line: probe, guide: asked, owner: owner)
      end

      # @param tabs [Array<Properties::TabStop>] of which one is taken hold of, at `index`
      # @return [Held]
      def self.tab(tabs, index, unit: "cm", owner: {})
        probe = tabs.dup.tap { |all| all[index] = all[index].with(position: (Held::PROBE * Lengths::PER_UNIT["cm"]).round) }
        length(:"tab_#{index}", "Tab stop", tabs[index].position, unit: "cm", axis: :x, owner: owner).with(line: said({tabs: probe}, unit))
      end

      def self.in_unit(emu, unit) = (emu / Lengths::PER_UNIT.fetch(unit).to_f).round(3)

      def self.said(values, unit) = Properties::Specification.show(values, unit: unit).sub(Held::PROBE.to_s, "%")
      private_class_method :in_unit, :said

      # @return [Hash{String=>Object}] as an element has them
      def attributes
        {"data-hold" => name, "data-now" => now, "data-per" => per.round(6), "data-axis" => axis, "data-step" => step,
         "data-least" => least,
         "data-unit" => unit, "data-line" => line, "data-minus" => minus, "data-zero" => zero, "data-guide" => guide,
         **owner.transform_keys { |key| "data-#{key}" }, "role" => "slider", "aria-label" => label, "aria-valuenow" => now,
         "aria-valuemin" => least, "aria-valuemax" => 1_000, "aria-valuetext" => "#{shown(now)}#{unit}",
         "aria-orientation" => (axis == :x) ? "horizontal" : "vertical"}.compact
      end

      def shown(number) = number.round(2).to_s.delete_suffix(".0")
    end
    Held::STEPS = {"cm" => 0.1, "in" => 0.05, "pt" => 1}.freeze # round values
    Held::PROBE = 7.77 # stands for the value in the words of a line
  end
end
