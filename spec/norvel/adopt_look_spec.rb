# frozen_string_literal: true

RSpec.describe "From example to style" do
  def change(name, **parameters) = Norvel::Changes.build(name, parameters.transform_keys(&:to_s))

  let(:one) do
    manuscript(paragraph(0, stretch("Recoloured", color: "#1f3864", size: 254_000), style: "Heading1", align: :center),
      paragraph(1, "Plain", style: "Heading1"),
      paragraph(2, stretch("Alike", color: "#1f3864", size: 254_000), style: "Heading1", align: :center),
      paragraph(3, "A ", stretch("part", italic: true), " only"))
  end

  def resolved(manuscript, id)
    cascade = Norvel::Cascade.new(manuscript)
    paragraph = manuscript.paragraph(id)
    [cascade.paragraph(paragraph)[:align], cascade.run(paragraph, paragraph.runs.first)[:color],
      cascade.run(paragraph, paragraph.runs.first)[:size]]
  end

  it "tries values just here, as direct formatting" do
    after = change("format_here", paragraphs: [1], values: {"align" => "end", "size" => "20 pt"}).call(one)
    expect([after.paragraph(1).properties, after.paragraph(1).runs.first.properties, after.paragraph(1).mark_properties])
      .to eq([{align: :end}, {size: 254_000}, {size: 254_000}])
    expect(change("format_here", paragraphs: [1], values: {"align" => "", "size" => ""}).call(after).paragraph(1)).to eq(one.paragraph(1))
    expect { change("format_here", paragraphs: [1], values: {"size" => "many"}).call(one) }.to raise_error(Norvel::ChangeRefused)
  end

  it "lets the style adopt the look: the others follow, the examples are bared" do
    after = change("adopt_look", paragraph: 0).call(one)
    expect([0, 1, 2].map { |id| resolved(after, id) }.uniq).to eq([[:center, "#1f3864", 254_000]])
    expect([0, 2].flat_map { |id| Norvel::DirectFormatting.objectionable(after.paragraph(id)) }).to eq([])
    expect(after.sheet["Heading1"].properties).to include(outline_level: 1, align: :center)
  end

  it "makes a new style of it, for all that were formatted alike" do
    after = change("style_from_look", paragraph: 0, name: "Blue heading").call(one)
    expect(after.paragraphs.map(&:style)).to eq(%w[Blueheading Heading1 Blueheading Base])
    expect(after.sheet["Blueheading"]).to have_attributes(
      parent: "Heading1", next_style: "Heading1", properties: {color: "#1f3864", size: 254_000, align: :center}
    )
    expect([0, 1, 2].map { |id| resolved(after, id) }).to eq([0, 1, 2].map { |id| resolved(one, id) })
  end

  it "leaves alone what only a part of the text has" do
    expect { change("adopt_look", paragraph: 3).call(one) }.to raise_error(Norvel::ChangeRefused, /Nothing is set by hand/)
  end
end
