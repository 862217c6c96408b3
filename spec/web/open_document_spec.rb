# frozen_string_literal: true

require_relative "../support/browser"
require "open3"

# An .odt that another program wrote, through the door and every view, by hand.
RSpec.describe "An OpenDocument manuscript on the bench", type: :feature do
  before do
    Web.clear
    tool = File.expand_path("../reference/written_by_odfpy.py", __dir__)
    path = File.join(Dir.mktmpdir, "Überblick.odt")
    Open3.capture2("/usr/bin/python3", tool, "make", path)
    visit "/"
    attach_file "file", path, make_visible: true
    click_button "Bring it in"
    expect(page).to have_css("#pages .para[data-p]")
  end

  it "is seen in all views: what it is made of, its looks, styles, headings, parts and findings" do
    expect(page).to have_css(".top-name", text: "Überblick der Nachtfähren").or have_content("Überblick der Nachtfähren")
    expect(page).to have_css("svg.page text", text: "Kapitel 1: Größe & Fahrt")
    expect(page).to have_css("#slip", text: "cannot give it back changed yet") # before anybody works in vain
    here = "/manuscripts/#{row.id}"
    {"/outline" => [".heading.head-1", "Kapitel 2"], "/looks" => [".look", "12 paragraphs"], "/styles" => ["#family", "Heading 1"],
     "/parts" => [".leaf-box", "1"], "/findings" => ["#held", "broken"], "/survey" => ["main", "6"],
     "/plan" => [".plan-line", "heading 1"]}.each do |view, (place, words)|
      visit here + view
      expect(page).to have_css(place, text: words), view
    end
  end

  it "is chosen, found in and measured; a change is refused in a sentence and nothing is lost" do
    visit "/manuscripts/#{row.id}?chosen=3"
    expect(page).to have_css("#slip", text: "Standard").and have_css("#slip", text: "0.75 cm")
    keys "t", "bold", :enter
    expect(page).to have_css("#refusal", text: "cannot give it back changed yet. Nothing was changed.")
    expect(row.reload.entries).to be_empty
    expect(find("#try-line").value).to eq("bold")
    keys :escape
    visit "/manuscripts/#{row.id}/deliver"
    expect(page).to have_button("Deliver .odt").or have_link("Deliver .odt")
    expect(page).to have_content("byte for byte, the one that came")
  end
end
