# frozen_string_literal: true

require_relative "wording"

module Norvel
  class Roles
    # What all votes look at: the paragraphs in their order, their neighbours, how they come out, and the look of the running text.
    class Reading
      SHORT = 120 # letters: what is longer is running text
      SLIGHT = 6_350 # EMU: half a point, not to be seen

      attr_reader :manuscript, :cascade, :paragraphs

      # @param manuscript [Manuscript] @param appearance [Appearance] @param cascade [Cascade]
      def initialize(manuscript, appearance, cascade)
        @manuscript = manuscript
        @appearance = appearance
        @cascade = cascade
        @paragraphs = manuscript.paragraphs
        @places = {}.compare_by_identity
        @paragraphs.each_with_index { |paragraph, index| @places[paragraph] = index }
      end

      # @return [Array<Manuscript::Paragraph>] those with text that stand in no table
      def texts = @texts ||= paragraphs.reject { |paragraph| paragraph.blank? || paragraph.in_table }

      # @return [Boolean] whether a family comes out in a typewriter face
      def monospaced?(family) = (@fonts ||= Fonts.of(@manuscript)).kind(family) == :monospaced

      # @return [Hash{Symbol=>Object}] how a paragraph comes out on paper
      def appearance(paragraph) = @appearance.of(paragraph)

      def index(paragraph) = @places[paragraph]

      # @return [Manuscript::Paragraph, nil] the next that has text
      def following(paragraph) = neighbours[0][index(paragraph)]

      # @return [Manuscript::Paragraph, nil] the one before that has text
      def preceding(paragraph) = neighbours[1][index(paragraph)]

      # @return [Integer, nil] the heading level of its style, or the one set by hand
      def level(paragraph)
        own = paragraph.properties[:outline_level]
        return own.nonzero? if own

        (@levels ||= {}).fetch(paragraph.style) { |id| @levels[id] = manuscript.sheet.level_of(manuscript.sheet[id]) }
      end

      def long?(paragraph) = paragraph.text.length > SHORT

      # Set off from the running text by weight, size, capitals, colour or a line.
      def striking?(paragraph)
        values = appearance(paragraph)
        (values[:bold] && !body[:bold]) || larger?(paragraph) || capitals?(paragraph) || values[:small_caps] ||
          (values[:underline] != :none && body[:underline] == :none) || coloured?(paragraph)
      end

      def larger?(paragraph) = appearance(paragraph)[:size] > body[:size] + SLIGHT

      def coloured?(paragraph)
        appearance(paragraph)[:color].then { |colour| colour != body[:color] && !%w[auto #000000].include?(colour) }
      end

      def capitals?(paragraph) = appearance(paragraph)[:caps] || Wording.capitals?(paragraph.text)

      # The look that most of the letters of the running text have.
      def body = @body ||= body_look

      # @return [Integer] how far a paragraph is set in beyond the running text, EMU; a hanging first line counts
      def inset(paragraph) =
        appearance(paragraph).then { |values|
          values[:indent_start] + [values[:indent_first], 0].min
        } - (body[:indent_start] + [body[:indent_first], 0].min)

      # @return [Array(Manuscript::Table, Integer, Integer), nil] the table, row and cell that hold it
      def cell(paragraph) = (@cells ||= cells)[paragraph.id]

      private

      def neighbours
        @neighbours ||= [paragraphs.each_index.to_a.reverse, paragraphs.each_index].map do |order|
          near = nil
          order.each_with_object(Array.new(paragraphs.size)) do |index, found|
            found[index] = near
            near = paragraphs[index] unless paragraphs[index].blank?
          end
        end
      end

      # Size, face and weight of most letters; of those paragraphs, then, the commonest of everything else.
      def body_look
        running = texts.select { |paragraph| long?(paragraph) }
        same = commonest(running.empty? ? texts : running) { |values| values.values_at(:size, :font_family, :bold, :italic) } or
          return Properties::DEFAULTS
        letters = same.each_with_object({}.compare_by_identity) do |paragraph, sums|
          (look = appearance(paragraph)) && sums[look] = (sums[look] || 0) + paragraph.text.length
        end
        appearance(same.first).to_h { |name, _| [name, most(letters, name)] }
      end

      # @param letters [Hash{Hash=>Integer}] by look
      # @return [Object] the value that most letters have
      def most(letters, name)
        sums = Hash.new(0)
        letters.each { |look, count| sums[look[name]] += count }
        sums.max_by(&:last).first
      end

      # @return [Array<Manuscript::Paragraph>, nil] those alike in what the block says of a look, with the most letters
      def commonest(list)
        looks = list.group_by { |paragraph| appearance(paragraph).object_id }.values
        looks.group_by { |same| yield appearance(same.first) }.values.map { |groups| groups.flatten(1) }.max_by do |same|
          same.sum { |paragraph| paragraph.text.length }
        end
      end

      def cells
        manuscript.tables.each_with_object({}) do |table, found|
          table.rows.each_with_index do |row, at|
            row.cells.each_with_index do |cell, place|
              cell.blocks.each { |block| found[block.id] = [table, at, place] if block.is_a?(Manuscript::Paragraph) }
            end
          end
        end
      end
    end
  end
end
