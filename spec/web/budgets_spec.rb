# frozen_string_literal: true

require_relative "../support/browser"

# How many controls a view shows at once: what is chosen is acted on on the slip, rows have none of their own.
RSpec.describe "Controls in view", type: :feature do
  before do
    Web.clear
    Web.bring("night-ferries.docx")
  end

  let(:guide) { NorvelWeb::HouseGuide.create!(name: "Ours", yaml: Norvel::Guide.find("marrowby-diploma").source) }

  def count(within)
    evaluate_script(<<~JS)
      [...document.querySelectorAll(#{"#{within} :is(button, input:not([type=hidden]), select, textarea, a[href])".to_json})]
        .filter((one) =>
        one.checkVisibility({ visibilityProperty: true }) && !one.matches(".in-place") &&
        !one.closest(".sr-only, .skips")).length
    JS
  end

  def at(path, has)
    visit path
    expect(page).to have_css(has, visible: :all)
  end

  it "are few on the slip, and none in rows" do
    here = "/manuscripts/#{row.id}"
    prose = now.paragraphs.find { |one| one.text.length > 400 && one.properties[:align] }.id
    at here, "#pages .para[data-p]"
    expect(count("#slip")).to be <= 15
    at "#{here}?chosen=#{prose}", ".para.chosen"
    expect(page).to have_css("#findings-here")
    expect(count("#slip")).to be <= 20 # its own findings, each with its two ways, among them
    expect(count("body")).to be <= 45
    {"#{here}/looks" => [".look", "#looks"], "#{here}/styles" => [".kin", "#family"], "#{here}/findings" => [".rule", "#rules"],
     "#{here}/findings?by=page" => [".found-leaf", "#rules"], "/guides/#{guide.id}?show=rules" => [".rule-row", ".rule-rows"],
     "#{here}/outline" => [".heading", "#headings .heading-list"], "#{here}/parts" => [".leaf-box", ".part-drawing"],
     "/guides/#{guide.id}?show=sheet" => [".kin", "#guide-editor"]}.each do |path, (has, rows)|
      at path, has
      expect([path, count(rows)]).to eq([path, 0])
      expect([path, count("#slip")]).to match([path, a_value <= 20])
    end
    at "#{here}/parts", ".leaf-box"
    find(".leaf-box[data-number='9']").click
    expect(page).to have_css(".opening-design")
    expect(count("#slip")).to be <= 15
    at "/guides/#{guide.id}?show=rules", ".rule-row"
    find("#row-margins").click
    expect(page).to have_css("#guide-slip", text: "In the guide’s words")
    expect(count("#slip")).to be <= 20
  end
end

# What is said on a slip is said at every step, beside hundreds of sheets: they stay as they are. Each answer laid all of them out twice,
# and matched every element against the sheet of styles again.
RSpec.describe "What the slip says", type: :feature do
  before do
    Web.clear
    Web.bring("night-ferries.docx")
  end

  # Milliseconds in which the browser takes in twenty changes of the slip: the middle one of nine.
  def changes_of_slip
    evaluate_script(<<~JS)
      (() => {
        const slip = document.querySelector("#slip");
        const took = () => {
          const from = performance.now();
          for (let turn = 0; turn < 20; turn += 1) {
            const line = Object.assign(document.createElement("p"), { className: "note", textContent: `${turn} said here` });
            const form = Object.assign(document.createElement("form"), { className: "field-row guide-field" });
            form.append(document.createElement("textarea"));
            slip.append(line, form);
            slip.getBoundingClientRect();
            line.remove();
            form.remove();
            slip.getBoundingClientRect();
          }
          return performance.now() - from;
        };
        return Array.from({ length: 9 }, took).sort((one, other) => one - other)[4];
      })()
    JS
  end

  {"the pages" => ["", ".sheet[data-drawn]"], "the family" => ["/styles", ".kin"], "headings" => ["/outline", ".heading"],
   "findings" => ["/findings", ".rule"], "looks" => ["/looks", ".look"], "parts" => ["/parts", ".leaf-box"]}.each do |name, (view, has)|
    it "lays out nothing of #{name}" do
      visit "/manuscripts/#{row.id}#{view}"
      expect(page).to have_css(has, minimum: 1)
      full = changes_of_slip
      execute_script("document.querySelectorAll('main, #slip').forEach((one) => one.replaceChildren())")
      bare = changes_of_slip
      expect(full).to be < 4 * bare + 10 # ms
    end
  end
end
