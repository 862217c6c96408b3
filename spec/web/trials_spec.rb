# frozen_string_literal: true

require_relative "../support/trials"

# A small part of what bin/trial tries.
RSpec.describe Trials do
  it "loses no confirmed change when the server is killed" do
    outcome = described_class.kill(kills: Share.count(2, 1), seed: 11)
    expect(outcome[:confirmed]).to be_positive
    expect(outcome).to include(lost: [], opened: "200")
  end

  it "serves several people at once" do
    outcome = described_class.clients(clients: 4, seconds: 4, seed: 12, words: [8_000, 3_000], thought: 0.4)
    expect(outcome[:codes].keys - [200, 409, 422]).to eq([])
    expect([outcome[:faults], outcome[:p95].values.max < 3]).to eq([0, true])
  end

  it "takes damaged files through everything, or refuses them with a sentence" do
    small = described_class.sources.slice("quayside-notice.docx", "rich.odt", "same.odt")
    outcome = described_class.mutants(count: 12, seed: 500, sources: small)
    expect(outcome).to include(faults: {}, slow: [])
    expect(outcome[:read]).to be_positive
  end
end
