# frozen_string_literal: true

module Norvel
  # What is found out, for others to read: JSON, CSV, pages to print.
  module Report
    # Norvel's own type, carried along in pages that are opened anywhere: family, style, weight, file.
    FACES = [["Alegreya", "italic", 500, "alegreya-latin-500-italic"], ["Alegreya", "normal", 500, "alegreya-latin-500-normal"],
      ["Alegreya Sans", "normal", 400, "alegreya-sans-latin-400-normal"],
      ["Alegreya Sans", "normal", 700, "alegreya-sans-latin-700-normal"]].freeze

    # Of pages to print.
    # @return [String] CSS
    def self.style
      @style ||= begin
        faces = FACES.map do |family, slope, weight, file|
          data = File.binread(File.expand_path("../../public/fonts/#{file}.woff2", __dir__))
          %(@font-face { font-family: "#{family}"; font-style: #{slope}; font-weight: #{weight}; ) +
            %(src: url(data:font/woff2;base64,#{[data].pack("m0")}) format("woff2"); })
        end
        [*faces, File.read(File.join(__dir__, "report", "report.css"), encoding: "UTF-8")].join("\n").freeze
      end
    end
  end
end

require_relative "report/survey"
require_relative "report/comparison"
require_relative "report/pages"
require_relative "report/sheets"
require_relative "report/findings"
require_relative "report/findings_sheets"
require_relative "report/shipping"
require_relative "report/waivers"
require_relative "report/many"
require_relative "report/tidy"
