# frozen_string_literal: true

require "cgi/escape"

module Norvel
  module Formats
    module Docx
      # All characters of a part of a file, and the elements in which something stands: an independent reader of the mark-up, which knows
      # nothing of the model. What goes without a change that says so is seen here.
      #
      #   Characters.new(member).words # ["First", …]
      class Characters
        STORIES = /document|footnotes|endnotes|header|footer|comments/i # names of parts with words
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
        DECLARED = /\A<\?xml[^>]{0,200}encoding=["']([\w.-]{1,40})["']/

        # @param member [String] the bytes of the part
        def initialize(member)
          @source = plain(member)
        end

        # @return [String] a paragraph a line, instructions of fields left out
        def text
          @text ||= CGI.unescapeHTML(
            @source.gsub(%r{<(?:[\w.-]+:)?instrText\b[^<>]*>[^<]*}, "").gsub(%r{</(?:[\w.-]+:)?p>}, "\n").gsub(/<[^<>]*>/, "")
          )
        end

        # @return [Array<String>] in their order
        def words = @words ||= Manuscript.words_in(text)

        # @return [Array<String>] a paragraph each
        def lines = text.split("\n")

        # @return [Hash{String=>Integer}] by name
        def elements
          @elements ||= @source.scan(/<[A-Za-z_][\w.:-]*/).tally.each_with_object(Hash.new(0)) do |(tag, count), found|
            name = tag.delete_prefix("<").sub(/\A[^:]*:/, "")
            found[name] += count unless KNOWN.include?(name) || name.end_with?("Pr", "Change")
          end
        end

        private

        def plain(member)
          text = member.dup.force_encoding(encoding(member)).encode(Encoding::UTF_8, invalid: :replace, undef: :replace)
          text = text.delete_prefix("\uFEFF").gsub(/<!--.*?-->|<\?.*?\?>/m, "")
          text.include?("<![CDATA[") ? text.gsub(/<!\[CDATA\[(.*?)\]\]>/m) { CGI.escapeHTML($1) } : text
        end

        def encoding(member)
          return Encoding::UTF_16 if member.b.start_with?("\xFF\xFE".b, "\xFE\xFF".b)

          Encoding.find(member.b[DECLARED, 1] || "UTF-8")
        rescue ArgumentError
          Encoding::UTF_8
        end
      end
    end
  end
end
