# frozen_string_literal: true

require_relative "../characters"

module Norvel
  module Formats
    module Docx
      # Characters and elements of a part of a .docx, instructions of fields left out.
      class Characters < Formats::Characters
        STORIES = /document|footnotes|endnotes|header|footer|comments/i # names of parts with words
        ENDS = %r{</(?:[\w.-]+:)?p>}
        # What formatting, page breaks, contents and joins may make and take away.
        PASSING = %w[document body p r t br cr tab hyperlink
          fldChar fldSimple instrText bookmarkStart bookmarkEnd lastRenderedPageBreak proofErr tbl tblGrid gridCol tr tc
          softHyphen noBreakHyphen commentRangeStart commentRangeEnd sdtContent hdr ftr ins del moveFrom moveTo delText].freeze
        # Names of properties and their parts (ISO/IEC 29500-1, annex A).
        PROPERTIES = [*Spelling::ORDER.values.flatten, *SectionWriter::ORDER, *TableWriter::TABLE_ORDER, "top", "left", "bottom", "right",
          "start", "end", "between", "bar", "insideH", "insideV", "ilvl", "numId", "lid", "col", "lang", "tcW", "gridSpan",
          "vMerge", "hMerge", "tcBorders", "noWrap", "tcMar", "tcFitText", "hideMark", "gridBefore",
          "gridAfter", "wBefore", "wAfter", "cantSplit", "trHeight", "tblHeader", "hidden", "divId", "rFonts", "b", "i"].freeze
        KNOWN = (PASSING + PROPERTIES).to_set.freeze

        private

        def without(source) = source.gsub(%r{<(?:[\w.-]+:)?instrText\b[^<>]*>[^<]*}, "")

        def passing?(name)
          name = name.sub(/\A[^:]*:/, "")
          KNOWN.include?(name) || name.end_with?("Pr", "Change")
        end
      end
    end
  end
end
