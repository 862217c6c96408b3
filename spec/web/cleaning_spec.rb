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
    within("#look-#{other.id}") { click_button "Make like that" }
    expect(page).to have_css("#message", text: "look like")
    expect(page).to have_css(".lead", text: "#{count - 1} looks")
  end
end
