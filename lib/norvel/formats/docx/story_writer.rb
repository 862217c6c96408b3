# frozen_string_literal: true

require_relative "../block_order"
require_relative "paragraph_content"
require_relative "field_parts"

module Norvel
  module Formats
    module Docx
      # Patches one story of a part (the body, the notes): touched paragraphs and runs, paragraphs that came, went or moved.
      # Where only formatting changed, only property elements are; where the text was cut, joined or written, the paragraph's
      # own nodes are put in their new order and what is new is written between them.
      class StoryWriter
        include BlockOrder

        # Markers that lie between words; those of a paragraph that goes move to its neighbour.
        MARKERS = %w[bookmarkStart bookmarkEnd commentRangeStart commentRangeEnd permStart permEnd].freeze
        KEPT_APART = %w[sectPr pPrChange].freeze # of a paragraph's properties, what a part of it does not take along

        # @param nodes [Array<Nokogiri::XML::Element>] the w:p of the part, in order @param base [Integer] number of the first
        # @param default_style [String] id of the style of paragraphs that name none
        # @param fresh [FreshBlocks, nil] what makes tables, notes and pictures that are new
        def initialize(nodes, base, spelling, default_style:, fresh: nil)
          @fresh = fresh
          @tables = {}
          @nodes = nodes.each_with_index.to_h { |node, index| [base + index, node] }
          @spelling = spelling
          @default_style = default_style
        end

        # @param run [Manuscript::Run]
        # @return [Nokogiri::XML::Element] a new w:r with its text, in nothing yet
        def plain(run) = plain_run(run)

        # @return [Nokogiri::XML::Element, nil] the w:p of a paragraph
        def node(id) = @nodes[id]

        # @param before [Hash{Container=>Array}] the containers of this story as read (Manuscript.containers_in)
        # @param now [Hash{Container=>Array}] as they are now
        # @return [void]
        def patch(before, now)
          containers = before.keys | now.keys
          old, new = [before, now].map { |stories| paragraphs_of(stories) }
          gone = old.keys - new.keys
          recut = recut_paragraphs(old, new)
          drop_fields(recut, old, new)
          contents = contents_for(recut, old, new, gone)
          composed = recut.to_h { |paragraph| [paragraph.id, compose(paragraph, contents)] }
          give_rests(contents, composed, gone)
          (new.keys - @nodes.keys).each { |id| @nodes[id] = make_paragraph(new[id], contents) }
          new.each { |id, paragraph| patch_properties(@nodes[id], old[id], paragraph) unless old[id] == paragraph || old[id].nil? }
          composed.each { |id, leaves| fill(@nodes[id], leaves) }
          new.each do |id, paragraph|
            patch_runs(@nodes[id], old[id], paragraph) if old[id] && !composed.key?(id) && old[id].runs != paragraph.runs
          end
          now.values.flatten(1).grep(Manuscript::Table).each { |table| @tables[table.id] = @fresh.table(table) } if @fresh
          containers.each { |key| put_in_order(*[before, now].map { |stories| stories.fetch(key, []).map(&:id) }) }
          gone.each { |id| remove(@nodes[id]) if @nodes[id] }
          @fresh&.holders&.each { |place, node| now.fetch(place, []).each { |block| node.add_child(block_node(block.id)) } }
        end

        private

        def paragraphs_of(stories)
          stories.values.flatten(1).select { |block|
            block.is_a?(Manuscript::Paragraph) && (@nodes[block.id] || block.id >= Manuscript::NEW_IDS)
          }.to_h { |paragraph| [paragraph.id, paragraph] }
        end

        # Those whose text is cut otherwise than in the source, those that give runs to others, and the new ones.
        def recut_paragraphs(old, new)
          shape = ->(paragraph) { paragraph.runs.map { |run| [run.origin, run.home, run.from, (run.text.length unless refreshed?(run))] } }
          recut = new.values.reject do |paragraph|
            old[paragraph.id] && (old[paragraph.id].equal?(paragraph) || shape[old[paragraph.id]] == shape[paragraph])
          end
          givers = recut.flat_map { |paragraph| paragraph.runs.filter_map(&:home) }.uniq
          recut | givers.filter_map { |id| new[id] }
        end

        # A folio or the like that is no more takes its field along.
        def drop_fields(recut, old, new)
          used = new.values.flat_map { |paragraph| paragraph.runs.map { |run| [run.home || paragraph.id, run.origin] } }.to_set
          homes = recut.flat_map { |paragraph| [paragraph.id, *paragraph.runs.filter_map(&:home)] }.uniq
          old.values_at(*homes).compact.each do |was|
            gone = was.runs.select { |run| run.field && run.field != :own_number && run.origin && !used.include?([was.id, run.origin]) }
            gone.each { |run| FieldParts.take_out(@nodes[was.id], run.origin) }
          end
        end

        # What a field works out may come to another text in its own run.
        def refreshed?(run) = run.refers && run.generated && run.from.zero?

        def contents_for(recut, old, new, gone)
          used = new.values.flat_map { |paragraph| paragraph.runs.filter_map { |run| [run.home || paragraph.id, run] if run.origin } }
            .group_by(&:first).transform_values { |pairs| pairs.map(&:last) }
          homes = recut.map(&:id) | recut.flat_map { |paragraph| paragraph.runs.filter_map(&:home) } | (gone & used.keys)
          homes.select { |id| old[id] }.to_h { |id| [id, ParagraphContent.new(@nodes[id], old[id], used[id] || [])] }
        end

        # @return [Array<ParagraphContent::Leaf>] what the paragraph holds now
        def compose(paragraph, contents)
          paragraph.runs.each_with_index.flat_map do |run, place|
            next [ParagraphContent::Leaf.new(fresh_run(run), [@fresh&.link(paragraph.id, place)].compact, nil)] unless run.origin

            contents.fetch(run.home || paragraph.id).take(run) { |was, leaf| patch_result(leaf.node, was, run) }
          end
        end

        # What a paragraph had besides its text stays with it, or goes to the neighbour when it went without leaving a word.
        def give_rests(contents, composed, gone)
          contents.each do |id, content|
            next if gone.include?(id)

            (composed[id] ||= []).concat(content.rest)
          end
        end

        # What the layout works out is written as a field (§17.16.19), with what it shows now.
        FIELDS = {page: "PAGE", pages: "NUMPAGES", part_pages: "SECTIONPAGES", title: "TITLE", author: "AUTHOR", date: "SAVEDATE"}.freeze

        # @return [String, nil] the instruction of the field that a run is the result of
        def instruction(run)
          return FIELDS[run.field] if FIELDS.key?(run.field)
          return %(STYLEREF #{run.by.to_s.match?(/\A\d\z/) ? run.by : %("#{run.by}")}) if run.field == :chapter
          return %(QUOTE "#{run.refers.to.delete('"\\')}") if run.refers&.what == :quote
          return unless run.refers&.what == :count

          %(SEQ #{run.refers.to} \\* ARABIC#{" \\s #{run.refers.resets}" if run.refers.resets})
        end

        def fresh_run(run)
          return @fresh.own_number if run.field == :own_number && @fresh

          code = instruction(run) or return plain_run(run)
          field = @spelling.codecs.loose(@nodes.each_value.first, "fldSimple")
          @spelling.codecs.put(field, "instr", code)
          field.add_child(plain_run(run.text.empty? ? run.with(text: "1") : run))
          field
        end

        def plain_run(run)
          node = @spelling.codecs.loose(@nodes.each_value.first, "r")
          patch_run(node, Manuscript::Run.new, run) unless run.properties.empty? && run.style.nil?
          insets = run.insets.dup
          run.text.split(/([\t\n\f\u{FFFC}])/).each do |piece|
            case piece
            when "" then next
            when "\t" then @spelling.codecs.make(node, "tab")
            when Manuscript::INSET_MARK then inset(node, insets.shift)
            when "\n" then @spelling.codecs.make(node, "br")
            when "\f" then @spelling.codecs.put(@spelling.codecs.make(node, "br"), "type", "page")
            else @spelling.codecs.make(node, "t").tap { |text| text["xml:space"] = "preserve" }.content = piece
            end
          end
          node
        end

        # The mark of a note stands raised.
        def inset(node, inset)
          made = inset && @fresh&.inset(inset) or return
          node.add_child(made)
          return unless inset.kind == :note

          properties = child(node, "rPr") || first_child(node, "rPr")
          @spelling.patch(properties, :text, {}, {raised: :superscript}) unless child(properties, "vertAlign")
        end

        def make_paragraph(paragraph, contents)
          node = @spelling.codecs.loose(@nodes.each_value.first, "p")
          home = paragraph.runs.filter_map(&:home).find { |id| contents.key?(id) }
          template = home && child(contents[home].node, "pPr")
          was = template ? contents[home].paragraph : Manuscript::Paragraph.new(id: paragraph.id, style: @default_style)
          if template
            copy = Patching.copy(template)
            copy.element_children.each { |part| part.unlink if KEPT_APART.include?(part.name) || drop_cap?(part) }
            node.add_child(copy)
          end
          patch_properties(node, was, paragraph, fresh: template.nil?)
          node
        end

        # A frame holds all parts of its paragraph, a drop cap is one letter.
        def drop_cap?(part) = part.name == "framePr" && !@spelling.codecs.attribute(part, "dropCap").nil?

        # Puts the leaves into the paragraph, each in its wrappers (links, controls) again.
        def fill(node, leaves)
          node.element_children.each { |part| part.unlink unless part.name == "pPr" }
          open = []
          leaves.each do |leaf|
            shared = open.zip(leaf.wrappers).take_while { |(wrapper, _), wanted| wrapper.equal?(wanted) }.size
            open = open.first(shared)
            leaf.wrappers.drop(shared).each do |wrapper|
              shell = (open.last&.last || node).add_child(shell_of(wrapper))
              open << [wrapper, shell]
            end
            (open.last&.last || node).add_child(leaf.node)
          end
        end

        def shell_of(wrapper)
          shell = Patching.copy(wrapper, 2)
          wrapper.element_children.each { |part| shell.add_child(Patching.copy(part)) if Walk::OWN.include?(part.name) }
          shell
        end

        def patch_properties(node, before, now, fresh: false)
          return if before.style == now.style && before.properties == now.properties && same_mark?(before, now) && !fresh

          properties = child(node, "pPr") || first_child(node, "pPr")
          if before.style != now.style || (fresh && now.style != @default_style)
            patch_reference(properties, "pStyle", :paragraph,
              now.style)
          end
          @spelling.patch(properties, :paragraph, before.properties, now.properties)
          patch_mark(properties, before, now) unless same_mark?(before, now)
          properties.unlink if properties.children.empty?
        end

        def same_mark?(before, now)
          before.mark_properties == now.mark_properties && before.mark_style == now.mark_style && before.run_in == now.run_in
        end

        def patch_mark(properties, before, now)
          mark = child(properties, "rPr") || @spelling.insert(properties, "rPr", :paragraph)
          patch_reference(mark, "rStyle", :text, now.mark_style) if before.mark_style != now.mark_style
          @spelling.patch(mark, :text, before.mark_properties, now.mark_properties)
          patch_run_in(mark, now.run_in) if before.run_in != now.run_in
          mark.unlink if mark.children.empty?
        end

        # An end that is always hidden joins the line of the next (ISO/IEC 29500-1 §17.3.2.36).
        def patch_run_in(mark, run_in)
          present = child(mark, "specVanish")
          run_in ? (present || @spelling.insert(mark, "specVanish", :text)) : present&.unlink
        end

        # Only formatting differs: the nodes stay as they are.
        def patch_runs(node, before, now)
          nodes = []
          Walk.runs(node) { |element, _| nodes << element }
          before.runs.zip(now.runs) { |was, run| patch_result(nodes[run.origin], was, run) }
        end

        # Its formatting, and another result of a field in the run that it has.
        def patch_result(node, was, run)
          patch_run(node, was, run) if was.properties != run.properties || was.style != run.style
          patch_alternatives(node, was, run) if was.insets != run.insets
          return unless refreshed?(run) && was.text != run.text

          node.element_children.each { |part| part.unlink if %w[t tab br cr noBreakHyphen softHyphen].include?(part.name) }
          @spelling.codecs.make(node, "t").tap { |made| made["xml:space"] = "preserve" }.content = run.text
        end

        PICTURES = %w[drawing pict object AlternateContent].freeze

        # What images are said to show (§20.4.2.5).
        def patch_alternatives(node, was, run)
          pictures = node.element_children.select { |part| PICTURES.include?(part.name) }
          pictured = ->(inset) { inset.kind == :image || inset.what || inset.kind == :object }
          was.insets.zip(run.insets).select { |one, _| pictured[one] }.zip(pictures) do |(one, other), picture|
            next if picture.nil? || other.nil? || one.alt == other.alt

            picture.xpath(".//*[local-name()='docPr']").each do |about|
              other.alt ? about["descr"] = other.alt : about.remove_attribute("descr")
            end
            picture.xpath(".//*[local-name()='shape' or local-name()='rect']").each do |shape|
              other.alt ? shape["alt"] = other.alt : shape.remove_attribute("alt")
            end
          end
        end

        def patch_run(node, before, now)
          properties = child(node, "rPr") || first_child(node, "rPr")
          patch_reference(properties, "rStyle", :text, now.style) if before.style != now.style
          @spelling.patch(properties, :text, before.properties, now.properties)
          properties.unlink if properties.children.empty?
        end

        def patch_reference(properties, name, target, id)
          reference = child(properties, name)
          return reference&.unlink if id.nil?

          @spelling.codecs.put(reference || @spelling.insert(properties, name, target), "val", id)
        end

        # Tables are named by their first paragraph and how deep they lie.
        def block_node(id)
          return @nodes[id] unless id.is_a?(String)
          return @tables[id] if @tables.key?(id)

          first, depth = id.delete_prefix("t").split(".").map(&:to_i)
          @nodes[first]&.ancestors("*")&.select { |parent| parent.name == "tbl" }&.reverse&.at(depth || 0)
        end

        def remove(node)
          keep = node.element_children.select { |part| MARKERS.include?(part.name) }
          heir = [node.next_element, node.previous_element].compact.find { |sibling| sibling.name == "p" }
          if heir && heir == node.next_element
            anchor = child(heir, "pPr")
            keep.reverse_each { |marker| anchor ? anchor.add_next_sibling(marker) : heir.prepend_child(marker) }
          else
            keep.each { |marker| heir ? heir.add_child(marker) : node.add_previous_sibling(marker) }
          end
          node.unlink
        end

        def first_child(node, name) = @spelling.codecs.make_first(node, name)

        def child(node, name) = Walk.child(node, name)
      end
    end
  end
end
