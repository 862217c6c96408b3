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
    expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
    %w[csv json pdf html].each do |format|
      expect(Web.status(URI("http://127.0.0.1/batches/#{batch.id}/report?format=#{format}"))).to eq(200)
    end
    visit "/batches/#{batch.id}"
    click_button @rows.last.name
    expect(page).to have_css(".view-head", text: "Findings")
    expect(@rows.last.reload.guide).to eq("marrowby-handbook")
  end

  it "is checked, tidied and delivered in six actions; each is one step of its own ledger", driver: :rack_test do
    twin = Web.bring("quayside-notice.docx")
    NorvelWeb::OriginalRecord.find_by!(manuscript_id: @rows[0].id).update!(bytes: "PK no more".b)
    visit "/"
    find("summary", text: "Choose them").click
    select "Staff Handbooks", from: "batch-guide"
    click_button "Hold them against it"
    3.times { count }
    until_there { page.has_button?("Tidy all of them by it") }
    before = NorvelWeb::BatchRecord.last.rows.map { |row| row.found["findings"].to_i }
    click_button "Tidy all of them by it"
    count
    until_there { page.has_button?("Deliver all of them") }
    batch = NorvelWeb::BatchRecord.last
    expect(batch.rows.map { |row| row.found["findings"].to_i }.zip(before)).to all(satisfy { |now, was| now <= was })
    expect(page).to have_css(".batch-left summary", minimum: 1)
    click_button "Deliver all of them"
    until_there { page.has_button?("Save Staff Handbooks", exact: false) }
    2.times { count }
    bytes = fetched(batch)
    members = Norvel::Formats::Archive.read(bytes).members
    expect(members.keys).to include("quayside-notice.docx", "quayside-notice 2.docx", "quayside-notice 2 – findings.html",
      "pilot-interview.odt", "Left out.txt", *%w[html csv json pdf].map { |format| "Who meets what.#{format}" })
    expect(@actions).to be <= 6

    notice = NorvelWeb::Workbench.new(@rows[1].id)
    expect([members["quayside-notice 2.docx"], members["Left out.txt"]]).to match([notice.delivery.b, /\Aboat-shed-handbook\.docx: \w/])
    expect(@rows[1].reload.entries.map(&:operation)).to eq(%w[series])
    expect([@rows[1].deliveries.map(&:filename), @rows[0].deliveries.size]).to eq([["quayside-notice 2.docx"], 0])
    as_tidied = Norvel::Plan.new(notice.original_state, Norvel::Guide.find("marrowby-handbook")).apply
    expect(notice.manuscript).to eq(as_tidied)
    notice.undo(head: @rows[1].reload.head_id)
    expect(notice.manuscript).to eq(notice.original_state.manuscript)
    expect(JSON.parse(members["Who meets what.json"])["files"].map { |file| file["file"] }).to include("quayside-notice 2.docx")
    expect(twin.reload.entries.size).to eq(1)
  end

  # @return [String] the archive that the page offers
  def fetched(batch)
    form = find("#batch-files form")
    making = form.find("input[name=making]", visible: false).value
    session = Rack::Test::Session.new(Web::APP)
    session.header "Host", "127.0.0.1"
    token = Nokogiri::HTML(session.get("/").body).at("input[name=authenticity_token]")["value"]
    session.post("/batches/#{batch.id}/files/fetch", making: making, authenticity_token: token).body
  end

  it "is held against one another where no guide is wanted" do
    visit "/"
    find("summary", text: "Choose them").click
    select "no guide: one another", from: "batch-guide"
    click_button "Hold them against it"
    expect(page).to have_css("[role=status]", text: /In \d+ things they differ/, wait: 60)
    expect(page).to have_css(".together tr", text: /Paper|margin/).and have_css(".batch-rules li", count: 4)
    expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
    expect(Web.status(URI("http://127.0.0.1/batches/#{NorvelWeb::BatchRecord.last.id}/together.csv"))).to eq(200)
    visit "/"
    expect(page).to have_link("4 manuscripts against one another")
    find("summary", text: "Choose them").click
    within(".several") { all("input[type=checkbox]").drop(1).each { |box| box.set(false) } }
    select "no guide: one another", from: "batch-guide"
    click_button "Hold them against it"
    expect(page).to have_text("choose at least two")
  end

  it "is delivered with nothing left out where all can be written", driver: :rack_test do
    batch = NorvelWeb::BatchRecord.of(@rows[1..2], "staff-notice", Norvel::Guide.find("staff-notice"))
    NorvelWeb::App.batches.stop(batch)
    visit "/batches/#{batch.id}"
    click_button "Deliver all of them"
    until_there { page.has_button?("Save ", exact: false) }
    expect(Norvel::Formats::Archive.read(fetched(batch)).members.keys).to contain_exactly("quayside-notice.docx", "toll-books.md",
      "quayside-notice – findings.html", "toll-books – findings.html", *%w[html csv json pdf].map { |kind| "Who meets what.#{kind}" })
    expect(@rows[1..2].map { |row| row.deliveries.size }).to eq([1, 1])
  end

  it "says of what was changed meanwhile that it was, and leaves it" do
    row = @rows[1]
    row.take_change("x", {}, "x", {}, head: row.head_id)
    expect { row.take_change("y", {}, "y", {}, head: nil) }.to raise_error(Norvel::ChangeRefused, /changed meanwhile/)
    expect([row.reload.entries.map(&:operation), row.head.operation]).to eq([%w[x], "x"])
  end

  it "says of what cannot be read that it cannot, goes on after a restart, and looks again when asked", driver: :rack_test do
    NorvelWeb::OriginalRecord.find_by!(manuscript_id: @rows[1].id).update!(bytes: "PK no more".b)
    guide = Norvel::Guide.find("staff-notice")
    batch = NorvelWeb::BatchRecord.of(@rows.first(2), "staff-notice", guide)
    batch.rows.first.update!(state: "at_work") # as a server that was killed leaves it
    visit "/batches/#{batch.id}/table" # which the page asks for, as long as something waits
    until_there { page.has_css?(".batch tr.done", count: 1) && page.has_css?(".batch tr.failed", count: 1, text: /\.\z/) }
    expect(page).to have_text("1 could not be looked at")
    click_button "Look at all of them again"
    until_there { page.has_css?(".batch tr.done", count: 1) && page.has_css?(".batch tr.failed", count: 1) }
  end

  it "tells manuscripts of one name apart, and opens none that was put away meanwhile", driver: :rack_test do
    twin = Web.bring("quayside-notice.docx").tap { |row| row.update!(filename: "Überblick neu.docx") }
    batch = NorvelWeb::BatchRecord.of([@rows[1], twin, @rows.last], "staff-notice", Norvel::Guide.find("staff-notice"))
    @rows.last.update!(deleted_at: Time.now)
    visit "/batches/#{batch.id}/table"
    until_there { page.has_link?("Report as .csv") }
    expect(all(".batch tbody th").map(&:text)).to include(/quayside-notice\.docx, brought/, /Überblick neu\.docx, brought/, /put away\z/)
    expect(page).to have_no_button(@rows.last.name)
    twin.update!(filename: @rows[1].filename, created_at: @rows[1].created_at)
    visit "/"
    find("summary", text: "Learn one from good examples").click
    within(".learn") { all("input[type=checkbox]").each { |box| box.set([@rows[1], twin].any? { |row| row.id == box.value.to_i }) } }
    fill_in "learned-name", with: "Häuser, „a“: b – #{"c" * 150}"
    click_button "Learn the guide"
    expect(page).to have_css(".rule-row", minimum: 10)
    both = [@rows[1], twin].to_h { |row| [row.id.to_s, NorvelWeb::Workbench.new(row.id).state] }
    as_two = Norvel::Learning.new(both).proposals.map(&:words)
    expect(NorvelWeb::HouseGuide.last.guide.rules.map(&:source)).to all(satisfy { |said| as_two.any? { |words| said.include?(words) } })
  end

  it "is stopped, with what was done kept, and refuses a choice of none", driver: :rack_test do
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
