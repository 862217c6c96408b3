# frozen_string_literal: true

require_relative "../support/browser"

# Measures on the page are taken hold of, by mouse, by touch and by keys; what is let go of is read back from the file.
RSpec.describe "Measures in the hand", type: :feature do
  before do
    Web.clear
    Web.bring("night-ferries.docx", short_report)
    visit "/manuscripts/#{row.id}?chosen=#{prose.id}"
    expect(page).to have_css(".para.chosen")
    keys "x"
    expect(page).to have_css(".held[data-hold=indent_first]", visible: :all)
  end

  let(:prose) do
    read(short_report).paragraphs.find { |one| one.text.length > 400 && one.properties[:indent_first].to_i.positive? }
  end

  def knob(name)
    evaluate_script(<<~JS)
      (() => { const knob = document.querySelector(".held[data-hold=#{name}][tabindex='0'] .knob");
        knob.scrollIntoView({block: "center"}); const box = knob.getBoundingClientRect();
        return [Math.round(box.x + box.width / 2), Math.round(box.y + box.height / 2)]; })()
    JS
  end

  def drag(name, across, down = 0)
    page.driver.browser.action.move_to_location(*knob(name)).click_and_hold.move_by(across / 2, down / 2).move_by(across / 2, down / 2)
      .release.perform
  end

  # Screen pixels a point.
  def scale
    evaluate_script("(() => { const page = document.querySelector('svg.page'); " \
      "return page.clientWidth / page.viewBox.baseVal.width; })()")
  end

  # The value in the line, in EMU.
  def in_line(name)
    Norvel::Properties[name].parse(Norvel::Properties::Specification.read(find("#try-line").value).values.fetch(name))
  end

  def written = Norvel::Formats.read(Norvel::Formats.write(now, source: short_report))

  it "are dragged: the line says it, the pages follow, and the style adopts it" do
    before = prose.properties[:indent_first]
    drag("indent_first", 40)
    expect(page).to have_field("try-line", with: /indent [\d.]+ cm/)
    value = in_line(:indent_first)
    expect(value - before).to be_within(40_000).of((40 / scale * 12_700).round)
    expect(page).to have_css("#held-bubble", text: /First-line indent .*cm/)
      .and have_css("#held-bubble", text: /Its style adopting it: \d+ paragraphs touched/)
    expect(page).to have_css("#line-says", text: "Tried first-line indent")
    expect(row.reload.entries).to be_empty
    page.driver.browser.action.key_down(:alt).send_keys("l").key_up(:alt).perform
    expect(page).to have_css("#message", text: /adopted indent/)
    expect(written.sheet[prose.style].properties[:indent_first]).to be_within(635).of(value)
    expect(now.words).to eq(read(short_report).words)
  end

  it "are stepped by arrow keys, tried just here by Enter, and dropped by Escape" do
    find(".held[data-hold=space_before][tabindex='0']", visible: :all).send_keys(:arrow_down, :arrow_down, :arrow_down)
    expect(page).to have_field("try-line", with: "3 pt before")
    keys :enter
    expect(page).to have_css("#message", text: "Tried space before 3 pt on 1 paragraph.")
    expect(written.paragraph(prose.id).properties[:space_before]).to eq(38_100)
    expect(page).to have_css(".held[data-hold=space_after][tabindex='0']", visible: :all)
    find(".held[data-hold=space_after][tabindex='0']", visible: :all).send_keys([:shift, :arrow_down])
    expect(page).to have_field("try-line", with: /pt after/)
    keys :escape
    expect(page).to have_field("try-line", with: "")
    expect(row.reload.entries.count).to eq(1)
    expect(now.paragraphs.size).to eq(read(short_report).paragraphs.size) # no key came to the text
  end

  it "catch on the guide's value; a margin goes to its part, and what was is seen while a key is held" do
    drag("margin_start", 30) # 2.54 cm, where the guide asks for 3.5 cm
    expect(page).to have_css("#slip", text: "start margin 3.5 cm").and have_css("#held-bubble", text: "as the guide says")
    expect(page).to have_css(".strip .changes", visible: :all, minimum: 10).and have_css(".bench.proposing")
    hold = page.driver.browser.action
    hold.key_down("b").perform
    expect(page).to have_no_css(".bench.proposing")
    execute_script("window.dispatchEvent(new Event('blur'))") # let go of in another window
    expect(page).to have_css(".bench.proposing")
    page.driver.browser.action.key_up("b").perform
    expect(page).to have_css(".bench.proposing")
    keys :enter
    expect(page).to have_css("#message", text: "start margin 3.5 cm")
    expect(written.sections.map { |section| section.page.margin[:start] }).to all(be_within(635).of(1_260_000))
    expect(page).to have_css("#chosen[data-chosen='#{prose.id}']", visible: :all)
  end

  it "are let go of when something else is chosen, undone or switched off: the keys are the bench's again" do
    index = -> { find("#chosen", visible: :all)["data-index"].to_i }
    here = index.call
    drag("indent_first", 40)
    expect(page).to have_field("try-line", with: /indent/)
    find(".para[data-i='#{here + 1}'] .hit", match: :first, visible: :all).click
    expect(page).to have_css("#chosen[data-index='#{here + 1}']", visible: :all).and have_no_css("#held-bubble")
    keys :arrow_down
    expect(page).to have_css("#chosen[data-index='#{here + 2}']", visible: :all)
    expect(page).to have_field("try-line", with: "")
    drag("space_after", 0, 10)
    expect(page).to have_field("try-line", with: /after/)
    keys "x"
    expect(page).to have_no_css(".held", visible: :all).and have_no_css("#held-bubble")
    keys :arrow_up
    expect(page).to have_css("#chosen[data-index='#{here + 1}']", visible: :all)
    expect(row.reload.entries).to be_empty
  end

  it "are dragged by touch" do
    x, y = knob("indent_start")
    finger = Selenium::WebDriver::Interactions.pointer(:touch, name: "finger")
    page.driver.browser.action(devices: [finger]).move_to_location(x, y).pointer_down(:left).move_to_location(x + 30, y)
      .move_to_location(x + 60, y).pointer_up(:left).perform
    expect(page).to have_field("try-line", with: /in [\d.]+ cm/)
    expect(in_line(:indent_start)).to be_within(60_000).of((60 / scale * 12_700).round)
  end

  it "are taken hold of on the drawing of a part's opening, by mouse and by keys" do
    visit "/manuscripts/#{row.id}/parts"
    find(".leaf-box[data-number='9']").click
    line = -> { find(".opening-design [data-edge='start']") }
    line.call.send_keys(:arrow_right, :arrow_right) # 2.54 cm, the next round value, and one more
    pages = Norvel::Layout.new(read(short_report)).pages.size
    expect(page).to have_css(".slip-text", text: "start margin 2.7 cm").and have_css(".ripple-line", text: "#{pages} pages")
    expect(page).to have_css(".opening-design [data-edge='start'] text", text: "2.7 cm")
    keys :escape
    expect(page).to have_css(".slip-text", text: "Part 1 of 1").and have_css("[data-edge='start'] text", text: "2.54 cm")
    bar = line.call.find(".knob")
    page.driver.browser.action.move_to(bar.native).click_and_hold.move_by(6, 0).move_by(6, 0).perform
    expect(page).to have_css(".slip-text", text: /start margin [\d.]+ cm/)
    expect(row.reload.entries).to be_empty
    page.driver.browser.action.release.perform
    wanted = find(".slip-text").text[/([\d.]+) cm/, 1].to_f
    expect(wanted).to be > 3
    keys :enter
    expect(page).to have_css("#message", text: "start margin #{wanted} cm").and have_css(".slip-text", text: "Part 1 of 1")
    expect(written.sections.map { |section| section.page.margin[:start] }).to all(be_within(700).of((wanted * 360_000).round))
    click_button "Undo"
    expect(page).to have_css("[data-edge='start'] text", text: "2.54 cm")
  end
end
