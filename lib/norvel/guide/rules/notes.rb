# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Notes stand at the foot of pages, or at the end.
      class NotesPlace < Rule
        checks "notes_place", area: :structure
        takes :place, :choice, required: true, choices: %w[foot end], says: "where they stand"

        def sentence = "Notes stand at the #{(given(:place) == :foot) ? "foot of their page" : "end"}."

        def applies?(context) = marks(context).any?

        def findings(context)
          marks(context).filter_map do |paragraph, inset|
            own = Manuscript.endnote?(inset.ref) ? :end : :foot
            next if own == given(:place)

            finding(context, paragraph: paragraph, expected: given(:place).to_s, measured: own.to_s,
              message: "A note stands at the #{own}.")
          end
        end

        private

        def marks(context) = within(context, context.manuscript.paragraphs).flat_map do |paragraph|
          paragraph.insets.select { |inset| inset.kind == :note }.map { |inset| [paragraph, inset] }
        end
      end

      # Each note is referred to once, and each mark has its note.
      class NotesOrder < Rule
        checks "notes_complete", area: :structure

        def sentence = "Every note mark has its note, and every note its mark."

        def applies?(context) = context.manuscript.notes.any?

        def findings(context)
          refs = context.manuscript.paragraphs.flat_map do |paragraph|
            paragraph.insets.filter_map { |inset| [paragraph, inset.ref] if inset.kind == :note }
          end
          lost = refs.reject { |_, ref| context.manuscript.notes.key?(ref) }.map { |paragraph, _|
            finding(context, paragraph: paragraph,
              expected: "a note", measured: "none",
              message: "A note mark has no note.")
          }
          empty = refs.select { |_, ref| context.manuscript.notes[ref]&.all? { |block| Manuscript.paragraphs_in(block).all?(&:blank?) } }
          unmarked = context.manuscript.notes.keys - refs.map(&:last)
          lost + empty.map { |paragraph, _|
            finding(context, paragraph: paragraph, expected: "a note", measured: "an empty one",
              message: "The note of this mark is empty.")
          } +
            unmarked.map { |_| finding(context, expected: "a mark", measured: "none", message: "A note is referred to nowhere.") }
        end
      end
    end
  end
end
