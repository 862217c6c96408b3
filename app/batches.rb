# frozen_string_literal: true

require "json"

module NorvelWeb
  # Many manuscripts held against one guide.
  class BatchRecord < ActiveRecord::Base
    self.table_name = "batches"
    has_many :rows, -> { order(:id) }, class_name: "BatchRow", foreign_key: :batch_id, dependent: :destroy

    MOST = 200 # manuscripts

    # @param manuscripts [Array<ManuscriptRecord>] @param reference [String] of the guide @param guide [Norvel::Guide]
    # @return [BatchRecord]
    # @raise [Norvel::Error]
    def self.of(manuscripts, reference, guide)
      raise Norvel::ChangeRefused, "Choose the manuscripts first." if manuscripts.empty?
      raise Norvel::ChangeRefused, "These are #{manuscripts.size} manuscripts; hold at most #{MOST} at once." if manuscripts.size > MOST

      transaction do
        create!(title: guide.title, guide: guide.source, reference: reference, created_at: Time.now).tap do |batch|
          BatchRow.insert_all!(manuscripts.map { |one| {batch_id: batch.id, manuscript_id: one.id} })
        end
      end
    end

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

    # In the other process.
    # @return [String] JSON
    def self.held(bytes, name, changes, guide, fonts)
      read = Norvel::Formats.read(bytes, name: name, limits: nil).with(fonts: fonts)
      now = Norvel::Changes::Difference.replay(read, changes)
      check = Norvel::Examination.new(now).check(guide)
      JSON.generate(Norvel::Report::Many.row(check).merge(pages: check.layout.pages.size))
    end

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
      bytes, name = manuscript.original.bytes, manuscript.filename
      guide, changes, fonts = row.batch.read_guide, manuscript.path_of_version.map(&:difference), OwnFonts.book
      apart = Apart.new { Batches.held(bytes, name, changes, guide, fonts) }
      @lock.synchronize { @aparts[row.id] = apart }
      done(row, "done", apart.value)
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

    def done(row, state, result) = BatchRow.where(id: row.id).update_all(state: state, result: result)
  end
end
