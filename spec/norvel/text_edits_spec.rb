# frozen_string_literal: true

require "norvel/report"

# A guide that is changed by form keeps its text: comments stay, and only the place itself is another.
RSpec.describe Norvel::Guide::TextEdits do
  shipped = Norvel::Guide.shipped.to_h do |name|
    [name, File.read(File.expand_path("../../guides/#{name}.yml", __dir__), encoding: "UTF-8")]
  end

  def comments(text) = text.scan(/(?<=\s|^)#(?!\h{6}\b)[^\n]*/)

  def changed_lines(one, other) = (one.lines - other.lines).size + (other.lines - one.lines).size

  # A person's own comments, behind values and on lines of their own.
  let(:academic) do
    lines = shipped.fetch("academic-double-spaced").lines.each_with_index.map do |line, index|
      line.match?(/: \S/) ? "#{line.chomp} # mine #{index}\n" : "# over #{index}\n#{line}"
    end
    Norvel::Guide::Draft.new(lines.join)
  end
  let(:shipped) { shipped }

  it "replaces a value in its own place" do
    draft = academic.set("page/paper", "A4")
    expect(draft.yaml).to eq(academic.yaml.sub("paper: Letter #", "paper: A4 #"))
    margins = academic.set("page/margins/top", "2.1 cm")
    expect([changed_lines(academic.yaml, margins.yaml), comments(margins.yaml)]).to eq([2, comments(academic.yaml)])
    expect(margins.guide.margins.transform_keys(&:to_s)).to include("top" => "2.1 cm", "bottom" => "1 in")
  end

  it "keeps every comment through a row of changes by form" do
    draft = academic.set("styles/title/line", "14 pt, bold").set("styles/heading_1/name", "Chapter").set("parts/chapters", "page")
    draft = draft.set("rules/#{draft.rules.first["id"]}/clause", "It shall be so: always, \"yes\" & {no}")
    draft = draft.add_rule("no_comments").set("rules/#{draft.rules.last["id"]}/severity", "should")
    expect(comments(draft.yaml).tally).to eq(comments(academic.yaml).tally)
    fewer = draft.remove_rule(draft.rules.first["id"]).remove_style("caption")
    expect(comments(academic.yaml).size - comments(fewer.yaml).size).to be <= 3
    expect(fewer.guide.styles).not_to have_key(:caption)
  end

  it "says after any change what the data says" do
    random = Random.new(5)
    shipped.each_value do |yaml|
      draft = Norvel::Guide::Draft.new(yaml)
      Share.count(12, 5).times do
        slot = draft.styles.keys.sample(random: random)
        rule = draft.rules.sample(random: random)
        act = [-> { draft.set("styles/#{slot}/line", ["12 pt", "bold, 14 pt, centred", "italic"].sample(random: random)) },
          -> { draft.set("rules/#{rule["id"]}/clause", "Clause: “ä” {x} [y] - # & *") },
          -> { draft.set("rules/#{rule["id"]}/off", "yes") }, -> { draft.add_rule("no_revisions") },
          -> { draft.remove_rule(rule["id"]) }, -> { draft.remove_style(slot) },
          -> { draft.set("page/margins/start", "3.3 cm") }, -> { draft.set("contents/title", "In this: all") },
          -> { draft.add_level("bullets") }, -> { draft.set("language", "") }, -> { draft.add_usual_styles }].sample(random: random)
        draft = begin
          act.call
        rescue Norvel::GuideError => error
          expect(error.message).not_to match(/could not be changed at that place/)
          draft
        end
        expect(draft.guide.title).to be_a(String)
      end
    end
  end

  it "writes a guide from nothing" do
    expect(Norvel::Guide::Draft.empty.set("page/paper", "A5").guide.page[:paper]).to eq("A5")
  end
end

RSpec.describe "Sources of a guide" do
  let(:guide) { Norvel::Guide.find("academic-double-spaced") }
  let(:draft) { Norvel::Guide::Draft.new(guide.source) }

  it "are data: of the guide, of its values and of its rules" do
    expect(guide.sources).to include("guide" => a_string_including("from memory"), "styles.base.size" => "from memory")
    expect([draft.source("page/paper"), draft.source("styles/base/line"), draft.source("styles/nothing")])
      .to match([/common practice/, /size: from memory; line spacing: from memory/, nil])
    ruled = draft.set("rules/#{draft.rules.first["id"]}/source", "The committee’s letter, § 3")
    expect(ruled.guide.rules.first.source).to eq("The committee’s letter, § 3")
    expect(ruled.set("rules/#{draft.rules.first["id"]}/source", "").data).to eq(draft.data)
  end

  it "stand in the report" do
    yaml = draft.set("rules/#{draft.rules.first["id"]}/source", "The committee’s letter").yaml
    check = Norvel::Examination.new(came("quayside-notice.docx")).check(Norvel::Guide.read(yaml))
    expect(Norvel::Report::Findings.new(check).to_html("x")).to include("Source: The committee’s letter", "chapter 2, from memory")
  end

  it "are said by every guide that ships" do
    expect(Norvel::Guide.shipped.map { |name| Norvel::Guide.find(name).sources["guide"] }).to all(be_a(String))
  end
end
