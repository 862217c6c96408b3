# frozen_string_literal: true

module Norvel
  class Guide
    # The few words that Norvel writes into a manuscript by itself, in the manuscript's language: titles of lists. Common practice, no
    # source (Unicode's locale data have none of them). A house's own wording stays as the house has it.
    module OwnWords
      LISTS = {
        "en" => ["Contents", "List of figures", "List of tables"],
        "de" => %w[Inhalt Abbildungsverzeichnis Tabellenverzeichnis],
        "fr" => ["Table des matières", "Table des figures", "Liste des tableaux"],
        "es" => ["Índice", "Índice de figuras", "Índice de tablas"],
        "it" => ["Indice", "Indice delle figure", "Indice delle tabelle"],
        "nl" => ["Inhoud", "Lijst van figuren", "Lijst van tabellen"],
        "pt" => ["Índice", "Índice de figuras", "Índice de tabelas"],
        "sv" => %w[Innehåll Figurförteckning Tabellförteckning],
        "da" => %w[Indhold Figurliste Tabelliste],
        "nb" => %w[Innhold Figurliste Tabelliste],
        "fi" => %w[Sisällys Kuvaluettelo Taulukkoluettelo],
        "pl" => ["Spis treści", "Spis rysunków", "Spis tabel"],
        "cs" => ["Obsah", "Seznam obrázků", "Seznam tabulek"]
      }.freeze

      module_function

      # @param written [String, nil] as the guide has it @param from [String, nil] the guide's language
      # @param to [String, nil] the manuscript's
      # @return [String, nil] the same in the manuscript's language, where it is the plain word of the guide's
      def translated(written, from:, to:)
        own, other = [from, to].map { |language| LISTS[language.to_s.downcase[/\A[a-z]+/]] }
        place = own&.index { |word| word.casecmp?(written.to_s.strip) }
        (place && other && own != other) ? other[place] : written
      end
    end
  end
end
