# frozen_string_literal: true

require_relative "../support/counted_hands"

# The manuscript as a book of pages, each task with its actions counted: a click, a choice from a list, a key command, a typed entry.
RSpec.describe "The book of pages", type: :feature do
  include CountedHands

  before { Web.clear }

  let(:picture) do
    %(<w:p><w:r><w:pict><v:shape xmlns:v="urn:schemas-microsoft-com:vml" style="width:90pt;height:60pt">) +
      %(<v:imagedata xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships" r:id="rIdNone"/>) +
      %(</v:shape></w:pict></w:r></w:p>)
  end
  let(:table) do
    "<w:tbl><w:tblPr/><w:tblGrid><w:gridCol w:w=\"2000\"/></w:tblGrid><w:tr><w:tc><w:p><w:r><w:t>12</w:t></w:r></w:p></w:tc></w:tr></w:tbl>"
  end

  def heading(file, words, level = 1) =
    file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading#{level}"/></w:pPr><w:r><w:t>#{words}</w:t></w:r></w:p>))

  def prose(file, times = 3) =
    times.times do
      file.paragraph("The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next. " * 4)
    end

  def bring(&block)
    Web.bring("Überblick – Ñandú.docx", docx(&block))
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
  end

  def thesis
    bring do |file|
      file.paragraph("The Night Ferries")
      ["Abstract", "Introduction", "The boats", "The lamps", "References"].each do |chapter|
        heading(file, chapter)
        prose(file, 4)
        heading(file, "Under #{chapter.downcase}", 2)
        prose(file, 6)
      end
    end
  end

  def to_parts
    count
    keys "6"
    expect(page).to have_css(".openings .leaf-box")
  end

  def press(label, says: nil) = click_on(label, gives: says)

  def choose(value, from:)
    count
    select value, from: from
  end

  def folios = all(".leaf-folio").map(&:text).reject(&:empty?)

  it "gives a thesis its front and main matter, contents, and chapters on rectos, in at most fifteen actions" do
    thesis
    to_parts
    expect(page).to have_css(".slip-text", text: /pages in 1 part/)
    choose "on a new recto", from: "chapters"
    choose "bottom outer", from: "stands"
    press "Show it first …"
    expect(page).to have_css(".proposed-note", text: "Proposed, not made yet")
    expect(folios.first(3)).to eq(%w[i ii 1])
    expect(now.sections.size).to eq(1)
    press "Make the change", says: "Made 5 parts"
    expect(page).to have_no_css(".proposed-note")
    press "Make a list of contents …"
    expect(page).to have_css(".slip-text", text: "Made a list of contents: 10 entries.")
    press "Make the change", says: "Made a list of contents"
    expect(page).to have_css("#slip", text: "A list of contents, page")
    expect(page).to have_css("#slip", text: "up to date.")

    after = now
    layout = Norvel::Layout.new(after)
    starts = after.blocks.grep(Norvel::Manuscript::Paragraph).select { |one| one.style == "Heading1" && one.text != "Abstract" }
    expect(starts.map { |start| layout.page_of(start.id) }).to all(be_odd)
    expect(layout.pages[layout.page_of(starts.first.id) - 1].folio).to eq("1")
    contents = Norvel::Contents.new(layout)
    expect(contents.state(contents.lists.first)).to be_current
    expect(layout.page_of(contents.lists.first.first)).to be < layout.page_of(starts.first.id)
    expect(@actions).to be <= 15
    press "Undo", says: "Undone"
    expect(page).to have_css("#slip", text: "Make a list of contents …")
  end

  it "brings contents up to date after a break has moved a heading, in two actions" do
    thesis
    made = Norvel::Changes.build("make_contents", "before" => 1, "title" => "Contents", "levels" => 2)
    bench = NorvelWeb::App.settings.workbenches[row.id]
    bench.change(made, head: nil)
    bench.change(
      Norvel::Changes.build("format_here", "paragraphs" => [now.paragraphs.find { |paragraph| paragraph.text == "The boats" }.id],
        "values" => {"break_before" => "yes"}), head: row.reload.head_id
    )
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
    to_parts
    expect(page).to have_css("#slip", text: /folios differ/)
    press "Bring it up to date", says: "Brought 1 list of contents up to date."
    expect(page).to have_css("#slip", text: "up to date.")
    expect(@actions).to eq(2)
  end

  it "says why a page ends early, and mends it, in three actions" do
    loose = Demo::Report::STYLES.sub("<w:keepNext/>", "")
    Web.bring("loose.docx", docx(styles: loose) do |file|
      prose(file, 6)
      file.paragraph("The crews learned the tide bell by ear.")
      heading(file, "A heading at the foot")
      prose(file, 6)
    end)
    low = (2..40).find do |lines|
      bytes = docx(styles: loose.gsub("<w:keepNext/>", "")) do |file|
        lines.times { |line| file.paragraph("Line #{line}") } && heading(file, "At the foot") && prose(file)
      end
      read = Norvel::Examination.new(read(bytes))
      next unless read.breaks.poor.any? { |one| one.kind == :heading_alone }

      Web.clear
      @row = nil
      Web.bring("loose.docx", bytes)
    end
    expect(low).not_to be_nil
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
    to_parts
    expect(page).to have_css(".leaf-box.poor .leaf-turn", text: "stands alone at the foot of page 1")
    press "Keep headings of its style with what follows …"
    expect(page).to have_css(".ripple-line")
    press "Make the change", says: "keep"
    expect(page).to have_css("#slip", text: "None: no heading alone")
    expect(@actions).to eq(3)
    find(".leaf-box", match: :first).click
    expect(page).to have_css("#slip", text: /it ends because what stands here goes with what follows it; \d+ lines? moved/)
  end

  it "measures margins on the page against the guide, in two actions" do
    thesis
    count
    keys "x"
    expect(page).to have_css("#page-1 .measures .dim", minimum: 5, visible: :all)
    expect(page).to have_css("#page-1 .dim.off text", text: "guide: 3.5 cm", visible: :all)
    count
    find("#page-1 .para[data-p='2'] tspan", match: :first, visible: :all).click
    expect(page).to have_css("#page-1 .dim.pitch text", text: /lines [\d.]+ pt/, visible: :all)
    expect(@actions).to eq(2)
    shape = find("#page-1 svg.page").native
    page.driver.browser.action.key_down(:alt).move_to(shape, -120, -60).click.move_to(shape, 40, 30).click.key_up(:alt).perform
    expect(page).to have_css("#message", text: /Across [\d.]+ cm, down [\d.]+ cm\./)
  end

  it "makes typed captions real and lists them, in at most four actions a list" do
    bring do |file|
      heading(file, "Introduction")
      prose(file)
      2.times do |number|
        file.raw(picture)
        file.paragraph("Figure #{number + 1}. The quay")
        prose(file, 1)
        file.paragraph("Table #{number + 1}: Fares")
        file.raw(table)
        prose(file, 1)
      end
      heading(file, "The boats")
      prose(file)
    end
    to_parts
    expect(page).to have_css("#slip", text: "4 with typed numbers")
    press "Let their numbers be counted …"
    press "Make the change", says: "Made 4 typed captions real"
    press "Make a list of “Figure” …"
    expect(@actions).to eq(4)
    press "Make the change", says: "Made a list of what counts “Figure”: 2 entries."
    press "Make a list of “Table” …"
    press "Make the change", says: "Made a list of what counts “Table”: 2 entries; the list of “Figure” brought up to date."
    expect(now.contents.map(&:of)).to contain_exactly("Figure", "Table")
  end

  it "changes a part: its paper, folios, headers; begins one, joins it, and undoes" do
    thesis
    to_parts
    all(".leaf-box")[2].click
    expect(page).to have_css("#slip", text: "Part 1 of 1")
    click_on "Begin it …"
    expect(page).to have_css(".proposed-note")
    click_on "Make the change"
    expect(page).to have_css("#message", text: "Began a part with")
    expect(page).to have_no_css(".htmx-request, .htmx-swapping, .htmx-settling")
    all(".leaf-box.begins").last.click
    expect(page).to have_css("#slip", text: "Part 2 of 2")
    unfold "Paper, margins, columns, folios"
    select "on its side", from: "orientation"
    fill_in "folio-start", with: "7"
    click_on "Set this part"
    expect(page).to have_css("#message", text: "Set part 2: landscape, folios from 7.")
    expect(page).to have_css(".leaf-folio", text: "7")
    fill_in "head-top-default", with: "{title} – {chapter}"
    within(:xpath, "//form[.//input[@id='head-top-default']]") { click_on "Set" }
    expect(page).to have_css("#message", text: "Wrote the header of part 2")
    expect(find("#head-top-default").value).to eq("{title} – {chapter}")
    click_on "Join it to the part before …"
    expect(page).to have_css(".left-alone", text: "Its own header goes")
    click_on "Make the change"
    expect(page).to have_css("#message", text: "Joined part 2 to the one before.")
    expect(now.sections.size).to eq(1)
  end

  it "says a refusal where the eyes are, and keeps what was written" do
    thesis
    to_parts
    all(".leaf-box")[1].click
    unfold "Paper, margins, columns, folios"
    fill_in "margin-start", with: "19 cm"
    click_on "Set this part"
    expect(page).to have_css("#refusal", text: "less than 2 cm for the text")
    expect(find("#margin-start").value).to eq("19 cm")
  end

  it "puts a wide table on a landscape page from its slip" do
    bring do |file|
      prose(file, 2)
      file.paragraph("Table 1: Fares")
      file.raw(table)
      prose(file, 2)
    end
    find("#pages .para[data-p='3'] .hit", match: :first, visible: :all).click
    unfold "Its page"
    click_on "On a landscape page of its own …"
    expect(page).to have_css(".slip-text", text: "Put a table, “Table 1: Fares”, on a landscape page of its own.")
    click_on "Make the change"
    expect(page).to have_css("#message", text: "landscape")
    expect(Norvel::Layout.new(now).pages.map { |one| one.width > one.height }).to eq([false, true, false])
  end
end

# A header or footer is chosen on the page like any paragraph, and its text stands on the slip.
RSpec.describe "Headers on the page", type: :feature do
  it "are written from the page, with what is worked out in braces" do
    Web.clear
    Web.bring("footed.docx", docx(footer: "<w:p><w:r><w:t>Report on the ferries</w:t></w:r></w:p>") { |file|
      3.times { file.paragraph("Words of the text.") }
    })
    visit "/manuscripts/#{row.id}"
    footer = now.sections.first.footers[:default].first
    find("#pages .para[data-p='#{footer.id}'] tspan", match: :first, visible: :all).click
    expect(page).to have_css("#slip", text: "The footer of part 1, all pages")
    keys "e"
    expect(page).to have_css("#head-text:focus")
    keys "Page {folio} of {pages}", :enter
    expect(page).to have_css("#message", text: "Wrote the footer")
    expect(page).to have_css("#page-1 .para[data-p='#{footer.id}']", text: "Page 1 of 1", visible: :all)
    expect(now.sections.first.footers[:default].first.runs.filter_map(&:field)).to eq(%i[page pages])
  end
end
