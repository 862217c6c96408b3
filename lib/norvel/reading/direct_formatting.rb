# frozen_string_literal: true

module Norvel
  # What was formatted by hand: on the paragraph, and on stretches of its text (runs of one
  # formatting joined). Style references, language, numbering and the raising of note marks are not.
  module DirectFormatting
    # Never a finding and never removed: it carries meaning or structure of its own.
    STAYS = %i[raised shift hidden outline_level right_to_left].freeze
    STAYS_ON_LINKS = %i[color underline].freeze

    # Small capitals of a part of the text are acronyms and names; a sign of a symbol font is lost without its font.
    STAYS_ON_PARTS = %i[small_caps].freeze

    # What a paragraph says by hand that a guide would object to.
    OBJECTED_TO = (Properties::TABLE.values.select(&:direct).map(&:name) - STAYS - %i[numbering break_before]).to_set.freeze

    NOTHING = [{}.freeze, [].freeze].freeze
    private_constant :NOTHING

    Span = Value.define(:start, :end, :properties, link: false)

    module_function

    # @param paragraph [Manuscript::Paragraph]
    # @return [Hash{Symbol=>Object}] paragraph properties set by hand
    def on_paragraph(paragraph) = paragraph.properties.select { |name, _| Properties::TABLE[name].direct && name != :numbering }

    # @return [Array<Span>] text properties set by hand
    def on_text(paragraph, spans = paragraph.spans)
      spans.filter_map do |span|
        next if span[:properties].empty?

        set = span[:properties].select { |name, _| Properties::TABLE[name].direct }
        Span.new(start: span[:start], end: span[:end], properties: set, link: span[:run].link || false) unless set.empty?
      end
    end

    # Text formatting by hand, told apart: what all of the paragraph's text has alike, and what only parts have.
    # @return [Array(Hash, Array<Span>)]
    def whole_and_parts(paragraph)
      return NOTHING if paragraph.runs.all? { |run| run.properties.empty? }

      spans = paragraph.spans
      inked = spans.select { |span| span[:run].text.match?(/[^[:space:]\u{FFFC}]/) }
      whole = alike(inked.map { |span| span[:properties] })
      parts = on_text(paragraph, spans).filter_map do |span|
        (rest = span.properties.reject { |name, value| whole[name] == value }).empty? ? nil : span.with(properties: rest)
      end
      [whole, parts]
    end

    # @param sets [Array<Hash>]
    # @return [Hash{Symbol=>Object}] what all of them have by hand
    def alike(sets)
      return {} if sets.empty? || sets.any?(&:empty?)

      sets.map(&:to_a).reduce(:&).to_h.select { |name, _| Properties::TABLE[name].direct }
    end

    # @return [Hash{Symbol=>Object}] what a style would take over from a paragraph: what is set by hand on the whole of it
    def adoptable(paragraph) = on_paragraph(paragraph).merge(whole_and_parts(paragraph).first).except(*STAYS, :break_before)

    # @return [Hash{Symbol=>Object}] the same, with the heading level and the page break, where a person set them on an example to be seen
    def tried(paragraph) = adoptable(paragraph).merge(paragraph.properties.slice(:outline_level, :break_before))

    # @param from [Integer] @param to [Integer] offsets in its text
    # @return [Hash{Symbol=>Object}] what a character style would take over from a stretch: what all of it has by hand
    def adoptable_from(paragraph, from, to)
      inked = paragraph.runs_in(from, to).reject { |run| run.text.match?(/\A[[:space:]\u{FFFC}]*\z/) }
      inked.map { |run| run.properties.select { |name, _| Properties::TABLE[name].direct }.to_a }.reduce(:&).to_h.except(*STAYS)
    end

    # @param paragraphs [Array<Manuscript::Paragraph>]
    # @return [Array<Array(String, String, Array<Integer>)>] the kinds they are of, the commonest first: the id of a style, what the whole
    #   paragraph has by hand in words (none: "") and the ids of paragraphs
    def kinds(paragraphs)
      found = paragraphs.group_by do |paragraph|
        words = objectionable(paragraph).filter_map { |name, value, span| Properties::Words.of(name, value) unless span }
        [paragraph.style, words.uniq.join(", ")]
      end
      found.map { |(style, words), same| [style, words, same.map(&:id)] }.sort_by.with_index { |(_, _, ids), index| [-ids.size, index] }
    end

    # What a guide would object to: structure and meaning left out.
    # @return [Array<Array(Symbol, Object, Span)>] property, value and where (nil: the whole paragraph)
    def objectionable(paragraph)
      own = paragraph.properties.filter_map { |name, value| [name, value, nil] if OBJECTED_TO.include?(name) }
      whole, parts = whole_and_parts(paragraph)
      return own if whole.empty? && parts.empty?

      links = stays_on(whole, paragraph.text, paragraph.runs.find(&:link)&.link)
      own + whole.except(*STAYS, *links).map { |name, value| [name, value, nil] } +
        parts.flat_map do |span|
          span.properties.except(*STAYS, *STAYS_ON_PARTS, *stays_on(span.properties, paragraph.text[span.start...span.end], span.link))
            .map { |name, value| [name, value, span] }
        end
    end

    # @param set [Hash{Symbol=>Object}] what a stretch of text has by hand @param text [String] the stretch @param link [String, nil]
    # @return [Array<Symbol>] properties that have to stay on it
    def stays_on(set, text, link)
      (link ? STAYS_ON_LINKS : []) + ((set.key?(:font_family) && text.match?(ListLabels::SYMBOL_AREA)) ? %i[font_family] : [])
    end

    # @return [Integer] pairs of place and property
    def count(manuscript)
      manuscript.paragraphs.sum { |paragraph| on_paragraph(paragraph).size + joined_by_property(paragraph) }
    end

    # @return [Boolean] whether there is some and all of it repeats what the styles say anyway
    def redundant?(paragraph, cascade)
      own = on_paragraph(paragraph)
      spans = paragraph.runs.map { |run| [run, run.properties.select { |name, _| Properties::TABLE[name].direct }] }
      return false if own.empty? && spans.all? { |_, set| set.empty? }

      under = cascade.paragraph_under(paragraph)
      repeats = ->(below, set) { set.all? { |name, value| Properties::TABLE[name].combine(below[name], value) == below[name] } }
      repeats[under, own] && spans.all? { |run, set| set.empty? || repeats[cascade.under(paragraph, run), set] }
    end

    def joined_by_property(paragraph)
      spans = on_text(paragraph)
      spans.each_with_index.sum do |span, index|
        before = spans[index - 1] if index.positive?
        touching = before && before.end == span.start
        span.properties.count { |name, value| !(touching && before.properties[name] == value) }
      end
    end
    private_class_method :joined_by_property, :alike
  end
end
