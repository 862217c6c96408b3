# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Styles of lists (ISO/IEC 26300, part 3, §16.30): found again where one says the same, patched where all that use it are to be
      # otherwise, else new.
      class ListStyles
        STYLE = "text:list-style"
        FORMATS = NumberFormats::FOLIOS.to_h { |said, format| [format.to_s, said] }.freeze
        PATTERN = /\A([^%]*)((?:%\d)(?:\.%\d)*)([^%]*)\z/

        # @param level [Manuscript::ListLevel] @param index [Integer] from 0
        # @return [Manuscript::ListLevel] what a file says that has it
        def self.spelled(level, index)
          format, text = level.format, level.text
          if !%w[bullet none].include?(format)
            format = "decimal" unless FORMATS.key?(format)
            before, numbers, after = pattern(text)
            text = "#{before}#{shown(numbers, index)}#{after}"
          end
          level.with(format: format, text: (format == "none") ? "" : text, style: nil, restart_after: nil, legal: false)
        end

        # @return [Array(String, Array<Integer>, String)] what stands before the numbers, which they are, and what stands behind them
        def self.pattern(text)
          before, numbers, after = text.match(PATTERN)&.captures
          return [before, numbers.scan(/\d/).map(&:to_i), after] if numbers

          ["", text.scan(/%(\d)/).flatten.map(&:to_i), text[/[^%\d]*\z/]]
        end

        # Only the numbers just above a level can stand before its own.
        def self.shown(numbers, index)
          first = index + 2 - numbers.size
          numbers.empty? ? "" : ([first, 1].max..(index + 1)).map { |one| "%#{one}" }.join(".")
        end

        # @param kits [Hash{Symbol=>Kit}] :content and :styles @param lists [Lists] as read @param now [Hash{String=>Manuscript::List}]
        def initialize(kits, lists, now)
          @kits = kits
          @lists = lists
          @now = now
          @made = {}
        end

        # @param list [Manuscript::List] @param common [Boolean] whether a common style is to name it
        # @return [String] the name of its style
        def name(list, common: false)
          base = @lists.node_of(list.id)
          return called(base) if base && says?(base, list, common)

          @made[[list.levels, common]] ||= (base && patched(base, list, common)) || known(list, common) || made(list, base, common)
        end

        # @param list [Manuscript::List]
        # @return [Boolean] whether its style has to say something else, or is not there yet
        def renamed?(list)
          base = @lists.node_of(list.id)
          base.nil? || @lists.levels_at(base) != list.levels
        end

        # The numbers of headings (§16.33).
        # @param levels [Hash{Integer=>Manuscript::ListLevel}]
        # @return [void]
        def outline(levels)
          kit = @kits.fetch(:styles)
          holder = kit.nodes.child(kit.nodes.root, StylesWriter::HOLDER, Faces::ORDER)
          node = Names.child(holder, "text:outline-style") || kit.nodes.make(holder, "text:outline-style", "style:name" => "Outline")
          before = @lists.outline_levels
          (0...10).each do |index|
            level = levels[index]
            next if level == before[index] && level_node(node, index)

            write(kit, node, index, level || Manuscript::ListLevel.new(format: "none", text: ""), "text:outline-level-style")
          end
        end

        private

        def called(node) = Names.attribute(node, "style:name")

        def common?(node) = Names.of(node.parent) == StylesWriter::HOLDER

        # Another one that says the same.
        def known(list, common)
          node = @lists.nodes.find { |one| says?(one, list, common) } and called(node)
        end

        # One whose indents add to those of paragraphs says something else where paragraphs are put into it anew.
        def says?(node, list, common)
          @lists.levels_at(node) == list.levels && (common ? common?(node) : !@lists.adds_at?(node))
        end

        # In its place, where all lists of that style are so now.
        def patched(base, list, common)
          return if common ? !common?(base) : @lists.adds_at?(base)
          same = @now.values.select { |other| @lists.node_of(other.id) == base && !@lists.unlabelled?(other.id) }
          return unless same.all? { |other| other.levels == list.levels }

          before = @lists.levels_at(base)
          kit = @kits.fetch((base.document == @kits.fetch(:content).nodes.root.document) ? :content : :styles)
          list.levels.each { |index, level| write(kit, base, index, level) unless level == before[index] }
          called(base)
        end

        def made(list, base, common)
          kit = @kits.fetch(common ? :styles : :content)
          holder = kit.nodes.child(kit.nodes.root, common ? StylesWriter::HOLDER : AutomaticStyles::HOLDER, Faces::ORDER)
          name = StyleNames.free(common ? StyleNames.spelled(list.name || "List") : "L1", taken)
          taken << name
          shown = list.name if common && list.name != name
          node = kit.nodes.make(holder, STYLE, {"style:name" => name, "style:display-name" => shown}.compact)
          copy_levels(kit, node, base)
          list.levels.each do |index, level|
            write(kit, node, index, level) unless base && level == @lists.levels_at(base)[index] && !@lists.adds_at?(base)
          end
          name
        end

        def copy_levels(kit, node, base)
          return unless base

          base.element_children.each do |inner|
            node.add_child((inner.document == node.document) ? kit.nodes.copy(inner) : inner.dup(1, node.document))
          end
        end

        def taken
          @taken ||= @kits.values.uniq { |kit| kit.nodes.root.pointer_id }.flat_map { |kit|
            [StylesWriter::HOLDER, AutomaticStyles::HOLDER].flat_map { |holder| Names.children(Names.child(kit.nodes.root, holder), STYLE) }
          }.map { |node| called(node) }.to_set
        end

        def level_node(style, index)
          Names.children(style).find do |node|
            Lists::KINDS.include?(Names.of(node)) && Names.attribute(node, "text:level") == (index + 1).to_s
          end
        end

        def write(kit, style, index, level, kind = nil)
          kind ||= (level.format == "bullet") ? "text:list-level-style-bullet" : "text:list-level-style-number"
          node = kit.nodes.loose(kind, "text:level" => index + 1)
          numbered(kit.nodes, node, level, index)
          places(kit.nodes, node, level)
          kit.speller.patch(node, {}, level.label_properties)
          was = level_node(style, index)
          return was.replace(node) if was

          follower = Names.children(style).find { |other| Names.attribute(other, "text:level").to_i > index + 1 }
          follower ? follower.add_previous_sibling(node) : style.add_child(node)
        end

        def numbered(nodes, node, level, index)
          level = ListStyles.spelled(level, index)
          return nodes.put(node, "text:bullet-char", level.text.empty? ? "•" : level.text) if level.format == "bullet"

          nodes.put(node, "style:num-format", FORMATS[level.format].to_s)
          return if level.format == "none"

          before, numbers, after = ListStyles.pattern(level.text)
          nodes.put(node, "style:num-prefix", before) unless before.empty?
          nodes.put(node, "style:num-suffix", after) unless after.empty?
          nodes.put(node, "text:display-levels", numbers.size) if numbers.size > 1
          nodes.put(node, "text:start-value", level.start) unless level.start == 1
        end

        FOLLOWED = {tab: "listtab", space: "space", nothing: "nothing"}.freeze
        private_constant :FOLLOWED

        def places(nodes, node, level)
          properties = nodes.make(node, "style:list-level-properties", "text:list-level-position-and-space-mode" => "label-alignment")
          said = {"text:label-followed-by" => FOLLOWED.fetch(level.suffix)}
          stop = level.properties[:tabs]&.first
          said["text:list-tab-stop-position"] = Measure.length(stop.position) if stop
          said["fo:margin-left"] = Measure.length(level.properties[:indent_start]) if level.properties[:indent_start]
          said["fo:text-indent"] = Measure.length(level.properties[:indent_first]) if level.properties[:indent_first]
          nodes.make(properties, "style:list-level-label-alignment", said)
        end
      end
    end
  end
end
