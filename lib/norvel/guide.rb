# frozen_string_literal: true

module Norvel
  # A house guide: page design, a family of styles by slot, lists, and rules. A value, read from YAML.
  #
  # `parts` says how pages are numbered and where chapters begin, `contents`, `captions` and `headings` what they are like, as
  # the file has them.
  # `sources` say where values are from, by their place ("styles.body.size"), `source` is the text of the file.
  # `base_style` says what the base of its family becomes in a manuscript: :taken, the manuscript's own base style has its values;
  # :untouched, it stands under the manuscript's.
  class Guide < Value.define(:title, :version, :rules, house: nil, language: nil, page: {}, styles: {}, lists: {}, parts: {},
    contents: {}, captions: {}, headings: {}, base_style: :taken,
    source: nil, sources: {})
    # @return [Family] its styles
    attr_reader :family

    # @return [Guide] one without a rule, where none judges
    def self.none = @none ||= new(title: "no guide", version: "0", rules: [], source: "")

    # @return [Hash{String=>String}] lengths by edge, the gutter beside them
    def margins = (page[:margins] || {}).merge({"gutter" => page[:gutter]}.compact)

    # @param rule [String] the id of one of its rules
    # @return [String] what it says, in the guide's own words
    def clause_of(rule) = rule(rule).clause

    # @param id [String]
    # @return [Rule, nil]
    def rule(id) = rules.find { |one| one.id == id }

    USUAL_FOLIO = "bottom center" # where nothing says otherwise; common practice, no source

    # @return [String, nil] what it wants the header to say, as SetRunningHead takes it: by its parts, else by its rule
    def running_head
      rule = rules.grep(Rules::RunningHead).find(&:at_the_top?)
      parts[:running_head] || rule&.text
    end

    # @return [String, nil] the scheme of its headings' numbers: what it says, else the usual one where a rule asks for numbers
    def heading_numbers = headings[:numbers] || (USUAL_NUMBERS if rules.grep(Rules::HeadingNumbers).any?(&:numbered?))

    # @return [Boolean] whether a rule wants headings without numbers
    def headings_bare? = rules.grep(Rules::HeadingNumbers).any? { |rule| !rule.numbered? }

    USUAL_NUMBERS = "1, 1.1, 1.1.1" # ISO 2145

    # @return [Boolean] whether it says of folios where they stand or how they are written
    def folios_asked? = !parts[:folio].nil? || %i[front main].any? { |part| parts.dig(part, "folios") }

    # @return [Boolean] whether it judges anything, or gives styles
    def none? = equal?(self.class.none)

    # @return [String] where the guides lie that ship with Norvel
    def self.folder = File.expand_path("../../guides", __dir__)

    # The one that judges where nobody chose another.
    DEFAULT = "marrowby-diploma"

    # @return [Array<String>] names of the shipped guides
    def self.shipped = Dir.glob("*.yml", base: folder).map { |file| file.delete_suffix(".yml") }.sort

    # @param name [String] a shipped guide's name or the path of a file
    # @return [Guide]
    # @raise [FileError, GuideError]
    def self.find(name)
      return read(File.read(File.join(folder, "#{name}.yml"), encoding: "UTF-8")) if shipped.include?(name)
      unless File.file?(name)
        raise FileError,
          "There is no guide “#{name}”; `guides` lists those that ship with Norvel, or name a YAML file."
      end

      read(File.read(name, encoding: "UTF-8"))
    rescue SystemCallError => error
      raise FileError, "The guide “#{name}” cannot be read (#{Error.said_by_the_system(error)})."
    end

    # @param yaml [String]
    # @return [Guide]
    # @raise [GuideError] with the line of the mistake
    def self.read(yaml, kept: false) = Reader.new(yaml).read(kept: kept)

    private

    def prepare
      @family = Family.new(styles, language: language)
    end
  end
end

require_relative "guide/finding"
require_relative "guide/remedies"
require_relative "guide/mending"
require_relative "guide/slots"
require_relative "guide/places"
require_relative "guide/family"
require_relative "guide/family_form"
require_relative "guide/list_kind"
require_relative "guide/own_words"
require_relative "guide/as_said"
require_relative "guide/sense"
require_relative "guide/reader"
require_relative "guide/colour_contrast"
require_relative "guide/rule"
require_relative "guide/declared"
require_relative "guide/fields"
require_relative "guide/clauses"
require_relative "guide/draft"
require_relative "guide/sentence"
require_relative "guide/offers"
require_relative "guide/comparison"
require_relative "guide/progress"
require_relative "guide/check"
require_relative "guide/consequences"
