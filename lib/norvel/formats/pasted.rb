# frozen_string_literal: true

require "nokogiri"

module Norvel
  module Formats
    # What was copied elsewhere, as blocks of plain data: what each is and its words with their emphasis. Fonts, sizes and
    # colours do not come along.
    #
    #   Pasted.read(html: "<h2>Bells</h2><p>All <em>of</em> them.</p>")
    # # => [{"role" => "heading_2", "runs" => [["Bells", []]]}, {"role" => "body", "runs" => [["All ", []], ["of",
    # ["italic"]], [" them.", []]]}]
    class Pasted
      LARGEST = 2_000_000 # characters
      BLOCKS = {"blockquote" => "block_quotation", "li" => "list_item", "pre" => "code", "figcaption" => "caption",
                "caption" => "caption"}.freeze
      SPLITTING = %w[p div h1 h2 h3 h4 h5 h6 li blockquote pre figcaption caption ul ol table tr td th section article header footer main
        body dl dt dd].freeze
      INLINE = {"em" => "italic", "i" => "italic", "cite" => "italic", "strong" => "bold", "b" => "bold", "sup" => "superscript",
                "sub" => "subscript"}.freeze
      LEFT_OUT = %w[script style head template svg math object iframe].freeze

      # Marks at the beginning of lines of plain text that may mean something: headings, items of lists, quotations.
      MARKS = [[/\A(\#{1,6})\s+(?=\S)/, ->(sign) { {"role" => "heading_#{sign.length}"} }],
        [/\A>\s?(?=\S)/, ->(*) { {"role" => "block_quotation"} }],
        [/\A\s*[-*+•]\s+(?=\S)/, ->(*) { {"role" => "list_item", "list" => "bullets"} }],
        [/\A\s*\d{1,3}[.)]\s+(?=\S)/, ->(*) { {"role" => "list_item", "list" => "numbers"} }]].freeze

      # @param html [String, nil] @param plain [String, nil] used where there is no HTML
      # @param marks [Boolean] whether marks in plain text mean headings, lists and quotations
      # @return [Array<Hash>]
      # @raise [ChangeRefused] when there is no text, or too much of it
      def self.read(html: nil, plain: nil, marks: false)
        raise ChangeRefused, "That is more than can be pasted at once; bring it as a file." if [html, plain].compact.any? do |text|
          text.length > LARGEST
        end

        blocks = html.to_s.strip.empty? ? plain_blocks(plain.to_s, marks) : new.blocks(html)
        raise ChangeRefused, "There is no text to paste." if blocks.empty?

        blocks
      end

      def self.plain_blocks(text, marks)
        Manuscript::PlainText.clean(text).split("\n").map(&:rstrip).reject(&:empty?).map do |line|
          pattern, meaning = MARKS.find { |sign, _| line.match?(sign) } if marks
          next {"role" => "body", "runs" => [[line, []]]} unless pattern

          meaning.call(line[pattern, 1]).merge("runs" => [[line.sub(pattern, ""), []]])
        end
      end
      private_class_method :plain_blocks

      # @return [Array<Hash>]
      def blocks(html)
        @blocks = []
        @lists = []
        @open = nil
        walk(parsed(html), "body", [])
        close
        @blocks
      end

      private

      def parsed(html)
        Nokogiri::HTML5.fragment(html, max_tree_depth: 300)
      rescue ArgumentError
        raise ChangeRefused, "What was copied is nested too deeply to be read."
      end

      def walk(node, role, marks)
        node.children.each do |child|
          if child.text? then add(child.text, role, marks)
          elsif child.element? then element(child, role, marks)
          end
        end
      end

      def element(node, role, marks)
        return if LEFT_OUT.include?(node.name)
        return add("\n", role, marks) if node.name == "br"

        mark = INLINE[node.name] unless node.name == "b" && node["style"].to_s.match?(/font-weight:\s*normal/)
        return walk(node, role, mark ? marks | [mark] : marks) unless SPLITTING.include?(node.name)

        close
        @lists.push((node.name == "ol") ? "numbers" : "bullets") if %w[ol ul].include?(node.name)
        walk(node, role_of(node, role), marks)
        close
        @lists.pop if %w[ol ul].include?(node.name)
      end

      def role_of(node, around)
        return "heading_#{node.name[1]}" if node.name.match?(/\Ah[1-6]\z/)

        BLOCKS[node.name] || around
      end

      def add(text, role, marks)
        text = text.gsub(/[ \t\r\n\f]+/, " ") unless text == "\n" || role == "code"
        return if text.strip.empty? && text != "\n" && @open.nil?

        @open ||= {"role" => role, "runs" => [],
                   **((role == "list_item") ? {"list" => @lists.last || "bullets", "level" => [@lists.size - 1, 0].max} : {})}
        @open["runs"] << [Manuscript::PlainText.clean(text), marks]
      end

      def close
        return unless @open

        @open["runs"].first[0] = @open["runs"].first[0].lstrip
        @open["runs"].last[0] = @open["runs"].last[0].rstrip
        @open["runs"].reject! { |text, _| text.empty? }
        @blocks << @open if @open["runs"].any? { |text, _| !text.strip.empty? }
        @open = nil
      end
    end
  end
end
