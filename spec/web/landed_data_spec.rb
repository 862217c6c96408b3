# frozen_string_literal: true

require_relative "../support/landing"

# Data folders as versions left them, with what was delivered from each state: 0.2 as it landed (commit 5853cfb: 3 manuscripts with 26
# changes, some undone, a kept sheet and a guide in their first schemas), 0.4 made by `bin/trial landing`. They have to open, undo, redo and
# deliver the same for ever.
%w[landed_0_2 landed_0_4].each do |name|
  RSpec.describe "A data folder of Norvel, #{name}" do
    fixture = File.expand_path("../fixtures/#{name}", __dir__)
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

    expected.each do |id, facts|
      it "steps through “#{facts["name"]}” and delivers every state as it did" do
        bench = NorvelWeb::Workbench.new(id.to_i)
        states = Share.every(facts["states"], 3)
        found = states.map do |entry, _|
          bench.step_to(entry, head: bench.record.head_id)
          Landing.state(bench)
        end
        expect(found).to eq(states.map { |_, state| state.slice("texts", "delivery", "same") })
        bench.step_to(facts["head"], head: bench.record.head_id)
        expect(Landing.delivered(bench)).to eq(facts["states"].find { |entry, _| entry == facts["head"] }.last["delivery"])
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

    it "reads its kept sheet and its guide, in the versions that it has" do
      expect(NorvelWeb::KeptSheetRecord.first.sheet.styles).not_to be_empty
      expect(Norvel::Guide.read(NorvelWeb::HouseGuide.first.yaml).rules).not_to be_empty
      NorvelWeb::GuideText.find_each { |text| expect(text.guide.rules).not_to be_empty }
    end
  end
end
