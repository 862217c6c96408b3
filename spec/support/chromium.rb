# frozen_string_literal: true

require "open3"
require "tmpdir"
require "nokogiri"
require "selenium-webdriver"

# Headless Chromium as an outside typesetter: prints HTML, and pdftotext says where the lines fell.
module Chromium
  FLAGS = %w[--headless=new --no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking
    --disable-component-update --disable-sync --font-render-hinting=none].freeze
  ONCE = %w[--no-pdf-header-footer --virtual-time-budget=20000].freeze
  FONTS = File.expand_path("../../fonts", __dir__)

  module_function

  # @param html [String]
  # @return [Array<Array<String>>] the lines of each page, top to bottom
  def printed_lines(html)
    Dir.mktmpdir do |folder|
      pdf = printed(html, folder)
      boxes = File.join(folder, "boxes.html")
      system("pdftotext", "-bbox-layout", pdf, boxes, exception: true)
      Nokogiri::HTML(File.read(boxes)).css("page").map { |page| lines_of(page) }
    end
  end

  # Printed by one Chromium that prints all of a run: to start one takes longer than to print.
  # @return [String] the path of the PDF
  def printed(html, folder)
    source, pdf = laid(html, folder)
    browser.navigate.to("file://#{source}")
    browser.execute_async_script("document.fonts.ready.then(arguments[0])")
    made = browser.execute_cdp("Page.printToPDF", printBackground: true, preferCSSPageSize: true)
    File.binwrite(pdf, made["data"].unpack1("m"))
    pdf
  end

  def browser
    @browser ||= begin
      folder = Dir.mktmpdir("norvel-print")
      options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
      [*FLAGS, "--app=data:,", "--user-data-dir=#{folder}"].each { |flag| options.add_argument(flag) }
      service = Selenium::WebDriver::Chrome::Service.new(path: "/usr/bin/chromedriver")
      Selenium::WebDriver.for(:chrome, options: options, service: service).tap do |made|
        at_exit do # comes before the driver's own end, since it is said after it
          made.quit
          FileUtils.remove_entry(folder, true)
        end
      end
    end
  end

  def laid(html, folder)
    source, pdf = %w[page.html page.pdf].map { |name| File.join(folder, name) }
    File.write(source, html)
    [source, pdf]
  end

  # Printed by a Chromium of its own.
  # @return [String] the path of the PDF
  def print(html, folder)
    source, pdf = laid(html, folder)
    _, errors, status = Open3.capture3("chromium", *FLAGS, *ONCE, "--user-data-dir=#{folder}/profile", "--print-to-pdf=#{pdf}",
      "file://#{source}")
    raise "Chromium printed nothing: #{errors}" unless status.success? && File.exist?(pdf)

    pdf
  end

  # pdftotext may cut one printed line in two: words on one baseline belong together.
  def lines_of(page)
    words = page.css("word").map { |word| [(word["ymin"].to_f + word["ymax"].to_f) / 2, word["xmin"].to_f, word.text] }
    words.sort_by(&:first).slice_when { |one, other| other[0] - one[0] > 6 }.map do |line|
      line.sort_by { |word| word[1] }.map(&:last).join(" ")
    end
  end

  def face(name, file, weight: "normal", style: "normal") =
    %(@font-face{font-family:"#{name}";src:url("file://#{FONTS}/#{file}");font-weight:#{weight};font-style:#{style}})
end
