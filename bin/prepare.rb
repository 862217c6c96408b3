# frozen_string_literal: true

require "rbconfig"

# What every program in bin/ needs before it starts: the gems, installed into vendor/bundle when they are
# missing, and a Ruby with its just-in-time compiler on.
module Prepare
  ROOT = File.expand_path("..", __dir__)
  LIBRARIES = {"/usr/include/libxml2/libxml/parser.h" => "libxml2-dev", "/usr/include/libxslt/xslt.h" => "libxslt1-dev",
    "/usr/include/sqlite3.h" => "libsqlite3-dev"}.freeze
  SERVER_LIBRARIES = {"/usr/include/postgresql/libpq-fe.h" => "libpq-dev"}.freeze
  HEADERS = File.join(RbConfig::CONFIG["rubyhdrdir"].to_s, "ruby.h")

  # A layout makes some hundred thousand small objects: with a heap that has room for them, memory is looked through less often.
  COLLECTION = {"RUBY_GC_HEAP_INIT_SLOTS" => "600000", "RUBY_GC_MALLOC_LIMIT" => "33554432", "RUBY_GC_MALLOC_LIMIT_MAX" => "67108864",
                "RUBY_GC_OLDMALLOC_LIMIT" => "67108864", "RUBY_GC_OLDMALLOC_LIMIT_MAX" => "134217728"}.freeze

  module_function

  # @param without [String, nil] groups of the Gemfile to leave out @param with [String, nil] one that is only taken where it is asked for
  def gems(without: nil, with: nil)
    ENV["BUNDLE_GEMFILE"] ||= File.join(ROOT, "Gemfile")
    ENV["BUNDLE_PATH"] ||= File.join(ROOT, "vendor", "bundle")
    ENV["BUNDLE_WITHOUT"] ||= without if without
    ENV["BUNDLE_WITH"] ||= with if with
    ENV["BUNDLE_FORCE_RUBY_PLATFORM"] ||= "true"
    ENV["BUNDLE_BUILD__NOKOGIRI"] ||= "--use-system-libraries"
    ENV["BUNDLE_BUILD__SQLITE3"] ||= "--enable-system-libraries"
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
    COLLECTION.each { |name, value| ENV[name] ||= value }
    exec(RbConfig.ruby, "--yjit", "--yjit-exec-mem-size=64", $PROGRAM_NAME, *ARGV)
  end

  def install
    warn "norvel: installing what is missing (once) …"
    compilers
    libraries
    Bundler.reset!
    system("bundle", "install", "--quiet", "--jobs", "4", chdir: ROOT, out: :err) or
      abort "norvel: the gems could not be installed; see above."
    Bundler.reset!
  end

  # A few gems are compiled: the compiler and Ruby's headers come from Debian where they are missing.
  def compilers
    return if File.exist?(HEADERS) && %w[gcc make].all? { |tool| tool?(tool) }

    unless Process.uid.zero? && tool?("apt-get")
      abort "norvel: the packages build-essential and ruby-dev are needed; install them and start again."
    end
    debian("build-essential", "ruby-dev", "libyaml-dev")
  end

  # Nokogiri and SQLite are compiled on the system's libraries, so that Debian's security updates reach them.
  def libraries
    wanted = ENV["BUNDLE_WITH"] ? LIBRARIES.merge(SERVER_LIBRARIES) : LIBRARIES
    missing = wanted.reject { |header, _| File.exist?(header) }.values
    return if missing.empty?

    unless Process.uid.zero? && tool?("apt-get")
      abort "norvel: the packages #{missing.join(", ")} are needed; install them and start again."
    end
    debian(*missing)
  end

  # Installs Debian packages, for programs that run as root.
  def debian(*packages)
    return if system("apt-get", "install", "-y", "-q", "--no-install-recommends", *packages, out: :err)

    system("apt-get", "update", "-q", out: :err) &&
      system("apt-get", "install", "-y", "-q", "--no-install-recommends", *packages, out: :err) or
      abort "norvel: #{packages.join(", ")} could not be installed."
  end

  # Development's own programs from the npm registry, put below tmp/ once.
  # @param place [String] a folder of tmp/ @param packages [Array<String>] each with its version
  # @return [String] where they are
  def npm(place, *packages)
    folder = File.join(ROOT, "tmp", place)
    modules = File.join(folder, "node_modules")
    return modules if packages.all? { |one| Dir.exist?(File.join(modules, one.rpartition("@").first)) }

    debian("npm") unless tool?("npm")
    require "fileutils"
    FileUtils.mkdir_p(folder)
    system("npm", "install", "--prefix", folder, "--no-save", "--no-audit", "--no-fund", "--ignore-scripts", *packages, out: :err) or
      abort "norvel: #{packages.join(", ")} could not be had from the npm registry."
    modules
  end

  def tool?(name) = ENV["PATH"].split(":").any? { |folder| File.executable?(File.join(folder, name)) }
end
