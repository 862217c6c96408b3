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
          hyphenationZone doNotHyphenateCaps showEnvelope summaryLength clickAndTypeStyle defaultTableStyle evenAndOddHeaders
          bookFoldRevPrinting bookFoldPrinting bookFoldPrintingSheets drawingGridHorizontalSpacing drawingGridVerticalSpacing
          displayHorizontalDrawingGridEvery displayVerticalDrawingGridEvery doNotUseMarginsForDrawingGridOrigin
          drawingGridHorizontalOrigin drawingGridVerticalOrigin doNotShadeFormData noPunctuationKerning characterSpacingControl
          printTwoOnOne strictFirstAndLastChars noLineBreaksAfter noLineBreaksBefore savePreviewPicture doNotValidateAgainstSchema
          saveInvalidXml ignoreMixedContent alwaysShowPlaceholderText doNotDemarcateInvalidXml saveXmlDataOnly useXSLTWhenSaving
          saveThroughXslt showXMLTags alwaysMergeEmptyNamespace updateFields hdrShapeDefaults footnotePr endnotePr].freeze
        NOTES = {footnotes: "footnotePr", endnotes: "endnotePr"}.freeze
        FORM = %w[pos numFmt numStart numRestart].freeze # in the schema's order (CT_FtnDocProps)
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
          NOTES.each { |kind, name| notes(name, @now[kind], kind) unless @before[kind] == @now[kind] }
          keep(changed)
        end

        private

        def put(name, value, parent = @root, order = ORDER)
          @spelling.codecs.put(child(name, parent, order), "val", value)
        end

        def child(name, parent = @root, order = ORDER)
          Patching.child(parent, name) || Patching.insert(@spelling.codecs, parent, name, order)
        end

        # How notes are numbered (§17.11.11, §17.11.5).
        def notes(name, form, kind)
          node = child(name)
          put("pos", "sectEnd", node, FORM) if form.place == :section && kind == :endnotes
          put("numFmt", NumberFormats.said(form.format.to_s), node, FORM)
          put("numStart", form.start, node, FORM)
          put("numRestart", SectionReader::RESTARTS.key(form.restart), node, FORM)
        end
      end
    end
  end
end
