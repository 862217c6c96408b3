# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Page layouts (ISO/IEC 26300, part 3, §16.5 and §17.2): paper, margins, the room for header and footer, columns, numbers.
      class LayoutWriter
        ROOMS = {headers: ["style:header-style", :top, :header, "bottom"], footers: ["style:footer-style", :bottom, :footer, "top"]}.freeze
        ORDER = %w[style:page-layout-properties style:header-style style:footer-style].freeze
        INNER = "style:page-layout-properties"
        TIMES = {"left" => "all", "right" => "all"}.freeze

        # @param kit [Kit] @param settings [Manuscript::Settings] as they are now
        def initialize(kit, settings)
          @kit = kit
          @nodes = kit.nodes
          @settings = settings
        end

        # @param master [Nokogiri::XML::Element] style:master-page, which gets a layout of its own where others have the same
        # @param wish [PagesWriter::Wanted] @param was [PagesWriter::Wanted, nil] @param shown [Hash{Symbol=>Boolean}] whether it has any
        #   :headers and :footers
        # @return [void]
        def dress(master, wish, was, shown)
          layout = own_layout(master)
          properties = @nodes.child(layout, INNER, ORDER)
          paper(properties, wish.page)
          margins(layout, properties, wish.page.margin, shown)
          @nodes.put(properties, "style:num-format", NumberFormats::FOLIOS.key(wish.format) || "1") unless was && was.format == wish.format
          columns(properties, wish) unless was && [was.columns, was.gap, was.widths] == [wish.columns, wish.gap, wish.widths]
          usage(layout)
        end

        # @param usage [String] of pages that it is for alone
        # @return [void]
        def alone(master, usage) = @nodes.put(own_layout(master), "style:page-usage", usage)

        private

        def holder = @holder ||= @nodes.child(@nodes.root, AutomaticStyles::HOLDER, Faces::ORDER)

        def layouts = Names.children(holder, "style:page-layout")

        # As they are read: of two with one name the last counts.
        def named(name) = layouts.reverse.find { |layout| Names.attribute(layout, "style:name") == name }

        def own_layout(master)
          name = Names.attribute(master, "style:page-layout-name")
          layout = named(name)
          return layout if layout && users(name) == [master]

          made = layout ? @nodes.copy(layout) : @nodes.loose("style:page-layout")
          free = StyleNames.free("Page1", layouts.map { |one| Names.attribute(one, "style:name") })
          @nodes.put(made, "style:name", free)
          @nodes.put(master, "style:page-layout-name", free)
          holder.add_child(made)
        end

        def users(name)
          Names.children(Names.child(@nodes.root, "office:master-styles"), "style:master-page")
            .select { |one| Names.attribute(one, "style:page-layout-name") == name }
        end

        def paper(properties, page)
          length(properties, "fo:page-width", page.width)
          length(properties, "fo:page-height", page.height)
          @nodes.put(properties, "style:print-orientation", (page.width > page.height) ? "landscape" : "portrait")
        end

        # Written where it is another one, so that the file keeps its own way of saying it.
        def length(node, name, emu)
          @nodes.put(node, name, Measure.length(emu)) unless Values.new.length(Names.attribute(node, name)) == emu
        end

        def margins(layout, properties, margin, shown)
          shorthand(properties)
          length(properties, "fo:margin-left", margin[:start] + margin[:gutter])
          length(properties, "fo:margin-right", margin[:end])
          ROOMS.each { |kind, row| room(layout, properties, margin, shown[kind], *row) }
        end

        def shorthand(properties)
          all = Names.attribute(properties, "fo:margin") or return
          Speller::SHORTHANDS["fo:margin"].each { |side| @nodes.put(properties, side, all) unless Names.attribute(properties, side) }
          @nodes.put(properties, "fo:margin", nil)
        end

        # The text begins where header and the space under it end.
        def room(layout, properties, margin, shown, style, edge, distance, side)
          outer = shown ? [margin[distance], margin[edge]].min : margin[edge]
          length(properties, "fo:margin-#{edge}", outer)
          return unless shown

          inner = @nodes.child(@nodes.child(layout, style, ORDER), "style:header-footer-properties")
          height = margin[edge] - outer
          gap = Values.new.length(Names.attribute(inner, "fo:margin-#{side}") || Names.attribute(inner, "fo:margin"))&.abs || 0
          gap = [gap, height].min
          length(inner, "fo:margin-#{side}", gap)
          return if Values.new.length(Names.attribute(inner, "svg:height") || Names.attribute(inner, "fo:min-height")) == height - gap

          @nodes.put(inner, "svg:height", nil)
          @nodes.put(inner, "fo:min-height", Measure.length(height - gap))
        end

        def columns(properties, wish)
          Names.child(properties, "style:columns")&.unlink
          return if wish.columns < 2

          said = {"fo:column-count" => wish.columns}
          said["fo:column-gap"] = Measure.length(wish.gap) unless wish.widths
          node = @nodes.make(properties, "style:columns", said)
          wish.widths&.each { |width, gap| @nodes.make(node, "style:column", "style:rel-width" => "#{((width + gap) / 635.0).round}*") }
        end

        def usage(layout)
          present = Names.attribute(layout, "style:page-usage")
          wanted = @settings.mirrored ? "mirrored" : "all"
          @nodes.put(layout, "style:page-usage", wanted) unless (present || "all") == wanted
        end
      end
    end
  end
end
