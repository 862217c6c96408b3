# frozen_string_literal: true

require_relative "../support/outside"

# Reference: spec/reference/sheet_in_file.py, over python-docx's raw values, on files that were tidied by the command line's own way.
RSpec.describe "The guide's sheet in a tidied file, read by another" do
  HALF_POINTS, TWIPS = 6_350, 635

  # What the file has to say for a value of the guide, as ISO/IEC 29500-1 §17.3 spells it.
  def spelled(values)
    {"sz/val" => (values[:size] / HALF_POINTS).to_s, "rFonts/ascii" => values[:font_family], "b/" => values[:bold],
     "i/" => values[:italic], "color/val" => values[:color],
     "jc/val" => {center: "center", justify: "both", end: "right", start: nil}[values[:align]],
     "spacing/before" => twips(values[:space_before]), "spacing/after" => twips(values[:space_after]),
     "ind/left" => twips(values[:indent_start]), "ind/right" => twips(values[:indent_end]),
     "ind/firstLine" => twips([values[:indent_first], 0].max), "ind/hanging" => twips([-values[:indent_first], 0].max),
     "spacing/line" => (values[:line_spacing].value * 240).round.to_s}
  end

  def twips(emu) = (emu.to_f / TWIPS).round.to_s

  def in_file(values)
    read = ->(name, plain) { values.fetch(name, plain) }
    on = ->(name) { values.key?("#{name}/") ? values["#{name}/"] == "1" : !%w[0 false off].include?(values.fetch("#{name}/val", "0")) }
    {"sz/val" => read["sz/val", "20"], "rFonts/ascii" => values["rFonts/ascii"], "b/" => on["b"], "i/" => on["i"],
     "color/val" => read["color/val", "auto"], "jc/val" => (read["jc/val", nil] unless %w[left start].include?(values["jc/val"])),
     "spacing/before" => read["spacing/before", "0"], "spacing/after" => read["spacing/after", "0"],
     "ind/left" => read["ind/left", "0"], "ind/right" => read["ind/right", "0"],
     "ind/firstLine" => read["ind/firstLine", "0"], "ind/hanging" => read["ind/hanging", "0"],
     "spacing/line" => read["spacing/line", "240"]}
  end

  def sheet_of(bytes)
    Outside.in_file(bytes) do |path|
      output, errors, status = Open3.capture3(Outside::PYTHON, File.expand_path("sheet_in_file.py", __dir__), path)
      raise errors unless status.success?

      JSON.parse(output)
    end
  end

  {"night-ferries.docx" => "marrowby-diploma", "boat-shed-handbook.docx" => "marrowby-handbook",
   "quayside-notice.docx" => "marrowby-diploma"}.each do |file, name|
    it "has exactly the values of #{name} for each of its styles, once each, in #{file}" do
      guide = Norvel::Guide.find(name)
      source = demo(file)
      before = read(source)
      after = Norvel::Plan.new(before, guide).apply
      found = sheet_of(Norvel::Formats.write(after, source: source))
      by_name = found["styles"].values.to_h { |style| [style["alias"] || style["name"], style] }
      guide.family.members.reject { |slot, _| Norvel::Guide::Slots.kind(slot) == :character }.each do |slot, member|
        style = by_name.fetch(member.name)
        expect([slot, in_file(style["values"])]).to eq([slot, spelled(guide.family.values(slot))])
        expect([slot, style["repeated"].grep_v(/Cs\/|lineRule/)]).to eq([slot, []]) # of complex scripts the file keeps what it had
      end
      used = (found["body"] + found["margins"]).uniq.map { |id| found["styles"][id] }
      families = used.map { |style| style["values"]["rFonts/ascii"] }.uniq
      expect(families - guide.family.members.keys.map { |slot| guide.family.values(slot)[:font_family] }).to eq([])
      expect(found["styles"][found["default"]]["parent"]).to be_nil
      expect(used.map { |style| style["values"]["color/val"] }.compact - %w[auto]).to eq([])
      expect(Norvel::Looks.of(after).size).to be <= Norvel::Looks.of(before).size
      expect(found["abstract_numbers"]).to be <= 4
    end
  end

  # Files that nobody here wrote: mammoth's, sablon's and python-docx's own.
  it "is what every paragraph has in files from elsewhere, and a second clean-up finds nothing to do" do
    guide = Norvel::Guide.find("marrowby-diploma")
    told = Share.of(Outside.samples, 2).filter_map do |path|
      before = begin
        read(File.binread(path))
      rescue Norvel::FileError
        next
      end
      after = Norvel::Plan.new(before, guide).apply
      exact = Norvel::Guide::Check.new(guide, layout(after)).results.find { |result| result.rule.id == "as-the-sheet" }
      # An item wholly in a character style of its author's (docx4js's loader.docx) keeps it, and is told.
      open = exact.findings.reject { |finding| after.paragraph(finding.paragraph)&.runs&.all?(&:style) }
      [File.basename(path), open.map(&:message), Norvel::Plan.new(after, guide).lines.map(&:sentence)]
    end
    expect(told.size).to be > Share.count(25, 10)
    expect(told.reject { |_, findings, again| findings.empty? && again.empty? }).to eq([])
  end
end
