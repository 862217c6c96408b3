# frozen_string_literal: true

# Runs all specs in parts, a few at a time; called by bin/test. What they need is loaded once, before they part: each is a process of its
# own that begins with it. A part goes to whoever is free, so that none waits for another at the end.
ENV["RACK_ENV"] = "test"
require "etc"
require "tempfile"
require "rspec/core"
require "rspec/expectations"
require "rspec/mocks"
require_relative "../app/web"
require "capybara/rspec"
require "selenium-webdriver"
require "axe-rspec"
require "rack/test"

RSpec::Core::Runner.disable_autorun!
Norvel::Fonts::Book.shipped

# @param files [Array<String>] dealt by their size into as many parts, which are then about as long
deal = lambda do |files, parts|
  turns = [*0...parts, *(0...parts).to_a.reverse].cycle
  files.sort_by { |path| -File.size(path) }.group_by { turns.next }.values
end
browser, requests = Dir["spec/web/*_spec.rb"].sort.partition { |path| File.read(path).include?("type: :feature") }
parts = {"spec/reference" => deal[Dir["spec/reference/**/*_spec.rb"].sort, 3], "the browser's" => deal[browser, 4],
  "spec/norvel" => deal[Dir["spec/norvel/**/*_spec.rb"].sort, 4], "requests" => deal[requests, 2]}
queue = Queue.new
parts.each { |name, dealt| dealt.each.with_index(1) { |files, number| queue << ["#{name}, part #{number} of #{dealt.size}", files] } }
queue.close

$stdout.sync = true
telling = Mutex.new
passed = Array.new(Etc.nprocessors + 1) do
  Thread.new do
    all = []
    while (name, files = queue.pop)
      from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      said = Tempfile.new("norvel-test")
      child = fork do
        $stdout.reopen(said.path)
        $stderr.reopen($stdout)
        exit RSpec::Core::Runner.run(files, $stderr, $stdout)
      end
      all << Process.wait2(child).last.success?
      took = (Process.clock_gettime(Process::CLOCK_MONOTONIC) - from).round
      telling.synchronize { puts "#{name}, #{took} s", File.read(said.path, encoding: "UTF-8") }
    end
    all
  end
end.flat_map(&:value)
exit(passed.all?)
