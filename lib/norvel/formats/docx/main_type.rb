# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Whether a file says of itself that it is a document or a template (ISO/IEC 29500-1 §11.3.10): what its name says, it is.
      module MainType
        TYPES = {".docx" => "#{NewPart::TYPES}.document.main+xml", ".dotx" => "#{NewPart::TYPES}.template.main+xml"}.freeze

        module_function

        # @param package [Package] @param changed [Hash{String=>String}] members that change; added to
        # @param ending [String, nil] of the name it is to have; nil: as it is
        # @return [void]
        def settle(package, changed, ending)
          wanted = TYPES[ending] or return
          types = changed.key?(NewPart::CONTENT_TYPES) ? Nokogiri::XML(changed[NewPart::CONTENT_TYPES]) : package.parse(NewPart::CONTENT_TYPES)
          said = types.root.element_children.find { |node| node["PartName"].to_s.delete_prefix("/").casecmp?(package.main) }
          return unless said && TYPES.value?(said["ContentType"]) && said["ContentType"] != wanted

          said["ContentType"] = wanted
          changed[package.actual(NewPart::CONTENT_TYPES)] = types.to_xml
        end
      end
    end
  end
end
