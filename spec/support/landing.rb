# frozen_string_literal: true

require "digest"
require "json"
require_relative "web"
require_relative "walks"
require_relative "wild"

# A data folder as the version of the day leaves it, with what is delivered from each state: made once for a release and kept as a fixture,
# so that later versions open, step, undo and deliver the same.
#
#   bin/trial landing spec/fixtures/landed_0_4
module Landing
  FILES = %w[boat-shed-handbook.docx quayside-notice.docx].freeze
  CHANGES = 24
  LONG = "The night ferries of the sound left at nine, and nobody who stood on the stairs in the rain would have called them punctual. "
  BODY = [Wild.p(Wild.t("Fares and tolls", "<w:b/><w:sz w:val=\"30\"/>")),
    Wild.p(Wild.t(LONG) + Wild.ins(Wild.t("twice")) + Wild.del("once")), Wild.p(Wild.t("1. A first point")),
    Wild.p(Wild.t("2. A second point")),
    Wild.p(""), Wild.p(Wild.t("Table 1: Fares")), Wild.table(Wild.row(Wild.cell, Wild.cell), Wild.row(Wild.cell, Wild.cell)),
    Wild.sdt(Wild.t("a field")), Wild.p(Wild.field("PAGE", "1") + Wild.t(LONG, "<w:i/>")),
    Wild.p(Wild.t("Boats", "<w:b/><w:sz w:val=\"30\"/>")),
    *Array.new(3) { Wild.p(Wild.t(LONG * 2), %(<w:jc w:val="both"/><w:spacing w:after="120"/>)) }].join
  SEED = 4

  module_function

  # @param folder [String] that is made
  def make(folder)
    FileUtils.mkdir_p(folder)
    Dir.mktmpdir do |work|
      NorvelWeb::Database.open(work)
      rows = FILES.map { |name| NorvelWeb::Intake.take(File.binread(File.join(Manuscripts::DEMO, name)), name) }
      rows << NorvelWeb::Intake.take(Wild.build(body: BODY), "Überblick.docx")
      rows.each_with_index { |row, index| change(row, SEED + index) }
      beside
      File.write(File.join(folder, "expected.json"), "#{JSON.pretty_generate(rows.to_h { |row| [row.id, facts(row.reload)] })}\n")
      ActiveRecord::Base.connection.execute("VACUUM INTO #{ActiveRecord::Base.connection.quote(File.join(folder, "norvel.sqlite3"))}")
    end
  end

  # Changes by chance, each tenth undone and another made in its place.
  def change(row, seed)
    bench = NorvelWeb::Workbench.new(row.id)
    walk = RandomWalk.new(bench.source, seed)
    made = 0
    until made == CHANGES
      begin
        bench.change(walk.change_of(bench.manuscript), head: bench.record.head_id)
        bench.delivery
        made += 1
        bench.undo(head: bench.record.head_id) if (made % 10).zero?
      rescue Norvel::Error
        next
      end
    end
    bench.undo(head: bench.record.head_id)
  end

  # A sheet in the library, and a guide in two versions.
  def beside
    NorvelWeb::KeptSheetRecord.keep(Norvel::KeptSheet.of_guide(Norvel::Guide.find("staff-notice")))
    guide = NorvelWeb::HouseGuide.create!(name: "House", yaml: Norvel::Guide.find("marrowby-diploma").source)
    guide.publish
    guide.change(Norvel::Guide::Draft.new(guide.yaml).set("page/margins/start", "4 cm").set("version", "4.4").yaml)
  end

  # @param row [NorvelWeb::ManuscriptRecord]
  # @return [Hash] its name, the state in force, and every state with what it says and delivers
  def facts(row)
    head = row.head_id
    bench = NorvelWeb::Workbench.new(row.id)
    states = [nil, *row.entries.map(&:id)].map do |entry|
      bench.step_to(entry, head: bench.record.head_id)
      [entry, state(bench)]
    end
    bench.step_to(head, head: bench.record.head_id)
    {"name" => row.name, "head" => head, "states" => states}
  end

  def state(bench) = {"texts" => texts(bench.state.manuscript), "delivery" => delivered(bench), "same" => bench.delivery == bench.source}

  def delivered(bench)
    members = Norvel::Formats::Archive.read(bench.delivery).members.transform_values { |data| Digest::SHA256.hexdigest(data) }
    Digest::SHA256.hexdigest(members.sort.to_s)
  end

  def texts(manuscript) =
    Digest::SHA256.hexdigest((manuscript.paragraphs + manuscript.note_paragraphs).map { |one| [one.id, one.text] }.to_s)
end
