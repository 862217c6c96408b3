# frozen_string_literal: true

require_relative "../support/outside"

# Texts and pages that nobody here wrote: counted by hand, letter by letter, and from each format to each.
RSpec.describe "Texts of others" do
  folder = "/usr/share/common-licenses"
  # Headings (sure ones and perhaps), items of lists, code and columns, by hand.
  elsewhere = {"/usr/share/doc/debian-policy/autopkgtest.txt.gz" => [10, 24, 1], "/usr/share/doc/dpkg/spec/frontend-api.txt" => [2, 0, 0],
               "/usr/share/doc/debian-policy/upgrading-checklist.txt.gz" => [69, 39, 0],
               "/usr/share/doc/dpkg/spec/protected-field.txt" => [4, 11, 0], "/usr/share/doc/dpkg/spec/rootless-builds.txt" => [9, 18, 0],
               "/usr/share/doc/dpkg/spec/triggers.txt" => [25, 50, 6], "/usr/share/doc/git/RelNotes/1.6.1.txt" => [3, 82, 0],
               "/usr/share/doc/git/RelNotes/1.7.11.txt" => [3, 33, 0], "/usr/share/doc/git/RelNotes/2.0.0.txt" => [4, 71, 0],
               "/usr/share/doc/git/RelNotes/2.33.0.txt" => [3, 65, 0], "#{folder}/GFDL-1.2" => [12, 15, 0]}.freeze
  counts = {"BSD" => [0, 3, 0], "Artistic" => [1, 18, 0], "CC0-1.0" => [1, 15, 0], "Apache-2.0" => [3, 13, 0], "GPL-2" => [4, 19, 1],
            "GPL-3" => [4, 33, 0], "LGPL-3" => [0, 20, 0], "GFDL-1.3" => [13, 15, 0], "MPL-2.0" => [26, 11, 2]}.freeze

  def letters(text) = text.scan(/[\p{L}\p{N}]/).tally

  def lost(before, after) = before.reject { |letter, count| after[letter].to_i >= count }.keys

  def of(manuscript)
    told = manuscript.paragraphs.reject { |one| manuscript.listed.include?(one.id) } + manuscript.note_paragraphs
    letters(told.map(&:written).join)
  end

  it "are read with the headings and items that a person counts, and every letter but that of a label" do
    all = counts.transform_keys { |name| File.join(folder, name) }.merge(elsewhere)
    expect(all.size).to eq(20)
    found = all.keys.to_h do |path|
      bytes = path.end_with?(".gz") ? Zlib.gunzip(File.binread(path)) : File.binread(path)
      manuscript = Norvel::Formats.read(bytes, name: "a.txt")
      styles = manuscript.paragraphs.map { |one| one.style[/\A[a-z_]+/] }.tally
      [path, [styles.select { |style, _| style.start_with?("heading") }.values.sum, styles["list_item"].to_i, styles["code"].to_i]]
    end
    expect(found).to eq(all)
    Dir[File.join(folder, "*")].each do |path|
      bytes = File.binread(path)
      manuscript = Norvel::Formats.read(bytes, name: "#{File.basename(path)}.txt")
      labels = Norvel::ListLabels.for(manuscript, Norvel::Cascade.new(manuscript)).values.join
      came = letters(Norvel::Formats::Elements::Decoded.new(bytes).text)
      expect(lost(came, of(manuscript).merge(letters(labels)) { |_, one, other| one + other })).to eq([]), path
      expect(Norvel::Formats.write(manuscript, source: bytes)).to eq(bytes)
    end
  end

  pages = %w[/usr/share/doc/debian/FAQ/choosing.en.html /usr/share/doc/debian/FAQ/fr/customizing.fr.html
    /usr/share/developers-reference/de/pkgs.html
    /usr/share/developers-reference/fr/best-pkging-practices.html /usr/share/debian-reference/ch01.es.html].freeze

  it "that are pages in four languages keep every letter but the marks of notes, and their headings" do
    pages.each do |path|
      bytes = File.binread(path)
      document = Nokogiri::HTML5.parse(bytes.dup.force_encoding("UTF-8"), max_tree_depth: 400)
      document.css("script, style, head").each(&:remove)
      manuscript = Norvel::Formats.read(bytes, name: path)
      missing = lost(letters(document.text), of(manuscript)).grep_v(/\d/)
      expect([missing, manuscript.note_paragraphs.size]).to match([[], be >= (path.include?("choosing") ? 0 : 1)]), path
      expect(Norvel::Formats::Elements::Outline.new(manuscript).lost.map(&:what).grep(/no mark/)).to eq([]), path
      roles = Norvel::Roles.new(manuscript)
      plain = ->(text) { text.gsub(/[[:space:]\u{FFFC}]+/, " ").strip }
      headings = manuscript.paragraphs.select { |one| roles.of(one.id).name.start_with?("heading_") }.map { |one| plain[one.text] }
      said = document.css("h1,h2,h3,h4,h5,h6").map { |one| plain[one.text] }.reject(&:empty?)
      expect([said - headings, (headings - said).size]).to match([[], be <= 4]), path # what is bold and alone may be one
    end
  end

  # Where a note has no mark, or a word stands in an equation, it is told before.
  it "go from each format to each without a letter lost that is not told" do
    files = [*Share.every(Dir[File.join(Manuscripts::DEMO, "*.{docx,odt,md,txt}")].sort, 2), *Share.of(Outside.samples, 30), pages.first]
    wrong = files.product(%w[docx odt markdown text html]).filter_map do |path, name|
      bytes = File.binread(path)
      layout = Norvel::Layout.new(Norvel::Formats.read(bytes, name: path))
      next if layout.manuscript.format == name

      format = Norvel::Formats.of(name)
      made = Norvel::Formats.make(layout, as: name, source: bytes, name: "x")
      again = Norvel::Formats.read(made.b, name: "a#{format.endings.first}")
      gone = lost(of(layout.manuscript), of(again))
      gone = gone.grep_v(/\d/) if name == "text" # numbers that are typed before headings are labels when they are read again
      told = Norvel::Formats.lost(layout, as: name, source: bytes).map(&:what)
      [File.basename(path), name, gone] if gone.any? && told.grep(/note that no mark|equation|does not know|box/).empty?
    end
    expect(wrong).to eq([])
  end

  it "are books that Debian's checker accepts without an error or a warning" do
    source = short_report(3)
    layout = Norvel::Layout.new(Norvel::Formats.read(source, name: "a.docx"))
    path = File.join(Dir.mktmpdir, "a.epub")
    File.binwrite(path, Norvel::Formats.make(layout, as: "epub", source: source, name: "x"))
    said, status = Open3.capture2e("java", "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC", "-jar", "/usr/bin/epubcheck", path)
    expect([status.success?, said[/Messages: .*/]]).to eq([true, "Messages: 0 fatals / 0 errors / 0 warnings / 0 infos"])
    members = Norvel::Formats::Archive.read(File.binread(path)).members
    expect(members.keys.first).to eq("mimetype")
    chapters = members.select { |name, _| name.match?(/chapter|front/) }.values.map { |text| Nokogiri::XML(text) }
    words = chapters.map { |one| one.at_css("body").text }.join
    expect(lost(of(layout.manuscript), letters(words))).to eq([])
    listed = Nokogiri::XML(members["book/nav.xhtml"]).css("nav[role=doc-pagelist] li").map { |one| one.text.strip }
    expect(listed.size).to be_within(2).of(layout.pages.size)
  end
end
