# frozen_string_literal: true

require_relative "../support/browser"

# A server that thinks before it answers what was written.
class SlowWriting
  class << self
    attr_accessor :seconds, :refusing
  end

  def initialize(app)
    @app = app
  end

  def call(env)
    return @app.call(env) unless env["PATH_INFO"].end_with?("/write") && env["REQUEST_METHOD"] == "POST"

    IO.select(nil, nil, nil, self.class.seconds) if self.class.seconds
    self.class.refusing ? [503, {"content-type" => "text/plain"}, ["gone"]] : @app.call(env)
  end
end

SlowWriting::APP = SlowWriting.new(Web::APP)

module Keyboard
  NAMED = {enter: ["Enter", 13, "\r"], escape: ["Escape", 27], up: ["ArrowUp", 38], down: ["ArrowDown", 40],
           left: ["ArrowLeft", 37], right: ["ArrowRight", 39], home: ["Home", 36], backspace: ["Backspace", 8],
           delete: ["Delete", 46], f8: ["F8", 119]}.freeze
end

# With real key events, at the speed of real fingers and faster: every character arrives, in its place, and nothing else happens.
RSpec.describe "Fast hands", type: :feature do
  before do
    Web.clear
    SlowWriting.seconds = nil
    SlowWriting.refusing = nil
  end

  around do |example|
    Capybara.using_session(:slow) do
      Capybara.app, before = SlowWriting::APP, Capybara.app
      example.run
    ensure
      Capybara.app = before
    end
  end

  let(:bytes) do
    docx do |file|
      file.paragraph("Lights of the harbour", %(<w:pStyle w:val="Heading1"/>))
      6.times do |number|
        file.paragraph("Paragraph #{number} of a manuscript that is not the demo; its lamps are trimmed at dusk.",
          %(<w:pStyle w:val="BodyText"/>))
      end
    end
  end
  let(:row) { Web.bring("Überblick.docx", bytes) }
  let(:sentences) do
    ["Weights were kept by the door.", "New ropes, every spring!", "he said: \"under way\" 1234567890",
      "Emma wrote pages of it (see 5).", "Undo nothing; yield nothing.", "Überfahrt nach Süden, 8 km.",
      "w e n u y r s p o f h m ?", "Half of the watch slept.", "No one may sweep here.", "Find the other quay?",
      "My hands are quick.", "The end, of course."]
  end

  def state = NorvelWeb::Workbench.new(row.id).state.manuscript

  def texts = state.paragraphs.map(&:text)

  def delivered = read(NorvelWeb::Workbench.new(row.id).delivery)

  # Key events as the keyboard makes them, one after the other.
  # @param pause [Integer] ms between two
  def keys(*list, pause: 0)
    list.flat_map { |key| key.is_a?(Symbol) ? [key] : key.chars }.each do |key|
      began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      name, code, text = Keyboard::NAMED.fetch(key) { [key, 0, key] }
      press = {key: name, windowsVirtualKeyCode: code, text: text}.compact
      page.driver.browser.execute_cdp("Input.dispatchKeyEvent", type: text ? "keyDown" : "rawKeyDown", **press)
      page.driver.browser.execute_cdp("Input.dispatchKeyEvent", type: "keyUp", **press.except(:text))
      rest = pause / 1000.0 - (Process.clock_gettime(Process::CLOCK_MONOTONIC) - began)
      IO.select(nil, nil, nil, rest) if rest.positive? # the speed of the hand
    end
  end

  def choose(paragraph)
    visit "/manuscripts/#{row.id}?chosen=#{paragraph.id}"
    expect(page).to have_css(".para.chosen")
  end

  def ended = expect(page).to have_no_css(".writing-box", wait: 40)

  [[30, 0], *([[80, 0.4]] if Share.all?), [0, 1.0]].each do |pause, slow|
    it "writes sentences at #{pause} ms a key, the server thinking for #{slow} s" do
      before = state
      last = before.paragraphs[3]
      choose(last)
      SlowWriting.seconds = slow.positive? ? slow : nil
      wanted = sentences.first({80 => 5, 30 => Share.count(sentences.size, 6)}.fetch(pause, Share.count(sentences.size, 8)))
      keys("n", *wanted.flat_map { |sentence| [sentence, :enter] }[0...-1], :escape, pause: pause)
      ended
      expect(texts).to eq(before.paragraphs.map(&:text).insert(4, *wanted))
      expect(delivered.paragraphs.map(&:text)).to eq(texts)
      rest = state.paragraphs.reject { |paragraph| paragraph.id >= Norvel::Manuscript::NEW_IDS }
      expect(rest).to eq(before.paragraphs)
      expect(row.entries.reload.map(&:operation).uniq).to eq(["write"])
      expect(row.entries.count).to be_between(wanted.size, wanted.size + 1)
      keys("u")
      expect(page).to have_css("#message", text: "Undone")
      expect(state).to eq(before)
    end
  end

  it "does what a slow hand does when E, Esc, E, N and words come at once" do
    first = state.paragraphs[1]
    choose(first)
    SlowWriting.seconds = 0.5
    keys("e", " One.", :escape, "e", " Two.", :escape, "n", "Three.", :escape, "n", "Four.", :enter, "Five.", :escape)
    ended
    expect(texts[1, 4]).to eq(["#{first.text} One. Two.", "Three.", "Four.", "Five."])
    expect(page).to have_css(".slip-text", text: "“Five.”")
  end

  it "gives commands their turn after what was written" do
    first = state.paragraphs[1]
    choose(first)
    SlowWriting.seconds = 0.6
    keys("e", " Written.", :escape, :down, :down, "e", " Below.", :escape)
    expect(page).to have_css(".slip-text", text: "Below.").or have_css(".para.chosen", text: "Below.")
    ended
    expect(texts.values_at(1, 3)).to eq(["#{first.text} Written.", state.paragraph(3).text])
    expect(texts[3]).to end_with(" Below.")
  end

  it "splits in the middle, joins with Backspace and Delete, and goes on with the arrows" do
    choose(state.paragraphs[2])
    was = texts
    keys("e", :home, *Array.new(11, :right), :enter, "Between. ", :escape)
    ended
    expect(texts[2, 2]).to eq([was[2][0, 11], "Between. #{was[2][11..]}"])
    keys("e", :home, *Array.new(12, :left), :escape)
    ended
    choose(state.paragraphs[3])
    keys("e", :home, :backspace, "|", :escape)
    ended
    expect(texts[2]).to eq("#{was[2][0, 11]}|Between. #{was[2][11..]}")
    expect(texts.size).to eq(was.size)
    choose(state.paragraphs[4])
    keys("e", :delete, :up, " up", :escape)
    ended
    expect(texts.size).to eq(was.size - 1)
    expect(texts.join(" ").scan(" up").size).to eq(1)
  end

  it "keeps what was written when the server is gone, and over a reload" do
    first = state.paragraphs[1]
    choose(first)
    SlowWriting.refusing = true
    keys("e", " Kept.", :enter, "And kept.", :escape)
    expect(page).to have_css("#refusal", text: "not saved").and have_css(".writing-box", text: "And kept.")
    visit "about:blank"
    begin
      page.driver.browser.switch_to.alert.accept
    rescue Selenium::WebDriver::Error::NoSuchAlertError
      nil
    end
    visit "/"
    expect(page).to have_css(".folder-unsaved", text: "Paragraph 0 of a manuscript")
    SlowWriting.refusing = nil
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#refusal", text: "Words written here were not saved yet")
    click_button "Save them"
    expect(page).to have_css("#message", text: "Wrote “And kept.”")
    expect(texts[1, 2]).to eq(["#{first.text} Kept.", "And kept."])
    visit "/"
    expect(page).to have_no_css(".folder-unsaved")
  end

  it "gives a style without leaving the editor, by a key and by the slip" do
    choose(state.paragraphs[1])
    keys("e", " more", :f8)
    expect(page).to have_css(".palette")
    heading = find(".palette li", text: "heading 2")
    keys(heading["data-key"], " and more", :enter, "Next", :escape)
    ended
    expect(state.paragraphs[1].then { |one| [one.text.end_with?(" more and more"), one.style] }).to eq([true, "Heading2"])
    expect(state.paragraphs[2].then { |one| [one.text, one.style] }).to eq(["Next", "Normal"])
    choose(state.paragraphs[3])
    keys("e", " before")
    select "Block quotation", from: "Style"
    click_button "Apply"
    expect(page).to have_css("#message", text: "the style “Block quotation”")
    expect(page).to have_css(".editor:focus")
    keys(" after", :escape)
    ended
    expect(state.paragraphs[3].then { |one| [one.text.end_with?(" before after"), one.style] }).to eq([true, "BlockQuotation"])
  end

  it "copies words from a page as running text" do
    choose(state.paragraphs[1])
    copied = evaluate_script(<<~JS)
      (() => {
        const lines = [...document.querySelectorAll('.para[data-p="1"] tspan[data-o], .para[data-p="2"] tspan[data-o]')];
        const range = document.createRange();
        range.setStart(lines[1].firstChild, 0);
        const last = lines[lines.length - 1];
        range.setEnd(last.firstChild, last.textContent.trimEnd().length);
        window.getSelection().removeAllRanges();
        window.getSelection().addRange(range);
        const data = new DataTransfer();
        document.body.dispatchEvent(new ClipboardEvent("copy", { clipboardData: data, bubbles: true, cancelable: true }));
        return data.getData("text/plain");
      })()
    JS
    expect(copied).to eq("#{state.paragraphs[1].text.split(" ", 2).last}\n#{state.paragraphs[2].text}")
    page.driver.browser.action.move_to(find(".para[data-p='3'] tspan[data-o='0']", match: :first).native).double_click.perform
    keys(:escape)
    ended
    word = find(".para[data-p='3'] tspan[data-o='0']", match: :first).native
    page.driver.browser.action.move_to(word, -5, 0).click_and_hold.move_by(60, 0).release.perform
    expect(page).to have_css(".slip-text", text: "“")
    expect(evaluate_script("String(window.getSelection()).trim().length")).to be_positive
  end

  it "chooses everything with one key, and gives it a style in one step" do
    choose(state.paragraphs[1])
    keys("a")
    expect(page).to have_css("#foot-chosen", text: "7 paragraphs chosen")
    select "Block quotation", from: "Style"
    click_button "Apply"
    expect(page).to have_css("#message", text: "Block quotation")
    expect(state.paragraphs.map(&:style).uniq).to eq(["BlockQuotation"])
  end

  it "shows what is proposed until it is saved, then the saved pages" do
    choose(state.paragraphs[1])
    click_button "Change the style “Body Text” …"
    fill_in "Size", with: "15 pt"
    expect(page).to have_css(".bench.proposing .para", minimum: 3).and have_css(".ripple-line", text: "6 paragraphs touched")
    click_button "Save the style"
    expect(page).to have_css("#message", text: "size 15 pt").and have_no_css(".bench.proposing")
    expect(page).to have_css("#sheets[data-head='#{row.reload.head_id}'] .para.chosen")
  end

  it "keeps a style form that was changed and left" do
    visit "/manuscripts/#{row.id}/styles?style=BodyText"
    fill_in "Size", with: "13.5 pt"
    first(".kin").click
    expect(page).to have_css("#refusal", text: "The changes to “Body Text” were not saved.")
    click_button "Go back to them"
    expect(page).to have_field("Size", with: "13.5 pt")
    expect(page).to have_css(".ripple-line", text: "touched")
    click_button "Save the style"
    expect(page).to have_css("#message", text: "size 13.5 pt")
    expect(page).to have_no_css("#refusal p")
  end
end
