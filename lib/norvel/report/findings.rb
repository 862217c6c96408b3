# frozen_string_literal: true

require "csv"
require "erb"

module Norvel
  module Report
    # What a check found, as JSON, CSV (RFC 4180) or a page to print.
    class Findings
      COLUMNS = %i[rule severity paragraph page expected measured message].freeze

      # @param check [Guide::Check]
      def initialize(check)
        @check = check
        @manuscript = check.manuscript
      end

      # @return [Hash] of plain JSON values
      def to_h
        {guide: @check.guide.title, version: @check.guide.version, met: @check.count(:met), broken: @check.count(:broken),
         rules: @check.results.map { |result| {id: result.rule.id, severity: result.rule.severity.to_s, state: result.state.to_s, findings: result.findings.size} },
         findings: @check.findings.map { |finding| finding_entry(finding) },
         unmeasured: @check.results.flat_map { |result| result.unmeasured.map { |place| unmeasured_entry(result.rule, place) } }}
      end

      # @return [String]
      def to_csv
        CSV.generate(row_sep: "\r\n") do |csv|
          csv << COLUMNS
          to_h[:findings].each { |finding| csv << finding.values_at(*COLUMNS).map { |cell| harmless(cell) } }
        end
      end

      # @param name [String] of the manuscript
      # @return [String] a whole page
      def to_html(name)
        @name = name
        ERB.new(File.read(File.join(__dir__, "findings.html.erb")), trim_mode: "-").result(binding)
      end

      private

      def h(text) = ERB::Util.html_escape(text)

      # A cell that a table program would take for a formula is written as text.
      def harmless(cell) = (cell.is_a?(String) && cell.match?(/\A[=+\-@\t]/)) ? "'#{cell}" : cell

      def unmeasured_entry(rule, place)
        {rule: rule.id, paragraph: place.paragraph && @check.manuscript.index_of(place.paragraph), page: place.page, why: place.why}
      end

      def finding_entry(finding)
        {rule: finding.rule, severity: finding.severity.to_s, paragraph: finding.paragraph && @manuscript.index_of(finding.paragraph), page: finding.page, expected: finding.expected, measured: finding.measured,
         expected_value: finding.expected_value, measured_value: finding.measured_value, unit: finding.unit, message: finding.message, fixable: !finding.fix.nil?, waived: nil}
      end
    end
  end
end
