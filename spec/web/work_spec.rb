# frozen_string_literal: true

require_relative "../support/web"

# Jobs of rows in the database, as whoever has hands free takes them.
RSpec.describe NorvelWeb::Work do
  let(:hand) { Delayed::Worker.new.tap { |worker| worker.name = "a hand" } }
  let(:guide) { Norvel::Guide.find("staff-notice") }
  let(:row) { @batch.rows.first }
  let(:job) { Delayed::Job.find_by!(queue: described_class::Row.queue(row.id)) }

  before do
    Web.clear
    Delayed::Job.delete_all
    @batch = NorvelWeb::BatchRecord.of([Web.bring("quayside-notice.docx")], "staff-notice", guide)
  end

  def batches = NorvelWeb::Batches.new(described_class::Hands.new(count: 0))

  it "wait from when the batch is made, and are gone when they are done" do
    expect(job.payload_object).to eq(described_class::Row.new(row.id, NorvelWeb::OwnFonts.mark))
    expect(hand.work_off(1)).to eq([1, 0])
    expect([row.reload.state, row.found.key?("broken"), Delayed::Job.count]).to eq(["done", true, 0])
  end

  it "are left to whoever has them, and taken from one that never came back" do
    row.update!(state: "at_work", run: "of another")
    job.update!(locked_by: "another", locked_at: Time.now)
    expect(hand.work_off(1)).to eq([0, 0])
    job.update!(locked_at: Time.now - described_class::LONGEST - 1)
    expect(hand.work_off(1)).to eq([1, 0])
    expect(row.reload.state).to eq("done")
  end

  it "go on under the same name after a crash, and from a folder that knew no jobs" do
    row.update!(state: "at_work")
    job.update!(locked_by: "a hand", locked_at: Time.now)
    expect(hand.work_off(1)).to eq([1, 0])
    row.reload.update!(state: "at_work", result: nil)
    2.times { batches.wake(again: true) }
    expect(Delayed::Job.count).to eq(1)
    expect(hand.work_off(1)).to eq([1, 0])
    expect(row.reload.state).to eq("done")
  end

  it "do nothing for a row that was stopped, nor for one that is no more" do
    batches.stop(@batch)
    expect([Delayed::Job.count, row.reload.state]).to eq([0, "stopped"])
    described_class::Row.enqueue([row.id, 999_999])
    expect(hand.work_off(2)).to eq([2, 0])
    expect(row.reload.state).to eq("stopped")
  end

  it "are left at once where somebody stops the row meanwhile, and enter nothing" do
    @batch.rows.update_all(task: "tidy")
    going = Thread.new { ActiveRecord::Base.connection_pool.with_connection { hand.work_off(1) } }
    Timeout.timeout(20) { Thread.pass until row.reload.state == "at_work" }
    batches.stop(@batch)
    expect(going.value).to eq([1, 0])
    expect([row.reload.state, row.manuscript.entries.count, Delayed::Job.count]).to eq(["stopped", 0, 0])
    batches.take_up(@batch.rows)
    expect([hand.work_off(1), row.reload.state]).to eq([[1, 0], "done"])
  end

  it "say so where they would be laid out in other fonts, take too long, or lose the database" do
    job.update!(payload_object: described_class::Row.new(row.id, "other fonts"))
    hand.work_off(1)
    expect([row.reload.state, row.found["error"]]).to eq(["failed", NorvelWeb::BatchRow::OTHER_FONTS])
    row.update!(state: "at_work", result: nil)
    described_class::Row.new(row.id, "").failure(nil)
    expect([row.reload.state, NorvelWeb::BatchRow.find(row.id).found["error"]]).to match(["failed", /by itself\.\z/])
    allow(Delayed::Worker).to receive(:max_run_time).and_return(1)
    allow(NorvelWeb::Batches).to receive(:held) { IO.select(nil, nil, nil, 60) } # in the other process
    batches.take_up(@batch.rows)
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    hand.work_off(1)
    expect(Process.clock_gettime(Process::CLOCK_MONOTONIC) - began).to be < 10
    expect(row.reload.state).to eq("failed")
  end
end
