# frozen_string_literal: true

module Norvel
  class Plan
    # The lines that bring the guide's sheet in and give each kind of paragraph its style of it. A style that the manuscript has for a
    # slot is taken over; what nothing uses any more afterwards is named.
    class GuideSheet
      include Manuscript::Counted

      LONG = 40 # words, from which on a quotation is set as a block (common practice, no source)

      # @param draft [Draft] @param guide [Guide] @param roles [Roles] @param without [Array<Symbol>] roles that were struck out
      def initialize(draft, guide, roles, without)
        @draft = draft
        @guide = guide
        @without = without
        @roles = roles
        @before = draft.manuscript
        @places = Guide::Places.new(@before, roles, family: guide.family)
        @slots = @places.paragraphs.reject(&:empty?).group_by { |paragraph| @places.of(paragraph) }.reject do |slot, _|
          slot == :empty || struck?(slot)
        end
      end

      # @return [void]
      def add_lines
        kept = as_struck(KeptSheet.of_guide(@guide, without: @without, deeper: @slots.keys.grep(/\Aheading_/)))
        mapping = mapping(kept)
        swap = Changes.build("swap_sheet", "sheet" => JSON.parse(JSON.generate(kept.dump)), "mapping" => mapping)
        ids = swap.ids(@before)
        @draft.add("swap_sheet", swap.parameters, [], 0.98, :sheet)
        @ids = kept.roles.to_h { |id, slot| [slot, ids[id]] }
        long_quotations
        guided.sort_by { |slot, _| Guide::Slots::ALL.index(slot) }.each { |slot, paragraphs| give(slot, paragraphs) }
        verse = @slots[:verse] || []
        VerseLines.new(@draft, @before, verse).add_lines(style_of(:verse)) if verse.any? && style_of(:verse)
        dress_lists
      end

      # @param slot [Symbol]
      # @return [String, nil] the id of the style of the sheet that is for it, once it is brought in
      def style_of(slot) = @ids && home(slot) && @ids[home(slot)]

      # @return [Hash{Symbol=>Array<Manuscript::Paragraph>}] paragraphs of the roles that the guide has no style for
      def unguided = @slots.reject { |slot, _| home(slot) || Guide::Slots::CHARACTER.include?(slot) || !Roles::ALL.include?(slot) }

      # @return [Array<Integer>] ids of the paragraphs of headers and footers that have a style of the sheet now
      def margins = @slots.slice(:header, :footer).select { |slot, _| home(slot) }.values.flatten.map(&:id)

      # @return [Hash{String=>String}] the ids of the sheet's styles for emphasis by its kind
      def emphasis = {"italic" => @ids[:emphasis], "bold" => @ids[:strong]}.compact

      # @return [Array<StyleSheet::Style>] that were in use before and are not now
      def left_over(now)
        were_unused = Changes::RemoveUnusedStyles.unused(@before).map(&:id)
        Changes::RemoveUnusedStyles.unused(now).select do |style|
          style.from_file && @before.sheet[style.id] && !were_unused.include?(style.id) && !@ids.value?(style.id)
        end
      end

      private

      # Chapters that are no parts begin a page only where they do so already.
      def as_struck(kept)
        return kept unless @without.include?(:chapters) && @guide.parts[:chapters] && (id = kept.roles.key(:heading_1))

        own = @before.sheet.heading(1)
        return kept if own && Cascade.new(@before).style(own.id)[:break_before]

        style = kept.styles[id]
        kept.with(styles: kept.styles.merge(id => style.with(properties: style.properties.except(:break_before))))
      end

      # Running text all in quotation marks, by itself among other running text: a block quotation in most houses.
      # @return [Array<Manuscript::Paragraph>]
      def quoted_alone
        running = @before.paragraphs.reject { |paragraph| paragraph.blank? || paragraph.in_table }
        quoted = running.select { |paragraph| Choice.quoted?(paragraph) }
        return [] if quoted.size * 4 > running.size # an interview, a dialogue

        [nil, *running, nil].each_cons(3).filter_map do |above, paragraph, below|
          if quoted.include?(paragraph) && long_body?(paragraph) && [above, below].compact.none? { |other| quoted.include?(other) }
            paragraph
          end
        end
      end

      def long_body?(paragraph) = Choice.words_in(paragraph) >= LONG && body?(paragraph)

      def body?(paragraph) = %i[body first_body].include?(@places.of(paragraph))

      def long_quotations
        return if @without.include?(:long_quotations) || struck?(:block_quotation) || !family[:block_quotation]

        found = quoted_alone
        left_quoted(found)
        return if found.empty?

        @slots.each { |slot, paragraphs| @slots[slot] = paragraphs - found }
        now_there = found.map { |paragraph| now.paragraph(paragraph.id) }
        @draft.add("apply_style", {"style" => @ids[:block_quotation], "paragraphs" => now_there.map(&:id)}, now_there, 0.8,
          :long_quotations)
      end

      # What is all in quotation marks as well, and is no block.
      def left_quoted(found)
        left = @before.paragraphs.select { |paragraph| Choice.quoted?(paragraph) && !paragraph.in_table && body?(paragraph) } - found
        return if left.empty?

        many = counted(left.size, "paragraph in quotation marks stays", "paragraphs in quotation marks stay")
        @draft.remark(:long_quotations, "#{many} as running text: of fewer than #{LONG} words, or one beside the other.", left)
      end

      def struck?(slot) = @without.include?(slot) || @without.include?(plain_role(slot))

      def plain_role(slot)
        return :contents_entry if Guide::Slots::CONTENTS.include?(slot)

        (slot == :first_body) ? :body : slot
      end

      def family = @family ||= @guide.family.with_deeper(@slots.keys.grep(/\Aheading_/))

      def home(slot) = family.home(slot)

      # @return [Hash{Symbol=>Array<Manuscript::Paragraph>}] by the slot whose style they are to have
      def guided =
        @slots.select { |slot, _| home(slot) && @ids[home(slot)] }.group_by { |slot, _| home(slot) }.transform_values do |pairs|
          pairs.flat_map(&:last)
        end

      # Which of the sheet's styles takes over each of the manuscript's.
      # @return [Hash{String=>String}]
      def mapping(kept)
        taken = {}
        @beneath = kept.beneath
        [method(:base_style), method(:known_style), method(:commonest)].each do |finder|
          kept.roles.each do |id, slot|
            own = finder.call(slot, kept.styles[id]) unless taken.value?(id)
            taken[own.id] = id if own && !taken.key?(own.id)
          end
        end
        taken
      end

      def sheet = @before.sheet

      def base_style(slot, style) = (if slot == :base
                                       @beneath ? sheet.named(style.name) : sheet[sheet.default_id]
                                     end)

      # Of the guide's name, of that level, or of the standard's name.
      def known_style(slot, style)
        return if style.kind == :character || struck?(slot)

        level = Guide::Slots.level(slot)
        [sheet.named(style.name), (sheet.heading(level) if level), sheet.standard(slot)].compact.find { |own| own.id != sheet.default_id }
      end

      # The style that most paragraphs of the slot have and few others.
      def commonest(slot, style)
        paragraphs = @slots[slot]
        return if style.kind == :character || paragraphs.nil? || slot == :first_body

        id, count = paragraphs.map(&:style).tally.max_by(&:last)
        sheet[id] if id != sheet.default_id && count * 10 >= users[id] * 8
      end

      def users = @users ||= @places.paragraphs.reject(&:blank?).map(&:style).tally.tap { |counts| counts.default = 0 }

      def give(slot, paragraphs)
        moved = paragraphs.map { |paragraph| now.paragraph(paragraph.id) }.reject do |paragraph|
          paragraph.style == @ids[slot] || numbers?(paragraph, slot) || above?(paragraph, slot) || folio?(paragraph, slot) ||
            set_in?(paragraph, slot)
        end
        return if moved.empty?

        @draft.add("apply_style", {"style" => @ids[slot], "paragraphs" => moved.map(&:id)}, moved, sureness(moved), plain_role(slot))
      end

      # Columns of numbers have a style of their own under that of the cells.
      def numbers?(paragraph, slot)
        style = now.sheet[paragraph.style]
        slot == :table_text && style.parent == @ids[slot] && style.properties.keys == [:align] && TableNumbers.number?(paragraph.text)
      end

      # Captions above what they belong to have a style of their own that keeps them there.
      def above?(paragraph, slot)
        style = now.sheet[paragraph.style]
        slot == :caption && style.parent == @ids[slot] && style.properties.keys == [:keep_next]
      end

      # So have lines of verse that stand deeper.
      def set_in?(paragraph, slot)
        @roles.of(paragraph.id).name == :verse && VerseLines.style?(now.sheet[paragraph.style], @ids[slot])
      end

      # Folios have a style of their own under that of headers or footers, which puts them in their place.
      def folio?(paragraph, slot)
        style = now.sheet[paragraph.style]
        style && %i[header footer].include?(slot) && style.parent == @ids[slot] && (style.properties.keys - FOLIO).empty? &&
          paragraph.runs.any? { |run| run.field == :page }
      end

      FOLIO = %i[align indent_start indent_first].freeze

      def now = @draft.manuscript

      def sureness(paragraphs) = (paragraphs.sum { |paragraph| @roles.of(paragraph.id).confidence } / paragraphs.size).round(2)

      def dress_lists
        kinds = Guide::ListKind.of(@guide)
        items = (@slots[:list_item] || []).map { |paragraph| now.paragraph(paragraph.id) }
        return if kinds.empty? || items.empty?

        @draft.add("dress_lists", {"paragraphs" => items.map(&:id), "kinds" => kinds.values.map(&:dump)}, items, 0.95, :lists)
      end
    end
  end
end
