# frozen_string_literal: true

RSpec.describe "Characters that a face does not have" do
  def carlito(text) = layout(on_page(paragraph(0, stretch(text, font_family: "Carlito", size: 152_400))))

  let(:face) { Norvel::Fonts::Book.shipped.face("Carlito") }

  it "have widths by rule where they are spaces and hyphens, whatever box the face has for what it lacks" do
    serif = Norvel::Fonts::Book.shipped.face("Liberation Serif")
    expect(face.units("\u00A0")).to eq(face.units(" "))
    expect(serif.units("\u2011")).to eq(serif.units("-"))
    expect(%W[\u2003 \u2002 \u200B \u2060].map { |sign| face.units(sign).fdiv(face.units_per_em).round(3) }).to eq([1.0, 0.5, 0.0, 0.0])
  end

  it "are drawn as the hyphen that the face has, where they are hyphens" do
    laid = carlito("North\u2011west")
    expect(Nokogiri::XML(Norvel::Drawing::PageSvg.new(laid, laid.pages.first).to_s).remove_namespaces!.at("tspan").text).to eq("North-west")
  end

  it "are measured and drawn in a face that has them, which is said" do
    caladea = layout(on_page(paragraph(0, stretch("Of Ελλάδα", font_family: "Caladea", size: 152_400))))
    pieces = caladea.pages.first.placed.first.then { |placed| placed.setting.pieces(placed.line) }
    expect(pieces.map { |piece| [piece.text, piece.format.face.family] }).to eq([["Of", "Caladea"], ["Ελλάδα", "Liberation Serif"]])
    expect(pieces.last.width).to be_within(0.01).of(Norvel::Fonts::Book.shipped.face("Liberation Serif").units("Ελλάδα") * 12.0 / 2048)
    expect(caladea.substitutions.map(&:to_a)).to include(["Caladea", "Liberation Serif", :fallback])
    expect([caladea.exact?, !caladea.inexact.key?(1)]).to eq([false, false])
    expect(caladea.approximations).to eq([])
  end

  it "are listed where no face has them" do
    drawn = carlito("A sign \u{1F6A2} of a ship")
    expect(drawn.approximations.map { |approximation| [approximation.kind, approximation.page, approximation.paragraph] }).to eq(
      [[:font, 1, 0]]
    )
  end
end
