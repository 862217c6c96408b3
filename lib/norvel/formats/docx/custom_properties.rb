# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Properties of a file that programs name themselves (ISO/IEC 29500-1 §15.2.12.2, §22.3): a template says in them whose it is.
      module CustomProperties
        PART = "docProps/custom.xml"
        TYPE = "application/vnd.openxmlformats-officedocument.custom-properties+xml"
        RELATION = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/custom-properties"
        SPACE = "http://schemas.openxmlformats.org/officeDocument/2006/custom-properties"
        KINDS = "http://schemas.openxmlformats.org/officeDocument/2006/docPropsVTypes"
        FORM = "{D5CDD505-2E9C-101B-9397-08002B2CF9AE}" # the one format id (§22.3.2.2)
        FIRST = 2 # the least number of a property

        module_function

        # @param source [String] the bytes of a file
        # @return [Hash{String=>String}] name to text
        # @raise [FileError]
        def read(source)
          package = Package.read(source)
          part = part_of(package) or return {}
          package.xml(part).root.element_children.to_h { |node| [node["name"].to_s, node.text] }
        end

        # @param source [String] @param wanted [Hash{String=>String}]
        # @return [String] the bytes of the file with these besides its own
        def write(source, wanted)
          package = Package.read(source)
          changed = ChangedParts.new(package)
          part = part_of(package)
          document = part ? package.parse(part) : Nokogiri::XML(%(<Properties xmlns="#{SPACE}" xmlns:vt="#{KINDS}"/>))
          wanted.each { |name, text| put(document, name, text) }
          changed[part || PART] = Patching.serialize(document)
          NewPart.link_root(changed, PART, TYPE, RELATION) unless part
          package.archive.write(changed.to_h)
        end

        def part_of(package)
          name = package.relationships("").values.find { |link| link[:type] == "custom-properties" }&.fetch(:target)
          name if name && package.part?(name)
        end

        def put(document, name, text)
          root = document.root
          free = [FIRST, root.element_children.map { |node| node["pid"].to_i }.max.to_i + 1].max
          node = root.element_children.find { |child| child["name"] == name } ||
            root.add_child(document.create_element("property", "fmtid" => FORM, "pid" => free.to_s, "name" => name))
          node.children.unlink
          words = document.create_element("vt:lpwstr")
          words.content = text
          node.add_child(words)
        end
        private_class_method :part_of, :put
      end
    end
  end
end
