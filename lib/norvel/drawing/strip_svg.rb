# frozen_string_literal: true

module Norvel
  module Drawing
    # The whole manuscript as drawn ink: each page a segment, each line in true proportion, headings as notches
    # that stick out, blank lines as dots, formatting by hand as ticks on one side, findings on the other. The commonest style is
    # drawn in whole lines, the next ones in dashes of their own, all others in thin lines.
    class StripSvg
      WIDTH = 64.0
      INK_LEFT = 12.0
      INK_WIDTH = 40.0
      GAP = 3.0
      TEXTURES = %w[ink dashed dotted thin].freeze

      # @param layout [Layout] @param findings [Hash{Integer=>Integer}] paragraph id to how many
      def initialize(layout, findings: {})
        @layout = layout
        @findings = findings
      end

      # One page: `height` in units, `ink` what is drawn of it from its own top on.
      Page = Struct.new(:number, :height, :ink)

      # @return [Array<Page>]
      def pages =
        @pages ||= @layout.pages.map do |page|
          (INK_WIDTH / page.width * page.height).then { |height| Page.new(page.number, height, draw(page, height)) }
        end

      # @param page [Layout::Page]
      # @return [String] what is drawn of it, from INK_LEFT on, INK_WIDTH wide
      def ink(page) = draw(page, INK_WIDTH / page.width * page.height)

      # @param known [StripSvg, nil] one that is there already: what is drawn alike on any page of it is named, not drawn again
      # @return [String] an svg element; one page is 56 units high
      def to_s(known: nil)
        there = known ? known.pages.to_h { |page| [page.ink, page.number] } : {}
        y = 0.0
        drawn = pages.map do |page|
          at = y
          y += page.height + GAP
          like = there[page.ink]
          alike = %( data-like="#{like}") if like
          %(<g data-page="#{page.number}" transform="translate(0 #{at.round(1)})"#{alike}>#{page.ink unless like}</g>)
        end
        %(<svg xmlns="http://www.w3.org/2000/svg" class="strip" viewBox="0 0 #{WIDTH.round} #{y.round(1)}" ) +
          %(aria-hidden="true">#{drawn.join}</svg>)
      end

      private

      def draw(page, height)
        scale = INK_WIDTH / page.width
        parts = Hash.new { |found, name| found[name] = [] }
        page.placed.each do |placed|
          next unless %i[body cell].include?(placed.area)

          at = (placed.baseline * scale).round(1)
          from = (INK_LEFT + (placed.x + placed.line.x) * scale).round(1)
          width = (placed.line.width * scale).round(1)
          heading?(placed.paragraph) ? parts["heads"] << "M#{INK_LEFT - 5} #{at}H#{from + width}" :
            (parts[texture(placed.paragraph)] << "M#{from} #{at}h#{width}" if width.positive?)
          next unless placed.line.start.zero?

          if placed.paragraph.empty? then parts["blanks"] << "M#{INK_LEFT + 4} #{at}h0"
          elsif DirectFormatting.objectionable(placed.paragraph).any? then parts["hands"] << "M4 #{at}h4"
          end
          parts["found"] << "M56 #{at}h5" if @findings[placed.paragraph.id]
        end
        %(<rect class="leaf" x="#{INK_LEFT}" y="0" width="#{INK_WIDTH}" height="#{height.round(1)}"/>) + parts.map { |name, strokes|
          %(<path class="#{name}" d="#{strokes.join}"/>)
        }.join
      end

      # @return [String] the texture of the paragraph's style
      def texture(paragraph)
        @textures ||= @layout.manuscript.paragraphs.reject { |one| one.blank? || heading?(one) }
          .map(&:style).tally.sort_by { |_, count| -count }.each_with_index.to_h do |(style, _), rank|
          [style, TEXTURES[[rank, TEXTURES.size - 1].min]]
        end
        @textures.fetch(paragraph.style, TEXTURES.first)
      end

      def heading?(paragraph) = @layout.cascade.paragraph(paragraph)[:outline_level]
    end
  end
end
