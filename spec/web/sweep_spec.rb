# frozen_string_literal: true

require_relative "../support/browser"

RSpec.describe "Choosing and sweeping", type: :feature do
  before do
    Web.clear
    Web.bring("boat-shed-handbook.docx")
  end

  let(:heads) { Demo::Handbook::HEADS }

  it "styles a chapter by sweep, without the mouse" do
    visit "/manuscripts/#{row.id}"
    expect(page).to have_css(".page .para", minimum: 5)
    texts = now.paragraphs.reject(&:blank?).first(9)
    body = find("body")
    body.send_keys("w")
    texts.each_with_index do |paragraph, index|
      expect(page).to have_css("#chosen[data-chosen='#{paragraph.id}'][data-sweep]", visible: :all)
      key = if index.zero? then "1"
      else heads.include?(paragraph.text) ? "2" : "b"
      end
      body.send_keys(key)
    end
    expect(page).to have_no_css("#chosen[data-chosen='#{texts.last.id}']", visible: :all)
    swept = texts.map { |paragraph| now.paragraph(paragraph.id) }
    expect(swept.map(&:style).first(2)).to eq(%w[Heading1 Heading2])
    expect(swept.flat_map { |paragraph| Norvel::DirectFormatting.objectionable(paragraph) }).to eq([])
    body.send_keys(:backspace)
    expect(page).to have_css("#message", text: "Undone: Swept")
    expect(now.paragraph(texts.last.id).style).to eq("Normal")
    body.send_keys(:escape)
    expect(page).to have_css(".slip-place", text: "Paragraph")
  end

  it "takes a key of the person's choosing" do
    visit "/manuscripts/#{row.id}/styles?style=Caption&show=all"
    unfold "Family, name and key"
    fill_in "Sweep key", with: "k"
    click_button "Set the key"
    expect(page).to have_field("Sweep key", with: "k")
    expect(row.reload.chosen_keys).to eq("Caption" => "k")
  end

  it "chooses by pattern, by style and by formatting" do
    visit "/manuscripts/#{row.id}"
    fill_in "Choose paragraphs that have", with: "/^(Ropes|Oil)/"
    click_button "Choose"
    expect(page).to have_css(".slip-place", text: "2 paragraphs chosen")
    select "heading 2 (H2)", from: "Style"
    click_button "Apply"
    expect(page).to have_css(
      "#message", text: "Gave 2 paragraphs the style “heading 2”; what was by hand went: Arial, bold, 12 pt before, 14 pt …"
    )
    unfold "Which they are"
    within(".which") { click_button "Ropes" }
    unfold "Choose others like it"
    click_button "in this style"
    expect(page).to have_css(".slip-place", text: "2 paragraphs chosen")
    find("body").send_keys(:escape)
    fill_in "Choose paragraphs that have", with: "/((/"
    click_button "Choose"
    expect(page).to have_css(".act .refused", text: "is no regular expression") # beside the field
    expect(page).to have_field("pattern", with: "/((/")
    fill_in "Choose paragraphs that have", with: "bold, red, captions"
    click_button "Choose"
    expect(page).to have_css(".act .refused", text: /Nothing is chosen. bold: \d+; red: \d+.*; captions: \d+; together 0/)
  end
end
