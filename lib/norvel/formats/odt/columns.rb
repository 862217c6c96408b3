# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Columns of a page or a section (style:columns, ISO/IEC 26300, part 3, §17.11).
      module Columns
        MOST = 45

        # How many they are, how far apart, and [width, gap behind it] of each, as shares, where they differ.
        Said = Value.define(:count, gap: 0, widths: nil)

        module_function

        # @param node [Nokogiri::XML::Element, nil] @param values [Values]
        # @return [Said, nil] nil where nothing is said
        def read(node, values)
          return unless node

          count = values.count(Names.attribute(node, "fo:column-count"), 1..MOST, "The number of columns") || 1
          gap = values.length(Names.attribute(node, "fo:column-gap"))
          Said.new(count: count, gap: gap || 0, widths: (uneven(node, count) unless gap))
        end

        def uneven(node, count)
          each = Names.children(node, "style:column").first(count)
          return if each.size != count || count < 2

          shares = each.map { |one| Names.attribute(one, "style:rel-width").to_s[/\A(\d{1,6})\*\z/, 1].to_i }
          shares if shares.all?(&:positive?) && shares.uniq.size > 1
        end
        private_class_method :uneven
      end
    end
  end
end
