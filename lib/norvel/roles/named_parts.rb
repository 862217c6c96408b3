# frozen_string_literal: true

module Norvel
  class Roles
    # Parts of a manuscript that are known by what their headings are called, in English, German, French and Spanish. Common practice, no
    # source. (A bracketed class of a plain and an accented letter does not ignore case in Ruby 3.1; alternatives do.)
    module NamedParts
      WORDS = {
        copyright: "copyright(?: (?:notice|page|statement))?|impressum|urheberrecht\\w*|droits d['’]auteur|derechos de autor",
        declaration: "(?:(?:author['’]?s |statutory |student )?declaration|statement)(?: of (?:\\w+ )?(?:authorship|originality|work))?|" \
                     "affirmation|(?:eidesstattliche |ehrenwörtliche )?(?:versicherung|erklärung)|selbst(?:st)?ändigkeitserklärung|" \
                     "attestation(?: d['’]originalité)?|déclaration(?: .{1,40})?|declaración(?: .{1,40})?",
        approval: "(?:approval|committee|signature)(?: (?:page|sheet|form))?|approved by|gutachter(?:innen)?|jury|tribunal",
        dedication: "dedication|widmung|dédicace|dedicatoria",
        epigraph: "epigraph|motto|épigraphe|epígrafe",
        acknowledgements: "acknowledge?ments?|danksagung|dank|remerciements|agradecimientos",
        vita: "(?:(?:author['’]?s )?vita|curriculum vitae|biograph(?:y|ical (?:sketch|note|statement))|about the author)|" \
              "(?:wissenschaftlicher )?(?:lebenslauf|werdegang)|biographie de l['’]auteur|nota biográfica",
        preface: "preface|foreword|vorwort|geleitwort|avant-propos|préface|prólogo|prefacio",
        contents: "(?:table of )?contents|inhalt(?:sverzeichnis|sübersicht)?|sommaire|tables? des mati(?:è|e)res|" \
                  "(?:í|i)ndice(?: general| de (?:contenidos?|materias))?|(?:tabla de )?contenidos?",
        figures: "(?:list of )(?:figures|illustrations|plates|maps)|(?:table|index) of figures|figures|" \
                 "(?:abbildungs|bild|karten)verzeichnis|(?:liste|table) des (?:figures|illustrations)|" \
                 "(?:lista|(?:í|i)ndice) de (?:figuras|ilustraciones)",
        tables: "(?:list|index) of tables|tables|tabellenverzeichnis|(?:liste|table) des tableaux|" \
                "(?:lista|(?:í|i)ndice) de (?:tablas|cuadros)",
        abstract: "(?:english |german |deutsche |french |spanish )?abstract|(?:executive |extended )?summary|zusammenfassung|" \
                  "(?:kurz)?(?:kurz)?(?:fassung|zusammenfassung)|r(?:é|e)sum(?:é|e)|resumen(?: ejecutivo)?",
        abbreviations: "(?:list of )?(?:abbreviations?|acronyms)(?: (?:and|&) (?:acronyms|symbols|abbreviations))?|" \
                       "abkürzungs(?:verzeichnis|liste)?|abkürzungen|(?:liste des )?(?:abréviations|sigles)(?: et (?:acronymes|sigles))?|" \
                       "(?:lista de )?(?:abreviaturas|siglas)(?: y (?:siglas|acrónimos))?",
        symbols: "(?:list of )?(?:symbols|notations?)|nomenclature|(?:symbol|formel(?:zeichen)?)verzeichnis|(?:liste des )?symboles|" \
                 "(?:lista de )?símbolos|nomenclatura",
        lists: "list of \\w+(?: and \\w+)?|\\S+verzeichnis|liste des \\w+|lista de \\w+",
        references: "(?:list of |selected |annotated )?references?(?: list| cited)?|" \
                    "(?:select(?:ed)? |annotated )?bibliography|works cited|literature(?: cited)?|" \
                    "literatur(?:verzeichnis|liste|angaben)?|quellen(?:verzeichnis)?|bibliographie|" \
                    "r(?:é|e)f(?:é|e)rences(?: bibliographiques)?|bibliograf(?:i|í)a|referencias(?: bibliogr(?:á|a)ficas)?",
        appendix: "(?:appendix|appendices|annex(?:es)?|anhang|anhänge|annexes?|anexos?|apéndices?)(?: .*)?",
        glossary: "glossary(?: of terms)?|glossar|glossaire|glosario",
        index: "(?:subject |name |general )?index|(?:sach|namens?|personen|stichwort)(?:register|verzeichnis)|register|index des \\w+"
      }.freeze
      PATTERNS = WORDS.transform_values { |words| /\A(?:#{words})\W*\z/i }.freeze
      LONGEST = 80 # letters of a heading that is one

      # What stands before the main matter.
      FRONT = %i[copyright declaration approval dedication epigraph acknowledgements vita preface contents figures tables abstract
        abbreviations symbols lists].freeze
      # What stands behind it.
      BACK = %i[references appendix glossary index].freeze

      module_function

      # The more particular ones come first: a list of references is no list.
      ORDER = [*(WORDS.keys - [:lists]), :lists].freeze

      # @param text [String] of a heading
      # @return [Symbol, nil] of WORDS
      def kind(text)
        words = Wording.without_number(text.tr("\n", " ").squeeze(" "))
        (words.length > LONGEST) ? nil : ORDER.find { |kind| words.match?(PATTERNS[kind]) }
      end

      # @return [Boolean] whether a heading of this text is one of the front
      def front?(text) = FRONT.include?(kind(text))
    end
  end
end
