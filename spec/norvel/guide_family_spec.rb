# frozen_string_literal: true

RSpec.describe Norvel::Guide::Family do
  def guide(styles, more = {}) =
    Norvel::Guide.read(
      YAML.dump({"guide" => "A test", "version" => "1", "styles" => styles,
                 "rules" => [{"id" => "exact", "clause" => "As the sheet has it.", "severity" => "must",
                              "checks" => "guide_style"}]}.merge(more))
    )

  def said(family, slot) = family[slot].values.to_h { |name, value| [name, Norvel::Properties[name].show(value)] }

  let(:base) { {"name" => "House base", "font_family" => "Carlito", "size" => "11 pt", "line_spacing" => 1.15} }
  let(:family) do
    guide("base" => base, "body" => {"name" => "House text", "align" => "justify", "size" => "11 pt", "color" => "auto"},
      "heading_1" => {"name" => "Chapter", "size" => "16 pt", "bold" => true},
      "heading_2" => {"name" => "Section", "parent" => "heading_1", "size" => "13 pt", "bold" => true, "align" => "start"},
      "emphasis" => {"name" => "Stress", "italic" => true}).family
  end

  it "lets a style say only what its parents do not say, and nothing that it would have anyway" do
    expect(said(family, :body)).to eq(align: "justify")
    expect(said(family, :heading_2)).to eq(size: "13 pt", outline_level: "2")
    expect(said(family, :emphasis)).to eq(italic: "yes")
  end

  it "gives what nobody says the plain default" do
    expect(family.values(:heading_2)).to include(
      font_family: "Carlito", bold: true, color: "auto", indent_first: 0, space_before: 0, underline: :none, outline_level: 2
    )
  end

  it "says what stands for a role that has no style" do
    expect(%i[heading_5 first_body reference_entry verse caption contents_entry_2].map { |slot| family.home(slot) })
      .to eq([:heading_2, :body, :body, nil, nil, nil])
    only = guide("base" => base).family
    expect([only.home(:body), only.home(:caption)]).to eq([:base, nil])
    expect(family.with_deeper(%i[heading_4]).values(:heading_4)).to include(size: 165_100, outline_level: 4)
  end

  it "reads the older form, in which every style says everything, to the same values" do
    flat = guide("body" => {"name" => "Text", "font_family" => "Caladea", "size" => "12 pt", "line_spacing" => 1.5, "align" => "justify"},
      "caption" => {"name" => "Caption", "font_family" => "Caladea", "size" => "10 pt", "line_spacing" => 1, "italic" => true}).family
    expect(flat.flat?).to be(true)
    expect(said(flat, :base)).to eq(font_family: "Caladea", size: "12 pt", line_spacing: "1.5")
    expect(said(flat, :caption)).to eq(size: "10 pt", line_spacing: "1", italic: "yes")
    expect(flat.values(:body)).to include(font_family: "Caladea", align: :justify, italic: false)
  end

  it "rewrites the older form as a family, with everything else as it was written" do
    old = "# Ours.\nguide: Old\nversion: '1'\nstyles:\n  body: {name: Text, font_family: Caladea, size: 12 pt, " \
      "line_spacing: 1.5}\n  heading_1:\n    name: Chapter\n    font_family: Caladea\n    size: 16 pt\n    line_spacing: " \
      "1.5\n    align: start\n    next: body\nrules: [] # none yet\n"
    before = Norvel::Guide.read(old)
    form = Norvel::Guide::FamilyForm.new(before)
    after = Norvel::Guide.read(form.yaml)
    expect(after.family.flat?).to be(false)
    expect(%i[body heading_1].map { |slot| after.family.values(slot) }).to eq(%i[body heading_1].map { |slot| before.family.values(slot) })
    expect(form.saved).to eq(6)
    expect([form.yaml.lines.first, form.yaml.lines.last]).to eq(["# Ours.\n", "rules: [] # none yet\n"])
  end

  it "reports a parent that is not there, one of another kind, and a loop, with the line" do
    {{"heading_1" => {"name" => "A", "parent" => "title"}} =>
      /line \d+: “title” is the parent style of “heading_1”, and the guide has no style for it/,
     {"emphasis" => {"name" => "E"}, "caption" => {"name" => "C", "parent" => "emphasis"}} => /line \d+: “emphasis” is of another kind/,
     {"heading_1" => {"name" => "A", "parent" => "heading_2"},
      "heading_2" => {"name" => "B", "parent" => "heading_1"}} => /line \d+: “heading_1” is its own ancestor/,
     {"title" => {"name" => "A"}, "caption" => {"name" => "a"}} => /line \d+: the styles of “title” and “caption” have one name/,
     {"title" => {"name" => "A, B"}} => /line \d+: a style's name has no comma/}.each do |styles, words|
      expect { guide({"base" => base}.merge(styles)) }.to raise_error(Norvel::GuideError, words)
    end
  end

  it "is what both shipped guides are, without a value said twice" do
    Norvel::Guide.shipped.map { |name| Norvel::Guide.find(name) }.each do |shipped|
      expect(shipped.family.flat?).to be(false)
      written = shipped.styles.transform_values { |style| style[:values].keys }
      expect(written).to eq(shipped.family.members.transform_values { |member|
        member.values.keys - [:outline_level, (:language if member.slot == :base)].compact
      })
    end
  end

  describe "brought into a manuscript" do
    # Seen: headings stayed blue, captions bold and blue, left over from the styles the file had.
    let(:old) do
      %(<w:docDefaults><w:rPrDefault><w:rPr><w:rFonts w:ascii="Arial" w:hAnsi="Arial"/><w:sz w:val="22"/></w:rPr>) +
        %(</w:rPrDefault><w:pPrDefault><w:pPr><w:spacing w:after="160" w:line="259" w:lineRule="auto"/></w:pPr>) +
        %(</w:pPrDefault></w:docDefaults>) +
        %(<w:style w:type="paragraph" w:default="1" w:styleId="Normal"><w:name w:val="Normal"/></w:style>) +
        %(<w:style w:type="paragraph" w:styleId="Heading1"><w:name w:val="heading 1"/><w:basedOn w:val="Normal"/>) +
        %(<w:link w:val="Heading1Char"/><w:pPr><w:outlineLvl w:val="0"/></w:pPr><w:rPr><w:i/><w:color w:val="2F5496"/>) +
        %(<w:sz w:val="32"/></w:rPr></w:style>) +
        %(<w:style w:type="character" w:styleId="Heading1Char"><w:name w:val="Heading 1 Char"/><w:link w:val="Heading1"/>) +
        %(<w:rPr><w:i/><w:color w:val="2F5496"/><w:sz w:val="32"/></w:rPr></w:style>) +
        %(<w:style w:type="paragraph" w:styleId="Caption"><w:name w:val="caption"/><w:basedOn w:val="Normal"/><w:rPr>) +
        %(<w:b/><w:color w:val="4472C4"/></w:rPr></w:style>) +
        %(<w:style w:type="paragraph" w:styleId="Lauftext"><w:name w:val="Lauftext"/><w:basedOn w:val="Normal"/><w:pPr>) +
        %(<w:jc w:val="right"/></w:pPr></w:style>) +
        %(<w:style w:type="paragraph" w:styleId="Old"><w:name w:val="Old matter"/><w:basedOn w:val="Lauftext"/></w:style>) +
        %(<w:style w:type="character" w:styleId="Emphasis"><w:name w:val="Emphasis"/><w:rPr><w:i/><w:color w:val="C00000"/>) +
        %(</w:rPr></w:style>)
    end
    let(:long) do
      "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was " \
        "said in the town. " * 2
    end
    let(:source) do
      docx(styles: old, footer: %(<w:p><w:r><w:rPr><w:b/></w:rPr><w:t>A footer of the house</w:t></w:r></w:p>)) do |file|
        file.paragraph([file.text("Of the water")], %(<w:pStyle w:val="Heading1"/>))
        4.times do
          file.paragraph([file.text(long), file.text("slowly", "<w:i/>"), file.text(" and so on.")], %(<w:pStyle w:val="Lauftext"/>))
        end
        file.paragraph([file.text("Figure 1. The tide bell")], %(<w:pStyle w:val="Caption"/>))
        file.paragraph([file.text(long)], %(<w:pStyle w:val="Old"/>))
        3.times { |index| file.paragraph([file.text("#{index + 1}. the boat nearest the stairs goes first;")]) }
        file.paragraph([file.text(long)], %(<w:pStyle w:val="Lauftext"/>))
        3.times { |index| file.paragraph([file.text("#{index + 1}. no boat leaves in a fog;")]) }
      end
    end
    let(:house) { Norvel::Guide.find("marrowby-diploma") }
    let(:before) { read(source) }
    let(:plan) { Norvel::Plan.new(before, house) }
    let(:after) { plan.apply }

    def exact(manuscript, house) =
      Norvel::Guide::Check.new(house, layout(manuscript)).results.find { |result| result.rule.id == "as-the-sheet" }

    it "leaves no value that the old styles had, and the rule that says so is met" do
      expect(exact(before, house).state).to eq(:broken)
      expect([exact(after, house).state, exact(after, house).findings.map(&:message)]).to eq([:met, []])
      expect(after.sheet["Heading1"].then { |style| [style.name, style.file_name, style.parent] })
        .to eq(["Chapter heading", "heading 1", "Normal"])
      expect(after.sheet["Heading1Char"].properties).to eq(after.sheet["Heading1"].properties.slice(:size, :bold))
      expect(after.sheet["Emphasis"].properties).to eq(italic: true)
      expect(after.sheet["Lauftext"].then { |style| [style.name, style.properties.keys.sort] })
        .to eq(["Report text", %i[align indent_first]])
    end

    it "reaches everything that does not speak for itself by one change of the base" do
      changed = Norvel::Changes.build("change_style", "style" => "Normal", "values" => {"font_family" => "Caladea"}).call(after)
      cascade = Norvel::Cascade.new(changed)
      expect(changed.paragraphs.flat_map { |one| one.runs.map { |run| cascade.run(one, run)[:font_family] } }.uniq).to eq(["Caladea"])
    end

    it "says nothing that a parent says already" do
      repeated = after.sheet.of_kind(:paragraph).select { |style| style.parent }.flat_map do |style|
        style.properties.select { |name, value| after.sheet.saying(style.parent, name)&.properties&.[](name) == value }.keys
      end
      expect(repeated).to eq([])
    end

    it "makes typed lists of one kind one list that begins anew, in one look" do
      lists = after.paragraphs.filter_map { |paragraph| paragraph.properties[:numbering]&.list }.uniq.map { |id| after.lists[id] }
      expect([lists.size, lists.map(&:counter).uniq.size]).to eq([2, 1])
      expect(Norvel::ListLabels.for(after, Norvel::Cascade.new(after)).values).to eq(%w[1. 2. 3. 1. 2. 3.])
      expect(Norvel::Looks.of(after).size).to be <= Norvel::Looks.of(before).size
      again = read(Norvel::Formats.write(after, source: source))
      expect(Norvel::ListLabels.for(again, Norvel::Cascade.new(again)).values).to eq(%w[1. 2. 3. 1. 2. 3.])
    end

    it "gives header and footer their style too, and clears them" do
      footer = after.sections.first.footers.values.flatten(1).first
      expect([after.sheet[footer.style].name, Norvel::DirectFormatting.objectionable(footer), footer.text])
        .to eq(["Report footer", [], "A footer of the house"])
      again = read(Norvel::Formats.write(after, source: source))
      expect(again.sheet[again.margin_paragraphs.first.style].name).to eq("Report footer")
    end

    it "names the old styles that nothing uses any more, and takes them out where somebody asks" do
      expect(plan.remarks.map(&:sentence)).to include("1 style of the old sheet is used by nothing any more: Old matter.")
      expect(after.sheet["Old"]).not_to be_nil
      gone = Norvel::Plan.new(before, house, also: [:unused]).apply
      expect([gone.sheet["Old"], gone.sheet["Heading1"].name]).to eq([nil, "Chapter heading"])
    end

    it "has nothing to do a second time" do
      expect(Norvel::Plan.new(after, house).lines.map(&:sentence)).to eq([])
    end

    it "leaves the base style alone where the house wants that, and stands under it" do
      apart = guide({"base" => base, "body" => {"name" => "House text", "align" => "justify"}}, "base_style" => "untouched")
      after = Norvel::Plan.new(before, apart).apply
      expect(after.sheet["Normal"]).to eq(before.sheet["Normal"])
      house_base = after.sheet.named("House base")
      expect([house_base.parent, after.sheet.named("House text").parent]).to eq(["Normal", house_base.id])
      body = after.paragraphs[1]
      expect(Norvel::Cascade.new(after).paragraph(body).values(%i[space_after align])).to eq(space_after: 0, align: :justify)
      expect(Norvel::Plan.new(after, apart).lines.map(&:sentence)).to eq([])
    end

    it "keeps the level of a heading that is deeper than the guide's" do
      deep = docx(styles: old +
        %(<w:style w:type="paragraph" w:styleId="H5"><w:name w:val="heading 5"/><w:pPr><w:outlineLvl w:val="4"/></w:pPr>) +
        %(</w:style>)) do |file|
        file.paragraph([file.text("Deep")], %(<w:pStyle w:val="H5"/>)) && file.paragraph([file.text(long)])
      end
      after = Norvel::Plan.new(read(deep), house).apply
      expect(Norvel::Cascade.new(after).paragraph(after.paragraphs.first).values(%i[outline_level indent_first]))
        .to eq(outline_level: 5, indent_first: 0)
      expect(after.sheet["H5"].then { |style| [style.file_name, after.sheet[style.parent].name] }).to eq(["heading 5", "Minor heading"])
    end

    it "sets the first paragraph after a heading by its own style where the guide has one" do
      first = guide("base" => base, "body" => {"name" => "House text", "indent_first" => "0.8 cm"},
        "first_body" => {"name" => "Opening text", "parent" => "body", "indent_first" => "0 cm"}, "heading_1" => {"name" => "Chapter"})
      after = Norvel::Plan.new(before, first).apply
      expect(after.paragraphs[1, 2].map { |one| after.sheet[one.style].name }).to eq(["Opening text", "House text"])
    end

    it "keeps the numbers that headings had by their style" do
      numbered = Norvel::Changes.build("number_headings", "scheme" => "1, 1.1, 1.1.1").call(before)
      after = Norvel::Plan.new(numbered, house).apply
      expect(Norvel::ListLabels.for(after, Norvel::Cascade.new(after))[0]).to eq("1")
      expect(exact(after, house).findings.map(&:message)).to eq([])
    end

    it "keeps the bullets that a style brought, on the paragraphs" do
      list = %(<w:style w:type="paragraph" w:styleId="ListBullet"><w:name w:val="List Bullet"/><w:basedOn w:val="Normal"/></w:style>)
      bulleted = read(docx(styles: old + list) { |file|
        file.paragraph([file.text(long)]) && 3.times do
          file.paragraph([file.text("the boat nearest the stairs")], %(<w:pStyle w:val="ListBullet"/>))
        end
      })
      ref = Norvel::Properties::NumberRef.new(list: "1")
      level = Norvel::Manuscript::ListLevel.new(format: "bullet", text: "–", properties: {indent_start: 914_400, indent_first: -457_200})
      start = bulleted.with(lists: {"1" => Norvel::Manuscript::List.new(id: "1", levels: {0 => level}, counter: "1")},
        sheet: bulleted.sheet.with_style(bulleted.sheet["ListBullet"].with(properties: {numbering: ref})))
      after = Norvel::Plan.new(start, house).apply
      expect(Norvel::ListLabels.for(after, Norvel::Cascade.new(after)).values).to eq(["•"] * 3)
      expect(Norvel::Cascade.new(after).paragraph(after.paragraphs[1])[:indent_start]).to eq(709 * Norvel::Lengths::TWIP) # 1.25 cm
    end
  end
end

RSpec.describe Norvel::Plan do
  let(:house) { Norvel::Guide.find("marrowby-diploma") }
  let(:body) do
    "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was " \
      "said in the town. " * 2
  end
  let(:quotation) { "“#{Array.new(42) { |index| "word#{index}" }.join(" ")}” (Lathe 1871)" }

  def styles(*texts) =
    described_class.new(read(docx { |file| texts.each { |text| file.paragraph([file.text(text)]) } }), house).apply.then do |after|
      after.paragraphs.map { |paragraph| after.sheet[paragraph.style].name }
    end

  it "proposes a long quotation that stands by itself as a block quotation, but not talk" do
    expect(styles(body, body, quotation, body, body)).to eq(["Report text", "Report text", "Long quotation", "Report text", "Report text"])
    expect(styles(body, quotation, quotation, body, body, body, body, body).uniq).to eq(["Report text"])
    expect(styles(body, "“Too short to be one.”", body, body, body, body)[1]).to eq("Report text")
  end
end
