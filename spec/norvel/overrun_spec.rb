# frozen_string_literal: true

# A notice that runs over its page: by how much, what takes the room, the smallest cure.
RSpec.describe Norvel::Examination::Overrun do
  let(:words) do
    "The night ferries of the sound left when the last lamp on the quay was lit, and came back before the boats of the day were under way."
  end

  # A page that holds some 20 lines.
  def notice(*blocks) = on_page(*blocks, page: page_design.with(height: 20 * 14 * 12_700 + 2 * 914_400))

  def lines(count, from: 0, **set) = Array.new(count) { |index| paragraph(from + index, "Line #{index} of the notice", **set) }

  def over(manuscript) = Norvel::Examination.new(manuscript)

  def height(manuscript) = layout(manuscript).pages.first.then { |page| page.placed.count { |placed| placed.area == :body } }

  it "is measured, and blank lines go first" do
    full = height(notice(*lines(60)))
    blank = Array.new(5) { |index| paragraph(100 + index) }
    one = notice(*lines(full - 3), *blank)
    one = one.with(blocks: [*one.blocks.first(5), *one.blocks.last(5), *one.blocks[5...-5]])
    poor = over(one).breaks.poor
    expect(poor.map(&:kind)).to eq([:runs_over])
    expect(poor.first.sentence)
      .to match(/\APage 2 holds 2 lines: the text is \d+ pt too long for one page\. Room is taken by blank lines \d+ pt\.\z/)
    expect(poor.first.called).to eq("Take out doubled blank lines")
    mended = Norvel::Changes.build(*poor.first.cure).call(one)
    expect([layout(mended).pages.size, over(mended).breaks.poor]).to eq([1, []])
  end

  it "is set closer, as little as will do, where nothing is blank" do
    spaced = notice(*lines(60)).then do |made|
      made.with(sheet: made.sheet.with_style(
        made.sheet["Base"]
        .with(properties: made.sheet["Base"].properties.merge(line_spacing: Norvel::Properties::LineSpacing.multiple(1.15)))
      ))
    end
    full = height(spaced)
    one = spaced.with(blocks: spaced.blocks.first(full + 1))
    poor = over(one).breaks.poor.find { |turn| turn.kind == :runs_over }
    expect(poor.called).to match(/\ASet “Base” closer: lines 1\.(?:1|05|0)\z/)
    expect(layout(Norvel::Changes.build(*poor.cure).call(one)).pages.size).to eq(1)
  end

  it "is a finding with its measure and the same cure, where a guide asks for so many pages" do
    full = height(notice(*lines(60)))
    blank = Array.new(5) { |index| paragraph(100 + index) }
    one = notice(*lines(full - 3), *blank)
    one = one.with(blocks: [*one.blocks.first(5), *one.blocks.last(5), *one.blocks[5...-5]])
    found = over(one).check(Norvel::Guide.find("staff-notice")).findings.find { |finding| finding.rule == "one-page" }
    expect([found.page, found.message]).to match([2, /\AThe manuscript has 2 pages: 2 lines, \d+ pt too long\.\z/])
    expect(layout(Norvel::Changes.build(*found.fix).call(one)).pages.size).to eq(1)
    long = notice(*lines(60))
    expect(over(long).check(Norvel::Guide.find("staff-notice")).findings.find { |finding| finding.rule == "one-page" }.fix).to be_nil
  end

  it "is none where the text goes on, or a page was asked for" do
    expect(over(notice(*lines(60))).breaks.poor.map(&:kind)).not_to include(:runs_over)
    expect(over(notice(*lines(5), paragraph(9, "Next", break_before: true))).breaks.poor.map(&:kind)).not_to include(:runs_over)
  end
end
