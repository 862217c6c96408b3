# frozen_string_literal: true

require_relative "next_version/origin"
require_relative "next_version/wording"
require_relative "next_version/hands"
require_relative "next_version/parts"
require_relative "next_version/contents_again"

module Norvel
  # A file that came back: the next version of a manuscript, whose words and new formatting by hand are theirs and whose styles are ours.
  # What they did is what differs from the file that they had; everything else becomes as it is here by now. What both changed is ours, and
  # told (`Manuscript::Returned`). Of their text nothing is altered but what was altered here where they left it alone (`Wording`); blank
  # lines go that went here.
  #
  #   version = NextVersion.new(theirs, Origin.of(theirs, states: [as_it_came, ours], source: bytes), now: ours, roles: roles)
  #   version.manuscript.returned    # their formatting, to be decided on
  class NextVersion
    # How much of the text stands in both, below which it is told that it may be another manuscript; a choice of ours.
    SAME = 0.3

    # @return [Manuscript] as it is in force
    attr_reader :now

    # @param theirs [Manuscript] as it was read @param origin [Origin] what they had
    # @param now [Manuscript] in force @param roles [Roles] of it
    def initialize(theirs, origin, now:, roles:)
      @theirs = theirs
      @origin = origin
      @now = now
      @roles = roles
    end

    # @return [Manuscript] theirs in our styles
    def manuscript = @manuscript ||= merged

    # @return [Hash{Integer=>Integer}] ids of their paragraphs to ids of those here
    def ids = @ids ||= @origin.pairs.select { |_, was| now.paragraph(was) }

    # @return [Float] how many of their paragraphs with words are of this manuscript
    def likeness
      worded = @theirs.paragraphs.reject(&:blank?)
      worded.empty? ? 0.0 : worded.count { |one| @origin.pairs.key?(one.id) }.fdiv(worded.size)
    end

    # @return [Boolean] whether this is the same manuscript, as far as words tell
    def same_manuscript? = likeness >= SAME

    # @return [Array<Manuscript::Paragraph>] those here that were written, or rewritten, since they had it, and are not so in what came
    def unheard
      @unheard ||= begin
        here = ids.invert
        now.paragraphs.reject do |one|
          next true if one.blank? || one.written.strip.empty? || now.listed.include?(one.id)

          was = base.paragraph(one.id)
          is = here[one.id] && manuscript.paragraph(here[one.id])
          (was && bare(was) == bare(one)) || (is && bare(is) == bare(one))
        end
      end
    end

    # @return [Boolean] whether it is, word for word and value for value, what they had, and that is what is here
    def nothing_new? = manuscript.returned.empty? && Origin.same?(@theirs, had) && now == base

    # @param name [String] of the file
    # @return [String] what was done
    def sentence(name)
      open = manuscript.returned.map(&:paragraph).uniq.size
      ["Took in “#{name}” as the next version: #{sums}.",
        *("Formatting of theirs in #{counted(open, "paragraph")} is to be decided on." if open.positive?), *left].join(" ")
    end

    # @return [Array<String>] sentences: what was not carried along
    def left
      found = []
      own = counted(unheard.size, "paragraph")
      found << "#{own} written here meanwhile #{(unheard.size == 1) ? "is" : "are"} not in it." if unheard.any?
      styles = styles_they_changed
      found << "Their changes of #{counted(styles.size, "style")} were not taken: #{styles.first(4).join(", ")}." if styles.any?
      manuscript # which says what became of contents and parts
      found << "#{counted(@contents.left, "list")} of contents made here could not be made in it." if @contents.left.positive?
      if @parts.theirs? && now.sections != base.sections
        found << "Its parts are as in the file that came: they were divided otherwise there, and changed here."
      end
      found << "#{counted(@parts.left, "part")} made here #{(@parts.left == 1) ? "has" : "have"} nothing in it." if @parts.left.positive?
      unlike = counted(@parts.unlike, "header or footer", "headers or footers")
      found << "#{unlike} with tables, pictures or links could not be brought over." if @parts.unlike.positive?
      found
    end

    private

    include Manuscript::Counted

    def base = @origin.state

    def had = @origin.had

    def bare(paragraph) = paragraph.text.gsub(/[[:space:]]+/, " ").strip

    def sums
      alignment = @origin.alignment
      old, new = had.paragraphs, @theirs.paragraphs
      changed = alignment.pairs.count { |was, is| bare(old[was]) != bare(new[is]) }
      came, went = [[new, :last], [old, :first]].map do |all, end_of|
        stay = alignment.pairs.to_set(&end_of)
        all.each_with_index.count { |one, index| !one.blank? && !stay.include?(index) }
      end
      moved = alignment.pairs.count { |_, is| alignment.moved?(is) && !new[is].blank? }
      said = {"new" => came, "changed" => changed, "gone" => went, "moved" => moved}.reject { |_, count| count.zero? }
      return "not a word differs from what they had" if said.empty?

      "#{said.map { |word, count| "#{count} #{word}" }.join(", ")} of #{counted(new.count { |one| !one.blank? }, "paragraph")}"
    end

    # The sheet first, so that ids of styles are what they will be.
    def merged
      dressed, ids = in_our_sheet
      dressed, lists = with_our_lists(dressed, ids)
      hands = Hands.new(theirs: dressed, named: @theirs, origin: @origin, now: now, styles: ids, lists: lists)
      settled = dressed.with_paragraphs(hands.changed).with(guide: now.guide, waivers: waivers,
        settings: merged_members(:settings), info: merged_members(:info), returned: hands.returned)
      @contents = ContentsAgain.new(without_lines_that_went(settled), base: base, now: now, ids: self.ids, styles: ids)
      @parts = Parts.new(@contents.manuscript, origin: @origin, now: now, ids: self.ids, styles: ids)
      without_styles_that_went(@contents.up_to_date(@parts.manuscript))
    end

    # @return [Array(Manuscript, Hash{String=>String})] theirs in the sheet of now, and what its styles are called there
    def in_our_sheet
      return [@theirs, styles_as_they_had] if styles_they_changed.empty? && now.sheet == base.sheet && now.lists == base.lists

      swap = Changes.build("swap_sheet", {"sheet" => JSON.parse(JSON.generate(kept.dump)), "mapping" => mapping})
      [swap.call(@theirs), swap.ids(@theirs)]
    end

    def kept = @kept ||= KeptSheet.of(now, @roles, name: "as it is here")

    def styles_as_they_had
      now.sheet.styles.to_h { |id, style| [id, @theirs.sheet.named(style.name, kind: style.kind)&.id] }.compact
    end

    # @return [Array<String>] names of those that they had, and that say something else now
    def styles_they_changed
      @styles_they_changed ||= had.sheet.styles.each_value.filter_map do |style|
        theirs = @theirs.sheet.named(style.name, kind: style.kind)
        next unless theirs

        same = (Properties.differing(style.properties, theirs.properties) - [:numbering]).empty?
        style.name unless same && had.sheet[style.parent]&.name == @theirs.sheet[theirs.parent]&.name
      end
    end

    # Whatever kept its id and its name since they had it is the style that has this id here; others go by their names.
    def mapping
      @theirs.sheet.of_kind(:paragraph).filter_map { |style|
        same = now.sheet[style.id] if had.sheet[style.id]&.name == style.name
        found = same || now.sheet.named(style.name, kind: :paragraph)
        [style.id, found.id] if found && found.kind == :paragraph
      }.to_h
    end

    # Lists that paragraphs got here come along under numbers that are free there; those of styles are there with the sheet.
    # @param styles [Hash{String=>String}] ids here to ids there
    # @return [Array(Manuscript, Hash{String=>String})]
    def with_our_lists(dressed, styles)
      of_styles = styles.filter_map { |here, there|
        pair = [now.sheet[here], dressed.sheet[there]].map { |style| style&.properties&.[](:numbering)&.list }
        pair if pair.all?
      }.to_h
      wanted = now.paragraphs.filter_map { |one|
        ref = one.properties[:numbering]
        ref.list if ref&.list && base.paragraph(one.id)&.properties&.[](:numbering) != ref
      }.uniq.select { |id| now.lists[id] } - of_styles.keys
      free = dressed.free_list_id.to_i
      ids = wanted.each_with_index.to_h { |id, index| [id, (free + index).to_s] }
      counters = of_styles.to_h { |here, there| [now.lists[here]&.counter, dressed.lists[there]&.counter] }
      lists = ids.to_h do |id, here|
        counter = counters[now.lists[id].counter] ||= Manuscript::List.new_counter(here) # those that count on together do so there
        [here, now.lists[id].with(id: here, counter: counter)]
      end
      [dressed.with(lists: dressed.lists.merge(lists)), of_styles.merge(ids)]
    end

    def merged_members(name)
      all = [@theirs, had, base, now].map { |one| one.public_send(name) }
      all.first.with(**three_ways(all.first.members, *all))
    end

    # What they left as it was, and what changed here since, becomes as it is here.
    def three_ways(members, theirs, had, base, now)
      members.select { |name| theirs[name] == had[name] && now[name] != base[name] }.to_h { |name| [name, now[name]] }
    end

    def waivers
      here = ids.invert
      now.waivers.filter_map do |waiver|
        next waiver unless waiver.paragraph

        waiver.with(paragraph: here[waiver.paragraph]) if here[waiver.paragraph]
      end
    end

    # Blank lines, and nothing else, go again where they went here.
    def without_lines_that_went(manuscript)
      gone = @origin.pairs.filter_map { |is, was| is if now.paragraph(was).nil? }
      removable = EmptyParagraphs.removable(manuscript).map(&:id) & gone
      manuscript.with_paragraphs(removable.to_h { |id| [id, nil] })
    end

    # Styles that went here and that nothing needs go there too.
    def without_styles_that_went(manuscript)
      unused = Changes::RemoveUnusedStyles.unused(manuscript).map(&:id)
      gone = unused.select do |id|
        called = [had, now].map { |one| one.sheet.styles.values.any? { |style| style.name == manuscript.sheet[id].name } }
        called == [true, false]
      end
      gone.empty? ? manuscript : manuscript.with(sheet: manuscript.sheet.with_styles(gone.to_h { |id| [id, nil] }))
    end
  end
end
