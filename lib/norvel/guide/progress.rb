# frozen_string_literal: true

module Norvel
  class Guide
    # How otherwise a guide is met by one check than by another: after a change, by another version.
    #
    #   Guide::Progress.new(before, after).sentence("Since then")   # "Since then 3 findings fewer. Now met: 2.1 The text is …"
    class Progress
      NOT_YET = [:met, :not_applicable, nil].freeze

      # @param before [Check] @param after [Check]
      def initialize(before, after)
        @old, @new = [before, after].map { |check| check.results.to_h { |result| [result.rule.clause, result.state] } }
        @more = after.open_findings.size - before.open_findings.size
      end

      # @return [Array<String>] clauses that were broken and are met
      def better = @new.select { |clause, state| state == :met && @old[clause] == :broken }.keys

      # @return [Array<String>] clauses that are broken and were not
      def worse = @new.select { |clause, state| state == :broken && NOT_YET.include?(@old[clause]) }.keys

      # @param lead [String] what it begins with
      # @return [String, nil] nil where nothing is otherwise
      def sentence(lead)
        first, *others = [findings, said("now met", better), said("broken now", worse)].compact
        return unless first

        ["#{lead} #{first}", *others.map { |part| part.sub(/\A./, &:upcase) }].map { |part| "#{part.chomp(".")}." }.join(" ")
      end

      private

      def findings
        return if @more.zero?

        "#{@more.abs} #{(@more.abs == 1) ? "finding" : "findings"} #{@more.positive? ? "more" : "fewer"}"
      end

      def said(words, clauses) = ("#{words}: #{clauses.join("; ")}" if clauses.any?)
    end
  end
end
