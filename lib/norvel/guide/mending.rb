# frozen_string_literal: true

module Norvel
  class Guide
    # Findings together: those of one cause, and the changes that mend several at once.
    module Mending
      # Findings of one rule that have the same cause: what is expected and measured, and the change that mends them all.
      Cause = Norvel::Value.define(:rule, :expected, :measured, :findings) do
        # @return [Array<Finding>] those that are not waived
        def open = findings.reject(&:waived)

        # @return [Boolean] whether any of them has a fix
        def fixable? = open.any?(&:fix)
      end

      module_function

      # @param findings [Array<Finding>] of one rule
      # @return [Array<Cause>] the largest first
      def causes(findings)
        found = findings.group_by { |finding| [finding.expected, finding.measured, fix_of(finding)] }.map do |(expected, measured, _), same|
          Cause.new(rule: same.first.rule, expected: expected, measured: measured, findings: same)
        end
        found.sort_by.with_index { |cause, index| [-cause.findings.size, index] }
      end

      # @param findings [Array<Finding>]
      # @return [Array<Array(String, Hash)>] the fewest changes that mend them: one for all paragraphs that want the same
      def changes(findings)
        fixes = findings.reject(&:waived).filter_map(&:fix).flat_map { |cure| Cures.each_of(cure) }.uniq
        joined = fixes.group_by { |name, given| [name, given.except("paragraphs")] }.map do |(name, given), same|
          ids = same.filter_map { |_, one| one["paragraphs"] }
          together = {"paragraphs" => ids.include?("all") ? "all" : ids.flatten.uniq} unless ids.empty?
          [name, given.merge(together || {})]
        end
        with_new_styles(joined)
      end

      # A style that comes in does so with the paragraphs that are to have it: by itself it would mend nothing.
      def with_new_styles(cures)
        made = cures.select { |name, _| name == Cures.define_style.first }.to_h { |cure| [cure.last["id"], cure] }
        using = ->(cure) { made[cure.last["style"]] if cure.first == Cures.apply_style.first }
        (cures - made.values).map do |cure|
          style = using[cure] or next cure
          Cures.together("Gave #{cure.last["paragraphs"].size} of the paragraphs the guide's style “#{style.last["name"]}”.", [style, cure])
        end
      end

      # What it does, wherever.
      def fix_of(finding)
        finding.fix && Cures.each_of(finding.fix).map { |name, given| [name, given.except("paragraphs", "paragraph")] }
      end
      private_class_method :fix_of, :with_new_styles
    end
  end
end
