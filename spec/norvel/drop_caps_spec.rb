# frozen_string_literal: true

# A first letter beside the lines of its paragraph (ISO/IEC 29500-1 §17.3.1.11).
RSpec.describe Norvel::Layout::DropCap do
  def file(
    more = "", body: "he ferry left the quay at ten, and nobody on the shore could have told the bell of one boat from the next. " * 6
  )
    docx do |file|
      file.paragraph("Before it.")
      file.raw(
        %(<w:p><w:pPr><w:keepNext/><w:framePr w:dropCap="drop" w:lines="3" w:wrap="around" w:vAnchor="text" w:hAnchor="text" ) +
          %(w:hSpace="100"#{more}/><w:spacing w:line="660" w:lineRule="exact"/></w:pPr><w:r><w:rPr><w:sz w:val="88"/>) +
          %(</w:rPr><w:t>T</w:t></w:r></w:p>)
      )
      file.paragraph(body)
      file.paragraph("After it.")
    end
  end

  def lines(layout, id) = layout.pages.flat_map(&:placed).select { |placed| placed.paragraph.id == id }

  let(:laid_out) { layout(read(file)) }

  it "stands at the top of its paragraph, whose first lines stand beside it" do
    cap, = lines(laid_out, 1)
    body = lines(laid_out, 2)
    right = cap.x + cap.line.x + cap.line.width + 5 # hSpace
    expect(cap.y).to eq(body.first.y)
    expect(body.map { |placed| (placed.x + placed.line.x).round(2) }).to eq([right.round(2)] * 3 + [body.last.x.round(2)] * (body.size - 3))
    expect(body.map(&:y)).to eq(body.each_index.map { |index| body.first.y + index * body.first.line.height })
    expect(laid_out.approximations).to eq([])
    expect(laid_out.page_of(1)).to eq(1)
  end

  it "takes no room of its own, and its lines stay on one page" do
    expect(lines(laid_out, 2).first.y).to be_within(0.01).of(lines(laid_out, 0).first.y + lines(laid_out, 0).first.line.height + 6)
    expect(laid_out.pages.flat_map(&:placed).map { |placed| placed.paragraph.id }.uniq).to eq([0, 1, 2, 3])
  end

  it "is a frame like others where nothing stands beside it, or in the margin" do
    expect(layout(read(file(body: " "))).approximations.map(&:kind)).to eq([:float])
    expect(layout(read(file.then { |bytes|
      Norvel::Formats::Archive.read(bytes).then do |archive|
        archive.write("word/document.xml" => archive.members["word/document.xml"].sub('"drop"', '"margin"'))
      end
    }))
      .approximations.map(&:kind)).to eq(
      [:float]
    )
  end

  it "keeps its look when the manuscript is tidied, in a style of its own" do
    before = read(file)
    after = Norvel::Plan.new(Norvel::Examination.new(before), Norvel::Guide.find("marrowby-diploma")).apply
    cap = after.paragraph(1)
    look = ->(manuscript) { Norvel::Cascade.new(manuscript).run(manuscript.paragraph(1), manuscript.paragraph(1).runs.first)[:size] }
    expect([look[after], cap.runs.map(&:properties), after.sheet[cap.style].name]).to eq([look[before], [{}], "Set apart"])
    expect(after.contents).to eq([])
  end

  it "stays what it is in the file, and what is cut off its paragraph is none" do
    split = Norvel::Changes.build("split_paragraph", "paragraph" => 1, "at" => 1).call(read(file))
    again = read(
      Norvel::Formats.write(
        Norvel::Changes.build("edit_text", "paragraph" => 0, "from" => 0, "to" => 6, "text" => "Ahead").call(split), source: file
      )
    )
    expect(again.paragraphs.map { |paragraph| [paragraph.text[0, 5], paragraph.drop_cap&.lines] })
      .to eq([["Ahead", nil], ["T", 3], ["", nil], ["he fe", nil], ["After", nil]])
    stored = JSON.parse(JSON.generate(Norvel::Changes::Difference.between(read(file), split)))
    expect(Norvel::Changes::Difference.apply(read(file), stored)).to eq(split)
  end
end
