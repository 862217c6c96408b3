# frozen_string_literal: true

require_relative "list_styles"

module Norvel
  module Formats
    module Odt
      # Puts paragraphs into lists and takes them out (ISO/IEC 26300, part 3, §5.3). A list of which anything differs is taken apart and
      # put together anew, so that every label stays what it is; the others are not touched.
      class ListWriter
        # A list that is being put together: what it counts by, and the lists that are open in it, the outermost first.
        Group = Struct.new(:counter, :node, :open)

        # @param kit [Kit] of the part with the text @param styles [ListStyles] @param lists [Lists] as read
        # @param trace [Trace] @param before [Manuscript] @param now [Manuscript] @param story [StoryWriter]
        def initialize(kit, styles, lists, trace, before, now, story)
          @kit = kit
          @nodes = kit.nodes
          @styles = styles
          @lists = lists
          @trace = trace
          @before = before
          @now = now
          @story = story
          @old, @new = [before, now].map { |manuscript| Places.new(manuscript) }
          @ids = {}
        end

        # @return [Outline] as it is to be
        def outline = @new.outline

        # Takes apart every list of which something differs.
        # @param before [Hash{Container=>Array}] @param now [Hash{Container=>Array}]
        # @return [void]
        def lift(before, now)
          members = members(before)
          @neighbours = now.each_value.flat_map { |row|
            [nil, *row.map(&:id), nil].each_cons(3).map { |was, id, following| [id, [was, following]] }
          }.to_h
          paragraphs = now.values.flatten(1).grep(Manuscript::Paragraph).to_h { |one| [one.id, one] }
          due = members.select { |node, ids| differs?(ids, paragraphs) }.keys
          due |= members.keys.select { |node| continuing?(node) } if due.any? || fresh?(paragraphs)
          @kit.leave_room(rooms(members.except(*due), paragraphs))
          @kit.relist(members.slice(*due).values.flatten.select { |id| @lists.adds?(@old.ref(@before.paragraph(id))&.list) })
          due.each { |node| take_apart(node) }
        end

        # @param now [Hash{Container=>Array}]
        # @return [void]
        def wrap(now)
          seen = {}
          @rows = now
          now.each { |place, row| wrap_row(row, seen) unless place.cell? }
          headings
        end

        private

        def listed?(node) = node.is_a?(Nokogiri::XML::Element) && StoryWriter::LISTED.include?(Names.of(node))

        # @return [Hash{Nokogiri::XML::Element=>Array<Integer>}] outermost lists, with the paragraphs in them
        def members(before)
          found = {}.compare_by_identity
          before.each_value do |row|
            row.each do |block|
              node = block.is_a?(Manuscript::Paragraph) ? @story.node(block.id) : @story.table(block.id)
              next unless node

              over = outermost(node)
              (found[over] ||= []) << block.id if over
            end
          end
          found
        end

        def outermost(node)
          over = nil
          while listed?(node.parent)
            over = node.parent
            node = over
          end
          over
        end

        def differs?(ids, paragraphs)
          return true if ids.any? { |id| id.is_a?(Integer) && (!paragraphs.key?(id) || differently?(paragraphs[id])) }
          return true unless ids.each_cons(2).all? { |one, other| @neighbours[one]&.last == other }

          [@neighbours[ids.first]&.first, @neighbours[ids.last]&.last].any? { |id| id.is_a?(Integer) && joins?(ids, paragraphs[id]) }
        end

        def differently?(paragraph)
          was = @before.paragraph(paragraph.id)
          one, other = @old.ref(was), @new.ref(paragraph)
          return true unless one == other && @old.list(one) == @new.list(other)
          return true if @old.wrapped?(was) != @new.wrapped?(paragraph)

          @lists.adds?(one&.list) && indent(@before, was) != indent(@now, paragraph)
        end

        # What a paragraph says of its indent, itself or by its style.
        def indent(manuscript, paragraph)
          style = manuscript.sheet.saying(paragraph.style, :indent_start)
          [paragraph.style, paragraph.properties.fetch(:indent_start) { style&.properties&.[](:indent_start) }]
        end

        # What stands beside a list and counts with it belongs to it, where it is in none so far.
        def joins?(ids, paragraph)
          return false unless paragraph && @new.wrapped?(paragraph)

          node = @story.node(paragraph.id)
          (node.nil? || outermost(node).nil?) && @new.counter(paragraph) == @new.counter(@now.paragraph(ids.grep(Integer).first))
        end

        def continuing?(node) = Names.attribute(node, "text:continue-numbering") == "true"

        def fresh?(paragraphs)
          paragraphs.each_value.any? { |one|
            next unless @new.wrapped?(one)

            node = @story.node(one.id)
            node && outermost(node).nil? && !@old.wrapped?(@before.paragraph(one.id))
          }
        end

        # What the lists that stay add to the indents of their paragraphs.
        def rooms(members, paragraphs)
          members.values.flatten.grep(Integer).filter_map { |id|
            ref = paragraphs[id] && @new.ref(paragraphs[id])
            next unless ref&.list && @lists.adds?(ref.list)

            level = @now.lists[ref.list]&.levels&.[](ref.level)
            [id, level.properties[:indent_start]] if level&.properties&.key?(:indent_start)
          }.to_h
        end

        def take_apart(node)
          name = Names.attribute(node, "xml:id")
          counter = @trace.counter_of(node)
          @ids[counter] ||= name if name && counter
          @kit.automatic.leave(style_name(node))
          blocks(node) { |block| node.add_previous_sibling(block) }
          node.xpath(".//text()").each { |words| node.add_previous_sibling(words) unless words.blank? } # where none should be
          node.unlink
        end

        def blocks(node, &block)
          Names.children(node).each { |child| listed?(child) ? blocks(child, &block) : block.call(child) }
        end

        def wrap_row(row, seen)
          group = nil
          row.each do |block|
            node = block.is_a?(Manuscript::Paragraph) ? @story.node(block.id) : @story.table(block.id)
            cells_of(block).each { |inner| wrap_row(inner, seen) } if block.is_a?(Manuscript::Table)
            next group = nil unless node && block.is_a?(Manuscript::Paragraph)

            over = outermost(node)
            if over && !group&.node.equal?(over)
              group = nil
              seen[@new.counter(block)] = over if @new.counter(block)
            elsif @new.wrapped?(block)
              group = group_for(group, block, node, seen)
              put(group, block, node)
            else
              group = nil
            end
          end
        end

        # In the order of the text, so that who counts on comes after whom it counts on from.
        def cells_of(table)
          table.rows.each_with_index.flat_map { |row, index|
            row.cells.each_index.filter_map { |place| @rows[Manuscript::Container.cell(table.id, index, place)] }
          }
        end

        def group_for(group, paragraph, node, seen)
          counter = @new.counter(paragraph)
          style = style_of(paragraph)
          if group && group.counter == counter && group.node.next_element.equal?(node) &&
              (@new.ref(paragraph).level.positive? || style_name(group.node) == style)
            return group
          end

          list = @nodes.loose("text:list", "text:style-name" => style)
          continue(list, counter, seen)
          node.add_previous_sibling(list)
          seen[counter] = list
          Group.new(counter, list, [list])
        end

        # One that counts on from another says from which.
        def continue(list, counter, seen)
          if seen[counter]
            @nodes.put(list, "text:continue-list", name_of(seen[counter]))
          elsif @ids[counter]
            @nodes.put(list, "xml:id", @ids.delete(counter))
          end
        end

        def name_of(list)
          Names.attribute(list, "xml:id") || StyleNames.free("list1", taken).tap { |name|
            taken << name
            @nodes.put(list, "xml:id", name)
          }
        end

        def taken = @taken ||= @nodes.root.document.xpath("//@xml:id").to_set(&:value)

        def style_of(paragraph) = @styles.name(@new.list(@new.ref(paragraph), base: @lists))

        # At its level, in an item of its own where it has a label, else below the one before it.
        def put(group, paragraph, node)
          level = @new.ref(paragraph).level
          open = group.open
          open.pop while open.size > level + 1
          open.pop if open.size == level + 1 && level.positive? && style_name(open.last) != nested_style(group, paragraph)
          deeper(group, paragraph) while open.size < level + 1
          labelled?(paragraph) ? item(open.last, paragraph).add_child(node) : last_item(open.last, "text:list-header").add_child(node)
        end

        def style_name(list) = Names.attribute(list, "text:style-name")

        def deeper(group, paragraph)
          holder = last_item(group.open.last, "text:list-item")
          style = nested_style(group, paragraph)
          group.open << @nodes.make(holder, "text:list", {"text:style-name" => style}.compact)
        end

        # Lists in lists say a style only where it is another one.
        def nested_style(group, paragraph)
          style = style_of(paragraph)
          style unless style == style_name(group.node)
        end

        def last_item(list, otherwise) = list.element_children.last || @nodes.make(list, otherwise)

        def item(list, paragraph)
          made = @nodes.make(list, "text:list-item")
          ref = @new.ref(paragraph)
          start = @now.lists[ref.list].starts[ref.level]
          if start && !@begun&.include?(ref.list)
            (@begun ||= Set.new) << ref.list
            @nodes.put(made, "text:start-value", start)
          end
          made
        end

        def labelled?(paragraph) = !@lists.unlabelled?(@new.ref(paragraph).list)

        # Headings that the outline counts stand in no list; those that it does not count say so.
        def headings
          (@now.paragraphs + @now.note_paragraphs).each do |paragraph|
            node = @story.node(paragraph.id)
            heading(node, paragraph) if node && Names.of(node) == "text:h" && !outermost(node)
          end
        end

        def heading(node, paragraph)
          ref = @new.ref(paragraph)
          level = Kit.level(@now, paragraph) or return
          counts = @new.outline.levels.key?(level - 1)
          put = ->(name, value) { @nodes.put(node, name, value) unless Names.attribute(node, name).to_s == value.to_s }
          put["text:is-list-header", (counts && ref&.list.nil?) ? "true" : nil]
          start = ref&.list && @new.outline.counts?(ref) && @now.lists[ref.list].starts[ref.level]
          start = nil if start && @begun&.include?(ref.list)
          (@begun ||= Set.new) << ref.list if start
          put["text:restart-numbering", start ? "true" : nil]
          put["text:start-value", start || nil]
        end
      end

      # Which list numbers the headings of a manuscript, and what its levels are.
      class Outline
        # @return [Hash{Integer=>Manuscript::ListLevel}]
        attr_reader :levels

        # @return [Manuscript::List, nil]
        attr_reader :list

        # @param manuscript [Manuscript]
        def initialize(manuscript)
          @lists = manuscript.lists
          @list = @lists[most(manuscript)]
          @levels = @list ? @list.levels.reject { |_, level| level.format == "none" && level.text.empty? } : {}
        end

        # @param ref [Properties::NumberRef]
        # @return [Boolean] whether it counts by the outline
        def counts?(ref)
          list = @list && @lists[ref.list] or return false
          list == @list || (list.counter == @list.counter && list.counter && list.levels == @list.levels)
        end

        private

        # The one that most styles of headings name.
        def most(manuscript)
          sheet = manuscript.sheet
          named = sheet.of_kind(:paragraph).filter_map { |style|
            level = sheet.level_of(style) or next
            ref = SheetNames.under(sheet, style.id, :numbering)
            ref.list if ref&.list && ref.level == level - 1 && manuscript.lists.key?(ref.list)
          }
          named.include?(Lists::OUTLINE) ? Lists::OUTLINE : named.tally.max_by(&:last)&.first
        end
      end

      # Where the paragraphs of a manuscript stand in its lists.
      class Places
        # @return [Outline]
        attr_reader :outline

        # @param manuscript [Manuscript]
        def initialize(manuscript)
          @manuscript = manuscript
          @cascade = Cascade.new(manuscript)
          @outline = Outline.new(manuscript)
          @refs = {}
        end

        # @param paragraph [Manuscript::Paragraph]
        # @return [Properties::NumberRef, nil]
        def ref(paragraph)
          return if paragraph.nil?

          @refs.fetch(paragraph.id) { @refs[paragraph.id] = @cascade.numbering(paragraph) }
        end

        # @param base [Lists, nil] where what only stands below items is to be that of its items
        # @return [Manuscript::List, nil]
        def list(ref, base: nil)
          id = ref&.list
          id = base.base_of(id) if base&.unlabelled?(id)
          @manuscript.lists[id]
        end

        # @return [Boolean] whether it stands in a list, and not in the outline alone
        def wrapped?(paragraph)
          ref = ref(paragraph) or return false
          return false unless @manuscript.lists[ref.list]

          level = Kit.level(@manuscript, paragraph)
          !(level && level == ref.level + 1 && @outline.counts?(ref))
        end

        # @return [String, nil] what it counts by
        def counter(paragraph)
          ref = ref(paragraph) or return
          return unless wrapped?(paragraph)

          list = @manuscript.lists[ref.list.to_s.delete_suffix(Lists::BELOW)] || @manuscript.lists[ref.list]
          list.counter || list.id
        end
      end
    end
  end
end
