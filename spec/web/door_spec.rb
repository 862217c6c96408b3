# frozen_string_literal: true

require_relative "../support/web"

# What comes from outside: read by declared type, or refused with a sentence. Nothing of it is a fault of Norvel.
RSpec.describe "The door" do
  include Requests

  before(:all) do
    Web.clear
    @row = Web.bring("quayside-notice.docx")
  end

  attr_reader :row

  def send_form(path, fields, **headers) =
    post("/manuscripts/#{row.id}#{path}", fields.merge("authenticity_token" => token, "head" => row.reload.head_id.to_s), headers)

  def status = last_response.status

  # As a browser writes it: the name in plain UTF-8.
  def upload(name)
    bytes = File.binread(File.join(Manuscripts::DEMO, "quayside-notice.docx"))
    body = [
      "--b\r\nContent-Disposition: form-data; name=\"authenticity_token\"\r\n\r\n#{token}\r\n--b\r\nContent-Disposition: " \
      "form-data; name=\"file\"; filename=\"#{name}\"\r\nContent-Type: application/octet-stream\r\n\r\n".b, bytes, "\r\n--b--\r\n"
    ].join.b
    post "/manuscripts", {}, :input => body, "CONTENT_TYPE" => "multipart/form-data; boundary=b", "CONTENT_LENGTH" => body.bytesize.to_s
  end

  ["Überblick – Ñandú.docx", "“q”.docx", "日本語.docx", "a\u0301.docx"].each do |name|
    it "brings in a file called #{name}, and delivers it under its name" do
      upload(name)
      expect(status).to eq(302)
      brought = NorvelWeb::ManuscriptRecord.order(:id).last
      expect(brought.filename).to eq(name)
      get "/manuscripts/#{brought.id}/file"
      expect([status, last_response.headers["content-disposition"]]).to match([200, include("filename*=UTF-8''")])
      get "/"
      expect(last_response.body).to include(name)
    end
  end

  it "refuses what is no request, with 400, 404 or 422 and a sentence" do
    id = row.id
    wrong = {
      "/manuscripts/#{id}/find?find=%FF" => 400, "/manuscripts/#{id}/slip?chosen=%FF" => 400,
      "/manuscripts/#{id}/slip?pattern=%C3%28" => 400, "/manuscripts/%FF" => 400, "/manuscripts/#{id}%00" => 400,
      "/manuscripts/#{id}/styles/%FF" => 400, "/manuscripts/#{id}/slip?chosen[]=9" => 400,
      "/manuscripts/#{id}/slip?range[]=1" => 400, "/manuscripts/#{id}/slip?words[]=a" => 400, "/manuscripts/#{id}/slip?find[a]=1" => 400,
      "/manuscripts/#{id}abc" => 404, "/manuscripts/0x1" => 404, "/manuscripts/-1" => 404,
      "/manuscripts/#{"9" * 30}" => 404, "/manuscripts/#{id}/pages/0" => 404, "/manuscripts/#{id}/pages/-1" => 404,
      "/manuscripts/#{id}/pages/1#{"0" * 26}" => 404, "/manuscripts/#{id}/pages/1x" => 404,
      "/manuscripts/#{id}/pages/99999" => 404, "/manuscripts/#{id}/slip?range=1-99999999999999" => 400,
      "/manuscripts/#{id}/slip?range=x" => 400,
      "/guides/..%2F..%2Fetc%2Fpasswd" => 404, "/guides/nothing" => 404, "/manuscripts/#{id}/looks/list?split=%00" => 400,
      "/manuscripts/#{id}/slip?#{(["a"] * 10_000).join("&")}" => 400, "/manuscripts/#{id}/slip?a#{"[a]" * 90}=1" => 400,
      "/manuscripts/#{id}/media?name=..%2F..%2Fx.png" => 404,
      "/manuscripts/#{id}/styles/nothing" => 422, "/manuscripts/#{id}/lists/nothing" => 422, "/manuscripts/#{id}/slip?among=nothing" => 422
    }
    got = wrong.keys.to_h do |path|
      get path
      [path, [status, last_response.body.empty?]]
    end
    expect(got.reject { |path, (code, empty)| code == wrong[path] && !empty }.transform_keys { |path| path[0, 60] }).to eq({})
  end

  it "refuses changes that are none" do
    wrong = {
      ["/changes/nothing", {}] => 422, ["/changes/apply_style", {"style" => ["x"], "chosen" => "0"}] => 400,
      ["/changes/apply_style", {"style" => "nothing", "chosen" => "0"}] => 422,
      ["/changes/set_page_design", {"sections" => "9", "paper" => "A4"}] => 400,
      ["/changes/set_page_design", {"sections" => ["99"], "paper" => "A4"}] => 422,
      ["/changes/set_page_design", {"margin" => {"start" => "-900 cm"}}] => 422,
      ["/changes/set_page_design", {"margin" => "x"}] => 400, ["/changes/change_style", {"style" => "Normal", "values" => "x"}] => 400,
      ["/changes/change_style", {"style" => "Normal", "values" => {"nothing" => "1"}}] => 422,
      ["/changes/change_style", {"style" => "Normal", "values" => {"size" => ["1"]}}] => 400,
      ["/changes/move_paragraphs", {"chosen" => "0", "by" => "1" * 40}] => 400,
      ["/changes/change_list", {"list" => "1", "levels" => "x"}] => 400, ["/plan/lines", {"as" => "x"}] => 400,
      ["/plan/lines", {"strike" => ["x"]}] => 400,
      ["/changes/replace_text", {"find" => "\xFF".b, "replace" => "x"}] => 400,
      ["/consider/mend", {"rule" => "nothing", "place" => "0"}] => 422,
      ["/step", {"entry" => "1x"}] => 400, ["/step", {"entry" => "99999999"}] => 422, ["/sheets/file", {"file" => "x"}] => 400,
      ["/changes/swap_sheet", {"sheet" => "kept:999"}] => 404, ["/changes/swap_sheet", {"sheet" => "guide:nothing"}] => 422,
      ["/name", {"name" => ["x"]}] => 400, ["/guide", {"guide" => {"a" => "b"}}] => 400
    }
    entries = row.entries.count
    got = wrong.keys.to_h do |(path, fields)|
      send_form(path, fields)
      [[path, fields], status]
    end
    expect(got.reject { |key, code| code == wrong[key] }).to eq({})
    expect(row.entries.count).to eq(entries)
  end

  it "refuses a writing that is none" do
    sent = token
    steps = [[{"do" => "edit", "paragraph" => {"a" => 1}, "text" => "x"}], [{"do" => "edit", "paragraph" => 0, "text" => ["x"]}],
      [{"do" => "insert", "paragraph" => 0, "new" => "x", "style" => "Normal"}],
      [{"do" => "split", "paragraph" => 0, "at" => -5, "new" => 9}],
      [{"do" => "style", "paragraphs" => "0", "style" => "Normal"}], ["x"], [nil]]
    codes = steps.map do |list|
      post "/manuscripts/#{row.id}/write", JSON.generate("head" => "", "number" => "abcdefgh1", "run" => "abcdefgh2", "steps" => list),
        "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => sent
      [status, JSON.parse(last_response.body)["sentence"].to_s.empty?]
    end
    expect(codes.map(&:first)).to all(be_between(400, 422))
    expect(codes.map(&:last)).to all(be(false))
    post "/manuscripts/#{row.id}/write", "[" * 5_000, "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => sent
    expect(status).to eq(422)
  end

  it "serves every face that the pages are drawn in" do
    get "/faces.css"
    faces = last_response.body.scan(/url\("([^"]+)"\)/).flatten
    codes = faces.map { |face| get(face) && [status, last_response.headers["content-type"]] }
    expect([faces.size > 20, codes.uniq - [[200, "font/ttf"], [200, "font/otf"]]]).to eq([true, []])
  end

  it "declares every parameter that a path names" do
    named = NorvelWeb::App.routes.values.flatten(1).flat_map { |pattern, *| pattern.names }.uniq
    expect(named - NorvelWeb::Asked::PATH.keys.map(&:to_s)).to eq([])
  end

  it "lets a route see what it declares and what its address names, nothing else" do
    given = {"id" => "5", "kind" => "pdf", "find" => "boat", "style" => "Body"}
    read = NorvelWeb::Asked.read(given, given, {find: NorvelWeb::Asked.line(20)}, ["id"])
    expect(read).to eq("id" => "5", "find" => "boat")
  end

  it "writes nothing when something is only looked at" do
    id = row.id
    paths = ["/", "/guides/marrowby-diploma", *%w[\  sheets pages/1 strip slip?chosen=0 outline outline/slip
      outline/headings find?find=boat findings findings?by=page findings?by=paragraph findings/list findings/slip
      findings/here?chosen=0 findings/step parts ledger styles family specimen reading?chosen=0 survey looks
      looks/list plan deliver file original report.json report.csv report.html]
      .map { |view| "/manuscripts/#{id}#{"/#{view}" unless view == " "}" }]
    codes = ActiveRecord::Base.while_preventing_writes { paths.to_h { |path| get(path) && [path, status] } }
    expect(codes.reject { |_, code| code == 200 }).to eq({})
  end

  it "answers a condition that is none beside its field" do
    ["(", "+" * 400].each do |pattern|
      get "/manuscripts/#{row.id}/slip", {"pattern" => pattern, "regular" => "yes"}
      expect([status, last_response.body]).to match([200, /Nothing is chosen.*is no regular expression/])
    end
    # Seen: a pattern that nothing is like said nothing, and its field was empty.
    get "/manuscripts/#{row.id}/slip", {"pattern" => "/z{9}/"}
    expect(last_response.body).to include("Nothing is chosen. the pattern “z{9}”: 0", 'value="/z{9}/"')
    get "/manuscripts/#{row.id}/slip", {"pattern" => "/(?i)the/"}
    expect(last_response.body).to match(/the pattern “\(\?i\)the”: \d+/)
  end

  it "keeps no page in the browser, packs what is long, and says refusals in one line without the person's words" do
    get "/manuscripts/#{row.id}", {}, "HTTP_ACCEPT_ENCODING" => "gzip"
    expect(last_response.headers.slice("cache-control", "content-encoding"))
      .to eq("cache-control" => "no-store", "content-encoding" => "gzip")
    said = StringIO.new
    get "/manuscripts/#{row.id}/slip", {"words" => "secret words", "where" => "everywhere"}, "rack.errors" => said
    expect(said.string).to match(%r{\Anorvel: refused 422 GET /manuscripts/:id/slip \(Norvel::ChangeRefused\)\n\z})
  end

  it "cleans what is written, of characters that no XML may hold" do
    dirty = "Ro\u0001pes\u000B\uFFFE and\r bells"
    send_form("/changes/define_style", {"name" => dirty, "parent" => "Normal"})
    expect(NorvelWeb::Workbench.new(row.id).state.manuscript.sheet.styles.values.map(&:name)).to include("Ropes and bells")
    send_form("/name", {"name" => dirty})
    expect(row.reload.name).to eq("Ropes and bells")
    get "/manuscripts/#{row.id}/file"
    expect([status, last_response.body[/role="alert">[^<]*/]]).to eq([200, nil])
    expect { Norvel::Formats.read(last_response.body) }.not_to raise_error
    send_form("/undo", {})
  end

  it "leaves no copy of what was brought in" do
    before = Dir.glob(File.join(Dir.tmpdir, "RackMultipart*")).size
    upload("notice.docx")
    expect(Dir.glob(File.join(Dir.tmpdir, "RackMultipart*")).size).to eq(before)
  end
end
