# frozen_string_literal: true

require_relative "../block_order"
require_relative "paragraph_content"
require_relative "words"
require_relative "field_writer"
require_relative "fresh_blocks"

module Norvel
  module Formats
    module Odt
      # Patches the stories of a part: touched paragraphs, paragraphs that came, went or moved. A paragraph whose text or whose words’
      # formatting changed is put together anew from its own nodes; spans say what is so then, everything else around words stays.
      class StoryWriter
        include BlockOrder

        # Marks between words; those of a paragraph that goes move to its neighbour.
        MARKS = %w[text:bookmark text:bookmark-start text:bookmark-end text:reference-mark text:reference-mark-start text:reference-mark-end
          text:change text:change-start text:change-end office:annotation office:annotation-end text:toc-mark text:user-index-mark
          text:alphabetical-index-mark].freeze
        LISTED = %w[text:list text:list-item text:list-header text:numbered-paragraph].freeze

        SHELL = 2 # how a node is copied without what stands in it

        NOTE_GAP = Manuscript::Run.new(text: " ", generated: true)
        private_constant :NOTE_GAP

        # A span that is to be around words.
        Span = Struct.new(:style)

        # @param kit [Kit] of the part @param trace [Trace] @param before [Manuscript] as read @param now [Manuscript]
        # @param links [Hash{Array(Integer, Integer)=>String}] by paragraph and place of a new run where it leads
        # @param pictures [#call, nil] given what refers to a picture that is new, the name of its member
        def initialize(kit, trace, before, now, links: {}, pictures: nil)
          @targets = links
          @fresh = FreshBlocks.new(kit, now, pictures)
          @tables = {}
          @kit = kit
          @nodes, @automatic = kit.nodes, kit.automatic
          @trace = trace
          @before = before
          @now = now
          @paragraphs = trace.paragraphs.transform_values(&:node)
          @words = Words.new(@nodes)
          @fields = FieldWriter.new(@nodes)
          @shells = {}.compare_by_identity
          @links = {}
        end

        # @return [Nokogiri::XML::Element, nil] of a paragraph
        def node(id) = @paragraphs[id]

        # @param before [Hash{Container=>Array}] the containers of this part as read @param now [Hash{Container=>Array}]
        # @param lists [ListWriter, nil]
        # @yield when every paragraph stands where it should, and in no list yet that is others than before
        # @return [void]
        def patch(before, now, lists: nil)
          old, new = [before, now].map { |stories| paragraphs_of(stories) }
          gone = old.keys - new.keys
          lists&.lift(before, now)
          now.values.flatten(1).grep(Manuscript::Table).each { |one| @tables[one.id] = @fresh.table(one) unless @trace.tables[one.id] }
          texts(old, new, gone)
          new.each { |id, paragraph| dress(@paragraphs[id], old[id], paragraph) if dressed_otherwise?(old[id], paragraph) }
          (before.keys | now.keys).each { |key| put_in_order(*[before, now].map { |stories| stories.fetch(key, []).map(&:id) }) }
          gone.each { |id| remove(@paragraphs[id]) if @paragraphs[id] }
          @fresh.holders.each { |place, node| now.fetch(place, []).each { |block| node.add_child(block_node(block.id)) } }
          yield if block_given?
          lists&.wrap(now)
        end

        # @return [Nokogiri::XML::Element, nil] of a table
        def table(id) = @trace.tables[id] || @tables[id]

        private

        def paragraphs_of(stories)
          stories.values.flatten(1).grep(Manuscript::Paragraph).select { |one| @paragraphs[one.id] || one.id >= Manuscript::NEW_IDS }
            .to_h { |paragraph| [paragraph.id, paragraph] }
        end

        def texts(old, new, gone)
          recut = new.values.reject { |one| old[one.id] && (old[one.id].equal?(one) || old[one.id].runs == one.runs) }
          givers = recut.flat_map { |paragraph| paragraph.runs.filter_map(&:home) }.uniq
          recut |= givers.filter_map { |id| new[id] }
          contents = contents_for(recut, old, new, gone)
          composed = recut.to_h { |paragraph| [paragraph.id, compose(paragraph, contents)] }
          contents.each { |id, content| composed[id]&.concat(content.rest.map { |leaf| silent(leaf) }) unless gone.include?(id) }
          (new.keys - @paragraphs.keys).each { |id| @paragraphs[id] = @nodes.loose("text:p") }
          composed.each { |id, items| fill(@paragraphs[id], @words.settled(items)) }
        end

        def contents_for(recut, old, new, gone)
          used = new.values.flat_map { |paragraph| paragraph.runs.filter_map { |run| [run.home || paragraph.id, run] if run.origin } }
            .group_by(&:first).transform_values { |pairs| pairs.map(&:last) }
          homes = recut.map(&:id) | recut.flat_map { |paragraph| paragraph.runs.filter_map(&:home) } | (gone & used.keys)
          homes.select { |id| old[id] }.to_h { |id| [id, ParagraphContent.new(@paragraphs[id], old[id], used[id] || [], @trace, @words)] }
        end

        # @return [Array<Words::Item>] what the paragraph holds now
        def compose(paragraph, contents)
          paragraph.runs.each_with_index.flat_map do |run, place|
            next fresh(run, paragraph, place) unless run.origin

            runs = {}.compare_by_identity
            contents.fetch(run.home || paragraph.id).take(run) { |was, leaf|
              runs[leaf] = run
              patch_node(leaf, was, run)
              leaf.wrappers = wrappers(leaf.wrappers, run) unless same_look?(was, run)
            }.map { |leaf| runs[leaf] ? item(leaf, runs[leaf]) : silent(leaf) }
          end
        end

        def same_look?(was, run) = was.properties == run.properties && was.style == run.style && was.within == run.within

        def item(leaf, run)
          kind = if stretch?(leaf.node) then run.text.empty? ? :silent : :stretch
          elsif run.text.empty? && run.field.nil? then :silent
          else :literal
          end
          Words::Item.new(leaf.node, leaf.wrappers, run.text, kind)
        end

        def stretch?(nodes) = nodes.all? { |node| !node.element? || Walk::CHARACTERS.include?(Names.of(node)) }

        def silent(leaf) = Words::Item.new(leaf.node, leaf.wrappers, nil, :silent)

        # Words that come from no file.
        def fresh(run, paragraph, place)
          return [] if run.field == :own_number || note_gap?(run)

          around = [*link(run, paragraph, place), *spans(run, {})]
          field = @fields.node(run, listed: @now.listed.include?(paragraph.id))
          return [Words::Item.new([field], around, run.text, :literal)] if field

          insets = run.insets.dup
          run.text.split(/(#{Manuscript::INSET_MARK})/o).reject(&:empty?).filter_map do |piece|
            next Words::Item.new(@words.nodes(piece), around, piece, :stretch) unless piece == Manuscript::INSET_MARK

            node = insets.first && @fresh.inset(insets.shift)
            Words::Item.new([node], around, piece, :literal) if node
          end
        end

        # The number of a note and the gap behind it are in no file.
        def note_gap?(run) = run == NOTE_GAP

        # A line of contents leads to its heading.
        def link(run, paragraph, place)
          return [] unless run.link

          to = paragraph.runs.filter_map { |one| one.refers&.to if one.refers&.what == :folio }.first
          target = @targets[[paragraph.id, place]] || (to && "##{to}") or return []
          [@links[[paragraph.id, target]] ||= @nodes.loose("text:a", "xlink:type" => "simple", "xlink:href" => target)]
        end

        # Spans go for new ones; what they say that is no property stays, in the innermost.
        def wrappers(around, run)
          names = around.select { |node| span?(node) }.map { |node| Names.attribute(node, "text:style-name") }
          names.each { |name| @automatic.leave(name) }
          rest = names.map { |name| @automatic.besides(name) }.reduce({}, :merge)
          around.reject { |node| span?(node) }.map { |node| unstyled(node) } + spans(run, rest)
        end

        def span?(node) = node.is_a?(Nokogiri::XML::Element) && Names.of(node) == "text:span"

        # A link that had a style of its own says it with its words.
        def unstyled(node)
          return node unless Names.of(node) == "text:a" && Names.attribute(node, "text:style-name")

          @unstyled ||= {}.compare_by_identity
          @unstyled[node] ||= @nodes.copy(node, SHELL).tap { |copy| @nodes.put(copy, "text:style-name", nil) }
        end

        def spans(run, rest)
          named = run.style && @kit.names.of(run.style)
          words = @automatic.of_words(named, run.properties, rest)
          [*run.within.map { |style| @kit.names.of(style) }, words].compact.map { |name| Span.new(name) }
        end

        # Its result, and what an image shows.
        def patch_node(leaf, was, run)
          if run.refers && run.generated && run.from.zero? && was.text != run.text
            stretch?(leaf.node) ? leaf.node = @words.nodes(run.text) : leaf.node.first.content = run.text
          end
          return if was.insets == run.insets

          was.insets.zip(run.insets).each { |one, other| describe(leaf.node.first, other.alt) if other && one.alt != other.alt }
        end

        # svg:desc of a frame (§10.3.18).
        def describe(frame, words)
          gone = words ? %w[svg:desc] : %w[svg:desc svg:title]
          Names.children(frame).each { |node| node.unlink if gone.include?(Names.of(node)) }
          @nodes.make(frame, "svg:desc").content = words if words
        end

        # Puts what a paragraph holds into it, each with what is around it.
        def fill(node, items)
          node.children.each(&:unlink)
          open = []
          items.each do |item|
            shared = open.zip(item.wrappers).take_while { |(wrapper, _), wanted| same_wrapper?(wrapper, wanted) }.size
            open = open.first(shared)
            item.wrappers.drop(shared).each { |wrapper| open << [wrapper, (open.last&.last || node).add_child(shell(wrapper))] }
            item.nodes.each { |inner| (open.last&.last || node).add_child(inner) }
          end
        end

        def same_wrapper?(one, other) = one.equal?(other) || (one.is_a?(Span) && one == other)

        # The node itself where it is needed once, else others like it.
        def shell(wrapper)
          return @nodes.loose("text:span", "text:style-name" => wrapper.style) if wrapper.is_a?(Span)
          return @nodes.copy(wrapper, SHELL) if @shells[wrapper]

          @shells[wrapper] = true
          wrapper.unlink
          wrapper.children.each(&:unlink)
          wrapper
        end

        def dressed_otherwise?(was, now) = was.nil? || was.style != now.style || was.properties != now.properties || @kit.restyled?(now) ||
          (@before.sheet != @now.sheet && Kit.level(@before, was) != Kit.level(@now, now))

        # Its style, what is by hand, and whether it is a heading.
        def dress(node, was, now)
          node = settle_kind(node, was, now)
          own = @kit.own(Styles::PARAGRAPH, Names.attribute(node, "text:style-name"))
          said = own.style || @before.sheet.default_id
          wanted = @kit.by_hand(now, @trace.paragraphs[now.id]&.broken_by)
          before = own.node && (@automatic.node(Styles::PARAGRAPH, Names.attribute(node, "text:style-name")) ? own.set : {})
          return if was && said == now.style && before == wanted

          before = (before || {}).to_h { |name, value| [name, (name == :tabs) ? nil : value] } # said with all that are inherited
          @automatic.dress(node, Styles::PARAGRAPH, @kit.names.of(now.style), before, wanted) { |name|
            SheetNames.under(@now.sheet, now.style, name)
          }
        end

        # Headings are text:h with their level (§5.1.2).
        def settle_kind(node, was, now)
          level = Kit.level(@now, now)
          return node if was && Kit.level(@before, was) == level && was.style == now.style

          wanted = level ? "text:h" : "text:p"
          node.node_name = wanted.split(":").last unless Names.of(node) == wanted
          @nodes.put(node, "text:outline-level", level)
          %w[text:restart-numbering text:start-value text:is-list-header].each { |said| @nodes.put(node, said, nil) } unless level
          node
        end

        def block_node(id) = id.is_a?(String) ? table(id) : @paragraphs[id]

        def begins_anew?(before, id)
          before.is_a?(Integer) && @now.paragraph(before)&.ends_section? && !listed_with?(block_node(before), id)
        end

        # What is made of the manuscript’s own parts holds nothing else.
        def beside(node, id)
          index = node.ancestors.find { |over| over.element? && StoryReader::INDEXES.include?(Names.of(over)) }
          return standing(node) unless index && !listed_with?(node, id)

          standing(index)
        end

        def listed_with?(node, id)
          @now.contents.any? { |list|
            from, at, to = [list.first, id, list.last].map { |one| @now.index_of(one) if one.is_a?(Integer) }
            from && at && to && at.between?(from, to) && @now.paragraphs[from..to].any? { |one| @paragraphs[one.id].equal?(node) }
          }
        end

        # Items stand in their lists: whoever comes after one that stays as it is comes after the list.
        def standing(node)
          node = node.parent while node.parent.is_a?(Nokogiri::XML::Element) && LISTED.include?(Names.of(node.parent))
          node
        end

        def remove(node)
          kept = marks(node)
          heir = [node.next_element, node.previous_element].compact.find { |other| Walk::PARAGRAPHS.include?(Names.of(other)) }
          if heir && heir == node.next_element
            kept.reverse_each { |mark| heir.prepend_child(mark) }
          elsif heir
            kept.each { |mark| heir.add_child(mark) }
          end
          holder = node.parent
          node.unlink
          empty_lists(holder)
        end

        def marks(node)
          node.xpath(".//*").select { |one|
            MARKS.include?(Names.of(one)) && one.ancestors.take_while { |over| over != node }.none? { |over| Names.of(over) == "text:note" }
          }
        end

        def empty_lists(holder)
          while holder.is_a?(Nokogiri::XML::Element) && LISTED.include?(Names.of(holder)) && holder.element_children.empty?
            over = holder.parent
            holder.unlink
            holder = over
          end
        end
      end
    end
  end
end
