# frozen_string_literal: true

module Norvel
  class Guide
    # Holds a manuscript against a guide.
    #
    #   check = Guide::Check.new(guide, layout)
    #   check.results.first.state     # :broken
    class Check
      # `unmeasured` are the places that could not be measured.
      Result = Norvel::Value.define(:rule, :state, findings: [], unmeasured: [])

      # A place that could not be measured: the paragraph's id, its page, and why.
      Unmeasured = Norvel::Value.define(:paragraph, :page, :why)

      attr_reader :guide, :manuscript, :layout, :cascade, :appearance, :roles

      # @param guide [Guide] @param layout [Layout]
      # @param roles [Roles, nil] when they are known already
      def initialize(guide, layout, roles: nil, appearance: nil)
        @guide = guide
        @layout = layout
        @manuscript = layout.manuscript
        @cascade = layout.cascade
        @appearance = appearance || Appearance.new(@manuscript, @cascade)
        @roles = roles || Roles.new(@manuscript, @appearance, @cascade)
      end

      # @return [Places] where each paragraph belongs in the guide's sheet
      def places = @places ||= Places.new(manuscript, roles, cascade, family: guide.family)

      # @return [Hash{Symbol=>ListKind}]
      def list_kinds = @list_kinds ||= ListKind.of(guide)

      # @return [Array<Result>] one a rule; `state` is :met, :broken, :not_applicable or :not_measurable
      def results = @results ||= guide.rules.map { |rule| result(rule) }

      # @return [Array<Finding>]
      def findings = results.flat_map(&:findings)

      # @param state [Symbol]
      # @return [Integer]
      def count(state) = results.count { |result| result.state == state }

      # @return [Hash{Symbol=>Integer}] what the desk shows of it
      def facts
        met, broken = count(:met), count(:broken)
        {pages: layout.pages.size, met: met, of: met + broken, findings: findings.size}
      end

      # @return [Boolean] whether a rule of the severity must is broken
      def must_broken? = results.any? { |result| result.state == :broken && result.rule.severity == :must }

      private

      def result(rule)
        return Result.new(rule: rule, state: :not_applicable) unless rule.applies?(self)

        found = rule.findings(self)
        unmeasured = rule.pages? ? inexact_pages : []
        found = found.reject { |finding| layout.inexact.key?(finding.page) } if unmeasured.any?
        state = if found.any? then :broken
        else
          unmeasured.empty? ? :met : :not_measurable
        end
        Result.new(rule: rule, state: state, findings: found, unmeasured: unmeasured)
      end

      # What rests on page breaks is not known on pages that are not exact.
      def inexact_pages
        @inexact_pages ||= layout.pages.select { |page| layout.inexact.key?(page.number) }.map do |page|
          Unmeasured.new(paragraph: page.text_lines.first&.paragraph&.id, page: page.number, why: layout.inexact[page.number].join("; "))
        end
      end
    end
  end
end
