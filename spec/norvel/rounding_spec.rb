# frozen_string_literal: true

# 567 twips and 1 cm are the same, as far as a file lets it be seen: what a style says so is not said by hand.
RSpec.describe "Values after a file's rounding" do
  let(:cm) { 360_000 }
  let(:twips) { 567 * Norvel::Lengths::TWIP } # 360,045

  it "are the same value" do
    expect([Norvel::Properties.same?(:indent_first, cm, twips), Norvel::Properties.same?(:indent_first, cm, cm + 6_350),
      Norvel::Properties.same?(:indent_first, cm, nil), Norvel::Properties.same?(:indent_first, nil, nil)]).to eq([
        true, false, false, true
      ])
  end

  it "are cleared where a style adopts them, and follow later" do
    one = manuscript(paragraph(0, "First", indent_first: twips), paragraph(1, "Second", indent_first: cm),
      paragraph(2, "Third", indent_first: 2 * cm))
    after = Norvel::Changes.build("adopt_look", "paragraph" => 1).call(one)
    expect(after.paragraphs.map(&:properties)).to eq([{}, {}, {indent_first: 2 * cm}])
    later = Norvel::Changes.build("change_style", "style" => "Base", "values" => {"indent_first" => "0.5 cm"}).call(after)
    cascade = Norvel::Cascade.new(later)
    expect(later.paragraphs.map { |paragraph| cascade.paragraph(paragraph)[:indent_first] }).to eq([180_000, 180_000, 2 * cm])
  end

  it "go where a style is given that says the same" do
    one = manuscript(paragraph(0, "First", indent_start: twips))
    after = Norvel::Changes.build("apply_style", "paragraphs" => [0], "style" => "Quote", "shed" => true).call(one)
    expect(after.paragraph(0).properties).to eq({})
    made = Norvel::Changes.build("style_from_look", "paragraph" => 0, "name" => "Set in")
      .call(manuscript(paragraph(0, "A", indent_start: twips), paragraph(1, "B", indent_start: cm)))
    expect(made.paragraphs.map(&:style)).to eq(%w[Setin Setin])
  end

  it "count as one where most of a style's paragraphs have them" do
    paragraphs = Array.new(6) { |index| paragraph(index, "Words #{index}", indent_first: index.even? ? cm : twips) }
    one = manuscript(*paragraphs, paragraph(6, "Other", indent_first: 3 * cm))
    found = Norvel::CommonestByHand.of(one)
    expect(found.map { |each| [each.style, each.values, each.agreeing.size] }).to eq([["Base", {indent_first: cm}, 6]])
    after = Norvel::Changes.build("adopt_everywhere").call(one)
    expect(after.paragraphs.map(&:properties)).to eq([*Array.new(6) { {} }, {indent_first: 3 * cm}])
  end

  # 3.5 cm is 99.2126 pt, in whole twips 99.2 pt: laid out as the one and delivered as the other, a line ends at another word.
  describe "on the grid of the format" do
    let(:grid) { Norvel::Formats.usual.inheritance.grid }
    let(:handbook) { demo("boat-shed-handbook.docx") }

    def set(manuscript, style, **values)
      Norvel::Changes.build("change_style", "style" => style, "values" => values.transform_keys(&:to_s)).call(manuscript)
    end

    it "are what the file says, of every property that has a length, whatever is set" do
      random = Random.new(11)
      spelled = Norvel::Formats.usual
      Norvel::Properties.all.select { |one| %i[length line_spacing tabs borders].include?(one.kind) }.each do |property|
        30.times do
          emu = property.hold(12_700 + random.rand(4_000_000)) if property.length?
          value = case property.kind
          when :length then emu
          when :line_spacing then Norvel::Properties::LineSpacing.multiple(random.rand(0.5..3.0).round(3))
          when :tabs then [Norvel::Properties::TabStop.new(position: random.rand(5_000_000))]
          else {top: {style: "single", width: random.rand(1_000..150_000), color: "auto", space: random.rand(390_000)}}
          end
          on = grid.set({property.name => value})
          expect(spelled.spelled(on)).to eq(on), "#{property.name}: #{value} became #{on}"
          expect((on[property.name] - value).abs).to be <= 3_175 if property.length?
        end
      end
    end

    it "lay the manuscript out as the delivered file lays itself out, line by line" do
      before = read(handbook)
      style = before.paragraphs.map(&:style).tally.max_by(&:last).first
      after = set(before, style, indent_start: "3.5 cm", indent_first: "0.7 cm", space_after: "0.33 cm", line_spacing: "1.31")
      after = Norvel::Changes.build("set_page_design", "margin" => {"start" => "2.77 cm", "end" => "3.1 cm"}).call(after)
      back = read(Norvel::Formats.write(after, source: handbook))
      expect(back.sheet[style].properties).to eq(after.sheet[style].properties)
      expect(back.sections.map(&:page)).to eq(after.sections.map(&:page))
      lines = lambda do |one|
        layout(one).pages.map { |page| page.placed.map { |placed| [placed.x, placed.y, placed.line.width, placed.line.start] } }
      end
      expect(lines[back]).to eq(lines[after])
    end

    it "are left where a file says them off it and nobody sets them" do
      one = manuscript(paragraph(0, "First", indent_start: cm, space_after: 100_003), inheritance: Norvel::Formats.usual.inheritance)
      after = Norvel::Changes.build("format_here", "paragraphs" => [0], "values" => {"indent_start" => "3.5 cm"}).call(one)
      expect(after.paragraph(0).properties).to include(indent_start: 1984 * Norvel::Lengths::TWIP, space_after: 100_003)
    end

    it "stay as they are in a format that says any length" do
      odt = Norvel::Formats.of("odt").then { |format| format.read(demo("pilot-interview.odt")).with(inheritance: format.inheritance) }
      expect(set(odt, odt.sheet.default_id, indent_start: "3.5 cm").sheet[odt.sheet.default_id].properties[:indent_start])
        .to eq(1_260_000)
    end

    it "go onto that of another format when a file of it is made" do
      odt = Norvel::Formats.of("odt").then { |format| format.read(demo("pilot-interview.odt")).with(inheritance: format.inheritance) }
      tabs = [Norvel::Properties::TabStop.new(position: 1_800_000)]
      odt = odt.with(sheet: odt.sheet.with_style(odt.sheet.fetch(odt.sheet.default_id).with_values(tabs: tabs)))
      made = read(Norvel::Formats.make(layout(odt), as: "docx", source: demo("pilot-interview.odt")))
      style = made.sheet.styles.values.find { |one| one.properties[:tabs] }
      expect(style.properties[:tabs].map(&:position)).to eq([2835 * Norvel::Lengths::TWIP])
    end

    it "share what was not changed" do
      one = read(handbook)
      changed = set(one, one.sheet.default_id, space_after: "6 pt")
      expect(%i[blocks sections lists notes].reject { |name| changed.public_send(name).equal?(one.public_send(name)) }).to eq([])
      kept = one.sheet.styles.keys - [one.sheet.default_id]
      expect(kept.reject { |id| changed.sheet[id].equal?(one.sheet[id]) }).to eq([])
    end
  end
end
