# frozen_string_literal: true

module Norvel
  module Formats
    module Docx
      # How single values are spelled (ISO/IEC 29500-1 §17.3, §17.18). Each codec reads an element to a value
      # (nil: it says nothing) and writes a value onto an element (which it may leave without attributes).
      class Codecs
        OFF = %w[0 false off].freeze
        ALIGN = {"left" => :start, "start" => :start, "right" => :end, "end" => :end, "center" => :center, "both" => :justify,
                 "distribute" => :justify}.freeze
        UNDERLINE = {"single" => :single, "double" => :double, "thick" => :thick, "dotted" => :dotted,
                     "dottedHeavy" => :dotted, "dash" => :dash,
                     "dashedHeavy" => :dash, "wave" => :wave, "words" => :words, "none" => :none}.freeze
        # Kinds of §17.18.99 that are drawn as one of those above.
        OTHER_UNDERLINES = {"dashLong" => :dash, "dashLongHeavy" => :dash, "dotDash" => :dash, "dashDotHeavy" => :dash,
                            "dotDotDash" => :dash, "dashDotDotHeavy" => :dash,
                            "wavyHeavy" => :wave, "wavyDouble" => :wave}.freeze
        HIGHLIGHTS = {"black" => "#000000", "blue" => "#0000ff", "cyan" => "#00ffff", "green" => "#00ff00",
                      "magenta" => "#ff00ff", "red" => "#ff0000",
                      "yellow" => "#ffff00", "white" => "#ffffff", "darkBlue" => "#000080",
                      "darkCyan" => "#008080", "darkGreen" => "#008000",
                      "darkMagenta" => "#800080", "darkRed" => "#800000", "darkYellow" => "#808000",
                      "darkGray" => "#808080", "lightGray" => "#c0c0c0"}.freeze
        RULES = {"exact" => :exact, "atLeast" => :at_least}.freeze
        THEME_SLOTS = {"text1" => "dk1", "dark1" => "dk1", "background1" => "lt1", "light1" => "lt1", "text2" => "dk2", "dark2" => "dk2",
                       "background2" => "lt2", "light2" => "lt2", "hyperlink" => "hlink", "followedHyperlink" => "folHlink"}.freeze
        TABS = {"center" => :center, "right" => :end, "end" => :end, "decimal" => :decimal, "bar" => :bar, "clear" => :clear}.freeze
        MARGIN_SIDES = {"top" => :top, "bottom" => :bottom, "left" => :start, "start" => :start, "right" => :end, "end" => :end}.freeze
        LINE_PARTS = 240
        MEASURES = (-72_000_000..72_000_000) # EMU: 2 m
        LEVELS = (0..8)
        AUTOMATIC = 14 * Lengths::PT # 1.12 em (CSS 2.1, appendix D) at 12 pt, to the point
        LINE = 12 * Lengths::PT
        FONT_ATTRIBUTES = %w[ascii hAnsi cs asciiTheme hAnsiTheme cstheme].freeze

        # @param prefix [String] the prefix of the wordprocessing namespace in this part
        # @param theme [Theme]
        # @param told [Told] what was read as something else, with how often
        # @param strict [Boolean] whether the part is of the strict form, which knows start and end, not left and right
        def initialize(prefix, theme, told = Told.new, strict: false)
          @prefix = prefix
          @strict = strict
          @theme = theme
          @told = told
        end

        # The room around the text of cells (§17.4.42, §17.4.68, §17.7.6.3); a negative one is none that can be.
        # @param node [Nokogiri::XML::Element, nil] w:tblCellMar or w:tcMar
        # @return [Hash{Symbol=>Integer}] EMU by side
        def cell_margins(node)
          return {} unless node

          children = node.element_children.select { |side| MARGIN_SIDES.key?(side.name) }
          sides = children.map { |side| [MARGIN_SIDES[side.name], measure(attribute(side, "w"))] }
          sides.to_h.compact.reject { |_, width| width.negative? }
        end

        EDGES = {"top" => :top, "bottom" => :bottom, "left" => :start, "start" => :start, "right" => :end, "end" => :end,
                 "insideH" => :inside_h, "insideV" => :inside_v}.freeze

        # The lines of a table or cell (§17.4.38, §17.4.66).
        # @param node [Nokogiri::XML::Element, nil] w:tblBorders or w:tcBorders
        # @return [Hash{Symbol=>Hash}]
        def edges(node)
          return {} unless node

          sides = node.element_children.select { |side| EDGES.key?(side.name) && attribute(side) }
          sides.to_h { |side| [EDGES[side.name], line(side)] }
        end

        # @param node [Nokogiri::XML::Element, nil] w:tblPr or w:tcPr @param borders [String] what the element of its lines is called
        # @return [Hash] :edges and :shading that it says
        def cell_look(node, borders)
          shading = Walk.child(node, "shd")
          {edges: edges(Walk.child(node, borders)), shading: shading && read_fill(shading, nil)}
        end

        # What is said of the file, for its reader (Told).
        def unknown(said, instead) = @told.unknown(said, instead)

        def tell(sentence) = @told.tell(sentence)

        # @param node [Nokogiri::XML::Element]
        # @param property [Properties::Property]
        # @return [Object, nil]
        def read(node, property)
          value = send(:"read_#{PropertySpelling.of(property)[:codec]}", node, property)
          property.hold(value).tap { |held| too_much(property.label, property.show(value), property.show(held)) unless held == value }
        end

        # @param value [Object, nil] nil takes it away
        # @return [void]
        def write(node, property, value) = send(:"write_#{PropertySpelling.of(property)[:codec]}", node, property, value)

        # @return [String, nil]
        def attribute(node, name = "val") = node["#{@prefix}:#{name}"]

        # @param value [Object, nil] nil takes the attribute away
        def put(node, name, value)
          return node["#{@prefix}:#{name}"] = value.to_s unless value.nil?

          node.attribute_nodes.find { |attribute| attribute.node_name == name && attribute.namespace&.prefix == @prefix }&.unlink
        end

        # @return [Nokogiri::XML::Element] a new last child in the parent's own namespace
        def make(parent, name)
          node = Nokogiri::XML::Element.new(name, parent.document)
          parent.add_child(node)
          node.namespace = parent.namespace
          node
        end

        # @param like [Nokogiri::XML::Element]
        # @return [Nokogiri::XML::Element] a new one in its namespace, in nothing yet
        def loose(like, name) = Nokogiri::XML::Element.new(name, like.document).tap { |node| node.namespace = like.namespace }

        # @return [Nokogiri::XML::Element] a new first child in the parent's own namespace
        def make_first(parent, name)
          first = parent.children.first
          make(parent, name).tap { |node| first&.add_previous_sibling(node) }
        end

        # @return [Integer, nil] EMU of a measure in twips or with a unit (§22.9.2.14)
        def measure(text, per = Lengths::TWIP)
          return if text.nil?
          if text.length < 40 && text.match?(/\A[+-]?\d+(\.\d+)?\z/)
            return hold((Rational(text) * per).round, MEASURES, "a length") { |emu| Lengths.show(emu, "cm") }
          end

          (text.length < 40 && text.match?(Lengths::WRITTEN) && Lengths::PER_UNIT.key?(text[/[[:alpha:]]+/])) ?
            hold(Lengths.parse(text), MEASURES, "a length") { |emu| Lengths.show(emu, "cm") } :
            unknown("A length is written “#{text[0, 20]}”", nil)
        end

        # @param text [String, nil] @param range [Range<Integer>] what can be @param what [String] it counts, in words
        # @return [Integer, nil] the nearest number that can be
        def count(text, range, what) = text && hold(text[0, 30].to_i, range, what, &:to_s)

        # @return [Integer] the number, or the nearest that can be, which is told
        def hold(number, range, what)
          number.clamp(range).tap { |held| too_much(what, yield(number), yield(held)) unless held == number }
        end

        def on?(node) = !OFF.include?(attribute(node))

        # Every number of a file is held to what can be on paper.
        def too_much(what, said, held)
          short = (said.length > 30) ? "#{said[0, 28]} …" : said
          tell("#{what[0].upcase}#{what[1..]} is given as #{short}, which cannot be; it is read as #{held}.")
        end

        private

        def read_switch(node, _) = on?(node)
        def read_switch_off(node, _) = !on?(node)
        def read_line_count(node, _) = on?(node) ? 2 : 0
        def read_half_points(node, _) = measure(attribute(node), Lengths::HALF_POINT)
        def read_percent(node, _) = attribute(node).to_s[/\d{1,9}/]&.to_i
        def read_choice(node, property) = property.choices.find { |choice| choice.to_s == attribute(node) }
        def read_align(node, _) = ALIGN[attribute(node)]
        def read_language(node, _) = attribute(node)

        def read_underline(node, _)
          said = attribute(node) or return
          UNDERLINE.fetch(said) { OTHER_UNDERLINES.fetch(said) { unknown("The file asks for an underline “#{said}”", :single) } }
        end

        def read_twips(node, property)
          measure(said(node, property))
        end

        # Space that is left to the program (§17.3.1.33) is that of paragraphs of the web; where it is in lines, the one beside it counts,
        # else lines of 12 pt.
        def read_space(node, property)
          attr = PropertySpelling.of(property)[:attr]
          automatic = attribute(node, "#{attr}Autospacing")
          return AUTOMATIC if automatic && !OFF.include?(automatic)

          lines = whole(attribute(node, "#{attr}Lines"))
          read_twips(node, property) || (lines && lines * LINE / 100)
        end

        def read_characters(node, property) = whole(said(node, property))

        # @return [String, nil] what the property's attribute says, by either of its names
        def said(node, property)
          attr, also = PropertySpelling.of(property).values_at(:attr, :attr_also)
          attribute(node, attr || "val") || (also && attribute(node, also))
        end

        def read_first_line_characters(node, _)
          hanging = whole(attribute(node, "hangingChars"))
          hanging ? -hanging : whole(attribute(node, "firstLineChars"))
        end

        def whole(text) = (text[0, 20].to_i if text&.match?(/\A-?\d+\z/) && !text.to_i.zero?)

        def read_first_line(node, _)
          hanging = measure(attribute(node, "hanging"))
          hanging ? -hanging : measure(attribute(node, "firstLine"))
        end

        def read_line_spacing(node, _)
          line = attribute(node, "line") or return
          rule = RULES[attribute(node, "lineRule")]
          return Properties::LineSpacing.new(rule: rule, value: measure(line).to_i.abs) if rule

          factor = line.to_f / LINE_PARTS
          Properties::LineSpacing.new(rule: :multiple, value: factor) if factor.positive?
        end

        def read_fonts(node, _)
          slot = attribute(node, "asciiTheme") || attribute(node, "hAnsiTheme")
          (slot && @theme.font(slot)) || attribute(node, "ascii") || attribute(node, "hAnsi")
        end

        def read_colour(node, _)
          slot = attribute(node, "themeColor")
          plain = slot && !attribute(node, "themeTint") && !attribute(node, "themeShade")
          (plain && @theme.colour(THEME_SLOTS.fetch(slot, slot))) || hex(attribute(node)) || ("auto" if attribute(node))
        end

        def read_highlight(node, _) = HIGHLIGHTS.fetch(attribute(node), "none")
        def read_fill(node, _) = hex(attribute(node, "fill")) || "none"
        def hex(text) = (text if text&.match?(/\A\h{6}\z/))&.downcase&.prepend("#")

        def read_outline_level(node, _)
          level = attribute(node).to_i
          level.between?(0, 8) ? level + 1 : Properties::NO_LEVEL
        end

        def read_tabs(node, _)
          node.element_children.filter_map do |tab|
            position = measure(attribute(tab, "pos")) or next
            kind = attribute(tab)
            align = TABS.fetch(kind, :start)
            leader = {"dot" => :dot, "hyphen" => :hyphen, "underscore" => :underscore, "middleDot" => :dot}.fetch(attribute(tab, "leader"),
              :none)
            Properties::TabStop.new(position: position, align: align, leader: leader)
          end
        end

        def line(side)
          return Properties::Borders::NONE if %w[nil none].include?(attribute(side))

          width, space = %w[sz space].map { |name| attribute(side, name).to_s[0, 9].to_i }
          {style: attribute(side), width: (width * Lengths::EIGHTH_POINT).round, color: hex(attribute(side, "color")) || "auto",
           space: space * Lengths::PT}
        end

        def read_borders(node, _)
          node.element_children.filter_map do |side|
            kind = attribute(side)
            next if kind.nil? || !Properties::Borders::SIDES.include?(side.name.to_sym)
            [side.name.to_sym, line(side)]
          end.to_h
        end

        def read_numbering(node, _)
          number = node.element_children.find { |child| child.name == "numId" }
          level = node.element_children.find { |child| child.name == "ilvl" }
          return if number.nil? && level.nil?

          list = number && attribute(number)
          Properties::NumberRef.new(list: (list == "0") ? nil : list,
            level: level ? count(attribute(level), LEVELS, "the level of a list") : 0)
        end

        def write_switch(node, _, value) = put(node, "val", value ? nil : "0")
        def write_switch_off(node, _, value) = put(node, "val", value ? "0" : nil)
        def write_line_count(node, _, value) = put(node, "val", value.to_i.positive? ? nil : "0")
        def write_space(node, property, value) = write_twips(node, property, value)
        def write_half_points(node, _, value) = put(node, "val", value && (Rational(value) / Lengths::HALF_POINT).round)
        def write_percent(node, _, value) = put(node, "val", value)
        def write_choice(node, _, value) = put(node, "val", value)
        def write_language(node, _, value) = put(node, "val", value)
        def write_underline(node, _, value) = put(node, "val", value && (UNDERLINE.key(value) || "single"))

        def sides = @strict ? {start: "start", end: "end"} : {start: "left", end: "right"}

        def write_align(node, _, value)
          put(node, "val", sides.merge(center: "center", justify: "both")[value])
        end

        def write_twips(node, property, value)
          attr, also = PropertySpelling.of(property).values_at(:attr, :attr_also)
          attr = also if also && (@strict || attribute(node, also))
          put(node, attr || "val", value && (Rational(value) / Lengths::TWIP).round)
          %W[#{attr}Chars #{also}Chars #{attr}Lines #{attr}Autospacing].each { |twin| put(node, twin, nil) } if attr
        end

        # Hundredths of a character (§17.3.1.12).
        def write_characters(node, property, value)
          attr, also = PropertySpelling.of(property).values_at(:attr, :attr_also)
          put(node, (also && (@strict || attribute(node, also))) ? also : attr, value)
        end

        def write_first_line_characters(node, _, value)
          put(node, "hangingChars", value&.negative? ? -value : nil)
          put(node, "firstLineChars", (value && !value.negative?) ? value : nil)
        end

        def write_first_line(node, _, value)
          twips = value && (Rational(value.abs) / Lengths::TWIP).round
          put(node, "hanging", value&.negative? ? twips : nil)
          put(node, "firstLine", (value && !value.negative?) ? twips : nil)
          %w[hangingChars firstLineChars].each { |twin| put(node, twin, nil) }
        end

        def write_line_spacing(node, _, value)
          return %w[line lineRule].each { |name| put(node, name, nil) } unless value

          value = Properties::LineSpacing::SINGLE if value.rule == :extra # which this format cannot say
          put(node, "line", value.multiple? ? (value.value * LINE_PARTS).round : (Rational(value.value) / Lengths::TWIP).round)
          put(node, "lineRule", value.multiple? ? "auto" : RULES.key(value.rule))
        end

        def write_fonts(node, _, value)
          FONT_ATTRIBUTES.each { |name| put(node, name, nil) }
          %w[ascii hAnsi cs].each { |name| put(node, name, value) } if value
          put(node, "hint", nil) if value.nil?
        end

        def write_colour(node, _, value)
          %w[themeColor themeTint themeShade].each { |name| put(node, name, nil) }
          put(node, "val", value&.delete_prefix("#"))
        end

        def write_highlight(node, _, value) = put(node, "val", value && (HIGHLIGHTS.key(value) || "none"))

        def write_fill(node, _, value)
          node.attribute_nodes.each(&:unlink)
          return unless value

          put(node, "val", "clear")
          put(node, "color", "auto")
          put(node, "fill", (value == "none") ? "auto" : value.delete_prefix("#"))
        end

        def write_outline_level(node, _, value) = put(node, "val", value.to_i.positive? ? value - 1 : 9)

        def write_tabs(node, _, value)
          node.children.unlink
          value&.each do |tab|
            child = make(node, "tab")
            put(child, "val", sides.merge(center: "center", decimal: "decimal", bar: "bar", clear: "clear")[tab.align])
            put(child, "leader", tab.leader) unless tab.leader == :none
            put(child, "pos", tab.position / Lengths::TWIP)
          end
        end

        # Sides in the schema's order; one that is to be none says so, since others would inherit it.
        SIDES = %i[top left bottom right between].freeze

        def write_borders(node, _, value)
          others = node.element_children.reject { |child| SIDES.include?(child.name.to_sym) }
          node.children.unlink
          value&.sort_by { |side, _| SIDES.index(side) }&.each do |side, line|
            child = make(node, side.to_s)
            next put(child, "val", "nil") if line == Properties::Borders::NONE

            put(child, "val", line[:style])
            put(child, "sz", (line[:width] / Lengths::EIGHTH_POINT).round)
            put(child, "space", line[:space] / Lengths::PT)
            put(child, "color", line[:color].delete_prefix("#"))
          end
          others.each { |child| node.add_child(child) } unless value.nil?
        end

        def write_numbering(node, _, value)
          node.element_children.each { |child| child.unlink if %w[ilvl numId].include?(child.name) }
          return unless value

          put(make_first(node, "numId"), "val", value.list || "0")
          put(make_first(node, "ilvl"), "val", value.level) if value.list
        end
      end
    end
  end
end
