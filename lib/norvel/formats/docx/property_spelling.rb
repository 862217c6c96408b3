# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # How ISO/IEC 29500-1 spells each property of the table: the element (`el`), its attribute (`attr`, w:val when none, and what else
      # it may be called) and how the value is coded (`codec`, a pair of methods of Codecs).
      module PropertySpelling
        TABLE = {
          font_family: {el: "rFonts", codec: :fonts},
          size: {el: "sz", codec: :half_points},
          bold: {el: "b", codec: :switch},
          italic: {el: "i", codec: :switch},
          underline: {el: "u", codec: :underline},
          strike: {el: "strike", codec: :switch},
          caps: {el: "caps", codec: :switch},
          small_caps: {el: "smallCaps", codec: :switch},
          color: {el: "color", codec: :colour},
          highlight: {el: "highlight", codec: :highlight},
          background: {el: "shd", codec: :fill},
          letter_spacing: {el: "spacing", codec: :twips},
          kerning: {el: "kern", codec: :half_points},
          scale: {el: "w", codec: :percent},
          raised: {el: "vertAlign", codec: :choice},
          shift: {el: "position", codec: :half_points},
          hidden: {el: "vanish", codec: :switch},
          language: {el: "lang", codec: :language},
          align: {el: "jc", codec: :align},
          indent_start: {el: "ind", attr: "left", attr_also: "start", codec: :twips},
          indent_end: {el: "ind", attr: "right", attr_also: "end", codec: :twips},
          indent_first: {el: "ind", attr: "firstLine", codec: :first_line},
          indent_start_chars: {el: "ind", attr: "leftChars", attr_also: "startChars", codec: :characters},
          indent_end_chars: {el: "ind", attr: "rightChars", attr_also: "endChars", codec: :characters},
          indent_first_chars: {el: "ind", attr: "firstLineChars", codec: :first_line_characters},
          space_before: {el: "spacing", attr: "before", codec: :space},
          space_after: {el: "spacing", attr: "after", codec: :space},
          line_spacing: {el: "spacing", attr: "line", codec: :line_spacing},
          close_to_same: {el: "contextualSpacing", codec: :switch},
          tabs: {el: "tabs", codec: :tabs},
          shading: {el: "shd", codec: :fill},
          borders: {el: "pBdr", codec: :borders},
          outline_level: {el: "outlineLvl", codec: :outline_level},
          numbering: {el: "numPr", codec: :numbering},
          keep_next: {el: "keepNext", codec: :switch},
          keep_together: {el: "keepLines", codec: :switch},
          break_before: {el: "pageBreakBefore", codec: :switch},
          orphans: {el: "widowControl", codec: :line_count},
          widows: {el: "widowControl", codec: :line_count},
          hyphenate: {el: "suppressAutoHyphens", codec: :switch_off},
          right_to_left: {el: "bidi", codec: :switch}
        }.freeze

        module_function

        # @param property [Properties::Property]
        # @return [Hash{Symbol=>String, Symbol}]
        def of(property) = TABLE.fetch(property.name)
      end
    end
  end
end
