# frozen_string_literal: true

require "json"
require_relative "work"

module NorvelWeb
  # Many manuscripts held against one guide.
  class BatchRecord < ActiveRecord::Base
    self.table_name = "batches"
    has_many :rows, -> { order(:id) }, class_name: "BatchRow", foreign_key: :batch_id, dependent: :destroy

    MOST = 200 # manuscripts
    ONE_ANOTHER = "one-another" # instead of a guide: they are held against one another

    # @param manuscripts [Array<ManuscriptRecord>] @param reference [String] of the guide @param guide [Norvel::Guide]
    # @return [BatchRecord]
    # @raise [Norvel::Error]
    def self.of(manuscripts, reference, guide)
      raise Norvel::ChangeRefused, "Choose the manuscripts first." if manuscripts.empty?
      raise Norvel::ChangeRefused, "These are #{manuscripts.size} manuscripts; hold at most #{MOST} at once." if manuscripts.size > MOST

      if reference == ONE_ANOTHER && manuscripts.size < Norvel::Together::LEAST
        raise Norvel::ChangeRefused, "One manuscript alone cannot be held against others: choose at least two."
      end

      transaction do
        create!(title: guide.title, guide: guide.source, reference: reference, created_at: Time.now).tap do |batch|
          BatchRow.insert_all!(manuscripts.map { |one| {batch_id: batch.id, manuscript_id: one.id} })
          Work::Row.enqueue(batch.rows.pluck(:id))
        end
      end
    end

    # @return [Boolean] whether they are held against one another
    def together? = reference == ONE_ANOTHER

    # @yieldparam row [BatchRow] @yieldreturn [String] what its manuscript is called
    # @return [Norvel::Together] of those that were looked at
    def compared = Norvel::Together.new(rows.select { |row| row.found["profile"] }.to_h { |row| [yield(row), row.found["profile"]] })

    # @return [Boolean] whether something of it still waits or is at work
    def under_way? = rows.any? { |row| %w[waiting at_work].include?(row.state) }

    # @return [Norvel::Guide]
    def read_guide = @read_guide ||= Norvel::Guide.read(guide, kept: true)

    # @return [Array<Array(Norvel::Guide::Rule, Integer)>] rules that any breaks, by how many, musts first
    def broken
      counts = rows.flat_map { |row| row.broken }.tally
      read_guide.rules.select { |rule| counts.key?(rule.id) }.map { |rule| [rule, counts[rule.id]] }
        .sort_by { |rule, count| [(rule.severity == :must) ? 0 : 1, -count] }
    end

    # @return [Norvel::Report::Many]
    def report = Norvel::Report::Many.new(read_guide).tap { |report| rows.each { |row| report.put(row.as_reported) } }
  end

  # One of them: :waiting, :at_work (in a `run` of its own), :done, :failed or :stopped.
  class BatchRow < ActiveRecord::Base
    self.table_name = "batch_rows"
    belongs_to :batch, class_name: "BatchRecord"
    belongs_to :manuscript, class_name: "ManuscriptRecord", optional: true

    def found = @found ||= result ? JSON.parse(result) : {}

    # @return [Array<String>] the rules that it breaks
    def broken = found.fetch("rules", {}).select { |_, state| state == "broken" }.keys

    # @return [Boolean] whether it lies on the desk still
    def on_desk? = !manuscript.nil? && manuscript.deleted_at.nil?

    # @return [Array<String>] what a clean-up left or was not sure of, in sentences
    def left = found.fetch("left", [])

    # @return [String] what it is called
    def name = manuscript&.name || "a manuscript that is gone"

    UNKNOWN_FAULT = {state: "failed", task: "hold",
                     result: JSON.generate(error: "It could not be looked at; open it by itself.")}.freeze
    OTHER_FONTS = "It was taken up where the house's fonts are not those of the server, and was left: " \
      "give both the same data folder, or copy its fonts."
    GLANCE = 0.5 # seconds until somebody looks whether it was stopped meanwhile

    # One file's failure is its own.
    # @param fonts [String] the mark of the fonts that it is to be laid out in
    # @return [void]
    def work_through(fonts)
      begin_run or return
      raise Norvel::FileError, OTHER_FONTS unless fonts == OwnFonts.mark

      held = manuscript or raise Norvel::FileError, "The manuscript is gone."
      given = Batches::Given.of(held)
      found = JSON.parse(watched(Apart.new(&asked_of(given))))
      end_run("done", found) { |made| enter(held, made, given.head) }
    rescue Apart::Left
      nil # whoever stopped it said so
    rescue Norvel::Error => error
      end_run("failed", error: error.message)
    rescue => fault
      warn "norvel: a row of a batch failed (#{fault.class}: #{fault.message[0, 300]})"
      mine.update_all(UNKNOWN_FAULT)
    end

    # @return [Hash{Symbol=>Object}] as a report on many has it
    def as_reported
      sentence = found["error"] || {"done" => nil}.fetch(state) { "not looked at" }
      {file: manuscript&.filename || name, met: nil, broken: nil, findings: nil, must_broken: nil, rules: nil}
        .merge(found.transform_keys(&:to_sym).slice(:met, :broken, :findings, :must_broken, :rules)).merge(error: sentence)
    end

    private

    # What whoever had it before left at work is begun anew; what was stopped is not.
    def begin_run
      self.run = SecureRandom.hex(8)
      self.class.where(id: id, state: %w[waiting at_work]).update_all(state: "at_work", run: run) == 1
    end

    # @return [ActiveRecord::Relation] the row, as long as this run is the one that counts
    def mine = self.class.where(id: id, state: "at_work", run: run)

    def watched(apart)
      apart.leave until apart.settled?(GLANCE) || mine.exists?
      apart.value
    ensure
      apart.leave # where it took too long
    end

    def asked_of(given)
      return ->(_) { Batches.profiled(given) } if batch.together?

      guide = batch.read_guide
      (task == "tidy") ? ->(_) { Batches.tidied(given, guide) } : ->(_) { Batches.held(given, guide) }
    end

    # @yieldparam made [Hash] what a clean-up came to
    def end_run(state, found)
      made = found.delete("done")
      self.class.transaction do
        next unless mine.update_all(state: state, result: JSON.generate(found), task: "hold") == 1

        yield made if made
      end
    end

    # What a clean-up came to is one step of the manuscript's ledger, where it can be undone.
    def enter(held, made, head)
      held.take_change(*made.values_at("operation", "parameters", "sentence", "difference"), head: head)
      held.update!(facts: JSON.generate(made["facts"])) if held.guide == batch.reference
    end
  end

  # Rows wait as jobs (`Work`), each is worked through in a process of its own; the server answers meanwhile.
  class Batches
    # A manuscript as whoever works in another process gets it: no database is touched there.
    Given = Struct.new(:bytes, :name, :changes, :fonts, :head) do
      # @param row [ManuscriptRecord]
      def self.of(row) =
        new(row.original.bytes, row.filename, row.path_of_version.map(&:difference), OwnFonts.book, row.head_id)

      # @return [Norvel::Manuscript]
      def read
        Norvel::Changes::Difference.replay(Norvel::Formats.read(bytes, name: name, limits: nil).with(fonts: fonts), changes)
      end
    end

    # In the other process.
    # @param given [Given] @param guide [Norvel::Guide]
    # @return [String] JSON
    def self.held(given, guide) = JSON.generate(row_of(Norvel::Examination.new(given.read), guide))

    # The same once it is tidied, with what was done and what was left.
    # @return [String] JSON
    def self.tidied(given, guide)
      before = Norvel::Examination.new(given.read)
      plan = Norvel::Plan.new(before, guide)
      operation = plan.operation or return JSON.generate(row_of(before, guide).merge(left: plan.to_look_at))
      after = operation.call(before.manuscript)
      Norvel::Formats.refuse_undeliverable(before.manuscript, after)
      tidy = Norvel::Examination.new(after)
      JSON.generate(row_of(tidy, guide).merge(left: plan.to_look_at, done: {
        facts: tidy.check(guide).facts, operation: operation.class.operation_name, parameters: operation.parameters,
        sentence: operation.told(before.manuscript, after),
        difference: Norvel::Changes::Difference.between(before.manuscript, after)
      }))
    end

    # What it is in all that could differ from others.
    # @return [String] JSON
    def self.profiled(given)
      examined = Norvel::Examination.new(given.read)
      JSON.generate(profile: Norvel::Together.profile(examined), pages: examined.layout.pages.size)
    end

    def self.row_of(examined, guide)
      check = examined.check(guide)
      Norvel::Report::Many.row(check).merge(pages: check.layout.pages.size)
    end

    private_class_method :row_of

    # @param hands [Work::Hands] of this process
    def initialize(hands = Work::Hands.new)
      @hands = hands
    end

    # Has rows worked through.
    # @param rows [ActiveRecord::Relation] of a batch @param more [Hash] what becomes of them besides
    # @return [void]
    def take_up(rows, **more)
      ids = rows.pluck(:id)
      BatchRow.transaction do
        BatchRow.where(id: ids).update_all(state: "waiting", result: nil, run: nil, **more)
        Work::Row.enqueue(ids)
      end
      wake
    end

    # @param again [Boolean] whether the server has just begun: what an older one left without a job has one
    # @return [void]
    def wake(again: false)
      if again
        left = BatchRow.where(state: %w[waiting at_work]).order(:id).pluck(:id)
        Work::Row.enqueue(left - Work::Row.waiting(left).pluck(:queue).map { |queue| queue[/\d+/].to_i })
      end
      @hands.wake
    end

    # @param batch [BatchRecord]
    # @return [void]
    def stop(batch)
      ids = batch.rows.where(state: %w[waiting at_work]).pluck(:id)
      BatchRow.transaction do
        BatchRow.where(id: ids).update_all(state: "stopped", run: nil)
        Work::Row.waiting(ids).where(locked_at: nil).delete_all
      end
    end
  end
end
