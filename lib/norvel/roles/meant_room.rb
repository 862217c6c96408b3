# frozen_string_literal: true

module Norvel
  class Roles
    # Blank lines whose room means something and which no style makes: between stanzas; in what is no book above a signature and around
    # what is kept as it stands. Taking them out would join what stands apart.
    class MeantRoom
      AROUND = %i[other verse signature form_field date].freeze # roles round which the room is no habit of typing
      ROOM = 38_100 # EMU: 3 pt between two paragraphs are room

      # @param manuscript [Manuscript] @param roles [Roles] @param cascade [Cascade] of it
      def initialize(manuscript, roles, cascade = Cascade.new(manuscript))
        @manuscript = manuscript
        @roles = roles
        @cascade = cascade
      end

      # @return [Set<Integer>] ids of blank lines that might go otherwise
      def ids
        @ids ||= EmptyParagraphs.rows(@manuscript, EmptyParagraphs.removable(@manuscript).to_set(&:id))
          .select { |row| row.above && row.below && apart?(row.above, row.below) }.flat_map(&:blanks).to_set(&:id)
      end

      private

      def apart?(above, below)
        roles = [above, below].map { |paragraph| @roles.of(paragraph.id).name }
        return false if roles.any? { |role| Roles.level(role) }
        # The lines of a stanza have what room their style makes as well.
        return true if roles == %i[verse verse] && @roles.genre == :verse

        !room?(above, below) && (roles == %i[verse verse] || (!@roles.genre.nil? && roles.intersect?(AROUND)))
      end

      def room?(above, below) = [@cascade.paragraph(above)[:space_after], @cascade.paragraph(below)[:space_before]].max >= ROOM
    end
  end
end
