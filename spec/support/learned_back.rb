# frozen_string_literal: true

# What is learned from manuscripts that a guide made, held against that guide: page design and sheet value by value, rule by rule.
class LearnedBack
  # What comes by other clauses: folios set the lines of headers and footers, lists of contents their stops and steps.
  ELSEWHERE = {header: %i[align tabs], footer: %i[align tabs], contents_entry: %i[tabs indent_start]}.freeze

  attr_reader :guide, :learning

  # @param guide [Norvel::Guide] @param manuscript [Norvel::Manuscript] made from it
  # @param example [Norvel::Manuscript] that is learned from
  def initialize(guide, manuscript, example = manuscript)
    @guide = guide
    @examined = Norvel::Examination.new(manuscript)
    @learning = Norvel::Learning.new({"example.docx" => Norvel::Examination.new(example)})
  end

  # @return [Norvel::Guide]
  def learned = @learned ||= Norvel::Guide.read(learning.yaml)

  # @return [Array<Array>] edge or paper, asked, learned: where they differ
  def page
    edges = guide.margins.except("gutter").map { |edge, asked| [edge.to_s, asked, learned.margins[edge.to_s]] }
    [*edges, ["paper", guide.page[:paper], learned.page[:paper]]].reject { |_, asked, found| asked.nil? || alike?(asked, found) }
  end

  # @return [Array<Array>] slot, property, asked, learned: where they differ
  def sheet
    slots.flat_map do |slot|
      asked, found = guide.family.values(slot), learned.family.values(slot)
      others = names(slot).reject { |name| Norvel::Properties.same?(name, asked[name], found[name]) }
      others.map { |name| [slot, name, asked[name], found[name]] }
    end
  end

  # @return [Integer] values that are compared
  def values = slots.sum { |slot| names(slot).size }

  # @return [Array<Norvel::Guide::Rule>] of the guide, those that the manuscript shows and keeps
  def shown
    @shown ||= guide.rules.select do |rule|
      check = @examined.check(guide)
      rule.class.habit.told? && check.result(rule).state == :met && rule.class.habit.places(check, rule.data).positive?
    end
  end

  # @return [Array<Norvel::Guide::Rule>] of these those that were not given back
  def missing = shown.reject { |rule| learned.rules.any? { |one| gives_back?(one, rule) || by_the_sheet?(one, rule) } }

  # @return [Array<Norvel::Guide::Rule>] learned ones of which the guide asks the opposite
  def contradicting
    learned.rules.select do |one|
      guide.rules.any? { |rule| of_one_thing?(one, rule) && !gives_back?(one, rule) && !gives_back?(rule, one) }
    end
  end

  private

  def slots
    paragraphs = learned.family.members.keys.select { |slot| slot != :base && Norvel::Guide::Slots.kind(slot) == :paragraph }
    paragraphs.select { |slot| guide.family.home(slot) }
  end

  def names(slot) = Norvel::Learning::Sheet::NAMES - ELSEWHERE.fetch(slot.to_s.sub(/_\d\z/, "").to_sym, [])

  def alike?(one, other)
    return one == other unless one.to_s.match?(/\A-?[\d.]+ (?:cm|mm|in|pt)\z/)

    other && (Norvel::Lengths.parse(one) - Norvel::Lengths.parse(other)).abs < 18_000
  end

  # Whether they speak of the same: of one kind, of the same part, roles or property.
  def of_one_thing?(one, rule)
    one.instance_of?(rule.class) && %w[of roles property side levels].all? do |key|
      said = [one, rule].map { |each| Array(each.data[key]).map(&:to_s) }
      said.any?(&:empty?) || (said.first & said.last).any?
    end
  end

  BESIDE = %i[tolerance level optional allow at_least except levels in_tables parts roles leader].freeze

  # Whether a learned rule asks for what a guide's asks for, or for more.
  def gives_back?(one, rule)
    of_one_thing?(one, rule) && rule.class.all_parameters.all? do |parameter|
      asked, found = [rule, one].map { |each| each.send(:given, parameter.name) }
      asked.nil? || found == asked || BESIDE.include?(parameter.name) || near?(parameter, asked, found, rule)
    end
  end

  def near?(parameter, asked, found, rule)
    case parameter.kind
    when :length then found && (asked - found).abs < 18_000
    when :lengths then asked.all? { |edge, length| found && found[edge] && near_edge?(found[edge], length, rule.data["at_least"]) }
    when :value, :values then value_near?(rule)
    when :words then found && (found - asked).empty?
    else false
    end
  end

  def near_edge?(found, asked, at_least) = at_least ? found >= asked - 18_000 : (found - asked).abs < 18_000

  # A value that the learned sheet says is asked for by the rule that asks for the sheet.
  def by_the_sheet?(one, rule)
    one.is_a?(Norvel::Guide::Rules::GuideStyle) && rule.is_a?(Norvel::Guide::Rules::Value) && value_near?(rule)
  end

  # The sheet that was learned says a value that the rule takes.
  def value_near?(rule)
    return true unless rule.is_a?(Norvel::Guide::Rules::Value)

    property = Norvel::Properties[rule.data["property"]]
    rule.data["roles"].all? do |role|
      !learned.family.members.key?(role.to_sym) || rule.send(:met?, learned.family.values(role.to_sym)[property.name])
    end
  end
end
