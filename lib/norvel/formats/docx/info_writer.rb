# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Patches the properties of the file as a whole (ISO/IEC 29500-2 §11, Dublin Core): title, author, subject, keywords.
      class InfoWriter
        CORE = "http://schemas.openxmlformats.org/package/2006/metadata/core-properties"
        DUBLIN = "http://purl.org/dc/elements/1.1/"
        TYPE = "application/vnd.openxmlformats-package.core-properties+xml"
        RELATION = "http://schemas.openxmlformats.org/package/2006/relationships/metadata/core-properties"
        PART = "docProps/core.xml"

        # @param info [Manuscript::Info] as it is now
        def initialize(package, info)
          @package = package
          @info = info
          @name = package.relationships("").values.find { |link| link[:type] == "core-properties" }&.fetch(:target)
          @name = nil unless @name && package.part?(@name)
        end

        # @param changed [ChangedParts] added to
        # @return [void]
        def write(changed)
          document = @name ? @package.parse(@name) : Nokogiri::XML(%(<cp:coreProperties xmlns:cp="#{CORE}" xmlns:dc="#{DUBLIN}"/>))
          ELEMENTS.each do |member, (name, space)|
            put(document.root, name, space, @info[member]) if said?(document.root, name, @info[member])
          end
          changed[@name || PART] = Patching.serialize(document)
          NewPart.link_root(changed, PART, TYPE, RELATION) unless @name
        end

        private

        ELEMENTS = {title: ["title", DUBLIN], author: ["creator", DUBLIN], subject: ["subject", DUBLIN],
                    keywords: ["keywords", CORE]}.freeze

        # Whether the file says something else.
        def said?(root, name, wanted) = Patching.child(root, name)&.text.to_s != wanted.to_s

        def put(root, name, space, text)
          present = Patching.child(root, name)
          return present&.unlink if text.nil?

          (present || make(root, name, space)).content = text
        end

        def make(root, name, space)
          prefix = root.namespace_definitions.find { |definition| definition.href == space } ||
            root.add_namespace_definition((space == CORE) ? "cp" : "dc", space)
          Nokogiri::XML::Element.new(name, root.document).tap do |node|
            root.add_child(node)
            node.namespace = prefix
          end
        end
      end
    end
  end
end
