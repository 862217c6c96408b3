# frozen_string_literal: true

require "capybara/rspec"
require "selenium-webdriver"
require "tmpdir"
require_relative "web"

# What goes from the page while it is looked at is looked for again; Chromium's driver has more than one word for it.
class DeskDriver < Capybara::Selenium::Driver
  def invalid_element_errors = super | [Selenium::WebDriver::Error::UnknownError]
end

# Headless Chromium with Debian's driver; nothing is downloaded.
Capybara.register_driver(:desk) do |app|
  options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
  %W[--headless=new --no-sandbox --disable-gpu --disable-quic
    --no-first-run --disable-background-networking --disable-component-update --disable-sync
    --window-size=1280,800 --user-data-dir=#{Dir.mktmpdir("norvel-browser")}].each { |flag| options.add_argument(flag) }
  options.timeouts = {script: 180_000} # ms: axe-core on a busy machine
  service = Selenium::WebDriver::Chrome::Service.new(path: "/usr/bin/chromedriver")
  DeskDriver.new(app, browser: :chrome, options: options, service: service)
end
Capybara.app = Web::APP
Capybara.server = :puma, {Silent: true}
Capybara.server_host = "127.0.0.1"
Capybara.default_driver = :desk
Capybara.javascript_driver = :desk
Capybara.default_max_wait_time = 15
Capybara.enable_aria_label = true

# What every task in a browser has at hand: the manuscript that was brought in, as it is now, and the keyboard.
module AtTheDesk
  def row = @row ||= NorvelWeb::ManuscriptRecord.first

  def now = NorvelWeb::Workbench.new(row.id).state.manuscript

  # A change that was made before anybody looks.
  def already(name, **given)
    NorvelWeb::App.workbenches[row.id].change(Norvel::Changes.build(name, given.transform_keys(&:to_s)), head: row.reload.head_id)
  end

  # @return [String] the style of most paragraphs
  def commonest_style = now.paragraphs.map(&:style).tally.max_by(&:last).first

  # A part of a slip that is folded away.
  def unfold(title) = find(".fold:not([open]) > summary", text: title).click

  def keys(*keys) = page.driver.browser.action.send_keys(*keys).perform
end
RSpec.configure { |config| config.include AtTheDesk, type: :feature }
