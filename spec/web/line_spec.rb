# frozen_string_literal: true

require_relative "../support/browser"

RSpec.describe "The line, choosing and trying", type: :feature do
  before { Web.clear }

  let(:long) { "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was said in the town. " * 2 }

  def bring(footer: nil, &block)
    Web.bring("Überblick.docx", docx(footer: footer, &block))
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
  end

  def body_and_headings = bring { |file| 3.times { |index| file.paragraph("Matter #{index}", %(<w:pStyle w:val="Heading1"/>)) && file.paragraph(long) } }

  it "loses no key of a quick hand, and completes words" do
    body_and_headings
    keys :arrow_down, "t", "16 pt, justi" # all at once
    expect(page).to have_field("try-line", with: "16 pt, justi")
    expect(page).to have_css(".line-mirror i", text: "fied", visible: :all)
    keys :tab
    expect(page).to have_field("try-line", with: "16 pt, justified")
    expect(page).to have_css(".para.proposed")
    keys :enter
    expect(page).to have_css("#message", text: "Tried size 16 pt, alignment justify on 1 paragraph")
    keys "d"
    expect(page).to have_css("#message", text: "Removed direct formatting (alignment, size) from 1 paragraph")
    expect(now.paragraphs.first.properties).to eq({})
  end

  it "drops what is only written, and the pages show what is there" do
    body_and_headings
    keys :arrow_down, "t", "30 pt"
    expect(page).to have_css(".para.proposed")
    keys :escape
    expect(page).to have_no_css(".para.proposed")
    expect([row.reload.head_id, page.has_field?("try-line", with: "")]).to eq([nil, true])
  end

  it "tries values field by field too: a bad one is told, the others count" do
    body_and_headings
    keys :arrow_down
    find("summary", text: "Or field by field").click
    fill_in "Space after", with: "9 pt"
    fill_in "Space before", with: "wide"
    expect(page).to have_css("#line-says .refused", text: "“wide”")
    click_button "Just here"
    expect(page).to have_css("#message", text: "Tried space after 9 pt on 1 paragraph")
    expect(now.paragraphs.first.properties).to eq(space_after: 114_300)
  end

  it "counts those that will not follow a style because they say otherwise by hand, and lets them" do
    bring { |file| file.paragraph(long) && file.paragraph([file.text(long, %(<w:sz w:val="30"/>))]) }
    visit "/manuscripts/#{row.id}/styles"
    fill_in "Size", with: "12 pt"
    expect(page).to have_css("#ripple", text: "1 paragraph will not follow: it says otherwise by hand.")
    check "Let it follow"
    expect(page).to have_css("#ripple input[name=follow]:checked")
    fill_in "Font family", with: "Tmes New Romn"
    expect(page).to have_css("#ripple", text: "“Tmes New Romn” is known nowhere here")
    fill_in "Font family", with: ""
    click_button "Save the style"
    expect(page).to have_css("#message", text: "1 paragraph that said otherwise by hand follows")
    expect(now.paragraphs.flat_map { |one| one.runs.map { |run| run.properties[:size] } }).to eq([nil, nil])
  end

  it "lets a footer be chosen on the page and given a style" do
    bring(footer: %(<w:p><w:r><w:t>Lights of the harbour</w:t></w:r></w:p>)) { |file| file.paragraph(long) }
    find(".para:not([data-i]) .hit", match: :first, visible: :all).click
    expect(page).to have_css(".slip-place", text: "In a footer")
    keys "t", "9 pt, centred", :enter
    expect(page).to have_css("#message", text: "Tried size 9 pt, alignment center on 1 paragraph")
    expect(now.margin_paragraphs.first.properties).to eq(align: :center)
  end

  it "goes through found places, with the list kept, and makes all of them the choice" do
    bring { |file| 3.times { |index| file.paragraph("The lamp of quay #{index} and another lamp.") } }
    keys "f"
    expect(page).to have_css("#find:focus")
    keys "lamp", :enter
    expect(page).to have_button("Choose all 6")
    find(".which button", match: :first).click
    expect(page).to have_css(".found-on", text: "Found “lamp” in 6 places")
    keys "g"
    expect(page).to have_css("#chosen[data-words='0:31-35']", visible: :all)
    click_button "back to the list"
    click_button "Choose all 6"
    expect(page).to have_css(".slip-place", text: "6 places")
  end

  it "takes back a sweep's own last step, and nothing else" do
    body_and_headings
    keys "w"
    expect(page).to have_css("#chosen[data-sweep]", visible: :all)
    keys :backspace
    expect(page).to have_css("#message", text: "The sweep began here")
    keys "2"
    expect(page).to have_css("#message", text: "Swept “Matter 0” into “heading 2”")
    keys :backspace
    expect(page).to have_css("#message", text: "Undone: Swept")
    expect(page).to have_css("#chosen[data-chosen='0'][data-sweep]", visible: :all)
    expect(now.paragraphs.first.style).to eq("Heading1")
  end

  it "asks whether marks in pasted text mean something" do
    body_and_headings
    keys :arrow_down, :arrow_down
    expect(page).to have_css("#chosen[data-chosen='1']", visible: :all)
    execute_script(<<~JS)
      const data = new DataTransfer();
      data.setData("text/plain", "# Bells\\n- one\\n- two\\nAnd so on.");
      document.getElementById("pages").dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
    JS
    expect(page).to have_css("#refusal", text: "3 lines begin with a mark")
    click_button "They do: make them so"
    expect(page).to have_css("#message", text: "Pasted 4 paragraphs")
    pasted = now.paragraphs[2, 4]
    expect(pasted.map(&:text)).to eq(["Bells", "one", "two", "And so on."])
    expect([now.sheet[pasted.first.style].name, pasted.map { |one| !one.properties[:numbering].nil? }]).to eq(["heading 1", [false, true, true, false]])
  end

  it "shows lengths in the reader's unit" do
    body_and_headings
    visit "/manuscripts/#{row.id}/styles?style=Heading1"
    expect(page).to have_field("Space before", with: "12 pt")
    visit "/manuscripts/#{row.id}"
    select "cm", from: "Unit of lengths"
    execute_script("document.body.dataset.before = 'yes'")
    within(".foot-set") { click_button "Set" }
    expect(page).to have_no_css("body[data-before]")
    expect(page).to have_select("Unit of lengths", selected: "cm")
    visit "/manuscripts/#{row.id}/styles?style=Heading1"
    expect(page).to have_field("Space before", with: "0.42 cm")
    expect(page).to have_field("Size", with: "16 pt")
    fill_in "Size", with: "15 pt"
    click_button "Save the style"
    expect(page).to have_css("#message", text: "Changed the style “heading 1”: size 15 pt.")
    expect(now.sheet["Heading1"].properties).to include(space_before: 152_400)
  end

  it "makes run-in headings of many, and dresses all tables after they were seen" do
    bring do |file|
      2.times { |index| file.paragraph("Matter #{index}", %(<w:pStyle w:val="Heading3"/>)) && file.paragraph(long) }
      file.table([%w[Quay Lamps], %w[Ottery 4], %w[Tarn 12]], [2000, 2000])
      file.paragraph(long)
    end
    visit "/manuscripts/#{row.id}?chosen=0,2"
    click_button "Run 2 headings in with the text after them"
    expect(page).to have_css("#message", text: "2 headings run in with the text after them.")
    keys :escape
    click_button "Dress the table by the sheet …"
    expect(page).to have_css(".slip-text", text: "Dressed 1 table")
    click_button "Make the change"
    expect(page).to have_css("#message", text: "Dressed 1 table")
    expect([now.paragraphs.count(&:run_in), now.tables.first.rows.first.header]).to eq([2, true])
  end
end
