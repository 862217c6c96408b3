# frozen_string_literal: true

require_relative "../support/web"

# A manuscript never locks: what cannot be shown is not kept, and what cannot be shown any more can be undone.
RSpec.describe "A manuscript" do
  include Requests

  before { Web.clear }

  let(:row) { Web.bring("night-ferries.docx") }
  let(:bench) { NorvelWeb::App.workbenches[row.id] }

  def change(name, **given) = bench.change(Norvel::Changes.build(name, given.transform_keys(&:to_s)), head: row.reload.head_id)

  def status(path) = get("/manuscripts/#{row.id}#{path}").status

  # Breaks every layout of manuscripts that have a style of that name, whatever lines are kept.
  def unshowable(name)
    allow_any_instance_of(NorvelWeb::Workbench).to receive(:warn)
    allow(Norvel::Layout::PageBuilder).to receive(:new).and_wrap_original do |made, manuscript, *others|
      raise NoMethodError, "undefined method" if manuscript.sheet.named(name)

      made.call(manuscript, *others)
    end
  end

  it "is shown after a heading ran in and stands by itself again, before a paragraph with a note" do
    manuscript = bench.state.manuscript
    noted = manuscript.paragraphs.each_cons(2).find do |one, other|
      other.insets.any? { |inset| inset.kind == :note } && one.text.strip.length.between?(1, 2_000) && !one.in_table
    end
    heading = manuscript.sheet.heading(3) || manuscript.sheet.heading(2)
    change("apply_style", style: heading.id, paragraphs: [noted[0].id])
    change("set_run_in", paragraphs: [noted[0].id], run_in: true)
    bench.state.layout
    change("set_run_in", paragraphs: [noted[0].id], run_in: false)
    expect(["", "/ledger", "/pages/1"].map { |path| status(path) }).to eq([200, 200, 200])
    expect(layout(bench.state.manuscript).pages.size).to eq(bench.state.layout.pages.size)
  end

  it "does not keep a change that cannot be shown" do
    unshowable("Quay")
    expect { change("define_style", id: "Quay", name: "Quay") }.to raise_error(NorvelWeb::NotShown)
    expect(row.reload.head_id).to be_nil
    expect(status("")).to eq(200)
  end

  it "says so where a state cannot be shown any more, gives the file, and undoes the change without drawing" do
    change("define_style", id: "Quay", name: "Quay")
    Web.restart
    unshowable("Quay")
    expect(status("")).to eq(500)
    expect(last_response.body).to include("cannot be shown", "Undo the last change")
    expect([status("/ledger"), status("/file")]).to eq([200, 200])
    token
    post "/manuscripts/#{row.id}/undo", {"head" => row.reload.head_id.to_s}, "HTTP_X_CSRF_TOKEN" => token
    expect(last_response.status).to eq(303).or eq(302)
    expect(row.reload.head_id).to be_nil
    expect(status("")).to eq(200)
  end
end

RSpec.describe NorvelWeb::Workbenches do
  before { Web.clear }

  let(:rows) { Array.new(3) { |number| Web.bring("notice-#{number}.docx", demo("quayside-notice.docx")) } }

  it "keeps as many manuscripts open as there is room for, never closing one in use" do
    weight = NorvelWeb::Workbench.new(rows[0].id).tap(&:state).weight
    benches = described_class.new(room: weight * 3 / 2)
    benches.take(rows[0].id).state
    benches[rows[1].id].state
    benches[rows[2].id].state
    benches.give_back(rows[2].id)
    expect(benches.ids).to eq([rows[0].id, rows[2].id])
    benches.give_back(rows[0].id)
    expect(benches.ids).to eq([rows[0].id])
  end

  it "lets go of what nobody has asked for in a while" do
    benches = described_class.new
    benches.take(rows[0].id)
    benches[rows[1].id].state
    expect([benches.let_go(idle: 60), benches.let_go(idle: 0), benches.ids]).to eq([0, 1, [rows[0].id]])
  end
end
