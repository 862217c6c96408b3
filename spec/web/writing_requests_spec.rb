# frozen_string_literal: true

require_relative "../support/web"

# What the browser sends while a person writes: in order, each request once, and what is refused stays theirs.
RSpec.describe "Writing over the wire" do
  include Requests

  before do
    Web.clear
    row
  end

  let(:row) { Web.bring("quayside-notice.docx") }
  let(:text) { now.paragraphs.find { |paragraph| paragraph.text.length > 60 } }

  def now = NorvelWeb::Workbench.new(row.id).state.manuscript

  def write(*steps, number: "number-#{rand(1 << 40)}", head: row.reload.head_id, run: "run-00000001")
    post "/manuscripts/#{row.id}/write", JSON.generate(head: head, number: number, run: run, steps: steps),
      "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => token
    JSON.parse(last_response.body)
  end

  def undo = post("/manuscripts/#{row.id}/undo", {head: row.reload.head_id.to_s}, "HTTP_HX_REQUEST" => "true", "HTTP_X_CSRF_TOKEN" => token)

  def redo_ =
    post("/manuscripts/#{row.id}/redo", {head: row.reload.head_id.to_s}, "HTTP_HX_REQUEST" => "true", "HTTP_X_CSRF_TOKEN" => token)

  new_id = Norvel::Manuscript::NEW_IDS + 123_456_789_012

  it "edits, splits into a paragraph that the browser numbered, and joins" do
    told = write({do: "edit", paragraph: text.id, text: "One two"}, {do: "split", paragraph: text.id, at: 3, new: new_id})
    expect(told).to include("head" => row.reload.head_id, "sentence" => "Edited the text of “One”.", "can_undo" => true)
    index = now.index_of(text.id)
    expect(now.paragraphs[index, 2].map { |one| [one.id, one.text] }).to eq([[text.id, "One"], [new_id, " two"]])
    write({do: "join", paragraph: text.id, bare: true})
    expect(now.paragraph(text.id).text).to eq("One two")
    expect(now.paragraph(new_id)).to be_nil
  end

  it "puts a new paragraph behind, in the next style, and gives it another" do
    write({do: "insert", paragraph: text.id, new: new_id}, {do: "edit", paragraph: new_id, text: "Überblick."},
      {do: "style", paragraphs: [new_id], style: "Title"})
    expect(row.reload.head.sentence).to eq("Wrote “Überblick.”.")
    expect([now.paragraph(new_id).text, now.paragraph(new_id).style, row.entries.count]).to eq(["Überblick.", "Title", 1])
  end

  it "counts a request that is sent twice once" do
    first = write({do: "edit", paragraph: text.id, text: "Once."}, number: "number-00000001", head: nil)
    again = write({do: "edit", paragraph: text.id, text: "Once."}, number: "number-00000001", head: nil)
    expect([last_response.status, again["head"], row.entries.count]).to eq([200, first["head"], 1])
  end

  it "takes a run of writing back in one step, and up again" do
    before = now
    write({do: "edit", paragraph: text.id, text: "First."}, {do: "split", paragraph: text.id, at: 6, new: new_id})
    write({do: "edit", paragraph: new_id, text: "Second."})
    write({do: "edit", paragraph: text.id, text: "Another run."}, run: "run-00000002")
    undo
    expect(now.paragraph(text.id).text).to eq("First.")
    undo
    expect(row.reload.head_id).to be_nil
    expect(now).to eq(before)
    redo_
    expect([now.paragraph(text.id).text, now.paragraph(new_id).text]).to eq(["First.", "Second."])
    redo_
    expect(now.paragraph(text.id).text).to eq("Another run.")
    expect(JSON.parse(last_response.headers["HX-Trigger"])["norvel:changed"]["can_redo"]).to be(false)
  end

  it "tells a window that is behind where the ledger stands, and keeps what was typed out of it" do
    NorvelWeb::App.workbenches[row.id].change(Norvel::Changes.build("set_hyphenation", "on" => true), head: nil)
    told = write({do: "edit", paragraph: text.id, text: "TYPED"}, head: nil)
    expect(last_response.status).to eq(409)
    expect(told).to include("head" => row.reload.head_id, "sentence" => /Meanwhile, in another window/)
    expect(now.paragraph(text.id).text).to eq(text.text)
  end

  it "answers what changes nothing with where it stands" do
    expect(write({do: "edit", paragraph: text.id, text: text.text})).to eq("head" => "", "nothing" => true)
    expect([last_response.status, row.entries.count]).to eq([200, 0])
  end

  it "refuses in one sentence what is no writing" do
    [[{do: "explode"}], [{do: "edit", paragraph: 999_999, text: "x"}], [{do: "split", paragraph: text.id, at: 1, new: 5}],
      [], [nil], [{do: "style", paragraphs: [text.id], style: "Nowhere"}]].each do |steps|
      told = write(*steps)
      expect([steps, last_response.status, told["sentence"]]).to match([steps, 422, /\A[A-ZT“][^\n]+\.\z/])
    end
    post "/manuscripts/#{row.id}/write", "{", "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => token
    expect([last_response.status, JSON.parse(last_response.body)["sentence"]])
      .to eq([422, "What was sent cannot be read; it was not saved."])
    expect(row.entries.count).to eq(0)
  end

  it "draws pages with their texts, to be written in and copied" do
    get "/manuscripts/#{row.id}/pages/1"
    data = JSON.parse(Nokogiri::XML(last_response.body).remove_namespaces!.at("metadata").text)
    one = data.fetch(text.id.to_s)
    expect(one["text"].map(&:first).join).to eq(text.text)
    expect(one).to include("style" => text.style, "in" => "body", "size" => be_positive, "leading" => be_positive)
    get "/manuscripts/#{row.id}/pages/1?at=original"
    expect(last_response.body).not_to include("<metadata>")
  end
end
