# frozen_string_literal: true

require_relative "draft_lists"
require_relative "text_edits"

module Norvel
  class Guide
    # A guide that is being written: the text of its file, changed place by place. Every change gives another draft whose guide reads, or is
    # refused with what is wrong there.
    #
    #   draft = Guide::Draft.new(yaml).set("page/margins/top", "2.5 cm")
    #   draft.guide.page
    class Draft
      EMPTY = {
        "guide" => "A new guide", "version" => "0.1",
        "page" => {"paper" => "A4", "margins" => %w[top bottom start end].to_h { |edge| [edge, "2.5 cm"] }},
        "styles" => {
          "base" => {"name" => "House base", "font_family" => "Times New Roman", "size" => "12 pt", "line_spacing" => 1.5},
          "body" => {"name" => "House text"},
          "heading_1" => {"name" => "House heading 1", "size" => "16 pt", "bold" => true, "keep_next" => true, "next" => "body"}
        },
        "rules" => []
      }.freeze

      # @return [Draft] where writing a guide begins
      def self.empty = new(YAML.dump(EMPTY).delete_prefix("---\n"))

      attr_reader :yaml

      # @param yaml [String] @param families [Array<String>] of fonts that are known
      # @param read [Proc] text to guide, where guides that were read are kept
      def initialize(yaml, families: Fonts::Book.shipped.known, read: ->(text) { Guide.read(text, kept: true) })
        @yaml = yaml
        @families = families
        @read = read
      end

      # @return [Hash] as the file has it
      def data = @data ||= Reader.data(yaml) || {}

      # @return [Guide]
      # @raise [GuideError]
      def guide = @guide ||= @read.call(yaml)

      # @param path [String] a field of Fields; "styles/SLOT/name", "parent", "next" or "line"; "lists/KIND/name" or
      #   "lists/KIND/levels/0/sign";
      #   "rules/ID/clause", "severity", "on" or a
      #   parameter of its kind
      # @param written [String] as a person writes it; what is empty is taken out
      # @return [Draft]
      # @raise [GuideError] where it cannot be that
      def set(path, written)
        parts = path.split("/")
        case parts.first
        when "styles" then with_style(parts[1], parts[2], written.to_s.strip)
        when "lists"
          length(written.strip) if parts.last.start_with?("indent") && !written.to_s.strip.empty?
          with_lists(lists.set(parts[1], parts.drop(2).join("/"), written.to_s.strip))
        when "rules" then with_rule(parts[1], parts.drop(2), written)
        else
          field = Fields.at(path) or raise GuideError, "A guide has no such place."
          changed(parts, typed(field.kind, written.to_s.strip))
        end
      end

      # @param kind [String] of rule @param property [String, nil] that a rule on values is about
      # @return [Draft] with one more, with the example's values
      def add_rule(kind, property: nil)
        rule = Rule::KINDS.fetch(kind) { raise GuideError, "There is no such kind of rule." }
        of_property = Offers.new(self).of_property(property)&.data if property && kind == "value"
        said = of_property || {"severity" => "must", "checks" => kind, **rule.example}
        clause = rule.build({"id" => "x", "clause" => "x", **said}).sentence
        with(data.merge("rules" => rules + [{"id" => free_id(kind), "clause" => clause, **said}]))
      end

      # What most houses have a style for (common practice): each rests on the base and says little.
      HEADING = {"bold" => true, "keep_next" => true, "next" => "body"}.freeze
      USUAL = {
        "body" => {"name" => "House text", "space_after" => "6 pt"},
        "title" => {"name" => "House title", "size" => "20 pt", "bold" => true, "space_after" => "12 pt", "next" => "body"},
        "heading_1" => {"name" => "House heading 1", "size" => "16 pt", "space_before" => "18 pt", "space_after" => "6 pt", **HEADING},
        "heading_2" => {"name" => "House heading 2", "size" => "13 pt", "space_before" => "12 pt", "space_after" => "4 pt", **HEADING},
        "heading_3" => {"name" => "House heading 3", "italic" => true, "space_before" => "8 pt", "space_after" => "2 pt", **HEADING},
        "block_quotation" => {"name" => "House quotation", "indent_start" => "1 cm", "space_after" => "6 pt", "next" => "body"},
        "list_item" => {"name" => "House list", "indent_start" => "0.63 cm", "indent_first" => "-0.63 cm"},
        "caption" => {"name" => "House caption", "size" => "10 pt", "italic" => true, "space_after" => "8 pt"},
        "footnote" => {"name" => "House note", "size" => "10 pt"},
        "table_text" => {"name" => "House table", "size" => "10 pt"},
        "table_heading" => {"name" => "House table head", "parent" => "table_text", "bold" => true, "keep_next" => true},
        "header" => {"name" => "House header", "size" => "10 pt"},
        "footer" => {"name" => "House footer", "size" => "10 pt"},
        "emphasis" => {"name" => "House emphasis", "italic" => true},
        "strong" => {"name" => "House strong", "bold" => true}
      }.freeze

      # @return [Draft] with the usual styles that it has none of yet
      def add_usual_styles = with(data.merge("styles" => styles.merge(USUAL.except(*styles.keys)) { |_, own, _| own }))

      # @return [Draft] with a rule for everything that its page, parts and sheet say
      def add_rules_of_its_own
        [*page_rules, *part_rules, *sheet_rules, {"checks" => "guide_style"}].reduce(self) { |draft, rule| draft.with_rule_for(rule) }
      end

      CLEAN = %w[
        direct_formatting empty_paragraphs runs_of_spaces tabs_at_start lists_by_style heading_levels heading_at_foot
        text_alternatives document_title no_comments no_revisions no_sample_text
      ].map { |kind| {"checks" => kind} }.freeze

      # @return [Draft] with rules that a clean manuscript meets in any house
      def add_rules_of_cleanness = CLEAN.reduce(self) { |draft, rule| draft.with_rule_for(rule) }

      # @param rule [Hash] without id, clause and severity
      # @return [Draft] with it, worded as its sentence; itself where it asks for that already
      def with_rule_for(rule)
        return self if rules.any? { |one| said.resolved(one.except("id", "clause", "severity", "source", "off")) == said.resolved(rule) }

        words = built({"id" => "x", "clause" => "x", "severity" => "must", **rule}).sentence
        with(data.merge("rules" => rules + [{"id" => free_id(rule["checks"]), "clause" => words, "severity" => "must", **rule}]))
      end

      # @param rule [Hash] as the file has it
      # @return [Rule]
      def built(rule) = Rule.build(said.resolved(rule))

      # @return [AsSaid] what its rules may ask for by a word
      def said = @said ||= AsSaid.new(data, guide.family)

      # @return [Draft] with a rule that asks for what the guide says elsewhere; its clause follows where it is the rule's own sentence
      def ask_as_said(id)
        with_values_of(id) { |rule| said_elsewhere(rule).to_h { |name| [name, AsSaid::WORD] } }
      end

      # @return [Draft] with a rule that asks for values of its own, those that are said elsewhere now
      def ask_by_itself(id) = with_values_of(id) { |rule| said.resolved(rule).select { |name, _| rule[name] == AsSaid::WORD } }

      # @param rule [Hash]
      # @return [Boolean] whether the guide says elsewhere what it asks for, and it does not ask by the word
      def sayable_elsewhere?(rule) = said_elsewhere(rule).any? { |name| rule[name] != AsSaid::WORD }

      # @return [Hash{String=>Clauses::Doubt}] clauses that quote what their rule does not ask for, by rule
      def doubts = @doubts ||= Clauses.new(guide, families: @families).doubts

      # @return [Draft] with a clause that says what its rule asks for, in the place of what it quotes
      # @raise [GuideError] where it is not known what
      def settle_clause(id)
        doubt = doubts[id] or raise GuideError, "That clause quotes nothing else any more."
        raise GuideError, "Which of its values the clause should say is for a person; write it there." unless doubt.asked

        old = rules.find { |rule| rule["id"] == id }["clause"]
        number, unit = doubt.quoted.split(" ", 2)
        words = old.sub(/(?<![\d.,])#{Regexp.escape(number)}[ \u00A0-]?#{Regexp.escape(unit.to_s)}/) { doubt.asked }
        with(data.merge("rules" => rules.map { |one| (one["clause"] == old) ? one.merge("clause" => words) : one }))
      end

      # @return [Draft]
      def remove_rule(id) = with(data.merge("rules" => rules.reject { |rule| rule["id"] == id }))

      # @param slot [String] that has no style yet @param name [String]
      # @return [Draft]
      def add_style(slot, name)
        raise GuideError, "There is a style for that already." if styles.key?(slot)
        raise GuideError, "There is no such place for a style." unless Slots::ALL.include?(slot.to_sym)

        with(data.merge("styles" => styles.merge(slot => {"name" => name.to_s.strip})))
      end

      # @param slot [String] @param written [Hash{String=>String}] by property as a person writes it; what is empty is not said
      # @return [Draft] with these values of a style, and what else it says
      # @raise [GuideError] where one of them cannot be
      def set_values(slot, written)
        style = styles[slot] or raise GuideError, "The guide has no such style any more."
        own = guide.family[slot.to_sym].values
        said = written.reject { |_, text| text.to_s.strip.empty? }.to_h do |name, text|
          property = Properties[name]
          value = property.parse(text)
          [name, (style.key?(name) && own[property.name] == value) ? style[name] : in_file(property, value, text.strip)]
        rescue Error => error
          raise GuideError, "#{property&.label || name}: #{error.message}"
        end
        with(data.merge("styles" => styles.merge(slot => style.except(*written.keys).merge(said))))
      end

      # @return [Draft] without it; what rested on it rests on its parent
      def remove_style(slot)
        raise GuideError, "The base stays: every style is based on it." if slot == "base"

        gone = styles[slot] || {}
        left = styles.except(slot).transform_values do |style|
          style = style.merge("parent" => gone["parent"]).compact if style["parent"] == slot
          (style["next"] == slot) ? style.except("next") : style
        end
        with(data.merge("styles" => left))
      rescue GuideError
        leaning = rules.find { |rule| AsSaid.in?(rule) && Array(rule["roles"]).include?(slot) } or raise
        raise GuideError,
          "The rule “#{leaning["clause"]}” asks for what this style says. Let the rule say its own value first, or remove it."
      end

      # @return [Draft] with a level more of a list
      def add_level(kind) = with_lists(lists.deeper(kind))

      # @return [Draft] with a level less
      def remove_level(kind) = with_lists(lists.shallower(kind))

      # @return [DraftLists]
      def lists = DraftLists.new(data["lists"])

      # @param path [String] of a place, or of all that stands under it
      # @return [String, nil] where its values are from, as the file says
      def source(path)
        place = path.tr("/", ".").delete_suffix(".line")
        said = (data["sources"] || {}).select { |key, _| key == place || key.start_with?("#{place}.") }
        unless said.empty?
          said.map { |key, words| (key == place) ? words : "#{key.delete_prefix("#{place}.").tr("_.", " ")}: #{words}" }.join("; ")
        end
      end

      # @return [Array<Hash>] rules as the file has them, those that are off as well
      def rules = data["rules"] || []

      # @return [Hash{String=>Hash}]
      def styles = data["styles"] || {}

      # @param path [String] of Fields
      # @return [String] what stands there, as a person writes it
      def written(path) = shown(data.dig(*path.split("/")))

      # @param value [Object] of a file
      # @return [String]
      def shown(value)
        case value
        when true then "yes"
        when false then "no"
        when Array then value.map { |one| shown(one) }.join(", ")
        else value.to_s
        end
      end

      private

      def page_rules
        %w[paper margins].select { |name| data.dig("page", name) }.map { |name| {"checks" => name, name => AsSaid::WORD} }
      end

      def part_rules
        parts = data["parts"] || {}
        folios = %w[front main].filter_map do |part|
          next unless parts.dig(part, "folios")

          start = AsSaid::WORD if parts.dig(part, "start")
          {"checks" => "folio_format", "of" => part, "format" => AsSaid::WORD, "start" => start}.compact
        end
        contents = data["contents"] ? [{"checks" => "contents_current"}] : []
        place = data["captions"]&.slice("figures", "tables")&.transform_values { AsSaid::WORD }
        folios + contents + (place&.any? ? [{"checks" => "caption_place", **place}] : [])
      end

      # Of running text and of each heading what a reader sees first.
      def sheet_rules
        family = guide.family
        of = ->(slot, name) { {"checks" => "value", "roles" => [slot.to_s], "property" => name.to_s, "equals" => AsSaid::WORD} }
        body = family.home(:body) ? %i[font_family size line_spacing align].map { |name| of[:body, name] } : []
        body + Slots::HEADINGS.first(6).select { |slot| family[slot] }.map { |slot| of[slot, :size] }
      end

      def again(yaml, data) = Draft.new(TextEdits.new(yaml).to(plain(data)), families: @families, read: @read).tap(&:guide)

      def with(data)
        made = again(yaml, data)
        followed = made.rules.map { |rule| (now = following(rule, made)) ? rule.merge("clause" => now) : rule }
        now = (followed == made.rules) ? made : again(made.yaml, made.data.merge("rules" => followed))
        now.tap { refuse_nonsense(now) }
      end

      # What makes no sense is refused where it comes in; what was there before may stand.
      def refuse_nonsense(now)
        sentence = (Sense.new(now.data).faults.map(&:last) - Sense.new(data).faults.map(&:last)).first
        raise GuideError, sentence if sentence
      end

      # A clause that was its rule's own sentence stays that.
      # @return [String, nil]
      def following(rule, made)
        was = rules.find { |one| one["id"] == rule["id"] }
        return unless was && was["clause"] == rule["clause"] && was["clause"] == built(was).sentence

        made.built(rule).sentence.then { |sentence| sentence unless sentence == rule["clause"] }
      end

      def with_values_of(id)
        rule = rules.find { |one| one["id"] == id } or raise GuideError, "The guide has no such rule any more."
        changed = yield(rule)
        raise GuideError, "The guide says nothing of it elsewhere." if changed.empty?

        others = Declared::ONE_OF.fetch(rule["checks"], []) - changed.keys
        with(data.merge("rules" => rules.map { |one| one.equal?(rule) ? one.merge(changed).except(*others) : one }))
      end

      # @return [Array<String>] parameters of a rule that the guide says elsewhere
      def said_elsewhere(rule) = AsSaid.parameters(rule).map { |parameter| parameter.name.to_s }.select { |name| sayable?(rule, name) }

      def sayable?(rule, name)
        required = Rule::KINDS.fetch(rule["checks"]).parameters.find { |parameter| parameter.name.to_s == name }.required
        (required || rule.key?(name) || Declared::ONE_OF.key?(rule["checks"])) && !said.said(rule, name).nil?
      rescue Error
        false
      end

      # Nothing is said twice by reference: YAML would make anchors of it, which a guide does not have.
      def plain(data) = JSON.parse(JSON.generate(data))

      def changed(keys, value) = with(put(data, keys, value))

      def put(hash, (key, *rest), value)
        inner = rest.empty? ? value : put(hash[key] || {}, rest, value)
        (inner.nil? || inner == {}) ? hash.except(key) : hash.merge(key => inner)
      end

      def typed(kind, text)
        return if text.empty?

        case kind
        when :number then text.match?(/\A\d{1,6}\z/) ? text.to_i : text
        when :switch then {"yes" => true, "no" => false}.fetch(text, text)
        when :length then length(text)
        else text
        end
      end

      # @raise [GuideError] with what was not understood
      def length(text)
        Lengths.parse(text)
        text
      rescue Error => error
        raise GuideError, error.message
      end

      def with_lists(lists) = with(lists.data.empty? ? data.except("lists") : data.merge("lists" => lists.data))

      # What a person wrote, with the unit that was meant.
      def in_file(property, value, text)
        return value if property.kind == :switch

        (property.kind == :length && text.match?(/\A[+-]?[\d.,]+\z/)) ? property.show(value) : text
      end

      def with_style(slot, what, text)
        style = styles[slot] or raise GuideError, "The guide has no such style any more."
        changed = case what
        when "line" then style.slice("name", "parent", "next").merge(specified(text))
        when "name" then style.merge("name" => text)
        when "parent", "next" then text.empty? ? style.except(what) : style.merge(what => text)
        else raise GuideError, "A style has no such place."
        end
        with(data.merge("styles" => styles.merge(slot => changed)))
      end

      def specified(text)
        reading = Properties::Specification.read(text, families: @families)
        raise GuideError, reading.faults.join(" ") if reading.faults.any?

        reading.values.to_h { |name, written| [name.to_s, written] }
      rescue GuideError
        raise
      rescue Error => error
        raise GuideError, error.message
      end

      def with_rule(id, (name, edge), written)
        rule = rules.find { |one| one["id"] == id } or raise GuideError, "The guide has no such rule any more."
        value = rule_value(rule, name, edge, written)
        value = nil if name == "off" && value != true
        keep = !value.nil? || name == "clause"
        changed = if keep
          rule.merge(name => value.nil? ? "" : value)
        else
          rule.except(name)
        end
        with(data.merge("rules" => rules.map { |one| one.equal?(rule) ? alone(changed, name) : one }))
      end

      # Of a rule on values one of several is said.
      def alone(rule, name)
        ways = Declared::ONE_OF[rule["checks"]]
        (ways&.include?(name) && rule.key?(name)) ? rule.except(*(ways - [name])) : rule
      end

      def rule_value(rule, name, edge, written)
        return (written.to_s == "yes") || nil if name == "off"
        return written.to_s.strip if %w[clause severity].include?(name)
        return (written.to_s.strip unless written.to_s.strip.empty?) if name == "source"

        parameter = Rule::KINDS.fetch(rule["checks"]).all_parameters.find { |one| one.name.to_s == name }
        raise GuideError, "A rule of this kind takes no “#{name}”." unless parameter
        return (said.resolved(rule)[name] || {}).merge(edge => written.to_s.strip).reject { |_, text| text.empty? } if edge

        parameter.written(written)
      end

      def free_id(kind)
        plain = kind.tr("_", "-")
        taken = rules.map { |rule| rule["id"] }
        taken.include?(plain) ? (2..).lazy.map { |number| "#{plain}-#{number}" }.find { |id| !taken.include?(id) } : plain
      end
    end
  end
end
