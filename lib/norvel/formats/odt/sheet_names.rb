# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # What the styles of a sheet are called in a file: as they were, and new ones by their id, where that can be a name.
      class SheetNames
        FAMILIES = {paragraph: Styles::PARAGRAPH, character: Styles::TEXT, table: "table"}.freeze

        # @param sheet [StyleSheet] @param id [String, nil] of a style
        # @return [Object] what it comes to through those over it
        def self.under(sheet, id, property)
          node = id && sheet.ancestry.node(id)
          return sheet.defaults.fetch(property) { Properties::DEFAULTS[property] } unless node
          return node.stacked[property] if node.stacked.key?(property)

          node.nearest[property]&.properties&.fetch(property) || sheet.defaults.fetch(property) { Properties::DEFAULTS[property] }
        end

        # @param before [StyleSheet] as read @param now [StyleSheet]
        def initialize(before, now)
          @before = before
          @now = now
          @names = {}
        end

        # @param id [String, nil]
        # @return [String, nil] nil: of what stands in place of a default style, and is in no file
        def of(id)
          return if id.nil?

          @names.fetch(id) { @names[id] = name(id) }
        end

        # @return [String] the id that it has when the file is read again
        def read_as(id)
          name = of(id) or return Styles::NONE
          return name unless style(id)&.kind != :paragraph && paragraphs.include?(name)

          "#{name} (#{FAMILIES[style(id).kind]})"
        end

        # @return [Array<String>] all names that common styles have
        def all = (@before.styles.keys | @now.styles.keys).filter_map { |id| of(id) }

        private

        def style(id) = @now[id] || @before[id]

        def name(id)
          style = style(id) or return id
          return plain_default(style) if id == Styles::NONE
          return id.delete_suffix(" (#{FAMILIES[style.kind]})") if @before[id]

          StyleNames.free(StyleNames.spelled(id), taken(style.kind))
        end

        # What no file says needs no style; a sheet that came in may have put one in its place.
        def plain_default(style)
          Styles::DEFAULT unless style == @before[Styles::NONE]
        end

        def taken(kind) = @before.styles.values.select { |style| style.kind == kind }.map { |style| of(style.id) } + @names.values

        def paragraphs = @before.styles.merge(@now.styles).values.select { |style| style.kind == :paragraph }.map { |style| of(style.id) }
      end
    end
  end
end
