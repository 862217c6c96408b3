# frozen_string_literal: true

require_relative "../report"
require_relative "../report/many"

module Norvel
  module CommandLine
    class Check < Command
      command "check", "check FILE… --guide GUIDE [--report OUT.html|.pdf|.csv|.json] [--waivers FILE] [--recursive] [--json]",
        "findings against a guide; of several files or a folder, who meets what", files: (1..)

      def options(parser)
        json(parser)
        as_option(parser)
        guide_option(parser)
        parser.on("--recursive", "folders with the folders in them") { @options[:recursive] = true }
        parser.on("--report OUT", "write the findings to OUT.html, OUT.pdf, OUT.csv or OUT.json") { |path| @options[:report] = path }
        parser.on("--waivers FILE", "findings that are let be: a JSON list, or a .json report that holds one") do |path|
          @options[:waivers] = path
        end
      end

      REPORTS = %w[.html .pdf .csv .json].freeze

      def carry_out(paths)
        kind = @options[:report] && File.extname(@options[:report]).downcase
        raise Misuse, "--report writes #{REPORTS.join(", ")}, not “#{kind}”" if kind && !REPORTS.include?(kind)

        house = guide
        return many(paths, house, kind) if paths.size > 1 || File.directory?(paths.first)

        one(paths.first, house, kind)
      end

      private

      def one(file, house, kind)
        check = Examination.new(waived(manuscript(file))).check(house)
        report = Report::Findings.new(check)
        save(@options[:report], written(report, kind, File.basename(file)), inputs: [file]) if kind
        @options[:json] ? answer(report.to_h) : tell(check)
        check.must_broken? ? BROKEN : DONE
      end

      def written(report, kind, name)
        case kind
        when ".csv" then report.to_csv
        when ".json" then JSON.pretty_generate(report.to_h)
        when ".pdf" then report.to_pdf(name)
        else report.to_html(name)
        end
      end

      # Each by itself: one that cannot be read does not stop the others.
      def many(paths, house, kind)
        files = paths.flat_map { |path| File.directory?(path) ? within(path) : [path] }
        raise FileError, "There is no manuscript in “#{paths.first}”." if files.empty?

        report = Report::Many.new(house)
        files.each { |file| report.add(file) { Examination.new(waived(manuscript(file))).check(house) } }
        save(@options[:report], written_many(report, kind), inputs: files) if kind
        @options[:json] ? answer(report.to_h) : @out.puts(report.lines)
        return CommandLine::UNREADABLE if report.unreadable?

        report.must_broken? ? BROKEN : DONE
      end

      # The manuscripts of a folder, whatever the case of their ending; lock files and hidden ones are passed over, others told.
      def within(folder)
        names = Dir.children(folder).sort.reject { |name| name.start_with?(".", "~$") }
        folders, files = names.map { |name| File.join(folder, name) }.partition { |path| File.directory?(path) }
        readable, others = files.partition { |path| Formats.endings.include?(File.extname(path).downcase) }
        others.each { |path| @err.puts "note: “#{path}” is no manuscript that Norvel reads; it was passed over." }
        readable + (@options[:recursive] ? folders.flat_map { |path| within(path) } : [])
      rescue SystemCallError => error
        raise FileError, "“#{folder}” cannot be read: #{Error.said_by_the_system(error)}."
      end

      def written_many(report, kind)
        {".csv" => -> { report.to_csv }, ".json" => -> { JSON.pretty_generate(report.to_h) },
         ".pdf" => -> { report.to_pdf }, ".html" => -> { report.to_html }}.fetch(kind).call
      end

      # Found again by the text of their paragraph, the nearest of several.
      def waived(manuscript)
        return manuscript unless @options[:waivers]

        waivers = Report::Waivers.read(load(@options[:waivers]), manuscript)
        unknown = waivers.map(&:rule).uniq - guide.rules.map(&:id)
        unknown.each { |rule| @err.puts "note: the waivers name the rule “#{rule}”, which the guide does not have." }
        manuscript.with(waivers: waivers)
      end

      def tell(check)
        @out.puts "#{check.guide.title} #{check.guide.version}: #{check.count(:met)} rules " \
        "met, #{check.count(:broken)} broken#{", #{check.count(:waived)} waived" if check.count(:waived).positive?}"
        check.results.each do |result|
          @out.puts "#{result.state.to_s.tr("_", " ").ljust(15)} #{result.rule.clause}"
          result.findings.first(5).each do |finding|
            waived = " (waived: #{finding.waived})" if finding.waived
            @out.puts "                #{"page #{finding.page}: " if finding.page}#{finding.message}#{waived}"
          end
          @out.puts "                … and #{result.findings.size - 5} more" if result.findings.size > 5
        end
      end
    end
  end
end
