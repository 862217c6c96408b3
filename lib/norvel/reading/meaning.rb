# frozen_string_literal: true

module Norvel
  # Which direct formatting inside a paragraph carries meaning: text that differs from the majority of its
  # own paragraph by italic, bold or underline over less than 80 % of its letters.
  class Meaning
    KINDS = %i[italic bold underline].freeze
    SHARE = 0.8

    # @param paragraph [Manuscript::Paragraph] @param cascade [Cascade]
    def initialize(paragraph, cascade)
      @paragraph = paragraph
      @cascade = cascade
      @values = {}
    end

    # @param paragraphs [Array<Manuscript::Paragraph>] @param cascade [Cascade]
    # @return [Hash{Symbol=>Array<String>}] kind to the words that have it with meaning
    def self.found(paragraphs, cascade)
      paragraphs.each_with_object(KINDS.to_h { |kind| [kind, []] }) do |paragraph, words|
        next if paragraph.runs.size < 2

        meaning = new(paragraph, cascade)
        paragraph.runs.each { |run| meaning.of(run).each { |kind| words[kind] << run.text.strip } }
      end
    end

    # @param run [Manuscript::Run]
    # @return [Array<Symbol>] of :italic, :bold and :underline
    def of(run)
      kinds = KINDS.select { |kind| run.properties.key?(kind) }
      (kinds.empty? || letters[run].zero?) ? [] : kinds.select { |kind| differs?(kind, run) }
    end

    private

    def letters = @letters ||= of_each { |run| run.text.scan(/[[:alnum:]]/).size }

    def values(kind) = @values[kind] ||= of_each { |run| @cascade.run(@paragraph, run)[kind] }

    # Two runs may be equal, such as two spaces that stand for something else.
    def of_each = @paragraph.runs.each_with_object({}.compare_by_identity) { |run, found| found[run] = yield(run) }

    def differs?(kind, run)
      value = values(kind)[run]
      alike = letters.sum { |other, count| (values(kind)[other] == value) ? count : 0 }
      value != majority(kind) && alike < SHARE * letters.values.sum
    end

    def majority(kind)
      (@majority ||= {})[kind] ||= letters.group_by { |run, _| values(kind)[run] }.max_by { |_, runs| runs.sum(&:last) }.then do |value, _|
        [value]
      end
      @majority[kind].first
    end
  end
end
