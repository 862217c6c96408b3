# frozen_string_literal: true

require_relative "../support/web"

# Seen: 5,846 findings by page were 7.4 MB; of a cause with more than forty only twelve could be waived.
RSpec.describe "Findings in great number" do
  include Requests

  let(:row) { NorvelWeb::ManuscriptRecord.last }

  before do
    Web.clear
    Web.bring("night-ferries.docx")
  end

  def got(path)
    get("/manuscripts/#{row.id}/findings#{path}")
    last_response.body
  end

  it "are sent when they are unfolded, and each can be reached" do
    check = NorvelWeb::Workbench.new(row.id).state.check(Norvel::Guide.find("marrowby-diploma"))
    expect(check.findings.size).to be > 900
    expect(%w[rule page paragraph].map { |by| got("/list?by=#{by}").bytesize }).to all(be < 300_000)
    first = ->(result) { Norvel::Guide::Mending.causes(result.findings).first }
    large = check.results.max_by { |result| first[result]&.findings&.size.to_i }
    cause = first[large]
    expect(cause.findings.size).to be > 40
    seen = got("/rule?rule=#{large.rule.id}").scan(/data-row="#{large.rule.id}:(\d+)"/).flatten.uniq
    from = 40
    while from < cause.findings.size
      seen |= got("/rows?rule=#{large.rule.id}&cause=0&from=#{from}").scan(/data-row="#{large.rule.id}:(\d+)"/).flatten.uniq
      from += 40
    end
    wanted = cause.findings.map { |finding| large.findings.index { |one| one.equal?(finding) }.to_s }
    expect(wanted - seen).to eq([])
    page = check.findings.filter_map(&:page).tally.max_by(&:last).first
    on_page = check.findings.count { |finding| finding.page == page }
    expect(got("/slip?page=#{page}")).to include("Page #{page}: #{on_page} findings")
    several = large.findings.first(3).each_index.map { |place| "#{large.rule.id}:#{place}" }.join(",")
    expect(got("/slip?found=#{several}")).to include("3 findings chosen")
    expect(got("/rule?rule=nothing")).to include("The guide has no such rule any more.")
  end
end
