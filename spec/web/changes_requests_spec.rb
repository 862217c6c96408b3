# frozen_string_literal: true

require_relative "../support/web"

# What forms send and what comes back: proposals that change nothing, refusals that keep everything, words, lists, sheets.
RSpec.describe "Changes over the wire" do
  include Requests

  before do
    Web.clear
    NorvelWeb::KeptSheetRecord.delete_all
  end

  let!(:row) { Web.bring("quayside-notice.docx") }

  def base = "/manuscripts/#{row.id}"

  def now = NorvelWeb::Workbench.new(row.id).state.manuscript

  def send_form(path, **fields) =
    post("#{base}/#{path}", {head: row.reload.head_id.to_s}.merge(fields), "HTTP_HX_REQUEST" => "true", "HTTP_X_CSRF_TOKEN" => token)

  def told(event = "norvel:changed") = JSON.parse(last_response.headers["HX-Trigger"])[event]

  def text = @text ||= now.paragraphs.find { |paragraph| paragraph.text.length > 60 }

  it "proposes without changing, and draws the pages as they would be" do
    send_form("propose/format_here", chosen: text.id, line: "30 pt")
    id = told("norvel:proposed")["id"]
    expect(row.reload.head_id).to be_nil
    get "#{base}/pages/#{NorvelWeb::App.workbenches[row.id].proposal(id).layout.page_of(text.id)}?proposal=#{id}"
    expect(last_response.body).to include(%(class="para proposed" data-p="#{text.id}"))
    get "#{base}/sheets?proposal=#{id}"
    expect(last_response.body).to include("p#{id}")
    get "#{base}/pages/1?proposal=gone"
    expect(last_response.body).not_to include("proposed")
  end

  it "makes what was considered, once" do
    send_form("consider/replace_blank_lines", chosen: "all")
    id = told("norvel:proposed")["id"]
    expect(last_response.body).to include("Replaced 22 blank lines")
    send_form("proposals/#{id}")
    expect(told["sentence"]).to include("22 blank lines")
    expect(now.paragraphs.count(&:empty?)).to eq(0)
    send_form("proposals/nothing")
    expect([last_response.status, last_response.body]).to match([422, /That proposal is gone/])
  end

  it "works on words: those selected, and those looked for" do
    word = text.text.split.first
    get "#{base}/slip", {chosen: text.id, words: word}
    expect(last_response.body).to include("Character style", "#{text.id}:0-#{word.length}")
    send_form("changes/format_here", text: "#{text.id}:0-#{word.length}", line: "italic")
    expect(now.paragraph(text.id).runs.first).to have_attributes(text: word, properties: include(italic: true))
    send_form("changes/character_style_from_look", text: "#{text.id}:0-#{word.length}", name: "Term")
    expect(now.sheet.named("Term", kind: :character).properties).to include(italic: true)
    send_form("changes/format_here", text: "#{text.id}:0-#{word.length}", line: "centred")
    expect([last_response.status, last_response.body]).to match([422, /matter of whole paragraphs/])
  end

  it "changes a list only where its form says something else" do
    send_form("changes/make_list", chosen: text.id, kind: "numbers")
    list = now.paragraph(text.id).properties[:numbering].list
    get "#{base}/lists/#{list}"
    fields = Nokogiri::HTML(last_response.body).css("[name^='levels[0]']").to_h do |field|
      [field["name"][/\[(\w+)\]\z/, 1], (field.name == "select") ? field.at("option[selected]")&.[]("value").to_s : field["value"].to_s]
    end
    send_form("changes/change_list", list: list, levels: {"0" => fields})
    expect([last_response.status, last_response.body]).to match([422, /changes nothing/])
    send_form("changes/change_list", list: list, levels: {"0" => fields.merge("format" => "upper_roman", "text" => "%1)")})
    expect(Norvel::ListLabels.for(now, Norvel::Cascade.new(now))[text.id]).to eq("I)")
  end

  it "keeps a sheet, puts it away and takes it back" do
    post "#{base}/sheets", name: "Notice", authenticity_token: token
    kept = NorvelWeb::KeptSheetRecord.first
    expect(kept.sheet.name).to eq("Notice")
    get "#{base}/styles?show=sheets"
    expect(last_response.body).to include("swap=kept%3A#{kept.id}")
    post "#{base}/sheets/#{kept.id}/delete", authenticity_token: token
    expect(NorvelWeb::KeptSheetRecord.kept).to be_empty
    post "#{base}/sheets/#{kept.id}/restore", authenticity_token: token
    expect(NorvelWeb::KeptSheetRecord.kept).to eq([kept])
    post "#{base}/sheets", name: " ", authenticity_token: token
    expect(last_response.status).to eq(422)
  end

  it "begins anew, decides what becomes of italics, and undoes both exactly" do
    before = now
    send_form("changes/start_over", style: now.sheet.default_id)
    expect(now.paragraphs.map(&:style).uniq).to eq([now.sheet.default_id])
    send_form("undo")
    expect(now.paragraphs).to eq(before.paragraphs)
    send_form("changes/remove_direct_formatting", chosen: "all", meaning: {"italic" => "go", "colour" => "go"})
    expect(JSON.parse(row.reload.head.parameters)["meaning"]).to eq("italic" => "go")
    send_form("undo")
    expect(now.paragraphs).to eq(before.paragraphs)
  end

  it "applies a plan with a part struck out" do
    get "#{base}/plan"
    expect(last_response.body).to include("Norvel reads 31 paragraphs")
    post "#{base}/plan/lines", authenticity_token: token
    expect(last_response.body).to include("taken for", "Strike out what you do not want")
    post "#{base}/plan/sums", authenticity_token: token
    expect(last_response.body).to include("because blank lines alone took")
    post "#{base}/plan/apply", head: "", strike: {"empty" => "yes"}, authenticity_token: token
    expect(last_response).to be_redirect
    expect(now.paragraphs.count(&:empty?)).to eq(22)
    expect(now.sections.first.page.margin[:start]).to eq(1984 * Norvel::Lengths::TWIP)
  end

  # Seen: with inches for all else, the margins of a manuscript's pages were shown and compared in centimetres.
  it "shows margins in the reader's unit, and takes what is written otherwise only" do
    set_cookie "unit=in"
    get "/manuscripts/#{row.id}"
    shown = Nokogiri::HTML(last_response.body).css("input[name^='margin[']").to_h { |field| [field["name"][/\[(\w+)/, 1], field["value"]] }
    expect(shown.values).to all(end_with(" in"))
    send_form("changes/set_page_design", margin: shown)
    expect(last_response.body).to include("Nothing")
    send_form("changes/set_page_design", margin: shown.merge("top" => "1.25 in"))
    expect(now.sections.first.page.margin[:top]).to eq(1.25 * 914_400)
  end

  it "finds nothing in a sentence, and refuses paths that are none" do
    get "#{base}/find?find=xyzzy"
    expect(last_response.body).to include("stands nowhere")
    get "#{base}/lists/99"
    expect(last_response.status).to eq(422)
    get "#{base}/take?sheet=manuscript:9999"
    expect(last_response.status).to eq(404)
    send_form("changes/explode")
    expect([last_response.status, last_response.body]).to match([422, /There is no change called/])
  end
end
