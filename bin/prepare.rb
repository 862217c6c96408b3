# frozen_string_literal: true

require "rbconfig"

# What every program in bin/ needs before it starts: the gems, installed into vendor/bundle when they are
# missing, and a Ruby with its just-in-time compiler on.
module Prepare
  ROOT = File.expand_path("..", __dir__)
  HEADERS = File.join(RbConfig::CONFIG["rubyhdrdir"].to_s, "ruby.h")

  module_function

  # @param without [String, nil] groups of the Gemfile to leave out
  def gems(without: nil)
    ENV["BUNDLE_GEMFILE"] ||= File.join(ROOT, "Gemfile")
    ENV["BUNDLE_PATH"] ||= File.join(ROOT, "vendor", "bundle")
    ENV["BUNDLE_WITHOUT"] ||= without if without
    require "bundler"
    begin
      Bundler.setup
    rescue Bundler::GemNotFound
      install
      Bundler.setup
    end
  end

  # Starts this program again with YJIT where it is not on.
  def yjit
    return if ENV["NORVEL_YJIT"] || (defined?(RubyVM::YJIT) && RubyVM::YJIT.enabled?)

    ENV["NORVEL_YJIT"] = "asked"
    ENV["MALLOC_ARENA_MAX"] ||= "2" # keeps the memory of several threads together
    exec(RbConfig.ruby, "--yjit", $PROGRAM_NAME, *ARGV)
  end

  def install
    warn "norvel: installing what is missing (once) …"
    compilers
    Bundler.reset!
    system("bundle", "install", "--quiet", "--jobs", "4", chdir: ROOT, out: :err) or abort "norvel: the gems could not be installed; see above."
    Bundler.reset!
  end

  # A few gems are compiled: the compiler and Ruby's headers come from Debian where they are missing.
  def compilers
    return if File.exist?(HEADERS) && %w[gcc make].all? { |tool| tool?(tool) }

    abort "norvel: the packages build-essential and ruby-dev are needed; install them and start again." unless Process.uid.zero? && tool?("apt-get")
    debian("build-essential", "ruby-dev", "libyaml-dev")
  end

  # Installs Debian packages, for programs that run as root.
  def debian(*packages)
    return if system("apt-get", "install", "-y", "-q", "--no-install-recommends", *packages, out: :err)

    system("apt-get", "update", "-q", out: :err) && system("apt-get", "install", "-y", "-q", "--no-install-recommends", *packages, out: :err) or abort "norvel: #{packages.join(", ")} could not be installed."
  end

  def tool?(name) = ENV["PATH"].split(":").any? { |folder| File.executable?(File.join(folder, name)) }
end
