# frozen_string_literal: true

module Norvel
  class Manuscript
    # Where blocks stand in a row: the body, a note (`of` its ref), a cell (`of` its table's id, `row`, `column`), or a header or
    # footer. Written as a word for browsers and ledgers (`to_s`, `read`).
    Container = Value.define(:kind, of: nil, row: nil, column: nil) do
      def self.note(ref) = new(kind: :note, of: ref)

      # @param name [String] of the aside that a text box holds
      def self.box(name) = new(kind: :box, of: name)

      def self.cell(table, row, column) = new(kind: :cell, of: table, row: row, column: column)

      # @param text [String] as `to_s` wrote it
      # @return [Container]
      def self.read(text)
        kind, of, row, column = text.split(" ", 4)
        case kind
        when "note" then note(text.delete_prefix("note "))
        when "cell" then cell(of, Integer(row, 10), Integer(column, 10))
        else new(kind: kind.to_sym)
        end
      end

      def body? = kind == :body

      def note? = kind == :note

      def cell? = kind == :cell

      # @return [String]
      def to_s = [kind, of, row, column].compact.join(" ")
    end

    BODY = Container.new(kind: :body)
    MARGIN = Container.new(kind: :margin)
  end
end
