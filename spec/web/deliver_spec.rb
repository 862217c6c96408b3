# frozen_string_literal: true

require_relative "../support/browser"
require_relative "../support/pdf"
require_relative "../support/wild"

# From the upload to the PDF with bookmarks, its actions counted: a click, a key command, a typed entry.
RSpec.describe "Delivering", type: :feature do
  before do
    Web.clear
    @actions = 0
    FileUtils.rm_rf(downloads)
    FileUtils.mkdir_p(downloads)
    next unless page.driver.wait? # a browser

    page.driver.browser.execute_cdp("Browser.setDownloadBehavior", behavior: "allow", downloadPath: downloads)
  end

  def downloads = File.join(Dir.tmpdir, "norvel-downloads-#{Process.pid}")

  def act
    @actions += 1
    yield
  end

  def press(label, says: nil)
    act { click_on label }
    expect(page).to have_css("#message", text: says) if says
  end

  it "lists what the file tells of persons, and takes it out" do
    path = File.expand_path("../../tmp/reference/node_modules/mammoth/test/test-data/comments.docx", __dir__)
    Web.bring("Überblick.docx", File.binread(path))
    visit "/manuscripts/#{row.id}/deliver"
    expect(page).to have_css(".before li", text: /Author of comments: .+2 times/)
    find_button("Take out: Last saved by").click
    expect(page).to have_no_css(".before li", text: "Last saved by")
    click_button "Take out all of it"
    expect(page).to have_no_text("tells of persons")
    expect([now.traces, now.info.author, now.matters.size]).to eq([[], nil, 2])
    click_button "Undo"
    expect(page).to have_css(".before li", text: "Author of comments")
  end

  it "records changes of formatting where the file records revisions and the person asks for it" do
    Web.bring("Überblick.docx", Wild.build(settings: "<w:trackRevisions/>", body: "<w:p><w:r><w:t>One line of text.</w:t></w:r></w:p>"))
    visit "/manuscripts/#{row.id}/deliver"
    expect(page).to have_no_css("#record-them")
    centred = Norvel::Changes.build("format_here", "paragraphs" => [now.paragraphs.first.id], "values" => {"align" => "center"})
    NorvelWeb::App.workbenches[row.id].change(centred, head: nil)
    visit "/manuscripts/#{row.id}/deliver"
    recorded = lambda do
      path = File.join(downloads, "Überblick – restyled.docx")
      FileUtils.rm_f(path)
      press "Deliver .docx", says: "Delivered: Überblick – restyled.docx"
      page.document.synchronize(10) { raise Capybara::ElementNotFound unless File.exist?(path) }
      Zip::File.open(path) { |zip| zip.read("word/document.xml") }.scan("pPrChange w:").size
    end
    expect(recorded.call).to eq(0)
    check "record-them"
    expect(recorded.call).to eq(1)
  end

  it "makes pages and chapters of books in which axe-core finds nothing" do
    %w[boat-shed-handbook.docx toll-books.md].each do |name|
      bytes = File.binread(File.join(Manuscripts::DEMO, name))
      made = ->(as) { Norvel::Formats.make(layout(Norvel::Formats.read(bytes, name: name)), as: as, source: bytes, name: "x").b }
      book = Norvel::Formats::Archive.read(made["epub"]).members.select { |member, _| member.end_with?(".xhtml", ".css") }
      book.merge("whole.html" => made["html"]).each do |member, text|
        path = File.join(downloads, name, member)
        FileUtils.mkdir_p(File.dirname(path))
        File.binwrite(path, text)
      end
      chapters = Dir[File.join(downloads, name, "**", "*.{xhtml,html}")]
      expect(chapters.size).to be >= 3
      chapters.each do |path|
        visit "file://#{path}"
        # It knows no roles of publications, and so not that a page's break has a name (DPUB-ARIA 1.1, doc-pagebreak).
        expect(page).to be_axe_clean.excluding("[role=doc-pagebreak]").according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
      end
    end
  end

  it "takes a thesis in at most fifteen actions from the upload to a PDF with bookmarks, title, author and alternatives" do
    path = File.join(downloads, "Überblick.docx")
    File.binwrite(path, demo("night-ferries.docx"))
    visit "/"
    act { attach_file "file", path }
    act { click_on "Bring it in" }
    expect(page).to have_css("#pages .para[data-p]")
    act { keys "5" }
    expect(page).to have_css(".plan-line")
    act { first("button", text: /\AApply/).click }
    expect(page).to have_css("#pages .para[data-p]", wait: 20)
    act { keys "7" }
    expect(page).to have_css("#held")
    act { fill_in "info-author", with: "Linnet Ashgarth" }
    act { click_on "Let it say so" }
    expect(page).to have_css("#message", text: /author/i)
    act { keys "9" }
    expect(page).to have_css(".crate", text: "Bookmarks, from headings")
    press "Deliver PDF", says: "Delivered: Überblick.pdf"
    expect(@actions).to be <= 15
    file = File.join(downloads, "Überblick.pdf")
    page.document.synchronize(10) { raise Capybara::ElementNotFound unless File.exist?(file) }
    made = ReadPdf.new(File.binread(file))
    expect(made.info.values_at(:Title, :Author)).to eq(["The Night Ferries of the Ansel Sound", "Linnet Ashgarth"])
    expect(made.outline.size).to be > 10
    expect(made.labels.first(4)).to eq(%w[i ii iii 1])
    expect(row.deliveries.map(&:filename)).to eq(["Überblick.pdf"])
    expect(row.deliveries.first.fingerprint).to eq(Digest::SHA256.hexdigest(File.binread(file)))
    keys "8"
    expect(page).to have_css(".ledger", text: "delivered as Überblick.pdf")
  end

  it "says first what is still open, and proves afterwards that no word is lost" do
    Web.bring("report.docx", docx { |file|
      file.raw(
        %(<w:p><w:r><w:t xml:space="preserve">The ferry </w:t></w:r><w:ins w:id="3" w:author="A"><w:r><w:t>left</w:t></w:r></w:ins></w:p>)
      )
    })
    visit "/manuscripts/#{row.id}/deliver"
    expect(page).to have_css(".before", text: "Still open: 1 insertion.")
    press "Deliver .docx", says: "Delivered: report.docx"
    expect(page).to have_css(".crate", text: "Words that differ none")
    visit "/manuscripts/#{row.id}/proof"
    expect(page).to have_css(".sum", text: /none\s+words differ/)
    expect(page).to have_text(Digest::SHA256.hexdigest(NorvelWeb::OriginalRecord.first.bytes))
    visit "/manuscripts/#{row.id}/deliver"
    expect(page).to be_axe_clean.according_to(:wcag2a, :wcag2aa, :wcag21aa, :wcag22aa)
  end

  it "says which lists are out of date, and brings them up to date there", driver: :rack_test do
    Web.bring("night-ferries.docx", short_report)
    bench = NorvelWeb::Workbench.new(row.id)
    chapter = bench.state.headings.first.first
    bench.change(Norvel::Changes.build("make_contents", "before" => chapter.id, "title" => "Contents", "levels" => 2), head: nil)
    bench.change(Norvel::Changes.build("change_style", "style" => "Normal", "values" => {"space_after" => "30 pt"}),
      head: row.reload.head_id)
    visit "/manuscripts/#{row.id}/deliver"
    expect(page).to have_css(".before", text: /Out of date: the list of contents: \d+ folios differ/)
    click_button "Bring the lists up to date"
    expect(page).to have_css("h2", text: "Deliver").and have_no_text("Out of date")
  end

  it "gives the file a name that says what it is, or the one that the person writes" do
    Web.bring("Überblick.docx", docx { |file| file.paragraph("A line") })
    visit "/manuscripts/#{row.id}/deliver"
    expect(page).to have_field("Its name", with: "Überblick.docx") # nothing was changed
    NorvelWeb::App.workbenches[row.id].change(Norvel::Changes.build("set_hyphenation", "on" => true), head: nil)
    visit "/manuscripts/#{row.id}/deliver"
    expect(page).to have_field("Its name", with: "Überblick – restyled.docx")
    fill_in "Its name", with: "a/b"
    press "Deliver .docx", says: "A file's name has none of"
    fill_in "Its name", with: "Für Frau Ö"
    press "Deliver .docx", says: "Delivered: Für Frau Ö.docx"
    expect(row.deliveries.map(&:filename)).to eq(["Für Frau Ö.docx"])
    visit "/manuscripts/#{row.id}/deliver"
    expect(page).to have_field("Its name", with: "Für Frau Ö.docx")
    fill_in "Its name", with: "Vorlage.dotx"
    press "Deliver .docx", says: "Delivered: Vorlage.dotx"
  end

  it "shows how far a long work is, and stops it" do
    Web.bring("report.docx", docx { |file| file.paragraph("A line") })
    allow(Norvel::Formats).to receive(:make) { |*, **, &tell| tell[3, 20] && sleep }
    visit "/manuscripts/#{row.id}/deliver"
    press "Deliver PDF", says: "Making 1 page …"
    expect(page).to have_css("#making progress[value='3'][max='20']")
    find("body").send_keys(:escape)
    expect(page).to have_css("#message", text: "Stopped; nothing was made.")
    expect(page).to have_no_css("#making")
    allow(Norvel::Formats).to receive(:make).and_call_original
    press "Deliver PDF", says: "Delivered: report.pdf"
  end

  it "tells in a sentence what cannot be delivered" do
    Web.bring("report.docx", docx { |file| file.paragraph("A line") })
    allow(Norvel::Formats).to receive(:make)
      .and_raise(Norvel::FileError, "The font “Quayside” may not be part of a file that is given away.")
    visit "/manuscripts/#{row.id}/deliver"
    press "Deliver PDF", says: "The font “Quayside” may not be part of a file"
    expect(page).to have_link("Deliver PDF")
  end
end
