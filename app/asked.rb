# frozen_string_literal: true

module NorvelWeb
  # What a request asks, read by declared kind: each route says what it takes (`takes:`), and one that is not of its kind is refused
  # with a sentence. Text comes out as a manuscript can hold it. What a route does not declare it does not see.
  module Asked
    # A parameter that is not of its kind.
    class Wrong < Norvel::Error; end

    # One that names something in the address: there is no such thing.
    class Nowhere < Norvel::Error; end

    MOST = 4_000 # members of a map or a list
    LONGEST = 2_097_152 # characters of a choice, a guide or what is pasted

    module_function

    # A written sign of a known form.
    def sign(form, most: 100) = ->(value) { value if value.is_a?(String) && value.length <= most && value.match?(form) }

    # A line of text, cleaned.
    def line(most) =
      ->(value) {
        Norvel::Manuscript::PlainText.clean(value).gsub(/[[:space:]]*\n[[:space:]]*/, " ") if value.is_a?(String) && value.length <= most
      }

    def text(most) = ->(value) { Norvel::Manuscript::PlainText.clean(value) if value.is_a?(String) && value.length <= most }

    # A name that stands in a file, which must be met as it is.
    def exact(most) = ->(value) { value if value.is_a?(String) && value.length <= most && !value.include?("\0") }

    def map(kind) = ->(value) { value.transform_values { |one| read_as(kind, one) } if value.is_a?(Hash) && value.size <= MOST }

    def list(kind) = ->(value) { value.map { |one| read_as(kind, one) } if value.is_a?(Array) && value.size <= MOST }

    def read_as(kind, value)
      read = kind[value]
      raise Wrong, "Something in what was sent cannot be that: nothing was done." if read.nil?

      read
    end

    def file(value) = (value if value.is_a?(Hash) && value[:tempfile].respond_to?(:read) && value[:filename].is_a?(String))

    # One file, or several at once.
    def files(value)
      all = value.is_a?(Array) ? value : [value]
      read = all.reject { |one| one == "" }.map { |one| file(one) }
      read if read.all? && read.size <= MOST_FILES
    end

    MOST_FILES = 200

    ID = sign(/\A\d{0,18}\z/)
    NUMBER = sign(/\A-?\d{0,6}\z/)
    WORD = sign(/\A[\w-]*\z/)
    WORDS = sign(/\A[\w,. -]*\z/, most: 2_000)
    YES = sign(/\A(?:yes|no|on|off|)\z/)
    NAME = line(300)
    STYLE = exact(500)
    VALUE = line(1_000)
    TEXT = text(LONGEST)
    RULE = exact(200)
    RETURN = exact(2_000) # where to go afterwards
    FILE = method(:file)
    FILES = method(:files)
    PLACE = sign(/\A[1-9]\d{0,5}\z/) # of a page, a part, from 1
    CHOSEN = sign(/\A(?:all|[\d,]*)\z/, most: LONGEST)
    LOOK = sign(/\A\d{1,6}(?:\.\d{1,6})?(?:,\d{1,6}(?:\.\d{1,6})?)*\z/, most: 2_000)
    SHEET = sign(/\A[\w:-]*\z/)
    FOUND = sign(/\A[\w:,-]*\z/, most: 100_000) # findings, each by its rule and its place among that rule's
    SLIP_OF = sign(/\A(?:(?:rule|style|list):[\w,-]*)?\z/, most: 20_000) # what of a guide is chosen
    SEEN = sign(/\A\h{0,16}\z/) # a sign of what a field said

    # What addresses name.
    PATH = {
      id: ID, reference: WORD, number: PLACE, operation: WORD, action: WORD, proposal: WORD,
      look: LOOK, list: exact(100), sheet: SHEET, slot: WORD,
      face: sign(/\A[\w.-]*\z/), making: WORD, what: WORD, kind: WORD, style: STYLE, format: WORD
    }.freeze

    # How something is chosen, and how the slip shows it.
    SLIP = {
      chosen: CHOSEN, text: sign(/\A(?:\d+:\d+-\d+,?)*\z/, most: LONGEST),
      range: sign(/\A(?:\d{1,7}-\d{1,7})?\z/), among: exact(500), alike: WORD, words: line(2_000), where: WORD,
      pattern: line(500), regular: YES, case: YES, find: line(2_000), considered: WORD, swap: SHEET,
      sweep: YES, write: YES, bare: YES
    }.freeze

    # What a person corrected, struck out and asked for in the plan.
    PLAN = {
      also: map(WORD), as: map(WORD), keep: YES, strike: map(WORD)
    }.freeze

    # What a step of writing may say, in JSON.
    INTEGER = ->(value) { value if value.is_a?(Integer) && value.between?(0, 2**53) }
    STEPS = {"paragraph" => INTEGER, "new" => INTEGER, "at" => INTEGER, "text" => exact(LONGEST),
             "style" => STYLE, "bare" => ->(value) { value == true }, "paragraphs" => list(INTEGER)}.freeze

    # @param given [Hash] as they came @param here [Hash] those of the query and the body alone
    # @param kinds [Hash{Symbol=>Proc}] what the route takes @param named [Array<String>] what its address names
    # @return [Sinatra::IndifferentHash]
    # @raise [Wrong, Nowhere]
    def read(given, here, kinds, named)
      understood = given.filter_map do |name, value|
        kind = named.include?(name) ? PATH.fetch(name.to_sym) : kinds[name.to_sym]
        next if kind.nil? || value.nil?

        read = kind[plain(value)]
        raise (here.key?(name) ? Wrong : Nowhere), "“#{name}” cannot be that: nothing was done." if read.nil?

        [name, read]
      end
      Sinatra::IndifferentHash[understood]
    end

    # @param step [Hash] of writing, from JSON @param members [Array<String>] that it may have
    # @return [Hash]
    # @raise [Wrong]
    def step(step, members)
      step.slice(*members).to_h do |name, value|
        read = STEPS.fetch(name)[value]
        raise Wrong, "“#{name}” cannot be that: it was not saved." if read.nil?

        [name, read]
      end
    end

    # Everything as UTF-8, or refused.
    def plain(value)
      case value
      when String then value.dup.force_encoding(Encoding::UTF_8).tap do |text|
        raise Wrong, "What was sent is not UTF-8: nothing was done." unless text.valid_encoding?
      end
      when Array then value.map { |one| plain(one) }
      when Hash then Sinatra::IndifferentHash[value.map { |name, one| [plain(name), plain(one)] }]
      else value
      end
    end
  end
end
