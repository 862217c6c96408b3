# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # What the layout works out, as fields (ISO/IEC 26300, part 3, §7), with what it shows now.
      class FieldWriter
        FIELDS = {page: ["text:page-number", {"text:select-page" => "current"}], pages: ["text:page-count", {}], title: ["text:title", {}],
                  author: ["text:initial-creator", {}], date: ["text:modification-date", {}]}.freeze
        REFERRED = {folio: "page", text: "text", number: "number", position: "direction"}.freeze

        # @param nodes [Nodes] of the part
        def initialize(nodes)
          @nodes = nodes
        end

        # @param run [Manuscript::Run] @param listed [Boolean] whether it stands in a list of contents, whose lines are plain text (§8.3)
        # @return [Nokogiri::XML::Element, nil] nil: plain words
        def node(run, listed: false)
          name, said = field(run) || (listed ? nil : reference(run))
          name && @nodes.loose(name, said).tap { |made| made.content = run.text.empty? ? "1" : run.text }
        end

        private

        def field(run)
          return FIELDS[run.field] if FIELDS.key?(run.field)

          ["text:chapter", {"text:display" => "name", "text:outline-level" => level(run)}] if run.field == :chapter
        end

        def level(run) = run.by.to_s.match?(/\A\d\z/) ? run.by : "1"

        # Numbers of captions count; what refers to a place says what it shows of it (§7.7.6).
        def reference(run)
          what = run.refers&.what
          if REFERRED.key?(what) && run.refers.to
            return ["text:bookmark-ref", {"text:ref-name" => run.refers.to, "text:reference-format" => REFERRED[what]}]
          end
          return unless what == :count

          name = run.refers.to
          ["text:sequence", {"text:ref-name" => free_ref(name), "text:name" => name, "style:num-format" => "1"}]
        end

        def free_ref(name)
          @taken ||= @nodes.root.document.xpath("//@*").select { |said| said.node_name == "ref-name" }.map(&:value).to_set
          StyleNames.free("ref#{name}", @taken).tap { |free| @taken << free }
        end
      end
    end
  end
end
