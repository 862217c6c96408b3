# frozen_string_literal: true

require_relative "../support/wild"

# Web pages in and out.
RSpec.describe Norvel::Formats::Html do
  def page(body, head = "") = "<!DOCTYPE html><html lang=\"de\"><head><title>T</title>#{head}</head><body>#{body}</body></html>"

  def read_page(body, head = "") = Norvel::Formats.read(page(body, head).b, name: "Überblick.html")

  def roles(manuscript)
    found = Norvel::Roles.new(manuscript)
    manuscript.paragraphs.map { |one| [found.of(one.id).name, one.text] }
  end

  it "takes from elements what they mean" do
    manuscript = read_page(<<~HTML)
      <header><h1 class="title">Tolls</h1><p class="author">L. Ashgarth</p></header><main><h2>Part</h2>
      <p>One <em>soft</em>, <b>loud</b> and <code>x = 1</code>,<br>broken; <a href="https://example.org/a?b=c">there</a>.</p>
      <ol start="3"><li>three<ul><li>inner</ul><li><p>four</p><p>still four</p></ol>
      <blockquote><p>Quoted.</p></blockquote><pre><code class="language-ruby">a
        b</code></pre><hr>
      <figure><table><tr><th>A<th colspan="2">B<tr><td rowspan="2">1<td>2<td>3<tr><td>4<td>5</table>
      <figcaption>Table 1. Sums</figcaption></figure>
      <dl><dt>Lamp<dd>It is lit.</dl></main>
    HTML
    expect(roles(manuscript)).to eq([[:title, "Tolls"], [:author, "L. Ashgarth"], [:heading_2, "Part"],
      [:body, "One soft, loud and x = 1,\nbroken; there."], [:list_item, "three"], [:list_item, "inner"], [:list_item, "four"],
      [:list_item, "still four"], [:block_quotation, "Quoted."], [:code, "a\n  b"], [:other, "* * *"], [:table_heading, "A"],
      [:table_heading, "B"], [:table_text, "1"], [:table_text, "2"], [:table_text, "3"], [:empty, ""], [:table_text, "4"],
      [:table_text, "5"], [:caption, "Table 1. Sums"], [:body, "Lamp"], [:body, "It is lit."]])
    labels = Norvel::ListLabels.for(manuscript, Norvel::Cascade.new(manuscript)).values
    expect(labels).to eq(["3.", "–", "4.", ""])
    expect(manuscript.tables.first.rows.map { |row| row.cells.map { |cell| [cell.span, cell.continued] } })
      .to eq([[[1, false], [2, false]], [[1, false], [1, false], [1, false]], [[1, true], [1, false], [1, false]]])
    expect([manuscript.info.title, manuscript.info.language]).to eq(%w[T de])
  end

  it "takes from style sheets in the page what all of a kind have as their style, and what one has by hand" do
    manuscript = read_page('<h1>A</h1><p>one</p><p>two <span style="color:#c00">red</span></p><p class="x">three</p>',
      "<style>body{font:12pt/1.5 Georgia, serif} p{text-align:justify;margin:0 0 6pt} h1{font-size:2em} .x{text-indent:1em;" \
      "margin-left:20px} @media print{p{color:#00f !important}} a:hover{color:red}</style>")
    base, text, head = manuscript.sheet.styles.values_at("base", "body", "heading_1").map(&:properties)
    expect(base).to include(font_family: "Georgia")
    expect(text).to include(align: :justify, space_after: 76_200)
    expect(head[:size]).to eq(24 * 12_700)
    last = manuscript.paragraphs.last
    expect([last.properties[:indent_first], last.properties[:indent_start]]).to eq([152_400, 190_500])
    red = manuscript.paragraphs[2].runs.last
    expect(red.properties[:color]).to eq("#cc0000")
  end

  it "finds notes by the links that lead to them and back" do
    manuscript = read_page('<p>Tolls<sup id="r1"><a href="#n1">[1]</a></sup> rose.</p><hr><section><ol><li id="n1"><p>In 1884. ' \
      '<a href="#r1">back</a></p></li></ol></section>')
    expect(manuscript.paragraphs.map(&:text)).to eq(["Tolls\u{FFFC} rose.", "* * *"])
    expect(manuscript.note_paragraphs.map { |one| one.text.strip }).to eq(["In 1884."])
  end

  it "keeps in the text what looks like a note and is none, where mark and paragraph lead to each other" do
    manuscript = read_page('<p>Tolls<sup>[<a href="#f1" name="r1" id="r1">1</a>]</sup> rose.</p><p>More of the text.</p>' \
      '<div><p id="f1"><sup>[<a href="#r1">1</a>]</sup> In 1884.</p></div>')
    outline = Norvel::Formats::Elements::Outline.new(manuscript)
    expect([manuscript.paragraphs.map(&:text), manuscript.note_paragraphs.map { |one| one.text.strip }, outline.lost])
      .to eq([["Tolls\u{FFFC} rose.", "More of the text."], ["In 1884."], []])

    ring = read_page('<p>One.</p><div><p id="a"><a href="#b" id="la">1</a> of a</p></div>' \
      '<div><p id="b"><a href="#a" id="lb">1</a> of b, <a href="#la">1</a></p></div>')
    words = (ring.paragraphs + ring.note_paragraphs).map(&:text).join(" ")
    expect([words, Norvel::Formats::Elements::Outline.new(ring).lost]).to match([include("One.", "of a", "of b"), []])
  end

  # Seen by the checker for EPUB: a page's links to its neighbours, and paragraphs that go from right to left.
  it "says in a book which links lead nowhere, and by an attribute what goes from right to left" do
    manuscript = read_page('<h1>A</h1><p dir="rtl">סולם <a href="other.html#x">there</a> <a href="https://example.org/">far</a></p>')
    expect(manuscript.paragraphs.last.properties[:right_to_left]).to be(true)
    pages = Norvel::Layout.new(manuscript)
    members = Norvel::Formats::Archive.read(Norvel::Formats.make(pages, as: "epub", source: "".b, name: "x")).members
    chapter = members.find { |name, _| name.end_with?("chapter01.xhtml") }.last.dup.force_encoding("UTF-8")
    expect(chapter).to include(' dir="rtl"', "there", "https://example.org/")
    sheet = members.find { |name, _| name.end_with?(".css") }.last.dup.force_encoding("UTF-8")
    expect(chapter + sheet).not_to match(/other\.html|direction/)
    expect(Norvel::Formats.lost(pages, as: "epub", source: "".b).map(&:words)).to include(/1 link to a file that does not come along/)
    again = Norvel::Formats.read(Norvel::Formats.make(pages, as: "html", source: "".b, name: "x").b, name: "b.html")
    expect([again.paragraphs.last.properties[:right_to_left] || Norvel::Cascade.new(again).paragraph(again.paragraphs.last)[:right_to_left],
      again.paragraphs.last.text]).to eq([true, manuscript.paragraphs.last.text])
  end

  it "takes colours however they are written, and leaves those of which nothing is seen" do
    colours = ["rgb(255, 0, 0)", "rgba(0,0,0,1)", "#0000ff", "rgb(0 128 0)", "rgba(255, 0, 0, 0)", "rgba(255,0,0,0.0)", "rgb(9 9 9 / 0%)"]
    manuscript = read_page(colours.map { |one| %(<p>a <span style="color: #{one}">b</span></p>) }.join)
    found = manuscript.paragraphs.map { |one| one.runs.last.properties[:color] }
    expect(found).to eq(["#ff0000", "#000000", "#0000ff", "#008000", nil, nil, nil])
  end

  it "says of a rule that it cannot read that it is left out, and reads the others" do
    manuscript = read_page("<p>Words</p>", "<style>p { margin: { font: x } @media p : : \\ } p { color: red }</style>")
    expect([manuscript.paragraphs.map(&:text), manuscript.sheet["base"].properties[:color]]).to eq([["Words"], "#ff0000"])
    expect(manuscript.warnings).to eq(["Part of a style sheet in the page cannot be read; what it says of looks is left out."])
    expect(read_page("<p>Words</p>", "<style>p { color: red }</style>").warnings).to eq([])
  end

  it "runs and fetches nothing, says what it left out, and loses no word" do
    manuscript = read_page(<<~HTML, '<link rel="stylesheet" href="https://example.org/x.css"><script>alert("head")</script>')
      <p onclick="alert(1)">Words <a href="javascript:alert(2)">stay</a></p><script>document.write("never")</script>
      <iframe src="https://example.org"></iframe><img src="https://example.org/a.png" alt="A stair"><svg><text>drawn</text></svg>
      <form><label>Name</label><input value="secret"><button>Send</button></form><noscript>Without scripts</noscript><object>x</object>
    HTML
    expect(manuscript.paragraphs.map(&:text).join("|")).to eq("Words stay|\u{FFFC}|NameSend|Without scripts")
    expect(manuscript.warnings).to include("Style sheets that the page only names are not fetched.",
      "A link that would run something is none.",
      "A picture that lies elsewhere is not fetched; its place stays.", "A script is left out: Norvel runs and shows nothing of the kind.",
      "A frame is left out: Norvel runs and shows nothing of the kind.",
      "An object is left out: Norvel runs and shows nothing of the kind.")
    expect { read_page("<div>" * 10_000) }.to raise_error(Norvel::FileError, /nested too deeply/)
  end

  it "has the pictures that are in it, and makes pages that have them" do
    data = "data:image/png;base64,#{[Wild::PNG].pack("m0")}"
    source = page(%(<p><img src="#{data}" alt="A dot" width="96"></p>)).b
    manuscript = Norvel::Formats.read(source, name: "a.html")
    expect(manuscript.images.first[1].to_h).to include(alt: "A dot", width: 914_400)
    docx = Norvel::Formats.make(layout(manuscript), as: "docx", source: source, name: "x")
    again = Norvel::Formats.make(layout(Norvel::Formats.read(docx, name: "a.docx")), as: "html", source: docx, name: "x")
    expect(again).to include(%(src="#{data}" alt="A dot"))
  end

  it "makes a page of any manuscript that says the same when it is read again, with its sheet as classes" do
    source = File.binread(File.join(Manuscripts::DEMO, "toll-books.md"))
    manuscript = Norvel::Plan.new(Norvel::Formats.read(source, name: "a.md"), Norvel::Guide.find("marrowby-diploma")).apply
    html = Norvel::Formats.make(layout(manuscript), as: "html", source: source, name: "x")
    read = Norvel::Formats.read(html.b, name: "a.html")
    pages, was = [read, manuscript].zip([{}, Norvel::Formats.of("markdown").links(source)]).map do |one, links|
      found = Norvel::Formats::Elements::Places.new(Norvel::Formats::Elements::Outline.new(one, links: links).whole).to_a
      found.map { |within, kind, pieces| [within.grep_v(/\Anote/), kind, pieces.map { |piece| piece.first(3) }] }
    end
    # The list of contents is one of links there.
    expect(was - pages).to eq([[[], [:text, :contents_heading, nil], [["Contents", [], nil]]]] & was)
    expect((pages - was).size).to be <= 5
    expect(html).to include('lang="en-GB"', ".s-report-text", "@page { size: 210.0mm 297.0mm", 'role="doc-endnotes"', 'role="doc-toc"')
  end

  it "is the same file without a change" do
    source = page("<p>One</p>").b
    manuscript = Norvel::Formats.read(source, name: "a.html")
    expect(Norvel::Formats.write(manuscript, source: source)).to eq(source)
    changed = Norvel::Changes.build("edit_text", "paragraph" => 0, "text" => "Two").call(manuscript)
    expect(Norvel::Formats.write(changed, source: source)).to include("Two</p>")
  end
end
