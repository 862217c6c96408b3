# frozen_string_literal: true

require_relative "../support/web"

# What is shown, kept and delivered is one and the same, whoever else is at work.
RSpec.describe NorvelWeb::Workbench do
  before { Web.clear }

  let(:row) { Web.bring("quayside-notice.docx") }
  let(:bench) { described_class.new(row.id) }

  def hyphenate(on) = Norvel::Changes.build("set_hyphenation", "on" => on)

  # Two servers on one data folder, or two threads after a bench was put aside.
  it "lets one of two benches change a state, and tells the other" do
    other = described_class.new(row.id)
    stale = other.record
    bench.change(hyphenate(true), head: nil)
    allow(other).to receive(:record).and_return(stale)
    expect { other.change(Norvel::Changes.build("remove_empty_paragraphs", "paragraphs" => "all"), head: nil) }
      .to raise_error(NorvelWeb::Behind)
    expect(row.reload.entries.map(&:id)).to eq([row.head_id])
    expect { other.undo(head: nil) }.to raise_error(NorvelWeb::Behind)
  end

  it "keeps every confirmed change of many threads on many benches" do
    benches = Array.new(4) { described_class.new(row.id) }
    done = Queue.new
    threads = benches.map.with_index do |one, index|
      Thread.new do
        6.times do |round|
          one.change(Norvel::Changes.build("define_style", "id" => "S#{index}x#{round}",
            "name" => "Style #{index} #{round}", "parent" => "Normal"), head: NorvelWeb::ManuscriptRecord.find(row.id).head_id)
          done << "S#{index}x#{round}"
        rescue NorvelWeb::Behind, ActiveRecord::StatementTimeout, ActiveRecord::ConnectionTimeoutError
          next
        ensure
          ActiveRecord::Base.connection_handler.clear_active_connections!
        end
      end
    end
    threads.each(&:join)
    confirmed = Array.new(done.size) { done.pop }
    expect(confirmed).not_to be_empty
    expect(described_class.new(row.id).state.manuscript.sheet.styles.keys).to include(*confirmed)
  end

  it "makes a proposal only on the state it was shown on" do
    shown = bench.propose(hyphenate(true))
    bench.change(Norvel::Changes.build("remove_empty_paragraphs", "paragraphs" => "all"), head: nil)
    expect { bench.make_proposed(shown.id, head: row.reload.head_id) }
      .to raise_error(Norvel::ChangeRefused, /has changed since this was shown/)
    expect(row.entries.count).to eq(1)
  end

  it "says what the file cannot say with the change itself" do
    _, _, sentence = bench.change(Norvel::Changes.build("change_style", "style" => "Normal", "values" => {"orphans" => "3"}), head: nil)
    expect(sentence).to eq("Changed the style “Normal”: orphans 3. Orphans 3: the file can only say 2.")
  end

  it "delivers what another bench shows, value by value" do
    steps = [[
      "change_style", {
        "style" => "Normal", "values" => {
          "borders" => "bottom 1 pt double", "indent_first" => "2 ch", "tabs" => "3 cm, 9 cm end with dot leader"
        }
      }
    ],
      ["set_page_design", {"paper" => "A5", "margin" => {"top" => "1.5 cm"}}],
      ["format_here", {"paragraphs" => [3], "values" => {"borders" => "none", "tabs" => "none"}}]]
    steps.each { |name, parameters| bench.change(Norvel::Changes.build(name, parameters), head: row.reload.head_id) }
    shown = described_class.new(row.id).state.manuscript
    again = Norvel::Formats.read(bench.delivery)
    expect(Norvel::Formats::ReadingBack.new(shown, again, Norvel::Formats::Docx::Spelled.new).differences).to eq([])
    expect(again.sheet["Normal"].properties).to include(indent_first_chars: 200)
    cascade = Norvel::Cascade.new(again)
    expect([cascade.paragraph(again.paragraphs[3])[:borders], cascade.paragraph(again.paragraphs[3])[:tabs]]).to eq([{}, []])
    expect(cascade.paragraph(again.paragraphs[4])[:borders].keys).to eq([:bottom])
  end

  describe NorvelWeb::Workbenches do
    it "puts aside none that is in use" do
      kept = described_class.new
      mine = kept.take(1)
      (2..20).each { |id| kept[id] }
      expect(kept[1]).to be(mine)
      kept.give_back(1)
      (2..20).each { |id| kept[id] }
      expect(kept[1]).not_to be(mine)
    end
  end

  it "has no guide that was put away, and says so" do
    own = NorvelWeb::HouseGuide.create!(name: "House of lamps", yaml: File.read(File.join(Norvel::Guide.folder, "marrowby-handbook.yml")))
    row.update!(guide: own.id.to_s)
    browser = Rack::Test::Session.new(Rack::MockSession.new(Web::APP, "127.0.0.1"))
    read = ->(path) { browser.get(path).body }
    expect(read["/manuscripts/#{row.id}/findings"]).to include("Staff Handbooks")
    own.update!(deleted_at: Time.now)
    expect(read["/manuscripts/#{row.id}/findings"]).to include("“House of lamps” that judged this manuscript was put away")
    expect(read["/manuscripts/#{row.id}/findings"]).not_to include("broken</strong>")
    expect(read["/manuscripts/#{row.id}/plan"]).to include("The look kept, and styles made of it") # which needs no guide
    expect(read["/"]).to include("its guide was put away", "Bring back")
    %w[deliver ledger looks survey styles outline].each do |view|
      expect([view, browser.get("/manuscripts/#{row.id}/#{view}").status]).to eq([view, 200])
    end
    expect(browser.get("/manuscripts/#{row.id}/report.json").status).to eq(200)
  end
end
