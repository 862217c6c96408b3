# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # Recorded changes of the text (ISO/IEC 26300, part 3, §5.5): what was taken out stands apart, what was put in between two marks.
      class Revisions
        KINDS = {"text:insertion" => :insertion, "text:deletion" => :deletion, "text:format-change" => :formatting}.freeze

        # @return [Array<Manuscript::Matter>]
        attr_reader :matters

        # @param body [Nokogiri::XML::Element] office:text @param trace [Trace, nil]
        def initialize(body, trace = nil)
          @trace = trace
          @regions = {}
          @open = []
          @matters = []
          tracked = Names.child(body, "text:tracked-changes") or return
          @recording = Names.attribute(tracked, "text:track-changes") != "false"
          Names.children(tracked, "text:changed-region").each do |region|
            id = Names.attribute(region, "text:id") || Names.attribute(region, "xml:id")
            @regions[id] = Names.children(region).find { |child| KINDS.key?(Names.of(child)) }
          end
        end

        # @return [Boolean] whether changes are recorded from now on
        def recording? = @recording || false

        # @return [Boolean] whether what comes was put in by one
        def inserting? = @open.any? { |matter| matter.kind == :insertion }

        # @param node [Nokogiri::XML::Element] text:change, text:change-start or text:change-end @param paragraph [Integer]
        # @return [void]
        def mark(node, name, paragraph)
          id = Names.attribute(node, "text:change-id")
          region = @regions[id] or return
          kind = KINDS.fetch(Names.of(region))
          return ended(id) if name == "text:change-end"

          words = (kind == :deletion) ? taken_out(region) : ""
          @matters << Manuscript::Matter.new(kind: kind, paragraph: paragraph, text: words, ref: place(kind, paragraph))
          @trace&.revises(paragraph, @matters.last.ref, kind, id)
          @open << Open.new(id, kind, @matters.size - 1) if name == "text:change-start"
        end

        Open = Struct.new(:id, :kind, :at)
        private_constant :Open

        # @param paragraph [Manuscript::Paragraph] that was read, with what was put in
        # @return [void]
        def read(paragraph)
          words = paragraph.runs.select(&:revised).map(&:text).join
          return if words.empty?

          at = @matters.rindex { |matter| matter.kind == :insertion && matter.paragraph == paragraph.id && matter.text.empty? } or return
          @matters[at] = @matters[at].with(text: words)
        end

        private

        def ended(id) = @open.reject! { |open| open.id == id }

        def place(kind, paragraph)
          return "formatting" if kind == :formatting

          @matters.count { |matter| matter.paragraph == paragraph && matter.kind != :formatting }.to_s
        end

        def taken_out(region)
          Walk.paragraphs(region).map(&:text).join("\n").squeeze(" ").strip
        end
      end
    end
  end
end
