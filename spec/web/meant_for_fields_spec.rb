# frozen_string_literal: true

require_relative "../support/browser"

# Key events as the keyboard makes them: what was meant for a field never acts, what was refused never blocks.
RSpec.describe "Keys that are meant for a field", type: :feature do
  let(:named_keys) { {enter: ["Enter", 13, "\r"], escape: ["Escape", 27], tab: ["Tab", 9], down: ["ArrowDown", 40]} }

  before { Web.clear }

  def pressed(*list)
    list.flat_map { |key| key.is_a?(Symbol) ? [key] : key.chars }.each do |key|
      name, code, text = named_keys.fetch(key) { [key, 0, key] }
      press = {key: name, windowsVirtualKeyCode: code, text: text}.compact
      page.driver.browser.execute_cdp("Input.dispatchKeyEvent", type: text ? "keyDown" : "rawKeyDown", **press)
      page.driver.browser.execute_cdp("Input.dispatchKeyEvent", type: "keyUp", **press.except(:text))
    end
  end

  def bring(view = "")
    Web.bring("Überblick.docx", demo("quayside-notice.docx"))
    visit "/manuscripts/#{row.id}#{view}"
  end

  def texts = now.paragraphs.map(&:text)

  def paste(words)
    page.execute_script(<<~JS, words)
      const data = new DataTransfer();
      data.setData("text/plain", arguments[0]);
      document.activeElement.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
    JS
  end

  it "types a tab while one writes, and leaves the writing by Shift and Tab with nothing lost" do
    bring("?chosen=3")
    expect(page).to have_css(".para.chosen")
    was = texts[3]
    pressed("e", :tab, "after", :escape)
    expect(page).to have_no_css(".writing-box", wait: 20)
    expect(texts[3]).to eq("#{was}\tafter")
  end

  it "brings 200 pasted lines in one request" do
    bring("?chosen=3")
    expect(page).to have_css(".para.chosen")
    pressed("n")
    expect(page).to have_css(".editor:focus")
    paste((1..200).map { |number| "Line #{number}" }.join("\n"))
    pressed(:escape)
    expect(page).to have_no_css(".writing-box", wait: 40)
    expect(texts[4, 200]).to eq((1..200).map { |number| "Line #{number}" })
    expect(row.entries.reload.map(&:operation)).to eq(["write"])
  end

  it "opens no writing in a line of contents, and says why" do
    Web.bring("Überblick.docx", short_report)
    bench = NorvelWeb::App.workbenches[row.id]
    bench.change(Norvel::Changes.build("make_contents", "before" => now.paragraphs[20].id, "title" => "Contents", "levels" => 2), head: nil)
    line = now.contents.last.first
    visit "/manuscripts/#{row.id}?chosen=#{line}"
    expect(page).to have_css(".para.chosen")
    pressed("e", "xyz")
    expect(page).to have_css("#refusal", text: "says what the headings say")
    expect(page).to have_no_css(".editor")
    expect(row.reload.entries.size).to eq(1)
  end

  it "does not wait after a refusal" do
    bring("?chosen=3")
    expect(page).to have_css(".para.chosen").and have_css("#try-line")
    pressed("t")
    expect(page).to have_css("#try-line:focus")
    pressed("Nosuch", :enter)
    expect(page).to have_css("#refusal, .mistake, .half-typed, .line-says", text: /Nosuch/)
    took = lambda do |from, *list|
      began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      pressed(*list)
      expect(page).to have_css("#chosen[data-chosen]:not([data-chosen='#{from}'])", visible: :all)
      Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
    end
    after = took[3, :escape, :down]
    usual = took[page.find("#chosen", visible: :all)["data-chosen"], :down]
    expect(after - usual).to be < 5 # a key that waits does so for 15 s, however slow the machine is
    expect(row.entries.reload.to_a).to eq([])
  end

  it "drops what is typed for a line that is not there" do
    bring("/looks")
    expect(page).to have_css("#main").and have_css("#message", visible: :all)
    styles = now.sheet.styles.keys
    pressed("t", "2 cm, bold 14 pt u")
    expect(page).to have_css("#message", text: "There is no line here")
    expect([page.current_path, now.sheet.styles.keys, row.entries.reload.to_a]).to eq(["/manuscripts/#{row.id}/looks", styles, []])
  end

  it "puts the words of a waiver's reason into its field, however early they come" do
    bring("/findings")
    bench = NorvelWeb::App.workbenches[row.id]
    bench.change(Norvel::Changes.build("set_info", "title" => "Kept"), head: nil)
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
    keys "q"
    within("#findings-here") { first("button", text: "Waive …").click }
    pressed("u and y are usual here")
    expect(page).to have_field("reason", with: "u and y are usual here")
    expect(row.reload.entries.map(&:operation)).to eq(["set_info"])
    expect(row.head_id).to eq(row.entries.last.id)
    pressed(:escape)
    expect(page.evaluate_script("document.activeElement.tagName")).not_to eq("TEXTAREA")
  end
end
