# frozen_string_literal: true

# Plain text: what its lines say by how they are typed.
RSpec.describe Norvel::Formats::Text do
  def read_text(text, name = "Überblick.txt") = Norvel::Formats.read(text.b, name: name)

  def found(text)
    manuscript = read_text(text)
    manuscript.paragraphs.map { |one| [one.style, one.text] }
  end

  let(:talk) { File.read(File.join(Manuscripts::DEMO, "lamp-keeper.txt"), encoding: "UTF-8") }

  it "joins lines that were broken, and keeps those whose end is meant" do
    texts = read_text(talk).paragraphs.map(&:text)
    expect(texts).to include(a_string_including("Nobody said anything. The pilots knew it"))
    expect(texts.last).to eq("Up with the wick,\ndown with the flame,\nnineteen in the row\nand none has a name.")
    expect(texts).to include("Marrowby Institute, Hall of Boats\nRecorded in the winter of 2025")
  end

  it "takes a hyphen out where a word was divided, and leaves that of a compound" do
    text = <<~TXT
      The night-watch kept the lamps, and the night-watch was never asked for
      them. Of all the things that were said in those nights, and the water-
      clerk wrote them down, nothing about water or a clerk is left by the night-
      watch, nor is there anything in the book about those days or the dis-
      tribution of oil, which was kept in a tin below the stairs, in the dark.
    TXT
    words = read_text(text).paragraphs.map(&:text).join(" ")
    expect(words).to include("by the night-watch", "the distribution", "water-clerk")
  end

  # Seen in licences: three items had become the end of the paragraph before the page feed.
  it "begins a page, and nothing else, after a page feed that has a line to itself" do
    long = "The lamps of the stairs are lit an hour before the ebb, and they\nare put out when the last of the boats lies at the Steps."
    text = "  1. #{long}\n\n  2. #{long}\n\f\n  3. #{long}\n\n#{long}\n\f\n        Of oil and wick\n\n" \
      "#{long}\n\n\f\n\n#{long}\n"
    manuscript = read_text(text)
    expect(manuscript.paragraphs.map { |one| one.style[/\A[a-z]+/] }).to eq(%w[list list list body heading body body])
    broken = manuscript.paragraphs.select { |one| one.properties[:break_before] }
    expect(broken.map { |one| one.text[0, 9] }).to eq(["The lamps", "Of oil an", "The lamps"])
    expect(Norvel::Formats.write(manuscript, source: text.b)).to eq(text.b)
  end

  it "takes capitals that count on for items, a bullet further in than the line above it, and headings marked by signs" do
    text = "Terms\n\nA. Lamps are lit.\nB. Oil is kept\n   below.\nC. Wicks are cut.\n\n" \
      "Read by\nA. Dun and B. Ford\nof the night boats.\n\n" \
      "Section 3 says\n   * every stair has a lamp\n\n# The stairs\n\nHere.\n\n## Low ones ##\n\n# A note in a row\n# of signs\n"
    kinds = found(text).map { |style, words| [style[/\A[a-z_]+/], words[0, 14]] }
    expect(kinds).to include(["list_item", "Lamps are lit."], ["list_item", "Oil is kept be"], ["list_item", "every stair ha"],
      ["heading_", "The stairs"], ["heading_", "Low ones"], ["body", a_string_starting_with("# A note")])
    expect(kinds).to include(["body", a_string_starting_with("Read by")])
    beside = found("#{"A server is begun by hand. " * 4}\n\n# begin it\n\n    serve --now\n\n# end it\n\n    serve --stop\n")
    expect(beside.map(&:first)).to include("heading_1-perhaps").and satisfy { |all| !all.include?("heading_1") }
    labels = Norvel::ListLabels.for(read_text(text), Norvel::Cascade.new(read_text(text))).values
    expect(labels.first(3)).to eq(%w[A. B. C.])
  end

  it "finds headings that are underlined, numbered, in capitals or alone; the last of these are not sure" do
    long = "Here the text goes on for longer than any heading does, so that it is seen to be text and nothing else."
    text = ["Title of it", "Chapter\n=======", long, "Section\n-------", long, "1.2 Numbered", long, "IN CAPITALS", long, "Alone and short",
      long, "Ends with a stop.", long].join("\n\n")
    styles = found(text).to_h.invert
    expect(found(text).map(&:first) - ["body"]).to eq(%w[title-perhaps heading_1 heading_2 heading_2 heading_1 heading_2-perhaps])
    expect(styles.size).to be_positive
    manuscript = read_text(text)
    roles = Norvel::Roles.new(manuscript)
    sure = manuscript.paragraphs.to_h { |one| [one.text, roles.of(one.id).confidence] }
    expect([sure["Chapter"], sure["Alone and short"]]).to eq([0.85, 0.5])
  end

  it "reads lists with what is further in, quotations, tables with bars and with tabs, columns and pages" do
    list = "Things to bring:\n  - oil,\n  - glass, washed with vinegar and never\n    with soap,\n" \
      "      1. the large\n      2. the small\n  - the book"
    text = [list, "> Quoted, and\n> quoted on.", "| A | B |\n|---|---|\n| 1 | 2 |", "x\ty\n3\t4", "\fNew page",
      "Night      Lit\nMonday     17:20\nTuesday    17:18"].join("\n\n")
    manuscript = read_text(text)
    labels = Norvel::ListLabels.for(manuscript, Norvel::Cascade.new(manuscript))
    items = manuscript.paragraphs.select { |one| one.style == "list_item" }
    expect(items.map { |one| [labels[one.id], one.properties[:numbering].level, one.text] }).to eq([["•", 0, "oil,"],
      ["•", 0, "glass, washed with vinegar and never with soap,"], ["1.", 1, "the large"], ["2.", 1, "the small"], ["•", 0, "the book"]])
    expect(manuscript.tables.map { |one| one.rows.map { |row| row.cells.map { |cell| cell.blocks.first.text } } })
      .to eq([[%w[A B], %w[1 2]], [%w[x y], %w[3 4]]])
    expect(manuscript.tables.map { |one| one.rows.first.header }).to eq([true, false])
    expect(manuscript.paragraphs.find { |one| one.text == "New page" }.properties[:break_before]).to be(true)
    expect(found(text)).to include(["block_quotation", "Quoted, and quoted on."],
      ["code", "Night      Lit\nMonday     17:20\nTuesday    17:18"])
  end

  it "takes each line for a paragraph where lines are long, or no line was broken" do
    long = "word " * 60
    expect(read_text("#{long}\n#{long}\nshort\n").paragraphs.size).to eq(3)
    expect(read_text("#{long}\n").warnings).to eq(["The text is read as 1 block, each line a paragraph of its own."])
  end

  it "is read the other way where somebody says so, and is still the file that came" do
    format = Norvel::Formats.of("text")
    expect(format.ways(talk.b)).to eq("each" => "Take each line for a paragraph")
    bytes = Norvel::Formats::Elements::Bundle.read_as(talk.b, "a.txt", "each")
    each = Norvel::Formats.read(bytes, name: "a.txt")
    expect(each.paragraphs.map(&:text)).to include("the first of them, and he hung it on the wrong side, so that for forty")
    given = [format.original(bytes), Norvel::Formats.write(each, source: bytes)]
    expect([format.ways(bytes).keys, *given]).to eq([["joined"], talk.b, talk.b])
  end

  it "says how it read the whole, and which encoding it took" do
    expect(read_text(talk).warnings).to eq(["The text is read as 16 blocks: lines that were broken at some 70 letters are joined, " \
      "blank lines part paragraphs."])
    expect(read_text("\uFEFFÜber".encode("UTF-16LE")).paragraphs.first.text).to eq("Über")
    expect(Norvel::Formats.read("Stra\xDFe\n".b, name: "a.txt").warnings.first).to include("Windows-1252")
    expect(read_text("").paragraphs.map(&:text)).to eq([""])
  end

  it "is the same file without a change, and keeps the lines of what was not touched" do
    manuscript = read_text(talk)
    expect(Norvel::Formats.write(manuscript, source: talk.b)).to eq(talk.b)
    id = manuscript.paragraphs.find { |one| one.text.start_with?("the oil") }.id
    now = Norvel::Changes.build("edit_text", "paragraph" => id, "text" => "the oil, strained").call(manuscript)
    out = Norvel::Formats.write(now, source: talk.b).force_encoding("UTF-8")
    expect(talk.lines - out.lines).to all(match(/oil|glass|Institute writes|the book/))
    expect(out).to include("- the oil, strained\n")
  end

  it "is made of any manuscript: headings underlined, labels, tables in columns, notes at the end" do
    made = Norvel::Formats.make(layout(Norvel::Formats.read(<<~MD.b, name: "a.md")), as: "text", name: "x")
      # Tolls

      Nine pence[^a] for a walker, twice that for a walker with a goose, and for cattle whatever they were worth.

      - oil
      - [x] glass

      > Quoted

      | A | B |
      |---|---|
      | long | 2 |

      [^a]: Below.
    MD
    expect(made).to eq(<<~TXT)
      Tolls
      =====

      Nine pence[1] for a walker, twice that for a walker with a goose, and
      for cattle whatever they were worth.

      •   oil
      [x] glass

      > Quoted

      | A    | B |
      |------|---|
      | long | 2 |

      [1] Below.
    TXT
  end
end
