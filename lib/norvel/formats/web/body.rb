# frozen_string_literal: true

module Norvel
  module Formats
    module Web
      # The body of a page: semantic elements for every block, the well-formed way, so that books can have them too.
      #
      #   body = Body.new(outline, styles, pictures: ->(picture) { … })
      #   body.blocks(outline.whole.blocks)    # String
      #   body.notes(refs)
      class Body
        HEAD = %i[title subtitle author date].freeze
        PLAIN = %i[body list_item block_quotation table_text table_heading footnote other].freeze # roles that elements say themselves
        TYPES = {"lower_letter" => "a", "upper_letter" => "A", "lower_roman" => "i", "upper_roman" => "I"}.freeze

        # @param manuscript [Manuscript] @param outline [Elements::Outline] of it @param styles [Styles]
        # @param pictures [#call] given a Picture, its address, nil where it cannot be shown
        # @param file [#call] given the id of an element, the name of the file it is in where that is another
        # @param breaks [Hash{Integer=>Array<Array(Integer, String)>}] by paragraph what begins a page at an offset
        # @param book [Boolean] whether it is for a book, which knows more kinds of places
        def initialize(manuscript, outline, styles, pictures:, file: ->(_) {}, breaks: {}, book: false)
          @manuscript = manuscript
          @whole = outline.whole
          @styles = styles
          @breaks = breaks
          @book = book
          @file = file
          @numbers = @whole.notes.keys.each_with_index.to_h { |ref, index| [ref, index + 1] }
          @anchors = manuscript.anchors.to_h { |name, id| [name, "p#{id}"] }
          @marked = Hash.new(0)
          @astray = 0
          @words = Words.new(styles, notes: self, pictures: pictures, targets: method(:target))
        end

        # @return [Array<Array(Integer, String, String)>] what the headings of blocks are: level, id, words
        def self.headings(blocks)
          blocks.flat_map do |block|
            words = [block.label, block.text].reject { |one| one.to_s.empty? }.join(" ")
            own = [[block.level, "p#{block.paragraph}", words]] if block.kind == :heading
            own.to_a + headings(block.inner)
          end
        end

        # @return [Integer] links to files that do not come along
        attr_reader :astray

        # @param blocks [Array<Elements::Block>]
        # @return [String]
        def blocks(blocks)
          head = blocks.take_while { |block| block.kind == :text && HEAD.include?(block.role) }
          made = head.any? ? "<header>\n#{head.map { |block| titled(block) }.join("\n")}\n</header>\n" : ""
          made + blocks.drop(head.size).map { |block| block(block) }.join("\n")
        end

        # @param ref [String]
        # @return [String] the mark of a note
        def mark(ref)
          number = @numbers[ref] or return ""
          count = @marked[ref] += 1
          id = (count == 1) ? %( id="r#{number}") : ""
          %(<sup><a#{id} href="#{target("#n#{number}")}" role="doc-noteref"#{type("noteref")}>#{number}</a></sup>)
        end

        # @param refs [Array<String>]
        # @return [String] the notes, nothing where there are none
        def notes(refs)
          return "" if refs.empty?

          items = refs.map { |ref| note(ref) }
          %(<section role="doc-endnotes"#{type("footnotes")} aria-label="Notes">\n<ol start="#{@numbers[refs.first]}">\n) +
            "#{items.join("\n")}\n</ol>\n</section>"
        end

        private

        def type(name) = @book ? %( epub:type="#{name}") : ""

        # A book holds no files but its own, and no names but those of what is in it.
        # @return [String, nil] nil where a link of a book leads nowhere
        def target(said)
          inside = said.start_with?("#")
          id = @anchors.fetch(said.delete_prefix("#"), said.delete_prefix("#")) if inside
          if @book && (inside ? lost?(id) : !said.match?(/\A[a-zA-Z][a-zA-Z0-9+.-]*:/))
            @astray += 1
            return
          end

          inside ? "#{@file.call(id)}##{id}" : said
        end

        # Of notes and their marks, which stand in one file.
        def lost?(id) = @file.call(id).nil? && !id.match?(/\A[nr]\d+\z/)

        def note(ref)
          number = @numbers[ref]
          inner = blocks(@whole.notes.fetch(ref))
          back = %( <a href="#{target("#r#{number}")}" role="doc-backlink" aria-label="Back to the text">↩</a>)
          inner = inner.sub(%r{</p>\z}, "#{back}</p>") if (ended = inner.end_with?("</p>"))
          %(<li id="n#{number}"#{type("footnote")}>#{inner}#{"<p>#{back.strip}</p>" unless ended}</li>)
        end

        def block(block)
          case block.kind
          when :heading then heading(block)
          when :quotation then "<blockquote>\n#{blocks(block.blocks)}\n</blockquote>"
          when :list then list(block)
          when :code then code(block)
          when :markup then %(<pre#{said(block, "mark-up")}>#{escaped(block.text)}</pre>)
          when :break then "<hr#{said(block, nil)}/>"
          when :table then table(block)
          when :figure then figure(block)
          when :contents then contents(block)
          else paragraph(block)
          end
        end

        def escaped(text) = CGI.escapeHTML(text)

        def paragraph(block)
          role = block.role.to_s.tr("_", "-") unless block.role.nil? || PLAIN.include?(block.role)
          "<p#{said(block, role)}>#{words(block)}</p>"
        end

        def titled(block)
          tag = (block.role == :title) ? "h1" : "p"
          "<#{tag}#{said(block, block.role.to_s)}>#{words(block)}</#{tag}>"
        end

        def words(block)
          @words.write(block.pieces, @breaks.fetch(block.paragraph, []))
        end

        # The attributes of a block: its name, its classes, what it has by hand.
        def said(block, role)
          paragraph = block.paragraph && @manuscript.paragraph(block.paragraph)
          classes = [role, paragraph && @styles.of(paragraph.style)].compact
          set = paragraph ? @styles.line(paragraph.properties.except(:numbering, :outline_level, :hidden)) : ""
          turned = ' dir="rtl"' if paragraph && @styles.right_to_left?(paragraph)
          %(#{%( id="p#{block.paragraph}") if block.paragraph}#{%( class="#{classes.join(" ")}") if classes.any?}#{turned}) +
            (set.empty? ? "" : %( style="#{escaped(set)}"))
        end

        def heading(block)
          level = block.level.clamp(1, 6)
          label = block.label.to_s.empty? ? "" : %(<span class="label">#{escaped(block.label)}</span> )
          "<h#{level}#{said(block, nil)}>#{label}#{words(block)}</h#{level}>"
        end

        def list(block)
          tag = (block.format == "bullet") ? "ul" : "ol"
          type = %( type="#{TYPES[block.format]}") if TYPES.key?(block.format)
          start = %( start="#{block.start}") if tag == "ol" && block.start != 1
          "<#{tag}#{type}#{start}>\n#{block.blocks.each_with_index.map { |item, index| item(item, block, index) }.join("\n")}\n</#{tag}>"
        end

        def item(item, list, index)
          task = %( class="task#{" done" if item.done}") unless item.done.nil?
          sign = sign(item, list, index) if item.done.nil?
          "<li#{task}#{sign}>#{blocks(item.blocks)}</li>"
        end

        # A label that a browser would write otherwise.
        def sign(item, list, index)
          label = item.label.to_s
          usual = (list.format == "bullet") ? "•" : "#{ListLabels.write(list.start + index, list.format)}."
          return if label.empty? || label == usual

          %( style="#{escaped(%(list-style-type: "#{label.gsub(/["\\\n]/, "")} "))}")
        end

        def code(block)
          language = %( class="language-#{escaped(block.language)}") if block.language
          "<pre#{said(block, nil)}><code#{language}>#{marked(block)}</code></pre>"
        end

        # A block's text with what begins a page in it.
        def marked(block)
          text, done = block.text, 0
          parts = @breaks.fetch(block.paragraph, []).flat_map do |offset, mark|
            at = offset.clamp(done, text.length)
            [escaped(text[done...at]), mark].tap { done = at }
          end
          parts.join + escaped(text[done..])
        end

        def figure(block)
          caption = block.caption && "<figcaption>#{paragraph(block.caption)}</figcaption>"
          picture = "<div#{said(block, nil)}>#{words(block)}</div>"
          "<figure>#{(block.above ? [caption, picture] : [picture, caption]).compact.join("\n")}</figure>"
        end

        def table(block)
          caption = block.caption && %(<caption#{' class="below"' unless block.above}>#{paragraph(block.caption)}</caption>\n)
          head, body = block.cells.first(block.heads), block.cells.drop(block.heads)
          rows = ->(all, tag) { all.map { |row| "<tr>#{row.map { |cell| cell(cell, tag) }.join}</tr>" }.join("\n") }
          "<table>#{caption}#{"<thead>\n#{rows[head, "th"]}\n</thead>\n" if head.any?}<tbody>\n#{rows[body, "td"]}\n</tbody></table>"
        end

        def cell(cell, tag)
          spans = {colspan: cell.span, rowspan: cell.rows}.reject { |_, count| count == 1 }
          spans = spans.map { |name, count| %( #{name}="#{count}") }.join
          scope = (tag == "th") ? ' scope="col"' : ""
          align = cell.align ? %( class="at-#{cell.align}") : ""
          "<#{tag}#{scope}#{spans}#{align}>#{blocks(cell.blocks)}</#{tag}>"
        end

        # Made anew of the headings, as links.
        def contents(block)
          title = block.caption && %(<p class="contents-heading #{@styles.of(style_of(block.caption))}">#{words(block.caption)}</p>\n)
          called = block.caption ? block.caption.text : "Contents"
          %(<nav role="doc-toc"#{type("toc")} aria-label="#{escaped(called)}">#{title}#{entries}</nav>)
        end

        def style_of(block) = block.paragraph && @manuscript.paragraph(block.paragraph)&.style

        def entries
          Web.nested(self.class.headings(@whole.blocks)) { |_, id, text| %(<a href="#{target("##{id}")}">#{escaped(text)}</a>) }
        end
      end

      module_function

      # @param entries [Array<Array(Integer, String, String)>] level, id, words
      # @yieldreturn [String] what stands for one
      # @return [String] lists in one another
      def nested(entries, &link)
        return "" if entries.empty?

        least = entries.map(&:first).min
        groups = entries.slice_before { |level, _| level == least }.to_a
        items = groups.map do |first, *rest|
          "<li>#{link.call(*first)}#{nested(rest, &link)}</li>"
        end
        "<ol>#{items.join("\n")}</ol>"
      end
    end
  end
end
