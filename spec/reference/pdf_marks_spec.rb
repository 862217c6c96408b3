# frozen_string_literal: true

require "open3"
require "pdf-reader"

# Reference: poppler's reading of the structure. Seen: a link took the full stop behind its last word and the space after it, and a
# passage in another language the rest of a word.
RSpec.describe "What an element of a PDF takes" do
  def struct(bytes)
    Dir.mktmpdir do |folder|
      path = File.join(folder, "x.pdf")
      File.binwrite(path, bytes)
      said, status = Open3.capture2("pdfinfo", "-struct-text", path)
      expect(status).to be_success
      link, = Open3.capture2("pdftotext", "-bbox", path, "-")
      [said, link]
    end
  end

  let(:source) do
    run = ->(text, props = "") { %(<w:r><w:rPr>#{props}</w:rPr><w:t xml:space="preserve">#{text}</w:t></w:r>) }
    german = %(<w:lang w:val="de-DE"/>)
    docx do |file|
      file.raw("<w:p>#{run["See the ", ""]}<w:bookmarkStart w:id=\"1\" w:name=\"here\"/><w:bookmarkEnd w:id=\"1\"/>" \
        "<w:hyperlink w:anchor=\"here\">#{run["lamp"]}</w:hyperlink>#{run["s of the quay, and "]}" \
        "#{run["Fähr", german]}#{run["boats, which are "]}" \
        "<w:hyperlink w:anchor=\"here\">#{run["old "]}</w:hyperlink>#{run["boats."]}</w:p>")
    end
  end

  it "is what its run says, in the structure and in the rectangle" do
    manuscript = read(source)
    said, words = struct(Norvel::Formats.make(layout(manuscript), as: "pdf", source: source, name: "x"))
    inner = ->(type) { said.scan(/^(\s*)#{type}[^\n]*\n((?:\1\s+[^\n]*\n)*)/).map { |_, text| text.scan(/"(.*?)"/m).join } }
    expect(inner["Link"]).to eq(["lamp", "old "])
    expect(inner["Span"]).to eq(["Fähr"])
    expect(said.scan(/"(.*?)"/m).join).to eq("See the lamps of the quay, and Fährboats, which are old boats.")
    expect(words).to include(">lamps<").and include(">Fährboats,<").and include(">boats.<")
    pdf = PDF::Reader.new(StringIO.new(Norvel::Formats.make(layout(manuscript), as: "pdf", source: source, name: "x")))
    rects = pdf.pages.first.attributes[:Annots].then { |list| pdf.objects.deref(list) }
      .map { |link| pdf.objects.deref(link)[:Rect].then { |rect| pdf.objects.deref(rect) } }
    line = layout(manuscript).pages.first.text_lines.first
    format = line.setting.pieces(line.line).first.format
    expect(rects.first.values_at(0, 2).reduce(:-).abs).to be_within(0.2).of(format.width("lamp"))
    expect(rects.first[0] - 72).to be_within(0.6).of(format.width("See the "))
  end
end
