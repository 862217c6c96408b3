# frozen_string_literal: true

require_relative "../../lib/norvel/report"

module NorvelWeb
  module Routes
    # What leaves the desk: the manuscript, its original, the report.
    module Deliver
      TYPE = "application/vnd.openxmlformats-officedocument.wordprocessingml.document"

      def self.registered(app)
        app.get("/manuscripts/:id/deliver") { erb :deliver, locals: {view: "deliver"} }

        app.get "/manuscripts/:id/file" do
          deliver_as record.filename
          content_type TYPE
          bench.delivery
        end

        app.get "/manuscripts/:id/original" do
          deliver_as "original-#{record.filename}"
          content_type TYPE
          bench.source
        end

        app.get "/manuscripts/:id/report.:kind" do
          report = Norvel::Report::Findings.new(state.check(guide_of))
          case params["kind"]
          when "csv"
            deliver_as "findings.csv"
            content_type "text/csv"
            report.to_csv
          when "json"
            content_type :json
            JSON.generate(report.to_h)
          when "html"
            deliver_as "findings.html"
            content_type :html
            report.to_html(record.name)
          else halt 404
          end
        end
      end
    end
  end
end
