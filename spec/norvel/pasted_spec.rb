# frozen_string_literal: true

# Text from elsewhere takes the styles of the manuscript it is pasted into; its own formatting does not come along.
RSpec.describe Norvel::Formats::Pasted do
  def paste(now, **source) =
    Norvel::Changes.build("paste_text", "paragraph" => 0, "blocks" => JSON.parse(JSON.generate(described_class.read(**source)))).call(now)

  let(:styles) { {"Heading2" => {name: "Heading 2", parent: "Base", properties: {outline_level: 2}}} }
  let(:start) do
    manuscript(paragraph(0, "The lamp is lit an hour before the ebb and put out when the last boat lies at the steps. " * 2),
      paragraph(1, "Quoted at length. " * 9, style: "Quote"), styles: styles)
  end

  it "reads HTML to blocks and emphasis, and nothing else of it" do
    html =
      %(<style>p{color:red}</style><h2 style="font:40px X">Bells</h2>) +
      %(<p style="margin:9px">All <em>of</em> <font color="red">them</font>.<br>Two</p><ul><li>one<li><b>two</b></ul>) +
      %(<blockquote><p>Said.</p></blockquote><script>alert(1)</script>)
    expect(described_class.read(html: html))
      .to eq([{"role" => "heading_2", "runs" => [["Bells", []]]}, {
        "role" => "body", "runs" => [["All ", []], ["of", ["italic"]], [" ", []], ["them", []], [".", []], ["\n", []], ["Two", []]]
      },
        {"role" => "list_item", "list" => "bullets", "level" => 0, "runs" => [["one", []]]},
        {"role" => "list_item", "list" => "bullets", "level" => 0, "runs" => [["two", ["bold"]]]},
        {"role" => "block_quotation", "runs" => [["Said.", []]]}])
  end

  it "puts it in the manuscript's own styles" do
    after = paste(start, html: "<h2>Bells</h2><p>All <em>of</em> them.</p><blockquote>Said.</blockquote><ol><li>one</li></ol>")
    new = after.paragraphs[1, 4]
    expect(new.map { |one| [one.text, one.style] })
      .to eq([["Bells", "Heading2"], ["All of them.", "Base"], ["Said.", "Quote"], ["one", "Base"]])
    expect(after.sheet[new[1].runs[1].style].properties).to eq(italic: true)
    expect(Norvel::DirectFormatting.count(after)).to eq(0)
    expect(Norvel::Cascade.new(after).numbering(new[3])).not_to be_nil
  end

  it "takes plain text line by line, and refuses nothing and too much" do
    expect(paste(start, plain: "One.\r\n\r\nTwo.").paragraphs[1, 2].map(&:text)).to eq(["One.", "Two."])
    expect { described_class.read(html: "<p> </p>", plain: "") }.to raise_error(Norvel::ChangeRefused, /no text/)
    expect { described_class.read(plain: "x" * 2_000_001) }.to raise_error(Norvel::ChangeRefused, /more than/)
    expect { described_class.read(html: "<div>" * 400 + "x") }.to raise_error(Norvel::ChangeRefused, /nested too deeply/)
  end

  it "is written down and delivered" do
    source = demo("quayside-notice.docx")
    before = read(source)
    after = paste(before, html: "<p>New <i>words</i>.</p>")
    data = JSON.parse(JSON.generate(Norvel::Changes::Difference.between(before, after)))
    expect(Norvel::Changes::Difference.apply(before, data).blocks).to eq(after.blocks)
    expect(read(Norvel::Formats.write(after, source: source)).paragraphs.map(&:text)).to eq(after.paragraphs.map(&:text))
  end

  it "takes marks in plain text for what they mean only where somebody says so" do
    text = "# Bells\n> Said of them.\n- one\n- two\n1. first\n2) second\nAnd so on."
    roles = ->(**more) {
      described_class.read(plain: text, **more).map { |block| [block["role"], block["list"], block["runs"].first.first].compact }
    }
    expect(roles.call.map(&:first).uniq).to eq(["body"])
    expect(roles.call(marks: true)).to eq(
      [["heading_1", "Bells"], ["block_quotation", "Said of them."], ["list_item", "bullets", "one"],
        ["list_item", "bullets", "two"], ["list_item", "numbers", "first"], ["list_item", "numbers", "second"], ["body", "And so on."]]
    )
  end

  it "keeps the kind and the depth of lists" do
    before = came("night-ferries.docx")
    after = paste(before, html: "<ul><li>one<ul><li>deep</li></ul></li><li>two</li></ul><ol><li>first</li><li>second</li></ol>")
    labels = Norvel::ListLabels.for(after, Norvel::Cascade.new(after))
    pasted = after.paragraphs.select { |paragraph| before.paragraph(paragraph.id).nil? }
    expect(pasted.map { |one| [labels[one.id], one.text, one.properties[:numbering].level] })
      .to eq([["•", "one", 0], ["•", "deep", 1], ["•", "two", 0], ["1.", "first", 0], ["2.", "second", 0]])
  end

  # Seen: running text pasted behind a title was in the title's style.
  it "gives running text the style of running text, whatever was chosen" do
    before = came("night-ferries.docx")
    title = Norvel::Roles.new(before).in(:title).first
    after = Norvel::Changes.build("paste_text", "paragraph" => title.id, "blocks" => described_class.read(plain: "One line of it."))
      .call(before.with_paragraphs(title.id => title.with(style: "Title")))
    expect(after.sheet[after.paragraphs[after.index_of(title.id) + 1].style].name).not_to match(/title/i)
  end
end
