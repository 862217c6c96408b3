# frozen_string_literal: true

require "open3"
require "tmpdir"
require "nokogiri"

# Headless Chromium as an outside typesetter: prints HTML, and pdftotext says where the lines fell.
module Chromium
  FLAGS = %w[--headless=new --no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking
    --disable-component-update --disable-sync --no-pdf-header-footer --font-render-hinting=none --virtual-time-budget=20000].freeze
  FONTS = File.expand_path("../../fonts", __dir__)

  module_function

  # @param html [String]
  # @return [Array<Array<String>>] the lines of each page, top to bottom
  def printed_lines(html)
    Dir.mktmpdir do |folder|
      pdf = print(html, folder)
      boxes = File.join(folder, "boxes.html")
      system("pdftotext", "-bbox-layout", pdf, boxes, exception: true)
      Nokogiri::HTML(File.read(boxes)).css("page").map { |page| lines_of(page) }
    end
  end

  # @return [String] the path of the PDF
  def print(html, folder)
    source, pdf = %w[page.html page.pdf].map { |name| File.join(folder, name) }
    File.write(source, html)
    _, errors, status = Open3.capture3("chromium", *FLAGS, "--user-data-dir=#{folder}/profile", "--print-to-pdf=#{pdf}", "file://#{source}")
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
