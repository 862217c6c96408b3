# frozen_string_literal: true

require_relative "../support/browser"

RSpec.describe "Other sheets", type: :feature do
  before do
    Web.clear
    NorvelWeb::KeptSheetRecord.delete_all
    Web.bring("night-ferries.docx", short_report)
  end

  def looks
    cascade = Norvel::Cascade.new(now)
    now.paragraphs.map do |paragraph|
      [cascade.paragraph(paragraph).values(%i[align indent_first space_after line_spacing]),
        cascade.mark(paragraph).values(%i[font_family size bold])]
    end
  end

  # Seen: where the ripple answered before the bench was there, the pages did not show it.
  it "shows on the pages what was proposed before the bench was there" do
    slow = <<~JS
      const fetched = window.fetch;
      const early = () => new CustomEvent("norvel:proposed", { detail: { id: "early" } });
      addEventListener("DOMContentLoaded", () => document.body.dispatchEvent(early()));
      window.fetch = (address, ...more) => {
        if (String(address).includes("proposal=early")) document.documentElement.dataset.asked = "early";
        return fetched(address, ...more);
      };
    JS
    script = page.driver.browser.execute_cdp("Page.addScriptToEvaluateOnNewDocument", source: slow)
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("html[data-asked=early]")
  ensure
    page.driver.browser.execute_cdp("Page.removeScriptToEvaluateOnNewDocument", identifier: script["identifier"]) if script
  end

  it "swaps the sheet, sees it first, and swaps back" do
    before = looks
    visit "/manuscripts/#{row.id}/styles?show=sheets"
    fill_in "Keep this manuscript's sheet as", with: "As it was"
    click_button "Keep"
    within(find(".tally li", text: "Staff Handbooks")) { click_link "Show this manuscript in it" }
    expect(page).to have_css(".ripple-line", text: "pages become")
    expect(page).to have_css(".para.proposed").and have_css("#message", text: "nothing is saved yet")
    expect(looks).to eq(before)
    select "keeps its own", from: "m-Heading2"
    expect(page).to have_css(".ripple-line", text: "touched")
    select "Topic", from: "m-Heading2"
    expect(page).to have_css(".ripple-line", text: "touched")
    click_button "Swap the sheet"
    expect(page).to have_css("#message", text: "Put the style sheet “Staff Handbooks” in the place of the old one")
    expect(now.sheet["Heading2"].name).to eq("Topic")
    expect(looks).not_to eq(before)
    visit "/manuscripts/#{row.id}/styles?show=sheets"
    within(find(".tally li", text: "As it was")) { click_link "Show this manuscript in it" }
    expect(page).to have_css(".ripple-line", text: "touched")
    click_button "Swap the sheet"
    expect(page).to have_css("#message", text: "Put the style sheet “As it was”")
    expect(looks).to eq(before)
  end

  it "takes single styles from a file, beside one's own where names collide" do
    visit "/manuscripts/#{row.id}/styles?show=sheets"
    attach_file "Bring one from a file", File.join(Manuscripts::DEMO, "boat-shed-handbook.docx")
    click_button "Bring"
    within(find(".tally li", text: "boat-shed-handbook")) { click_button "Take single styles" }
    select "take beside mine", from: "t-Normal"
    click_button "Take what is chosen"
    expect(page).to have_css("#message", text: "Took 1 style from “boat-shed-handbook”.")
    expect(now.sheet.styles.values.map(&:name)).to include("Normal", "Normal 2")
  end

  it "refuses a file that is none, and keeps nothing of it", driver: :rack_test do
    visit "/manuscripts/#{row.id}/styles?show=sheets"
    attach_file "Bring one from a file", __FILE__
    click_button "Bring"
    expect(page).to have_content("is not a .docx, .odt, .md, .txt or .html file")
    expect(NorvelWeb::KeptSheetRecord.count).to eq(0)
  end

  it "shows the specimen page, where a style is changed" do
    visit "/manuscripts/#{row.id}/styles?show=specimen"
    find(".specimen-pages .para", text: "Block quotation").click
    expect(page).to have_css(".slip-text", text: "Block quotation")
    fill_in "Indent at start", with: "3 cm"
    expect(page).to have_css("#specimen .para", text: "in 3 cm")
    click_button "Save the style"
    expect(page).to have_css(".specimen-pages .para", text: "in 3 cm")
    find("button[aria-label^='Give indent at start back']").click
    click_button "Save the style"
    expect(page).to have_css("#message", text: "indent at start from its parent")
  end
end
