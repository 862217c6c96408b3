# frozen_string_literal: true

require "nokogiri"
require_relative "../../demo/script/docx_builder"

# Manuscripts as other people make them, round texts that nobody here wrote: Debian's questions and answers in English, German and
# French and its maintainers' guide in Spanish (packages debian-faq, debian-faq-de, debian-faq-fr, maint-guide-es). What is a
# heading, running text, an item or a listing is said by the mark-up of those texts; title pages, quotations, captions,
# references and signatures are written here, in the manner of each language. Where people would disagree what a paragraph
# is, the truth is nil and nobody is asked.
class OtherHands
  TEXTS = {"en-GB" => "/usr/share/doc/debian/FAQ/*.en.html", "de-DE" => "/usr/share/doc/debian/FAQ/de/*.html",
           "fr-FR" => "/usr/share/doc/debian/FAQ/fr/*.html", "es-ES" => "/usr/share/doc/maint-guide-es/html/*.html"}.freeze
  PACKAGES = %w[debian-faq debian-faq-de debian-faq-fr maint-guide-es].freeze

  WORDS = {
    "en-GB" => {
      titles: ["Keeping the Stairs: A Study of Landing Places", "On the Measurement of Tides", "What the Keepers Knew",
        "REPORT ON THE STATE OF THE NORTH QUAY", "A harbour in winter"],
      subtitles: ["An inquiry into unwritten rules", "Essays, with a list of lamps", "Second report of the quay committee"],
      by: ["By ", "by ", "", "Author: ", "Submitted by "],
      dates: ["12 May 2024", "May 2024", "12th May, 2024", "May 12, 2024", "2024-05-12", "Marrowby, 3 June 2023",
        "Date: 12 May 2024", "12/05/2024"],
      abstract: %w[Abstract Summary ABSTRACT], contents: ["Contents", "Table of Contents", "CONTENTS"],
      references: ["References", "Bibliography", "List of References", "Works Cited", "REFERENCES", "Sources and literature"],
      plain: %w[Introduction Acknowledgements Preface Conclusion Methods Discussion],
      chapter: ["Chapter", "CHAPTER", "Part"], appendix: ["Appendix A", "Appendix 1: Lists", "Appendices"],
      figure: ["Figure", "Fig.", "Map", "Plate", "FIGURE"], table: ["Table", "TABLE", "Tab."],
      shows: ["shows how the lamps were spread along the quay before the second war.",
        "gives the numbers for each winter, as the board counted them."],
      quotes: ["“I never saw a lamp trimmed so badly, nor a keeper so sure of himself; we all stood on the stairs and " \
        "laughed until the tide reached our boots and the master sent us home.”",
        "We were told to wait. Nobody said for what, and nobody asked, because asking was not the custom on that stair " \
        "and the boats came when they came, in the dark as in the day."],
      verse: ["The lamp is low, the tide is long,", "The stair is wet with rain,", "And those who sang the landing song",
        "Will never sing again."], sign: ["Signature", "Signed:", "Signature of the author"], fields: ["Name",
          "Address", "Telephone", "Date of birth"],
      starts: ["In 1894 the board gave way.", "A. Verrill saw it first.",
        "1894 was a hard winter for all who lived by the stairs, and the accounts of the board say so in every column.",
        "I. Corrowby wrote twice about it, and in both letters he asks for oil and for nothing else, as if nothing else were wanting."],
      heads: ["Method", "The lamps", "Weather and tides", "Who paid?"], source: "Source: own count"
    },
    "de-DE" => {
      titles: ["Die Hüter der Treppe: Eine Studie über Landeplätze", "Vom Messen der Gezeiten",
        "BERICHT ÜBER DEN ZUSTAND DES NORDKAIS", "Ein Hafen im Winter"],
      subtitles: ["Eine Untersuchung ungeschriebener Regeln", "Diplomarbeit", "Zweiter Bericht des Kaiausschusses"],
      by: ["von ", "Von ", "", "Verfasser: ", "vorgelegt von "],
      dates: ["12. Mai 2024", "Mai 2024", "12.05.2024", "Marrowby, den 12. Mai 2024", "Marrowby, im Juni 2023",
        "Sommersemester 2024", "Datum: 12. Mai 2024"],
      abstract: %w[Zusammenfassung Kurzfassung Abstract], contents: ["Inhalt", "Inhaltsverzeichnis", "INHALT"],
      references: ["Literatur", "Literaturverzeichnis", "Quellen- und Literaturverzeichnis", "Quellenverzeichnis", "Bibliographie"],
      plain: %w[Einleitung Danksagung Vorwort Fazit Methoden Diskussion], chapter: ["Kapitel", "KAPITEL", "Teil"],
      appendix: ["Anhang A", "Anhang 1: Listen", "Anhang"],
      figure: ["Abbildung", "Abb.", "Karte", "Bild", "Grafik"], table: %w[Tabelle Tab. TABELLE],
      shows: ["zeigt, wie die Lampen vor dem zweiten Krieg über den Kai verteilt waren.",
        "nennt die Zahlen für jeden Winter, wie die Behörde sie gezählt hat."],
      quotes: ["„Nie sah ich eine Lampe so schlecht geputzt und einen Wärter seiner Sache so sicher; wir standen alle auf " \
        "der Treppe und lachten, bis die Flut unsere Stiefel erreichte.“",
        "Man sagte uns, wir sollten warten. Niemand sagte worauf, und niemand fragte, denn das Fragen war auf dieser " \
        "Treppe nicht Sitte, und die Boote kamen, wann sie kamen."],
      verse: ["Die Lampe tief, die Flut so lang,", "die Treppe nass vom Regen,", "und wer das Lied der Landung sang,",
        "kommt keinem mehr entgegen."], sign: ["Unterschrift", "Ort, Datum, Unterschrift", "gez."],
      fields: ["Name", "Anschrift", "Telefon", "Geburtsdatum"],
      starts: ["Im Jahr 1894 gab die Behörde nach.", "A. Verrill sah es zuerst.",
        "1894 war ein harter Winter für alle, die von der Treppe lebten, und die Bücher der Behörde sagen es in jeder Spalte.",
        "1. Januar und Ostern waren die einzigen Tage, an denen kein Boot fuhr, und auch daran hielt sich nicht jeder."],
      heads: ["Vorgehen", "Die Lampen", "Wetter und Gezeiten", "Wer zahlte?"], source: "Quelle: eigene Zählung"
    },
    "fr-FR" => {
      titles: ["Les gardiens de l’escalier : étude des lieux d’accostage", "De la mesure des marées",
        "RAPPORT SUR L’ÉTAT DU QUAI NORD", "Un port en hiver"],
      subtitles: ["Enquête sur des règles non écrites", "Mémoire de fin d’études", "Deuxième rapport du comité du quai"],
      by: ["par ", "Par ", "", "Auteur : ", "présenté par "],
      dates: ["12 mai 2024", "Mai 2024", "le 12 mai 2024", "12/05/2024", "Marrowby, le 12 mai 2024", "Année universitaire 2023-2024"],
      abstract: %w[Résumé RÉSUMÉ Sommaire].first(2), contents: ["Table des matières", "Sommaire", "TABLE DES MATIÈRES"],
      references: ["Bibliographie", "Références", "Références bibliographiques", "Sources et bibliographie", "BIBLIOGRAPHIE"],
      plain: %w[Introduction Remerciements Préface Conclusion Méthodes Discussion],
      chapter: ["Chapitre", "CHAPITRE", "Partie"], appendix: ["Annexe A", "Annexe 1 : listes", "Annexes"],
      figure: ["Figure", "Fig.", "Carte", "Schéma", "Photo"], table: %w[Tableau Tabl. TABLEAU],
      shows: ["montre comment les lampes étaient réparties le long du quai avant la seconde guerre.",
        "donne les nombres de chaque hiver, tels que le conseil les a comptés."],
      quotes: ["« Jamais je ne vis lampe si mal mouchée ni gardien si sûr de lui ; nous étions tous sur l’escalier à " \
        "rire, jusqu’à ce que la marée atteigne nos bottes. »",
        "On nous a dit d’attendre. Personne n’a dit quoi, et personne ne l’a demandé, car demander n’était pas la coutume " \
        "de cet escalier et les bateaux venaient quand ils venaient."],
      verse: ["La lampe est basse et l’onde lente,", "l’escalier luit sous l’eau du ciel,", "et ceux qui chantaient la descente",
        "ne chanteront plus au soleil."], sign: ["Signature", "Fait à Marrowby, le", "Signature de l’auteur"],
      fields: ["Nom", "Adresse", "Téléphone", "Date de naissance"],
      starts: ["En 1894 le conseil céda.", "A. Verrill le vit le premier.",
        "1894 fut un hiver rude pour tous ceux qui vivaient de l’escalier, et les comptes du conseil le disent à chaque colonne.",
        "1er janvier et Pâques étaient les seuls jours sans bateau, et encore tous ne s’y tenaient pas."],
      heads: ["Méthode", "Les lampes", "Temps et marées", "Qui payait ?"], source: "Source : notre compte"
    },
    "es-ES" => {
      titles: ["Los guardianes de la escalera: estudio de los desembarcaderos", "De la medida de las mareas",
        "INFORME SOBRE EL ESTADO DEL MUELLE NORTE", "Un puerto en invierno"],
      subtitles: ["Una indagación sobre reglas no escritas", "Trabajo de fin de estudios", "Segundo informe del comité del muelle"],
      by: ["por ", "Por ", "", "Autora: ", "presentado por "],
      dates: ["12 de mayo de 2024", "Mayo de 2024", "12/05/2024", "Marrowby, 12 de mayo de 2024",
        "Marrowby, junio de 2023", "Fecha: 12 de mayo de 2024"],
      abstract: %w[Resumen RESUMEN Abstract], contents: ["Índice", "Contenido", "ÍNDICE", "Tabla de contenido"],
      references: ["Bibliografía", "Referencias", "Referencias bibliográficas", "BIBLIOGRAFÍA", "Fuentes y bibliografía"],
      plain: %w[Introducción Agradecimientos Prólogo Conclusiones Métodos Discusión],
      chapter: ["Capítulo", "CAPÍTULO", "Parte"], appendix: ["Anexo A", "Anexo 1: listas", "Apéndice"],
      figure: ["Figura", "Fig.", "Mapa", "Gráfico", "Ilustración"], table: %w[Tabla Cuadro TABLA],
      shows: ["muestra cómo estaban repartidas las lámparas por el muelle antes de la segunda guerra.",
        "da los números de cada invierno, tal como los contó la junta."],
      quotes: ["«Nunca vi una lámpara tan mal despabilada ni un guardián tan seguro de sí; todos estábamos en la escalera " \
        "riendo hasta que la marea nos llegó a las botas.»",
        "Nos dijeron que esperásemos. Nadie dijo qué, y nadie lo preguntó, porque preguntar no era costumbre en aquella " \
        "escalera y los barcos llegaban cuando llegaban."],
      verse: ["La lámpara baja, la marea larga,", "la escalera mojada de lluvia,", "y los que cantaban al llegar la barca",
        "ya no cantarán a la luna."], sign: ["Firma", "Fdo.:", "Firma del autor"], fields: ["Nombre",
          "Dirección", "Teléfono", "Fecha de nacimiento"],
      starts: ["En 1894 la junta cedió.", "A. Verrill lo vio primero.",
        "1894 fue un invierno duro para todos los que vivían de la escalera, y las cuentas de la junta lo dicen en cada columna.",
        "1 de enero y Pascua eran los únicos días sin barco, y aun así no todos los guardaban."],
      heads: ["Método", "Las lámparas", "Tiempo y mareas", "¿Quién pagaba?"], source: "Fuente: recuento propio"
    }
  }.freeze
  PEOPLE = ["Linnet Ashgarth", "Dr. Orrin M. Lathe", "L. Verrill", "Ines Corrowby and Maro Quill",
    "Ada Verrill, Piers Dunmar", "Marie-Ève Tessandre", "Jörg von Hallendeich", "Íñigo Peñarrocha Sáez"].freeze
  MARKS = ["1.", "1)", "(1)", "a)", "a.", "(a)", "i)", "A.", "-", "–", "•", "*", "·", "o", "■", "→", "✓", "\uF0B7"].freeze

  # By level, what the author does to a heading: paragraph and run properties.
  CENTRED = %(<w:jc w:val="center"/>)
  SCHEMES = {
    sizes: ->(body, level) { ["", "<w:b/><w:sz w:val=\"#{body + [10, 6, 3][level - 1]}\"/>"] },
    thesis: ->(body, level) {
      [(level == 1) ? CENTRED : "", ["<w:b/>", "<w:b/>", "<w:b/><w:i/>"][level - 1] + "<w:sz w:val=\"#{body}\"/>"]
    },
    underlined: ->(body, level) {
      ["", ["<w:b/><w:sz w:val=\"#{body + 4}\"/><w:u w:val=\"single\"/>",
        "<w:b/><w:sz w:val=\"#{body}\"/><w:u w:val=\"single\"/>", "<w:sz w:val=\"#{body}\"/><w:u w:val=\"single\"/>"][level - 1]]
    },
    small_capitals: ->(body, level) {
      [(level == 1) ? CENTRED : "", [
        "<w:smallCaps/><w:sz w:val=\"#{body + 6}\"/>", "<w:smallCaps/><w:sz w:val=\"#{body + 2}\"/>", "<w:i/><w:sz w:val=\"#{body}\"/>"
      ][level - 1]]
    },
    coloured: ->(body, level) { ["", "<w:color w:val=\"1F4E79\"/><w:sz w:val=\"#{body + [12, 6, 2][level - 1]}\"/>"] },
    capitals: ->(body, level) {
      ["", ["<w:b/><w:caps/><w:sz w:val=\"#{body}\"/>", "<w:b/><w:sz w:val=\"#{body}\"/>", "<w:i/><w:sz w:val=\"#{body}\"/>"][level - 1]]
    },
    sans: ->(body, level) { ["", "<w:rFonts w:ascii=\"Arial\" w:hAnsi=\"Arial\"/><w:b/><w:sz w:val=\"#{body + [6, 2, 0][level - 1]}\"/>"] },
    plain: ->(_, _) { ["", ""] },
    all_bold: ->(body, _) { ["", "<w:b/><w:sz w:val=\"#{body}\"/>"] }
  }.freeze

  # Style names as files in each language have them.
  NAMED = {
    "en-GB" => {body: "Body Text", block_quotation: "Quote", caption: "caption", title: "Title",
                subtitle: "Subtitle", list_item: "List Bullet", reference_entry: "Bibliography"},
    "de-DE" => {body: "Textkörper", block_quotation: "Zitat", caption: "Beschriftung", title: "Titel",
                subtitle: "Untertitel", list_item: "Aufzählungszeichen", reference_entry: "Literaturverzeichnis"},
    "fr-FR" => {body: "Corps de texte", block_quotation: "Citation", caption: "Légende", title: "Titre",
                subtitle: "Sous-titre", list_item: "Liste à puces", reference_entry: "Bibliographie"},
    "es-ES" => {body: "Texto independiente", block_quotation: "Cita", caption: "Leyenda", title: "Título",
                subtitle: "Subtítulo", list_item: "Lista con viñetas", reference_entry: "Bibliografía"}
  }.freeze
  HEADING_NAMES = {"en-GB" => "Section level", "de-DE" => "Überschrift", "fr-FR" => "Titre de niveau", "es-ES" => "Encabezado"}.freeze

  # @return [Boolean] whether the texts are on this machine
  def self.here? = TEXTS.values.all? { |glob| Dir[glob].any? }

  # @return [Hash{Symbol=>Array<String>}] headings, paragraphs, items and listings of one language
  def self.text(language)
    @text ||= {}
    @text[language] ||= begin
      documents = Dir[TEXTS.fetch(language)].sort.map { |path| Nokogiri::HTML(File.read(path, encoding: "UTF-8"), nil, "UTF-8") }
      clean = ->(css, room) {
        documents.flat_map { |document| document.css(css).map { |node| node.text.gsub(/\s+/, " ").strip } }.uniq.select do |text|
          room.cover?(text.length)
        end
      }
      {heads: clean.call("h2, h3", 4..110).map { |text|
        text.sub(/\A(Chapter|Kapitel|Chapitre|Capítulo)?[\s\u00A0]*[\d.]+\.?[\s\u00A0]*/, "").strip
      }.reject { |text| text.length < 4 }.uniq,
       paragraphs: clean.call("p", 20..1200).select { |text| text.match?(/\A\p{L}/) && text.match?(/[.:!?”»“]\z/) },
       items: clean.call("li", 8..260).select { |text| text.match?(/\A\p{L}/) },
       listings: documents.flat_map { |document| document.css("pre").flat_map { |node| node.text.lines.map(&:chomp) } }
         .reject { |line| line.strip.empty? || line.length > 90 }.uniq}
    end
  end

  attr_reader :truth

  def initialize(seed)
    @random = Random.new(seed + 77_000)
    @language = TEXTS.keys[seed % 4]
    @words = WORDS[@language]
    @text = self.class.text(@language)
    @truth = []
    @body = pick([20, 21, 22, 23, 24, 24])
    @font = pick(["Times New Roman", "Arial", "Calibri", "Cambria", "Garamond", "Georgia"])
    @scheme = pick(SCHEMES.keys)
    @numbers = if @scheme == :plain
      pick(%i[decimal decimal_dot chapter])
    else
      (@scheme == :all_bold) ? pick(%i[decimal decimal_dot roman]) : pick(%i[none none decimal decimal_dot chapter chapter_above roman])
    end
    @styles = pick(%i[none none half named levels])
    @apart = (@scheme == :plain) ? :blank : pick(%i[indent space blank tab spaces])
    @spacing = pick([240, 276, 360, 480])
    @align = pick(["", %(<w:jc w:val="both"/>)])
    @quote = pick(%i[both start tab small italic spaces])
    @marks = Array.new(3) { pick(MARKS) }
    @reference = pick(%i[hanging plain bracket number tab])
    @caption_run = pick(["", "<w:i/>", "<w:b/>", %(<w:sz w:val="#{@body - 4}"/>)])
  end

  # @return [String] the bytes of a .docx file; `truth` says the role of each paragraph
  def bytes
    @docx = Demo::DocxBuilder.new(title: "", styles: style_xml, language: @language)
    front if chance(0.75)
    abstract if chance(0.4)
    contents if chance(0.4)
    unnumbered(@words[:plain].first(3)) if chance(0.6)
    @chapters = @random.rand(2..4)
    @chapters.times { |number| chapter(number + 1) }
    unnumbered(@words[:plain].last(3)) if chance(0.4)
    references if chance(0.6)
    appendix if chance(0.25)
    signatures if chance(0.3)
    @docx.bytes(section: %(<w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1417" w:right="1417" w:bottom="1134" w:left="1417"/>))
  end

  private

  def pick(list) = list.sample(random: @random)

  def chance(share) = @random.rand < share

  def style_xml
    normal =
      %(<w:style w:type="paragraph" w:default="1" w:styleId="a"><w:name w:val="Normal"/><w:rPr>) +
      %(<w:rFonts w:ascii="#{@font}" w:hAnsi="#{@font}"/><w:sz w:val="#{@body}"/></w:rPr></w:style>)
    named = NAMED[@language].each_with_index.map do |(role, name), index|
      %(<w:style w:type="paragraph" w:styleId="n#{index}"><w:name w:val="#{name}"/><w:basedOn w:val="a"/>#{look_of_style(role)}</w:style>)
    end
    heads = (1..3).map do |level|
      paragraph, run = SCHEMES[@scheme].call(@body, level)
      name = (@styles == :levels) ? "#{HEADING_NAMES[@language]} #{"ABC"[level - 1]}" : "heading #{level}"
      %(<w:style w:type="paragraph" w:styleId="h#{level}"><w:name w:val="#{name}"/><w:basedOn w:val="a"/><w:pPr>) +
        %(<w:spacing w:before="240" w:after="120"/>#{paragraph}<w:outlineLvl w:val="#{level - 1}"/></w:pPr><w:rPr>#{run}</w:rPr></w:style>)
    end
    normal + named.join + heads.join + %(<w:style w:type="table" w:styleId="TableGrid"><w:name w:val="Table Grid"/></w:style>)
  end

  def look_of_style(role)
    {block_quotation: %(<w:pPr><w:ind w:left="720" w:right="720"/></w:pPr>),
     title: %(<w:pPr>#{CENTRED}</w:pPr><w:rPr><w:sz w:val="44"/></w:rPr>), subtitle: %(<w:pPr>#{CENTRED}</w:pPr>),
     list_item: %(<w:pPr><w:ind w:left="360" w:hanging="360"/></w:pPr>)}[role].to_s
  end

  # How likely a role gets its style, by the author's way with styles.
  def styled(role)
    level = role.to_s[/\d/]
    share = {none: 0, half: 0.5, named: 0.9, levels: level ? 1 : 0}[@styles]
    return unless chance(share)

    level ? "h#{level}" : NAMED[@language].keys.index(role)&.then { |index| "n#{index}" }
  end

  def add(role, text, paragraph: "", run: "", style: true)
    @truth << role
    id = styled(role) if style && role
    runs = text.is_a?(Array) ? text : [[text, run]]
    @docx.paragraph(runs.map { |piece, dress| @docx.text(piece, id ? "" : dress) }, id ? %(<w:pStyle w:val="#{id}"/>) : paragraph)
  end

  def blank(count = 1)
    count.times do
      @truth << :empty
      @docx.paragraph([])
    end
  end

  def front
    blank(@random.rand(0..5))
    middle = chance(0.75) ? CENTRED : ""
    title = pick(@words[:titles])
    add(:title, title, paragraph: middle, run: %(<w:b/><w:sz w:val="#{@body + pick([8, 12, 20])}"/>))
    add(:subtitle, pick(@words[:subtitles]), paragraph: middle, run: pick(["", "<w:i/>", %(<w:sz w:val="#{@body + 4}"/>)])) if chance(0.5)
    blank(@random.rand(0..3))
    add(nil, "Marrowby Institute", paragraph: middle) if chance(0.3)
    if chance(0.8)
      add(:author, "#{pick(@words[:by])}#{pick(PEOPLE)}", paragraph: middle,
        run: pick(["", "<w:i/>", "<w:b/>", %(<w:sz w:val="#{@body + 2}"/>)]))
    end
    add(:date, pick(@words[:dates]), paragraph: middle) if chance(0.7)
    blank(@random.rand(0..6))
  end

  def abstract
    if chance(0.3)
      add(:abstract, [["#{@words[:abstract].first}: ", "<w:b/>"], [pick_long, ""]], paragraph: body_format)
    else
      heading(1, pick(@words[:abstract]), number: false)
      @random.rand(1..2).times { add(:abstract, pick_long, paragraph: body_format) }
    end
  end

  def contents
    add(:contents_heading, pick(@words[:contents]), paragraph: pick(["", CENTRED]),
      run: %(<w:b/><w:sz w:val="#{@body + 4}"/>), style: false)
    fill = pick(["\t", " .......... ", "\t", " … "])
    @random.rand(4..9).times do |index|
      add(:contents_entry, "#{pick(["", "#{index + 1} ", "#{index + 1}. "])}#{pick(@text[:heads])}#{fill}#{index * 3 + 2}",
        paragraph: pick(["", %(<w:tabs><w:tab w:val="right" w:leader="dot" w:pos="9000"/></w:tabs>), %(<w:ind w:left="240"/>)]))
    end
    blank
  end

  def chapter(number)
    heading(1, pick(@text[:heads]), number: [number])
    epigraph if chance(0.1)
    paragraphs(@random.rand(1..3))
    @random.rand(1..3).times do |part|
      heading(2, pick(@text[:heads]), number: [number, part + 1])
      piece(number)
      heading(3, pick(@text[:heads]), number: [number, part + 1, 1]) if chance(0.25) && !%i[all_bold plain].include?(@scheme)
      piece(number)
      run_in if chance(0.15)
    end
  end

  def piece(number)
    paragraphs(@random.rand(1..3))
    send(pick(%i[quotation list list figure table listing verse paragraphs quotation mention])) if chance(0.7)
    paragraphs(1) if chance(0.7)
  end

  def number_of(parts)
    case @numbers
    when :decimal then "#{parts.join(".")} "
    when :decimal_dot then "#{parts.join(".")}.#{pick([" ", "\t"])}"
    when :roman then [%w[I II III IV V][parts[0] - 1], %w[A B C D][parts[1].to_i - 1], parts[2]].compact.then do |all|
      "#{all[parts.size - 1]}. "
    end
    when :chapter then (parts.size == 1) ? "#{pick(@words[:chapter].first(1))} #{parts[0]}#{pick([": ", ". ", " – "])}" : ""
    else ""
    end
  end

  def heading(level, text, number: nil)
    blank(@random.rand(1..2)) if @apart == :blank || chance(0.1)
    paragraph, run = SCHEMES[@scheme].call(@body, level)
    if @numbers == :chapter_above && level == 1 && number
      add(:heading_1, "#{@words[:chapter].first} #{number[0]}", paragraph: paragraph, run: run, style: @styles != :half)
      add(nil, text, paragraph: paragraph, run: run)
    else
      text = "#{number_of(number)}#{text}" if number
      text += pick(["", "", ":"]) if level == 3 && !text.match?(/[?!:]\z/) && !%i[all_bold plain].include?(@scheme)
      add(:"heading_#{level}", text, paragraph: pick(["", "", %(<w:spacing w:before="240" w:after="60"/>)]) + paragraph, run: run)
    end
    blank if @apart == :blank && chance(0.5)
  end

  def unnumbered(words)
    heading(1, pick(words))
    paragraphs(@random.rand(1..3))
  end

  def run_in
    lead = pick(@words[:heads])
    add(:run_in_heading, [["#{lead}#{pick([".", ":", ".", " –"]) unless lead.end_with?("?")}", pick(["<w:b/>", "<w:i/>", "<w:b/><w:i/>"])],
      [" #{pick_long}", ""]], paragraph: body_format, style: false)
  end

  def body_format
    spacing = %(<w:spacing w:after="#{(@apart == :space) ? pick([120, 120, 160]) : 0}" w:line="#{@spacing}" w:lineRule="auto"/>)
    "#{spacing}#{%(<w:ind w:firstLine="#{pick([567, 567, 709])}"/>) if @apart == :indent}#{@align}"
  end

  def lead_in = {tab: "\t", spaces: "     "}.fetch(@apart, "")

  def pick_long = pick(@text[:paragraphs].select { |text| text.length > 160 })

  def paragraphs(count = 1)
    count.times do
      text = chance(0.08) ? pick(@words[:starts]) : pick(@text[:paragraphs])
      half = text.length / 2
      runs = (chance(0.2) && text.length > 60) ? [["#{lead_in}#{text[0, half]}", ""], [text[half, 8], "<w:i/>"], [text[(half + 8)..], ""]] :
        [["#{lead_in}#{text}", ""]]
      add(:body, runs, paragraph: body_format)
      blank if @apart == :blank
    end
  end

  def epigraph = add(:block_quotation, pick(@words[:quotes]), paragraph: %(<w:ind w:left="2880"/>), run: "<w:i/>")

  def mention =
    add(
      :body,
      "#{lead_in}#{pick([pick(@words[:figure].first(1)), pick(@words[:table].first(1))])} #{@random.rand(1..9)} #{pick(@words[:shows])}",
      paragraph: body_format
    )

  def quotation
    text = pick(@words[:quotes])
    paragraph, run, before = {both: [%(<w:ind w:left="851" w:right="851"/>), "", ""],
                              start: [%(<w:ind w:left="#{pick([567, 720, 1134])}"/>), "", ""], tab: ["", "", "\t#{"\t" if @apart == :tab}"],
                              small: [%(<w:spacing w:line="240" w:lineRule="auto"/><w:ind w:left="567"/>), %(<w:sz w:val="#{@body - 4}"/>),
                                ""], italic: [%(<w:ind w:left="567" w:right="567"/>), "<w:i/>", ""], spaces: ["", "", " " * 10]}[@quote]
    # Set in by the first line alone, only its quotation marks tell it from running text.
    text = "“#{text}”" if before != "" && !text.match?(/\A[“„«]/)
    add(:block_quotation, "#{before}#{text}", paragraph: paragraph, run: run)
    blank if @apart == :blank
  end

  def verse
    if chance(0.5)
      add(:verse, @words[:verse].join("\n"), paragraph: %(<w:ind w:left="1134"/>), run: pick(["", "<w:i/>"]))
    else
      @words[:verse].each { |line| add(:verse, line, paragraph: %(<w:ind w:left="1134"/>), run: "<w:i/>") }
    end
  end

  def mark(kind, index)
    case kind
    when /1/ then kind.sub("1", (index + 1).to_s)
    when /a/ then kind.sub("a", (97 + index).chr)
    when /A/ then kind.sub("A", (65 + index).chr)
    when /i/ then kind.sub("i", %w[i ii iii iv v vi][index])
    else kind
    end
  end

  def list
    kind = pick(@marks)
    gap = pick(["\t", " ", "  "])
    set = pick(["", "", %(<w:ind w:left="720" w:hanging="360"/>), %(<w:ind w:left="360"/>)])
    @random.rand(2..5).times do |index|
      add(:list_item, "#{mark(kind, index)}#{gap}#{pick(@text[:items])}", paragraph: set, style: false)
      blank if @apart == :blank && kind == "1)"
    end
  end

  def figure
    text = "#{pick(@words[:figure])} #{pick([@random.rand(1..9).to_s, "#{@random.rand(1..4)}.#{@random.rand(1..9)}"])}" \
      "#{pick([". ", ": ", " – ", " "])}#{pick(@text[:heads])}"
    add(:caption, text, paragraph: pick(["", CENTRED]), run: @caption_run)
    add(nil, @words[:source], run: @caption_run) if chance(0.2)
  end

  def table
    above = chance(0.7)
    caption = -> {
      add(:caption, "#{pick(@words[:table])} #{@random.rand(1..9)}#{pick([". ", ": ", "\n"])}#{pick(@text[:heads])}",
        paragraph: pick(["", CENTRED]), run: @caption_run)
    }
    caption.call if above
    rows = [["", *pick([%w[A B], %w[1893 1894]])]] + Array.new(@random.rand(2..4)) do
      [pick(@text[:items])[0, 40], @random.rand(100).to_s, pick(@text[:items])[0, 30]]
    end
    rows[0][0] = "No."
    @docx.table(rows, [4000, 1500, 3000], header: chance(0.3))
    @truth.push(*[:table_heading] * 3, *[:table_text] * ((rows.size - 1) * 3))
    caption.call unless above
  end

  def listing
    face = pick(["Courier New", "Consolas", "Lucida Console"])
    @random.rand(2..5).times do
      add(:code, pick(@text[:listings]),
        run: %(<w:rFonts w:ascii="#{face}" w:hAnsi="#{face}"/><w:sz w:val="#{pick([@body, @body - 2])}"/>), style: false)
    end
  end

  def references
    heading(1, pick(@words[:references]), number: chance(0.3) ? [@chapters + 1] : nil)
    @random.rand(4..9).times do |index|
      name = pick(PEOPLE.first(3)).split.reverse.join(", ")
      entry = pick(["#{name} (#{1980 + index}): #{pick(@text[:heads])}. Eastmere: Skell, S. #{index + 3}–#{index + 30}.",
        "#{name}, #{pick(@text[:heads])}, Skell, Eastmere #{1960 + index * 3}.",
        "#{name}. “#{pick(@text[:heads])}.” Harbour Papers #{index + 1} (#{1990 + index}): 12–40."])
      entry = {bracket: "[#{index + 1}] ", number: "#{index + 1}. ", tab: "#{index + 1}\t"}.fetch(@reference, "") + entry
      add(:reference_entry, entry, paragraph: (@reference == :hanging) ? %(<w:ind w:left="709" w:hanging="709"/>) : "")
      blank if @apart == :blank && chance(0.3)
    end
  end

  def appendix
    heading(1, pick(@words[:appendix]))
    paragraphs(2)
  end

  def signatures
    blank(@random.rand(1..3))
    rule = pick(["_" * 25, "." * 40, "…" * 15])
    case @random.rand(3)
    when 0 then add(:signature, "#{pick(@words[:dates].last(2))}\t\t#{rule}", style: false)
    when 1
      add(:signature, rule, style: false)
      add(:signature, pick(@words[:sign].first(1)), style: false)
    else add(:signature, "#{pick(@words[:sign])} #{rule}", style: false)
    end
    @words[:fields].sample(2, random: @random).each { |field| add(:form_field, "#{field}: #{rule}", style: false) } if chance(0.5)
  end
end
