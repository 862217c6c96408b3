# frozen_string_literal: true

require_relative "../support/wild"

# CommonMark in, and given back with only those blocks written anew of which something else is said.
RSpec.describe Norvel::Formats::Markdown do
  let(:source) do
    <<~MD
      ---
      title: Tolls  # of the Low Stairs
      author: Linnet Ashgarth
      lang: de
      ---

      # What a *crossing* cost

      Nine pence[^clerk], and $a_b * c_d$ for cattle; see [@ashgarth26, ch. 2]
      and [the book][b] or `tolls.csv`.

      * [x] counted
      * [ ] found
         1. the first

            still the first
         2. the second

      > Paid by a woman.
      >
      > > With a lamp.

      | Book | Tolls |
      |:-----|------:|
      | red  | 1,102 |

      Table 1. The books

      ![The stairs](stairs.png "Drawn in 1926")

      ```ruby
      tolls.sum
      ```

      <aside>kept</aside>

      ***

      [b]: https://example.org/book "The book"

      [^clerk]: Hollin Dray.

      [^lost]: Nobody asks.
    MD
  end
  let(:manuscript) { read_text(source) }

  def read_text(text, name = "Überblick.md") = Norvel::Formats.read(text.b, name: name)

  def id_of(words) = manuscript.all_paragraphs.find { |one| one.text.include?(words) }.id

  def given(*changes)
    now = changes.reduce(manuscript) do |one, (name, parameters)|
      Norvel::Changes.build(name, JSON.parse(JSON.generate(parameters))).call(one)
    end
    Norvel::Formats.write(now, source: source.b).dup.force_encoding("UTF-8")
  end

  def lines_changed(out) = [source.lines - out.lines, out.lines - source.lines]

  def typed(words, more) = ["edit_text", {paragraph: (id = id_of(words)), text: manuscript.paragraph(id).text + more}]

  it "says of each paragraph what its marks say, for certain" do
    roles = Norvel::Roles.new(manuscript)
    found = manuscript.paragraphs.map { |one| [roles.of(one.id).name, one.text[0, 12]] }
    expect(found).to eq([[:title, "Tolls"], [:author, "Linnet Ashga"], [:heading_1, "What a cross"], [:body, "Nine pence\u{FFFC},"],
      [:list_item, "counted"], [:list_item, "found"], [:list_item, "the first"], [:list_item, "still the fi"], [:list_item, "the second"],
      [:block_quotation, "Paid by a wo"], [:block_quotation, "With a lamp."], [:table_heading, "Book"], [:table_heading, "Tolls"],
      [:table_text, "red"], [:table_text, "1,102"], [:caption, "Table 1. The"], [:figure, "\u{FFFC}"], [:caption, "Drawn in 192"],
      [:code, "tolls.sum"], [:other, "<aside>kept<"], [:other, "* * *"], [:body, "[^lost]: Nob"]])
    sure = manuscript.paragraphs.reject { |one| one.text == "* * *" }.map { |one| roles.of(one.id).confidence }
    expect(sure).to all(be >= 0.97)
    expect(manuscript.info.to_h).to include(title: "Tolls", author: "Linnet Ashgarth", language: "de")
  end

  it "keeps mathematics and citation marks as they are written, labels of tasks, numbers and where links lead" do
    text = manuscript.paragraph(id_of("Nine")).text
    expect(text).to include("$a_b * c_d$", "[@ashgarth26, ch. 2]")
    labels = Norvel::ListLabels.for(manuscript, Norvel::Cascade.new(manuscript))
    expect(labels.values.reject(&:empty?)).to eq(["☑", "☐", "1.", "2."])
    expect(Norvel::Formats.of("markdown").links(source.b).values).to eq(["https://example.org/book"])
    expect(manuscript.notes.transform_values { |inner| inner.map { |one| one.text.strip } }).to eq("footnotes:clerk" => ["Hollin Dray."])
    expect(manuscript.warnings).to eq(["HTML in the text is kept as it is written.", "A note that nothing refers to stands in the text."])
  end

  it "is the same file without a change, after a change of looks, and after a whole clean-up by a guide" do
    looks = ["format_here", {paragraphs: [id_of("Nine")], values: {indent_start: "2 cm"}}]
    expect([given, given(looks)]).to eq([source, source])
    tidied = Norvel::Plan.new(manuscript, Norvel::Guide.find("marrowby-diploma")).apply
    expect(Norvel::Formats.write(tidied, source: source.b)).to eq(source.b)
    expect(Norvel::Formats.cannot_say(manuscript, tidied).size).to eq(1)
  end

  it "writes anew the lines of the block that was touched, and no others" do
    expect(lines_changed(given(typed("woman", " Nobody.")))).to eq([["> Paid by a woman.\n"], ["> Paid by a woman. Nobody.\n"]])
    expect(lines_changed(given(typed("Hollin", " A clerk.")))).to eq([["[^clerk]: Hollin Dray.\n"], ["[^clerk]: Hollin Dray. A clerk.\n"]])
    expect(lines_changed(given(typed("tolls.sum", " + 1")))).to eq([["tolls.sum\n"], ["tolls.sum + 1\n"]])
    expect(lines_changed(given(typed("The books", ", 1926")))).to eq([["Table 1. The books\n"], ["Table 1. The books, 1926\n"]])
    expect(lines_changed(given(typed("Drawn", ".")))).to eq([[%(![The stairs](stairs.png "Drawn in 1926")\n)],
      [%(![The stairs](stairs.png "Drawn in 1926.")\n)]])
    expect(lines_changed(given(typed("Linnet", " (clerk)")))).to eq([["author: Linnet Ashgarth\n"], ["author: Linnet Ashgarth (clerk)\n"]])
    joined = given(typed("Nine pence", " Yes.")).lines.find { |line| line.start_with?("Nine") }
    expect(joined).to eq("Nine pence[^clerk], and $a_b * c_d$ for cattle; see [@ashgarth26, ch. 2] and " \
      "[the book](https://example.org/book \"The book\") or `tolls.csv`. Yes.\n")
  end

  it "says a role that was given, emphasis that was set, and what was taken out" do
    role = given(["apply_style", {paragraphs: [id_of("Nine")], style: "block_quotation"}])
    expect(role).to include("> Nine pence[^clerk]")
    id = id_of("Nine")
    bold = given(["format_here", {text: [[id, 0, 4]], values: {bold: "yes"}}])
    expect(bold).to include("**Nine** pence[^clerk]")
    two = given(["split_paragraph", {paragraph: id, at: 10}])
    expect(two).to include("Nine pence\n\n[^clerk], and")
  end

  it "keeps line ends, encoding and what no paragraph is made of" do
    text = "\uFEFF# Über\r\n\r\n<!-- kept -->\r\n\r\n[a]: https://example.org\r\n\r\nEins.  \r\nZwei.\r\n"
    read = read_text(text)
    changed = Norvel::Changes.build("edit_text", "paragraph" => read.paragraphs.first.id, "text" => "Über alles").call(read)
    expect(Norvel::Formats.write(changed, source: text.b).force_encoding("UTF-8")).to eq(text.sub("Über", "Über alles"))
    old = "Stra\xDFe\n".b
    expect(read_text(old).paragraphs.first.text).to eq("Straße")
    expect(read_text(old).warnings.first).to include("Windows-1252")
  end

  it "says the language where the file says it, however its key is written" do
    {"language: fr\n\"title\": Tolls\n" => "language: en\ntitle: Stairs\n",
     "title: Tolls\n" => "title: Stairs\nlang: en\n"}.each do |was, is|
      text = "---\n#{was}---\n\nWords.\n"
      read = read_text(text)
      changed = Norvel::Changes.build("set_info", "title" => "Stairs", "language" => "en").call(read)
      changed = Norvel::Changes.build("edit_text", "paragraph" => changed.paragraphs.first.id, "text" => "Stairs").call(changed)
      expect(Norvel::Formats.write(changed, source: text.b)).to eq("---\n#{is}---\n\nWords.\n".b)
    end
  end

  it "reads a front matter that is no YAML as text, and refuses what is no text" do
    read = read_text("---\ntitle: [a\n---\n\nWords\n")
    expect(read.warnings.first).to include("no YAML")
    expect(read.paragraphs.map(&:text).join(" ")).to include("title: [a", "Words")
    expect { read_text("a\0b") }.to raise_error(Norvel::FileError, /no text/)
    expect { read_text("#{">" * 5_000} deep") }.to raise_error(Norvel::FileError, /nested too deeply/)
  end

  it "has its pictures with it where they were brought along, and names them where not" do
    bundle = Norvel::Formats::Elements::Bundle.pack("a.md", source.b, {"stairs.png" => Wild::PNG})
    read = Norvel::Formats.read(bundle, name: "a.md")
    expect(read.images.first[1].width).to be_positive
    docx = Norvel::Formats.make(Norvel::Layout.new(read), as: "docx", source: bundle, name: "x")
    expect(Norvel::Formats.read(docx, name: "a.docx").images.size).to eq(1)
    expect(Norvel::Formats.write(read, source: bundle)).to eq(source.b)
    alone = Norvel::Formats.make(Norvel::Layout.new(manuscript), as: "docx", source: source.b, name: "x")
    expect(Norvel::Formats.read(alone, name: "a.docx").images.size).to eq(0)
    expect(Norvel::Formats.lost(Norvel::Layout.new(manuscript), as: "docx", source: source.b).map(&:words)).to include("1 image")
  end

  it "is made of a manuscript of another format: emphasis, lists, tables, notes; what has no words is told" do
    body = Wild.p(Wild.t("One ") + Wild.t("loud", "<w:b/>") + Wild.t("2", '<w:vertAlign w:val="superscript"/>')) +
      Wild.p(Wild.t("a *star* and 1. no list")) + Wild.p(Wild.t("1. not an item"))
    made = read(Wild.build(body: body))
    text = Norvel::Formats.make(layout(made), as: "markdown", name: "x")
    expect(text).to start_with("# Lamps\n\n")
    expect(text).to include("One **loud**2\n\na \\*star\\* and 1. no list\n\n1\\. not an item\n")
    expect(Norvel::Formats.lost(layout(made), as: "markdown").map(&:words)).to eq(["1 raised passage"])
  end
end
