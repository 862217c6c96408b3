# frozen_string_literal: true

module NorvelWeb
  module Routes
    # Many manuscripts against one guide: who meets what.
    module Batches
      COLUMNS = {"name" => "Manuscript", "must" => "Musts broken", "broken" => "Rules broken", "findings" => "Findings",
                 "pages" => "Pages"}.freeze
      FIRST = 8 # rules that most break, which are named
      REPORTS = {"csv" => "text/csv", "json" => "application/json", "pdf" => "application/pdf", "html" => "text/html"}.freeze

      def self.registered(app)
        app.set :batches, NorvelWeb::Batches.new

        app.post "/batches", takes: {from: Asked.list(Asked::ID), guide: Asked::WORD} do
          rows = params["from"].to_a.uniq.map { |id| ManuscriptRecord.on_desk.find(id) }
          wanted = params["guide"].to_s
          guide = (wanted == BatchRecord::ONE_ANOTHER) ? Norvel::Guide.none : guide_wanted(wanted)
          made = BatchRecord.of(rows, wanted, guide)
          settings.batches.wake
          redirect to("/batches/#{made.id}")
        end

        app.get("/batches/:id", takes: {by: Asked::WORD, rule: Asked::RULE, making: Asked::WORD}) { erb :batch, locals: {batch: batch} }

        app.get "/batches/:id/together.csv" do
          deliver_as "In what they differ.csv"
          content_type "text/csv"
          batch_together.to_csv
        end

        app.get("/batches/:id/table", takes: {by: Asked::WORD, rule: Asked::RULE}) do
          settings.batches.wake if batch.under_way?
          erb batch_view, layout: false, locals: {batch: batch}
        end

        app.post("/batches/:id/stop") do
          settings.batches.stop(batch)
          redirect to("/batches/#{batch.id}")
        end

        # What was stopped or failed, or changed since, is looked at again.
        app.post("/batches/:id/again") do
          settings.batches.take_up(batch.rows.where.not(state: %w[waiting at_work]))
          redirect to("/batches/#{batch.id}")
        end

        # Each is tidied by the guide, as one step that its own ledger undoes.
        app.post("/batches/:id/tidy") do
          raise Norvel::ChangeRefused, "It is still at work; stop it first, or wait." if batch.under_way?

          on_desk = batch.rows.select(&:on_desk?).map(&:id)
          settings.batches.take_up(batch.rows.where(id: on_desk), task: "tidy")
          redirect to("/batches/#{batch.id}")
        end

        # All of them as they are now, with a report each and one for all: begun, looked at how far it is, fetched.
        app.post("/batches/:id/files") do
          raise Norvel::ChangeRefused, "It is still at work; stop it first, or wait." if batch.under_way?

          making = BatchFiles.new(batch).begin(settings.makings)
          redirect to("/batches/#{batch.id}?making=#{making.key}")
        end

        app.get("/batches/:id/files", takes: {making: Asked::WORD}) { erb :batch_files, layout: false, locals: {making: batch_making} }

        app.post("/batches/:id/files/stop", takes: {making: Asked::WORD}) do
          settings.makings.forget(batch_making.key) if batch_making
          redirect to("/batches/#{batch.id}")
        end

        app.post("/batches/:id/files/fetch", takes: {making: Asked::WORD}) do
          making = batch_making or raise Norvel::ChangeRefused, "It was not kept; have it made again."
          bytes = making.apart.value
          BatchFiles.new(batch).note(making, bytes)
          content_type making.type
          deliver_as making.filename
          bytes
        end

        # Its findings by this guide, which judges it from now on.
        app.post "/batches/:id/findings", takes: {row: Asked::ID} do
          row = batch.rows.find(params["row"])
          raise Norvel::ChangeRefused, "The manuscript was put away; bring it back on the desk first." unless row.on_desk?

          open_against(row.manuscript)
          redirect to("/manuscripts/#{row.manuscript_id}/findings")
        end

        app.get "/batches/:id/report", takes: {format: Asked::WORD} do
          kind = Batches::REPORTS.key?(params["format"]) ? params["format"] : "html"
          deliver_as "#{batch.title.gsub(%r{[/\\]}, "-")} – who meets what.#{kind}"
          content_type Batches::REPORTS[kind]
          report = batch.report
          {"csv" => -> { report.to_csv }, "json" => -> { JSON.pretty_generate(report.to_h) }, "pdf" => -> { report.to_pdf }}
            .fetch(kind) { -> { report.to_html } }.call
        end

        app.helpers BatchHelpers
      end
    end

    module BatchHelpers
      def batch = @batch ||= BatchRecord.includes(rows: :manuscript).find(params["id"])

      # @return [Makings::Making, nil] the files that are being made of it
      def batch_making = settings.makings.of(BatchFiles.key(batch), params["making"].to_s)

      # @return [Array<BatchRecord>] the newest first
      def batches_on_desk = @batches_on_desk ||= BatchRecord.includes(:rows).order(id: :desc).limit(5).to_a

      # @return [String] what tells a manuscript from others of its name
      def batch_name(row) = row.manuscript ? name_apart(row.manuscript) : row.name

      # @return [Symbol] the table of who meets what, or of what differs
      def batch_view = batch.together? ? :batch_together : :batch_table

      # @return [Norvel::Together]
      def batch_together = @batch_together ||= batch.compared { |row| batch_name(row) }

      # @return [String] by what the table is sorted
      def batch_order = Batches::COLUMNS.key?(params["by"]) ? params["by"] : "must"

      # @return [Array<BatchRow>] sorted; those that break a rule, where one is asked for
      def batch_rows(batch)
        rows = params["rule"].to_s.empty? ? batch.rows.to_a : batch.rows.select { |row| row.broken.include?(params["rule"]) }
        return rows.sort_by { |row| batch_name(row).downcase } if batch_order == "name"

        key = {"must" => "must_broken"}.fetch(batch_order, batch_order)
        rows.sort_by { |row| [row.found[key] ? 0 : 1, -row.found[key].to_i, row.id] }
      end

      def open_against(row)
        guide_wanted(batch.reference) # which may be put away by now
        judge_by(row, batch.reference, head: row.head_id) unless row.guide == batch.reference
      end
    end
  end
end
