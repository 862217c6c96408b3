# frozen_string_literal: true

RSpec.describe Norvel::Guide::Rules::ReferencesCited do
  def found(texts, entries, **given)
    guide = Norvel::Guide.read(YAML.dump("guide" => "G", "version" => "1",
      "rules" => [{"id" => "r", "clause" => "c", "severity" => "must", "checks" => "references_cited", **given.transform_keys(&:to_s)}]))
    one = manuscript(*(texts + entries).each_with_index.map { |text, index| paragraph(index, text) })
    roles = Norvel::Roles.new(one).corrected(one.paragraphs.to_h { |line| [line.id, (line.id < texts.size) ? :body : :reference_entry] })
    result = Norvel::Guide::Check.new(guide, layout(one), roles: roles).results.first
    [result.state, result.findings.map { |finding| [finding.paragraph, finding.measured] }]
  end

  it "matches author and year in the ways of four languages, with particles, several names and letters behind the year" do
    texts = ["As Trenn (1903a) says, and others (von der Au and Quill, 1911; siehe Hessel u. a. 1920, S. 4), “so it was” " \
      "(Ærø 1931: 7)."]
    entries = ["Trenn, J. 1903a. Lamps.", "Von der Au, K., and M. Quill (1911): Boats.", "Hessel, Å. et al. 1920. Öl.",
      "Ærø, P. 1931. Havn."]
    expect(found(texts, entries)).to eq([:met, []])
    expect(found(texts, entries.first(3))).to eq([:broken, [[0, "“Ærø 1931”"]]])
    expect(found(texts, entries.first(3), listed: false)).to eq([:met, []])
    expect(found(texts, [*entries, "Dunmar, P. 1899. Tides."])).to eq([:broken, [[5, "cited nowhere"]]])
  end

  it "takes no date and no place with a year for a citation" do
    texts = ["Trenn (1903) was there (June 1894, winter 1895, in Marrowby), as the Institute (1901–1903) was; on 3 May 1902."]
    expect(found(texts, ["Trenn, J. 1903. Lamps."])).to eq([:met, []])
  end

  it "matches numbers, rows of them too" do
    texts = ["The lamps [1], the boats [2–4] and the oil [5, 7] burned."]
    entries = Array.new(6) { |index| "[#{index + 1}] Trenn, J.: Lamps #{index}." }
    expect(found(texts, entries)).to eq([:broken, [[6, "cited nowhere"], [0, "“[7]”"]]])
  end

  it "says nothing where citations stand in notes, or nobody cites so" do
    expect(found(["The lamps burned."], ["Trenn, J. 1903. Lamps.", "Lathe, O. 1911. Boats."]).first).to eq(:not_applicable)
  end
end
