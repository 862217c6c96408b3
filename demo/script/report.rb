# frozen_string_literal: true

module Demo
  # The messy 40-page diploma report: hand-made headings, blank lines, nearly equal indents, typed numbers,
  # no roman folios, italics that carry meaning, tables, captions, notes, images.
  class Report
    STYLES = <<~XML
      <w:style w:type="paragraph" w:default="1" w:styleId="Normal"><w:name w:val="Normal"/><w:qFormat/><w:pPr>
      <w:spacing w:after="120" w:line="276" w:lineRule="auto"/></w:pPr></w:style>
      <w:style w:type="character" w:default="1" w:styleId="DefaultParagraphFont"><w:name w:val="Default Paragraph Font"/></w:style>
      <w:style w:type="paragraph" w:styleId="Title"><w:name w:val="Title"/><w:basedOn w:val="Normal"/>
      <w:next w:val="Normal"/><w:pPr><w:jc w:val="center"/></w:pPr><w:rPr><w:b/><w:sz w:val="44"/></w:rPr></w:style>
      <w:style w:type="paragraph" w:styleId="Heading1"><w:name w:val="heading 1"/><w:basedOn w:val="Normal"/>
      <w:next w:val="Normal"/><w:pPr><w:keepNext/><w:spacing w:before="240" w:after="240"/><w:outlineLvl w:val="0"/>
      </w:pPr><w:rPr><w:b/><w:sz w:val="32"/></w:rPr></w:style>
      <w:style w:type="paragraph" w:styleId="Heading2"><w:name w:val="heading 2"/><w:basedOn w:val="Normal"/>
      <w:next w:val="Normal"/><w:pPr><w:keepNext/><w:spacing w:before="240" w:after="120"/><w:outlineLvl w:val="1"/>
      </w:pPr><w:rPr><w:b/><w:sz w:val="26"/></w:rPr></w:style>
      <w:style w:type="paragraph" w:styleId="Heading3"><w:name w:val="heading 3"/><w:basedOn w:val="Normal"/>
      <w:next w:val="Normal"/><w:pPr><w:outlineLvl w:val="2"/></w:pPr><w:rPr><w:b/><w:i/></w:rPr></w:style>
      <w:style w:type="paragraph" w:styleId="BodyText"><w:name w:val="Body Text"/><w:basedOn w:val="Normal"/><w:pPr>
      <w:spacing w:after="0" w:line="360" w:lineRule="auto"/><w:ind w:firstLine="1077"/><w:jc w:val="both"/></w:pPr>
      <w:rPr><w:sz w:val="24"/></w:rPr></w:style>
      <w:style w:type="paragraph" w:styleId="BlockQuotation"><w:name w:val="Block quotation"/><w:basedOn w:val="Normal"/>
      <w:pPr><w:ind w:left="709" w:right="709"/></w:pPr></w:style>
      <w:style w:type="paragraph" w:styleId="Caption"><w:name w:val="caption"/><w:basedOn w:val="Normal"/><w:rPr><w:i/>
      <w:sz w:val="20"/></w:rPr></w:style>
      <w:style w:type="paragraph" w:styleId="FootnoteText"><w:name w:val="footnote text"/><w:basedOn w:val="Normal"/>
      <w:pPr><w:spacing w:after="0" w:line="240" w:lineRule="auto"/></w:pPr><w:rPr><w:sz w:val="20"/></w:rPr></w:style>
      <w:style w:type="character" w:styleId="FootnoteReference"><w:name w:val="footnote reference"/><w:rPr>
      <w:vertAlign w:val="superscript"/></w:rPr></w:style>
      <w:style w:type="character" w:styleId="Emphasis"><w:name w:val="Emphasis"/><w:rPr><w:i/></w:rPr></w:style>
      <w:style w:type="table" w:styleId="TableGrid"><w:name w:val="Table Grid"/><w:pPr>
      <w:spacing w:after="0" w:line="240" w:lineRule="auto"/></w:pPr></w:style>
    XML
    SECTION =
      %(<w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1440" w:right="1304" w:bottom="1134" w:left="1440" w:header="709" ) +
      %(w:footer="567" w:gutter="0"/>)
    FOOTER =
      %(<w:p><w:pPr><w:jc w:val="center"/></w:pPr><w:r><w:fldChar w:fldCharType="begin"/></w:r><w:r>) +
      %(<w:instrText xml:space="preserve"> PAGE </w:instrText></w:r><w:r><w:fldChar w:fldCharType="separate"/></w:r>) +
      %(<w:r><w:t>1</w:t></w:r><w:r><w:fldChar w:fldCharType="end"/></w:r></w:p>)
    CHAPTERS = {
      "The sound and its crossings" => ["The shape of the water", "Four landings", "What a crossing was"],
      "Boats and lamps" => ["The first night boats", "Oil, wick and glass", "The quarrel over the green lamp"],
      "The keeping of time" => ["Bells and tides", "A clock for the south bank"],
      "Tolls, fares and favours" => ["The night toll", "Who did not pay", "The account book of 1894"],
      "Fog" => ["Drum, horn and voice", "Three nights in the herring weeks"],
      "The end of the night ferries" => ["The causeway", "What was kept"]
    }.freeze
    JUSTIFY = %(<w:jc w:val="both"/>)
    NOTES = ["Toll book of the Low Stairs, Marrowby Institute, box 7.",
      "The log is silent for eleven days; the pages were not torn out but never written.",
      "So the clerk; the pilot remembered it otherwise.",
      "Minutes of the Lamp Committee, third evening.", "A drayward boat is one let fall back with the stream.",
      "The plan hangs in the reading room.", "Letter to the Harbour Board, undated.",
      "In the south bank tables the year begins in March."].freeze
    REFERENCES = ["Corrowby, I. (1931) *The Lamps of the Ansel Sound*. Marrowby: Institute Press.",
      "Dunmar, P. (1926) ‘A clock for the south bank’, *Papers of the Ferrymen’s Table*, 4, pp. 11–38.",
      "Hessel, T. (1902) *Account of the Night Toll, with Tables*. Brannock: printed for the parish.",
      "Lathe, O. (1889) *Log of the Morrow Light*. Manuscript, Marrowby Institute, box 3.",
      "Quill, M. (1911) *Eleven Winters*. Eastmere: Tarn and Daughters.",
      "Verrill, A. (1948) ‘Fog signals before the causeway’, *Harbour History*, 12, pp. 201–244."].freeze

    # @param chapters [Integer] how many of them are written
    def initialize(seed = 1894, chapters: CHAPTERS.size)
      @chapters = chapters
      @prose = Prose.new(seed)
      @docx = DocxBuilder.new(title: "The Night Ferries of the Ansel Sound", styles: STYLES)
      @tables = @figures = @section = 0
      @notes = NOTES.cycle
    end

    # @return [String] the file
    def bytes
      front
      CHAPTERS.first(@chapters).each_with_index { |(title, sections), index| chapter(title, sections, index + 1) }
      references
      @docx.bytes(section: SECTION, footer: FOOTER)
    end

    private

    def front
      5.times { blank }
      @docx.paragraph([@docx.text("The Night Ferries of the Ansel Sound", %(<w:b/><w:sz w:val="44"/>))], %(<w:jc w:val="center"/>))
      blank
      @docx.paragraph([@docx.text("Lamps, tolls and timekeeping, 1871–1926", %(<w:sz w:val="28"/>))], %(<w:jc w:val="center"/>))
      6.times { blank }
      @docx.paragraph([@docx.text("Linnet Ashgarth", %(<w:sz w:val="24"/>))], %(<w:jc w:val="center"/>))
      @docx.paragraph([@docx.text("Diploma report, Marrowby Institute, 2026", %(<w:sz w:val="24"/>))], %(<w:jc w:val="center"/>))
      14.times { blank }
      @docx.paragraph([@docx.text("Abstract", %(<w:b/><w:sz w:val="32"/>))])
      body(@prose.paragraph(7))
      body(@prose.paragraph(5))
    end

    # Chapter headings by style, by hand, or by both.
    def chapter(title, sections, number)
      (3 + number * 2 % 5).times { blank }
      case number % 3
      when 1 then @docx.paragraph("Chapter #{number}: #{title}", %(<w:pStyle w:val="Heading1"/>))
      when 2
        @docx.paragraph([@docx.text("CHAPTER #{number}: #{title.upcase}", %(<w:b/><w:sz w:val="32"/>))], %(<w:jc w:val="center"/>))
      else @docx.paragraph([@docx.text("Chapter #{number}: #{title}", %(<w:color w:val="1F3864"/><w:sz w:val="34"/>))],
        %(<w:pStyle w:val="Heading1"/><w:ind w:firstLine="567"/>))
      end
      blank
      2.times { body(@prose.paragraph(@prose.number(5..8))) }
      sections.each_with_index { |section, index| section(section, "#{number}.#{index + 1}", number + index) }
    end

    def section(title, number, turn)
      @section += 1
      case turn % 3
      when 0 then @docx.paragraph([@docx.text("#{number} #{title}", %(<w:b/><w:sz w:val="26"/>))])
      when 1 then @docx.paragraph("#{number} #{title}", %(<w:pStyle w:val="Heading2"/>))
      else @docx.paragraph([@docx.text("#{number} #{title}", %(<w:b/><w:u w:val="single"/><w:sz w:val="26"/>))],
        %(<w:pStyle w:val="Heading2"/>))
      end
      4.times { body(@prose.paragraph(@prose.number(5..9))) }
      minor_heading if @section.even?
      inside(@section)
      4.times { body(@prose.paragraph(@prose.number(4..9))) }
    end

    def minor_heading
      title = @prose.pick(["A note on the sources", "The view from the south bank", "Words and names", "What the tables leave out"])
      @prose.chance?(0.5) ? @docx.paragraph([@docx.text(title, "<w:b/><w:i/>")]) : @docx.paragraph(title, %(<w:pStyle w:val="Heading3"/>))
      body(@prose.paragraph(6))
    end

    def inside(turn)
      case turn % 5
      when 0 then quotation
      when 1 then table
      when 2 then list
      when 3 then figure
      else
        quotation
        list
      end
    end

    # Running text: mostly the base style with everything done by hand, sometimes the body style.
    def body(text)
      habit = @prose.number(0..9)
      props, run = case habit
      when 0..3 then [%(<w:spacing w:line="360" w:lineRule="auto"/><w:ind w:firstLine="1077"/>#{JUSTIFY}), %(<w:sz w:val="24"/>)]
      when 4, 5 then [%(<w:spacing w:line="360" w:lineRule="auto"/><w:ind w:firstLine="1094"/>#{JUSTIFY}), %(<w:sz w:val="24"/>)]
      when 6 then [%(<w:spacing w:line="348" w:lineRule="auto"/>#{JUSTIFY}), %(<w:color w:val="404040"/><w:sz w:val="24"/>)]
      when 7 then [%(<w:pStyle w:val="BodyText"/>), ""]
      when 8 then [%(<w:spacing w:line="360" w:lineRule="auto"/>), %(<w:sz w:val="24"/>)]
      else [%(<w:spacing w:line="360" w:lineRule="auto"/>#{JUSTIFY}), %(<w:rFonts w:ascii="Arial" w:hAnsi="Arial"/><w:sz w:val="22"/>)]
      end
      text = "\t#{text}" if [8, 9].include?(habit)
      @docx.paragraph(runs(text, run) + (@prose.chance?(0.12) ? [@docx.note(@notes.next)] : []), props)
      blank if @prose.chance?(0.25)
    end

    # Ship names and foreign words in italics: by hand, now and then by the emphasis style.
    def runs(text, props)
      text.split(/(\*[^*]+\*)/).reject(&:empty?).map do |piece|
        next @docx.text(piece, props) unless piece.start_with?("*")

        italic = @prose.chance?(0.15) ? %(<w:rStyle w:val="Emphasis"/>#{props}) : props.sub(/\A(<w:rFonts[^>]*>)?/) { "#{$1}<w:i/>" }
        @docx.text(piece.delete("*"), italic)
      end
    end

    def quotation
      blank
      text = @prose.quotation
      if @prose.chance?(0.4) then @docx.paragraph(runs(text, ""), %(<w:pStyle w:val="BlockQuotation"/>))
      else @docx.paragraph(
        runs(text, %(<w:sz w:val="22"/>)),
        %(<w:ind w:left="#{@prose.pick([709, 720, 737])}" w:right="#{@prose.pick([709, 700])}"/>#{JUSTIFY})
      )
      end
      blank
    end

    def table
      @tables += 1
      @docx.paragraph(
        [@docx.text("Table #{@tables}. Crossings from #{@prose.pick(Prose::WORDS[:place])}, by season", %(<w:i/><w:sz w:val="20"/>))],
        %(<w:keepNext/>)
      )
      rows = [%w[Season Boats Crossings Lost]] + %w[Winter Spring Herring\ weeks Summer Autumn].map do |season|
        [season, @prose.number(2..5).to_s, @prose.number(90..340).to_s, @prose.number(0..19).to_s]
      end
      @docx.table(rows, [3000, 1800, 1800, 1800], header: @tables.odd?, cell_props: %(<w:sz w:val="20"/>))
      blank
    end

    def figure
      @figures += 1
      alt = "Depths across the sound, drawn as a section" if @figures.odd?
      @docx.paragraph([@docx.image(Picture.soundings(@figures), 4_320_000, 2_160_000, alt)], %(<w:jc w:val="center"/>))
      @docx.paragraph("Figure #{@figures}. Soundings between #{@prose.pick(Prose::WORDS[:place])} and #{@prose.pick(Prose::WORDS[:place])}",
        %(<w:pStyle w:val="Caption"/><w:jc w:val="center"/>))
      blank
    end

    def list
      points = ["the boat nearest the stairs goes first;", "no boat leaves while another shows her lamp;",
        "the toll is taken on the landing, not on the water;", "in fog the south bank answers."]
      dashes = @prose.chance?(0.5)
      points.each_with_index do |point, index|
        @docx.paragraph([@docx.text("#{dashes ? "–" : "#{index + 1}."}\t#{point}", %(<w:sz w:val="24"/>))],
          %(<w:ind w:left="567" w:hanging="283"/>))
      end
      blank
    end

    def references
      8.times { blank }
      @docx.paragraph([@docx.text("References", %(<w:b/><w:sz w:val="32"/>))])
      REFERENCES.each { |entry| @docx.paragraph(runs(entry, %(<w:sz w:val="24"/>)), %(<w:ind w:left="709" w:hanging="709"/>)) }
    end

    def blank = @docx.paragraph([], "")
  end
end
