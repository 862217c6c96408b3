# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Writes values by property into styles, as `Spelling` reads them: only what is another value than before is touched.
      class Speller
        TEXT, PARAGRAPH = "style:text-properties", "style:paragraph-properties"
        # What stands before what in a style (ISO/IEC 26300, part 3, §16.2).
        ORDER = [PARAGRAPH, TEXT, "style:map"].freeze

        # What says each property, by where it stands.
        SAID = {
          font_family: %w[style:font-name fo:font-family style:font-family-generic style:font-pitch style:font-style-name
            style:font-charset],
          size: %w[fo:font-size], bold: %w[fo:font-weight], italic: %w[fo:font-style],
          underline: %w[style:text-underline-style style:text-underline-type style:text-underline-width style:text-underline-mode],
          strike: %w[style:text-line-through-style style:text-line-through-type style:text-line-through-width],
          caps: %w[fo:text-transform], small_caps: %w[fo:font-variant], color: %w[fo:color style:use-window-font-color],
          background: %w[fo:background-color], letter_spacing: %w[fo:letter-spacing], kerning: %w[style:letter-kerning],
          scale: %w[style:text-scale], raised: %w[style:text-position], hidden: %w[text:display],
          language: %w[fo:language fo:country fo:script style:rfc-language-tag], hyphenate: %w[fo:hyphenate],
          align: %w[fo:text-align], indent_start: %w[fo:margin-left], indent_end: %w[fo:margin-right],
          indent_first: %w[fo:text-indent style:auto-text-indent], space_before: %w[fo:margin-top], space_after: %w[fo:margin-bottom],
          line_spacing: %w[fo:line-height style:line-height-at-least style:line-spacing], close_to_same: %w[style:contextual-spacing],
          shading: %w[fo:background-color], keep_next: %w[fo:keep-with-next], keep_together: %w[fo:keep-together],
          break_before: %w[fo:break-before], orphans: %w[fo:orphans], widows: %w[fo:widows], right_to_left: %w[style:writing-mode]
        }.freeze
        # What says the same of words in other scripts (§20.183 and others): it goes, or comes along, with it.
        VARIANTS = {
          font_family: SAID[:font_family], size: SAID[:size], bold: SAID[:bold], italic: SAID[:italic], language: %w[fo:language fo:country]
        }.transform_values { |said|
          said.flat_map { |one| %w[asian complex].map { |kind| "style:#{one.split(":").last}-#{kind}" } }
        }.freeze
        # Properties of paragraphs that stand with those of text (§20.396).
        AMONG_TEXT = %i[hyphenate].freeze
        SIDES = %w[left right top bottom].freeze
        SHORTHANDS = {"fo:margin" => SIDES.map { |side| "fo:margin-#{side}" }, "fo:border" => SIDES.map { |side| "fo:border-#{side}" },
                      "fo:padding" => SIDES.map { |side| "fo:padding-#{side}" },
                      "style:border-line-width" => SIDES.map { |side| "style:border-line-width-#{side}" }}.freeze

        # @param nodes [Nodes] of the part @param faces [#call] given a family, the name of its face in the part
        def initialize(nodes, faces)
          @nodes = nodes
          @faces = faces
        end

        # @param style [Nokogiri::XML::Element] style:style or style:default-style
        # @param before [Hash{Symbol=>Object}] what it says; nil: something that is to be said anew
        # @param now [Hash{Symbol=>Object}] what it is to say
        # @yieldparam name [Symbol] :tabs @yieldreturn [Array] what it inherits, all of which is said anew
        # @return [void]
        def patch(style, before, now, &inherited)
          names = (before.keys | now.keys).reject { |name| before[name] == now[name] && before.key?(name) == now.key?(name) }
          names.each { |name| set(style, name, now[name], &inherited) if writes?(style, name) }
          [TEXT, PARAGRAPH].each do |holder|
            node = Names.child(style, holder)
            node&.unlink if node && node.attribute_nodes.empty? && node.element_children.empty?
          end
        end

        SHARES = %i[size indent_start indent_end indent_first space_before space_after].freeze
        private_constant :SHARES

        # @param style [Nokogiri::XML::Element]
        # @return [Array<Symbol>] what it says as a share of what is under it
        def shares(style)
          said = [TEXT, PARAGRAPH].flat_map { |holder| Names.child(style, holder)&.attribute_nodes || [] }
            .select { |one| one.value.include?("%") }.map(&:node_name)
          SHARES.select do |name|
            SAID[name].any? { |attribute| said.include?(attribute.split(":").last) } || (said.include?("margin") && name != :size)
          end
        end

        private

        def writes?(style, name)
          return false unless SAID.key?(name) || %i[tabs borders].include?(name)

          Properties[name].text? || Names.attribute(style, "style:family") != Styles::TEXT
        end

        def set(style, name, value, &inherited)
          holder = (Properties[name].text? || AMONG_TEXT.include?(name)) ? TEXT : PARAGRAPH
          node = Names.child(style, holder)
          return if node.nil? && value.nil?

          node ||= @nodes.child(style, holder, ORDER)
          return tabs(node, value, &inherited) if name == :tabs
          return borders(node, value) if name == :borders

          SAID.fetch(name).each { |attribute| spell_out(node, attribute) && @nodes.put(node, attribute, nil) }
          said = value.nil? ? {} : written(name, value)
          said.each { |attribute, one| @nodes.put(node, attribute, one) }
          other_scripts(node, name, said)
        end

        def other_scripts(node, name, said)
          VARIANTS.fetch(name, []).each do |attribute|
            next unless Names.attribute(node, attribute)

            own = FOLLOWED.include?(name) && said.values.first
            @nodes.put(node, attribute, own || nil) if own || said.empty?
          end
        end

        FOLLOWED = %i[size bold italic].freeze
        private_constant :FOLLOWED

        # One of four sides is said apart from the others.
        def spell_out(node, attribute)
          short, long = SHORTHANDS.find { |_, sides| sides.include?(attribute) }
          said = short && Names.attribute(node, short) or return true
          long.each { |side| @nodes.put(node, side, said) unless Names.attribute(node, side) }
          @nodes.put(node, short, nil)
          true
        end

        def written(name, value)
          case name
          when :font_family then {"style:font-name" => @faces.call(value)}
          when :size, :indent_start, :indent_end, :indent_first, :space_before, :space_after
            {SAID.fetch(name).first => Measure.length(value)}
          when :bold then {"fo:font-weight" => value ? "bold" : "normal"}
          when :italic then {"fo:font-style" => value ? "italic" : "normal"}
          when :underline then underline(value)
          when :strike then {"style:text-line-through-style" => value ? "solid" : "none"}
          when :caps then {"fo:text-transform" => value ? "uppercase" : "none"}
          when :small_caps then {"fo:font-variant" => value ? "small-caps" : "normal"}
          when :color then (value == "auto") ? {"style:use-window-font-color" => "true"} : {"fo:color" => value}
          when :background, :shading then {"fo:background-color" => (value == "none") ? "transparent" : value}
          when :letter_spacing then {"fo:letter-spacing" => value.zero? ? "normal" : Measure.length(value)}
          when :kerning then {"style:letter-kerning" => value.positive?}
          when :scale then {"style:text-scale" => "#{value}%"}
          when :raised then {"style:text-position" => RAISED.fetch(value)}
          when :hidden then {"text:display" => value ? "none" : "true"}
          when :language then language(value)
          when :align, :orphans, :widows, :hyphenate, :close_to_same then {SAID.fetch(name).first => value}
          when :line_spacing then line_spacing(value)
          when :keep_next, :keep_together then {SAID.fetch(name).first => value ? "always" : "auto"}
          when :break_before then {"fo:break-before" => value ? "page" : "auto"}
          when :right_to_left then {"style:writing-mode" => value ? "rl-tb" : "lr-tb"}
          end
        end

        RAISED = {superscript: "super 58%", subscript: "sub 58%", baseline: "0% 100%"}.freeze
        UNDERLINES = {single: "solid", double: "solid", thick: "solid", words: "solid", dotted: "dotted", dash: "dash", wave: "wave",
                      none: "none"}.freeze
        private_constant :RAISED, :UNDERLINES

        def underline(kind)
          {"style:text-underline-style" => UNDERLINES.fetch(kind), "style:text-underline-type" => ("double" if kind == :double),
           "style:text-underline-width" => {thick: "bold", none: nil}.fetch(kind, "auto"),
           "style:text-underline-mode" => ("skip-white-space" if kind == :words)}.compact
        end

        # Programs that know no language take "none" for it (§20.200, §20.202).
        def language(tag)
          language, *rest = tag.split("-")
          script = rest.find { |part| part.match?(/\A[A-Za-z]{4}\z/) }
          country = rest.find { |part| part.match?(/\A(?:[A-Za-z]{2}|\d{3})\z/) }
          {"fo:language" => language, "fo:script" => script, "fo:country" => country || "none"}.compact
        end

        def line_spacing(spacing)
          case spacing.rule
          when :multiple then {"fo:line-height" => Measure.percent(spacing.value)}
          when :exact then {"fo:line-height" => Measure.length(spacing.value)}
          when :at_least then {"style:line-height-at-least" => Measure.length(spacing.value)}
          when :extra then {"style:line-spacing" => Measure.length(spacing.value)}
          end
        end

        # All stops that there are then, since a style's own leave none of its parent's (§17.8).
        def tabs(node, stops)
          Names.child(node, "style:tab-stops")&.unlink
          return if stops.nil?

          there = Properties::TabStop.seen(Properties::TabStop.stack(block_given? ? yield(:tabs) : [], stops))
          holder = @nodes.child(node, "style:tab-stops")
          there.reject { |stop| stop.align == :bar }.each { |stop| @nodes.make(holder, "style:tab-stop", tab(stop)) }
        end

        STOPS = {end: "right", center: "center", decimal: "char"}.freeze
        FILLED = {dot: %w[dotted .], hyphen: %w[dash -], underscore: %w[solid _]}.freeze
        private_constant :STOPS, :FILLED

        def tab(stop)
          style, text = FILLED[stop.leader]
          {"style:position" => Measure.length(stop.position), "style:type" => STOPS[stop.align],
           "style:char" => ("." if stop.align == :decimal), "style:leader-style" => style, "style:leader-text" => text}.compact
        end

        def borders(node, lines)
          SIDES.each do |side|
            line = lines && lines[side.to_sym]
            %w[fo:border fo:padding style:border-line-width].each do |kind|
              spell_out(node, "#{kind}-#{side}") && @nodes.put(node, "#{kind}-#{side}", nil)
            end
            next unless line

            @nodes.put(node, "fo:border-#{side}", Measure.line(line))
            @nodes.put(node, "fo:padding-#{side}", Measure.length(line[:space])) unless line == Properties::Borders::NONE
          end
        end
      end
    end
  end
end
