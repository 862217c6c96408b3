# frozen_string_literal: true

# Seen: guillemets with a space within were never seen, single marks never reported, and an apostrophe taken for a mark.
RSpec.describe Norvel::Quotations do
  def found(text) = described_class.in(text).map { |one| [text[one.from...one.to], one.closed] }

  {
    "She said “so ‘it’ was”, and left." => ["“so ‘it’ was”"],
    "Er sagte „so ‚war‘ es“ und ging; „dann“ kam er." => ["„so ‚war‘ es“", "„dann“"],
    "Il dit « ainsi soit-il » et partit." => ["« ainsi soit-il »"],
    "Er sagte »so war es« und ging." => ["»so war es«"],
    "Es steht «so» da." => ["«so»"],
    "He said 'so it was' and left; the boats' lamps burned." => ["'so it was'"],
    "It’s the boats’ lamp, ’tis said; don’t." => [],
    "‘Don’t touch the boats’ lamps,’ she said." => ["‘Don’t touch the boats’ lamps,’"],
    "In the ’90s the quay was 6' long and 3\" wide." => [],
    "The word \"quay\" has 'four' letters." => ["\"quay\"", "'four'"],
    "(“Once”) and [“twice”]" => ["“Once”", "“twice”"],
    "—“So,” he said, “it was.”" => ["“So,”", "“it was.”"],
    "" => [], "“" => [], "a “ b" => []
  }.each do |text, wanted|
    it "finds #{wanted.inspect} in #{text.inspect}" do
      expect(found(text)).to eq(wanted.map { |quoted| [quoted, true] })
    end
  end

  it "goes on to the end where a mark is never closed, and is quick over long texts of marks" do
    expect(found("“He goes on in the next paragraph.")).to eq([["“He goes on in the next paragraph.", false]])
    ["“a " * 5_000, "'a " * 5_000, "‘a’b " * 5_000, "« " * 5_000].each do |text|
      began = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
      described_class.in(text)
      expect(Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) - began).to be < 2
    end
  end

  describe "judged by a guide" do
    def findings(rule, *texts)
      guide = Norvel::Guide.read(YAML.dump("guide" => "G", "version" => "1",
        "rules" => [{"id" => "r", "clause" => "c", "severity" => "must", **rule}]))
      manuscript = manuscript(*texts.each_with_index.map { |text, index| paragraph(index, text) })
      roles = Norvel::Roles.new(manuscript).corrected(manuscript.paragraphs.to_h { |one| [one.id, :body] })
      Norvel::Guide::Check.new(guide, layout(manuscript), roles: roles).findings.map { |one| [one.paragraph, one.measured] }
    end

    it "reports double marks where single ones are asked for, and the other way" do
      texts = ["She said “so ‘it’ was”.", "She said ‘so “it” was’.", "It’s the boats’ lamp.", "Il dit « ainsi »."]
      expect(findings({"checks" => "quotation_marks", "kind" => "single"}, *texts)).to eq([[0, "“"], [3, "«"]])
      expect(findings({"checks" => "quotation_marks", "kind" => "double"}, *texts)).to eq([[1, "‘"], [3, "«"]])
      expect(findings({"checks" => "quotation_marks", "kind" => "guillemets"}, *texts)).to eq([[0, "“"], [1, "‘"]])
    end

    it "finds long quotations within a paragraph, in any marks" do
      long = "the lamps were counted and the board was told of each " * 5
      rule = {"checks" => "long_quotations", "words" => 40}
      expect(findings(rule, "She wrote: “#{long.strip}”, and more.", "Sie schrieb: „#{long.strip}“ (S. 4).", "« #{long.strip} »",
        "She wrote “#{long[0, 60]}” and then ‘#{long[0, 60]}’ of it. #{long}")).to eq([[0, "55 words in quotation marks"],
          [1, "55 words in quotation marks"], [2, "55 words in quotation marks"]])
    end
  end
end
