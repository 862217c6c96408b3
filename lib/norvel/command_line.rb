# frozen_string_literal: true

require "json"
require "optparse"
require_relative "../norvel"
require_relative "command_line/command"
require_relative "command_line/commands"
require_relative "command_line/check"

module Norvel
  # The core without the browser.
  #
  #   exit CommandLine.run(ARGV)
  module CommandLine
    DONE, BROKEN, USAGE, UNREADABLE, FAULT = 0, 1, 2, 3, 4

    # A command used wrongly.
    class Misuse < StandardError; end

    module_function

    # @param arguments [Array<String>]
    # @return [Integer] the exit status
    def run(arguments, out: $stdout, err: $stderr, input: $stdin)
      name, *rest = arguments
      return out.puts("norvel #{VERSION}") || DONE if name == "--version"
      return overview(out) || DONE if name.nil? || %w[help --help -h].include?(name)

      command = Command::ALL[name] or raise Misuse, "there is no command “#{name}”; `norvel --help` lists them"
      command.new(rest, out: out, err: err, input: input).run
    rescue Misuse, OptionParser::ParseError => error
      err.puts "norvel: #{error.message}"
      USAGE
    rescue Error => error
      err.puts "norvel: #{error.message}"
      UNREADABLE
    rescue Errno::EPIPE
      DONE
    rescue StandardError, SystemStackError, NoMemoryError => error
      err.puts "norvel: a fault of Norvel itself (#{error.class}: #{error.message.lines.first&.strip})"
      err.puts error.backtrace.first(5) if ENV["NORVEL_DEBUG"]
      FAULT
    end

    def overview(out)
      out.puts "norvel COMMAND …: manuscripts to a house style, checked and delivered", ""
      out.puts "  demo                  prepare everything, fill an empty database with demo data, serve on 127.0.0.1:4567",
        "  serve                 the same without demo data"
      Command::ALL.each_value { |command| out.puts "  #{command.usage.ljust(22)}\n                        #{command.about}" }
      out.puts "", "`norvel --version` says which this is; FILE may be - (standard input), and so may OUT (standard output).",
        "`norvel COMMAND --help` says more. GUIDE is a YAML file or a name that `guides` prints.",
        "Exit: 0 done; 1 check found a broken must; 2 wrong usage; 3 a file cannot be read or written; 4 a fault of Norvel."
    end
    private_class_method :overview
  end
end
