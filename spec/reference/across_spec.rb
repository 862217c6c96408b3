# frozen_string_literal: true

require_relative "../support/outside"
require_relative "../support/manuscripts"
require "json"
require "open3"

# New files of one format from another and back: every word, every value of every paragraph and word as it comes out, labels, notes,
# folios. The files are the demo's and others that nobody here wrote.
RSpec.describe "Manuscripts from one format to the other" do
  files = [*Dir[File.join(Manuscripts::DEMO, "*.docx")].sort, *Outside.samples.uniq { |path| File.binread(path) }]

  def made(bytes, from, to)
    manuscript = Norvel::Formats.read(bytes, name: "a.#{from}")
    layout = Norvel::Layout.new(manuscript)
    [Norvel::Formats.make(layout, as: to, source: bytes, name: "x"), Norvel::Formats.lost(layout, as: to, source: bytes)]
  end

  # What every paragraph comes to: its values, those of each of its letters, its label.
  def seen(manuscript)
    cascade = Norvel::Cascade.new(manuscript)
    labels = Norvel::ListLabels.for(manuscript, cascade)
    manuscript.paragraphs.filter_map { |paragraph|
      words = paragraph.text.delete("\f#{Norvel::Manuscript::INSET_MARK}")
      next if words.strip.empty?

      letters = paragraph.runs.flat_map { |run|
        shown = run.text.delete("\f#{Norvel::Manuscript::INSET_MARK}")
        [cascade.run(paragraph, run).values(Norvel::Formats::Across::TEXT - %i[background])] * shown.length
      }
      values = cascade.paragraph(paragraph).values(Norvel::Formats::Across::PARAGRAPH - %i[break_before])
      {words: words, label: labels[paragraph.id].to_s, values: values, letters: letters}
    }
  end

  def differing(was, is)
    return [was&.fetch(:words), is&.fetch(:words)] unless was && is && was[:words] == is[:words]

    letters = was[:letters].zip(is[:letters]).flat_map { |one, other| one.reject { |name, value| other[name] == value }.keys }.uniq
    [was[:words][0, 20], was[:label], is[:label], was[:values].to_a - is[:values].to_a, is[:values].to_a - was[:values].to_a, letters]
  end

  def plain(spelled, rows, drop)
    rows.map { |row|
      row.merge(values: row[:values].except(*drop).then { |set| spelled.set(set) },
        letters: row[:letters].map { |set| spelled.set(set.except(*drop)) })
    }
  end

  it "goes from .docx to .odt and back with every word, value, label, note and folio; what does not is counted before" do
    there = []
    docx = Norvel::Formats::Docx::Spelled.new
    expect(files.size).to be >= 40
    Share.of(files, 5, turn: 1).each do |path|
      bytes = File.binread(path)
      before = Norvel::Formats.read(bytes, name: path)
      odt, lost = made(bytes, "docx", "odt")
      there << odt
      middle = Norvel::Formats.read(odt, name: "a.odt")
      same = ->(one, other, drop) {
        rows = [one, other].map { |manuscript| plain(docx, seen(manuscript), drop) }
        rows.first.zip(rows.last).reject { |was, is| was == is }.map { |was, is| differing(was, is) }
      }
      # What the format has no words for: how far text is shifted, and a line between paragraphs.
      drop = %i[kerning borders]
      expect(same[before, middle, drop].first(1)).to eq([]), path
      told = ->(what) { lost.select { |kind| kind.what == what }.sum(&:count) }
      expect(middle.notes.size + told["note that no mark in the text leads to"]).to eq(before.notes.size), path
      expect(middle.tables.size).to eq(before.tables.size), path
      expect(before.images.size - middle.images.size).to eq(told["image"]), path
      docx_again, = made(odt, "odt", "docx")
      after = Norvel::Formats.read(docx_again, name: "b.docx")
      expect(same[middle, after, drop].first(1)).to eq([]), path
      folios = ->(manuscript) { manuscript.sections.map { |one| [one.folio.format, one.folio.start] } }
      expect(folios[after]).to eq(folios[middle])
    end
    place = Dir.mktmpdir
    paths = there.each_with_index.map { |bytes, index| File.join(place, "#{index}.odt").tap { |path| File.binwrite(path, bytes) } }
    out, status = Open3.capture2("/usr/bin/python3", File.join(__dir__, "odt_grammar.py"), stdin_data: paths.join("\n"))
    expect([status.success?, out.lines.flat_map { |line| JSON.parse(line) }]).to eq([true, []])
  end

  it "makes a .docx of an .odt that python-docx reads: words, tables, styles by their names" do
    path = "/usr/share/python-odf/api-for-odfpy.odt"
    docx, lost = made(File.binread(path), "odt", "docx")
    place = File.join(Dir.mktmpdir, "a.docx").tap { |one| File.binwrite(one, docx) }
    script = "import docx,json,sys; d=docx.Document(sys.argv[1]); " \
      "print(json.dumps([[p.text for p in d.paragraphs], len(d.tables), d.core_properties.title, d.paragraphs[0].style.name]))"
    out, status = Open3.capture2("/usr/bin/python3", "-c", script, place)
    expect(status).to be_success
    texts, tables, title, style = JSON.parse(out)
    before = Norvel::Formats.read(File.binread(path), name: path)
    expect(texts.map { |text| text.split.join(" ") }).to eq(before.paragraphs.map { |one| one.text.split.join(" ") })
    expect([tables, title, style]).to eq([before.tables.size, before.info.title, "Title"])
    expect(lost.map(&:words)).to eq(["34 spaces that a larger one no longer takes in"])
  end
end
