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
        figures: "(?:list of )(?:figures|illustrations|plates|maps)|(?:table|index) of figures|figures|" \
                 "(?:abbildungs|bild|karten)verzeichnis|(?:liste|table) des (?:figures|illustrations)|" \
                 "(?:lista|(?:í|i)ndice) de (?:figuras|ilustraciones)",
        tables: "(?:list|index) of tables|tables|tabellenverzeichnis|(?:liste|table) des tableaux|" \
                "(?:lista|(?:í|i)ndice) de (?:tablas|cuadros)",
        abbreviations: "(?:list of )?(?:abbreviations?|acronyms)(?: (?:and|&) (?:acronyms|symbols|abbreviations))?|" \
                       "abkürzungs(?:verzeichnis|liste)?|abkürzungen|(?:liste des )?(?:abréviations|sigles)(?: et (?:acronymes|sigles))?|" \
                       "(?:lista de )?(?:abreviaturas|siglas)(?: y (?:siglas|acrónimos))?",
        symbols: "(?:list of )?(?:symbols|notations?)|nomenclature|(?:symbol|formel(?:zeichen)?)verzeichnis|(?:liste des )?symboles|" \
                 "(?:lista de )?símbolos|nomenclatura",
        lists: "list of \\w+(?: and \\w+)?|\\S+verzeichnis|liste des \\w+|lista de \\w+",
        appendix: "(?:appendix|appendices|annex(?:es)?|anhang|anhänge|annexes?|anexos?|apéndices?)(?: .*)?",
        glossary: "glossary(?: of terms)?|glossar|glossaire|glosario",
        index: "(?:subject |name |general )?index|(?:sach|namens?|personen|stichwort)(?:register|verzeichnis)|register|index des \\w+"
      }.freeze
      # The more particular ones come first: a list of figures is no contents, one of references no list.
      PATTERNS = {**WORDS.except(:lists).transform_values { |words| /\A(?:#{words})\W*\z/i }, contents: Wording::CONTENTS,
                  abstract: Wording::ABSTRACT, references: Wording::REFERENCES, lists: /\A(?:#{WORDS[:lists]})\W*\z/i}.freeze
      LONGEST = 80 # letters of a heading that is one

      # What stands before the main matter.
      FRONT = %i[copyright declaration approval dedication epigraph acknowledgements vita preface contents figures tables abstract
        abbreviations symbols lists].freeze
      # What stands behind it.
      BACK = %i[references appendix glossary index].freeze

      module_function

      # @param text [String] of a heading
      # @return [Symbol, nil] of PATTERNS
      def kind(text)
        words = Wording.without_number(text.tr("\n", " ").squeeze(" "))
        (words.length > LONGEST) ? nil : PATTERNS.find { |_, pattern| words.match?(pattern) }&.first
      end

      # @return [Boolean] whether a heading of this text is one of the front
      def front?(text) = FRONT.include?(kind(text))
    end
  end
end
