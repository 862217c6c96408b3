# frozen_string_literal: true

require "json"

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

  # One of them: :waiting, :at_work, :done, :failed or :stopped.
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

    # @return [Hash{Symbol=>Object}] as a report on many has it
    def as_reported
      sentence = found["error"] || {"done" => nil}.fetch(state) { "not looked at" }
      {file: manuscript&.filename || name, met: nil, broken: nil, findings: nil, must_broken: nil, rules: nil}
        .merge(found.transform_keys(&:to_sym).slice(:met, :broken, :findings, :must_broken, :rules)).merge(error: sentence)
    end
  end

  # Goes through the rows that wait, two at a time, each in a process of its own; the server answers meanwhile. What was at work when
  # the server ended waits again.
  class Batches
    AT_ONCE = Apart::AT_ONCE

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

    def initialize
      @lock = Monitor.new
      @threads = []
      @aparts = {} # by row
    end

    # @param again [Boolean] whether nobody can be at work: the server has just begun
    # @return [void]
    def wake(again: false)
      @lock.synchronize do
        BatchRow.where(state: "at_work").where.not(id: @aparts.keys).update_all(state: "waiting") if again || @threads.none?(&:alive?)
        @threads.select!(&:alive?)
        waiting = BatchRow.where(state: "waiting").limit(AT_ONCE).count
        [waiting, AT_ONCE - @threads.size].min.times { @threads << Thread.new { go_on } }
      end
    end

    # @param batch [BatchRecord]
    # @return [void]
    def stop(batch)
      @lock.synchronize do
        batch.rows.where(state: "waiting").update_all(state: "stopped")
        batch.rows.where(state: "at_work").pluck(:id).each { |id| @aparts[id]&.leave }
      end
    end

    private

    def go_on
      while (row = ActiveRecord::Base.connection_pool.with_connection { taken })
        ActiveRecord::Base.connection_pool.with_connection { hold(row) }
      end
    rescue => fault
      warn "norvel: a batch was left (#{fault.class}: #{fault.message})"
    end

    def taken
      @lock.synchronize do
        BatchRow.where(state: "waiting").order(:id).first&.tap { |row| row.update!(state: "at_work") }
      end
    end

    # One file's failure is its own.
    def hold(row)
      manuscript = row.manuscript or raise Norvel::FileError, "The manuscript is gone."
      given = Given.of(manuscript)
      apart = Apart.new(&work(row, given))
      @lock.synchronize { @aparts[row.id] = apart }
      found = JSON.parse(apart.value)
      enter(manuscript, found.delete("done"), given.head, row.batch.reference)
      done(row, "done", JSON.generate(found))
    rescue Apart::Left
      done(row, "stopped", nil)
    rescue Norvel::Error => error
      done(row, "failed", JSON.generate(error: error.message))
    rescue => fault
      warn "norvel: a row of a batch failed (#{fault.class}: #{fault.message[0, 300]})"
      done(row, "failed", JSON.generate(error: "It could not be looked at; open it by itself."))
    ensure
      @lock.synchronize { @aparts.delete(row.id) }
    end

    def work(row, given)
      return ->(_) { Batches.profiled(given) } if row.batch.together?

      guide = row.batch.read_guide
      (row.task == "tidy") ? ->(_) { Batches.tidied(given, guide) } : ->(_) { Batches.held(given, guide) }
    end

    # What a clean-up came to is one step of the manuscript's ledger, where it can be undone.
    def enter(manuscript, made, head, reference)
      return unless made

      manuscript.take_change(*made.values_at("operation", "parameters", "sentence", "difference"), head: head)
      manuscript.update!(facts: JSON.generate(made["facts"])) if manuscript.guide == reference
    end

    def done(row, state, result) = BatchRow.where(id: row.id).update_all(state: state, result: result, task: "hold")
  end
end
