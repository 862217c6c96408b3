# frozen_string_literal: true

module Norvel
  class Layout
    # The numbers of notes, in the order of their marks, by the form that the manuscript or the section asks for (ISO/IEC 29500-1
    # §17.11.11, §17.11.19): they may begin anew with each section or page.
    class NoteNumbers
      # @param manuscript [Manuscript]
      def initialize(manuscript)
        @manuscript = manuscript
        @marks = marks
      end

      # @param pages [Array<Page>]
      # @return [Hash{String=>Integer}] the page of each note's mark
      def self.pages_of_marks(pages)
        pages.each_with_object({}) do |page, found|
          page.placed.each { |placed| placed.line.notes&.each { |ref| found[ref] ||= page.number } }
        end
      end

      # @return [Boolean] whether pages have to be known first
      def by_page? = @marks.any? { |_, form, _| form.restart == :page }

      # @param pages [Array<Page>, nil] as laid out with other numbers
      # @return [Hash{String=>String}] by note
      def labels(pages = nil)
        counted(pages).to_h { |ref, form, number| [ref, ListLabels.write(number, form.format, language: @manuscript.info.language)] }
      end

      # @param pages [Array<Page>, nil]
      # @return [Hash{String=>Integer}] by note, however it is written
      def numbers(pages = nil) = counted(pages).to_h { |ref, _, number| [ref, number] }

      private

      # @return [Array<Array(String, Manuscript::NoteForm, Integer)>]
      def counted(pages)
        on_page = pages ? self.class.pages_of_marks(pages) : {}
        counts = {}
        @marks.map do |ref, form, section|
          counter = [Manuscript.endnote?(ref), {section: section, page: on_page[ref]}[form.restart]]
          counts[counter] = counts.key?(counter) ? counts[counter] + 1 : form.start
          [ref, form, counts[counter]]
        end
      end

      # @return [Array<Array(String, Manuscript::NoteForm, Integer)>] each note with its form and section
      def marks
        section = 0
        @manuscript.paragraphs.each_with_object([]) do |paragraph, found|
          paragraph.insets.each { |inset| found << [inset.ref, form(inset.ref, section), section] if inset.kind == :note }
          section += 1 if paragraph.id == @manuscript.sections[section].last && section < @manuscript.sections.size - 1
        end
      end

      def form(ref, section)
        kind = Manuscript.endnote?(ref) ? :endnotes : :footnotes
        @manuscript.sections[section][kind] || @manuscript.settings[kind]
      end
    end
  end
end
