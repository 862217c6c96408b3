# frozen_string_literal: true

module Norvel
  class Guide
    module Rules
      # Notes stand at the foot of pages, or at the end.
      class NotesPlace < Rule
        checks "notes_place", area: :structure
        takes :place, :choice, required: true, choices: %w[foot end], says: "where they stand"
        learned :notes, trying: [:place]

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

      # Where the numbers of footnotes begin anew.
      class NotesNumbering < Rule
        checks "notes_numbering", area: :structure
        takes :anew, :choice, required: true, choices: %w[never chapter page], says: "where they begin anew", example: "chapter"
        learned :notes, trying: [:anew]

        WHERE = {never: "go on through the whole text", chapter: "begin anew with each chapter", page: "begin anew on each page"}.freeze
        private_constant :WHERE

        def sentence = "Numbers of footnotes #{WHERE.fetch(given(:anew))}."

        def pages? = given(:anew) == :page

        def applies?(context) = notes(context).size > 1

        # Of each stretch the first that is wrong.
        def findings(context)
          numbers = context.layout.note_numbers
          notes(context).chunk_while { |(_, _, one), (_, _, other)| one == other }.with_index.filter_map do |stretch, index|
            first = (index.zero? || given(:anew) != :never) ? 1 : nil
            paragraph, found, wanted = wrong(stretch, numbers, first)
            next unless paragraph

            finding(context, paragraph: paragraph, expected: wanted.to_s, measured: found.to_s, expected_value: wanted,
              measured_value: found, unit: "number",
              message: "The number of this footnote is #{found}; they #{WHERE.fetch(given(:anew))}, so that it is #{wanted}.")
          end
        end

        private

        def wrong(stretch, numbers, first)
          expected = first || numbers[stretch.first[1]]
          stretch.each_with_index do |(paragraph, ref, _), place|
            return [paragraph, numbers[ref], expected + place] unless numbers[ref] == expected + place
          end
          nil
        end

        # @return [Array<Array(Manuscript::Paragraph, String, Object)>] each with the stretch in which its number counts on
        def notes(context)
          chapter = nil
          titles = context.roles.in(:heading_1).to_h { |title| [title.id, true] }
          context.manuscript.paragraphs.flat_map do |paragraph|
            chapter = paragraph.id if titles[paragraph.id]
            refs = paragraph.insets.filter_map { |inset| inset.ref if inset.kind == :note && !Manuscript.endnote?(inset.ref) }
            refs.map { |ref| [paragraph, ref, stretch(context, ref, chapter)] }
          end
        end

        def stretch(context, ref, chapter)
          case given(:anew)
          when :chapter then chapter
          when :page then context.layout.note_pages[ref]
          end
        end
      end

      # Each note is referred to once, and each mark has its note.
      class NotesOrder < Rule
        checks "notes_complete", area: :structure
        learned :notes

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
