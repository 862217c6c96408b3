# frozen_string_literal: true

require_relative "../support/wild"

# What goes along into a new file of each format, as docs/formats.md has it: made, read again, and measured.
RSpec.describe "What goes along" do
  let(:page) do
    <<~HTML
      <!DOCTYPE html><html lang="en-GB"><head><title>Tolls</title><style>p { font-size: 13pt; text-align: justify }</style></head><body>
      <h1>Tolls</h1><h2>By night</h2><p>Nine <em>soft</em> and <strong>loud</strong> pence, H<sub>2</sub>O,
      <a href="https://example.org/">there</a><sup id="r1"><a href="#n1">1</a></sup>.</p>
      <ol start="3"><li>three</li><li>four<ul><li>inner</li></ul></li></ol><blockquote><p>What somebody said at length.</p></blockquote>
      <table><thead><tr><th>A</th><th>B</th></tr></thead>
      <tbody><tr><td colspan="2">Wide</td></tr><tr><td>1</td><td>2</td></tr></tbody></table>
      <p><img src="data:image/png;base64,#{[Wild::PNG].pack("m0")}" alt="A dot" width="40"></p><p>Another part.</p>
      <ol><li id="n1"><p>Below. <a href="#r1">back</a></p></li></ol></body></html>
    HTML
  end

  let(:source) do
    docx = Norvel::Formats.make(layout(Norvel::Formats.read(page.b, name: "a.html")), as: "docx", source: page.b, name: "x")
    manuscript = Norvel::Formats.read(docx, name: "a.docx")
    last = manuscript.paragraphs.last.id
    changes = [["begin_part", {"paragraph" => last}], ["set_page_design", {"paper" => "A5", "margin" => {"top" => "3 cm"}}]]
    now = changes.reduce(manuscript) { |one, (name, said)| Norvel::Changes.build(name, said).call(one) }
    Norvel::Formats.write(now, source: docx)
  end

  def outline(manuscript, links) = Norvel::Formats::Elements::Outline.new(manuscript, links: links).whole

  def blocks(all) = all.flat_map { |one| [one, *blocks(one.inner)] }

  # What there is of everything, so that it can be held against what comes out.
  def found(bytes, format)
    manuscript = Norvel::Formats.read(bytes, name: "a#{format.endings.first}")
    whole = outline(manuscript, format.links(bytes))
    all = blocks(whole.blocks)
    pieces = all.flat_map(&:pieces)
    marked = ->(*marks) { pieces.select { |piece| piece.marks.intersect?(marks) }.map { |piece| [piece.text, piece.marks & marks] } }
    tables = all.select { |one| one.kind == :table }.map { |one| one.cells.map { |row| row.map { |cell| cell.blocks.map(&:text) } } }
    labels = Norvel::ListLabels.for(manuscript, Norvel::Cascade.new(manuscript)).values.reject(&:empty?)
    body = manuscript.paragraphs.find { |one| one.text.start_with?("Nine") }
    {"words, in their order" => manuscript.paragraphs.flat_map { |one| one.text.scan(/\p{L}+/) },
     "headings with their levels" => all.select { |one| one.kind == :heading }.map { |one| [one.level, one.text] },
     "emphasis and strong words" => marked[:emphasis, :strong], "raised and lowered words" => marked[:superscript, :subscript],
     "links" => pieces.filter_map { |piece| [piece.text, piece.link] if piece.link&.start_with?("http") },
     "lists with their labels" => labels, "quotations" => all.select { |one| one.kind == :quotation }.map { |one| one.blocks.map(&:text) },
     "tables" => tables.map { |rows| rows.flatten.reject(&:empty?) },
     "cells that cover several" => manuscript.tables.flat_map { |one| one.rows.flat_map(&:cells) }.count { |cell| cell.span > 1 },
     "notes" => manuscript.note_paragraphs.map { |one| one.text.strip },
     "pictures with their alternatives" => manuscript.images.map { |_, inset, _| [inset.alt, inset.width] },
     "styles and what they say" => Norvel::Cascade.new(manuscript).paragraph(body)[:align],
     "page design and folios" => [manuscript.sections.last.page.paper, manuscript.sections.last.folio_printed?],
     "a second part with its own page" => manuscript.sections.size}
  end

  it "is what docs/formats.md says, and what does not go is told" do
    from = Norvel::Formats.of("docx")
    was = found(source, from)
    shown = layout(Norvel::Formats.read(source, name: "a.docx"))
    columns = %w[docx odt markdown text html].to_h do |name|
      format = Norvel::Formats.of(name)
      made = (name == "docx") ? source : Norvel::Formats.make(shown, as: name, source: source, name: "x").b
      told = Norvel::Formats.lost(shown, as: name, source: source).map(&:what).join(" ")
      is = found(made, format)
      [format.endings.first, was.to_h { |what, value| [what, same?(what, value, is[what]) ? "yes" : unsaid(what, told)] }]
    end
    table = File.read(File.expand_path("../../docs/formats.md", __dir__), encoding: "UTF-8")[/^\| what .*?(?=\n\n)/m]
    rows = table.lines.map { |line| line.strip.delete_prefix("|").delete_suffix("|").split("|").map(&:strip) }
    documented = rows.drop(2).to_h { |what, *cells| [what, rows.first.drop(1).zip(cells).to_h] }
    measured = was.keys.to_h { |what| [what, columns.transform_values { |column| column[what] }] }
    expect(measured).to eq(documented)
  end

  # Words may have others between them: notes, and what pictures show.
  def same?(what, was, is)
    return was == is unless what.start_with?("words")

    left = is.dup
    was.all? { |word| (at = left.index(word)) && left.shift(at + 1) }
  end

  told = {"emphasis and strong words" => /emphasised|strong/, "raised and lowered words" => /raised|lowered/, "links" => /link/,
          "cells that cover several" => /joined cell/, "notes" => /note/, "pictures with their alternatives" => /image|picture/,
          "a second part with its own page" => /page design/}.freeze

  define_method(:unsaid) { |what, said| (told[what] && said.match?(told[what])) ? "told" : "no" }
end
