# frozen_string_literal: true

# Font files of a person's own (OpenType, tables name and OS/2).
RSpec.describe Norvel::Fonts::OwnFace do
  def file(name) = File.binread(File.join(Norvel::Fonts::Book::FOLDER, name))

  # The same file with other bits of fsType, or another family of the same length.
  def changed(bytes, restricted: false, family: nil)
    copy = bytes.dup
    if restricted
      at = bytes.byteslice(12, 16 * bytes.unpack1("@4n")).scan(/.{16}/mn).find { |entry| entry.start_with?("OS/2") }.unpack1("@8N")
      copy.setbyte(at + 8, 0)
      copy.setbyte(at + 9, 2)
    end
    family&.each { |was, now| copy = copy.gsub(was.encode("UTF-16BE").b, now.encode("UTF-16BE").b).gsub(was.b, now.b) }
    copy
  end

  it "says its family, its kind and whether it may be embedded" do
    {"carlito/Carlito-Regular.ttf" => %w[Carlito regular], "carlito/Carlito-Bold.ttf" => %w[Carlito bold],
     "liberation/LiberationSerif-BoldItalic.ttf" => ["Liberation Serif", "bold_italic"]}.each do |name, (family, kind)|
      expect(described_class.read(file(name))).to have_attributes(family: family, kind: kind, embeddable: true)
    end
    expect(described_class.read(changed(file("carlito/Carlito-Regular.ttf"), restricted: true)).embeddable).to be(false)
  end

  it "refuses what is no font, or half of one, in a sentence" do
    good = file("carlito/Carlito-Regular.ttf")
    ["", "PK\x03\x04 not a font", good[0, 200], good[0, 4] + "\0" * 400, good.byteslice(0, good.bytesize / 3)].each do |bytes|
      expect { described_class.read(bytes) }.to raise_error(Norvel::FileError, /font file/)
    end
  end

  it "is a family like any other in the book: itself, with its own widths" do
    Dir.mktmpdir do |folder|
      File.binwrite(File.join(folder, "own.ttf"), changed(file("carlito/Carlito-Regular.ttf"), family: {"Carlito" => "Marrowb"}))
      File.binwrite(File.join(folder, "broken.ttf"), "no font")
      book = Norvel::Fonts::Book.shipped
      expect(book.match("Marrowb").match).to eq(:fallback)
      book = book.with_own(folder)
      expect(book.match("marrowb")).to have_attributes(used: "Marrowb", match: :exact)
      expect(book.face("Marrowb", bold: true).units("ferry")).to eq(book.face("Carlito").units("ferry"))
      layout = Norvel::Layout.new(
        manuscript(paragraph(0, "Words", font_family: "Marrowb"), styles: {"Base" => {name: "Base", properties: {font_family: "Marrowb"}}})
          .with(fonts: book)
      )
      expect(layout).to be_exact
      book = book.with_own("/nowhere")
      expect(book.match("Marrowb").match).to eq(:fallback)
      expect(book.match("Carlito").match).to eq(:exact)
    end
  end
end

RSpec.describe "Damaged font files" do
  def good = @good ||= File.binread(File.join(Norvel::Fonts::Book::FOLDER, "carlito/Carlito-Regular.ttf"))

  # Bytes of one table, or anywhere, that are others.
  def mutant(random)
    good.dup.tap { |bytes| (20 + random.rand(300)).times { bytes.setbyte(random.rand(bytes.bytesize - 12) + 12, random.rand(256)) } }
  end

  it "are refused at the door, or make a PDF" do
    random = Random.new(11)
    Dir.mktmpdir do |folder|
      taken = Array.new(14) { mutant(random) }.select do |bytes|
        Norvel::Fonts::OwnFace.read(bytes)
      rescue Norvel::FileError => error
        expect(error.message).to match(/font file/)
        false
      end
      taken.each_with_index do |bytes, index|
        File.binwrite(File.join(folder, "own-#{index}.ttf"), bytes)
        book = Norvel::Fonts::Book.shipped.with_own(folder)
        base = {"Base" => {name: "Base", properties: {font_family: "Carlito"}}}
        laid = Norvel::Layout.new(manuscript(paragraph(0, "Words of the quay, 1894 — “so”."), styles: base).with(fonts: book))
        expect(Norvel::Formats::Pdf::Maker.new(laid, name: "x").bytes[0, 5]).to eq("%PDF-")
      end
    end
  end

  it "leave room where one outline cannot be read" do
    codes = [0x41, 0x42, 0x43]
    file = TTFunk::File.new(good)
    allow(Norvel::Fonts::Outlines).to receive(:subset).and_wrap_original { |made, font, wanted|
      wanted.include?(0x42) ? nil : made.call(font, wanted)
    }
    expect(Norvel::Fonts::Outlines.readable(file, codes)).to eq([0x41, 0x43])
  end
end
