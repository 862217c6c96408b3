# frozen_string_literal: true

module Norvel
  module Report
    # The layout, as `pages --json` says it: points, x from the left paper edge, baseline from the top.
    class Pages
      # @param layout [Layout]
      def initialize(layout)
        @layout = layout
        @manuscript = layout.manuscript
      end

      # @return [Hash] of plain JSON values
      def to_h
        {exact: @layout.exact?, substitutions: @layout.substitutions.map { |match|
          {asked: match.asked, used: match.used, match: match.match.to_s}
        },
         approximations: @layout.approximations.map { |approximation|
           {
             kind: approximation.kind.to_s, page: approximation.page,
             paragraph: approximation.paragraph && @manuscript.index_of(approximation.paragraph)
           }
         }.uniq,
         pages: @layout.pages.map { |page| page_entry(page) }}
      end

      private

      def page_entry(page)
        {number: page.number, folio: page.folio, part: page.part, exact: !@layout.inexact.key?(page.number),
         width_pt: page.width.round(1), height_pt: page.height.round(1),
         turn: {reason: page.turn.reason.to_s, paragraph: page.turn.paragraph && @manuscript.index_of(page.turn.paragraph),
                empty_pt: page.turn.empty.round(2)},
         lines: page.placed.map { |placed| line_entry(placed) }}
      end

      def line_entry(placed)
        line = placed.line
        setting = placed.setting
        text = %i[body cell].include?(placed.area)
        {area: placed.area.to_s, column: placed.column || 0, paragraph: text ? @manuscript.index_of(placed.paragraph.id) : nil,
         start: line.start, end: line.end, x_pt: (placed.x + line.x).round(2), baseline_pt: placed.baseline.round(2),
         width_pt: line.width.round(2), text: setting.text_of(line).sub(/(?<![[:space:]])[[:space:]]++\z/, ""),
         hyphenated: line.hyphenated, label: line.start.zero? ? setting.label&.text : nil}
      end
    end
  end
end
