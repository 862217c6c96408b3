# frozen_string_literal: true

require_relative "../support/browser"

# From the check to the printed report, each task with its actions counted: a click, a key command, a typed entry.
RSpec.describe "Findings", type: :feature do
  before do
    Web.clear
    @actions = 0
  end

  let(:picture) do
    ->(words) {
      %(<w:p><w:r><w:drawing><wp:inline xmlns:wp="http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing">) +
        %(<wp:extent cx="900000" cy="600000"/><wp:docPr id="1" name="P"#{words}/>) +
        %(<a:graphic xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main">) +
        %(<a:graphicData uri="http://schemas.openxmlformats.org/drawingml/2006/picture">) +
        %(<a:blip xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships" r:embed="rIdNone"/>) +
        %(</a:graphicData></a:graphic></wp:inline></w:drawing></w:r></w:p>)
    }
  end

  def act
    @actions += 1
    yield
  end

  def bring(name, bytes)
    Web.bring(name, bytes)
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
  end

  def to_findings
    act { keys "7" }
    expect(page).to have_css("#rules .rule")
  end

  it "are checked, the safe ones fixed, one waived, the report read, in at most ten actions" do
    bring("Überblick.docx", demo("quayside-notice.docx"))
    words = now.words
    to_findings
    before = find("#held").text[/(\d+) broken/, 1].to_i
    act { click_on "Fix all that are safe …" }
    expect(page).to have_css("#slip", text: /\d+ findings would be \d+/)
    act { click_on "Make the change" }
    expect(page).to have_css("#message", text: "Fixed what findings of the guide asked for")
    expect(page).to have_css(".since", text: /fewer/)
    expect(page).to have_css("#held", text: /\d+ broken/)
    expect(find("#held").text[/(\d+) broken/, 1].to_i).to be <= before
    expect(now.words).to eq(words)
    act { first("#rules details summary").click }
    act { first(".found-row").click }
    act { fill_in "reason", with: "The harbour master wants it so" }
    act { click_on "Waive it" }
    expect(page).to have_css("#slip", text: "The harbour master wants it so")
    expect(page).to have_css("#message", text: "Waived")
    act { keys "9" }
    report = find_link("As a page to print")[:href]
    act { visit report }
    expect(page).to have_css("h1", text: /Notice|quayside|Überblick/i)
    expect(page).to have_text("The harbour master wants it so")
    expect(@actions).to be <= 10
    expect(now.waivers.map(&:reason)).to eq(["The harbour master wants it so"])
  end

  it "gives every image its alternative by keyboard alone" do
    bring("images.docx", docx { |file| file.paragraph("Lamps") && 2.times { file.raw(picture[""]) } && file.paragraph("End") })
    to_findings
    2.times { keys :tab }
    expect(evaluate_script("document.activeElement.textContent")).to eq("To the slip")
    keys :enter
    2.times do |number|
      expect(page).to have_no_css(".htmx-request")
      40.times do
        break if evaluate_script("document.activeElement.id") == "alt-#{number}"

        keys :tab
      end
      expect(evaluate_script("document.activeElement.id")).to eq("alt-#{number}")
      keys "The lamp on the mole, number #{number + 1}", :tab, :enter
      expect(page).to have_css("#message", text: /alternative|shows/i)
      expect(page).to have_field("alt-#{number}", with: "The lamp on the mole, number #{number + 1}")
    end
    expect(now.paragraphs.flat_map { |paragraph| paragraph.insets.map(&:alt) })
      .to eq(["The lamp on the mole, number 1", "The lamp on the mole, number 2"])
  end

  it "lists comments and revisions, and accepts them" do
    revised = ->(name, words, kind = "t") {
      %(<w:#{name} w:id="3" w:author="A"><w:r><w:#{kind} xml:space="preserve">#{words}</w:#{kind}></w:r></w:#{name}>)
    }
    bring("revised.docx", docx { |file|
      2.times do
        file.raw(
          "<w:p><w:r><w:t xml:space=\"preserve\">The ferry " \
          "</w:t></w:r>#{revised["del", "sailed", "delText"]}#{revised["ins", "left"]}</w:p>"
        )
      end
    })
    expect(page).to have_css("svg .revised")
    expect(page).to have_css("svg .word", text: "out: “sailed”")
    to_findings
    expect(page).to have_css("#slip li", text: "Deletion, page 1: “sailed”", count: 2)
    act { first("#slip li button", text: "Accept").click }
    expect(page).to have_css("#message", text: "Accepted a deletion: “sailed”.")
    act { click_on "Accept all 3 revisions" }
    expect(page).to have_css("#message", text: "Accepted 2 insertions and 1 deletion.")
    expect(page).to have_no_css("#slip h2", text: "Open matters")
    expect([now.matters, now.paragraphs.map(&:text)]).to eq([[], ["The ferry left"] * 2])
    act { click_on "Undo" }
    expect(page).to have_css("#slip", text: "Accept all 3 revisions")
  end

  it "are gone through on the page by key, fixed and waived there" do
    bring("handbook.docx", demo("boat-shed-handbook.docx"))
    keys "q"
    expect(page).to have_css("#findings-here li")
    first_one = find("#chosen")["data-chosen"].to_i
    keys "q"
    expect(page).to have_no_css("#chosen[data-chosen='#{first_one}']", visible: :all)
    expect(page).to have_css("#findings-here li")
    page.driver.browser.action.key_down(:shift).send_keys("q").key_up(:shift).perform
    expect(page).to have_css("#chosen[data-chosen='#{first_one}']", visible: :all)
    within("#findings-here") { first("button", text: "Waive …").click }
    fill_in "reason", with: "On purpose"
    click_on "Waive it"
    expect(page).to have_css("#message", text: "Waived")
    expect(page).to have_css("#findings-here", text: "Waived: On purpose")
    expect(now.waivers.first.paragraph).to eq(first_one)
  end

  it "are shown by page and by paragraph, and lead from one to the next by key" do
    bring("handbook.docx", demo("boat-shed-handbook.docx"))
    to_findings
    click_on "By page"
    expect(page).to have_css(".found-leaf .many", minimum: 3)
    find(".found-leaf[data-row='2']").click
    expect(page).to have_css(".slip-text", text: /Page 2: \d+ findings/)
    click_on "By rule"
    keys "q"
    expect(page).to have_css("#rules details[open] .found-row:focus[aria-selected=true]")
    keys "q", "q"
    expect(page).to have_css("#rules details[open] .found-row:focus")
    click_on "By paragraph"
    expect(page).to have_css(".rule-clause", minimum: 5)
    expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
  end

  it "are chosen several at once, fixed or left in one step, and the next one has the focus" do
    bring("handbook.docx", demo("boat-shed-handbook.docx"))
    to_findings
    first("#rules .rule.broken summary", text: /Size of|Font family|Formatting/).click
    expect(page).to have_css(".found-row", minimum: 3)
    rows = all(".found-row").map { |row| row["data-row"] }
    find(".found-row[data-row='#{rows[0]}']").click
    expect(page).to have_css("#slip .found", text: /Asked for/i)
    page.driver.browser.action.key_down(:shift).send_keys(:arrow_down).key_up(:shift).perform
    expect(page).to have_css(".slip-text", text: "2 findings chosen")
    fill_in "reason", with: "As the harbour has it"
    click_on "Waive them"
    expect(page).to have_css("#message", text: "Waived 2 findings: As the harbour has it")
    expect(now.waivers.map(&:reason)).to eq(["As the harbour has it"] * 2)
    find(".found-row[data-row='#{rows[2]}']").click
    click_on "Fix …"
    click_on "Make the change"
    expect(page).to have_css("#message", text: /Fixed|Gave|Removed|Changed|Set/)
    expect(page).to have_css(".found-row:focus")
  end
end
