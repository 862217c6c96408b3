# frozen_string_literal: true

require_relative "../support/browser"

RSpec.describe "Finding one's way, by keyboard, at any size", type: :feature do
  before do
    Web.clear
    Web.bring("quayside-notice.docx")
  end

  after { page.driver.browser.execute_cdp("Emulation.clearDeviceMetricsOverride") if page.driver.wait? }

  def open_bench(query = "")
    visit "/manuscripts/#{row.id}#{query}"
    expect(page).to have_css("#pages .para[data-p]")
    execute_script("localStorage.clear()")
  end

  def chord(key) = page.driver.browser.action.key_down(:control).send_keys(key).key_up(:control).perform

  def focused = evaluate_script("(document.activeElement.textContent || '').trim() + ' ' + document.activeElement.id")

  def sized(width, height) =
    page.driver.browser.execute_cdp("Emulation.setDeviceMetricsOverride", width: width, height: height, deviceScaleFactor: 1, mobile: false)

  it "leads from a job in plain words to the place where it is done, each link to a page that is there", driver: :rack_test do
    visit "/manuscripts/#{row.id}"
    click_link "By job", match: :first
    expect(all(".job").size).to be_between(18, 28)
    expect(all(".job").map { |job| job.all("li").size }).to all(be_between(1, 5))
    links = all(".job a").map { |link| URI.join(page.current_url, link[:href]) }.uniq
    links.each { |link| expect([link.path, Web.status(link)]).to eq([link.path, 200]) }
    click_link "Open the outline and choose how"
    expect(page).to have_css(".view-head", text: "The outline")
  end

  # Seen: the plan's and the findings' main action lay behind 70 stops of the tab key.
  it "does what a view or a form is there for by one key, and nothing where a field has none" do
    visit "/manuscripts/#{row.id}/plan"
    expect(page).to have_button("Apply the plan")
    chord(:enter)
    expect(page).to have_css("#message", text: "Tidied by")
    open_bench
    keys "t"
    expect(page).to have_css("#try-line:focus")
    chord(:enter)
    expect(page).to have_css("#try-line:focus")
    keys :escape, :arrow_down
    expect(page).to have_css("#foot-chosen", text: "1 paragraph chosen")
    chord(:enter) # from the page, as who ends writing twice over, nothing is done to what is chosen
    keys :arrow_down
    expect(page).to have_css("#chosen[data-index='1']", visible: :all)
    expect(row.reload.path.size).to eq(1)
    find("#style-choice").send_keys("cap")
    chord(:enter)
    expect(page).to have_css("#message", text: "the style “Caption”")
    expect(row.reload.path.size).to eq(2)
  end

  it "keeps what was unfolded on a slip, over other paragraphs and a new visit, and few controls before it" do
    open_bench
    shown = -> { evaluate_script(<<~JS) }
      [...document.querySelectorAll('#slip :is(button, input:not([type=hidden]), select, textarea, a)')].filter((one) =>
        one.checkVisibility({ visibilityProperty: true })).length
    JS
    expect(shown.call).to be <= 15
    keys :arrow_down
    expect(page).to have_css("#foot-chosen", text: "1 paragraph chosen").and have_css("#slip summary", text: "How it reads")
    expect(shown.call).to be <= 15
    unfold "Where it comes from"
    expect(page).to have_css(".fold[open] .lineage")
    keys :arrow_down
    expect(page).to have_css("#chosen[data-index='1']", visible: :all).and have_css(".fold[open] .lineage")
    refresh
    expect(page).to have_css("#chosen[data-index='1']", visible: :all).and have_css(".fold[open] .lineage")
    find(".fold[open] > summary", text: "Where it comes from").click
    refresh
    expect(page).to have_css("#slip summary", text: "How it reads").and have_no_css(".fold[open]")
  end

  # Seen: a media query that was not closed, so that printing and forced colours had effect in narrow windows alone.
  it "is printed, and has its edges where colours are forced, in a wide window" do
    open_bench
    shown = ->(selector, property) { evaluate_script("getComputedStyle(document.querySelector('#{selector}')).#{property}") }
    media = ->(**given) { page.driver.browser.execute_cdp("Emulation.setEmulatedMedia", **given) }
    sized(1280, 800)
    expect([shown[".slip", "display"], shown[".top", "backgroundColor"]]).not_to include("none")
    media[media: "print"]
    expect(shown[".slip", "display"]).to eq("none")
    media[media: "screen", features: [{name: "forced-colors", value: "active"}]]
    expect(shown[".top-button", "borderTopWidth"]).to eq("1px")
  ensure
    media[media: "", features: []]
  end

  it "closes what was opened last, keeps what is chosen in the address, and returns there" do
    open_bench
    keys :arrow_down, :arrow_down
    expect(page).to have_css("#foot-chosen", text: "1 paragraph chosen")
    keys "?"
    expect(page).to have_css("#keys")
    keys :escape
    expect(page).to have_no_css("#keys")
    chosen = find("#chosen", visible: :all)["data-chosen"]
    expect(page).to have_current_path("/manuscripts/#{row.id}?chosen=#{chosen}")
    keys "4"
    expect(page).to have_css(".view-head", text: "The family of styles")
    go_back
    expect(page).to have_css("#chosen[data-chosen='#{chosen}']", visible: :all)
  end

  it "lets single keys be switched off and changed" do
    open_bench
    keys "?"
    fill_in "Instead of the key", with: "a"
    fill_in "press", with: "b"
    within("#own-key") { click_button "Set" }
    expect(page).to have_css("#own-said", text: "B for A")
    keys :escape
    find_by_id("pages").send_keys("a")
    find_by_id("pages").send_keys("b")
    expect(page).to have_css("#foot-chosen", text: /\d+ paragraphs chosen/)
    find_by_id("pages").send_keys(:escape)
    expect(page).to have_css("#foot-chosen", text: "Nothing chosen")
    find_by_id("pages").send_keys("?")
    uncheck "single keys act"
    find_by_id("pages").send_keys(:escape)
    find_by_id("pages").send_keys("b")
    find_by_id("pages").send_keys(:arrow_down)
    expect(page).to have_css("#foot-chosen", text: "1 paragraph chosen")
  end

  it "has the focus where the person was after an answer" do
    open_bench("?chosen=#{NorvelWeb::Workbench.new(row.id).state.manuscript.paragraphs.find { |paragraph| !paragraph.blank? }.id}")
    select "heading 1 (H1)", from: "Style"
    button = find_button("Apply")
    button.send_keys(:enter)
    expect(page).to have_css("#message", text: "Gave 1 paragraph")
    expect(page).to have_css("button:focus", text: "Apply")
    visit "/manuscripts/#{row.id}/findings"
    find("#rules summary", match: :first).click
    find(".found-row", match: :first).click
    fix = find_button("Fix …")
    fix.send_keys(:enter)
    expect(page).to have_css("#slip", text: /findings? would be/)
    expect(page).to have_no_css("body:focus")
  end

  it "has the same keys in the other views, and the address of the style that is open" do
    visit "/manuscripts/#{row.id}/styles?show=all"
    find(".family .kin", text: "heading 2").click
    expect(page).to have_css(".slip-text", text: "heading 2")
    expect(page).to have_current_path(/style=Heading2/, url: true)
    keys "?"
    expect(page).to have_css("#keys", text: "single keys act")
    keys :escape
    expect(page).to have_no_css("#keys")
    keys "t"
    expect(page).to have_css("#v-line:focus")
    refresh
    expect(page).to have_css(".slip-text", text: "heading 2")
  end

  def axe_clean(state, part = "#slip")
    expect(page).to have_no_css(".at-work, .htmx-request")
    expect(page).to be_axe_clean.within(part).according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa, :"best-practice")
  rescue RSpec::Expectations::ExpectationNotMetError => fault
    raise fault.class, "in the state “#{state}”: #{fault.message}"
  end

  it "is as good to those who cannot see it in the midst of things: the list of keys, a fault in the line, a ripple, a " \
    "refusal, what was found" do
    open_bench("?chosen=6")
    keys "?"
    axe_clean("the list of keys", "#keys")
    keys :escape, "t"
    expect(page).to have_css("#try-line:focus")
    keys "bold, blod"
    expect(page).to have_css(".line-mirror u", visible: :all, text: "blod")
    axe_clean("a fault in the line")
    open_bench("?chosen=6")
    click_button "Change the style", exact: false
    fill_in "Size", with: "15 pt"
    expect(page).to have_css("#ripple", text: /touched/)
    axe_clean("a ripple")
    fill_in "Size", with: "plenty"
    click_button "Save the style"
    expect(page).to have_css("#refusal", text: "plenty")
    axe_clean("a refusal", ".bench")
    open_bench
    keys "f", "boat", :enter
    expect(page).to have_css("#slip .found, #slip [data-found], #slip ol")
    axe_clean("what was found")
  end

  it "prints every page, those out of view too, and lets them go again" do
    Web.bring("night-ferries.docx", short_report)
    visit "/manuscripts/#{NorvelWeb::ManuscriptRecord.last.id}"
    expect(page).to have_css("#pages .para[data-p]")
    execute_script(<<~JS) # what is said for a moment is kept
      window.said = [];
      const message = document.getElementById("message");
      const all = {childList: true, characterData: true, subtree: true};
      new MutationObserver(() => window.said.push(message.textContent)).observe(message, all);
      window.print = () => {
        window.printed = document.querySelectorAll(".sheet[data-drawn]:has(.para)").length;
        message.dataset.printed = "yes";
      };
    JS
    page.driver.browser.action.key_down(:control).send_keys("p").key_up(:control).perform
    expect(page).to have_css("#message[data-printed]", visible: :all, wait: 60) # seventeen pages are drawn meanwhile
    expect(evaluate_script("window.said").join(" ")).to match(/of 17 pages ready to print/)
    expect(page).to have_no_css(".bench.all-drawn")
    expect(page).to have_no_css("#message", text: /./)
    expect(evaluate_script("window.printed")).to eq(evaluate_script("document.querySelectorAll('.sheet').length"))
    expect(all(".sheet[data-drawn]").size).to be <= 12
  end

  it "commits nothing by the arrows of a list" do
    open_bench
    find(".foot-unit").send_keys(:arrow_down, :arrow_down)
    expect(evaluate_script("document.cookie + performance.getEntriesByType('resource').filter((one) => one.name.endsWith('/unit')).length"))
      .to end_with("0")
    within(".foot-set") { click_button "Set" }
    expect(page).to have_css(".foot-unit") { |list| list.value == "in" || list.value == "cm" }
  end

  it "says what is missing where scripts are off, and where to begin", driver: :rack_test do
    Web.bring("night-ferries.docx")
    visit "/"
    expect(page).to have_css(".first-visit", text: "Open “The Night Ferries of the Ansel Sound”")
    expect(Rack::MockRequest.new(Web::APP).get("/", "HTTP_HOST" => "127.0.0.1").body).to include("scripts, and they are switched off here")
  end

  # Seen: the plan's slip comes after its page, and no way led to it any more.
  it "skips to a slip wherever there is one, though it comes later" do
    slips = {"/manuscripts/#{row.id}/plan" => true, "/manuscripts/#{row.id}/ledger" => false, "/manuscripts/#{row.id}/looks" => true}
    slips.each do |path, has|
      visit path
      expect(page).to have_css("#slip") if has
      expect(page).to have_css(".skips a", text: "To the slip", count: has ? 1 : 0)
    end
  end

  it "skips to the page and to the slip" do
    open_bench
    find("body").send_keys(:tab)
    expect(focused).to start_with("To the main part")
    keys :enter
    expect(evaluate_script("document.activeElement.id")).to eq("pages")
  end

  it "is heard as a document: pages, headings by level, whole paragraphs, what is chosen" do
    open_bench
    expect(page).to have_css(".heard [data-p]", visible: :all)
    tree = page.driver.browser.execute_cdp("Accessibility.getFullAXTree")["nodes"].reject { |node| node["ignored"] }
    said = ->(role) { tree.select { |node| node.dig("role", "value") == role }.map { |node| node.dig("name", "value").to_s } }
    texts = NorvelWeb::Workbench.new(row.id).state.manuscript.paragraphs.reject(&:blank?).map do |paragraph|
      paragraph.text.gsub(/[[:space:]]+/, " ").strip
    end
    heard = tree.select { |node| node.dig("role", "value") == "StaticText" }.map { |node| node.dig("name", "value").to_s.strip }
    expect(said["heading"]).to include("page 1")
    expect(texts.first(5) - heard).to eq([])
    expect(heard).not_to include("blank line") # the words in the margin
    visit "/manuscripts/#{row.id}?chosen=#{NorvelWeb::Workbench.new(row.id).state.manuscript.paragraphs.find { |one| !one.blank? }.id}"
    expect(page).to have_css(".heard [aria-current=true]", visible: :all)
    expect(page).to have_css("#heard-choice[role=status]", visible: :all, text: /1 paragraph chosen, “.+”, .+, Paragraph \d+ · page \d+/)
    keys "f", "boat", :enter
    expect(page).to have_css("#heard-choice", visible: :all, text: /\A“boat”: 2 places on page 1/)
    find("#slip .which button", match: :first).click
    expect(page).to have_css("#heard-choice", visible: :all, text: /\A“boat”, place 1 of \d+, Words chosen, “boat”/)
    keys "g"
    expect(page).to have_css("#heard-choice", visible: :all, text: /\A“boat”, place 2 of \d+/)
  end

  # WCAG 2.2, 1.4.12: what a reader may ask for without losing anything.
  let(:spaced) do
    "* { line-height: 1.5 !important; letter-spacing: .12em !important; word-spacing: .16em !important } " \
      "p { margin-bottom: 2em !important }"
  end

  # Words that are cut off by their own box, or by one around them that does not scroll.
  let(:cut) do
    <<~JS
      [...document.querySelectorAll("body *")].filter((one) => {
        if (!one.checkVisibility({visibilityProperty: true, opacityProperty: true}) || one.closest("svg, .sr-only, .skips")) return false;
        if (![...one.childNodes].some((child) => child.nodeType === 3 && child.textContent.trim())) return false;
        const style = getComputedStyle(one);
        if (style.textOverflow === "ellipsis") return false; // said whole elsewhere
        const clips = ["hidden", "clip"].some((kind) => [style.overflowX, style.overflowY].includes(kind));
        if (clips && (one.scrollWidth > one.clientWidth + 2 || one.scrollHeight > one.clientHeight + 2)) return true;
        const box = one.getBoundingClientRect();
        let around = one.parentElement;
        while (around && around !== document.body) {
          const kind = getComputedStyle(around);
          if (["auto", "scroll"].includes(kind.overflowX) || ["auto", "scroll"].includes(kind.overflowY)) return false;
          const outer = around.getBoundingClientRect();
          if (kind.overflowX === "hidden" && box.right > outer.right + 2 && kind.textOverflow !== "ellipsis") return true;
          if (kind.overflowY === "hidden" && box.bottom > outer.bottom + 2) return true;
          around = around.parentElement;
        }
        return false;
      }).map((one) => `${one.tagName}.${one.className} ${one.textContent.trim().slice(0, 40)}`)
    JS
  end

  # Each page comes at one size and goes through the others; every other one begins with the smallest.
  it "cuts nothing off in small windows, at 200 and 400 per cent, and loses nothing with the text spacing that readers may ask for" do
    guide = NorvelWeb::HouseGuide.create!(name: "Ours", yaml: Norvel::Guide.find("marrowby-diploma").source)
    here = "/manuscripts/#{row.id}"
    sizes = [[320, 256], [390, 844], [684, 700], [1024, 768], [1280, 800]]
    within = lambda do |path, width|
      expect([path, width, evaluate_script("document.documentElement.scrollWidth")]).to match([path, width, a_value <= width])
    end
    ["/", "/jobs", "/guides/#{guide.id}?show=rules", "/guides/#{guide.id}?show=sheet", here, "#{here}?chosen=6", "#{here}/outline",
      "#{here}/looks", "#{here}/styles", "#{here}/plan", "#{here}/parts", "#{here}/findings", "#{here}/findings?by=page",
      "#{here}/ledger", "#{here}/deliver"].each_with_index do |path, index|
      order = index.even? ? sizes : sizes.reverse
      sized(*order.first)
      visit path
      expect(page).to have_no_css(".at-work")
      order.each { |width, height| sized(width, height) && within[path, width] }
      next unless Share.all? || index % 3 != 2

      execute_script("document.head.appendChild(Object.assign(document.createElement('style'), {textContent: arguments[0]}))", spaced)
      order.reverse_each do |width, height|
        sized(width, height)
        within[path, width]
        expect([path, width, evaluate_script(cut)]).to eq([path, width, []])
      end
    end
    execute_script("document.querySelector('main h2:not(.sr-only), main p').style.cssText = 'height: 8px; overflow: hidden'")
    expect(evaluate_script(cut)).not_to be_empty # what is cut off would be seen
  end

  it "draws the pages larger and smaller, and remembers it" do
    open_bench
    wide = -> { evaluate_script("document.querySelector('.sheet').getBoundingClientRect().width") }
    before = wide.call
    find_by_id("pages").send_keys("+")
    expect(page).to have_css("#zoom", text: "125 %")
    expect(wide.call).to be > before * 1.2
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#zoom", text: "125 %")
    find_by_id("pages").send_keys("0")
    expect(page).to have_css("#zoom", text: "100 %")
  end

  it "brings the slip to what was chosen in a small window, and puts it away" do
    sized(390, 844)
    open_bench
    expect(page).to have_no_css(".slip.up")
    first(".para[data-p] .hit", visible: :all).click
    expect(page).to have_css(".slip.up", text: "Paragraph")
    box = evaluate_script("(() => { const box = document.getElementById('slip').getBoundingClientRect(); " \
      "return [box.top, box.bottom]; })()")
    expect(box).to match([be_between(200, 700), be_within(1).of(evaluate_script("window.innerHeight"))])
    keys :escape
    expect(page).to have_no_css(".slip.up")
    expect(page).to have_css("#chosen[data-chosen]:not([data-chosen=''])", visible: :all)
    visit "/manuscripts/#{row.id}/looks"
    first(".look").click
    expect(page).to have_css(".slip.up", text: "One look")
    click_on "Put away"
    expect(page).to have_no_css(".slip.up")
  end
end
