# frozen_string_literal: true

require_relative "inline"

module Norvel
  module Formats
    module Markdown
      # Elements as CommonMark with tables, notes and task lists.
      #
      #   writer = Writer.new(whole)
      #   writer.text               # with front matter where there is a title block
      #   writer.lost               # {"joined cell" => 2}
      class Writer
        ENDS = {center: ":-:", end: "--:"}.freeze

        OTHERS = {"-" => "*", "*" => "-", "+" => "-", "." => ")", ")" => "."}.freeze # that begin a list of its own behind another

        # @return [Hash{String=>Integer}]
        attr_reader :lost

        # @param whole [Elements::Whole]
        # @param pictures [#call] given a ref, where the picture is
        # @param kept [#call] given a block, what its file said of it besides: Kept
        # @param titles [Hash{String=>String}] what is said of links and pictures besides, by where they lead
        # @param numbered [Boolean] whether numbers of headings are written
        def initialize(whole, pictures: ->(ref) { ref }, kept: ->(_) { Kept.new }, titles: {}, numbered: true)
          @whole = whole
          @kept = kept
          @numbered = numbered
          @lost = Hash.new(0)
          @names = self.class.names(whole.notes.keys)
          @inline = Inline.new(@names, pictures: pictures, titles: titles, lose: ->(what) { @lost[what] += 1 })
        end

        # What a file said of a block that a manuscript does not hold: the `language` of code, whether a list is `tight`, whether a caption
        # was the title of its picture, and the `sign` of a list.
        Kept = Value.define(language: nil, tight: nil, titled: false, sign: nil)

        # @param refs [Array<String>] of notes
        # @return [Hash{String=>String}] what each is called
        def self.names(refs)
          taken = {}
          refs.to_h do |ref|
            kind, id = ref.split(":", 2)
            plain = id.to_s.gsub(/[\s\[\]^]/, "-")
            plain = "#{kind[0]}#{plain}" if taken[plain.downcase]
            plain += "-" while taken[plain.downcase]
            taken[plain.downcase] = true
            [ref, plain]
          end
        end

        # @return [String]
        def text
          head = FrontMatter.head(@whole.blocks)
          parts = [front(head), *blocks(@whole.blocks.drop(head.size)), *notes].reject(&:empty?)
          "#{parts.join("\n\n")}\n"
        end

        # @param blocks [Array<Elements::Block>]
        # @return [Array<String>] each as its lines
        def blocks(blocks)
          last = nil
          blocks.filter_map do |block|
            @beside = ([last, block].all? { |one| one&.kind == :list }) ? @signed : nil
            last = block
            written = block(block)
            written unless written.empty?
          end
        end

        # @param ref [String]
        # @return [String] the note as it is defined
        def note(ref)
          inner = blocks(@whole.notes.fetch(ref)).join("\n\n")
          "[^#{@names.fetch(ref)}]: #{indented(inner, 4)}"
        end

        private

        def notes = @whole.notes.keys.map { |ref| note(ref) }

        def front(head)
          info = @whole.info
          said = head.group_by(&:role).transform_values { |blocks| blocks.map { |block| block.text.split.join(" ") } }
          said = said.transform_values { |texts| (texts.size == 1) ? texts.first : texts }.transform_keys(&:to_s)
          said["lang"] = info.language if info.language && (said.any? || info.keywords)
          said["keywords"] = info.keywords if info.keywords
          said.empty? ? "" : "#{Psych.dump(said, line_width: -1).chomp}\n---"
        end

        def block(block)
          case block.kind
          when :heading then heading(block)
          when :quotation then blocks(block.blocks).join("\n\n").gsub(/^/, "> ").gsub(/^> $/, ">")
          when :list then list(block)
          when :code then code(block)
          when :markup then block.text
          when :break then Elements::Builder::BREAK
          when :contents then contents
          when :table then table(block)
          when :figure then figure(block)
          else @inline.write(block.pieces)
          end
        end

        def contents
          @lost["generated list"] += 1
          ""
        end

        def heading(block)
          label = @numbered ? block.label.to_s : ""
          pieces = label.empty? ? block.pieces : [Elements::Piece.new(text: "#{label} "), *block.pieces]
          words = @inline.write(pieces, heading: true).sub(/(?<=\A|\s)(#+)\z/) { |signs| "\\#{signs}" }
          "#{"#" * block.level.clamp(1, 6)} #{words}".rstrip
        end

        def code(block)
          fence = "`" * [3, (block.text.scan(/`+/).map(&:length).max || 0) + 1].max
          "#{fence}#{@kept.call(block).language}\n#{"#{block.text}\n" unless block.text.empty?}#{fence}"
        end

        def figure(block)
          caption = block.caption
          titled = caption && !block.above && titled?(caption)
          picture = @inline.write(block.pieces, title: titled ? caption.text : "")
          return picture if caption.nil? || titled

          words = @inline.write(caption.pieces)
          (block.above ? [words, picture] : [picture, words]).join("\n\n")
        end

        # A caption that would not be taken for one is the title of its picture.
        def titled?(caption)
          plain = caption.pieces.all? { |piece| piece.marks.empty? && piece.link.nil? && piece.note.nil? && piece.picture.nil? }
          plain && !caption.text.include?("\n") && (@kept.call(caption).titled || !Roles::Wording.caption?(caption.text))
        end

        def list(block)
          ordered = block.format != "bullet"
          @lost["list numbering"] += 1 if ordered && block.format != "decimal"
          kept = @kept.call(block)
          tight = kept.tight.nil? ? block.blocks.all? { |item| item.blocks.count { |one| one.kind != :list } <= 1 } : kept.tight
          sign = sign(block, kept, ordered)
          sign = OTHERS.fetch(sign) if sign == @beside # else it would go on with the list above
          items = block.blocks.each_with_index.map do |item, index|
            item(item, ordered ? "#{[block.start, 0].max + index}#{sign}" : sign)
          end
          @signed = sign
          items.join(tight ? "\n" : "\n\n")
        end

        # The bullet, or what stands behind numbers.
        def sign(block, kept, ordered)
          return kept.sign if kept.sign && kept.sign.match?(/[.)]/) == ordered
          return "-" unless ordered

          block.blocks.first&.label.to_s.end_with?(")") ? ")" : "."
        end

        def item(item, sign)
          parts = blocks(item.blocks)
          worded = %i[text figure].include?(item.blocks.first&.kind) && item.blocks.first.pieces.any?
          task = worded ? {true => "[x] ", false => "[ ] "}.fetch(item.done, "") : ""
          tight = item.blocks.size == 2 && breaks_in?(item.blocks.last)
          inner = parts.join(tight ? "\n" : "\n\n")
          "#{sign} #{task}#{indented(inner, sign.length + 1)}".rstrip
        end

        # A list that begins with nothing, or with another number than 1, cannot break in on a paragraph (§5.3).
        def breaks_in?(block)
          return false if block.kind != :list || (block.format != "bullet" && block.start != 1)

          first = block.blocks.first&.blocks&.first
          !first.nil? && (first.kind != :text || first.pieces.any?)
        end

        def indented(text, by) = text.gsub(/\n(?!\n|\z)/, "\n#{" " * by}")

        def table(block)
          width = block.cells.map { |row| row.sum(&:span) }.max || 1
          rows = block.cells.map { |row| row.flat_map { |cell| [cell(cell), *Array.new(cell.span - 1, "")] } }
          rows = rows.map { |row| row + Array.new(width - row.size, "") }
          @lost["further head row"] += block.heads - 1 if block.heads > 1
          @lost["headless table"] += 1 if block.heads.zero?
          rows.unshift(Array.new(width, "")) if block.heads.zero?
          ends = (0...width).map { |column| ENDS.fetch(align(block, column), "---") }
          lines = [rows.first, ends, *rows.drop(1)].map { |row| "| #{row.join(" | ")} |" }
          caption = block.caption && @inline.write(block.caption.pieces)
          (block.above ? [caption, lines.join("\n")] : [lines.join("\n"), caption]).compact.join("\n\n")
        end

        # Where most cells of a column have their text.
        def align(block, column)
          cells = block.cells.filter_map { |row| row[column] if row.size == block.cells.map(&:size).max }
          cells.map(&:align).tally.max_by(&:last)&.first
        end

        def cell(cell)
          @lost["joined cell"] += 1 if cell.span > 1 || cell.rows > 1
          @lost["cell paragraph"] += cell.blocks.size - 1 if cell.blocks.size > 1
          flat(cell.blocks).map { |block| @inline.write(block.pieces, bar: true) }.reject(&:empty?).join(" ")
        end

        def flat(blocks) = blocks.flat_map { |block| [(block if block.pieces.any?), *flat(block.inner)].compact }
      end
    end
  end
end
