# frozen_string_literal: true

require "norvel/report"

RSpec.describe Norvel::Report::Survey do
  let(:numbering) do
    <<~XML
      <w:abstractNum w:abstractNumId="4"><w:lvl w:ilvl="0"><w:start w:val="3"/><w:numFmt w:val="upperRoman"/>
      <w:lvlText w:val="%1."/><w:pPr><w:ind w:left="720" w:hanging="360"/></w:pPr></w:lvl></w:abstractNum>
      <w:num w:numId="9"><w:abstractNumId w:val="4"/></w:num>
    XML
  end

  def survey(bytes) = described_class.new(Norvel::Examination.new(read(bytes))).to_h

  def with_lists(bytes)
    members = Norvel::Formats::Archive.read(bytes).members
    relation = %(<Relationship Id="rIdLists" Type="#{Demo::DocxBuilder::OFFICE}/numbering" Target="numbering.xml"/></Relationships>)
    Norvel::Formats::Archive.new(members)
      .write("word/numbering.xml" => %(<w:numbering xmlns:w="#{Demo::DocxBuilder::W}">#{numbering}</w:numbering>),
        "word/_rels/document.xml.rels" => members["word/_rels/document.xml.rels"].sub("</Relationships>", relation))
  end

  it "tells a list's label, level and whether it was set by hand; the label is not text" do
    bytes = with_lists(docx { |file|
      2.times { |index| file.paragraph("Boat #{index}", %(<w:numPr><w:ilvl w:val="0"/><w:numId w:val="9"/></w:numPr>)) }
    })
    first, second = survey(bytes)[:paragraphs]
    expect([first[:numbering], second[:numbering][:label], first[:text]])
      .to eq([{list: "9", level: 1, label: "III.", direct: true}, "IV.", "Boat 0"])
    expect(first[:effective].slice("indent_start_pt", "indent_first_pt")).to eq("indent_start_pt" => 36.0, "indent_first_pt" => -18.0)
    expect(first[:direct][:paragraph]).to eq({})
  end

  it "joins neighbouring runs to spans, with offsets in code points" do
    bytes = docx do |file|
      file.paragraph(
        [file.text("Ærø – "), file.text("the ", "<w:b/>"), file.text("Teal", "<w:b/>"), file.text(" 🚢 "),
          file.text("term", %(<w:rStyle w:val="Emphasis"/>))]
      )
    end
    one = survey(bytes)[:paragraphs].first
    expect(one[:direct][:text]).to eq([{start: 6, end: 14, set: {"bold" => true}}])
    expect(one[:spans]).to eq([{start: 17, end: 21, style: "Emphasis"}])
  end

  it "calls direct formatting redundant where it says what the styles say" do
    bytes = docx do |file|
      file.paragraph([file.text("x", %(<w:sz w:val="22"/>))], %(<w:spacing w:after="120"/>))
      file.paragraph([file.text("y", %(<w:sz w:val="24"/>))])
      file.paragraph("z")
    end
    expect(survey(bytes)[:paragraphs].map { |one| one[:direct][:redundant] }).to eq([true, false, false])
  end

  it "counts uses of character styles by span, and words of the body alone" do
    bytes = docx do |file|
      file.paragraph([file.text("One – two "), file.text("three", %(<w:rStyle w:val="Emphasis"/>)),
        file.text(" "), file.text("four", %(<w:rStyle w:val="Emphasis"/>)), file.note("Not counted.")])
    end
    data = survey(bytes)
    expect([data[:words], data[:styles].find { |style| style[:id] == "Emphasis" }[:uses]]).to eq([4, 2])
  end

  it "says what is empty and what only looks so" do
    bytes = docx do |file|
      file.paragraph("")
      file.paragraph("   ")
      file.raw(%(<w:p><w:r><w:br w:type="page"/></w:r></w:p>))
      file.paragraph([file.image(Demo::Picture.soundings(1), 12_700, 12_700, nil)])
    end
    expect(survey(bytes)[:paragraphs].map { |one| one[:empty] }).to eq([true, true, false, false])
  end

  it "gives every paragraph a role from the list, its look and its page" do
    data = survey(demo("boat-shed-handbook.docx"))
    expect(data[:paragraphs].map { |one| one[:role].to_sym } - Norvel::Roles::ALL).to eq([])
    seen = data[:paragraphs].reject { |one| one[:empty] }
    expect(seen.map { |one| one[:look] }.uniq.sort).to eq(data[:looks].map { |look| look[:id] })
    expect(data[:paragraphs].map { |one| one[:page] }).to eq(data[:paragraphs].map { |one| one[:page] }.sort)
  end
end

RSpec.describe Norvel::Report::Findings do
  let(:check) do
    Norvel::Guide::Check.new(Norvel::Guide.find("marrowby-diploma"),
      layout(read(docx { |file|
        file.paragraph(
          "=cmd() is what this line begins with, and it is long enough to be running text for the check, or so one would think."
        )
      })))
  end

  it "writes no cell that a table program would take for a formula" do
    cells = CSV.parse(described_class.new(check).to_csv).flatten.compact
    expect(cells.grep(/\A[=+@]/)).to eq([])
  end

  it "writes a page without anything live in it" do
    html = Nokogiri::HTML(described_class.new(check).to_html("<b>mine</b>"))
    expect(html.css("script, iframe, object, link, [onclick], [onload]").size).to eq(0)
    expect(html.css("b").map(&:text)).not_to include("mine")
    expect(html.at("h1").text).to eq("<b>mine</b>")
  end
end
