# frozen_string_literal: true

require_relative "../support/web"
require_relative "../support/outside"

# What is asked of the server.
module Asked
  VIEWS = ["", "/slip", "/sheets", "/pages/1?signs=on", "/strip", "/outline?reduced=yes", "/looks", "/styles?show=all",
    "/styles?show=specimen", "/styles?show=sheets", "/plan", "/parts", "/findings", "/findings?by=page",
    "/findings/step", "/ledger", "/deliver",
    "/survey", "/looks/list?split=1", "/find?find=a", "?swap=guide:marrowby-diploma", "/file", "/sheets?at=original"].freeze
  OF_A_PARAGRAPH = ["/slip?chosen=%d", "/slip?chosen=%d&sweep=yes", "/reading?chosen=%d", "/findings/here?chosen=%d"].freeze
  CHANGES = {"consider/replace_blank_lines" => {chosen: "all"}, "consider/tidy_white_space" => {chosen: "all"},
             "consider/remove_direct_formatting" => {chosen: "all"}, "plan/lines" => {}, "plan/sums" => {},
             "consider/mend" => {in: "findings"},
             "consider/accept_revisions" => {revisions: "all"}, "tidy" => {}, "changes/number_headings" => {scheme: "I., A., 1."},
             "changes/make_list" => {kind: "bullets"},
             "changes/swap_sheet" => {sheet: "guide:marrowby-handbook"},
             "changes/paste_text" => {html: "<h1>x</h1><ul><li>y</ul>"}, "undo" => {}, "redo" => {}}.freeze
end

# Every view and a row of changes, with files that nobody here wrote (mammoth's and sablon's test files, python-docx's templates).
RSpec.describe "Files from elsewhere, in every view" do
  include Requests

  before { Web.clear }

  Share.of(Outside.samples, 5).each do |path|
    it "stands for #{File.basename(path)}" do
      row = Web.bring(File.basename(path), File.binread(path))
      first = NorvelWeb::App.workbenches[row.id].state.manuscript.paragraphs.first&.id
      (Asked::VIEWS + (first ? Asked::OF_A_PARAGRAPH.map { |view| format(view, first) } : [])).each do |view|
        get "/manuscripts/#{row.id}#{view}"
        expect([view, last_response.status]).to eq([view, 200])
      end
      Asked::CHANGES.each do |change, fields|
        post "/manuscripts/#{row.id}/#{change}", {head: row.reload.head_id.to_s, chosen: first.to_s}.merge(fields),
          "HTTP_HX_REQUEST" => "true", "HTTP_X_CSRF_TOKEN" => token
        expect([change, last_response.status]).to eq([change, 200]).or eq([change, 422])
        expect(last_response.body).to match(/[.!?]/) if last_response.status == 422
      end
      get "/manuscripts/#{row.id}/file"
      expect(last_response.status).to eq(200)
      expect(read(last_response.body).paragraphs.map(&:text))
        .to eq(NorvelWeb::Workbench.new(row.id).state.manuscript.paragraphs.map(&:text))
    rescue Norvel::FileError => error
      expect(error.message).to match(/\.\z/)
    end
  end
end
