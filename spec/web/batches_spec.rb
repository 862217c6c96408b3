# frozen_string_literal: true

require_relative "../support/browser"
require_relative "../support/counted_hands"

# Many manuscripts against one guide, in the background.
RSpec.describe "Several against one guide", type: :feature do
  include CountedHands

  before do
    Web.clear
    NorvelWeb::BatchRecord.destroy_all
    @rows = %w[boat-shed-handbook.docx quayside-notice.docx toll-books.md pilot-interview.odt].map { |name| Web.bring(name) }
  end

  def held(*names)
    visit "/"
    find("summary", text: "Choose them").click
    within(".several") { all("input[type=checkbox]").each { |box| box.set(names.empty? || names.include?(box.value.to_i)) } }
    select "Staff Handbooks", from: "batch-guide"
    click_button "Hold them against it"
  end

  it "is looked at row by row, sorted, opened, and reported" do
    held
    expect(page).to have_css(".batch-progress, .text-acts").and have_css(".batch tbody tr", count: 4)
    expect(page).to have_link("Report as .csv", wait: 60) # which is there when all of them were looked at
    batch = NorvelWeb::BatchRecord.last
    expect(batch.rows.map(&:state)).to eq(%w[done] * 4)
    here = batch.rows.find { |one| one.manuscript_id == @rows.first.id }
    check = NorvelWeb::Workbench.new(@rows.first.id).state.check(Norvel::Guide.find("marrowby-handbook"))
    expect(here.found.values_at("met", "broken", "findings", "pages"))
      .to eq([check.count(:met), check.count(:broken), check.open_findings.size, check.layout.pages.size])
    click_link "Findings"
    expect(page).to have_css("th[aria-sort]", text: "Findings")
    numbers = all(".batch tbody td:nth-child(4)").map { |cell| cell.text.to_i }
    expect(numbers).to eq(numbers.sort.reverse)
    first(".batch-rules a").click
    expect(page).to have_link("Show all of them").and have_css(".batch-rules a[aria-current]")
    require "axe-rspec"
    expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
    %w[csv json pdf html].each do |format|
      expect(Web.status(URI("http://127.0.0.1/batches/#{batch.id}/report?format=#{format}"))).to eq(200)
    end
    visit "/batches/#{batch.id}"
    click_button @rows.last.name
    expect(page).to have_css(".view-head", text: "Findings")
    expect(@rows.last.reload.guide).to eq("marrowby-handbook")
  end

  it "says of what cannot be read that it cannot, goes on after a restart, and looks again when asked" do
    NorvelWeb::OriginalRecord.find_by!(manuscript_id: @rows[1].id).update!(bytes: "PK no more".b)
    guide = Norvel::Guide.find("staff-notice")
    batch = NorvelWeb::BatchRecord.of(@rows.first(2), "staff-notice", guide)
    batch.rows.first.update!(state: "at_work") # as a server that was killed leaves it
    visit "/batches/#{batch.id}"
    expect(page).to have_css(".batch tr.done", count: 1, wait: 60).and have_css(".batch tr.failed", count: 1, text: /\.\z/)
    expect(page).to have_text("1 could not be looked at")
    click_button "Look at all of them again"
    expect(page).to have_css(".batch tr.done", count: 1, wait: 60).and have_css(".batch tr.failed", count: 1)
  end

  it "tells manuscripts of one name apart, and opens none that was put away meanwhile" do
    twin = Web.bring("quayside-notice.docx").tap { |row| row.update!(filename: "Überblick neu.docx") }
    batch = NorvelWeb::BatchRecord.of([@rows[1], twin, @rows.last], "staff-notice", Norvel::Guide.find("staff-notice"))
    @rows.last.update!(deleted_at: Time.now)
    visit "/batches/#{batch.id}"
    expect(page).to have_link("Report as .csv", wait: 60)
    expect(all(".batch tbody th").map(&:text)).to include(/quayside-notice\.docx, brought/, /Überblick neu\.docx, brought/, /put away\z/)
    expect(page).to have_no_button(@rows.last.name)
    learned = {}
    allow(Norvel::Learning).to receive(:new).and_wrap_original do |made, examined, **more|
      learned = examined
      made.call(examined, **more)
    end
    twin.update!(filename: @rows[1].filename, created_at: @rows[1].created_at)
    visit "/"
    find("summary", text: "Learn one from good examples").click
    within(".learn") { all("input[type=checkbox]").first(2).each { |box| box.set(true) } }
    fill_in "learned-name", with: "Häuser, „a“: b – #{"c" * 150}"
    click_button "Learn the guide"
    expect(page).to have_css(".rule-row", minimum: 10)
    expect(learned.size).to eq(2)
  end

  it "is stopped, with what was done kept, and refuses a choice of none" do
    batch = NorvelWeb::BatchRecord.of(@rows, "staff-notice", Norvel::Guide.find("staff-notice"))
    NorvelWeb::App.batches.stop(batch)
    expect(batch.rows.reload.map(&:state).uniq).to eq(%w[stopped])
    visit "/batches/#{batch.id}"
    expect(page).to have_css(".batch tr.stopped", count: 4).and have_text("4 were stopped")
    visit "/"
    find("summary", text: "Choose them").click
    within(".several") { all("input[type=checkbox]").each { |box| box.set(false) } }
    click_button "Hold them against it"
    expect(page).to have_text("Choose the manuscripts first.")
  end
end
