# frozen_string_literal: true

RSpec.describe Norvel::Formats do
  # What a file of words needs, by docs/architecture.md alone: a line a paragraph.
  let(:words) do
    Class.new(described_class::Format) do
      def name = "words"

      def endings = %w[.words]

      def media_type(_ending = nil) = "text/plain"

      def reads? = true

      def makes? = true

      def read(bytes, limits: nil)
        base = Norvel::StyleSheet::Style.new(id: "Base", name: "Base")
        lines = bytes.force_encoding("UTF-8").lines(chomp: true).each_with_index.map do |line, id|
          Norvel::Manuscript::Paragraph.new(id: id, style: "Base", runs: [Norvel::Manuscript::Run.new(text: line)])
        end
        Norvel::Manuscript.new(blocks: lines, sheet: Norvel::StyleSheet.new(styles: {"Base" => base}, default_id: "Base"), format: name)
      end

      def make(manuscript, **) = manuscript.paragraphs.map { |paragraph| "#{paragraph.text}\n" }.join

      def patch(manuscript, source, ending: nil) = make(manuscript).then { |made| (made == source) ? source : made }

      def bare(_samples = []) = "\n"

      def spelled(_set) = {}

      def lost(manuscript, **) =
        [Norvel::Formats::Format::Lost.new(what: "formatting", count: Norvel::DirectFormatting.count(manuscript))].select do |one|
          one.count.positive?
        end
    end
  end

  # A format among the others, for as long as the block lasts.
  def among(kind)
    all = described_class::ALL
    stub_const("Norvel::Formats::ALL", [*all, kind.new].freeze)
    yield
  end

  it "has in each format an answer to everything that the contract asks" do
    described_class::ALL.each do |format|
      expect(format.endings).to all(start_with("."))
      expect(format.endings.map { |ending| format.media_type(ending) }).to all(include("/"))
      next expect { format.read("x") }.to raise_error(Norvel::FileError, /cannot be opened/) unless format.reads?

      blank = format.read(format.bare)
      expect([blank.format, blank.paragraphs.size, format.patch(blank, format.bare)]).to eq([format.name, 1, format.bare])
    end
  end

  it "takes another format by one row: it is read, changed, given back, made of others, and what it cannot say is told" do
    among(words) do
      one = described_class.read("Tolls\nThe ferry left.\n".b, name: "Überblick.words")
      bold = Norvel::Changes.build("format_here", "paragraphs" => [0], "values" => {"bold" => "yes"}).call(one)
      expect(described_class.cannot_say(one, bold)).to eq(["Bold yes: the file can only say none."])
      typed = Norvel::Changes.build("edit_text", "paragraph" => 1, "text" => "The ferry stayed.").call(one)
      expect(described_class.write(typed, source: "Tolls\nThe ferry left.\n")).to eq("Tolls\nThe ferry stayed.\n")
      of_another = read(docx { |file| file.paragraph([file.text("Fog", "<w:b/>")]) })
      expect(described_class.make(layout(of_another), as: "words")).to eq("Fog\n")
      expect(described_class.lost(layout(of_another), as: "words").map(&:what)).to eq(["formatting"])
      expect([described_class.endings, described_class.written].map { |all| all.include?(".words") }).to eq([true, true])
      expect(described_class.opened).to end_with(" or .words")
      expect(described_class.make(layout(one), as: "pdf", source: "Tolls\n", name: "x")[0, 5]).to eq("%PDF-")
    end
  end

  it "says a spacing between lines that a format does not know as the nearest, and tells it" do
    one = read(docx { |file| file.paragraph("Fog") })
    extra = Norvel::Changes.build("format_here", "paragraphs" => [0], "values" => {"line_spacing" => "2 pt between lines"}).call(one)
    expect(described_class.cannot_say(one, extra)).to eq(["Line spacing 2 pt between lines: the file can only say 1."])
  end

  it "says what it does not know in one sentence" do
    expect { described_class.read("x", name: "Überblick.xyz") }.to raise_error(Norvel::FileError, /Überblick\.xyz/)
    expect { described_class.of("scroll") }.to raise_error(Norvel::FileError, "Norvel does not know the format “scroll”.")
  end
end

RSpec.describe Norvel::Formats::Docx::PropertySpelling do
  it "spells every property of the table, each by a codec that reads and writes" do
    expect(described_class::TABLE.keys).to match_array(Norvel::Properties::TABLE.keys)
    codecs = Norvel::Formats::Docx::Codecs.new("w", nil)
    described_class::TABLE.each_value do |row|
      expect(%w[read write].map { |way| codecs.respond_to?(:"#{way}_#{row[:codec]}", true) }).to eq([true, true])
    end
  end
end

RSpec.describe Norvel::Manuscript::ListLevel do
  it "of a ledger of version 0.2 is the same level now" do
    old = Norvel::Stored.load({"is" => "ListLevel", "format" => "lowerRoman", "text" => "(%1)"})
    expect(old).to eq(described_class.new(format: "lower_roman", text: "(%1)"))
  end
end
