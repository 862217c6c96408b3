# frozen_string_literal: true

module Norvel
  class Layout
    # Notes as items: footnotes for the foot of a column, endnotes behind the text or that of their section, and the room of the rule above.
    class Notes
      # @param manuscript [Manuscript] @param setter [Setter]
      def initialize(manuscript, setter)
        @manuscript = manuscript
        @setter = setter
        @footnotes = {}
        @due = []
        @leads = {}
      end

      # @param ref [String] of a note @param width [Float] of its column, points
      # @return [Array<NoteArea::Entry>] none for an endnote
      def at_foot(ref, width)
        (@footnotes[width] ||= {})[ref] ||= Manuscript.endnote?(ref) ? [] : NoteArea.entries(items(ref, width))
      end

      # The endnotes of a section join those that wait.
      # @param blocks [Array] of the section @param ends [Boolean] whether they are due at its end
      # @return [Array<Item>] what is due
      def at_end(blocks, width, ends:)
        return [] if @manuscript.notes.each_key.none? { |ref| Manuscript.endnote?(ref) }

        insets = blocks.flat_map { |block| Manuscript.paragraphs_in(block) }.flat_map(&:insets)
        @due += insets.filter_map { |inset| inset.ref if inset.kind == :note && Manuscript.endnote?(inset.ref) }
        ends ? @due.slice!(0..).flat_map { |ref| items(ref, width) } : []
      end

      # The file's own separator takes the height of its paragraph (ISO/IEC 29500-1 §17.11.23), or what is said of it.
      # @return [Float] points above the first note
      def lead(width)
        own = @manuscript.asides[Manuscript::NOTE_SEPARATOR]
        said = @manuscript.settings.note_room
        @leads[width] ||= if own
          Flow.height(flow.items(own, width, area: :note))
        else
          (said ? said / 12_700.0 : NoteArea::LEAD)
        end
      end

      private

      def items(ref, width)
        flow.items(@manuscript.notes.fetch(ref, []), width, area: :note, folios: {own_number: @setter.note_label(ref)})
      end

      def flow = Flow.new(@setter, between: @manuscript.settings.between)
    end
  end
end
