# frozen_string_literal: true

require_relative "../support/browser"

RSpec.describe "Cleaning in the browser", type: :feature do
  before do
    Web.clear
    Web.bring("boat-shed-handbook.docx").update!(guide: "marrowby-handbook")
  end

  def state = NorvelWeb::Workbench.new(row.id).state

  def now = state.manuscript

  it "brings the handbook to its handful of styles by the plan, corrected by hand, and back by one undo" do
    before = now
    visit "/manuscripts/#{row.id}/plan"
    expect(page).to have_css(".sums tr", text: "Values set by hand 239 0")
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
    find("#look-#{look.id}").click
    fill_in "Or a new style of this look", with: "Step"
    click_button "Make it"
    expect(page).to have_css("#message", text: "Made the style “Step” of a look of 24 paragraphs")
    expect(page).to have_css(".look-facts", text: "Step ×24")
    expect(look.paragraphs.map { |id| now.paragraph(id).style }.uniq).to eq(["Step"])
    count = state.looks.size
    other = state.looks.find { |one| now.paragraph(one.paragraphs.first).style != "Step" }
    find("#look-#{other.id}").click
    click_button "Make it like that"
    expect(page).to have_css("#message", text: "look like")
    expect(page).to have_css(".lead", text: "#{count - 1} looks")
  end
end

RSpec.describe "Choosing what goes, and seeing it first", type: :feature do
  before { Web.clear }

  def base = "/manuscripts/#{NorvelWeb::ManuscriptRecord.first.id}"

  it "keeps the look by styles where that is wanted, and lets no guide judge" do
    row = Web.bring("night-ferries.docx", short_report)
    visit "/manuscripts/#{row.id}/plan"
    expect(page).to have_css("h2", text: "The clean-up to")
    choose "is kept, and styles are made of it"
    expect(page).to have_css("h2", text: "The look kept, and styles made of it")
    expect(find(".sums")).to have_css("tr", text: /Values set by hand \d+ 0/)
    find(".plan-part", text: "Words that look otherwise").check("strike out")
    expect(page).to have_no_css(".plan-part", text: "character style")
    find(".plan-part", text: "Words that look otherwise").uncheck("strike out")
    expect(page).to have_css(".plan-part", text: "character style")
    click_button "Apply the plan"
    expect(page).to have_css("#message", text: "Made styles of the look of the manuscript, which stays")
    expect(Norvel::DirectFormatting.count(NorvelWeb::Workbench.new(row.id).state.manuscript)).to eq(0)
    visit "/manuscripts/#{row.id}/findings"
    select "No guide", from: "Guide"
    click_button "Check against it"
    expect(page).to have_css("#conformity", text: "No guide judges it")
    visit "/manuscripts/#{row.id}/plan"
    expect(page).to have_css(".empty-state", text: "There is nothing to do: nothing is formatted by hand")
    click_button "Undo"
    expect(page).to have_css("#conformity", text: "rules met")
  end

  it "shows the pages of a plan before it is applied, with what was corrected and struck out" do
    Web.bring("quayside-notice.docx")
    visit "#{base}/plan"
    expect(page).to have_css(".sums tr", text: "Pages 2 1").and have_css(".note", text: "blank lines alone took")
    find(".plan-part", text: "Paper and margins").check("strike out")
    expect(page).to have_css(".sums tr", text: "Pages 2 1")
    click_button "See the pages first"
    expect(page).to have_css(".ripple-line", text: "2 pages become 1")
    expect(page).to have_css("#message", text: "nothing is saved yet").and have_css("#page-1 .para.proposed", minimum: 3)
    expect(now.paragraphs.count(&:empty?)).to eq(22)
    click_link "Back to the plan"
    expect(page).to have_css(".sums tr", text: "Pages 2 1")
    expect(page).to have_checked_field("strike[page_design]")
    click_button "See the pages first"
    click_button "Apply the plan"
    expect(page).to have_css("#message", text: "Tidied by Presentation of Diploma Reports").and have_css("#foot-page", text: "Page 1 of 1")
    expect([now.paragraphs.count(&:empty?), now.sections.first.page.margin[:start]]).to eq([0, 914_400])
  end

  it "leads from a number of the survey to its places, and takes chosen kinds from them" do
    Web.bring("night-ferries.docx")
    visit "#{base}/survey"
    within(find("section", text: "Formatted by hand").find("tr", text: "size")) { click_link "256" }
    expect(page).to have_css(".slip-place", text: "256 paragraphs chosen").and have_css(".sample-words", text: "“Grey Tern” ×")
    colours = -> { now.paragraphs.sum { |one| one.runs.count { |run| run.properties.key?(:color) } } }
    before = colours.call
    find("summary", text: "Only some kinds").click
    within(".kinds") { check "size" }
    click_button "Show it first …"
    expect(page).to have_css(".slip-text", text: "Removed direct formatting (size) from 256 paragraphs")
    click_button "Make the change"
    expect(page).to have_css("#message", text: "Removed direct formatting (size) from 256 paragraphs")
    expect([now.paragraphs.sum { |one| one.runs.count { |run| run.properties.key?(:size) } }, colours.call]).to eq([0, before])
    click_button "Undo"
    expect(page).to have_css("#message", text: "Undone")
  end

  def state = NorvelWeb::Workbench.new(NorvelWeb::ManuscriptRecord.first.id).state

  it "splits a look, styles one part of it, and bares another" do
    Web.bring("boat-shed-handbook.docx").update!(guide: "marrowby-handbook")
    visit "#{base}/looks"
    first(".look").click
    click_button "Split into its 11 exact variants"
    expect(page).to have_css(".look[data-row*='.']", count: 11)
    part = first(".look")
    size = part.find("strong").text
    part.click
    expect(page).to have_button("Put the variants together again")
    fill_in "Or a new style of this look", with: "Round step"
    click_button "Make it"
    expect(page).to have_css("#message", text: "Made the style “Round step” of a look of #{size}")
    expect(now.paragraphs.count { |one| one.style == "Roundstep" }).to eq(size.to_i)
    grey = state.looks.find { |one| one.paragraphs.any? { |id| now.paragraph(id).runs.any? { |run| run.properties[:color] == "#3a3a3a" } } }
    find("#look-#{grey.id}").click
    expect(page).to have_link("Choose its paragraphs on the pages", href: /look:#{grey.id}\z/) # its slip, not the one before
    look = grey.paragraphs
    click_button "Take its hand formatting away"
    expect(page).to have_css("#message", text: "Removed direct formatting from #{look.size} paragraph")
    expect(look.flat_map { |id| Norvel::DirectFormatting.objectionable(now.paragraph(id)) }).to eq([])
  end

  # Seen: 220 controls in this view, seven for each look.
  it "chooses looks by mouse and keys, one or several, and makes one look of them; no row has a control" do
    Web.bring("boat-shed-handbook.docx").update!(guide: "marrowby-handbook")
    visit "#{base}/looks"
    expect(evaluate_script("document.querySelectorAll('#looks :is(button, input, select, textarea, a)').length")).to eq(0)
    rows = all(".look").map { |look| look["data-row"] }
    first(".look").click
    expect(page).to have_css(".slip-place", text: "One look")
    keys :arrow_down
    expect(page).to have_css(".look[data-row='#{rows[1]}'][aria-selected=true]:focus")
    page.driver.browser.action.key_down(:shift).send_keys(:arrow_down).key_up(:shift).perform
    expect(page).to have_css(".look[aria-selected=true]", count: 2).and have_css(".slip-place", text: "2 looks")
    looks = state.looks
    ids = rows[1, 2].map { |name| looks.find { |look| look.id == name.to_i }.paragraphs }
    within("#slip") { first("button", text: "All like").click }
    expect(page).to have_css("#message", text: "look like").and have_css(".look[aria-selected=true]", count: 1)
    expect(state.looks.count { |look| (look.paragraphs & ids.flatten).any? }).to eq(1)
    expect(page).to have_css(".look[aria-selected=true]:focus") # who acts with keys goes on from there
    keys :arrow_up, :arrow_up, :arrow_up, :arrow_down
    expect(page).to have_css(".look[aria-selected=true]:focus", count: 1)
    text = find(".look[aria-selected=true] .sr-only", visible: :all).text(:all)
    expect(page).to have_css(".slip-text", text: text[/\A“.{10}/])
  end

  it "says what it leaves: columns made with tabs, and numbers that do not follow" do
    bytes = docx do |file|
      ["1. Water", "2. Boats", "4. Tolls"].each do |text|
        file.paragraph([file.text(text, "<w:b/>")], %(<w:pStyle w:val="Heading1"/>)) &&
          file.paragraph("The lamp was lit before the ebb. " * 6)
      end
      file.paragraph("Winter\t3\t12\nSummer\t5\t2")
    end
    Web.bring("left.docx", bytes)
    visit "#{base}/plan"
    expect(page).to have_css(".left-alone", text: "1 paragraph makes columns with tabs")
      .and have_css(".left-alone", text: "1 heading keeps its typed number")
    find(".left-alone", text: "columns").click_link "See them"
    expect(page).to have_css(".slip-text", text: "Winter")
    visit base
    unfold "Typed instead of set"
    click_button "Let styles number the headings …"
    expect(page).to have_css(".left-alone", text: "1 heading keeps its typed number").and have_css(".slip-text", text: "number 2 headings")
  end
end

RSpec.describe "Looking at it from all sides", type: :feature do
  before do
    Web.clear
    Web.bring("night-ferries.docx")
  end

  it "shows what the fix of a finding would do and makes it; the list and the count follow, what was unfolded stays so" do
    visit "/manuscripts/#{row.id}/findings"
    rule = first(".rule.broken", text: "Font family of body is Times New Roman")
    count = rule.find(".rule-count").text[/\d+/].to_i
    rule.find("summary").click unless rule.has_css?("details[open]", wait: 0)
    within(rule) { first(".found-row").click }
    click_on "Fix …"
    expect(page).to have_css("#slip", text: /\d+ findings would be \d+/)
    expect(page).to have_css("#slip", text: "Mended: “2.1 The text is set in Times New Roman.” (1)")
    expect(row.entries.count).to eq(0)
    within("#slip", text: "Other ways") { click_button "Set it by hand, here alone …" }
    expect(page).to have_css(".slip-text", text: "Tried font family Times New Roman on 1 paragraph")
    within("#slip", text: "Other ways") { click_button "Take away what is set by hand there …" }
    expect(page).to have_css(".slip-text", text: "Removed direct formatting (font family) from 1 paragraph")
    click_button "Make the change"
    expect(page).to have_css(".rule-count", text: "#{count - 1} finding")
    expect(page).to have_css(".rule.broken details[open]", text: "Font family of body is Times New Roman")
    expect(row.entries.count).to eq(1)
    expect(page).to have_css("#undo:not([disabled])")
  end

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
    click_button "Replace them by space …"
    expect(page).to have_css(".slip-text", text: "Replaced 127 blank lines: ").and have_css(".note", text: "blank lines alone took")
    expect(page).to have_css("#message", text: "nothing is saved yet")
    expect(page).to have_css(".slip-text", text: "“Normal” keeps its 6 pt after (44 places)")
    check "Normal: the whole gap after it"
    expect(page).to have_css(".slip-text", text: "18 pt after “Normal”, the whole gap (44 places)")
    expect(now.paragraphs.count(&:empty?)).to eq(127)
    click_button "Make the change"
    expect(page).to have_css("#message", text: "Replaced 127 blank lines: ")
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

  it "makes of blank lines what the slip says, however fast one is" do
    visit "/manuscripts/#{row.id}"
    click_button "Replace them by space …"
    expect(page).to have_field("Normal: the whole gap after it")
    execute_script(
      "const press = (one) => document.querySelector(one).click(); press('.blank-places input[type=checkbox]'); " \
      "press('#slip .act-row .button')"
    )
    expect(page).to have_css(".slip-text", text: "18 pt after “Normal”, the whole gap (44 places)")
    expect(now.paragraphs.count(&:empty?)).to be > 40
    box = find_field("Normal: the whole gap after it")
    box.send_keys(:enter)
    expect(page).to have_current_path("/manuscripts/#{row.id}")
    click_button "Make the change"
    expect(page).to have_css("#message", text: "the whole gap (44 places)")
    expect(now.paragraphs.count(&:empty?)).to eq(0)
  end

  it "says what becomes of italics before hand formatting goes" do
    visit "/manuscripts/#{row.id}"
    italic = ->(one) { one.paragraphs.sum { |paragraph| paragraph.runs.count { |run| run.properties[:italic] } } }
    before = italic[now]
    unfold "What is by hand"
    select "stays as it is", from: "meaning-italic"
    click_button "Remove it, as said here"
    expect(page).to have_css("#message", text: /Gave a style to .*6 headings of level 1 \(sure\).*then removed direct formatting/)
    expect(italic[now]).to be_between(before - 20, before)
    expect(now.paragraphs.sum { |paragraph| paragraph.runs.count { |run| run.properties.key?(:size) } }).to eq(0)
  end

  it "surveys it, each number leading to its places, and reads it reduced" do
    visit "/manuscripts/#{row.id}/survey"
    within(find("tr", text: "empty paragraphs")) { click_link "127" }
    expect(page).to have_css(".slip-place", text: "127 paragraphs chosen").and have_no_css("body.busy")
    visit "/manuscripts/#{row.id}/outline?reduced=yes"
    expect(page).to have_css(".heading-list .sentence", minimum: 20)
  end

  it "outlines what only looks like a heading, too, and makes it one" do
    visit "/manuscripts/#{row.id}/outline"
    expect(page).to have_css(".heading-list .only-read", minimum: 5).and have_css(".note", text: "read as a heading by look alone")
    chapter = now.paragraphs.find { |paragraph| paragraph.text.start_with?("CHAPTER 2") }
    count = all(".heading-list .only-read").size
    find(".only-read", text: "CHAPTER 2").click
    click_button "Make it “heading 1”"
    expect(page).to have_css("#message", text: "Gave 1 paragraph the style “heading 1”")
    expect(page).to have_css(".heading-list .only-read", count: count - 1)
    expect(now.paragraph(chapter.id).style).to eq("Heading1")
    click_button "Undo"
    expect(page).to have_css(".heading-list .only-read", count: count)
  end

  it "promotes several chosen headings in one step, each with those under it, and stays at them" do
    visit "/manuscripts/#{row.id}/outline"
    find(".head-2", text: "1.1 The shape of the water").click
    find(".head-2", text: "1.2 Four landings").click(:shift)
    expect(page).to have_css(".slip-text", text: "2 headings chosen")
    click_button "Promote"
    expect(page).to have_css(".head-1[aria-selected=true]", text: "1.2 Four landings")
      .and have_css(".head-2", text: "What the tables leave")
    expect(now.paragraphs.find { |one| one.text.start_with?("1.1 The shape") }.style).to eq("Heading1")
    expect(row.reload.entries.count).to eq(1)
    click_button "The outline"
    expect(page).to have_no_css("[aria-selected=true]").and have_button("Number the headings")
  end

  it "begins anew in one style" do
    visit "/manuscripts/#{row.id}"
    unfold "Begin anew in one style"
    select "Body Text", from: "The style for everything"
    click_button "Begin anew"
    expect(page).to have_css("#message", text: "Began anew")
    expect(now.paragraphs.reject(&:in_table).map(&:style).uniq).to eq(["BodyText"])
  end
end
