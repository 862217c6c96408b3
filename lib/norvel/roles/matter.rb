# frozen_string_literal: true

module Norvel
  class Roles
    # Front and main matter, told by what the headings are called and where they stand, never by how pages are numbered: the main matter
    # begins with the first chapter behind the last known part of the front.
    class Matter
      SHORT = 700 # words of a part of the front whose name says nothing
      UNKNOWN = 3 # such parts in a row
      BEGINS = /\A(?:(?:general )?introduction(?: générale)?|prologue|einleitung|einführung|introducción)\W*\z/i
      OF_THE_TEXT =
        /\A(?:methods?|methodology|results|discussion|conclusions?|methoden?|methodik|ergebnisse|diskussion|fazit|schluss|
          méthodes?|méthodologie|résultats|métodos?|metodología|resultados|discusión|conclusi(?:ón|ones))\W*\z/xi

      # @param manuscript [Manuscript] @param roles [Roles, nil] nil: chapters are told by their levels alone
      # @param cascade [Cascade] of the manuscript
      def initialize(manuscript, roles, cascade = Cascade.new(manuscript))
        @manuscript = manuscript
        @roles = roles
        @cascade = cascade
      end

      # @return [Array<Manuscript::Paragraph>] headings of the first level in the text itself
      def chapters = @chapters ||= @manuscript.blocks.grep(Manuscript::Paragraph).select { |paragraph| chapter?(paragraph) }

      # @return [Manuscript::Paragraph, nil] what the main matter begins with; nil where no chapter says
      def main
        return @main if defined?(@main)

        place = chapters.index { |chapter| !front?(chapter) }
        while place && (further = front_behind(place))
          place = (further + 1...chapters.size).find { |index| !front?(chapters[index]) }
        end
        @main = place && chapters[place]
      end

      private

      def chapter?(paragraph)
        return false if paragraph.blank?

        level = @cascade.paragraph(paragraph)[:outline_level]
        level ? level == 1 : !@roles.nil? && @roles.of(paragraph.id).name == :heading_1
      end

      def front?(chapter) = NamedParts.front?(chapter.text)

      # @return [Integer, nil] a known part of the front behind a chapter that only seemed to be the first
      def front_behind(place)
        ahead = (place...[place + UNKNOWN + 1, chapters.size].min).find { |index| front?(chapters[index]) || of_the_text?(index) }
        ahead if ahead && front?(chapters[ahead]) && early?(chapters[ahead])
      end

      def early?(chapter) = @manuscript.index_of(chapter.id) * 2 < @manuscript.paragraphs.size

      # What is numbered, called as chapters are, divided or long is no part of the front.
      def of_the_text?(place)
        text = chapters[place].text.strip
        [Wording::CHAPTER, BEGINS, OF_THE_TEXT].any? { |known| Wording.without_number(text).match?(known) || text.match?(known) } ||
          Wording.outline(text) || NamedParts::BACK.include?(NamedParts.kind(text)) || numbered?(chapters[place]) ||
          long_or_divided?(place)
      end

      # Where the parts of the front are numbered too, a number says nothing.
      def numbered?(chapter)
        !@cascade.numbering(chapter).nil? && chapters.none? { |other| front?(other) && @cascade.numbering(other) }
      end

      def long_or_divided?(place)
        from = @manuscript.index_of(chapters[place].id) + 1
        to = chapters[place + 1] ? @manuscript.index_of(chapters[place + 1].id) : @manuscript.paragraphs.size
        within = @manuscript.paragraphs[from...to]
        within.sum { |paragraph| paragraph.text.split.size } > SHORT || within.any? do |paragraph|
          !paragraph.blank? && (@cascade.paragraph(paragraph)[:outline_level] || (@roles && Roles.level(@roles.of(paragraph.id).name)))
        end
      end
    end
  end
end
