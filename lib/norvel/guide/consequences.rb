# frozen_string_literal: true

module Norvel
  class Guide
    # What a change does to the findings of a guide: which it mends and which it brings, by rule. Those that are waived do not count.
    class Consequences
      # @param before [Check] @param after [Check] of the same guide
      def initialize(before, after)
        @before = before
        @after = after
      end

      # @return [Integer] findings that were open, and that would be
      def counts = [@before, @after].map { |check| check.open_findings.size }

      # @return [Hash{Rule=>Integer}] findings that are gone afterwards, the most first
      def gone = @gone ||= by_rule(@before, places(@after))

      # @return [Hash{Rule=>Integer}] findings that were not there before
      def came = @came ||= by_rule(@after, places(@before))

      # @param finding [Finding] of before
      # @return [Boolean] whether it is there afterwards, and measured alike
      def left?(finding)
        @after.open_findings.any? { |other| other.place == finding.place && other.measured == finding.measured }
      end

      private

      def by_rule(check, others)
        rules = check.guide.rules.to_h { |rule| [rule.id, rule] }
        found = check.open_findings.reject { |finding| others.include?(finding.place) }
        found.map { |finding| rules.fetch(finding.rule) }.tally.sort_by { |_, count| -count }.to_h
      end

      def places(check) = check.open_findings.to_set(&:place)
    end
  end
end
