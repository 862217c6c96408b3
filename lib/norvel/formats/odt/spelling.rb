# frozen_string_literal: true

require_relative "values"

module Norvel
  module Formats
    module Odt
      # Reads what a style says (style:text-properties, style:paragraph-properties: ISO/IEC 26300, part 3, §16.27, §17.6 and §20) to
      # values by property. A percentage is of the parent's value; what that is, is asked for.
      class Spelling
        UNDERLINE = {"solid" => :single, "dotted" => :dotted, "dash" => :dash, "long-dash" => :dash, "dot-dash" => :dash,
                     "dot-dot-dash" => :dash, "wave" => :wave, "none" => :none}.freeze
        ALIGN = {"start" => :start, "left" => :start, "end" => :end, "right" => :end, "center" => :center, "justify" => :justify}.freeze
        TABS = {"left" => :start, "center" => :center, "right" => :end, "char" => :decimal}.freeze
        LEADERS = {"dotted" => :dot, "dash" => :hyphen, "solid" => :underscore, "long-dash" => :hyphen, "dot-dash" => :hyphen,
                   "dot-dot-dash" => :dot, "wave" => :underscore}.freeze
        BOLD = %w[bold 600 700 800 900].freeze
        EDGES = {"left" => :left, "right" => :right, "top" => :top, "bottom" => :bottom}.freeze
        SMALLER = 100 # per cent: raised text of full size is shifted, and not small

        # @return [Values]
        attr_reader :values

        # @param faces [Hash{String=>String}] families by the names of font faces @param values [Values]
        def initialize(faces, values)
          @faces = faces
          @values = values
        end

        # @param node [Nokogiri::XML::Element, nil] a style
        # @yieldparam name [Symbol] of a property @yieldreturn [Object] what its parent comes to
        # @return [Hash{Symbol=>Object}]
        def read(node, &parent)
          return {} unless node

          text = Names.child(node, "style:text-properties")
          paragraph = Names.child(node, "style:paragraph-properties")
          set = {}
          set.merge!(text_values(text, &parent)) if text
          set.merge!(paragraph_values(paragraph, set, &parent)) if paragraph
          set[:hyphenate] = values.truth(said(text, "fo:hyphenate")) if text
          set.compact.to_h { |name, value| [name, held(name, value)] }.freeze
        end

        private

        def said(node, name) = node && Names.attribute(node, name)

        def held(name, value)
          property = Properties[name]
          property.hold(value).tap do |nearest|
            unless nearest == value
              values.unknown("#{property.label} of #{property.show(value)} is asked for", property.show(nearest))
            end
          end
        end

        def text_values(node, &parent)
          {font_family: family(node), size: values.length(said(node, "fo:font-size"), of: percent_of(node, "fo:font-size", :size, &parent)),
           bold: bold(said(node, "fo:font-weight")), italic: style(said(node, "fo:font-style")),
           underline: underline(node), strike: strike(node), caps: caps(said(node, "fo:text-transform")),
           small_caps: said(node, "fo:font-variant")&.then { |one| one == "small-caps" },
           color: color(node), background: values.colour(said(node, "fo:background-color")), letter_spacing: letter_spacing(node),
           kerning: values.truth(said(node, "style:letter-kerning"))&.then { |on| on ? 1 : 0 },
           scale: values.percent(said(node, "style:text-scale"))&.round, hidden: hidden(said(node, "text:display")),
           language: language(node)}.merge(position(node, &parent))
        end

        def percent_of(node, attribute, property) = (yield(property) if said(node, attribute).to_s.include?("%"))

        def family(node)
          face = said(node, "style:font-name")
          values.family(said(node, "fo:font-family")) || (face && (@faces[face] || face))
        end

        def bold(weight)
          return if weight.nil?

          BOLD.include?(weight)
        end

        def style(said) = said && %w[italic oblique].include?(said)

        def underline(node)
          kind, type, width = %w[style type width].map { |part| said(node, "style:text-underline-#{part}") }
          return :none if kind == "none" || type == "none"
          return if kind.nil? && type.nil?
          return :words if said(node, "style:text-underline-mode") == "skip-white-space"
          return :double if type == "double"

          line = UNDERLINE.fetch(kind || "solid") { |other| values.unknown("An underline “#{other}” is asked for", :single) }
          (line == :single && %w[bold thick].include?(width)) ? :thick : line
        end

        def strike(node)
          kind, type = %w[style type].map { |part| said(node, "style:text-line-through-#{part}") }
          return if kind.nil? && type.nil?

          ![kind, type].include?("none")
        end

        def caps(said)
          return if said.nil?

          values.unknown("Text is to be shown in “#{said[0, 20]}”", nil) unless %w[none uppercase].include?(said)
          said == "uppercase"
        end

        def color(node)
          return "auto" if values.truth(said(node, "style:use-window-font-color"))

          values.colour(said(node, "fo:color"), none: "auto")
        end

        def letter_spacing(node)
          spacing = said(node, "fo:letter-spacing") or return
          (spacing == "normal") ? 0 : values.length(spacing)
        end

        # §20.427: "none" hides, "true" shows; "condition" as its condition says.
        def hidden(display)
          return if display.nil? || display == "condition"

          display == "none"
        end

        def language(node)
          language, country = %w[language country].map { |part| said(node, "fo:#{part}") }
          return if [nil, "", "none", "zxx"].include?(language)

          [language, (country unless ["none", "", nil].include?(country))].compact.join("-")
        end

        # §20.384: where it stands, and how large it is there.
        def position(node)
          where, size = said(node, "style:text-position")&.split
          return {} unless where

          small = size.nil? || (values.percent(size) || SMALLER) < SMALLER
          shift = {"super" => 33, "sub" => -33}.fetch(where) { values.percent(where) || 0 }
          return {raised: shift.positive? ? :superscript : :subscript, shift: 0} if small && !shift.zero?

          {raised: :baseline, shift: (yield(:size) * shift / 100).round}
        end

        def paragraph_values(node, own, &parent)
          indent, space = indents(node, &parent), spaces(node, &parent)
          {align: align(said(node, "fo:text-align")), **indent, **space, line_spacing: line_spacing(node),
           close_to_same: values.truth(said(node, "style:contextual-spacing")), tabs: tabs(node, &parent),
           shading: values.colour(said(node, "fo:background-color")), borders: borders(node, &parent),
           keep_next: always(said(node, "fo:keep-with-next")), keep_together: always(said(node, "fo:keep-together")),
           break_before: said(node, "fo:break-before")&.then { |one| one == "page" },
           orphans: values.count(said(node, "fo:orphans"), 0..9, "Orphans"), widows: values.count(said(node, "fo:widows"), 0..9, "Widows"),
           right_to_left: direction(said(node, "style:writing-mode"))}.merge(auto_indent(node, own, &parent))
        end

        def align(said)
          said && ALIGN.fetch(said) { values.unknown("An alignment “#{said[0, 20]}” is asked for", nil) }
        end

        def always(said) = said && said == "always"

        def direction(mode)
          return if mode.nil? || mode == "page"

          mode.start_with?("rl")
        end

        MARGINS = {indent_start: "left", indent_end: "right", space_before: "top", space_after: "bottom"}.freeze

        # fo:margin is said of all four, and each side over it (§20.198 and what follows).
        def margin(node, property)
          written = said(node, "fo:margin-#{MARGINS.fetch(property)}") || said(node, "fo:margin") or return
          values.length(written, of: written.include?("%") ? yield(property) : nil)
        end

        def indents(node, &parent)
          first = said(node, "fo:text-indent")
          {indent_start: margin(node, :indent_start, &parent), indent_end: margin(node, :indent_end, &parent),
           indent_first: first && values.length(first, of: first.include?("%") ? yield(:indent_first) : nil)}
        end

        # Of as much as the text is large (§20.242).
        def auto_indent(node, own)
          values.truth(said(node, "style:auto-text-indent")) ? {indent_first: own[:size] || yield(:size)} : {}
        end

        def spaces(node, &parent)
          {space_before: margin(node, :space_before, &parent), space_after: margin(node, :space_after, &parent)}
        end

        # §20.197, §20.331, §20.332
        def line_spacing(node)
          height, least, extra = said(node, "fo:line-height"), said(node, "style:line-height-at-least"), said(node, "style:line-spacing")
          if height == "normal" then Properties::LineSpacing::SINGLE
          elsif height&.include?("%") then multiple(values.percent(height))
          elsif height then spaced(:exact, height)
          elsif least then spaced(:at_least, least)
          elsif extra then spaced(:extra, extra)
          end
        end

        def multiple(percent)
          percent && Properties::LineSpacing.new(rule: :multiple, value: percent.to_f / 100)
        end

        def spaced(rule, written) = (length = values.length(written)) && Properties::LineSpacing.new(rule: rule, value: length)

        # All stops of a style stand in its own element, and none of its parent's beside them (§17.8).
        def tabs(node)
          stops = Names.child(node, "style:tab-stops") or return
          wanted = Names.children(stops, "style:tab-stop").first(100).filter_map { |stop| tab(stop) }
          Properties::TabStop.only(wanted.uniq(&:position), Properties::TabStop.seen(yield(:tabs)))
        end

        def tab(stop)
          position = values.length(said(stop, "style:position")) or return
          leader = said(stop, "style:leader-style")
          text = said(stop, "style:leader-text")
          leader = LEADERS.fetch(leader, :none) if leader
          leader = {"." => :dot, "-" => :hyphen, "_" => :underscore}[text] || leader || :none if text && leader != :none
          align = TABS.fetch(said(stop, "style:type") || "left", :start)
          Properties::TabStop.new(position: position, align: align, leader: leader || :none)
        end

        # fo:border and fo:padding are said of all four, and each side over them.
        def borders(node)
          lines = EDGES.filter_map do |name, side|
            line = values.line(said(node, "fo:border-#{name}") || said(node, "fo:border"))
            distance = values.length(said(node, "fo:padding-#{name}") || said(node, "fo:padding"))
            next unless line || distance

            line ||= yield(:borders)[side] or next
            [side, (line == Properties::Borders::NONE) ? line : line.merge(space: distance || line[:space])]
          end
          lines.empty? ? nil : lines.to_h
        end
      end
    end
  end
end
