# frozen_string_literal: true

module Norvel
  # Anything that can be told to the person in one sentence.
  class Error < StandardError; end

  # A file that cannot be read or written; the message says what is wrong and what to do.
  class FileError < Error; end

  # A house guide with a mistake in it; `line` is where (1-based), nil when not known.
  class GuideError < FileError
    attr_reader :line

    def initialize(message, line: nil)
      @line = line
      super(line ? "line #{line}: #{message}" : message)
    end
  end

  # A change that cannot be made: a missing style, a paragraph that is gone, a value that is none.
  class ChangeRefused < Error; end

  # A change that would find nothing to do.
  class NothingToChange < ChangeRefused; end
end
