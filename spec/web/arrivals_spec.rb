# frozen_string_literal: true

require_relative "../support/browser"
require_relative "../support/counted_hands"
require_relative "../support/wild"

# Files of every format, several at once, and what is pasted, by hand: from the desk to the shipping room.
RSpec.describe "What comes onto the desk", type: :feature do
  include CountedHands

  before do
    Web.clear
    @place = Dir.mktmpdir
    visit "/"
  end

  def put(name, bytes) = File.join(@place, name).tap { |path| FileUtils.mkdir_p(File.dirname(path)) && File.binwrite(path, bytes) }

  def bring(*paths)
    attach_file "file", paths
    click_on "Bring it in"
  end

  def made(format) = Norvel::Formats.read(fetched("as-#{format}"), name: "a#{Norvel::Formats.of(format).endings.first}")

  def fetched(what) = Rack::MockRequest.new(Web::APP).get("/manuscripts/#{row.id}/#{what}", "HTTP_HOST" => "127.0.0.1").body.b

  let(:chapter) { File.binread(File.join(Manuscripts::DEMO, "toll-books.md")) }

  it "a plain marked-up text in a template's styles, as a .docx: at most 6 actions" do
    count
    select "Presentation of Diploma Reports", from: "arrival-guide"
    count
    bring(put("Überblick.md", chapter))
    expect(page).to have_css("#pages .para[data-p]").and have_css(".top-name", text: "The toll books of the Low Stairs")
    key "9", gives: ".across", text: "Make a new .docx"
    count
    click_link "Make a new .docx"
    expect(page).to have_css("#message", text: /\S/)
    docx = made("docx")
    expect(docx.paragraphs.map { |one| docx.sheet[one.style].name }.uniq).to include("Report title", "Chapter heading", "Report text",
      "Long quotation")
    expect(docx.note_paragraphs.size).to eq(3)
    expect(fetched("original")).to eq(chapter)
    expect(@actions).to be <= 6
  end

  it "takes the styles of a kept sheet or of another manuscript where it is brought in", driver: :rack_test do
    other = Web.bring("boat-shed-handbook.docx")
    visit "/"
    select other.name, from: "arrival-sheet"
    bring(put("Überblick.md", chapter))
    expect(page).to have_css("#pages")
    brought = NorvelWeb::ManuscriptRecord.last
    visit "/manuscripts/#{brought.id}/pages/1"
    expect(page).to have_css("svg.page .para[data-p]")
    sheet = ->(row) { NorvelWeb::Workbench.new(row.id).manuscript }
    names = sheet[brought].paragraphs.map { |one| sheet[brought].sheet[one.style].name }.uniq
    shared = names & sheet[other].sheet.styles.values.map(&:name)
    expect(shared).to include(sheet[other].sheet.heading(1).name).and have_attributes(size: a_value >= 4)
    expect(brought.entries.size).to eq(1) # which can be undone
  end

  it "a thesis poured into a template, and its PDF with bookmarks: at most 15 actions" do
    count
    select "Presentation of Diploma Reports", from: "arrival-guide"
    count
    bring(File.join(Manuscripts::DEMO, "boat-shed-handbook.docx"))
    expect(page).to have_css("#pages .para[data-p]")
    key "5", gives: ".plan-line"
    key :enter, chord: :control, gives: "#message", text: "Tidied by"
    key "9", gives: ".sums", text: "Bookmarks"
    count
    click_link "Deliver PDF"
    pdf = fetched("pdf")
    expect([pdf[0, 5], pdf.include?("/Outlines")]).to eq(["%PDF-", true])
    expect(@actions).to be <= 15
  end

  it "takes several at once, with pictures and archives, and says which it took for what", driver: :rack_test do
    zip = Norvel::Formats::Archive.new({}).write({"deep/page.html" => "<h1>Bell</h1><p>One <img src='img/dot.png' alt='A dot'></p>",
      "deep/img/dot.png" => Wild::PNG, "__MACOSX/x.md" => "no"})
    bring(put("Überblick.md", "# Tolls\n\n![The stairs](stairs.png)\n"), put("stairs.png", Wild::PNG), put("other.png", Wild::PNG),
      put("many.zip", zip), put("broken.docx", "PK\x03\x04 rubbish"), put("what.xyz", "?"))
    told = find(".arrived").text
    expect(told).to include("“Überblick.md” was brought in, with 1 picture that it names.")
      .and include("“page.html” was brought in, with 1 picture that it names.")
    expect(told).to match(/“broken\.docx” was not: .+\./).and include("no text names them: other.png", "Not taken: what.xyz.")
    expect(NorvelWeb::ManuscriptRecord.pluck(:filename)).to contain_exactly("Überblick.md", "page.html")
    visit "/"
    expect(page).to have_no_css(".arrived")
    find(".folder-open", text: "Überblick").click
    visit "#{current_path}/pages/1"
    expect(page).to have_css("svg.page image")
  end

  it "gives each text of an archive the picture that lies beside it, where others are called the same", driver: :rack_test do
    larger = Wild::PNG + "more".b
    zip = Norvel::Formats::Archive.new({}).write({"one/a.md" => "![A](fig.png)\n", "one/fig.png" => Wild::PNG,
      "two/b.md" => "![B](fig.png)\n", "two/fig.png" => larger, "three/c.md" => "![C](https://example.org/fig.png) ![D](./four/fig.png)\n"})
    bring(put("book.zip", zip))
    expect(find(".arrived").text).to include("“a.md” was brought in, with 1 picture", "“c.md” was brought in.")
    pictures = NorvelWeb::ManuscriptRecord.all.to_h do |row|
      source = NorvelWeb::OriginalRecord.find_by!(manuscript_id: row.id).bytes
      read = Norvel::Formats.read(source, name: row.filename)
      [row.filename, read.images.filter_map { |_, inset, _| Norvel::Formats.of("markdown").media(source, inset.ref) }]
    end
    expect(pictures).to eq("a.md" => [Wild::PNG], "b.md" => [larger], "c.md" => [])
  end

  it "says how it read a plain text, and reads it the other way as long as nothing was done with it" do
    bring(File.join(Manuscripts::DEMO, "lamp-keeper.txt"))
    expect(page).to have_css("#slip", text: "lines that were broken at some 70 letters are joined")
    click_button "Take each line for a paragraph"
    expect(page).to have_css("#slip", text: "each line a paragraph of its own").and have_button("Join the lines of paragraphs")
    expect(now.paragraphs.size).to be > 25
    click_button "Join the lines of paragraphs"
    expect(page).to have_button("Take each line for a paragraph")
    click_button "Tidy to “"
    expect(page).to have_css("#message", text: "Tidied by").and have_no_button("Take each line for a paragraph")
    expect(fetched("original")).to eq(File.binread(File.join(Manuscripts::DEMO, "lamp-keeper.txt")))
  end

  it "takes what is typed or pasted, marks and all, and gives a changed text back with its own lines" do
    find("summary", text: "Or paste it").click
    fill_in "pasted-name", with: "Glocken / Bells"
    fill_in "pasted-text", with: "# Glocken\n\nDie *erste* Glocke.\n\n* eins\n* zwei\n"
    click_button "Bring the text in"
    expect(page).to have_css("#pages .para[data-p]")
    expect(row.filename).to eq("Glocken - Bells.md")
    change = Norvel::Changes.build("edit_text", "paragraph" => now.paragraphs.last.id, "text" => "zwei, drei")
    NorvelWeb::Workbench.new(row.id).change(change, head: row.head_id)
    expect(fetched("file").force_encoding("UTF-8")).to eq("# Glocken\n\nDie *erste* Glocke.\n\n* eins\n* zwei, drei\n")
    page.execute_script(<<~JS)
      window.location = "/";
    JS
    expect(page).to have_css(".paste-in")
    find("summary", text: "Or paste it").click
    find("#pasted-text").click
    page.execute_script(<<~JS)
      const text = document.getElementById("pasted-text"), clip = new DataTransfer();
      clip.setData("text/html", "<h2>Lamps</h2><p>All <b>nineteen</b>.</p>");
      text.dispatchEvent(new ClipboardEvent("paste", {clipboardData: clip, bubbles: true}));
      text.value = "Lamps All nineteen."; text.dispatchEvent(new Event("input", {bubbles: true}));
    JS
    click_button "Bring the text in"
    expect(page).to have_css("#pages .para[data-p]")
    pasted = NorvelWeb::ManuscriptRecord.order(:id).last
    expect(pasted.filename).to eq("Pasted text.html")
    expect(NorvelWeb::Workbench.new(pasted.id).state.manuscript.paragraphs.map(&:style)).to eq(%w[heading_2 body])
  end
end
