# frozen_string_literal: true

require "csv"

module Norvel
  # Several manuscripts held against one another without a guide (chapters by several hands): in what of their pages, of how each kind of
  # paragraph comes out, of the styles that make it so, and of their habits they differ.
  #
  #   profiles = examined.transform_values { |one| Together.profile(one) }
  #   Together.new(profiles).aspects.first.usual     # "12 pt"
  class Together
    LEAST = 2 # manuscripts

    # Something in which they differ: an `area` (what is of one kind of paragraph has its name), what it is called, by manuscript what it is
    # (those that have nothing of the kind are missing), and what most have.
    Aspect = Value.define(:area, :label, :values, :usual) do
      # @return [Array<String>] the manuscripts that have something else than most
      def apart = values.reject { |_, value| value == usual }.keys
    end

    # @param examined [Examination]
    # @return [Array<Array(String, String, String)>] area, label and value of everything that could differ
    def self.profile(examined)
      learned = Learning.new({"it" => examined})
      pages(examined) + kinds(learned.sheet) + styles(examined) + habits(learned)
    end

    def self.pages(examined)
      sections = examined.layout.pages.map { |page| examined.manuscript.sections[page.part] }
      usual = ->(&what) { Guide::Habit.commonest(sections.map(&what)) }
      edges = Learning::Pages::EDGES.map do |edge|
        ["Pages", "#{edge} margin".capitalize, Lengths.show(usual.call { |one| one.page.margin[edge] } || 0, "cm")]
      end
      [["Pages", "Paper", usual.call { |one| one.page.paper.delete_suffix(" landscape") }], *edges]
    end

    # What most paragraphs of each kind come to.
    def self.kinds(sheet)
      sheet.slots.flat_map do |slot|
        sheet.values(slot).filter_map do |name, value|
          [called(slot), Properties[name].label, Properties[name].show(value)] unless value.nil? || name == :numbering
        end
      end
    end

    # Which style most paragraphs of a kind have, and how many have another.
    def self.styles(examined)
      by_role = examined.manuscript.paragraphs.reject(&:blank?).group_by { |one| examined.roles.of(one.id).name }
      by_role.except(*Learning::Sheet::WITHOUT).map do |role, all|
        [called(role), "Style", Guide::Habit.commonest(all.map { |one| examined.manuscript.sheet[one.style]&.name })]
      end
    end

    # Kinds of rules that say what is told of pages and kinds already.
    SAID = %w[value margins paper header_footer_distance font_families].freeze

    def self.habits(learned)
      learned.proposals.group_by { |one| one.data["checks"] }.except(*SAID).map do |kind, all|
        ["Habits", kind.tr("_", " ").capitalize, all.map(&:sentence).sort.join(" ")]
      end
    end

    def self.called(slot) = slot.to_s.tr("_", " ").capitalize
    private_class_method :pages, :kinds, :styles, :habits, :called

    # @return [Array<String>] names of the manuscripts
    attr_reader :names

    # @param profiles [Hash{String=>Array}] from `profile`, by the manuscript's name
    def initialize(profiles)
      @names = profiles.keys
      @profiles = profiles.transform_values { |all| all.to_h { |area, label, value| [[area, label], value] } }
    end

    # @return [Array<Aspect>] by area, those in which most stand apart first
    def aspects
      @aspects ||= @profiles.values.flat_map(&:keys).uniq.filter_map { |area, label|
        values = @profiles.filter_map { |name, all| [name, all[[area, label]]] if all[[area, label]] }.to_h
        next if values.size < LEAST || values.values.uniq.size == 1

        Aspect.new(area: area, label: label, values: values, usual: values.values.tally.max_by(&:last).first)
      }.group_by(&:area).values.flat_map { |all| all.sort_by { |one| -one.apart.size } }
    end

    # @return [Hash{String=>Integer}] by manuscript in how many of them it stands apart, the most first
    def apart = names.to_h { |name| [name, aspects.count { |one| one.apart.include?(name) }] }.sort_by { |_, count| -count }.to_h

    # @return [Hash] of plain JSON values
    def to_h = {manuscripts: names, apart: apart, differ: aspects.map { |one| one.to_h.merge(apart: one.apart) }}

    # @return [String] RFC 4180
    def to_csv
      CSV.generate(row_sep: "\r\n") do |csv|
        csv << ["of", "what", "most have", *names]
        aspects.each { |one| csv << [one.area, one.label, one.usual, *names.map { |name| one.values[name] }] }
      end
    end
  end
end
