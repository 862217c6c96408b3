# frozen_string_literal: true

RSpec.describe Norvel::Makeup do
  def makeup(bytes)
    laid = layout(read(bytes))
    appearance = Norvel::Appearance.new(laid.manuscript, laid.cascade)
    described_class.new(laid, roles: Norvel::Roles.new(laid.manuscript, appearance, laid.cascade),
      looks: Norvel::Looks.of(laid.manuscript, appearance, layout: laid), appearance: appearance)
  end

  let(:report) { makeup(demo("night-ferries.docx")) }

  it "counts what a manuscript is made of" do
    counts = report.groups.transform_values { |rows| rows.to_h { |row| [row.what, row.count] } }
    expect(counts["The text"]).to eq("pages" => 40, "words" => 17_326, "paragraphs" => 419, "notes" => 12, "tables" => 3, "images" => 3)
    expect(counts["What stands in for formatting"])
      .to include("empty paragraphs" => 127, "tabs at the start" => 26, "items of typed lists" => 24, "typed numbers of headings" => 21)
    expect(counts["Headings"]).to eq("level 1" => 4, "level 2" => 9, "level 3" => 6)
  end

  it "leads from every number to as many places" do
    rows = report.groups.values.flatten(1).select(&:key)
    expect(rows.size).to be > 40
    wrong = rows.reject { |row| %w[holds:note holds:table holds:image].include?(row.key) || report.places(row.key).size == row.count }
    expect(wrong).to eq([])
    expect(report.places("holds:table").size).to be > 50
  end

  it "says which level of heading is left out" do
    rows = makeup(docx { |file| [1, 3].each { |level| file.paragraph("Fog", %(<w:pStyle w:val="Heading#{level}"/>)) } }).groups["Headings"]
    expect(rows.map { |row| [row.what, row.count] }).to eq([["level 1", 1], ["level 3", 1], ["level 2, left out", 0]])
  end

  it "finds looks, their exact variants and what is read alike" do
    handbook = makeup(demo("boat-shed-handbook.docx"))
    look = handbook.places("look:1")
    expect(handbook.places("look:1.1") - look).to eq([])
    expect(handbook.places("read:#{look.first}")).to include(look.first)
    expect(handbook.places("mark:ital.").size).to be > 3
  end

  it "refuses what it does not know" do
    expect { report.places("smell:salt") }.to raise_error(Norvel::ChangeRefused, /nothing called/)
    expect { report.places("look:999") }.to raise_error(Norvel::ChangeRefused, /not there any more/)
    expect { report.places("typed:poems") }.to raise_error(Norvel::ChangeRefused)
  end
end
