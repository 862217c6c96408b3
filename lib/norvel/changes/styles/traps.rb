# frozen_string_literal: true

module Norvel
  module Changes
    # The classic traps of inheritance, looked for before a style change is saved: what headings would take over from a
    # style above them without anyone meaning it. Each comes with the change that avoids it.
    module Traps
      Trap = Value.define(:sentence, :style, :values)

      # Properties that a heading should not take over from running text, and the value that keeps it clear.
      SPILLS = {indent_first: [->(value) { !value.zero? }, "0 cm"], align: [->(value) { value == :justify }, "start"], indent_start: [->(value) { value.positive? }, "0 cm"]}.freeze

      module_function

      # @param before [Manuscript] @param after [Manuscript] the proposal
      # @return [Array<Trap>] those that the change would spring
      def sprung(before, after) = spills(before, after) + levels(before, after)

      # @param operation [Operation] @param manuscript [Manuscript]
      # @return [Operation] one that keeps headings clear of what they would take over, in the same step; itself where nothing would
      def mended(operation, manuscript)
        traps = sprung(manuscript, operation.call(manuscript)).reject { |trap| trap.values.empty? }
        return operation if traps.empty?

        mends = traps.map { |trap| ["change_style", {"style" => trap.style, "values" => trap.values}] }
        Changes.build("series", "title" => operation.sentence(manuscript).sub(/\.\z/, "; headings keep clear of it."), "changes" => [[operation.class.operation_name, operation.parameters], *mends])
      end

      # A style that calls itself a heading, without a level: it would be missing from the outline and the contents.
      NAMED = /\A(heading|überschrift|titre|título|kapitel|chapter)\s*\d/i

      def levels(before, after)
        after.sheet.of_kind(:paragraph).select { |style| style.name.match?(NAMED) && after.sheet.level_of(style).nil? && before.sheet[style.id] != style }
          .map { |style| Trap.new(style: style.id, values: {}, sentence: "“#{style.name}” is called a heading but has no heading level; it is in no outline and no contents list.") }
      end

      def spills(before, after)
        old, new = Cascade.new(before), Cascade.new(after)
        after.sheet.of_kind(:paragraph).select { |style| after.sheet.level_of(style) }.flat_map do |style|
          SPILLS.filter_map do |name, (spills, clear)|
            value = new.style(style.id)[name]
            next if style.properties.key?(name) || !spills.call(value) || (before.sheet[style.id] && old.style(style.id)[name] == value)

            from = after.sheet[new.style(style.id).lineage(name).last.source]
            Trap.new(style: style.id, values: {name.to_s => clear},
              sentence: "“#{style.name}” would take over #{Properties[name].label.downcase} #{Properties[name].show(value)} from “#{from&.name}”.")
          end
        end
      end
      private_class_method :levels, :spills
    end
  end
end
