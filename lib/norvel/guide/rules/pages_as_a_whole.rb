# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # What all parts have: shared by rules of the page.
      module OfParts
        private

        # @yieldparam section [Manuscript::Section] @yieldparam index [Integer]
        # @yieldreturn [Hash, nil] expected, measured, message and what else a finding says; nil where it is right
        def by_part(context)
          context.manuscript.sections.each_with_index.filter_map do |section, index|
            next if given(:parts) && !given(:parts).include?(kind_of_part(context, index))

            said = yield(section, index) or next
            finding(context, page: first_page(context, index), **said)
          end
        end

        def kind_of_part(context, index)
          first = context.manuscript.section_indexes.index(index)
          first ? context.part_of(context.manuscript.paragraphs[first]) : :main
        end

        def first_page(context, index) = context.layout.pages.find { |page| page.part == index }&.number

        def in_part(context, index) = (context.manuscript.sections.size > 1) ? " in part #{index + 1}" : ""

        def lengths(measured, wanted)
          {expected: Lengths.show(wanted, "cm"), measured: Lengths.show(measured, "cm"),
           expected_value: Lengths.points(wanted), measured_value: Lengths.points(measured), unit: "pt"}
        end
      end

      # Upright or on its side, but for parts that hold a wide table or figure and nothing else.
      class Orientation < Rule
        include OfParts

        checks "orientation", area: :page
        takes :orientation, :choice, required: true, choices: %w[portrait landscape], says: "how pages stand"
        takes :wide_tables, :switch, default: true, says: "parts with a table or figure alone may stand otherwise"
        learned :sections, trying: [:orientation]

        def sentence
          way = (given(:orientation) == :portrait) ? "upright" : "on their side"
          "Pages stand #{way}#{", but for wide tables and figures" if given(:wide_tables)}."
        end

        def findings(context)
          by_part(context) do |section, index|
            own = (section.page.width > section.page.height) ? :landscape : :portrait
            next if own == given(:orientation) || (given(:wide_tables) && alone?(context, index))

            {expected: given(:orientation).to_s, measured: own.to_s,
             message: "Pages#{in_part(context, index)} stand in #{own}; #{given(:orientation)} is asked for.",
             fix: turned(context, index)}
          end
        end

        private

        # Margins turn with the page; where the guide says them, they are the guide's.
        def turned(context, index)
          margins = context.guide.margins
          Cures.set_part({"parts" => [index], "orientation" => given(:orientation).to_s}.merge(margins.empty? ? {} : {"margin" => margins}))
        end

        def alone?(context, index)
          indexes = context.manuscript.section_indexes
          own = context.manuscript.paragraphs.each_with_index.select { |_, at| indexes[at] == index }.map(&:first)
          wide, others = own.partition { |paragraph| paragraph.in_table || paragraph.insets.any? }
          wide.any? && others.reject(&:blank?).all? { |paragraph| %i[caption figure].include?(role(context, paragraph)) }
        end
      end

      # The binding gutter, and whether margins change sides on versos.
      class Gutter < Rule
        include OfParts

        checks "gutter", area: :page
        takes :gutter, :length, required: true, says: "at the binding edge", example: "0.5 cm"
        takes :mirrored, :switch, says: "margins change sides on versos"
        takes :tolerance, :length, default: 18_000, says: "how far it may be off"
        learned :sections do |examples|
          gutter = Habit.commonest(examples.flat_map { |example| example.manuscript.sections.map { |one| one.page.margin[:gutter] } })
          gutter.to_i.positive? ? [[{"gutter" => Lengths.exactly(gutter)}]] : []
        end

        def sentence = "The binding gutter is #{Lengths.show(given(:gutter), "cm")}#{", with mirrored margins" if given(:mirrored)}."

        def findings(context)
          found = by_part(context) do |section, index|
            own = section.page.margin[:gutter]
            next if (own - given(:gutter)).abs <= given(:tolerance)

            {**lengths(own, given(:gutter)),
              message: "The gutter#{in_part(context, index)} " \
              "is #{Lengths.show(own, "cm")}; #{Lengths.show(given(:gutter), "cm")} is asked for.",
              fix: Cures.set_part("parts" => [index], "margin" => {"gutter" => Lengths.exactly(given(:gutter))})}
          end
          found + mirroring(context)
        end

        private

        def mirroring(context)
          return [] if given(:mirrored).nil? || context.manuscript.settings.mirrored == given(:mirrored)

          words = ->(yes) { yes ? "mirrored margins" : "the same margins on every page" }
          [finding(context, expected: words[given(:mirrored)], measured: words[!given(:mirrored)],
            message: "The manuscript has #{words[!given(:mirrored)]}; #{words[given(:mirrored)]} are asked for.",
            fix: Cures.set_part("mirrored" => given(:mirrored)))]
        end
      end

      # How far header and footer stand from the paper's edge.
      class HeaderFooterDistance < Rule
        include OfParts

        checks "header_footer_distance", area: :page
        takes :header, :length, says: "of the header", example: "1.25 cm"
        takes :footer, :length, says: "of the footer", example: "1.25 cm"
        takes :tolerance, :length, default: 18_000, says: "how far it may be off"
        learned :sections do |examples|
          pages = examples.flat_map { |example| example.manuscript.sections.map(&:page) }
          edges = %i[header footer].to_h { |edge| [edge.to_s, Habit.commonest(pages.map { |page| page.margin[edge] })] }.compact
          edges.empty? ? [] : [[edges.transform_values { |length| Lengths.as_written(length) }]]
        end

        def sentence
          said = wanted.map { |edge, length| "the #{edge} stands #{Lengths.show(length, "cm")} from the edge" }
          "#{said.join("; ")}.".capitalize
        end

        def findings(context)
          wanted.flat_map do |edge, length|
            by_part(context) do |section, index|
              own = section.page.margin[edge]
              next if (own - length).abs <= given(:tolerance) || section.nothing_at?(edge)

              {**lengths(own, length), message: "The #{edge}#{in_part(context, index)} " \
                "stands #{Lengths.show(own, "cm")} from the edge; #{Lengths.show(length, "cm")} is asked for.",
                                       fix: Cures.set_part("parts" => [index], "margin" => {edge.to_s => Lengths.exactly(length)})}
            end
          end
        end

        private

        def wanted = {header: given(:header), footer: given(:footer)}.compact
      end

      # Characters in a full line of running text.
      class LineLength < Rule
        checks "line_length", area: :page
        takes :least, :number, default: 45, range: 10..300, says: "characters at least", example: 45
        takes :most, :number, default: 90, range: 10..300, says: "characters at most", example: 90
        NEARLY_FULL = 0.9
        not_learned "how long lines may be"

        def sentence = "Lines of running text have #{given(:least)} to #{given(:most)} characters."

        def pages? = true

        def applies?(context) = lines(context).size >= 5

        def findings(context)
          counts = lines(context).map { |placed| placed.line.end - placed.line.start }.sort
          middle = counts[counts.size / 2]
          return [] if middle.between?(given(:least), given(:most))

          [finding(context, expected: "#{given(:least)} to #{given(:most)} characters", measured: "#{middle} characters",
            expected_value: (middle > given(:most)) ? given(:most) : given(:least), measured_value: middle, unit: "characters",
            message: "A full line of running text has #{middle} characters.")]
        end

        private

        def lines(context)
          context.known(:full_lines) do
            context.layout.pages.flat_map(&:text_lines).select do |placed|
              placed.area == :body && placed.line.ends_with == :wrap && placed.line.width > placed.setting.width * NEARLY_FULL &&
                role(context, placed.paragraph) == :body
            end
          end
        end
      end

      # Every part has the same sheet and margins, those that lie on their side turned.
      class OnePageDesign < Rule
        include OfParts

        checks "one_page_design", area: :page
        learned :sections

        def sentence = "All parts have one page design."

        def findings(context)
          first = upright(context.manuscript.sections.first.page)
          by_part(context) do |section, index|
            next if upright(section.page) == first

            {expected: "the design of the first part", measured: section.page.paper,
             message: "Part #{index + 1} has another page design than the first."}
          end
        end

        private

        def upright(page)
          page = page.turned if page.width > page.height
          [page.width, page.height, page.margin.slice(:top, :bottom, :start, :end, :gutter).values.map { |edge| (edge / 18_000.0).round }]
        end
      end
    end
  end
end
