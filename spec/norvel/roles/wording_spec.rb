# frozen_string_literal: true

# The words of four languages. Common practice, no source.
RSpec.describe Norvel::Roles::Wording do
  it "knows captions from sentences that speak of a table or a picture" do
    captions = ["Figure 3. The low stairs", "Fig. 3: The low stairs", "Table 2", "TABLE 2.1 – Tolls", "Abb. 4 Die Treppe",
      "Tableau 3 : Péages", "Gráfico 1.2 Lámparas", "GRÁFICO 2. LÁMPARAS", "Table 4\nTolls by season",
      "Map II The sound", "Cuadro 7-a. Peajes"]
    sentences = ["Figure 3 shows the low stairs.", "Table 2 and Table 3 agree.", "Tabelle 5 nennt die Zahlen.",
      "Tableau 5 donne les nombres.", "The figure 3 is odd.", "Maps were rare.", "Table talk"]
    expect(captions.reject { |text| described_class.caption?(text) }).to eq([])
    expect(sentences.select { |text| described_class.caption?(text) }).to eq([])
  end

  it "knows dates as people write them" do
    dates = ["12 May 2024", "May 12, 2024", "12th May, 2024", "2024-05-12", "12.05.2024", "Marrowby, den 12. Mai 2024",
      "le 12 mai 2024", "12 de mayo de 2024", "Sommersemester 2024", "Année universitaire 2023-2024",
      "Date: 12 May 2024", "Spring 2024", "2024"]
    others = ["In 2024 the board wrote twice.", "Chapter 12", "2.1 Lamps", "12 boats",
      "May we come in 2024 or not", "Mayor of 1894 said so"]
    expect(dates.reject { |text| described_class.date?(text) }).to eq([])
    expect(others.select { |text| described_class.date?(text) }).to eq([])
  end

  it "reads the number before a heading's words, and none in a date" do
    expect(["2.1 Lamps", "3. Boats", "4\tTolls", "12. Mai 2024", "1894 was hard", "1.2.3 Oil"].map { |text| described_class.outline(text) })
      .to eq(["2.1", "3", "4", nil, nil, "1.2.3"])
    expect(["2.1 Lamps", "IV. Boats", "B) Tolls", "I was here"].map { |text| described_class.without_number(text) })
      .to eq(["Lamps", "Boats", "Tolls", "was here"])
  end

  it "knows chapters by their words and numbers" do
    expect(["Chapter 3: Fog", "KAPITEL IV", "Chapitre 2 – Bateaux", "Capítulo 1. Peajes", "Appendix A", "Part One"]
      .map { |text| text.match?(described_class::CHAPTER) }).to all(be true)
    expect(["Chapter 3 shows fog", "Part of the story", "Partners 2", "Teilnehmer 3"].map { |text| text.match?(described_class::CHAPTER) })
      .to all(be false)
  end

  it "knows what heads contents, references and abstracts, in capitals and with accents too" do
    expect(["TABLE DES MATIÈRES", "Índice", "ÍNDICE", "Inhaltsverzeichnis", "List of Figures", "Tabla de contenido"]
      .map { |text| text.match?(described_class::CONTENTS) }).to all(be true)
    expect(["RÉFÉRENCES", "Quellen- und Literaturverzeichnis", "List of References", "Works Cited",
      "Referencias bibliográficas", "Bibliografía"].map { |text| text.match?(described_class::REFERENCES) }).to all(be true)
    expect(["RÉSUMÉ", "Zusammenfassung", "Resumen", "Executive summary"].map { |text| text.match?(described_class::ABSTRACT) }).to all(
      be true
    )
    expect(["Indices of wear", "Contents of the shed", "Summary of tolls"]
      .map { |text| text.match?(Regexp.union(described_class::CONTENTS, described_class::ABSTRACT)) }).to all(be false)
  end

  it "knows people, also with titles, particles and initials, and who says that he wrote it" do
    expect(["Linnet Ashgarth", "Dr. Orrin M. Lathe", "L. Verrill", "Jörg von Hallendeich", "Ada Verrill, Piers Dunmar",
      "Ines Corrowby and Maro Quill", "Íñigo Peñarrocha Sáez"].map { |text| text.match?(described_class::PEOPLE) }).to all(be true)
    expect(["The night boats", "Lamps and tolls", "Zweiter Bericht des Kaiausschusses", "Essays"]
      .map { |text| text.match?(described_class::PEOPLE) }).to all(be false)
    expect(["by Linnet Ashgarth", "Verfasserin: Ada Verrill", "présenté par Maro Quill", "Autora: Ines Corrowby"]
      .map { |text| text[described_class::BY, :name] }).to eq(["Linnet Ashgarth", "Ada Verrill", "Maro Quill", "Ines Corrowby"])
  end
end
