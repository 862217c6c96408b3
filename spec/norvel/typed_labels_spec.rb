# frozen_string_literal: true

# Numbers and bullets that were typed as text, told apart from words that only look so.
RSpec.describe Norvel::TypedLabels do
  def read_as(text) = described_class.readings(paragraph(0, text)).map { |label| [label.label, label.format, label.number] }

  def rows(*texts, **insets) =
    described_class.rows(blocks(*texts, **insets)) { true }.map { |row| [row.pattern, row.start, row.items.map { |one, _| one.id }] }

  def blocks(*texts) = texts.each_with_index.map { |text, id| paragraph(id, text) }

  it "reads numbers, letters and numerals with what closes them" do
    readings = {"1. oars" => ["1.", "decimal", 1], "12) oars" => ["12)", "decimal", 12],
                "(3) oars" => ["(3)", "decimal", 3], "[4] oars" => ["[4]", "decimal", 4], "5.- remos" => ["5.-", "decimal", 5],
                "2º remos" => ["2º", "decimal", 2],
                "b) oars" => ["b)", "lower_letter", 2], "C. oars" => ["C.", "upper_letter", 3], "iv. oars" => ["iv.", "lower_roman", 4]}
    expect(readings.to_h { |text, _| [text, read_as(text).first] }).to eq(readings)
  end

  it "reads i as a letter and as a numeral" do
    expect(read_as("i. oars").map { |_, format, number| [format, number] }).to eq([["lower_letter", 9], ["lower_roman", 1]])
  end

  it "reads bullets of many kinds, the letter o only as one by itself" do
    expect(["• a", "– a", "■ a", "✓ a", "→ a", "* a", "- a", "o\ta", "\uF0B7 a"].map { |text| read_as(text).first&.first })
      .to eq(["•", "–", "■", "✓", "→", "*", "-", "o", "\uF0B7"])
    expect(["oars", "or rope", "-oars", "•", "1.", "1.oars"].flat_map { |text| read_as(text) }).to eq([])
  end

  it "reads no date and no dialogue" do
    expect(["1. Januar 1894", "12. Mai 2024", "1. de enero", "3. March was cold", "– Who is there? – Nobody."]
      .flat_map { |text| read_as(text) }).to eq([])
    expect(read_as("3. Marchers came")).to eq([["3.", "decimal", 3]])
  end

  it "finds rows that begin at the first and go on one by one, over up to three paragraphs without a number" do
    expect(rows("1. a", "2. b", "x", "x", "x", "3. c", "x", "x", "x", "x", "4. d")).to eq([["%d.", 1, [0, 1, 5]]])
  end

  it "begins a row elsewhere only where several follow each other at once" do
    expect(rows("x", "3. a", "4. b", "x")).to eq([["%d.", 3, [1, 2]]])
    expect(rows("x", "3. a", "x", "4. b")).to eq([])
    expect(rows("70. a", "71. b")).to eq([])
  end

  it "takes single bullets for items where the author has the habit" do
    expect(rows("• a", "x", "x", "x", "x", "• b", "x", "x", "x", "x", "• c").size).to eq(3)
    expect(rows("• a", "x", "x", "x", "x", "• b")).to eq([])
  end

  it "ends a row of numbers where another of its kind begins" do
    expect(rows("1. a", "2. b", "1) c", "2) d", "3. e")).to eq([["%d.", 1, [0, 1]], ["%d)", 1, [2, 3]]])
  end

  it "says which rows stand inside others" do
    all = blocks("1. a", "a) b", "b) c", "2. d", "– e", "– f", "3. g")
    found = described_class.rows(all) { true }
    around = described_class.around(found, all) { 0 }
    expect(found.to_h { |row| [row.pattern, around[row]&.pattern] }).to eq("%d." => nil, "%d)" => "%d.", "–" => "%d.")
  end

  it "takes rows of one kind for one level unless they are set in by a quarter of a centimetre" do
    all = blocks("• a", "– b", "– c", "• d")
    found = described_class.rows(all) { true }
    inside = ->(step) { described_class.around(found, all) { |one| one.text.start_with?("–") ? step : 0 }.size }
    expect([inside[0], inside[80_000], inside[90_000]]).to eq([0, 0, 1])
  end
end

# One rule for what is told, what is counted and what is made a number, in every language that authors write their chapters in.
RSpec.describe Norvel::Changes::HeadingsFromTyped do
  def headed(*texts) = manuscript(*texts.each_with_index.map { |text, index| paragraph(index, text, style: "Heading1") })

  def after(*texts) = headed(*texts).then { |one| [one, described_class.new("paragraphs" => "all").call(one)] }

  {["Chapitre 1 : Une nuit", "Chapitre 2 : Le port"] => ["Chapitre 1 :", "Une nuit", "Le port"],
   ["Chapitre 1\u00A0: Une nuit", "Chapitre 2\u00A0: Le port"] => ["Chapitre 1\u00A0:", "Une nuit", "Le port"],
   ["Teil 1: Lampen", "Teil 2: Boote"] => ["Teil 1:", "Lampen", "Boote"],
   ["Kapitel 1 – Lampen", "Kapitel 2 – Boote"] => ["Kapitel 1 –", "Lampen", "Boote"],
   ["Capítulo 1. Faros", "Capítulo 2. Barcas"] => ["Capítulo 1.", "Faros", "Barcas"],
   ["Hoofdstuk 1: Lampen", "Hoofdstuk 2: Boten"] => ["Hoofdstuk 1:", "Lampen", "Boten"],
   ["1. Lamps", "2. Boats"] => ["1.", "Lamps", "Boats"],
   ["Annexe 1\u202F: Cartes", "Annexe 2\u202F: Tables"] => ["Annexe 1\u202F:", "Cartes", "Tables"]}.each do |texts, (label, *words)|
    it "makes numbers of “#{texts.first}”, with the label's punctuation" do
      before, made = after(*texts)
      expect(made.paragraphs.map(&:text)).to eq(words)
      labels = Norvel::ListLabels.for(made, Norvel::Cascade.new(made))
      expect(labels[0]).to eq(label)
      expect(texts.map { |text| described_class.typed(text).nil? }).to eq([false, false])
      expect(Norvel::ListLabels.words(made)).to eq(Norvel::ListLabels.words(before))
    end
  end

  it "takes a year, a word or a letter for no number, in no place" do
    ["1987 The winter gale", "A night at sea", "I remember", "Chapter of accidents", "Part of the crew", "3 – – –"].each do |text|
      expect([text, described_class.typed(text)]).to eq([text, nil])
    end
    one = headed("1987 The winter gale", "Teil 2: Boote")
    expect(Norvel::Examination.new(one).makeup.places("typed:headings")).to eq([1])
  end
end

# Seen: a typed list in the guide's own body style counted as body, and nothing was found.
RSpec.describe Norvel::Guide::Places do
  it "takes a row of typed items for a list, though each has the guide's style of running text" do
    guide = Norvel::Guide.find("marrowby-diploma")
    before = read(docx { |file|
      file.paragraph("The lamps of the quay were counted in winter, and the board was told of every one that was out.")
      ["1. oil and wick", "2. glass and wire", "3. rope and tar"].each { |text| file.paragraph(text) }
      file.paragraph("The lamps were counted again in spring, and the board was told of each that burned.")
    })
    dressed = Norvel::Plan.new(before, guide, without: [:lists]).apply
    body = dressed.sheet.named("Report text").id
    dressed = Norvel::Changes.build("apply_style", "paragraphs" => "all", "style" => body).call(dressed)
    dressed = Norvel::Changes.build("remove_direct_formatting", "paragraphs" => "all").call(dressed)
    check = Norvel::Examination.new(dressed).check(guide)
    expect(dressed.paragraphs.map { |one| check.roles.of(one.id).name }).to eq(%i[body list_item list_item list_item body])
    expect(check.findings.select { |one| one.rule == "as-the-sheet" }.map(&:paragraph)).to eq([1, 2, 3])
    again = Norvel::Plan.new(dressed, guide).apply
    expect(Norvel::Examination.new(again).check(guide).findings.map(&:rule)).not_to include("as-the-sheet")
    expect(again.paragraphs.map(&:text)).to include("oil and wick")
  end
end
