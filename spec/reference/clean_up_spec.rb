# frozen_string_literal: true

require_relative "../support/outside"
require_relative "../../demo/script/habits"

# The whole clean-up on manuscripts of many habits, on the demo and on files nobody here wrote: nothing is lost, and what was to go is gone.
RSpec.describe Norvel::Plan do
  def clean(bytes)
    before = read(bytes)
    plan = described_class.new(before, Norvel::Guide.find("marrowby-diploma"))
    [before, plan, plan.apply]
  end

  # Emphasis inside sentences: words that are italic or bold beside others that are not.
  def emphasis(manuscript)
    cascade = Norvel::Cascade.new(manuscript)
    manuscript.paragraphs.to_h do |paragraph|
      set = paragraph.runs.select { |run| run.text.match?(/[[:alnum:]]/) }.map { |run| [run.text.strip, cascade.run(paragraph, run).values(%i[italic bold])] }
      [paragraph.id, (set.map(&:last).uniq.size > 1) ? set : []]
    end
  end

  def expect_clean(bytes)
    before, plan, after = clean(bytes)
    expect(Norvel::ListLabels.words(after)).to eq(Norvel::ListLabels.words(before))
    expect(plan.operation.call(before).paragraphs).to eq(after.paragraphs) if plan.operation
    expect(Norvel::Changes::RemoveEmptyParagraphs.removable(after)).to eq([])
    data = JSON.parse(JSON.generate(Norvel::Changes::Difference.between(before, after)))
    expect(Norvel::Changes::Difference.apply(before, data).paragraphs).to eq(after.paragraphs)
    again = read(Norvel::Formats.write(after, source: bytes))
    expect(Norvel::ListLabels.words(again)).to eq(Norvel::ListLabels.words(after))
    [before, plan, after]
  end

  it "holds for manuscripts of many habits" do
    (700...724).each do |seed|
      habits = Demo::Habits.new(seed)
      _, _, after = expect_clean(habits.bytes)
      roles = Norvel::Roles.new(after)
      left = after.paragraphs.select { |paragraph| Norvel::DirectFormatting.objectionable(paragraph).any? && !%i[code signature form_field caption contents_entry contents_heading other].include?(roles.of(paragraph.id).name) }
      expect([seed, left.map { |paragraph| [paragraph.text[0, 30], Norvel::DirectFormatting.objectionable(paragraph)] }]).to eq([seed, []])
    end
  end

  it "holds for the demo, with its emphasis" do
    %w[night-ferries.docx quayside-notice.docx boat-shed-handbook.docx].each do |name|
      before, _, after = expect_clean(demo(name))
      kept = emphasis(after)
      lost = emphasis(before).reject { |id, words| words.empty? || after.paragraph(id).nil? || words.map(&:last).tally == kept[id].map(&:last).tally || before.paragraph(id).text.length < 80 }
      expect([name, lost.size]).to eq([name, 0])
    end
  end

  it "holds for files that nobody here wrote" do
    Outside.samples.each do |path|
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
