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
        fixes.group_by { |name, given| [name, given.except("paragraphs")] }.map do |(name, given), same|
          ids = same.filter_map { |_, one| one["paragraphs"] }
          together = {"paragraphs" => ids.include?("all") ? "all" : ids.flatten.uniq} unless ids.empty?
          [name, given.merge(together || {})]
        end
      end

      def fix_of(finding) = finding.fix && [finding.fix[0], finding.fix[1].except("paragraphs", "paragraph")]
      private_class_method :fix_of
    end
  end
end
