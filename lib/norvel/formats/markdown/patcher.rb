# frozen_string_literal: true

module Norvel
  module Formats
    module Markdown
      # The file with only those blocks written anew of which something else is said than before; all others keep their lines, and so does
      # what stands between them: blank lines, definitions of links.
      class Patcher
        # A block of the file: its lines, and the paragraphs that it became, of those something is said.
        Unit = Value.define(:first, :last, :ids, note: nil)
        private_constant :Unit

        # @param manuscript [Manuscript] as it is now @param source [String] the bytes that came @param format [Format]
        def initialize(manuscript, source, format)
          @now = manuscript
          @decoded = Elements::Decoded.new(source)
          @source = source
          @format = format
          @file = File.new(@decoded)
          @was = @file.manuscript
        end

        # @return [String] bytes
        # @raise [FileError] where they would not say what the manuscript says
        def bytes
          return @source if same_members? || same?

          text = written
          made = @decoded.encoded(text.gsub("\n", @decoded.line_end))
          held_against(made)
          made
        end

        private

        def same_members? = %i[blocks notes info lists sheet].all? { |name| @now.public_send(name) == @was.public_send(name) }

        def same? = places(before).to_a == places(after).to_a && before.notes.keys == after.notes.keys && @now.info == @was.info

        def before = @before ||= outline(@was)

        def after = @after ||= outline(@now)

        def outline(manuscript) = Elements::Outline.new(manuscript, links: @file.links, came: @was).whole

        def places(whole) = (@places ||= {}.compare_by_identity)[whole] ||= Elements::Places.new(whole)

        # Units in the order of the file, those without a paragraph of which anything is said left to what stands between.
        def units
          @units ||= @file.units.filter_map { |unit, ids, note|
            said = ids.select { |id| places(before).of(id) }
            Unit.new(first: unit.first, last: unit.last, ids: said, note: note) if said.any?
          }.sort_by(&:first)
        end

        def lines = @lines ||= @file.text.lines(chomp: true)

        def written
          @out = []
          @kept = Set.new # notes
          @last = nil # the unit that was written last as it is
          @gaps = (0..units.size).to_h { |index| [index, gap(index)] }
          front
          body.each { |block| block(block) }
          notes
          rest
          "#{@out.join("\n").sub(/\n+\z/, "")}\n"
        end

        def body = @body ||= after.blocks.drop(head(after).size)

        def head(whole) = whole.blocks.take_while { |block| block.kind == :text && Writer::FRONT.include?(block.role) }

        # Lines before a unit, behind the one before it.
        def gap(index)
          from = index.zero? ? @file.front_lines : units[index - 1].last + 1
          to = (index == units.size) ? lines.size : units[index].first
          (from < to) ? lines[from...to] : []
        end

        def front
          if head(before).map { |block| said(places(before), block) } == head(after).map { |block| said(places(after), block) } &&
              @now.info == @was.info
            return @out.concat(lines[0...@file.front_lines])
          end

          @out.concat(FrontMatter.rewritten(@file.front, after, @now.info, @was.info).lines(chomp: true))
        end

        def said(places, block) = block.paragraphs.map { |id| places.of(id) }

        def block(block)
          ids = block.paragraphs
          return if ids.empty?

          found = ids.filter_map { |id| unit_of[id] }.uniq
          as_it_is = found.flat_map { |index| units[index].ids } == ids && found.each_cons(2).all? { |one, other| other == one + 1 } &&
            ids.all? { |id| stays?(id) }
          as_it_is ? found.each { |index| keep(index) } : fresh(writer.blocks([block]).first.to_s)
        end

        def stays?(id) = places(before).of(id) == places(after).of(id)

        def unit_of = @unit_of ||= units.each_with_index.flat_map { |unit, index| unit.ids.map { |id| [id, index] } }.to_h

        def keep(index)
          apart(index)
          @out.concat(lines[units[index].first..units[index].last])
          @last = index
          @kept << units[index].note
          following = units[index + 1]
          keep(index + 1) if following&.note && !@kept.include?(following.note) && as_it_was?(following)
        end

        # Whether a note says what it said.
        def as_it_was?(unit)
          unit.ids == after.notes[unit.note].to_a.flat_map(&:paragraphs) && unit.ids.all? { |id| stays?(id) }
        end

        # What stood between two blocks still does where both stay.
        def apart(index)
          between = @gaps[index]
          if @last.nil? ? @out.size == @file.front_lines && index.zero? : index == @last + 1
            @out.concat(@gaps.delete(index))
          elsif @out.any? && between.none? { |line| line.strip.empty? } && !@out.last.to_s.empty?
            @out << ""
          else
            @out << "" unless @out.empty? || @out.last.empty?
          end
        end

        def fresh(text)
          return if text.empty?

          @out << "" unless @out.empty? || @out.last.empty?
          @out.concat(text.lines(chomp: true))
          @last = nil
        end

        def notes
          after.notes.each_key do |ref|
            next if @kept.include?(ref)

            unit = units.find { |one| one.note == ref }
            (unit && as_it_was?(unit)) ? keep(units.index(unit)) : fresh(writer.note(ref))
          end
        end

        # Definitions of links that stood beside what went.
        def rest
          left = @gaps.sort.flat_map { |_, gap| gap.reject { |line| line.strip.empty? } }
          fresh(left.join("\n")) if left.any?
        end

        def writer
          @writer ||= Writer.new(after, kept: ->(block) { @file.kept(block.paragraphs) }, titles: @file.titles, numbered: false)
        end

        def held_against(made)
          read = File.new(Elements::Decoded.new(made))
          is = Elements::Places.new(Elements::Outline.new(read.manuscript, links: read.links).whole)
          return if is.to_a == places(after).to_a

          wrong = places(after).to_a.zip(is.to_a).find { |wanted, found| wanted != found }
          said = wrong&.first.to_a.last.to_a.map { |part| Array(part).first }.join[0, 40]
          raise FileError, "The file that would be delivered does not read back as it should (“#{said}”); nothing was delivered."
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

          Writer::Kept.new(language: block.language, tight: (block.tight if block.kind == :list), titled: titled.include?(ids.first))
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
