# frozen_string_literal: true

require "css_parser"

module Norvel
  module Formats
    module Css
      # What the style sheets in a page say of its elements, by the cascade of CSS: importance, where it is said, specificity, order.
      # Nothing is fetched.
      #
      #   Cascaded.new(document).of(node)      # {"font-weight" => "bold", …}
      class Cascaded
        MEDIA = %w[all screen print].freeze
        STYLES = 20_000 # rules that are read

        # @return [Boolean] whether the page names sheets that are not in it
        attr_reader :elsewhere

        # @return [Boolean] whether something in what was asked for so far could not be read
        attr_reader :unread

        # @param document [Nokogiri::HTML5::Document]
        def initialize(document)
          @said = Hash.new { |found, node| found[node] = [] }.compare_by_identity
          @elsewhere = document.css("link[rel~=stylesheet]").any? || document.css("style").any? { |node| node.text.include?("@import") }
          sheets = document.css("style").map(&:text).join("\n")
          read(document, sheets) unless sheets.strip.empty?
        end

        # @param node [Nokogiri::XML::Element]
        # @return [Hash{String=>String}] by property
        def of(node)
          own = node["style"] ? declarations(node["style"]) : []
          turned = %w[rtl ltr].include?(node["dir"]) ? [["direction", node["dir"], [0, 0, 0, 0]]] : []
          all = turned + @said.fetch(node, []) + own.map { |name, value, important| [name, value, [important ? 1 : 0, 1, 0, 0]] }
          all.sort_by.with_index { |(_, _, weight), index| [*weight, index] }.to_h { |name, value, _| [name, value] }
        end

        private

        def read(document, sheets)
          parser = CssParser::Parser.new(import: false, io_exceptions: false, absolute_paths: false)
          parser.add_block!(sheets)
          order = 0
          parser.each_rule_set(:all) do |rules, media|
            next unless media.any? { |one| MEDIA.include?(one.to_s) }
            break if (order += 1) > STYLES

            said = expanded(rules)
            rules.selectors.each { |selector| put(document, selector, said, order) }
          end
        rescue => error # what the parser stumbles over takes the page's words from nobody
          raise if error.is_a?(Error)

          @unread = true
        end

        def put(document, selector, said, order)
          return if selector.include?(":") && !selector.match?(/:(first-child|last-child|not\(|nth-child\()/)

          weight = CssParser.calculate_specificity(selector)
          document.css(selector).each do |node|
            said.each { |name, value, important| @said[node] << [name, value, [important ? 1 : 0, 0, weight, order]] }
          end
        rescue Nokogiri::CSS::SyntaxError, Nokogiri::XML::XPath::SyntaxError
          nil # a selector that is not known chooses nothing
        end

        def declarations(text)
          (@inline ||= {})[text] ||= expanded(CssParser::RuleSet.new(block: text))
        rescue ArgumentError
          @unread = true
          []
        end

        # One rule that cannot be read takes the others from nobody.
        def expanded(rules)
          begin
            rules.expand_shorthand!
          rescue ArgumentError
            @unread = true
          end
          found = []
          rules.each_declaration { |name, value, important| found << [name.downcase, value, important] }
          found
        end
      end
    end
  end
end
