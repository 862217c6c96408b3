# frozen_string_literal: true

require "nokogiri"

module Norvel
  module Formats
    module Docx
      # All characters of all parts of a file, and the elements in which something stands: an independent reader over the XML, which knows
      # nothing of the model. What goes without a change that says so is seen here.
      #
      #   Characters.of(Archive.read(bytes).members)["word/document.xml"].letters # {"F" => 12, …}
      class Characters < Nokogiri::XML::SAX::Document
        # What formatting, page breaks, contents and joins may make and take away.
        PASSING = %w[document body p r t br cr tab hyperlink fldChar fldSimple instrText bookmarkStart bookmarkEnd lastRenderedPageBreak proofErr tbl tblGrid gridCol tr tc
          softHyphen noBreakHyphen commentRangeStart commentRangeEnd sdtContent hdr ftr ins del moveFrom moveTo delText].freeze
        PARTS = %r{\A(?:word|docProps)/[^/]*\.xml\z}i
        STORIES = /document|footnotes|endnotes|header|footer|comments/i

        attr_reader :letters, :elements, :words

        # @param members [Hash{String=>String}] of a file @param only [Array<String>] the parts that are looked at
        # @return [Hash{String=>Characters}] by part
        def self.of(members, only: members.keys.grep(PARTS))
          only.select { |name| members.key?(name) }.to_h { |name| [name, new.tap { |found| Nokogiri::XML::SAX::Parser.new(found).parse(members[name]) }.settled] }
        end

        def initialize
          super
          @text = +""
          @elements = Hash.new(0)
          @inside = 0 # properties, which are no content
        end

        def start_element_namespace(name, _attributes = [], _prefix = nil, _uri = nil, _spaces = [])
          return @inside += 1 if @inside.positive? || name.end_with?("Pr")

          @elements[name] += 1 unless PASSING.include?(name)
          @skip = name == "instrText"
        end

        def end_element_namespace(name, _prefix = nil, _uri = nil)
          @skip = false
          @text << " " if name == "p"
          @inside -= 1 if @inside.positive?
        end

        def characters(string) = (@text << string unless @inside.positive? || @skip)
        alias_method :cdata_block, :characters

        # @return [Characters] counted
        def settled
          @words = @text.split(/[[:space:]]+/).reject(&:empty?)
          @letters = @words.join.each_char.tally
          self
        end
      end
    end
  end
end
