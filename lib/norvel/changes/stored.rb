# frozen_string_literal: true

module Norvel
  module Changes
    # Sets of formatting as plain JSON values and back, by the kinds of the property table.
    module Stored
      module_function

      # @param set [Hash{Symbol=>Object}]
      # @return [Hash{String=>Object}]
      def dump(set) = set.to_h { |name, value| [name.to_s, dump_value(value)] }

      # @return [Hash{Symbol=>Object}]
      def load(data) = data.to_h { |name, value| [name.to_sym, load_value(Properties[name].kind, value)] }.freeze

      # @param list [Manuscript::List]
      # @return [Hash]
      def dump_list(list)
        {"counter" => list.counter, "starts" => list.starts.transform_keys(&:to_s), "name" => list.name,
         "levels" => list.levels.to_h { |index, level| [index.to_s, level.to_h.transform_keys(&:to_s).merge("suffix" => level.suffix.to_s, "properties" => dump(level.properties), "label_properties" => dump(level.label_properties))] }}
      end

      # @return [Manuscript::List]
      def load_list(id, data)
        levels = data["levels"].to_h do |index, level|
          facts = level.transform_keys(&:to_sym)
          [index.to_i, Manuscript::ListLevel.new(**facts, suffix: facts[:suffix].to_sym, properties: load(facts[:properties]), label_properties: load(facts[:label_properties]))]
        end
        Manuscript::List.new(id: id, levels: levels, counter: data["counter"], starts: data["starts"].transform_keys(&:to_i), name: data["name"])
      end

      def dump_value(value)
        case value
        when Symbol then value.to_s
        when Properties::LineSpacing then [value.rule.to_s, value.value]
        when Manuscript::NumberRef then [value.list, value.level]
        when Array then value.map { |tab| [tab.position, tab.align.to_s, tab.leader.to_s] }
        when Hash then value.to_h { |side, line| [side.to_s, line.transform_keys(&:to_s)] }
        else value
        end
      end

      def load_value(kind, value)
        case kind
        when :choice then value.to_sym
        when :line_spacing then Properties::LineSpacing.new(rule: value[0].to_sym, value: value[1])
        when :numbering then Manuscript::NumberRef.new(list: value[0], level: value[1])
        when :tabs then value.map { |position, align, leader| Properties::TabStop.new(position: position, align: align.to_sym, leader: leader.to_sym) }
        when :borders then value.to_h { |side, line| [side.to_sym, line.transform_keys(&:to_sym)] }
        else value
        end
      end
      private_class_method :dump_value, :load_value
    end
  end
end
