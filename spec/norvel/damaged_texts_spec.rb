# frozen_string_literal: true

require_relative "../support/walks"

# Texts and pages that somebody damaged, and rows of changes over whole ones: no crash, no hang, no word lost.
RSpec.describe "Texts and pages" do
  sources = {"a.md" => "toll-books.md", "a.txt" => "lamp-keeper.txt"}.transform_values do |name|
    File.binread(File.join(Manuscripts::DEMO, name))
  end
  sources["a.html"] = Norvel::Formats.read(sources["a.md"], name: "a.md").then do |manuscript|
    Norvel::Formats.make(Norvel::Layout.new(manuscript), as: "html", source: sources["a.md"], name: "x").b
  end

  let(:signs) { [">", "*", "[", "`", "<div>", "|", "\t", "#", "\n", "$", "&#x", "]("] }

  # @return [String] the same bytes, some of them others, gone, doubled or in another order
  def damaged(bytes, random)
    bytes = bytes.dup
    place = -> { random.rand(bytes.bytesize) }
    case random.rand(6)
    when 0 then random.rand(1..20).times { bytes.setbyte(place[], random.rand(256)) }
    when 1 then bytes = bytes[0, place[]]
    when 2 then bytes = bytes[place[]..]
    when 3 then bytes.insert(place[], signs.sample(random: random) * random.rand(1..300))
    when 4 then bytes.insert(place[], bytes[place[], 200].to_s * random.rand(1..5))
    else bytes = bytes.lines.shuffle(random: random).join
    end
    bytes
  end

  sources.each do |name, source|
    it "#{name}: damaged ones are read and given back, a word more in the last paragraph, or refused in a sentence" do
      random = Random.new(11)
      Share.count(60, 10).times do
        bytes = damaged(source, random)
        manuscript = begin
          Norvel::Formats.read(bytes, name: name)
        rescue Norvel::FileError => error
          expect(error.message).to match(/\.\z/)
          next
        end
        expect(Norvel::Formats.write(manuscript, source: bytes)).to eq(bytes)
        last = manuscript.paragraphs.reverse.find { |one| one.text.match?(/\p{L}{4}\z/) && one.insets.empty? } or next
        now = Norvel::Changes.build("edit_text", "paragraph" => last.id, "text" => "#{last.text} lamp").call(manuscript)
        expect(Norvel::Formats.write(now, source: bytes).dup.force_encoding("UTF-8").scrub).to include("lamp")
      end
    end

    it "#{name}: rows of changes are delivered" do
      said = [3, 16, 59].first(Share.count(3, 2)).map { |seed| RandomWalk.new(source, seed, name: name).go(20, every: 4) }
      expect(said.compact).to eq([])
    end
  end

  it "are read in time that grows with their length, whatever stands in them" do
    {"`" => ".md", "$a" => ".md", "*" => ".md", "[" => ".md", "> " => ".txt", "- a\n" => ".txt", "<b>" => ".html"}.each do |sign, ending|
      started = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
      begin
        Norvel::Formats.read((sign * 20_000).b, name: "a#{ending}")
      rescue Norvel::FileError
        nil
      end
      expect(Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) - started).to be < 40, sign # seconds; what runs away takes minutes
    end
  end
end
