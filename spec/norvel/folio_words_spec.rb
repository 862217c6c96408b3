# frozen_string_literal: true

require "norvel/report"
require_relative "../support/wild"

# A guide's own words with the folio: “Page 3 of 10”, “– 3 –”.
RSpec.describe Norvel::Changes::SaidWithFolio do
  def guide(words, **parts)
    Norvel::Guide.read(YAML.dump("guide" => "G", "version" => "1", "parts" => {"folio" => "bottom center", "folio_words" => words, **parts},
      "rules" => [{"id" => "words", "clause" => "c", "severity" => "must", "checks" => "folio_words", "words" => "as said"}]))
  end

  def filled(**more) = Wild.build(body: Wild.p(Wild.t("oil " * 900)), **more)

  def shown(manuscript)
    layout(manuscript).pages.map do |page|
      page.placed.select { |placed| placed.area == :footer }.map { |placed| placed.setting.text.strip }.reject(&:empty?)
    end
  end

  let(:house) { guide("Page {folio} of {pages}") }

  it "comes in with folios that a clean-up brings, and no word of the author's is another one" do
    source = filled
    examined = Norvel::Examination.new(read(source))
    plan = Norvel::Plan.new(examined.manuscript, house)
    after = plan.apply
    expect(shown(after).flatten.first).to match(/\APage 1 of \d\z/)
    told = Norvel::Report::Tidy.new(examined, plan, house).to_h
    expect([told[:text_changed], told[:lost]]).to eq([false, []])
    delivered = read(Norvel::Formats.write(after, source: source))
    expect(shown(delivered)).to eq(shown(after))
    expect(Norvel::Plan.new(delivered, house).lines.map(&:sentence)).to eq([])
    expect(Norvel::Examination.new(delivered).check(house).open_findings).to eq([])
  end

  it "is a finding where it is another one, and comes in by its fix, on the page where it stands" do
    footer = Wild.margin("footer", Wild.p(Wild.t("Seite ") + Wild.field("PAGE", "1")))
    source = filled(**footer)
    one = Norvel::Examination.new(read(source))
    found = one.check(house).open_findings
    expect(found.map { |finding| [finding.measured, finding.expected] }).to eq([["“Seite {folio}”", "“Page {folio} of {pages}”"]])
    best = Norvel::Examination::Fixes.new(one, house, found.first).best
    after = best.operation.call(one.manuscript)
    expect(shown(after).first.first).to match(/\APage 1 of \d\z/)
    expect(Norvel::Examination.new(read(Norvel::Formats.write(after, source: source))).check(house).open_findings).to eq([])
  end

  it "leaves what the author wrote beside folios in a clean-up" do
    footer = Wild.margin("footer", Wild.p(Wild.t("Seite ") + Wild.field("PAGE", "1"), '<w:jc w:val="center"/>'))
    after = Norvel::Plan.new(read(filled(**footer)), house).apply
    expect(shown(after).first).to eq(["Seite 1"])
  end

  it "is refused without a folio in it, in a change and in a guide" do
    change = Norvel::Changes.build("set_folios", "place" => "bottom center", "words" => "Page")
    expect { change.call(read(filled)) }.to raise_error(Norvel::ChangeRefused, /\{folio\}/)
    expect { guide("Page 3") }.to raise_error(Norvel::GuideError)
  end
end
