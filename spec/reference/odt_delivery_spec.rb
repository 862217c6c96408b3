# frozen_string_literal: true

require_relative "../support/outside"
require_relative "../support/open_document"
require_relative "../support/walks"
require "json"
require "open3"

# OpenDocument files that nobody here wrote, changed and given back: held against odfpy's grammar, against what odfpy reads in them, and
# element by element against the files that came.
RSpec.describe "OpenDocument files given back" do
  manual = "/usr/share/python-odf/api-for-odfpy.odt"
  templates = Dir[File.join(Outside::REFERENCE, "odf-report-*", "**", "*.odt")].sort

  def python(script, *words, input: "")
    out, status = Open3.capture2("/usr/bin/python3", File.join(__dir__, script), *words, stdin_data: input)
    expect(status).to be_success
    out
  end

  def by_odfpy(bytes)
    path = File.join(Dir.mktmpdir, "a.odt").tap { |one| File.binwrite(one, bytes) }
    JSON.parse(python("written_by_odfpy.py", "read", path))
  end

  # @param files [Array<String>] bytes @return [Array<Array>] by file what does not fit the grammar
  def faults(files)
    place = Dir.mktmpdir
    paths = files.each_with_index.map { |bytes, index| File.join(place, "#{index}.odt").tap { |path| File.binwrite(path, bytes) } }
    python("odt_grammar.py", input: paths.join("\n")).lines.map { |line| JSON.parse(line) }
  end

  def change(manuscript, name, **given) = Norvel::Changes.build(name, JSON.parse(JSON.generate(given))).call(manuscript)

  def plain(text) = text.delete(Norvel::Manuscript::INSET_MARK).split.join(" ")

  it "has a checker of grammar that finds faults" do
    bad = Object.new.extend(OpenDocument).fodt('<text:list><text:p style:name="x">a</text:p></text:list><text:h>b</text:h>words')
    expect(faults([bad]).first.map(&:first)).to include("child", "attribute", "required", "text")
  end

  it "are other in nothing but the style that was changed" do
    [manual, *templates.first(Share.count(3, 1))].each do |path|
      bytes = File.binread(path)
      before = Norvel::Formats.read(bytes, name: path)
      changed = change(before, "change_style", style: before.paragraphs[0].style, values: {space_after: "7 pt"})
      out = Norvel::Formats.write(changed, source: bytes)
      old, new = [bytes, out].map { |one| Norvel::Formats::Archive.read(one).members }
      expect(old.keys.reject { |name| old[name] == new[name] }).to eq(["styles.xml"]), path
      styles = [old, new].map { |members| Nokogiri::XML(members["styles.xml"]).root.xpath(".//style:style").map(&:canonicalize) }
      changed = styles.reduce { |was, is| is - was }
      expect(changed.size).to eq(1), path
    end
  end

  it "are tidied by a guide, keep every word, read alike by odfpy, and fit the grammar of the standard" do
    apart = templates.uniq { |path| File.basename(path).delete_prefix("test_") }
    sources = [manual, *Share.every(apart, 8)].map { |path| File.binread(path) }
    sources << File.binread(File.join(Dir.mktmpdir, "a.odt").tap { |path| python("written_by_odfpy.py", "make", path) })
    pairs = sources.each_with_index.flat_map do |bytes, index|
      before = Norvel::Formats.read(bytes, name: "a.odt")
      %w[marrowby-diploma minutes].rotate(index).first(1).map do |guide|
        after = Norvel::Plan.new(before, Norvel::Guide.find(guide)).apply
        expect(after).not_to eq(before)
        [bytes, Norvel::Formats.write(after, source: bytes), after]
      end
    end
    known = faults(sources).flatten(1).uniq
    expect(faults(pairs.map { |_, out, _| out }).flatten(1).uniq - known).to eq([])
    pairs.each do |_, out, after|
      theirs = by_odfpy(out)
      expect(theirs["paragraphs"].map { |one| plain(one["text"]) }).to eq(after.paragraphs.map { |one| plain(one.text) })
      expect([theirs["notes"], theirs["images"]]).to eq([after.notes.size, after.images.size])
    end
  end

  it "have a long list of contents brought up to date in its own styles" do
    bytes = File.binread(manual)
    before = Norvel::Formats.read(bytes, name: "a.odt")
    after = change(before, "update_contents")
    expect(after.sheet).to eq(before.sheet)
    lines = ->(manuscript) { manuscript.listed.map { |id| manuscript.paragraph(id).style }.uniq }
    expect(lines[after] - lines[before]).to eq([])
    expect(Norvel::Formats.write(after, source: bytes).bytesize).to be > 50_000
  end

  it "lose nothing over rows of random changes, and fit the grammar after them" do
    paths = templates.select { |path| path.match?(/specs|nested_tables|sub_sections/) }.first(Share.count(3, 1))
    outs = paths.each_with_index.map do |path, index|
      walk = RandomWalk.new(File.binread(path), 11 + index, name: "a.odt")
      expect(walk.go(40, every: 6)).to be_nil, path
      Norvel::Formats.write(walk.manuscript, source: File.binread(path))
    end
    known = faults(paths.map { |path| File.binread(path) }).flatten(1).uniq
    expect(faults(outs).flatten(1).uniq - known).to eq([])
  end
end
