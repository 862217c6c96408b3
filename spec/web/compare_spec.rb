# frozen_string_literal: true

require_relative "../support/browser"
require_relative "../support/counted_hands"

# Two states side by side, from one that differs to the next by a key.
RSpec.describe "Comparing", type: :feature do
  include CountedHands

  before do
    Web.clear
    Web.bring("Überblick.docx", demo("boat-shed-handbook.docx"))
    bench = NorvelWeb::App.workbenches[row.id]
    bench.change(Norvel::Changes.build("edit_text", "paragraph" => 3, "text" => "Ada Verrill drew the last plan."), head: nil)
    style = now.paragraphs.map(&:style).tally.max_by(&:last).first
    bench.change(Norvel::Changes.build("change_style", "style" => style, "values" => {"space_after" => "31 pt"}), head: row.reload.head_id)
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
  end

  it "is three actions from the page: what differs in words and values, and where it stands in both" do
    key "8", gives: ".ledger"
    count
    all("a", text: "Compare with now").last.click
    expect(page).to have_css(".compare-sums", text: /1 changed/).and have_css(".compare-row", minimum: 5)
    expect(page).to have_css(".compare-row del", text: "first").and have_css(".compare-row ins", text: "last")
    count
    first(".compare-row").click
    expect(page).to have_css("#slip .compare-side svg .para.proposed", count: 2).and have_css("#slip", text: /becomes 31 pt/)
    expect(@actions).to be <= 3
    keys :arrow_down
    expect(all(".compare-row")[1]["aria-selected"]).to eq("true")
    require "axe-rspec"
    expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
  end

  it "holds it against one point of the ledger, another manuscript, and itself" do
    other = Web.bring("quayside-notice.docx")
    entry = row.reload.entries.first
    visit "/manuscripts/#{row.id}/compare?from=entry:#{entry.id}"
    expect(page).to have_css(".compare-sums", text: "the same, word for word").and have_css(".compare-sums", text: /space after of \d+/)
    select other.name, from: "from"
    click_button "Compare"
    expect(page).to have_css(".compare-sums", text: /added, \d+ removed/)
    visit "/manuscripts/#{row.id}/compare?from=entry:#{row.head_id}"
    expect(page).to have_css(".empty-state", text: "Nothing differs")
    visit "/manuscripts/#{row.id}/compare?from=entry:999999"
    expect(page).to have_no_css(".compare-sums")
  end
end
