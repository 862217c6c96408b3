# frozen_string_literal: true

require_relative "layout_writer"

module Norvel
  module Formats
    module Odt
      # Parts of a manuscript as master pages (ISO/IEC 26300, part 3, §16.9): one whose parts all changed alike is patched, else another is
      # made like it; the paragraph that a part begins with says which one it begins.
      class PagesWriter
        # What a master page holds, in its order.
        ORDER = %w[style:header style:header-left style:header-first style:footer style:footer-left style:footer-first].freeze
        ELEMENTS = {headers: "style:header", footers: "style:footer"}.freeze
        ENDINGS = Pages::KINDS.invert.freeze

        # How the pages of a part are to be.
        Wanted = Value.define(:page, :begins, :format, :columns, :gap, :widths, :headers, :footers, :first_differs)

        # @param kit [Kit] of the part with the common styles @param trace [Trace] @param before [Manuscript] @param now [Manuscript]
        # @param pictures [#call, nil] as StoryWriter takes it
        def initialize(kit, trace, before, now, pictures: nil)
          @pictures = pictures
          @kit = kit
          @nodes = kit.nodes
          @trace = trace
          @before = before
          @now = now
          @layouts = LayoutWriter.new(kit, now.settings)
          @made = {}
        end

        # @return [Array<String, nil>] by part the master page that it begins with
        def write
          return @now.sections.each_index.map { |index| @trace.masters[index] } if settled?

          @sharing = @now.sections.group_by { |section| @trace.masters[section.origin] }
          # Copies are made before what they are made of is patched.
          names = {}
          own = @now.sections.each_with_index.reject { |section, _| section.begins == :here }
          staying, others = own.partition { |section, _| at_home?(section) }
          (others + staying).each { |section, index| names[index] = name_for(section) }
          @now.sections.each_index.map { |index| names[index] }
        end

        # @return [Boolean] whether a part begins where the following page of another would, and nothing says so
        def implied?(index)
          section = @now.sections[index]
          section.origin == index && section.begins == @before.sections[index]&.begins && @trace.implied?(index) &&
            @now.sections.first(index + 1).map(&:origin) == (0..index).to_a && wanted(section) == wanted(@before.sections[index])
        end

        private

        def settled?
          bare = ->(section) { section.with(last: nil, folio: section.folio.with(start: nil)) }
          @now.settings.mirrored == @before.settings.mirrored && @now.settings.even_differs == @before.settings.even_differs &&
            @now.sections.map(&bare) == @before.sections.map(&bare)
        end

        def wanted(section)
          Wanted.new(page: section.page, begins: section.begins, format: section.folio.format, columns: section.columns,
            gap: section.column_gap, widths: section.column_widths, headers: section.headers, footers: section.footers,
            first_differs: section.first_differs)
        end

        def name_for(section)
          base = @trace.masters[section.origin]
          was = section.origin && @before.sections[section.origin]
          wish = wanted(section)
          # A file may have no master page at all, as long as no part has to name one.
          return base if was && wish == wanted(was) && same_settings? && (base || @now.sections.one?)

          @made[[base, wish]] ||= begin
            master = at_home?(section) ? node(base) : another(base)
            dress(master, wish, was)
            first_of(master, wish)
          end
        end

        # @return [Boolean] whether its master page is patched in its place: no part keeps it as it was, and no other one is first
        def at_home?(section)
          base = @trace.masters[section.origin]
          return false unless simple?(base)

          wishes = @sharing[base].reject { |other| other.begins == :here }
            .map { |other| [wanted(other), wanted(@before.sections[other.origin])] }
          (!same_settings? || wishes.none? { |one, was| one == was }) && wanted(section) == wishes.first.first
        end

        def same_settings?
          @now.settings.mirrored == @before.settings.mirrored && @now.settings.even_differs == @before.settings.even_differs
        end

        def holder = @holder ||= @nodes.child(@nodes.root, "office:master-styles", Faces::ORDER)

        def node(name) = Names.children(holder, "style:master-page").reverse.find { |one| said(one, "style:name") == name }

        def said(node, name) = Names.attribute(node, name)

        # @return [Boolean] whether no other master page follows it
        def simple?(name)
          master = node(name)
          master && [nil, "", name].include?(said(master, "style:next-style-name"))
        end

        # One like it, in which the first page stands that another one was.
        def another(base)
          from = node(base)
          following = from && node(said(from, "style:next-style-name"))
          shown = following || from
          made = shown ? copy(shown) : @nodes.loose("style:master-page")
          name_anew(made, base || "Page")
          first_pages(made, from) if following
          holder.add_child(made)
        end

        def copy(node) = @nodes.copy(node).tap { |made| @trace.copied(node, made) }

        def name_anew(node, like)
          taken = Names.children(holder, "style:master-page").map { |one| said(one, "style:name") }
          @nodes.put(node, "style:name", StyleNames.free("#{like}-2", taken))
          %w[style:display-name style:next-style-name].each { |name| @nodes.put(node, name, nil) }
        end

        def first_pages(made, from)
          ELEMENTS.each_value do |element|
            story = Names.child(from, element)
            first = @nodes.loose("#{element}-first")
            Names.child(made, "#{element}-first")&.unlink
            story&.children&.each { |inner| first.add_child(inner.element? ? copy(inner) : inner.dup) }
            @nodes.insert(made, first, ORDER)
          end
        end

        def dress(master, wish, was)
          ELEMENTS.each_key do |side|
            stories = wish.public_send(side)
            (Pages::KINDS.values | stories.keys).each { |kind| story(master, side, kind, stories[kind], wish) }
          end
          shown = ELEMENTS.keys.to_h { |side| [side, wish.public_send(side).any? { |kind, _| shown?(kind, wish) }] }
          @layouts.dress(master, wish, was && wanted(was), shown)
        end

        def shown?(kind, wish)
          case kind
          when :first then wish.first_differs
          when :even then @now.settings.even_differs
          else true
          end
        end

        # A header or footer: as it is where nothing of it changed; what is not shown so far is only not shown.
        def story(master, side, kind, blocks, wish)
          name = "#{ELEMENTS[side]}#{ENDINGS[kind]}"
          present = Names.child(master, name)
          return hide(present) unless blocks && shown?(kind, wish)

          @nodes.put(present, "style:display", nil) if present && said(present, "style:display") == "false"
          fill(present || @nodes.insert(master, @nodes.loose(name), ORDER), blocks)
        end

        def hide(story) = story && @nodes.put(story, "style:display", "false")

        def fill(holder, blocks)
          known = Manuscript.paragraphs_of([blocks]).filter_map { |one| @before.paragraph(one.id) if @trace.paragraphs.key?(one.id) }
          return if blocks.any? && known == blocks && standing_in?(holder, known)

          local = @trace.for(blocks.map(&:id)) { |node| within?(holder, node) ? node : copied_into(holder, node) }
          before = blocks.filter_map { |block| block.is_a?(Manuscript::Table) ? block : @before.paragraph(block.id) }
            .select { |block| local.paragraphs.key?(block.id) || local.tables.key?(block.id) }
          others = Names.children(holder) - before.map { |block| local.node_of(block.id) }
          others.each(&:unlink)
          writer = StoryWriter.new(@kit, local, @before, @now, pictures: @pictures)
          now = blocks.map { |block| at_home(block, local) }
          writer.patch(*[before, now].map { |row| Patching.containers(Manuscript::MARGIN, row, @now) })
          blocks.each { |block| node = writer.node(block.id) || writer.table(block.id) and node.parent || holder.add_child(node) }
        end

        def within?(holder, node) = node.ancestors.any? { |over| over == holder }

        def standing_in?(holder, known) = known.all? { |one| within?(holder, @trace.paragraphs[one.id].node) }

        def copied_into(holder, node) = holder.add_child(copy(node))

        # Words that came from a paragraph that is none of these are written anew.
        def at_home(block, local)
          return block unless block.is_a?(Manuscript::Paragraph)

          own = local.paragraphs.key?(block.id)
          block.with(runs: block.runs.map { |run| (own && run.home.nil?) ? run : run.with(origin: nil, home: nil, from: 0) })
        end

        # What stands on first pages alone stands on its own pages then, and on those that follow not at all.
        def on_first(first, master)
          ELEMENTS.each_value do |element|
            Names.child(first, element)&.unlink
            own = Names.child(first, "#{element}-first")
            own.node_name = own.node_name.delete_suffix("-first") if own && said(own, "style:display") != "false"
            @nodes.insert(first, own.unlink, ORDER) if own
            Names.child(master, "#{element}-first")&.unlink
          end
        end

        # A part that begins on a recto or verso begins with a master page for such pages alone, which the other one follows.
        def first_of(master, wish)
          name = said(master, "style:name")
          usage = {recto: "right", verso: "left"}[wish.begins] or return name
          first = copy(master)
          name_anew(first, "#{name}-first")
          @nodes.put(first, "style:next-style-name", name)
          holder.add_child(first)
          on_first(first, master) if wish.first_differs
          @layouts.alone(first, usage)
          said(first, "style:name")
        end
      end
    end
  end
end
