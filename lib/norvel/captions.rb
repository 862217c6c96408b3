# frozen_string_literal: true

module Norvel
  # The captions of figures and tables: what each counts, its number, and whether it stands above or below what it belongs to.
  class Captions
    # `kind` is :figure, :table or :other; `counted` what its numbers count in the file ("Figure"), nil where the number is only typed;
    # `label` and `number` as they stand there; `position` :above or :below what it `belongs` to (a block's id), nil where it belongs to
    # nothing.
    Caption = Value.define(:paragraph, :kind, counted: nil, label: nil, number: nil, position: nil, belongs: nil) do
      # @return [Boolean] whether its number is only typed
      def typed? = counted.nil?
    end

    TABLES = /\A(?:#{Roles::Wording::TABLED.join("|")})\.?\z/i
    FIGURES = /\A(?:#{Roles::Wording::PICTURED.join("|")})\.?\z/i
    BEGINS = /\A\s*(?<label>\p{L}+\.?)[ \u00A0\t]*(?<number>#{Roles::Wording::NUMBER})/i

    # @param paragraph [Manuscript::Paragraph]
    # @return [String, nil] what a number in it counts, by its field
    def self.kind_counted(paragraph) = paragraph.runs.find { |run| run.refers&.what == :count }&.refers&.to

    # @param word [String] a label, or what is counted
    # @return [Symbol] :figure, :table or :other
    def self.kind(word)
      return :table if word.to_s.strip.match?(TABLES)

      word.to_s.strip.match?(FIGURES) ? :figure : :other
    end

    # @param manuscript [Manuscript] @param roles [Roles]
    def initialize(manuscript, roles)
      @manuscript = manuscript
      @roles = roles
    end

    # @return [Array<Caption>] in the order of the text, those of tables in cells and in lists of figures left out
    def all
      @all ||= begin
        listed = @manuscript.listed
        blocks = @manuscript.blocks
        blocks.each_with_index.filter_map do |block, index|
          caption(block, blocks, index) if block.is_a?(Manuscript::Paragraph) && !listed.include?(block.id)
        end
      end
    end

    # @return [Array<Integer, String>] blocks with a picture alone, and tables, that have no caption
    def without
      named = all.to_h { |caption| [caption.belongs, true] }
      @without ||= @manuscript.blocks.select { |block| thing(block) && !named.key?(block.id) }.map(&:id)
    end

    private

    def caption(paragraph, blocks, index)
      counted = self.class.kind_counted(paragraph)
      typed = @roles.of(paragraph.id).name == :caption && Roles::Wording.caption?(paragraph.text)
      return unless counted || typed

      found = paragraph.text.match(BEGINS)
      kind = self.class.kind(counted || found&.[](:label))
      position, belongs = place(kind, blocks, index)
      Caption.new(paragraph: paragraph.id, kind: kind, counted: counted, label: found&.[](:label), number: number(paragraph, found),
        position: position, belongs: belongs)
    end

    # The number that the field has, with what stands typed before it ("2-" of a chapter).
    def number(paragraph, found)
      found&.[](:number) || paragraph.runs.find { |run| run.refers&.what == :count }&.text&.strip
    end

    # What stands right beside it: for a figure first what is above it, for a table first what is below.
    def place(kind, blocks, index)
      before, after = neighbour(blocks, index, -1), neighbour(blocks, index, 1)
      sides = [[:below, before], [:above, after]]
      sides.reverse! if kind == :table
      wanted = {figure: [:figure], table: [:table]}.fetch(kind, %i[figure table])
      (wanted + (%i[figure table] - wanted)).each do |what|
        position, block = sides.find { |_, beside| beside && thing(beside) == what }
        return [position, block.id] if block
      end
      [nil, nil]
    end

    # The next block that way which is not empty.
    def neighbour(blocks, index, step)
      at = index + step
      at += step while at.between?(0, blocks.size - 1) && blocks[at].is_a?(Manuscript::Paragraph) && blocks[at].empty?
      blocks[at] if at.between?(0, blocks.size - 1)
    end

    # @return [Symbol, nil] :table, or :figure for a paragraph that holds a picture and no word
    def thing(block)
      return :table if block.is_a?(Manuscript::Table)

      return if block.insets.empty?

      pictured = block.insets.any? { |inset| inset.kind == :image || %i[image drawing chart].include?(inset.what) || inset.kind == :object }
      :figure if pictured && block.text.delete(Manuscript::INSET_MARK).strip.empty?
    end
  end
end
