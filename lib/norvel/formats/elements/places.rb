# frozen_string_literal: true

module Norvel
  module Formats
    module Elements
      # What is said of each paragraph: what it stands in, what it is, and its words. Where that is the same, a file of marked-up text says
      # the same.
      #
      #   Places.new(whole).of(paragraph.id)   # [["list bullet", "item"], [:text, nil], [["Bells", []]]]
      class Places
        SAID = %i[strong emphasis code markup].freeze # of a piece, in every format

        # @param whole [Whole]
        def initialize(whole)
          @said = {}
          @order = []
          walk(whole.blocks, [])
          whole.notes.each { |ref, blocks| walk(blocks, ["note #{ref}"]) }
        end

        # @param id [Integer] of a paragraph
        # @return [Array, nil] nil where nothing is said of it
        def of(id) = @said[id]

        # @return [Array<Array>] of all in order
        def to_a = @order

        private

        def walk(blocks, within)
          blocks.each { |block| one(block, within) }
        end

        def one(block, within)
          case block.kind
          when :contents then nil # made of what stands elsewhere
          when :quotation then walk(block.blocks, [*within, "quotation"])
          when :list then list(block, within)
          when :table then beside(block, within) { table(block, within) }
          when :figure then beside(block, within) { note(block, within) }
          else note(block, within)
          end
        end

        def beside(block, within)
          one(block.caption, within) if block.caption && block.above
          yield
          one(block.caption, within) if block.caption && !block.above
        end

        def list(block, within)
          block.blocks.each_with_index do |item, index|
            here = [*within, "list #{(block.format == "bullet") ? "bullet" : block.start}", "item #{index} #{item.done}"]
            walk(item.blocks, here)
          end
        end

        def table(block, within)
          block.cells.each_with_index do |row, index|
            row.each_with_index do |cell, place|
              walk(cell.blocks, [*within, "cell #{index} #{place} #{cell.span} #{cell.rows} #{index < block.heads}"])
            end
          end
        end

        TEXT = %i[body list_item block_quotation footnote table_text table_heading other].freeze
        private_constant :TEXT

        def note(block, within)
          role = block.role unless TEXT.include?(block.role)
          said = [within, [block.kind, role, (block.level if block.kind == :heading)], pieces(block)]
          @order << said
          @said[block.paragraph] = said if block.paragraph
        end

        # White space at the ends of lines, and how much of it, says nothing, but in code.
        def pieces(block)
          return block.pieces.map(&:text) if %i[code markup].include?(block.kind)

          bare(spaced(block.pieces.map { |piece| told(piece) }.flat_map { |said| words(said) }))
        end

        def told(piece)
          picture = piece.picture && [piece.picture.ref, piece.picture.alt]
          [piece.text, piece.marks & SAID, piece.link, piece.note, picture]
        end

        SPACE = /\A[[:space:]]+\z/
        private_constant :SPACE

        def words((text, *more))
          return [[text, *more]] if text.empty?

          text.split(/([[:space:]]+)/).reject(&:empty?).map { |part|
            if part.match?(SPACE)
              [part.include?("\n") ? "\n" : " "]
            else
              [part, *more]
            end
          }
        end

        # White space that meets is one; words of one kind that meet are one word.
        def spaced(parts)
          parts.each_with_object([]) do |part, found|
            last = found.last
            if last && space?(last) && space?(part) then found[-1] = ["\n"] if part[0] == "\n"
            elsif last && !space?(last) && last.drop(1) == part.drop(1) && worded?(last) && worded?(part)
              found[-1] = [last[0] + part[0], *last.drop(1)]
            else
              found << part
            end
          end
        end

        def space?(part) = part.size == 1

        def worded?(part) = part[3].nil? && part[4].nil? && part.size > 1

        def bare(parts)
          parts = parts.drop_while { |part| space?(part) }
          parts.pop while parts.any? && space?(parts.last)
          parts
        end
      end
    end
  end
end
