# frozen_string_literal: true

require_relative "../support/chromium"

# Reference: headless Chromium for whatever is more than paragraphs one under the other: tables whose rows go on over pages, with heads
# that repeat; columns, balanced at their end; text beside what floats. Notes at the foot of pages are not among them: CSS has none.
RSpec.describe "Tables, columns and floats against Chromium" do
  let(:face) { Norvel::Fonts::Book.shipped.face("Liberation Serif") }
  let(:height) { (face.line_height * 12 * 1.25).round(4) }
  let(:styles) do
    spacing = Norvel::Properties::LineSpacing.multiple(1.25)
    {"Text" => {name: "Text", properties: {line_spacing: spacing, size: 152_400, font_family: "Liberation Serif", orphans: 2, widows: 2}}}
  end

  def texts(seed, count, sentences)
    generator = Demo::Prose.new(seed)
    Array.new(count) { |index| generator.paragraph(1 + (index * 7 + seed) % sentences).delete("*") }
  end

  def ours(blocks, sections = [Norvel::Manuscript::Section.new(page: page)]) =
    layout(manuscript(*blocks, styles: styles, sections: sections))

  def page
    margins = %i[top bottom start end].to_h { |edge| [edge, 914_400] }.merge(gutter: 0, header: 0, footer: 0)
    Norvel::Manuscript::PageDesign.new(width: 600 * 12_700, height: 840 * 12_700, margin: margins)
  end

  def theirs(body, css = "")
    Chromium.printed_lines(<<~HTML)
      <!doctype html><html lang="en"><meta charset="utf-8"><style>
      #{Chromium.face("F", "liberation/LiberationSerif-Regular.ttf")}
      @page { size: 600pt 840pt; margin: 72pt } * { margin: 0; padding: 0 }
      body { font: 12pt/#{height}pt F; font-kerning: none; font-variant-ligatures: none; text-align: left; orphans: 2;
      widows: 2; hyphens: manual }
      p { overflow-x: clip } .whole { break-inside: avoid } #{css}
      </style>#{body}</html>
    HTML
  end

  # What stands on one height of a page is one line, as pdftotext has it.
  def mine(layout)
    layout.pages.map do |page|
      lines = page.placed.map { |placed| [placed.baseline, placed.x, placed.setting.text_of(placed.line).delete("\u{FFFC}").strip] }
      rows = lines.sort_by(&:first).slice_when { |one, other| other[0] - one[0] > 6 }
      rows.map { |row| row.sort_by { |line| line[1] }.map(&:last).join(" ") }
    end
  end

  def ends(lines) = lines.reduce([0]) { |sums, line| sums << sums.last + line.gsub(/\s/, "").length }.drop(1)

  def share(one, other) = (one & other).size / (one | other).size.to_f

  def agree(layout, its, least = 0.995)
    lines = mine(layout)
    expect(lines.size).to be > 2
    said = letters_of(layout, layout.approximations.map(&:paragraph))
    one, other = [lines, its].map { |all| ends(all.flatten).reject { |at| said.any? { |range| range.cover?(at) } } }
    expect(share(one, other)).to be >= least
    expect(share(ends(lines.map(&:join)), ends(its.map(&:join)))).to be >= 0.99
    expect(said.size).to be <= 1
  end

  # What is said not to be laid out truly (text that goes on over the page beside something on the page before).
  # @return [Array<Range>] as `ends` counts
  def letters_of(layout, ids)
    at = 0
    layout.manuscript.paragraphs.filter_map do |paragraph|
      first = at
      at += paragraph.text.delete("\u{FFFC}").gsub(/\s/, "").length
      (first...at) if ids.include?(paragraph.id)
    end
  end

  # Paragraphs of three lines stay whole, where Chromium would split them (pages_spec.rb).
  def whole(layout, ids) = ids.select { |id| layout.lines_of(id).size == 3 }

  3.times do |seed|
    it "agree on a table whose rows are split over pages, with its head repeated (#{seed + 1})" do
      cells = texts(seed + 40, 54, 9)
      rows = cells.each_slice(3).with_index.map do |row, at|
        Norvel::Manuscript::Row.new(header: at.zero?, splits: at % 4 != 3, cells: row.each_with_index.map do |text, column|
          words = at.zero? ? text[0, 12] : text
          Norvel::Manuscript::Cell.new(blocks: [paragraph(at * 3 + column, words, style: "Text").with(in_table: true)])
        end)
      end
      table = Norvel::Manuscript::Table.new(
        id: "t0", rows: rows, columns: [156, 150, 150].map { |width| width * 12_700 }, cell_margin: 5 * 12_700
      )
      one = ours([table, paragraph(900, "After the table.", style: "Text")])
      alone = whole(one, (0...54).to_a)
      body = rows.each_with_index.map do |row, at|
        inner = row.cells.map { |cell|
          cell.blocks.first.then { |block| "<td><p#{" class=whole" if alone.include?(block.id)}>#{block.text}</p></td>" }
        }.join
        at.zero? ? "<thead><tr>#{inner}</tr></thead><tbody>" : "<tr#{" class=whole" unless row.splits}>#{inner}</tr>"
      end
      css = "table { table-layout: fixed; width: 456pt; border-collapse: collapse } td { padding: 0 5pt; vertical-align: " \
        "top } thead { break-inside: avoid }"
      agree(
        one, theirs(
          %(<table><colgroup><col style="width:156pt"><col style="width:150pt"><col style="width:150pt">) +
            %(</colgroup>#{body.join}</tbody></table><p>After the table.</p>),
          css
        )
      )
    end
  end

  2.times do |seed|
    it "agree on #{seed + 2} columns over several pages" do
      count = seed + 2
      paragraphs = texts(seed + 50, 90, 8)
      section = Norvel::Manuscript::Section.new(page: page, columns: count, column_gap: 24 * 12_700)
      one = ours(paragraphs.each_with_index.map { |text, id| paragraph(id, text, style: "Text") }, [section])
      alone = whole(one, paragraphs.each_index.to_a)
      body = paragraphs.each_with_index.map { |text, id| "<p#{" class=whole" if alone.include?(id)}>#{text}</p>" }.join
      agree(
        one, theirs(%(<div class="columns">#{body}</div>),
          ".columns { columns: #{count}; column-gap: 24pt; column-fill: auto; height: 100% }")
      )
    end
  end

  2.times do |seed|
    it "agree on text beside what floats at #{%w[the\ start the\ end][seed]} (#{seed + 1})" do
      paragraphs = texts(seed + 60, 40, 8)
      side = %w[left right][seed]
      one = ours(paragraphs.each_with_index.map do |text, id|
        next paragraph(id, text, style: "Text") unless id % 5 == 1

        anchor = Norvel::Manuscript::Anchor.new(wrap: :around, x_from: :column, x: seed.zero? ? 0 : (456 - 150) * 12_700,
          gaps: {start: 127_000, end: 127_000})
        inset = Norvel::Manuscript::Inset.new(kind: :anchor, what: :image, width: 150 * 12_700, height: 70 * 12_700, anchor: anchor)
        paragraph(id, Norvel::Manuscript::Run.new(text: "\u{FFFC}", insets: [inset]), stretch(text), style: "Text")
      end)
      alone = whole(one, paragraphs.each_index.to_a)
      body = paragraphs.each_with_index.map do |text, id|
        "#{%(<div class="box"></div>) if id % 5 == 1}<p#{" class=whole" if alone.include?(id)}>#{text}</p>"
      end
      agree(one,
        theirs(body.join, ".box { float: #{side}; width: 150pt; height: 70pt; " \
          "margin-#{seed.zero? ? "right" : "left"}: 10pt } p { overflow-x: visible }"))
    end
  end
end
