# frozen_string_literal: true

require_relative "../support/browser"
require_relative "../support/counted_hands"

# The supervisor's file comes back: taken in, gone through by keys, decided on, undone.
RSpec.describe "The file came back", type: :feature do
  include CountedHands

  before do
    Web.clear
    Web.bring("Überblick.docx", demo("boat-shed-handbook.docx"))
    already("change_style", style: commonest_style, values: {"space_after" => "7 pt"})
    File.binwrite(came, returned)
  end

  let(:came) { File.join(Dir.mktmpdir, "Überblick zurück.docx") }

  def bench = NorvelWeb::App.workbenches[row.id]

  # Words changed in one paragraph, two set by hand.
  def returned
    sent = bench.delivery
    theirs = Norvel::Formats.read(sent, name: "a.docx")
    long = theirs.paragraphs.select { |one| one.text.length > 150 && one.insets.empty? }.first(3)
    [["edit_text", {"paragraph" => long[0].id, "text" => "#{long[0].text} So they say."}],
      ["format_here", {"paragraphs" => [long[1].id], "values" => {"bold" => "yes"}}],
      ["format_here", {"text" => [[long[2].id, 0, 9]], "values" => {"color" => "#ff0000"}}]]
      .reduce(theirs) { |made, (name, given)| Norvel::Changes.build(name, given).call(made) }
      .then { |made| Norvel::Formats.write(made, source: sent) }
  end

  it "is taken in by four actions, and what they formatted is decided row by row, by key and button" do
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
    key "8", gives: "#version-file"
    attach_file "version-file", came
    count
    click_button "Take it in"
    count
    expect(page).to have_css(".compare-sums", text: /1 changed/).and have_css(".returned-all", text: "in 2 paragraphs")
      .and have_css(".compare-row ins", text: "So they say")
    expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
    find(".compare-row", match: :first).click
    keys :arrow_down
    expect(page).to have_css("#slip h2", text: "Formatting of theirs").and have_css("#slip", text: /bold/i)
    click_button "Take it"
    count
    expect(page).to have_css("#message", text: "Took the formatting").and have_no_css("#slip h2", text: "Formatting of theirs")
    expect(now.returned.map(&:property)).to eq([:color])
    find(".compare-row[aria-selected=true]").send_keys(:arrow_down)
    expect(page).to have_css("#slip", text: /Colour: #ff0000, on “/)
    click_button "Clear it"
    count
    expect(page).to have_css("#message", text: "Cleared the formatting")
    expect([now.returned, @actions]).to match([[], be <= 5])
    click_button "Undo"
    expect(page).to have_css(".returned-all", text: "in 1 paragraph")
    click_button "Clear it everywhere"
    expect(page).to have_css(".compare-sums").and have_no_css(".returned-all")
  end

  it "is undone on the bench over the version, which then shows the file that was there" do
    visit "/manuscripts/#{row.id}/ledger"
    attach_file "version-file", came
    click_button "Take it in"
    expect(page).to have_css(".compare-rows")
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]", text: "So they say")
    keys "u"
    expect(page).to have_no_css("#pages .para[data-p]", text: "So they say")
    expect(page).to have_css("#pages .para[data-p]")
    keys "y"
    expect(page).to have_css("#pages .para[data-p]", text: "So they say")
  end

  it "says at once what is no version of it, and where it was is where one stays", driver: :rack_test do
    visit "/manuscripts/#{row.id}/ledger"
    attach_file "version-file", File.join(Manuscripts::DEMO, "quayside-notice.docx")
    click_button "Take it in"
    expect(page).to have_text("only 0 of 100 paragraphs are of this manuscript").or have_text(/only \d+ of 100 paragraphs/)
    expect(row.reload.originals.count).to eq(1)
  end
end
