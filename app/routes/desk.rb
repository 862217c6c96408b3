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

        app.post "/manuscripts", takes: {file: Asked::FILE, guide: Asked::WORD} do
          file = params["file"]
          raise Norvel::FileError, "Choose a #{Norvel::Formats.opened} file first." unless file.is_a?(Hash) && file[:tempfile]

          bytes = file[:tempfile].read
          row = Intake.take(bytes, file[:filename].to_s, guide: guide_of_arrival(bytes)) do |taken, read|
            settings.workbenches.open(taken.id, read)
          end
          redirect to("/manuscripts/#{row.id}")
        end

        app.post "/manuscripts/new", takes: {guide: Asked::WORD, name: Asked::NAME, format: Asked::WORD} do
          name = params["name"].to_s.strip[0, 200].then { |written| written.empty? ? "Untitled" : written }
          format = begun_format
          bytes = Norvel::Template.bytes(guide_wanted(params["guide"].to_s), format: format)
          row = Intake.take(bytes, Intake.file_name(name, format), name: name, guide: params["guide"])
          refresh_facts(row, workbench(row.id).state)
          redirect to("/manuscripts/#{row.id}?chosen=0&write=yes")
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

          title = guide_named(params["guide"])&.title || "No guide"
          chosen = {"guide" => params["guide"], "title" => title, "from" => record.guide || Norvel::Guide::DEFAULT}
          _, @state, = bench.change(Norvel::Changes::ChooseGuide.new(chosen), head: seen_head)
          refresh_facts(record.reload, state)
          redirect to("/manuscripts/#{record.id}/findings")
        end
      end
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
