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

CLOCK = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) } # seconds

# How many commands a browser was given: what was seen before the last of them may be otherwise after it.
module CountedCommands
  def commands_given = @commands_given.to_i

  def execute(*)
    @commands_given = commands_given + 1
    super
  end
end
Selenium::WebDriver::Remote::Bridge.prepend(CountedCommands)

# What can be seen, and what it says, asked of the browser itself: once for all that is looked for. The driver's own way asks of each
# element apart, and walks through the whole page each time: half a second on pages full of words, in which the page cannot go on with
# what is waited for.
module SeenByTheBrowser
  SHOWN = <<~JS
    function shown(element) {
      const one = element.closest("option, optgroup") ? element.closest("select") || element : element;
      if (!one.checkVisibility({opacityProperty: true, visibilityProperty: true})) return false;
      const holds = (box) => box.width > 0 && box.height > 0 || box.width > 0 && box.height >= 0 && one instanceof SVGElement;
      return [...one.getClientRects()].some(holds) || holds(one.getBoundingClientRect()) ||
        [...one.children].some((child) => child.checkVisibility() && holds(child.getBoundingClientRect()));
    }
  JS
  SAID = "function said(element) { return shown(element) ? element.innerText ?? element.textContent : ''; }"
  LOOKED = <<~JS
    #{SHOWN} #{SAID}
    const [root, selector, isPath, most] = arguments;
    const all = isPath ? document.evaluate(selector, root || document, null, 7, null) : (root || document).querySelectorAll(selector);
    const found = isPath ? Array.from({length: all.snapshotLength}, (_, at) => all.snapshotItem(at)) : [...all];
    return [found, found.map(shown), found.map((one) => one.textContent.length > most ? null : said(one))];
  JS
  FRESH = 0.2 # seconds for which what it said when it was found is what it says, where the browser was given no command since
  MOST = 400 # characters

  extend Capybara::Node::WhitespaceNormalizer

  # @return [String] as Capybara has what can be seen
  def self.spaced(words) = normalize_visible_spacing(words.to_s.tr("\t", " ").squeeze("\n"))

  # Elements, each with what was seen of it then.
  module Looks
    private def find_by(format, selector, uses_visibility:, texts:, styles:, position:)
      return super if styles || position

      root = find_context unless find_context == browser
      found, shown, said = es_context.execute_script(LOOKED, root, selector, format == :xpath, MOST)
      at = [CLOCK.call, browser.send(:bridge).commands_given]
      found.zip(shown, said).map do |element, seen, words|
        build_node(element, {visible: seen, said: words && [words, *at]})
      end
    end
  end

  def visible? = driver.evaluate_script("(#{SHOWN})(arguments[0])", self)

  def visible_text
    words, at, given = initial_cache.delete(:said)
    words = nil unless at && CLOCK.call - at < FRESH && given == driver.browser.send(:bridge).commands_given
    SeenByTheBrowser.spaced(words || driver.execute_script("#{SHOWN} #{SAID} return said(arguments[0])", self))
  end
end
Capybara::Selenium::ChromeNode.prepend(SeenByTheBrowser, SeenByTheBrowser::Looks)
DeskDriver.prepend(SeenByTheBrowser::Looks)

# Whether something is there, or not, asked in the same way: the elements stay where they are. What is not as expected in its time is looked
# at as Capybara does, which says what it found.
module AskedAtOnce
  ASKED = <<~JS
    #{SeenByTheBrowser::SHOWN} #{SeenByTheBrowser::SAID}
    const [root, selector, whole, words] = arguments;
    const all = [...(root || document).querySelectorAll(selector)].filter((one) => whole || shown(one));
    return words ? all.map(said) : all.length;
  JS
  TAKEN = %i[text count minimum maximum visible wait session_options].freeze
  COUNTED = %i[count minimum maximum].freeze
  WHOLE = {nil => false, true => false, :visible => false, :all => true, false => true}.freeze # whether what is hidden counts

  def assert_selector(*given, **options, &filter)
    asked(given, options, filter) { |found| counted?(found, **options.slice(*COUNTED)) } and return true
    super
  end

  def assert_no_selector(*given, **options, &filter)
    (options.keys & COUNTED).empty? && asked(given, options, filter, &:zero?) and return true
    super
  end

  private

  def counted?(found, count: nil, minimum: nil, maximum: nil)
    return found == count if count

    found.between?(minimum || ((maximum == 0) ? 0 : 1), maximum || Float::INFINITY)
  end

  # What is not so in its time is not waited for once more.
  # @yieldparam found [Integer] how many are there
  # @return [true, nil] whether it is so within its time
  def asked(given, options, filter)
    return unless given.first == :css && given.size == 2 && filter.nil? && (options.keys - TAKEN).empty? && WHOLE.key?(options[:visible])

    whole = WHOLE[options[:visible]]
    return if whole && options[:text] || !session.driver.is_a?(DeskDriver)

    ends = session.synchronized ? 0 : CLOCK.call + options.fetch(:wait) { session_options.default_max_wait_time }.to_f
    until yield number(given.last, whole, options[:text])
      if CLOCK.call > ends
        options[:wait] = 0
        return
      end

      session.raise_server_error!
      sleep session_options.default_retry_interval
    end
    true
  rescue Selenium::WebDriver::Error::WebDriverError
    nil
  end

  def number(selector, whole, text)
    found = session.execute_script(ASKED, (self if is_a?(Capybara::Node::Element)), selector, whole, !text.nil?)
    return found unless text

    wanted = text.is_a?(Regexp) ? text : Regexp.new(Regexp.escape(text.to_s))
    found.count { |words| SeenByTheBrowser.spaced(words).match?(wanted) }
  end
end
Capybara::Node::Base.prepend(AskedAtOnce)

# Pages without frames of others are looked at where they are, not in a second window.
Axe::Configuration.instance.tap { |axe| axe.legacy_mode = axe.skip_iframes = true }

# Headless Chromium with Debian's driver; nothing is downloaded. Pages are of one site, of which each needs no process of its own; a window
# without bars has a fifth less to draw, and opens no page to start with. What a page has of it is as large as in a window of 800 with bars.
Capybara.register_driver(:desk) do |app|
  options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
  %W[--headless=new --no-sandbox --disable-gpu --disable-quic
    --no-first-run --disable-background-networking --disable-component-update --disable-sync --disable-extensions
    --disable-site-isolation-trials --disable-features=SpareRendererForSitePerProcess,Translate,OptimizationHints,MediaRouter
    --app=data:, --window-size=1280,713 --user-data-dir=#{Dir.mktmpdir("norvel-browser")}].each { |flag| options.add_argument(flag) }
  options.timeouts = {script: 180_000} # ms: axe-core on a busy machine
  service = Selenium::WebDriver::Chrome::Service.new(path: "/usr/bin/chromedriver")
  DeskDriver.new(app, browser: :chrome, options: options, service: service)
end
# Pages that need no script, links and forms as they stand in them: no browser is asked (`driver: :rack_test`).
Capybara.default_host = "http://127.0.0.1"
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

  # Without a browser, what comes later is looked for again.
  def until_there(seconds = 90)
    ends = CLOCK.call + seconds
    until yield
      raise "it did not come: #{page.text}" if CLOCK.call > ends

      IO.select(nil, nil, nil, 0.1)
      visit current_url
    end
  end

  BY_HAND = 3

  # Words into what has the focus: all but the last letters at once, as from an input method, since a sentence key by key takes seconds.
  # How fast hands type is a spec of its own.
  def write(words)
    page.driver.browser.execute_cdp("Input.insertText", text: words[0...-BY_HAND]) if words.length > BY_HAND
    keys(words[-BY_HAND..] || words)
  end
end
RSpec.configure { |config| config.include AtTheDesk, type: :feature }
