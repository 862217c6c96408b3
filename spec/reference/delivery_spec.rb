# frozen_string_literal: true

require_relative "../support/outside"

# Reference: files nobody here wrote (npm mammoth's test folder, python3-docx's templates), re-read by mammoth.
RSpec.describe "Delivery of real files" do
  def restyled(source)
    [
      ["define_style", {"id" => "NorvelTest", "name" => "Norvel test",
                        "values" => {"size" => "13 pt", "align" => "center", "line_spacing" => "1.5",
                                     "indent_first" => "20 pt", "bold" => "yes"}}],
      ["apply_style", {"paragraphs" => "all", "style" => "NorvelTest"}],
      ["remove_direct_formatting", {"paragraphs" => "all"}],
      ["set_page_design", {"margin" => {"start" => "80 pt"}}]
    ].reduce(read(source)) { |now, (name, parameters)| Norvel::Changes.build(name, parameters).call(now) }
  end

  def delivered(source) = Norvel::Formats.write(restyled(source), source: source)

  # Element by element: what a change did not touch is equal under Canonical XML.
  def members(bytes) = Norvel::Formats::Archive.read(bytes).members

  def outline(xml) =
    Nokogiri::XML(xml)
      .root.xpath("//*[local-name()!='pPr' and local-name()!='rPr' and not(ancestor::*[local-name()='pPr' or " \
      "local-name()='rPr' or local-name()='sectPr'])]").map do |node|
      [node.name, node.attribute_nodes.map { |attribute| [attribute.node_name, attribute.value] }.sort,
        node.children.select(&:text?).map(&:text)]
    end

  it "has such files" do
    expect(Outside.samples.size).to be > 15
  end

  it "says every word still, as others read it" do
    sources = Share.of(Outside.samples, 5).map { |path| File.binread(path) }
    expect(Outside.texts(sources.map { |source| delivered(source) })).to eq(Outside.texts(sources))
  end

  Share.of(Outside.samples, 3, turn: 1).each do |path|
    context File.basename(path) do
      let(:source) { File.binread(path) }
      let(:after) { restyled(source) }

      it "is the identical file when nothing changed" do
        expect(Norvel::Formats.write(read(source), source: source)).to eq(source)
      end

      it "comes back with only its formatting changed" do
        again = read(Norvel::Formats.write(after, source: source))
        expect(again.paragraphs).to eq(after.paragraphs)
        expect(again.notes).to eq(after.notes)
        expect(again.sections).to eq(after.sections)
        expect(again.sheet.styles.transform_values(&:properties)).to eq(after.sheet.styles.transform_values(&:properties))
      end

      it "keeps every part that was not touched, byte for byte, and the rest element by element" do
        before, now = members(source), members(Norvel::Formats.write(after, source: source))
        patched = now.keys.select { |name| before[name] != now[name] }
        expect(patched).to all(match(%r{document\.xml|styles\.xml|footnotes\.xml|endnotes\.xml|Content_Types|document\.xml\.rels}))
        expect(before.keys - now.keys).to eq([])
        patched.grep(/document\.xml\z|notes\.xml/).each { |name| expect(outline(now[name])).to eq(outline(before[name])) }
      end

      it "is laid out and drawn" do
        pages = layout(read(source))
        expect(pages.pages.map { |page| Nokogiri::XML(Norvel::Drawing::PageSvg.new(pages, page).to_s).errors }).to all(be_empty)
      end
    end
  end
end
