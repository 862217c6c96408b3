# frozen_string_literal: true

module Norvel
  module Formats
    module Odt
      # What holds for the file as a whole: the distance of default tab stops, and how notes are numbered (ISO/IEC 26300, part 3, §20.383
      # and §16.32).
      class SettingsWriter
        NOTES = "text:notes-configuration"
        RESTARTS = {section: "chapter", page: "page"}.freeze

        # @param nodes [Nodes] of the part with the common styles
        def initialize(nodes)
          @nodes = nodes
        end

        # @param before [Manuscript::Settings] @param now [Manuscript::Settings]
        # @return [void]
        def write(before, now)
          tab(now.tab) unless before.tab == now.tab
          notes("footnote", now.footnotes) unless before.footnotes == now.footnotes
          notes("endnote", now.endnotes) unless before.endnotes == now.endnotes
        end

        private

        def holder = @nodes.child(@nodes.root, StylesWriter::HOLDER, Faces::ORDER)

        def tab(distance)
          inner = @nodes.child(@nodes.default_style, Speller::PARAGRAPH, Speller::ORDER)
          @nodes.put(inner, "style:tab-stop-distance", Measure.length(distance))
        end

        def notes(kind, form)
          node = Names.children(holder, NOTES).find { |one| Names.attribute(one, "text:note-class") == kind } ||
            @nodes.make(holder, NOTES, "text:note-class" => kind)
          {"style:num-format" => NumberFormats::FOLIOS.key(form.format) || "1", "text:start-value" => [form.start - 1, 0].max,
           "text:start-numbering-at" => RESTARTS.fetch(form.restart, "document")}.each { |name, value| @nodes.put(node, name, value) }
        end
      end
    end
  end
end
