# frozen_string_literal: true

require_relative "number_formats"

module Norvel
  module Formats
    module Odt
      # Lists (ISO/IEC 26300, part 3, §5.3 and §16.30): each outermost list of the text counts by itself unless it continues another; its
      # levels are those of its list style.
      class Lists
        DEEPEST = 9 # levels that the core has; this format knows one more
        OUTLINE = "outline"
        FIRST = (0..32_767)
        BELOW = ", without a number" # ends the id of what stands below items

        # A list that is open: what it counts by, and the style of its levels.
        Open = Struct.new(:counter, :style, :id, :level)

        # @return [Hash{String=>Manuscript::List}] all that were asked for
        attr_reader :lists

        # @param package [Package] @param styles [Styles]
        def initialize(package, styles)
          @styles = styles
          @values = styles.values
          @lists = {}
          @named = {}
          @counters = {}
          @levels = {}
          @beside = {}.compare_by_identity # indents of levels that add to those of paragraphs
          @last = {}
          @nodes, @bases = {}, {}
          roots = [package.styles, package.content].compact.uniq(&:pointer_id)
          roots.each { |root| read_styles(root) }
          @lists[OUTLINE] = Manuscript::List.new(id: OUTLINE, levels: outline_levels, counter: OUTLINE, name: OUTLINE) if numbered_outline?
        end

        # @param id [String] of a list
        # @return [Nokogiri::XML::Element, nil] the style that it was read from
        def node_of(id) = @nodes[base_of(id)]

        # @return [Array<Nokogiri::XML::Element>] all styles that lists were read from
        def nodes = @nodes.values.uniq(&:pointer_id)

        # @return [String] the list that one is like: where it begins anew, or what stands below its items
        def base_of(id)
          id = @bases[id] while @bases.key?(id)
          id
        end

        # @return [Boolean] whether it is only what stands below the items of another
        def unlabelled?(id) = id.to_s.end_with?(BELOW)

        # @param node [Nokogiri::XML::Element] of a list style
        # @return [Hash{Integer=>Manuscript::ListLevel}] as it was read
        def levels_at(node) = @levels[node.pointer_id] || {}

        # @param node [Nokogiri::XML::Element] of a list style
        # @return [Boolean] whether the indents of its levels add to those of paragraphs
        def adds_at?(node) = levels_at(node).each_value.any? { |level| @beside.key?(level.properties) }

        # @return [Boolean] whether the indents of a list's levels add to those of its paragraphs
        def adds?(id) = @lists[id]&.levels&.each_value&.any? { |level| @beside.key?(level.properties) } || false

        # @return [Hash{Integer=>Manuscript::ListLevel}] of headings, those that have a number
        def outline_levels = @outline_levels ||= (@styles.outline ? levels_of(@styles.outline) : {}).select { |_, one| numbered?(one) }

        # @param name [String] of a list style, as a paragraph style names it
        # @return [String, nil] the id of a list for all in that style
        def of_style(name)
          return unless @named.key?([nil, name])

          add(name, nil, name, "style #{name}")
        end

        # An outermost list begins.
        # @param node [Nokogiri::XML::Element] text:list @param part [Nokogiri::XML::Element] the root it stands in
        # @param otherwise [String, nil] the list style of its first paragraph's style, where it names none
        # @return [Open]
        def open(node, part, otherwise)
          style = said(node, "text:style-name") || otherwise
          counter = continued(node, style) || "list #{@counters.size + 1}"
          @counters[said(node, "xml:id") || counter] = counter
          @last[style] = counter
          Open.new(counter, style, id(counter, style, part), 0)
        end

        # A list in an item of another.
        # @return [Open]
        def deeper(open, node, part)
          style = said(node, "text:style-name") || open.style
          Open.new(open.counter, style, (style == open.style) ? open.id : id(open.counter, style, part), open.level + 1)
        end

        # @param start [String, nil] the number that an item begins with
        # @return [void]
        def begin_at(open, start)
          value = @values.count(start, FIRST, "The first number of an item") or return
          list = @lists[open.id] or return
          name = "#{open.counter} from #{value} (#{@lists.size})"
          @lists[name] = list.with(id: name, starts: {open.level => value})
          @bases[name] = open.id
          open.id = name
        end

        # The older way of saying where items stand adds to the indents of their paragraphs.
        # @param place [Properties::NumberRef] @param said [Integer, nil] the indent that the paragraph or its style says, EMU
        # @return [Hash{Symbol=>Integer}] what that comes to, where it is said
        def added(place, said)
          level = said && @lists[place.list]&.levels&.[](place.level)
          (level && @beside.key?(level.properties)) ? {indent_start: said + level.properties[:indent_start]} : {}
        end

        # A paragraph that is in a list by itself.
        # @param node [Nokogiri::XML::Element] text:numbered-paragraph
        # @return [Open]
        def numbered(node, part)
          style = said(node, "text:style-name")
          counter = "list of #{said(node, "text:list-id") || style}"
          level = @values.count(said(node, "text:level"), 1..DEEPEST, "The level of a list") || 1
          Open.new(counter, style, id(counter, style, part), level - 1)
        end

        # @param level [Integer] from 0 @param start [String, nil] the number that it begins anew with
        # @return [Properties::NumberRef] of a heading
        def heading(level, start)
          open = @headings ||= Open.new(OUTLINE, nil, OUTLINE, 0)
          open.level = level
          begin_at(open, start) if start
          Properties::NumberRef.new(list: open.id, level: level)
        end

        # @return [Properties::NumberRef] @param labelled [Boolean] whether its paragraph has the number or sign, or stands below it
        def place(open, labelled)
          level = [open.level, DEEPEST - 1].min
          Properties::NumberRef.new(list: labelled ? open.id : without_label(open.id), level: level)
        end

        private

        def said(node, name) = Names.attribute(node, name).then { |text| text unless text.to_s.empty? }

        def read_styles(root)
          {"office:styles" => nil, "office:automatic-styles" => root.pointer_id}.each do |holder, part|
            Names.children(Names.child(root, holder), "text:list-style").each { |node| @named[[part, said(node, "style:name")]] = node }
          end
        end

        def continued(node, style)
          other = said(node, "text:continue-list")
          return @counters[other] if other && @counters.key?(other)

          @last[style] if @values.truth(said(node, "text:continue-numbering"))
        end

        def id(counter, style, part)
          return if style.nil?

          node = @named[[part.pointer_id, style]] || @named[[nil, style]]
          return @values.unknown("The file asks for the list style “#{style[0, 60]}”", nil) unless node

          add("#{counter} in #{style}", part, style, counter)
        end

        def add(id, part, style, counter)
          node = (part && @named[[part.pointer_id, style]]) || @named[[nil, style]]
          levels = @levels[node.pointer_id] ||= levels_of(node)
          @nodes[id] ||= node
          @lists[id] ||= Manuscript::List.new(id: id, levels: levels, counter: counter, name: said(node, "style:display-name") || style)
          id
        end

        # What stands in an item below its first paragraph, with the indents of its level and no number.
        def without_label(id)
          list = @lists[id] or return
          name = "#{id}#{BELOW}"
          @bases[name] = id
          @lists[name] ||= list.with(id: name, counter: name, starts: {}, levels: list.levels.transform_values { |level|
            level.with(format: "none", text: "", suffix: :nothing, properties: level.properties.slice(:indent_start).merge(indent_first: 0))
          })
          name
        end

        def numbered?(level) = !(level.format == "none" && level.text.empty?)

        def numbered_outline? = outline_levels.any?

        KINDS = %w[text:list-level-style-number text:list-level-style-bullet text:list-level-style-image text:outline-level-style].freeze

        def levels_of(style)
          Names.children(style).select { |node| KINDS.include?(Names.of(node)) }.filter_map { |node|
            level = @values.count(said(node, "text:level"), 1..99, "The level of a list") or next
            next if level > DEEPEST

            [level - 1, level(node, level)]
          }.to_h
        end

        def level(node, level)
          format, text = node.name.end_with?("number", "level-style") ? number(node, level) : sign(node)
          properties = Names.child(node, "style:list-level-properties")
          indents, suffix = properties ? places(properties) : [{}, :tab]
          suffix = :nothing if text.empty?
          Manuscript::ListLevel.new(format: format, text: text, properties: indents, label_properties: of_label(node), suffix: suffix,
            start: @values.count(said(node, "text:start-value"), FIRST, "The first number of a list") || 1)
        end

        # The number itself, with those of the levels above it that are shown (§19.797).
        def number(node, level)
          format = NumberFormats.folio(node, @values, nil)
          return ["none", ""] unless format

          shown = @values.count(said(node, "text:display-levels"), 1..level, "The levels of a number") || 1
          numbers = ((level - shown + 1)..level).map { |one| "%#{one}" }.join(".")
          [format.to_s, [said(node, "style:num-prefix"), numbers, said(node, "style:num-suffix")].join]
        end

        def sign(node)
          unless node.name.end_with?("bullet")
            @values.tell("A picture stands for a bullet; it is drawn as •.")
            return %w[bullet •]
          end

          ["bullet", [said(node, "style:num-prefix"), said(node, "text:bullet-char"), said(node, "style:num-suffix")].join]
        end

        # The look of the label: its character style's, then its own (§16.31).
        def of_label(node)
          chain = @styles.sheet.chain(@styles.id(Styles::TEXT, said(node, "text:style-name").to_s)).map(&:properties)
          [*chain, @styles.spelling.read(node) { |property| Properties::DEFAULTS[property] }].reduce({}, :merge)
            .select { |name, _| Properties[name].text? }
        end

        FOLLOWED = {"listtab" => :tab, "space" => :space, "nothing" => :nothing}.freeze

        # Two ways of saying where label and text stand (§19.880): by alignment, or by the room for the label.
        def places(node)
          alignment = Names.child(node, "style:list-level-label-alignment")
          by_alignment = said(node, "text:list-level-position-and-space-mode") == "label-alignment"
          return by_room(node) unless by_alignment && alignment

          stop = @values.length(said(alignment, "text:list-tab-stop-position"))
          set = {indent_start: @values.length(said(alignment, "fo:margin-left")), indent_first: @values.length(said(alignment,
            "fo:text-indent")), tabs: stop && [Properties::TabStop.new(position: stop)]}
          [set.compact, FOLLOWED.fetch(said(alignment, "text:label-followed-by"), :tab)]
        end

        def by_room(node)
          before, width = %w[text:space-before text:min-label-width].map { |name| @values.length(said(node, name)) || 0 }
          indents = {indent_start: before + width, indent_first: -width}
          @beside[indents] = true
          [indents, :tab]
        end
      end
    end
  end
end
