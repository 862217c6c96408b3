# frozen_string_literal: true

require "cgi/escape"

module Norvel
  module Drawing
    # The family of paragraph styles as a tree, root to leaves: each style by its name in its own look, its own values
    # only, and how often it is used.
    class FamilySvg
      WIDTH = 800
      STEP = 26 # units a generation is set in
      VALUES_X = 372
      LARGEST = 26.0
      SMALLEST = 11.0
      MOST = 600 # styles that are drawn
      DEEPEST = 12 # generations that are set in

      # @param manuscript [Manuscript] @param cascade [Cascade]
      # @param show [Symbol] :used, :unused or :all
      # @param kind [Symbol] :paragraph or :character
      # @param uses [Hash{String=>Integer}, nil] by style id; nil: how often they are used is not said
      # @param chosen [Array<String>] ids @param names [Hash{String=>Object}] what rows are called, by id; their ids where there is none
      # @param rows [String] attributes of what holds the rows
      def initialize(manuscript, cascade, uses: nil, show: :all, kind: :paragraph, chosen: [], names: {}, rows: "")
        @sheet = manuscript.sheet
        @cascade = cascade
        @formats = Layout::FormatTable.new(Fonts.of(manuscript))
        @uses = uses
        @show = show
        @kind = kind
        @chosen = chosen
        @names = names
        @rows = rows
      end

      # @return [String] an svg element
      def to_s
        @out = +""
        @y = 8.0
        @lines = {}
        ordered.first(MOST).each { |style, depth| draw(style, depth) }
        @lines.each { |id, (x, from, ends)| branch(x, from, ends) if ends.any? && id }
        more(ordered.size - MOST) if ordered.size > MOST
        %(<svg xmlns="http://www.w3.org/2000/svg" class="family" viewBox="0 0 #{WIDTH} #{(@y + 8).round}" role="listbox" ) +
          %(aria-multiselectable="true" aria-label="The family of #{@kind} styles" #{@rows}>#{@out}</svg>)
      end

      private

      # An ancestor of a style that is shown is shown too, or the tree would fall apart.
      def shown
        @shown ||= @sheet.of_kind(@kind).then do |all|
          case @show
          when :all then all
          when :unused then all.select { |style| @uses[style.id].to_i.zero? && !style.hidden }
          else
            kept = @sheet.ancestry.with_those_over(all.map(&:id).select { |id| @uses[id].to_i.positive? })
            all.select { |style| kept.key?(style.id) }
          end
        end
      end

      # @return [Array<Array(StyleSheet::Style, Integer)>] as they stand below each other, with their generation
      def ordered
        @ordered ||= begin
          known = shown.to_h { |style| [style.id, style] }
          children = shown.group_by { |style| parent(style, known) }
          waiting = (children[nil] || []).reverse.map { |style| [style, 0] }
          found = []
          while (style, depth = waiting.pop)
            found << [style, depth]
            (children[style.id] || []).reverse_each { |child| waiting << [child, depth + 1] }
          end
          found
        end
      end

      def parent(style, known) = @sheet.ancestry.parent(style.id).then { |id| id if known.key?(id) }

      def draw(style, depth)
        format = @formats.text(@cascade.style(style.id))
        size = format.size.clamp(SMALLEST, LARGEST)
        height = [size * 1.25 + 12, 30].max
        base = @y + height / 2 + size * 0.32
        x = 34 + [depth, DEEPEST].min * STEP
        @lines[@sheet.ancestry.parent(style.id)]&.last&.push(@y + height / 2)
        @lines[style.id] = [x + 4, base + 5, []]
        row(style, format, size, x, base, height)
        @y += height
      end

      def more(count)
        @y += 24
        @out << %(<text class="own" x="34" y="#{@y.round(1)}">and #{count} more</text>)
      end

      def row(style, format, size, x, base, height)
        colour = (format.color == "auto") ? "" : %( fill="#{format.color}")
        here = @chosen.include?(style.id)
        @focus ||= @chosen.find { |id| ordered.any? { |one, _| one.id == id } } || ordered.first.first.id
        @out << %(<g class="kin" role="option" data-row="#{h(@names.fetch(style.id, style.id))}" aria-selected="#{here}" ) +
          %(tabindex="#{(style.id == @focus) ? 0 : -1}" aria-label="#{h(said(style))}">) +
          %(<rect class="row" x="0" y="#{@y.round(1)}" width="#{WIDTH}" height="#{height.round(1)}"/>)
        @out << %(<text class="code" x="26" y="#{base.round(1)}">#{h(@sheet.marks[style.id])}</text>)
        @out << %(<text class="specimen f-#{format.face.name}" x="#{x + 8}" y="#{base.round(1)}" ) +
          %(font-size="#{size.round(1)}"#{colour}>#{h(format.shown(style.name)[0, 40])}</text>)
        @out << %(<text class="own" x="#{VALUES_X}" y="#{base.round(1)}">#{h(own(style))}</text>)
        @out << %(<text class="uses" x="#{WIDTH - 12}" y="#{base.round(1)}">#{@uses[style.id].to_i}</text>) if @uses
        @out << "</g>"
      end

      # What is heard of it.
      def said(style)
        above = @sheet[@sheet.ancestry.parent(style.id)]&.name
        ["#{style.name}, #{own(style)}",
          ("based on #{above}" if above), ("used #{@uses[style.id].to_i} times" if @uses)].compact.join(", ")
      end

      def own(style)
        words = style.properties.filter_map { |name, value| Properties::Words.of(name, value) unless %i[language numbering].include?(name) }
        text = words.join(", ")
        text = text[0, 66].rpartition(", ").first + " …" if text.length > 68
        text.empty? ? "nothing of its own" : text
      end

      def branch(x, from, ends)
        twigs = ends.map { |y| "M#{x} #{y.round(1)}H#{x + STEP}" }
        @out << %(<path class="branch" d="M#{x} #{from.round(1)}V#{ends.last.round(1)}#{twigs.join}"/>)
      end

      def h(text) = CGI.escapeHTML(text.to_s)
    end
  end
end
