# frozen_string_literal: true

module Norvel
  module Formats
    module Pdf
      # Bookmarks from the headings, nested by level (ISO 32000-1 §12.3.3).
      class Outline
        OPEN = 40 # with more headings only the first level is open

        Item = Struct.new(:level, :text, :target, :kids, :ref)

        # @param maker [Maker]
        def initialize(maker)
          @maker = maker
          @contents = Contents.new(maker.layout)
        end

        # @return [void]
        def write
          root = Item.new(0, nil, nil, [])
          count = nest(root)
          return if count.zero?

          root.ref = @maker.ref(Type: :Outlines)
          write_kids(root, count)
          @maker.catalog.merge!(Outlines: root.ref, PageMode: :UseOutlines)
        end

        private

        def nest(root)
          open = [root]
          headings.each do |paragraph, level|
            open.pop while open.last.level >= level
            item = Item.new(level, @contents.text(paragraph), paragraph.id, [])
            open.last.kids << item
            open << item
          end
          headings.size
        end

        def headings
          @headings ||= @maker.manuscript.paragraphs.filter_map do |paragraph|
            level = @maker.layout.cascade.paragraph(paragraph)[:outline_level]
            [paragraph, level] if level && !paragraph.blank? && @maker.layout.page_of(paragraph.id)
          end
        end

        # @return [Integer] how many are seen when it is open
        def write_kids(item, count)
          item.kids.each { |kid| kid.ref = @maker.ref(Title: kid.text, Parent: item.ref, Dest: @maker.destination(kid.target)) }
          item.kids.each_cons(2) do |one, other|
            one.ref.data[:Next] = other.ref
            other.ref.data[:Prev] = one.ref
          end
          below = item.kids.sum { |kid| kid.kids.any? ? write_kids(kid, count) : 0 }
          open = item.level.zero? || count <= OPEN
          seen = item.kids.size + ((count <= OPEN) ? below : 0)
          item.ref.data.merge!(First: item.kids.first.ref, Last: item.kids.last.ref, Count: open ? seen : -seen)
          open ? seen : 0
        end
      end
    end
  end
end
