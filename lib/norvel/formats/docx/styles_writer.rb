# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Patches the styles part: changed styles by their own differences, new ones at its end.
      class StylesWriter
        PART = "word/styles.xml"
        NAMESPACE = "http://schemas.openxmlformats.org/wordprocessingml/2006/main"
        ORDER = %w[name aliases basedOn next link autoRedefine hidden uiPriority semiHidden unhideWhenUsed qFormat locked personal personalCompose
          personalReply rsid pPr rPr tblPr trPr tcPr tblStylePr].freeze
        KINDS = StylesReader::KINDS.invert.freeze

        # @param before [StyleSheet] as read @param now [StyleSheet]
        def initialize(package, theme, before, now)
          @package = package
          @theme = theme
          @before = before
          @now = now
        end

        # @param changed [Hash{String=>String}] the members of the file that change; added to
        # @return [void]
        def write(changed)
          name = @package.related("styles")
          document = name ? @package.parse(name) : Nokogiri::XML(%(<w:styles xmlns:w="#{NAMESPACE}"/>))
          @spelling = Spelling.new(document.root, @theme)
          @nodes = document.root.element_children.select { |node| node.name == "style" }.to_h { |node| [@spelling.codecs.attribute(node, "styleId"), node] }
          @now.styles.each_value { |style| patch(document.root, style) unless @before[style.id] == style }
          @before.styles.each_key { |id| @nodes[id]&.unlink unless @now[id] }
          add_written_default(document.root) unless name
          changed[name || PART] = document.to_xml(save_with: Nokogiri::XML::Node::SaveOptions::AS_XML)
          NewPart.link(@package, changed, "styles") unless name
        end

        private

        def patch(root, style)
          before = @before[style.id]
          node = @nodes[style.id] || make_style(root, style)
          {name: "name", parent: "basedOn", next_style: "next", linked: "link"}.each do |member, element|
            patch_reference(node, element, style[member]) if before.nil? || !@nodes.key?(style.id) || before[member] != style[member]
          end
          was = @nodes.key?(style.id) ? before.properties : {}
          {paragraph: "pPr", text: "rPr"}.each do |target, element|
            names = Properties.of(target).map(&:name)
            next if was.slice(*names) == style.properties.slice(*names)

            properties = child(node, element) || insert(node, element)
            @spelling.patch(properties, target, was, style.properties)
            properties.unlink if properties.children.empty?
          end
        end

        def make_style(root, style)
          node = @spelling.codecs.make(root, "style")
          @spelling.codecs.put(node, "type", KINDS.fetch(style.kind))
          if style.id == @now.default_id then @spelling.codecs.put(node, "default", "1")
          else @spelling.codecs.put(node, "customStyle", "1")
          end
          @spelling.codecs.put(node, "styleId", style.id)
          insert(node, "qFormat")
          node
        end

        # A file without styles gets its default style written too, so that the others have it to rest on.
        def add_written_default(root)
          style = @now[@now.default_id]
          make_style(root, style).then { |node| patch_reference(node, "name", style.name) } unless root.element_children.any? { |node| @spelling.codecs.attribute(node, "styleId") == style.id }
        end

        def patch_reference(node, name, value)
          reference = child(node, name)
          return reference&.unlink if value.nil?

          @spelling.codecs.put(reference || insert(node, name), "val", value)
        end

        def insert(node, name)
          rank = ORDER.index(name)
          follower = node.element_children.find { |child| (ORDER.index(child.name) || ORDER.size) > rank }
          made = @spelling.codecs.make(node, name)
          follower&.add_previous_sibling(made)
          made
        end

        def child(node, name) = node.element_children.find { |candidate| candidate.name == name }
      end
    end
  end
end
