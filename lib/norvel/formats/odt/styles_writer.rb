# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Patches the common styles of a file (ISO/IEC 26300, part 3, §16.2): those that changed say what they say now, new ones are written,
      # those that went are taken out. What others work out of a style (percentages, tab stops) is said anew where it would come out
      # otherwise.
      class StylesWriter
        HOLDER = "office:styles"
        ROUNDS = 9 # as deep as percentages of percentages go

        # @param package [Package] whose part is patched @param nodes [Nodes] of it @param speller [Speller]
        # @param names [SheetNames] @param before [StyleSheet] as read @param now [StyleSheet]
        # @param lists [#name_of] given the id of a list, the name of its style
        def initialize(package, nodes, speller, names, before, now, lists)
          @package = package
          @nodes = nodes
          @speller = speller
          @names = names
          @before = before
          @now = now
          @lists = lists
        end

        # @return [void]
        def write
          patch_defaults unless @before.defaults == @now.defaults
          @now.styles.each { |id, style| patch(id, style) unless @before[id] == style && node(style) }
          drop((@before.styles.keys - @now.styles.keys).map { |id| @before[id] })
          settle
        end

        private

        def holder = @holder ||= @nodes.child(@nodes.root, HOLDER, Faces::ORDER)

        def common
          @common ||= Names.children(holder, "style:style").to_h { |node|
            [%w[family name].map { |one| Names.attribute(node, "style:#{one}") }, node]
          }
        end

        def node(style) = (name = @names.of(style.id)) && common[[SheetNames::FAMILIES[style.kind], name]]

        def patch_defaults
          @speller.patch(@nodes.default_style, @before.defaults, @now.defaults)
        end

        def patch(id, style)
          family = SheetNames::FAMILIES[style.kind] or return
          name = @names.of(id) or return
          was = (@before[id] if common[[family, name]]) || StyleSheet::Style.new(id: id, name: name)
          node = common[[family, name]] ||= @nodes.make(holder, "style:style", "style:name" => name, "style:family" => family)
          said(node, was, style, name)
          return if style.kind == :table

          @speller.patch(node, was.properties, style.properties) { |property| inherited(style, property) }
        end

        def said(node, was, style, name)
          called = (style.name unless style.name == name)
          put = ->(what, value) { @nodes.put(node, "style:#{what}", value) }
          put["display-name", called] unless was.name == style.name
          put["parent-style-name", @names.of(style.parent)] unless was.parent == style.parent
          put["hidden", style.hidden ? true : nil] unless was.hidden == style.hidden
          return unless style.kind == :paragraph

          put["next-style-name", @names.of(style.next_style)] unless was.next_style == style.next_style
          level, before = [style, was].map { |one| one.properties[:outline_level] }
          put["default-outline-level", level && (level.zero? ? "" : level)] unless level == before
          numbered(node, style, was)
        end

        # Headings that the outline counts name no list; those that are in none say so.
        def numbered(node, style, was)
          ref, before = [style, was].map { |one| one.properties[:numbering] }
          return if ref == before && !@lists.renamed?(ref&.list)

          name = if ref.nil? then nil
          elsif ref.list.nil? then ""
          else @lists.style_name_for(ref, style)
          end
          @nodes.put(node, "style:list-style-name", name)
          @nodes.put(node, "style:list-level", (ref.level + 1 if name.to_s != "" && ref.level.positive?))
        end

        # @return [Object] what stands under a style
        def inherited(style, property) = SheetNames.under(@now, style.parent, property)

        # Whoever named one that goes rests on its parent then.
        def drop(styles)
          heirs = styles.filter_map { |style|
            node = node(style) or next
            key = [SheetNames::FAMILIES[style.kind], @names.of(style.id)]
            common.delete(key).unlink
            [key, Names.attribute(node, "style:parent-style-name")]
          }.to_h
          return if heirs.empty?

          [@package.content, @package.styles].compact.uniq(&:pointer_id).each { |root| rename(root, heirs) }
        end

        NAMING = {Styles::PARAGRAPH => %w[text:p text:h text:table-of-content-entry-template text:index-title-template
          text:illustration-index-entry-template text:table-index-entry-template text:index-source-style],
                  Styles::TEXT => %w[text:span text:a text:ruby-text text:list-level-style-number text:list-level-style-bullet
                    text:outline-level-style text:notes-configuration text:linenumbering-configuration],
                  "table" => %w[table:table]}.freeze
        REFERRING = /\A(?:style-name|cond-style-name|parent-style-name|next-style-name|visited-style-name|citation-style-name|
          citation-body-style-name|default-style-name|register-truth-ref-style-name)\z/x

        # All at once, since every attribute of the part is looked at.
        def rename(root, heirs)
          names = heirs.keys.to_set(&:last)
          root.document.xpath("//@*").each do |said|
            next unless names.include?(said.value) && said.node_name.match?(REFERRING)

            family = FAMILIES.find { |one| heirs.key?([one, said.value]) && family?(said.parent, one) } or next
            heir = heir_of(heirs, family, said.value)
            heir ? said.value = heir : said.unlink
          end
        end

        FAMILIES = SheetNames::FAMILIES.values.freeze
        private_constant :FAMILIES

        def heir_of(heirs, family, name)
          heirs.size.times { name = heirs[[family, name]] if heirs.key?([family, name]) }
          name unless heirs.key?([family, name]) # of styles that rest on one another in a circle none is left
        end

        def family?(node, family)
          name = Names.of(node)
          (name == "style:style") ? Names.attribute(node, "style:family") == family : NAMING.fetch(family).include?(name)
        end

        # Round after round, until every style says what it should, as it is read.
        def settle
          ROUNDS.times do
            found = Styles.new(@package, Told.new).sheet
            off = @now.styles.values.select { |style| node(style) && off?(style, found) }
            return if off.empty?

            off.each do |style|
              read = found[@names.read_as(style.id)]
              @speller.patch(node(style), forced(read.properties, style), style.properties) { |property| inherited(style, property) }
            end
          end
        end

        def off?(style, found)
          read = found[@names.read_as(style.id)] or return false
          return false if style.kind == :table

          Spelled.values(read.properties) != Spelled.values(style.properties) ||
            Spelled.stops(SheetNames.under(found, read.id, :tabs)) != Spelled.stops(SheetNames.under(@now, style.id, :tabs))
        end

        # Stops that come out otherwise are said anew, even where the style’s own are the same.
        def forced(read, style) = style.properties.key?(:tabs) ? read.merge(tabs: nil) : read
      end
    end
  end
end
