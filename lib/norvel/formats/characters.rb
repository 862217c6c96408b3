# frozen_string_literal: true

require "cgi/escape"

module Norvel
  module Formats
    # All characters of a part of a file, and the elements in which something stands: an independent reader of the mark-up, which knows
    # nothing of the model. What goes without a change that says so is seen here. A format says in a class of its own which parts have
    # words (`STORIES`), what ends a paragraph, what is no text (`without`), and which elements changes may make and take away
    # (`passing?`).
    #
    #   Docx::Characters.new(member).words # ["First", …]
    class Characters
      DECLARED = /\A<\?xml[^>]{0,200}encoding=["']([\w.-]{1,40})["']/

      # @param member [String] the bytes of the part
      def initialize(member)
        @source = plain(member)
      end

      # @return [String] a paragraph a line
      def text = @text ||= CGI.unescapeHTML(without(@source).gsub(self.class::ENDS, "\n").gsub(/<[^<>]*>/, ""))

      # @return [Array<String>] in their order
      def words = @words ||= Manuscript.words_in(text)

      # @return [Array<String>] a paragraph each
      def lines = text.split("\n")

      # @return [Hash{String=>Integer}] by name
      def elements
        @elements ||= @source.scan(/<[A-Za-z_][\w.:-]*/).tally.each_with_object(Hash.new(0)) do |(tag, count), found|
          name = tag.delete_prefix("<")
          found[name.sub(/\A[^:]*:/, "")] += count unless passing?(name)
        end
      end

      private

      def plain(member)
        text = member.dup.force_encoding(encoding(member)).encode(Encoding::UTF_8, invalid: :replace, undef: :replace)
        text = text.delete_prefix("\uFEFF").gsub(/<!--.*?-->|<\?.*?\?>/m, "")
        text.include?("<![CDATA[") ? text.gsub(/<!\[CDATA\[(.*?)\]\]>/m) { CGI.escapeHTML($1) } : text
      end

      def encoding(member)
        return Encoding::UTF_16 if member.b.start_with?("\xFF\xFE".b, "\xFE\xFF".b)

        Encoding.find(member.b[DECLARED, 1] || "UTF-8")
      rescue ArgumentError
        Encoding::UTF_8
      end
    end
  end
end
