# frozen_string_literal: true

ENV["RACK_ENV"] = "test"
$LOAD_PATH.unshift File.expand_path("../lib", __dir__)
require "norvel"
require_relative "support/manuscripts"
require_relative "support/share"

RSpec.configure do |config|
  config.expect_with(:rspec) { |expectations| expectations.syntax = :expect }
  config.mock_with(:rspec) { |mocks| mocks.verify_partial_doubles = true }
  config.disable_monkey_patching!
  config.full_backtrace = false
  config.backtrace_exclusion_patterns << %r{vendor/bundle}
  config.filter_run_when_matching :focus
  config.include Manuscripts
end
