# frozen_string_literal: true

# A guide written place by place, without anybody seeing its file.
RSpec.describe Norvel::Guide::Draft do
  let(:draft) { described_class.empty }

  def refused(words = nil) = raise_error(Norvel::GuideError, words)

  it "sets fields by what the schema says they are, and takes out what is empty" do
    one = draft.set("page/margins/top", "1 in").set("page/paper", "Letter")
      .set("page/mirrored", "yes").set("contents/levels", "2").set("house", "Marrowby").set("parts/front/folios", "lower_roman")
    expect(one.guide.page).to include(paper: "Letter", mirrored: true)
    expect(one.guide.page[:margins]["top"]).to eq("1 in")
    expect([one.guide.contents, one.guide.house, one.guide.parts[:front]]).to eq([{levels: 2}, "Marrowby", {"folios" => "lower_roman"}])
    expect(one.set("parts/front/folios", "").data).not_to have_key("parts")
    expect(one.written("page/mirrored")).to eq("yes")
  end

  it "refuses what cannot stand there, with a sentence" do
    expect { draft.set("page/paper", "Papyrus") }.to refused(/“paper” is none of the words/)
    expect { draft.set("contents/levels", "many") }.to refused(/“levels” has to be a whole number/)
    expect { draft.set("page/margins/top", "far") }.to refused
    expect { draft.set("no/such", "x") }.to refused(/no such place/)
    expect { draft.set("guide", "") }.to refused(/“guide” is missing/)
  end

  it "writes styles in one line, hangs them, and lets them go" do
    one = draft.add_style("block_quotation", "House quotation")
      .set("styles/block_quotation/line", "11 pt, lines 1, in 1 cm, both 1 cm".sub(", both 1 cm", ""))
      .set("styles/block_quotation/parent", "body")
    expect(one.guide.family[:block_quotation].values).to include(size: 139_700, indent_start: 360_000)
    expect(one.guide.family[:block_quotation].parent).to eq(:body)
    expect { one.set("styles/block_quotation/line", "11 bananas") }.to refused(/bananas/)
    expect { one.set("styles/body/parent", "block_quotation") }.to refused(/its own ancestor/)
    without = one.remove_style("body")
    expect(without.guide.family[:block_quotation].parent).to eq(:base)
    expect(without.guide.styles[:heading_1][:next]).to be_nil
    expect { one.remove_style("base") }.to refused(/base stays/)
    asking = Norvel::Guide::Draft.new(Norvel::Guide.find("marrowby-diploma").source)
    expect { asking.remove_style("heading_1") }.to refused(/“3\.3 Chapter headings.*” asks for what this style says/)
    expect { one.add_style("body", "Again") }.to refused(/already/)
  end

  it "writes styles value by value: what stays stands as it was written, what is emptied is not said" do
    one = draft.set("styles/body/line", "11 pt, justified")
      .set_values(
        "body", {"size" => "11 pt", "align" => "", "bold" => "yes", "indent_first" => "0.8 cm",
          "space_after" => "6", "line_spacing" => "1.5"}
      )
    expect(one.styles["body"]).to eq("name" => "House text", "size" => "11 pt", "bold" => true,
      "indent_first" => "0.8 cm", "space_after" => "6 pt", "line_spacing" => "1.5")
    expect(one.guide.family[:body].values).to include(size: 139_700, bold: true, space_after: 76_200)
    expect(one.set_values("body", {"size" => "11.0 pt"}).styles["body"]["size"]).to eq("11 pt")
    expect(one.set_values("base", {"font_family" => "Carlito"}).styles["base"]).to include("size" => "12 pt", "font_family" => "Carlito")
    expect { one.set_values("body", {"size" => "banana"}) }.to refused(/\ASize: “banana” is not a length/)
    expect { one.set_values("body", {"flavour" => "vanilla"}) }.to refused(/no property “flavour”/)
    expect { one.set_values("verse", {"size" => "9 pt"}) }.to refused(/no such style any more/)
  end

  it "writes lists level by level" do
    one = draft.add_level("bullets").add_level("bullets")
      .set("lists/bullets/levels/1/sign", "*").set("lists/bullets/name", "Points").set("lists/bullets/levels/0/indent_start", "1 cm")
    expect(one.guide.lists[:bullets][:levels].map { |level| [level.sign, level.indents[:indent_start]] })
      .to eq([["•", 360_000], ["*", 453_600]])
    expect(one.lists.data["bullets"]["name"]).to eq("Points")
    numbers = one.add_level("numbers").set("lists/numbers/levels/0/format", "upper_roman").set("lists/numbers/levels/0/text", "%1)")
    expect(numbers.guide.lists[:numbers][:levels].map { |level| [level.format, level.text] }).to eq([["upper_roman", "%1)"]])
    expect { numbers.set("lists/numbers/levels/0/format", "runes") }.to refused(/none of the words/)
    expect { numbers.set("lists/numbers/levels/0/indent_start", "banana") }.to refused(/not a length/)
    expect { numbers.set("lists/numbers/levels/4/text", "%1") }.to refused(/no such place/)
    expect { (1..9).reduce(numbers) { |now, _| now.add_level("numbers") } }.to refused(/at most 9/)
    expect(one.remove_level("bullets").remove_level("bullets").data).not_to have_key("lists")
    expect(Norvel::Guide::Comparison.new(draft.guide, one.guide).sentences).to include(/Lists with bullets/)
  end

  it "adds a rule of every kind with its example, says it in a sentence, changes every parameter by what it is" do
    Norvel::Guide::Rule::KINDS.each_key do |kind|
      one = draft.add_rule(kind)
      rule = one.guide.rules.first
      expect([kind, rule.class.called, rule.clause]).to eq([kind, kind, rule.sentence])
      rule.class.parameters.each do |parameter|
        value = rule.data[parameter.name.to_s]
        next if value.nil? || value.is_a?(Hash)

        expect([kind, one.set("rules/#{rule.id}/#{parameter.name}", one.shown(value)).rules.first]).to eq([kind, one.rules.first])
      end
    end
  end

  it "words, switches and weighs rules; of several ways to say a value one holds" do
    one = draft.add_rule("value").add_rule("value")
    expect(one.rules.map { |rule| rule["id"] }).to eq(%w[value value-2])
    one = one.set("rules/value/clause", "Text is 11 point")
      .set("rules/value/severity", "should").set("rules/value/between", "10 pt, 12 pt").set("rules/value-2/off", "yes")
    expect(one.guide.rules.map { |rule| [rule.id, rule.clause, rule.severity, rule.data.slice("equals", "between")] })
      .to eq([["value", "Text is 11 point", :should, {"between" => ["10 pt", "12 pt"]}]])
    expect(one.rules.size).to eq(2)
    expect(one.set("rules/value-2/off", "no").guide.rules.size).to eq(2)
    expect(one.remove_rule("value").rules.map { |rule| rule["id"] }).to eq(["value-2"])
    expect { one.set("rules/value/property", "girth") }.to refused(/no property “girth”/i)
    expect { one.set("rules/value/clause", " ") }.to refused(/“clause”/)
    margins = draft.add_rule("margins").set("rules/margins/margins/top", "3 cm")
    expect(margins.rules.first["margins"]["top"]).to eq("3 cm")
  end

  it "asks for what its page, parts and sheet say, and for what is clean in any house, each once" do
    one = draft.set("parts/front/folios", "lower_roman")
      .set("parts/main/folios", "decimal").set("contents/levels", "2").set("captions/tables", "above").add_usual_styles.add_rules_of_its_own
    expect(one.guide.rules.map { |rule| rule.class.called }.tally)
      .to include("paper" => 1, "margins" => 1, "folio_format" => 2, "contents_current" => 1, "caption_place" => 1,
        "value" => 7, "guide_style" => 1)
    expect(one.add_rules_of_its_own.rules.size).to eq(one.rules.size)
    clean = one.add_rules_of_cleanness
    expect(clean.add_rules_of_cleanness.rules.size).to eq(clean.rules.size)
    made = read(Norvel::Template.with_samples(clean.guide))
    expect(Norvel::Examination.new(made).check(clean.guide).findings.map(&:rule).uniq).to eq(["no-sample-text"])
  end

  it "gives a manuscript its gutter and mirrored margins" do
    guide = draft.set("page/gutter", "1 cm").set("page/mirrored", "yes").set("page/margins/header", "1.5 cm").guide
    after = Norvel::Plan.new(read(docx { |file| file.paragraph("A line of text") }), guide).apply
    expect([after.settings.mirrored, after.sections.first.page.margin.slice(:gutter, :header)])
      .to eq([true, {gutter: 567 * Norvel::Lengths::TWIP, header: 850 * Norvel::Lengths::TWIP}])
    expect(Norvel::Drawing::PageDesignSvg.new(guide).to_s).to include(%(class="bound" width="28.35"))
  end

  it "is compared in words" do
    old = Norvel::Guide.find("marrowby-diploma")
    new = described_class.new(old.source).set("page/margins/top", "3 cm").set("styles/base/line", "11 pt Times New Roman, lines 1.5")
      .set("rules/body-size/equals", "11 pt").set("rules/paper/severity", "should")
      .remove_rule("contrast").add_rule("heading_full_stop").guide
    said = Norvel::Guide::Comparison.new(old, new).sentences
    expect(said).to include("Top margin: 2.5 cm becomes 3 cm.", "No longer asked for: 6.4 Text is dark enough to be read by everybody.",
      "“Size of body is 12 pt.” becomes “Size of body is 11 pt.”.", "1.1 Reports are presented on A4. is a should now.")
    expect(said.grep(/“Report base” \(base\): size 12 pt becomes 11 pt/).size).to eq(1)
    expect(said.grep(/\ANew \(must\)/).size).to eq(1)
    expect(Norvel::Guide::Comparison.new(old, old).sentences).to eq([])
  end
end
