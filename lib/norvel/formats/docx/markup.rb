# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # The standard's own markup (ISO/IEC 29500-1 §17 and -4, as we know it) and what becomes of it: `set` is laid out, or drawn; `none`
      # has no effect on paper, or none for the scripts that are laid out; any other word is the sort of Layout::Approximation that is said
      # of it. What stands in no row is told when the file is read.
      module Markup
        # By the element around it: names to what becomes of them.
        ROWS = {
          "pPr" => {
            set: %w[pStyle keepNext keepLines pageBreakBefore framePr widowControl numPr pBdr shd tabs suppressAutoHyphens bidi spacing ind
              contextualSpacing jc outlineLvl rPr sectPr],
            none: %w[suppressLineNumbers kinsoku wordWrap overflowPunct topLinePunct autoSpaceDE autoSpaceDN adjustRightInd snapToGrid
              suppressOverlap divId cnfStyle pPrChange],
            mirrored_indents: %w[mirrorIndents], vertical_text: %w[textDirection], text_alignment: %w[textAlignment],
            outline_wrap: %w[textboxTightWrap]
          },
          "rPr" => {
            set: %w[rStyle rFonts b i caps smallCaps strike color sz highlight u shd vertAlign spacing w kern position vanish lang
              specVanish],
            none: %w[bCs iCs szCs noProof snapToGrid webHidden effect rtl cs oMath rPrChange ins del moveFrom moveTo],
            emphasis_marks: %w[em], drawn_letters: %w[outline shadow emboss imprint], double_strike: %w[dstrike], run_border: %w[bdr],
            fitted_text: %w[fitText], two_in_one: %w[eastAsianLayout]
          },
          "sectPr" => {
            set: %w[headerReference footerReference footnotePr endnotePr type pgSz pgMar pgNumType cols vAlign titlePg docGrid lnNumType],
            none: %w[paperSrc formProt noEndnote printerSettings sectPrChange],
            page_borders: %w[pgBorders], vertical_text: %w[textDirection], right_to_left: %w[bidi rtlGutter]
          },
          "tblPr" => {
            set: %w[tblStyle tblpPr tblStyleRowBandSize tblStyleColBandSize tblW jc tblInd tblBorders shd tblLayout tblCellMar tblLook],
            none: %w[tblOverlap tblCaption tblDescription tblPrChange],
            cell_spacing: %w[tblCellSpacing], right_to_left: %w[bidiVisual]
          },
          "trPr" => {
            set: %w[gridBefore gridAfter wBefore wAfter cantSplit trHeight tblHeader hidden jc],
            none: %w[cnfStyle divId ins del trPrChange],
            cell_spacing: %w[tblCellSpacing]
          },
          "tcPr" => {
            set: %w[tcW gridSpan vMerge hMerge tcBorders shd tcMar textDirection vAlign],
            none: %w[cnfStyle hideMark headers noWrap cellIns cellDel cellMerge tcPrChange],
            fitted_text: %w[tcFitText]
          },
          "tcBorders" => {set: %w[top left start bottom right end insideH insideV], diagonal_lines: %w[tl2br tr2bl]}
        }.freeze

        # Values that make a row without effect.
        UNLESS = {
          "em" => /\Anone\z/, "textAlignment" => /\A(?:auto|baseline)\z/, "textDirection" => /\A(?:lrTb|tb)\z/, "bdr" => /\A(?:none|nil)\z/,
          "textboxTightWrap" => /\Anone\z/, "tl2br" => /\A(?:none|nil)\z/, "tr2bl" => /\A(?:none|nil)\z/
        }.freeze

        # Names of what is no property, so that a text is known at once to have nothing that stands in no row.
        STRUCTURE = %w[document body hdr ftr footnotes endnotes footnote endnote styles style docDefaults rPrDefault pPrDefault latentStyles
          lsdException name aliases basedOn next link autoRedefine hidden uiPriority semiHidden unhideWhenUsed qFormat locked personal
          personalCompose personalReply rsid tblStylePr p r t tab br cr sym softHyphen noBreakHyphen fldSimple fldChar instrText
          delText delInstrText ffData hyperlink bookmarkStart bookmarkEnd commentRangeStart commentRangeEnd commentReference
          footnoteReference endnoteReference footnoteRef endnoteRef separator continuationSeparator lastRenderedPageBreak proofErr tbl tr tc
          tblPr trPr tcPr tblGrid gridCol pPr rPr sectPr sdt sdtPr sdtContent sdtEndPr smartTag drawing pict object ptab ruby
          annotationRef pgNum numId ilvl col between tblPrEx].freeze

        # What is said of the file as a whole: `set` and `none` as above, else the sentence that is told where it is on. Of older ways of
        # setting, those that stand in no row are told by their names.
        SETTINGS = {
          "settings" => {
            :set => %w[mirrorMargins gutterAtTop trackRevisions defaultTabStop autoHyphenation consecutiveHyphenLimit hyphenationZone
              doNotHyphenateCaps evenAndOddHeaders footnotePr endnotePr compat],
            :none => %w[writeProtection view zoom removePersonalInformation removeDateAndTime doNotDisplayPageBoundaries
              printPostScriptOverText printFractionalCharacterWidth printFormsData embedTrueTypeFonts embedSystemFonts saveSubsetFonts
              saveFormsData alignBordersAndEdges bordersDoNotSurroundHeader bordersDoNotSurroundFooter hideSpellingErrors
              hideGrammaticalErrors activeWritingStyle proofState formsDesign attachedTemplate linkStyles stylePaneFormatFilter
              stylePaneSortMethod documentType mailMerge revisionView doNotTrackMoves doNotTrackFormatting documentProtection
              autoFormatOverride styleLockTheme styleLockQFSet showEnvelope summaryLength clickAndTypeStyle defaultTableStyle
              bookFoldPrintingSheets drawingGridHorizontalSpacing drawingGridVerticalSpacing displayHorizontalDrawingGridEvery
              displayVerticalDrawingGridEvery doNotUseMarginsForDrawingGridOrigin drawingGridHorizontalOrigin drawingGridVerticalOrigin
              doNotShadeFormData noPunctuationKerning characterSpacingControl strictFirstAndLastChars noLineBreaksAfter
              noLineBreaksBefore savePreviewPicture doNotValidateAgainstSchema saveInvalidXml ignoreMixedContent
              alwaysShowPlaceholderText doNotDemarcateInvalidXml saveXmlDataOnly useXSLTWhenSaving saveThroughXslt showXMLTags
              alwaysMergeEmptyNamespace updateFields hdrShapeDefaults docVars rsids attachedSchema themeFontLang clrSchemeMapping
              doNotIncludeSubdocsInStats doNotAutoCompressPictures forceUpgrade captions readModeInkLockDown smartTagType shapeDefaults
              doNotEmbedSmartTags decimalSymbol listSeparator],
            "The file asks to be printed as a folded booklet" => %w[bookFoldPrinting bookFoldRevPrinting],
            "The file asks for two pages on a sheet" => %w[printTwoOnOne],
            "The file asks for a coloured or pictured ground behind its pages" => %w[displayBackgroundShape]
          },
          "compat" => {
            set: %w[doNotExpandShiftReturn noColumnBalance splitPgBreakAndParaMark],
            none: %w[compatSetting useFELayout balanceSingleByteDoubleByteWidth doNotLeaveBackslashAlone applyBreakingRules
              doNotUseEastAsianBreakRules useAltKinsokuLineBreakRules displayHangulFixedWidth doNotWrapTextWithPunct convMailMergeEsc
              selectFldWithFirstOrLastChar cachedColBalance useAnsiKerningPairs doNotSnapToGridInCell adjustLineHeightInTable
              showBreaksInFrames printColBlack doNotUseHTMLParagraphAutoSpacing]
          }
        }.freeze

        # @return [Hash{String=>Hash{String=>Symbol}}] what becomes of each, by the element around it
        BECOMES = ROWS.transform_values { |fates| fates.flat_map { |fate, names| names.map { |name| [name, fate] } }.to_h }.freeze

        # @return [Array<String>] every name
        NAMES = [*STRUCTURE, *BECOMES.keys, *BECOMES.each_value.flat_map(&:keys)].uniq.freeze

        # @return [Hash{String=>Hash{String=>Symbol}}] those of which something is said
        SAID = BECOMES.transform_values { |rows| rows.reject { |_, fate| %i[set none].include?(fate) } }.freeze
      end
    end
  end
end
