# frozen_string_literal: true

module NorvelWeb
  module Routes
    # Reading a change from what a form sends.
    module ChangeForms
      # What the forms of changes say, each of one kind whichever change it is for.
      TAKES = {
        style: Asked::STYLE, parent: Asked::STYLE, next: Asked::STYLE, replacement: Asked::STYLE, name: Asked::NAME,
        prefix: Asked::NAME, line: Asked.text(8_000), values: Asked.map(Asked::VALUE), paper: Asked::WORDS,
        margin: Asked.map(Asked::VALUE), sections: Asked.list(Asked.sign(/\A\d{1,6}\z/)),
        kinds: Asked.map(Asked.exact(100)), meaning: Asked.map(Asked.exact(500)),
        levels: Asked.map(Asked.map(Asked::VALUE)), styles: Asked.map(Asked.exact(500)),
        mapping: Asked.map(Asked.exact(500)), by: Asked::NUMBER, start: Asked::VALUE, scheme: Asked.exact(60),
        all: Asked::YES, mend: Asked::YES, keep: Asked::YES, on: Asked::YES, run_in: Asked::YES, key: Asked.line(10),
        way: Asked::WORD, follow: Asked::YES, leave: Asked::YES, give: Asked::YES, rest: Asked::YES,
        take: Asked.map(Asked::YES), say: Asked::YES, marks: Asked::YES, kind: Asked::WORDS, list: Asked.exact(100),
        sheet: Asked::SHEET, rule: Asked::RULE, place: Asked::NUMBER, found: Asked::FOUND, revisions: Asked::WORD,
        revision: Asked.sign(/\A\d{1,9} (?:\d{1,6}|end)\z/), reason: Asked.line(500), info: Asked.map(Asked.line(300)),
        alternative: Asked.line(2_000), decorative: Asked::YES, main: Asked::ID, front_format: Asked::WORD,
        chapters: Asked::WORD, stands: Asked::WORDS, begins: Asked::WORD, orientation: Asked::WORD,
        columns: Asked::NUMBER, mirrored: Asked::YES, first: Asked::YES, folio_format: Asked::WORD,
        folio_start: Asked.sign(/\A\s*+\d{0,5}\s*+\z/), side: Asked::WORD, head_text: Asked.line(1_000),
        title: Asked.line(80), deep: Asked::NUMBER, of: Asked.line(100),
        instead: Asked.sign(/\A[\d,]*\z/, most: Asked::LONGEST), html: Asked::TEXT,
        plain: Asked::TEXT, part: Asked::WORD, number: Asked::PLACE,
        cause: Asked::NUMBER, at: Asked::WORD, replace: Asked.line(2_000),
        return: Asked::RETURN
      }.freeze

      # Changes whose forms say something else than their parameters; the others are read by what the operation declares.
      FORMS = {"change_style" => :style_parameters, "remove_direct_formatting" => :bare_parameters, "set_page_design" => :page_parameters,
               "define_style" => :new_style_parameters, "format_here" => :tried_parameters, "replace_blank_lines" => :blank_line_parameters,
               "swap_sheet" => :swap_parameters, "take_styles" => :taken_parameters, "paste_text" => :pasted_parameters,
               "change_list" => :list_parameters, "mend" => :mend_parameters, "remove_traces" => :trace_parameters,
               "accept_revisions" => :revision_parameters, "waive" => :waiver_parameters, "set_info" => :info_parameters,
               "set_alternative" => :alternative_parameters, "make_contents" => :contents_parameters, "set_part" => :part_parameters,
               "set_folios" => :folio_place_parameters, "set_running_head" => :head_parameters,
               "academic_parts" => :academic_parameters, "join_styles" => :join_parameters}.freeze

      # How a parameter of a kind is read from a form.
      READ = {paragraphs: ->(form, _) { form.chosen_ids }, paragraph: ->(form, _) { form.chosen_ids.first },
              headings: ->(form, _) { form.headings_chosen }, all: ->(*) { "all" },
              stretches: ->(form, _) { form.text_chosen }, stretch: ->(form, _) { form.text_chosen.first(1) },
              switch: ->(form, name) { (form.params[name] == "yes") || nil }, yes_or_no: ->(form, name) { form.params[name] == "yes" },
              unless_no: ->(form, name) { form.params[name] != "no" }, number: ->(form, name) { form.params[name]&.to_i }}.freeze
      AS_WRITTEN = ->(form, name) { form.params[name] }
      private_constant :AS_WRITTEN

      # @return [Hash] plain parameters for the operation
      # @raise [Norvel::ChangeRefused] where no form asks for it
      def change_parameters
        name = params["operation"]
        return send(FORMS[name]) if FORMS.key?(name)

        asked = Norvel::Changes.named(name).asked or raise Norvel::ChangeRefused, "There is no change called “#{name}”."
        asked.to_h { |parameter, kind| [parameter.to_s, READ.fetch(kind, AS_WRITTEN)[self, parameter.to_s]] }.compact
      end

      def style_parameters = {"style" => params["style"], "values" => style_values}

      def bare_parameters
        where_chosen.merge("kinds" => hand_kinds_wanted, "meaning" => params["meaning"]&.slice("italic", "bold", "underline")).compact
      end

      def new_style_parameters
        {"id" => manuscript.sheet.free_id(params["name"].to_s), "name" => params["name"], "parent" => params["parent"],
         "kind" => manuscript.sheet.fetch(params["parent"]).kind.to_s}
      end

      def tried_parameters = {**where_chosen, "values" => specified(params["line"], text_only: !params["text"].to_s.empty?)}

      def swap_parameters = other_sheet.then { |kept| {"sheet" => kept.dump, "mapping" => sheet_mapping(kept)} }

      def taken_parameters = {"sheet" => other_sheet.dump, "styles" => (params["styles"] || {}).reject { |_, how| how.to_s.empty? }}

      def pasted_parameters = {"paragraph" => chosen_ids.first, "blocks" => pasted}

      def join_parameters = {"styles" => (params["styles"] || {}).keys, "replacement" => params["replacement"]}

      def list_parameters = {"list" => params["list"], "levels" => list_levels}

      def trace_parameters = {"kinds" => (params["kind"] == "all") ? "all" : [params["kind"].to_s]}

      def revision_parameters = {"revisions" => (params["revisions"] == "all") ? "all" : [params["revision"].to_s.split]}

      def waiver_parameters = {"rule" => params["rule"], "paragraph" => chosen.first&.id, "reason" => params["reason"]}

      # For one reason.
      def several_waived
        findings = found_asked.map(&:first)
        raise Norvel::ChangeRefused, "Those findings are not there any more." if findings.empty?
        raise Norvel::ChangeRefused, "Say why they are left as they are." if params["reason"].to_s.strip.empty?

        waivers = findings.map { |one| ["waive", {"rule" => one.rule, "paragraph" => one.paragraph, "reason" => params["reason"]}] }.uniq
        Norvel::Changes.build("series", "changes" => waivers,
          "title" => "Waived #{plural(findings.size, "finding")}: #{excerpt(params["reason"].to_s, 60)}.")
      end

      def folio_place_parameters = {"parts" => [params["part"].to_i], "place" => params["stands"], "first" => params["first"] != "no"}

      def academic_parameters
        {"main" => params["main"].to_i, "place" => params["stands"], **params.slice("front_format", "chapters")}.compact
      end

      # The change that a form asks for. Formatting by hand goes from the whole manuscript without flattening it, unless that is wanted.
      # @return [Norvel::Changes::Operation]
      def asked_change
        return Norvel::Plan::Baring.new(state, given: change_parameters.slice("meaning")).operation if bares_all_apart?
        return several_waived if params["operation"] == "waive" && params["found"]

        Norvel::Changes::ListsFollow.with(Norvel::Changes.build(params["operation"], change_parameters), state)
      end

      def bares_all_apart?
        return false unless params["operation"] == "remove_direct_formatting" && hand_kinds_wanted.nil?

        params["chosen"] == "all" && params["first"] == "yes"
      end

      # The sheet of a guide stays as it is; where styles say a space themselves, a person may want the whole gap.
      def blank_line_parameters
        guided = guide_of.none? ? [] : state.places(guide_of).styles_of_the_family
        whole = (params["styles"] || {}).select { |_, how| how == "whole" }.keys
        {"paragraphs" => chosen_ids, "guided" => guided, "whole" => whole}.reject { |name, value| name != "paragraphs" && value.empty? }
      end

      # A header that shows the title may say to the file what that is.
      def head_parameters
        text = params["head_text"].to_s
        title = title_offered if params["say"] == "yes" && text.include?("{title}")
        {"parts" => [params["part"].to_i], "text" => text, "side" => params["side"], "kind" => params["kind"],
         "today" => Time.now.strftime("%-d %B %Y"), **(title ? {"title" => title} : {})}
      end

      # @return [String, nil]
      def title_offered = Norvel::Changes::SetRunningHead.title_offered(manuscript, state.roles)

      def pasted = Norvel::Formats::Pasted.read(html: params["html"], plain: params["plain"], marks: params["marks"] == "yes")

      def alternative_parameters
        {"paragraph" => chosen_ids.first, "place" => params["place"].to_i, "text" => params["alternative"].to_s,
         "decorative" => params["decorative"] == "yes"}
      end

      def contents_parameters
        {"before" => chosen_ids.first, "levels" => params["deep"]&.to_i, "instead" => params["instead"]&.split(",")&.map(&:to_i),
         **params.slice("title", "of")}.compact
      end

      # Only what says something else than before.
      def part_parameters
        section = manuscript.sections[params["part"].to_i] or raise Norvel::ChangeRefused, "That part is not there any more."
        page = section.page
        margin = margins_changed(page)
        changed = {
          "paper" => params["paper"], "orientation" => params["orientation"], "begins" => params["begins"], "columns" => params["columns"]
        }
        now = {"paper" => page.paper.delete_suffix(" landscape"), "orientation" => (page.width > page.height) ? "landscape" : "portrait",
               "begins" => section.begins.to_s, "columns" => section.columns.to_s}
        changed = changed.reject { |name, value| value.to_s.empty? || value == now[name] }
        changed["mirrored"] = params["mirrored"] == "yes" unless (params["mirrored"] == "yes") == manuscript.settings.mirrored
        changed = changed.merge({"margin" => (margin unless margin.empty?), "folio" => folio_parameters(section.folio)}.compact)
        raise Norvel::ChangeRefused, "Nothing of the part was changed." if changed.empty?

        changed.merge("parts" => [params["part"].to_i])
      end

      def folio_parameters(folio)
        start = params["folio_start"].to_s.strip
        said = {}
        said["format"] = params["folio_format"] unless [nil, "", folio.format.to_s].include?(params["folio_format"])
        said["continues"] = true if start.empty? && folio.start
        said["start"] = start.to_i unless start.empty? || start == folio.start.to_s
        said.empty? ? nil : said
      end

      # Only what is to be said otherwise.
      def info_parameters
        named = (params["info"] || {}).slice(*Norvel::Changes::SetInfo::NAMES)
        changed = named.reject { |name, text| text.strip == manuscript.info[name.to_sym].to_s }
        changed.empty? ? raise(Norvel::ChangeRefused, "Nothing of that was changed.") : changed
      end

      # All findings of a cause, or all that have a fix.
      def mend_parameters
        check = state.check(guide_of)
        return all_mended(check) unless params["rule"] || params["found"]

        findings = params["found"] ? found_asked.map(&:first).reject(&:waived) : cause_asked&.open || []
        changes = Norvel::Guide::Mending.changes(findings)
        raise Norvel::ChangeRefused, "Nothing of that can be fixed." if changes.empty?

        {"changes" => changes, "title" => "Fixed what #{plural(findings.count(&:fix), "finding")} of the guide asked for."}
      end

      # What is shown before it is made: the cure of a poor turn, one way to mend a finding, or any change that is asked for.
      def considered_change
        return cure_of_turn if params["operation"] == "cure"
        return asked_change unless params["operation"] == "mend" && params["place"]

        finding = finding_asked or raise Norvel::ChangeRefused, "That finding is not there any more."
        @fixes = bench.fixes(guide_of, finding)
        @fix = params["way"] ? @fixes.fix(params["way"].to_i) : @fixes.best
        raise Norvel::ChangeRefused, "Nothing that could be done by itself mends that; it is for a person." unless @fix

        @fix.operation
      end

      # Only what brings no finding that was not there before.
      def all_mended(check)
        changes = Norvel::Changes::SafeMending.new(check).changes
        if changes.empty?
          raise Norvel::ChangeRefused, "No fix of them is safe by itself: each would break another rule. " \
            "The plan brings the guide's whole sheet in, or fix a cause by itself and see what it does."
        end

        {"changes" => changes, "title" => "Fixed what findings of the guide asked for: #{plural(changes.size, "change")}."}
      end

      # What mends a poor turn that is shown.
      def cure_of_turn
        poor = state.breaks.poor.find { |one| one.kind.to_s == params["kind"] && one.paragraph == chosen_ids.first }
        raise Norvel::ChangeRefused, "That turn is not there any more." unless poor&.cure

        Norvel::Changes.build(*poor.cure)
      end

      # Only what says something else than before.
      def list_levels
        list = manuscript.lists[params["list"].to_s]
        (params["levels"] || {}).filter_map do |index, fields|
          level = list&.levels&.[](index.to_i) or next
          changed = fields.reject { |name, written| written.to_s.strip == written_level(list, index.to_i, level, name) }
          [index, changed] unless changed.empty?
        end.to_h
      end

      def written_level(list, index, level, name)
        case name
        when "indent_start", "indent_first"
          level.properties.key?(name.to_sym) ? Norvel::Properties[name].show(level.properties[name.to_sym]) : ""
        when "text" then (level.format == "bullet") ? Norvel::ListLabels.sample(list, index) : level.text
        else level[name].to_s
        end
      end

      # @return [Array<Integer>] ids of the headings among what is chosen
      def headings_chosen
        ids = chosen.select { |paragraph| paragraph.run_in || state.layout.cascade.paragraph(paragraph)[:outline_level] }.map(&:id)
        ids.empty? ? raise(Norvel::ChangeRefused, "No heading is chosen.") : ids
      end

      # Words where words are chosen, otherwise paragraphs.
      def where_chosen = params["text"].to_s.empty? ? {"paragraphs" => chosen_ids} : {"text" => text_chosen}

      # @return [Array<String>, nil] property names; nil: all
      def hand_kinds_wanted
        wanted = params["kind"].to_s.split(",") + (params["kinds"] || {}).keys
        wanted.empty? ? nil : wanted
      end

      def text_chosen
        raise Norvel::ChangeRefused, "No words are chosen." if stretches.empty?

        stretches.map { |paragraph, from, to| [paragraph.id, from, to] }
      end

      def chosen_ids
        return "all" if params["chosen"] == "all"
        raise Norvel::ChangeRefused, "No paragraph is chosen." if chosen.empty?

        chosen.map(&:id)
      end

      # A change of a style goes as far as it should: see Norvel::Changes::Reach.
      # @param traps [Boolean] whether traps are avoided
      def style_change(operation, traps: false)
        unless operation.is_a?(Norvel::Changes::ChangeStyle)
          return traps ? Norvel::Changes::Traps.mended(operation, manuscript) : operation
        end

        changing = {operation.parameters["style"] => operation.parameters["values"].keys.map(&:to_sym)}
        @reach = Norvel::Changes::Reach.new(manuscript, changing, roles: state.roles, take: taking, traps: traps,
          follow: params["follow"] == "yes")
        @reach.settle(operation)
      end

      # What the line means that was written about what is chosen.
      # @return [Norvel::Changes::OneLine]
      # @param also [Array<Symbol>] what is chosen besides @param way [String, nil] nil: as the form says
      def line_said(also: [], way: nil)
        words = !params["text"].to_s.empty?
        choices = Norvel::Changes::OneLine::CHOICES.select { |choice| params[choice.to_s] == "yes" }
        way ||= params["way"] || (choices.intersect?(%i[rest follow]) ? "adopt" : "here")
        Norvel::Changes::OneLine.new(manuscript, params["line"], way: way, name: params["name"], choices: choices | also,
          roles: state.roles, take: taking, fields: tried_fields, families: families_here,
          text: (text_chosen if words), paragraphs: (chosen.map(&:id) if chosen.any? && !words))
      end

      # @return [Array<Symbol>] groups that are to take over what was meant for running text
      def taking = (params["take"] || {}).select { |_, yes| yes == "yes" }.keys.map(&:to_sym)

      # What is not understood of it is kept for the answer.
      # @return [Norvel::Changes::Operation]
      def line_operation(line = line_said)
        @faults = line.faults
        line.operation.tap { @faults = (params["leave"] == "yes") ? [] : line.faults }
      end

      # @return [Array<String>] what was done, in a sentence each
      def choose_keys_of(line, manuscript)
        line.keys.filter_map do |name, key|
          style = Norvel::Changes::OneLine.style(manuscript.sheet, name) or next
          record.choose_key(style.id, key)
          "The key #{key.upcase} gives “#{style.name}” in a sweep."
        end
      end

      # @return [String, nil] who says otherwise by hand and was left so, in a sentence
      def not_followed(line)
        held = (params["follow"] == "yes") ? [] : line.held_back
        "#{plural(held.size, "paragraph says", "paragraphs say")} otherwise by hand and did not follow." if held.any?
      end

      # What is by hand on all of what is chosen first: what the fields for trying begin with.
      # @return [Hash{Symbol=>Object}]
      def tried_here
        unless params["text"].to_s.empty?
          return stretches.first.then { |paragraph, from, to| Norvel::DirectFormatting.adoptable_from(paragraph, from, to) }
        end

        Norvel::DirectFormatting.tried(chosen.first)
      end

      # Only fields that say something else than before.
      # @return [Hash{String=>String}]
      def tried_fields
        return {} if params["values"].nil? || (chosen.empty? && params["text"].to_s.empty?)

        said_otherwise(params["values"], tried_here)
      end

      # @param written [Hash{String=>String}] by property @param own [Hash{Symbol=>Object}] values as they are
      # @return [Hash{String=>String}] what is written otherwise than it was shown
      def said_otherwise(written, own)
        written.to_h.reject do |name, words|
          key = Norvel::Properties[name].name
          words.to_s.strip == (own.key?(key) ? Norvel::Properties.shown(own, key, unit: reader_unit) : "")
        end
      end

      # A line that is half understood does nothing, unless the rest is left out on purpose.
      def refuse_half
        return if @faults.nil? || @faults.empty? || params["leave"] == "yes"

        raise Norvel::ChangeRefused, "#{@faults.first(3).join(" ")} Nothing was done."
      end

      # The values of a type specification. What is not understood is kept for the answer; the rest counts.
      # @return [Hash{String=>String}]
      # @raise [Norvel::ChangeRefused] when nothing of it is understood
      def specified(line, text_only: false)
        reading = Norvel::Properties::Specification.read(line.to_s, families: families_here, text_only: text_only)
        @faults = reading.faults
        if reading.values.empty?
          raise Norvel::ChangeRefused,
            @faults.empty? ? "Write what to try: 13 pt bold, centred, 6 pt before." : @faults.first(3).join(" ")
        end

        reading.values.transform_keys(&:to_s)
      end

      # Only fields that say something else than before are sent on, and what was changed in the line.
      def style_values
        style = manuscript.sheet.fetch(params["style"])
        line = params["line"]
        shown = Norvel::Properties::Specification.show(style.properties, unit: reader_unit)
        changed = (line && line != shown) ? Norvel::Properties::Specification.changes(shown, line, families: families_here) : nil
        @faults = changed&.faults || []
        style_fields(style).merge((changed&.values || {}).transform_keys(&:to_s))
      end

      def style_fields(style) = said_otherwise(params["values"] || {}, style.properties)

      # @return [Hash{String=>String}] margins that are written otherwise than the design has them
      def margins_changed(design)
        (params["margin"] || {}).reject do |edge, written|
          ["", Norvel::Lengths.show(design.margin[edge.to_sym] || 0, reader_unit || "cm")].include?(written.to_s.strip)
        end
      end

      # Only what says something else than before.
      def page_parameters
        design = manuscript.sections.first.page
        margin = margins_changed(design)
        paper = params["paper"] unless params["paper"].to_s.empty? || params["paper"] == design.paper
        raise Norvel::ChangeRefused, "Nothing of the page was changed." if margin.empty? && paper.nil?

        {"margin" => (margin unless margin.empty?), "paper" => paper, "sections" => params["sections"]&.map(&:to_i)}.compact
      end

      # @return [Norvel::Changes::Operation, nil] nil when the paragraphs are so already
      def sweep_stroke(paragraphs, style_id)
        return unless style_id

        ids = paragraphs.map(&:id)
        steps = [["give_style", {"style" => style_id, "paragraphs" => ids, "keep" => (params["bare"] == "no") || nil}.compact]]
        what = (ids.size == 1) ? named(paragraphs.first, 40) : plural(ids.size, "paragraph")
        operation = Norvel::Changes.build("series", "title" => "Swept #{what} into “#{manuscript.sheet[style_id].name}”.",
          "changes" => steps)
        operation unless Norvel::Changes::Difference.between(manuscript, operation.call(manuscript)).empty?
      end
    end
  end
end
