# frozen_string_literal: true

module Norvel
  module Formats
    module Pdf
      # The ink of one page as a content stream (ISO 32000-1 §8, §9), each stretch of text marked as part of an
      # element of the structure tree, everything else as an artifact (§14.8.2.2).
      class PageWriter
        LINE_BOX = "#8a8f86"
        BOX = ["#ece7da", "#8a8f8c"].freeze

        # @param job [Maker] what is known of the whole file @param page [Layout::Page] @param number [Integer] from 0
        # @param ink [Drawing::Ink]
        def initialize(job, page, number, ink)
          @job = job
          @page = page
          @number = number
          @ink = ink
          @out = +""
          @marks = [] # elements by number of marked content
          @links = {}
        end

        # @return [Array<Node>] by the numbers of marked content
        attr_reader :marks

        # @return [Hash{Node=>Array<Array(Float)>}] link elements with the boxes of their lines: left, bottom, right, top
        attr_reader :links

        # @return [String]
        def content
          @ink.behind.each { |mark| loose(mark) }
          @page.placed.chunk_while { |one, other| one.goes_on?(other) }.each { |lines| paragraph(lines) }
          @ink.over.each { |mark| loose(mark) }
          @out
        end

        private

        MARGINS = {header: "Header", footer: "Footer"}.freeze

        def paragraph(lines)
          kind = MARGINS[lines.first.area]
          return artifact("/Type /Pagination /Subtype /#{kind}") { lines.each { |placed| drawn(placed).each { |mark| put(mark) } } } if kind

          lines.each { |placed| above(@ink.edge(placed)) { line(placed) } }
          close_sequence
          @job.read(lines.first.paragraph.id)
        end

        # What of a line stands above a y; a sequence of marked content begins and ends on the same side of it.
        def above(edge)
          return yield if edge.nil?

          close_sequence
          @out << "q 0 #{y(edge)} #{n(@page.width)} #{n(edge)} re W n\n"
          yield
          close_sequence
          @out << "Q\n"
        end

        def drawn(placed) = @job.ink_of(placed) || @ink.line(placed)

        # What lies under the words, the words, what lies over them.
        def line(placed)
          marks = drawn(placed)
          return artifact { marks.each { |mark| put(mark) } } if @job.again?(placed)

          under, rest = marks.partition { |mark| mark.is_a?(Drawing::Ink::Area) }
          spoken, over = rest.partition do |mark|
            mark.is_a?(Drawing::Ink::Text) || mark.is_a?(Drawing::Ink::Picture) || mark.is_a?(Drawing::Ink::Box)
          end
          artifact { under.each { |mark| put(mark) } } if under.any?
          spoken.each { |mark| mark.is_a?(Drawing::Ink::Text) ? text(mark, placed) : figure(mark, placed.paragraph.id) }
          artifact { over.each { |mark| put(mark) } } if over.any?
        end

        # The words of one format, cut where another element begins.
        def text(mark, placed)
          return spoken(mark, @job.label_node(placed.paragraph)) if mark.label

          words = divided(mark, @job.cuts(placed.paragraph))
          nodes = @job.nodes_for(placed.paragraph, words)
          words.zip(nodes).chunk_while { |(_, one), (_, other)| one.equal?(other) }.each do |pairs|
            part = mark.dup.tap { |copy| copy.words = pairs.map(&:first) }
            spoken(part, pairs.first.last)
            link(pairs.first.last, part, placed)
          end
        end

        # Words cut where another element begins or ends within them; the space behind a word that ends one stands by itself.
        def divided(mark, cuts)
          return mark.words if cuts.empty?

          mark.words.flat_map do |word|
            next [word] if word.start.nil? || word.meant || word.inset

            inner = cuts.select { |cut| cut > word.start && cut <= word.start + word.text.length }
            inner.any? ? pieces(word, inner, mark.format) : [word]
          end
        end

        def pieces(word, cuts, format)
          ends = word.start + word.text.length
          bounds = [word.start, *cuts.reject { |cut| cut == ends }, ends]
          parts = bounds.each_cons(2).map do |from, to|
            before = word.text[0, from - word.start]
            text = word.text[from - word.start, to - from]
            word.dup.tap do |part|
              part.text, part.start, part.x, part.width = text, from, word.x + width(format, before), width(format, text)
              part.spaced = word.spaced && to == ends
            end
          end
          (word.spaced && cuts.include?(ends)) ? [*parts[0..-2], *apart(parts.last, format)] : parts
        end

        def apart(part, format)
          space = part.dup.tap do |blank|
            blank.text, blank.start, blank.x, blank.width = " ", part.start + part.text.length, part.x + part.width, width(format, " ")
            blank.spaced = false
          end
          part.spaced = false
          [part, space]
        end

        def width(format, text) = text.empty? ? 0.0 : format.width(text)

        def link(node, part, placed)
          target = @job.link_node(node) or return
          first, last = part.words.first, part.words.last
          (@links[target] ||= []) << [first.x, @page.height - placed.y - placed.line.height, last.x + last.width, @page.height - placed.y]
        end

        # What is drawn otherwise than it is meant is an element of its own, which says it.
        def spoken(mark, node)
          meant = meant(mark)
          meant ? sequence(node << Node.new(:Span, actual: meant),
            " /ActualText <FEFF#{meant.encode("UTF-16BE").unpack1("H*")}>") : sequence(node)
          put(mark)
        end

        WIDE = 0.12 # ems between letters from which on programs take them for words

        # What the glyphs do not say: letters drawn as capitals or set wide, signs that no face has, hyphens that only divide a line's last
        # word.
        def meant(mark)
          said, meant = +"", +""
          mark.words.each do |word|
            said << word.text << (word.spaced ? " " : "")
            meant << (word.meant || word.text) << (word.spaced ? " " : "")
          end
          meant if said != meant || mark.format.nowhere? || mark.format.letter_spacing > mark.format.size * WIDE
        end

        def sequence(node, details = "")
          return if @open.equal?(node)

          close_sequence
          node.drawn
          node << Node::Marked.new(@number, @marks.size)
          @out << "/#{node.type} <</MCID #{@marks.size}#{details}>> BDC\n"
          @marks << node
          @open = node
        end

        def close_sequence
          @out << "EMC\n" if @open
          @open = nil
        end

        def artifact(details = nil)
          close_sequence
          @out << (details ? "/Artifact <<#{details}>> BDC\n" : "/Artifact BMC\n")
          yield
          @out << "EMC\n"
        end

        # What floats, and what lies behind all text.
        def loose(mark)
          return artifact { put(mark) } unless mark.is_a?(Drawing::Ink::Picture) || mark.is_a?(Drawing::Ink::Box)

          float = @page.floats.find { |one| one.inset.equal?(inset(mark)) }
          figure(mark, @job.id_of(float&.paragraph))
        end

        def inset(mark) = mark.is_a?(Drawing::Ink::Picture) ? mark.inset : mark.what

        def figure(mark, id)
          thing = inset(mark)
          return artifact { put(mark) } if thing.decorative

          close_sequence
          box = [mark.x, @page.height - mark.y - mark.height, mark.x + mark.width, @page.height - mark.y].map { |side| side.round(2) }
          node = @job.element(id) << Node.new((thing.kind == :equation) ? :Formula : :Figure, {O: :Layout, BBox: box, Placement: :Block},
            alternative: @job.alternative(thing))
          sequence(node)
          put(mark)
          close_sequence
        end

        def put(mark)
          case mark
          when Drawing::Ink::Text then words(mark)
          when Drawing::Ink::Stroke then stroke(mark)
          when Drawing::Ink::Wave then wave(mark)
          when Drawing::Ink::Area then area(mark)
          when Drawing::Ink::Picture then picture(mark)
          when Drawing::Ink::Box then box(mark)
          end
        end

        # Each word at its own place: what a word and its space do not take up is taken up between them.
        def words(mark)
          format = mark.format
          font = @job.font(format.face)
          unit = format.size * format.scale # of an em
          at = mark.words.first.x
          @out << "BT #{color(format.color, "rg")} /#{@job.font_name(format.face)} #{n(format.size)} Tf " \
            "#{n(format.letter_spacing / format.scale)} Tc #{n(format.scale * 100)} Tz 1 0 0 1 #{n(at)} #{y(mark.y)} Tm ["
          mark.words.each do |word|
            at = moved(at, word.x, unit)
            at = glyphs(word.text, font, format, at, unit)
            at = glyphs(" ", font, format, at, unit) if word.spaced
          end
          @out << "] TJ ET\n"
        end

        # @return [Float] where it is then
        def moved(from, to, unit)
          by = ((to - from) / unit * 1000).round
          return from if by.zero?

          @out << "#{-by} "
          from + by * unit / 1000
        end

        # @return [Float] where it is behind them
        def glyphs(text, font, format, at, unit)
          row = +""
          before = nil
          text.each_codepoint do |code|
            glyph, width = font.glyph(code)
            next if glyph.nil?

            kern = (before && format.kerned) ? pair(format.face, before, code) : 0.0
            before = code
            row = shifted(row, kern)
            row << glyph.to_s(16).rjust(4, "0")
            rest = font.width(code) - width # of a space that is as wide as its rule says
            row = shifted(row, rest)
            at += (kern + width + rest) * unit + format.letter_spacing
          end
          @out << "<#{row}> " unless row.empty?
          at
        end

        def shifted(row, ems)
          return row if ems.abs < 0.0005

          @out << "<#{row}> " unless row.empty?
          @out << "#{(-ems * 1000).round} "
          +""
        end

        # @return [Float] ems between two letters
        def pair(face, one, other)
          both = [one, other].pack("U*")
          (face.units(both, kerned: true) - face.units(both)) / face.units_per_em.to_f
        end

        def stroke(mark)
          dash = "[#{mark.dash.join(" ")}] 0 d " if mark.dash
          @out << "q #{color(mark.color, "RG")} #{n(mark.width)} w #{dash}" \
            "#{n(mark.x1)} #{y(mark.y1)} m #{n(mark.x2)} #{y(mark.y2)} l S Q\n"
        end

        # The same curves as in SVG, each quadratic one as a cubic.
        def wave(mark)
          step = mark.width * 4
          waves = [((mark.x2 - mark.x1) / step / 2).floor, 1].max * 2
          @out << "q #{color(nil, "RG")} #{n(mark.width)} w #{n(mark.x1)} #{y(mark.y + mark.width)} m "
          waves.times do |index|
            from = mark.x1 + index * step
            peak = mark.y + mark.width + (index.even? ? -1 : 1) * step / 3
            @out << "#{n(from + step / 3)} #{y(peak)} #{n(from + step * 2 / 3)} #{y(peak)} #{n(from + step)} #{y(mark.y + mark.width)} c "
          end
          @out << "S Q\n"
        end

        def area(mark)
          return @out << "q #{color(LINE_BOX, "RG")} 0.5 w #{corners(mark)} re S Q\n" if mark.color.nil?

          @out << "q #{color(mark.color, "rg")} #{corners(mark)} re f Q\n"
        end

        def box(mark)
          @out << "q #{color(BOX[0], "rg")} #{color(BOX[1], "RG")} 0.6 w [3 2] 0 d #{corners(mark)} re B Q\n"
        end

        def picture(mark)
          name = @job.picture_name(mark.inset) or return box(mark)
          @out << "q #{n(mark.width)} 0 0 #{n(mark.height)} #{n(mark.x)} #{y(mark.y + mark.height)} cm /#{name} Do Q\n"
        end

        def corners(mark) = "#{n(mark.x)} #{y(mark.y + mark.height)} #{n(mark.width)} #{n(mark.height)}"

        # @param name [String, nil] "#rrggbb"; black where it is automatic
        def color(name, operator)
          parts = name.to_s.match?(/\A#\h{6}\z/) ? name[1..].scan(/../).map { |pair| (pair.hex / 255.0).round(3) } : [0, 0, 0]
          "#{parts.join(" ")} #{operator}"
        end

        def y(down) = n(@page.height - down)

        def n(number) = (number.round(2) % 1).zero? ? number.round.to_s : number.round(2).to_s
      end
    end
  end
end
