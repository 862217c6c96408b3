# frozen_string_literal: true

require "csv"
require "erb"
require_relative "waivers"

module Norvel
  module Report
    # Many manuscripts against one guide: who meets what.
    class Many
      SIGNS = {"met" => "✓", "broken" => "×", "waived" => "w", "not_measurable" => "?", "not_applicable" => "–"}.freeze

      # @param guide [Guide]
      def initialize(guide)
        @guide = guide
        @rows = []
      end

      # @param check [Guide::Check]
      # @return [Hash] what a row says of it
      def self.row(check)
        {met: check.count(:met), broken: check.count(:broken), findings: check.open_findings.size, must_broken: check.musts_broken,
         rules: check.results.to_h { |result| [result.rule.id, result.state.to_s] }}
      end

      # @param row [Hash] with :file and :error, and what `row` says
      # @return [void]
      def put(row) = @rows << row

      # @param file [String] its name
      # @yieldreturn [Guide::Check]
      # @return [void]
      def add(file)
        put({file: file, error: nil, **self.class.row(yield)})
      rescue FileError => error
        @rows << {file: file, met: nil, broken: nil, findings: nil, error: error.message, must_broken: nil, rules: nil}
      end

      # @return [Hash] of plain JSON values
      def to_h =
        {
          guide: @guide.title, version: @guide.version, files: @rows.map do |row|
            row.slice(:file, :met, :broken, :must_broken, :findings, :error, :rules)
          end
        }

      # @return [Boolean]
      def unreadable? = @rows.any? { |row| row[:error] }

      # @return [Boolean] whether any breaks a must
      def must_broken? = @rows.any? { |row| row[:must_broken].to_i.positive? }

      # @return [Array<String>] for a terminal
      def lines
        wide = @rows.map { |row| File.basename(row[:file]).length }.max
        @rows.map do |row|
          said = row[:error] || "#{row[:met]} met, #{row[:broken]} broken (#{row[:must_broken]} must), #{row[:findings]} findings"
          "#{File.basename(row[:file]).ljust(wide)}  #{said}"
        end
      end

      # @return [String] RFC 4180
      def to_csv
        rules = @guide.rules.map(&:id)
        CSV.generate(row_sep: "\r\n") do |csv|
          csv << %w[file met broken must_broken findings error] + rules
          @rows.each do |row|
            csv << row.values_at(:file, :met, :broken, :must_broken, :findings, :error) + rules.map { |rule| row[:rules]&.[](rule) }
          end
        end
      end

      # @return [String] a whole page
      def to_html = ERB.new(File.read(File.join(__dir__, "many.html.erb")), trim_mode: "-").result(binding)

      # @return [String] the same on sheets of paper, the bytes of a PDF
      def to_pdf
        sheets = Sheets.new("Manuscripts, held against #{@guide.title}")
        sheets.add(:title, "#{@rows.size} manuscripts")
        sheets.add(:text, "Held against ", [@guide.title, {italic: true}], ", version #{@guide.version}.")
        rows = @rows.map do |row|
          [File.basename(row[:file]), *(row[:error] ? [row[:error], "", "", ""] : row.values_at(:met, :broken, :must_broken, :findings))]
        end
        sheets.table([["File", "Met", "Broken", "Of these must", "Findings"], *rows], [70, 40, 20, 20, 20])
        broken = @guide.rules.map { |rule| [rule.clause, @rows.count { |row| row[:rules]&.[](rule.id) == "broken" }] }
          .select { |_, count| count.positive? }.sort_by { |_, count| -count }
        sheets.add(:head, "Rules broken, by how many")
        sheets.table([["Rule", "Manuscripts"], *broken], [140, 30])
        sheets.pdf
      end

      private

      def h(text) = ERB::Util.html_escape(text)
    end
  end
end
