# frozen_string_literal: true

module Norvel
  class NextVersion
    # Parts, headers and footers of theirs become as they are here, where they left theirs as they had them. A part begins with the first
    # of its paragraphs that they have; one of which they have none is left and counted. What they did to a part's pages, headers or
    # footers themselves stays, and with it a part that went here.
    class Parts
      # What of a part its pages are, without the paragraphs in it.
      DESIGN = (Manuscript::Section.members - %i[last headers footers origin]).freeze
      SIDES = %i[headers footers].freeze

      # @return [Manuscript] theirs with our parts
      attr_reader :manuscript
      # @return [Integer] parts here that nothing of theirs stands in
      attr_reader :left

      # @param theirs [Manuscript] in our styles @param origin [Origin] what they had @param now [Manuscript] in force
      # @param ids [Hash{Integer=>Integer}] ids of their paragraphs to ids of those here
      # @param styles [Hash{String=>String}] ids of styles of now to what they are there
      def initialize(theirs, origin:, now:, ids:, styles:)
        @origin, @now, @styles = origin, now, styles
        @there = ids.invert
        @left = 0
        @manuscript = theirs
        @standing = (beginnings(theirs) if as_they_had?)
        settle if @standing && @origin.state.sections != now.sections
      end

      # @return [Boolean] whether they divided it themselves
      def theirs? = !@standing

      # @return [Integer] headers and footers that hold what cannot stand in another file
      def unlike = copies.count { |_, copy| copy.nil? }

      private

      # Whether their parts begin where they began when they had it.
      def as_they_had?
        had = @origin.had
        had.sections.size == @manuscript.sections.size && @origin.state.sections.size == had.sections.size &&
          beginnings(had).zip(beginnings(@manuscript)).all? { |was, is| @origin.as_had(is)&.id == was }
      end

      # @return [Array<Integer>] of each part but the first the paragraph that it begins with
      def beginnings(manuscript)
        manuscript.sections[0..-2].map { |section| manuscript.paragraphs[manuscript.index_of(section.last) + 1]&.id }
      end

      # Parts that went here go, those that came here begin.
      def settle
        @came = @manuscript.sections
        wanted = wanted_beginnings
        @standing.each_index.reverse_each do |index|
          next if wanted.key?(@standing[index]) || touched?(index + 1)

          @manuscript = Changes::Division.join(@manuscript, index + 1)
        end
        (wanted.keys - @standing).each { |id| @manuscript, = Changes::Division.at(@manuscript, id) }
        sections = @manuscript.sections.zip([nil, *beginnings(@manuscript)]).map do |section, id|
          was = id ? @standing.index(id)&.+(1) : 0
          here = id ? wanted[id] : 0
          here ? section(section, was && @came[was], was, here) : section
        end
        @manuscript = @manuscript.with(sections: sections)
      end

      # @return [Hash{Integer=>Integer}] by the paragraph of theirs that begins it the number of a part here
      def wanted_beginnings
        found = {}
        @now.paragraphs.zip(@now.section_indexes) do |one, part|
          next if part.zero? || found.value?(part) || !@there.key?(one.id)

          first = first_of_block(@there[one.id])
          found[first] = part if first && !found.key?(first)
        end
        @left = @now.sections.size - 1 - found.size
        found
      end

      # @return [Integer, nil] the paragraph that the block begins with in which this one stands; nil where nothing is before it
      def first_of_block(id)
        @firsts ||= @manuscript.blocks.flat_map { |block|
          inner = Manuscript.paragraphs_in(block).map(&:id)
          inner.map { |one| [one, inner.first] }
        }.to_h
        @firsts[id] unless @firsts[id] == @manuscript.paragraphs.first.id
      end

      # @param section [Manuscript::Section] as it stands there by now @param theirs [Manuscript::Section, nil] the part as they have it
      # @param was [Integer, nil] its number as they had it; nil: it is new @param here [Integer] its number here
      def section(section, theirs, was, here)
        own = @now.sections[here]
        had, base = [@origin.had, @origin.state].map { |one| was && one.sections[was] }
        design = DESIGN.select { |name| was.nil? || (theirs[name] == had[name] && own[name] != base[name]) }
        sides = SIDES.to_h do |side|
          [side, was ? stories(side, theirs, had, base, own) : own.public_send(side).transform_values { |story| brought(story) }.compact]
        end
        section.with(**design.to_h { |name| [name, own[name]] }, **sides)
      end

      def stories(side, *parts)
        theirs, had, base, own = parts.map { |part| part.public_send(side) }
        (theirs.keys | own.keys).filter_map { |kind|
          left = said(theirs[kind]) == said(had[kind]) && own[kind] != base[kind]
          story = left ? own[kind] && (dressed(theirs[kind], own[kind]) || brought(own[kind]) || theirs[kind]) : theirs[kind]
          [kind, story] if story
        }.to_h
      end

      # @return [Boolean] whether they wrote in the headers or footers of a part of theirs
      def touched?(part)
        theirs, had = @came[part], @origin.had.sections[part]
        SIDES.any? { |side| [theirs, had].map { |one| one.public_send(side).transform_values { |story| said(story) } }.uniq.size > 1 }
      end

      def said(story) = story && Manuscript.paragraphs_of([story]).map { |one| one.runs.map { |run| [run.text, run.field] } }

      # The same words, in our styles and values: theirs keep what hangs on them, as pictures and links.
      # @return [Array<Manuscript::Paragraph>, nil] nil where something else stands there
      def dressed(theirs, own)
        return unless said(theirs) == said(own) && [theirs, own].all? { |story| story.all?(Manuscript::Paragraph) }

        theirs.zip(own).map do |one, ours|
          runs = one.runs.zip(ours.runs).map { |run, our| run.with(style: @styles[our.style], properties: our.properties) }
          values = ours.properties.except(:numbering).merge(one.properties.slice(:numbering))
          one.with(style: @styles.fetch(ours.style, one.style), properties: values, runs: runs)
        end
      end

      # What their file has itself, else a copy; nil where neither can be.
      def brought(story) = own_stories.fetch(story) { copies.fetch(story) { copies[story] = copy(story) } }

      # @return [Hash] stories as they were here to those of their file
      def own_stories
        @own_stories ||= @origin.state.sections.zip(@came).flat_map { |base, theirs|
          SIDES.flat_map { |side| base.public_send(side).map { |kind, story| [story, theirs&.public_send(side)&.[](kind)] } }
        }.select(&:last).to_h
      end

      def copies = @copies ||= {}

      def copy(story)
        all = Manuscript.paragraphs_of([story])
        return unless story.all?(Manuscript::Paragraph) && all.all? { |one| one.insets.empty? && one.held.empty? && one.runs.none?(&:link) }

        all.map do |one|
          one.with(id: fresh_id, style: @styles.fetch(one.style, @manuscript.sheet.default_id), carries: [], mark_style: nil,
            properties: one.properties.except(:numbering), runs: one.runs.map { |run| loose(run) })
        end
      end

      def loose(run) = run.with(origin: nil, from: 0, home: nil, control: nil, style: @styles[run.style], within: [])

      def fresh_id = @next = (@next || (@manuscript.free_id - 1)) + 1
    end
  end
end
