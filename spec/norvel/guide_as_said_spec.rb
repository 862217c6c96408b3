# frozen_string_literal: true

# A guide's rules and its values are one: a rule asks for what the guide says elsewhere, and follows; a clause that
# quotes a value follows it or is asked about.
RSpec.describe Norvel::Guide::AsSaid do
  let(:shipped) { Norvel::Guide::Draft.new(Norvel::Guide.find("marrowby-diploma").source) }

  def refused(words) = raise_error(Norvel::GuideError, words)

  def rule(draft, id) = draft.guide.rules.find { |one| one.id == id }

  it "stands for what page, parts, captions and styles say, which the rule follows" do
    changed = shipped.set("page/paper", "A5").set("page/margins/top", "3 cm")
      .set("styles/base/line", "Times New Roman, 11 pt, lines 1.5").set("captions/figures", "above")
    expect(rule(changed, "paper").sentence).to eq("The paper is A5.")
    expect(rule(changed, "margins").data["margins"]["top"]).to eq("3 cm")
    expect(rule(changed, "body-size").sentence).to eq("Size of body is 11 pt.")
    expect(rule(changed, "caption-place").data).to include("figures" => "above", "tables" => "above")
    expect(rule(shipped, "main-folios").data).to include("format" => "decimal", "start" => 1)
  end

  it "is checked like the value itself" do
    guide = shipped.set("styles/base/line", "Times New Roman, 11 pt, lines 1.5").guide
    after = Norvel::Plan.new(read(short_report), guide).apply
    findings = Norvel::Guide::Check.new(guide, layout(after)).findings.select { |finding| finding.rule == "body-size" }
    expect(findings).to eq([])
    expect(Norvel::Guide::Check.new(shipped.guide, layout(after)).findings.count { |finding| finding.rule == "body-size" }).to be > 50
  end

  it "is refused with its line where the guide says nothing of it, or several things, or where a kind takes no such word" do
    of = ->(roles, property) {
      shipped.yaml.sub(
        "rules:\n", "rules:\n  - {id: own, clause: x, severity: must, checks: value, roles: " \
        "[#{roles}], property: #{property}, equals: as said}\n"
      )
    }
    expect { Norvel::Guide.read(of["body, title", "size"]) }
      .to refused(/\Aline \d+: “as said”: the styles of body, title do not say the same/)
    expect { Norvel::Guide.read(shipped.yaml.sub("  paper: A4\n", "").sub("  margins:", "  margins:")) }
      .to refused(/“as said”: the guide says nothing of it/)
    expect {
      Norvel::Guide.read(
        shipped.yaml.sub("orphans: 2\n    widows: 2\n  - id: heading-at-foot", "orphans: as said\n    widows: 2\n  - id: heading-at-foot")
      )
    }.to refused(/has to be a whole number/)
  end

  it "is asked for, and taken back, in the editor" do
    own = shipped.ask_by_itself("margins")
    expect(own.rules.find { |rule| rule["id"] == "margins" }["margins"]).to eq(shipped.data["page"]["margins"])
    expect(own.sayable_elsewhere?(own.rules.find { |one| one["id"] == "margins" })).to be(true)
    expect(own.ask_as_said("margins").rules).to eq(shipped.rules)
    expect { own.ask_as_said("contrast") }.to refused(/says nothing of it elsewhere/)
    expect(own.set("rules/margins/margins", "As said").rules).to eq(shipped.rules)
    made = Norvel::Guide::Draft.empty.add_rules_of_its_own
    expect(made.rules.map { |one| one.slice("paper", "margins", "equals").values }.flatten.uniq).to eq(["as said"])
    expect(made.add_rules_of_its_own.rules).to eq(made.rules)
  end

  describe "clauses" do
    it "that are their rule's own sentence follow it" do
      made = Norvel::Guide::Draft.empty.add_rules_of_its_own
      expect(made.set("page/margins/top", "4 cm").rules.map { |rule| rule["clause"] })
        .to include("Margins are 4 cm at the top, 2.5 cm at the bottom, 2.5 cm at the start, 2.5 cm at the end.")
      expect(made.set("styles/base/line", "Times New Roman, 13 pt").rules.map { |one| one["clause"] }).to include("Size of body is 13 pt.")
    end

    it "that quote another value than their rule asks for are asked about, and settled" do
      expect(Norvel::Guide.shipped.flat_map { |name| Norvel::Guide::Clauses.new(Norvel::Guide.find(name)).doubts.to_a }).to eq([])
      changed = shipped.set("page/margins/start", "4 cm")
      expect(changed.doubts).to eq("margins" => Norvel::Guide::Clauses::Doubt.new(quoted: "3.5 cm", asked: "4 cm"))
      settled = changed.settle_clause("margins")
      expect(settled.rules.find { |rule| rule["id"] == "margins" }["clause"])
        .to eq("1.2 The binding edge has 4 cm, all other edges 2.5 cm.")
      expect(settled.doubts).to eq({})
      expect { settled.settle_clause("margins") }.to refused(/quotes nothing else/)
    end

    it "say a size, a paper and a font in their own words" do
      changed = shipped.set("page/paper", "A5")
        .set("styles/heading_1/line", "18 pt, bold, space before 24 pt, space after 18 pt, level 1, new page, keep with next")
      expect(changed.doubts.transform_values(&:to_a)).to eq("paper" => %w[A4 A5], "chapter-size" => ["16 point", "18 pt"])
      expect(changed.settle_clause("paper").settle_clause("chapter-size").rules.map { |rule| rule["clause"] })
        .to include("1.1 Reports are presented on A5.", "3.3 Chapter headings are set in 18 pt bold.")
      carlito = shipped.set("rules/body-font/one_of", "Carlito")
      expect(carlito.doubts.transform_values(&:to_a)).to eq("body-font" => ["Times New Roman", "Carlito"])
    end
  end
end
