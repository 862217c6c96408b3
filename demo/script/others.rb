# frozen_string_literal: true

module Demo
  # The notice of one page that comes out on two: blank lines stand for space.
  class Notice
    def bytes
      docx = DocxBuilder.new(title: "Notice to passengers of the night boats", styles: Report::STYLES)
      big = %(<w:b/><w:sz w:val="56"/>)
      centre = %(<w:jc w:val="center"/>)
      3.times { docx.paragraph }
      docx.paragraph([docx.text("NOTICE", big)], centre)
      2.times { docx.paragraph }
      docx.paragraph([docx.text("to passengers of the night boats", %(<w:b/><w:sz w:val="32"/>))], centre)
      4.times { docx.paragraph }
      [["From the first night of the herring weeks the boats of the Marrowby Institute leave the Low Stairs as follows:", ""],
        ["At slack water, for Skell Point and Brannock", "<w:b/>"],
        ["After the second bell, for Ottery Quay", "<w:b/>"],
        ["Before first light, for Eastmere (not on moonless nights)", "<w:b/>"]].each do |text, props|
        docx.paragraph([docx.text(text, "#{props}<w:sz w:val=\"28\"/>")], centre)
        2.times { docx.paragraph }
      end
      docx.paragraph(
        [
          docx.text(
            "Cattle cross by day. Lanterns are to be put out on the landing and not before. Those who sing are asked to sing together.",
            %(<w:sz w:val="28"/>)
          )
        ], centre
      )
      5.times { docx.paragraph }
      docx.paragraph([docx.text("For the Lamp Committee\nInes Corrowby", %(<w:i/><w:sz w:val="28"/>))], %(<w:jc w:val="right"/>))
      docx.paragraph([docx.text("The toll is four pence. It was always four pence.", %(<w:sz w:val="20"/>))], centre)
      docx.bytes(section: Report::SECTION)
    end
  end

  # A chapter of the boat-shed handbook: dozens of combinations of formatting for a handful of kinds of paragraph.
  class Handbook
    HEADS = ["Slip and rails", "Hauling out", "Oil and wick", "Ropes", "The winter bench", "What is never lent", "Signing the book"].freeze

    def bytes
      prose = Prose.new(77)
      docx = DocxBuilder.new(title: "Boat-shed handbook, chapter 3", styles: Report::STYLES)
      docx.paragraph([docx.text("3  Work on the slip", %(<w:rFonts w:ascii="Arial" w:hAnsi="Arial"/><w:b/><w:sz w:val="36"/>))])
      docx.paragraph
      HEADS.each do |head|
        docx.paragraph(
          [
            docx.text(
              head, "<w:rFonts w:ascii=\"#{prose.pick(%w[Arial Calibri])}\" w:hAnsi=\"Arial\"/><w:b/><w:sz " \
              "w:val=\"#{prose.pick([25, 26, 27, 28])}\"/>"
            )
          ],
          %(<w:spacing w:before="#{prose.pick([120, 180, 240])}"/>)
        )
        prose.number(3..5).times { body(docx, prose) }
        prose.number(2..4).times { step(docx, prose) }
        docx.paragraph if prose.chance?(0.6)
      end
      docx.bytes(section: Report::SECTION, footer: Report::FOOTER)
    end

    private

    def body(docx, prose)
      size = prose.pick([21, 22, 22, 22, 23])
      colour = prose.pick(["", "", %(<w:color w:val="333333"/>), %(<w:color w:val="3A3A3A"/>)])
      font = prose.pick(["", %(<w:rFonts w:ascii="Calibri" w:hAnsi="Calibri"/>)])
      align = prose.pick(["", %(<w:jc w:val="both"/>), %(<w:jc w:val="left"/>)])
      pieces = prose.paragraph(prose.number(3..6)).split(/(\*[^*]+\*)/).reject(&:empty?)
      docx.paragraph(pieces.map { |piece|
        docx.text(piece.delete("*"), "#{font}#{"<w:i/>" if piece.start_with?("*")}#{colour}<w:sz w:val=\"#{size}\"/>")
      },
        %(<w:spacing w:after="#{prose.pick([100, 120, 140])}" w:line="#{prose.pick([276, 280, 288])}" w:lineRule="auto"/>#{align}))
    end

    def step(docx, prose)
      docx.paragraph([
        docx.text("#{prose.pick(["•", "–", "-"])}\t#{prose.paragraph(1).delete("*")}", %(<w:sz w:val="#{prose.pick([21, 22])}"/>))
      ],
        %(<w:ind w:left="#{prose.pick([357, 360, 369])}" w:hanging="#{prose.pick([357, 360])}"/>))
    end
  end
end
