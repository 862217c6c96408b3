# frozen_string_literal: true

module Norvel
  # Every style of a sheet in dummy copy that says what it is and what its main values are: how people settle a sheet
  # before they use it.
  #
  #   specimen = Specimen.new(manuscript)
  #   specimen.manuscript              # one paragraph a style, on the manuscript's own page design
  #   specimen.style_of(paragraph.id)
  class Specimen
    COPY = "The lamp is lit an hour before the ebb and put out when the last boat lies at the steps. Nobody is asked for " \
      "more than the toll, and the book is signed by whoever kept the watch. " \
           "What was seen on the water is written down the same night, in plain words and in the order in which it came."

    # @param manuscript [Manuscript] whose sheet, lists and page design are shown
    # @param styles [Array<StyleSheet::Style>] paragraph and character styles, in the order they are shown
    def initialize(manuscript, styles: self.class.worth_showing(manuscript))
      @source = manuscript
      @styles = styles
      @cascade = Cascade.new(manuscript)
    end

    # @return [Array<StyleSheet::Style>] all, headings first by their level, then what is in use, then the rest, then character styles
    def self.worth_showing(manuscript)
      sheet = manuscript.sheet
      used = (manuscript.paragraphs + manuscript.note_paragraphs).flat_map { |paragraph|
        [paragraph.style, *paragraph.runs.map(&:style)]
      }.uniq
      shown = sheet.styles.values.select do |style|
        %i[paragraph character].include?(style.kind) && (!style.hidden || used.include?(style.id)) && style.name != "Default Paragraph Font"
      end
      shown.sort_by.with_index do |style, index|
        [(style.kind == :paragraph) ? 0 : 1, sheet.level_of(style) || 10, used.include?(style.id) ? 0 : 1, index]
      end
    end

    # @return [Manuscript]
    def manuscript =
      @manuscript ||= @source.with(blocks: @styles.each_with_index.map { |style, index| block(style, index) },
        notes: {}, sections: [Manuscript::Section.new(page: @source.sections.first.page)])

    # @param id [Integer] of one of its paragraphs
    # @return [StyleSheet::Style]
    def style_of(id) = @styles[id]

    # @return [String] the main values of a style: "14 pt Cambria, bold, centred, 12 pt before"
    def values(style)
      set = @cascade.style(style.id)
      return style.properties.map { |name, value| Properties::Words.of(name, value) }.join(", ") if style.kind == :character

      ["#{Properties[:size].show(set[:size])} #{set[:font_family]}", *%i[bold italic caps small_caps].select { |name| set[name] }
        .map { |name| Properties[name].label.downcase },
        {center: "centred", end: "flush at end", justify: "justified"}[set[:align]], *lengths(set),
        ("lines #{set[:line_spacing]}" unless set[:line_spacing] == Properties::LineSpacing::SINGLE)].compact.join(", ")
    end

    private

    def lengths(set)
      {indent_start: "in %s", indent_first: "first line in %s", space_before: "%s before", space_after: "%s after"}
        .filter_map { |name, words| format(words, Properties[name].show(set[name])) unless set[name].zero? }
    end

    def block(style, index)
      return Manuscript::Paragraph.new(id: index, style: @source.sheet.default_id, runs: in_words(style)) if style.kind == :character

      said = "#{style.name}: #{values(style)}."
      text = @source.sheet.level_of(style) ? said : "#{said} #{COPY}"
      Manuscript::Paragraph.new(id: index, style: style.id, runs: [Manuscript::Run.new(text: text.freeze)])
    end

    def in_words(style)
      [["Some words in "], ["the style “#{style.name}”", style.id], [" (#{values(style)}) among others."]].map do |text, id|
        Manuscript::Run.new(text: text, style: id)
      end
    end
  end
end
