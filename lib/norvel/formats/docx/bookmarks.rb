# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Places with a name (ISO/IEC 29500-1 §17.13.6): what references and contents point at.
      module Bookmarks
        MARKS = ".//*[local-name()='bookmarkStart' or local-name()='p']"

        module_function

        # @param body [Nokogiri::XML::Element] @param paragraphs [Array<Nokogiri::XML::Element>] its w:p, in order
        # @return [Hash{String=>Integer}] by name the number of the paragraph that each begins in, or before
        def read(body, paragraphs, codecs)
          numbers = paragraphs.each_with_index.to_h { |node, index| [node.pointer_id, index] }
          waiting = []
          body.xpath(MARKS).each_with_object({}) do |node, found|
            if node.name == "p"
              number = numbers[node.pointer_id] or next
              waiting.each { |name| found[name] = number }
              waiting = []
            elsif (name = codecs.attribute(node, "name"))
              owner = node.ancestors.find { |parent| numbers.key?(parent.pointer_id) }
              owner ? found[name] ||= numbers[owner.pointer_id] : waiting << name
            end
          end
        end
      end
    end
  end
end
