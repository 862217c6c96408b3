# frozen_string_literal: true

require_relative "../format"
require_relative "../elements"
require_relative "../elements/patcher"
require_relative "reader"
require_relative "writer"

module Norvel
  module Formats
    module Text
      # Plain text, in UTF-8, UTF-16 by its mark, else Windows-1252.
      class Format < Formats::Format
        def name = "text"

        def endings = %w[.txt]

        def media_type(_ending = nil) = "text/plain"

        def reads? = true

        def makes? = true

        def styled? = false

        INHERITANCE = Manuscript::Inheritance.new(toggles: :nearest, levels: :over_styles, run_in: false)

        def inheritance = INHERITANCE

        def standard_styles = @standard_styles ||= Elements::PlainSheet.standards.without(:body).with(certain: 0.85, says: "it is typed so")

        def read(bytes, limits: nil) = File.new(Elements::Decoded.new(bytes), limits: limits).manuscript

        def patch(manuscript, source, ending: nil, &progress) = Patcher.new(manuscript, source).bytes

        def make(manuscript, layout: nil, source: Source.none, name: "", **, &progress)
          Writer.new(outline(manuscript, layout, source).whole).text
        end

        def lost(manuscript, layout: nil, source: Source.none)
          outline = outline(manuscript, layout, source)
          writer = Writer.new(outline.whole).tap(&:text)
          own = writer.lost.map { |what, count| Lost.new(what: what, count: count) }
          (outline.lost + own).sort_by { |kind| -kind.count }
        end

        def takes = "its words, headings, lists, tables and notes"

        def original(source) = Elements::Bundle.text(source)

        def ways(source)
          decoded = Elements::Decoded.new(source)
          decoded.text.include?("\n") ? LineEnds::WAYS.except(File.new(decoded).way) : {}
        end

        def bare(samples = []) = Writer.new(Elements.sampled(samples)).text

        def spelled(_set) = {}

        private

        def outline(manuscript, layout, source) = Elements::Outline.new(manuscript, layout: layout, links: source.links)
      end

      # A file of plain text and what was read of it.
      class File
        attr_reader :text, :manuscript, :links

        # @param decoded [Elements::Decoded]
        def initialize(decoded, limits: nil)
          @text = Manuscript::PlainText.clean(decoded.text).delete("\u200B\u{FEFF}")
          @reader = Reader.new(@text, way: decoded.way)
          whole = @reader.whole
          @builder = Elements::Builder.new(whole.with(warnings: decoded.warnings + whole.warnings), "text", limits: limits)
          @manuscript = @builder.manuscript
          @links = {}
        end

        def front_lines = 0

        def units = @reader.units.map { |unit| [unit, @builder.made.fetch(unit.block), nil] }

        # @return [Hash{Integer=>String}] labels of items as they are typed, by their first paragraph
        def signs
          found = {}
          walk = lambda do |block|
            block.blocks.each do |item|
              found[@builder.made[item.blocks.first]&.first] = item.label if item.kind == :item
              item.inner.each(&walk)
            end
          end
          @reader.units.map(&:block).each(&walk)
          found
        end

        # @return [Integer, nil] letters in its lines, nil where they were not broken
        def width = @reader.ends.wrapped? ? @reader.ends.width : nil

        # @return [String] how it was read, of LineEnds::WAYS
        def way = @reader.ends.wrapped? ? "joined" : "each"
      end

      # Elements::Patcher for plain text, which says little: its words have to read back.
      class Patcher < Elements::Patcher
        private

        def read(decoded) = File.new(decoded)

        # A number may be a label or a word when it is read again: the letters stand there in their order.
        def held_against(made)
          written = Elements::Decoded.new(made).text.gsub(/-\r?\n[>\s]*/, "") # words that were divided at the end of a line
          at = 0
          places(after).to_a.flat_map { |_, _, pieces| pieces.map { |text, *| text }.join.scan(/[\p{L}\p{N}]+/) }.each do |word|
            at = written.index(word, at) or raise FileError, "The file that would be delivered has lost “#{word[0, 40]}”; " \
              "nothing was delivered."
            at += word.length
          end
        end

        def writer = @writer ||= Writer.new(after, width: @file.width, numbered: false, signs: @file.signs)
      end
    end
  end
end
