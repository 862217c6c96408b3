# frozen_string_literal: true

require "timeout"
require "norvel/command_line"
require_relative "../support/patterns"

# No regular expression can run away: each over 12,000 of every character that it looks at.
RSpec.describe "Regular expressions" do
  it "are quick over long rows of one character, whatever follows" do
    slow = Patterns.all.flat_map do |found|
      Patterns.looks_at(found.pattern).filter_map do |char|
        Timeout.timeout(1) { "a#{char * 12_000}\u0001".match?(found.pattern) } && nil
      rescue Timeout::Error
        "#{found.place}: #{found.pattern.source[0, 80]} over #{char.inspect}"
      end
    end
    expect(slow).to eq([])
  end

  it "are all looked at" do
    expect(Patterns.all.size).to be > 300
  end
end
