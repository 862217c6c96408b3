# frozen_string_literal: true

module Norvel
  module Formats
    module Web
      # The sheet of a manuscript as a style sheet of CSS: a class for each style in use, and what a parent says once for all under it;
      # page design and folios for print.
      #
      #   styles = Styles.new(manuscript, cascade)
      #   styles.of("Body1")     # "s-body-text"
      #   styles.css
      class Styles
        BARE = <<~CSS
          p, h1, h2, h3, h4, h5, h6, ol, ul, li, figure, figcaption, blockquote, pre, table, caption, td, th, dl {
            margin: 0; padding: 0; font: inherit; text-align: inherit;
          }
          body { margin: 0 auto; padding: 2em 1.25em; max-width: 42em; }
          ol, ul { padding-inline-start: 2.25em; }
          li > p[class] { margin-inline-start: 0; text-indent: 0; }
          table { border-collapse: collapse; margin-block: 0.75em; width: 100%; border-block: 0.75pt solid; }
          th, td { padding: 0.15em 0.4em; vertical-align: top; text-align: start; }
          thead th { border-block-end: 0.5pt solid; font-weight: bold; }
          .below { caption-side: bottom; }
          .at-center { text-align: center; }
          .at-end { text-align: end; }
          img { max-width: 100%; height: auto; }
          pre { white-space: pre-wrap; }
          hr { border: 0; text-align: center; margin-block: 1em; }
          hr::before { content: "* * *"; }
          em { font-style: italic; }
          strong { font-weight: bold; }
          code { font-family: "Liberation Mono", monospace; }
          sup, sub { line-height: 0; font-size: 75%; }
          .task { list-style-type: "☐ "; }
          .task.done { list-style-type: "☑ "; }
          .small-caps { font-variant-caps: small-caps; }
          [role=doc-endnotes] { margin-block-start: 2em; border-block-start: 0.5pt solid; padding-block-start: 0.5em; }
          [role=doc-toc] ol { list-style: none; }
          [role=doc-toc] > ol { padding-inline-start: 0; }
          [role=doc-toc] li > a { display: inline-block; min-height: 24px; min-width: 24px; }
        CSS
        PAGE = {center: "center", start: "left", end: "right", justify: "center"}.freeze

        # @param manuscript [Manuscript] @param cascade [Cascade]
        def initialize(manuscript, cascade)
          @manuscript = manuscript
          @cascade = cascade
          @names = {}
          @used = Set.new
          @written = Css::Written.new(Fonts.of(manuscript))
        end

        # Said by an attribute: a book's sheet may not say it (EPUB 3.3 §6.3.1.2), and pages should not (HTML §3.2.6.4).
        # @return [Boolean] whether a paragraph goes from right to left
        def right_to_left?(paragraph) = @cascade.paragraph(paragraph)[:right_to_left]

        # @param id [String, nil] of a style
        # @return [String, nil] its class
        def of(id)
          style = @manuscript.sheet[id] or return
          @used << id
          plain = style.name.unicode_normalize(:nfd).downcase.gsub(/\p{Mn}/, "")
          @names[id] ||= free("s-#{plain.scan(/[a-z0-9]+/).join("-")}")
        end

        # @param id [String, nil] of a character style
        # @return [Hash{Symbol=>Object}, nil] what it comes to
        def own(id) = id && (@own ||= {}).fetch(id) { @own[id] = @manuscript.sheet.chain(id).map(&:properties).reduce({}, :merge) }

        # @param set [Hash{Symbol=>Object}] values by hand
        # @return [String] declarations
        def line(set) = @written.line(set)

        # @param pages [Boolean] whether there are pages when it is printed
        # @return [String] when all that has a class has asked for it
        def css(pages: true) = [BARE, base, *rules, (page if pages)].compact.join("\n")

        private

        def free(name)
          name = "#{name}-" while @names.value?(name)
          name
        end

        def base
          under = Properties::DEFAULTS.slice(:font_family, :size, :orphans, :widows).merge(@manuscript.sheet.defaults.except(:numbering))
          "body { #{@written.line(under.except(:space_before, :space_after, :indent_start, :indent_end, :break_before))}; }"
        end

        # A rule for each style over those in use, the highest first: what it says itself, for it and all under it.
        def rules
          sheet = @manuscript.sheet
          over = @used.to_h { |id| [id, sheet.chain(id)] }
          over.values.flatten(1).uniq.sort_by { |style| [sheet.chain(style.id).size, style.name] }.filter_map do |style|
            said = @written.line(style.properties.except(:numbering, :outline_level, :hidden))
            next if said.empty?

            "#{over.select { |_, chain| chain.include?(style) }.keys.map { |id| ".#{of(id)}" }.join(", ")} { #{said}; }"
          end
        end

        # CSS Paged Media 3.
        def page
          design = @manuscript.sections.last.page
          edges = %i[top end bottom start].map { |edge| "#{(design.margin.fetch(edge) / 36_000.0).round(1)}mm" }
          said = "size: #{(design.width / 36_000.0).round(1)}mm #{(design.height / 36_000.0).round(1)}mm; margin: #{edges.join(" ")};"
          "@page { #{said}#{" #{folio}" if folio} }\n@media print { body { max-width: none; padding: 0; } }"
        end

        def folio
          section = @manuscript.sections.last
          {headers: "top", footers: "bottom"}.each do |stories, edge|
            lines = Manuscript.paragraphs_of([section.public_send(stories)[:default] || []])
            line = lines.find { |one| one.runs.any? { |run| run.field == :page } }
            return "@#{edge}-#{PAGE.fetch(@cascade.paragraph(line)[:align])} { content: counter(page); }" if line
          end
          nil
        end
      end
    end
  end
end
