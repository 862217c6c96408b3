# frozen_string_literal: true

RSpec.describe "Changes of the style sheet" do
  def change(name, **parameters) = Norvel::Changes.build(name, parameters.transform_keys(&:to_s))

  let(:one) do
    manuscript(paragraph(0, "Bells", style: "Heading1"), paragraph(1, "Text ", stretch("term", style: "Term")),
      paragraph(2, "Quoted", style: "Quote"),
      styles: {"Term" => {name: "Term", kind: :character, properties: {italic: true}},
               "Lone" => {name: "Lone", parent: "Above"}, "Above" => {name: "Above", parent: "Base"},
               "Heading1" => {name: "Heading 1", parent: "Base", next_style: "Quote", properties: {outline_level: 1, bold: true}}})
  end

  it "renames: id, level and uses stay" do
    after = change("rename_style", style: "Heading1", name: " Chapter ").call(one)
    expect([after.sheet["Heading1"].name, after.sheet.level_of(after.sheet["Heading1"]), after.paragraphs.first.style])
      .to eq(["Chapter", 1, "Heading1"])
    expect { change("rename_style", style: "Heading1", name: "base").call(one) }.to raise_error(Norvel::ChangeRefused, /already/)
    expect { change("rename_style", style: "Heading1", name: " ").call(one) }.to raise_error(Norvel::ChangeRefused, /needs a name/)
  end

  it "duplicates with parent and own values" do
    after = change("duplicate_style", style: "Quote", name: "Long quote").call(one)
    expect(after.sheet["Longquote"]).to have_attributes(parent: "Base", properties: one.sheet["Quote"].properties, from_file: false)
  end

  it "hangs under another parent, never in a loop" do
    after = change("hang_style", style: "Quote", parent: "Above").call(one)
    expect(after.sheet.chain("Quote").map(&:id)).to eq(%w[Base Above Quote])
    expect { change("hang_style", style: "Above", parent: "Lone").call(one) }.to raise_error(Norvel::ChangeRefused, /loop/)
    expect { change("hang_style", style: "Above", parent: "Term").call(one) }.to raise_error(Norvel::ChangeRefused, /cannot be based/)
  end

  it "sets what comes next" do
    expect(change("set_next_style", style: "Quote", next: "Base").call(one).sheet["Quote"].next_style).to eq("Base")
    expect(change("set_next_style", style: "Heading1", next: "").call(one).sheet["Heading1"].next_style).to be_nil
  end

  it "deletes with a replacement, and nothing points at what is gone" do
    after = change("delete_style", style: "Quote", replacement: "Base").call(one)
    expect([after.sheet["Quote"], after.paragraphs[2].style, after.sheet["Heading1"].next_style]).to eq([nil, "Base", "Base"])
    family = change("delete_style", style: "Above", replacement: "Base").call(one)
    expect(family.sheet["Lone"].parent).to eq("Base")
    plain = change("delete_style", style: "Term", replacement: "").call(one)
    expect(plain.paragraphs[1].runs.map(&:style)).to eq([nil, nil])
    expect { change("delete_style", style: "Base", replacement: "Quote").call(one) }.to raise_error(Norvel::ChangeRefused, /cannot go/)
    expect { change("delete_style", style: "Quote", replacement: "Term").call(one) }
      .to raise_error(Norvel::ChangeRefused, /cannot stand in/)
  end

  it "removes only what nothing uses, rests on or follows" do
    expect(Norvel::Changes::RemoveUnusedStyles.unused(one).map(&:id)).to contain_exactly("Lone", "Above")
  end

  it "comes back from the ledger and goes out with the file" do
    before = came("night-ferries.docx")
    steps = [["rename_style", {style: "Heading1", name: "Chapter"}], ["duplicate_style", {style: "Heading2", name: "Section"}],
      ["hang_style", {style: "BlockQuotation", parent: "BodyText"}],
      ["set_next_style", {style: "Heading1", next: "BodyText"}], ["delete_style", {style: "Heading3", replacement: "Heading2"}], [
        "remove_unused_styles", {}
      ]]
    after = steps.reduce(before) do |now, (name, parameters)|
      done = change(name, **parameters).call(now)
      again = Norvel::Changes::Difference.apply(now, JSON.parse(JSON.generate(Norvel::Changes::Difference.between(now, done))))
      expect([again.sheet.styles, again.paragraphs]).to eq([done.sheet.styles, done.paragraphs])
      done
    end
    delivered = read(Norvel::Formats.write(after, source: demo("night-ferries.docx")))
    plain = ->(sheet) { sheet.styles.transform_values { |style| style.with(from_file: true) } }
    expect(plain[delivered.sheet]).to eq(plain[after.sheet])
    expect(delivered.words).to eq(before.words)
  end

  describe "the traps of inheritance" do
    def sprung(style, values)
      after = change("change_style", style: style, values: values).call(one)
      Norvel::Changes::Traps.sprung(one, after).map { |trap| [trap.style, trap.values] }
    end

    it "warns of a first-line indent or justification that headings would take over" do
      expect(sprung("Base", {"indent_first" => "1 cm"})).to eq([["Heading1", {"indent_first" => "0 cm"}]])
      expect(sprung("Base", {"align" => "justify"})).to eq([["Heading1", {"align" => "start"}]])
    end

    it "warns for titles, captions, headers, footers and contents entries, and of spacing, and keeps them as they were" do
      names = {"Title" => "Title", "Cap" => "caption", "Head" => "header", "Toc" => "toc 1", "Plain" => "Remark"}
      apart = manuscript(paragraph(0, "x"), styles: names.to_h { |id, name|
        [id, {name: name, parent: "Base", properties: (id == "Cap") ? {space_after: 127_000} : {}}]
      })
      operation = Norvel::Changes.build("change_style", "style" => "Base",
        "values" => {"line_spacing" => "2", "space_after" => "12 pt", "align" => "justify", "indent_first" => "1 cm"})
      found = Norvel::Changes::Traps.sprung(apart, operation.call(apart))
      expect(found.map(&:style)).to match_array(%w[Heading1 Title Cap Head Toc])
      expect(found.find { |trap| trap.style == "Cap" }.values).to eq("indent_first" => "0 cm", "align" => "start", "line_spacing" => "1")
      mended = Norvel::Cascade.new(Norvel::Changes::Traps.mended(operation, apart).call(apart))
      expect(%w[Title Head Toc].map { |id| mended.style(id).values(%i[align indent_first space_after]) }.uniq)
        .to eq([{align: :start, indent_first: 0, space_after: 0}])
      expect(mended.style("Plain")[:space_after]).to eq(152_400)
    end

    it "is silent about what headings do not take over, and about headings themselves" do
      expect(sprung("Base", {"size" => "13 pt"})).to eq([])
      expect(sprung("Heading1", {"indent_first" => "1 cm"})).to eq([])
      expect(sprung("Quote", {"indent_first" => "1 cm"})).to eq([])
    end
  end

  it "draws the family as a tree, without what is not shown" do
    svg = ->(show) {
      Nokogiri::XML(Norvel::Drawing::FamilySvg.new(one, Norvel::Cascade.new(one),
        uses: {"Heading1" => 1, "Base" => 1, "Quote" => 1}, show: show).to_s).css("text.specimen").map(&:text)
    }
    expect([svg[:used], svg[:all]])
      .to eq([["Base", "Heading 1", "Block quotation"], ["Base", "Heading 1", "Block quotation", "Above", "Lone"]])
  end
end

# ISO/IEC 29500-1 §17.3.1.12: an indent in characters overrides a width, inherited too.
RSpec.describe "Indents in characters" do
  let(:one) { manuscript(paragraph(0, "Head", style: "Heading1"), paragraph(1, "Words of the text")) }

  # Seen: the second of two lines about one style was lost.
  it "carries out both of two lines about one style" do
    after = Norvel::Changes.build("restyle", "lines" => ["Base: 14 pt", "Base: bold"]).call(manuscript(paragraph(0, "Text")))
    expect(after.sheet["Base"].properties).to include(size: 177_800, bold: true)
  end

  def restyled(manuscript, line) =
    Norvel::Changes::Traps.mended(Norvel::Changes.build("restyle", "lines" => [line]), manuscript).call(manuscript)

  it "are as wide as the size that the same line sets" do
    widths = ["12 pt, indent 2 ch", "indent 2 ch, 12 pt", "24 pt, indent 2 ch"].map do |line|
      restyled(one, "Base: #{line}").sheet["Base"].properties[:indent_first]
    end
    expect(widths[0]).to eq(widths[1])
    expect(widths[2]).to be_within(2).of(widths[0] * 2)
    here = Norvel::Changes.build("format_here", "paragraphs" => [1], "values" => {"indent_first" => "2 ch", "size" => "24 pt"}).call(one)
    expect(here.paragraph(1).properties[:indent_first]).to eq(widths[2])
  end

  it "are none for headings that keep clear of them" do
    after = restyled(one, "Base: indent 2 ch")
    expect([after.sheet["Base"], after.sheet["Heading1"]]
      .map { |style| style.properties.values_at(:indent_first_chars, :indent_first).first(2) }).to match([[200, a_value > 0], [0, 0]])
    expect(restyled(one, "Base: indent 1 cm").sheet["Heading1"].properties).not_to have_key(:indent_first_chars)
  end

  it "are none in the file as well" do
    source = docx { |file| file.paragraph("A chapter", style: "Heading1") && file.paragraph("Words") }
    after = restyled(read(source), "Normal: indent 2 ch")
    styles = Nokogiri::XML(Norvel::Formats::Archive.read(Norvel::Formats.write(after, source: source)).members["word/styles.xml"])
    expect(styles.at_xpath("//*[local-name()='style'][@*[local-name()='styleId']='Heading1']//*[local-name()='ind']")
      .attribute_nodes.to_h { |node| [node.node_name, node.value] }).to include("firstLineChars" => "0", "firstLine" => "0")
  end
end
