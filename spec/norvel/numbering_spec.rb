# frozen_string_literal: true

# Lists and heading numbers: labels as the standard counts them (ISO/IEC 29500-1 §17.9), and in the file afterwards.
RSpec.describe Norvel::Changes::ListChange do
  def change(now, name, **parameters) = Norvel::Changes.build(name, JSON.parse(JSON.generate(parameters))).call(now)

  def labels(manuscript) = Norvel::ListLabels.for(manuscript, Norvel::Cascade.new(manuscript)).values_at(*manuscript.paragraphs.map(&:id))

  def headed(*levels) =
    levels.each_with_index.map { |level, index| level ? paragraph(index, "Head", style: "Heading#{level}") : paragraph(index, "Text.") }

  let(:styles) do
    {"Heading2" => {name: "Heading 2", parent: "Base", properties: {outline_level: 2}},
     "Heading3" => {name: "Heading 3", parent: "Base", properties: {outline_level: 3}}}
  end
  let(:chapters) { manuscript(*headed(1, nil, 2, 2, 3, 1, 2), styles: styles) }

  it "numbers headings through their styles" do
    {"1, 1.1, 1.1.1" => ["1", nil, "1.1", "1.2", "1.2.1", "2", "2.1"], "I., A., 1." => ["I.", nil, "A.", "B.", "1.", "II.", "A."]}
      .each do |scheme, expected|
      after = change(chapters, "number_headings", scheme: scheme)
      expect(labels(after)).to eq(expected)
      expect(after.paragraphs).to eq(chapters.paragraphs)
    end
  end

  it "puts a word before the first level's number" do
    expect(labels(change(chapters, "number_headings", scheme: "1, 1.1, 1.1.1", prefix: "Chapter")))
      .to eq(["Chapter 1", nil, "1.1", "1.2", "1.2.1", "Chapter 2", "2.1"])
  end

  it "changes its mind: another scheme, or none" do
    once = change(chapters, "number_headings", scheme: "1, 1.1, 1.1.1")
    twice = change(once, "number_headings", scheme: "A, A.1, A.1.1")
    expect(labels(twice).compact.first(3)).to eq(["A", "A.1", "A.2"])
    expect(labels(change(twice, "number_headings", scheme: "none")).compact).to be_empty
  end

  it "changes format, text, start and indents of a level" do
    numbered = change(chapters, "number_headings", scheme: "1, 1.1, 1.1.1")
    list = Norvel::Changes::NumberHeadings.current(numbered)
    after = change(numbered, "change_list", list: list.id, levels: {
      "0" => {"format" => "upper_roman", "text" => "Part %1", "start" => "3"}, "1" => {"indent_start" => "1 cm", "indent_first" => "-1 cm"}
    })
    expect(labels(after).compact.first(2)).to eq(["Part III", "III.1"])
    expect(Norvel::Cascade.new(after).paragraph(after.paragraphs[2]).values(%i[indent_start indent_first]))
      .to eq(indent_start: 360_000, indent_first: -360_000)
    expect { change(numbered, "change_list", list: list.id, levels: {"0" => {"text" => "%2"}}) }
      .to raise_error(Norvel::ChangeRefused, /not above/)
    expect { change(numbered, "change_list", list: list.id, levels: {"0" => {"start" => "one"}}) }
      .to raise_error(Norvel::ChangeRefused, /whole number/)
  end

  it "makes, restarts, continues, deepens and ends lists" do
    plain = manuscript(*(0..5).map { |id| paragraph(id, "Item #{id}") })
    list = change(plain, "make_list", paragraphs: (0..5).to_a, kind: "numbers")
    expect(labels(list)).to eq(%w[1. 2. 3. 4. 5. 6.])
    again = change(list, "restart_numbers", paragraph: 3)
    expect(labels(again)).to eq(%w[1. 2. 3. 1. 2. 3.])
    expect(labels(change(again, "restart_numbers", paragraph: 4, start: "7"))).to eq(%w[1. 2. 3. 1. 7. 8.])
    expect(labels(change(again, "continue_numbers", paragraph: 3))).to eq(%w[1. 2. 3. 4. 5. 6.])
    expect(labels(change(again, "shift_items", paragraphs: [1, 2], by: 1))).to eq(%w[1. 1. 2. 1. 2. 3.])
    expect(labels(change(again, "shift_items", paragraphs: [1], by: 0))).to eq(["1.", nil, "2.", "1.", "2.", "3."])
    expect(labels(change(plain, "make_list", paragraphs: [0, 2], kind: "bullets"))).to eq(["•", nil, "•", nil, nil, nil])
  end

  it "is kept in the ledger's data" do
    after = change(change(chapters, "number_headings", scheme: "I., A., 1."), "make_list", paragraphs: [1], kind: "letters")
    data = JSON.parse(JSON.generate(Norvel::Changes::Difference.between(chapters, after)))
    restored = Norvel::Changes::Difference.apply(chapters, data)
    expect([restored.lists, restored.sheet.styles, restored.paragraphs]).to eq([after.lists, after.sheet.styles, after.paragraphs])
  end

  describe "in the file" do
    def deliver(source)
      after = yield read(source)
      bytes = Norvel::Formats.write(after, source: source)
      expect(labels(read(bytes))).to eq(labels(after))
      Nokogiri::XML(Norvel::Formats::Archive.read(bytes).members["word/numbering.xml"]).remove_namespaces!
    end

    it "comes with a numbering part where there was none" do
      part = deliver(docx { |file| %w[a b].each { |text| file.paragraph(text, %(<w:pStyle w:val="Heading1"/>)) } }) do |now|
        change(now, "number_headings", scheme: "1, 1.1, 1.1.1", prefix: "Chapter")
      end
      expect(part.at("abstractNum > lvl[ilvl='0']").element_children.map { |node| [node.name, node["val"]] })
        .to eq([["start", "1"], ["numFmt", "decimal"], ["pStyle", "Heading1"], ["suff", "space"], ["lvlText", "Chapter %1"]])
      expect(part.root.element_children.map(&:name)).to eq(%w[abstractNum num])
    end

    it "patches a list where it is defined, and adds restarts as numbers of the same definition" do
      source = listed
      part = deliver(source) do |now|
        change(change(now, "restart_numbers", paragraph: 1, start: "4"), "change_list", list: "7",
          levels: {"0" => {"text" => "(%1)", "format" => "lower_roman"}})
      end
      expect(part.at("abstractNum[abstractNumId='2'] lvl[ilvl='0']").element_children.map { |node| [node.name, node["val"]] })
        .to eq([["start", "1"], ["numFmt", "lowerRoman"], ["lvlText", "(%1)"], ["lvlJc", "left"], ["pPr", nil]])
      expect(part.css("num").map { |node| [node["numId"], node.at("abstractNumId")["val"], node.at("startOverride")&.[]("val")] })
        .to eq([["7", "2", nil], ["8", "2", "4"]])
    end

    it "keeps what it does not know, and numbers no definition twice" do
      part = deliver(listed) { |now| change(now, "make_list", paragraphs: [2], kind: "bullets") }
      expect(part.css("abstractNum").map { |node| node["abstractNumId"] }).to eq(%w[2 3])
      expect(part.at("abstractNum nsid")["val"]).to eq("0A0B0C0D")
      expect(part.root.element_children.map(&:name)).to eq(%w[abstractNum abstractNum num num])
    end

    # A file with a numbering part of its own.
    def listed
      source = docx do |file|
        %w[one two three].each_with_index do |text, index|
          file.paragraph(text, (index < 2) ? %(<w:numPr><w:ilvl w:val="0"/><w:numId w:val="7"/></w:numPr>) : "")
        end
      end
      members = Norvel::Formats::Archive.read(source).members
      numbering =
        %(<w:numbering xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:abstractNum w:abstractNumId="2">) +
        %(<w:nsid w:val="0A0B0C0D"/><w:multiLevelType w:val="hybridMultilevel"/><w:lvl w:ilvl="0"><w:start w:val="1"/>) +
        %(<w:numFmt w:val="decimal"/><w:lvlText w:val="%1."/><w:lvlJc w:val="left"/><w:pPr><w:ind w:left="720" w:hanging="360"/>) +
        %(</w:pPr></w:lvl></w:abstractNum><w:num w:numId="7"><w:abstractNumId w:val="2"/></w:num></w:numbering>)
      types = members["[Content_Types].xml"]
        .sub(
          "</Types>",
          %(<Override PartName="/word/numbering.xml" ) +
            %(ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.numbering+xml"/></Types>)
        )
      links = members["word/_rels/document.xml.rels"]
        .sub(
          "</Relationships>",
          %(<Relationship Id="rIdN" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/numbering" ) +
            %(Target="numbering.xml"/></Relationships>)
        )
      Norvel::Formats::Archive.new(members)
        .write("word/numbering.xml" => numbering, "[Content_Types].xml" => types, "word/_rels/document.xml.rels" => links)
    end
  end
end

require_relative "../support/wild"

# Seen on a walk over one of sablon's files: the level of one list was written into the definition that another one has as well.
RSpec.describe "Lists of one definition" do
  it "keep their own where the other is changed" do
    item = ->(id, words) { Wild.p(Wild.t(words), %(<w:numPr><w:ilvl w:val="0"/><w:numId w:val="#{id}"/></w:numPr>)) }
    numbering =
      %(<w:numbering xmlns:w="#{Wild::W}"><w:abstractNum w:abstractNumId="4"><w:lvl w:ilvl="0"><w:start w:val="1"/>) +
      %(<w:numFmt w:val="decimal"/><w:lvlText w:val="%1."/><w:pPr><w:ind w:left="360" w:hanging="360"/></w:pPr></w:lvl>) +
      %(</w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="4"/></w:num><w:num w:numId="2"><w:abstractNumId w:val="4"/>) +
      %(<w:lvlOverride w:ilvl="0"><w:startOverride w:val="1"/></w:lvlOverride></w:num></w:numbering>)
    source = Wild.build(body: item[1, "One"] + item[2, "Two"], parts: {"word/numbering.xml" => numbering},
      relations: {"rIdNumbering" => ["numbering", "numbering.xml"]})
    before = read(source)
    level = before.lists["2"].levels[0]
    changed = before.lists["2"].with(levels: {0 => level.with(text: "(%1)", properties: {})})
    after = before.with(lists: before.lists.merge("2" => changed))
    again = read(Norvel::Formats.write(after, source: source))
    expect(again.lists.transform_values { |list| [list.levels[0].text, list.levels[0].properties, list.starts] })
      .to eq("1" => ["%1.", {indent_start: 228_600, indent_first: -228_600}, {}], "2" => ["(%1)", {}, {0 => 1}])
  end
end

RSpec.describe Norvel::Changes::NumberHeadings do
  it "reaches headings whose style rests on a heading's, on the screen and in the file, and none that says it is no heading" do
    styles =
      %(<w:style w:type="paragraph" w:styleId="Minor"><w:name w:val="Minor"/><w:basedOn w:val="Heading1"/><w:rPr><w:i/>) +
      %(</w:rPr></w:style><w:style w:type="paragraph" w:styleId="CH"><w:name w:val="TOC Heading"/><w:basedOn w:val="Heading1"/>) +
      %(<w:pPr><w:outlineLvl w:val="9"/></w:pPr></w:style>)
    source = Wild.build(body: Wild.p(Wild.t("Contents"), %(<w:pStyle w:val="CH"/>)) + Wild.p(Wild.t("Minor one"),
      %(<w:pStyle w:val="Minor"/>)) + Wild.p(Wild.t("Tolls"), %(<w:pStyle w:val="Heading1"/>)), styles: styles)
    after = described_class.new("scheme" => "1, 1.1, 1.1.1").call(read(source))
    [after, read(Norvel::Formats.write(after, source: source))].each do |manuscript|
      labels = Norvel::ListLabels.for(manuscript, Norvel::Cascade.new(manuscript))
      expect(manuscript.paragraphs.select { |paragraph| labels[paragraph.id] }.map { |paragraph| [paragraph.text, labels[paragraph.id]] })
        .to eq([%w[Lamps 1], ["Minor one", "2"], %w[Tolls 3]])
    end
    none = described_class.new("scheme" => "none").call(after)
    expect(Norvel::ListLabels.for(none, Norvel::Cascade.new(none)).compact).to eq({})
  end
end

# ISO/IEC 29500-1 §17.9.23: a level's indents stand over those of the paragraph's style. Seen: “List item: in 1 cm,
# hanging 0.5 cm” had no effect.
RSpec.describe Norvel::Changes::InLevels do
  let(:level) do
    Norvel::Manuscript::ListLevel.new(format: "decimal", text: "%1.", properties: {indent_start: 900_000, indent_first: -180_000})
  end
  let(:one) do
    numbered = ->(id, style) { paragraph(id, "Item #{id}", style: style, numbering: Norvel::Properties::NumberRef.new(list: "1")) }
    manuscript(paragraph(0, "Text"), numbered[1, "Item"], numbered[2, "Item"],
      styles: {"Item" => {name: "List item", parent: "Base", properties: {}}},
      lists: {"1" => Norvel::Manuscript::List.new(id: "1", levels: {0 => level})})
  end

  it "sets an indent of the style in the level that stands over it, and says so" do
    line = Norvel::Changes::OneLine.new(one, "List item: in 1 cm, hanging 0.5 cm")
    after = line.operation.call(one)
    values = Norvel::Cascade.new(after).paragraph(after.paragraph(1)).values(%i[indent_start indent_first])
    expect(values).to eq(indent_start: 360_000, indent_first: -180_000)
    expect(line.operation.sentence(one)).to eq("Restyled “List item”; set in the level of its list too.")
  end

  it "leaves a level that paragraphs of other styles have as well, and changes that are no indents" do
    mixed = one.with_paragraphs(2 => one.paragraph(2).with(style: "Base"))
    [[mixed, "List item: in 1 cm"], [one, "List item: bold"]].each do |manuscript, line|
      expect(Norvel::Changes::OneLine.new(manuscript, line).operation.sentence(manuscript)).to eq("Restyled “List item”.")
    end
  end
end

# What a guide says of the numbers of headings.
RSpec.describe Norvel::Plan::HeadingNumbers do
  let(:guide) do
    Norvel::Guide.read(YAML.dump("guide" => "G", "version" => "1", "headings" => {"numbers" => "1, 1.1, 1.1.1"},
      "styles" => {"base" => {"name" => "House base"}, "heading_1" => {"name" => "House chapter"},
                   "heading_2" => {"name" => "House section"}},
      "rules" => [{"id" => "n", "clause" => "c", "severity" => "must", "checks" => "heading_numbers"}]))
  end
  let(:source) do
    docx do |file|
      [["Abstract", 1], ["Boats", 1], ["Lamps", 2], ["Oil", 1], ["References", 1]].each do |text, level|
        file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading#{level}"/></w:pPr><w:r><w:t>#{text}</w:t></w:r></w:p>))
        file.paragraph("The lamps of the quay were counted in winter, and the board was told of every one that was out.")
      end
    end
  end

  def labels(manuscript)
    pages = layout(manuscript)
    manuscript.paragraphs.reject { |one| one.text.length > 20 }.map { |one| "#{pages.labels[one.id]} #{one.text}".strip }
  end

  it "numbers chapters and sections by their styles, and no known part of the front or the back" do
    after = Norvel::Plan.new(read(source), guide).apply
    expect(labels(after)).to eq(["Abstract", "1 Boats", "1.1 Lamps", "2 Oil", "References"])
    expect(Norvel::Examination.new(after).check(guide).findings).to eq([])
    expect(Norvel::Plan.new(after, guide).lines.map(&:part)).not_to include(:headings)
  end

  # Numbers that the text may name are nobody's to change in a clean-up.
  it "leaves headings that are numbered otherwise, and says so" do
    lettered = Norvel::Changes.build("number_headings", "scheme" => "A, A.1, A.1.1").call(read(source))
    plan = Norvel::Plan.new(lettered, guide)
    expect(labels(plan.apply)).to include("B Boats", "B.1 Lamps")
    expect(plan.remarks.map(&:sentence).grep(/numbered otherwise than “1, 1.1, 1.1.1”/).size).to eq(1)
  end
end
