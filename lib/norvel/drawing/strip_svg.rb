# frozen_string_literal: true

module Norvel
  module Drawing
    # The whole manuscript as drawn ink: each page a segment, each line in true proportion, headings as notches
    # that stick out, blank lines as dots, formatting by hand as ticks on one side, findings on the other.
    class StripSvg
      WIDTH = 64.0
      INK_LEFT = 12.0
      INK_WIDTH = 40.0
      GAP = 3.0

      # @param layout [Layout] @param findings [Hash{Integer=>Integer}] paragraph id to how many
      def initialize(layout, findings: {})
        @layout = layout
        @findings = findings
      end

      # @return [String] an svg element; one page is 56 units high
      def to_s
        y = 0.0
        pages = @layout.pages.map do |page|
          height = INK_WIDTH / page.width * page.height
          drawn = draw(page, y, height)
          y += height + GAP
          drawn
        end
        %(<svg xmlns="http://www.w3.org/2000/svg" class="strip" viewBox="0 0 #{WIDTH.round} #{y.round(1)}" aria-hidden="true">#{pages.join}</svg>)
      end

      private

      def draw(page, y, height)
        scale = INK_WIDTH / page.width
        ink, heads, hands, blanks, found = [], [], [], [], []
        page.placed.each do |placed|
          next unless %i[body cell].include?(placed.area)

          at = (y + placed.baseline * scale).round(1)
          from = (INK_LEFT + (placed.x + placed.line.x) * scale).round(1)
          width = (placed.line.width * scale).round(1)
          heading?(placed.paragraph) ? heads << "M#{INK_LEFT - 5} #{at}H#{from + width}" : (ink << "M#{from} #{at}h#{width}" if width.positive?)
          next unless placed.line.start.zero?

          if placed.paragraph.empty? then blanks << "M#{INK_LEFT + 4} #{at}h0"
          elsif DirectFormatting.objectionable(placed.paragraph).any? then hands << "M4 #{at}h4"
          end
          found << "M56 #{at}h5" if @findings[placed.paragraph.id]
        end
        %(<g data-page="#{page.number}"><rect class="leaf" x="#{INK_LEFT}" y="#{y.round(1)}" width="#{INK_WIDTH}" height="#{height.round(1)}"/>) +
          {"ink" => ink, "heads" => heads, "hands" => hands, "blanks" => blanks, "found" => found}.map { |name, parts| parts.empty? ? "" : %(<path class="#{name}" d="#{parts.join}"/>) }.join + "</g>"
      end

      def heading?(paragraph) = @layout.cascade.paragraph(paragraph)[:outline_level]
    end
  end
end
