# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Patches the settings part (ISO/IEC 29500-1 §17.15): what a change of the manuscript as a whole says there.
      class SettingsWriter
        PART = "word/settings.xml"
        # What stands before automatic hyphenation in the schema's order (§A.1, CT_Settings).
        BEFORE = %w[writeProtection view zoom removePersonalInformation removeDateAndTime doNotDisplayPageBoundaries displayBackgroundShape printPostScriptOverText
          printFractionalCharacterWidth printFormsData embedTrueTypeFonts embedSystemFonts saveSubsetFonts saveFormsData mirrorMargins alignBordersAndEdges
          bordersDoNotSurroundHeader bordersDoNotSurroundFooter gutterAtTop hideSpellingErrors hideGrammaticalErrors activeWritingStyle proofState formsDesign
          attachedTemplate linkStyles stylePaneFormatFilter stylePaneSortMethod documentType mailMerge revisionView trackRevisions doNotTrackMoves
          doNotTrackFormatting documentProtection autoFormatOverride styleLockTheme styleLockQFSet defaultTabStop].freeze

        # @param now [Manuscript::Settings]
        def initialize(package, theme, now)
          @package = package
          @theme = theme
          @now = now
        end

        # @param changed [Hash{String=>String}] the members that change; added to
        # @return [void]
        def write(changed)
          name = @package.related("settings")
          document = name ? @package.parse(name) : Nokogiri::XML(%(<w:settings xmlns:w="#{StylesWriter::NAMESPACE}"/>))
          codecs = Spelling.new(document.root, @theme).codecs
          node = document.root.element_children.find { |child| child.name == "autoHyphenation" } || insert(document.root, codecs)
          codecs.put(node, "val", @now.hyphenate ? nil : "0")
          changed[name || PART] = document.to_xml(save_with: Nokogiri::XML::Node::SaveOptions::AS_XML)
          NewPart.link(@package, changed, "settings") unless name
        end

        private

        def insert(root, codecs)
          follower = root.element_children.find { |child| !BEFORE.include?(child.name) }
          codecs.make(root, "autoHyphenation").tap { |node| follower&.add_previous_sibling(node) }
        end
      end
    end
  end
end
