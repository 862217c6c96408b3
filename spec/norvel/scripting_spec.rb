# frozen_string_literal: true

require "open3"
require "tmpdir"
require "norvel/command_line"
require_relative "../support/wild"

# The command line as somebody has it who writes scripts.
RSpec.describe "The command line in scripts" do
  around { |example| Dir.mktmpdir { |folder| (@folder = folder) && example.run } }

  def path(name) = File.join(@folder, name)

  def put(name, bytes = Wild.file("table")) = path(name).tap { |full| FileUtils.mkdir_p(File.dirname(full)) && File.binwrite(full, bytes) }

  def norvel(*arguments, input: "")
    out, err = StringIO.new("".b), StringIO.new
    status = Norvel::CommandLine.run(arguments, out: out, err: err, input: StringIO.new(input.b))
    [status, out.string.dup.force_encoding("UTF-8"), err.string]
  end

  it "is UTF-8 whatever the locale" do
    put("Überblick – 漢字.docx")
    program = File.expand_path("../../bin/norvel", __dir__)
    [{"LC_ALL" => "C"}, {"LC_ALL" => nil, "LANG" => nil, "LC_CTYPE" => nil}].each do |locale|
      said, status = Open3.capture2e(locale, program, "restyle", path("Überblick – 漢字.docx"), "--set",
        "Größe von Überschrift: 14 pt, bold", "--out", path("fertig ä.docx"))
      expect([status.exitstatus, said.dup.force_encoding("UTF-8")]).to match([0, /Größe von Überschrift/])
      next unless locale["LC_ALL"]

      said, status = Open3.capture2e(locale, program, "check", @folder, "--guide", "staff-notice", "--report", path("Bericht ü.csv"))
      expect([status.exitstatus, said.dup.force_encoding("UTF-8")]).to match([be_between(0, 1), /Überblick – 漢字/])
      expect(File.read(path("Bericht ü.csv"), encoding: "UTF-8")).to include("Überblick – 漢字.docx")
    end
  end

  it "takes every manuscript of a folder, whatever its name, and tells what it passes over" do
    %w[a[1].docx B.DOCX c.dotx ~$a.docx .hidden.docx notes.xyz deep/d.docx].each { |name| put(name) }
    names = ->(said) { JSON.parse(said)["files"].map { |file| File.basename(file["file"]) } }
    _, said, told = norvel("check", @folder, "--guide", "staff-notice", "--json")
    expect(names[said]).to contain_exactly("a[1].docx", "B.DOCX", "c.dotx")
    expect(told).to match(/notes\.xyz” is no manuscript/).and satisfy { |text| !text.match?(/~\$a|hidden/) }
    expect(names[norvel("check", @folder, "--recursive", "--guide", "staff-notice", "--json")[1]]).to include("d.docx")
  end

  it "reads standard input and writes standard output" do
    _, bytes, said = norvel("tidy", "-", "--guide", "staff-notice", "--out", "-", input: Wild.file("table"))
    expect(read(bytes.b).sheet.styles.values.map(&:name)).to include("Notice text")
    expect(said).to include("style sheet")
    expect(JSON.parse(norvel("survey", "-", "--as", "docx", "--json", input: Wild.file("table"))[1])["tables"]).to eq(1)
    expect(norvel("tidy", "-", "--guide", "staff-notice", "--out", "-", "--json", input: Wild.file("table")))
      .to match([2, "", /same place/])
  end

  it "says its version, its guides and what it restyled as JSON" do
    expect(norvel("--version")).to eq([0, "norvel #{Norvel::VERSION}\n", ""])
    guides = JSON.parse(norvel("guides", "--json")[1])
    expect(guides.map { |guide| guide["name"] }).to eq(Norvel::Guide.shipped)
    expect(guides.first.keys).to eq(%w[name title version rules])
    put("in.docx")
    said = JSON.parse(norvel("restyle", path("in.docx"), "--set", "heading 1: 14 pt, italic", "--out", path("out.docx"), "--json")[1])
    expect(said).to match("restyled" => [{"style" => "heading 1", "values" => a_hash_including("size_pt" => 14.0, "italic" => true)}],
      "not_understood" => [], "kept_clear" => {})
  end

  # Seen: on the command line a level of a list stood over what was said, and “Everything” was no style.
  it "restyles as far as the same line does in the browser" do
    put("in.docx")
    expect(norvel("restyle", path("in.docx"), "--set", "Everything: lines 2", "--out", path("out.docx")))
      .to match([0, /\ARestyled “Normal”/, ""])
    said = norvel("restyle", path("in.docx"), "--set", "14 pt", "--out", path("never.docx"))
    expect(said).to match([2, "", /begins with no style/])
    expect(File.exist?(path("never.docx"))).to be(false)
  end

  it "makes what the name of the result says, or refuses" do
    put("in.docx")
    expect(norvel("tidy", path("in.docx"), "--guide", "staff-notice", "--out", path("out.pdf")).first).to eq(0)
    expect(File.binread(path("out.pdf"))).to start_with("%PDF-")
    expect(norvel("tidy", path("in.docx"), "--guide", "staff-notice", "--out", path("out.odt")).first).to eq(0)
    expect(Norvel::Formats.read(File.binread(path("out.odt")), name: "out.odt").words.size).to be > 20
    expect(norvel("tidy", path("in.docx"), "--guide", "staff-notice", "--out", path("out.tex")))
      .to match([3, "", /only \.docx, \.dotx, .*\.pdf can be written/])
    expect(File.exist?(path("out.tex"))).to be(false)
  end

  it "tells waivers of rules that the guide does not have, and what stands in the way of a file in words" do
    put("in.docx")
    File.write(path("waivers.json"), JSON.generate([{rule: "no-such-rule", reason: "because"}]))
    expect(norvel("check", path("in.docx"), "--guide", "staff-notice", "--waivers", path("waivers.json"))[2])
      .to match(/no-such-rule”, which the guide does not have/)
    expect(norvel("tidy", path("in.docx"), "--guide", "staff-notice", "--out", path("nowhere/out.docx")))
      .to match([3, "", /cannot be written: it, or its folder, is not there\.\n\z/])
  end
end
