# frozen_string_literal: true

require_relative "../support/browser"
require "open3"

# An .odt that another program wrote, through the door and every view, by hand.
RSpec.describe "An OpenDocument manuscript on the bench", type: :feature do
  before do
    Web.clear
    tool = File.expand_path("../reference/written_by_odfpy.py", __dir__)
    path = File.join(Dir.mktmpdir, "Überblick.odt")
    Open3.capture2("/usr/bin/python3", tool, "make", path)
    visit "/"
    attach_file "file", path
    click_button "Bring it in"
    expect(page).to have_css(page.driver.wait? ? "#pages .para[data-p]" : "#pages")
  end

  it "is seen in all views: what it is made of, its looks, styles, headings, parts and findings", driver: :rack_test do
    expect(page).to have_css(".top-name", text: "Überblick der Nachtfähren").or have_content("Überblick der Nachtfähren")
    here = "/manuscripts/#{row.id}"
    visit "#{here}/pages/1"
    expect(page).to have_css("svg.page text", text: "Kapitel 1: Größe & Fahrt")
    {"/outline" => [".heading.head-1", "Kapitel 2"], "/looks" => [".look", "12 paragraphs"], "/styles" => ["#family", "Heading 1"],
     "/parts" => [".leaf-box", "1"], "/findings" => ["#held", "broken"], "/survey" => ["main", "6"]}.each do |view, (place, words)|
      visit here + view
      expect(page).to have_css(place, text: words), view
    end
    visit "#{here}/plan" # whose lines are asked for by the page
    form = find("#plan")
    page.driver.submit(:post, form["hx-post"], authenticity_token: form.find("input[name=authenticity_token]", visible: false).value)
    expect(page).to have_css(".plan-line", text: "heading 1")
  end

  def bench = NorvelWeb::Workbench.new(row.reload.id)

  def given_back = bench.delivery

  def delivered = Norvel::Formats.read(given_back, name: "a.odt")

  it "is given values by a line, found in and measured; undone, it is the file that came" do
    came = given_back
    visit "/manuscripts/#{row.id}?chosen=3"
    expect(page).to have_css("#slip", text: "Standard").and have_css("#slip", text: "0.75 cm")
    keys "t", "bold, 14 pt", :enter
    expect(page).to have_css("#slip", text: "Remove direct formatting")
    expect(page).to have_button("Undo", disabled: false)
    expect(delivered.paragraphs[3].runs.reject { |run| run.text.strip.empty? }.map { |run| run.properties[:bold] }.uniq).to eq([true])
    expect(given_back).not_to eq(came)
    click_button "Undo"
    expect(page).to have_button("Redo", disabled: false)
    expect(given_back).to eq(came)
  end

  it "is tidied by the plan and delivered as .odt and as a new .docx, with every word" do
    words = delivered.words.sort
    visit "/manuscripts/#{row.id}/plan"
    click_button "Apply the plan"
    expect(page).to have_css("#pages .para[data-p]")
    visit "/manuscripts/#{row.id}/deliver"
    expect(page).to have_content("with 1 change of its formatting")
    click_link "Deliver .odt"
    expect(page).to have_css("#message", text: /Delivered: Überblick – restyled\.odt/)
    click_link "Make a new .docx"
    expect(page).to have_css("#message", text: /Delivered: Überblick\.docx/)
    expect((words - delivered.words).uniq).to eq(%w[1: 2: 3: Kapitel]) # which the headings' numbers say
    expect(delivered.sheet.styles.values.map(&:name)).to include("Chapter heading", "Report text")
  end

  it "has a look made a style, contents made, and what the guide finds fixed; each state is delivered and read again" do
    here = "/manuscripts/#{row.id}"
    visit "#{here}/looks"
    all(".look")[1].click # whose first line is set in by hand
    fill_in "Or a new style of this look", with: "Laufender Text"
    click_button "Make it"
    expect(page).to have_css("#message", text: "Made the style “Laufender Text”")
    expect(delivered.sheet.named("Laufender Text")).not_to be_nil
    visit "#{here}/parts"
    click_on "Make a list of contents …"
    click_on "Make the change"
    expect(page).to have_css("#message", text: "Made a list of contents")
    expect(delivered.contents.size).to eq(1)
    visit "#{here}/findings"
    click_on "Fix all that are safe …"
    expect(page).to have_css("#slip", text: /\d+ findings would be \d+/)
    click_on "Make the change"
    expect(page).to have_css("#message", text: "Fixed what findings of the guide asked for")
    expect(delivered.words.size).to be > 100
    expect(bench.record.entries.count).to eq(3)
  end

  it "is begun empty in a guide's styles, and a guide is handed out as a template of it", driver: :rack_test do
    visit "/"
    fill_in "new-name", with: "Überblick"
    select ".odt", from: "As"
    click_button "Start writing"
    expect(page).to have_css("#pages")
    begun = NorvelWeb::ManuscriptRecord.order(:id).last
    expect(begun.filename).to eq("überblick.odt")
    visit "/manuscripts/#{begun.id}/pages/1"
    expect(page).to have_css("svg.page .para[data-p]")
    visit "/guides/minutes"
    link = find_link("as .odt")
    bytes = Norvel::Template.with_samples(Norvel::Guide.find("minutes"), format: Norvel::Formats.of("odt"))
    expect(link[:href]).to end_with("/guides/minutes/template?format=odt")
    expect(Norvel::Formats.read(bytes, name: "a.odt").matters.map(&:kind).uniq).to eq([:placeholder])
  end
end
