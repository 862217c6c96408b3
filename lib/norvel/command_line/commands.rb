# frozen_string_literal: true

require_relative "../report"

module Norvel
  module CommandLine
    class Survey < Command
      command "survey", "survey FILE [--json]", "what the manuscript is made of", files: 1

      def options(parser)
        json(parser)
        as_option(parser)
      end

      def carry_out((file))
        survey = Report::Survey.new(Examination.new(manuscript(file)))
        data = survey.to_h
        return answer(data) if @options[:json]

        looks, kinds = data[:looks].size, data[:paragraphs].map { |paragraph| paragraph[:role] }.uniq.size
        more = " (some kinds look alike)" if looks < kinds
        @out.puts "#{(looks == 1) ? "1 look stands" : "#{looks} looks stand"} " \
          "for #{(kinds == 1) ? "1 kind" : "#{kinds} kinds"} of " \
          "paragraph#{more}; #{survey.empty} of #{data[:paragraphs].size} paragraphs are empty"
        survey.makeup.groups.each do |heading, rows|
          @out.puts "", "#{heading}:", *(rows.empty? ? "  none" : rows.map { |row| "  #{row.what.ljust(36)} #{row.count.to_s.rjust(6)}" })
        end
        @out.puts "", *data[:warnings] if data[:warnings].any?
      end
    end

    class Pages < Command
      command "pages", "pages FILE [--json]", "the layout", files: 1

      def options(parser)
        json(parser)
        as_option(parser)
      end

      def carry_out((file))
        data = Report::Pages.new(Layout.new(manuscript(file))).to_h
        return answer(data) if @options[:json]

        data[:substitutions].each { |match| @out.puts "#{match[:asked]}: shown in #{match[:used]} (#{match[:match]})" }
        data[:pages].each do |page|
          @out.puts "page #{page[:number]} (#{page[:folio]}): #{page[:lines].size} " \
            "lines, #{page[:turn][:reason].tr("_", " ")}, #{page[:turn][:empty_pt]} pt empty"
        end
      end
    end

    class Guides < Command
      command "guides", "guides [--json]", "the guides that ship with Norvel, one name a line", files: 0

      def options(parser) = json(parser)

      def carry_out(_)
        return @out.puts(Guide.shipped) unless @options[:json]

        answer(Guide.shipped.map { |name|
          Guide.find(name).then { |guide| {name: name, title: guide.title, version: guide.version, rules: guide.rules.size} }
        })
      end
    end

    class Tidy < Command
      command "tidy", "tidy FILE (--guide GUIDE | --keep-look) --out OUT [--dry-run] [--json]", "makes the plan and applies it", files: 1

      def options(parser)
        json(parser)
        as_option(parser)
        guide_option(parser)
        parser.on("--keep-look", "without a guide: the look stays, and styles are made of it") { @options[:keep] = true }
        parser.on("--out OUT", "where the result goes") { |path| @options[:out] = path }
        parser.on("--dry-run", "say what would be done, write nothing") { @options[:dry] = true }
      end

      def carry_out((file))
        raise Misuse, "--out is missing" unless @options[:out] || @options[:dry]

        raise Misuse, "--guide or --keep-look, not both" if @options[:keep] && @options[:guide]

        refuse_json_with_output
        house = @options[:keep] ? Guide.none : guide
        before = Examination.new(manuscript(file))
        plan = @options[:keep] ? Plan::Keeping.new(before) : Plan.new(before, house)
        tell_lost(deliver(@options[:out], plan.apply, file)) unless @options[:dry]
        return answer(Report::Tidy.new(before, plan, house).to_h) if @options[:json]

        kept = plan.remarks.map { |remark| "Left: #{remark.sentence}" } if @options[:keep]
        ((@options[:out] == STANDARD) ? @err : @out).puts(plan.lines.map(&:sentence), *kept)
      end
    end

    class Restyle < Command
      command "restyle", %(restyle FILE --set "STYLE: LINE"… --out OUT [--json]),
        "changes styles by type specifications; one that is not there is made", files: 1

      GROUPS = Changes::Exceptions::GROUPS.keys.join(", ").freeze

      def options(parser)
        json(parser)
        as_option(parser)
        parser.on("--set LINE",
          %(such as "heading 2: 14 pt, bold", or "Pull quotation from Body: italic, centred"; may be said often)) do |line|
          (@options[:set] ||= []) << line
        end
        who = "who takes over what is meant for running text: #{GROUPS}; they keep clear of it otherwise"
        parser.on("--take GROUPS", Array, who) { |groups| @options[:take] = groups }
        parser.on("--out OUT", "where the result goes") { |path| @options[:out] = path }
      end

      def carry_out((file))
        raise Misuse, "--set is missing" unless @options[:set]
        raise Misuse, "--out is missing" unless @options[:out]

        refuse_json_with_output
        before = manuscript(file)
        line = line_of(before)
        operation = line.operation
        after = operation.call(before)
        tell_lost(deliver(@options[:out], after, file))
        return answer(restyled(before, after).merge(kept_clear: line.exceptions.kept.transform_values(&:size))) if @options[:json]

        ((@options[:out] == STANDARD) ? @err : @out).puts operation.told(before, after), *Formats.cannot_say(before, after)
      rescue ChangeRefused => error
        raise Misuse, error.message
      end

      private

      # The same as a line in the browser. Headings and what else is no running text take over nothing that was meant for that.
      def line_of(before)
        groups = (@options[:take] || []).map { |name| name.strip.to_sym }
        unknown = groups.find { |group| !Changes::Exceptions::GROUPS.key?(group) }
        raise Misuse, "--take knows no “#{unknown}”; it is one of #{GROUPS}" if unknown

        families = Fonts.of(before).known | before.sheet.families
        line = Changes::OneLine.new(before, @options[:set].join("\n"), families: families, roles: Roles.new(before), take: groups)
        raise Misuse, "“#{@options[:set].first}” begins with no style; write it like “heading 2: 14 pt, bold”." unless line.named?

        line
      end

      # Each style that a line was about, with what it says itself now. A line that is not understood is refused whole.
      def restyled(before, after)
        changed = after.sheet.styles.values.reject { |style| before.sheet[style.id] == style }
        {restyled: changed.map { |style| {style: style.name, values: Report::Survey.values(style.properties)} }, not_understood: []}
      end
    end

    class Template < Command
      command "template", "template GUIDE OUT",
        "the guide as a template: its styles, parts and contents, with sample text that says what goes where", files: 2

      def carry_out((name, to))
        format = Formats.ending_with(to)
        unless Formats.begun_in.include?(format)
          written = Formats.begun_in.flat_map(&:endings)
          raise FileError, "“#{File.basename(to)}”: a template is one of #{written.join(", ")}."
        end

        save(to, Norvel::Template.with_samples(Guide.find(name), name: to, format: format))
      end
    end

    class LearnGuide < Command
      command "guide", "guide FILE… --out GUIDE.yml [--title TITLE] [--json]", "a guide learned from good examples of one house",
        files: (1..)

      def options(parser)
        json(parser)
        as_option(parser)
        parser.on("--out GUIDE.yml", "where the guide goes") { |path| @options[:out] = path }
        parser.on("--title TITLE", "what it is called") { |title| @options[:title] = title }
      end

      def carry_out(paths)
        raise Misuse, "--out is missing" unless @options[:out] || @options[:json]

        refuse_json_with_output
        learning = Learning.new(paths.to_h { |path| [path, Examination.new(manuscript(path))] }, **@options.slice(:title))
        save(@options[:out], learning.yaml, inputs: paths) if @options[:out]
        @options[:json] ? answer(learning.to_h) : tell(learning)
      end

      private

      def tell(learning)
        return if @options[:out] == STANDARD

        (learning.findings_of_design + learning.proposals).each { |one| @out.puts "#{one.words.rjust(12)}  #{one.sentence}#{where(one)}" }
        @out.puts "", *learning.cannot_tell
      end

      def where(proposal)
        several = proposal.exceptions.map(&:file).uniq.size > 1
        pages = proposal.exceptions.select(&:page).map { |place| [(place.file if several), place.page] }.uniq
        return "" if pages.empty?

        shown = pages.first(MOST).map { |file, page| "#{"#{File.basename(file)}, " if file}page #{page}" }
        " Not on #{shown.join("; ")}#{" …" if pages.size > MOST}."
      end
    end

    class Compare < Command
      command "compare", "compare A B [--report OUT.html] [--json]", "what differs in text, formatting and pages; of two guides, in words",
        files: 2

      def options(parser)
        json(parser)
        as_option(parser)
        parser.on("--report OUT", "the same side by side, on a page: OUT.html") { |path| @options[:report] = path }
      end

      GUIDES = %w[.yml .yaml].freeze

      def carry_out(paths)
        guides = paths.map { |path| GUIDES.include?(File.extname(path).downcase) || Guide.shipped.include?(path) }
        raise Misuse, "a guide and a manuscript cannot be compared" if guides.uniq.size > 1
        return of_guides(paths.map { |path| Guide.find(path) }) if guides.all?

        kind = @options[:report] && File.extname(@options[:report]).downcase
        raise Misuse, "--report writes .html, not “#{kind}”" if kind && kind != ".html"

        report = Report::Comparison.new(SideBySide.new(*paths.map { |path| Examination.new(manuscript(path)) }), names(paths))
        save(@options[:report], report.to_html, inputs: paths) if kind
        @options[:json] ? answer(report.to_h) : @out.puts(report.lines)
      end

      private

      def names(paths) = (paths.map { |path| File.basename(path) }.uniq.size > 1) ? paths.map { |path| File.basename(path) } : paths

      def of_guides(guides)
        sentences = Guide::Comparison.new(*guides).sentences
        return answer(differences: sentences) if @options[:json]

        @out.puts(sentences.empty? ? "They ask for the same." : sentences)
      end
    end

    class Convert < Command
      command "convert", "convert IN OUT [--guide GUIDE] [--json]",
        "from one format to another, in a guide's styles where one is given: " \
        "from #{Formats.endings.join(", ")} to #{Formats.written.join(", ")}", files: 2

      def options(parser)
        json(parser)
        as_option(parser)
        guide_option(parser)
      end

      def carry_out((from, to))
        @options[:out] = to
        refuse_json_with_output
        before = manuscript(from)
        after = @options[:guide] ? Plan.new(before, guide).apply : before
        lost = deliver(to, after, from)
        tell_lost(lost)
        answer(lost: lost.map { |kind| {what: kind.what, count: kind.count} }, hindrances: hindrances(after, to)) if @options[:json]
      end

      private

      # @return [Array<String>] why the file may not call itself accessible
      def hindrances(manuscript, to)
        format = Formats.ending_with(to)
        format.makes? ? format.hindrances(Layout.new(manuscript)) : []
      end
    end
  end
end
