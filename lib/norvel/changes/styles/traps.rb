# frozen_string_literal: true

module Norvel
  module Changes
    # The classic traps of inheritance, looked for before a style change is saved: what headings, titles, captions, headers, footers and
    # contents entries would take over from a style above them without anyone meaning it. Each comes with the change that avoids it.
    module Traps
      Trap = Value.define(:sentence, :style, :values)

      # What titles, headings, captions, headers, footers and contents entries should not take over from running text.
      SPILLS = {indent_first: ->(value) { !value.zero? }, align: ->(value) { value != :start }, indent_start: ->(value) { value.positive? },
                line_spacing: ->(value) { value.multiple? && value.value >= WIDE },
                space_before: ->(value) { value.positive? }, space_after: ->(value) { value.positive? }}.freeze
      KEPT_CLEAR = [:title, :subtitle, :caption, :contents_heading, :header, :footer, *Guide::Slots::CONTENTS].freeze
      NAMED_MOST = 3 # styles, in a sentence
      WIDE = 1.5 # lines, from which on single-spaced kinds look out of place; common practice, no source

      module_function

      # @param before [Manuscript] @param after [Manuscript] the proposal
      # @return [Array<Trap>] those that the change would spring
      def sprung(before, after) = spills(before, after) + levels(before, after)

      # @param operation [Operation] @param manuscript [Manuscript]
      # @param except [Array<String>] styles that are to take it over @param told [Boolean] whether its sentence says of others already
      #   that they keep clear
      # @return [Operation] one that keeps headings clear of what they would take over, in the same step; itself where nothing would
      def mended(operation, manuscript, except: [], told: false)
        return operation unless operation.springs_traps?

        after = operation.call(manuscript)
        traps = sprung(manuscript, after).reject { |trap| trap.values.empty? || except.include?(trap.style) }
        return operation if traps.empty?

        mends = traps.map { |trap| ["change_style", {"style" => trap.style, "values" => trap.values}] }
        names = traps.map { |trap| after.sheet[trap.style].name }
        more = " and #{names.size - NAMED_MOST} more" if names.size > NAMED_MOST
        Series.extending(operation, manuscript, "#{names.first(NAMED_MOST).join(", ")}#{more} #{told ? "too" : "kept clear of it"}", mends)
      end

      # A style that calls itself a heading, without a level: it would be missing from the outline and the contents.
      NAMED = /\A(heading|überschrift|titre|título|kapitel|chapter)\s*\d/i

      def levels(before, after)
        after.sheet.of_kind(:paragraph).select do |style|
          style.name.match?(NAMED) && after.sheet.level_of(style).nil? && before.sheet[style.id] != style
        end
          .map do |style|
            Trap.new(style: style.id, values: {},
              sentence: "“#{style.name}” is called a heading but has no heading level; it is in no outline and no contents list.")
          end
      end

      # What a style that stood clear before would have after it, of another style's saying.
      def spills(before, after)
        old, new = Cascade.new(before), Cascade.new(after)
        after.sheet.of_kind(:paragraph).select { |style| kept_clear?(after.sheet, style) }.filter_map do |style|
          taken = SPILLS.filter_map { |name, spills| (found = spilt(before, after, old, new, style, name, spills)) && [name, found] }.to_h
          trap(after, style, new, taken) if taken.any?
        end
      end

      # @return [String, nil] the value that keeps it clear
      def spilt(before, after, old, new, style, name, spills)
        value = new.style(style.id)[name]
        return if style.properties.key?(name) || !spills.call(value)

        was = before.sheet[style.id] ? old.style(style.id)[name] : Properties[name].default
        source = new.style(style.id).lineage(name).last.source
        return if was == value || (after.sheet[source] && kept_clear?(after.sheet, after.sheet[source]))

        Properties[name].show(was)
      end

      def trap(after, style, new, taken)
        values = taken.keys.map { |name| "#{Properties[name].label.downcase} #{Properties[name].show(new.style(style.id)[name])}" }
        from = taken.keys.filter_map { |name| after.sheet[new.style(style.id).lineage(name).last.source]&.name }.uniq
        Trap.new(style: style.id, values: taken.transform_keys(&:to_s),
          sentence: "“#{style.name}” would take over #{values.join(", ")} from #{from.map { |name| "“#{name}”" }.join(", ")}.")
      end

      # The styles that stand apart from running text: by their level, or by the standard's name.
      def kept_clear?(sheet, style) = !sheet.level_of(style).nil? || KEPT_CLEAR.include?(sheet.standards.slot(style))
      private_class_method :levels, :spills, :spilt, :trap, :kept_clear?
    end
  end
end
