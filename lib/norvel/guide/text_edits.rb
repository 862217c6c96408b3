# frozen_string_literal: true

require "yaml"

module Norvel
  class Guide
    # A change of a guide's data carried out in its own text: what is another value now is written in its own place, what came behind its
    # neighbours, what went is taken out; everything else, a person's comments above all, stays letter for letter.
    #
    #   TextEdits.new(yaml).to("page" => {"paper" => "A5"})
    class TextEdits
      WIDE = -1 # lines are not folded

      # @param yaml [String]
      def initialize(yaml)
        @yaml = yaml.end_with?("\n") ? yaml : "#{yaml}\n"
        @starts = [0]
        @yaml.each_line { |line| @starts << @starts.last + line.length }
      end

      # @param data [Hash] what it is to say
      # @return [String]
      # @raise [GuideError] where the text cannot be changed at its place
      def to(data)
        root = Psych.parse(@yaml)&.root
        return written(data) unless root.is_a?(Psych::Nodes::Mapping) && root.children.any?

        @edits = [] # from, to, text
        mapping(root, Reader.data(@yaml), data)
        text = carried_out
        unless Reader.data(text) == data
          raise GuideError, "The guide's text could not be changed at that place; change it as text."
        end

        text
      end

      private

      def carried_out
        @edits.each_with_index.sort_by { |(from, to, _), index| [from, to, index] }
          .reverse.reduce(@yaml.dup) { |text, ((from, to, said), _)| text.tap { text[from...to] = said } }
      end

      def value(node, was, now)
        return if was == now
        return mapping(node, was, now) if node.is_a?(Psych::Nodes::Mapping) && was.is_a?(Hash) && now.is_a?(Hash) && open?(node) && now.any?
        if node.is_a?(Psych::Nodes::Sequence) && was.is_a?(Array) && now.is_a?(Array) && open?(node) && now.any?
          return sequence(node, was, now)
        end

        replace(node, now)
      end

      def open?(node) = node.style != node.class::FLOW && node.children.any?

      def mapping(node, was, now)
        pairs = node.children.each_slice(2).to_a
        pairs.each do |key, inner|
          name = key.value
          now.key?(name) ? value_of(key, inner, was[name], now[name]) : take_out(key, inner)
        end
        fresh = now.except(*was.keys)
        return if fresh.empty?

        indent = " " * pairs.first[0].start_column
        @edits << [line_after(pairs.last[1]), line_after(pairs.last[1]), indented(written(fresh), indent)]
      end

      # A value that becomes another kind of thing is written behind its key.
      def value_of(key, inner, was, now)
        return if was == now
        return value(inner, was, now) if same_shape?(inner, now) || !now.is_a?(Enumerable)

        from = offset(key.end_line, key.end_column)
        @edits << [from, stop(inner), written({"x" => now}).delete_prefix("x").chomp.gsub("\n", "\n#{" " * key.start_column}")]
      end

      def same_shape?(node, now)
        (node.is_a?(Psych::Nodes::Mapping) && now.is_a?(Hash) && node.children.any?) ||
          (node.is_a?(Psych::Nodes::Sequence) && now.is_a?(Array) && node.children.any?)
      end

      # Items are known by their id, else by their place.
      def sequence(node, was, now)
        known = was.all? { |one| one.is_a?(Hash) && one["id"] } && now.all? { |one| one.is_a?(Hash) && one["id"] }
        key = known ? ->(one, _) { one["id"] } : ->(_, index) { index }
        wanted = now.each_with_index.to_h { |one, index| [key[one, index], one] }
        node.children.each_with_index do |inner, index|
          name = key[was[index], index]
          wanted.key?(name) ? value(inner, was[index], wanted.delete(name)) : take_out_item(inner)
        end
        return if wanted.empty?

        indent = " " * dash(node.children.last)
        @edits << [line_after(node.children.last), line_after(node.children.last), indented(written(wanted.values), indent)]
      end

      # In its own place: in one line where it stands in one.
      def replace(node, now)
        from = offset(node.start_line, node.start_column)
        @edits << [from, stop(node), now.is_a?(Enumerable) ? flow(now) : scalar(now)]
      end

      def take_out(key, inner) = @edits << [offset(key.start_line, 0), line_after(inner), ""]

      def take_out_item(inner) = take_out(inner, inner)

      # The column of the dash before an item.
      def dash(inner) = @yaml[offset(inner.start_line, 0)...offset(inner.start_line, inner.start_column)].rindex("-") || 0

      def offset(line, column) = @starts.fetch(line, @yaml.length) + column

      # Where what is said ends: collections say where the next thing begins.
      def stop(node)
        return offset(node.end_line, node.end_column) if node.is_a?(Psych::Nodes::Scalar) || node.style == node.class::FLOW

        node.children.empty? ? offset(node.end_line, node.end_column) : node.children.map { |inner| stop(inner) }.max
      end

      # Behind the line that it ends on, its comment included.
      def line_after(node)
        at = stop(node)
        return at if at.positive? && @yaml[at - 1] == "\n"

        (@yaml.index("\n", at) || @yaml.length - 1) + 1
      end

      def written(data) = Psych.dump(data, line_width: WIDE).delete_prefix("---\n").delete_prefix("--- ")

      def scalar(value) = written(value).delete_suffix("...\n").chomp

      # JSON is YAML in one line.
      def flow(value)
        case value
        when Hash then "{#{value.map { |key, inner| "#{scalar(key)}: #{flow(inner)}" }.join(", ")}}"
        when Array then "[#{value.map { |inner| flow(inner) }.join(", ")}]"
        when String then (value.match?(/\A[\p{L}\p{N}][\p{L}\p{N} .%-]*\z/) && scalar(value) == value) ? value : JSON.generate(value)
        else scalar(value)
        end
      end

      def indented(text, indent) = text.gsub(/^(?=.)/, indent)
    end
  end
end
