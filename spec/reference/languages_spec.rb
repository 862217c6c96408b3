# frozen_string_literal: true

require_relative "../support/chromium"
require_relative "../support/whole_chapters"

# Reference: headless Chromium printing texts of real manuals in four languages (WholeChapters), in four families, partly in italics.
# It is told where UAX #14 lets a line end (units with signs in them are `nowrap`, with <wbr> between those that no space parts); the
# algorithm itself is held against the Unicode test file (line_breaking_spec.rb). Every element of its own is rounded up to a 64th of a
# pixel there, and its font's ascent to a whole one: words without signs are in none, and italics do not count for the height.
RSpec.describe "Lines and pages in four languages against Chromium" do
  families = {"Liberation Serif" => ["liberation/LiberationSerif", ".ttf", :justify, 1.5],
              "Carlito" => ["carlito/Carlito", ".ttf", :start, 1.0],
              "Caladea" => ["caladea/Caladea", ".ttf", :justify, 2.0], "EB Garamond" => ["ebgaramond/EBGaramond12", ".otf", :start, 1.2]}
  size = 12
  italic = ->(index) { index % 23 == 4 }

  def units(text)
    cuts = [0, *Norvel::Layout::LineBreaking.offsets(text), text.length]
    cuts.each_cons(2).map { |from, to| text[from...to] }
  end

  def ends(lines) = lines.reduce([0]) { |sums, line| sums << sums.last + line.gsub(/[[:space:]\u00AD\u200B]/, "").length }.drop(1)

  def share(one, other) = (one & other).size / (one | other).size.to_f

  def texts(seed, face)
    read = Norvel::Formats.read(WholeChapters.new(seed).bytes)
    # Whatever Chromium would draw in a font of the system is left out; of EB Garamond pdftotext reads Ä, Ö and Ü as lines of their own.
    read.paragraphs.map { |paragraph| paragraph.text.tr("\t\n", "  ").squeeze(" ").strip }
      .select { |text| text.length > 60 && face.lacking(text).empty? && !(face.family == "EB Garamond" && text.match?(/[ÄÖÜ]/)) }.first(60)
  end

  def ours(texts, family, align, spacing, italic)
    set = {align: align, line_spacing: Norvel::Properties::LineSpacing.multiple(spacing), size: 152_400,
           font_family: family, orphans: 2, widows: 2, space_after: 76_200}
    blocks = texts.each_with_index.map do |text, id|
      paragraph(id, *units(text).each_with_index.flat_map { |unit, index|
        italic[index] ? [stretch(unit.rstrip, italic: true), stretch(unit[/ *\z/])] : [stretch(unit)]
      }.reject { |run| run.text.empty? }, style: "Text")
    end
    margins = %i[top bottom start end].to_h { |edge| [edge, 914_400] }.merge(gutter: 0, header: 0, footer: 0)
    page = Norvel::Manuscript::PageDesign.new(width: 600 * 12_700, height: 840 * 12_700, margin: margins)
    layout(
      manuscript(*blocks, styles: {"Text" => {name: "Text", properties: set}}, sections: [Norvel::Manuscript::Section.new(page: page)])
    )
  end

  def html(texts, files, ending, align, height, whole, italic)
    body = texts.each_with_index.map do |text, id|
      marked = units(text).each_with_index.map do |unit, index|
        word = CGI.escapeHTML(unit.rstrip)
        word = "<span>#{word}</span>" unless unit.rstrip.match?(/\A[[:alpha:]]+[,.]?\z/)
        "#{italic[index] ? "<i>#{word}</i>" : word}#{unit.end_with?(" ") ? " " : "<wbr>"}"
      end
      "<p#{" class=whole" if whole.include?(id)}>#{marked.join}</p>"
    end
    <<~HTML
      <!doctype html><html lang="en"><meta charset="utf-8"><style>
      #{Chromium.face("F", "#{files}-Regular#{ending}")}#{Chromium.face("F", "#{files}-Italic#{ending}", style: "italic")}
      @page { size: 600pt 840pt; margin: 72pt } * { margin: 0; padding: 0 } span { white-space: nowrap } i { line-height: 0 }
      body { font: 12pt/#{height}pt F; font-kerning: none; font-variant-ligatures: none; text-align: #{align};
      orphans: 2; widows: 2; hyphens: manual }
      p { width: 456pt; overflow-x: clip; margin-bottom: 6pt } .whole { break-inside: avoid }
      </style>#{body.join}</html>
    HTML
  end

  families.each_with_index do |(family, (files, ending, align, spacing)), number|
    # Each language in two families, each family in two languages; all with NORVEL_ALL.
    (0..3).select { |language| Share.all? || (language + number).even? }.each do |language|
      it "agree: #{%w[English German French Spanish][language]} in #{family}" do
        face = Norvel::Fonts::Book.shipped.face(family)
        texts = texts(language + 4 * number, face)
        expect(texts.size).to be > 20
        one = ours(texts, family, align, spacing, italic)
        whole = texts.each_index.select { |index| one.lines_of(index).size == 3 }
        height = (face.line_height * size * spacing).round(4)
        its = Chromium.printed_lines(html(texts, files, ending, (align == :justify) ? "justify" : "left", height, whole, italic))
        mine = lines_by_page(one)
        expect(share(ends(mine.flatten), ends(its.flatten))).to be >= 0.995
        expect(share(ends(mine.map(&:join)), ends(its.map(&:join)))).to be >= 0.99
      end
    end
  end
end
