# frozen_string_literal: true

require_relative "../support/browser"

# A server that thinks before it answers a form.
class SlowForms
  class << self
    attr_accessor :seconds
  end

  def initialize(app) = @app = app

  def call(env)
    IO.select(nil, nil, nil, self.class.seconds) if self.class.seconds && env["REQUEST_METHOD"] == "POST"
    @app.call(env)
  end
end

SlowForms::APP = SlowForms.new(Web::APP)

# What was typed into forms that save as one goes stands, however fast the hand and slow the server.
RSpec.describe "Forms that save as one goes", type: :feature do
  before { Web.clear }

  around do |example|
    Capybara.using_session(:slow_forms) do
      Capybara.app, before = SlowForms::APP, Capybara.app
      example.run
    ensure
      Capybara.app = before
      SlowForms.seconds = nil
    end
  end

  def guide = NorvelWeb::HouseGuide.first

  # @param pause [Numeric] seconds between two keys
  def type(*list, pause: 0.06)
    list.flat_map { |one| one.is_a?(Symbol) ? [one] : one.chars }.each do |key|
      page.driver.browser.action.send_keys(key).perform
      IO.select(nil, nil, nil, pause) # the speed of the hand
    end
  end

  # @return [Object] what the block gives in the end, which is waited for
  def saved(wanted)
    page.document.synchronize(20, errors: [RuntimeError]) { yield.tap { |found| raise "not yet" unless found == wanted } }
  rescue RuntimeError
    yield
  end

  def open_guide(show)
    yaml = File.read(File.expand_path("../../guides/staff-notice.yml", __dir__), encoding: "UTF-8")
    NorvelWeb::HouseGuide.create!(name: "Überblick", yaml: yaml)
    visit "/guides/#{guide.id}?show=#{show}"
    expect(page).to have_css("#guide-editor .view-head")
  end

  [0, 0.4].each do |seconds|
    it "keeps four margins that are typed one behind the other, the server thinking for #{seconds} s" do
      open_guide("page")
      SlowForms.seconds = seconds if seconds.positive?
      edges = %w[top bottom start end]
      find("#g-page-margins-top").click
      edges.zip(["2.1 cm", "2.2 cm", "3.3 cm", "2.4 cm"]).each do |_, words|
        type([:control, "a"].then { :home }, *Array.new(12, :delete), words, :tab)
      end
      wanted = {"top" => "2.1 cm", "bottom" => "2.2 cm", "start" => "3.3 cm", "end" => "2.4 cm"}
      expect(saved(wanted) { guide.guide.margins.transform_keys(&:to_s) }).to eq(wanted)
      expect(edges.map { |edge| find("#g-page-margins-#{edge}").value }).to eq(wanted.values)
    end
  end

  # Seen: what waited for its turn was forgotten when the first answer came, while the field showed it as chosen.
  it "keeps what is chosen from a list before the field that was left has been answered" do
    open_guide("page")
    SlowForms.seconds = 0.4
    field = find_field("The running head says")
    field.set("{chapter}")
    field.send_keys(:tab)
    select "1, 1.1, 1.1.1", from: "Headings are numbered"
    select "i, ii, iii", from: "Folios of the front matter"
    wanted = ["{chapter}", "1, 1.1, 1.1.1", "lower_roman"]
    found = saved(wanted) do
      guide.reload.guide.then { |one| [one.parts[:running_head], one.headings[:numbers], one.parts.dig(:front, "folios")] }
    end
    expect(found).to eq(wanted)
  end

  it "keeps lines of the sheet, and Enter acts in them" do
    open_guide("sheet")
    SlowForms.seconds = 0.3
    lines = {"base" => "11 pt Carlito", "body" => "18 pt, bold", "heading_1" => "13 pt, italic"}
    lines.each do |slot, line|
      find(".kin[data-row='#{slot}']").click
      expect(page).to have_css("#g-styles-#{slot}-line")
      find("#g-styles-#{slot}-line").click
      page.execute_script("document.activeElement.select()")
      type(line, :enter, pause: 0.02)
    end
    read = -> { lines.keys.map { |slot| guide.guide.family[slot.to_sym].values[:size] } }
    expect(saved([11 * 12_700, 18 * 12_700, 13 * 12_700], &read)).to eq([11 * 12_700, 18 * 12_700, 13 * 12_700])
    values = lines.keys.map { |slot| guide.reload.guide.family[slot.to_sym].values }
    expect(values[1][:bold]).to be(true)
    expect(values[2][:italic]).to be(true)
  end

  it "keeps values of a rule's sentence that are typed one behind the other, the server thinking" do
    open_guide("rules")
    click_on "Ask for what page, parts and sheet say"
    find(".in-place", text: "2 cm", match: :first).click
    SlowForms.seconds = 0.4
    type("3 cm", :tab, "3.1 cm", :tab, "3.2 cm", :enter, pause: 0.02)
    wanted = {top: "3 cm", bottom: "3.1 cm", start: "3.2 cm", end: "2 cm"}.transform_keys(&:to_s)
    rule = -> { Norvel::Guide::Draft.new(guide.reload.yaml).rules.find { |one| one["checks"] == "margins" }["margins"] }
    expect(saved(wanted, &rule)).to eq(wanted)
    expect(page).to have_css(".rule-row:focus .rule-sentence", text: "3 cm at the top, 3.1 cm at the bottom, 3.2 cm at the start")
  end
end
