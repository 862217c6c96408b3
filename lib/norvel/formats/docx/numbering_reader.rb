# frozen_string_literal: true

require_relative "number_formats"

module Norvel
  module Formats
    module Docx
      # Reads the numbering part (ISO/IEC 29500-1 §17.9) to lists by w:numId.
      class NumberingReader
        def initialize(root, spelling)
          @root = root
          @spelling = spelling
        end

        # @return [Hash{String=>Manuscript::List}]
        def read
          nodes = children(@root, "abstractNum")
          styles = nodes.filter_map { |node| (style = child_value(node, "styleLink")) && [style, node] }.to_h
          abstract = nodes.to_h do |node|
            [attribute(node, "abstractNumId"), children(styles.fetch(child_value(node, "numStyleLink"), node), "lvl").to_h { |level|
              read_level(level)
            }]
          end
          names = nodes.to_h do |node|
            [
              attribute(node, "abstractNumId"), child_value(node, "styleLink") ||
                child_value(node, "numStyleLink") || child_value(node, "name")
            ]
          end
          children(@root, "num").to_h do |node|
            base = child_value(node, "abstractNumId")
            overrides = children(node, "lvlOverride")
            levels = (abstract[base] || {})
              .merge(overrides.flat_map { |over| children(over, "lvl").map { |level| read_level(level) } }.to_h)
            starts = overrides.filter_map { |over|
              (start = child_value(over, "startOverride")) && [level_of(over), first_number(start)]
            }.to_h
            id = attribute(node, "numId")
            [id, Manuscript::List.new(id: id, levels: levels, counter: base, starts: starts, name: names[base])]
          end
        end

        private

        def read_level(node)
          properties = children(node, "pPr").first
          set = @spelling.read(properties, :paragraph).slice(:indent_start, :indent_end, :indent_first, :tabs)
          restart = child_value(node, "lvlRestart")
          said = child_value(node, "numFmt") || "decimal"
          @spelling.codecs.unknown("A list is numbered as “#{said[0, 30]}”", nil) unless NumberFormats.known?(said)
          format = NumberFormats.of_list(said)
          level = Manuscript::ListLevel.new(format: format, text: child_value(node, "lvlText") || "",
            start: first_number(child_value(node, "start") || "1"), properties: set,
            label_properties: @spelling.read(children(node, "rPr").first, :text),
            style: child_value(node, "pStyle"), suffix: (child_value(node, "suff") || "tab").to_sym,
            restart_after: restart && @spelling.codecs.count(restart, 0..9, "the restart of a list"),
            legal: children(node, "isLgl").any? { |flag| @spelling.codecs.on?(flag) })
          [level_of(node), level]
        end

        def level_of(node) = @spelling.codecs.count(attribute(node, "ilvl") || "0", Codecs::LEVELS, "the level of a list")

        def first_number(text) = @spelling.codecs.count(text, 0..32_767, "the first number of a list")

        def children(node, name) = node.element_children.select { |child| child.name == name }

        def child_value(node, name) = (child = children(node, name).first) && attribute(child)

        def attribute(node, name = "val") = @spelling.codecs.attribute(node, name)
      end
    end
  end
end
