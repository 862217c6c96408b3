# frozen_string_literal: true

module Norvel
  class Layout
    # Which paragraphs come out as they did in the layout before, so that nothing of their formatting has to be looked at again: the same
    # paragraph in styles of which nothing changed, in the same table, with the same lists.
    class Unchanged
      # @param before [Manuscript, nil] of the layout before @param now [Manuscript]
      def initialize(before, now)
        @before = before
        @now = now
        @possible = !before.nil? && before.lists == now.lists && before.settings == now.settings && before.info == now.info &&
          before.sheet.defaults == now.sheet.defaults && !now.settings.hyphenate
        @styles = {}.compare_by_identity # readers give all paragraphs of a style the one name
      end

      # @param paragraph [Manuscript::Paragraph] that the layout before had as well
      # @return [Boolean]
      def same?(paragraph)
        @possible && style?(paragraph.style) && paragraph.runs.all? { |run| style?(run.style) } && style?(paragraph.mark_style) &&
          (!paragraph.in_table || table?(paragraph.id))
      end

      # @param styles [Array<String>] of a table that the layout before had as well, and of all that stands in it
      # @return [Boolean]
      def styles?(styles) = @possible && styles.all? { |id| style?(id) }

      private

      def style?(id)
        return true if id.nil?
        return @last_same if id.equal?(@last) # of most paragraphs

        @last = id
        known = @styles[id]
        @last_same = known.nil? ? @styles[id] = same_chain?(id) : known
      end

      def same_chain?(id)
        one, other = [@before, @now].map { |manuscript| manuscript.sheet.chain(id) }
        one.size == other.size && one.zip(other).all? { |was, is| was.equal?(is) }
      end

      def table?(id)
        was, is = [@before, @now].map { |manuscript| manuscript.table_of(id) }
        was.equal?(is) && !is.nil? && style?(is.style)
      end
    end
  end
end
