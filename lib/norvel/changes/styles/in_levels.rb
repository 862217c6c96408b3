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
        return operation if wanted.empty?

        after = operation.call(manuscript)
        cascade = Cascade.new(after)
        levels = wanted.flat_map { |style, names| overriding(manuscript, style).map { |ref| [ref, names.to_h { |name| [name.to_s, Exceptions.exactly(name, cascade.style(style)[name])] }] } }
        return operation if levels.empty?

        lists = levels.group_by { |ref, _| ref.list }
        said = (levels.size == 1) ? "set in the level of its list too" : "set in #{levels.size} levels of its lists too"
        Series.extending(operation, manuscript, said, lists.map { |list, rows| ["change_list", {"list" => list, "levels" => rows.to_h { |ref, values| [ref.level.to_s, values] }}] })
      end

      # @return [Array<Properties::NumberRef>] places that paragraphs of the style alone have by themselves, and that say an indent
      def overriding(manuscript, style)
        refs = manuscript.paragraphs.group_by { |paragraph| paragraph.properties[:numbering] }
        refs.filter_map do |ref, paragraphs|
          next unless ref&.list && manuscript.lists[ref.list] && paragraphs.all? { |paragraph| paragraph.style == style }

          ref if manuscript.lists[ref.list].levels[ref.level]&.properties&.keys&.intersect?(INDENTS)
        end
      end
    end
  end
end
