# frozen_string_literal: true

# Typing, splitting, joining, moving: with formatting kept, and delivered.
RSpec.describe Norvel::Changes::TextEdit do
  def change(now, name, **parameters) = Norvel::Changes.build(name, JSON.parse(JSON.generate(parameters))).call(now)

  def texts(manuscript) = manuscript.paragraphs.map(&:text)

  def italics(paragraph) =
    paragraph.spans.select { |span| span[:properties][:italic] }.map { |span| paragraph.text[span[:start]...span[:end]] }

  let(:sailing) { paragraph(0, "We boarded the ", stretch("Night Heron", italic: true), " at six.") }
  let(:start) { manuscript(sailing, paragraph(1, "Chapter two", style: "Heading1"), paragraph(2, "Last words.")) }

  it "keeps the formatting of the words that stay" do
    after = change(start, "edit_text", paragraph: 0, text: "At dawn we boarded the old Night Heron at six sharp.")
    expect(texts(after).first).to eq("At dawn we boarded the old Night Heron at six sharp.")
    expect(italics(after.paragraphs.first)).to eq(["Night Heron"])
  end

  it "gives new words the formatting of the text before them" do
    after = change(start, "edit_text", paragraph: 0, text: "We boarded the Night Herons at six.")
    expect(italics(after.paragraphs.first)).to eq(["Night Herons"])
  end

  it "never loses a note or an image by typing" do
    noted = manuscript(
      paragraph(0, "Seen", stretch("\u{FFFC}").with(insets: [Norvel::Manuscript::Inset.new(kind: :note, ref: "footnotes:2")]), " twice.")
    )
    expect { change(noted, "edit_text", paragraph: 0, text: "Seen twice.") }.to raise_error(Norvel::ChangeRefused, /would be lost/)
    after = change(noted, "edit_text", paragraph: 0, text: "Seen often\u{FFFC} and twice.")
    expect(after.paragraphs.first.insets.map(&:ref)).to eq(["footnotes:2"])
  end

  it "splits inside a paragraph into two of the same style, at its end into the next style" do
    sheet = start.sheet.with_style(start.sheet["Heading1"].with(next_style: "Quote"))
    now = start.with(sheet: sheet)
    inside = change(now, "split_paragraph", paragraph: 1, at: 8)
    expect(inside.paragraphs[1, 2].map { |one| [one.text, one.style] }).to eq([["Chapter ", "Heading1"], ["two", "Heading1"]])
    ended = change(now, "split_paragraph", paragraph: 1, at: 11)
    expect(ended.paragraphs[1, 2].map { |one| [one.text, one.style] }).to eq([["Chapter two", "Heading1"], ["", "Quote"]])
  end

  it "joins what was split again, to the same manuscript" do
    split = change(start, "split_paragraph", paragraph: 0, at: 20)
    joined = change(split, "join_paragraphs", paragraph: 0, bare: true)
    expect(joined.paragraphs).to eq(start.paragraphs)
  end

  it "puts a space between joined words" do
    expect(texts(change(start, "join_paragraphs", paragraph: 1))).to eq(["We boarded the Night Heron at six.", "Chapter two Last words."])
  end

  it "inserts, moves and deletes" do
    expect(texts(change(start, "insert_paragraph", paragraph: 0, text: "New.")))
      .to eq(["We boarded the Night Heron at six.", "New.", "Chapter two", "Last words."])
    expect(texts(change(start, "move_paragraphs", paragraphs: [2], by: -1)))
      .to eq(["We boarded the Night Heron at six.", "Last words.", "Chapter two"])
    expect(texts(change(start, "delete_paragraphs", paragraphs: [1]))).to eq(["We boarded the Night Heron at six.", "Last words."])
    expect { change(start, "move_paragraphs", paragraphs: [0], by: -1) }.to raise_error(Norvel::ChangeRefused, /nothing to move past/)
    expect { change(start, "delete_paragraphs", paragraphs: [0, 1, 2]) }.to raise_error(Norvel::ChangeRefused)
  end

  it "keeps a section's end at the end" do
    now = manuscript(paragraph(0, "Front matter.", carries: [:section_end]), paragraph(1, "Main."),
      sections: [Norvel::Manuscript::Section.new(last: 0), Norvel::Manuscript::Section.new])
    split = change(now, "split_paragraph", paragraph: 0, at: 6)
    expect(split.paragraphs.map { |one| [one.text, one.carries] }).to eq([["Front ", []], ["matter.", [:section_end]], ["Main.", []]])
    expect(split.section_indexes).to eq([0, 0, 1])
    expect { change(now, "delete_paragraphs", paragraphs: [0]) }.to raise_error(Norvel::ChangeRefused, /section ends/)
  end

  it "promotes and demotes headings with their subordinates" do
    styles = {"Heading2" => {name: "Heading 2", parent: "Base", properties: {outline_level: 2}},
              "Heading3" => {name: "Heading 3", parent: "Base", properties: {outline_level: 3}}}
    heads = %w[Heading1 Heading2 Heading1].each_with_index.map { |style, index| paragraph(index, "Head #{index}", style: style) }
    now = manuscript(*heads, styles: styles)
    after = change(now, "shift_headings", paragraphs: [0], by: 1)
    expect(after.paragraphs.map(&:style)).to eq(%w[Heading2 Heading3 Heading1])
    expect { change(now, "shift_headings", paragraphs: [0], by: -1) }.to raise_error(Norvel::ChangeRefused, /highest level/)
    expect { change(after, "shift_headings", paragraphs: [1], by: 1) }.to raise_error(Norvel::ChangeRefused, /no heading style of level 4/)
  end

  # Random series of edits of a real file: the ledger's data restore each step, and the file says the same when delivered.
  it "is written down and delivered whatever was edited" do
    random = Random.new(20_261)
    source = demo("quayside-notice.docx")
    now = read(source)
    40.times do
      before = now
      now = begin
        random_edit(now, random)
      rescue Norvel::ChangeRefused
        now
      end
      data = JSON.parse(JSON.generate(Norvel::Changes::Difference.between(before, now)))
      restored = Norvel::Changes::Difference.apply(before, data)
      expect([restored.blocks, restored.notes]).to eq([now.blocks, now.notes])
    end
    expect(now.paragraphs.map(&:text)).not_to eq(read(source).paragraphs.map(&:text))
    again = read(Norvel::Formats.write(now, source: source))
    expect(again.paragraphs.map { |paragraph| [paragraph.text, paragraph.style, paragraph.properties] })
      .to eq(now.paragraphs.map { |one| [one.text, one.style, one.properties] })
  end

  def random_edit(now, random)
    one = now.paragraphs.sample(random: random)
    at = random.rand(0..one.text.length)
    case random.rand(6)
    when 0 then change(now, "edit_text", paragraph: one.id, text: one.text.dup.insert(at, " tide "))
    when 1 then change(now, "split_paragraph", paragraph: one.id, at: at)
    when 2 then change(now, "join_paragraphs", paragraph: one.id)
    when 3 then change(now, "move_paragraphs", paragraphs: [one.id], by: [-1, 1].sample(random: random))
    when 4 then change(now, "insert_paragraph", paragraph: one.id, text: "new")
    else change(now, "format_here", text: [[one.id, at / 2, [at, 1].max]], values: {"italic" => "yes"})
    end
  end
end
