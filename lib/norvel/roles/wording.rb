# frozen_string_literal: true

module Norvel
  class Roles
    # The words by which English, German, French and Spanish authors say what a paragraph is: chapters, captions, contents,
    # references, dates, names, lines to sign. Common practice, no source. (A bracketed class of a plain and an accented letter does
    # not ignore case in Ruby 3.1; alternatives do.)
    module Wording
      NUMBER = "(?:\\d+(?:[.\\-–]\\d+)*[a-z]?|[ivxlc]+|[A-Z][.\\-]?\\d+(?:\\.\\d+)*)"
      PICTURED = %w[figure figures fig figura gráfico grafico illustration ilustración
        ilustracion abbildung abb grafik graphik bild diagramm diagram diagrama graph graphique chart plate planche lámina lamina
        map carte karte mapa schema schéma esquema photo photograph foto fotografía fotografie image imagen übersicht exhibit scheme].freeze
      TABLED = %w[table tables tab tabl tabelle tableau tabla cuadro].freeze
      AFTER = '(?<after>\s*[.:)–—|-]+\s*|[ \u00A0\t\n]+|\z)'
      LABELLED =
        /\A\s*(?:#{(PICTURED + TABLED).sort_by { |word| -word.length }.join("|")})\.?[ \u00A0\t]*#{NUMBER}#{AFTER}(?<rest>.*)\z/mi

      COUNTED =
        "(?:\\d{1,3}|[ivxlc]+|[A-H]|one|two|three|four|five|six|seven|eight|nine|ten|eins|zwei|drei|vier|fünf|sechs|un|" \
        "deux|trois|quatre|cinq|uno|dos|tres|cuatro|cinco|premier|primero)"
      ORDINAL =
        "(?:first|second|third|fourth|fifth|erste[rs]?|zweite[rs]?|dritte[rs]?|vierte[rs]?|première?|premier|deuxième|" \
        "seconde?|troisième|quatrième|cinquième|primer[ao]?|segund[ao]|tercer[ao]?|cuart[ao])"
      PARTED = "(?:part|book|teil|buch|partie|livre|parte|libro)"
      CHAPTERED = "(?:chapter|appendix|annex|kapitel|anhang|chapitre|annexe|cap(?:i|í)tulo|anexo|ap(?:e|é)ndice)"
      NUMBERED_WORD = "(?:%<word>s\\s+#{COUNTED}|#{ORDINAL}\\s+%<word>s)(?:\\s*[.:)–—-]|\\s*\\z|\\s*\\n|\\s+(?-i:[\\p{Lu}\"“„«¿¡\\d]))"
      PART = /\A\s*#{format(NUMBERED_WORD, word: PARTED)}/i
      CHAPTER = /\A\s*#{format(NUMBERED_WORD, word: "(?:#{PARTED}|#{CHAPTERED})")}/i
      OUTLINE = /\A\s*(?<number>\d{1,2}(?:\.\d{1,2})*)\.?(?:[ \t\u00A0]+|\s*[–—:)]\s*)(?=["“„«¿¡(]?\p{L})/
      LETTERED = /\A\s*(?<number>[IVX]{1,5}|[A-H])(?:\.|\))[ \t\u00A0]+(?=["“„«¿¡(]?\p{L})/

      REFERENCES =
        /\A(?:#{[
          "(?:list of |selected |annotated )?references?(?: list| cited)?",
          "(?:select(?:ed)? |annotated )?bibliography|works cited|literature(?: cited)?",
          "sources and (?:literature|bibliography|references)|literatur(?:verzeichnis|liste|angaben|hinweise)?",
          'quellen(?:verzeichnis|angaben)|quellen-?\s*und\s*literatur(?:verzeichnis)?',
          'literatur-?\s*und\s*quellen(?:verzeichnis)?|bibliographie',
          "(?:liste des )?r(?:é|e)f(?:é|e)rences(?: bibliographiques)?|sources et (?:bibliographie|références)",
          "ouvrages cités|bibliograf(?:i|í)a(?: citada)?|(?:lista de )?referencias(?: bibliogr(?:á|a)ficas)?",
          "fuentes y (?:bibliograf(?:i|í)a|referencias)|obras citadas"
        ].join("|")})\W*\z/i
      SOURCES =
        /\A(?:#{[
          "(?:primary |secondary |archival |printed |cited |unpublished )?sources?|quellen|literatur|fuentes",
          "sources (?:primaires|secondaires|citées)"
        ].join("|")})\W*\z/i
      CONTENTS =
        /\A(?:#{[
          "(?:table of )?contents|list of (?:figures|tables|illustrations|maps|plates)",
          "inhalt(?:sverzeichnis|sübersicht)?|(?:abbildungs|tabellen)verzeichnis|sommaire",
          "tables? des (?:mati(?:è|e)res|figures|tableaux|illustrations)",
          "liste des (?:figures|tableaux|illustrations)",
          "(?:í|i)ndice(?: (?:general|de (?:contenidos?|figuras|tablas|cuadros|materias)))?",
          "(?:tabla de )?contenidos?|lista de (?:figuras|tablas|cuadros)"
        ].join("|")})\W*\z/i
      ABSTRACT =
        /\A(?:#{[
          "(?:(?:english|german|deutsche?|french|spanish) )?(?:abstract|summary|zusammenfassung)|(?:executive|extended) summary",
          "kurzfassung|kurzzusammenfassung|r(?:é|e)sum(?:é|e)",
          "resumen(?: ejecutivo)?"
        ].join("|")})\W*\z/i
      ABSTRACT_LED = /\A\s*(?:abstract|(?:executive )?summary|zusammenfassung|kurzfassung|r(?:é|e)sum(?:é|e)|resumen)\s*[.:–—-]\s*\S/i
      CUSTOMARY =
        /\A(?:#{[
          "(?:general )?introduction|conclusions?|preface|foreword|acknowledge?ments|dedication|methods?",
          "methodology|results|discussion|glossary|index|appendix|appendices|abbreviations",
          "list of abbreviations|einleitung|einführung|fazit|schluss(?:wort|betrachtung|folgerung(?:en)?)?",
          "vorwort|danksagung|widmung|methoden?|methodik|ergebnisse|diskussion|glossar|anhang|anhänge",
          "abkürzungsverzeichnis|ausblick|(?:eidesstattliche )?erklärung|introduction générale",
          "conclusion générale|avant-propos|préface|remerciements|dédicace|méthodes?|méthodologie|résultats",
          "glossaire|annexes?|introducción|conclusi(?:ón|ones)|prólogo|prefacio|agradecimientos|dedicatoria",
          "métodos?|metodología|resultados|discusión|glosario|anexos?|apéndices?"
        ].join("|")})\s*\z/i

      MONTH = TypedLabels::MONTH
      YEAR = "(?:1[5-9]|20)\\d\\d"
      IN_A_YEAR = /\b#{YEAR}\b/
      SEASON = "(?:spring|summer|autumn|fall|winter|michaelmas|hilary|trinity)(?: " \
        "(?:term|semester))?|(?:sommer|winter)semester|(?:ss|ws|sose|wise)|ann(?:é|e)e " \
        "(?:universitaire|acad(?:é|e)mique|scolaire)|academic year|curso(?: acad(?:é|e)mico)?|semestre [^\\d]{0,20}"
      DAY =
        "(?:#{MONTH}\\s+\\d{1,2}(?:st|nd|rd|th)?,?\\s+#{YEAR}|(?:\\d{1,2}(?:st|nd|rd|th|" \
        "er)?\\.?\\s+(?:de\\s+)?)?#{MONTH},?\\s+(?:del?\\s+)?#{YEAR}|\\d{1,2}[./-]\\d{1,2}[./-](?:#{YEAR}|\\d\\d)|" \
        "#{YEAR}-\\d\\d-\\d\\d|(?:#{SEASON})\\s+#{YEAR}(?:\\s*[/–-]\\s*\\d{2,4})?)"
      ON = '(?:(?:the|den|der|im|le|el|en|in|a|on|de)\s+)?'
      DATE =
        /\A(?:(?:date|datum|fecha)\s*:\s*)?(?:(?-i:[\p{L} .'’-]{2,40}),\s*)?#{ON}(?:#{DAY}|#{YEAR})\.?\z/i

      BY =
        /\A\s*(?:#{[
          '(?:written |submitted |presented |prepared )?by\b|authors?\s*:|von\b|vorgelegt von\b',
          'eingereicht von\b|verfasst von\b|(?:verfasser|autor)(?:in|en|:innen)?\s*:|par\b',
          '(?:présenté|soumis|rédigé|écrit)e? par\b|auteure?s?\s*:|por\b|(?:presentado|escrito|elaborado) por\b',
          'autore?s?a?s?\s*:'
        ].join("|")})\s*(?<name>.+)\z/im
      PARTICLE = "(?:von(?: der| dem| den)?|zu[mr]?|van(?: der| den| de)?|de(?: la| los| " \
        "las)?|del|della|du|di|da|dos|y|la|le|ter|ten|af|av|bin|ibn|al)"
      PERSON =
        "(?:(?:dr|prof|m|mr|mrs|ms|mme|sr|sra|dra|dipl|ing|phil|rer|nat)\\.?\\s+)*\\p{Lu}(?:\\.|" \
        "[\\p{L}.'’-]+)(?:\\s+(?:#{PARTICLE}\\s+)*\\p{Lu}(?:\\.|[\\p{L}.'’-]+)){1,4}(?:,?\\s+(?:ph\\.?d|m\\.?a|m\\.?sc|" \
        "b\\.?a|b\\.?sc|jr|sr)\\.?)?"
      PEOPLE = /\A#{PERSON}(?:\s*(?:,|;|&|\/|\n|\s(?:and|und|et|y|e))\s*#{PERSON})*\z/
      HOUSE =
        /\b(?:#{[
          'institut[eo]?|universit\w*|universidad|school|college|academy|akademie|académie|academia|faculty',
          "fakultät|fachbereich|studiengang|faculté|facultad|department|abteilung|département|departamento",
          "hochschule|fachhochschule|école|escuela|seminar|lehrstuhl"
        ].join("|")})\b/i

      BLANK_TO_FILL = /_{5,}|\.{12,}|…{4,}/
      SIGNED = /\b(?:signatures?|signed|sign here|unterschrift|gezeichnet|gez\.|firma|firmado|fdo\.?|sign(?:é|e)|lu et approuvé)(?!\p{L})/i
      CLOSING =
        /\A(?:#{[
          "yours (?:faithfully|sincerely|truly)|(?:kind|best|warm) regards|sincerely(?: yours)?",
          "mit freundlichen gr(?:ü|ue)(?:ß|ss)en|hochachtungsvoll|cordialement|bien à vous|atentamente",
          "un cordial saludo"
        ].join("|")})\s*[,.]?\s*\z/i
      QUOTED = /\A\s*["“„«‚‘»].{40,}["”“»’‘«]\s*(?:[(\[].{2,80}[)\]])?[.,]?\s*\z/m

      LONGEST_IN_CAPITALS = 300 # letters: a line to be read at a glance

      module_function

      # @param text [String] of a paragraph
      # @return [Boolean] whether it names a table or a picture and its number, and is no sentence that speaks of one
      def caption?(text)
        found = (text.length < 320) && text.match(LABELLED) or return false
        return true if found[:rest].empty? || found[:after].match?(/[.:)–—|-]|\n/)

        found[:rest].match?(/\A["“„«(¿¡]?[\p{Lu}\d]/)
      end

      # @param text [String] of a paragraph
      # @return [String, nil] the number of parts before its words: "2.1"; a date has none
      def outline(text) = (text.match?(/\A\s*\d/) && !date?(text)) ? text[OUTLINE, :number] : nil

      def date?(text) = text.length < 80 && text.match?(/\d/) && text.strip.match?(DATE)

      # @return [String] a heading's words without the number before them
      def without_number(text) = text.strip.sub(/\A(?:\d{1,2}(?:\.\d{1,2})*|[IVX]{1,5}|[A-H])[.)]?[ \t\u00A0]+(?=\p{L})/, "")

      # @return [Boolean] whether all letters are capitals, and there are enough of them to tell
      def capitals?(text) = text.length < LONGEST_IN_CAPITALS && text.match?(/\p{Lu}{3}/) && text == text.upcase
    end
  end
end
