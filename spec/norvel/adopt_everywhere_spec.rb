# frozen_string_literal: true

# Every style adopts at once the look that most of its paragraphs have by hand (B15).
RSpec.describe Norvel::Changes::AdoptEverywhere do
  let(:body) { (0..4).map { |id| paragraph(id, "Words of the log", style: "Quote", size: 139_700, align: (id < 4) ? :justify : :end) } }
  let(:one) do
    manuscript(*body, paragraph(5, "Bells", style: "Heading1", color: "#8a2a20"),
      paragraph(6, "Fog", style: "Heading1", color: "#8a2a20"), paragraph(7, "plain", style: "Quote"),
      paragraph(8, "By itself", size: 254_000))
  end

  it "takes over what more than half agree in, bares those, and leaves what is said otherwise" do
    after = described_class.new({}).call(one)
    expect(after.sheet["Quote"].properties).to include(size: 139_700, align: :justify)
    expect(after.sheet["Heading1"].properties).to include(color: "#8a2a20")
    expect(after.paragraphs.map { |para| Norvel::DirectFormatting.adoptable(para) })
      .to eq([{}, {}, {}, {}, {align: :end}, {}, {}, {}, {size: 254_000}])
    cascade = Norvel::Cascade.new(after)
    expect(after.paragraphs.first(5).map { |para| [cascade.run(para, para.runs.first)[:size], cascade.paragraph(para)[:align]] })
      .to eq([[139_700, :justify]] * 4 + [[139_700, :end]])
  end

  it "takes one look, not what different paragraphs are alike in by turns" do
    mixed = [paragraph(0, "a", bold: true, size: 139_700), paragraph(1, "b", bold: true, size: 139_700),
      paragraph(2, "c", bold: true, align: :center), paragraph(3, "d", size: 139_700, align: :center),
      paragraph(4, "e", size: 139_700, align: :center)]
    expect(Norvel::CommonestByHand.of(manuscript(*mixed)).map { |one| [one.values, one.agreeing] }).to eq([[{size: 139_700}, [0, 1, 3, 4]]])
  end

  it "says which and why, and names the exceptions" do
    operation = described_class.new({})
    after = operation.call(one)
    expect(operation.told(one, after)).to include("2 styles adopted").and include("11 pt, justified").and include("colour #8a2a20")
    expect(operation.remarks(one, after).map { |remark, paragraphs| [remark[/\d+ of \d+/], paragraphs.map(&:id)] })
      .to eq([["2 of 6", [4, 7]]])
    expect { operation.call(after) }.to raise_error(Norvel::ChangeRefused, /No style/)
  end

  it "leaves no paragraph that agreed looking otherwise, in the demo" do
    report = came("night-ferries.docx")
    found = Norvel::CommonestByHand.of(report)
    after = described_class.new({}).call(report)
    before, now = Norvel::Cascade.new(report), Norvel::Cascade.new(after)
    same = found.flat_map(&:agreeing).reject do |id|
      Norvel::Properties.all.select(&:visible).any? do |property|
        !property.text? && before.paragraph(report.paragraph(id))[property.name] != now.paragraph(after.paragraph(id))[property.name]
      end
    end
    expect([found.any?, same.size]).to eq([true, found.sum { |one| one.agreeing.size }])
    expect(after.words).to eq(report.words)
    expect(Norvel::DirectFormatting.count(after)).to be < Norvel::DirectFormatting.count(report)
  end
end
