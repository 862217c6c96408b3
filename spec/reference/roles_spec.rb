# frozen_string_literal: true

require_relative "../../demo/script/habits"
require_relative "../support/other_hands"
require_relative "../support/whole_chapters"
require_relative "../support/role_figures"

# Roles held against what writers meant. `bin/roles` prints the figures for more of them.
RSpec.describe Norvel::Roles do
  # Truth: our own writer of many habits in four languages (demo/script/habits.rb); texts of Debian's that nobody here wrote, in pieces and
  # from beginning to end, whose mark-up says what their paragraphs are, in hands of our making.
  {Demo::Habits => 500...560, OtherHands => 3_000...3_040, WholeChapters => 80...100}.each do |writers, seeds|
    context "with manuscripts of #{writers.name.split("::").last}" do
      figures = nil
      before(:all) { figures = RoleFigures.new(writers, seeds) }

      it "is right for at least 97 of 100 paragraphs" do
        expect(figures.pairs.size).to be > 2_500
        expect(figures.share).to be >= 0.97
      end

      it "finds nine in ten of every role with fifty cases, and is right nine times in ten when it says so" do
        weak = figures.by_role.select { |_, (count, precision, recall)| count >= 50 && (precision < 0.9 || recall < 0.9) }
        expect(weak).to eq({})
      end

      it "is as right as it says where it is sure" do
        expect(figures.sure(0.9, 1.01).last).to be >= 0.95
        expect(figures.sure(0.7, 0.9).last).to be >= 0.85
      end
    end
  end
end
