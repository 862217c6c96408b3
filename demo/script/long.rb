# frozen_string_literal: true

require_relative "docx_builder"
require_relative "prose"
require_relative "report"

module Demo
  # A manuscript of any length, for measuring: 150 headings, 40 tables and 60 notes to 100,000 words.
  module Long
    STYLES = Report::STYLES.sub(%(<w:spacing w:after="120" w:line="276" w:lineRule="auto"/>),
      %(<w:spacing w:after="0" w:line="480" w:lineRule="auto"/><w:ind w:firstLine="720"/>))
      .sub(%(<w:spacing w:before="240" w:after="240"/>), %(<w:spacing w:before="240" w:after="240"/><w:ind w:firstLine="0"/>))
      .sub(%(<w:sz w:val="32"/>), %(<w:sz w:val="28"/>))
    SECTION =
      %(<w:pgSz w:w="12240" w:h="15840"/><w:pgMar w:top="1440" w:right="1440" w:bottom="1440" w:left="1440" w:header="720" ) +
      %(w:footer="720" w:gutter="0"/>)

    PIXEL = "\x89PNG\r\n\x1A\n".b

    # A picture beside which text stands.
    def self.float(docx)
      place = %(<wp:positionH relativeFrom="column"><wp:align>right</wp:align></wp:positionH><wp:positionV ) +
        %(relativeFrom="paragraph"><wp:posOffset>0</wp:posOffset></wp:positionV>)
      docx.image(PIXEL, 1_800_000, 1_200_000, "A lamp").sub("<wp:inline ", "<wp:anchor behindDoc=\"0\" ")
        .sub("<wp:extent", "#{place}<wp:extent").sub("<wp:docPr", %(<wp:wrapSquare wrapText="bothSides"/><wp:docPr))
        .sub("</wp:inline>", "</wp:anchor>")
    end
    private_class_method :float

    # @param words [Integer] about how many @param floats [Integer, nil] after how many paragraphs something floats
    # @return [Array(String, String)] the .docx, and the same text as HTML
    def self.manuscript(words, floats: nil)
      prose = Prose.new(42)
      docx = DocxBuilder.new(title: "Bench", styles: STYLES)
      html = +""
      count = 0
      paragraph = 0
      while count < words
        paragraph += 1
        if (paragraph % 9) == 1
          docx.paragraph("Heading number #{paragraph}", %(<w:pStyle w:val="Heading1"/>))
          html << "<h1>Heading number #{paragraph}</h1>"
        end
        text = prose.paragraph(6).delete("*")
        count += text.split.size
        docx.paragraph([docx.text(text, %(<w:sz w:val="24"/>)), *(docx.note("A note on the log.") if (paragraph % 22) == 3),
          *(float(docx) if floats && (paragraph % floats).zero?)])
        html << "<p>#{text}</p>"
        next unless (paragraph % 33) == 5

        rows = [%w[Season Boats Lost]] + Array.new(5) { |index| ["Winter #{index}", "3", "12"] }
        docx.table(rows, [3000, 1800, 1800], header: true)
        html << "<table>#{rows.map { |row| "<tr>#{row.map { |cell| "<td>#{cell}</td>" }.join}</tr>" }.join}</table>"
      end
      [docx.bytes(section: SECTION), html]
    end
  end
end
