# frozen_string_literal: true

require_relative "../support/web"
require_relative "../support/browser"

# The line, at the speed of fingers: what a person says is what is done, and they are told.
RSpec.describe "The line", type: :feature do
  before do
    Web.clear
    Web.bring("night-ferries.docx", short_report)
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css(".para", minimum: 3)
  end

  let(:row) { NorvelWeb::ManuscriptRecord.first }

  def sheet = NorvelWeb::Workbench.new(row.id).state.manuscript.sheet

  def keys(*keys) = page.driver.browser.action.send_keys(*keys).perform

  def alt(letter) = page.driver.browser.action.key_down(:alt).send_keys(letter).key_up(:alt).perform

  def says(words) = expect(page).to have_css("#message", text: words)

  it "does nothing with a line that is half understood, and goes on where it was written" do
    keys("t", "Normal: lines double, bananas", :enter)
    expect(page).to have_css("#refusal", text: "“bananas” is not understood. Nothing was done.")
    expect(page).to have_css("#try-line:focus")
    expect(row.reload.head_id).to be_nil
    keys(*([:backspace] * 9), :enter)
    says("Restyled “Normal”")
    says("paragraphs say otherwise by hand and did not follow.")
    expect(sheet["Normal"].properties[:line_spacing].value).to eq(2.0)
  end

  it "leaves out what is not understood, by a key, and lets those follow that say otherwise, by another" do
    keys("t", "Normal: 11 pt, bananas")
    alt("o")
    says("Restyled “Normal”")
    keys("t", "Normal: 12 pt")
    alt("f")
    says(/paragraphs that said otherwise by hand follow/)
    keys("t", "Everything: 10 pt", :enter)
    says("“Body Text” too") # its own message, not that of the step before
    expect(sheet["Normal"].properties[:size]).to eq(127_000)
  end

  it "takes a specimen of six lines as six styles, in one step" do
    lines = ["Title: 20 pt bold centred", "Subtitle from Title then Normal: 14 pt, not bold",
      "Aside from Normal key a: in 1 cm, navy", "heading 1: 16 pt, dark red", "heading 2: 13 pt", "Normal: 11 pt, 6 pt space after"]
    keys("t")
    expect(page).to have_css("#try-line:focus")
    page.execute_script("const data = new DataTransfer(); data.setData('text/plain', arguments[0]); const field = " \
      "document.getElementById('try-line'); field.setRangeText(arguments[0], 0, 0, 'end'); field.dispatchEvent(new " \
      "Event('input', { bubbles: true }))", lines.join("\n"))
    expect(page).to have_css(".line-list li", count: 6)
    expect(page).to have_css(".line-list", text: "Subtitle is made, under Title")
    keys(:enter)
    says("Made the style “Subtitle”, “Aside”. Restyled “Title”, “heading 1”, “heading 2”, “Normal”")
    says("The key A gives “Aside” in a sweep.")
    expect(row.reload.entries.count).to eq(1)
    expect([sheet.named("Subtitle").parent, sheet.named("Aside").properties[:color], sheet["Normal"].properties[:space_after]])
      .to eq([sheet.named("Title").id, "#000080", 76_200])
  end

  it "adopts what was typed alone, though the first that is chosen is the title" do
    before = sheet["Normal"].properties
    keys("a")
    expect(page).to have_css(".slip-place", text: "#{now.paragraphs.size} paragraphs chosen")
    keys("t", "justified")
    alt("l")
    says("“Normal”")
    says("adopted justified")
    expect(sheet["Normal"].properties).to eq(before.merge(align: :justify))
  end

  it "changes a style, and gives it to what is chosen by a key" do
    find(".para", text: "Linnet Ashgarth").click
    keys("t", "Block quotation: italic")
    alt("g")
    says("Restyled “Block quotation” and gave it to 1 paragraph.")
  end

  it "tells its words, from the line and from the list of keys" do
    click_link "its words"
    expect(page).to have_css("h1", text: "What a line may say")
    expect(page).to have_css("tr", text: /Space after.*space after.*below/)
    expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
  end
end
