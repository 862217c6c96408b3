# frozen_string_literal: true

module Norvel
  module Formats
    module Elements
      # The words of a paragraph as pieces: what stands out from its other words is emphasis, whatever says so.
      class Stretches
        ALONE = %i[strong emphasis].freeze
        NONE = Manuscript::Run.new

        # @param cascade [Cascade] @param fonts [Fonts::Book] @param links [Hash] as Format#links
        # @param lose [#call] told what no piece says
        def initialize(cascade, fonts, links, lose)
          @cascade = cascade
          @fonts = fonts
          @links = links
          @lose = lose
          @marks = {}
          @known = {}
        end

        # @param paragraph [Manuscript::Paragraph]
        # @return [Array<Piece>] neighbours that are alike joined
        def of(paragraph) = @known[paragraph.id] ||= Elements.joined(paragraph.runs.flat_map { |run| pieces(run, paragraph) }).freeze

        # @param pieces [Array<Piece>]
        # @return [Array<Piece>] without the emphasis that all of them have
        def self.evened(pieces)
          worded = pieces.reject { |piece| piece.text.strip.empty? }
          shared = worded.map(&:marks).reduce(:&).to_a & ALONE
          shared.empty? ? pieces : pieces.map { |piece| piece.with(marks: piece.marks - shared) }
        end

        private

        def pieces(run, paragraph)
          return [] if note_gap?(run, paragraph)

          run.held.each { |held| @lose.call(held.start_with?("hidden") ? "hidden passage" : "part that Norvel does not know") }
          marks = marks(run, paragraph)
          link = target(run, paragraph)
          insets = run.insets.dup
          run.text.delete("\f").split(/(#{Manuscript::INSET_MARK})/o).reject(&:empty?).filter_map do |text|
            next inset(insets.shift, link) if text == Manuscript::INSET_MARK && insets.any?

            Piece.new(text: text, marks: marks, link: link, set: run.properties, style: run.style)
          end
        end

        def note_gap?(run, paragraph)
          run.generated && run.text == " " && run.field.nil? && paragraph.runs.first&.field == :own_number
        end

        def inset(inset, link)
          return Piece.new(text: "", note: inset.ref) if inset.kind == :note
          return Piece.new(text: "", picture: picture(inset), link: link) if inset.image?

          @lose.call((inset.what || inset.kind).to_s.tr("_", " ")) unless inset.box
          nil
        end

        def picture(inset) =
          Picture.new(ref: inset.ref, alt: inset.alt, width: inset.width, height: inset.height, decorative: inset.decorative)

        def target(run, paragraph)
          return unless run.link

          @links.fetch([run.home || paragraph.id, run.origin]) { run.link if run.link.is_a?(String) }
        end

        def marks(run, paragraph)
          base = @cascade.run(paragraph, NONE)
          @marks[[run.style, run.within, run.properties, base, run.link.nil?]] ||= begin
            own = @cascade.run(paragraph, run)
            (named(run) | seen(own, base, linked: !run.link.nil?)).sort_by { |mark| MARKS.index(mark) }.freeze
          end
        end

        BY_STYLE = PlainSheet::CHARACTER.invert.transform_keys(&:to_s).freeze
        private_constant :BY_STYLE

        def named(run) = [*run.within, run.style].filter_map { |id| BY_STYLE[id] }

        def monospaced?(values) = @fonts.kind(values[:font_family]) == :monospaced

        def seen(own, base, linked:)
          marks = []
          marks << :strong if own[:bold] && !base[:bold]
          marks << :emphasis if own[:italic] != base[:italic]
          marks << :superscript if own[:raised] == :superscript
          marks << :subscript if own[:raised] == :subscript
          marks << :strike if own[:strike] && !base[:strike]
          marks << :underline if !linked && own[:underline] != :none && base[:underline] == :none
          marks << :small_caps if own[:small_caps] && !base[:small_caps]
          marks << :code if monospaced?(own) && !monospaced?(base)
          marks.include?(:code) ? marks - ALONE : marks
        end
      end
    end
  end
end
