# frozen_string_literal: true

# What makes a file readable for those who hear it, written to the file: properties, language, alternatives, header rows.
RSpec.describe Norvel::Changes::SetInfo do
  def change(name, **given) = Norvel::Changes.build(name, given.transform_keys(&:to_s))

  def through(bytes, name, **given) = read(Norvel::Formats.write(change(name, **given).call(read(bytes)), source: bytes))

  let(:picture) do
    ->(alt) {
      %(<w:p><w:r><w:drawing><wp:inline xmlns:wp="http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing">) +
        %(<wp:extent cx="900000" cy="600000"/><wp:docPr id="1" name="P"#{alt}/>) +
        %(<a:graphic xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main">) +
        %(<a:graphicData uri="http://schemas.openxmlformats.org/drawingml/2006/picture">) +
        %(<a:blip xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships" r:embed="rIdNone"/>) +
        %(</a:graphicData></a:graphic></wp:inline></w:drawing></w:r></w:p>)
    }
  end
  let(:bytes) do
    docx do |file|
      file.raw(picture[""])
      cells = %w[a b].map { |letter| "<w:tc><w:p><w:r><w:t>#{letter}</w:t></w:r></w:p></w:tc>" }.join
      file.raw(%(<w:tbl><w:tblPr/><w:tblGrid><w:gridCol w:w="2000"/><w:gridCol w:w="2000"/></w:tblGrid>) +
        "#{"<w:tr>#{cells}</w:tr>" * 2}</w:tbl>")
      file.paragraph("End")
    end
  end

  it "says title, author, subject, keywords; an empty one goes" do
    after = through(bytes, "set_info", title: "Überblick & mehr", author: "Linnet Ashgarth", subject: "Ferries", keywords: "night, lamps")
    expect(after.info.to_h.slice(:title, :author, :subject, :keywords).values)
      .to eq(["Überblick & mehr", "Linnet Ashgarth", "Ferries", "night, lamps"])
    expect(through(bytes, "set_info", title: " ").info.title).to be_nil
    expect(read(Norvel::Formats.write(read(bytes), source: bytes)).info.title).to eq("A test")
  end

  it "sets the language under all styles" do
    after = through(bytes, "set_info", language: "de-DE")
    expect([after.info.language, Norvel::Cascade.new(after).run(after.paragraphs.last, after.paragraphs.last.runs.first)[:language]]).to eq(
      %w[de-DE de-DE]
    )
    expect { change("set_info", language: "German").call(read(bytes)) }.to raise_error(Norvel::ChangeRefused, /language code/)
  end

  it "gives an image its alternative, in the file as well" do
    after = through(bytes, "set_alternative", paragraph: 0, place: 0, text: "The quay at low water, “before” the flood")
    expect(after.paragraphs.first.insets.first.alt).to eq("The quay at low water, “before” the flood")
    decorative = change("set_alternative", paragraph: 0, place: 0, decorative: true).call(read(bytes))
    expect(decorative.paragraphs.first.insets.first.decorative).to be(true)
    expect { change("set_alternative", paragraph: 0, place: 0, text: " ").call(read(bytes)) }
      .to raise_error(Norvel::ChangeRefused, /decorative/)
    expect { change("set_alternative", paragraph: 5, place: 0, text: "x").call(read(bytes)) }.to raise_error(Norvel::ChangeRefused)
  end

  it "makes the first row of a table its header row" do
    after = through(bytes, "set_header_row", paragraph: 1)
    expect(after.tables.first.rows.map(&:header)).to eq([true, false])
    expect { change("set_header_row", paragraph: 0).call(read(bytes)) }.to raise_error(Norvel::ChangeRefused)
  end

  it "is remembered by the ledger" do
    before = read(bytes)
    {"set_info" => {title: "T", language: "fr"}, "set_alternative" => {paragraph: 0, place: 0, text: "x"},
     "set_header_row" => {paragraph: 1}}.each do |name, given|
      after = change(name, **given).call(before)
      expect(Norvel::Changes::Difference.apply(before, JSON.parse(JSON.generate(Norvel::Changes::Difference.between(before, after)))))
        .to eq(after), name
    end
  end
end
