# frozen_string_literal: true

module Norvel
  class Manuscript
    # What stands in a paragraph that has no words.
    INSTEAD_OF_WORDS = {image: "an image", text_box: "a text box", chart: "a chart", drawing: "a drawing", anchor: "a drawing",
                        object: "an object", equation: "an equation", note: "a note’s number", symbol: "a symbol"}.freeze

    # A first letter that is as high as so many lines of the paragraph after it, which stand beside it in a `gap` of EMU
    # (ISO/IEC 29500-1 §17.3.1.11).
    DropCap = Value.define(:lines, gap: 0)

    # A paragraph: `style` is the id of its paragraph style, `properties` its direct formatting,
    # `mark_properties`/`mark_style` the formatting of its end mark. `carries` names what makes it more than
    # text: :section_end, :page_break, :field, :revision, :end_taken_out (by a revision), :anchor. `run_in`: its end
    # is hidden, so that the next paragraph goes on in its line; as a `drop_cap` it stands beside the next one's
    # lines. `id` is its number in the source, from NEW_IDS on where it is new.
    Paragraph = Value.define(:id, :style, properties: {}, mark_properties: {}, mark_style: nil,
      runs: [], carries: [], in_table: false, run_in: false,
      drop_cap: nil) do
      attr_reader :text, :insets

      # @return [String] its text without what fields worked out
      def written = runs.any?(&:worked_out?) ? runs.reject(&:worked_out?).map(&:text).join : text

      # The blank line of C4: nothing but white space, and nothing hangs on it. A soft hyphen is no white space.
      def empty? = @blank && carries.empty? && !text.match?(/[\f\u00AD]/) && runs.none?(&:holds?)

      # @return [Array<String>] what stands in it and is no text, that in results of fields left out
      def held = (runs.all? { |run| run.held.empty? }) ? [] : runs.reject(&:worked_out?).flat_map(&:held)

      # @param from [Integer] @param to [Integer] offsets in its text, white space between them
      # @return [Boolean] whether that white space is content: something that is no text stands beside it, or it is all that a link holds
      def bound?(from, to)
        each_run_with_offset.any? do |run, start|
          stop = start + run.text.length
          next false if stop < from || start > to
          next true if run.held.any? || (run.text.empty? && run.field)

          inside = start < to && stop > from
          inside && (run.control || (run.link && run.text.match?(/\A[[:space:]]*\z/)))
        end
      end

      def blank? = @blank

      # @return [Boolean] whether a part of the manuscript ends with it
      def ends_section? = carries.include?(:section_end)

      # @return [Paragraph] the same, with the end of a part or without
      def ending_section(yes) = with(carries: yes ? carries | [:section_end] : carries - [:section_end])

      # @param length [Integer] letters at the most
      # @return [String] the words that it begins with, or what stands in it instead of words
      def gist(length) = wordless || PlainText.excerpt(text, length)

      # @return [String] the same in a sentence
      def quoted(length) = wordless || "“#{PlainText.excerpt(text, length)}”"

      # @return [String, nil] what stands in it where it has no words
      def wordless
        return if text.match?(/[^[:space:]\u{FFFC}\u{AD}]/)

        first = insets.first or return "an empty paragraph"
        INSTEAD_OF_WORDS.fetch(first.what || first.kind)
      end

      # @param values [Hash{Symbol=>Object}] by property
      # @return [Paragraph] without those of its values by hand that are the same, on itself, its mark and its text
      def bared_of(values)
        without = ->(set) { set.reject { |name, value| values[name] == value } }
        with(properties: without[properties], mark_properties: without[mark_properties], runs: runs.map { |run|
          run.with(properties: without[run.properties])
        })
      end

      # @yieldparam run [Run]
      # @yieldparam start [Integer] offset of the run's first code point
      def each_run_with_offset
        return enum_for(:each_run_with_offset) unless block_given?

        offset = 0
        runs.each do |run|
          yield run, offset
          offset += run.text.length
        end
      end

      # Stretches of one formatting, neighbouring runs joined.
      # @return [Array<Hash>] with :start, :end (code points, end exclusive), :style, :properties
      def spans
        joined = []
        each_run_with_offset do |run, start|
          next if run.text.empty?

          last = joined.last
          if last && last[:run].alike?(run)
            last[:end] = start + run.text.length
          else
            joined << {start: start, end: start + run.text.length, style: run.style, properties: run.properties, run: run}
          end
        end
        joined
      end

      # @return [Array<Run>] the runs of a stretch of the text, cut where it begins and ends; one without text belongs
      #   to what follows it, at
      #   the end to what stands before it
      def runs_in(from, to)
        each_run_with_offset.filter_map do |run, start|
          first, last = [from - start, 0].max, [to - start, run.text.length].min
          if first < last || (run.text.empty? && (start.between?(from, to - 1) || ends_here?(start, from, to)))
            run.slice(first, last - first)
          end
        end
      end

      # @param from [Integer] @param to [Integer] offsets in its text
      # @param inserted [Array<Run>]
      # @return [Paragraph] with other runs in the place of a stretch; what is no text there stays
      def replaced(from, to, inserted = [])
        return with_runs(runs.filter_map(&:without_text) + inserted) if from <= 0 && to >= text.length

        with_runs(runs_in(0, from) + runs_in(from, to).filter_map(&:without_text) + inserted + runs_in(to, text.length))
      end

      # @param from [Integer] @param to [Integer] offsets in its text
      # @yieldparam run [Run] each run of the stretch @yieldreturn [Run]
      # @return [Paragraph] with that stretch changed
      def with_stretch(from, to, &block)
        return with_runs(runs.map(&block)) if from <= 0 && to >= text.length

        with_runs(runs_in(0, from) + runs_in(from, to).map(&block) + runs_in(to, text.length))
      end

      # @return [Paragraph] with these runs; what belongs together is joined again
      def with_runs(changed)
        joined = changed.reject { |run| run.text.empty? && !run.holds? }.each_with_object([]) do |run, list|
          if list.last&.continued_by?(run)
            list[-1] = list.last.with(text: (list.last.text + run.text).freeze, insets: list.last.insets + run.insets)
          else
            list << run
          end
        end
        (joined == runs) ? self : with(runs: joined)
      end

      # @param formats [Array<Hash>] by run its style and properties, as ledgers have them; those before version 0.4
      #   know nothing of runs that
      #   only hold what is no text
      # @return [Array<Run>]
      def reformatted(formats)
        known = (runs.size == formats.size) ? runs : runs.reject { |run| run.held.any? && run.text.empty? }
        wanted = known.each_with_index.to_h { |run, index| [run.object_id, formats[index]] }
        runs.map { |run| run.with(**wanted[run.object_id].to_h) }
      end

      # @return [Array<Run>] its runs, to stand in another paragraph
      def runs_abroad(stretch = runs) = stretch.map { |run| run.origin ? run.with(home: run.home || id) : run }

      # @return [Array<Run>] runs that may come home again
      def runs_at_home(list) = list.map { |run| (run.home == id) ? run.with(home: nil) : run }

      private

      def ends_here?(start, from, to) = start == to && to == text.length && (from < to || to.zero?)

      def prepare
        @text = (runs.size == 1) ? runs.first.text : runs.map(&:text).join.freeze
        @insets = (runs.size == 1) ? runs.first.insets : runs.flat_map(&:insets).freeze
        @blank = !@text.match?(/[^[:space:]\u00AD]/)
      end
    end
  end
end
