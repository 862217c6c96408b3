# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Patches the styles part: changed styles by their own differences, new ones at its end.
      class StylesWriter < PartWriter
        ORDER = %w[name aliases basedOn next link autoRedefine
          hidden uiPriority semiHidden unhideWhenUsed qFormat locked personal personalCompose
          personalReply rsid pPr rPr tblPr trPr tcPr tblStylePr].freeze
        KINDS = StylesReader::KINDS.invert.freeze

        # @param before [StyleSheet] as read @param now [StyleSheet]
        def initialize(package, theme, before, now)
          super(package, theme, "styles")
          @before = before
          @now = now
        end

        # @param changed [Hash{String=>String}] the members of the file that change; added to
        # @return [void]
        def write(changed)
          @nodes = @root.element_children.select { |node| node.name == "style" }.to_h do |node|
            [@spelling.codecs.attribute(node, "styleId"), node]
          end
          @now.styles.each_value { |style| patch(style) unless @before[style.id] == style }
          @before.styles.each_key { |id| @nodes[id]&.unlink unless @now[id] }
          patch_defaults unless @before.defaults == @now.defaults
          add_written_default
          keep(changed)
        end

        private

        def patch(style)
          before = @before[style.id]
          before = another_kind(style.id) unless before.nil? || before.kind == style.kind
          node = @nodes[style.id] || make_style(style)
          patch_reference(node, "name", style.file_name) if before.nil? || !@nodes.key?(style.id) || before.file_name != style.file_name
          {parent: "basedOn", next_style: "next", linked: "link"}.each do |member, element|
            patch_reference(node, element, style[member]) if before.nil? || !@nodes.key?(style.id) || before[member] != style[member]
          end
          patch_aliases(node, style) unless before && [before.standard, before.name] == [style.standard, style.name]
          was = @nodes.key?(style.id) ? before.properties : {}
          {paragraph: "pPr", text: "rPr"}.each do |target, element|
            names = Properties.of(target).map(&:name)
            next if was.slice(*names) == style.properties.slice(*names)

            properties = child(node, element) || insert(node, element)
            @spelling.patch(properties, target, was, style.properties)
            properties.unlink if properties.children.empty?
          end
        end

        # One of another kind that has an id anew is another style.
        # @return [nil]
        def another_kind(id) = @nodes.delete(id)&.unlink && nil

        # What people call a style of the standard; the other aliases that the file has stay.
        def patch_aliases(node, style)
          others = (present = child(node, "aliases")) ? @spelling.codecs.attribute(present).to_s.split(",") : []
          others = others.drop(1) if @before[style.id]&.standard
          names = [(style.name if style.standard), *others].compact
          patch_reference(node, "aliases", names.empty? ? nil : names.join(",")) if present || style.standard
        end

        def make_style(style)
          node = @spelling.codecs.make(@root, "style")
          @spelling.codecs.put(node, "type", KINDS.fetch(style.kind))
          if style.id == @now.default_id then @spelling.codecs.put(node, "default", "1")
          elsif !STANDARD_STYLES.bound?(style.file_name) then @spelling.codecs.put(node, "customStyle", "1")
          end
          @spelling.codecs.put(node, "styleId", style.id)
          insert(node, "qFormat")
          node
        end

        # A file without a default style gets it written too, so that the others have it to rest on.
        def add_written_default
          style = @now[@now.default_id]
          make_style(style).then { |node| patch_reference(node, "name", style.name) } unless node?(style.id)
        end

        def node?(id) = @root.element_children.any? { |node| node.name == "style" && @spelling.codecs.attribute(node, "styleId") == id }

        def patch_reference(node, name, value)
          reference = child(node, name)
          return reference&.unlink if value.nil?

          @spelling.codecs.put(reference || insert(node, name), "val", value)
        end

        # What all styles rest on (§17.7.5.1).
        def patch_defaults
          defaults = child(@root, "docDefaults") || @spelling.codecs.make_first(@root, "docDefaults")
          {text: %w[rPrDefault rPr], paragraph: %w[pPrDefault pPr]}.each do |target, (outer, inner)|
            names = Properties.of(target).map(&:name)
            next if @before.defaults.slice(*names) == @now.defaults.slice(*names)

            holder = child(defaults, outer) || Patching.insert(@spelling.codecs, defaults, outer, %w[rPrDefault pPrDefault])
            @spelling.patch(child(holder, inner) || @spelling.codecs.make(holder, inner), target, @before.defaults, @now.defaults)
          end
        end

        def insert(node, name) = Patching.insert(@spelling.codecs, node, name, ORDER)

        def child(node, name) = Patching.child(node, name)
      end
    end
  end
end
