# frozen_string_literal: true

require_relative "../support/browser"

# A person's whole first task on the demo report, in a real browser.
RSpec.describe "From a messy report to house style", type: :feature do
  before do
    Web.clear
    Web.bring("night-ferries.docx")
  end

  let(:original) { read(demo("night-ferries.docx")) }
  let(:chapter_two) { original.paragraphs.find { |paragraph| paragraph.text.start_with?("CHAPTER 2") } }
  let(:long) do
    original.paragraphs.find do |paragraph|
      paragraph.text.length > 400 && paragraph.runs.any? { |run| run.properties[:italic] } && paragraph.properties[:align]
    end
  end

  # The paragraph's group on whichever page it is, scrolled into view.
  def on_page(id)
    number = NorvelWeb::App.workbenches[row.id].state.layout.page_of(id)
    execute_script("document.getElementById('page-#{number}').scrollIntoView({block: 'start'})")
    find(".para[data-p='#{id}']", match: :first)
  end

  def choose(id)
    on_page(id).click
    expect(page).to have_css("#chosen[data-chosen='#{id}']", visible: :all)
  end

  it "is opened, read, restyled, cleaned, checked and delivered" do
    visit "/"
    find(".folder-open", text: "The Night Ferries of the Ansel Sound").click
    expect(page).to have_css(".page .para", minimum: 10)
    expect(page).to have_css("#slip", text: "271 of 419 paragraphs formatted by hand")
    expect(page).to have_css("#slip", text: "19 of 36 rules of “Presentation of Diploma Reports” are broken")

    choose(chapter_two.id)
    unfold "Where it comes from"
    within("#slip") do
      expect(page).to have_content("CHAPTER 2: BOATS AND LAMPS").and have_content("bold").and have_content("centred")
      expect(page).to have_content("document defaults").and have_content("by hand")
      select "heading 1 (H1)", from: "Style"
      click_button "Apply"
    end
    expect(page).to have_css("#message", text: "Gave 1 paragraph the style “heading 1”; what was by hand went: centred, bold, 16 pt.")
    expect(on_page(chapter_two.id)).to have_css(".style-mark", text: "H1")

    within("#slip") { click_button "Change the style “heading 1” …" }
    fill_in "Size", with: "18 pt"
    fill_in "Space after", with: "0.5 in"
    expect(page).to have_css("#ripple", text: /\d+ paragraphs touched/)
    select "yes", from: "Keep with next"
    click_button "Save the style"
    expect(page).to have_css("#message", text: "size 18 pt")
    expect(now.sheet["Heading1"].properties).to include(size: 228_600, space_after: 457_200)

    choose(long.id)
    within("#slip") { click_button "Remove direct formatting" }
    expect(page).to have_css("#message", text: "Removed direct formatting")
    expect(now.paragraph(long.id).properties).to eq({})
    expect(now.paragraph(long.id).runs.filter_map(&:style).uniq).to eq(["Emphasis"])

    find("body").send_keys("u")
    expect(page).to have_css("#message", text: "Undone: Removed direct formatting")
    expect(now.paragraph(long.id).properties).to eq(original.paragraph(long.id).properties)
    Web.restart
    click_button "Redo"
    expect(page).to have_css("#message", text: "Redone: Removed direct formatting")

    find("body").send_keys(:escape)
    click_button "Tidy to “Presentation of Diploma Reports”"
    expect(page).to have_css("#message", text: "Tidied by Presentation of Diploma Reports")
    expect(page).to have_css("#slip", text: "Nothing is formatted by hand")

    click_link "Findings"
    expect(page).to have_css(".reading-head", text: /\d+ met, 2 broken/)
    expect(page.all(".rule.broken .rule-count").map(&:text)).to all(start_with("should")) # what only a person can write

    visit "/manuscripts/#{row.id}/deliver"
    expect(page).to have_link("Deliver .docx")
    delivered = read(NorvelWeb::Workbench.new(row.id).delivery)
    expect(Norvel::ListLabels.words(delivered)).to eq(Norvel::ListLabels.words(original))
    expect(delivered.sections.first.page.margin[:start]).to be_within(635).of(1_260_000)
  end

  it "begins with a file of one's own" do
    visit "/"
    attach_file "file", File.join(Manuscripts::DEMO, "quayside-notice.docx")
    click_button "Bring it in"
    expect(page).to have_css(".top-name", text: "Notice to passengers of the night boats")
    visit "/"
    attach_file "file", __FILE__
    click_button "Bring it in"
    expect(page).to have_content("only .docx, .odt, .md, .txt or .html manuscripts can be opened").and have_content("Nothing was stored")
  end

  it "can be done from the keyboard" do
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css(".page .para", minimum: 10)
    body = find("body")
    body.send_keys(:arrow_down)
    expect(page).to have_css("#foot-chosen", text: "1 paragraph chosen")
    2.times do |step|
      body.send_keys([:shift, :arrow_down]) && expect(page).to(have_css("#foot-chosen", text: "#{step + 2} paragraphs chosen"))
    end
    body.send_keys("m")
    expect(page).to have_no_css(".style-mark", visible: :visible)
    body.send_keys("?")
    expect(page).to have_css("#keys", text: "choose the next or previous paragraph")
    body.send_keys("4")
    expect(page).to have_css(".view-head", text: "The family of styles")
  end

  it "draws pages as they come into view and keeps few of them" do
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#page-1 .para")
    [10, 20, 30, 40].each do |number|
      execute_script("document.getElementById('page-#{number}').scrollIntoView()")
      expect(page).to have_css("#page-#{number} .para")
    end
    expect(all(".sheet:has(.para)").size).to be <= 12
  end

  it "tells a second window what happened meanwhile" do
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css(".page .para", minimum: 10)
    NorvelWeb::App.workbenches[row.id].change(Norvel::Changes.build("remove_empty_paragraphs", "paragraphs" => "all"), head: nil)
    click_button "Remove direct formatting everywhere"
    expect(page).to have_css("#refusal", text: "Meanwhile, in another window: Removed 127 empty paragraphs.")
    click_button "Remove direct formatting everywhere"
    expect(page).to have_css("#message", text: "then removed direct formatting")
    expect(page).to have_css("#foot-chosen", text: "Nothing chosen")
  end

  it "has no accessibility faults that axe-core finds" do
    Web.bring("quayside-notice.docx") # short, since the reference looks at every word
    short = NorvelWeb::ManuscriptRecord.last.id
    views = ["?chosen=3,6", "?sweep=yes&chosen=6", "/outline", "/styles", "/plan", "/styles?show=specimen", "/styles?show=sheets",
      "?swap=guide:marrowby-handbook", "/findings", "/survey", "/looks", "/ledger",
      "/deliver"].map { |view| "/manuscripts/#{short}#{view}" }
    (["/", "/jobs", "/guides/marrowby-diploma"] + views).each do |path|
      visit path
      expect(page).to have_no_css(".at-work, .htmx-request")
      expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa, :"best-practice")
    end
  end
end
