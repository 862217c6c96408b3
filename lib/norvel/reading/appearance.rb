# frozen_string_literal: true

module Norvel
  # How a paragraph comes out on paper: its paragraph values and, for each text property, the value
  # that most of its letters have, so that one italic word does not change it.
  class Appearance
    PARAGRAPH = Properties.of(:paragraph).select(&:visible).map(&:name).freeze
    TEXT = Properties.of(:text).select { |property| property.visible && property.name != :hidden }.map(&:name).freeze

    # @param manuscript [Manuscript] @param cascade [Cascade]
    def initialize(manuscript, cascade = Cascade.new(manuscript))
      @cascade = cascade
      @kept = {}.compare_by_identity
      @shared = {}.compare_by_identity
    end

    # @return [Hash{Symbol=>Object}] values by property; one and the same for paragraphs formatted alike
    def of(paragraph) = @kept[paragraph] ||= values(paragraph, @cascade.paragraph(paragraph), only_text(paragraph))

    # @param name [Symbol] a text property
    # @return [Object] the value of most of the paragraph's letters, else of its end mark
    def majority(paragraph, name)
      runs = paragraph.runs
      return @cascade.run(paragraph, runs.first)[name] if runs.size == 1 && !runs.first.text.empty?

      counts = runs.each_with_object(Hash.new(0)) do |run, sums|
        letters = run.text.count("^ \t\n\f\u{FFFC}")
        sums[@cascade.run(paragraph, run)[name]] += letters if letters.positive?
      end
      counts.empty? ? @cascade.mark(paragraph)[name] : counts.max_by(&:last).first
    end

    private

    # @param text [Cascade::Formatting, nil] of all its letters; nil where they differ
    def values(paragraph, whole, text)
      return whole.values(PARAGRAPH).merge(TEXT.to_h { |name| [name, majority(paragraph, name)] }).freeze unless text

      (@shared[whole] ||= {}.compare_by_identity)[text] ||= whole.values(PARAGRAPH).merge(text.values(TEXT)).freeze
    end

    # @return [Cascade::Formatting, nil] that of all letters, where they are formatted alike
    def only_text(paragraph)
      runs = paragraph.runs
      return runs.first.text.empty? ? nil : @cascade.run(paragraph, runs.first) if runs.size == 1

      found = nil
      runs.each do |run|
        next if run.text.count("^ \t\n\f\u{FFFC}").zero?

        formatting = @cascade.run(paragraph, run)
        return nil unless (found ||= formatting).equal?(formatting)
      end
      found
    end
  end
end
