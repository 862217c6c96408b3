# frozen_string_literal: true

module Norvel
  module Report
    # The report of a check on sheets of paper: the result at a glance, the causes, then rule by rule every place.
    class FindingsSheets
      MOST = 200 # places of one cause

      # @param findings [Findings] @param check [Guide::Check]
      def initialize(findings, check, name:, date:, fingerprint:)
        @findings, @check, @name, @date, @fingerprint = findings, check, name, date, fingerprint
        @sheets = Sheets.new("#{name}, held against #{check.guide.title}")
      end

      # @return [String] the bytes of a PDF
      def pdf
        first_sheet
        @sheets.add(:head, "Rule by rule", break_before: true)
        @check.results.each { |result| rule(result) }
        waivers if @check.manuscript.waivers.any?
        @sheets.pdf(date: @date)
      end

      private

      def first_sheet
        @sheets.add(:title, @name)
        guide = @check.guide
        @sheets.add(:text, "Held against ", [guide.title, {italic: true}],
          "#{", #{guide.house}" if guide.house}, version #{guide.version}, on #{@date.strftime("%-d %B %Y")}.")
        counts = {"rules met" => @check.count(:met), "broken" => @check.count(:broken), "waived" => @check.count(:waived),
                  "not measurable" => @check.count(:not_measurable), "findings" => @check.open_findings.size}
        @sheets.table([counts.keys, counts.values], [34] * 5)
        @sheets.add(:note, "Pages with findings: #{pages.empty? ? "none" : pages.join(", ")}.")
        causes
        @sheets.add(:note, "Fingerprint of the file (SHA-256): #{@fingerprint}") if @fingerprint
        @sheets.add(:note,
          @check.layout.exact? ? "Every page is laid out exactly." :
          "Not laid out truly: pages #{@check.layout.inexact.keys.first(40).join(", ")}.")
      end

      def pages
        rows = @check.open_findings.filter_map(&:page).uniq.sort.slice_when { |one, other| other != one + 1 }
        rows.map { |row| [row.first, row.last].uniq.join("–") }
      end

      def causes
        return if @findings.largest.empty?

        @sheets.add(:head, "The causes, largest first")
        @findings.largest.first(15).each do |cause|
          @sheets.add(:text, "#{cause.open.size} × ", [cause.measured.to_s, {bold: true}],
            ["; #{cause.expected} is asked for", {color: Sheets::GREY}])
        end
      end

      def rule(result)
        @sheets.add(:rule, result.rule.clause,
          ["  #{result.state.to_s.tr("_", " ")}", (result.state == :broken) ? {color: Sheets::RED} : {color: Sheets::GREY}])
        Guide::Mending.causes(result.findings).each { |cause| cause(cause) }
        return if result.unmeasured.empty?

        pages = result.unmeasured.map(&:page).uniq.first(20)
        why = result.unmeasured.map(&:why).uniq.first(3)
        @sheets.add(:note, "Not measurable on pages #{pages.join(", ")}: #{why.join("; ")}.")
      end

      def cause(cause)
        @sheets.add(:cause, "#{cause.findings.size} × ", [cause.measured.to_s, {bold: true}],
          ["; #{cause.expected} is asked for", {color: Sheets::GREY}])
        waived = cause.findings.any?(&:waived)
        rows = cause.findings.first(MOST).map do |finding|
          [finding.page, @findings.folio(finding.page), @findings.place(finding), finding.waived.to_s]
        end
        rows.unshift(["Page", "Folio", "Place", "Waived for"])
        waived ? @sheets.table(rows, [14, 14, 90, 52]) : @sheets.table(rows.map { |row| row.first(3) }, [14, 14, 142])
        left = cause.findings.size - MOST
        @sheets.add(:note, "… and #{left} more places of the same cause; the table (CSV) has them all.") if left.positive?
      end

      def waivers
        @sheets.add(:head, "Waivers")
        rows = @check.manuscript.waivers.map { |waiver| [waiver.rule, waiver.text.to_s[0, 60], waiver.reason] }
        @sheets.table([%w[Rule Place Reason], *rows], [35, 65, 70])
      end
    end
  end
end
