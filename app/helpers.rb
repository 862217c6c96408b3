# frozen_string_literal: true

require "rack/protection"

module NorvelWeb
  # What routes and views share: looking things up and saying them.
  module Helpers
    VIEWS = [["page", "Page", "1"], ["outline", "Outline", "2"], ["looks", "Looks", "3"], ["styles", "Styles", "4"], ["plan", "Plan", "5"],
      ["parts", "Parts", "6"], ["findings", "Findings", "7"], ["ledger", "Ledger", "8"], ["deliver", "Deliver", "9"]].freeze

    SHIPPED = {} # rubocop:disable Style/MutableConstant

    def views = VIEWS

    def manuscripts_on_desk = ManuscriptRecord.on_desk.to_a

    def manuscripts_put_away = ManuscriptRecord.put_away.limit(20).to_a

    # @return [String, nil] what tells a manuscript from others of the same name: its file and when it came
    def told_by(row)
      @names ||= ManuscriptRecord.group(:name).count
      "#{row.filename}, brought #{row.created_at.getlocal.strftime("%-d %b, %H:%M")}" if @names.fetch(row.name, 0) > 1
    end

    # @return [String] its name, told from others of the same
    def name_apart(row) = [row.name, told_by(row)&.then { |more| "(#{more})" }].compact.join(" ")

    def guides_put_away = HouseGuide.put_away.limit(20).to_a

    def own_guides = HouseGuide.on_desk.to_a

    def token = Rack::Protection::AuthenticityToken.token(env["rack.session"])

    def token_field = %(<input type="hidden" name="authenticity_token" value="#{token}">)

    # A file to keep, under its own name in every language (RFC 6266, RFC 8187).
    def deliver_as(filename)
      plain = filename.unicode_normalize(:nfkd).gsub(/\p{Mn}/, "").gsub(/[^ -~]|["\\%]/, "_")
      headers "Content-Disposition" => "attachment; filename=\"#{plain}\"; filename*=UTF-8''#{ERB::Util.url_encode(filename)}"
    end

    def h(text) = Rack::Utils.escape_html(text.to_s)

    def htmx? = request.env["HTTP_HX_REQUEST"] == "true"

    def bench = workbench(record.id)

    # @return [Workbench] in use until the request is answered
    def workbench(id) = (@benches ||= {})[id] ||= settings.workbenches.take(id)

    def record = @record ||= ManuscriptRecord.where(deleted_at: nil).find(params["id"])

    def state = @state ||= bench.state

    # @return [Workbench::State, nil] nil where its pages cannot be shown
    def shown_state
      state
    rescue NotShown
      nil
    end

    def manuscript = state.manuscript

    # @return [Integer, nil] the state the window shows
    def seen_head = params["head"].to_s.empty? ? nil : params["head"].to_i

    # @return [Norvel::Guide] the one that judges the manuscript; none where it was put away
    def guide_of(row = record)
      reference = row.guide || Norvel::Guide::DEFAULT
      (@guides_read ||= {})[reference] ||= guide_named(reference) || Norvel::Guide.none
    end

    # @return [String, nil] the name of the guide that judged a manuscript and was put away
    def guide_put_away(row = record) = row.guide.to_s.match?(/\A\d+\z/) ? HouseGuide.put_away.find_by(id: row.guide)&.name : nil

    # @param facts [Hash] what was kept of its last check
    # @return [String] how it stands with its guide, for its folder
    def folder_judged(row, facts)
      return " · its guide was put away" if guide_put_away(row)
      return "" unless facts["of"].to_i.positive?

      " · meets #{facts["met"]} of #{facts["of"]} rules · #{plural(facts["findings"], "finding")}"
    end

    NO_GUIDE = Norvel::Changes::ChooseGuide::NONE

    # @return [Boolean] whether it was said that no guide judges it
    def guide_refused?(row = record) = row.guide == NO_GUIDE

    # @return [Array<Array(String, String)>] what a manuscript can be held against, nothing among them
    def judges = guides + [[NO_GUIDE, "No guide"]]

    # @return [Norvel::Guide, nil] nil when there is no such guide on the desk
    def guide_named(reference)
      return version_named(reference)&.guide if reference.match?(/\A\d+-\d+\z/)
      return shipped_guides[reference] unless reference.match?(/\A\d+\z/)

      HouseGuide.on_desk.find_by(id: reference)&.guide
    end

    # The guide that a file says it is of: a template that comes back is held against its own, in its version where that is here.
    # @return [String, nil] its reference
    def guide_said(bytes)
      title, version = Norvel::Template.guide_of(bytes)
      return unless title

      alike = guides.map { |reference, _| [reference, guide_named(reference)] }.select { |_, guide| guide&.title == title }
      (alike.find { |_, guide| guide.version.to_s == version } || alike.first)&.first
    end

    # @return [String] what a manuscript that comes is held against: as was asked, as its file says, or the usual
    def guide_of_arrival(bytes)
      asked = params["guide"].to_s.then { |said| said.empty? ? params["sheet"].to_s[/\Aguide:(.+)/, 1].to_s : said }
      return asked if judges.any? { |reference, _| reference == asked }

      guide_said(bytes) || Norvel::Guide::DEFAULT
    end

    # @return [GuideText, nil] a published version of a guide on the desk
    def version_named(reference)
      guide, text = reference.to_s.split("-")
      HouseGuide.on_desk.find_by(id: guide)&.texts&.where&.not(version: nil)&.find_by(id: text)
    end

    # @return [GuideText, nil] a newer version of the guide that judges the manuscript
    def newer_version
      mine = version_named(record.guide) if record.guide.to_s.match?(/\A\d+-\d+\z/)
      newest = mine&.house_guide&.versions&.last
      newest if newest && newest.id != mine.id
    end

    # @return [Hash{String=>Norvel::Guide}] read once, since they come with the application
    def shipped_guides = SHIPPED[:guides] ||= Norvel::Guide.shipped.to_h { |name| [name, Norvel::Guide.find(name)] }

    # @return [Array<Array(String, String)>] reference and title of all guides
    def guides
      published = GuideText.named.group_by(&:house_guide_id)
      shipped_guides.map { |name, guide| [name, guide.title] } + HouseGuide.on_desk.flat_map do |own|
        versions_of(own, published.fetch(own.id, []))
      end
    end

    # The newest version of a guide, the one that judges here, and what is being written.
    def versions_of(own, published)
      shown = published.select { |text| text == published.last || text.reference == @record&.guide }
      written = published.any? ? "#{own.name}, as it is being written" : own.name
      shown.map { |text| [text.reference, "#{own.name}, version #{text.version}"] } + [[own.id.to_s, written]]
    end

    # The chosen paragraphs: ids, a range of places in the manuscript, a number of the survey, those like another, or by a pattern.
    # @return [Array<Norvel::Manuscript::Paragraph>] in document order
    def chosen
      @chosen ||= if params["range"].to_s.match?(/\A\d+-\d+\z/)
        first, last = params["range"].split("-").map(&:to_i).minmax
        manuscript.paragraphs[first..last].to_a
      elsif params.key?("pattern") then by_pattern(params["pattern"])
      elsif params["among"] then state.makeup.places(params["among"]).map { |id| manuscript.paragraph(id) }
      elsif params["alike"] then alike(params["alike"], manuscript.paragraph(params["chosen"].to_i))
      elsif params["chosen"] == "all" then [] # an action on everything chooses nothing
      else params["chosen"].to_s.split(",").map(&:to_i).uniq.filter_map { |id| manuscript.paragraph(id) }
      end
    end

    def by_pattern(pattern)
      expression = pattern[%r{\A/(.+)/\z}m, 1]
      if expression || params["regular"] == "yes"
        found = Norvel::Choice.matching(manuscript, expression || pattern, regular: true)
        return found.tap { @said_of_choice = "the pattern “#{expression || pattern}”: #{found.size}" }
      end

      found = Norvel::Choice::Described.new(manuscript, pattern, state.layout, roles: state.roles, families: families_here)
      found.paragraphs.tap { @said_of_choice = found.said }
    rescue Norvel::ChangeRefused => error
      @said_of_choice = error.message
      []
    end

    def of_same_look(paragraph)
      look = state.looks.find { |one| one.paragraphs.include?(paragraph.id) }
      look ? look.paragraphs.map { |id| manuscript.paragraph(id) } : [paragraph]
    end

    # Where a paragraph stands, in words.
    def standing(paragraph)
      return "Paragraph #{manuscript.index_of(paragraph.id) + 1}" if manuscript.index_of(paragraph.id)

      headers = manuscript.sections.flat_map { |section| Norvel::Manuscript.paragraphs_of(section.headers.values) }
      return "In a header" if headers.any? { |header| header.id == paragraph.id }

      (manuscript.margin_paragraphs.any? { |one| one.id == paragraph.id }) ? "In a footer" : "In a note"
    end

    def alike(how, paragraph)
      raise Norvel::ChangeRefused, "That paragraph is not there any more." unless paragraph

      case how
      when "style" then Norvel::Choice.same_style(manuscript, paragraph)
      when "hand" then Norvel::Choice.same_by_hand(manuscript, paragraph)
      when "look" then of_same_look(paragraph)
      else Norvel::Choice.same_role(manuscript, paragraph, state.roles)
      end
    end

    # The chosen words: stretches of text as "id:from-to,…", or all places where some words stand.
    # @return [Array<Array(Norvel::Manuscript::Paragraph, Integer, Integer)>]
    def stretches
      @stretches ||= if params["words"]
        Norvel::Choice.stretches((params["where"] == "everywhere") ? manuscript.paragraphs + manuscript.note_paragraphs : chosen,
          params["words"])
      else
        params["text"].to_s.scan(/(\d+):(\d+)-(\d+)/).filter_map do |id, from, to|
          paragraph = manuscript.paragraph(id.to_i) or next
          from, to = from.to_i, [to.to_i, paragraph.text.length].min
          [paragraph, from, to] if from < to
        end
      end
    end

    # @return [String] the chosen words as a form sends them on
    def stretches_written = stretches.map { |paragraph, from, to| "#{paragraph.id}:#{from}-#{to}" }.join(",")

    # @return [Hash{String=>String}] key to style id
    def style_keys = Norvel::StyleKeys.for(manuscript.sheet, chosen: record.chosen_keys, used: style_uses.keys)

    # @return [Hash{String=>Integer}] how many paragraphs, or stretches of text, have each style
    def style_uses = state.style_uses

    # @param yaml [String]
    # @return [Norvel::Guide::Draft]
    def guide_draft(yaml)
      (@guide_drafts ||= {})[yaml] ||= Norvel::Guide::Draft.new(yaml, families: OwnFonts.book.known, read: HouseGuide.method(:read))
    end

    # @return [Array<String>] families of fonts that are here, are known, or stand in the manuscript
    def families_here
      @families_here ||= (OwnFonts.book.known | manuscript.sheet.families).sort
    end

    UNITS = %w[cm in pt].freeze

    # A word of the trade, explained on focus or under the pointer.
    # @param word [String] of Terms @param shown [String] as it stands there
    def term(word, shown = word)
      %(<span class="term" tabindex="0" data-means="#{h(Terms::ALL.fetch(word))}" role="term">#{h(shown)}<span class="sr-only">: ) +
        %(#{h(Terms::ALL[word])}</span></span>)
    end

    # What of a slip is folded away until somebody unfolds it; it stays so for that person.
    # @param name [String] letters and hyphens
    # @param due [Boolean] whether there is something to see to in it: then it is open, whatever was folded
    # @return [String] attributes of its details element
    def folded(name, css: "slip-part fold", due: false) =
      %(class="#{css}"#{%( data-fold="#{name}") unless due}#{" open" if due || folds.include?(name)})

    def folds = request.cookies["folds"].to_s.split(".")

    FEW = 3

    # The first few of a list stand there; the others are a fold away.
    # @param items [Array] each given to the block, which says it @param name [String] of the fold
    # @return [String]
    def few(items, name, css: "poor-list", &said)
      list = ->(some) { %(<ul class="#{css}">#{some.map { |one| "<li>#{said.call(one)}</li>" }.join}</ul>) }
      return list[items] if items.size <= FEW + 1

      list[items.first(FEW)] + %(<details #{folded(name, css: "fold")}><summary>#{items.size - FEW} more</summary>) +
        list[items.drop(FEW)] + "</details>"
    end

    # The values that nearly every guide speaks of; the others are a fold away.
    USUAL_VALUES = %i[font_family size bold italic align indent_first indent_start indent_end space_before space_after line_spacing
      keep_next break_before].freeze
    VALUE_GROUPS = {"Text" => :text, "Paragraph" => :paragraph, "Spacing" => :spacing, "Page behaviour" => :pages,
                    "Numbering" => :numbering, "Frame" => :frame}.freeze

    # @return [String, nil] the unit that lengths are shown in; nil: as they were written
    def reader_unit = UNITS.find { |unit| unit == request.cookies["unit"] }

    # Colours to choose from: those of the manuscript first, then those of its guide.
    # @return [Array<String>]
    def swatches
      (state.colours | guide_of.family.colours).first(8)
    end

    # Families that a proposal brings and nothing here has ever heard of: a slip of the pen, perhaps.
    def unknown_families(proposal)
      there = families_here + state.layout.substitutions.map(&:asked)
      (proposal.manuscript.sheet.families | proposal.layout.substitutions.map(&:asked)) - there
    end

    # What writing in place needs of the styles, with the key of each.
    def style_table = Norvel::Drawing::WritingData.new(state.layout).styles.each { |id, style| style[:key] = style_keys.key(id) }

    # What every form about chosen words sends along.
    def word_fields
      hidden_fields(chosen: stretches.first.first.id, text: stretches_written, **(params["find"] ? {find: params["find"]} : {}))
    end

    # What every form of the bench sends along: the state it was made for, and whatever else is named.
    # @return [String]
    def hidden_fields(**fields)
      %(<input type="hidden" name="head" value="#{state.head}" data-head>#{inputs_of(fields)})
    end

    def inputs_of(fields) = fields.map { |name, value| %(<input type="hidden" name="#{name}" value="#{h(value)}">) }.join

    # A form of one button, answered in the slip.
    # @param path [String] below the manuscript's own @param fields [Hash{Symbol=>Object}] what it sends @param hidden
    #   [String] fields beside
    # @return [String]
    def slip_act(path, label, fields = {}, hidden: "", css: "quiet")
      %(<form hx-post="/manuscripts/#{record.id}/#{path}" ) +
        %(hx-target="#slip">#{hidden}#{inputs_of(fields)}<button class="#{css}">#{h(label)}</button></form>)
    end

    # @return [String] a link to a paragraph on its page
    def link_to_paragraph(id, words) = %(<a href="/manuscripts/#{record.id}?chosen=#{id}">#{h(words)}</a>)

    # @param choices [Hash, Array] of values, or of values and the words for each @param chosen [Object] one of the values
    # @return [String] the options of a field
    def option_tags(choices, chosen = nil)
      choices.map { |value, words = value|
        %(<option value="#{h(value)}"#{" selected" if value.to_s == chosen.to_s}>#{h(words)}</option>)
      }.join
    end

    # @return [String] what a word of a guide's file is called on screens
    def word_for(choice) = Norvel::ListLabels::SAMPLES.fetch(choice.to_s) { choice.to_s.tr("_", " ").sub(/\bcenter\b/, "centre") }

    def plural(number, one, many = "#{one}s") = "#{number} #{(number == 1) ? one : many}"

    def excerpt(text, length = 90) = Norvel::Manuscript::PlainText.excerpt(text, length)

    # What a paragraph says first.
    def first_sentence(text) = excerpt(text[/\A.{20,}?[.!?…]["”’)]?(?=\s|\z)/m] || text, 220)

    # How far a manuscript meets its guide; kept with its row for the desk.
    def refresh_facts(row, state) = row.keep_facts(state.check(guide_of(row)))

    # A paragraph by its first words.
    def named(paragraph, length = 36) = paragraph.quoted(length)

    # @return [String, nil] what was done a moment ago, where that led to another page
    def just_done = (record.entries.find_by(id: record.head_id)&.sentence if record.head_id && params["entry"].to_i == record.head_id)

    # A refusal is one sentence where the eyes are; the person's input stays.
    def refuse(error)
      status error.is_a?(Behind) ? 409 : 422
      if error.is_a?(Behind)
        @state = nil
        headers "HX-Trigger" => JSON.generate({"norvel:behind" => {head: record.reload.head_id || "", can_undo: !record.head_id.nil?,
                                                                   can_redo: !record.undone.nil?}})
      end
      refusal(error.message)
    end

    # One line for the log, without the person's words.
    def refusal(sentence)
      env["rack.errors"].puts "norvel: refused #{response.status} #{env["sinatra.route"]} (#{env["sinatra.error"].class.name})"
      return erb(:refusal, layout: false, locals: {sentence: sentence}) if htmx?

      erb :refusal_page, locals: {sentence: sentence}
    end

    def lost
      status 404
      return erb(:refusal, layout: false, locals: {sentence: "That is not there any more."}) if htmx?

      erb :lost
    end

    # Who says it, for the lineage.
    def origin(step)
      sheet = manuscript.sheet
      case step.kind
      when :builtin then "built-in default"
      when :defaults then "document defaults"
      when :direct then "by hand"
      when :numbering then "the list's level"
      when :table then "table style “#{sheet[step.source]&.name}”"
      when :character then "character style “#{sheet[step.source]&.name}”"
      else "style “#{sheet[step.source]&.name}”"
      end
    end

    # @return [Array<Array(String, String)>] levels of lists as the style form sends and shows them
    def numbering_options
      [["none", "none"]] + manuscript.lists.values.flat_map do |list|
        list.levels.first(4).map do |index, level|
          ["list #{list.id}, level #{index + 1}", "#{Norvel::ListLabels.sample(list, index)} (list #{list.id}, level #{index + 1})"]
        end
      end
    end

    # How good the stand-in of a family is, in words; nothing where it is here itself.
    def font_match(family)
      match = OwnFonts.book.match(family)
      "shown in #{match.used}: #{match.likeness}" unless match.match == :exact
    end

    # @return [Array<Array(String, Norvel::Fonts::Book::Match, Integer)>] each family that is asked for, how it is
    #   shown, and on how many pages
    def font_uses = state.layout.pages_by_family.map { |family, pages| [family, OwnFonts.book.match(family), pages] }

    def image_address(member)
      member.match?(/\.(png|jpe?g|gif)\z/i) ? "/manuscripts/#{record.id}/media?name=#{Rack::Utils.escape(member)}" : nil
    end
  end
end
