# frozen_string_literal: true

require_relative "../support/outside"
require_relative "../support/manuscripts"
require_relative "../support/share"

# Versions that python-docx and odfpy made of delivered files: rewritten, split, joined, moved, cut, formatted. Which paragraph is which is
# known there; nothing of it is here.
RSpec.describe "A version that was edited elsewhere" do
  elsewhere = ["strict-format.docx"] # the strict form, which python-docx does not open
  files = [*Dir[File.join(Manuscripts::DEMO, "*.{docx,odt}")].sort, *Outside.samples.uniq { |path| File.binread(path) },
    *Dir[File.join(Outside::REFERENCE, "odf-report-*", "**", "*.odt")].sort]
    .reject { |path| elsewhere.include?(File.basename(path)) }

  def edited(bytes, ending, seed, count: 16)
    Dir.mktmpdir do |folder|
      from, to = %w[from to].map { |name| File.join(folder, "#{name}#{ending}") }
      File.binwrite(from, bytes)
      script = File.expand_path("edited_elsewhere.py", __dir__)
      output, errors, status = Open3.capture3(Outside::PYTHON, script, from, to, seed.to_s, count.to_s)
      status.success? ? [File.binread(to), JSON.parse(output.lines.last, symbolize_names: true)] : errors.lines.last
    end
  end

  # @return [Array(Norvel::NextVersion, Norvel::NextVersion::Origin, Norvel::Manuscript, Hash, String), String] what came, what is known of
  #   it, and its bytes; a sentence where it could not be edited there
  def version_of(path, seed)
    source = File.binread(path)
    came = Norvel::Formats.read(source, name: path)
    now = Norvel::Plan.new(Norvel::Examination.new(came), Norvel::Guide.find(Norvel::Guide::DEFAULT)).apply
    bytes, truth = edited(Norvel::Formats.write(now, source: source), File.extname(path), seed)
    return bytes unless truth

    theirs = Norvel::Formats.read(bytes, name: path)
    origin = Norvel::NextVersion::Origin.of(theirs, states: [came, now], source: source)
    version = Norvel::NextVersion.new(theirs, origin, now: now, roles: Norvel::Examination.new(now).roles)
    [version, origin, theirs, truth, bytes]
  end

  right = all = 0
  Share.of(files, 4).each_with_index do |path, seed|
    it "is known, keeps every word of theirs and tells what they set by hand: #{File.basename(path)}" do
      version, origin, theirs, truth, bytes = version_of(path, 100 + seed)
      raise version if version.is_a?(String)

      expect(truth[:was].size).to eq(theirs.paragraphs.size)

      wanted = truth[:was].each_with_index.filter_map { |was, is| [theirs.paragraphs[is].id, was] unless theirs.paragraphs[is].blank? }
      places = origin.had.paragraphs.each_with_index.to_h { |one, at| [one.id, at] }
      found = wanted.count { |id, was| origin.as_had(id).then { |had| had && places[had.id] } == was }
      right += found
      all += wanted.size
      expect(wanted.size - found).to be <= [wanted.size * 0.1, 2].max

      after = version.manuscript
      expect(after.words).to eq(theirs.words)
      told = after.returned.map(&:paragraph)
      expect(truth[:formatted].map { |at| theirs.paragraphs[at].id } - told).to eq([])
      again = Norvel::Formats.read(Norvel::Formats.write(after, source: bytes), name: path)
      expect(again.words).to eq(after.words)
      cleared = Norvel::Changes::SettleReturned.new("paragraphs" => "all", "way" => "clear").call(after) if after.returned.any?
      expect(cleared&.returned.to_a).to eq([])
    end
  end

  it "is aligned right in 98 of 100 paragraphs" do
    skip "the others were not run" if all.zero?
    expect(right.fdiv(all)).to be >= 0.98
  end
end
