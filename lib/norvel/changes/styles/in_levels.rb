# frozen_string_literal: true

module Norvel
  module Changes
    # Indents of a style that the level of a list overrides, since its paragraphs are in the list by themselves (ISO/IEC 29500-1 §17.9.23):
    # they are set in the level as well, so that what was said is what is seen.
    module InLevels
      INDENTS = %i[indent_start indent_first].freeze

      module_function

      # @param operation [Operation] that changes styles @param changing [Hash{String=>Array<Symbol>}] which, and what of them
      # @return [Operation] one that sets the levels too, and says so; itself where no level stands over it
      def set(operation, manuscript, changing)
        wanted = changing.transform_values { |names| names & INDENTS }.reject { |_, names| names.empty? }
        over = wanted.keys.to_h { |style| [style, overriding(manuscript, style)] }
        return operation if over.values.all?(&:empty?)

        cascade = Cascade.new(operation.call(manuscript))
        levels = over.flat_map do |style, refs|
          values = Exceptions.written(cascade.style(style), wanted[style])
          refs.map { |ref| [ref, values] }
        end
        Series.extending(operation, manuscript, said(levels.size), changes(levels))
      end

      # @return [Array<Properties::NumberRef>] places that paragraphs of the style alone have by themselves, and that say an indent
      def overriding(manuscript, style)
        return [] if manuscript.inheritance.levels == :under_styles

        refs = manuscript.paragraphs.group_by { |paragraph| paragraph.properties[:numbering] }
        refs.filter_map do |ref, paragraphs|
          next unless ref&.list && manuscript.lists[ref.list] && paragraphs.all? { |paragraph| paragraph.style == style }

          ref if manuscript.lists[ref.list].levels[ref.level]&.properties&.keys&.intersect?(INDENTS)
        end
      end

      def said(count) = (count == 1) ? "set in the level of its list too" : "set in #{count} levels of its lists too"

      def changes(levels)
        levels.group_by { |ref, _| ref.list }.map do |list, rows|
          ["change_list", {"list" => list, "levels" => rows.to_h { |ref, values| [ref.level.to_s, values] }}]
        end
      end
      private_class_method :overriding, :said, :changes
    end
  end
end
