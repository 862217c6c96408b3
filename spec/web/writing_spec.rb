# frozen_string_literal: true

require_relative "../support/browser"

# Tasks with the hands on the keyboard: writing, words, headings.
RSpec.describe "Writing and styling in the browser", type: :feature do
  before { Web.clear }

  def texts = now.paragraphs.map(&:text)

  def type(*keys) = page.driver.browser.switch_to.active_element.send_keys(*keys)

  def open_at(paragraph)
    visit "/manuscripts/#{row.id}?chosen=#{paragraph.id}"
    expect(page).to have_css(".para.chosen")
  end

  it "starts an empty manuscript in a guide's styles and writes it from scratch" do
    visit "/"
    fill_in "Name", with: "A night on the sound"
    select "Presentation of Diploma Reports", from: "In the styles of"
    click_button "Start writing"
    expect(page).to have_css(".editor")
    type("A night on the sound", :enter, "The boat left at dusk.", :enter, "It was quiet", [:control, :enter])
    expect(page).to have_no_css(".writing-box")
    expect(texts).to eq(["A night on the sound", "The boat left at dusk.", "It was quiet"])
    expect(now.paragraphs.map { |one| now.sheet[one.style].name }).to eq(["Report title", "Report text", "Report text"])
    expect(page).to have_css(".slip-text", text: "“It was quiet”").and have_css(".para.chosen")
    click_button "Undo"
    expect(page).to have_css("#message", text: "Undone: 3 changes of one writing")
    expect(texts).to eq([""])
  end

  # Seen: a paragraph over two columns, written in, left what stands below pushed away until the page was opened again.
  it "writes in a column as wide as it is, and everything stands where it belongs afterwards" do
    section =
      %(<w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1440" w:right="1440" w:bottom="1440" w:left="1440"/>) +
      %(<w:cols w:num="2" w:space="720"/>)
    Web.bring("Spalten – Überblick.docx", docx(section: section) { |file|
      6.times { |index| file.paragraph("Part #{index} of the tide bell and its ringers. " * 30) }
    })
    over_columns = now.paragraphs.find { |one| NorvelWeb::Workbench.new(row.id).state.layout.lines_of(one.id).map(&:column).uniq.size > 1 }
    open_at(over_columns)
    find("body").send_keys("e")
    expect(page).to have_css(".editor")
    column = evaluate_script("document.querySelector('.para[data-p=\"#{over_columns.id}\"] .hit').getBoundingClientRect().width")
    expect(evaluate_script("document.querySelector('.writing-box').getBoundingClientRect().width")).to be_within(2).of(column)
    type("And once more. " * 3, :escape)
    expect(page).to have_no_css(".writing-box")
    expect(page).to have_css("#message", text: "Edited the text")
    expect(evaluate_script("[...document.querySelectorAll('.para')].filter((one) => one.style.transform).length")).to eq(0)
    expect(now.paragraph(over_columns.id).text).to end_with("And once more. " * 3)
  end

  it "edits in place with the emphasis kept, joins and moves" do
    Web.bring("night-ferries.docx", short_report)
    paragraph = now.paragraphs.find { |one| one.runs.any? { |run| run.properties[:italic] } && one.text.length > 200 }
    italic = paragraph.runs.find { |run| run.properties[:italic] }.text
    following = now.paragraphs[now.index_of(paragraph.id) + 1]
    open_at(paragraph)
    find("body").send_keys("e")
    expect(page).to have_css(".editor", text: italic)
    type([:control, :home], "Once again: ", [:control, :enter])
    expect(page).to have_css("#message", text: "Edited the text")
    changed = now.paragraph(paragraph.id)
    expect(changed.text).to eq("Once again: #{paragraph.text}")
    expect(changed.runs.find { |run| run.properties[:italic] }.text).to eq(italic)
    expect(page).to have_no_css(".writing-box")
    unfold "Its text"
    click_button "Join with the next"
    expect(page).to have_css("#message", text: "Joined")
    expect(now.paragraph(following.id)).to be_nil
    click_button "Undo"
    expect(page).to have_css("#message", text: "Undone")
    find("#move-down").click
    expect(page).to have_css("#message", text: "Moved")
    expect(now.index_of(paragraph.id)).to be > now.index_of(following.id)
  end

  it "loses nothing typed when another window was faster" do
    Web.bring("quayside-notice.docx")
    paragraph = now.paragraphs.find { |one| one.text.length > 60 }
    open_at(paragraph)
    find("body").send_keys("e")
    expect(page).to have_css(".editor")
    NorvelWeb::App.workbenches[row.id].change(Norvel::Changes.build("remove_empty_paragraphs", "paragraphs" => "all"), head: nil)
    type("TYPED", [:control, :enter])
    expect(page).to have_css("#refusal", text: "Meanwhile, in another window")
    expect(page).to have_css(".writing-box", text: "TYPED")
    expect(texts.join).not_to include("TYPED")
    click_button "Save again"
    expect(page).to have_css("#message", text: "Edited the text")
    expect(texts.join.scan("TYPED").size).to eq(1)
  end

  it "gives words on the page a character style, and the style adopts what was tried on them" do
    Web.bring("night-ferries.docx", short_report)
    paragraph = now.paragraphs.find { |one| one.text.length > 300 && one.runs.size == 1 }
    open_at(paragraph)
    execute_script(<<~JS, paragraph.id)
      const words = [...document.querySelectorAll(`.para[data-p="${arguments[0]}"] tspan[data-o]`)];
      const range = document.createRange();
      range.setStart(words[1].firstChild, 0);
      range.setEnd(words[2].firstChild, words[2].textContent.trimEnd().length);
      window.getSelection().removeAllRanges();
      window.getSelection().addRange(range);
      words[1].closest(".para").dispatchEvent(new MouseEvent("click", { bubbles: true }));
    JS
    chosen = paragraph.text.split[1, 2].join(" ")
    expect(page).to have_css(".slip-text", text: "“#{chosen}”")
    expect(page).to have_css(".picked", minimum: 2)
    select "Emphasis", from: "Character style"
    click_button "Apply"
    expect(page).to have_css("#message", text: "Gave “#{chosen}” the character style “Emphasis”.")
    fill_in "In one line", with: "colour #2a4b8d"
    click_button "Just here"
    expect(page).to have_css("#message", text: "Tried colour")
    click_button "Let “Emphasis” adopt this look"
    expect(page).to have_css("#message", text: /Emphasis” adopted .*colour #2a4b8d/)
    expect(now.sheet.named("Emphasis", kind: :character).properties).to include(color: "#2a4b8d")
    span = now.paragraph(paragraph.id).spans.find { |one| one[:style] }
    expect([paragraph.text[span[:start]...span[:end]], span[:properties].key?(:color)]).to eq([chosen, false])
  end

  it "chooses words wherever they stand" do
    Web.bring("night-ferries.docx", short_report)
    visit "/manuscripts/#{row.id}?chosen=#{now.paragraphs.find { |one| one.text.include?("Ottery Quay") }.id}"
    unfold "Its text"
    fill_in "Choose words", with: "ottery quay"
    find_field("Choose words").send_keys(:enter)
    expect(page).to have_css(".slip-text", text: "“Ottery Quay”")
  end

  it "numbers the headings, restarts nothing by accident, promotes with subordinates" do
    Web.bring("night-ferries.docx")
    visit "/manuscripts/#{row.id}/outline"
    fill_in "Before the first level", with: "Part"
    expect(page).to have_css(".ripple-line", text: "paragraphs touched").and have_css(".ripple .note", text: "19 numbers or bullets change")
    click_button "Number the headings"
    expect(page).to have_css(".head-label", text: "Part 1").and have_css(".head-label", text: "1.2.1")
    click_button "Each level …"
    select "I, II, III", from: "l0-format"
    expect(page).to have_css(".ripple-line", text: "touched")
    click_button "Save the list"
    expect(page).to have_css(".head-label", text: "Part I").and have_css("#message", text: "Changed the list")
    find(".head-2", text: "1.2 Four landings").click
    click_button "Promote"
    expect(page).to have_css("#message", text: "Promoted “1.2 Four landings” and 1 heading with it")
    expect(page).to have_css(".head-1", text: "Part II 1.2 Four landings")
  end

  it "pastes text from elsewhere in the manuscript's own styles" do
    Web.bring("night-ferries.docx", short_report)
    paragraph = now.paragraphs.find { |one| one.style == "BodyText" }
    open_at(paragraph)
    execute_script(<<~JS)
      const data = new DataTransfer();
      data.setData("text/html", '<h2 style="color:red">Pasted bells</h2><p>All <em>of</em> them.</p>');
      data.setData("text/plain", "Pasted bells");
      document.body.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
    JS
    expect(page).to have_css("#message", text: "Pasted 2 paragraphs in the manuscript's own styles.")
    pasted = now.paragraphs[now.index_of(paragraph.id) + 1, 2]
    expect(pasted.map { |one| [one.text, one.style] }).to eq([["Pasted bells", "Heading2"], ["All of them.", "BodyText"]])
  end

  it "runs a heading in" do
    Web.bring("night-ferries.docx", short_report)
    paragraph = now.paragraphs.find { |one| one.text.length > 300 && one.runs.size == 1 }
    first = paragraph.text.split.first(2).join(" ")
    visit "/manuscripts/#{row.id}?text=#{paragraph.id}:0-#{first.length}"
    select "heading 3", from: "Heading style"
    click_button "Run it in"
    expect(page).to have_css("#message", text: "Made “#{first}” a run-in heading")
    heading = now.paragraphs[now.index_of(paragraph.id) - 1]
    expect([heading.text.strip, heading.run_in]).to eq([first, true])
    visit "/manuscripts/#{row.id}/outline"
    expect(page).to have_css(".head-3", text: first).and have_css(".head-3 .note", text: "run-in")
  end
end
