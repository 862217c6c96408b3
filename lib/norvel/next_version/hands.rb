# frozen_string_literal: true

module Norvel
  class NextVersion
    # Styles of paragraphs and what is set by hand: what they left as it was becomes as it is here; what they set by hand stays, and is
    # told; where both gave another style, ours stands and theirs is told. A paragraph that is new goes as one that they had before it and
    # that was formatted like it.
    class Hands
      # @return [Hash{Integer=>Manuscript::Paragraph}] those of theirs that become another
      attr_reader :changed
      # @return [Array<Manuscript::Returned>]
      attr_reader :returned

      # One paragraph four times: as it came, as they had it, and as that is here, then and now.
      Fate = Struct.new(:came, :had, :was, :own)

      # @param theirs [Manuscript] in the sheet that it will have @param named [Manuscript] as it came
      # @param origin [Origin] what they had @param now [Manuscript] in force
      # @param styles [Hash{String=>String}] ids of styles of now to what they are there
      # @param lists [Hash{String=>String}] the same of lists
      def initialize(theirs:, named:, origin:, now:, styles:, lists:)
        @theirs, @named, @origin, @now, @styles, @lists = theirs, named, origin, now, styles, lists
        @returned = []
        @models = {}
        @changed = (theirs.paragraphs + theirs.note_paragraphs).filter_map { |one|
          made = settled(one)
          [one.id, made] unless made.equal?(one) || made == one
        }.to_h
      end

      private

      # What a stretch of words has: the name of its style, and its values by hand.
      Format = Value.define(:style, :properties)

      def settled(paragraph)
        fate = fate(paragraph) or return paragraph
        made = paragraph.with(style: style(paragraph, fate), properties: values(paragraph, fate), mark_properties: marks(fate))
        left = fate.was.runs == fate.own.runs && formats(@named, fate.came) == formats(@origin.had, fate.had) &&
          fate.own.runs.none? { |run| called_otherwise?(run.style) }
        worded(left ? made : in_words(made, fate), fate)
      end

      # Whether a style of words got another name here.
      def called_otherwise?(id) = !id.nil? && name(@now, id) != name(@origin.state, id)

      # From the last edit to the first, so that offsets stay.
      def worded(made, fate)
        return made unless @origin.as_had(made.id).equal?(fate.had)

        Wording.new(fate.had, fate.own, fate.came).edits.reduce(made) do |now, edit|
          next now if now.runs_in(edit.from, edit.to).any?(&:worked_out?)

          own = fate.own.runs_in(edit.at, edit.at + edit.text.length).reject(&:worked_out?)
          new = own.map { |run| Manuscript::Run.new(text: run.text, style: @styles[run.style], properties: run.properties) }
          now.replaced(edit.from, edit.to, new)
        end
      end

      # @return [Fate, nil] nil where nothing here is known that it is like
      def fate(paragraph)
        came = @named.paragraph(paragraph.id)
        had, was = @origin.as_had(came.id), @origin.as_here(came.id)
        own = was && @now.paragraph(was.id)
        if own.nil?
          return if came.blank? || had

          return @models[look(@named, came)]&.dup&.tap { |one| one.came = came }
        end
        Fate.new(came, had, was, own).tap do |one|
          look = look(@named, came)
          @models[look] = one if look == look(@origin.had, had)
        end
      end

      def look(manuscript, paragraph)
        run = paragraph.runs.max_by { |one| one.text.length }
        [manuscript.sheet[paragraph.style]&.name, paragraph.properties.except(:numbering), run && manuscript.sheet[run.style]&.name,
          run&.properties]
      end

      def name(manuscript, id) = manuscript.sheet[id]&.name

      def style(paragraph, fate)
        ours = @styles.fetch(fate.own.style, paragraph.style)
        return ours if name(@named, fate.came.style) == name(@origin.had, fate.had.style)
        return paragraph.style if fate.own.style == fate.was.style

        tell(paragraph, :style, paragraph.style, ours) unless ours == paragraph.style
        ours
      end

      def values(paragraph, fate)
        sets = fate.map(&:properties)
        sets.flat_map(&:keys).uniq.to_h { |key|
          [key, (key == :numbering) ? numbering(fate) : settled_value(key, *sets) { |*told| tell(paragraph, *told) }]
        }.compact
      end

      # @yieldparam key [Symbol] @yieldparam came [Object] @yieldparam own [Object] what they set, and what it is here
      def settled_value(key, came, had, was, own)
        came, had, was, own = came[key], had[key], was[key], own[key]
        theirs = !Properties.same?(key, came, had)
        yield key, came, own if theirs && !came.nil? && !Properties.same?(key, came, own)
        (theirs || own == was) ? came : own
      end

      # Numbers of lists are a file's own: theirs stays where nobody touched it here.
      def numbering(fate)
        came, had, was, own = fate.map { |one| one.properties[:numbering] }
        return came if own == was || came != had

        (own && @lists[own.list]) ? own.with(list: @lists[own.list]) : own
      end

      def marks(fate)
        all = fate.map(&:mark_properties)
        all.flat_map(&:keys).uniq.to_h { |key| [key, settled_value(key, *all) {}] }.compact
      end

      def formats(manuscript, paragraph) = paragraph.runs.map { |run| [run.text, format(manuscript, run)] }

      def format(manuscript, run) = Format.new(style: run && name(manuscript, run.style), properties: run&.properties || {})

      # Stretch by stretch of what the four have in common.
      def in_words(made, fate)
        made = without_text(made, fate)
        shared = Hash.new { |known, text| known[text] = SideBySide::Words.shared(text, fate.came.text) }
        others = [fate.had, fate.was, fate.own].map { |one| Stretches.new(one, shared[one.text]) }
        cuts = [*bounds(fate.came), *others.flat_map(&:cuts)].uniq.sort.select { |at| at.between?(0, fate.came.text.length) }
        spots = Hash.new { |hash, key| hash[key] = [] }
        cuts.each_cons(2) do |start, stop|
          made = made.with_stretch(start, stop) do |run|
            next run if run.text.empty?

            in_stretch(run, *others.map { |one| one.near(start) }) do |*told|
              spots[told] << [run.origin, run.from, run.from + run.text.length] if run.origin
            end
          end
        end
        spots.each { |told, places| tell(made, *told, places) }
        made
      end

      # The number of a note, a comment's mark: one after the other, where there are as many of them.
      def without_text(made, fate)
        all = fate.map { |one| one.runs.select { |run| run.text.empty? } }
        return made unless all.map(&:size).uniq.size == 1

        fates = all.transpose.each
        made.with(runs: made.runs.map { |run| run.text.empty? ? in_stretch(run, *fates.next.drop(1)) {} : run })
      end

      def bounds(paragraph)
        at = 0
        [0, *paragraph.runs.map { |run| at += run.text.length }]
      end

      # @param had [Manuscript::Run, nil] @param was [Manuscript::Run, nil] @param own [Manuscript::Run, nil]
      # @return [Manuscript::Run]
      def in_stretch(run, had, was, own, &told)
        sets = [run, had, was, own].map { |one| one&.properties || {} }
        values = sets.flat_map(&:keys).uniq.to_h { |key| [key, settled_value(key, *sets, &told)] }
        run.with(style: words_style(run, had, was, own, &told), properties: values.compact)
      end

      def words_style(run, had, was, own)
        ours = own && @styles[own.style]
        if name(@named, run.style) == name(@origin.had, had&.style)
          return (own&.style == was&.style) ? ours || run.style : ours # that has another name here, perhaps
        end

        yield :character_style, run.style, ours unless run.style.nil? || run.style == ours
        run.style
      end

      def tell(paragraph, key, value, ours, places = nil)
        return if @theirs.listed.include?(paragraph.id)

        @returned << Manuscript::Returned.new(paragraph: paragraph.id, property: key, value: value, ours: ours, places: places)
      end

      # Runs of a paragraph, asked for by offsets in another one with nearly the same words.
      class Stretches
        # @param was [Manuscript::Paragraph] @param shared [Array] what its text has in common with that whose offsets are asked for, as
        #   SideBySide::Words gives it
        def initialize(was, shared)
          @shared = shared
          @runs = was.each_run_with_offset.reject { |run, _| run.text.empty? }
        end

        # @return [Array<Integer>] where, there, something else begins
        def cuts
          edges = @shared.flat_map { |_, new, length| [new, new + length] }
          edges + @runs.flat_map { |run, start| [start, start + run.text.length].filter_map { |at| there(at) } }
        end

        # @param at [Integer] offset there
        # @return [Manuscript::Run, nil] that of the same word, of the nearest word before it, else of the first
        def near(at)
          old, new, length = @shared.reverse_each.find { |_, start, _| start <= at } || @shared.first
          place = new ? old + (at - new).clamp(0, [length - 1, 0].max) : 0
          (@runs.find { |run, start| place < start + run.text.length } || @runs.last)&.first
        end

        private

        def there(at)
          old, new, = @shared.find { |start, _, length| at.between?(start, start + length) }
          new && new + at - old
        end
      end
    end
  end
end
