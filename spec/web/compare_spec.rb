# frozen_string_literal: true

require_relative "../support/browser"
require_relative "../support/counted_hands"

# Two states side by side, from one that differs to the next by a key.
RSpec.describe "Comparing", type: :feature do
  include CountedHands

  before do
    Web.clear
    Web.bring("Überblick.docx", demo("boat-shed-handbook.docx"))
    already("edit_text", paragraph: 3, text: "Ada Verrill drew the last plan.")
    already("change_style", style: commonest_style, values: {"space_after" => "31 pt"})
  end

  it "is three actions from the page: what differs in words and values, and where it stands in both" do
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css("#pages .para[data-p]")
    key "8", gives: ".ledger"
    count
    all("a", text: "Compare with now").last.click
    expect(page).to have_css(".compare-sums", text: /1 changed/).and have_css(".compare-row", minimum: 5)
    expect(page).to have_css(".compare-row del", text: "first").and have_css(".compare-row ins", text: "last")
    count
    first(".compare-row").click
    expect(page).to have_css("#slip .compare-side svg .para.proposed", count: 2).and have_css("#slip", text: /becomes 31 pt/)
    expect(@actions).to be <= 3
    keys :arrow_down
    expect(all(".compare-row")[1]["aria-selected"]).to eq("true")
    expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
  end

  # @return [Float] how far apart the two stand of the paragraph that is a quarter down the pane on the left
  def apart
    evaluate_script(<<~JS)
      (() => {
        const [pane, other] = document.querySelectorAll("[data-side]");
        const look = pane.getBoundingClientRect().top + pane.clientHeight / 4;
        const far = (one) => Math.abs(one.getBoundingClientRect().top - look);
        const here = [...pane.querySelectorAll(".para[data-p]")].sort((one, two) => far(one) - far(two))[0];
        const there = other.querySelector(`.para[data-p="${here.dataset.p}"]`);
        return there ? Math.abs(here.getBoundingClientRect().top - there.getBoundingClientRect().top) : 9999;
      })()
    JS
  end

  it "shows whole pages beside each other, scrolled together, and goes from one place to the next by a key" do
    visit "/manuscripts/#{row.id}/compare"
    click_link "On their pages, side by side"
    expect(page).to have_css("[data-side=before] .para[data-p]").and have_css("[data-side=after] .para[data-p]")
    expect(page).to have_css("#beside-at", text: /\A\d+ paragraphs differ\.\z/)
    keys "q"
    expect(page).to have_css("#beside-at", text: /\A1 of \d+ places that differ\z/)
    6.times { keys "q" }
    expect(page).to have_css("#beside-at", text: /\A7 of/)
    execute_script("const pane = document.querySelector('[data-side=before]'); pane.focus(); pane.scrollTop = 700")
    expect { apart }.to become_less_than(25)
    keys [:shift, "q"]
    expect(page).to have_css("#beside-at", text: /of \d+ places/)
    expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
  end

  # Asked again until it is so, or the time is over.
  RSpec::Matchers.define :become_less_than do |most|
    supports_block_expectations
    match do |asked|
      page.document.synchronize(Capybara.default_max_wait_time, errors: [Capybara::ExpectationNotMet]) do
        (@found = asked.call) < most or raise Capybara::ExpectationNotMet
      end
    rescue Capybara::ExpectationNotMet
      false
    end
    failure_message { "it stays #{@found}" }
  end

  it "holds it against one point of the ledger, another manuscript, and itself", driver: :rack_test do
    other = Web.bring("quayside-notice.docx")
    entry = row.reload.entries.first
    visit "/manuscripts/#{row.id}/compare?from=entry:#{entry.id}"
    expect(page).to have_css(".compare-sums", text: "the same, word for word").and have_css(".compare-sums", text: /space after of \d+/)
    select other.name, from: "from"
    click_button "Compare"
    expect(page).to have_css(".compare-sums", text: /added, \d+ removed/)
    visit "/manuscripts/#{row.id}/compare?from=entry:#{row.head_id}"
    expect(page).to have_css(".empty-state", text: "Nothing differs")
    visit "/manuscripts/#{row.id}/compare?from=entry:999999"
    expect(page).to have_no_css(".compare-sums")
  end
end
