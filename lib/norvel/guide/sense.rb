# frozen_string_literal: true

module Norvel
  class Guide
    # What a guide says that no manuscript could be: margins that leave no room, a tolerance that lets everything pass, a language that is
    # written as none is.
    #
    #   Sense.new(data).faults   # [["/page/margins", "the margins leave no room for text: …"]], each with its place in the file
    class Sense
      ROOM = 720_000 # EMU: 2 cm are the least that is left for text
      TOLERANCE = 720_000 # EMU: what is farther off is another value
      # BCP 47, as far as texts need it
      LANGUAGE = /\A[a-z]{2,3}(?:-[A-Z][a-z]{3})?(?:-(?:[A-Z]{2}|\d{3}))?(?:-(?:[a-z]{5,8}|\d[a-z\d]{3}))*\z/
      USUAL_PAPER = "A4"

      # @param data [Hash] of a guide's file, valid by the schema
      def initialize(data)
        @data = data
      end

      # @return [Array<Array(String, String)>] a place in the file and what is wrong there
      def faults
        found = []
        told = ->(pointer, sentence) { found << [pointer, sentence] }
        language(&told)
        page(&told)
        (@data["rules"] || []).each_with_index { |rule, index| rule(rule, "/rules/#{index}", &told) }
        found
      end

      private

      def language
        said = @data["language"] or return
        yield "/language", "“#{said}” is written as no language is; write en-GB or de." unless said.to_s.match?(LANGUAGE)
      end

      def page(&told)
        page = @data["page"] or return
        margins = lengths(page["margins"])
        negative(margins, "/page/margins", &told)
        gutter = page["gutter"] ? Lengths.parse(page["gutter"]) : 0
        width, height = paper(page)
        {width => [%w[start end], gutter, "wide"], height => [%w[top bottom], 0, "high"]}.each do |side, (edges, more, way)|
          taken = margins.values_at(*edges).compact.sum + more
          next if taken <= side - ROOM

          yield "/page/margins", "the margins leave no room for text: the paper is #{Lengths.show(side, "cm")} #{way}."
        end
        far = margins.slice("header", "footer").find { |_, length| length > height / 2 } or return
        yield "/page/margins/#{far.first}", "the #{far.first} would stand in the middle of the page."
      end

      def paper(page)
        sides = Manuscript::PageDesign.paper(page["paper"] || USUAL_PAPER).values_at(:width, :height)
        (page["orientation"] == "landscape") ? sides.reverse : sides
      end

      def rule(rule, pointer, &told)
        if (said = rule["tolerance"]) && said != AsSaid::WORD && !Lengths.parse(said).between?(0, TOLERANCE)
          yield "#{pointer}/tolerance", "a tolerance is between 0 and #{Lengths.show(TOLERANCE, "cm")}; “#{said}” is not."
        end
        colours(rule, pointer, &told) if rule["checks"] == "colour"
        margins = lengths(rule["margins"])
        negative(margins, "#{pointer}/margins", &told)
        wide = margins.find { |_, length| length > paper(@data["page"] || {}).min / 2 }
        yield "#{pointer}/margins/#{wide.first}", "no page has such a margin." if wide
      end

      def colours(rule, pointer)
        Array(rule["allow"]).each { |colour| Properties[:color].parse(colour) }
      rescue Error => error
        yield "#{pointer}/allow", error.message
      end

      def lengths(said) = said.is_a?(Hash) ? said.transform_values { |length| Lengths.parse(length) } : {}

      def negative(margins, pointer)
        edge, = margins.find { |_, length| length.negative? }
        yield "#{pointer}/#{edge}", "a margin is not negative." if edge
      end
    end
  end
end
