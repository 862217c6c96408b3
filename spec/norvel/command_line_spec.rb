# frozen_string_literal: true

require "norvel/command_line"
require "stringio"
require "tmpdir"

RSpec.describe Norvel::CommandLine do
  around { |example| Dir.mktmpdir { |folder| (@folder = folder) && example.run } }

  def path(name) = File.join(@folder, name)

  def norvel(*arguments)
    out, err = StringIO.new, StringIO.new
    status = described_class.run(arguments, out: out, err: err)
    [status, out.string, err.string]
  end

  def json(*arguments) = JSON.parse(norvel(*arguments, "--json")[1])

  let(:whole) { File.join(Manuscripts::DEMO, "night-ferries.docx") }
  let(:report) { path("report.docx").tap { |file| File.binwrite(file, short_report) } }

  it "lists its commands and explains each" do
    expect(norvel("--help")[1]).to include("survey FILE", "tidy FILE", "Exit: 0 done")
    %w[survey pages guides check tidy convert].each { |name| expect(norvel(name, "--help")).to match([0, /norvel #{name}/, ""]) }
  end

  it "surveys with every key of the format" do
    data = json("survey", whole)
    expect(data.keys).to eq(
      %w[format pages words language page_designs styles paragraphs looks images notes tables info contents captions open_matters warnings]
    )
    expect(data["page_designs"])
      .to eq([{"paper" => "A4", "width_pt" => 595.3, "height_pt" => 841.9,
               "margin_pt" => {"top" => 72.0, "bottom" => 56.7, "start" => 72.0, "end" => 65.2, "gutter" => 0.0},
               "folio" => {"format" => "decimal", "start" => nil}, "first_paragraph" => 0,
               "begins" => "page", "columns" => 1, "mirrored" => false, "orientation" => "portrait",
               "headers" => {"default" => nil, "first" => nil, "even" => nil},
               "footers" => {"default" => "1", "first" => nil, "even" => nil}}])
    expect(data["info"].keys).to eq(%w[title author subject keywords])
    expect(data["styles"].first.keys).to eq(%w[id name kind parent next outline_level uses own])
    expect(data["paragraphs"].first.keys)
      .to eq(%w[index text style in_table empty role role_confidence look page numbering effective direct spans])
    expect(data["paragraphs"][5]["effective"].keys)
      .to eq(%w[font_family size_pt bold italic underline color align indent_start_pt
        indent_end_pt indent_first_pt space_before_pt space_after_pt line_spacing keep_next keep_together break_before orphans widows])
    expect(data["paragraphs"][5]).to include("text" => "The Night Ferries of the Ansel Sound", "role" => "title", "style" => "Normal",
      "direct" => {
        "paragraph" => {"align" => "center"}, "text" => [{"start" => 0, "end" => 36, "set" => {"size_pt" => 22.0, "bold" => true}}],
        "redundant" => false
      })
    expect(data.values_at("pages", "words", "notes", "tables")).to eq([40, 17_326, 12, 3])
    expect(data["images"].map { |image| image["alt"] })
      .to eq(["Depths across the sound, drawn as a section", nil, "Depths across the sound, drawn as a section"])
  end

  it "tells the pages line by line" do
    data = json("pages", report)
    expect(data.keys).to eq(%w[exact substitutions approximations pages])
    expect(data["pages"].first.keys).to eq(%w[number folio part exact width_pt height_pt turn lines])
    line = data["pages"][1]["lines"].find { |one| one["area"] == "body" }
    expect(line.keys).to eq(%w[area column paragraph start end x_pt baseline_pt width_pt text hyphenated label])
    expect(data["pages"].last["turn"]).to include("reason" => "end", "paragraph" => nil)
    expect(data["pages"].flat_map { |page| page["lines"] }.count { |one| one["area"] == "note" }).to be >= 3
  end

  it "checks, and exits by what it found" do
    status, out, = norvel("check", report, "--guide", "marrowby-diploma", "--json")
    data = JSON.parse(out)
    expect([status, data.keys]).to eq([1, %w[guide version met broken rules findings waivers unmeasured]])
    expect(data["findings"].first.keys)
      .to eq(%w[rule severity paragraph page expected measured expected_value measured_value unit message fixable waived])
    own = path("mild.yml")
    File.write(own, "guide: Mild\nversion: '1'\nrules:\n  - {id: paper, clause: A4 it is., severity: must, checks: paper, paper: A4}\n")
    expect(norvel("check", report, "--guide", own).first).to eq(0)
    expect(norvel("check", report, "--guide", own, "--report", path("report.html")).first).to eq(0)
    expect(File.read(path("report.html"))).to include("A4 it is.")
  end

  it "tidies to a file that conforms, and never over its input" do
    copy = path("copy.docx")
    FileUtils.cp(report, copy)
    data = JSON.parse(norvel("tidy", copy, "--guide", "marrowby-diploma", "--out", path("tidy.docx"), "--json")[1])
    expect(data).to include("text_changed" => false, "after" => a_hash_including("direct" => 0, "empty" => 0),
      "before" => a_hash_including("empty" => 73))
    expect(data["removed"]).to eq("empty" => 73, "spaces" => 8, "tabs" => 20, "line_breaks" => 0, "typed_labels" => 16)
    expect(json("survey", path("tidy.docx"))["words"]).to eq(7_225) # 7,183: 14 of typed numbers are labels now, and the contents have 56
    expect(norvel("tidy", copy, "--guide", "marrowby-diploma", "--out", copy)).to match([2, "", /overwrite/])
    expect(norvel("tidy", copy, "--guide", "marrowby-diploma", "--dry-run").first).to eq(0)
  end

  it "keeps the look without a guide, and makes styles of it" do
    data = JSON.parse(norvel("tidy", report, "--keep-look", "--out", path("kept.docx"), "--json")[1])
    expect(data).to include("text_changed" => false, "before" => a_hash_including("direct" => 386),
      "after" => a_hash_including("direct" => 0, "empty" => 73))
    expect(norvel("tidy", report, "--keep-look", "--dry-run")[1])
      .to match(/says what its 31 paragraphs look like.*Left: 73 blank lines stay/m)
    expect(norvel("tidy", report, "--keep-look", "--guide", "staff-notice", "--dry-run")).to match([2, "", /not both/])
  end

  it "learns a guide from examples, with its evidence" do
    made = norvel("tidy", File.join(Manuscripts::DEMO, "boat-shed-handbook.docx"), "--guide", "marrowby-handbook",
      "--out", path("good.docx"))
    expect(made.first).to eq(0)
    status, said, = norvel("guide", path("good.docx"), "--out", path("house.yml"), "--title", "Our house")
    expect([status, said]).to match([0, include("The paper is A4.", "An example does not say how many pages are allowed.")])
    expect(Norvel::Guide.read(File.read(path("house.yml"), encoding: "UTF-8")).title).to eq("Our house")
    expect(norvel("check", path("good.docx"), "--guide", path("house.yml")).first).to eq(0)
    data = JSON.parse(norvel("guide", path("good.docx"), "--json")[1])
    rule = data["proposals"].find { |one| one["kind"] == "rule" }
    expect(rule.keys).to include("rule", "holds", "of", "exceptions", "confidence")
    expect([data["cannot_tell"].size, norvel("guide", path("good.docx")).first]).to match([be > 10, 2])
  end

  it "converts, the identical file where no guide is given" do
    norvel("convert", report, path("same.docx"))
    expect(File.binread(path("same.docx"))).to eq(File.binread(report))
    said = JSON.parse(norvel("convert", whole, path("x.pdf"), "--json")[1])
    expect(said["hindrances"]).to include(/alternative|title|language/)
    expect(JSON.parse(norvel("convert", report, path("y.docx"), "--json")[1])).to eq("lost" => [], "hindrances" => [])
    expect(norvel("convert", report, path("x.odt"))).to match([0, "", /not in it: \d+ × space that a larger one takes in/])
    expect(Norvel::Formats.read(File.binread(path("x.odt")), name: "x.odt").words.size).to be > 3_000
    expect(norvel("convert", report, path("x.rtf"))).to match([3, "", /only \.docx/])
    expect(norvel("template", "minutes", path("m.ott"))[0]).to eq(0)
  end

  it "says what is wrong in one line, with the right status" do
    File.binwrite(path("bad.docx"), "PK rubbish")
    {[] => 0, ["fly"] => 2, ["survey"] => 2, ["survey", "--wide", report] => 2, ["check", report] => 2,
     ["survey", path("none.docx")] => 3, ["survey", path("bad.docx")] => 3,
     ["check", report, "--guide", "nobody"] => 3, ["tidy", report, "--guide", "marrowby-diploma", "--out", path("no/such/x.docx")] => 3,
     ["survey", __FILE__] => 3}.each do |arguments, status|
      got, _, err = norvel(*arguments)
      expect([arguments, got]).to eq([arguments, status])
      expect(err.lines.size).to eq(1) unless status.zero?
    end
  end
end
