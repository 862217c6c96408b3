# frozen_string_literal: true

require_relative "../support/browser"

RSpec.describe "Cleaning in the browser", type: :feature do
  before do
    Web.clear
    Web.bring("boat-shed-handbook.docx").update!(guide: "marrowby-handbook")
  end

  let(:row) { NorvelWeb::ManuscriptRecord.first }

  def state = NorvelWeb::Workbench.new(row.id).state

  def now = state.manuscript

  it "brings the handbook to its handful of styles by the plan, corrected by hand, and back by one undo" do
    before = now
    visit "/manuscripts/#{row.id}/plan"
    expect(page).to have_css(".sums tr", text: "By hand 239 0")
    expect(page).to have_css(".plan-line", text: "taken for", minimum: 3)
    group = Norvel::Plan.groups(state.roles, state.looks).find { |one| one.role == :heading_2 }
    select "heading 1", from: "as-#{group.paragraphs.first}"
    expect(page).to have_css(".plan-line", text: "as you say; read as heading 2")
    find(".plan-part", text: "Paper and margins").check("strike out")
    expect(page).to have_checked_field("strike[page_design]")
    expect(page).to have_no_css(".plan-part", text: "Set the page design")
    click_button "Apply the plan"
    expect(page).to have_css(".page .para")
    expect(now.sections.map(&:page)).to eq(before.sections.map(&:page))
    expect(group.paragraphs.map { |id| now.sheet.level_of(now.sheet[now.paragraph(id).style]) }.uniq).to eq([1])
    expect([Norvel::DirectFormatting.count(now), now.paragraphs.count(&:empty?)]).to eq([0, 0])
    expect(Norvel::ListLabels.words(now)).to eq(Norvel::ListLabels.words(before))
    expect(now.paragraphs.map(&:style).uniq.size).to be <= 5
    click_button "Undo"
    expect(page).to have_css("#message", text: "Undone: Tidied")
    expect(now.paragraphs).to eq(before.paragraphs)
  end

  it "does the same look by look: the number of looks falls" do
    visit "/manuscripts/#{row.id}/looks"
    expect(page).to have_css(".lead", text: "21 looks")
    look = state.looks.max_by { |one| one.paragraphs.size }
    within("#look-#{look.id}") do
      fill_in "Name of a new style of this look", with: "Step"
      click_button "Make a style of it"
    end
    expect(page).to have_css("#message", text: "Made the style “Step” of a look of 24 paragraphs")
    expect(page).to have_css(".look-facts", text: "Step ×24")
    expect(look.paragraphs.map { |id| now.paragraph(id).style }.uniq).to eq(["Step"])
    count = state.looks.size
    other = state.looks.find { |one| now.paragraph(one.paragraphs.first).style != "Step" }
    within("#look-#{other.id}") { click_button "Join with that" }
    expect(page).to have_css("#message", text: "look like")
    expect(page).to have_css(".lead", text: "#{count - 1} looks")
  end
end

RSpec.describe "Looking at it from all sides", type: :feature do
  before do
    Web.clear
    Web.bring("night-ferries.docx")
  end

  let(:row) { NorvelWeb::ManuscriptRecord.first }

  def now = NorvelWeb::Workbench.new(row.id).state.manuscript

  it "finds words, styles and hand formatting, goes there and replaces" do
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css(".page .para", minimum: 5)
    find("body").send_keys("f")
    fill_in "Find words, styles or hand formatting", with: "Ottery Quay"
    find_field("find").send_keys(:enter)
    places = now.paragraphs.sum { |one| one.text.scan("Ottery Quay").size }
    expect(page).to have_css("h2", text: "#{places} places")
    within(".which") { first("button").click }
    expect(page).to have_css(".picked", minimum: 2)
    find("body").send_keys("f")
    fill_in "Find words, styles or hand formatting", with: "ital."
    find_field("find").send_keys(:enter)
    expect(page).to have_button("with “ital.” by hand", exact: false)
    fill_in "Find words, styles or hand formatting", with: "Ottery Quay"
    find_field("find").send_keys(:enter)
    fill_in "Replace all by", with: "Ottery Stairs"
    click_button "Replace"
    expect(page).to have_css("#message", text: "Replaced “Ottery Quay” by “Ottery Stairs” in")
    expect(now.paragraphs.map(&:text).join).not_to include("Ottery Quay")
  end

  it "shows signs and the original beside the copy, at the same paragraph, once blank lines are gone" do
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css(".page .para", minimum: 5)
    click_button "Replace them by space in the styles …"
    expect(page).to have_css(".slip-text", text: "Replaced 127 blank lines by space in").and have_css(".note", text: "blank lines alone took")
    expect(page).to have_css("#message", text: "nothing is saved yet")
    expect(now.paragraphs.count(&:empty?)).to eq(127)
    click_button "Make the change"
    expect(page).to have_css("#message", text: "Replaced 127 blank lines by space in")
    expect(now.paragraphs.count(&:empty?)).to eq(0)
    paragraph = now.paragraphs.find { |one| one.text.start_with?("2.3 The quarrel") }
    visit "/manuscripts/#{row.id}?chosen=#{paragraph.id}"
    expect(page).to have_css(".para.chosen")
    find("body").send_keys("p")
    expect(page).to have_css("#pages .sign-text", text: "¶")
    find("body").send_keys("o")
    expect(page).to have_css("#original .para.chosen", text: "quarrel")
    tops = evaluate_script("[...document.querySelectorAll('.para.chosen .hit')].map((one) => Math.round(one.getBoundingClientRect().top))")
    expect(tops.max - tops.min).to be <= 2
  end

  it "says what becomes of italics before hand formatting goes" do
    visit "/manuscripts/#{row.id}"
    italic = ->(one) { one.paragraphs.sum { |paragraph| paragraph.runs.count { |run| run.properties[:italic] } } }
    before = italic[now]
    select "stays as it is", from: "meaning-italic"
    click_button "Remove direct formatting everywhere"
    expect(page).to have_css("#message", text: "Removed direct formatting")
    expect(italic[now]).to be_between(before - 20, before)
    expect(now.paragraphs.sum { |one| one.runs.count { |run| run.properties.key?(:size) } }).to eq(0)
  end

  it "surveys it, each number leading to its places, and reads it reduced" do
    visit "/manuscripts/#{row.id}/survey"
    within(find("tr", text: "empty paragraphs")) { click_link "127" }
    expect(page).to have_css(".slip-place", text: "127 paragraphs chosen")
    visit "/manuscripts/#{row.id}/outline?reduced=yes"
    expect(page).to have_css(".heading-list .sentence", minimum: 20)
  end

  it "begins anew in one style" do
    visit "/manuscripts/#{row.id}"
    find("summary", text: "Or begin anew in one style").click
    select "Body Text", from: "The style for everything"
    click_button "Begin anew"
    expect(page).to have_css("#message", text: "Began anew")
    expect(now.paragraphs.reject(&:in_table).map(&:style).uniq).to eq(["BodyText"])
  end
end
