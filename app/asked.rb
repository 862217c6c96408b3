# frozen_string_literal: true

module NorvelWeb
  # What a request asks, read by declared type: every parameter has its kind here, and one that is not of it is refused with a
  # sentence. Text comes out as a manuscript can hold it. What is not declared is not read.
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

    ID = sign(/\A\d{0,18}\z/)
    NUMBER = sign(/\A-?\d{0,6}\z/)
    WORD = sign(/\A[\w-]*\z/)
    WORDS = sign(/\A[\w,. -]*\z/, most: 2_000)
    YES = sign(/\A(?:yes|no|on|off|)\z/)
    NAME = line(300)
    STYLE = exact(500)
    VALUE = line(1_000)

    KINDS = {
      # where and what
      "id" => ID, "entry" => ID, "known" => ID, "head" => ID, "number" => sign(/\A[1-9]\d{0,5}\z/), "reference" => WORD,
      "operation" => WORD, "action" => WORD, "proposal" => WORD, "considered" => WORD, "part" => WORD,
      "look" => sign(/\A\d{1,6}(?:\.\d{1,6})?\z/), "other" => sign(/\A\d{1,6}(?:\.\d{1,6})?\z/), "rule" => exact(200), "place" => NUMBER,
      "list" => exact(100), "sheet" => sign(/\A[\w:-]*\z/), "swap" => sign(/\A[\w:-]*\z/),
      "making" => WORD, "what" => WORD, "file" => method(:file), "guide_file" => method(:file), "face" => sign(/\A[\w.-]*\z/),
      "kind" => WORDS, "return" => exact(2_000), "authenticity_token" => exact(500),
      # chosen
      "chosen" => sign(/\A(?:all|[\d,]*)\z/, most: LONGEST), "text" => sign(/\A(?:\d+:\d+-\d+,?)*\z/, most: LONGEST),
      "range" => sign(/\A(?:\d{1,7}-\d{1,7})?\z/), "among" => exact(500), "alike" => WORD, "words" => line(2_000), "where" => WORD,
      "pattern" => line(500), "regular" => YES, "find" => line(2_000), "replace" => line(2_000), "case" => YES,
      # how it is shown
      "in" => WORD, "show" => WORD, "at" => WORD, "signs" => YES, "measures" => YES, "sweep" => YES,
      "write" => YES, "split" => WORDS, "reduced" => WORD,
      # changes
      "style" => STYLE, "parent" => STYLE, "next" => STYLE, "replacement" => STYLE, "name" => NAME, "prefix" => NAME,
      "line" => text(8_000), "values" => map(VALUE), "paper" => WORDS, "margin" => map(VALUE),
      "sections" => list(sign(/\A\d{1,6}\z/)), "kinds" => map(exact(100)), "meaning" => map(exact(500)), "levels" => map(map(VALUE)),
      "styles" => map(exact(500)), "mapping" => map(exact(500)), "as" => map(WORD), "strike" => map(WORD), "also" => map(WORD),
      "by" => sign(/\A(?:-?\d{0,6}|rule|page|paragraph)\z/), "start" => VALUE, "scheme" => exact(60), "all" => YES, "bare" => YES,
      "mend" => YES, "keep" => YES, "on" => sign(/\A(?:yes|no|on|off|\d{0,18})\z/), "run_in" => YES, "key" => line(10), "way" => WORD,
      "follow" => YES, "leave" => YES, "give" => YES, "rest" => YES, "take" => map(YES), "say" => YES, "marks" => YES,
      "unit" => sign(/\A(?:cm|in|pt|)\z/),
      # findings
      "cause" => NUMBER, "back" => YES, "revisions" => WORD, "revision" => sign(/\A\d{1,9} (?:\d{1,6}|end)\z/),
      "reason" => line(500), "info" => map(line(300)), "alternative" => line(2_000), "decorative" => YES, "again" => YES,
      # guides
      "act" => WORD, "seen" => sign(/\A\h{0,16}\z/), "path" => exact(300), "value" => line(4_000), "slot" => WORD, "to" => WORD,
      # parts, contents, captions
      "main" => ID, "front_format" => WORD, "chapters" => WORD, "stands" => WORDS, "begins" => WORD,
      "orientation" => WORD, "columns" => NUMBER,
      "mirrored" => YES, "first" => YES, "folio_format" => WORD, "folio_start" => sign(/\A\s*+\d{0,5}\s*+\z/),
      "side" => WORD, "head_text" => line(1_000),
      "title" => line(80), "deep" => NUMBER, "of" => line(100), "instead" => sign(/\A[\d,]*\z/, most: LONGEST),
      "guide" => WORD, "yaml" => text(LONGEST), "html" => text(LONGEST), "plain" => text(LONGEST)
    }.freeze

    # What a step of writing may say, in JSON.
    INTEGER = ->(value) { value if value.is_a?(Integer) && value.between?(0, 2**53) }
    STEPS = {"paragraph" => INTEGER, "new" => INTEGER, "at" => INTEGER, "text" => exact(LONGEST),
             "style" => STYLE, "bare" => ->(value) { value == true }, "paragraphs" => list(INTEGER)}.freeze

    # @param given [Hash] as they came @param here [Hash] those of the query and the body alone
    # @return [Sinatra::IndifferentHash]
    # @raise [Wrong, Nowhere]
    def read(given, here)
      understood = given.filter_map do |name, value|
        kind = KINDS[name]
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
