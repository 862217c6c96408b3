# frozen_string_literal: true

require_relative "cascade/formatting"
require_relative "cascade/chain"
require_relative "cascade/number_words"
require_relative "cascade/list_labels"

module Norvel
  # The style hierarchy of ISO/IEC 29500-1 §17.7.2: document defaults, table style, numbering level,
  # paragraph style chain from the root down, character style chain, direct formatting.
  # Results are kept, since most paragraphs share few combinations.
  class Cascade
    attr_reader :sheet, :lists

    # @param manuscript [Manuscript]
    def initialize(manuscript)
      @manuscript = manuscript
      @sheet = manuscript.sheet
      @lists = manuscript.lists
      @rules = manuscript.inheritance
      @kept = {}
      @chains = {}
      @numberings = {}
      @places = {}
      # By the sets themselves, which many paragraphs share, for text outside of tables and lists.
      @paragraphs = {}.compare_by_identity
      @texts = {}.compare_by_identity
    end

    # @return [Formatting] of the paragraph as a whole
    def paragraph(paragraph)
      return in_table(@paragraphs, paragraph, paragraph.properties) { whole_paragraph(paragraph) } if paragraph.in_table

      (@paragraphs[paragraph.properties] ||= {})[paragraph.style] ||= whole_paragraph(paragraph)
    end

    # @return [Formatting] of one stretch of its text
    def run(paragraph, run) = text(paragraph, run.style, run.properties, run.within)

    # @return [Formatting] of its end mark
    def mark(paragraph) = text(paragraph, paragraph.mark_style, paragraph.mark_properties)

    # @param style_id [String]
    # @return [Formatting] of a paragraph in this style with nothing set by hand
    def style(style_id) = keep([:style, style_id]) { [defaults, chain(style_id)] }

    # @return [Formatting] what text of this paragraph would have without direct formatting
    def under(paragraph, run) = text(paragraph, run.style, {}, run.within)

    # @return [Formatting] what the paragraph would have without direct formatting
    def paragraph_under(paragraph) = keep([:under, paragraph.style, table_style(paragraph), level_key(paragraph)]) { below(paragraph) }

    # @return [NumberRef, nil] the list and level in force
    def numbering(paragraph)
      ref = paragraph.properties[:numbering] || style_numbering(paragraph.style)&.first
      (ref&.list && lists[ref.list]) ? ref : nil
    end

    private

    def keep(key)
      @kept[key] ||= Formatting.new(yield, turning: @rules.turning?)
    end

    def whole_paragraph(paragraph)
      keep([:paragraph, paragraph.style, table_style(paragraph), paragraph.properties]) do
        [*below(paragraph), *direct_numbering(paragraph), direct_layer(paragraph.properties)]
      end
    end

    def text(paragraph, style, direct, within = NONE)
      return any_text(paragraph, style, direct, within) if style || paragraph.properties.key?(:numbering) || @rules.text_of_paragraphs
      return in_table(@texts, paragraph, direct) { any_text(paragraph, nil, direct) } if paragraph.in_table

      (@texts[direct] ||= {})[paragraph.style] ||= any_text(paragraph, nil, direct)
    end

    NONE = [].freeze
    private_constant :NONE

    def any_text(paragraph, style, direct, within = NONE)
      own = text_of(paragraph)
      keep([:text, paragraph.style, table_style(paragraph), style, direct, level_key(paragraph), own, within]) do
        [*below(paragraph), *([direct_layer(own)] if own), *within.flat_map { |around| character_layers(around) },
          *character_layers(style), direct_layer(direct)]
      end
    end

    def direct_layer(set) = Layer.new(kind: :direct, properties: set)

    # @return [Hash{Symbol=>Object}, nil] what a paragraph says itself of its text, where that reaches its words
    def text_of(paragraph)
      paragraph.properties.select { |name, _| Properties::TABLE[name].text? } if @rules.text_of_paragraphs
    end

    # Kept by the place in the table's style, which is one object for all alike.
    def in_table(kept, paragraph, direct)
      here = kept[direct] ||= {}
      place = table_style(paragraph) or return here[paragraph.style] ||= yield
      (here[place.object_id] ||= {})[paragraph.style] ||= yield
    end

    def below(paragraph)
      key = [paragraph.style, table_style(paragraph), level_key(paragraph)]
      @chains[key] ||= begin
        styles = chain(paragraph.style, numbered: !paragraph.properties.key?(:numbering))
        [defaults, *table_layers(table_style(paragraph)), *own_level_under(paragraph), styles]
      end
    end

    # Where the level of a list that a paragraph is in by itself stands under the styles, its text rests on it as well.
    def level_key(paragraph)
      return paragraph.properties[:numbering] if @rules.levels == :under_styles

      paragraph.properties.key?(:numbering)
    end

    def own_level_under(paragraph) = (@rules.levels == :under_styles) ? level_of_its_own(paragraph) : []

    def level_of_its_own(paragraph) = (ref = paragraph.properties[:numbering])&.list ? level_layer(ref) : []

    def defaults = @defaults ||= Layer.new(kind: :defaults, properties: sheet.defaults)

    # @return [Array(String, Array<Symbol>), nil] the style of the table and the conditions of it that hold here
    def table_style(paragraph)
      table = @manuscript.table_of(paragraph.id) if paragraph.in_table
      return unless table&.style

      conditions = @manuscript.table_conditions(paragraph.id)
      (@places[table.style] ||= {})[conditions] ||= [table.style, conditions]
    end

    # The whole table first, then the conditional parts, each through the chain of styles.
    def table_layers(place)
      return [] unless place

      id, conditions = place
      chain = sheet.chain(id)
      parts = conditions.flat_map do |condition|
        chain.filter_map { |style| (said = style.conditions[condition]) && Layer.new(kind: :table, properties: said, source: style.id) }
      end
      chain.map { |style| Layer.new(kind: :table, properties: style.properties, source: style.id) } + parts
    end

    # The level of a style's numbering brings its indents just before the style that asks for it, unless the format has it otherwise.
    def chain(id, numbered: true)
      ref, owner = style_numbering(id) if numbered
      level = level_layer(ref).first if ref&.list
      return Chain.new(:style, sheet, id, level: level, owner: owner) if level.nil? || @rules.levels == :by_whom

      Chain.new(:style, sheet, id, level: level, owner: owner, over: @rules.levels == :over_styles)
    end

    def character_layers(id) = id ? [Chain.new(:character, sheet, id)] : []

    def direct_numbering(paragraph) = (@rules.levels == :under_styles) ? [] : level_of_its_own(paragraph)

    def level_layer(ref)
      level = lists[ref.list]&.levels&.[](ref.level)
      level ? [Layer.new(kind: :numbering, properties: level.properties, source: ref.list)] : []
    end

    # @return [Array(NumberRef, String), nil] the reference and the style of the chain that has it
    def style_numbering(id)
      @numberings.fetch(id) { @numberings[id] = find_numbering(id) }
    end

    def find_numbering(id)
      owner = sheet.saying(id, :numbering)
      return unless owner&.properties&.[](:numbering)

      ref = owner.properties[:numbering]
      list = lists[ref.list]
      [list ? ref.with(level: list.level_for_style(owner.id, ref.level)) : ref, owner.id]
    end
  end
end
