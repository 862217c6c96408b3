# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # A list of contents, made of the headings, down to a level.
      class ContentsPresent < Rule
        checks "contents_present", area: :structure
        takes :levels, :number, range: 1..9, says: "down to which level", example: 2
        learned :whole

        def sentence = "There is a list of contents that is made of the headings#{", down to level #{given(:levels)}" if given(:levels)}."

        def findings(context)
          lists = context.contents.lists.select { |list| list.kind == :headings }
          if lists.empty?
            return [finding(context, expected: "a list of contents", measured: "none",
              message: "There is no list of contents that is made of the headings.", fix: make(context))]
          end

          lists.filter_map do |list|
            deepest = list.levels&.last
            next if given(:levels).nil? || deepest.nil? || deepest == given(:levels)

            finding(context, paragraph: context.manuscript.paragraph(list.first), expected: "level 1 to #{given(:levels)}",
              measured: "level 1 to #{deepest}", expected_value: given(:levels), measured_value: deepest, unit: "level",
              message: "The contents go down to level #{deepest}; #{given(:levels)} is asked for.")
          end
        end

        private

        def make(context)
          before = context.roles.in(:heading_1).find { |heading|
            context.manuscript.blocks.include?(heading) && !heading.text.match?(Roles::Wording::ABSTRACT)
          } or return
          Cures.make_contents("before" => before.id, "title" => context.guide.contents[:title] || "Contents",
            "levels" => given(:levels) || 3, **context.guide.family.contents_in(context.manuscript.sheet))
        end
      end

      # What lines of contents look like: what leads to their folios, and whether deeper levels stand further in.
      class ContentsEntries < Rule
        checks "contents_entries", area: :structure
        LEADERS = {"dots" => :dot, "hyphens" => :hyphen, "line" => :underscore, "nothing" => :none}.freeze
        takes :leader, :choice, choices: LEADERS.keys, says: "what leads to the folio", example: "dots"
        takes :indented, :switch, says: "each level stands further in than the one above", example: true
        learned :contents_lines, trying: %i[leader indented]

        def sentence
          leads = ((given(:leader) == :nothing) ? "nothing leads" : "#{given(:leader)} lead") + " to their folios" if given(:leader)
          further = "deeper levels stand #{"no " unless given(:indented)}further in" unless given(:indented).nil?
          "In lists of contents #{[leads, further].compact.join("; ")}."
        end

        def applies?(context) = entries(context).any?

        def findings(context) = (given(:leader) ? wrongly_led(context) : []) + (given(:indented).nil? ? [] : wrongly_indented(context))

        private

        def entries(context)
          context.contents.lists.flat_map { |list| context.contents.lines(list) }.select { |line| line.text.include?("\t") }
        end

        def wrongly_led(context)
          entries(context).filter_map do |line|
            stop = context.layout.lines_of(line.id).flat_map { |placed| placed.line.tabs || [] }.last
            next if stop.nil? || stop.last == wanted

            finding(context, paragraph: line, expected: given(:leader).to_s, measured: LEADERS.key(stop.last),
              message: "What leads to the folio of this line is #{LEADERS.key(stop.last)}; #{given(:leader)} is asked for.",
              fix: Deferred.new { led(context, line) })
          end
        end

        def wanted = LEADERS.fetch(given(:leader).to_s)

        def led(context, line)
          tabs = Properties::TabStop.seen(context.cascade.paragraph(line)[:tabs])
          tabs = tabs.empty? ? [at_the_end(context, line)] : tabs[0..-2] + [tabs.last.with(leader: wanted)]
          remedies(context, line, {tabs: tabs}) { |_, own| Properties::TabStop.seen(own).last&.leader == wanted }
        end

        def at_the_end(context, line)
          width = context.layout.lines_of(line.id).first.setting.width
          Properties::TabStop.new(position: (width * Lengths::PT).round, align: :end, leader: wanted)
        end

        STEP = 360_000 # EMU: 1 cm further in, where the sheet says nothing

        def wrongly_indented(context)
          levels = entries(context).group_by { |line| level_of(context, line) }.except(nil).sort
          levels.each_cons(2).flat_map do |(_, above), (_, lines)|
            edge = indent(context, above.first)
            lines.filter_map do |line|
              own = indent(context, line)
              next if (own > edge + Properties::Property::ROUNDING) == given(:indented)

              finding(context, paragraph: line, expected: given(:indented) ? "more than #{cm(edge)}" : cm(edge), measured: cm(own),
                expected_value: Lengths.points(edge), measured_value: Lengths.points(own), unit: "pt",
                message: "This line stands at #{cm(own)}, the level above at #{cm(edge)}.",
                fix: Deferred.new { moved(context, line, edge) })
            end
          end
        end

        def level_of(context, line) = context.places.of(line).to_s[/\Acontents_entry_(\d)\z/, 1]&.to_i

        def indent(context, line) = context.cascade.paragraph(line)[:indent_start]

        def cm(length) = Lengths.show(length, "cm")

        def moved(context, line, edge)
          right = ->(own) { (own > edge + Properties::Property::ROUNDING) == given(:indented) }
          place = by_the_sheet(context, line, :indent_start, given(:indented) ? edge + STEP : edge, &right)
          remedies(context, line, {indent_start: place}) { |_, own| right[own] }
        end
      end

      # Lists of contents, figures and tables say what the pages say.
      class ContentsCurrent < Rule
        checks "contents_current", area: :structure
        learned :contents_lines

        def sentence = "Lists of contents, figures and tables are up to date."

        def pages? = true

        def applies?(context) = context.contents.lists.any?

        def findings(context)
          context.contents.lists.filter_map do |list|
            state = context.contents.state(list)
            next if state.current?

            finding(context, paragraph: context.manuscript.paragraph(list.first), expected: "as on the pages", measured: state.words,
              message: "The list is out of date: #{state.words}.", fix: Cures.update_contents("list" => list.first))
          end
        end
      end
    end
  end
end
