# frozen_string_literal: true

# A guide's language is for its templates; a manuscript that has one keeps it, in its base style and in passages.
RSpec.describe "The language of a manuscript" do
  let(:guide) { Norvel::Guide.find("marrowby-diploma") }
  let(:long) { "Die Fähre liegt am Abend am Kai, und der Wärter zählt die Lampen, bevor die letzten Boote aus dem Sund zurück sind." }

  def german(*more, sheet_language: "de-DE")
    made = manuscript(paragraph(0, "Lampen", style: "Heading1"), paragraph(1, long),
      paragraph(2, "Ein Satz mit ", stretch("de temps en temps", language: "fr-FR"), " darin, der lang genug ist, um Text zu sein."),
      paragraph(3, "Zölle", style: "Heading1"), paragraph(4, long), *more)
    made.with(
      sheet: Norvel::StyleSheet.new(styles: made.sheet.styles, default_id: made.sheet.default_id,
        defaults: made.sheet.defaults.merge(language: sheet_language))
    )
  end

  def languages(manuscript)
    cascade = Norvel::Cascade.new(manuscript)
    manuscript.paragraphs.reject(&:blank?).flat_map { |one| one.runs.map { |run| cascade.run(one, run)[:language] } }.tally
  end

  # Seen: a German thesis, whose default style says German over a file that says English for everything, was taken for English.
  it "is that of the default style, where what stands under all styles says another" do
    styles = {"Base" => {name: "Base", properties: {language: "de-DE"}}}
    expect([styles, {}].map { |own| sheet(own, defaults: {language: "en-US"}).language }).to eq(%w[de-DE en-US])
    source = docx(styles: Demo::Report::STYLES.sub("<w:name w:val=\"Normal\"/>", "\\0<w:rPr><w:lang w:val=\"de-DE\"/></w:rPr>")) do |file|
      file.paragraph("Die Laternen")
    end
    before = read(source)
    expect(before.info.language).to eq("de-DE")
    after = Norvel::Changes.build("set_info", "language" => "fr-FR").call(before)
    expect(read(Norvel::Formats.write(after, source: source)).info.language).to eq("fr-FR")
  end

  it "stays when a guide of another language tidies it, and the plan says so" do
    before = german
    plan = Norvel::Plan.new(before, guide)
    expect(languages(plan.apply)).to eq(languages(before))
    expect(plan.apply.sheet.styles.values.filter_map { |style| style.properties[:language] }).to eq([])
    expect(plan.remarks.map(&:sentence)).to include("The manuscript's language, de-DE, stays; the guide is in en-GB.")
  end

  it "stays when it is said by the base style" do
    made = german(sheet_language: nil)
    base = made.sheet[made.sheet.default_id]
    before = made.with(sheet: made.sheet.with_style(base.with(properties: base.properties.merge(language: "de-AT"))))
    after = Norvel::Plan.new(before, guide).apply
    expect(languages(after)).to eq(languages(before))
    expect(after.sheet[after.sheet.default_id].properties[:language]).to eq("de-AT")
  end

  it "is the guide's where the manuscript has none" do
    expect(
      languages(Norvel::Plan.new(manuscript(paragraph(0, "Head", style: "Heading1"),
        paragraph(1, "Some words that are long enough to be running text.")), guide).apply).keys
    )
      .to eq(
      ["en-GB"]
    )
  end

  it "is that of the titles that Norvel writes, where the guide has the plain word" do
    {["Contents", "de-DE"] => "Inhalt", ["contents", "fr"] => "Table des matières", ["List of tables", "es-ES"] => "Índice de tablas",
     ["What is in this report", "de"] => "What is in this report", ["Contents", "en-US"] => "Contents",
     ["Contents", "xx"] => "Contents", [nil, "de"] => nil}.each do |(written, language), said|
      expect(Norvel::Guide::OwnWords.translated(written, from: "en-GB", to: language)).to eq(said)
    end
  end
end
