# frozen_string_literal: true

require_relative "../elements/patcher"

module Norvel
  module Formats
    module Markdown
      # Elements::Patcher for CommonMark: what stands before the text is patched key by key.
      class Patcher < Elements::Patcher
        private

        def read(decoded) = File.new(decoded)

        def body = @body ||= after.blocks.drop(head(after).size)

        def head(whole) = FrontMatter.head(whole.blocks)

        def front
          return super if said(before) == said(after) && @now.info == @was.info

          @out.concat(FrontMatter.rewritten(@file.front, after, @now.info, @was.info).lines(chomp: true))
        end

        def said(whole) = head(whole).flat_map { |block| block.paragraphs.map { |id| places(whole).of(id) } }

        def writer
          @writer ||= Writer.new(after, kept: ->(block) { @file.kept(block.paragraphs) }, titles: @file.titles, numbered: false)
        end
      end

      # A file of marked-up text, what was read of it, and which block became which paragraphs.
      class File
        attr_reader :manuscript, :links, :text, :front

        # @param decoded [Elements::Decoded]
        def initialize(decoded, limits: nil)
          @text = Manuscript::PlainText.clean(decoded.text)
          @reader = Reader.new(@text)
          @front = @reader.front
          @builder = Elements::Builder.new(@reader.whole, "markdown", limits: limits)
          @manuscript = @builder.manuscript
          @links = @builder.links
        end

        def front_lines = front.lines

        # @return [Array<Array(Reader::Unit, Array<Integer>, String)>] each with the paragraphs that it became, and the ref of a note
        def units
          made = @builder.made
          @reader.units.map { |unit| [unit, made.fetch(unit.block), nil] } +
            @reader.note_units.map { |ref, unit| [unit, @builder.made_notes.fetch(ref), ref] }
        end

        # @param ids [Array<Integer>] paragraphs
        # @return [Writer::Kept] what the file says of the block that they are of, besides
        def kept(ids)
          block = by_paragraph[ids.first]
          return Writer::Kept.new unless block

          listed = block.kind == :list
          Writer::Kept.new(language: block.language, tight: (block.tight if listed), titled: titled.include?(ids.first),
            sign: (block.label if listed))
        end

        # @return [Hash{String=>String}] by where links lead and pictures are what is said of them besides
        def titles = @reader.titles

        private

        def by_paragraph
          @by_paragraph ||= {}.tap do |found|
            walk = lambda do |block|
              ids = @builder.made[block]
              found[ids.first] ||= block if ids&.any? && %i[code list].include?(block.kind)
              block.inner.each(&walk)
            end
            [*@reader.whole.blocks, *@reader.notes.values.flatten(1)].each(&walk)
          end
        end

        def titled
          @titled ||= @reader.units.map(&:block).select { |block| block.kind == :figure && block.caption }
            .flat_map { |block| @builder.made[block.caption].to_a }.to_set
        end
      end
    end
  end
end
