# frozen_string_literal: true

module NorvelWeb
  module Routes
    # The first screen: manuscripts and guides, and how they come and go.
    module Desk
      def self.registered(app)
        # Finding one's way, with and without a manuscript that lies open.
        app.get("/jobs") { erb :jobs, locals: {open_record: nil} }
        app.get("/manuscripts/:id/jobs") { erb :jobs, locals: {open_record: record} }
        app.get("/line-words") { erb :line_words, locals: {open_record: nil} }
        app.get("/manuscripts/:id/line-words") { erb :line_words, locals: {open_record: record} }

        app.get("/") { erb :desk }

        app.get "/faces.css" do
          content_type :css
          cache_control :public, max_age: 86_400
          OwnFonts.book.paths.map { |path|
            family = File.basename(path, ".*")
            %(@font-face{font-family:"#{family}";src:url("/faces/#{File.basename(path)}")}.f-#{family}{font-family:"#{family}"})
          }.join("\n")
        end

        # Whatever was laid out with other fonts is laid out again.
        app.post "/fonts", takes: {file: Asked::FILE, return: Asked::RETURN} do
          OwnFonts.keep(params["file"] ? params["file"][:tempfile].read(OwnFonts::LARGEST + 1).to_s : "")
          app.set :workbenches, Workbenches.new
          redirect to(local_return)
        end

        app.post "/fonts/:face/away", takes: {return: Asked::RETURN} do
          OwnFonts.drop(params["face"])
          app.set :workbenches, Workbenches.new
          redirect to(local_return)
        end

        app.get "/faces/:face" do
          path = OwnFonts.book.paths.find { |candidate| File.basename(candidate) == params["face"] } or halt 404
          cache_control :public, max_age: 86_400
          send_file path, type: path.end_with?(".otf") ? "font/otf" : "font/ttf"
        end

        app.get("/words") { erb :words }

        app.post "/manuscripts", takes: {file: Asked::FILES, guide: Asked::WORD, sheet: Asked::SHEET} do
          arrived(params["file"].to_a.map { |file| [file[:filename].to_s, file[:tempfile].read] })
        end

        # What was copied elsewhere, as a file of its own: with its mark-up where there is any, else as it is typed.
        app.post "/manuscripts/pasted", takes: {html: Asked::TEXT, text: Asked::TEXT, name: Asked::NAME, guide: Asked::WORD,
                                                sheet: Asked::SHEET} do
          html, text = params["html"].to_s, params["text"].to_s
          raise Norvel::FileError, "There is no text to bring in." if [html, text].all? { |words| words.strip.empty? }

          ending = html.strip.empty? ? typed_ending(text) : ".html"
          name = params["name"].to_s.strip[0, 100].then { |said| said.empty? ? "Pasted text" : said }
          arrived([["#{name.tr("/\\:", "-")}#{ending}", (html.strip.empty? ? text : html).b]])
        end

        app.post "/manuscripts/new", takes: {guide: Asked::WORD, name: Asked::NAME, format: Asked::WORD} do
          name = params["name"].to_s.strip[0, 200].then { |written| written.empty? ? "Untitled" : written }
          format = begun_format
          bytes = Norvel::Template.bytes(guide_wanted(params["guide"].to_s), format: format)
          row = Intake.take(bytes, Intake.file_name(name, format), name: name, guide: params["guide"])
          refresh_facts(row, workbench(row.id).state)
          redirect to("/manuscripts/#{row.id}?chosen=0&write=yes")
        end

        # A text that was read as it was not meant, as long as nothing was done with it.
        app.post "/manuscripts/:id/way", takes: {way: Asked::WORD} do
          if record.entries.any?
            raise Norvel::ChangeRefused, "Something was changed already; bring the file in again, and read it otherwise then."
          end

          original = record.original
          ways = Norvel::Formats.of(manuscript.format).ways(original.bytes)
          raise Norvel::ChangeRefused, "It cannot be read so." unless ways.key?(params["way"])

          original.update!(bytes: Norvel::Formats::Elements::Bundle.read_as(original.bytes, record.filename, params["way"]))
          settings.workbenches.close(record.id)
          redirect to("/manuscripts/#{record.id}")
        end

        app.post "/manuscripts/:id/name", takes: {name: Asked::NAME} do
          name = params["name"].to_s.strip[0, 200]
          raise Norvel::ChangeRefused, "A manuscript needs a name." if name.empty?

          record.update!(name: name)
          redirect to("/")
        end

        app.post "/manuscripts/:id/delete" do
          record.update!(deleted_at: Time.now)
          settings.workbenches.close(record.id)
          redirect to("/")
        end

        app.post "/manuscripts/:id/restore" do
          ManuscriptRecord.find(params["id"]).update!(deleted_at: nil)
          redirect to("/")
        end

        app.post "/manuscripts/:id/guide", takes: {guide: Asked::WORD, head: Asked::ID} do
          raise Norvel::ChangeRefused, "There is no such guide." unless judges.any? { |reference, _| reference == params["guide"] }

          _, @state, = judge_by(record, params["guide"], head: seen_head)
          refresh_facts(record.reload, state)
          redirect to("/manuscripts/#{record.id}/findings")
        end

        app.helpers DeskHelpers
      end
    end

    # What comes onto the desk.
    module DeskHelpers
      MARKS = /^\#{1,6} \S|\*\*\S|^[-*] \S|^\d+\. \S|\]\(\S+\)|^> |^```/
      LEAST = 2 # marks in a text that is written with them
      TOLD = 12 # sentences

      # Takes files, and goes where they are.
      def arrived(files)
        sheet = sheet_of_arrival
        arrivals = Arrivals.new(files)
        arrivals.take(guide: method(:guide_of_arrival)) { |taken, read| settings.workbenches.open(taken.id, read) }
        told = arrivals.told + arrivals.rows.filter_map { |row| dressed(row, sheet) }
        alone = told.size == 1
        session["arrived"] = told.first(TOLD) unless alone
        redirect to(alone ? "/manuscripts/#{arrivals.rows.first.id}" : "/")
      end

      # @return [Norvel::KeptSheet, nil] whose styles were asked for: of a guide, kept, or another manuscript's
      # @raise [Norvel::ChangeRefused] before anything was taken, where there is no such sheet
      def sheet_of_arrival = params["sheet"].to_s.empty? ? nil : other_sheet

      # What comes takes the styles that were asked for; text without styles of its own, those of the guide that was chosen for it.
      # @param sheet [Norvel::KeptSheet, nil]
      # @return [String, nil] a sentence where it did not
      def dressed(row, sheet)
        guide = guide_named(params["guide"]) unless params["guide"].to_s.empty?
        guide = nil if guide&.none? || Norvel::Formats.ending_with(row.filename).styled?
        kept = sheet || (Norvel::KeptSheet.of_guide(guide) if guide)
        return unless kept

        state = workbench(row.id).state
        mapping = kept.match(state.manuscript, Norvel::KeptSheet.roles_of(state.manuscript, state.roles))
        swap = Norvel::Changes.build("swap_sheet", {"sheet" => JSON.parse(JSON.generate(kept.dump)), "mapping" => mapping})
        workbench(row.id).change(swap, head: row.head_id)
        nil
      rescue Norvel::ChangeRefused => error
        "“#{row.filename}” keeps its styles: #{error.message}"
      end

      # @param row [ManuscriptRecord] @param reference [String] of the guide that judges it from now on @param head [Integer, nil]
      # @return [Array] as a workbench's change gives it
      def judge_by(row, reference, head:)
        title = guide_named(reference)&.title || "No guide"
        chosen = {"guide" => reference, "title" => title, "from" => row.guide || Norvel::Guide::DEFAULT}
        workbench(row.id).change(Norvel::Changes::ChooseGuide.new(chosen), head: head)
      end

      # @return [Array<String>] what is to be told of what came, once
      def told_of_arrival = session.delete("arrived").to_a

      def typed_ending(text) = (text.scan(MARKS).size >= LEAST) ? ".md" : ".txt"
    end
  end

  # Takes a file onto the desk: read first, so that nothing is stored half.
  module Intake
    module_function

    # @return [String] what a manuscript that is begun here is called as a file
    def file_name(name, format = Norvel::Formats.usual)
      "#{name.downcase.gsub(/[^[:alnum:]]+/, "-").delete_suffix("-")}#{format.endings.first}"
    end

    # @yieldparam row [ManuscriptRecord] @yieldparam read [Norvel::Manuscript] as it was read
    # @return [ManuscriptRecord]
    # @raise [Norvel::FileError]
    def take(bytes, filename, name: nil, guide: Norvel::Guide::DEFAULT)
      read = Norvel::Formats.read(bytes, name: filename)
      row = ManuscriptRecord.transaction do
        ManuscriptRecord.create!(name: name || read.info.title || File.basename(filename, ".*"),
          filename: File.basename(filename)[0, 200], guide: guide).tap do |made|
          OriginalRecord.create!(manuscript_id: made.id, bytes: bytes)
        end
      end
      yield row, read if block_given?
      row
    end
  end
end
