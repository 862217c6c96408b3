# frozen_string_literal: true

require_relative "../../lib/norvel/report"

module NorvelWeb
  module Routes
    # What leaves the desk: the manuscript, its PDF, its original, the report, the proof.
    module Deliver
      PAGE_POLICY = "default-src 'none'; style-src 'unsafe-inline'; font-src data:"

      def self.registered(app)
        app.get("/manuscripts/:id/deliver") { erb :deliver, locals: {view: "deliver", shipping: shipping} }

        # Asked for by POST it is noted in the ledger; by GET it is only given.
        %i[get post].each do |verb|
          app.public_send(verb, "/manuscripts/:id/file", takes: {name: Asked::NAME, record: Asked::YES}) { given(making("file")) }

          app.public_send(verb, "/manuscripts/:id/pdf", takes: {name: Asked::NAME}) { given(making("pdf")) }
        end

        # The other formats that it can be made in, each with what does not go along.
        app.get("/manuscripts/:id/across") { erb :across, layout: false }

        %i[get post].each do |verb|
          app.public_send(verb, "/manuscripts/:id/as-:format") { given(making("as-#{params["format"]}")) }
        end

        app.get "/manuscripts/:id/original" do
          deliver_as "original-#{record.filename}"
          content_type Norvel::Formats.media_type(record.filename)
          own_format.original(bench.source)
        end

        app.get("/manuscripts/:id/proof", takes: {making: Asked::WORD}) { given(made("proof") || making("proof")) }

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
          when "pdf" then given(making("report"))
          else halt 404
          end
        end

        # The same, worked out while the bench goes on: begun, asked how far it is, fetched or stopped.
        app.post("/manuscripts/:id/making/:what", takes: {name: Asked::NAME, record: Asked::YES}) { told_making(making(params["what"])) }

        app.get("/manuscripts/:id/making/:making") { told_making(made) }

        app.post "/manuscripts/:id/making/:making/stop" do
          settings.makings.forget(made.key) if made
          204
        end

        app.post "/manuscripts/:id/making/:making/file" do
          made ? given(made) : halt(404, "That is not kept any more; have it made again.")
        end

        app.helpers DeliverHelpers
      end
    end

    # Making what leaves the desk.
    module DeliverHelpers
      PROOF = "proof.html" # shown, not saved
      AT_ONCE = 0.3 # seconds in which what is quick is there

      # @return [String] the file's name without its ending
      def base_name = File.basename(record.filename, ".*")

      def shipping = @shipping ||= Norvel::Report::Shipping.new(bench.original_state.manuscript, state, source: bench.source)

      # What can be made, each in a process of its own.
      # @param what [String] "file", "pdf", "proof", "report"
      # @return [Makings::Making]
      def making(what)
        case what
        when "file" then begun(name = named_file, Norvel::Formats.media_type(name), &file_work(name))
        when "pdf" then begun("#{base_name}.pdf", Norvel::Formats.of("pdf").media_type, &pdf_work)
        when /\Aas-(\w+)\z/ then begun_as($1)
        when "proof" then begun(PROOF, "text/html", noted: false, &proof_work)
        when "report" then begun("#{base_name} – findings.pdf", "application/pdf", noted: false, &report_work)
        else halt 404
        end
      end

      # A new file of another format.
      def begun_as(name)
        format = shipping.across.find { |other| other.name == name } || halt(404)
        begun("#{base_name.delete_suffix(RESTYLED)}#{format.endings.first}", format.media_type, &other_work(format))
      end

      def other_work(format)
        shown, source, name = state, bench.source, base_name
        ->(tell) { Norvel::Formats.make(shown.layout, as: format.name, source: source, name: name, &tell) }
      end

      def begun(filename, type, noted: request.post?, &work)
        settings.makings.begin(manuscript: record.id, head: record.head_id, filename: filename, type: type, noted: noted, &work)
      end

      # Everything that the work needs is there before it begins; the other process does not touch the database.
      # @param name [String] whose ending says whether it is a template
      def file_work(name = record.filename)
        manuscript, source = bench.manuscript, bench.source
        who = ({author: RECORDER, date: (record.head&.created_at || record.created_at).to_time} if params["record"] == "yes")
        other = name unless File.extname(name) == File.extname(record.filename)
        ->(tell) { Norvel::Formats.write(manuscript, source: source, name: other, record: who, &tell) }
      end

      RECORDER = "Norvel" # who recorded changes are of
      RESTYLED = " – restyled"

      # What the file is called: as it was called last, or so that it is not taken for the one that came.
      # @return [String]
      def delivered_name
        endings = own_endings
        last = record.deliveries.map(&:filename).reverse.find { |name| endings.include?(File.extname(name).downcase) }
        return last || record.filename if record.head_id.nil? || last

        "#{base_name.delete_suffix(RESTYLED)}#{RESTYLED}#{File.extname(record.filename)}"
      end

      # The format that the manuscript is of, whether it can be shown or not.
      def own_format = Norvel::Formats.ending_with(record.filename)

      # @return [Array<String>]
      def own_endings = own_format.endings

      # What the person calls it: a name without a path, with an ending of this format.
      # @raise [Norvel::ChangeRefused]
      def named_file
        name = params["name"].to_s.strip
        return delivered_name if name.empty?
        raise Norvel::ChangeRefused, "A file's name has none of / \\ : * ? \" < > | in it." if name.match?(%r{[/\\:*?"<>|]|\A\.})

        name = "#{name}#{File.extname(record.filename)}" unless own_endings.include?(File.extname(name).downcase)
        raise Norvel::ChangeRefused, "A file's name has at most 200 letters." if name.length > 200

        name
      end

      # The same state gives the same bytes: its date is that of the last change.
      def pdf_work
        shown, source, name = state, bench.source, base_name
        date = (record.head&.created_at || record.created_at).to_time
        ->(tell) { Norvel::Formats.make(shown.layout, as: "pdf", source: source, name: name, date: date, roles: shown.roles, &tell) }
      end

      def proof_work
        file, pdf, papers, base = file_work, pdf_work, shipping, base_name
        name, filename, changes = record.name, record.filename, record.path.map(&:sentence)
        ->(tell) { papers.proof(name, filename, [[filename, file[->(*) {}]], ["#{base}.pdf", pdf[tell]]], changes: changes) }
      end

      def report_work
        report, name = Norvel::Report::Findings.new(state.check(guide_of)), record.name
        sign = Norvel::Report::Shipping.fingerprint(bench.source)
        ->(_) { report.to_pdf(name, fingerprint: sign) }
      end

      # @param what [String, nil] "proof": only that
      # @return [Makings::Making, nil] the one asked for
      def made(what = nil)
        found = settings.makings.of(record.id, params["making"])
        found unless what && found && found.filename != PROOF
      end

      # @return [String] JSON: how far it is, or that it is there, or why it is not
      def told_making(making)
        told = making ? how_far(making) : {gone: true}
        content_type :json
        JSON.generate(told)
      end

      # What did not come to anything takes nobody's place.
      def how_far(making)
        done = making.apart.settled?(AT_ONCE)
        making.apart.value if done # says what stands in its way
        {key: making.key, at: making.apart.at, done: done}
      rescue => error
        settings.makings.forget(making.key)
        error.is_a?(Norvel::Error) ? {refused: error.message} : raise
      end

      # @return [String] what was made, waited for
      def given(making)
        bytes = fetched(making)
        note_delivery(making, bytes) if making.noted
        content_type making.type
        if making.filename == PROOF
          headers "Content-Security-Policy" => Deliver::PAGE_POLICY
          return bytes.force_encoding(Encoding::UTF_8)
        end
        deliver_as making.filename
        bytes
      end

      def fetched(making)
        making.apart.value
      ensure
        settings.makings.forget(making.key)
      end

      def note_delivery(making, bytes)
        sign = Norvel::Report::Shipping.fingerprint(bytes)
        last = record.deliveries.last
        same = last && [last.entry_id, last.filename, last.fingerprint] == [making.head, making.filename, sign]
        record.deliveries.create!(entry_id: making.head, filename: making.filename, fingerprint: sign) unless same
      end
    end
  end
end
