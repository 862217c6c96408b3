# frozen_string_literal: true

# Run-in headings: one line on the page, two paragraphs in the outline and in the file.
RSpec.describe Norvel::Layout::RunIn do
  def change(now, name, **parameters) = Norvel::Changes.build(name, JSON.parse(JSON.generate(parameters))).call(now)

  let(:text) { "The lamp is lit an hour before the ebb and put out when the last boat lies at the steps." }
  let(:styles) { {"Heading3" => {name: "Heading 3", parent: "Base", properties: {outline_level: 3, bold: true, space_before: 152_400}}} }
  let(:joined) { "Lamps. #{text}" }
  let(:plain) { on_page(paragraph(0, "Before."), paragraph(1, joined), paragraph(2, "After."), styles: styles) }
  let(:made) { change(plain, "run_in_from_words", text: [[1, 0, 6]], style: "Heading3") }

  def placed(layout) =
    layout.pages.flat_map(&:placed).map { |one| [one.paragraph.id, one.setting.text[one.line.start...one.line.end], one.baseline.round(2)] }

  it "is a heading of its own, with every word where it was" do
    expect(made.paragraphs.map(&:text)).to eq(["Before.", "Lamps. ", text, "After."])
    expect(made.paragraphs[1].then { |heading| [heading.style, heading.run_in] }).to eq(["Heading3", true])
    expect(made.words).to eq(plain.words)
    expect(Norvel::Roles.new(made).of(made.paragraphs[1].id).name).to eq(:run_in_heading)
  end

  it "shares its line with the text, which goes on as if it were one paragraph" do
    layout = layout(made)
    heading, body = made.paragraphs[1, 2]
    first = layout.lines_of(body.id).first
    expect(layout.lines_of(heading.id).map { |one| [one.baseline, one.line.x] }).to eq([[first.baseline, 0.0]])
    head = layout.lines_of(heading.id).first
    expect(first.line.x).to be_within(0.01).of(head.line.x + head.line.width + head.setting.pieces(head.line).first.format.width(" "))
    expect(layout.lines_of(body.id).map { |one| one.setting.text[one.line.start...one.line.end] }.join).to eq(text)
  end

  it "breaks its lines where the same text in one paragraph breaks" do
    uniform = made.with(sheet: made.sheet.with_style(made.sheet["Heading3"].with(properties: {outline_level: 3})))
    lines = ->(laid, ids) {
      ids.flat_map { |id| laid.lines_of(id) }.group_by(&:baseline).values.map do |parts|
        parts.map { |part| part.setting.text[part.line.start...part.line.end] }.join
      end
    }
    expect(lines[layout(uniform), uniform.paragraphs[1, 2].map(&:id)]).to eq(lines[layout(plain), [1]])
  end

  it "stretches with the line where that is justified" do
    justified = made.with_paragraphs(made.paragraphs[2].id => made.paragraphs[2].with(properties: {align: :justify}))
    layout = layout(justified)
    body = layout.lines_of(made.paragraphs[2].id).first
    last = body.setting.pieces(body.line).last
    expect(last.x + last.width).to be_within(0.02).of(200.0)
    expect(body.setting.pieces(body.line).map(&:start).first).to eq(0)
  end

  it "keeps the heading whole when it is longer than a line, or the text is empty" do
    long = on_page(paragraph(0, "#{text} ", style: "Heading3").with(run_in: true), paragraph(1, "Then."),
      paragraph(2, "X ", style: "Heading3").with(run_in: true), paragraph(3), styles: styles)
    layout = layout(long)
    expect(layout.lines_of(0).map { |one| one.setting.text[one.line.start...one.line.end] }.join).to eq("#{text} ")
    expect([layout.lines_of(1).size, layout.lines_of(3).size]).to eq([1, 1])
    expect(layout.lines_of(1).first.baseline).to eq(layout.lines_of(0).last.baseline)
  end

  it "shares its line with a text that ends in an empty line, and may itself be empty" do
    odd = on_page(paragraph(0, "", style: "Heading3").with(run_in: true), paragraph(1, "Silverado\n"),
      paragraph(2, "Lamps.\n", style: "Heading3").with(run_in: true), paragraph(3, "\nThen."), styles: styles)
    expect([1, 3].map { |id| layout(odd).lines_of(id).map { |one| one.setting.text[one.line.start...one.line.end] }.join })
      .to eq(["Silverado\n", "\nThen."])
  end

  it "can be set on its own line again, and refuses where nothing follows" do
    heading = made.paragraphs[1]
    apart = change(made, "set_run_in", paragraphs: [heading.id], run_in: false)
    expect(layout(apart).lines_of(heading.id).first.baseline).not_to eq(layout(apart).lines_of(1).first.baseline)
    expect { change(made, "set_run_in", paragraphs: [2]) }.to raise_error(Norvel::ChangeRefused, /No text follows/)
    expect { change(plain, "run_in_from_words", text: [[1, 3, 6]], style: "Heading3") }.to raise_error(Norvel::ChangeRefused, /beginning/)
  end

  it "is drawn with places to click for both" do
    svg = Nokogiri::XML(Norvel::Drawing::PageSvg.new(layout(made), layout(made).pages.first).to_s).remove_namespaces!
    heading = svg.at(".para[data-p='#{made.paragraphs[1].id}']")
    expect(heading.css("tspan").map { |word| [word["data-o"], word.text.strip] }).to eq([["0", "Lamps."]])
    expect(svg.at(".para[data-p='1'] tspan")["data-o"]).to eq("0")
  end

  it "is delivered with an end that is always hidden, and read so" do
    source = docx { |file| file.paragraph(joined) && file.paragraph("After.") }
    after = change(read(source), "run_in_from_words", text: [[0, 0, 6]], style: "Heading3")
    bytes = Norvel::Formats.write(after, source: source)
    marks = Nokogiri::XML(Norvel::Formats::Archive.read(bytes).members["word/document.xml"]).remove_namespaces!.at("p pPr rPr")
    expect(marks.element_children.map(&:name)).to eq(%w[vanish specVanish])
    again = read(bytes)
    expect(again.paragraphs.map { |paragraph| [paragraph.text, paragraph.style, paragraph.run_in] })
      .to eq([["Lamps. ", "Heading3", true], [text, again.sheet.default_id, false], ["After.", again.sheet.default_id, false]])
  end

  # Seen: twelve headings that were called run-in headings in the plan became running text, without a word.
  it "are made by the plan of the headings that a person calls so, and keep their level" do
    long = "The crews learned the tide bell by ear, and a stranger could not have told one stroke from the next, or so it was said. " * 3
    before = read(docx { |file|
      3.times do |index|
        file.paragraph([file.text("Matter #{index}", "<w:b/>")], %(<w:pStyle w:val="Heading3"/>)) && file.paragraph([file.text(long)])
      end
    })
    heads = before.paragraphs.values_at(0, 2, 4).map(&:id)
    plan = Norvel::Plan.new(before, Norvel::Guide.find("marrowby-diploma"),
      roles: Norvel::Roles.new(before).corrected(heads.to_h { |id| [id, :run_in_heading] }))
    after = plan.apply
    cascade = Norvel::Cascade.new(after)
    expect(plan.lines.map(&:sentence)).to include("3 headings run in with the text after them.")
    expect(heads.map { |id| after.paragraph(id) }.map { |one| [one.run_in, cascade.paragraph(one)[:outline_level]] }).to eq([[true, 3]] * 3)
  end

  it "says when a style takes the level from headings" do
    before = read(docx { |file|
      file.paragraph([file.text("Matter")], %(<w:pStyle w:val="Heading3"/>)) && file.paragraph([file.text("Text")])
    })
    expect(Norvel::Changes.build("apply_style", "style" => before.sheet.default_id, "paragraphs" => [0, 1]).sentence(before))
      .to end_with("; 1 heading is none any more.")
  end
end
