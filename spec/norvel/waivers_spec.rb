# frozen_string_literal: true

require "norvel/command_line"

# Findings that are let be, grouped, mended together; many manuscripts at once.
RSpec.describe Norvel::Changes::Waive do
  let(:guide) do
    Norvel::Guide.read(
      YAML.dump("guide" => "G", "version" => "1", "rules" => [
        {"id" => "spaces", "clause" => "c", "severity" => "must", "checks" => "runs_of_spaces"},
        {"id" => "titled", "clause" => "d", "severity" => "should", "checks" => "document_title"}
      ])
    )
  end
  let(:one) { manuscript(paragraph(0, "one  two"), paragraph(1, "three  four"), paragraph(2, "five"), info: Norvel::Manuscript::Info.new) }

  def change(name, **given) = Norvel::Changes.build(name, given.transform_keys(&:to_s))

  def check(manuscript) = Norvel::Guide::Check.new(guide, layout(manuscript))

  it "lets a finding be for a reason, which survives edits elsewhere and is in every report" do
    waived = change("waive", rule: "spaces", paragraph: 0, reason: "quoted as it stands").call(one)
    expect(check(waived).results.first.then { |result| [result.state, result.findings.map(&:waived)] })
      .to eq([:broken, ["quoted as it stands", nil]])
    both = change("waive", rule: "spaces", paragraph: 1, reason: "so too").call(waived)
    expect([check(both).results.first.state, check(both).must_broken?, check(both).open_findings.map(&:rule)])
      .to eq([:waived, false, ["titled"]])
    edited = Norvel::Changes.build("delete_paragraphs", "paragraphs" => [2]).call(both)
    expect(check(edited).results.first.state).to eq(:waived)
    report = Norvel::Report::Findings.new(check(both))
    expect(report.to_h[:waivers].map { |waiver| waiver.values_at(:rule, :paragraph, :text, :reason) })
      .to eq([["spaces", 0, "one  two", "quoted as it stands"], ["spaces", 1, "three  four", "so too"]])
    expect(report.to_csv).to include("quoted as it stands")
    expect(report.to_html("x")).to include("quoted as it stands")
    again = change("waive", rule: "spaces", paragraph: 1, reason: "").call(both)
    expect(check(again).count(:broken)).to eq(2)
    missing = change("waive", rule: "titled", paragraph: nil, reason: "set at the printer's").call(one)
    expect(check(missing).results.last.state).to eq(:waived)
    expect(Norvel::Changes::Difference.apply(one, JSON.parse(JSON.generate(Norvel::Changes::Difference.between(one, both))))).to eq(both)
  end

  it "groups what has one cause, and mends it in the fewest changes" do
    causes = Norvel::Guide::Mending.causes(check(one).results.first.findings)
    expect(causes.map { |cause| [cause.measured, cause.findings.size, cause.fixable?] }).to eq([["1 run of spaces", 2, true]])
    changes = Norvel::Guide::Mending.changes(causes.first.findings)
    expect(changes).to eq([["tidy_white_space", {"paragraphs" => [0, 1]}]])
    mended = change("mend", title: "Mended.", changes: changes + [["update_contents", {}]]).call(one)
    expect([check(mended).results.first.state, mended.words]).to eq([:met, one.words])
    expect { change("mend", title: "x", changes: [["update_contents", {}]]).call(one) }.to raise_error(Norvel::NothingToChange)
  end

  it "mends all that is safe: what is fixed is gone, nothing new is there, and the text is as it was" do
    {"night-ferries.docx" => "marrowby-diploma", "boat-shed-handbook.docx" => "marrowby-handbook",
     "quayside-notice.docx" => "marrowby-diploma"}.to_a.last(Share.count(3, 2)).each do |file, name|
      examined = Norvel::Examination.new(read(demo(file)))
      before = examined.check(Norvel::Guide.find(name))
      changes = Norvel::Changes::SafeMending.new(before).changes
      expect(changes).not_to be_empty
      after = change("mend", title: "x", changes: changes).call(before.manuscript)
      expect(Norvel::ListLabels.same_words?(before.manuscript, after)).to be(true)
      roles = Norvel::Roles.new(after)
        .corrected(before.manuscript.paragraphs.select { |paragraph| after.paragraph(paragraph.id) }.to_h { |one|
                     [one.id, before.roles.of(one.id).name]
                   })
      again = Norvel::Guide::Check.new(before.guide, layout(after), roles: roles)
      key = ->(finding) { [finding.rule, finding.paragraph] }
      expect(again.findings.map(&key) - before.findings.map(&key)).to eq([])
      expect(again.findings.size).to be < before.findings.size
    end
  end

  describe "on the command line" do
    around { |example| Dir.mktmpdir { |folder| Dir.chdir(folder) { example.run } } }

    before do
      File.binwrite("a.docx", docx { |file| file.paragraph("one  two") })
      File.binwrite("b.docx", docx { |file| file.paragraph("well") })
      File.binwrite("c.docx", "no zip")
      File.write("g.yml", guide.source)
    end

    def run(*arguments)
      out, err = StringIO.new, StringIO.new
      [Norvel::CommandLine.run(arguments, out: out, err: err), out.string, err.string]
    end

    it "takes waivers from a list or from a report, found again by their text" do
      status, out, = run("check", "a.docx", "--guide", "g.yml", "--json")
      expect([status, JSON.parse(out)["broken"]]).to eq([1, 1])
      File.write("w.json", JSON.generate([{"rule" => "spaces", "paragraph" => 7, "text" => "one  two", "reason" => "a quotation"}]))
      status, out, = run("check", "a.docx", "--guide", "g.yml", "--waivers", "w.json", "--json", "--report", "r.json")
      expect([status, JSON.parse(out)["rules"][0]["state"], JSON.parse(out)["findings"][0]["waived"]]).to eq([0, "waived", "a quotation"])
      expect(run("check", "a.docx", "--guide", "g.yml", "--waivers", "r.json")[0]).to eq(0)
      File.write("w.json", "[1]")
      expect(run("check", "a.docx", "--guide", "g.yml", "--waivers", "w.json").values_at(0, 2)).to match([3, /waivers/])
    end

    it "holds many against one guide: who meets what, and what cannot be read does not stop the others" do
      status, out, = run("check", "a.docx", "b.docx", "--guide", "g.yml", "--json")
      data = JSON.parse(out)
      expect([status, data["files"].map { |file| file.values_at("file", "met", "broken", "must_broken", "findings", "error") }])
        .to eq([1, [["a.docx", 1, 1, 1, 1, nil], ["b.docx", 2, 0, 0, 0, nil]]])
      status, out, = run("check", ".", "--guide", "g.yml", "--json", "--report", "t.html")
      expect([status, JSON.parse(out)["files"].map { |file| [file["error"].nil?, file["rules"]&.fetch("spaces")] }])
        .to eq([3, [[true, "broken"], [true, "met"], [false, nil]]])
      expect(File.read("t.html")).to include("a.docx", "×")
      expect(run("check", "--guide", "g.yml")[0]).to eq(2)
    end
  end
end
