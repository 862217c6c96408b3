# frozen_string_literal: true

module Norvel
  module Formats
    module Text
      # Elements as plain text: headings underlined, lists with their labels, tables in columns, notes at the end.
      #
      #   Writer.new(whole, width: 72).text
      class Writer
        UNDER = {1 => "=", 2 => "-", 3 => "~"}.freeze
        WIDTH = 72 # letters in a line (RFC 3676 §4.2 has 78 at the most)
        LEAST = 20

        # @return [Hash{String=>Integer}] what has no words here
        attr_reader :lost

        # @param whole [Elements::Whole] @param width [Integer, nil] letters in a line; nil: paragraphs are one line each
        # @param numbered [Boolean] whether numbers of headings are written
        # @param signs [Hash{Integer=>String}] by the first paragraph of an item the label that it has in its file
        def initialize(whole, width: WIDTH, numbered: true, signs: {})
          @signs = signs
          @whole = whole
          @width = width
          @numbered = numbered
          @lost = Hash.new(0)
          @numbers = whole.notes.keys.each_with_index.to_h { |ref, index| [ref, index + 1] }
        end

        # @return [String]
        def text = "#{[*blocks(@whole.blocks), *@whole.notes.keys.map { |ref| note(ref) }].reject(&:empty?).join("\n\n")}\n"

        # @param blocks [Array<Elements::Block>]
        # @return [Array<String>] each as its lines
        def blocks(blocks, width = @width) = blocks.map { |block| block(block, width) }.reject(&:empty?)

        # @param ref [String]
        # @return [String]
        def note(ref)
          label = "[#{@numbers.fetch(ref)}] "
          hung(label, blocks(@whole.notes.fetch(ref), narrower(@width, label.length)).join("\n\n"))
        end

        private

        def narrower(width, by) = width && [width - by, LEAST].max

        def block(block, width)
          case block.kind
          when :heading then heading(block)
          when :quotation then blocks(block.blocks, narrower(width, 2)).join("\n\n").gsub(/^/, "> ").gsub(/^> $/, ">")
          when :list then list(block, width)
          when :code, :markup then block.text.gsub(/^(?=.)/, "    ")
          when :break then Elements::Builder::BREAK
          when :table then captioned(block, table(block))
          when :figure then captioned(block, words(block.pieces))
          when :contents then contents
          else (block.role == :title) ? under(words(block.pieces), "=") : wrapped(words(block.pieces), width)
          end
        end

        def contents
          @lost["generated list"] += 1
          ""
        end

        def captioned(block, written)
          return written unless block.caption

          caption = wrapped(words(block.caption.pieces), @width)
          (block.above ? [caption, written] : [written, caption]).join("\n\n")
        end

        def words(pieces)
          pieces.map { |piece|
            next "[#{@numbers[piece.note]}]" if piece.note
            next picture(piece.picture) if piece.picture

            (piece.marks & LOST.keys).each { |mark| @lost[LOST[mark]] += 1 }
            @lost["link"] += 1 if piece.link && piece.link != piece.text
            piece.text
          }.join.tr("\t", " ")
        end

        LOST = {strong: "strong passage", emphasis: "emphasised passage", superscript: "raised passage", subscript: "lowered passage",
                strike: "struck passage", underline: "underlined passage"}.freeze
        private_constant :LOST

        def picture(picture)
          @lost["picture"] += 1
          "[#{picture.alt.to_s.empty? ? "picture" : picture.alt.split.join(" ")}]"
        end

        # Filled up to the width, as long as a word has room; a line break stays.
        def wrapped(text, width)
          lines = text.split("\n", -1).map { |line| line.split(/[ \t]+/).reject(&:empty?) }
          return lines.map { |line| line.join(" ") }.join("\n").strip unless width

          lines.map { |line| filled(line, width).join("\n") }.join("\n").strip
        end

        def filled(words, width)
          words.each_with_object([]) do |word, lines|
            if lines.any? && lines.last.length + 1 + word.length <= width
              lines.last << " " << word
            else
              lines << word.dup
            end
          end
        end

        def heading(block)
          label = @numbered ? block.label.to_s : ""
          words = [label, words(block.pieces).split.join(" ")].reject(&:empty?).join(" ")
          under(words, UNDER[block.level])
        end

        def under(words, sign)
          words = words.split("\n").map(&:strip).join(" ")
          (sign && !words.empty?) ? "#{words}\n#{sign * words.length}" : words
        end

        def list(block, width)
          labels = block.blocks.each_with_index.map { |item, index| label(block, item, index) }
          by = labels.map(&:length).max.to_i + 1
          items = block.blocks.zip(labels).map do |item, label|
            inner = blocks(item.blocks, narrower(width, by))
            tight = item.blocks.drop(1).all? { |one| one.kind == :list }
            hung(label.ljust(by), inner.join(tight ? "\n" : "\n\n"))
          end
          items.join("\n")
        end

        def label(list, item, index)
          return {true => "[x]", false => "[ ]"}.fetch(item.done) unless item.done.nil?

          own = @signs.fetch(item.paragraphs.first) { item.label.to_s }
          return own unless own.empty?

          (list.format == "bullet") ? "-" : "#{ListLabels.write(list.start + index, list.format)}."
        end

        def hung(label, text) = label + text.gsub(/\n(?!\n|\z)/, "\n#{" " * label.length}")

        def table(block)
          rows = block.cells.map { |row| row.flat_map { |cell| [cell(cell), *Array.new(cell.span - 1, "")] } }
          count = rows.map(&:size).max || 0
          rows = rows.map { |row| row + Array.new(count - row.size, "") }
          widths = (0...count).map { |column| rows.map { |row| row[column].length }.max }
          lines = rows.map { |row| "| #{row.each_with_index.map { |words, column| words.ljust(widths[column]) }.join(" | ")} |" }
          lines.insert(block.heads, "|#{widths.map { |width| "-" * (width + 2) }.join("|")}|") if block.heads.positive?
          lines.join("\n")
        end

        def cell(cell)
          @lost["joined cell"] += 1 if cell.span > 1 || cell.rows > 1
          flat(cell.blocks).map { |block| words(block.pieces).split.join(" ").tr("|", "/") }.reject(&:empty?).join(" ")
        end

        def flat(blocks) = blocks.flat_map { |block| [(block if block.pieces.any?), *flat(block.inner)].compact }
      end
    end
  end
end
