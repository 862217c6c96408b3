# frozen_string_literal: true

require_relative "../../lib/norvel/report"

module NorvelWeb
  module Routes
    # What leaves the desk: the manuscript, its PDF, its original, the report, the proof.
    module Deliver
      TYPE = "application/vnd.openxmlformats-officedocument.wordprocessingml.document"
      PAGE_POLICY = "default-src 'none'; style-src 'unsafe-inline'; font-src data:"

      def self.registered(app)
        app.get("/manuscripts/:id/deliver") { erb :deliver, locals: {view: "deliver", shipping: shipping} }

        # Asked for by POST it is noted in the ledger; by GET it is only given.
        %i[get post].each do |verb|
          app.public_send(verb, "/manuscripts/:id/file") do
            content_type TYPE
            delivered record.filename, bench.delivery
          end

          app.public_send(verb, "/manuscripts/:id/pdf") do
            content_type "application/pdf"
            delivered "#{base_name}.pdf", pdf_bytes
          end
        end

        app.get "/manuscripts/:id/original" do
          deliver_as "original-#{record.filename}"
          content_type TYPE
          bench.source
        end

        app.get "/manuscripts/:id/proof" do
          content_type :html
          headers "Content-Security-Policy" => PAGE_POLICY
          files = [[record.filename, bench.delivery], ["#{base_name}.pdf", pdf_bytes]]
          shipping.proof(record.name, record.filename, files, changes: record.path.map(&:sentence))
        end

        app.get "/manuscripts/:id/report.:kind" do
          report = Norvel::Report::Findings.new(state.check(guide_of))
          case params["kind"]
          when "csv"
            deliver_as "#{base_name} – findings.csv"
            content_type "text/csv"
            report.to_csv
          when "json"
            content_type :json
            JSON.generate(report.to_h)
          when "html"
            content_type :html
            headers "Content-Security-Policy" => PAGE_POLICY
            report.to_html(record.name, fingerprint: Digest::SHA256.hexdigest(bench.source))
          when "pdf"
            deliver_as "#{base_name} – findings.pdf"
            content_type "application/pdf"
            report.to_pdf(record.name, fingerprint: Digest::SHA256.hexdigest(bench.source))
          else halt 404
          end
        end

        app.helpers DeliverHelpers
      end
    end

    # Making what leaves the desk.
    module DeliverHelpers
      # @return [String] the file's name without its ending
      def base_name = File.basename(record.filename, ".*")

      def shipping = @shipping ||= Norvel::Report::Shipping.new(bench.original_state.manuscript, state, source: bench.source)

      # The same state gives the same bytes: its date is that of the last change.
      def pdf_bytes
        Norvel::Formats.pdf(state.layout, source: bench.source, name: base_name, date: (record.head&.created_at || record.created_at).to_time, roles: state.roles)
      end

      # What goes out.
      def delivered(filename, bytes)
        note_delivery(filename, bytes) if request.post?
        deliver_as filename
        bytes
      end

      def note_delivery(filename, bytes)
        sign = Norvel::Report::Shipping.fingerprint(bytes)
        last = record.deliveries.last
        same = last && [last.entry_id, last.filename, last.fingerprint] == [record.head_id, filename, sign]
        record.deliveries.create!(entry_id: record.head_id, filename: filename, fingerprint: sign) unless same
      end
    end
  end
end
