# frozen_string_literal: true

require_relative "../support/wild"

# A picture that cannot be drawn keeps its room, is told, and stops nothing.
RSpec.describe "Damaged pictures" do
  def file(data)
    members = Norvel::Formats::Archive.read(Wild.file("picture")).members
    Norvel::Formats::Archive.new({}).write(members.merge("word/media/p.png" => data))
  end

  def pdf(source) = Norvel::Formats.make(layout(read(source)), as: "pdf", source: source, name: "x")

  def lost(source) = Norvel::Formats.lost(layout(read(source)), as: "pdf", source: source).map(&:what)

  it "leave a PDF that can be read, and are told in it" do
    random = Random.new(3)
    mutants = Array.new(24) do
      Wild::PNG.dup.tap { |data| (1 + random.rand(4)).times { data.setbyte(random.rand(data.bytesize), random.rand(256)) } }
    end
    cut = (0..Wild::PNG.bytesize).step(11).map { |length| Wild::PNG.byteslice(0, length) }
    broken = [*mutants, *cut, "\xFF\xD8\xFF\xE0\x00\x10JFIF".b, "\xFF\xD8".b, "GIF89a\x01\x00\x01\x00".b, "".b, "words".b]
    broken.each { |data| expect(pdf(file(data))[0, 5]).to eq("%PDF-") }
    expect(["GIF89a\x01\x00\x01\x00".b, "words".b, Wild::PNG.byteslice(0, 40)].map { |data| lost(file(data)) })
      .to all(include("picture that cannot be drawn: damaged, or no PNG or JPEG"))
    expect(lost(file(Wild::PNG))).to eq([])
  end
end
