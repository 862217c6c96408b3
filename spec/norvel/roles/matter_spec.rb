# frozen_string_literal: true

require_relative "../../support/whole_chapters"
require_relative "../../../demo/script/habits"

# Front and main matter by what stands there. Seen: the arabic pages began at VITA, the contents came before it, and the check said 17 met.
RSpec.describe Norvel::Roles::Matter do
  prose = "The lamps of the quay were counted in winter, and the board was told of every one that was out. " * 6

  # @param heads [Array<String>] headings of the first level, each with some text
  def book(*heads, text: 2, words: nil)
    prose = words || ("The lamps of the quay were counted in winter, and the board was told of every one that was out. " * 6)
    blocks = heads.each_with_index.flat_map do |head, index|
      [paragraph(index * 100, head, style: "Heading1", **(index.zero? ? {} : {break_before: true})),
        *Array.new(text) { |line| paragraph(index * 100 + line + 1, prose) }]
    end
    manuscript(*blocks)
  end

  def main(book) = described_class.new(book, Norvel::Roles.new(book)).main&.text

  {
    %w[Dedication Acknowledgements VITA ABSTRACT] + ["LIST OF ABBREVIATIONS", "Introduction", "Boats", "Lamps", "References"] =>
      "Introduction",
    ["Danksagung", "Mein Weg", "Kurzfassung", "Abkürzungsverzeichnis", "1 Einleitung", "2 Boote", "Literaturverzeichnis"] => "1 Einleitung",
    ["Remerciements", "Résumé", "Liste des tableaux", "Introduction générale", "Les lampes", "Bibliographie"] => "Introduction générale",
    ["Agradecimientos", "Resumen", "Índice de figuras", "Los faros", "Las barcas", "Conclusiones", "Referencias"] => "Los faros",
    ["Background", "Methods", "Results", "Discussion", "Acknowledgements", "References"] => "Background",
    ["Chapter 1: Boats", "Chapter 2: Lamps", "Acknowledgements"] => "Chapter 1: Boats",
    ["Preface", "The quay at night", "The lamps", "List of abbreviations", "Vita"] => "The quay at night"
  }.each do |heads, wanted|
    it "begins with “#{wanted}” behind #{heads.take_while { |head| head != wanted }.join(", ")}" do
      expect(main(book(*heads, "Appendix"))).to eq(wanted)
    end
  end

  it "takes no long or divided chapter for a part of the front, though one follows" do
    long = book("The harbour", "Abstract", "Boats", "Lamps", "Oil", words: prose * 8)
    expect(main(long)).to eq("The harbour")
    divided = book("The harbour", "Abstract", "Boats", "Lamps")
    below = paragraph(50, "Its stairs", style: "Heading1", outline_level: 2)
    expect(main(divided.with(blocks: divided.blocks.dup.insert(2, below)))).to eq("The harbour")
  end

  it "is none where there is no chapter" do
    expect(main(manuscript(paragraph(0, prose), paragraph(1, prose)))).to be_nil
  end

  # Folios: seen, main matter from 5 was blamed on the front and its fix took the romans away; arabic front matter was not found; no page
  # numbers at all counted as met.
  describe "in the eyes of a guide" do
    # @param folios [Array<Hash>] of the parts: front and main, or one for all
    def held(*folios, shown: true)
      bytes = docx do |file|
        ["Acknowledgements", "Abstract", "Vita", "Introduction", "Boats", "Lamps"].each_with_index do |head, index|
          broken = index.zero? ? "" : "<w:pageBreakBefore/>"
          file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading1"/>#{broken}</w:pPr><w:r><w:t>#{head}</w:t></w:r></w:p>))
          file.paragraph("The lamps of the quay were counted in winter, and the board was told of every one that was out.")
        end
      end
      source = read(bytes)
      main = source.paragraphs.find { |one| one.text == "Introduction" }
      steps = [(["begin_part", {"paragraph" => main.id, "begins" => "page"}] if folios.size > 1),
        *folios.each_with_index.map { |folio, part| ["set_part", {"parts" => [part], "folio" => folio}] },
        (["set_folios", {"place" => "bottom center", "first" => false, "parts" => [0]}] if shown),
        (["set_folios", {"place" => "bottom center", "parts" => [1]}] if shown && folios.size > 1)].compact
      steps.reduce(source) { |now, (name, given)| Norvel::Changes.build(name, given).call(now) }
    end

    def judged(manuscript)
      rules = [{"of" => "front", "format" => "lower_roman"}, {"of" => "main", "format" => "decimal", "start" => 1}]
      guide = Norvel::Guide.read(YAML.dump("guide" => "G", "version" => "1", "rules" => rules.map { |rule|
        {"id" => rule["of"], "clause" => "c", "severity" => "must", "checks" => "folio_format", **rule}
      }))
      [guide, Norvel::Examination.new(manuscript)]
    end

    def found(manuscript)
      guide, examined = judged(manuscript)
      examined.check(guide).findings.map { |finding| [finding.rule, finding.measured] }
    end

    # Every fix made, one after the other.
    def mended(manuscript)
      6.times do
        guide, examined = judged(manuscript)
        finding = examined.check(guide).findings.first or break
        best = Norvel::Examination::Fixes.new(examined, guide, finding).best
        expect(best.consequences.counts.last).to be < best.consequences.counts.first
        manuscript = best.operation.call(manuscript)
      end
      manuscript
    end

    def folios(manuscript) = layout(manuscript).pages.map(&:folio)

    right = [%w[i ii iii 1 2 3], []]
    roman = {"format" => "lower_roman", "start" => 1}
    {
      "both right" => [[roman, {"format" => "decimal", "start" => 1}], []],
      "the main matter from 5" => [[roman, {"format" => "decimal", "start" => 5}], [["main", "5"]]],
      "the main matter going on" => [[roman, {"format" => "decimal", "continues" => true}], [["main", "going on"]]],
      "arabic front matter" => [[{"format" => "decimal", "start" => 1}, {"format" => "decimal", "start" => 1}], [["front", "1, 2, 3"]]],
      "roman main matter" => [[roman, {"format" => "lower_roman", "start" => 1}], [["main", "i, ii, iii"]]],
      "one part in arabic" => [[{"format" => "decimal", "start" => 1}],
        [["front", "one part with the main matter, 1, 2, 3"], ["main", "one part with the front matter, 1, 2, 3"]]]
    }.each do |name, (parts, wanted)|
      it "has #{name} found where it is, and set right" do
        one = held(*parts)
        expect(found(one)).to eq(wanted)
        after = mended(one)
        expect([folios(after), found(after)]).to eq(right)
        expect(layout(after).pages.first.folio_lines).to eq([])
      end
    end

    it "is judged where pages are not exact too, since parts are no matter of metrics" do
      one = held(roman, {"format" => "decimal", "start" => 5})
      strange = one.with_paragraphs(one.paragraphs.to_h { |para|
        [para.id, para.with(runs: para.runs.map { |run| run.with(properties: run.properties.merge(font_family: "Georgia")) })]
      })
      expect(found(strange)).to eq([["main", "5"]])
    end

    it "has no folios at all found" do
      one = held(roman, {"format" => "decimal", "start" => 1}, shown: false)
      expect(found(one)).to eq([["front", "no folio"], ["main", "no folio"]])
      after = mended(one)
      expect([folios(after), found(after)]).to eq(right)
      expect(layout(after).pages.map { |page| page.folio_lines.size }).to eq([0, 1, 1, 1, 1, 1])
    end
  end

  it "finds no front matter in the middle of generated books" do
    books = (700..706).map { |seed| Demo::Habits.new(seed) } + (200..203).map { |seed| WholeChapters.new(seed) }
    books.each do |one|
      manuscript = read(one.bytes)
      found = described_class.new(manuscript, Norvel::Roles.new(manuscript)).main or next
      expect(manuscript.index_of(found.id)).to be < manuscript.paragraphs.size / 2
    end
  end
end
