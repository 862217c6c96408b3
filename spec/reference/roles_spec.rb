# frozen_string_literal: true

require_relative "../../demo/script/habits"

# Roles on manuscripts of many authors' habits in four languages. The truth is what their writer wrote (demo/script/habits.rb, our own:
# bin/roles prints the figures for more of them).
RSpec.describe Norvel::Roles do
  pairs = nil
  before(:all) do
    pairs = (500...620).flat_map do |seed|
      habits = Demo::Habits.new(seed)
      one = Norvel::Formats.read(habits.bytes)
      roles = described_class.new(one)
      one.paragraphs.zip(habits.truth).filter_map { |paragraph, truth| [truth, roles.of(paragraph.id)] unless paragraph.empty? }
    end
  end

  it "is right for at least 95 of 100 paragraphs" do
    expect(pairs.size).to be > 5_000
    expect(pairs.count { |truth, role| truth == role.name }).to be >= 0.95 * pairs.size
  end

  it "finds nine in ten of every role with fifty cases, and is right nine times in ten when it says so" do
    pairs.map(&:first).tally.select { |_, count| count >= 50 }.each_key do |role|
      truth, found = pairs.select { |was, _| was == role }, pairs.select { |_, is| is.name == role }
      both = truth.count { |_, is| is.name == role }
      expect([role, both >= 0.9 * truth.size, both >= 0.9 * found.size]).to eq([role, true, true])
    end
  end

  it "is as right as it says where it is sure" do
    sure = pairs.select { |_, role| role.confidence >= 0.9 }
    expect(sure.count { |truth, role| truth == role.name }).to be >= 0.9 * sure.size
  end
end
