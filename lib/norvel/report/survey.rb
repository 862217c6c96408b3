# frozen_string_literal: true

require_relative "page_designs"

module Norvel
  module Report
    # What a manuscript is made of, as `survey --json` says it (docs: formats and the command line).
    class Survey
      EFFECTIVE_TEXT = %i[font_family size bold italic underline color].freeze
      EFFECTIVE_PARAGRAPH = %i[align indent_start indent_end indent_first space_before space_after line_spacing keep_next keep_together
        break_before orphans widows].freeze

      # @param set [Hash{Symbol=>Object}] values by property
      # @return [Hash{String=>Object}] as JSON has them
      def self.values(set)
        plain = set.reject { |name, _| name == :numbering || Properties::TABLE[name].beside }
        plain.to_h { |name, value| Properties::TABLE[name].then { |property| [property.json_key, property.to_json_value(value)] } }
      end

      # @param examined [Examination]
      def initialize(examined)
        @examined = examined
        @layout = examined.layout
        @manuscript = examined.manuscript
        @cascade = examined.cascade
        @roles = examined.roles
        @looks = examined.looks
      end

      # @return [Hash] of plain JSON values
      def to_h
        {format: @manuscript.format, pages: @layout.pages.size, words: words, language: @manuscript.info.language,
         page_designs: PageDesigns.new(@layout).to_a,
         styles: @manuscript.sheet.styles.values.map { |style| style_entry(style) },
         paragraphs: @manuscript.paragraphs.each_with_index.map { |paragraph, index| paragraph_entry(paragraph, index) },
         looks: @looks.map { |look|
           {id: look.id, paragraphs: look.paragraphs.map { |id| @manuscript.index_of(id) }, variants: look.variants.size}
         },
         images: images, notes: @manuscript.notes.size, tables: @manuscript.tables.size,
         info: @manuscript.info.to_h.slice(:title, :author, :subject, :keywords), contents: contents,
         captions: captions, open_matters: open_matters,
         warnings: @manuscript.warnings}
      end

      # @return [Integer] runs between white space with a letter or digit, body only
      def words = makeup.words

      # @return [Makeup] the same in numbers that lead to their places
      def makeup = @examined.makeup

      # @return [Integer] empty paragraphs
      def empty = @manuscript.paragraphs.count(&:empty?)

      private

      def style_entry(style)
        {id: style.id, name: style.file_name, kind: style.kind.to_s, parent: style.parent, next: style.next_style,
         outline_level: style_level(style), uses: uses[style.id], own: json(style.properties)}
      end

      def style_level(style) = (style.kind == :paragraph) ? @manuscript.sheet.level_of(style) : nil

      def uses
        @uses ||= @manuscript.paragraphs.each_with_object(Hash.new(0)) do |paragraph, counts|
          counts[paragraph.style] += 1
          spans(paragraph).each { |span| counts[span[:style]] += 1 }
        end
      end

      def paragraph_entry(paragraph, index)
        role = @roles.of(paragraph.id)
        {index: index, text: paragraph.text, style: paragraph.style, in_table: paragraph.in_table,
         empty: paragraph.empty?, role: role.name.to_s, role_confidence: role.confidence,
         look: look_of[paragraph.id], page: @layout.page_of(paragraph.id), numbering: numbering(paragraph),
         effective: effective(paragraph), direct: direct(paragraph), spans: spans(paragraph)}
      end

      def look_of = @look_of ||= @looks.flat_map { |look| look.paragraphs.map { |id| [id, look.id] } }.to_h

      def numbering(paragraph)
        ref = @cascade.numbering(paragraph) or return
        {list: ref.list, level: ref.level + 1, label: @layout.labels[paragraph.id], direct: paragraph.properties.key?(:numbering)}
      end

      # Text values are those of the first character that is neither white space nor an inset, else of the paragraph mark.
      def effective(paragraph)
        run = paragraph.runs.find { |candidate| candidate.text.match?(/[^[:space:]\u{FFFC}]/) }
        text = run ? @cascade.run(paragraph, run) : @cascade.mark(paragraph)
        json(text.values(EFFECTIVE_TEXT)).merge(json(@cascade.paragraph(paragraph).values(EFFECTIVE_PARAGRAPH)))
      end

      def direct(paragraph)
        {paragraph: json(DirectFormatting.on_paragraph(paragraph)),
         text: DirectFormatting.on_text(paragraph).map { |span| {start: span.start, end: span.end, set: json(span.properties)} },
         redundant: DirectFormatting.redundant?(paragraph, @cascade)}
      end

      # Stretches in a character style, neighbours joined.
      def spans(paragraph)
        paragraph.spans.select { |span| span[:style] }.each_with_object([]) do |span, joined|
          if joined.last && joined.last[:end] == span[:start] && joined.last[:style] == span[:style]
            joined.last[:end] = span[:end]
          else
            joined << span.slice(:start, :end, :style)
          end
        end
      end

      def json(set) = Survey.values(set)

      # First and last line of each list, and whether it says what our own pages say.
      def contents
        known = @examined.contents
        known.lists.map do |list|
          lines = known.lines(list)
          {paragraphs: [lines.first&.id || list.first, lines.last&.id || list.last].map { |id| @manuscript.index_of(id) },
           levels: levels(list, known), up_to_date: known.state(list).current?}
        end
      end

      # Those it is to hold; of a list by styles alone, those of the styles.
      def levels(list, known)
        said = [*((list.by.any? && list.levels) ? (list.levels[0]..list.levels[1]).to_a : []), *list.styles.values]
        said = known.entries(list).map(&:level) if said.empty?
        said.minmax.map { |level| level || 1 }
      end

      def captions
        @examined.captions.all.map do |caption|
          {paragraph: @manuscript.index_of(caption.paragraph), kind: caption.kind.to_s, number: caption.number,
           position: caption.position&.to_s}
        end
      end

      def open_matters
        own = @manuscript.matters.select do |matter|
          !%i[placeholder formatting].include?(matter.kind) && @manuscript.index_of(matter.paragraph)
        end
        own.map { |matter| {kind: matter.kind.to_s, paragraph: @manuscript.index_of(matter.paragraph), text: matter.text} } +
          @examined.references.broken.map do |found|
            {kind: "broken_reference", paragraph: @manuscript.index_of(found.paragraph), text: found.says}
          end
      end

      def images
        @manuscript.paragraphs.each_with_index.flat_map do |paragraph, index|
          paragraph.insets.select { |inset| inset.image? }.map { |inset| {paragraph: index, alt: inset.alt} }
        end
      end
    end
  end
end
