# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Tells a file of a part that it did not have: its content type, and the relationship from the main part
      # (ISO/IEC 29500-2 §9.2–9.3).
      module NewPart
        TYPES = "application/vnd.openxmlformats-officedocument.wordprocessingml"
        CONTENT_TYPES = "[Content_Types].xml"
        EMPTY = %(<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"/>)

        module_function

        # @param package [Package] @param changed [Hash{String=>String}] members that change anyway; added to
        # @param kind [String] "styles", "numbering", "header": the part's type
        # @param file [String] its name below word/
        # @return [String] the id of the relationship
        def link(package, changed, kind, file: "#{kind}.xml")
          types = parse(package, changed, CONTENT_TYPES)
          add(types.root, "Override", "PartName" => "/word/#{file}", "ContentType" => "#{TYPES}.#{kind}+xml")
          name = package.actual(Package.relationships_name(package.main))
          relations = (changed.key?(name) || package.part?(name)) ? parse(package, changed, name) : Nokogiri::XML(EMPTY)
          taken = relations.root.element_children.map { |link| link["Id"] }
          id = (1..).lazy.map { |number| "rId#{kind.capitalize}#{number}" }.find { |candidate| !taken.include?(candidate) }
          add(relations.root, "Relationship", "Id" => id, "Type" => "#{package.form.relations}/#{kind}", "Target" => "/word/#{file}")
          changed[package.actual(CONTENT_TYPES)] = types.to_xml
          changed[name] = relations.to_xml
          id
        end

        # The same for a part that the file as a whole points at.
        # @param name [String] of the part @param type [String] of its content @param relation [String] the kind of relationship
        def link_root(package, changed, name, type, relation)
          types = parse(package, changed, CONTENT_TYPES)
          add(types.root, "Override", "PartName" => "/#{name}", "ContentType" => type)
          relations = package.part?("_rels/.rels") ? parse(package, changed, "_rels/.rels") : Nokogiri::XML(EMPTY)
          taken = relations.root.element_children.map { |link| link["Id"] }
          add(relations.root, "Relationship", "Id" => (1..).lazy.map { |number| "rIdProperties#{number}" }.find { |id| !taken.include?(id) }, "Type" => relation, "Target" => "/#{name}")
          changed.merge!(package.actual(CONTENT_TYPES) => types.to_xml, "_rels/.rels" => relations.to_xml)
        end

        def parse(package, changed, name) = changed.key?(package.actual(name)) ? Nokogiri::XML(changed[package.actual(name)]) : package.parse(name)

        def add(root, name, attributes)
          node = Nokogiri::XML::Element.new(name, root.document)
          root.add_child(node)
          node.namespace = root.namespace
          attributes.each { |attribute, value| node[attribute] = value }
        end
        private_class_method :parse, :add
      end
    end
  end
end
