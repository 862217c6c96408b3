# frozen_string_literal: true

require "norvel/report"

# Captions: found, counted, made real word for word (ISO/IEC 29500-1 §17.16.5.56).
RSpec.describe Norvel::Captions do
  let(:picture) do
    %(<w:p><w:r><w:pict><v:shape xmlns:v="urn:schemas-microsoft-com:vml" style="width:90pt;height:60pt">) +
      %(<v:imagedata xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships" r:id="rIdNone"/>) +
      %(</v:shape></w:pict></w:r></w:p>)
  end
  let(:table) do
    "<w:tbl><w:tblPr/><w:tblGrid><w:gridCol w:w=\"2000\"/></w:tblGrid><w:tr><w:tc><w:p><w:r><w:t>12</w:t></w:r></w:p></w:tc></w:tr></w:tbl>"
  end

  def all(manuscript) = described_class.new(manuscript, Norvel::Roles.new(manuscript)).all

  def facts(manuscript) = all(manuscript).map { |one| [one.kind, one.counted, one.number, one.position] }

  def change(name = "captions_from_typed", **given) =
    Norvel::Changes.build(name, {"paragraphs" => "all"}.merge(given.transform_keys(&:to_s)))

  def delivered(after, source) = read(Norvel::Formats.write(after, source: source))

  def source(*captions)
    docx do |file|
      file.paragraph("The ferries of the sound are described below, with what was measured of them in four winters.")
      captions.each do |kind, text|
        file.paragraph(text) if kind == :above
        file.raw((kind == :above) ? table : picture)
        file.paragraph(text) if kind == :below
        file.paragraph("What stands above was drawn by the harbourmaster’s own hand, in the year of the long frost.")
      end
    end
  end

  it "are found below figures and above tables, in four languages" do
    bytes = source([:below, "Figure 1. The quay"], [:above, "Table 1: Fares by season"], [:below, "Abbildung 2 – Der Kai"],
      [:above, "Tableau 2. Les passages"], [:below, "Gráfico 3. El muelle"])
    expect(facts(read(bytes))).to eq(
      [[:figure, nil, "1", :below], [:table, nil, "1", :above], [:figure, nil, "2", :below],
        [:table, nil, "2", :above], [:figure, nil, "3", :below]]
    )
  end

  it "become real word for word, and are counted in the file" do
    bytes = source([:below, "Figure 1. The quay"], [:above, "Table 1: Fares"], [:below, "Figure 2. The lamp"], [:above, "Table 2: Tolls"])
    before = read(bytes)
    after = change.call(before)
    expect(change.told(before, after)).to eq("Made 4 typed captions real: their numbers are counted.")
    again = delivered(after, bytes)
    expect(again.paragraphs.map(&:text)).to eq(before.paragraphs.map(&:text))
    expect(facts(again)).to eq(
      [[:figure, "Figure", "1", :below], [:table, "Table", "1", :above], [:figure, "Figure", "2", :below], [:table, "Table", "2", :above]]
    )
    expect(Norvel::Changes::Difference.apply(before, Norvel::Changes::Difference.between(before, after))).to eq(after)
    expect { change.call(again) }.to raise_error(Norvel::NothingToChange)
  end

  it "above a table are kept with it, by a style" do
    after = change.call(read(source([:above, "Table 1: Fares"])))
    caption = after.paragraphs.find { |paragraph| paragraph.text.start_with?("Table") }
    expect(caption.properties).to be_empty
    expect(Norvel::Cascade.new(after).paragraph(caption)[:keep_next]).to be(true)
  end

  it "count by chapter where their numbers do" do
    bytes = source([:below, "Figure 1.1 The quay"], [:below, "Figure 1.2 The lamp"], [:below, "Figure 2.1 The toll"])
    again = delivered(change.call(read(bytes)), bytes)
    expect(facts(again).map { |fact| fact[2] }).to eq(%w[1.1 1.2 2.1])
    expect(again.paragraphs.flat_map(&:runs).filter_map(&:refers).map { |one| [one.what, one.to, one.resets] }.uniq)
      .to eq([[:count, "Figure", 1]])
  end

  it "keep a number that does not follow, and are told" do
    before = read(source([:below, "Figure 1. The quay"], [:below, "Figure 3. The lamp"], [:below, "Figure 2. The toll"]))
    after = change.call(before)
    expect(change.remarks(before, after).map(&:first)).to eq(["1 caption keeps its typed number: it does not follow from the ones before."])
    expect(facts(after).map { |fact| fact[1] }).to eq(["Figure", nil, "Figure"])
  end

  it "of one kind count under one name, abbreviated or not" do
    after = change.call(read(source([:below, "Figure 1. The quay"], [:below, "Fig. 2. The lamp"], [:below, "Figure 3. The toll"])))
    expect(facts(after).map { |fact| fact[1] }).to eq(%w[Figure Figure Figure])
  end

  it "make a list of figures" do
    bytes = source([:below, "Figure 1. The quay"], [:above, "Table 1: Fares"], [:below, "Figure 2. The lamp"])
    real = change.call(read(bytes))
    made = change("make_contents", before: 0, of: "Figure", title: "Figures")
    again = delivered(made.call(real), bytes)
    known = Norvel::Contents.new(layout(again))
    expect(known.lines(known.lists.first).map(&:text)).to eq(["Figure 1. The quay\t1", "Figure 2. The lamp\t1"])
    expect(known.state(known.lists.first)).to be_current
  end

  it "stand in the survey, those that belong to nothing without a position" do
    bytes = docx { |file| file.paragraph("Figure 1. Lost at sea, with nothing beside it") && file.paragraph("Words.") }
    survey = Norvel::Report::Survey.new(Norvel::Examination.new(read(bytes))).to_h
    expect(survey[:captions]).to eq([{paragraph: 0, kind: "figure", number: "1", position: nil}])
  end
end
