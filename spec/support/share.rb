# frozen_string_literal: true

require "zlib"

# What takes long looks at a share of what there is; with NORVEL_ALL at all of it.
module Share
  module_function

  def all? = ENV.key?("NORVEL_ALL")

  # @param paths [Array<String>] of which each is in the same share on every machine
  # @param part [Integer] one in how many @param turn [Integer] which share
  def of(paths, part, turn: 0) = all? ? paths : paths.select { |path| Zlib.crc32(File.basename(path)) % part == turn }

  # @param list [Enumerable] @param part [Integer] one in how many @param turn [Integer] which share
  def every(list, part, turn: 0) = all? ? list.to_a : list.each_with_index.filter_map { |one, index| one if index % part == turn }

  # @return [Integer] how many, where few show most
  def count(all, few) = all? ? all : few
end
