# frozen_string_literal: true

require_relative "../support/browser"
require_relative "../support/counted_hands"

# Jobs as people have them, with their actions counted: a click, a key command, or a typed entry with its Enter. Scrolling and reading are
# free. Limits: the project's own goals, a third of what the same jobs took at first.
RSpec.describe "Jobs, counted", type: :feature do
  include CountedHands

  before { Web.clear }

  let(:long) do
    "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was " \
      "said in the town. " * 2
  end
  let(:quotation) { "“#{Array.new(44) { |index| "word#{index}" }.join(" ")}”" }

  def bring(styles: Demo::Report::STYLES, &block)
    Web.bring("Überblick.docx", docx(styles: styles, &block))
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
  end

  it "title, three headings and justified text on a plain chapter: 8" do
    bring { |file| ["The tide bell", long, "Water", long, "Rope", long, "Oil", long].each { |text| file.paragraph(text) } }
    line "Normal: justified", says: "Restyled “Normal”"
    key "w", gives: "#chosen[data-sweep]"
    key "t", gives: "#message", text: "Swept “The tide bell” into “Title”"
    click_paragraph ids[2]
    click_paragraph ids[4], with: :control
    click_paragraph ids[6], with: :control
    key "1", gives: "#message", text: "Swept 3 paragraphs into “heading 1”"
    expect(named(0, 2, 4, 6, 1)).to eq(["Title", "heading 1", "heading 1", "heading 1", "Normal"])
    cascade = Norvel::Cascade.new(now)
    expect([1, 2].map { |index| cascade.paragraph(now.paragraphs[index])[:align] }).to eq(%i[justify start])
    expect(@actions).to be <= 8
  end

  it "a base style to an institute's rules with headings kept clear, and a style for all long quotations: 11" do
    bring do |file|
      file.paragraph("Water", %(<w:pStyle w:val="Heading1"/>)) && [long, quotation, long, quotation, "“Short.”", long].each do |text|
        file.paragraph(text)
      end
    end
    line "Normal: 12 pt Times New Roman, lines 1.5, justified, indent 0.8 cm", says: "kept clear of it"
    key "c", gives: "#pattern:focus"
    entry "40 words and more, in quotation marks", into: "#pattern"
    expect(page).to have_css(".slip-place", text: "2 paragraphs chosen")
    line "Long quotation from Normal then Normal: 11 pt, lines 1, in 1.25 cm, in at end 1.25 cm, no indent",
      says: "Made the style “Long quotation” for 2 paragraphs"
    expect(named(0, 1, 2, 3, 4, 5)).to eq(["heading 1", "Normal", "Long quotation", "Normal", "Long quotation", "Normal"])
    cascade = Norvel::Cascade.new(now)
    expect(cascade.paragraph(now.paragraphs[0]).values(%i[indent_first align])).to eq(indent_first: 0, align: :start)
    expect(@actions).to be <= 11
  end

  it "double spacing for the chosen paragraph, and for all: 2 each" do
    bring { |file| 3.times { file.paragraph(long) } }
    click_paragraph ids[1]
    @actions = 0
    line "lines double", says: "Tried line spacing 2 on 1 paragraph"
    expect(@actions).to be <= 2
    @actions = 0
    line "Normal: lines double", says: "Restyled “Normal”"
    expect(@actions).to be <= 2
    expect(Norvel::Cascade.new(now).paragraph(now.paragraphs[2])[:line_spacing].value).to eq(2)
  end

  it "styles from two examples, with parents, redefined and recoloured: 12" do
    bring do |file|
      file.paragraph(long)
      file.paragraph([file.text("An aside of theirs.", %(<w:i/><w:sz w:val="20"/>))], %(<w:jc w:val="center"/>))
      file.paragraph([file.text("A note of theirs.", %(<w:b/>))])
    end
    click_paragraph ids[1]
    key "k", gives: "#look-name:focus"
    entry "Aside from Normal then Normal", into: "#look-name", says: "Made the style “Aside”"
    click_paragraph ids[2]
    key "k", gives: "#look-name:focus"
    entry "Note from Aside", into: "#look-name", says: "Made the style “Note”"
    line "Aside: 11 pt", says: "Restyled “Aside”"
    line "Note: colour dark red", says: "Restyled “Note”"
    expect(named(0, 1, 2)).to eq(%w[Normal Aside Note])
    expect(now.sheet.named("Note").then { |style| [now.sheet[style.parent].name, style.properties[:color]] }).to eq(["Aside", "#8b0000"])
    expect(Norvel::Cascade.new(now).run(now.paragraphs[1], now.paragraphs[1].runs.first).values(%i[size italic]))
      .to eq(size: 139_700, italic: true)
    expect(@actions).to be <= 12
  end

  it "heading and sub-heading shaded by example: 6" do
    bring do |file|
      %w[Heading1 Heading2 Heading1 Heading2].each do |id|
        file.paragraph("Of the #{id}", %(<w:pStyle w:val="#{id}"/>)) && file.paragraph(long)
      end
    end
    [[0, "shading #dddddd", "heading 1"], [2, "shading #eeeeee", "heading 2"]].each do |index, values, style|
      click_paragraph ids[index]
      key "t"
      expect(page).to have_css("#try-line:focus")
      write values # an entry, ended by Alt+L in the place of Enter
      key "l", chord: :alt, gives: "#message", text: "“#{style}” adopted #{values}"
    end
    cascade = Norvel::Cascade.new(now)
    expect([0, 2, 4, 6].map { |index| cascade.paragraph(now.paragraphs[index])[:shading] }).to eq(%w[#dddddd #eeeeee #dddddd #eeeeee])
    expect(@actions).to be <= 6
  end

  it "three own styles with metric spacing, blank lines out, numbers: 12" do
    bring do |file|
      3.times do |index|
        file.paragraph("Matter #{index}", %(<w:pStyle w:val="Heading1"/>)) && 3.times { file.paragraph(long) && file.paragraph }
      end
    end
    line "Section from heading 1: 14 pt, 0.4 cm before, 0.2 cm after, level 2", says: "Made the style “Section”"
    line "Plain text from Normal: 0.2 cm after", says: "Made the style “Plain text”"
    line "Remark from Plain text: 10 pt, in 1 cm", says: "Made the style “Remark”"
    click_on "Replace them by space …"
    click_on "Make the change", gives: "Replaced 9 blank lines"
    key "2", gives: ".views [aria-current]", text: "Outline"
    click_on "Number the headings", gives: "Numbered the headings 1, 1.1, 1.1.1"
    expect(now.sheet.named("Section").then { |style| [style.properties[:space_before], style.properties[:space_after]] }).to eq(
      [227, 113].map { |twips| twips * Norvel::Lengths::TWIP }
    )
    expect([now.paragraphs.count(&:empty?), Norvel::ListLabels.for(now, Norvel::Cascade.new(now)).values]).to eq([0, %w[1 2 3]])
    expect(@actions).to be <= 12
  end

  it "a form of dozens of combinations to four styles: 12" do
    Web.bring("boat-shed-handbook.docx")
    row.update!(guide: "marrowby-handbook")
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
    key "5", gives: ".plan .plan-line"
    count
    click_button "Apply the plan"
    expect(page).to have_css("#pages .para[data-p]")
    expect(Norvel::Looks.of(now).map { |look| now.sheet[now.paragraph(look.paragraphs.first).style].name })
      .to contain_exactly("Chapter", "Topic", "Handbook text", "Step")
    expect(@actions).to be <= 12
  end

  it "adopting by example over twelve chapters, a pull quotation, a character style, a key: 12" do
    bring do |file|
      12.times do |index|
        file.paragraph("Chapter #{index + 1}", %(<w:pStyle w:val="Heading1"/>)) &&
          file.paragraph("Quoted in chapter #{index}.") && file.paragraph(long)
      end
    end
    click_paragraph ids[0]
    key "t"
    keys "18 pt, centred, new page, 1 cm after"
    key "l", chord: :alt, gives: "#message", text: "“heading 1” adopted 18 pt"
    click_paragraph ids[1]
    line "Pull quotation from Normal then Normal key q: italic, centred, 12 pt before and after",
      says: "Made the style “Pull quotation” for 1 paragraph"
    key "f", gives: "#find:focus"
    entry "tide bell", into: "#find"
    click_on "Choose all 24"
    line "Term: italic", says: "Made the style “Term”"
    expect(page).to have_css("#chosen[data-words]", visible: :all)
    expect(row.reload.chosen_keys).to eq(now.sheet.named("Pull quotation").id => "q")
    expect(now.paragraphs.count { |paragraph|
      now.sheet[paragraph.style].name == "heading 1" && Norvel::Cascade.new(now).paragraph(paragraph)[:break_before]
    }).to eq(12)
    expect([named(1), now.paragraphs.flat_map(&:runs).count { |run| run.style == now.sheet.named("Term", kind: :character).id }])
      .to eq([["Pull quotation"], 24])
    expect(@actions).to be <= 12
  end

  it "whole-manuscript settings, paper, margins, words divided, base style: 11" do
    bring { |file| file.paragraph("Water", %(<w:pStyle w:val="Heading1"/>)) && 3.times { file.paragraph(long) } }
    line "Normal: 12 pt Caladea, lines 1.15, 6 pt after", says: "Restyled “Normal”"
    unfold "Paper and margins"
    count
    select "A5", from: "Paper"
    count
    {"top" => "2 cm", "bottom" => "2 cm", "start" => "2.5 cm", "end" => "1.5 cm"}.each do |edge, length|
      fill_in "Margin at #{edge}", with: length
      count
    end
    click_on "Set the pages", gives: "Set the page design: paper A5"
    unfold "At line ends"
    count
    click_on "Divide words"
    expect(page).to have_content("Words are divided where their style allows it.")
    design = now.sections.first.page
    expect([design.paper, design.margin.values_at(:top, :bottom, :start, :end), now.settings.hyphenate])
      .to eq(["A5", [1134, 1134, 1417, 850].map { |twips| twips * Norvel::Lengths::TWIP }, true])
    expect(@actions).to be <= 11
  end

  it "a style changed everywhere, its parent and what comes next: 5" do
    bring do |file|
      file.paragraph("Water", %(<w:pStyle w:val="Heading1"/>)) && 3.times { file.paragraph(long, %(<w:pStyle w:val="BodyText"/>)) }
    end
    line "heading 1 from Normal then Body Text: 15 pt, colour navy", says: "Restyled “heading 1”"
    expect(now.sheet["Heading1"]).to have_attributes(
      parent: "Normal", next_style: "BodyText", properties: a_hash_including(size: 190_500, color: "#000080")
    )
    expect(@actions).to be <= 5
  end
end
