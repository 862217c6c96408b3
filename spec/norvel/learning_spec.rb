# frozen_string_literal: true

require_relative "../support/other_hands"
require_relative "../support/generated_guides"
require_relative "../support/learned_back"
require_relative "../support/outside"

# A guide learned from examples: what a guide made gives that guide back.
RSpec.describe Norvel::Learning do
  def change(name, **given) = Norvel::Changes.build(name, given.transform_keys(&:to_s))

  def made_by(guide, seed) = Norvel::Plan.new(read(OtherHands.new(seed).bytes), guide).apply

  # @return [Norvel::Manuscript] in which every twentieth paragraph was set otherwise by somebody's hand
  def disturbed(manuscript, seed)
    dice = Random.new(seed)
    ids = manuscript.paragraphs.reject { |one| one.blank? || manuscript.listed.include?(one.id) }.map(&:id)
    ids.sample(ids.size / 20, random: dice).reduce(manuscript) do |now, id|
      values = [{"size" => "9 pt"}, {"indent_start" => "2 cm"}, {"align" => "center"}, {"space_after" => "17 pt"}].sample(random: dice)
      change("format_here", paragraphs: [id], values: values).call(now)
    end
  end

  guides = Norvel::Guide.shipped.map { |name| Norvel::Guide.find(name) } + (0..3).map { |seed| GeneratedGuides.new(seed).guide }
  {"as it is" => false, "with a twentieth of its paragraphs disturbed" => true}.each do |how, hurt|
    it "gives a guide back from a manuscript that it made, #{how}: pages, sheet, rules, and nothing that it contradicts" do
      found = Share.every(guides, 2, turn: hurt ? 1 : 0).map.with_index do |guide, seed|
        manuscript = made_by(guide, 4_001 + seed % 3)
        back = LearnedBack.new(guide, manuscript, hurt ? disturbed(manuscript, seed) : manuscript)
        expect([guide.title, back.page, back.contradicting.map(&:data)]).to eq([guide.title, [], []])
        expect([guide.title, back.sheet.size]).to match([guide.title, be <= (hurt ? back.values / 50 : 0)])
        [back.shown.size, back.missing.size]
      end
      shown, missing = found.transpose.map(&:sum)
      expect([shown, missing]).to match([be > 100, be <= shown / 20])
    end
  end

  let(:guide) { Norvel::Guide.find("marrowby-diploma") }

  it "says of each habit how far it holds and where it does not, and what no example says" do
    manuscript = made_by(guide, 4_001)
    body = manuscript.paragraphs.select { |one| manuscript.sheet[one.style].name == "Report text" }
    odd = change("format_here", paragraphs: [body[3].id], values: {"align" => "center"}).call(manuscript)
    learning = described_class.new({"thesis.docx" => Norvel::Examination.new(odd)})
    align = learning.proposals.find { |one| one.data.values_at("roles", "property") == [["body"], "align"] }
    all = learning.proposals.find { |one| one.data.values_at("roles", "property") == [["body"], "size"] }.of
    expect([align.holds, align.of, align.severity]).to eq([all - 1, all, :should])
    expect(align.exceptions.map { |one| [one.file, one.paragraph] }).to eq([["thesis.docx", body[3].id]])
    expect(align.confidence).to be_between(0.9, 0.999)
    expect(learning.cannot_tell).to include("An example does not say how many pages are allowed.")
    check = Norvel::Examination.new(odd).check(Norvel::Guide.read(learning.yaml))
    expect(check.findings.map(&:paragraph).uniq).to include(body[3].id) # its own findings are the exceptions that were shown
    expect(check.findings.size).to eq(learning.proposals.sum { |one| one.exceptions.size })
  end

  it "learns from several of one house together, and refuses what holds nothing" do
    examined = [4_001, 4_002].to_h { |seed| ["#{seed}.docx", Norvel::Examination.new(made_by(guide, seed))] }
    learning = described_class.new(examined)
    alone = described_class.new(examined.first(1).to_h)
    of = ->(one) { one.proposals.find { |found| found.data["checks"] == "direct_formatting" }.of }
    expect(of[learning]).to be > of[alone]
    expect(Norvel::Guide.read(learning.yaml).family.values(:body)).to include(size: 152_400, align: :justify)
    empty = Norvel::Examination.new(manuscript(paragraph(0, "")))
    expect { described_class.new({"a" => empty}) }.to raise_error(Norvel::Error, "There are no words in the example.")
    expect { described_class.new({}) }.to raise_error(Norvel::Error, /no example/)
  end

  # Seen: a guide whose sheet says from which size on letters are kerned, which nobody sees, was a fault of every check.
  it "is checked whatever its sheet says" do
    guide = Norvel::Guide.read(YAML.dump("guide" => "Kerned", "version" => "1", "styles" => {
      "base" => {"name" => "B", "kerning" => "14 pt"}, "body" => {"name" => "T"}
    }, "rules" => [{"id" => "s", "clause" => "As the sheet.", "severity" => "must", "checks" => "guide_style"},
      {"id" => "k", "clause" => "Kerned.", "severity" => "must", "checks" => "value", "roles" => ["body"], "property" => "kerning",
       "equals" => "14 pt"}]))
    text = "The lamps of the stairs are lit an hour before the ebb, and two men see to it. " * 2
    one = on_page(*(0..2).map { |id| paragraph(id, text) })
    check = Norvel::Examination.new(one).check(guide)
    expect(check.findings.select { |found| found.rule == "k" }.map(&:measured).uniq).to eq(["0 pt"])
    expect(check.results.first.findings.map(&:measured).grep(/kern/i)).to eq([])
  end

  # Seen: a file of text boxes alone, and one whose lines are set closer than a guide can ask for.
  it "learns from whatever can be read, a guide that can be read" do
    wrong = Share.of(Outside.samples.uniq { |path| File.binread(path) }, 3).filter_map do |path|
      examined = Norvel::Examination.new(Norvel::Formats.read(File.binread(path), name: path))
      learning = described_class.new({path => examined})
      guide = Norvel::Guide.read(learning.yaml)
      [path, examined.check(guide).findings.size] if guide.rules.size != learning.proposals.size
    rescue Norvel::Error => error
      [path, error.message] unless error.message == "There are no words in the example."
    end
    expect(wrong).to eq([])
  end

  it "is told by every kind of rule, one way or the other" do
    silent = Norvel::Guide::Rule::KINDS.reject { |_, kind| kind.habit }.keys
    expect(silent).to eq([])
    expect(Norvel::Guide::Rule::KINDS.values.map(&:habit).reject(&:told?).map(&:why_not).grep(/\A[A-Z]|\.\z/)).to eq([])
  end
end
