# frozen_string_literal: true

require "yaml"
require_relative "learning/sheet"
require_relative "learning/pages"
require_relative "learning/proposal"

module Norvel
  # A guide learned from good examples of one house: page design, a sheet of what most paragraphs of each kind look like, and rules from
  # habits that hold, each with its evidence.
  #
  #   learning = Learning.new({"thesis.docx" => Examination.new(manuscript)})
  #   learning.proposals.first.words     # "37 of 38"
  #   learning.yaml
  class Learning
    HOLDS = 0.9 # of what there is: fewer are no habit; common practice, no source
    MOST = 20 # examples at once

    # @return [Hash{String=>Guide::Check}] the examples by name, each held against the learned sheet
    attr_reader :examples

    # @return [Sheet] what most paragraphs of each kind look like
    attr_reader :sheet

    # @param examined [Hash{String=>Examination}] by name
    # @param title [String] of the guide
    # @raise [Error] where there is nothing to learn from
    def initialize(examined, title: "Learned guide")
      raise Error, "There is no example to learn from." if examined.empty?
      raise Error, "These are #{examined.size} examples; choose at most #{MOST}." if examined.size > MOST
      raise Error, "There are no words in the example." if examined.values.all? { |one| one.manuscript.paragraphs.all?(&:blank?) }

      @title = title
      bare = examined.transform_values { |one| one.held_against(Guide.none) }
      @sheet = Sheet.new(bare.values)
      @pages = Pages.new(bare.values)
      guide = Guide.read(YAML.dump(framed({})))
      @examples = examined.transform_values { |one| one.held_against(guide) }
    end

    # @return [Array<Proposal>] rules that hold, by area and kind
    def proposals = @proposals ||= areas.flat_map { |kind| habits(kind) }

    # @return [Array<Proposal>] what the sheet has, style by style, and the pages' design
    def findings_of_design = @findings_of_design ||= @sheet.proposals(names) + @pages.proposals

    # @return [Array<String>] sentences: what examples do not say
    def cannot_tell
      silent = Guide::Rule::KINDS.values.reject { |kind| kind.habit.told? }.map { |kind| kind.habit.why_not }
      silent.sort.map { |what| "An example does not say #{what}." }
    end

    # @param chosen [Array<Proposal>] rules that are taken
    # @return [String] the guide, in the form of guides
    def yaml(chosen = proposals)
      rules = chosen.each_with_object({}) do |one, found|
        id = one.data["checks"].tr("_", "-")
        id = "#{id}-#{(2..).find { |count| !found.key?("#{id}-#{count}") }}" if found.key?(id)
        found[id] = {"id" => id, "clause" => one.sentence, "severity" => one.severity.to_s, **one.data, "source" => one.evidence}
      end
      YAML.dump(framed(@pages.said_by(chosen), rules.values, sources)).delete_prefix("---\n")
    end

    # @return [Hash] as `guide --json` says it
    def to_h
      {proposals: (findings_of_design + proposals).map(&:to_h), cannot_tell: cannot_tell}
    end

    private

    def names = @examples.keys

    def sources
      from = names.first(3).map { |name| "“#{File.basename(name)}”" }.join(", ")
      from += " and #{names.size - 3} more" if names.size > 3
      findings_of_design.to_h { |one| [one.place, one.evidence] }.merge("guide" => "Learned from #{from}.")
    end

    # @param parts [Hash] what is said besides page and sheet @param rules [Array<Hash>] @param sources [Hash{String=>String}]
    def framed(parts, rules = [], sources = {})
      said = {"guide" => @title, "version" => "1", "language" => @pages.language, "page" => @pages.page, **parts,
              "contents" => @pages.contents, "styles" => @sheet.data, "lists" => @sheet.lists, "sources" => sources}
      {**said.reject { |_, value| value.nil? || value.empty? }, "rules" => rules}
    end

    def areas = Guide::Rule::KINDS.values.select { |kind| kind.habit.told? }.sort_by { |kind| Guide::Rule::AREAS.keys.index(kind.area) }

    # @return [Array<Proposal>] of a kind of rule
    def habits(kind)
      kind.habit.alternatives(kind, @examples.values).filter_map do |group|
        found = group.filter_map { |given| measured(kind, given) }
        best = chosen(kind.habit, found)
        best if best && best.share >= HOLDS
      end
    end

    # The stricter one that is a habit, else the one that holds for most; none where another holds as well.
    def chosen(habit, found)
      strict = found.find { |one| one.share >= HOLDS } if habit.strictest
      return strict if strict

      best, next_best = found.max_by(2, &:share)
      best unless next_best && next_best.share == best.share
    end

    def measured(kind, given)
      data = {"checks" => kind.called, **given}
      rule = Guide::Rule.build(said.resolved({"id" => "x", "clause" => "x", "severity" => "must", **data}))
      results = @examples.transform_values { |example| example.result(rule) }.select { |_, result| tells?(result) }
      of = results.keys.sum { |name| kind.habit.places(@examples[name], given) }
      return if of.zero?

      exceptions = results.flat_map { |name, result| exceptions(name, result) }
      Proposal.new(kind: :rule, area: kind.area, data: data, sentence: rule.sentence, of: of, holds: [of - exceptions.size, 0].max,
        exceptions: exceptions)
    end

    # Pages that may break elsewhere say nothing about page breaks.
    def tells?(result) = result.state != :not_applicable && result.unmeasured.empty?

    def exceptions(name, result)
      result.findings.uniq { |one| one.paragraph || [one.page, one.message] }
        .map { |one| Proposal::Place.new(file: name, paragraph: one.paragraph, page: one.page, message: one.message) }
    end

    def said = @said ||= @examples.values.first.guide.then { |guide| Guide::AsSaid.new(Guide::Reader.data(guide.source), guide.family) }
  end
end
