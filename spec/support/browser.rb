# frozen_string_literal: true

require "capybara/rspec"
require "selenium-webdriver"
require "axe-rspec"
require "tmpdir"
require_relative "web"

# What goes from the page while it is looked at is looked for again; Chromium's driver has more than one word for it.
class DeskDriver < Capybara::Selenium::Driver
  def invalid_element_errors = super | [Selenium::WebDriver::Error::UnknownError]
end

# A mouse is moved in the time of a quick hand, not in a quarter of a second for each move.
module QuickHand
  def action(duration: 40, **given) = super
end
Selenium::WebDriver::Driver.prepend(QuickHand)

# What can be seen, and what it says, asked of the browser itself. The driver's own way walks through every element of the page each time
# it looks: on pages full of words half a second, in which the page cannot go on with what is waited for.
module SeenByTheBrowser
  SHOWN = <<~JS
    function (element) {
      const one = element.closest("option, optgroup") ? element.closest("select") || element : element;
      if (!one.checkVisibility({opacityProperty: true, visibilityProperty: true})) return false;
      const holds = (box) => box.width > 0 && box.height > 0 || box.width > 0 && box.height >= 0 && one instanceof SVGElement;
      return [...one.getClientRects()].some(holds) || holds(one.getBoundingClientRect()) ||
        [...one.children].some((child) => child.checkVisibility() && holds(child.getBoundingClientRect()));
    }
  JS

  def visible? = driver.evaluate_script("(#{SHOWN})(arguments[0])", self)

  def visible_text
    text = driver.evaluate_script("(#{SHOWN})(arguments[0]) ? arguments[0].innerText ?? arguments[0].textContent : ''", self)
    normalize_visible_spacing(text.to_s.tr("\t", " ").squeeze("\n"))
  end

  # For many at once.
  module Atoms
    private def is_displayed_atom = SHOWN
  end
end
Capybara::Selenium::ChromeNode.prepend(SeenByTheBrowser, SeenByTheBrowser::Atoms)
DeskDriver.prepend(SeenByTheBrowser::Atoms)

# Pages without frames of others are looked at where they are, not in a second window.
Axe::Configuration.instance.tap { |axe| axe.legacy_mode = axe.skip_iframes = true }

# Headless Chromium with Debian's driver; nothing is downloaded. Pages are of one site, of which each needs no process of its own.
Capybara.register_driver(:desk) do |app|
  options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
  %W[--headless=new --no-sandbox --disable-gpu --disable-quic
    --no-first-run --disable-background-networking --disable-component-update --disable-sync --disable-extensions
    --disable-site-isolation-trials --disable-features=SpareRendererForSitePerProcess,Translate,OptimizationHints,MediaRouter
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
Capybara.default_max_wait_time = 30 # seconds, on a machine that is slow; nothing waits longer than until it is there
Capybara.default_retry_interval = 0.05 # seconds between two looks, in which the page can work
Capybara.enable_aria_label = true

# The few files that these examples bring are read once under the same limits: what is read is a value.
module ReadOnce
  READ = {}

  def read(bytes, **given) = READ[[bytes, {limits: Norvel::Formats::Limits.said, **given}]] ||= super
end
Norvel::Formats.singleton_class.prepend(ReadOnce)

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

  BY_HAND = 3

  # Words into what has the focus: all but the last letters at once, as from an input method, since a sentence key by key takes seconds.
  # How fast hands type is a spec of its own.
  def write(words)
    page.driver.browser.execute_cdp("Input.insertText", text: words[0...-BY_HAND]) if words.length > BY_HAND
    keys(words[-BY_HAND..] || words)
  end
end
RSpec.configure { |config| config.include AtTheDesk, type: :feature }
