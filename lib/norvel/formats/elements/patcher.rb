# frozen_string_literal: true

module Norvel
  module Formats
    module Elements
      # A file of text with only those blocks written anew of which something else is said than before; all others keep their lines, and so
      # does what stands between them: blank lines, definitions of links. A format's own patcher says how its file is read (`read`), how
      # blocks are written (`writer`), and what stands before them (`front`).
      class Patcher
        # A block of the file: its lines, and the paragraphs that it became, of those something is said.
        Unit = Value.define(:first, :last, :ids, note: nil)
        private_constant :Unit

        # @param manuscript [Manuscript] as it is now @param source [String] the bytes that came
        def initialize(manuscript, source)
          @now = manuscript
          @decoded = Decoded.new(source)
          @source = @decoded.bytes
          @file = read(@decoded)
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

        def outline(manuscript) = Outline.new(manuscript, links: @file.links, came: @was).whole

        def places(whole) = (@places ||= {}.compare_by_identity)[whole] ||= Places.new(whole)

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
          body.flat_map { |block| parted(block) }.each { |block| block(block) }
          notes
          rest
          "#{@out.join("\n").sub(/\n+\z/, "")}\n"
        end

        def body = after.blocks

        # Lines before a unit, behind the one before it.
        def gap(index)
          from = index.zero? ? @file.front_lines : units[index - 1].last + 1
          to = (index == units.size) ? lines.size : units[index].first
          (from < to) ? lines[from...to] : []
        end

        def front = @out.concat(lines[0...@file.front_lines])

        # A caption that is a block of its own in the file is written by itself.
        def parted(block)
          own = block.caption&.paragraph
          return [block] if own.nil? || unit_of[own].nil? || block.with(caption: nil).paragraphs.any? { |id| unit_of[id] == unit_of[own] }

          alone = [block.with(caption: nil), block.caption]
          block.above ? alone.reverse : alone
        end

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
          if @last.nil? ? @out.size == @file.front_lines && index.zero? : index == @last + 1
            @out.concat(@gaps.delete(index))
          else
            set_apart
          end
        end

        def fresh(text)
          return if text.empty?

          set_apart
          @out.concat(text.lines(chomp: true))
          @last = nil
        end

        def set_apart = (@out << "" unless @out.empty? || @out.last.empty?)

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

        def held_against(made)
          again = read(Decoded.new(made))
          is = words(Places.new(Outline.new(again.manuscript, links: again.links).whole))
          wanted = words(places(after))
          return if is == wanted

          at = wanted.zip(is).index { |want, found| want != found } || wanted.size
          raise FileError, "The file that would be delivered does not read back as it should (“#{wanted[at, 40].to_a.join}”); " \
            "nothing was delivered."
        end

        # What has to read back: every letter, every note and picture, in their order. What a paragraph is may have no word in the file.
        # @return [Array<String>]
        def words(places)
          told = places.to_a.flat_map(&:last)
          told.flat_map { |text, _, _, note, picture| [*text.scan(/[\p{L}\p{N}]/), note, picture&.first] }.compact
        end
      end
    end
  end
end
