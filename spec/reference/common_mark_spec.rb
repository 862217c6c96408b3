# frozen_string_literal: true

require_relative "../support/outside"

# The standard's own examples, each with the HTML that it comes to: words, marks and structure are those of that HTML, read by the reader
# of pages; what is written of the manuscript reads as the same manuscript.
RSpec.describe "CommonMark" do
  spec = File.read(File.join(Outside::MODULES, "commonmark-spec", "spec.txt"), encoding: "UTF-8")
  examples = spec.scan(/^`{32} example\n(.*?)^\.\n(.*?)^`{32}$/m).map { |pair| pair.map { |text| text.tr("→", "\t") } }

  # Kept as it is written, so that it is no element here: the examples whose HTML stands in them as HTML.
  def marked_up?(blocks)
    blocks.any? { |one| one.kind == :markup || one.pieces.any? { |piece| piece.marks.include?(:markup) } || marked_up?(one.inner) }
  end

  def places(whole) = Norvel::Formats::Elements::Places.new(whole).to_a

  # A title is a caption here, and says nothing in a page; what an address looks like is the page's own way.
  def said(places)
    places.reject { |_, kind, _| kind[1] == :caption }.map do |within, kind, pieces|
      [within, kind, pieces.map { |piece| piece.is_a?(Array) ? seen(*piece) : piece }]
    end
  end

  def seen(text, marks = [], link = nil, _note = nil, picture = nil)
    [text, marks, plain(link), picture && [plain(picture[0]), picture[1]]]
  end

  def plain(address) = address && CGI.unescape(address.gsub("+", "%2B"))

  def outline(manuscript, links) = Norvel::Formats::Elements::Outline.new(manuscript, links: links).whole

  let(:format) { Norvel::Formats.of("markdown") }

  it "comes to the words, marks and structure of the standard's HTML, but where HTML stands in it" do
    read = examples.map { |text, html| [text, html, Norvel::Formats::Markdown::Reader.new(text).whole] }
    compared = read.reject { |_, _, whole| marked_up?(whole.blocks) }
    expect([examples.size, compared.size]).to eq([649, 577])
    wrong = compared.reject do |_, html, whole|
      said(places(whole)) == said(places(Norvel::Formats::Html::Reader.new(html.b).whole))
    end
    # Empty headings are none in a page; links of schemes that a browser may hand to some program are none there either.
    expect(wrong.map(&:first)).to eq(["## \n#\n### ###\n", "<irc://foo.bar:2233/baz>\n", "<a+b+c:d>\n", "<made-up-scheme://foo,bar>\n",
      "<localhost:5001/foo>\n"])
  end

  it "is the same manuscript when what is written of it is read again, for every example" do
    wrong = examples.reject do |text, _|
      manuscript = Norvel::Formats.read(text.b, name: "a.md")
      before = outline(manuscript, format.links(text.b))
      written = Norvel::Formats::Markdown::Writer.new(before, numbered: false).text
      again = Norvel::Formats.read(written.b, name: "a.md")
      places(outline(again, format.links(written.b))) == places(before)
    end
    expect(wrong.map(&:first)).to eq([])
  end

  it "keeps every line of every example in one file, but of the block that is touched" do
    whole = examples.first(400).map(&:first).reject { |text| text.match?(/\[.*\]:|```|~~~|<|^\t| {4}/) }.join("\n\n")
    manuscript = Norvel::Formats.read(whole.b, name: "a.md")
    last = manuscript.paragraphs.reverse.find { |one| manuscript.sheet.marked(one.style) == :body }
    change = Norvel::Changes.build("edit_text", "paragraph" => last.id, "text" => "Touched")
    out = Norvel::Formats.write(change.call(manuscript), source: whole.b).force_encoding("UTF-8")
    expect([(whole.lines - out.lines).size, out.lines - whole.lines]).to match([be <= 2, ["Touched\n"]])
  end
end
