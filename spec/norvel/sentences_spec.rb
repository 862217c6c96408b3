# frozen_string_literal: true

# All sentences that the application can say, by the file they stand in: `NORVEL_SENTENCES=yes bin/test spec/norvel/sentences_spec.rb`
# prints them, to be read by somebody who has not written them.
RSpec.describe "What the application says" do
  root = File.expand_path("../..", __dir__)
  longest = 25 # words

  # Sample text of templates is a manuscript's, not the application's; what documents the rules is read at leisure.
  elsewhere = %w[lib/norvel/template.rb lib/norvel/guide/declared.rb]

  in_views = Dir[File.join(root, "app/views/*.erb")].to_h do |path|
    text = File.read(path).gsub(/<script.*?<\/script>/m, "").gsub(/<%==?.*?%>/m, " X ").gsub(/<%.*?%>/m, "")
    parts = text.gsub(%r{</(?:p|li|h\d|td|th|button|label|dd|dt|summary|div|option|a)>}, "\n\n").gsub(/<[^>]*>/m, "")
    [path.delete_prefix("#{root}/"), parts.split(/\n\s*\n/).map { |part| part.split.join(" ") }]
  end
  in_code = Dir[File.join(root, "{lib,app}/**/*.rb")].to_h do |path|
    text = File.read(path).gsub(/"\s*\\\n\s*"/, "")
    [path.delete_prefix("#{root}/"), text.scan(/"((?:[^"\\\n]|\\.)*)"/).flatten.map { |part| part.gsub(/\#\{[^}]*\}/, "X") }]
  end
  said = in_views.merge(in_code).except(*elsewhere).transform_values do |parts|
    parts.flat_map { |part| part.split(/(?<=[.!?;:])\s/) }.select { |sentence| sentence.match?(/[[:alpha:]]{2}/) }
  end

  said.each { |path, all| puts path, all.uniq.map { |one| "  #{one}" } } if ENV["NORVEL_SENTENCES"]

  it "is said in sentences of at most #{longest} words" do
    expect(said.values.flatten.size).to be > 2_000
    long = said.flat_map { |path, all| all.select { |one| one.split.size > longest }.map { |one| "#{path}: #{one}" } }
    expect(long).to eq([])
  end

  it "says nothing twice over by a negation of a negation" do
    negated = /\b(?:not|never|no) (?:\w+ ){0,2}(?:not|never|without|unless)\b/i
    twice = said.flat_map { |path, all| all.grep(negated).map { |one| "#{path}: #{one}" } }
    expect(twice.grep_v(/nothing|whether/)).to eq([])
  end
end
