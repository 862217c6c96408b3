# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # Patches the settings part (ISO/IEC 29500-1 §17.15): what a change of the manuscript as a whole says there.
      class SettingsWriter < PartWriter
        # The schema's order up to the last that is written (§A.1, CT_Settings).
        ORDER = %w[writeProtection view zoom removePersonalInformation
          removeDateAndTime doNotDisplayPageBoundaries displayBackgroundShape printPostScriptOverText
          printFractionalCharacterWidth printFormsData embedTrueTypeFonts embedSystemFonts saveSubsetFonts
          saveFormsData mirrorMargins alignBordersAndEdges
          bordersDoNotSurroundHeader bordersDoNotSurroundFooter gutterAtTop hideSpellingErrors hideGrammaticalErrors
          activeWritingStyle proofState formsDesign
          attachedTemplate linkStyles stylePaneFormatFilter stylePaneSortMethod documentType mailMerge revisionView
          trackRevisions doNotTrackMoves
          doNotTrackFormatting documentProtection autoFormatOverride styleLockTheme styleLockQFSet defaultTabStop
          autoHyphenation consecutiveHyphenLimit
          hyphenationZone doNotHyphenateCaps showEnvelope summaryLength clickAndTypeStyle defaultTableStyle evenAndOddHeaders].freeze
        SWITCHES = {hyphenate: "autoHyphenation", even_differs: "evenAndOddHeaders", records_revisions: "trackRevisions",
                    mirrored: "mirrorMargins", gutter_above: "gutterAtTop"}.freeze

        # @param before [Manuscript::Settings] as read @param now [Manuscript::Settings]
        def initialize(package, theme, before, now)
          super(package, theme, "settings")
          @before = before
          @now = now
        end

        # @param changed [Hash{String=>String}] the members that change; added to
        # @return [void]
        def write(changed)
          SWITCHES.each { |member, name| put(name, @now[member] ? nil : "0") unless @before[member] == @now[member] }
          put("defaultTabStop", (Rational(@now.tab) / Lengths::TWIP).round) unless @before.tab == @now.tab
          keep(changed)
        end

        private

        def put(name, value)
          @spelling.codecs.put(Patching.child(@root, name) || Patching.insert(@spelling.codecs, @root, name, ORDER), "val", value)
        end
      end
    end
  end
end
