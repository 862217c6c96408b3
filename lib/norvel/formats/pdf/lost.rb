# frozen_string_literal: true

module Norvel
  module Formats
    module Pdf
      # What of a manuscript does not go into its PDF.
      class Lost
        # @param layout [Layout] @param picture [Proc] a member of the source to its bytes
        def initialize(layout, picture)
          @layout = layout
          @manuscript = layout.manuscript
          @picture = picture
        end

        # @return [Array<Formats::Format::Lost>] the most frequent first
        def kinds
          found = boxes + comments + signs
          found.tally.map { |what, count| Formats::Format::Lost.new(what: what, count: count) }.sort_by { |kind| -kind.count }
        end

        private

        # Things whose room is kept, and that are not drawn.
        def boxes
          @layout.manuscript.all_paragraphs.flat_map(&:insets).filter_map do |inset|
            next if inset.kind == :note || inset.box
            next ((inset.kind == :symbol) ? nil : (inset.what || inset.kind).to_s.tr("_", " ")) unless inset.image?

            "picture that cannot be drawn: damaged, or no PNG or JPEG" unless drawn?(inset)
          end
        end

        def drawn?(inset)
          (@drawn ||= {}).fetch(inset.ref) do
            @drawn[inset.ref] = !!(inset.ref && (data = @picture&.call(inset.ref)) && Picture.drawn?(data))
          end
        end

        # Characters that no font here has.
        def signs
          @layout.lines_with_stand_ins.flat_map do |_, placed|
            pieces = placed.setting.pieces(placed.line).select { |piece| piece.format.nowhere? }
            ["sign that no font here has"] * pieces.sum { |piece| piece.text.length }
          end
        end

        def comments = @manuscript.matters.select { |matter| matter.kind == :comment }.map { "comment" }
      end
    end
  end
end
