# frozen_string_literal: true

module Norvel
  module Formats
    module Html
      # Notes of a page: a mark that leads to an element, from which a link leads back to the mark.
      class NotesReader
        MARK = /\A[\s\[(]*(?:\d{1,4}|[a-z]|[ivxl]+|[*†‡§¶#]+)[\s\])]*\z/i
        HOLDERS = %w[li p div aside section dd].freeze

        # @param document [Nokogiri::HTML5::Document] @param reader [Reader]
        def initialize(document, reader)
          @reader = reader
          @targets = document.css("[id]").to_h { |node| [node["id"], node] }
          @marks = {}.compare_by_identity
          @nodes = {}.compare_by_identity
          @backs = {}.compare_by_identity
          document.css("a[href^='#']").each { |link| take(link) if link.text.match?(MARK) }
          @holders = @nodes.keys.flat_map { |node| node.ancestors.select(&:element?) }.to_h { |node| [node, true] }.compare_by_identity
          @empty = {}.compare_by_identity
        end

        # @return [Hash{String=>Nokogiri::XML::Element}] the element of each note by its ref
        def found = @nodes.to_h { |node, ref| [ref, node] }

        # @return [String, nil] the ref of the note whose mark a node is
        def mark(node)
          return @marks[node] if @marks.key?(node)

          # The raising around a mark, and its brackets, are no text of their own.
          inner = node.element_children
          @marks[inner.first] if node.name == "sup" && inner.size == 1 && bare(node) == bare(inner.first)
        end

        def note?(node) = @nodes.key?(node) || empty_holder?(node)

        # @return [Boolean] whether a node leads back to a mark
        def back?(node)
          @backs.key?(node) || (node.element? && node.name == "sup" && node.element_children.any? { |one| @backs.key?(one) })
        end

        private

        def bare(node) = node.text.gsub(/[\s\[\]()]/, "")

        def take(link)
          return if @backs.key?(link) # it leads to a mark

          target = @targets[link["href"].delete_prefix("#")] or return
          node = holder(target)
          return if node.nil? || node == link || link.ancestors.include?(node)

          names = [link, *link.ancestors.take(2)].filter_map { |one| one["id"] if one.element? }
          back = node.css("a[href^='#']").select { |one| names.include?(one["href"].delete_prefix("#")) }
          return if back.empty?

          back.each { |one| @backs[one] = true }
          @marks[link] = @nodes[node] ||= "footnotes:#{@nodes.size + 1}"
        end

        def holder(target) = [target, *target.ancestors.select(&:element?)].take(3).find { |node| HOLDERS.include?(node.name) }

        # What held nothing but notes is nothing.
        def empty_holder?(node)
          return false unless @holders.key?(node) && %w[ol ul section div aside dl footer].include?(node.name)

          @empty.fetch(node) do
            rest = node.children.reject { |child| (child.text? && child.text.strip.empty?) || child.comment? }
            @empty[node] = rest.all? { |child| @nodes.key?(child) || (child.element? && (child.name == "hr" || empty_holder?(child))) }
          end
        end
      end
    end
  end
end
