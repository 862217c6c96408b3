# frozen_string_literal: true

require_relative "../support/wild"

RSpec.describe Norvel::Changes::DropPageBreaks do
  let(:long) do
    "The night ferries of the sound left at nine, and nobody who stood on the stairs in the rain would have called them punctual."
  end
  let(:page) { Wild.r(%(<w:br w:type="page"/>)) }
  let(:chapter) { ->(words) { Wild.p(Wild.t(words), %(<w:pStyle w:val="Chapter"/>)) } }
  let(:styles) do
    %(<w:style w:type="paragraph" w:styleId="Chapter"><w:name w:val="Chapter"/><w:basedOn w:val="Heading1"/><w:pPr>) +
      %(<w:pageBreakBefore/></w:pPr></w:style>)
  end
  let(:source) do
    Wild.build(body: Wild.p(page) + chapter["Tolls"] + Wild.p(Wild.t(long) + page) + chapter["Boats"] +
      Wild.p(Wild.t(long) + page) + Wild.p(Wild.t(long)) + Wild.p(Wild.r(%(<w:br w:type="column"/>))) + chapter["Oil"], styles: styles)
  end
  let(:one) { read(source) }

  it "takes out breaks typed before what begins a page anyway, and counts them; others stay" do
    change = described_class.new("paragraphs" => "all")
    after = change.call(one)
    expect(one.paragraphs.sum { |paragraph| paragraph.text.count("\f") }).to eq(4)
    expect(after.paragraphs.map { |paragraph| paragraph.text.count("\f") }.sum).to eq(2) # between two of running text, and a column's
    expect(change.told(one, after)).to eq("Took out 2 typed page breaks before what begins a page by its style.")
    expect(after.paragraphs.size).to eq(one.paragraphs.size - 1)
    again = read(Norvel::Formats.write(after, source: source))
    expect(again.paragraphs.map(&:text)).to eq(after.paragraphs.map(&:text))
    expect(layout(again).pages.size).to eq(layout(one).pages.size)
    expect { change.call(after) }.to raise_error(Norvel::NothingToChange)
  end

  it "is a line of the plan where the guide's chapters begin a page" do
    plain = read(Wild.build(body: Wild.p(page) + Wild.p(Wild.t("Tolls"), %(<w:pStyle w:val="Heading1"/>)) + Wild.p(Wild.t(long))))
    plan = Norvel::Plan.new(plain, Norvel::Guide.find("marrowby-diploma"))
    expect(plan.lines.map(&:sentence)).to include("Took out 1 typed page break before what begins a page by its style.")
    expect(plan.apply.paragraphs.map(&:text).join).not_to include("\f")
    expect(Norvel::Plan.new(plan.apply, Norvel::Guide.find("marrowby-diploma")).lines).to eq([])
  end
end
