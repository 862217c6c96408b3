# frozen_string_literal: true

require "norvel/report"

# What leaves the desk, held against what came.
RSpec.describe Norvel::Report::Shipping do
  let(:bytes) do
    docx(header: "<w:p><w:r><w:t>Ansel Sound</w:t></w:r></w:p>") do |file|
      file.paragraph("The bell rang at ten.")
      file.paragraph([file.text("It was loud. "), file.image(Demo::Picture.soundings(1), 254_000, 127_000, nil)])
    end
  end

  def shipping(*changes)
    before = read(bytes)
    after = changes.reduce(before) { |now, (name, given)| Norvel::Changes.build(name, given.transform_keys(&:to_s)).call(now) }
    described_class.new(before, Norvel::Examination.new(after), source: bytes)
  end

  it "says that no word differs, and what was touched" do
    styled = shipping(["format_here", {paragraphs: [0], values: {"align" => "center"}}],
      ["define_style", {id: "Loud", name: "Loud", parent: read(bytes).sheet.default_id}])
    expect([styled.words_kept?, styled.words_differing, styled.words, styled.paragraphs_touched, styled.styles[:added]])
      .to eq([true, "none", [10, 10], 1, ["Loud"]])
  end

  it "says which words came and went, wherever they stand" do
    expect(shipping(["edit_text", {paragraph: 0, text: "The bell rang at nine."}]).words_differing).to eq("1 new, 1 gone")
    expect(shipping(["set_running_head", {side: "bottom", text: "By night"}]).words_differing).to eq("2 new")
    expect(shipping(["move_paragraphs", {paragraphs: [1], by: -1}]).words_differing).to eq("their order")
  end

  it "says what hinders its PDF, and what does not go into it" do
    expect(shipping.unsaid).to eq(["an image has no text alternative"])
    expect(shipping.lost).to eq([])
  end
end
