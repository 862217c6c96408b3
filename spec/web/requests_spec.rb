# frozen_string_literal: true

require_relative "../support/web"

RSpec.describe "The server" do
  include Requests

  before { Web.clear }

  let(:row) { Web.bring("quayside-notice.docx") }

  def send_form(path, **fields) = post(path, fields.merge(authenticity_token: token))

  def change(operation, **fields) = send_form("/manuscripts/#{row.id}/changes/#{operation}", head: row.reload.head_id, **fields)

  # Seen: two versions of one thesis stood on the desk, and among the other sheets, as one name twice.
  it "tells manuscripts of one name apart, on the desk and wherever they are chosen" do
    Web.clear
    names = ["Fassung eins.docx", "Überblick neu.docx", "Other.docx"]
    rows = names.map { |name| Web.bring("quayside-notice.docx").tap { |row| row.update!(filename: name) } }
    rows.last.update!(name: "Another notice")
    get "/"
    desk = Nokogiri::HTML(last_response.body)
    expect(desk.css(".stack").text.scan(/(\S.*\.docx), brought \d/).flatten.map(&:strip)).to match_array(names.first(2))
    expect(desk.css(".several .mend, .learn .mend").map { |label| label.text.strip }.tally.values.uniq).to eq([2]) # once in each list
    get "/manuscripts/#{rows.last.id}/styles?show=sheets"
    offered = Nokogiri::HTML(last_response.body).css(".sheet-library li span").map(&:text).grep(/brought/)
    expect(offered.map { |text| text[/\((.+\.docx)/, 1] }).to match_array(names.first(2))
  end

  # Seen: `id="main"` stood twice in Parts, and a label led nowhere.
  it "says every id once in a view with its slip, and leads every label to its field" do
    slips = {"" => "slip", "/parts" => "parts/slip", "/outline" => "outline/slip", "/styles" => "styles/Normal?in=styles"}
    views = ["", *%w[outline looks styles plan parts findings ledger deliver survey jobs line-words].map { |view| "/#{view}" }]
    wrong = views.flat_map do |view|
      pages = ["#{view}?", *slips.values_at(view).compact.map { |slip| "/#{slip}" }].map do |path|
        get "/manuscripts/#{row.id}#{path}"
        Nokogiri::HTML(last_response.body)
      end
      pages.first.at_css("#slip")&.children&.unlink if pages.size > 1
      ids = pages.flat_map { |page| page.css("[id]").map { |one| one["id"] } }
      twice = ids.tally.select { |_, count| count > 1 }.keys
      lost = pages.flat_map { |page| page.css("label[for]").map { |label| label["for"] } } - ids
      twice.map { |id| "#{view}: #{id} twice" } + lost.map { |id| "#{view}: a label for #{id}" }
    end
    expect(wrong).to eq([])
  end

  it "refuses a foreign host name" do
    get "/", {}, "HTTP_HOST" => "desk.example"
    expect(last_response.status).to eq(403)
  end

  it "holds a template that is brought back against its own guide" do
    guide = "office-report"
    bytes = Norvel::Template.with_samples(Norvel::Guide.find(guide))
    send_form(
      "/manuscripts", file: Rack::Test::UploadedFile.new(
        StringIO.new(bytes), "application/octet-stream", original_filename: "Vorlage Überblick.docx"
      )
    )
    expect(NorvelWeb::ManuscriptRecord.last.guide).to eq(guide)
  end

  it "refuses a form without its token" do
    post "/manuscripts/#{row.id}/delete"
    expect(last_response.status).to eq(403)
    expect(row.reload.deleted_at).to be_nil
  end

  it "sends a strict policy and fetches nothing from elsewhere" do
    get "/manuscripts/#{row.id}"
    expect(last_response.headers["Content-Security-Policy"]).to include("default-src 'none'", "script-src 'self'")
    expect(last_response.body).not_to match(%r{(?:src|href)="https?://})
    expect(last_response.body).not_to match(/ style="|<script>|\son[a-z]+="/)
  end

  it "takes a .docx and refuses anything else, storing nothing" do
    upload = ->(bytes, name) {
      send_form(
        "/manuscripts", file: Rack::Test::UploadedFile.new(StringIO.new(bytes), "application/octet-stream", original_filename: name)
      )
    }
    upload.call(demo("quayside-notice.docx"), "mine.docx")
    expect(last_response).to be_redirect
    [["hello", "plain.xyz"], ["a\0b", "zero.txt"],
      ["PK\x03\x04 rubbish", "cut.docx"], ["", "none.docx"], ["\xD0\xCF\x11\xE0old".b, "old.docx"],
      [demo("night-ferries.docx")[0, 9_000], "half.docx"]].each do |bytes, name|
      upload.call(bytes, name)
      expect(last_response.status).to eq(422)
      expect(last_response.body).to match(/role="alert">[^<]+\.</)
    end
    expect(NorvelWeb::ManuscriptRecord.count).to eq(1)
  end

  it "renames, puts away and brings back" do
    send_form("/manuscripts/#{row.id}/name", name: "Night <boats>")
    get "/"
    expect(last_response.body).to include("Night &lt;boats&gt;")
    send_form("/manuscripts/#{row.id}/delete")
    get "/manuscripts/#{row.id}"
    expect(last_response.status).to eq(404)
    send_form("/manuscripts/#{row.id}/restore")
    get "/manuscripts/#{row.id}"
    expect(last_response.status).to eq(200)
  end

  it "gives the original back untouched, and the file itself while nothing is changed" do
    %w[original file].each do |kind|
      get "/manuscripts/#{row.id}/#{kind}"
      expect(last_response.body.b).to eq(demo("quayside-notice.docx"))
    end
  end

  it "keeps every confirmed change over a restart, with undo and redo" do
    change("remove_empty_paragraphs", chosen: "all")
    change("remove_direct_formatting", chosen: "all")
    Web.restart
    get "/manuscripts/#{row.id}/file"
    changed = last_response.body
    expect(read(changed.b).paragraphs.count(&:empty?)).to eq(0)
    2.times { send_form("/manuscripts/#{row.id}/undo", head: row.reload.head_id) }
    get "/manuscripts/#{row.id}/file"
    expect(last_response.body.b).to eq(demo("quayside-notice.docx"))
    Web.restart
    2.times { send_form("/manuscripts/#{row.id}/redo", head: row.reload.head_id) }
    get "/manuscripts/#{row.id}/file"
    expect(last_response.body).to eq(changed)
  end

  it "starts from where one stands after an undo, and lets the undone be taken up again" do
    change("remove_empty_paragraphs", chosen: "all")
    first = row.reload.head_id
    send_form("/manuscripts/#{row.id}/undo", head: first)
    change("remove_direct_formatting", chosen: "all")
    get "/manuscripts/#{row.id}/ledger"
    expect(last_response.body).to include("undone", "Take up again")
    send_form("/manuscripts/#{row.id}/step", head: row.reload.head_id, entry: first)
    expect(row.reload.path.map(&:operation)).to eq(["remove_empty_paragraphs"])
  end

  it "refuses a change from a window that is behind, and says what happened" do
    change("remove_empty_paragraphs", chosen: "all")
    send_form("/manuscripts/#{row.id}/changes/remove_direct_formatting", head: "", chosen: "all")
    expect(last_response.status).to eq(409)
    expect(last_response.body).to include("Removed 22 empty paragraphs.")
    expect(row.reload.path.size).to eq(1)
  end

  it "says a mistake in a value in one sentence and keeps everything" do
    change("change_style", style: "Normal", values: {size: "enormous"})
    expect([last_response.status, row.reload.head_id]).to eq([422, nil])
    expect(last_response.body).to include("is not a length")
  end

  it "keeps the choice of a guide in the ledger: it is undone and taken up again like any change" do
    send_form("/manuscripts/#{row.id}/guide", guide: "marrowby-handbook", head: row.reload.head_id.to_s)
    expect(row.reload.guide).to eq("marrowby-handbook")
    get "/manuscripts/#{row.id}/ledger"
    expect(last_response.body).to include("Chose the guide “Staff Handbooks”.")
    send_form("/manuscripts/#{row.id}/undo", head: row.reload.head_id.to_s)
    expect(row.reload.guide).to eq("marrowby-diploma")
    send_form("/manuscripts/#{row.id}/redo", head: row.reload.head_id.to_s)
    expect(row.reload.guide).to eq("marrowby-handbook")
    send_form("/manuscripts/#{row.id}/guide", guide: "marrowby-handbook", head: row.reload.head_id.to_s)
    expect(last_response.body).to include("judges it already")
  end

  it "lets a guide be copied, changed and used; a mistake comes with its line" do
    send_form("/guides/marrowby-diploma/copy")
    own = NorvelWeb::HouseGuide.last
    send_form("/guides/#{own.id}", name: "Ours", yaml: own.yaml.sub("equals: as said", "equals: 12 furlongs"))
    expect([last_response.status, last_response.body]).to match([422, /line \d+: “furlongs”/])
    send_form("/guides/#{own.id}", name: "Ours", yaml: own.yaml.sub("Presentation of Diploma Reports", "Our own house"))
    send_form("/manuscripts/#{row.id}/guide", guide: own.id.to_s)
    get "/manuscripts/#{row.id}/findings"
    expect(last_response.body).to include("Our own house")
  end

  it "offers to rewrite a guide of the older form as a family, with what that changes" do
    own = NorvelWeb::HouseGuide.create!(
      name: "Old", yaml: "guide: Old\nversion: '1'\nstyles:\n  body: {name: Text, font_family: Caladea, size: 12 pt}\n  " \
      "caption: {name: Caption, font_family: Caladea, size: 10 pt}\nrules: [] # none\n"
    )
    get "/guides/#{own.id}"
    expect(last_response.body.gsub(/\s+/, " ")).to include("a base says 12 pt, Caladea for all, and 3 values need not be said any more")
      .or include("a base says Caladea, 12 pt for all, and 3 values need not be said any more")
    send_form("/guides/#{own.id}/family")
    expect(own.reload.guide.family.flat?).to be(false)
    expect(own.yaml).to end_with("rules: [] # none\n")
    get "/guides/#{own.id}"
    expect(last_response.body).not_to include("Rewrite it as a family")
  end

  it "writes the report as page, table and JSON" do
    get "/manuscripts/#{row.id}/report.json"
    expect(JSON.parse(last_response.body)).to include("guide" => "Presentation of Diploma Reports", "broken" => a_value > 3)
    get "/manuscripts/#{row.id}/report.csv"
    expect(CSV.parse(last_response.body, headers: true).first.to_h).to include("rule", "expected", "measured")
    get "/manuscripts/#{row.id}/report.html"
    said = Nokogiri::HTML(last_response.body)
    expect(Norvel::Guide.find("marrowby-diploma").rules.map(&:clause).uniq.reject { |clause| said.text.include?(clause) }).to eq([])
    expect(last_response.headers["content-disposition"]).to be_nil # it opens
    expect(said.at("style").text.scan("font/woff2;base64,").size).to eq(Norvel::Report::FACES.size)
  end

  it "shows markup in a manuscript as text" do
    nasty = docx { |file| file.paragraph("<script>alert(1)</script> & \"quotes\"") }
    other = Web.bring("nasty.docx", nasty)
    ["", "/pages/1", "/slip?chosen=0", "/findings"].each do |path|
      get "/manuscripts/#{other.id}#{path}"
      expect(last_response.body).not_to include("<script>alert")
    end
  end
end

RSpec.describe "Font files of one's own" do
  include Requests

  def token = Nokogiri::HTML(get("/manuscripts/#{@row.id}/parts").body).at_css("input[name=authenticity_token]")["value"]

  before do
    Web.clear
    @row = Web.bring("quayside-notice.docx")
  end

  after { NorvelWeb::OwnFonts.book.own.each_key { |path| NorvelWeb::OwnFonts.drop(File.basename(path)) } }

  it "are brought, used, told and taken away; what is no font is refused in a sentence" do
    font = File.binread(File.join(Norvel::Fonts::Book::FOLDER, "carlito/Carlito-Regular.ttf"))
    bytes = font.gsub("Carlito".encode("UTF-16BE").b, "Marrowb".encode("UTF-16BE").b).gsub("Carlito".b, "Marrowb".b)
    file = ->(content) { Rack::Test::UploadedFile.new(StringIO.new(content), "font/ttf", true, original_filename: "Überblick.ttf") }
    post "/fonts", "file" => file[bytes], "authenticity_token" => token, "return" => "/manuscripts/#{@row.id}/parts"
    expect(last_response.status).to be_between(302, 303)
    expect(NorvelWeb::OwnFonts.book.match("Marrowb").match).to eq(:exact)
    get "/faces.css"
    name = last_response.body[/own-\h{16}\.ttf/]
    get "/faces/#{name}"
    expect([last_response.status, last_response.body.bytesize]).to eq([200, bytes.bytesize])
    expect(get("/manuscripts/#{@row.id}/parts").body).to include("Marrowb, regular")
    post "/fonts/#{name}/away", "authenticity_token" => token, "return" => "/manuscripts/#{@row.id}/parts"
    expect(NorvelWeb::OwnFonts.book.match("Marrowb").match).to eq(:fallback)
    post "/fonts", "file" => file["no font at all"], "authenticity_token" => token
    expect([last_response.status, last_response.body]).to match([422, include("This is no TrueType or OpenType font file.")])
  end

  it "tells in words in what two guides differ, and takes no guide that is not there" do
    get "/guides-compared"
    expect(last_response.body).to include("In what two guides differ", "differences</strong> from")
    get "/guides-compared?one=staff-notice&other=staff-notice"
    expect(last_response.body).to include("They ask for the same.")
    get "/guides-compared?one=staff-notice&other=marrowby-handbook"
    said = Norvel::Guide::Comparison.new(Norvel::Guide.find("staff-notice"), Norvel::Guide.find("marrowby-handbook")).sentences
    expect(Nokogiri::HTML(last_response.body).css(".changes li").map(&:text)).to eq(said)
    get "/guides-compared?one=nothing&other=staff-notice"
    expect(last_response.status).to be >= 400
  end
end
