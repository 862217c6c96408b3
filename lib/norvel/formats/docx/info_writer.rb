# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Patches the properties of the file as a whole (ISO/IEC 29500-2 §11, Dublin Core): its title.
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

        # @param changed [Hash{String=>String}] the members that change; added to
        # @return [void]
        def write(changed)
          document = @name ? @package.parse(@name) : Nokogiri::XML(%(<cp:coreProperties xmlns:cp="#{CORE}" xmlns:dc="#{DUBLIN}"/>))
          title = Patching.child(document.root, "title")
          @info.title ? (title || make(document.root)).content = @info.title : title&.unlink
          changed[@name || PART] = Patching.serialize(document)
          NewPart.link_root(@package, changed, PART, TYPE, RELATION) unless @name
        end

        private

        def make(root)
          prefix = root.namespace_definitions.find { |space| space.href == DUBLIN } || root.add_namespace_definition("dc", DUBLIN)
          Nokogiri::XML::Element.new("title", root.document).tap do |node|
            root.add_child(node)
            node.namespace = prefix
          end
        end
      end
    end
  end
end
