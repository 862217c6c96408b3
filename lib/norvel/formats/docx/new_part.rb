# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Tells a file of a part that it did not have: its content type, and the relationship from the main part
      # (ISO/IEC 29500-2 §9.2–9.3).
      module NewPart
        TYPES = "application/vnd.openxmlformats-officedocument.wordprocessingml"
        CONTENT_TYPES = "[Content_Types].xml"
        ROOT_RELATIONS = "_rels/.rels"
        EMPTY = %(<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"/>)

        module_function

        # @param package [Package] @param changed [ChangedParts] added to
        # @param kind [String] "styles", "numbering", "header": the part's type
        # @param file [String] its name below word/
        # @return [String] the id of the relationship
        def link(package, changed, kind, file: "#{kind}.xml")
          name = Package.relationships_name(package.main)
          join(changed, name, "/word/#{file}", "#{TYPES}.#{kind}+xml", "#{package.form.relations}/#{kind}", "rId#{kind.capitalize}")
        end

        # The same for a part that the file as a whole points at.
        # @param name [String] of the part @param type [String] of its content @param relation [String] the kind of relationship
        # @return [String] the id of the relationship
        def link_root(changed, name, type, relation) = join(changed, ROOT_RELATIONS, "/#{name}", type, relation, "rIdProperties")

        # @param relations [String] the part that says them @param relation [String] the kind @param target [String]
        # @return [String] the id of a new relationship
        def relate(changed, relations, relation, target, external: false)
          root = changed.document(relations) { Nokogiri::XML(EMPTY) }.root
          taken = root.element_children.to_set { |link| link["Id"] }
          id = (1..).lazy.map { |number| "rIdNew#{number}" }.find { |candidate| !taken.include?(candidate) }
          more = external ? {"TargetMode" => "External"} : {}
          add(root, "Relationship", "Id" => id, "Type" => relation, "Target" => target, **more)
          id
        end

        # @param ending [String] of names @param type [String] what such members hold
        def default_type(changed, ending, type)
          root = changed.document(CONTENT_TYPES).root
          return if root.element_children.any? { |node| node.name == "Default" && node["Extension"].to_s.casecmp?(ending) }

          add(root, "Default", "Extension" => ending, "ContentType" => type)
        end

        def join(changed, relations, part, type, relation, prefix)
          add(changed.document(CONTENT_TYPES).root, "Override", "PartName" => part, "ContentType" => type)
          root = changed.document(relations) { Nokogiri::XML(EMPTY) }.root
          id = changed.free("#{prefix}%d") { |candidate| changed.ids(relations).include?(candidate) }
          add(root, "Relationship", "Id" => id, "Type" => relation, "Target" => part)
          id
        end

        def add(root, name, attributes)
          node = Nokogiri::XML::Element.new(name, root.document)
          root.add_child(node)
          node.namespace = root.namespace
          attributes.each { |attribute, value| node[attribute] = value }
        end
        private_class_method :join, :add
      end
    end
  end
end
