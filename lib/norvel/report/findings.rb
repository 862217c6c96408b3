# frozen_string_literal: true

require "csv"
require "erb"

module Norvel
  module Report
    # What a check found, as JSON, CSV (RFC 4180) or a page to print.
    class Findings
      COLUMNS = %i[rule severity paragraph page expected measured message waived].freeze

      # @param check [Guide::Check]
      def initialize(check)
        @check = check
        @manuscript = check.manuscript
      end

      # @return [Hash] of plain JSON values
      def to_h
        {guide: @check.guide.title, version: @check.guide.version, met: @check.count(:met), broken: @check.count(:broken),
         rules: @check.results.map { |result|
           {id: result.rule.id, severity: result.rule.severity.to_s, state: result.state.to_s, findings: result.findings.size}
         },
         findings: @check.findings.map { |finding| finding_entry(finding) },
         waivers: @manuscript.waivers.map { |waiver|
           {rule: waiver.rule, paragraph: waiver.paragraph && @manuscript.index_of(waiver.paragraph),
            text: waiver.text, reason: waiver.reason}
         },
         unmeasured: @check.results.flat_map { |result| result.unmeasured.map { |place| unmeasured_entry(result.rule, place) } }}
      end

      # @return [String]
      def to_csv
        CSV.generate(row_sep: "\r\n") do |csv|
          csv << COLUMNS
          to_h[:findings].each { |finding| csv << finding.values_at(*COLUMNS).map { |cell| harmless(cell) } }
        end
      end

      MOST_PLACES = 200 # of one cause on the page

      # @param name [String] of the manuscript @param date [Time] @param fingerprint [String, nil] of the file, SHA-256
      # @return [String] a whole page
      def to_html(name, date: Time.now, fingerprint: nil)
        @name, @date, @fingerprint = name, date, fingerprint
        ERB.new(File.read(File.join(__dir__, "findings.html.erb")), trim_mode: "-").result(binding)
      end

      # @return [String] the same on sheets of paper, the bytes of a PDF
      def to_pdf(name, date: Time.now, fingerprint: nil) =
        FindingsSheets.new(self, @check, name: name, date: date, fingerprint: fingerprint).pdf

      # @return [Array<Guide::Mending::Cause>] of all rules, the largest first
      def largest =
        @largest ||= @check.results.flat_map { |result| Guide::Mending.causes(result.findings) }
          .select { |cause| cause.open.any? }.sort_by { |cause| -cause.open.size }

      # @param page [Integer, nil]
      # @return [String, nil]
      def folio(page) = page && @check.layout.pages[page - 1]&.folio

      # A paragraph by its first words; what is about no paragraph by its message.
      def place(finding)
        paragraph = finding.paragraph && @manuscript.paragraph(finding.paragraph) or return finding.message
        paragraph.wordless ? finding.message : paragraph.gist(70)
      end

      private

      def h(text) = ERB::Util.html_escape(text)

      # @return [Hash{Integer=>Integer}] how many findings count on each page
      def places_by_page = @places_by_page ||= @check.open_findings.filter_map(&:page).tally

      # A cell that a table program would take for a formula is written as text.
      def harmless(cell) = (cell.is_a?(String) && cell.match?(/\A[=+\-@\t]/)) ? "'#{cell}" : cell

      def unmeasured_entry(rule, place)
        {rule: rule.id, paragraph: place.paragraph && @check.manuscript.index_of(place.paragraph), page: place.page, why: place.why}
      end

      def finding_entry(finding)
        {rule: finding.rule, severity: finding.severity.to_s, paragraph: finding.paragraph && @manuscript.index_of(finding.paragraph),
         page: finding.page, expected: finding.expected, measured: finding.measured,
         expected_value: finding.expected_value, measured_value: finding.measured_value, unit: finding.unit,
         message: finding.message, fixable: !finding.fix.nil?, waived: finding.waived}
      end
    end
  end
end
