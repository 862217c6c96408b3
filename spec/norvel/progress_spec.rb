# frozen_string_literal: true

# How otherwise a guide is met after a change.
RSpec.describe Norvel::Guide::Progress do
  def guide(*rules)
    data = {"guide" => "A guide", "version" => "1", "rules" => rules.each_with_index.map { |rule, index|
      {"id" => "rule-#{index}", "clause" => "#{index + 1}. A rule.", "severity" => "must", **rule}
    }}
    Norvel::Guide.read(JSON.generate(data))
  end

  def check(rules, *blocks) = Norvel::Guide::Check.new(guide(*rules), layout(manuscript(*blocks)))

  let(:large) { {"checks" => "value", "roles" => ["body"], "property" => "size", "equals" => "12 pt"} }
  let(:words) do
    "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was said. " * 2
  end
  let(:rules) { [{"checks" => "empty_paragraphs"}, large] }

  it "says what is met now, what is broken, and how many findings that is" do
    before = check(rules, paragraph(1, words), paragraph(2, ""), paragraph(3, words), paragraph(4, ""), paragraph(5, words))
    after = check(rules, paragraph(1, stretch(words, size: 100_000)), paragraph(3, words), paragraph(5, words))
    became = described_class.new(before, after)
    expect([became.better, became.worse]).to eq([["1. A rule."], ["2. A rule."]])
    expect(became.sentence("Since then")).to eq("Since then 1 finding fewer. Now met: 1. A rule. Broken now: 2. A rule.")
  end

  it "says nothing where nothing is otherwise" do
    one = check(rules, paragraph(1, words))
    expect(described_class.new(one, check(rules, paragraph(1, words), paragraph(2, words))).sentence("Since then")).to be_nil
  end

  it "counts what another guide asks for as new" do
    blocks = [paragraph(1, stretch(words, size: 100_000)), paragraph(2, words), paragraph(3, words)]
    expect(described_class.new(check([rules.first], *blocks), check(rules, *blocks)).sentence("For this manuscript"))
      .to eq("For this manuscript 1 finding more. Broken now: 2. A rule.")
  end
end
