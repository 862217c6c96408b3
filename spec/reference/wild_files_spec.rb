# frozen_string_literal: true

require "open3"
require_relative "../support/wild"

# Reference: a second reader in another language (second_reader.py), and python-docx. Legal things that files do contain, each tidied by two
# guides and restyled: nothing of what is no white space may go, the XML stays as the schema has it, and others open it.
RSpec.describe "What files contain" do
  around { |example| Dir.mktmpdir { |folder| @folder = folder and example.run } }

  def written(name, bytes) = File.join(@folder, name).tap { |path| File.binwrite(path, bytes) }

  # @yieldparam before [Norvel::Manuscript] @yieldreturn [Norvel::Manuscript]
  # @return [Array<Array(String, Hash)>] the features of which the second reader says something
  def complaints
    pairs = Wild::FEATURES.keys.each_with_index.map do |name, index|
      source = Wild.file(name)
      [written("#{index} before.docx", source), written("#{index} after.docx", Norvel::Formats.write(yield(read(source)), source: source))]
    end
    said, status = Open3.capture2("/usr/bin/python3", File.join(__dir__, "second_reader.py"), stdin_data: pairs.map { |pair| pair.join("\t") }.join("\n"))
    expect(status).to be_success
    Wild::FEATURES.keys.zip(said.lines.map { |line| JSON.parse(line) }).reject { |_, found| found == {"letters" => "", "elements" => {}, "wrong" => [], "opened" => nil} }
  end

  it "is at least 120 things" do
    expect(Wild::FEATURES.size).to be >= 120
  end

  %w[marrowby-diploma staff-notice].each do |guide|
    it "is all there after tidying by #{guide}, and a second tidying finds nothing to do" do
      left = []
      found = complaints do |before|
        Norvel::Plan.new(before, Norvel::Guide.find(guide)).apply.tap { |after| left << Norvel::Plan.new(after, Norvel::Guide.find(guide)).lines.map(&:sentence) }
      end
      expect(found).to eq([])
      expect(left.flatten).to eq([])
    end
  end

  it "is all there after styles were changed" do
    expect(complaints { |before| Norvel::Changes.build("restyle", "lines" => ["heading 1: 15 pt, italic", "Aside from Normal: centred"]).call(before) }).to eq([])
  end

  it "is the same after every blank line was taken out and all white space tidied, by hand" do
    expect(complaints { |before| [["replace_blank_lines", {"paragraphs" => "all"}], ["tidy_white_space", {"paragraphs" => "all"}], ["remove_empty_paragraphs", {"paragraphs" => "all"}]].reduce(before) { |now, (name, given)| Norvel::Changes.build(name, given).call(now) } }).to eq([])
  end

  it "is laid out, and made a PDF of" do
    Wild::FEATURES.each_key do |name|
      source = Wild.file(name)
      pages = layout(read(source))
      expect([name, Norvel::Formats.pdf(pages, source: source, name: name)[0, 5]]).to eq([name, "%PDF-"])
    end
  end
end
