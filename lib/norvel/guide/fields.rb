# frozen_string_literal: true

module Norvel
  class Guide
    # What a guide says besides its styles and rules, field by field: where it stands in the file, what it is called, what may stand there
    # (from the schema). Forms are made from this.
    module Fields
      # `choices` are the words that the schema allows; `kind` is :text, :length, :number, :choice or :switch.
      Field = Value.define(:path, :label, :kind, choices: nil, hint: nil)

      GROUPS = {
        about: [["guide", "Title"], ["house", "House"], ["version", "Version"], ["language", "Language", "en-GB"], ["note", "Note"]],
        page: [["page/paper", "Paper"], ["page/orientation", "Orientation"], ["page/margins/top", "Top margin"],
          ["page/margins/bottom", "Bottom margin"],
          ["page/margins/start", "Start margin"], ["page/margins/end", "End margin"], ["page/gutter", "Gutter on the bound side"],
          ["page/margins/header", "Header from the edge"], ["page/margins/footer", "Footer from the edge"],
          ["page/mirrored", "Mirrored margins"]],
        parts: [["parts/folio", "Folios stand"], ["parts/folio_words", "What stands with them", "Page {folio} of {pages}"],
          ["parts/title_page", "Folio on the title page"],
          ["parts/front/folios", "Folios of the front matter"], ["parts/main/folios", "Folios of the main matter"],
          ["parts/main/start", "They begin with"], ["parts/main/begins", "The main matter begins on a new"],
          ["parts/chapters", "Chapters begin on a new"], ["parts/running_head", "The running head says", "{title}, {author}, {chapter}"]],
        headings: [["headings/numbers", "Headings are numbered"], ["headings/prefix", "Before a chapter's number", "Chapter"]],
        contents: [["contents/title", "Heading over the contents"], ["contents/levels", "Levels in them"],
          ["contents/figures", "Heading over a list of figures"], ["contents/tables", "Heading over a list of tables"]],
        captions: [["captions/figures", "Captions of figures stand"], ["captions/tables", "Captions of tables stand"],
          ["captions/counted", "Their numbers are counted"]]
      }.freeze

      module_function

      # @param group [Symbol] of GROUPS
      # @return [Array<Field>]
      def of(group) = GROUPS.fetch(group).map { |path, label, hint| field(path, label, hint) }

      # @return [Field, nil]
      def at(path) = GROUPS.each_value.flat_map(&:itself).find { |one, *| one == path }&.then { |found| field(*found) }

      def field(path, label, hint = nil)
        shape = shape(path)
        kind = if path.start_with?("page/margins", "page/gutter") then :length
        elsif shape["enum"] then :choice
        else
          {"integer" => :number, "boolean" => :switch}.fetch(shape["type"], :text)
        end
        Field.new(path: path, label: label, kind: kind, choices: shape["enum"], hint: hint)
      end

      # What the schema says of a place.
      def shape(path)
        path.split("/").reduce(root) do |at, name|
          at = referred(at)
          at.fetch("properties", {})[name] || {}
        end.then { |found| referred(found) }
      end

      def referred(shape) = shape["$ref"] ? root.dig("$defs", shape["$ref"].split("/").last) : shape

      def root = @root ||= JSON.parse(File.read(Reader::SCHEMA_FILE))
      private_class_method :field, :shape, :referred, :root
    end
  end
end
