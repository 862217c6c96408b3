# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # What writers of parts share: the part of a kind to be patched, or begun where the file has none, children at their place
      # in the schema's order, and the bytes in the end.
      class PartWriter
        # @param package [Package] @param theme [Theme] @param kind [String] "styles", "numbering", "settings": the part's name and type
        def initialize(package, theme, kind)
          @package = package
          @kind = kind
          @name = package.related(kind)
          @document = @name ? package.parse(@name) : Nokogiri::XML(%(<w:#{kind} xmlns:w="#{package.form.main}"/>))
          @root = @document.root
          @spelling = Spelling.new(@root, theme)
        end

        private

        # @param changed [ChangedParts] added to
        def keep(changed)
          changed[@name || "word/#{@kind}.xml"] = Patching.serialize(@document)
          NewPart.link(@package, changed, @kind) unless @name
        end
      end
    end
  end
end
