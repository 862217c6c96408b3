# frozen_string_literal: true

require_relative "../support/browser"

# What specs of the browser rest on: their own quick way of asking says what is there and what is not.
RSpec.describe "Asking the browser", type: :feature do
  before do
    Web.clear
    visit "/jobs"
    execute_script(<<~JS)
      document.body.innerHTML = `<main><p class="a">The  night\\tferry</p><p class="a" hidden>hidden boat</p>
        <p class="a"><b>lamps</b><br>ropes</p><p class="b">clear</p><select><option>one</option></select>
        <svg width="9" height="9"><text class="t" x="0" y="9">tide</text></svg>
        <button>first</button></main>`;
      document.querySelector(".b").style.opacity = 0;
      document.querySelector("button").onclick = (event) => { event.target.textContent = "second"; };
    JS
  end

  let(:known) do
    [[".a", {}, true], [".a", {count: 2}, true], [".a", {count: 3}, false], [".a", {count: 3, visible: :all}, true],
      [".a", {minimum: 3}, false], [".a", {maximum: 1}, false], [".none", {}, false], [".none", {maximum: 0}, true],
      [".b", {}, false], [".b", {visible: false}, true], [".a", {text: "night ferry"}, true], [".a", {text: "hidden"}, false],
      [".a", {text: /\Alamps\nropes\z/}, true], [".a", {text: /\Aropes/}, false], [".a", {text: "(night)"}, false],
      ["svg .t", {text: "tide"}, true], ["option", {text: "one"}, true]]
  end

  it "says what is so and what is not, as Capybara does, on the page and within an element" do
    [page, find("main")].each do |place|
      known.each do |selector, options, there|
        own = place.has_css?(selector, **options, wait: 0)
        capybaras = place.has_css?(selector, **options, wait: 0) { true } # which is not taken the quick way
        expect([selector, options, own, capybaras]).to eq([selector, options, there, there])
      end
    end
  end

  it "says that nothing is there only where nothing is, and waits for what comes and goes" do
    expect([page.has_no_css?(".a", text: "ferry", wait: 0), page.has_no_css?(".a", text: "hidden", wait: 0)]).to eq([false, true])
    execute_script("setTimeout(() => { document.querySelector('.a').className = 'later' }, 300)")
    expect(page).to have_css(".later", text: "night").and have_no_css(".a", text: "night")
    expect { expect(page).to have_css(".a", text: "night", wait: 0.1) }
      .to raise_error(RSpec::Expectations::ExpectationNotMetError, /expected to find visible css "\.a" with text "night".*Also found/m)
  end

  it "reads again what was seen before something was done" do
    button = find("button")
    button.click
    expect(button.text).to eq("second")
    expect(find("button").text).to eq("second")
  end
end
