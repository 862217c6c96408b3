# frozen_string_literal: true

module Norvel
  class Layout
    # Something floating at its place on a page, points; `over` says that it lies over the text.
    Floated = Struct.new(:inset, :paragraph, :x, :y, :width, :height, :over, keyword_init: true)

    # What floats: which line it goes with, the room that text leaves it, and where it stands (ISO/IEC 29500-1 §20.4.2). Text stands above
    # and below it, beside it on its wider side, or takes no account of it. Where the file asks for text around something whose height
    # depends on the page, text stands above and below it instead, which is said.
    module Floating
      POINT = 12_700.0
      # What something floating takes of the lines beside it: from and to which height below the paragraph's top, and how much of their left
      # and right end, points; `own` is the text's own first letter, or the edge of its column.
      Cut = Struct.new(:from, :to, :left, :right, :own) do
        # @return [Cut] the same, measured from a place so much lower
        def below(height) = self.class.new(from - height, to - height, left, right, own)
      end
      LEAST = 60.0 # points of text beside: less is none
      BOX_MARGIN = {start: 7.2, end: 7.2, top: 3.6, bottom: 3.6}.freeze # points around the text of a box that says nothing (§21.1.2.1.1)

      module_function

      # @param inset [Manuscript::Inset]
      # @return [Boolean] whether its place is known
      def floats?(inset) = inset.kind == :anchor && !inset.anchor.nil? && !inset.width.nil? && !inset.height.nil?

      # @param width [Float] of the column, points
      # @return [Boolean] whether it is laid out as the file asks
      def true?(inset, width)
        return false unless floats?(inset)
        return true if inset.anchor.wrap == :none

        inset.anchor.y_from == :paragraph &&
          (inset.anchor.wrap != :around || (inset.anchor.x_from != :page && !on_both_sides?(inset, width)))
      end

      # @return [Boolean] whether text would stand on both sides of it
      def on_both_sides?(inset, width) = inset.anchor.sides == :both && beside_it(inset, width).min >= LEAST

      # @return [Array(Float, Float)] the room before it and after it in its column, points
      def beside_it(inset, width)
        left = along(inset.anchor.x, own = inset.width / POINT, width)
        [left - gap(inset, :start), width - left - own - gap(inset, :end)]
      end

      # @param inset [Manuscript::Inset] @param width [Float] of the column, points
      # @return [Cut, nil] nil where no text stands beside it
      def cut(inset, width)
        anchor = inset.anchor
        return unless floats?(inset) && anchor.wrap == :around && anchor.x_from != :page
        return unless anchor.y_from == :paragraph && anchor.y.is_a?(Integer)

        before, after = beside_it(inset, width)
        behind = {start: false, end: true}.fetch(anchor.sides) { after >= before }
        return if (behind ? after : before) < LEAST

        top = anchor.y / POINT
        sides = behind ? [width - after, 0.0] : [0.0, width - before]
        Cut.new(top - gap(inset, :top), top + inset.height / POINT + gap(inset, :bottom), *sides)
      end

      # Gives the lines of a paragraph what floats with them, and the room for it above them.
      # @param items [Array<Item>] of one paragraph
      # @return [void]
      def attach(items)
        floats = items.flat_map { |item| (item.line.floats || []).map { |inset| [inset, item] } }
        floats.each do |inset, own|
          item = (inset.anchor.y_from == :paragraph) ? beside(items, inset) : own
          item.floats = (item.floats || []) + [inset]
          next if no_room?(inset, item)

          item.push = (item.push || 0.0) + room(inset)
          item.height += room(inset)
        end
      end

      # @param item [Item] @param page [Page] @param x [Float] @param y [Float] points, where the item begins
      # @return [Array<Floated>]
      def place(item, page, x, y)
        below = y
        item.floats.map do |inset|
          anchor = inset.anchor
          top = if no_room?(inset, item) then vertical(inset, page, y)
          else
            below.tap { below += room(inset) } + gap(inset, :top)
          end
          Floated.new(inset: inset, paragraph: item.paragraph, x: horizontal(inset, page, x, item.setting.width), y: top,
            width: inset.width / POINT, height: inset.height / POINT, over: !anchor.behind)
        end
      end

      # @param inset [Manuscript::Inset] a text box
      # @return [Hash{Symbol=>Float}] points around its text, by side
      def inner(inset) = BOX_MARGIN.merge(inset.anchor.inner.transform_values { |length| length / POINT })

      # @return [Boolean] whether text goes on beside or under it
      def no_room?(inset, item) = inset.anchor.wrap == :none || !cut(inset, item.setting.width).nil?

      def room(inset) = gap(inset, :top) + inset.height / POINT + gap(inset, :bottom)

      def gap(inset, side) = inset.anchor.gaps.fetch(side, 0) / POINT

      # The line that begins where the thing does, measured from the paragraph's top.
      def beside(items, inset)
        return items.first if no_room?(inset, items.first) || !inset.anchor.y.is_a?(Integer)

        y = 0.0
        items.find { |item| (y += item.line.height) > inset.anchor.y / POINT + item.line.height / 2 } || items.last
      end

      def horizontal(inset, page, x, width)
        from, room = {page: [0.0, page.width], margin: [page.left, page.text_width]}.fetch(inset.anchor.x_from) { [x, width] }
        from + along(inset.anchor.x, inset.width / POINT, room)
      end

      def vertical(inset, page, y)
        from, room = {page: [0.0, page.height], margin: [page.top, page.bottom - page.top]}.fetch(inset.anchor.y_from) { [y, 0.0] }
        from + along(inset.anchor.y, inset.height / POINT, room)
      end

      def along(place, own, room)
        place.is_a?(Integer) ? place / POINT : {start: 0.0, center: (room - own) / 2, end: room - own}.fetch(place)
      end

      private_class_method :on_both_sides?, :beside_it, :no_room?, :room, :gap, :beside, :horizontal, :vertical, :along
    end
  end
end
