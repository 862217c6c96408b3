# frozen_string_literal: true

module NorvelWeb
  module Routes
    # Style sheets: kept in the library, brought from files, shown on a manuscript before they are swapped in.
    module Sheets
      def self.registered(app)
        app.post "/manuscripts/:id/sheets", takes: {name: Asked::NAME} do
          name = params["name"].to_s.strip[0, 100]
          raise Norvel::ChangeRefused, "A kept sheet needs a name." if name.empty?

          KeptSheetRecord.keep(Norvel::KeptSheet.of(manuscript, state.roles, name: name))
          redirect to("/manuscripts/#{record.id}/styles?show=sheets")
        end

        app.post "/manuscripts/:id/sheets/file", takes: {file: Asked::FILE} do
          file = params["file"]
          raise Norvel::FileError, "Choose a #{Norvel::Formats.opened} file first." unless file.is_a?(Hash) && file[:tempfile]

          other = Norvel::Formats.read(file[:tempfile].read, name: file[:filename].to_s)
          KeptSheetRecord.keep(Norvel::KeptSheet.of(other, Norvel::Roles.new(other),
            name: File.basename(file[:filename].to_s, ".*")[0, 100]))
          redirect to("/manuscripts/#{record.id}/styles?show=sheets")
        end

        app.post "/manuscripts/:id/sheets/:sheet/delete" do
          KeptSheetRecord.find(params["sheet"]).update!(deleted_at: Time.now)
          redirect to("/manuscripts/#{record.id}/styles?show=sheets")
        end

        app.post "/manuscripts/:id/sheets/:sheet/restore" do
          KeptSheetRecord.find(params["sheet"]).update!(deleted_at: nil)
          redirect to("/manuscripts/#{record.id}/styles?show=sheets")
        end

        app.get("/manuscripts/:id/take", takes: {sheet: Asked::SHEET}) { erb :take_form, layout: false, locals: {kept: other_sheet} }

        app.helpers SheetHelpers
      end
    end

    # Which other sheets there are, and the one a request names.
    module SheetHelpers
      # @param open [ManuscriptRecord, nil] which is none of the others
      # @return [Array<Array(String, Array<Array(String, String)>)>] heading, then reference and name of each
      def other_sheets(open = nil)
        [["Kept", KeptSheetRecord.kept.map { |row| ["kept:#{row.id}", row.name] }],
          ["House guides", guides.map { |reference, title| ["guide:#{reference}", title] }],
          ["Other manuscripts on the desk", ManuscriptRecord.on_desk.where.not(id: open&.id).map { |row|
            ["manuscript:#{row.id}", name_apart(row)]
          }]]
      end

      # @return [String] them as options, by kind
      def sheet_options
        other_sheets.reject { |_, sheets| sheets.empty? }
          .map { |heading, sheets| "<optgroup label=\"#{heading}\">#{option_tags(sheets)}</optgroup>" }.join
      end

      # @param said [String] a reference of one
      # @return [Norvel::KeptSheet]
      def other_sheet(said = params["sheet"].to_s)
        kind, _, reference = said.partition(":")
        case kind
        when "kept" then KeptSheetRecord.find(reference).sheet
        when "guide" then Norvel::KeptSheet.of_guide(guide_wanted(reference))
        when "manuscript"
          row = ManuscriptRecord.on_desk.find(reference)
          other = workbench(row.id).state
          Norvel::KeptSheet.of(other.manuscript, other.roles, name: row.name)
        else raise Norvel::ChangeRefused, "There is no such sheet."
        end
      end

      # @return [Norvel::Formats::Format] that something new is to be of
      def begun_format
        Norvel::Formats.begun_in.find { |format| format.name == params["format"] } || Norvel::Formats.usual
      end

      def guide_wanted(reference) = guide_named(reference) || raise(Norvel::ChangeRefused, "There is no such guide.")

      # @return [Hash{String=>String, nil}] as it was corrected, else as it is matched
      def sheet_mapping(kept)
        return params["mapping"].to_h if params["mapping"]

        kept.match(manuscript, Norvel::KeptSheet.roles_of(manuscript, state.roles))
      end
    end
  end
end
