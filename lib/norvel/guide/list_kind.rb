# frozen_string_literal: true

module Norvel
  class Guide
    # One kind of list of a guide's sheet, bullets or numbers, level by level. What the guide does not say of a level follows from the
    # one above it: the sign is the same, the indent one step deeper.
    class ListKind < Norvel::Value.define(:kind, :levels, name: nil)
      KINDS = %i[bullets numbers].freeze
      DEPTH = 9
      TASKS = %w[☐ ☑ ☒].freeze # signs that say whether something is done
      INDENTS = %i[indent_start indent_first].freeze

      # `sign` of bullets; `format` and `text` ("%1.") of numbers; `indents` by property. nil: as it comes.
      Level = Norvel::Value.define(sign: nil, format: nil, text: nil, indents: {})

      # @param guide [Guide]
      # @return [Hash{Symbol=>ListKind}] those that it speaks of; where it has a style for list items and says nothing of lists, the
      #   indents of that style count for both
      def self.of(guide)
        item = guide.family[:list_item] or return {}
        first = guide.family.values(item.slot).slice(*INDENTS)
        KINDS.to_h { |kind| [kind, build(kind, guide.lists[kind] || {}, first)] }
      end

      def self.build(kind, written, first)
        said = written[:levels] || []
        levels = (0...DEPTH).each_with_object([]) do |index, list|
          above = list.last
          level = said[index] || Level.new(sign: above&.sign)
          list << level.with(indents: level.indents.empty? ? deeper(above, list[-2], first) : level.indents)
        end
        new(kind: kind, name: written[:name], levels: levels)
      end

      # One step deeper than the level above.
      def self.deeper(above, before, first)
        return first unless above

        step = before ? above.indents[:indent_start] - before.indents[:indent_start] : -above.indents[:indent_first]
        above.indents.merge(indent_start: above.indents[:indent_start] + step.abs)
      end
      private_class_method :build, :deeper

      # @return [Hash{String=>Object}] of plain JSON values
      def dump =
        {
          "kind" => kind.to_s, "levels" => levels.map do |level|
            {"sign" => level.sign, "indents" => level.indents.transform_keys(&:to_s)}.compact
          end
        }

      # @param data [Hash] from `dump`
      # @return [ListKind]
      def self.load(data) =
        new(kind: data["kind"].to_sym, levels: data["levels"].map { |level|
          Level.new(sign: level["sign"], indents: level["indents"].transform_keys(&:to_sym))
        })

      # @param level [Manuscript::ListLevel] @param index [Integer] how deep it is, 0 first
      # @return [Manuscript::ListLevel] the same as the sheet has it: bullets with its sign, numbers in the form they have
      def dressed(level, index)
        own = levels[index]
        level = level.with(properties: Properties.settled(own.indents.merge(level.properties.slice(:indent_end)), level.properties))
        return level unless kind == :bullets && own.sign && !TASKS.include?(level.text)

        level.with(text: own.sign, label_properties: level.label_properties.except(:font_family))
      end
    end
  end
end
