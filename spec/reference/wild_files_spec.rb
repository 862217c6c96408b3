# frozen_string_literal: true

require "open3"
require_relative "../support/wild"
require_relative "../support/outside"

# Reference: a second reader in another language (second_reader.py), and python-docx. Legal things that files do contain, each tidied by two
# guides and restyled: nothing of what is no white space may go, the XML stays as the schema has it, and others open it.
RSpec.describe "What files contain" do
  around { |example| Dir.mktmpdir { |folder| @folder = folder and example.run } }

  def written(name, bytes) = File.join(@folder, name).tap { |path| File.binwrite(path, bytes) }

  # `bin/trial wild` has every feature and file by both guides.
  # @return [Hash{String=>String}] a sixth of the features
  def some(turn) = Share.every(Wild::FEATURES.keys, 6, turn: turn).to_h { |name| [name, Wild.file(name)] }

  # @param files [Hash{String=>String}] names to bytes
  # @yieldparam before [Norvel::Manuscript] @yieldreturn [Norvel::Manuscript]
  # @return [Hash{String=>Hash}] those of which the second reader says something
  def complaints(files)
    @pairs = files.values.each_with_index.map do |source, index|
      [written("#{index} before.docx", source), written("#{index} after.docx", Norvel::Formats.write(yield(read(source)), source: source))]
    end
    said, status = Open3.capture2("/usr/bin/python3", File.join(__dir__, "second_reader.py"),
      stdin_data: @pairs.map { |pair| pair.join("\t") }.join("\n"))
    expect(status).to be_success
    files.keys.zip(said.lines.map { |line| JSON.parse(line) }).to_h.reject do |_, found|
      found == {"letters" => "", "elements" => {}, "wrong" => [], "opened" => nil}
    end
  end

  # @return [Array<String>] what mammoth could read before and cannot read now
  def made_unreadable
    before, after = @pairs.transpose.map { |paths| Outside.unread(paths) }
    after - before.map { |path| path.sub("before.docx", "after.docx") }
  end

  it "is at least 120 things" do
    expect(Wild::FEATURES.size).to be >= 120
  end

  %w[marrowby-diploma staff-notice].each_with_index do |guide, turn|
    it "is all there after tidying by #{guide}, and a second tidying finds nothing to do" do
      left = []
      found = complaints(some(turn)) do |before|
        Norvel::Plan.new(before, Norvel::Guide.find(guide)).apply.tap do |after|
          left << Norvel::Plan.new(after, Norvel::Guide.find(guide)).lines.map(&:sentence)
        end
      end
      expect(found).to eq({})
      expect(left.flatten).to eq([])
    end
  end

  it "is all there after styles were made of its look, and a second time finds nothing to do" do
    left = []
    expect(complaints(some(2)) { |before|
      Norvel::Plan::Keeping.new(before).apply.tap { |after| left << Norvel::Plan::Keeping.new(after).lines.map(&:sentence) }
    }).to eq({})
    expect(left.flatten).to eq([])
    found = complaints(Share.of(Outside.samples, 6).to_h { |path| [File.basename(path), File.binread(path)] }) do |before|
      Norvel::Plan::Keeping.new(before).apply
    end
    expect(found.reject { |name, one| name == "strict-format.docx" || one.values.all? { |value| [nil, "", {}, []].include?(value) } })
      .to eq({})
  end

  it "is all there after styles were changed, and mammoth reads it" do
    expect(complaints(some(3)) { |before|
      Norvel::Changes.build("restyle", "lines" => ["heading 1: 15 pt, italic", "Aside from Normal: centred"]).call(before)
    }).to eq({})
    expect(made_unreadable).to eq([])
  end

  it "is the same after every blank line was taken out and all white space tidied, by hand" do
    expect(complaints(some(4).merge(some(5))) { |before|
      [["replace_blank_lines", {"paragraphs" => "all"}], ["tidy_white_space", {"paragraphs" => "all"}],
        ["remove_empty_paragraphs", {"paragraphs" => "all"}]].reduce(before) do |now, (name, given)|
          Norvel::Changes.build(name, given).call(now)
        end
    }).to eq({})
  end

  it "is laid out, drawn, and made a PDF of" do
    some(0).each do |name, source|
      pages = layout(read(source))
      expect(pages.pages.flat_map { |page| Nokogiri::XML(Norvel::Drawing::PageSvg.new(pages, page).to_s).errors }).to eq([])
      expect([name, Norvel::Formats.make(pages, as: "pdf", source: source, name: name)[0, 5]]).to eq([name, "%PDF-"])
    end
  end

  # What is typed as a number is a number afterwards; python-docx does not open the strict form at all. Some files by every other
  # guide; with NORVEL_ALL all by both.
  %w[marrowby-diploma staff-notice].each_with_index do |guide, turn|
    it "is all there in files of others, tidied by #{guide}, and others read them" do
      paths = Share.of(Outside.samples, 6, turn: turn + 1)
      found = complaints(paths.to_h { |path| [File.basename(path), File.binread(path)] }) do |before|
        Norvel::Plan.new(before, Norvel::Guide.find(guide)).apply
      end
      expected = {"letters" => "", "elements" => {}, "wrong" => [], "opened" => nil}
      left = found.map do |name, one|
        [name, one.merge("letters" => one["letters"].delete("0-9."), "opened" => (one["opened"] unless name == "strict-format.docx"))]
      end
      expect(left.reject { |_, one| one == expected }).to eq([])
      expect(made_unreadable).to eq([])
    end
  end
end
