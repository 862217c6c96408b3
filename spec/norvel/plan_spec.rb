# frozen_string_literal: true

RSpec.describe Norvel::Plan do
  let(:guide) { Norvel::Guide.find("marrowby-diploma") }
  let(:long) do
    "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was " \
      "said in the town, whenever fog lay over it. " * 2
  end

  # @yieldparam file [Demo::DocxBuilder]
  # @return [Array(Norvel::Manuscript, Norvel::Plan, Norvel::Manuscript)] before, the plan, after
  def plan(guide = self.guide, **more, &block)
    before = read(docx(**more, &block))
    described_class.new(before, guide).then { |made| [before, made, made.apply] }
  end

  def labelled(manuscript) = Norvel::ListLabels.for(manuscript, Norvel::Cascade.new(manuscript)).then do |labels|
    manuscript.paragraphs.map { |paragraph| [labels[paragraph.id], paragraph.text].compact.join(" ") }
  end

  def bold(file, text, size = 28) = file.paragraph([file.text(text, %(<w:b/><w:sz w:val="#{size}"/>))])

  def style_of(manuscript, index) = manuscript.sheet[manuscript.paragraphs[index].style].name

  it "leaves headers and footers in their columns, which are those of the new page" do
    styles = Demo::Report::STYLES +
      %(<w:style w:type="paragraph" w:styleId="Footer"><w:name w:val="footer"/><w:basedOn w:val="Normal"/><w:pPr><w:tabs>) +
      %(<w:tab w:val="center" w:pos="4513"/><w:tab w:val="right" w:pos="9026"/></w:tabs></w:pPr></w:style>)
    columns = %(<w:r><w:t>Ansel</w:t></w:r><w:r><w:tab/><w:t>by night</w:t></w:r><w:r><w:tab/><w:t>1</w:t></w:r></w:p>)
    bytes = docx(styles: styles, header: %(<w:p><w:pPr><w:tabs><w:tab w:val="right" w:pos="8000"/></w:tabs></w:pPr>#{columns}),
      footer: %(<w:p><w:pPr><w:pStyle w:val="Footer"/></w:pPr>#{columns})) do |file|
      4.times do
        file.paragraph("The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next. " * 3)
      end
    end
    guide = Norvel::Guide.find("office-report") # 16 cm of text
    after = read(Norvel::Formats.write(described_class.new(read(bytes), guide).apply, source: bytes))
    stops = after.margin_paragraphs.select { |paragraph| paragraph.text.include?("\t") }.to_h do |one|
      [one.text[0, 5] + one.style, Norvel::Cascade.new(after).paragraph(one)[:tabs].map { |stop| (stop.position / 360_000.0).round(1) }]
    end
    expect(stops.values).to contain_exactly([8.0, 16.0], [14.1])
    expect(Norvel::Guide::Check.new(guide, layout(after)).findings.select { |finding| finding.message.match?(/tab/i) }).to eq([])
  end

  it "lets styles number headings whose numbers are written in several ways, sign for sign" do
    heads = ["Chapter 1: Water", "1.1 Fog", "CHAPTER 2: BOATS", "2.1 Oars", "2.2 Rope", "Chapter 3: Tolls"]
    before, made, after = plan do |file|
      heads.each { |text| bold(file, text, text.match?(/chapter/i) ? 32 : 26) && file.paragraph(long) }
    end
    expect(made.lines.map(&:sentence)).to include("Let the heading styles number 6 headings instead of typed numbers.")
    expect(labelled(after) & heads).to eq(heads)
    expect(after.paragraphs.map(&:text)).to include("Water", "Fog", "BOATS")
    expect(Norvel::ListLabels.words(after)).to eq(Norvel::ListLabels.words(before))
    expect(made.remarks).to eq([])
  end

  it "writes such numbers so that they are the same when the file is read again" do
    bytes = docx do |file|
      ["Chapter 1: Water", "CHAPTER 2: BOATS", "Chapter 3: Tolls"].each { |text| bold(file, text, 32) && file.paragraph(long) }
    end
    after = described_class.new(read(bytes), guide).apply
    again = read(Norvel::Formats.write(after, source: bytes))
    expect(labelled(again).grep(/chapter/i)).to eq(["Chapter 1: Water", "CHAPTER 2: BOATS", "Chapter 3: Tolls"])
    expect(again.lists.values.map(&:counter).uniq.size).to eq(1)
  end

  it "lets a chapter out of a larger manuscript begin at its own number" do
    _, _, after = plan { |file| ["3. Water", "4. Boats"].each { |text| bold(file, text, 32) && file.paragraph(long) } }
    expect(labelled(after)).to include("3. Water", "4. Boats")
    expect(after.paragraphs.map(&:text)).to include("Water", "Boats")
  end

  it "says which numbers do not follow, and leaves them" do
    _, made, after = plan { |file| ["1. Water", "2. Boats", "4. Tolls"].each { |text| bold(file, text, 32) && file.paragraph(long) } }
    expect(labelled(after)).to include("1. Water", "2. Boats", "4. Tolls")
    expect(made.remarks.map { |remark| [remark.part, remark.sentence, remark.paragraphs] })
      .to eq([[:headings, "1 heading keeps its typed number: it does not follow from the ones before.", [4]]])
  end

  it "leaves columns made with tabs alone, and says so" do
    _, made, after = plan { |file| file.paragraph(long) && file.paragraph("Winter\t3\t12\nSummer\t5\t2") }
    expect(after.paragraphs.last.text).to eq("Winter\t3\t12\nSummer\t5\t2")
    expect(made.remarks.map(&:sentence)).to eq(["1 paragraph makes columns with tabs and stays as it is: it would be a table."])
  end

  it "makes a style of what the guide has none for, so that nothing is left by hand" do
    _, made, after = plan do |file|
      file.paragraph(long)
      2.times do |index|
        file.paragraph([file.text("lamp.set(#{index})", %(<w:rFonts w:ascii="Courier New" w:hAnsi="Courier New"/><w:sz w:val="20"/>))])
      end
    end
    expect(made.lines.map(&:sentence)).to include(
      "Made the style “Listing” of what 2 paragraphs have by hand; the guide has none for code."
    )
    expect([style_of(after, 1), style_of(after, 2), Norvel::DirectFormatting.count(after)]).to eq(["Listing", "Listing", 0])
    expect(Norvel::Cascade.new(after).style(after.paragraphs[1].style).values(%i[font_family size]))
      .to eq(font_family: "Courier New", size: 127_000)
  end

  it "has nothing to do a second time" do
    %w[night-ferries.docx quayside-notice.docx].each do |name|
      after = tidied(name)
      expect([name, described_class.new(after, guide).lines.map(&:sentence)]).to eq([name, []])
    end
  end

  it "keeps the words that head a paragraph strong in the style of running text" do
    _, _, after = plan { |file| file.paragraph(long) && file.paragraph([file.text("Method.", "<w:b/>"), file.text(" #{long}")]) }
    expect(style_of(after, 1)).to eq(style_of(after, 0))
    expect(after.paragraphs[1].runs.map { |run| [run.text[0, 7], after.sheet[run.style]&.name] }.first).to eq(["Method.", "Strong"])
  end

  it "clears paragraphs in which two stretches are equal" do
    _, _, after = plan do |file|
      file.paragraph([file.text("#{long}  of  the  "), file.text("Teal", "<w:i/>"), file.text("  and  the  Tern")])
    end
    expect(after.paragraphs.first.text).to end_with("of the Teal and the Tern")
  end

  describe "blank lines" do
    let(:mild) do
      Norvel::Guide.read("guide: Mild\nversion: '1'\nstyles:\n  heading_1: {name: Chapter, size: 16 pt, bold: true}\nrules: []\n")
    end

    it "that pushed a chapter to a new page become a break before it" do
      _, made, after = plan(mild) do |file|
        bold(file, "1. Water", 32)
        8.times { file.paragraph(long) }
        30.times { file.paragraph }
        bold(file, "2. Boats", 32)
        file.paragraph(long)
      end
      boats = after.paragraphs.find { |paragraph| paragraph.text.end_with?("Boats") }
      expect([boats.properties[:break_before], layout(after).pages.size, after.paragraphs.count(&:empty?)]).to eq([true, 2, 0])
      expect(made.lines.map(&:part)).to include(:empty)
    end

    it "that only happen to lie over a page's end become nothing" do
      after = described_class.new(came("quayside-notice.docx"), guide).apply
      expect([layout(after).pages.size, after.paragraphs.count { |paragraph| paragraph.properties[:break_before] }]).to eq([1, 0])
    end
  end

  it "leaves out what was struck out" do
    before = came("boat-shed-handbook.docx")
    after = described_class.new(before, Norvel::Guide.find("marrowby-handbook"),
      without: %i[lists direct empty page_design header footer parts]).apply
    expect(after.paragraphs.map(&:text).grep(/\A[•–-]\t/).size).to eq(24)
    expect(after.paragraphs.count(&:empty?)).to eq(before.paragraphs.count(&:empty?))
    expect(after.sections).to eq(before.sections)
  end

  # Seen: without the sheet styles vanished in silence, and headings that were bold by hand became running text.
  describe "what is struck out, and what rests on it" do
    let(:before) { read(short_report) }
    let(:heads) { Norvel::Roles.new(before).in(*Norvel::Roles::HEADINGS).map(&:id) }

    def made(*without) = described_class.new(before, guide, without: without)

    def bold?(after, id) = after.paragraph(id).then { |one| Norvel::Cascade.new(after).run(one, one.runs.first)[:bold] }

    it "without the sheet leaves what is by hand, and says so" do
      plan = made(:sheet)
      expect(heads.map { |id| bold?(plan.apply, id) }.uniq).to eq([true])
      expect(plan.lines.map(&:part) & [:direct, :headings, *Norvel::Roles::HEADINGS]).to eq([])
      expect(plan.remarks.find { |one| one.part == :sheet }.sentence).to start_with("With the guide's sheet its styles are left out")
    end

    it "without parts, or without chapters, lets chapters begin no page that began none, and says so" do
      {parts: "the parts are left out", heading_1: "headings of level 1 are left out"}.each do |part, said|
        plan = made(part)
        cascade = Norvel::Cascade.new(plan.apply)
        expect(heads.map { |id| cascade.paragraph(plan.apply.paragraph(id))[:break_before] }.uniq).to eq([false])
        expect(plan.remarks.map(&:sentence)).to include("Chapters begin no page: #{said}.")
      end
      expect(made(:heading_1).remarks.map(&:sentence))
        .to include(a_string_starting_with("Typed numbers of headings stay: some headings are left out"))
    end

    it "has no sentence twice" do
      sentences = described_class.new(before, guide).lines.map { |line| [line.part, line.sentence] }
      expect(sentences.uniq).to eq(sentences)
    end
  end

  # Seen: a group called “run-in heading” of which nothing became one, without a word.
  describe "paragraphs that begin with words set off from their text" do
    let(:before) do
      read(docx { |file|
        3.times { |number| file.paragraph([file.text("Matter #{number}.", "<w:b/>"), file.text(" #{long}")]) && file.paragraph(long) }
      })
    end
    let(:read_so) { before.paragraphs.values_at(0, 2, 4) }

    it "stay running text, which is said, and become headings where that is asked for" do
      expect(Norvel::Roles.new(before).in(:run_in_heading)).to eq(read_so)
      remark = described_class.new(before, guide).remarks.find { |one| one.part == :run_in_heading }
      expect([remark.sentence, remark.paragraphs])
        .to eq(
          ["3 paragraphs begin only with words set off from their text: running text, whose words stay emphasised.", read_so.map(&:id)]
        )
      plan = described_class.new(before, guide, also: [:run_in_heading])
      after = plan.apply
      made = after.paragraphs.select(&:run_in)
      expect(made.map { |one| [one.text.strip, Norvel::Cascade.new(after).paragraph(one)[:outline_level]] })
        .to eq([["Matter 0.", 3], ["Matter 1.", 3], ["Matter 2.", 3]])
      expect(plan.lines.map(&:sentence)).to include("Made 3 run-in headings of the words that begin a paragraph.")
      expect(after.words).to eq(before.words)
    end

    it "become headings where a person calls them so, and those without such words are named" do
      ids = before.paragraphs.first(2).map(&:id)
      plan = described_class.new(before, guide, roles: Norvel::Roles.new(before).corrected(ids.to_h { |id| [id, :run_in_heading] }))
      expect(plan.remarks.map(&:sentence))
        .to include("1 paragraph begins with no words set off at the beginning: no heading can be made of it.")
    end
  end

  it "names what a condition leaves: quotations that are too short, blank lines that something needs" do
    _, made, = plan do |file|
      file.paragraph(long) && file.paragraph("“#{long.strip}”") && file.paragraph(long) && file.paragraph("“Too short by far.”")
      6.times { file.paragraph(long * 2) }
    end
    expect(made.lines.map(&:part)).to include(:long_quotations)
    expect(made.remarks.map { |remark| [remark.part, remark.sentence] })
      .to include(
        [:long_quotations, "1 paragraph in quotation marks stays as running text: of fewer than 40 words, or one beside the other."]
      )
  end
end

RSpec.describe Norvel::Plan::Baring do
  let(:long) do
    "The night ferries of the sound left when the last lamp on the quay was lit, and came back before the boats of the day were under way."
  end
  let(:head) { ->(id, words) { paragraph(id, stretch(words, bold: true, size: 177_800)) } }
  let(:one) do
    manuscript(paragraph(0, stretch("The Night Ferries", bold: true, size: 279_400), align: :center),
      *[[1, "Lamps"], [3, "Tolls"], [5, "Boats"]].map { |id, words| head[id, words] },
      *[2, 4, 6].map { |id| paragraph(id, long) }, paragraph(7, long, shading: "#eeeeee"),
      paragraph(8, "With a ", stretch("word", italic: true), " leant on, in a sentence of some length."))
      .then { |made| made.with(blocks: made.blocks.sort_by(&:id)) }
  end
  let(:roles) do
    Norvel::Roles.said(
      one, {0 => :title, 1 => :heading_1, 3 => :heading_1, 5 => :heading_1, 2 => :body, 4 => :body, 6 => :body, 7 => :body, 8 => :body}
    )
  end

  # Seen: a title and six bold headings became body text, and two shaded paragraphs plain, without a word.
  it "does not flatten what reads as a title or a heading, and says what is gone" do
    baring = described_class.new(one, roles: roles)
    after = baring.operation.call(one)
    expect(after.paragraphs.map { |paragraph| after.sheet[paragraph.style].name })
      .to eq(["Title", "Heading 1", "Base", "Heading 1", "Base", "Heading 1", "Base", "Base", "Base"])
    expect(after.paragraphs.flat_map { |paragraph| Norvel::DirectFormatting.objectionable(paragraph) }).to eq([])
    expect(after.paragraph(8).runs.map { |run| after.sheet[run.style]&.properties }).to eq([nil, {italic: true}, nil])
    expect(Norvel::Cascade.new(after).paragraph(after.paragraph(0))[:align]).to eq(:center)
    expect(baring.operation.sentence(one)).to eq(
      "Gave a style to 1 title (sure), 3 headings of level 1 (sure), then removed direct formatting from the whole " \
      "manuscript, emphasis kept; what only stood there by hand is gone: 14 pt (3), shading (1)."
    )
  end

  it "makes a heading style with its level where there is none" do
    bare = one.with(sheet: one.sheet.with_styles("Heading1" => nil))
    after = described_class.new(bare,
      roles: Norvel::Roles.said(bare, bare.paragraphs.to_h { |paragraph| [paragraph.id, roles.of(paragraph.id).name] })).operation.call(
        bare
      )
    made = after.sheet[after.paragraph(1).style]
    expect([made.name, made.properties.values_at(:outline_level, :bold, :size)]).to eq(["heading 1", [1, true, 177_800]])
  end
end
