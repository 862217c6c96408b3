# frozen_string_literal: true

require_relative "../support/web"

# The plan, the survey's numbers and the looks over the wire.
RSpec.describe "Cleaning over the wire" do
  include Requests

  before { Web.clear }

  attr_reader :row

  def bring(file) = @row = Web.bring(file)

  def base = "/manuscripts/#{row.id}"

  def now = NorvelWeb::Workbench.new(row.id).state.manuscript

  def send_form(path, **fields) =
    post("#{base}/#{path}", {head: row.reload.head_id.to_s}.merge(fields), "HTTP_HX_REQUEST" => "true", "HTTP_X_CSRF_TOKEN" => token)

  it "works a plan out anew with what was corrected, and shows its pages" do
    bring("boat-shed-handbook.docx").update!(guide: "marrowby-handbook")
    group = Norvel::Plan.groups(NorvelWeb::App.workbenches[row.id].state.roles, NorvelWeb::App.workbenches[row.id].state.looks).find { |one|
      one.role == :heading_2
    }
    as = {group.paragraphs.first.to_s => "heading_1"}
    post "#{base}/plan/lines", as: as, authenticity_token: token
    expect(last_response.body).to include("as you say; read as heading 2")
    post "#{base}/plan/show", as: as, strike: {"lists" => "yes"}, authenticity_token: token
    follow_redirect!
    expect(last_response.body).to include("The plan, shown on the pages, not applied yet", "data-proposed=", "strike%5Blists%5D=yes")
    expect(now.paragraphs.count(&:empty?)).to eq(6)
    post "#{base}/plan/apply", head: "", as: as, authenticity_token: token
    expect(group.paragraphs.map { |id| now.sheet.level_of(now.sheet[now.paragraph(id).style]) }.uniq).to eq([1])
    post "#{base}/plan/apply", head: row.reload.head_id, authenticity_token: token
    expect(last_response.status).to eq(422)
  end

  it "chooses by a number of the survey, however many there are, and refuses what is none" do
    bring("night-ferries.docx")
    get "#{base}/survey"
    links = Nokogiri::HTML(last_response.body).css(".survey a").map { |link| [link["href"], link.text] }
    expect(links.size).to be > 40
    links.reject { |href, _| href.include?("holds") }.each_slice(9).map(&:first).each do |href, number|
      get href
      expect([href, last_response.body[/(\d+) paragraphs? chosen/, 1] || "1"]).to eq([href, number])
    end
    post "#{base}/slip", chosen: now.paragraphs.map(&:id).join(","), authenticity_token: token
    expect(last_response.body).to include("419 paragraphs chosen")
    get "#{base}?among=smell:salt"
    expect([last_response.status, last_response.body]).to match([422, /There is nothing called “smell:salt” in a survey/])
    get "#{base}?among=look:99"
    expect(last_response.status).to eq(422)
  end

  it "acts on looks, on exact variants of them, and refuses those that are gone" do
    bring("boat-shed-handbook.docx")
    get "#{base}/looks/list?split=1,2,99&look=1.1"
    expect(last_response.body).to include("Put the variants together again")
    look = NorvelWeb::App.workbenches[row.id].state.looks.max_by { |one| one.variants.size }
    part = Norvel::Looks.split(look).first
    send_form("looks/#{look.id}.1/style", style: "Heading3")
    expect(now.paragraphs.select { |paragraph| paragraph.style == "Heading3" }.map(&:id).sort).to eq(part.paragraphs.sort)
    send_form("undo")
    send_form("looks/#{look.id}/bare")
    expect(look.paragraphs.flat_map { |id| Norvel::DirectFormatting.objectionable(now.paragraph(id)) }).to eq([])
    send_form("looks/#{look.id}.99/style", style: "Heading3")
    expect([last_response.status, last_response.body]).to match([422, /not there any more/])
    send_form("looks/999/bare")
    expect(last_response.status).to eq(422)
    send_form("looks/1/paint")
    expect(last_response.body).to include("There is no such action.")
  end

  it "takes only the kinds that are ticked, and says first what would go" do
    bring("quayside-notice.docx")
    send_form("consider/remove_direct_formatting", chosen: "all", kinds: {"align" => "yes", "size" => "yes"})
    expect(last_response.body).to include("Removed direct formatting (alignment, size) from the whole manuscript", "Make the change")
    send_form("changes/remove_direct_formatting", chosen: "all", kinds: {"align" => "yes"})
    kinds = now.paragraphs.flat_map { |paragraph| Norvel::DirectFormatting.objectionable(paragraph).map(&:first) }.uniq
    expect(kinds).to include(:size, :bold)
    expect(kinds).not_to include(:align)
    send_form("changes/remove_direct_formatting", chosen: "all", kinds: {"smell" => "yes"})
    expect(last_response.status).to eq(422)
  end
end
