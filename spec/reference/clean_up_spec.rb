# frozen_string_literal: true

require_relative "../support/outside"
require_relative "../../demo/script/habits"
require_relative "../support/other_hands"
require_relative "../support/whole_chapters"

# The whole clean-up on manuscripts of many habits, on the demo and on files nobody here wrote: nothing is lost, and what was to go is gone.
RSpec.describe Norvel::Plan do
  def clean(bytes)
    before = read(bytes)
    plan = described_class.new(before, Norvel::Guide.find("marrowby-diploma"))
    [before, plan, plan.apply]
  end

  # Real text, in the guide's styles: whatever is found there would be a false alarm.
  it "leaves nothing to be found in chapters of real manuals, in four languages" do
    guide = Norvel::Guide.find("marrowby-diploma")
    alarms = (300...304).flat_map do |seed|
      after = described_class.new(read(WholeChapters.new(seed).bytes), guide).apply
      said = %w[title-in-the-file header-rows captioned-tables captioned-figures alternatives] # what only a person can say is missing there
      Norvel::Guide::Check.new(guide, layout(after)).findings.reject { |finding| said.include?(finding.rule) }.map do |finding|
        [seed, finding.rule, finding.message]
      end
    end
    expect(alarms).to eq([])
  end

  # Emphasis inside sentences: words that are italic or bold beside others that are not.
  def emphasis(manuscript)
    cascade = Norvel::Cascade.new(manuscript)
    manuscript.paragraphs.to_h do |paragraph|
      set = paragraph.runs.select { |run| run.text.match?(/[[:alnum:]]/) }.map do |run|
        [run.text.strip, cascade.run(paragraph, run).values(%i[italic bold])]
      end
      [paragraph.id, (set.map(&:last).uniq.size > 1) ? set : []]
    end
  end

  def expect_clean(bytes)
    before, plan, after = clean(bytes)
    expect(Norvel::ListLabels.same_words?(before, after)).to be true
    expect(plan.operation.call(before).paragraphs).to eq(after.paragraphs) if plan.operation
    meant = Norvel::Roles::MeantRoom.new(after, Norvel::Roles.new(before)).ids
    expect(Norvel::EmptyParagraphs.removable(after).map(&:id) - meant.to_a).to eq([])
    data = JSON.parse(JSON.generate(Norvel::Changes::Difference.between(before, after)))
    expect(Norvel::Changes::Difference.apply(before, data).paragraphs).to eq(after.paragraphs)
    again = read(Norvel::Formats.write(after, source: bytes))
    expect(Norvel::ListLabels.words(again)).to eq(Norvel::ListLabels.words(after))
    [before, plan, after]
  end

  # Paragraphs that were emphasised in part, and are no longer.
  def emphasis_lost(before, after)
    kept = emphasis(after)
    emphasis(before).reject { |id, words| words.empty? || after.paragraph(id).nil? || words.size == kept[id].size }.keys.map do |id|
      before.paragraph(id).text[0, 60]
    end
  end

  {Demo::Habits => 700..709, OtherHands => 4_000..4_011, WholeChapters => 200..205}.each do |writers, seeds|
    it "holds for manuscripts of #{writers.name.split("::").last}" do
      Share.every(seeds, 3).each do |seed|
        before, _, after = expect_clean(writers.new(seed).bytes)
        left = after.paragraphs.select { |paragraph| Norvel::DirectFormatting.objectionable(paragraph).any? }
        expect([seed, left.map { |paragraph| [paragraph.text[0, 30], Norvel::DirectFormatting.objectionable(paragraph)] }]).to eq(
          [seed, []]
        )
        expect([seed, emphasis_lost(before, after)]).to eq([seed, []])
        expect([seed, after.paragraphs.count { |paragraph|
          paragraph.text.match?(/\A[ \t]+\S/) && Norvel::Roles.new(before).of(paragraph.id).name != :code
        }]).to eq([seed, 0])
      end
    end
  end

  it "holds for the demo, with its emphasis" do
    %w[night-ferries.docx quayside-notice.docx boat-shed-handbook.docx].each do |name|
      before, _, after = expect_clean(demo(name))
      kept = emphasis(after)
      lost = emphasis(before).reject do |id, words|
        words.empty? || after.paragraph(id).nil? || words.map(&:last).tally == kept[id].map(&:last).tally ||
          before.paragraph(id).text.length < 80
      end
      expect([name, lost.size]).to eq([name, 0])
    end
  end

  it "holds for files that nobody here wrote" do
    Share.of(Outside.samples, 5, turn: 2).each do |path|
      bytes = File.binread(path)
      begin
        read(bytes)
      rescue Norvel::FileError
        next
      end
      expect_clean(bytes)
    end
  end
end
