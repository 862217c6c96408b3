# frozen_string_literal: true

require_relative "../support/chromium"

# Reference: headless Chromium printing the same text in the same fonts, with CSS for the same rules;
# line heights are given to it in points, since CSS multiplies the font size instead.
RSpec.describe "Lines and pages against Chromium" do
  def prose(seed, count)
    generator = Demo::Prose.new(seed)
    Array.new(count) { |index| (index % 6 == 4) ? "Heading number #{index}" : generator.paragraph(3 + index % 7).delete("*") }
  end

  def ours(texts, align:, spacing:, family: "Liberation Serif", size: 152_400)
    spacing = Norvel::Properties::LineSpacing.multiple(spacing)
    styles = {"Text" => {
                name: "Text", properties: {
                  align: align, line_spacing: spacing, indent_first: 254_000, size: size, font_family: family, orphans: 2, widows: 2
                }
              },
              "Head" => {name: "Head", properties: {
                keep_next: true, space_before: 152_400, space_after: 76_200, line_spacing: spacing,
                size: size, font_family: family, bold: true
              }}}
    blocks = texts.each_with_index.map { |text, index| paragraph(index, text, style: text.start_with?("Heading") ? "Head" : "Text") }
    margins = %i[top bottom start end].to_h { |edge| [edge, 914_400] }.merge(gutter: 0, header: 0, footer: 0)
    # whole CSS pixels, which Chromium rounds to
    page = Norvel::Manuscript::PageDesign.new(width: 600 * 12_700, height: 840 * 12_700, margin: margins)
    layout(manuscript(*blocks, styles: styles, sections: [Norvel::Manuscript::Section.new(page: page)]))
  end

  # Chromium splits a paragraph of three lines two and one although widows are 2, which CSS Fragmentation 3 §4.4
  # (rule 3) does not allow where a break before it is possible; such paragraphs are told to stay whole.
  def theirs(texts, align:, height:, files:, whole:, size: 12)
    body = texts.each_with_index.map { |text, index|
      text.start_with?("Heading") ? "<h2>#{text}</h2>" : "<p#{" class=whole" if whole.include?(index)}>#{text}</p>"
    }.join
    # Clipped, since Chromium lays everything out wider as soon as one letter's ink overhangs the page box.
    Chromium.printed_lines(<<~HTML)
      <!doctype html><html lang="en"><meta charset="utf-8"><style>
      #{Chromium.face("F", files[0])}#{Chromium.face("F", files[1], weight: "bold")}
      @page { size: 600pt 840pt; margin: 72pt } * { margin: 0; padding: 0 }
      body { font: #{size}pt/#{height}pt F; font-kerning: none; font-variant-ligatures: none; text-align: #{align};
      orphans: 2; widows: 2; hyphens: manual }
      p, h2 { width: 456pt; overflow-x: clip } p { text-indent: 20pt } .whole { break-inside: avoid }
      h2 { font: bold #{size}pt/#{height}pt F; text-align: left; margin: 12pt 0 6pt; break-after: avoid }
      </style>#{body}</html>
    HTML
  end

  # Where lines (or pages) end, as the count of letters up to there: one moved line does not shift the rest.
  def ends(lines) = lines.reduce([0]) { |sums, line| sums << sums.last + line.gsub(/\s/, "").length }.drop(1)

  # @return [Float] the share of ends that agree
  def share(one, other) = (one & other).size / (one | other).size.to_f

  {"Liberation Serif, justified, 1.5" => [
    "Liberation Serif", :justify, 1.5, %w[liberation/LiberationSerif-Regular.ttf liberation/LiberationSerif-Bold.ttf]
  ],
   "Carlito, flush, double" => ["Carlito", :start, 2.0, %w[carlito/Carlito-Regular.ttf carlito/Carlito-Bold.ttf]],
   "Caladea, justified, single" => ["Caladea", :justify, 1.0, %w[caladea/Caladea-Regular.ttf caladea/Caladea-Bold.ttf]]}
    .each do |name, (family, align, spacing, files)|
    it "breaks lines and pages alike: #{name}" do
      texts = prose(family.sum, 60)
      height = (Norvel::Fonts::Book.shipped.face(family).line_height * 12 * spacing).round(4)
      layout = ours(texts, align: align, spacing: spacing, family: family)
      whole = texts.each_index.select { |index| layout.lines_of(index).size == 3 }
      mine = lines_by_page(layout)
      its = theirs(texts, align: (align == :justify) ? "justify" : "left", height: height, files: files, whole: whole)
      expect(share(ends(mine.flatten), ends(its.flatten))).to be >= 0.99
      expect(share(ends(mine.map(&:join)), ends(its.map(&:join)))).to eq(1.0)
    end
  end
end
