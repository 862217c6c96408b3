# frozen_string_literal: true

require_relative "../report"

module Norvel
  module CommandLine
    class Survey < Command
      command "survey", "survey FILE [--json]", "what the manuscript is made of", files: 1

      def options(parser) = json(parser)

      def carry_out((file))
        survey = Report::Survey.new(Examination.new(manuscript(file)))
        data = survey.to_h
        return answer(data) if @options[:json]

        looks, kinds = data[:looks].size, data[:paragraphs].map { |paragraph| paragraph[:role] }.uniq.size
        more = " (some kinds look alike)" if looks < kinds
        @out.puts "#{(looks == 1) ? "1 look stands" : "#{looks} looks stand"} for #{(kinds == 1) ? "1 kind" : "#{kinds} kinds"} of paragraph#{more}; #{survey.empty} of #{data[:paragraphs].size} paragraphs are empty"
        survey.makeup.groups.each do |heading, rows|
          @out.puts "", "#{heading}:", *(rows.empty? ? "  none" : rows.map { |row| "  #{row.what.ljust(36)} #{row.count.to_s.rjust(6)}" })
        end
        @out.puts "", *data[:warnings] if data[:warnings].any?
      end
    end

    class Pages < Command
      command "pages", "pages FILE [--json]", "the layout", files: 1

      def options(parser) = json(parser)

      def carry_out((file))
        data = Report::Pages.new(Layout.new(manuscript(file))).to_h
        return answer(data) if @options[:json]

        data[:substitutions].each { |match| @out.puts "#{match[:asked]}: shown in #{match[:used]} (#{match[:match]})" }
        data[:pages].each { |page| @out.puts "page #{page[:number]} (#{page[:folio]}): #{page[:lines].size} lines, #{page[:turn][:reason].tr("_", " ")}, #{page[:turn][:empty_pt]} pt empty" }
      end
    end

    class Guides < Command
      command "guides", "guides", "the guides that ship with Norvel, one name a line", files: 0

      def carry_out(_) = @out.puts(Guide.shipped)
    end

    class Check < Command
      command "check", "check FILE --guide GUIDE [--json] [--report OUT.html|.csv]", "findings against a guide (.pdf reports come later)", files: 1

      def options(parser)
        json(parser)
        guide_option(parser)
        parser.on("--report OUT", "write the findings to OUT.html or OUT.csv") { |path| @options[:report] = path }
      end

      def carry_out((file))
        kind = @options[:report] && File.extname(@options[:report]).downcase
        raise Misuse, "--report writes .html or .csv so far, not “#{kind}”" if kind && ![".html", ".csv"].include?(kind)

        check = Examination.new(manuscript(file)).check(guide)
        report = Report::Findings.new(check)
        save(@options[:report], (kind == ".csv") ? report.to_csv : report.to_html(File.basename(file)), inputs: [file]) if kind
        @options[:json] ? answer(report.to_h) : tell(check)
        check.must_broken? ? BROKEN : DONE
      end

      private

      def tell(check)
        @out.puts "#{check.guide.title} #{check.guide.version}: #{check.count(:met)} rules met, #{check.count(:broken)} broken"
        check.results.each do |result|
          @out.puts "#{result.state.to_s.tr("_", " ").ljust(15)} #{result.rule.clause}"
          result.findings.first(5).each { |finding| @out.puts "                #{"page #{finding.page}: " if finding.page}#{finding.message}" }
          @out.puts "                … and #{result.findings.size - 5} more" if result.findings.size > 5
        end
      end
    end

    class Tidy < Command
      command "tidy", "tidy FILE --guide GUIDE --out OUT [--dry-run] [--json]", "makes the plan and applies it", files: 1

      def options(parser)
        json(parser)
        guide_option(parser)
        parser.on("--out OUT", "where the result goes") { |path| @options[:out] = path }
        parser.on("--dry-run", "say what would be done, write nothing") { @options[:dry] = true }
      end

      def carry_out((file))
        raise Misuse, "--out is missing" unless @options[:out] || @options[:dry]

        house = guide
        before = Examination.new(manuscript(file))
        plan = Plan.new(before, house)
        save(@options[:out], Formats.write(plan.apply, source: load(file)), inputs: [file]) unless @options[:dry]
        @options[:json] ? answer(Report::Tidy.new(before, plan, house).to_h) : @out.puts(plan.lines.map(&:sentence))
      end
    end

    class Restyle < Command
      command "restyle", %(restyle FILE --set "STYLE: LINE"… --out OUT), "changes styles by type specifications; one that is not there is made", files: 1

      def options(parser)
        parser.on("--set LINE", %(such as "heading 2: 14 pt, bold", or "Pull quotation from Body: italic, centred"; may be said often)) { |line| (@options[:set] ||= []) << line }
        parser.on("--out OUT", "where the result goes") { |path| @options[:out] = path }
      end

      def carry_out((file))
        raise Misuse, "--set is missing" unless @options[:set]
        raise Misuse, "--out is missing" unless @options[:out]

        before = manuscript(file)
        operation = Changes.build("restyle", "lines" => @options[:set])
        after = operation.call(before)
        save(@options[:out], Formats.write(after, source: load(file)), inputs: [file])
        @out.puts operation.told(before, after), *Formats.cannot_say(before, after)
      rescue ChangeRefused => error
        raise Misuse, error.message
      end
    end

    class Convert < Command
      command "convert", "convert IN OUT [--guide GUIDE]", "from one format to another, in a guide's styles where one is given (.docx only so far)", files: 2

      def options(parser) = guide_option(parser)

      def carry_out((from, to))
        raise FileError, "“#{File.basename(to)}”: only .docx can be written so far." unless %w[.docx .dotx].include?(File.extname(to).downcase)

        before = manuscript(from)
        after = @options[:guide] ? Plan.new(before, guide).apply : before
        save(to, Formats.write(after, source: load(from)), inputs: [from])
      end
    end
  end
end
