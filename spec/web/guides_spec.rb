# frozen_string_literal: true

require_relative "../support/browser"

# Staff write a guide without seeing its file, try it on, publish it, hand out its template; an author takes the new version. Actions are
# counted: a click, a choice from a list, a typed entry.
RSpec.describe "Writing a guide", type: :feature do
  before do
    Web.clear
    @actions = 0
  end

  def act
    @actions += 1
    yield
  end

  # A typed entry, or a choice.
  def put(id, value)
    act do
      field = find("##{id}")
      (field.tag_name == "select") ? field.select(value) : field.fill_in(with: value)
      field.send_keys(:tab) unless field.tag_name == "select"
    end
    expect(page).to have_no_css(".htmx-request")
  end

  def show(part)
    act { within(".views") { click_on part } }
    expect(page).to have_css(".view-head", text: /#{part}|sheet/i)
  end

  # A rule is found by what it should say.
  def rule(words, sentence)
    act { fill_in "new-rule", with: words }
    act { find("#offers button", text: sentence).click }
    expect(page).to have_css(".rule-row[aria-selected=true]", text: sentence)
  end

  # A value that is written where it stands in the sentence of its rule.
  def in_sentence(place, value)
    act do
      find("#in-rules-#{place}").click
      field = find(".in-place-form .field")
      (field.tag_name == "select") ? field.select(value) : keys(value, :enter)
    end
    expect(page).to have_css("#in-rules-#{place}", text: value).and have_no_css(".htmx-request")
  end

  def choose_style(name)
    act { find(".kin", text: name, match: :first).click }
    expect(page).to have_css("#guide-slip .slip-text", text: name)
  end

  def style(slot, name, line)
    act { select slot, from: "new-slot" }
    fill_in "new-style-name", with: name
    find("#new-slot").ancestor("form").click_on("Add it")
    expect(page).to have_css("#g-styles-#{slot.tr(" ", "_")}-line")
    put("g-styles-#{slot.tr(" ", "_")}-line", line)
  end

  let(:own) { NorvelWeb::HouseGuide.first }

  it "comes to a guide of twelve rules and eight styles, tried on, published and handed out as a template, in twenty-five " \
    "actions and no YAML" do
    Web.bring("boat-shed-handbook.docx")
    visit "/"
    act { click_on "Write a new guide" }
    put("g-guide", "Notes from the boat shed")
    put("g-page-margins-start", "3 cm")
    put("g-parts-folio", "bottom outer")
    show "Sheet"
    act { click_on "Add the usual styles" }
    expect(page).to have_css(".kin", text: "House caption")
    style("reference entry", "Shed reference", "in 1 cm, hanging 1 cm")
    choose_style "House base"
    put("g-styles-base-line", "11 pt Carlito, lines 1.2")
    choose_style "House title"
    put("g-styles-title-line", "24 pt, bold, 12 pt after")
    expect(page).to have_no_css("textarea.yaml")
    show "Rules"
    act { click_on "Ask for what page, parts and sheet say" }
    expect(page).to have_css(".rule-sentence", text: "Size of body is 11 pt.")
    act { click_on "Ask for a clean file" }
    expect(page).to have_css(".rule-sentence", text: "No sample text")
    act { select row.name, from: "on" }
    expect(page).to have_css("#tried", text: /met, \d+ broken/)
    rule("full stop", "A heading has no full stop at its end.")
    expect(page).to have_css("#found-by-it", text: row.name)
    in_sentence("value-4-severity", "should")
    in_sentence("value-2-equals", "11.5 pt")
    expect(page).to have_css(".rule-sentence", text: "Size of body is 11.5 pt.")
    expect(page).to have_css("#found-by-it", text: "By the last change")
    show "Versions"
    act { click_on "Publish version 0.1" }
    expect(page).to have_css(".ledger", text: "Version 0.1")
    act { click_on "Save as a template" }
    expect(page).to have_css("#message", text: "Delivered: Notes from the boat shed – template.docx")
    expect(@actions).to be <= 25
    expect([own.guide.title, own.guide.styles.size, own.guide.rules.size, own.versions.map(&:version)])
      .to match(["Notes from the boat shed", be >= 8, be >= 12, ["0.1"]])
  end

  it "says at the field what is wrong, keeps what was written there, and undoes" do
    own = NorvelWeb::HouseGuide.create!(name: "Ours", yaml: Norvel::Guide::Draft.empty.yaml)
    visit "/guides/#{own.id}"
    put("g-page-margins-top", "far")
    expect(page).to have_css("#g-page-margins-top[aria-invalid]")
    expect(find("#g-page-margins-top").value).to eq("far")
    expect(page).to have_css(".mistake", text: /far/)
    put("g-page-margins-top", "1 in")
    expect(page).to have_no_css(".mistake")
    expect(own.reload.guide.page[:margins]["top"]).to eq("1 in")
    click_on "Undo"
    expect(page).to have_field("g-page-margins-top", with: "2.5 cm")
    grip = find("[data-edge=start] .grip", visible: :all)
    box = evaluate_script("(() => { const b = document.querySelector('[data-edge=start] .grip').getBoundingClientRect(); " \
      "const s = document.querySelector('.page-design').getBoundingClientRect(); return [b.x + b.width / 2, b.y + " \
      "b.height / 2, s.width / 739.3]; })()")
    page.driver.browser.action.move_to_location(box[0].round, box[1].round)
      .click_and_hold.move_by((28.35 * box[2]).round, 0).release.perform
    expect(grip).to be_truthy
    expect(page).to have_no_field("g-page-margins-start", with: "2.5 cm")
    expect(own.reload.guide.page[:margins]["start"]).to match(/\A3\.[3-7] cm\z/)
    %w[page sheet rules versions].each do |part|
      visit "/guides/#{own.id}?show=#{part}"
      expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
    end
  end

  it "asks about a clause that quotes what its rule does not ask for any more, since the rule follows the page" do
    guide = NorvelWeb::HouseGuide.create!(name: "House", yaml: Norvel::Guide.find("marrowby-diploma").source)
    visit "/guides/#{guide.id}?show=page"
    put "g-page-margins-start", "4 cm"
    show "Rules"
    expect(page).to have_css(".rule-sentence", text: "4 cm at the start")
      .and have_css(".left-alone", text: "The clause says 3.5 cm; the rule asks for 4 cm.")
    find("#row-margins").click
    click_button "Let the clause say 4 cm", exact: false
    expect(page).to have_field("In the guide’s words", with: "1.2 The binding edge has 4 cm, all other edges 2.5 cm.")
      .and have_no_css(".left-alone")
    click_button "Let it say its own: 1.2", exact: false
    expect(page).to have_button("Let it follow that: 1.2", exact: false)
    click_button "Switch it off: 1.2", exact: false
    expect(page).to have_button("Ask for it again: 1.2", exact: false)
    expect(guide.reload.guide.rules.map(&:id)).not_to include("margins")
    expect(Norvel::Guide::Draft.new(guide.yaml).rules.find { |rule| rule["id"] == "margins" }["margins"]["start"]).to eq("4 cm")
  end

  it "has styles value by value, in the form that a manuscript's have, and lists level by level" do
    visit "/guides/marrowby-diploma"
    click_on "Copy it and change the copy"
    click_on "Sheet"
    choose_style "Report text"
    unfold "Value by value"
    within("#values-body") do
      fill_in "Size", with: "large"
      select "end", from: "Alignment"
      click_on "Save the style"
    end
    expect(page).to have_css("#refusal", text: "Size: “large” is not a length")
    within("#values-body") do
      expect(page).to have_select("Alignment", selected: "end") # what was typed stays
      fill_in "Size", with: "11.5"
      click_on "Give first-line indent back to “Report base”"
      click_on "Save the style"
    end
    expect(page).to have_field("g-styles-body-line", with: "11.5 pt, flush right")
    unfold "Value by value"
    within("#values-body") { click_on "Leave it" }
    expect(page).to have_no_css("#values-body form")
    choose_style "Report title"
    unfold "Value by value"
    expect(page).to have_css("#values-title form").and have_no_css("#values-body")
    choose_style "Chapter heading"
    within("#guide-slip") { find("button", text: "Remove it").click }
    expect(page).to have_css("#guide-slip .mistake", text: "asks for what this style says")
    find(".list-row", text: "With bullets").click
    click_on "One level more"
    find(".list-levels summary", text: "Level 3").click
    expect(page).to have_field("g-lists-bullets-levels-2-indent_start", with: "2.51 cm")
    fill_in "g-lists-bullets-levels-2-sign", with: "+\t"
    expect(page).to have_no_css(".htmx-request")
    written = NorvelWeb::HouseGuide.last.guide
    expect([written.family[:body].values[:size], written.lists[:bullets][:levels].last.sign]).to eq([146_050, "+"])
    click_on "Undo"
    expect(page).to have_field("g-lists-bullets-levels-2-sign", with: "▪")
  end

  it "has no accessibility faults that axe-core finds" do
    visit "/guides/marrowby-diploma"
    click_on "Copy it and change the copy"
    expect(page).to have_css("#guide-editor")
    %w[page sheet rules versions text].each do |part|
      visit "/guides/#{NorvelWeb::HouseGuide.last.id}?show=#{part}"
      if part == "sheet"
        choose_style "Report text"
        unfold "Value by value"
        expect(page).to have_css("#values-body form")
      elsif part == "rules"
        find("#row-margins").click
        expect(page).to have_css("#guide-slip", text: "In the guide’s words")
      end
      expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa, :"best-practice")
    end
  end

  it "is brought in from a file, saved as one, duplicated; a mistake comes in a sentence", driver: :rack_test do
    Dir.mktmpdir do |folder|
      path = File.join(folder, "Hausleitfaden.yml")
      File.write(path, File.read(File.join(Norvel::Guide.folder, "office-report.yml")).sub("Plain office report", "Überblick"))
      visit "/"
      attach_file "guide_file", path
      click_on "Bring the guide in"
      expect(page).to have_css(".top-name", text: "Überblick")
      click_on "Duplicate it"
      expect(page).to have_css(".top-name", text: "Überblick (copy)")
      File.write(path, "guide: A\nversion: 1\n")
      visit "/"
      attach_file "guide_file", path
      click_on "Bring the guide in"
      expect(page).to have_text(/“version” has to be text|“rules” is missing/)
      expect(NorvelWeb::HouseGuide.count).to eq(2)
    end
  end

  it "keeps a manuscript with its version until it is moved, and says what the move changes" do
    Web.bring("quayside-notice.docx")
    own = NorvelWeb::HouseGuide.create!(name: "Ours", yaml: Norvel::Guide::Draft.empty.add_rule("empty_paragraphs").yaml)
    visit "/guides/#{own.id}?show=versions"
    click_on "Publish version 0.1"
    expect(page).to have_css(".ledger", text: "Version 0.1")
    visit "/manuscripts/#{row.id}/findings"
    select "Ours, version 0.1", from: "guide"
    click_on "Check against it"
    expect(page).to have_css("#held", text: "version 0.1")
    own.reload.change(Norvel::Guide::Draft.new(own.yaml).set("version", "0.2").add_rule("direct_formatting").yaml)
    visit "/guides/#{own.id}?show=versions"
    expect(page).to have_css(".ledger", text: "New (must): Formatting is done with styles")
    click_on "Publish version 0.2"
    expect(page).to have_css(".ledger strong", text: "Version 0.2")
    click_on "Publish version 0.2"
    expect(page).to have_text("Version 0.2 is published already, and stays as it is.")
    visit "/manuscripts/#{row.id}/findings"
    expect(page).to have_css("#held", text: "version 0.1")
    click_on "What it changes here …"
    expect(page).to have_css("#slip", text: /broken now/i)
    click_on "Move to version 0.2"
    expect(page).to have_css("#held", text: "version 0.2")
    click_on "Undo"
    expect(page).to have_button("Redo", disabled: false)
    visit current_path
    expect(page).to have_css("#held", text: "version 0.1")
  end
end
