# frozen_string_literal: true

require_relative "../support/web"

# The file came back: it is taken in as one entry of the ledger, with a file of its own.
RSpec.describe "The next version, by request" do
  include Requests

  before { Web.clear }

  let(:row) { Web.bring("quayside-notice.docx") }

  def bench = NorvelWeb::App.workbenches[row.id]

  def change(name, **given)
    bench.change(Norvel::Changes.build(name, given.transform_keys(&:to_s)), head: row.reload.head_id)
  end

  # @yieldparam theirs [Norvel::Manuscript] @yieldreturn [Norvel::Manuscript] what they made of it
  # @return [String] the bytes of what they send back
  def returned
    sent = bench.delivery
    theirs = Norvel::Formats.read(sent, name: "a.docx")
    Norvel::Formats.write(yield(theirs), source: sent)
  end

  def act(theirs, name, **given) = Norvel::Changes.build(name, given.transform_keys(&:to_s)).call(theirs)

  def take(bytes, name: "Überblick zurück.docx", head: row.reload.head_id, **more)
    file = Tempfile.new(["came", File.extname(name)], binmode: true).tap { |one| one.write(bytes) && one.flush }
    post "/manuscripts/#{row.id}/version", {file: Rack::Test::UploadedFile.new(file.path, original_filename: name), head: head,
      authenticity_token: token, **more}
  end

  def says = Nokogiri::HTML(last_response.body).text.gsub(/\s+/, " ")

  def worded(theirs) = theirs.paragraphs.reject(&:blank?).first(3)

  def longest(theirs) = theirs.paragraphs.max_by { |one| one.text.length }

  it "is one entry that is stepped over both ways, also after a restart, and is delivered from its own file" do
    change("change_style", style: "Normal", values: {"space_after" => "7 pt"})
    before = [bench.manuscript, bench.delivery]
    came = returned { |theirs| act(theirs, "edit_text", paragraph: longest(theirs).id, text: "#{longest(theirs).text} So they say.") }
    take(came)
    expect([last_response.status, last_response["Location"]]).to match([302, %r{/compare\?from=entry:\d+}])
    follow_redirect!
    expect(says).to include("1 changed", "So they say.")
    expect([row.reload.filename, row.entries.last.operation, row.entries.last.sentence])
      .to match(["Überblick zurück.docx", "next_version", /\ATook in “Überblick zurück\.docx” as the next version: 1 changed of/])
    taken = bench.manuscript
    change("change_style", style: "Normal", values: {"space_after" => "9 pt"})
    2.times do
      delivered = Norvel::Formats.read(bench.delivery, name: "a.docx")
      expect([delivered.words, delivered.sheet["Normal"].properties[:space_after]]).to eq([taken.words, 114_300])
      get "/manuscripts/#{row.id}/original"
      expect([last_response.body.b, last_response["Content-Disposition"]]).to match([came, /zur%C3%BCck\.docx/])
      Web.restart
    end
    post "/manuscripts/#{row.id}/undo", authenticity_token: token, head: row.reload.head_id
    expect(bench.manuscript).to eq(taken)
    post "/manuscripts/#{row.id}/undo", {authenticity_token: token, head: row.reload.head_id}, "HTTP_HX_REQUEST" => "true"
    expect(last_response["HX-Refresh"]).to eq("true")
    expect([bench.manuscript, bench.delivery, row.reload.filename]).to eq([*before, "quayside-notice.docx"])
    Web.restart
    post "/manuscripts/#{row.id}/redo", authenticity_token: token, head: row.reload.head_id
    expect([bench.manuscript, row.reload.filename]).to eq([taken, "Überblick zurück.docx"])
    get "/manuscripts/#{row.id}/ledger"
    expect(says).to include("Brought in: quayside-notice.docx", "Took in “Überblick zurück.docx”")
    get "/manuscripts/#{row.id}/compare?from=first"
    expect(says).to include("as it first came", "So they say.")
  end

  it "takes a version of a version, and one that was delivered in between is known" do
    change("change_style", style: "Normal", values: {"space_after" => "7 pt"})
    first = returned { |theirs| act(theirs, "edit_text", paragraph: longest(theirs).id, text: "#{longest(theirs).text} Once.") }
    take(first)
    change("change_style", style: "Normal", values: {"space_after" => "9 pt"})
    second = returned { |theirs| act(theirs, "format_here", paragraphs: [longest(theirs).id], values: {"italic" => "yes"}) }
    row.deliveries.create!(entry_id: row.reload.head_id, filename: "x.docx", fingerprint: "x")
    change("change_style", style: "Normal", values: {"space_after" => "11 pt"})
    take(second, name: "again.docx")
    now = bench.manuscript
    expect([longest(now).text[-5..], now.sheet["Normal"].properties[:space_after], now.returned.map(&:property)])
      .to eq(["Once.", 139_700, [:italic]])
    3.times { post "/manuscripts/#{row.id}/undo", authenticity_token: token, head: row.reload.head_id }
    expect([longest(bench.manuscript).text[-5..], row.reload.filename, bench.state.version]).to eq(["Once.", "Überblick zurück.docx",
      row.entries.find_by(operation: "next_version").id])
  end

  it "lets what they formatted be taken or cleared, each a change of its own" do
    change("change_style", style: "Normal", values: {"space_after" => "7 pt"})
    take(returned { |theirs| act(theirs, "format_here", paragraphs: worded(theirs).map(&:id), values: {"color" => "#ff0000"}) })
    follow_redirect!
    names = Nokogiri::HTML(last_response.body).css("[data-row]").map { |one| one["data-row"] }
    expect(says).to include("Formatting of theirs in 3 paragraphs")
    settle = {authenticity_token: token, from: "original"}
    post "/manuscripts/#{row.id}/version/settle", {**settle, head: row.reload.head_id, way: "take", rows: names.first}
    expect(bench.manuscript.returned.map(&:paragraph).uniq.size).to eq(2)
    post "/manuscripts/#{row.id}/version/settle", {**settle, head: row.reload.head_id, way: "clear", paragraphs: "all"}
    expect([bench.manuscript.returned, worded(bench.manuscript).map { |one| one.runs.first.properties[:color] }.compact.size])
      .to eq([[], 1])
    expect(row.entries.last.sentence).to eq("Cleared the formatting that came with the version in 2 paragraphs.")
    post "/manuscripts/#{row.id}/version/settle", {**settle, head: row.reload.head_id, way: "clear", paragraphs: "all"}
    expect(says).to include("There is no formatting of theirs to decide on.")
    post "/manuscripts/#{row.id}/undo", authenticity_token: token, head: row.reload.head_id
    expect(bench.manuscript.returned.size).to be >= 2
  end

  it "refuses in a sentence what is no next version of it, and changes nothing" do
    change("change_style", style: "Normal", values: {"space_after" => "7 pt"})
    seen = row.reload.head_id
    other = demo("boat-shed-handbook.docx")
    {[other, "other.docx"] => /only \d+ of 100 paragraphs are of this manuscript/,
     [demo("pilot-interview.odt"), "a.odt"] => /is another kind of file than this manuscript, which is of \.docx/,
     ["PK no", "broken.docx"] => /\w{4,}/, [bench.delivery, "same.docx"] => /Nothing in “same\.docx” differs from what is here/}
      .each do |(bytes, name), sentence|
        take(bytes, name: name)
        expect([last_response.status, says]).to match([be >= 400, sentence])
      end
    post "/manuscripts/#{row.id}/version", head: seen, authenticity_token: token
    expect(says).to include("Choose the file that came back first.")
    take(other, head: nil)
    expect(says).to include("Meanwhile, in another window")
    expect([row.reload.head_id, row.originals.count, row.filename]).to eq([seen, 1, "quayside-notice.docx"])
    take(other, name: "other.docx", sure: "yes")
    expect([row.reload.originals.count, bench.manuscript.words]).to eq([2, Norvel::Formats.read(other, name: "a.docx").words])
  end

  it "is held against a guide with others by what is in force" do
    change("change_style", style: "Normal", values: {"space_after" => "7 pt"})
    take(returned { |theirs| act(theirs, "edit_text", paragraph: longest(theirs).id, text: "#{longest(theirs).text} Once.") })
    change("change_style", style: "Normal", values: {"space_after" => "9 pt"})
    held = row.reload
    guide = Norvel::Guide.find("staff-notice")
    read = NorvelWeb::Batches.held(NorvelWeb::Batches::Given.of(held), guide)
    expect(JSON.parse(read)["findings"]).to eq(bench.state.check(guide).open_findings.size)
  end
end
