# frozen_string_literal: true

# The sentence of a rule in pieces: every kind of rule, without saying anything of it itself.
RSpec.describe Norvel::Guide::Sentence do
  let(:draft) { Norvel::Guide::Draft.empty }

  def data(kind) = {"id" => "x", "clause" => "x", "severity" => "must", "checks" => kind.called, **kind.example}

  # What no sentence says in words of its own: the property that a value is of begins it, a unit, a style, a number of lines are unsaid.
  let(:unsaid) do
    {"page_by_blank_lines" => [:least], "relation" => [:property], "value" => [:property], "bound_units" => [:units],
     "only_guide_styles" => [:also]}
  end

  it "is the rule's own sentence, with every value that its kind needs in its place" do
    Norvel::Guide::Rule::KINDS.each_value do |kind|
      sentence = described_class.new(draft, data(kind))
      expect(sentence.pieces.map(&:text).join).to eq(kind.build(data(kind)).sentence)
      asked = kind.parameters.select { |parameter| data(kind).key?(parameter.name.to_s) }
      expect([kind.called, (asked - sentence.placed).map(&:name)]).to eq([kind.called, unsaid.fetch(kind.called, [])])
    end
  end

  it "has pieces that stay what they are when they are written again as they stand" do
    Norvel::Guide::Rule::KINDS.each_key do |kind|
      one = draft.add_rule(kind)
      sentence = one.built(one.rules.first).sentence
      described_class.new(one, one.rules.first).pieces.select(&:place).each do |piece|
        after = one.set(piece.place, piece.written)
        expect([piece.place, after.built(after.rules.first).sentence]).to eq([piece.place, sentence])
      end
    end
  end

  it "says lengths with their unit, edges one by one, and what may stand there instead" do
    rule = {"id" => "m", "clause" => "x", "severity" => "must", "checks" => "margins",
            "margins" => {"top" => "2.5 cm", "start" => "1 in"}}
    pieces = described_class.new(draft, rule).pieces.select(&:place)
    expect(pieces.map { |piece| [piece.place, piece.text] })
      .to eq([["rules/m/margins/top", "2.5 cm"], ["rules/m/margins/start", "2.54 cm"]])
    folio = {"id" => "f", "clause" => "x", "severity" => "must", "checks" => "folio_place", "place" => "bottom center"}
    piece = described_class.new(draft, folio).pieces.find(&:place)
    expect([piece.text, piece.written, piece.offered]).to match(["bottom centre", "bottom center", include("top outer")])
  end

  it "follows what the guide says elsewhere" do
    guide = Norvel::Guide::Draft.new(Norvel::Guide.find("marrowby-diploma").source)
    margins = guide.rules.find { |rule| rule["id"] == "margins" }
    expect(margins["margins"]).to eq("as said")
    expect(described_class.new(guide, margins).pieces.select(&:place).map(&:text)).to eq(["2.5 cm", "2.5 cm", "3.5 cm", "2.5 cm"])
    own = guide.set("rules/margins/margins/top", "3 cm").rules.find { |rule| rule["id"] == "margins" }
    expect(own["margins"]).to eq("top" => "3 cm", "bottom" => "2.5 cm", "start" => "3.5 cm", "end" => "2.5 cm")
  end
end

# New rules are found by what they should say.
RSpec.describe Norvel::Guide::Offers do
  let(:offers) { described_class.new(Norvel::Guide::Draft.new(Norvel::Guide.find("marrowby-diploma").source)) }

  it "finds them by their words, the trade's and people's, and by properties with what the sheet says" do
    {"no blank" => "No paragraph is empty: space comes from styles.", "caption" => "Every figure has a caption.",
     "page number" => "Pages have folios.", "line spacing" => "Line spacing of body is 1.5.",
     "table of contents" => "Lists of contents, figures and tables are up to date.",
     "double space" => "There are never two spaces in a row.",
     "margin" => "Margins are"}.each do |words, sentence|
      expect(offers.for(words).map(&:sentence)).to include(start_with(sentence)), words
    end
    expect(offers.for("line spacing").first.sentence).to eq("Line spacing of body is 1.5.")
    expect(offers.for("xyzzy")).to eq([])
  end

  it "offers every kind of rule, each as one that can be added" do
    kinds = offers.for("").map { |offer| offer.data["checks"] }.uniq
    expect(kinds).to match_array(Norvel::Guide::Rule::KINDS.keys)
    added = offers.for("").map { |offer|
      draft = Norvel::Guide::Draft.empty.add_rule(offer.data["checks"], property: offer.data["property"])
      draft.guide.rules.map { |rule| rule.class.called }
    }
    expect(added).to eq(offers.for("").map { |offer| [offer.data["checks"]] })
  end
end

# Several styles become one.
RSpec.describe Norvel::Changes::JoinStyles do
  def join(styles, into) = Norvel::Changes.build("join_styles", "styles" => styles, "replacement" => into)

  it "gives all that is in them to one of them, with not a word altered" do
    manuscript = came("night-ferries.docx")
    after = join(%w[BodyText BlockQuotation Normal], "BodyText")
    expect { after.call(manuscript) }.to raise_error(Norvel::ChangeRefused, /cannot go/) # the default style stays
    joined = join(%w[BodyText BlockQuotation], "BodyText").call(manuscript)
    expect(joined.sheet["BlockQuotation"]).to be_nil
    expect(joined.paragraphs.count { |one| one.style == "BodyText" })
      .to eq(manuscript.paragraphs.count { |one| %w[BodyText BlockQuotation].include?(one.style) })
    expect(joined.words).to eq(manuscript.words)
    expect { join(%w[BodyText], "BodyText").call(manuscript) }.to raise_error(Norvel::ChangeRefused, /at least two/)
  end
end
