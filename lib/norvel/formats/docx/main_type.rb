# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Whether a file says of itself that it is a document or a template (ISO/IEC 29500-1 §11.3.10): what its name says, it is.
      module MainType
        TYPES = {".docx" => "#{NewPart::TYPES}.document.main+xml", ".dotx" => "#{NewPart::TYPES}.template.main+xml"}.freeze

        module_function

        # @param package [Package] @param changed [ChangedParts] added to
        # @param ending [String, nil] of the name it is to have; nil: as it is
        # @return [void]
        def settle(package, changed, ending)
          wanted = TYPES[ending] or return
          return unless TYPES.value?(package.main_type) && package.main_type != wanted

          types = changed.document(NewPart::CONTENT_TYPES).root.element_children
          types.find { |node| package.main?(node["PartName"]) }["ContentType"] = wanted
        end
      end
    end
  end
end
