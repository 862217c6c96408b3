# frozen_string_literal: true

require "nokogiri"
require_relative "inline_reader"
require_relative "table_reader"
require_relative "notes_reader"

module Norvel
  module Formats
    module Html
      # A web page as elements: what its own elements mean, and the values that the style sheets in it give them. Nothing in it is run or
      # fetched; what is left out is said.
      #
      #   Reader.new(bytes).whole       # Elements::Whole
      class Reader
        DEEPEST = 300 # elements in one another
        HEADINGS = {"h1" => 1, "h2" => 2, "h3" => 3, "h4" => 4, "h5" => 5, "h6" => 6}.freeze
        # Said, and never run or shown.
        LEFT = {"script" => "script", "iframe" => "frame", "frame" => "frame", "object" => "object", "embed" => "object",
                "applet" => "object", "video" => "video", "audio" => "sound", "canvas" => "drawing", "svg" => "drawing",
                "input" => "form field", "select" => "form field", "datalist" => "form field"}.freeze
        SILENT = %w[style template head link meta base title noframes param source track colgroup col].freeze
        BLOCKS = %w[address article aside blockquote body center dd details dialog dir div dl dt fieldset figcaption figure footer form
          h1 h2 h3 h4 h5 h6 header hgroup hr html legend li main menu nav ol p pre search section summary table tbody td tfoot th thead tr
          ul caption].freeze
        ROLES = {"title" => :title, "subtitle" => :subtitle, "author" => :author, "date" => :date, "abstract" => :abstract,
                 "verse" => :verse, "caption" => :caption, "reference-entry" => :reference_entry, "signature" => :signature}.freeze
        MOST = 999_999_999 # that a list begins with, as in CommonMark §5.3
        HEAD = %i[title subtitle author date].freeze # in a header only
        STEP = 36_000 * 10 # EMU, what is described is set in
        FORMATS = {"a" => "lower_letter", "A" => "upper_letter", "i" => "lower_roman", "I" => "upper_roman"}.freeze
        LOOKS = %i[align indent_start indent_end indent_first space_before space_after line_spacing break_before keep_next keep_together
          orphans widows hyphenate right_to_left borders].freeze # of a block
        PASSED = %i[align indent_first line_spacing hyphenate right_to_left orphans widows].freeze # on to what stands in it

        # @return [Told]
        attr_reader :told
        # @return [Hash{Nokogiri::XML::Element=>Integer}] pictures that are in the page itself
        attr_reader :inside

        # @return [Hash{Nokogiri::XML::Element=>Integer}] by the element itself
        def self.inside(document)
          document.css("img[src]").select { |node| node["src"].strip.start_with?("data:") }.each_with_index
            .to_h { |node, index| [node, index + 1] }.compare_by_identity
        end

        # @return [String] what a picture in the page is called
        def self.called(number, source) = "inside #{number}.#{source[%r{\Adata:image/(\w+)}, 1] || "bin"}"

        # @param bytes [String]
        # @raise [FileError]
        def initialize(bytes)
          @told = Told.new
          @decoded = Elements::Decoded.new(bytes)
          @document = parsed(bytes)
          @css = Css::Cascaded.new(@document)
          @told.tell("Style sheets that the page only names are not fetched.") if @css.elsewhere
          @blocks = {}.compare_by_identity
          @inside = self.class.inside(@document)
          @notes = NotesReader.new(@document, self)
          @inline = InlineReader.new(self, @notes)
        end

        # @return [Elements::Whole]
        def whole
          root = @document.at_css("body") || @document.root
          blocks = root ? flow(root, context(root, Context.new)) : []
          notes = @notes.found.transform_values { |node| flow(node, context(node, Context.new)) }
          blocks += unmarked(blocks, notes)
          @told.tell("Part of a style sheet in the page cannot be read; what it says of looks is left out.") if @css.unread
          Elements::Whole.new(blocks: blocks, notes: notes, info: info, warnings: @decoded.warnings + @told.sentences)
        end

        # Values around an element: of text, and of blocks that hand them on.
        Context = Value.define(text: {}, block: {}, size: Css::Values::ROOT, marks: [], link: nil)

        # @param node [Nokogiri::XML::Element] @param around [Context]
        # @return [Context] within it
        def context(node, around)
          said = Css::Values.new(size: around.size).read(@css.of(node))
          text = said.reject { |name, _| LOOKS.include?(name) || name == :background }
          text[:background] = said[:background] if said[:background] && !BLOCKS.include?(node.name)
          around.with(text: around.text.merge(text), block: around.block.slice(*PASSED).merge(said.slice(*LOOKS)),
            size: said[:size] || around.size)
        end

        # @param node [Nokogiri::XML::Element] @param around [Context] within it
        # @return [Array<Elements::Block>]
        def flow(node, around, role: :body)
          made, open = [], []
          close = lambda do
            pieces = @inline.trimmed(open)
            made << text(role, pieces, around) if pieces.any?
            open = []
          end
          node.children.each do |child|
            next open.concat(@inline.pieces(child, around)) unless block?(child)

            close.call
            made.concat(block(child, around))
          end
          close.call
          Elements.captioned(made)
        end

        # @return [Boolean] whether a node begins a block, itself or by what stands in it
        def block?(node)
          return false unless node.element? && !LEFT.key?(node.name) && !SILENT.include?(node.name)
          return true if BLOCKS.include?(node.name)

          @blocks.fetch(node) { @blocks[node] = node.element_children.any? { |one| block?(one) } }
        end

        def text(role, pieces, around, set: nil)
          Elements::Block.new(kind: figure?(pieces) ? :figure : :text, role: role, pieces: pieces, set: set || around.block)
        end

        # @param node [Nokogiri::XML::Element]
        # @return [Array<Elements::Block>]
        def block(node, around)
          return [] if @notes.note?(node)

          here = context(node, around)
          made = one(node, here)
          name = node["id"]
          (name && made.any?) ? [made.first.with(anchor: name), *made.drop(1)] : made
        end

        private

        # What seemed to be a note, and no mark in the text leads to, is text.
        def unmarked(blocks, notes)
          marked = reached(blocks, notes, Set.new)
          lost = notes.except(*marked)
          @told.tell("What looks like a note has no mark in the text; it stands at the end.") if lost.any?
          lost.each_key { |ref| notes.delete(ref) }
          lost.values.flatten(1)
        end

        def reached(blocks, notes, found)
          blocks.each do |block|
            block.pieces.filter_map(&:note).each { |ref| reached(notes.fetch(ref), notes, found) if found.add?(ref) }
            reached(block.inner, notes, found)
          end
          found
        end

        def one(node, here)
          return heading(node, here) if HEADINGS.key?(node.name)

          case node.name
          when "p", "dt", "summary", "legend", "address" then flow(node, here, role: role(node))
          when "blockquote" then quotation(node, here)
          when "ul", "ol", "menu", "dir" then list(node, here)
          when "pre" then code(node)
          when "hr" then [Elements::Block.new(kind: :break)]
          when "table" then TableReader.new(self, node, here).blocks
          when "figure" then figure(node, here)
          when "dd" then flow(node, here.with(block: {indent_start: STEP}.merge(here.block)))
          else flow(node, here, role: role(node))
          end
        end

        def role(node)
          found = node["class"].to_s.downcase.split.filter_map { |name| ROLES[name] }.first
          return :body if found.nil? || (HEAD.include?(found) && node.ancestors("header").empty?)

          found
        end

        def heading(node, here)
          return flow(node, here, role: role(node)) if HEAD.include?(role(node))

          blocks = flow(node, here)
          level = HEADINGS.fetch(node.name)
          blocks.map do |block|
            (block.kind == :text) ? block.with(kind: :heading, level: level, role: nil, pieces: plain(block)) : block
          end
        end

        # Headings are bold of themselves.
        def plain(block)
          bold = ->(name, value) { name == :bold && value }
          Elements::Stretches.evened(block.pieces).map { |piece| piece.with(set: piece.set.reject(&bold)) }
        end

        def quotation(node, here)
          inner = flow(node, here.with(block: here.block.except(:indent_start, :indent_end)))
          inner.empty? ? [] : [Elements::Block.new(kind: :quotation, blocks: inner)]
        end

        def list(node, here)
          ordered = node.name == "ol"
          here = here.with(block: here.block.except(:indent_start, :indent_first))
          items = node.children.flat_map { |child| items(child, here) }
          return [] if items.empty?

          start = Integer(node["start"].to_s, 10, exception: false) || 1
          format = ordered ? FORMATS.fetch(node["type"].to_s, "decimal") : "bullet"
          [Elements::Block.new(kind: :list, format: format, start: start.clamp(0, MOST), blocks: items)]
        end

        def items(child, here)
          return [] if child.text? && child.text.strip.empty?
          return [] unless child.element? || child.text?
          return [] if child.element? && (SILENT.include?(child.name) || @notes.note?(child))

          if child.element? && child.name == "li"
            inside = context(child, here)
            blocks = flow(child, inside.with(block: inside.block.except(:indent_start, :indent_first)))
            return [Elements::Block.new(kind: :item, blocks: blocks, done: checked(child))]
          end
          inner = child.text? ? [text(:body, @inline.trimmed(@inline.pieces(child, here)), here)] : block(child, here)
          inner.empty? ? [] : [Elements::Block.new(kind: :item, blocks: inner)]
        end

        # A box to tick at the beginning of an item says that it is a task.
        def checked(node)
          classes = node["class"].to_s.split
          return classes.include?("done") if classes.include?("task")

          first = node.element_children.first
          first = first.element_children.first || first if first && %w[p label].include?(first.name)
          !first["checked"].nil? if first&.name == "input" && first["type"] == "checkbox"
        end

        def code(node)
          words = node.text.chomp
          language = node.at_css("code")&.[]("class").to_s[/\blanguage-(\S+)/, 1]
          [Elements::Block.new(kind: :code, pieces: [Elements::Piece.new(text: Manuscript::PlainText.clean(words))], language: language)]
        end

        def figure(node, here)
          caption = node.element_children.find { |child| child.name == "figcaption" }
          first = caption && node.element_children.first == caption
          blocks = node.children.reject { |child| child == caption }.slice_when { |one, other| block?(one) || block?(other) }
            .flat_map { |run| flow_of(run, here) }
          words = caption ? flow(caption, context(caption, here), role: :caption) : []
          joined(blocks, words, first)
        end

        def flow_of(nodes, here)
          return block(nodes.first, here) if nodes.size == 1 && block?(nodes.first)

          pieces = @inline.trimmed(nodes.flat_map { |node| @inline.pieces(node, here) })
          pieces.any? ? [text(:body, pieces, here)] : []
        end

        def joined(blocks, words, first)
          return blocks if words.empty?
          one = words.size == 1 && blocks.size == 1 && %i[figure table].include?(blocks.first.kind)
          return first ? words + blocks : blocks + words unless one

          [blocks.first.with(caption: words.first.with(kind: :text), above: first)]
        end

        def figure?(pieces) = pieces.any?(&:picture) && pieces.all? { |piece| piece.picture || piece.text.strip.empty? }

        def info
          meta = ->(name) { @document.at_css("meta[name='#{name}']")&.[]("content")&.strip.then { |said| said unless said.to_s.empty? } }
          title = @document.at_css("title")&.text&.split&.join(" ")
          language = @document.at_css("html")&.[]("lang").to_s.strip
          Manuscript::Info.new(title: (title unless title.to_s.empty?), author: meta["author"], subject: meta["description"],
            keywords: meta["keywords"], language: (language if language.match?(/\A[A-Za-z]{2,3}(-[A-Za-z0-9]+)*\z/)))
        end

        def parsed(bytes)
          text = @decoded.warnings.empty? ? @decoded.text : declared(bytes)
          Nokogiri::HTML5.parse(text, max_tree_depth: DEEPEST, max_errors: 0)
        rescue ArgumentError
          raise FileError, "The page is nested too deeply to be read (#{DEEPEST} elements in one another)."
        end

        # What is no UTF-8 says itself what it is.
        def declared(bytes)
          name = bytes.b[0, 2_048][/charset\s*=\s*["']?\s*([\w-]+)/i, 1] or return @decoded.text
          text = bytes.dup.force_encoding(Encoding.find(name)).encode(Encoding::UTF_8, undef: :replace, invalid: :replace)
          @decoded.warnings.clear
          text
        rescue ArgumentError, EncodingError
          @decoded.text
        end
      end
    end
  end
end
