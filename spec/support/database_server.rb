# frozen_string_literal: true

require "etc"
require "fileutils"
require "open3"
require "tmpdir"

# A PostgreSQL of its own in a folder of its own, for as long as it is needed; it listens at a socket in that folder alone.
class DatabaseServer
  PROGRAMS = Dir["/usr/lib/postgresql/*/bin"].max_by { |path| path[/\d+/].to_i }

  # @yieldparam server [DatabaseServer]
  def self.during
    server = new
    yield server
  ensure
    server&.stop
  end

  # @return [String] as NORVEL_DATABASE has it
  attr_reader :address

  def initialize
    raise "PostgreSQL is not installed." unless PROGRAMS

    @folder = Dir.mktmpdir("norvel-postgres")
    FileUtils.chown("postgres", nil, @folder) if Process.uid.zero?
    run("initdb", "-D", data, "-A", "trust", "-U", "norvel", "--encoding=UTF8", "--no-locale", "--no-sync")
    start
    run("createdb", "-h", @folder, "-U", "norvel", "norvel")
    @address = "postgresql:///norvel?host=#{@folder}&user=norvel"
  end

  def start = run("pg_ctl", "-D", data, "-w", "-l", "#{@folder}/log", "-o", "-k #{@folder} -c listen_addresses=''", "start")

  # As a machine that goes down.
  def pause = run("pg_ctl", "-D", data, "-m", "immediate", "stop")

  def stop
    pause if File.exist?("#{data}/postmaster.pid")
    FileUtils.remove_entry(@folder)
  end

  private

  def data = "#{@folder}/data"

  # It refuses to run as root.
  def run(program, *arguments)
    before = Process.uid.zero? ? %w[setpriv --reuid=postgres --regid=postgres --clear-groups] : []
    said, status = Open3.capture2e(*before, File.join(PROGRAMS, program), *arguments, chdir: "/", stdin_data: "")
    raise "#{program}: #{said}" unless status.success?
  end
end
