# frozen_string_literal: true

# What no manuscript could be. Seen: a tolerance of 40 cm, a language called English and margins wider than the paper were taken.
RSpec.describe Norvel::Guide::Sense do
  base = {"guide" => "G", "version" => "1", "language" => "en-GB",
          "page" => {"paper" => "A5", "margins" => {"top" => "2 cm", "bottom" => "2 cm", "start" => "2 cm", "end" => "2 cm"}},
          "rules" => [{"id" => "a", "clause" => "c", "severity" => "must", "checks" => "value", "roles" => ["body"], "property" => "size",
                       "equals" => "12 pt", "tolerance" => "1 pt"},
            {"id" => "b", "clause" => "c", "severity" => "must", "checks" => "colour", "allow" => ["black", "#0000aa"]},
            {"id" => "m", "clause" => "c", "severity" => "must", "checks" => "margins", "margins" => {"top" => "2 cm"}}]}

  def changed(data, path, value)
    Marshal.load(Marshal.dump(data)).tap { |copy| path[0..-2].reduce(copy) { |at, key| at[key] }[path.last] = value }
  end

  it "finds nothing in what makes sense" do
    expect(described_class.new(base).faults).to eq([])
    expect(Norvel::Guide.shipped.flat_map { |name| described_class.new(YAML.safe_load(Norvel::Guide.find(name).source)).faults }).to eq([])
    expect(%w[de fr-CA zh-Hant-TW es-419].flat_map { |code| described_class.new(base.merge("language" => code)).faults }).to eq([])
  end

  {
    [["language"], "English"] => [3, /“English” is written as no language is/], [["language"], "en_GB"] => [3, /no language/],
    [["page", "margins", "top"], "19 cm"] => [6, /no room for text: the paper is 21 cm high/],
    [["page", "margins", "start"], "12 cm"] => [6, /14.8 cm wide/], [["page", "margins", "end"], "-1 cm"] => [10, /not negative/],
    [["page", "margins", "header"], "11 cm"] => [11, /middle of the page/], [["page", "gutter"], "10 cm"] => [6, /no room/],
    [["rules", 0, "tolerance"], "-1 pt"] => [20, /between 0 and 2 cm/], [["rules", 0, "tolerance"], "40 cm"] => [20, /between 0 and 2 cm/],
    [["rules", 1, "allow"], ["reddish"]] => [25, /“reddish” is neither/], [["rules", 2, "margins", "top"], "35 cm"] => [33, /no page has/]
  }.each do |(path, value), (line, words)|
    it "says that #{path.join("/")} is not #{value}, with its line, and reads what was kept before" do
      yaml = YAML.dump(changed(base, path, value)).delete_prefix("---\n")
      expect { Norvel::Guide.read(yaml) }.to raise_error(Norvel::GuideError, words) { |error| expect(error.line).to be_within(2).of(line) }
      expect(Norvel::Guide.read(yaml, kept: true).title).to eq("G")
    end
  end

  it "is asked of each change of a draft, for what comes in by it" do
    draft = Norvel::Guide::Draft.new(YAML.dump(base))
    expect { draft.set("page/margins/top", "19 cm") }.to raise_error(Norvel::GuideError, /no room/)
    kept = Norvel::Guide::Draft.new(YAML.dump(base.merge("language" => "English")))
    expect(kept.set("page/margins/top", "3 cm").guide.page[:margins]["top"]).to eq("3 cm")
    expect { kept.set("page/margins/top", "19 cm") }.to raise_error(Norvel::GuideError, /no room/)
  end

  it "knows colours of a rule by their names" do
    guide = Norvel::Guide.read(YAML.dump(base))
    one = manuscript(paragraph(0, stretch("black", color: "#000000")), paragraph(1, stretch("blue", color: "#0000AA")),
      paragraph(2, stretch("red", color: "#aa0000")))
    found = Norvel::Guide::Check.new(guide, layout(one)).findings.select { |finding| finding.rule == "b" }
    expect(found.map(&:paragraph)).to eq([2])
  end
end
