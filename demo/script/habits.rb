# frozen_string_literal: true

require_relative "docx_builder"

module Demo
  # Manuscripts of many authors' habits in four languages, with the truth of what each paragraph is: the writer knows what
  # it writes. All of it is invented.
  class Habits
    WORDS = {
      "en-GB" => {text: ["The lamp was lit before the ebb and nobody asked who had carried the oil up the stairs.",
        "In 1894 the harbour board wrote twice about the bell, and no answer is known.",
        "A crossing took a little under the hour when the wind allowed it.",
        "What the log calls a fair night was by any later measure a wet one.",
        "The crews learned the signals by ear, and few could write them down.",
        "Those who came late paid more and were seldom thanked for it.",
        "From the low stairs the light could be seen as far as the point."],
                  chapter: "Chapter", heads: ["The shape of the water", "Boats and lamps", "Who did not pay", "The keeping of time",
                    "A quarrel over oil", "Winter crossings", "Signals in fog", "Four landings"],
                  title: "The night boats of the sound", subtitle: "Lamps, tolls and timekeeping",
                  abstract: "Abstract", contents: "Contents", references: "References", figure: "Figure",
                  table: "Table", by: "", date: "12 May 2024", sign: "Signature", form: "Name", place: "Marrowby"},
      "de-DE" => {text: ["Die Lampe wurde vor der Ebbe angezündet, und niemand fragte, wer das Öl die Treppe hinaufgetragen hatte.",
        "Im Jahr 1894 schrieb die Hafenbehörde zweimal wegen der Glocke, und eine Antwort ist nicht bekannt.",
        "Eine Überfahrt dauerte etwas weniger als eine Stunde, wenn der Wind es zuließ.",
        "Was das Logbuch eine schöne Nacht nennt, war nach jedem späteren Maß eine nasse.",
        "Die Mannschaften lernten die Zeichen nach dem Gehör, und wenige konnten sie aufschreiben.",
        "Wer spät kam, zahlte mehr und bekam selten einen Dank dafür."],
                  chapter: "Kapitel", heads: ["Die Gestalt des Wassers", "Boote und Lampen", "Wer nicht bezahlte", "Das Messen der Zeit",
                    "Ein Streit um Öl", "Überfahrten im Winter", "Zeichen im Nebel"], title: "Die Nachtboote des Sunds",
                  subtitle: "Lampen, Zölle und Zeit",
                  abstract: "Zusammenfassung", contents: "Inhaltsverzeichnis", references: "Literaturverzeichnis",
                  figure: "Abbildung", table: "Tabelle", by: "von ", date: "12. Mai 2024",
                  sign: "Unterschrift", form: "Name", place: "Marrowby"},
      "fr-FR" => {text: ["La lampe était allumée avant le reflux et personne ne demandait qui avait monté l’huile par l’escalier.",
        "En 1894 le conseil du port écrivit deux fois au sujet de la cloche, et aucune réponse n’est connue.",
        "La traversée durait un peu moins d’une heure quand le vent le permettait.",
        "Ce que le journal appelle une belle nuit fut, à toute mesure, une nuit humide.",
        "Les équipages apprenaient les signaux à l’oreille, et peu savaient les écrire.",
        "Ceux qui venaient tard payaient plus et en étaient rarement remerciés."],
                  chapter: "Chapitre", heads: ["La forme de l’eau", "Bateaux et lampes", "Ceux qui ne payaient pas", "La mesure du temps",
                    "Une querelle d’huile", "Traversées d’hiver", "Signaux dans la brume"],
                  title: "Les bateaux de nuit du détroit", subtitle: "Lampes, péages et heures",
                  abstract: "Résumé", contents: "Table des matières", references: "Bibliographie",
                  figure: "Figure", table: "Tableau", by: "par ", date: "12 mai 2024", sign: "Signature", form: "Nom", place: "Marrowby"},
      "es-ES" => {text: ["La lámpara se encendía antes del reflujo y nadie preguntaba quién había subido el aceite por la escalera.",
        "En 1894 la junta del puerto escribió dos veces sobre la campana, y no se conoce respuesta.",
        "La travesía duraba algo menos de una hora cuando el viento lo permitía.",
        "Lo que el diario llama una buena noche fue, según cualquier medida, una noche húmeda.",
        "Las tripulaciones aprendían las señales de oído, y pocos sabían escribirlas.",
        "Los que llegaban tarde pagaban más y rara vez se les agradecía."],
                  chapter: "Capítulo", heads: ["La forma del agua", "Barcos y lámparas", "Los que no pagaban", "La medida del tiempo",
                    "Una disputa por aceite", "Travesías de invierno", "Señales en la niebla"],
                  title: "Los barcos nocturnos del estrecho", subtitle: "Lámparas, peajes y horas",
                  abstract: "Resumen", contents: "Índice", references: "Bibliografía", figure: "Figura",
                  table: "Tabla", by: "por ", date: "12 de mayo de 2024", sign: "Firma", form: "Nombre", place: "Marrowby"}
    }.freeze
    NAMES = ["Linnet Ashgarth", "Orrin Lathe", "Ada Verrill", "Piers Dunmar", "Ines Corrowby", "Maro Quill"].freeze
    STYLES = %(<w:style w:type="paragraph" w:default="1" w:styleId="Normal"><w:name w:val="Normal"/></w:style>) + (1..3).map { |level|
      %(<w:style w:type="paragraph" w:styleId="H#{level}"><w:name w:val="heading #{level}"/><w:basedOn w:val="Normal"/>) +
        %(<w:pPr><w:outlineLvl w:val="#{level - 1}"/></w:pPr><w:rPr><w:b/><w:sz w:val="#{34 - level * 4}"/></w:rPr></w:style>)
    }.join +
      %(<w:style w:type="paragraph" w:styleId="Cap"><w:name w:val="caption"/><w:basedOn w:val="Normal"/><w:rPr><w:i/>) +
      %(</w:rPr></w:style><w:style w:type="paragraph" w:styleId="Quo"><w:name w:val="Quote"/><w:basedOn w:val="Normal"/>) +
      %(<w:pPr><w:ind w:left="700" w:right="700"/></w:pPr></w:style><w:style w:type="table" w:styleId="TableGrid">) +
      %(<w:name w:val="Table Grid"/></w:style>)

    attr_reader :truth

    # @param seed [Integer] the author
    def initialize(seed)
      @random = Random.new(seed)
      @language = WORDS.keys[seed % 4]
      @words = WORDS[@language]
      @truth = []
      @size = [20, 22, 22, 24, 24].sample(random: @random)
      @font = ["Times New Roman", "Arial", "Calibri", "Cambria"].sample(random: @random)
      @styled = [0, 0, 50, 100].sample(random: @random) # how much of it is styled, in a hundred
      @between = %i[indent space blank tab].sample(random: @random)
      @justify = @random.rand < 0.5
      @head = %i[bold_large bold caps centred numbered italic underlined].sample(random: @random)
      @quote = %i[both start tab small italic].sample(random: @random)
      @mark = ["1.", "1)", "a)", "-", "•", "–"].sample(random: @random)
      @reference = %i[hanging plain numbered].sample(random: @random)
      @docx = DocxBuilder.new(title: @words[:title], styles: STYLES, language: @language)
    end

    # @return [String] the bytes of a .docx file; `truth` says the role of each paragraph
    def bytes
      front if @random.rand < 0.7
      3.times { |chapter| chapter(chapter + 1) }
      references if @random.rand < 0.7
      ending if @random.rand < 0.3
      @docx.bytes(section: %(<w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1440" w:right="1440" w:bottom="1440" w:left="1440"/>))
    end

    private

    def pick(list) = list.sample(random: @random)

    def sentences(count) = Array.new(count) { pick(@words[:text]) }.join(" ")

    def add(role, text, paragraph: "", run: "", style: nil)
      @truth << role
      style = nil unless style && @random.rand(100) < @styled
      dressed = style ? "" :
        %(<w:rFonts w:ascii="#{@font}" w:hAnsi="#{@font}"/>#{run}#{"<w:sz w:val=\"#{@size}\"/>" unless run.include?("w:sz ")})
      @docx.paragraph([@docx.text(text, dressed)], style ? %(<w:pStyle w:val="#{style}"/>) : paragraph)
    end

    def blank(count = 1)
      count.times do
        @truth << :empty
        @docx.paragraph([])
      end
    end

    def front
      centred = %(<w:jc w:val="center"/>)
      blank(@random.rand(0..6))
      add(:title, @words[:title], paragraph: centred, run: %(<w:b/><w:sz w:val="#{@size + 16}"/>))
      add(:subtitle, @words[:subtitle], paragraph: centred, run: %(<w:sz w:val="#{@size + 4}"/>)) if @random.rand < 0.6
      blank(@random.rand(0..3))
      add(:author, "#{@words[:by]}#{pick(NAMES)}", paragraph: centred)
      add(:date, pick([@words[:date], "#{@words[:place]}, 2024"]), paragraph: centred) if @random.rand < 0.7
      blank(@random.rand(0..8))
      if @random.rand < 0.6
        heading(1, @words[:abstract], number: false)
        add(:abstract, sentences(3), paragraph: body_format)
      end
      contents if @random.rand < 0.5
    end

    def contents
      add(:contents_heading, @words[:contents], run: %(<w:b/><w:sz w:val="#{@size + 6}"/>))
      4.times do |index|
        add(:contents_entry, "#{index + 1} #{pick(@words[:heads])}#{pick(["\t", " ........ ", "\t"])}#{index * 7 + 2}",
          paragraph: %(<w:tabs><w:tab w:val="right" w:pos="9000"/></w:tabs>))
      end
      blank(1)
    end

    def chapter(number)
      heading(1, pick(@words[:heads]), number: number.to_s)
      paragraphs(2)
      quotation if @random.rand < 0.6
      paragraphs(1)
      2.times do |part|
        heading(2, pick(@words[:heads]), number: "#{number}.#{part + 1}")
        paragraphs(@random.rand(1..3))
        list if @random.rand < 0.5
        figure if @random.rand < 0.3
        table if @random.rand < 0.3
        code if @random.rand < 0.1
        next unless @random.rand < 0.3

        heading(3, pick(@words[:heads]), number: "#{number}.#{part + 1}.1")
        paragraphs(2)
      end
    end

    def heading(level, text, number: nil)
      blank if @between == :blank
      text = "#{number} #{text}" if number && @head == :numbered
      text = "#{@words[:chapter]} #{number}: #{text}" if number && level == 1 && @head == :caps
      text = text.upcase if @head == :caps && level == 1
      large = %(<w:sz w:val="#{@size + [10, 4, 2][level - 1]}"/>)
      run = {bold_large: "<w:b/>#{large}", bold: "<w:b/>#{"<w:i/>" if level == 3}#{"<w:sz w:val=\"#{@size + 2}\"/>" if level == 1}",
             caps: "<w:b/>#{large if level < 3}", centred: "<w:b/>#{large}", numbered: "<w:b/>#{large}",
             italic: (level == 1) ? "<w:b/>#{large}" : "<w:i/>#{large}",
             underlined: "#{large if level == 1}#{"<w:i/>" if level == 3}<w:u w:val=\"single\"/>"}[@head]
      # Who uses heading styles for some makes the others by hand look like them, near enough.
      run = %(<w:b/><w:sz w:val="#{34 - level * 4 + pick([-1, 0, 0, 1])}"/>) if @styled == 50
      run = order(run)
      add(:"heading_#{level}", text, paragraph: (@head == :centred && level == 1) ? %(<w:jc w:val="center"/>) : "",
        run: run, style: "H#{level}")
      blank if @between == :blank && @random.rand < 0.5
    end

    # The schema wants b, i, sz, u.
    def order(run) = run.scan(%r{<w:[^>]*/>}).sort_by { |element| %w[b i sz u].index(element[/w:(\w+)/, 1]) }.join

    def body_format
      indent = (@between == :indent) ? %(<w:ind w:firstLine="#{pick([567, 600, 720])}"/>) : ""
      space = (@between == :space) ? %(<w:spacing w:after="#{pick([120, 140])}" w:line="#{pick([276, 360])}" w:lineRule="auto"/>) : ""
      "#{space}#{indent}#{%(<w:jc w:val="both"/>) if @justify}"
    end

    def paragraphs(count)
      count.times do
        add(:body, "#{"\t" if @between == :tab}#{sentences(pick([1, 2, 3, 4]))}", paragraph: body_format)
        blank if @between == :blank
      end
    end

    def quotation
      text = sentences(pick([2, 3]))
      case @quote
      when :both then add(:block_quotation, text, paragraph: %(<w:ind w:left="720" w:right="720"/>), style: "Quo")
      when :start then add(:block_quotation, text, paragraph: %(<w:ind w:left="#{pick([700, 1080])}"/>), style: "Quo")
      when :tab then add(:block_quotation, "“#{text}”", paragraph: %(<w:ind w:left="567" w:right="567"/>), style: "Quo")
      when :small
        add(:block_quotation, text, paragraph: %(<w:ind w:left="600" w:right="600"/>), run: %(<w:sz w:val="#{@size - 4}"/>), style: "Quo")
      else add(:block_quotation, "„#{text}“", paragraph: %(<w:ind w:left="720"/>), run: "<w:i/>", style: "Quo")
      end
      blank if @between == :blank
    end

    def list
      pick([3, 4]).times do |index|
        mark = case @mark
        when /1(.)/ then "#{index + 1}#{$1}"
        when /a/ then "#{(97 + index).chr})"
        else @mark
        end
        add(:list_item, "#{mark}#{pick(["\t", " ", " "])}#{pick([pick(@words[:text]), pick(@words[:heads]).downcase])}",
          paragraph: pick(["", %(<w:ind w:left="360" w:hanging="360"/>)]))
      end
    end

    def figure
      add(:caption, "#{@words[:figure]} #{@random.rand(1..9)}#{pick([". ", ": ", " – "])}#{pick(@words[:heads])}",
        paragraph: pick(["", %(<w:jc w:val="center"/>)]), run: pick(["<w:i/>", "", "<w:b/>"]), style: "Cap")
    end

    def table
      add(:caption, "#{@words[:table]} #{@random.rand(1..9)}#{pick([". ", ": "])}#{pick(@words[:heads])}",
        run: pick(["<w:i/>", ""]), style: "Cap")
      @docx.table([%w[A B], ["1", "2"], ["3", "4"]], [3000, 3000])
      @truth.push(*[:table_heading] * 2, *[:table_text] * 4)
    end

    def code
      2.times { |index| add(:code, "lamp.set(#{index}); // on", run: %(<w:rFonts w:ascii="Courier New" w:hAnsi="Courier New"/>)) }
    end

    def references
      heading(1, @words[:references], number: false)
      4.times do |index|
        name = pick(NAMES).split.reverse.join(", ")
        entry = "#{name} (#{1990 + index * 7}). #{pick(@words[:heads])}. Eastmere: Skell."
        entry = "[#{index + 1}] #{entry}" if @reference == :numbered
        add(:reference_entry, entry, paragraph: (@reference == :hanging) ? %(<w:ind w:left="567" w:hanging="567"/>) : "")
      end
    end

    def ending
      blank(2)
      add(:signature, "#{@words[:place]}, #{@words[:date]}\t\t____________________")
      add(:form_field, "#{@words[:form]}: ______________________")
    end
  end
end
