# frozen_string_literal: true

require "digest"
require_relative "../support/web"

# A data folder made by Norvel 0.2 as it landed (commit 5853cfb): 3 manuscripts with 26 changes, some undone, a kept sheet and a
# guide in their first schemas, and what was delivered from each state. It has to open, undo, redo and deliver the same for ever.
RSpec.describe "A data folder of Norvel 0.2" do
  fixture = File.expand_path("../fixtures/landed_0_2", __dir__)
  expected = JSON.parse(File.read(File.join(fixture, "expected.json"), encoding: "UTF-8"))

  around do |example|
    Dir.mktmpdir do |folder|
      FileUtils.cp(File.join(fixture, "norvel.sqlite3"), folder)
      NorvelWeb::Database.open(folder)
      example.run
    ensure
      NorvelWeb::Database.open(Web::FOLDER)
    end
  end

  def delivered(bench)
    members = Norvel::Formats::Archive.read(bench.delivery).members.transform_values { |data| Digest::SHA256.hexdigest(data) }
    Digest::SHA256.hexdigest(members.sort.to_s)
  end

  def texts(manuscript) = Digest::SHA256.hexdigest((manuscript.paragraphs + manuscript.note_paragraphs).map { |one| [one.id, one.text] }.to_s)

  expected.each do |id, facts|
    it "steps through “#{facts["name"]}” and delivers every state as it did" do
      bench = NorvelWeb::Workbench.new(id.to_i)
      found = facts["states"].map do |entry, _|
        bench.step_to(entry, head: bench.record.head_id)
        {"texts" => texts(bench.state.manuscript), "delivery" => delivered(bench), "same" => bench.delivery == bench.source}
      end
      expect(found).to eq(facts["states"].map { |_, state| state.slice("texts", "delivery", "same") })
      bench.step_to(facts["head"], head: bench.record.head_id)
      expect(delivered(bench)).to eq(facts["states"].find { |entry, _| entry == facts["head"] }.last["delivery"])
    end
  end

  it "goes on: a change, its undo and its redo" do
    bench = NorvelWeb::Workbench.new(1)
    head = bench.record.head_id
    before = bench.state.manuscript
    bench.change(Norvel::Changes.build("set_hyphenation", "on" => !before.settings.hyphenate), head: head)
    bench.undo(head: bench.record.head_id)
    bench.redo(head: bench.record.head_id)
    again = NorvelWeb::Workbench.new(1).state.manuscript
    expect(again).to eq(before.with(settings: before.settings.with(hyphenate: !before.settings.hyphenate)))
  end

  it "reads its kept sheet and its guide" do
    expect(NorvelWeb::KeptSheetRecord.first.sheet.styles.values.map(&:name)).to include("Base")
    expect(Norvel::Guide.read(NorvelWeb::HouseGuide.first.yaml).rules).not_to be_empty
  end
end
