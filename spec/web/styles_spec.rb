# frozen_string_literal: true

require_relative "../support/browser"

RSpec.describe "Setting up the styles", type: :feature do
  before do
    Web.clear
    Web.bring("night-ferries.docx")
  end

  def sheet = NorvelWeb::Workbench.new(row.id).state.manuscript.sheet

  it "sets the base style, sees the headings warned about and repaired" do
    visit "/manuscripts/#{row.id}/styles"
    expect(page).to have_css(".family .specimen", text: "heading 1")
    fill_in "Font family", with: "Cambria"
    fill_in "Size", with: "12 pt"
    fill_in "Line spacing", with: "double"
    fill_in "First-line indent", with: "0.5 in"
    expect(page).to have_css(".exceptions label", text: /headings \d+/).and have_css(".exceptions label", text: /tables \d+/)
    # which no paragraph has
    expect(page).to have_css(".traps li", text: "“Title” would take over first-line indent 1.27 cm, line spacing 2 from “Normal”.")
    click_button "Save the style"
    expect(page).to have_css("#message", text: "kept clear of it")
    expect(page).to have_css(".family .own", text: "Cambria")
    expect(sheet["Normal"].properties).to include(indent_first: 457_200, size: 152_400, font_family: "Cambria")
    expect(%w[Heading1 Heading2 Heading3].map { |id| sheet[id].properties[:indent_first] }).to eq([0, 0, 0])
    click_button "Undo"
    expect(page).to have_css("#message", text: "Undone")
    expect(sheet["Normal"].properties).not_to include(:indent_first)
  end

  it "makes a style for block quotations and gives it to all long ones, in one step" do
    manuscript = NorvelWeb::Workbench.new(row.id).state.manuscript
    quotations = [133, 151, 259, 282, 380, 397]
    visit "/manuscripts/#{row.id}/styles?style=Normal"
    unfold "Family, name and key"
    fill_in "New under it", with: "Extract"
    click_button "Make"
    expect(page).to have_css(".slip-text", text: "Extract")
    fill_in "Indent at start", with: "1.25 cm"
    fill_in "Indent at end", with: "1.25 cm"
    fill_in "Size", with: "11 pt"
    expect(page).to have_css("#specimen .para", text: "in 1.25 cm")
    click_button "Save the style"
    expect(page).to have_css("#message", text: "Changed the style “Extract”")
    click_button "Keep at hand"
    expect(page).to have_button("No longer at hand")
    visit "/manuscripts/#{row.id}?chosen=#{manuscript.paragraphs[133].id}"
    expect(page).to have_css("optgroup[label='At hand'] option", text: "Extract")
    unfold "Choose others like it"
    find("button", text: "of this role").click
    expect(page).to have_css(".slip-place", text: "6 paragraphs chosen")
    select "Extract (E)", from: "Style"
    click_button "Apply"
    expect(page).to have_css("#message", text: "Gave 6 paragraphs the style “Extract”")
    expect(NorvelWeb::Workbench.new(row.id).state.manuscript.paragraphs.values_at(*quotations).map(&:style).uniq).to eq(["Extract"])
  end

  it "joins two that are chosen, seen first" do
    visit "/manuscripts/#{row.id}/styles"
    find(".kin[data-row='BodyText']").click
    expect(page).to have_css(".slip-text", text: "Body Text")
    page.driver.browser.action.key_down(:shift).send_keys(:arrow_down).key_up(:shift).perform
    expect(page).to have_css(".slip-text", text: "Body Text, Block quotation").and have_css("#slip h2", text: "Where they differ")
    select "Body Text", from: "Make one style of them: all like"
    click_button "Join them …"
    expect(page).to have_css(".slip-text", text: "Joined “Block quotation” with “Body Text”.")
    click_button "Make the change"
    expect(page).to have_css("#message", text: "Joined “Block quotation” with “Body Text”.")
    expect(page).to have_no_css(".kin[data-row='BlockQuotation']")
    expect(sheet["BlockQuotation"]).to be_nil
  end

  it "renames, copies, hangs and deletes" do
    visit "/manuscripts/#{row.id}/styles?style=BlockQuotation"
    unfold "Family, name and key"
    fill_in "Name", with: "Long quotation"
    click_button "Rename"
    expect(page).to have_css(".family .specimen", text: "Long quotation")
    select "Body Text", from: "Based on"
    click_button "Set: based on"
    expect(page).to have_css("#message", text: "is based on “Body Text” now")
    fill_in "Copy as", with: "Verse"
    click_button "Copy"
    expect(page).to have_css(".slip-text", text: "Verse")
    expect(sheet["Verse"].parent).to eq("BodyText")
    select "Body Text", from: "Replace by"
    click_button "Delete"
    expect(page).to have_css("#message", text: "Deleted the style “Verse”")
    expect(sheet["Verse"]).to be_nil
  end
end

RSpec.describe "From example to style, in the browser", type: :feature do
  before do
    Web.clear
    Web.bring("night-ferries.docx")
  end

  it "lets a heading style adopt a recoloured heading" do
    row = NorvelWeb::ManuscriptRecord.first
    heading = NorvelWeb::Workbench.new(row.id).state.manuscript.paragraphs.find { |paragraph| paragraph.text.start_with?("Chapter 3") }
    visit "/manuscripts/#{row.id}?chosen=#{heading.id}"
    fill_in "In one line", with: "1 cm after, bananas"
    expect(page).to have_css(".line-mirror u", text: "bananas") # marked where it stands
    expect(page).to have_css(".para.proposed")
    click_button "Just here"
    expect(page).to have_css("#refusal", text: "“bananas” is not understood. Nothing was done.")
    expect(page).to have_css("#try-line:focus")
    expect(row.reload.head_id).to be_nil
    click_button "Leave it out, do the rest"
    expect(page).to have_css("#message", text: "Tried space after 1 cm on 1 paragraph.")
    expect(page).to have_no_css(".try .refused, #refusal p")
    find("summary", text: "What adopting will touch").click
    expect(page).to have_css(".adopt .ripple-line", text: /\d+ paragraphs touched/)
    find_by_id("pages").send_keys("l")
    expect(page).to have_css("#message", text: "“heading 1” adopted 17 pt, colour #1f3864, indent 1 cm, 1 cm after.")
    expect(page).to have_content("Nothing: all of it comes from styles.")
    expect(NorvelWeb::Workbench.new(row.id).state.manuscript.sheet["Heading1"].properties)
      .to include(color: "#1f3864", space_after: 567 * Norvel::Lengths::TWIP)
  end
end
