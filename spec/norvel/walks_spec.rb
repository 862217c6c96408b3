# frozen_string_literal: true

require_relative "../support/walks"
require_relative "../support/outside"

# A delivery that fails must have been a change that was refused. `bin/trial walks 300` goes further.
RSpec.describe "Rows of random changes" do
  samples = %w[comments.docx endnotes.docx utf8-bom.docx tables.docx strict-format.docx text-box.docx].map do |name|
    File.join(Outside::SAMPLES, name)
  end

  [File.join(Manuscripts::DEMO, "boat-shed-handbook.docx"), File.join(Manuscripts::DEMO, "quayside-notice.docx"), *samples].each do |path|
    it "are laid out, delivered, read back and undone: #{File.basename(path)}" do
      walk = RandomWalk.new(File.binread(path), 7)
      expect(walk.go(70, every: 7)).to be_nil
      expect(walk.made).to be > 20
    end
  end

  def change(manuscript, name, **given) = Norvel::Changes.build(name, given.transform_keys(&:to_s)).call(manuscript)

  def delivered(manuscript, source) = read(Norvel::Formats.write(manuscript, source: source))

  Norvel::Guide.shipped.each do |guide|
    it "tidies a manuscript made from the template of #{guide}, when its headings are others" do
      source = Norvel::Template.with_samples(Norvel::Guide.find(guide))
      manuscript = read(source)
      headings = manuscript.paragraphs.select { |paragraph| manuscript.sheet.level_of(manuscript.sheet[paragraph.style]) }
      written = headings.each_with_index.reduce(manuscript) do |now, (heading, index)|
        change(now, "edit_text", paragraph: heading.id, text: "The quay #{index}")
      end
      fewer = (headings.size > 2) ? change(written, "delete_paragraphs", paragraphs: [headings[-2].id]) : written
      tidied = Norvel::Plan.new(fewer, Norvel::Guide.find(guide)).apply
      expect(delivered(tidied, source).sections.size).to eq(tidied.sections.size)
    end
  end

  it "leave the end of a part where a list of contents loses its last line" do
    source = short_report
    manuscript = change(read(source), "make_contents", before: read(source).paragraphs[20].id, title: "Contents", levels: 3)
    list = manuscript.contents.last
    parted = change(manuscript, "begin_part", paragraph: manuscript.paragraphs[manuscript.index_of(list.last) + 1].id)
    headings = parted.paragraphs.select do |paragraph|
      !parted.listed.include?(paragraph.id) && parted.sheet.level_of(parted.sheet[paragraph.style])
    end
    fewer = headings.last(3).reduce(parted) do |now, heading|
      change(now, "apply_style", style: now.sheet.default_id, paragraphs: [heading.id])
    end
    current = change(fewer, "update_contents")
    expect(current.sections.map(&:last)[0..-2]).to eq(current.paragraphs.select { |one| one.carries.include?(:section_end) }.map(&:id))
    expect(delivered(current, source).sections.size).to eq(parted.sections.size)
  end

  it "take a style out of headers, footers and lists as well, and leave one that only comments have" do
    source = File.binread(File.join(Outside::SAMPLES, "comments.docx"))
    manuscript = read(source)
    used = manuscript.aside_paragraphs.first.style
    expect { change(manuscript, "delete_style", style: used) }.to raise_error(Norvel::ChangeRefused, /used in comments or text boxes/)
    numbered = change(tidied("boat-shed-handbook.docx"),
      "number_headings", scheme: "I., A., 1.")
    gone = change(numbered, "delete_style", style: numbered.sheet.heading(1).id, replacement: numbered.sheet.default_id)
    expect(gone.lists.values.flat_map { |list| list.levels.values.map(&:style) }.compact - gone.sheet.styles.keys).to eq([])
    expect { delivered(gone, demo("boat-shed-handbook.docx")) }.not_to raise_error
  end

  it "write no words into lines that are made of headings" do
    manuscript = change(came("night-ferries.docx"), "make_contents", before: 20, title: "Contents", levels: 2)
    line = manuscript.contents.last.first
    expect { change(manuscript, "edit_text", paragraph: line, text: "Mine") }
      .to raise_error(Norvel::ChangeRefused, /says what the headings say/)
    word = manuscript.paragraph(line).text[/\p{L}{4,}/]
    expect(change(manuscript, "replace_text", find: word, replace: "Other").paragraph(line)).to eq(manuscript.paragraph(line))
  end
end
