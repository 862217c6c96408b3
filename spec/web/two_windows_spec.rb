# frozen_string_literal: true

require_relative "../support/browser"

# Two windows on one thing: nobody's words go silently.
RSpec.describe "Two windows", type: :feature do
  before { Web.clear }

  def open_guide
    @guide = NorvelWeb::HouseGuide.create!(name: "Überblick", yaml: Norvel::Guide.find("staff-notice").source)
    visit "/guides/#{@guide.id}?show=text"
    @guide
  end

  it "show both texts of a guide, and keep what is chosen" do
    guide = open_guide
    mine = guide.yaml.sub("12 pt", "13 pt")
    guide.change(guide.yaml.sub("paper: A4", "paper: A5"))
    fill_in "The guide as YAML", with: mine
    click_button "Save the guide"
    expect(page).to have_css(".mistake", text: "changed in another window").and have_css("pre.yaml", text: "paper: A5")
    expect(guide.reload.yaml).to include("paper: A5")
    click_button "Keep mine as a guide of its own"
    expect(page).to have_css(".top-name", text: "second text")
    expect(NorvelWeb::HouseGuide.order(:id).map { |one| one.yaml[/paper: A\d/] }).to eq(["paper: A5", "paper: A4"])
  end

  it "tell of another value at the same field, and save it when it is wanted still" do
    guide = open_guide
    visit "/guides/#{guide.id}?show=page"
    guide.change(Norvel::Guide::Draft.new(guide.yaml).set("page/margins/top", "4 cm").yaml)
    fill_in "g-page-margins-top", with: "2.1 cm"
    keys :tab
    expect(page).to have_css(".mistake", text: "another window “4 cm” was written")
    expect(guide.reload.guide.margins.values).to include("4 cm")
    find("#g-page-margins-top").send_keys(:enter)
    expect(page).to have_no_css(".mistake")
    expect(guide.reload.guide.margins.values).to include("2.1 cm")
  end

  {"Keep mine" => ->(was) { ["#{was} Mine."] }, "Keep the other" => ->(_) { ["Theirs."] },
   "Keep both, mine behind it" => ->(was) { ["Theirs.", "#{was} Mine."] }}.each do |choice, wanted|
    it "show both texts of a paragraph: #{choice}" do
      Web.bring("Überblick.docx", demo("quayside-notice.docx"))
      visit "/manuscripts/#{row.id}?chosen=3"
      expect(page).to have_css(".para.chosen")
      was = now.paragraphs[3].text
      keys "e"
      expect(page).to have_css(".editor:focus")
      NorvelWeb::App.workbenches[row.id].change(Norvel::Changes.build("edit_text", "paragraph" => 3, "text" => "Theirs."), head: nil)
      keys " Mine.", :escape
      expect(page).to have_css("#refusal", text: "Another window wrote in this paragraph")
      expect(now.paragraphs[3].text).to eq("Theirs.")
      click_button choice
      expect(page).to have_no_css("#refusal button")
      texts = wanted.call(was)
      page.document.synchronize(10, errors: [RuntimeError]) { raise "not yet" unless now.paragraphs[3, texts.size].map(&:text) == texts }
      expect(now.paragraphs[3, texts.size].map(&:text)).to eq(texts)
    end
  end
end
