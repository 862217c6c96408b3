# frozen_string_literal: true

require_relative "../support/browser"
require_relative "../support/counted_hands"

# One report was accepted; what it keeps to becomes a guide, and another is held against it.
RSpec.describe "A guide learned from an example", type: :feature do
  include CountedHands

  before do
    Web.clear
    accepted = Norvel::Plan.new(read(demo("boat-shed-handbook.docx")), Norvel::Guide.find("marrowby-handbook")).apply
    @accepted = Web.bring("Überblick.docx", Norvel::Formats.write(accepted, source: demo("boat-shed-handbook.docx")))
    @other = Web.bring("quayside-notice.docx")
    visit "/"
  end

  it "is gone through, and another manuscript is held against it: at most 8 actions" do
    count
    find("summary", text: "Learn one from good examples").click
    count
    check NorvelWeb::ManuscriptRecord.find(@accepted.id).name
    click_on "Learn the guide"
    expect(page).to have_css(".rule-row", minimum: 20).and have_css(".rule-row", text: /Learned: \d+ of \d+/)
    expect(page).to have_css("[aria-label='Slip'], aside", text: /\d+ met, \d+ broken/)
    guide = NorvelWeb::HouseGuide.last
    expect(guide.guide.family.values(:body)[:size]).to eq(Norvel::Guide.find("marrowby-handbook").family.values(:body)[:size])
    count
    first(".rule-row .rule-strict .in-place, .rule-row .rule-strict button").click
    count
    visit "/manuscripts/#{@other.id}/findings"
    count
    select guide.name, from: "guide"
    click_on "Check against it"
    expect(page).to have_css(".held, #held, main", text: guide.name)
    expect(NorvelWeb::ManuscriptRecord.find(@other.id).guide).to eq(guide.id.to_s)
    expect(@actions).to be <= 8
  end

  it "is learned in the background where that takes its time, and can be stopped" do
    stub_const("NorvelWeb::Routes::GuideHelpers::LEARNED_AT_ONCE", 0)
    allow(Norvel::Learning).to receive(:new).and_wrap_original { |made, *given, **more| sleep(1.5) && made.call(*given, **more) }
    learn = lambda do
      visit "/"
      find("summary", text: "Learn one from good examples").click
      check NorvelWeb::ManuscriptRecord.find(@accepted.id).name
      click_on "Learn the guide"
      expect(page).to have_css(".view-head", text: "is being learned").and have_css("progress")
    end
    learn.call
    expect(page).to have_css(".rule-row", minimum: 20)
    expect(NorvelWeb::HouseGuide.count).to eq(1)
    learn.call
    click_on "Stop it"
    expect(page).to have_css("#several-head")
    expect(NorvelWeb::HouseGuide.count).to eq(1)
    @other.original.update!(bytes: "PK no".b)
    visit "/"
    find("summary", text: "Learn one from good examples").click
    check @other.name
    click_on "Learn the guide"
    expect(page).to have_css("#learning-at, main", text: /zip|damaged/i)
  end

  it "is asked for where a manuscript is looked at, and says what is wrong with a choice of none", driver: :rack_test do
    visit "/manuscripts/#{@accepted.id}/survey"
    click_on "Learn a guide from it"
    expect(page).to have_css(".rule-row", minimum: 20)
    expect(page).to have_css(".top-name, header", text: "House of")
    expect(page).to have_select("on", selected: @accepted.reload.name) if page.has_css?("#on")
    click_link "Sheet"
    expect(page).to have_css(".view-head", text: "Its sheet, a family").and have_current_path(/on=#{@accepted.id}/)
    visit "/"
    find("summary", text: "Learn one from good examples").click
    click_on "Learn the guide"
    expect(page).to have_text("There is no example to learn from.")
  end
end
