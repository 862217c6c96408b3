# frozen_string_literal: true

module Norvel
  module Formats
    module Epub
      # The first page as a picture: its lines where they stand on paper.
      class Cover
        # @param layout [Layout]
        def initialize(layout)
          @layout = layout
          @page = layout.pages.first
        end

        # @return [String]
        def svg
          lines = @page ? @page.text_lines.reject { |placed| placed.paragraph.blank? }.map { |placed| line(placed) } : []
          width, height = @page ? [@page.width, @page.height] : [595, 842]
          %(<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 #{n(width)} #{n(height)}" ) +
            %(width="#{n(width)}" height="#{n(height)}">\n<rect width="100%" height="100%" fill="#ffffff"/>\n#{lines.join("\n")}\n</svg>\n)
        end

        private

        def n(number) = number.round(2).to_s.delete_suffix(".0")

        def line(placed)
          look = @layout.cascade.run(placed.paragraph, placed.paragraph.runs.find { |run| !run.text.strip.empty? } || Manuscript::Run.new)
          words = placed.setting.text_of(placed.line).delete("#{Manuscript::INSET_MARK}\u00AD").strip
          family = CGI.escapeHTML(look[:font_family].delete(%(")))
          %(<text x="#{n(placed.x + placed.line.x)}" y="#{n(placed.baseline)}" font-family="'#{family}', serif" ) +
            %(font-size="#{n(look[:size] / 12_700.0)}"#{' font-weight="bold"' if look[:bold]}#{' font-style="italic"' if look[:italic]} ) +
            %(textLength="#{n([placed.line.width, 1].max)}" lengthAdjust="spacingAndGlyphs">#{CGI.escapeHTML(words)}</text>)
        end
      end
    end
  end
end
