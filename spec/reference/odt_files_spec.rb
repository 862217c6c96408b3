# frozen_string_literal: true

require_relative "../support/web"
require_relative "../support/open_document"
require_relative "../support/outside"
require "json"
require "open3"

# Files that nobody here wrote: odfpy's manual, and what odfpy makes; held against what odfpy and nokogiri read in them.
RSpec.describe "OpenDocument files from elsewhere" do
  include OpenDocument
  include Requests

  let(:manual) { "/usr/share/python-odf/api-for-odfpy.odt" }

  def by_odfpy(*words)
    out, status = Open3.capture2("/usr/bin/python3", File.join(__dir__, "written_by_odfpy.py"), *words)
    expect(status).to be_success
    out
  end

  let(:made) { File.join(Dir.mktmpdir, "Überblick.odt").tap { |path| by_odfpy("make", path) } }

  # Every text:p and text:h of the body that stands in none of what is anchored, its white space taken as the standard has it.
  def by_nokogiri(path)
    content = Nokogiri::XML(Norvel::Formats::Archive.member(File.binread(path), "content.xml"))
    content.xpath("//office:text//text:p | //office:text//text:h").reject { |node|
      node.ancestors.any? { |one| %w[note annotation frame tracked-changes].include?(one.name) }
    }.map { |node| node.xpath(".//text()[not(ancestor::text:note)]").map(&:text).join.split.join(" ") }
  end

  it "has their words, styles, notes and images" do
    [manual, made].each do |path|
      read = Norvel::Formats.read(File.binread(path), name: path)
      theirs = JSON.parse(by_odfpy("read", path))
      plain = ->(text) { text.delete(Norvel::Manuscript::INSET_MARK).split.join(" ") }
      ours = read.paragraphs.map { |paragraph| plain[paragraph.text] }
      expect(ours).to eq(theirs["paragraphs"].map { |one| plain[one["text"]] }), path
      joined = ->(all) { all.join(" ").delete(" ") } # what stands for spaces and tabs is no text to nokogiri
      expect(joined[ours]).to eq(joined[by_nokogiri(path)]), path
      expect([read.notes.size, read.images.size]).to eq([theirs["notes"], theirs["images"]])
      named = read.sheet.styles.keys.map { |id| id.sub(/ \(.*\)\z/, "") }
      expect(theirs["styles"] - named).to all(match(/\A(?:gr|Frame|Graphics|OLE)/)) # of drawings
      expect(read.warnings).to eq([])
    end
  end

  # What stands beside the text and is none: comments, what was taken out, the cached numbers of notes.
  def letters_by_nokogiri(path)
    content = Nokogiri::XML(Norvel::Formats::Archive.member(File.binread(path), "content.xml"))
    all = content.xpath("//office:text//text()[ancestor::text:p or ancestor::text:h]")
    apart = %w[annotation tracked-changes note-citation]
    all.reject { |node| node.ancestors.any? { |one| apart.include?(one.name) } }.map(&:text).join.gsub(/\s/, "").chars.tally
  end

  it "reads the templates that a gem carries, every letter of them, and lays them out" do
    paths = Dir[File.join(Outside::REFERENCE, "odf-report-*", "**", "*.odt")].sort
    expect(paths.size).to be >= 15
    paths.each do |path|
      read = Norvel::Formats.read(File.binread(path), name: path)
      ours = (read.all_paragraphs - read.margin_paragraphs).map(&:text).join.gsub(/[\s\u{FFFC}]/, "").chars.tally
      expect(ours).to eq(letters_by_nokogiri(path)), path
      layout = Norvel::Layout.new(read)
      expect([layout.pages.size, read.warnings]).to match([be_between(1, 5), []])
      expect(read.images.map { |_, inset, _| Norvel::Formats.of("odt").media(File.binread(path), inset.ref)&.bytesize.to_i })
        .to all(be > 100)
    end
  end

  it "keeps the number of every run and paragraph when it is read again, and gives the file back as it came" do
    bytes = File.binread(manual)
    one, other = Array.new(2) { Norvel::Formats.read(bytes, name: "a.odt") }
    expect(one == other).to be(true)
    expect(Norvel::Formats.write(one, source: bytes)).to eq(bytes)
    changed = Norvel::Changes.build("apply_style", "style" => one.paragraphs[0].style, "paragraphs" => [3]).call(one)
    delivered = Norvel::Formats.write(changed, source: bytes)
    expect(Norvel::Formats.read(delivered, name: "a.odt").paragraphs[3].style).to eq(one.paragraphs[0].style)
    waived = one.with(waivers: [Norvel::Manuscript::Waiver.new(rule: "x", reason: "y")])
    expect(Norvel::Formats.write(waived, source: bytes)).to eq(bytes)
  end

  it "comes out in survey, pages, check and a PDF" do
    read = Norvel::Formats.read(File.binread(made), name: "a.odt")
    examined = Norvel::Examination.new(read)
    survey = Norvel::Report::Survey.new(examined).to_h
    expect(survey.values_at(:format, :notes, :tables, :language)).to eq(["odt", 6, 1, nil])
    expect(survey[:paragraphs][3]).to include(style: "Standard", role: "body", direct: include(paragraph: {"indent_first_pt" => 21.26}))
    expect(survey[:paragraphs][3][:direct][:text].map { |span| span[:set] }).to eq([{"italic" => true}])
    expect(survey[:page_designs][0]).to include(paper: "A4", folio: {format: "decimal", start: nil})
    expect(examined.check(Norvel::Guide.find("marrowby-diploma")).results.map(&:state)).to include(:met, :broken)
    pdf = Norvel::Formats.make(examined.layout, as: "pdf", source: File.binread(made), name: "x")
    expect(pdf).to start_with("%PDF-")
  end

  it "stands in every view" do
    Web.clear
    [manual, made].each do |path|
      row = Web.bring(File.basename(path), File.binread(path))
      views = ["", "/slip?chosen=2", "/sheets", "/pages/1?signs=on&measures=on&chosen=2", "/strip", "/outline?reduced=yes", "/looks",
        "/styles?show=all", "/plan", "/parts", "/parts/slip?part=0", "/findings", "/survey", "/deliver", "/ledger"]
      views = ["", "/plan", "/deliver"] if path == manual # which has 101 pages
      views.each do |view|
        get "/manuscripts/#{row.id}#{view}"
        expect([view, last_response.status]).to eq([view, 200])
      end
      get "/manuscripts/#{row.id}/file"
      expect(last_response.body.b).to eq(File.binread(path))
      next if path == manual

      post "/manuscripts/#{row.id}/changes/remove_direct_formatting", {head: "", chosen: "all"}, "HTTP_HX_REQUEST" => "true",
        "HTTP_X_CSRF_TOKEN" => token
      expect(last_response.status).to eq(200)
      get "/manuscripts/#{row.id}/file"
      words = ->(bytes) { Norvel::Formats.read(bytes, name: "a.odt").words }
      expect(words[last_response.body]).to eq(words[File.binread(path)])
    end
  end
end
