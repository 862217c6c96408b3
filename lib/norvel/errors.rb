# frozen_string_literal: true

module Norvel
  # Anything that can be told to the person in one sentence.
  class Error < StandardError
    # What the system says against a file, in words.
    SYSTEM = {Errno::ENOENT => "it, or its folder, is not there", Errno::EACCES => "you have no right to it",
              Errno::EPERM => "you have no right to it", Errno::EISDIR => "it is a folder",
              Errno::ENOTDIR => "a part of its path is no folder", Errno::ENOSPC => "the disk is full",
              Errno::EDQUOT => "the disk is full", Errno::EROFS => "the disk cannot be written to",
              Errno::ENAMETOOLONG => "its name is too long", Errno::EIO => "the disk does not answer"}.freeze

    # @param error [SystemCallError]
    # @return [String]
    def self.said_by_the_system(error) = SYSTEM.fetch(error.class) { error.message.sub(/ @ .*/, "").downcase }
  end

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
