# frozen_string_literal: true

require_relative "columns"

module Norvel
  module Formats
    module Odt
      # Page layouts and master pages (ISO/IEC 26300, part 3, §16.5 and §16.9) to parts of the manuscript: each stretch under one master
      # page is one.
      class Pages
        MARGINS = {top: "top", bottom: "bottom", start: "left", end: "right"}.freeze
        SIDES = (360_000..72_000_000) # EMU: 1 cm to 2 m
        USAGE = {"left" => :verso, "right" => :recto}.freeze

        # A master page: its design, what its headers and footers hold, and the one that follows it.
        Master = Value.define(:name, design: Manuscript::PageDesign.new, usage: "all", folio: nil, columns: nil, following: nil,
          headers: {}, footers: {})

        # @return [Hash{Symbol=>Object}] what the manuscript's settings have of it: :mirrored, :even_differs, :note_room
        attr_reader :settings

        # @param reader [Reader]
        def initialize(reader)
          @reader = reader
          @values = reader.styles.values
          @root = reader.package.styles
          holder = Names.child(@root, "office:master-styles")
          @nodes = Names.children(holder, "style:master-page").to_h { |node| [said(node, "style:name"), node] }
          @layouts = Names.children(Names.child(@root, "office:automatic-styles"), "style:page-layout").to_h { |node|
            [said(node, "style:name"), node]
          }
          @masters = {}
          @settings = {mirrored: false, even_differs: false}
        end

        # @param starts [Array<StoryReader::Start>] @param last [Integer] the number of the last paragraph
        # @param breaks [Array<Integer>] paragraphs that begin a page
        # @return [Array<Manuscript::Section>]
        def sections(starts, last, breaks)
          stretches = stretches(starts.reject { |start| start.at > last }, breaks)
          stretches.each_with_index.map do |stretch, index|
            @reader.trace&.masters&.store(index, stretch[:master])
            @reader.trace&.imply(index) if stretch[:implied]
            following = stretches[index + 1]
            section(stretch, index.zero?).with(last: following && following[:at] - 1, origin: index)
          end
        end

        private

        def said(node, name) = Names.attribute(node, name).then { |text| text unless text.to_s.empty? }

        # @return [Array<Hash>] by where they begin: the master page, the number of the first page, the columns, and whether a page begins
        def stretches(starts, breaks)
          first = @nodes.key?("Standard") ? "Standard" : @nodes.keys.first
          @reader.trace&.default_master = first
          now = {at: 0, master: first, number: nil, columns: nil, here: false}
          found = [now]
          starts.each do |start|
            next if start.columns && same_columns?(found.last, start)

            now = changed(found.last, start)
            (found.last[:at] == start.at) ? found[-1] = now.merge(here: found.last[:here] && now[:here]) : found << now
          end
          found.flat_map { |stretch| after_first_page(stretch, found, breaks) }
        end

        # @return [Boolean] whether what begins has as many columns as what is there
        def same_columns?(now, start)
          of_page = master(now[:master]).columns&.count || 1
          (now[:columns]&.count || of_page) == ((start.columns == :page) ? of_page : start.columns.count)
        end

        def changed(now, start)
          return now.merge(at: start.at, columns: (start.columns unless start.columns == :page), number: nil, here: true) if start.columns

          master = start.master if start.master && !start.master.empty?
          {at: start.at, master: master || now[:master], number: start.number, columns: nil, here: false}
        end

        # A first page whose master page is followed by another of other paper or margins is a part of its own, up to where a page is begun;
        # where none is, the following ones cannot be told from it before they are laid out.
        def after_first_page(stretch, all, breaks)
          master = master(stretch[:master])
          following = master.following && master(master.following)
          return [stretch] if following.nil? || following.name == master.name || alike?(master, following)

          ends = all.map { |other| other[:at] }.select { |at| at > stretch[:at] }.min
          at = breaks.find { |one| one > stretch[:at] && (ends.nil? || one < ends) }
          unless at
            @values.tell("The pages after the first of “#{master.name}” have another size or other margins; they are shown like the first.")
            return [stretch]
          end
          [stretch, {at: at, master: following.name, number: nil, columns: nil, here: false, implied: true}]
        end

        def alike?(one, other) = one.design.with(margin: edges(one)) == other.design.with(margin: edges(other))

        # The margins of the paper, without the room of header and footer.
        def edges(master) = master.design.margin.slice(:start, :end, :header, :footer)

        def section(stretch, first)
          master = master(stretch[:master])
          following = master.following && master(master.following)
          shown = (following && following.name != master.name && alike?(master, following)) ? following : master
          headers, footers = [shown.headers, shown.footers].map(&:dup)
          first_differs = [headers, footers].any? { |stories| stories.key?(:first) }
          unless shown.equal?(master)
            headers[:first], footers[:first] = [master.headers, master.footers].map { |stories| stories.fetch(:default, []) }
            first_differs = true
            tell_room(master, shown)
          end
          columns = stretch[:columns] || shown.columns
          Manuscript::Section.new(page: shown.design, begins: begins(stretch, master, first),
            folio: Manuscript::Folio.new(format: shown.folio || :decimal, start: stretch[:number]),
            headers: headers, footers: footers, first_differs: first_differs, **columns_of(columns, shown.design))
        end

        def tell_room(master, shown)
          return if master.design == shown.design

          @values.tell("The first page of “#{master.name}” leaves other room for header and footer than the pages after it; here it " \
            "leaves as much as they do.")
        end

        def begins(stretch, master, first)
          return :page if first && master.following.nil?
          return :here if stretch[:here]

          USAGE.fetch(master.usage, :page)
        end

        def columns_of(said, design)
          return {} unless said && said.count > 1

          width = design.text_width
          widths = said.widths&.then { |shares| shares.map { |share| [width * share / shares.sum, 0] } }
          {columns: said.count, column_gap: said.gap, column_widths: widths}.compact
        end

        def master(name)
          @masters[name] ||= @nodes.key?(name) ? read(name, @nodes[name]) : missing(name)
        end

        def missing(name)
          @values.unknown("The file asks for the master page “#{name[0, 60]}”", "one with the usual margins") if name
          Master.new(name: name)
        end

        def read(name, node)
          layout = @layouts[said(node, "style:page-layout-name")]
          properties = Names.child(layout, "style:page-layout-properties")
          usage = (layout && said(layout, "style:page-usage")) || "all"
          note_room(properties)
          headers, footers = %w[header footer].map { |kind| stories(node, kind) }
          @settings[:mirrored] = true if usage == "mirrored"
          @settings[:even_differs] = true if [headers, footers].any? { |stories| stories.key?(:even) }
          Master.new(name: name, design: design(layout, properties, headers, footers), usage: usage,
            folio: properties && NumberFormats.folio(properties, @values), following: said(node, "style:next-style-name"),
            columns: Columns.read(properties && Names.child(properties, "style:columns"), @values), headers: headers, footers: footers)
        end

        # style:footnote-sep (§17.4): the first that says it holds for all.
        def note_room(properties)
          separator = Names.child(properties, "style:footnote-sep") or return
          parts = %w[distance-before-sep width distance-after-sep].map { |name| @values.length(said(separator, "style:#{name}")) }
          @settings[:note_room] ||= parts.compact.sum(&:abs) if parts.any?
        end

        KINDS = {"" => :default, "-left" => :even, "-first" => :first}.freeze

        def stories(node, kind)
          KINDS.filter_map { |ending, name|
            story = Names.child(node, "style:#{kind}#{ending}")
            [name, @reader.margin(story, kind.to_sym)] if story && Names.attribute(story, "style:display") != "false"
          }.to_h
        end

        # A header takes room of the text: its own height and the space under it (§17.3, §16.6).
        def design(layout, properties, headers, footers)
          default = Manuscript::PageDesign.new
          margin = MARGINS.to_h do |edge, name|
            written = properties && (said(properties, "fo:margin-#{name}") || said(properties, "fo:margin"))
            [edge, @values.length(written)&.abs || (properties ? 0 : default.margin[edge])]
          end
          above, below = room(layout, "style:header-style", "bottom", headers), room(layout, "style:footer-style", "top", footers)
          margin = {**margin, gutter: 0, header: margin[:top], footer: margin[:bottom]}
          margin = margin.merge(top: margin[:top] + above, bottom: margin[:bottom] + below)
          Manuscript::PageDesign.new(width: side(properties, "width", default.width), height: side(properties, "height", default.height),
            margin: margin)
        end

        def room(layout, kind, side, stories)
          return 0 if stories.empty? || layout.nil?

          properties = Names.child(Names.child(layout, kind), "style:header-footer-properties") or return 0
          height = %w[svg:height fo:min-height].filter_map { |name| @values.length(said(properties, name)) }.first
          (height&.abs || 0) + (@values.length(said(properties, "fo:margin-#{side}") || said(properties, "fo:margin"))&.abs || 0)
        end

        # Sheets under 1 cm or over 2 m are a fault of the file.
        def side(properties, which, default)
          length = properties && @values.length(said(properties, "fo:page-#{which}")) or return default
          return length if SIDES.cover?(length)

          @values.unknown("The file asks for a sheet with a side of #{Lengths.show(length, "cm")}", Lengths.show(default, "cm"))
          default
        end
      end
    end
  end
end
