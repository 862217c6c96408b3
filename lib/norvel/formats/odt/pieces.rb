# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # What stands in a paragraph, gathered to runs. White space in XML is layout of the file: any row of it is one space, and none at
      # the beginning and at the end of a paragraph (ISO/IEC 26300, part 3, §6.1.2); text:s, text:tab and text:line-break say what is meant.
      class Pieces
        # How words come: their character style, those around it, what is said by hand, where they lead as a link, whether they are hidden,
        # put in by a revision, worked out.
        Look = Value.define(style: nil, within: [], set: {}, link: nil, hidden: false, revised: false, generated: false)

        def initialize(limits)
          @limits = limits
          @pieces = []
          @origin = -1
          @space = true
          @length = 0
        end

        # @return [Integer] the number of the stretch that comes
        def next_origin = @origin += 1

        # @param text [String] characters of the file
        def characters(text, look, origin)
          words = text.tr("\t\r\n", " ").squeeze(" ")
          words = words[1..] if @space && words.start_with?(" ")
          return if words.empty?

          @space = words.end_with?(" ")
          add(words, look, origin)
          @loose = @space ? @pieces.size - 1 : nil
        end

        # @param text [String] meant as it is
        def literal(text, look, origin, **more)
          @space = false
          @loose = nil
          add(text, look, origin, **more)
        end

        # @param more [Hash] members of the run
        def add(text, look, origin, **more)
          @length += text.length
          @limits.refuse(:letters, @length) if @limits && @length > @limits.letters
          @pieces << [text, look, origin, more]
        end

        # @return [Array<Manuscript::Run>]
        def runs
          @pieces[@loose][0] = @pieces[@loose][0].chomp(" ") if @loose
          joined = @pieces.chunk_while { |one, other| one[1].equal?(other[1]) && one[2] == other[2] && one[3].empty? && other[3].empty? }
          joined.filter_map { |same| run(same.map(&:first).join, *same.first.drop(1)) }
        end

        # @return [Hash{Integer=>String}] by number of the run where its link leads
        def links = @pieces.select { |_, look, _, _| look.link }.to_h { |_, look, origin, _| [origin, look.link] }

        # @return [Integer] letters that are hidden
        def hidden = @pieces.sum { |text, look, _, _| look.hidden ? text.length : 0 }

        private

        def run(text, look, origin, more)
          if look.hidden
            held = [*("hidden #{text.split.join(" ")}".freeze unless text.empty?), *more[:held]]
            return if held.empty?

            text, more = "", {held: held.freeze}
          end
          return if text.empty? && more.empty?

          Manuscript::Run.new(text: text.freeze, style: look.style, within: look.within, properties: look.set, link: look.link && true,
            revised: look.revised, origin: origin, generated: look.generated, **more)
        end
      end
    end
  end
end
