# frozen_string_literal: true

# Runs all specs in parts, a few at a time; called by bin/test. What they need is loaded once, before they part: each is a process of its
# own that begins with it, in a thread, whose stack is as small as that of a request. A part goes to whoever is free, so that none waits for
# another at the end.
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

# What needs a browser waits as well as works: it goes before what works alone.
of = lambda do |path|
  next path[%r{\Aspec/\w+}] unless path.start_with?("spec/web/")

  File.read(path).include?("type: :feature") ? "the browser's" : "requests"
end
PARTS = {"spec/reference" => 4, "the browser's" => 5, "spec/norvel" => 6, "requests" => 3}.freeze
queue = Queue.new
Dir["spec/**/*_spec.rb"].group_by(&of).sort_by { |name, _| PARTS.keys.index(name) }.each do |name, paths|
  turns = [*0...PARTS[name], *(0...PARTS[name]).to_a.reverse].cycle # those of a size in as many parts, which are then about as long
  dealt = paths.sort_by { |path| [-File.size(path), path] }.group_by { turns.next }.values
  dealt.each.with_index(1) { |files, number| queue << ["#{name}, part #{number} of #{dealt.size}", files] }
end
queue.close

clock = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
began, telling, said = clock.call, Mutex.new, []
$stdout.sync = true
run = lambda do |name, files|
  from, out = clock.call, Tempfile.new("norvel-test")
  child = fork do
    $stdout.reopen(out.path)
    $stderr.reopen($stdout)
    exit RSpec::Core::Runner.run(files, $stderr, $stdout)
  end
  passed = Process.wait2(child).last.success?
  telling.synchronize do
    said << File.read(out.path, encoding: "UTF-8")
    puts "#{name}, #{(clock.call - from).round} s", said.last
  end
  passed
end
passed = Array.new(2 * Etc.nprocessors) {
  Thread.new do
    all = []
    while (part = queue.pop)
      all << run.call(*part)
    end
    all
  end
}.flat_map(&:value)
examples, failures = said.flat_map { |one| one.scan(/^(\d+) examples?, (\d+) failures?/) }.transpose.map { |each| each.sum(&:to_i) }
puts "#{passed.size} parts, #{passed.count(true)} passed: #{examples} examples, #{failures} failures in #{(clock.call - began).round} s"
exit(passed.all?)
