# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Reads the styles part (ISO/IEC 29500-1 §17.7).
      class StylesReader
        KINDS = {"paragraph" => :paragraph, "character" => :character, "table" => :table, "numbering" => :list}.freeze

        # Conditional parts of table styles (§17.18.89).
        CONDITIONS = {"firstRow" => :first_row, "lastRow" => :last_row, "firstCol" => :first_column,
                      "lastCol" => :last_column, "band1Vert" => :odd_columns, "band2Vert" => :even_columns,
                      "band1Horz" => :odd_rows, "band2Horz" => :even_rows, "nwCell" => :start_of_first_row,
                      "neCell" => :end_of_first_row, "swCell" => :start_of_last_row, "seCell" => :end_of_last_row}.freeze

        # @return [StyleSheet] for a file without a styles part
        def self.empty
          StyleSheet.new(styles: {"Plain" => StyleSheet::Style.new(id: "Plain", name: "Plain", from_file: false)}, default_id: "Plain")
        end

        def initialize(root, spelling)
          @root = root
          @spelling = spelling
        end

        # @return [StyleSheet]
        def read
          styles = @root.element_children.filter_map { |node| read_style(node) if node.name == "style" }.to_h { |style| [style.id, style] }
          default = default_id(styles)
          styles = {default => self.class.empty[default]}.merge(styles) unless styles.key?(default)
          StyleSheet.new(styles: styles, defaults: read_defaults, default_id: default)
        end

        private

        def default_id(styles)
          node = @root.element_children.find do |child|
            child.name == "style" && attribute(child, "type") == "paragraph" && attribute(child, "default") &&
              !Codecs::OFF.include?(attribute(child, "default"))
          end
          (node && attribute(node, "styleId")) || self.class.empty.default_id
        end

        def read_style(node)
          kind = KINDS[attribute(node, "type") || "paragraph"]
          id = attribute(node, "styleId")
          return unless kind && id

          parts = node.element_children.to_h { |child| [child.name, child] }
          value = ->(name) { parts[name] && attribute(parts[name]) }
          name = value["name"] || id
          called = value["aliases"].to_s.split(",").map(&:strip).reject(&:empty?).first if STANDARD_STYLES.bound?(name)
          StyleSheet::Style.new(id: id, name: called || name, standard: (name if called), kind: kind,
            parent: value["basedOn"], next_style: value["next"], linked: value["link"],
            properties: @spelling.read(parts["pPr"], :paragraph).merge(@spelling.read(parts["rPr"], :text)).freeze,
            hidden: parts.key?("semiHidden") && @spelling.codecs.on?(parts["semiHidden"]),
            **((kind == :table) ? of_tables(node, parts["tblPr"]) : {}))
        end

        def of_tables(node, properties)
          margins = properties&.element_children&.find { |child| child.name == "tblCellMar" }
          {conditions: read_conditions(node), cell_margins: @spelling.codecs.cell_margins(margins),
           cell_looks: cell_looks(node, properties)}
        end

        # The lines and the shading of a table style and of its conditional parts.
        def cell_looks(node, properties)
          parts = conditional(node).to_h { |part| [CONDITIONS[attribute(part, "type")], cell_look(part)] }
          own = [@spelling.codecs.cell_look(properties, "tblBorders"), cell_look(node)].reduce { |one, other| over(one, other) }
          {whole: own, **parts}.reject { |_, look| look.values.all? { |said| said.nil? || said.empty? } }.freeze
        end

        def cell_look(node) = @spelling.codecs.cell_look(node.element_children.find { |child| child.name == "tcPr" }, "tcBorders")

        def over(under, look) = {edges: under[:edges].merge(look[:edges]), shading: look[:shading] || under[:shading]}

        def conditional(node) = node.element_children.select { |child| child.name == "tblStylePr" && CONDITIONS[attribute(child, "type")] }

        def read_conditions(node)
          conditional(node).to_h do |part|
            sets = part.element_children.to_h { |child| [child.name, child] }
            [CONDITIONS[attribute(part, "type")], @spelling.read(sets["pPr"], :paragraph).merge(@spelling.read(sets["rPr"], :text)).freeze]
          end.reject { |_, set| set.empty? }
        end

        def read_defaults
          defaults = @root.element_children.find { |node| node.name == "docDefaults" } or return {}
          %w[pPrDefault rPrDefault].zip(%w[pPr rPr], %i[paragraph text]).reduce({}) do |set, (outer, inner, target)|
            node = defaults.element_children.find { |child| child.name == outer }
            set.merge(@spelling.read(node&.element_children&.find { |child| child.name == inner }, target))
          end
        end

        def attribute(node, name = "val") = @spelling.codecs.attribute(node, name)
      end
    end
  end
end
