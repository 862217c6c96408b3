# frozen_string_literal: true

require_relative "../support/wild"

# Parts with their own pages and folios (ISO/IEC 29500-1 §17.6), in the file as well.
RSpec.describe "Parts" do
  def change(name, **given) = Norvel::Changes.build(name, given.transform_keys(&:to_s))

  def delivered(after, source) = read(Norvel::Formats.write(after, source: source))

  def through(bytes, name, **given) = delivered(change(name, **given).call(read(bytes)), bytes)

  def folios(manuscript) = layout(manuscript).pages.map(&:folio)

  # What stands in headers and footers, page by page, with its x.
  def margins(manuscript)
    layout(manuscript).pages.map do |page|
      page.placed.select { |one| %i[header footer].include?(one.area) }.map { |one| [one.area, one.setting.text_of(one.line)] }
    end
  end

  let(:chapters) { ["Abstract", "Introduction", "Methods", "References"] }
  let(:bytes) do
    docx do |file|
      file.paragraph("The title")
      chapters.each do |chapter|
        file.raw(%(<w:p><w:pPr><w:pStyle w:val="Heading1"/><w:pageBreakBefore/></w:pPr><w:r><w:t>#{chapter}</w:t></w:r></w:p>))
        file.paragraph("Words of #{chapter}.")
      end
    end
  end

  it "begin with a paragraph, with folios of their own, and survive delivery" do
    after = through(bytes, "begin_part", paragraph: 3, begins: "recto", folio: {"format" => "decimal", "start" => 1})
    expect(after.sections.map { |one| [one.last, one.begins] }).to eq([[2, :page], [nil, :recto]])
    expect(layout(after).pages.map { |page| [page.folio, page.blank || false] })
      .to eq([["1", false], ["2", false], ["1", false], ["2", false], ["3", false]])
    expect(after.words).to eq(read(bytes).words)
  end

  it "take page design, columns and the margins of the sheet they are divided from" do
    one = read(bytes)
    wide = change("set_part", margin: {"start" => "4 cm"}, columns: 2).call(one)
    divided = delivered(change("begin_part", paragraph: 5).call(wide), bytes)
    expect(divided.sections.map { |part| [part.page.margin[:start], part.columns] }).to eq([[1_440_180, 2]] * 2)
    other = delivered(change("set_part", parts: [1], columns: 1, column_gap: "1 cm", orientation: "landscape")
      .call(change("begin_part", paragraph: 5).call(wide)), bytes)
    expect(other.sections.map { |part| [part.columns, part.page.width > part.page.height] }).to eq([[2, false], [1, true]])
    expect(other.sections[1].page.margin[:top]).to eq(1_440_180)
  end

  it "begin behind a table with an ending of their own, and not inside one" do
    source = docx do |file|
      file.paragraph("Before")
      file.raw(
        "<w:tbl><w:tblPr/><w:tblGrid><w:gridCol " \
        "w:w=\"2000\"/></w:tblGrid><w:tr><w:tc><w:p><w:r><w:t>x</w:t></w:r></w:p></w:tc></w:tr></w:tbl>"
      )
      file.paragraph("After")
    end
    after = through(source, "begin_part", paragraph: 2)
    expect(after.blocks.map { |block| block.is_a?(Norvel::Manuscript::Table) ? :table : block.text }).to eq(["Before", :table, "", "After"])
    expect(layout(after).pages.size).to eq(2)
    table = through(source, "begin_part", paragraph: 1)
    expect(table.sections.map(&:last)).to eq([0, nil])
    expect { change("begin_part", paragraph: 0).call(read(source)) }.to raise_error(Norvel::NothingToChange)
  end

  it "are joined again, which leaves what was" do
    divided = change("begin_part", paragraph: 3).call(read(bytes))
    joined = delivered(change("join_parts", part: 1).call(divided), bytes)
    expect(joined.sections.size).to eq(1)
    expect(folios(joined)).to eq(folios(read(bytes)))
    expect { change("join_parts", part: 0).call(divided) }.to raise_error(Norvel::ChangeRefused, /no part before/)
  end

  it "have folios at any place, on the first page or not, on the outer side of rectos and versos" do
    Norvel::Changes::SetFolios::PLACES.each do |place|
      after = through(bytes, "set_folios", place: place)
      area = place.start_with?("top") ? :header : :footer
      expect(margins(after)).to eq((1..5).map { |number| [[area, number.to_s]] }), place
      sides = layout(after).pages.first(2).map do |page|
        page.placed.find { |one| one.area == area }.then { |one| (one.x + one.line.x > 300) ? :end : :start }
      end
      unless place.end_with?("center")
        expect(sides).to eq({"outer" => %i[end start], "inner" => %i[start end], "start" => %i[start start], "end" => %i[end end]}
          .fetch(place.split.last)), place
      end
    end
    expect(margins(through(bytes, "set_folios", place: "bottom center", first: false)).map(&:size)).to eq([0, 1, 1, 1, 1])
  end

  it "have folios moved, not doubled, and taken away; words beside them stay" do
    once = change("set_folios", place: "bottom center").call(read(bytes))
    moved = delivered(change("set_folios", place: "top outer").call(once), bytes)
    expect(margins(moved).first.reject { |_, words| words.empty? }).to eq([[:header, "1"]])
    worded = change("set_running_head", side: "bottom", text: "Page {folio} of {pages}").call(read(bytes))
    expect(margins(worded).last).to eq([[:footer, "Page 5 of 5"]])
    expect(margins(delivered(change("set_folios", place: "none").call(worded), bytes)).last.map(&:last).reject(&:empty?)).to eq([])
  end

  # Seen: "Page 3 of 10" became "Page  of 10", with a bare 3 in a line below it.
  it "have what is said with a folio go where it goes, and other words stay" do
    {"Page {folio} of {pages}" => ["Page 2 of 5", nil], "– {folio} –" => ["– 2 –", nil],
     "Marrowby Institute\tPage {folio}" => ["Page 2", "Marrowby Institute"],
     "Annual report of the Marrowby Institute, page {folio}" => ["2", "Annual report of the Marrowby Institute, page"]}
      .each do |text, (company, stays)|
      worded = change("set_running_head", side: "bottom", text: text).call(read(bytes))
      moved = delivered(change("set_folios", place: "top end").call(worded), bytes)
      seen = margins(moved)[1].reject { |_, words| words.strip.empty? }
      wanted = [[:header, company], ([:footer, stays] if stays)].compact
      expect([text, seen.map { |side, words| [side, words.strip] }]).to eq([text, wanted])
    end
  end

  # A header with a table, an image and a link, as institutions have them.
  it "have what all pages say on versos and first pages too, where those get headers of their own" do
    header = +
      %(<w:tbl><w:tblPr/><w:tblGrid><w:gridCol w:w="3000"/></w:tblGrid><w:tr><w:tc><w:tcPr/><w:p><w:r><w:t>Marrowby</w:t>) +
      %(</w:r></w:p></w:tc></w:tr></w:tbl><w:p/>)
    footer = %(<w:p><w:r><w:t xml:space="preserve">Set in </w:t></w:r><w:r><w:rPr><w:b/></w:rPr><w:t>June</w:t></w:r></w:p>)
    given = docx(header: header, footer: footer) do |file|
      header.sub!("<w:r>", file.image(Demo::Picture.soundings(1), 254_000, 127_000, "A mark") + "<w:r>")
      5.times do |index|
        file.raw(%(<w:p><w:pPr><w:pageBreakBefore w:val="#{index.zero? ? "off" : "on"}"/></w:pPr><w:r><w:t>Page</w:t></w:r></w:p>))
      end
    end
    said = ["Marrowby", "Set in June"]
    stands = ->(manuscript) {
      layout(manuscript).pages.map do |page|
        page.placed.map { |one| one.setting.text_of(one.line).delete("\u{FFFC}") }
          .reject { |text| ["", "Page"].include?(text) }.sort_by { |text| [text[/\d/].to_s, text] }
      end
    }
    {"bottom outer" => {}, "top outer" => {}, "top center" => {first: false}, "bottom inner" => {first: false}}.each do |place, more|
      once = change("set_folios", place: place, **more).call(read(given))
      expect(stands.call(once)).to eq((1..5).map { |number| said | ([number.to_s] if number > 1 || more.empty?).to_a }), place
      file = Norvel::Formats.write(once, source: given)
      expect(stands.call(read(file))).to eq(stands.call(once)), place
      expect(read(file).all_paragraphs.select { |one| one.text == "Set in June" }.map { |one| one.runs.last.properties }.uniq)
        .to eq([{bold: true}]), place
    end
    versos = change("set_running_head", side: "bottom", kind: "even", text: "Left").call(read(given))
    expect(stands.call(delivered(versos, given))).to eq([said, %w[Left Marrowby]].cycle.first(5))
    expect(delivered(versos, given).margin_paragraphs.flat_map(&:insets).map(&:ref)).to eq(["word/media/picture1.png"] * 2)
  end

  it "have headers whose paragraphs share no number with text that is pasted or written later" do
    after = read(bytes)
    [["set_folios", {place: "bottom center"}], ["set_running_head", {side: "top", text: "Ferries\nby night"}],
      ["paste_text", {paragraph: 0, blocks: [{"role" => "list_item", "list" => "numbers", "runs" => [["One", []]]}]}],
      ["split_paragraph", {paragraph: 2, at: 5}],
      ["set_folios", {place: "top outer", first: false}], ["begin_part", {paragraph: 3, begins: "recto"}],
      ["paste_text", {paragraph: 0, blocks: [{"role" => "body", "runs" => [["Two", []]]}]}]].each do |name, given|
      after = change(name, **given).call(after)
      expect(after.all_paragraphs.map(&:id)).to eq(after.all_paragraphs.map(&:id).uniq), name
      expect(folios(after)).not_to be_empty
    end
  end

  it "have running heads with title, author and the chapter at hand" do
    one = read(bytes)
    titled = one.with(info: one.info.with(author: "A. Writer"))
    head = change("set_running_head", side: "top", text: "{author}\t{chapter}").call(titled)
    expect(margins(head).map { |page| page.first.last }).to eq(["A. Writer\t\u00A0", *chapters.map { |chapter| "A. Writer\t#{chapter}" }])
    again = through(bytes, "set_running_head", side: "top", text: "{chapter}", kind: "default")
    expect(margins(again).last).to eq([[:header, "References"]])
    even = through(bytes, "set_running_head", side: "top", text: "{title}", kind: "even")
    expect(margins(even).map { |page| page.map(&:last) }).to eq([[], ["A test"], [], ["A test"], []])
  end

  it "of a thesis are made in one step: roman front matter, none on the title page, arabic from 1" do
    made = change("academic_parts", main: 3, chapters: "page", place: "bottom center")
    after = delivered(made.call(read(bytes)), bytes)
    expect(folios(after)).to eq(%w[i ii 1 2 3])
    expect(margins(after).map { |page| page.map(&:last) }).to eq([[], ["ii"], ["1"], ["2"], ["3"]])
    expect(made.sentence(read(bytes))).to eq(
      "Made 2 parts: front matter i, ii, iii …, no folio on the title page; main matter from “Introduction” with folios " \
      "from 1; chapters on a new page."
    )
    recto = delivered(change("academic_parts", main: 3, back: 7, chapters: "recto", place: "bottom outer").call(read(bytes)), bytes)
    expect(layout(recto).pages.map { |page| page.blank ? "blank" : page.folio }).to eq(%w[i ii 1 blank 3 blank 5])
    found = Norvel::Roles::Matter.new(read(bytes), Norvel::Roles.new(read(bytes))).main
    expect(found.text).to eq("Introduction")
  end

  it "put a wide table with its caption on a landscape page, and go on behind it" do
    source = docx do |file|
      file.paragraph("Before the table, which is too wide for the page.")
      file.paragraph("Table 1: Fares of all seasons")
      file.raw(
        "<w:tbl><w:tblPr/><w:tblGrid><w:gridCol " \
        "w:w=\"12000\"/></w:tblGrid><w:tr><w:tc><w:p><w:r><w:t>12</w:t></w:r></w:p></w:tc></w:tr></w:tbl>"
      )
      file.paragraph("After")
    end
    after = through(source, "landscape_page", paragraph: 2)
    expect(layout(after).pages.map { |page| [page.width > page.height, page.text_lines.first.setting.text[0, 6]] })
      .to eq([[false, "Before"], [true, "Table "], [false, "After"]])
    expect(folios(after)).to eq(%w[1 2 3])
    expect { change("landscape_page", paragraph: 2).call(after) }.to raise_error(Norvel::ChangeRefused, /on its side already/)
  end

  it "mirror their margins in the file" do
    after = through(bytes, "set_part", mirrored: true, gutter_above: true)
    expect([after.settings.mirrored, after.settings.gutter_above]).to eq([true, true])
  end

  it "refuse what cannot be, in a sentence" do
    one = read(bytes)
    {{parts: [4], columns: 2} => /no part 5/, {margin: {"start" => "12 cm", "end" => "8 cm"}} => /less than 2 cm/,
     {paper: "Foolscap"} => /no paper/, {margin: {"top" => "-1 cm"}} => /not less than 0/,
     {folio: {"format" => "runes"}} => /not written/, {begins: "sideways"} => /recto/}.each do |given, sentence|
      expect { change("set_part", **given).call(one) }.to raise_error(Norvel::ChangeRefused, sentence)
    end
    expect { change("set_folios", place: "middle").call(one) }.to raise_error(Norvel::ChangeRefused, /middle/)
  end

  it "keep every byte of a file that was not touched, and undo leaves the file as it came" do
    before = read(bytes)
    after = change("academic_parts", main: 3, chapters: "recto", place: "bottom center").call(before)
    members = ->(zip) { Zip::File.open_buffer(zip).to_h { |entry| [entry.name, entry.get_input_stream.read] } }
    old, new = members[bytes], members[Norvel::Formats.write(after, source: bytes)]
    expect(old.keys - new.keys).to eq([])
    touched = old.keys.reject { |name| old[name] == new[name] }
    expect(touched - ["word/document.xml", "word/styles.xml", "[Content_Types].xml", "word/_rels/document.xml.rels"]).to eq([])
    expect(Norvel::Formats.write(before, source: bytes)).to eq(bytes)
  end

  it "know where the main matter begins, and in which header a paragraph stands" do
    parted = change("academic_parts", main: 3, chapters: "page", place: "bottom center").call(read(bytes))
    expect([read(bytes).main_part, parted.main_part])
      .to eq([0, parted.sections.index { |section| section.folio.start == 1 && section.folio.format == :decimal }])
    expect(parted.main_part).to be_positive
    headed = change("set_running_head", side: "top", text: "{author}\t{chapter}\nAnsel", parts: [parted.main_part]).call(parted)
    place = headed.margin_place(headed.margin_paragraphs.find { |one| one.text == "Ansel" }.id)
    expect(place).to eq([parted.main_part, :headers, :default])
    expect(headed.margin_place(1)).to be_nil
    expect(Norvel::Changes::SetRunningHead.said(headed.sections[place[0]].headers[:default])).to eq("{author}\t{chapter}\nAnsel")
    expect(Norvel::Changes::SetRunningHead.said(nil)).to eq("")
  end

  it "lose the first folio by its rule's fix, and nothing else of the first page" do
    numbered = change("set_folios", place: "top end").call(change("set_running_head", side: "bottom", text: "Ansel").call(read(bytes)))
    rule = Norvel::Guide::Rule.build(
      {"id" => "first", "clause" => "No folio on the title page.", "severity" => "must", "checks" => "folio_on_first_page"}
    )
    check = ->(now) { Norvel::Guide::Check.new(Norvel::Guide.none, layout(now)) }
    found = rule.findings(check[numbered])
    expect(found.map(&:fix)).to eq([["set_folios", {"parts" => [0], "place" => "top end", "first" => false}]])
    mended = Norvel::Changes.build(*found.first.fix).call(numbered)
    expect(margins(mended).map { |page| page.map(&:last) - [""] }).to eq([["Ansel"], *(2..5).map { |number| [number.to_s, "Ansel"] }])
    expect(rule.findings(check[mended])).to eq([])
  end

  it "have families that are asked for, with the number of pages they stand on" do
    styled = change("format_here", paragraphs: [1], values: {"font_family" => "Carlito"}).call(read(bytes))
    families = layout(styled).pages_by_family
    expect(families.to_a.last).to eq(["Carlito", 1])
    expect(families.values).to eq(families.values.sort.reverse)
  end
end

RSpec.describe Norvel::Changes::SetRunningHead do
  let(:one) { manuscript(paragraph(0, "The Night Ferries"), paragraph(1, "Words")) }

  def head(text, **info) =
    described_class.new("side" => "top", "text" => text, "today" => "30 November 2026").then do |change|
      [change, one.with(info: one.info.with(**info))]
    end

  it "prints no dash where there is nothing to show, and says so" do
    change, before = head("{title} – {folio}")
    after = change.call(before)
    printed = layout(after).pages.first.placed.select { |placed| placed.area == :header }.map { |placed| placed.setting.text }
    expect([printed, change.sentence(before)])
      .to eq(
        [["\u00A0 – 1"], "Wrote the header of all parts: “{title} – {folio}”. The file says no title yet, so nothing is printed there."]
      )
    titled = Norvel::Changes.build("set_running_head", change.parameters.merge("title" => "Night Ferries"))
    expect(titled.sentence(before)).to eq("Wrote the header of all parts: “{title} – {folio}”; the file's title is “Night Ferries” now.")
    expect(titled.call(before).info.title).to eq("Night Ferries")
    expect(described_class.unsaid(before, "{title}, {author}, {folio}")).to eq(%i[title author])
  end

  it "says what was written, and how many pages have it" do
    change, before = head("{title}, {date}", title: "Night Ferries")
    after = change.call(before)
    expect(change.sentence(before)).to eq("Wrote the header of all parts: “{title}, {date}”.")
    expect(layout(after).pages.first.placed.find { |placed| placed.area == :header }.setting.text).to eq("Night Ferries, 30 November 2026")
    expect(Norvel::Changes::Ripple.between(layout(before), layout(after)).to_s)
      .to eq("Header or footer of 1 page changed, still 1 page, 0 page breaks move.")
  end
end

# Folios where somebody drew them. Seen: a second one came beside the one in a text box; a fix wrote the title over what a header said.
RSpec.describe Norvel::Changes::SetFolios do
  def boxed(name)
    one = read(Wild.file("folio field in a #{name} footer"))
    pages = Array.new(3) { |index| paragraph(100_000_000 + index, "oil", style: one.sheet.default_id, break_before: index.positive?) }
    one.with(blocks: [*pages, *one.blocks])
  end

  it "leaves a folio in a text box where it is, adds none, and finds none missing" do
    guide = Norvel::Guide.read(YAML.dump("guide" => "G", "version" => "1", "rules" => [{"id" => "f", "clause" => "c", "severity" => "must",
                                                                                        "checks" => "folios_present"}]))
    ["box of the older kind in a", "text box of a"].each do |name|
      one = boxed(name)
      expect { described_class.new("place" => "bottom end").call(one) }.to raise_error(Norvel::ChangeRefused, /as somebody drew it/)
      expect(Norvel::Examination.new(one).check(guide).findings).to eq([])
    end
  end

  # Seen: the box said 1 on every page.
  it "has the folio of its page in a text box of a footer" do
    said = layout(boxed("text box of a")).pages.map { |page| page.folio_lines.map { |placed| placed.setting.text_of(placed.line) } }
    expect(said.first(3)).to eq([["1"], ["2"], ["3"]])
  end

  it "writes no running head over what a header says" do
    guide = Norvel::Guide.read(YAML.dump("guide" => "G", "version" => "1", "rules" => [{"id" => "h", "clause" => "c", "severity" => "must",
                                                                                        "checks" => "running_head", "holds" => ["title"]}]))
    fixes = ["Draft of June", ""].map do |words|
      one = read(docx(header: "<w:p><w:r><w:t>#{words}</w:t></w:r></w:p>") { |file| file.paragraph("oil") })
      Norvel::Examination.new(one).check(guide).findings.map { |finding| finding.ways.size }
    end
    expect(fixes).to eq([[0], [1]])
  end
end
